"""On which lines of a text something can be asked or chosen, found without reading its tree.

A tree is read in a fraction of the time if the expressions of all other lines are passed over.
A line too many costs time only: a word in a comment or a string counts as well.
"""

from __future__ import annotations

from dataclasses import dataclass

# Conditional expressions, the conditions of comprehensions, negations.
_CHOOSING = ("if", "not")
_CHOOSING_SIGNS = ("!=",)
# Whatever else decides or compares.
_ASKING = ("and", "or", "in", "is", "for")
_ASKING_SIGNS = ("<", ">", "==")


@dataclass(frozen=True, slots=True)
class Signs:
    """Lines, counted from 1.

    Attributes:
        choosing: with a choice or a negation, or what looks like one.
        asking: with any decision or comparison, or what looks like one.
    """

    choosing: frozenset[int]
    asking: frozenset[int]


def signs_of(text: str) -> Signs:
    """The lines of a text that may hold signs.

    >>> signs_of("a = b\\nc = d if b else e\\nf = a < b\\n").asking
    frozenset({2, 3})
    """
    choosing: set[int] = set()
    _find(text, choosing, _CHOOSING, words=True)
    _find(text, choosing, _CHOOSING_SIGNS, words=False)
    asking = set(choosing)
    _find(text, asking, _ASKING, words=True)
    _find(text, asking, _ASKING_SIGNS, words=False)
    return Signs(frozenset(choosing), frozenset(asking))


def _find(text: str, found: set[int], signs: tuple[str, ...], *, words: bool) -> None:
    size = len(text)
    for sign in signs:
        line, counted = 1, 0
        at = text.find(sign)
        while at >= 0:
            end = at + len(sign)
            inside = words and (
                (at > 0 and text[at - 1].isidentifier())
                or (end < size and text[end].isidentifier())
            )
            if not inside:
                line += text.count("\n", counted, at)
                counted = at
                found.add(line)
            at = text.find(sign, end)
