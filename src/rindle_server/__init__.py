"""Rindle's server: what people entered, the typed API, report and launcher."""
