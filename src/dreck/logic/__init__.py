"""The condition algebra that moves use: negating, simplifying, what is known here."""
