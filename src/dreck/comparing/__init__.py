"""Comparing revisions of a project: every function that changed, judged."""
