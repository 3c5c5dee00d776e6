"""The safety net: the project's own tests, what they reach, pins, and recorded calls."""
