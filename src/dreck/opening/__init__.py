"""One function opened up: its outline, its arms, what is odd, its decision table, its cost."""
