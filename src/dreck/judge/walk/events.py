"""What the prover knows of single steps: which are silent, which are the same, what they yield."""

from __future__ import annotations

import ast

from collections.abc import Callable, Mapping, Sequence
from typing import Any, TypeAlias

from ..ir.graph import Do
from ..ir.operations import OPERATIONS, named
from ..world.answering import names_defined
from ..world.around import Names
from ..world.rows import field_of, parts_of
from ..values.terms import (
    BOOL,
    NONE,
    NUMBERS,
    PLAIN,
    Kinds,
    Term,
    all_plain,
    compared,
    enum_kind,
    identity,
    is_const,
    kinds_of,
    negated,
    truth_of,
)
from ..values.text_methods import answer_of, contains, method_of, slice_of
from ..values.sums import arithmetic, filled_in, joined, ordered_whole, shown
from ..face.verdict import AssumptionKind

# Steps that, done again on the same operands with nothing but such steps between, yield the same
# under an assumption.
AGAIN: Mapping[str, AssumptionKind] = {
    name: AssumptionKind(row.again) for name, row in OPERATIONS.items() if row.again
}
# Steps that read an attribute.
READS = frozenset({"getattr", "pattern attribute"})
# Steps that run no code of anybody's, so that names of the module keep their values.
QUIET = named(foreign=False)
# Steps that cannot raise once their operands are there.
MAY_NOT_RAISE = named(raises=False)
_FLAG_FIRST = named(flag=True)
_OPPOSITE = {"<": ">=", ">=": "<", ">": "<=", "<=": ">", "==": "!=", "!=": "=="}
_MIRRORED = {"<": ">", ">": "<", "<=": ">=", ">=": "<=", "==": "==", "!=": "!="}
_INSTANCES: Mapping[str, Kinds] = {
    "int": frozenset({"int", "bool"}),
    **{name: frozenset({name}) for name in ("bool", "float", "str", "bytes")},
}
# Built-in functions that always yield a value of exactly this type.
_YIELDS: Mapping[str, Kinds] = {
    # What `__int__` and `__float__` give is made one of these, if it is of a class derived from them.
    **dict.fromkeys(("len", "ord", "id", "hash", "int"), frozenset({"int"})),
    "float": frozenset({"float"}),
    **dict.fromkeys(
        ("isinstance", "issubclass", "callable", "hasattr", "bool", "any", "all"), BOOL
    ),
}


COMPREHENSIONS: Mapping[type[ast.AST], str] = {
    ast.ListComp: "list",
    ast.SetComp: "set",
    ast.DictComp: "dict",
}
# Steps that make a built-in container of what stands in its display.
_DISPLAYS = frozenset({"list", "set", "dict", "list-star", "set-star"})


def silent_result(node: Do, terms: Sequence[Term], kinds: Mapping[int, Kinds]) -> list[Term] | None:
    """What a step yields where nobody can observe it; None where it is an effect."""
    if node.kind == "hash":
        return [] if all_plain(kinds_of(terms[0], kinds)) else None
    if node.kind == "unpack":
        parts = _taken_apart(terms[0])
        return None if parts is None or node.detail != (len(parts), None) else list(parts)
    answer = _ANSWERS.get(node.kind)
    result = None if answer is None else answer(node.detail, terms, kinds)
    return None if result is None else [result]


def _compared(detail: Any, terms: Sequence[Term], kinds: Mapping[int, Kinds]) -> Term | None:
    found = ordered_whole(detail, terms[0], terms[1], kinds)
    return compared(detail, terms[0], terms[1], kinds) if found is None else found


def _calculated(detail: Any, terms: Sequence[Term], kinds: Mapping[int, Kinds]) -> Term | None:
    found = arithmetic(detail, terms[0], terms[1], kinds)
    return filled_in(terms[0], terms[1], kinds) if found is None and detail == "%" else found


def _is_number(terms: Sequence[Term], kinds: Mapping[int, Kinds]) -> Term:
    known = kinds_of(terms[0], kinds)
    return ("c", "bool", known is not None and known <= NUMBERS)


def _attribute(detail: Any, terms: Sequence[Term], kinds: Mapping[int, Kinds]) -> Term | None:
    is_row = terms[0][0] == "row"
    return field_of(terms[0], detail) if is_row else method_of(detail, terms[0], kinds)


def _called(detail: Any, terms: Sequence[Term], kinds: Mapping[int, Kinds]) -> Term | None:
    plain = terms[0][0] == "method" and detail == ((False,) * (len(terms) - 1), (), ())
    return answer_of(terms[0], terms[1:], kinds) if plain else None


def _is_one_of(item: Term, member: Term, kinds: Mapping[int, Kinds]) -> Term | None:
    """Whether a value is found as a member: the very same NaN is, though it equals nothing."""
    known = kinds_of(member, kinds)
    exact = is_const(member) or (known is not None and "float" not in known)
    return compared("==", item, member, kinds) if exact else None


def _item(container: Term, index: Term) -> Term | None:
    """An item of a tuple whose parts are known, by a constant index that is in range."""
    parts = _taken_apart(container)
    if parts is None or index[0] != "c" or index[1] != "int":
        return None
    return parts[index[2]] if -len(parts) <= index[2] < len(parts) else None


def _taken_apart(container: Term) -> tuple[Term, ...] | None:
    """The parts of a tuple, or of a row that is one."""
    if container[0] == "row":
        return parts_of(container) if container[4] else None
    return container[1:] if container[0] in ("tuple", "listed") else None


_Answer: TypeAlias = Callable[[Any, Sequence[Term], Mapping[int, Kinds]], Term | None]
# What steps of each kind yield, by their detail, their operands, and the kinds of values.
_ANSWERS: Mapping[str, _Answer] = {
    "truth": lambda d, t, k: truth_of(t[0], k),
    "not": lambda d, t, k: negated(t[0]),
    "is": lambda d, t, k: identity(t[0], t[1], k),
    "compare": _compared,
    **dict.fromkeys(("binop", "inplace"), _calculated),
    **dict.fromkeys(("format", "show"), lambda d, t, k: shown(t[0], d, k) if len(t) == 1 else None),
    "join": lambda d, t, k: joined(t, k),
    **dict.fromkeys(
        ("sum up", "join up", "count up"), lambda d, t, k: arithmetic("+", t[0], t[1], k)
    ),
    "tuple": lambda d, t, k: ("tuple", *t),
    "slice": lambda d, t, k: ("slice", *t),
    "is number": lambda d, t, k: _is_number(t, k),
    "getitem": lambda d, t, k: _item(t[0], t[1]) or slice_of(t[0], t[1], k),
    "getattr": _attribute,
    "call": _called,
    "row": lambda d, t, k: d.term(tuple(t)),
    "member": lambda d, t, k: _is_one_of(t[0], t[1], k),
    "in": lambda d, t, k: _membership(t[0], t[1], k) or contains(t[0], t[1], k),
}


def is_instance(
    value: Term, class_name: str | None, kinds: Mapping[int, Kinds], names: Names
) -> Term | None:
    """The bool term of ``isinstance(value, class_name)`` for plain values and built-in types, else
    None.
    """
    known = kinds_of(value, kinds)
    if (
        class_name is not None
        and class_name in names.enums
        and known is not None
        and all_plain(known)
    ):
        kind = enum_kind(class_name, names.enums[class_name])
        return ("c", "bool", known == {kind}) if known == {kind} or kind not in known else None
    if (
        class_name is None
        or known is None
        or not known <= PLAIN
        or not names.is_builtin(class_name)
    ):
        return None
    wanted = _INSTANCES.get(class_name)
    if wanted is None:
        return None
    if known <= wanted:
        return ("c", "bool", True)
    if known - wanted == {"NoneType"}:
        return negated(identity(value, NONE, kinds))
    return ("isa", value, class_name) if known & wanted else ("c", "bool", False)


def _membership(item: Term, container: Term, kinds: Mapping[int, Kinds]) -> Term | None:
    known = kinds_of(item, kinds)
    if known is None or not known <= PLAIN or container[0] != "tuple":
        return None
    return ("in", item, container) if all(is_const(t) for t in container[1:]) else None


def result_kinds(node: Do, callee: str | None, names: Names) -> list[Kinds | None]:
    """The types of what an effect yields, one for each of its slots."""
    found: list[Kinds | None] = [None] * len(node.outs)
    if node.kind in _FLAG_FIRST:
        found[0] = BOOL
    elif node.kind == "call" and callee is not None and names.is_builtin(callee):
        found[0] = _YIELDS.get(callee)
    elif node.kind in _DISPLAYS:
        found[0] = frozenset({node.kind.removesuffix("-star")})
    elif node.kind == "comprehension" and type(node.source) in COMPREHENSIONS:
        found[0] = frozenset({COMPREHENSIONS[type(node.source)]})
    elif node.kind == "binop" and node.detail == "%" and _fills_a_text(node.source):
        ours = names_defined("__rmod__", names.declared.trees)
        found[0] = None if ours else frozenset({"str"})
    elif node.kind == "show":
        found[0] = frozenset({"str"})
    elif node.kind == "join" and len(node.operands) > 1:
        # One part alone is handed on as it is, and may be of a class derived from str.
        found[0] = frozenset({"str"})
    return found


def _fills_a_text(source: ast.AST) -> bool:
    """Whether a text as it is written is filled in."""
    return (
        isinstance(source, ast.BinOp)
        and isinstance(source.left, ast.Constant)
        and isinstance(source.left.value, str)
    )


def opposite_comparison(
    left: str, left_terms: Sequence[Term], right: str, right_terms: Sequence[Term]
) -> tuple[AssumptionKind, bool] | None:
    """Whether two comparisons are the same question under an assumption.

    Returns:
        The assumption, and whether the answers are opposite; None if they are unrelated.
    """
    if list(left_terms) == list(reversed(list(right_terms))) and list(left_terms) != list(
        right_terms
    ):
        right = _MIRRORED[right]
    elif list(left_terms) != list(right_terms):
        return None
    if right not in (left, _OPPOSITE[left]):
        return None
    kind = AssumptionKind.PLAIN_EQUALITY if left in ("==", "!=") else AssumptionKind.TOTAL_ORDER
    return kind, right != left
