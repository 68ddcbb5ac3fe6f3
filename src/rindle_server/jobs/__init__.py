"""Jobs and what hangs on them."""
