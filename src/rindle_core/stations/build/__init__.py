"""Build: which step is next, and what holds it back."""
