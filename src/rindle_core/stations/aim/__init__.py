"""Aim: where the antenna is turned, and what each instrument has to show for it."""
