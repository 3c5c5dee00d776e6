"""Clear away: clutter goes, nothing else changes."""
