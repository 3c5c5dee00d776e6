"""Statements that do the same as others under other names."""

from __future__ import annotations

import ast
import re
from collections.abc import Mapping, Sequence

from ..outline import all_nodes, in_other_words

# Where names may mean something else than around.
_SCOPES = (
    ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Lambda, ast.Import, ast.ImportFrom,
    ast.Global, ast.Nonlocal, ast.Delete, ast.ExceptHandler, ast.Match,
)  # fmt: skip


def renamed(
    first: Sequence[ast.stmt], other: Sequence[ast.stmt]
) -> tuple[list[ast.stmt], dict[str, str]] | None:
    """Some statements with the names that they set as others call them.

    Args:
        first: the statements whose names are taken.
        other: those that are told in them.

    Returns:
        A copy of the other ones, with the places of theirs, and what they call each name of the
        first; None if the names cannot be taken for one another.

    >>> one, two = (ast.parse(t).body for t in ("a = f(x)\\na += 1", "b = f(y)\\nb += 1"))
    >>> told, words = renamed(one, two)
    >>> [ast.unparse(s) for s in told], words
    (['a = f(y)', 'a += 1'], {'a': 'b'})
    """
    ours, theirs = _set_in(first), _set_in(other)
    if len(ours) != len(theirs):
        return None
    words = {a: b for a, b in zip(ours, theirs, strict=True) if a != b}
    back = {b: a for a, b in words.items()}
    every = [n for s in other for n in all_nodes(s)]
    if not words or any(isinstance(n, _SCOPES) for n in every):
        return None
    if words.keys() & ({n.id for n in every if isinstance(n, ast.Name)} - back.keys()):
        return None  # one that means something else there
    return in_other_words(other, back), words


def _set_in(statements: Sequence[ast.stmt]) -> list[str]:
    """The names that statements set, in the order of the text."""
    found = [
        n
        for s in statements
        for n in all_nodes(s)
        if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Store)
    ]
    found.sort(key=lambda n: (n.lineno, n.col_offset))
    return list(dict.fromkeys(n.id for n in found))


def in_words(text: str, words: Mapping[str, str]) -> str:
    """A line of code with other names.

    >>> in_words("left, size = part(left)", {"left": "right"})
    'right, size = part(right)'
    """
    if not words:
        return text
    names = "|".join(map(re.escape, words))
    return re.sub(rf"(?<![\w.])({names})\b", lambda found: words[found[1]], text)
