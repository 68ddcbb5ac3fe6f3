"""Peak: where the true top is, how far and which way to turn, and whether it held when locked."""
