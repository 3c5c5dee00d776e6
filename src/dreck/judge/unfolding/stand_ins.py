"""Names that a form of a function has for what has none in its text, and how to speak of them.

A form that names a key (``counts.key.1``) or asks for the elements of a list (``member.1``) notes
what a reader would say in its place, so that nobody reads names in an assumption that no source
has.
"""

from __future__ import annotations

import re
from collections.abc import Iterable

from ..world.scope import FunctionNode

_NOTED = "_stand_ins"


def note_stand_in(function: FunctionNode, name: str, text: str) -> None:
    """Note that a name of a form stands for what the source says as this text."""
    noted: dict[str, str] = getattr(function, _NOTED, {})
    setattr(function, _NOTED, {**noted, name: text})


def in_source_words(text: str, functions: Iterable[FunctionNode]) -> str:
    """A text with what stands in the source in the place of such names.

    Args:
        text: what is said of a form.
        functions: the forms.
    """
    noted: dict[str, str] = {}
    for function in functions:
        noted |= getattr(function, _NOTED, {})
    if not noted:
        return text
    names = sorted(noted, key=len, reverse=True)
    pattern = r"(?<![\w.])(" + "|".join(map(re.escape, names)) + r")(?![\w])"
    for _ in range(2):  # what a name stands for may have such a name in it
        text = re.sub(pattern, lambda found: noted[found[0]], text)
    return text
