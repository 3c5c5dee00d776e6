"""Proposals for names, read off conditions, what follows from them, and comments beside them."""
