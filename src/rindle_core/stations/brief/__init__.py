"""Brief: what is wanted where, by whom, with which equipment, and what stands in its way."""
