"""Sums and products of whole numbers, and texts one behind the other, each in one normal form.

Whole numbers form a ring, so sums of products may be multiplied out and put in order: ``a - b`` and
``a + -1 * b`` are one term. A bool counts as a number here but adding zero to it makes it an int,
so a lone
summand only stands for itself where it is an ``int`` for sure. (Of floats none of this holds.)
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import TypeAlias

from .terms import BOOL, WHOLE, Kinds, Term, compared, const, is_const, kinds_of

# Products in one sum, and factors in one product, at most; larger ones stay as they are written.
_MOST_PARTS = 24
_MOST_FACTORS = 4
# Bits, and numbers that pick some, at most.
_MOST_BITS = 255

_ONLY_INT: Kinds = frozenset({"int"})
_ONLY_TEXT: Kinds = frozenset({"str"})
# How often each product of unknown factors counts; the empty product is the plain number.
_Sum: TypeAlias = Mapping[tuple[Term, ...], int]


def arithmetic(op: str, a: Term, b: Term, known: Mapping[int, Kinds]) -> Term | None:
    """The term of ``a op b`` where it can neither raise nor run code, else None."""
    left, right = kinds_of(a, known), kinds_of(b, known)
    if left is None or right is None:
        return None
    if left | right <= WHOLE and op in ("+", "-", "*"):
        return _whole_sum(op, a, b, lambda t: kinds_of(t, known) == _ONLY_INT)
    if left | right <= WHOLE and op in ("//", "%"):
        return _divided(op, a, b)
    if left | right <= WHOLE and op in ("&", ">>"):
        return _of_bits(op, a, b)
    if left == right == BOOL and op == "^":
        return compared("!=", a, b, known)
    return _joined_text(a, b) if left == right == _ONLY_TEXT and op == "+" else None


def _divided(op: str, a: Term, b: Term) -> Term | None:
    """``a // b`` or ``a % b`` of whole numbers, where b is one that is written and not zero."""
    if not is_const(b) or not b[2]:
        return None
    if is_const(a):
        return const(a[2] // b[2] if op == "//" else a[2] % b[2])
    return ("divided", op, a, b)


def _of_bits(op: str, a: Term, b: Term) -> Term | None:
    """The lowest bits of a whole number, and the others, as what is left of it divided by a power
    of two: Python's ``//`` and ``%`` round down, as ``>>`` and ``&`` do, also below zero.
    """
    if op == "&" and is_const(a):
        a, b = b, a
    if not is_const(b) or type(b[2]) is not int or not 0 <= b[2] <= _MOST_BITS:
        return None
    if op == ">>":
        return _divided("//", a, const(2 ** b[2]))
    is_mask = b[2] > 0 and not b[2] & (b[2] + 1)
    return _divided("%", a, const(b[2] + 1)) if is_mask else None


def _whole_sum(op: str, a: Term, b: Term, is_int: Callable[[Term], bool]) -> Term | None:
    """The normal form of ``a op b`` for whole numbers and ``+``, ``-`` or ``*``; None if it is too
    large.
    """
    left, right = _parts(a), _parts(b)
    found: dict[tuple[Term, ...], int] = {}
    if op == "*":
        for one, times in left.items():
            for other, often in right.items():
                factors = tuple(sorted((*one, *other), key=repr))
                found[factors] = found.get(factors, 0) + times * often
    else:
        found.update(left)
        for factors, often in right.items():
            found[factors] = found.get(factors, 0) + (often if op == "+" else -often)
    found = {factors: often for factors, often in found.items() if often}
    if len(found) > _MOST_PARTS or any(len(f) > _MOST_FACTORS for f in found):
        return None
    return _term(found, is_int)


def ordered_whole(op: str, a: Term, b: Term, known: Mapping[int, Kinds]) -> Term | None:
    """A comparison of whole numbers as one of their difference with a constant, in one form.

    ``cap - level <= 0``, ``level >= cap`` and ``cap < level + 1`` are the same question. None where
    a number is compared with a constant already, or the numbers need not be whole.
    """
    left, right = kinds_of(a, known), kinds_of(b, known)
    if left is None or right is None or not left | right <= WHOLE:
        return None
    if (a[0] == "c" or b[0] == "c") and "sum" not in (a[0], b[0]):
        return None
    if left == right == BOOL and op in ("==", "!="):
        return None  # whether two truths agree is asked of each
    found = dict(_parts(a))
    for factors, often in _parts(b).items():
        found[factors] = found.get(factors, 0) - often
    bound = -found.pop((), 0)
    found = {factors: often for factors, often in found.items() if often}
    if not found or len(found) > _MOST_PARTS:
        return None
    if found[min(found, key=repr)] < 0:
        found, bound, op = {f: -n for f, n in found.items()}, -bound, _TURNED[op]
    term = _term(found, lambda _: True)
    if op in ("==", "!="):
        asked: Term = ("eq", term, const(bound))
        return asked if op == "==" else ("not", asked)
    # Whole numbers have a next one: d <= k is d < k + 1.
    is_below = op in ("<", "<=")
    below: Term = ("lt", term, const(bound + (op in ("<=", ">"))))
    return below if is_below else ("not", below)


_TURNED = {"<": ">", ">": "<", "<=": ">=", ">=": "<=", "==": "==", "!=": "!="}


def _joined_text(a: Term, b: Term) -> Term:
    """The normal form of two texts, one behind the other."""
    parts: list[Term] = []
    for part in (*_pieces(a), *_pieces(b)):
        if part[0] == "c" and parts and parts[-1][0] == "c":
            parts[-1] = const(parts[-1][2] + part[2])
        elif part != const(""):
            parts.append(part)
    if not parts:
        return const("")
    return parts[0] if len(parts) == 1 else ("text", *parts)


def shown(term: Term, conversion: int, known: Mapping[int, Kinds]) -> Term | None:
    """What stands in a text for a value in braces without a format of its own; None unless that is
    a text, which stands for itself. (Of a whole number it may be an error: it can be too long.)

    Args:
        term: the value.
        conversion: the letter behind ``!``, as the tree of an f-string has it.
        known: the kinds of values.
    """
    is_itself = conversion in (-1, ord("s")) and kinds_of(term, known) == _ONLY_TEXT
    return term if is_itself else None


def joined(parts: Sequence[Term], known: Mapping[int, Kinds]) -> Term | None:
    """Some texts one behind the other; None if one of them may be anything else."""
    if any(kinds_of(p, known) != _ONLY_TEXT for p in parts):
        return None
    text = const("")
    for part in parts:
        text = _joined_text(text, part)
    return text


def filled_in(pattern: Term, given: Term, known: Mapping[int, Kinds]) -> Term | None:
    """``pattern % given`` where the pattern is constant, asks for texts only, and gets these."""
    if not is_const(pattern) or pattern[1] != "str":
        return None
    pieces = pattern[2].replace("%%", "\0").split("%s")
    if any("%" in p for p in pieces) or "\0" in pattern[2]:
        return None
    values = given[1:] if given[0] == "tuple" else (given,)
    if len(values) != len(pieces) - 1:
        return None
    plain = [const(p.replace("\0", "%")) for p in pieces]
    every = [t for pair in zip(plain, values, strict=False) for t in pair]
    return joined([*every, plain[-1]], known)


def _parts(term: Term) -> _Sum:
    if term[0] == "c":
        return {(): int(term[2])} if term[2] else {}
    if term[0] != "sum":
        return {(term,): 1}
    return {tuple(part[2:]): part[1] for part in term[1:]}


def _term(found: _Sum, is_int: Callable[[Term], bool]) -> Term:
    if not found:
        return const(0)
    if found.keys() == {()}:
        return const(found[()])
    lone = next(iter(found)) if len(found) == 1 else ()
    if len(lone) == 1 and found[lone] == 1 and is_int(lone[0]):
        return lone[0]
    return ("sum", *(("part", found[f], *f) for f in sorted(found, key=repr)))


def _pieces(term: Term) -> tuple[Term, ...]:
    return term[1:] if term[0] == "text" else (term,)
