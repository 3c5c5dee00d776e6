"""Flatten: fewer levels, checks first, the happy path at the left edge."""
