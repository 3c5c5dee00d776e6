"""Symbolic values: what the prover knows a local name to hold.

A term is a nested tuple, so that terms compare, hash and copy for free:

=====================  ==========================================================
``("c", kind, key)``   a constant; *kind* is its type's name, *key* tells it apart
``("s", n)``           an unknown value, number *n*
``("not", t)``         the opposite of a bool term
``("is", a, b)``       identity; ``("eq", a, b)`` equality of plain values
``("lt", a, b)``       order of plain values; ``("le", a, b)`` likewise
``("truth", t)``       the truth of a plain value that is not a bool
``("in", a, b)``       membership of a plain value in a tuple of constants
``("isa", t, name)``   whether a plain value is of a built-in type
``("bound", t)``       whether a local name is bound
``("tuple", ...)``     a tuple display; ``("slice", ...)`` likewise
``("sum", ...)``       a sum of products of whole numbers; ``("text", ...)`` texts in a row
``("divided", op, a, b)`` what ``//`` or ``%`` make of a whole number by a written one
``("float", op, a, b)`` a sum, product or quotient that is a float; ``("number", op, a, b)`` one
                       that is a float or a whole number
``("asked", ...)``     what a text answers, and ``cut``, ``counted``, ``method``: see text_methods.py
``("new", side, n, k)`` a new container of type k that only one version has made so far
``("adder", t)``       the bound ``append`` of a list, or ``add`` of a set
``("inserter", t)``    the bound ``insert`` of a list
``("helper", name)``   a function that the function itself defines and only calls
``("unbound",)``       what a local name holds before it is assigned
=====================  ==========================================================

*Plain* values are of the immutable built-in types in :data:`PLAIN`: operations on
them run no code of anybody's, so the judge may move, drop or repeat them.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from typing import Any, TypeAlias

Term: TypeAlias = tuple[Any, ...]
Kinds: TypeAlias = frozenset[str]

NUMBERS: Kinds = frozenset({"int", "bool", "float"})
WHOLE: Kinds = frozenset({"int", "bool"})
PLAIN: Kinds = NUMBERS | {"str", "bytes", "NoneType"}
BOOL: Kinds = frozenset({"bool"})
CONTAINERS: Kinds = frozenset({"list", "set", "dict"})
_MADE_OF: Mapping[str, Kinds] = {
    **dict.fromkeys(("sum", "divided"), frozenset({"int"})),
    **dict.fromkeys(("text", "as text", "filled", "cut"), frozenset({"str"})),
    "counted": frozenset({"int"}),
    "float": frozenset({"float"}),
    "number": frozenset({"int", "float"}),
}
_ONLY_NONE: Kinds = frozenset({"NoneType"})
_ONLY_TEXT: Kinds = frozenset({"str"})

UNBOUND: Term = ("unbound",)
NONE: Term = ("c", "NoneType", None)
TRUE: Term = ("c", "bool", True)
FALSE: Term = ("c", "bool", False)

# Values that are told by what is in them, though each of them was made at some place.
MADE = frozenset(
    {"tuple", "slice", "sum", "divided", "text", "as text", "filled", "row", "float", "number"}
    | {"cut", "counted", "method"}
)
_ENUM = "enum "
_BOOL_HEADS = frozenset({"not", "is", "eq", "lt", "le", "truth", "in", "isa", "bound", "asked"})


def const(value: object) -> Term:
    """The term of a constant; 1, True and 1.0 stay three different terms.

    >>> const(1) == const(True)
    False
    """
    kind = type(value).__name__
    key = repr(value) if isinstance(value, float | complex) else value
    return ("c", kind, key)


def constant_value(term: Term) -> object:
    """The Python value of a constant term (floats are read back from their text).

    For a member of an enum it is something equal to nothing else.
    """
    if is_member(term):
        return (term[1], term[2])
    if term[1] == "float":
        return float(term[2])
    return complex(term[2]) if term[1] == "complex" else term[2]


def is_const(term: Term) -> bool:
    """Whether the term is a constant."""
    return bool(term[0] == "c")


# Built-in classes of which no object can be of two, derived ones included: each lays its objects out in
# a way of its own. Each with what it is derived from itself.
SOLID: Mapping[str, tuple[str, ...]] = {
    **{n: (n,) for n in "str bytes int float complex list dict tuple set frozenset".split()},
    "bytearray": ("bytearray",),
    "bool": ("bool", "int"),
}
# Where a step that was seen has its detail: the names of keywords, and the like.
_DETAIL = 2


def negated(term: Term) -> Term:
    """The opposite of a bool term, without stacking two negations."""
    if term == TRUE:
        return FALSE
    if term == FALSE:
        return TRUE
    inner: Term = term[1] if term[0] == "not" else ("not", term)
    return inner


def symbols(term: Term) -> Iterator[int]:
    """The numbers of all unknown values inside a term."""
    if term[0] == "s":
        yield term[1]
    elif term[0] == "new":
        yield term[2]
    elif term[0] != "c":
        for part in term[_DETAIL + 1 :] if term[0] == "seen" else term[1:]:
            if isinstance(part, tuple):
                yield from symbols(part)


def substituted(term: Term, old: Term, new: Term) -> Term:
    """The term with one part replaced everywhere."""
    if term == old:
        return new
    if term[0] in ("c", "s"):
        return term
    return _mapped(term, lambda part: substituted(part, old, new))


def renamed(term: Term, names: Mapping[int, int]) -> Term:
    """The term with its unknown values renumbered."""
    if term[0] == "s":
        return ("s", names[term[1]])
    if term[0] == "new":
        return ("new", term[1], names[term[2]], term[3])
    if term[0] == "c":
        return term
    return _mapped(term, lambda part: renamed(part, names))


def _mapped(term: Term, change: Callable[[Term], Term]) -> Term:
    """A term with its parts changed; the detail of a step that was seen is no term."""
    detail = _DETAIL if term[0] == "seen" else 0
    return tuple(
        change(p) if isinstance(p, tuple) and (not detail or i != detail) else p
        for i, p in enumerate(term)
    )


def kinds_of(term: Term, known: Mapping[int, Kinds]) -> Kinds | None:
    """The names of the types a term may have, or None when anything is possible."""
    head = term[0]
    if head == "s":
        return known.get(term[1])
    if head == "c":
        return frozenset({term[1]})
    if head in _BOOL_HEADS:
        return BOOL
    if head == "new":
        return frozenset({term[3]})
    if head in _MADE_OF:
        return _MADE_OF[head]
    return frozenset({head})


def is_plain(term: Term, known: Mapping[int, Kinds]) -> bool:
    """Whether the value is of a known immutable built-in type."""
    kinds = kinds_of(term, known)
    return all_plain(kinds)


def all_plain(kinds: Kinds | None) -> bool:
    """Whether types are known and all plain: built-in ones, or enums without an ``==`` of their
    own.
    """
    return kinds is not None and all(k in PLAIN or k.startswith(_ENUM) for k in kinds)


def enum_kind(name: str, members: tuple[str, ...]) -> str:
    """The kind of an enum's members; it carries their names, so that facts can exhaust them."""
    return f"{_ENUM}{name}:{','.join(members)}"


def member_of(name: str, members: tuple[str, ...], member: str) -> Term:
    """The term of an enum's member."""
    return ("c", enum_kind(name, members), member)


def is_member(term: Term) -> bool:
    """Whether a term is a member of an enum."""
    return term[0] == "c" and str(term[1]).startswith(_ENUM)


def members_of_kind(kind: str) -> tuple[str, ...]:
    """The members of an enum's kind; none for other kinds."""
    return tuple(kind.partition(":")[2].split(",")) if kind.startswith(_ENUM) else ()


def truth_of(term: Term, known: Mapping[int, Kinds]) -> Term | None:
    """The bool term that says whether a value is true, or None if asking runs code."""
    if is_const(term):
        return TRUE if constant_value(term) else FALSE
    if term[0] == "tuple":
        return TRUE if len(term) > 1 else FALSE
    if term[0] == "text" and any(map(is_const, term[1:])):
        return TRUE  # no part of it that is known is empty
    kinds = kinds_of(term, known)
    if kinds is None or not all_plain(kinds):
        return None
    if kinds == BOOL:
        return term
    if kinds == _ONLY_NONE:
        return FALSE
    if kinds <= NUMBERS:
        return negated(("eq", term, const(0)))
    return negated(("eq", term, const(""))) if kinds == _ONLY_TEXT else ("truth", term)


def identity(a: Term, b: Term, known: Mapping[int, Kinds]) -> Term:
    """The bool term of ``a is b``, decided where the language decides it."""
    if _is_singleton(a) and _is_singleton(b):
        return TRUE if a == b else FALSE
    if _is_singleton(a):
        a, b = b, a
    if _is_singleton(b):
        kinds = kinds_of(a, known)
        if is_member(b) and all_plain(kinds):
            return ("eq", a, b)
        if kinds is not None and b[1] not in kinds:
            return FALSE
        if kinds == _ONLY_NONE:
            return TRUE
        if kinds == BOOL and b in (TRUE, FALSE):
            return a if b == TRUE else negated(a)
    elif a == b and a[0] == "s":
        return TRUE
    elif kinds_of(a, known) == kinds_of(b, known) == BOOL:
        return _equality(a, b)  # there is one object for each truth
    return ("is", *_ordered(a, b))


def _is_singleton(term: Term) -> bool:
    return term in (NONE, TRUE, FALSE, const(...)) or is_member(term)


def compared(op: str, a: Term, b: Term, known: Mapping[int, Kinds]) -> Term | None:
    """The bool term of a comparison between plain values, or None if it may run code or raise.

    ``a >= b`` becomes ``not a < b`` only where NaN cannot come in.
    """
    op, a, b = _of_what_is_left(op, a, b)
    left, right = kinds_of(a, known), kinds_of(b, known)
    if left is None or right is None or not all_plain(left | right):
        return None
    if op in ("==", "!="):
        # Of plain values only None equals None.
        is_none = identity(a, b, known) if NONE in (a, b) else None
        term = is_none or _truth_compared(a, b, left, right) or _equality(a, b)
        return negated(term) if op == "!=" else term
    if not _orderable(left, right):
        return None
    if op in (">", ">="):
        a, b, left, right, op = b, a, right, left, "<" if op == ">" else "<="
    if is_const(a) and is_const(b):
        x: Any = constant_value(a)
        y: Any = constant_value(b)
        return TRUE if (x < y if op == "<" else x <= y) else FALSE
    if op == "<":
        return ("lt", a, b)
    return (
        negated(("lt", b, a))
        if not (_may_be_nan(a, left) or _may_be_nan(b, right))
        else ("le", a, b)
    )


def _of_what_is_left(op: str, a: Term, b: Term) -> tuple[str, Term, Term]:
    """What is left of a whole number divided by two is 0 or 1, and of one divided by a positive
    number never less than 0: whether it is 1, or more than 0, is whether it is not 0.
    """
    if b[:2] == ("divided", "%") and is_const(a):
        a, b, op = b, a, {"<": ">", ">": "<", "<=": ">=", ">=": "<="}.get(op, op)
    if a[:2] != ("divided", "%") or not is_const(b) or type(b[2]) is not int:
        return op, a, b
    by = a[3][2]
    if by == 2 and b[2] == 1 and op in ("==", "!="):
        return ("!=" if op == "==" else "=="), a, const(0)
    if by > 0 and (op, b[2]) in ((">", 0), (">=", 1)):
        return "!=", a, const(0)
    if by > 0 and (op, b[2]) in (("<=", 0), ("<", 1)):
        return "==", a, const(0)
    return op, a, b


def is_agreement(term: Term, known: Mapping[int, Kinds]) -> bool:
    """Whether a term asks whether two truths, of which neither is a constant, are the same."""
    if term[0] != "eq" or is_const(term[1]) or is_const(term[2]):
        return False
    return kinds_of(term[1], known) == BOOL and kinds_of(term[2], known) == BOOL


def _truth_compared(a: Term, b: Term, left: Kinds, right: Kinds) -> Term | None:
    """A bool compared with True, False, 1 or 0 is the bool or its opposite."""
    for asked, kinds, other in ((a, left, b), (b, right, a)):
        if (
            kinds == BOOL
            and not is_const(asked)
            and is_const(other)
            and other[1] in WHOLE
            and other[2] in (0, 1)
        ):
            return asked if other[2] else negated(asked)
    return None


def _equality(a: Term, b: Term) -> Term:
    if is_const(a) and is_const(b):
        return TRUE if constant_value(a) == constant_value(b) else FALSE
    return ("eq", *_ordered(a, b))


def _ordered(a: Term, b: Term) -> tuple[Term, Term]:
    """Two operands of a symmetric question in a fixed order, a constant last."""
    return (b, a) if is_const(a) or (not is_const(b) and repr(b) < repr(a)) else (a, b)


def _orderable(left: Kinds, right: Kinds) -> bool:
    both = left | right
    return both <= NUMBERS or both == _ONLY_TEXT or both == frozenset({"bytes"})


def _may_be_nan(term: Term, kinds: Kinds) -> bool:
    return "float" in kinds and not (is_const(term) and term[2] != "nan")
