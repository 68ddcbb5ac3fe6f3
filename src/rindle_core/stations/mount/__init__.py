"""Mount: whether what holds the antenna stands and stays aimed in the wind."""
