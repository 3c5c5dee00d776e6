"""Blocks and loops that become functions and expressions."""
