"""Which move next, and when to stop."""
