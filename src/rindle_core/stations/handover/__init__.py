"""Hand over: what was promised is shown, signed for, and what is still open."""
