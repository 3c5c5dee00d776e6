"""Files, targets, the text of one function, and putting it back."""
