"""Chains that ask for classes, what their arms need, and the methods that take their place."""
