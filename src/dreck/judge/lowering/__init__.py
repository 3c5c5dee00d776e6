"""From syntax trees to graphs: statements, expressions, patterns."""
