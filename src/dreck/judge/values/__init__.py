"""Symbolic values: terms, their normal forms, and what is known of them on a path."""
