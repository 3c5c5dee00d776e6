"""Two texts of a module: what differs, what was added, and what can be undone before comparing."""
