"""Sign-in."""
