"""Renaming."""
