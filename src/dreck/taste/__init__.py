"""What code costs its reader: the cost, its weights, all thresholds of taste (ast only)."""
