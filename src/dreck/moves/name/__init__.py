"""Moves that give conditions and values a name."""
