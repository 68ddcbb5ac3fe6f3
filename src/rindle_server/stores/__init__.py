"""The catalogue and the firm."""
