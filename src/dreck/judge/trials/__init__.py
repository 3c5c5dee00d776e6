"""Trials: both versions run on the same inputs, in a child process with limits.

``request`` and ``runner`` are the parent's side; ``child`` and what it imports run in the
other process, where the code under examination is loaded.
"""
