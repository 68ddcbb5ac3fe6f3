"""Template filters."""
