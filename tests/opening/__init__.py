"""One function opened up."""
