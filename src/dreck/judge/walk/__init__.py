"""The lock-step walk over two graphs."""
