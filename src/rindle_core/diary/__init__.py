"""Several jobs on one calendar: who is where when, why not earlier, and what gives way when one wait runs over."""
