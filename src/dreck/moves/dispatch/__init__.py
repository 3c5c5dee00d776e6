"""Moves that turn switches on one subject into tables, classes and rows."""
