"""The opposite of a condition, from text to text."""

from __future__ import annotations

from functools import lru_cache

import libcst as cst

from .knowledge import Knowledge
from .negate import Negation


@lru_cache(1024)
def opposite_of(condition: str) -> str:
    """The opposite of a condition, as a reader would say it.

    An order is only turned where an operand looks like a number or text: ``not a < b`` stays.

    Args:
        condition: an expression.

    >>> opposite_of("a and b == 1")
    'not a or b != 1'
    """
    flat = " ".join(condition.split())
    node = cst.parse_expression(flat)
    return cst.Module([]).code_for_node(Negation(Knowledge()).of(node))
