"""What the if around a statement asks, in words: it tells chains of one function apart."""

from __future__ import annotations

import ast
from collections.abc import Sequence

from ..naming.words import words_of
from ..outline import FunctionNode, all_nodes

_ASKING = frozenset({"is", "has", "was", "are", "should", "use", "with"})


def said_around(function: FunctionNode, inside: ast.stmt) -> list[str]:
    """The words of what holds where a statement stands, if the innermost if around it asks for one
    thing by its name; empty if it says nothing, or the statement stands in an else.

    Args:
        function: the function.
        inside: the statement.

    >>> text = "def fee(metres, is_summer):\\n if is_summer:\\n  return 1\\n return 2"
    >>> function = ast.parse(text).body[0]
    >>> said_around(function, function.body[0].body[0]), said_around(function, function.body[1])
    (['summer'], [])
    """
    around = [n for n in all_nodes(function) if isinstance(n, ast.If) and _holds(n.body, inside)]
    others = [n for n in all_nodes(function) if isinstance(n, ast.If) and _holds(n.orelse, inside)]
    if not around or any(_is_nearer(o, around[-1]) for o in others):
        return []
    test = around[-1].test
    if isinstance(test, ast.Compare) and isinstance(test.ops[0], ast.Eq) and len(test.ops) == 1:
        kind = test.comparators[0]
        if isinstance(kind, ast.Constant) and isinstance(kind.value, str):
            return [w for w in words_of(kind.value) if w.isalpha()]
        test = kind
    name = test.attr if isinstance(test, ast.Attribute) else getattr(test, "id", "")
    words = words_of(name)
    return words[1:] if len(words) > 1 and words[0] in _ASKING else words


def _holds(block: Sequence[ast.stmt], inside: ast.stmt) -> bool:
    return any(n is inside for s in block for n in all_nodes(s))


def _is_nearer(one: ast.If, other: ast.If) -> bool:
    """Whether an if with the statement in its else stands inside of the other."""
    return one is not other and _holds(other.body, one)
