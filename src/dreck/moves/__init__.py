"""The moves: one small file per kind of rewriting, in folders by family."""
