"""Sums, products and quotients of plain numbers of which some may be floats.

Of what holds for whole numbers little holds here: nothing is multiplied out or put together, as
each step rounds. What is left: ``+`` and ``*`` do not mind which side is first, and a float stays
what it is when 0 is taken off it, when it is multiplied or divided by 1, and when 0 is added, unless
it is -0.0 (IEEE 754-2019, sections 5.4.1 and 6.3).
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from .terms import NUMBERS, WHOLE, Kinds, Term, constant_value, is_const, kinds_of

# Results of steps on numbers: surely a float, or one only where an operand is.
HEADS = ("float", "number")
# So many steps in one number, at most.
_MOST_STEPS = 12
# What a whole number may be divided by without becoming nothing.
_LARGEST = 1e300
_ONLY_FLOAT: Kinds = frozenset({"float"})


def float_arithmetic(
    op: str, a: Term, b: Term, known: Mapping[int, Kinds]
) -> tuple[Term, bool] | None:
    """The term of ``a op b`` and whether it fails for whole numbers that no float is large enough
    for; None where it may fail otherwise or run code, or both are whole numbers.

    Args:
        op: ``+``, ``-``, ``*`` or ``/``.
        a: the left operand.
        b: the right operand.
        known: the kinds of values.
    """
    left, right = kinds_of(a, known), kinds_of(b, known)
    if left is None or right is None or not left | right <= NUMBERS:
        return None
    if op == "/":
        if not is_const(b) or not constant_value(b):
            return None
    elif op not in ("+", "-", "*") or left | right <= WHOLE:
        return None
    surely = op == "/" or _ONLY_FLOAT in (left, right)
    same = _unchanged(op, a, b, known)
    if same is None and op in ("+", "*"):
        same = _unchanged(op, b, a, known)
    if same is not None:
        return same, False
    if _steps(a) + _steps(b) >= _MOST_STEPS:
        return None
    large = any(_may_be_too_large(t, k) for t, k in ((a, left), (b, right)))
    if op in ("+", "*") and repr(b) < repr(a):
        a, b = b, a
    return (HEADS[0] if surely else HEADS[1], op, a, b), large


def _unchanged(op: str, a: Term, b: Term, known: Mapping[int, Kinds]) -> Term | None:
    """The float that a step leaves as it is, because of what is on the right."""
    if kinds_of(a, known) != _ONLY_FLOAT or not is_const(b):
        return None
    value = constant_value(b)
    assert isinstance(value, int | float)
    if op in ("*", "/"):
        return a if value == 1 else None
    if value != 0:
        return None
    is_minus_zero = math.copysign(1, value) < 0
    stays = is_minus_zero == (op == "+") or is_never_minus_zero(a, known)
    return a if stays else None


def is_never_minus_zero(term: Term, known: Mapping[int, Kinds]) -> bool:
    """Whether a number is not -0.0 for sure."""
    kinds = kinds_of(term, known)
    if kinds is not None and kinds <= WHOLE:
        return True
    if is_const(term):
        value = constant_value(term)
        return isinstance(value, float) and not (value == 0 and math.copysign(1, value) < 0)
    if term[0] not in HEADS:
        return False
    _, op, a, b = term
    if op == "+":  # two numbers whose sum is nothing give 0.0, unless both are -0.0
        return is_never_minus_zero(a, known) or is_never_minus_zero(b, known)
    if op == "-":
        return is_never_minus_zero(a, known)
    a, b = (b, a) if op == "*" and is_const(a) else (a, b)
    whole = kinds_of(a, known)
    factor = constant_value(b) if is_const(b) else 0
    # A whole number that is not 0 is at least 1, so that no product with it becomes nothing.
    return (
        whole is not None
        and whole <= WHOLE
        and isinstance(factor, int | float)
        and 0 < factor <= _LARGEST
    )


def _may_be_too_large(term: Term, kinds: Kinds | None) -> bool:
    if not is_const(term):
        return kinds is None or "int" in kinds
    value = constant_value(term)
    return isinstance(value, int) and abs(value) > _LARGEST


def _steps(term: Term) -> int:
    return 1 + _steps(term[2]) + _steps(term[3]) if term[0] in HEADS else 0
