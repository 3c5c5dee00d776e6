"""Giving something another name, in all files of a project."""
