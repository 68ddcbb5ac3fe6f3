"""Bring-up: from power to traffic; where it is stuck and why."""
