"""Several jobs on one calendar, over the API and on paper."""
