"""Measures and tangles of whole trees, read with ``ast`` only; nothing is run."""
