"""What the stores hold, as models. A new terminal, satellite or cable is data, not code."""
