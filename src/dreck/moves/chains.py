"""Chains of equality tests on one subject: as ifs and elifs, as ifs that each return, or as a
match.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import dataclass

from ..outline import FunctionNode
from .module_view import ModuleView

_SUBJECTS = (ast.Name, ast.Attribute, ast.Subscript)


@dataclass(frozen=True, slots=True)
class KindArm:
    """One arm: the keys that lead into it, and what it does.

    Attributes:
        keys: constants, or members of enums, as trees.
        body: its statements.
        line: the line its test starts on.
    """

    keys: tuple[ast.expr, ...]
    body: list[ast.stmt]
    line: int


@dataclass(frozen=True, slots=True)
class Chain:
    """A chain of tests.

    Attributes:
        subject: what is tested.
        arms: the arms with keys, in order.
        otherwise: what is done for all other values; None if nothing is.
        statements: the statements that make the chain, side by side in one block.
        rest: whether ``otherwise`` stands behind the chain rather than in an else.
        block: the block that it stands in.
    """

    subject: ast.expr
    arms: tuple[KindArm, ...]
    otherwise: list[ast.stmt] | None
    statements: tuple[ast.stmt, ...]
    rest: bool
    block: list[ast.stmt]


def chains_of(function: FunctionNode) -> Iterator[Chain]:
    """All such chains of a function itself, outer ones first; parts of one are not given again."""
    yield from _in_block(function.body)


def _in_block(block: list[ast.stmt]) -> Iterator[Chain]:
    index = 0
    while index < len(block):
        found = _from_match(block, index) or _from_if(block, index)
        statement = block[index]
        if found is not None:
            yield found
        index += len(found.statements) if found is not None else 1
        for inner in _blocks(statement, found):
            yield from _in_block(inner)


def _blocks(statement: ast.stmt, found: Chain | None) -> Iterator[list[ast.stmt]]:
    if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        return
    if found is not None:
        yield from (arm.body for arm in found.arms)
        if found.otherwise is not None and not found.rest:
            yield found.otherwise
        return
    for part in ("body", "orelse", "finalbody"):
        block = getattr(statement, part, [])
        if block and isinstance(block[0], ast.stmt):
            yield block
    for child in [*getattr(statement, "handlers", []), *getattr(statement, "cases", [])]:
        yield child.body


def _from_if(block: list[ast.stmt], index: int) -> Chain | None:
    first = block[index]
    if not isinstance(first, ast.If):
        return None
    tested = _tested(first.test)
    if tested is None:
        return None
    subject = tested[0]
    arms: list[KindArm] = []
    statements: list[ast.stmt] = []
    rest: list[ast.stmt] | None = None
    for position in range(index, len(block)):
        statement = block[position]
        if not isinstance(statement, ast.If):
            break
        found = _arms_of_if(statement, subject)
        if found is None:
            break
        arms += found[0]
        statements.append(statement)
        rest = found[1]
        if rest is not None or not all(_leaves(a.body) for a in found[0]):
            break
    if rest is not None or not statements:
        return Chain(subject, tuple(arms), rest, tuple(statements), False, block) if arms else None
    following = block[index + len(statements) :]
    if len(following) == 1 and all(_leaves(a.body) for a in arms):
        return Chain(subject, tuple(arms), following, (*statements, following[0]), True, block)
    return Chain(subject, tuple(arms), None, tuple(statements), False, block)


def _arms_of_if(
    node: ast.If, subject: ast.expr
) -> tuple[list[KindArm], list[ast.stmt] | None] | None:
    """The arms of one if with its elifs, and its else; None if some test is about something
    else.
    """
    arms: list[KindArm] = []
    while True:
        tested = _tested(node.test)
        if tested is None or ast.dump(tested[0]) != ast.dump(subject):
            return None
        arms.append(KindArm(tested[1], node.body, node.lineno))
        if (
            len(node.orelse) == 1
            and isinstance(node.orelse[0], ast.If)
            and node.orelse[0].col_offset == node.col_offset
        ):
            node = node.orelse[0]
            continue
        return arms, node.orelse or None


def _from_match(block: list[ast.stmt], index: int) -> Chain | None:
    node = block[index]
    if not isinstance(node, ast.Match) or not (
        isinstance(node.subject, _SUBJECTS) or _is_pair(node.subject)
    ):
        return None
    arms: list[KindArm] = []
    otherwise: list[ast.stmt] | None = None
    for case in node.cases:
        if case.guard is not None or otherwise is not None:
            return None
        if (
            isinstance(case.pattern, ast.MatchAs)
            and case.pattern.pattern is None
            and case.pattern.name is None
        ):
            otherwise = case.body
            continue
        keys = _pattern_keys(case.pattern)
        if keys is None or any(
            isinstance(k, ast.Tuple) is not isinstance(node.subject, ast.Tuple) for k in keys
        ):
            return None
        arms.append(KindArm(keys, case.body, case.pattern.lineno))
    return Chain(node.subject, tuple(arms), otherwise, (node,), False, block)


def _is_pair(node: ast.expr) -> bool:
    return (
        isinstance(node, ast.Tuple)
        and len(node.elts) == 2
        and all(isinstance(e, _SUBJECTS) for e in node.elts)
    )


def _pattern_keys(pattern: ast.pattern) -> tuple[ast.expr, ...] | None:
    if isinstance(pattern, ast.MatchValue) and is_key(pattern.value):
        return (pattern.value,)
    if isinstance(pattern, ast.MatchSequence) and len(pattern.patterns) == 2:
        keys = [_pattern_keys(p) for p in pattern.patterns]
        return (
            None
            if keys[0] is None or keys[1] is None
            else tuple(_pair(a, b) for a in keys[0] for b in keys[1])
        )
    if isinstance(pattern, ast.MatchOr):
        parts = [_pattern_keys(p) for p in pattern.patterns]
        return None if None in parts else tuple(k for p in parts if p is not None for k in p)
    return None


def _tested(test: ast.expr) -> tuple[ast.expr, tuple[ast.expr, ...]] | None:
    """The subject and the keys of an equality or membership test."""
    if isinstance(test, ast.BoolOp) and isinstance(test.op, ast.Or):
        parts = [_tested(v) for v in test.values]
        found = [p for p in parts if p is not None]
        if len(found) != len(parts) or len({ast.dump(p[0]) for p in found}) > 1:
            return None
        return found[0][0], tuple(k for p in found for k in p[1])
    if isinstance(test, ast.BoolOp):
        return _two_tested(test)
    if not isinstance(test, ast.Compare) or len(test.ops) != 1:
        return None
    left, op, right = test.left, test.ops[0], test.comparators[0]
    members = [n for n in (left, right) if isinstance(n, ast.Attribute) and is_key(n)]
    if isinstance(op, ast.Eq) or (isinstance(op, ast.Is) and len(members) == 1):
        if isinstance(left, _SUBJECTS) and not is_key(left) and is_key(right):
            return left, (right,)
        if isinstance(right, _SUBJECTS) and not is_key(right) and is_key(left):
            return right, (left,)
    if (
        isinstance(op, ast.In)
        and isinstance(right, ast.Tuple | ast.List | ast.Set)
        and isinstance(left, _SUBJECTS)
    ):
        return (left, tuple(right.elts)) if right.elts and all(map(is_key, right.elts)) else None
    return None


def _two_tested(test: ast.BoolOp) -> tuple[ast.expr, tuple[ast.expr, ...]] | None:
    """Two subjects and the pairs of their keys, of ``a == 1 and b == 2``."""
    parts = [_tested(v) for v in test.values]
    found = [p for p in parts if p is not None]
    plain = len(found) == len(parts) == 2 and not any(isinstance(p[0], ast.Tuple) for p in found)
    if not plain or ast.dump(found[0][0]) == ast.dump(found[1][0]):
        return None
    (one, first), (other, second) = found
    return _pair(one, other), tuple(_pair(a, b) for a in first for b in second)


def _pair(one: ast.expr, other: ast.expr) -> ast.Tuple:
    """A pair that the text does not hold; it gets the place of its first part."""
    return ast.copy_location(ast.Tuple([one, other], ast.Load()), one)


def source_of(view: ModuleView, node: ast.expr) -> str:
    """The text of a subject or a key; of a pair, one that makes it."""
    if isinstance(node, ast.Tuple):
        return f"({', '.join(view.offsets.source(e) for e in node.elts)})"
    return view.offsets.source(node)


def kind_of_key(key: ast.expr) -> str:
    """The type of a key, or the enum that it is a member of."""
    if isinstance(key, ast.Tuple):
        return ", ".join(map(kind_of_key, key.elts))
    if isinstance(key, ast.Attribute):
        return ast.unparse(key.value)
    return type(ast.literal_eval(key)).__name__


def is_key(node: ast.expr) -> bool:
    """Whether an expression can be a key: a plain constant, or what looks like a member of an
    enum.
    """
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        return isinstance(node.operand, ast.Constant) and type(node.operand.value) in (int, float)
    if isinstance(node, ast.Constant):
        return isinstance(node.value, str | int | bytes) and not isinstance(node.value, bool)
    return (
        isinstance(node, ast.Attribute)
        and isinstance(node.value, ast.Name)
        and node.attr.isupper()
        and node.value.id[:1].isupper()
    )


def _leaves(body: list[ast.stmt]) -> bool:
    return isinstance(body[-1], ast.Return | ast.Raise | ast.Continue | ast.Break)
