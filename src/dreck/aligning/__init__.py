"""What arms have in common, as a table: arms in rows, what differs in columns."""
