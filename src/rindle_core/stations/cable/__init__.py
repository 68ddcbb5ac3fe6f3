"""Cable: whether signal and power arrive at the end of what is laid."""
