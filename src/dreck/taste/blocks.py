"""Reading blocks: arms, guards, exits, sizes."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence

from ..outline import HOLDING, FunctionNode

_LEAVES = (ast.Return, ast.Raise, ast.Continue, ast.Break)
_PLAIN_VALUES = (ast.Constant, ast.Name)
_JUMPS = (ast.Continue, ast.Break)
_SEQUENCES = (ast.Tuple, ast.List)

# Fields of statements that hold no statements themselves, but parts that do.
_PARTS = frozenset({"handlers", "cases"})


def arms_of(node: ast.If) -> Iterator[tuple[ast.expr | None, list[ast.stmt]]]:
    """The arms of an if with its elifs and its else, whose condition is None."""
    while True:
        yield node.test, node.body
        if len(node.orelse) == 1 and isinstance(node.orelse[0], ast.If):
            inner = node.orelse[0]
            if inner.col_offset == node.col_offset:
                node = inner
                continue
        if node.orelse:
            yield None, node.orelse
        return


def leaves(body: Sequence[ast.stmt]) -> bool:
    """Whether control never falls off the end of a block."""
    last = body[-1] if body else None
    if isinstance(last, ast.If):
        return bool(last.orelse) and leaves(last.body) and leaves(last.orelse)
    return isinstance(last, _LEAVES)


def size_of(body: Sequence[ast.stmt]) -> int:
    """How many statements stand in a block, at any depth."""
    size = 0
    pending: list[Sequence[ast.AST]] = [body]
    while pending:
        for node in pending.pop():
            kind = type(node)
            fields = HOLDING.get(kind)
            if fields is None:
                size += 1
                continue
            if kind is not ast.ExceptHandler and kind is not ast.match_case:
                size += 1
            pending += [getattr(node, f) for f in fields]
    return size


def sizes_of(body: Sequence[ast.stmt]) -> dict[int, int]:
    """How many statements stand in a block, in each block below, and in each statement that holds
    some, itself counted: by the ids of the lists and statements, as long as these live.
    """
    sizes: dict[int, int] = {}
    _fill(body, sizes)
    return sizes


def _fill(body: Sequence[ast.AST], sizes: dict[int, int]) -> int:
    size = len(body)
    for node in body:
        fields = HOLDING.get(type(node))
        if fields is None:
            continue
        inside = 0
        for field in fields:
            block = getattr(node, field)
            if field in _PARTS:
                for part in block:
                    inside += _fill(part.body, sizes)
            elif block:
                inside += _fill(block, sizes)
        sizes[id(node)] = inside + 1
        size += inside
    sizes[id(body)] = size
    return size


def is_empty(body: Sequence[ast.stmt]) -> bool:
    """Whether a block only holds ``pass`` or ``...``."""
    for node in body:
        if isinstance(node, ast.Pass):
            continue
        value = node.value if isinstance(node, ast.Expr) else None
        if not isinstance(value, ast.Constant) or value.value is not ...:
            return False
    return True


def is_guard(node: ast.stmt | None) -> bool:
    """Whether a statement is an if that always leaves and has no else."""
    return isinstance(node, ast.If) and not node.orelse and leaves(node.body)


def is_bare_check(node: ast.stmt) -> bool:
    """A check that does nothing but leave, as falling off the end would."""
    if not is_guard(node) or len(node.body) > 1:  # type: ignore[attr-defined]
        return False
    only = node.body[0]  # type: ignore[attr-defined]
    return isinstance(only, ast.Continue) or (isinstance(only, ast.Return) and only.value is None)


def is_choice_of_two(node: ast.stmt) -> bool:
    """Whether a statement is an if with one else and no elif."""
    return isinstance(node, ast.If) and len(list(arms_of(node))) == 2 and bool(node.orelse)


def is_plain_exit(node: ast.stmt) -> bool:
    """Whether a statement leaves with nothing to be worked out."""
    if isinstance(node, ast.Return):
        return node.value is None or isinstance(node.value, _PLAIN_VALUES)
    return isinstance(node, _JUMPS)


def targets_of(target: ast.expr) -> Iterator[str]:
    """The names that an assignment to this sets."""
    if isinstance(target, ast.Name):
        yield target.id
    elif isinstance(target, _SEQUENCES):
        for each in target.elts:
            yield from targets_of(each)


def says_a_constant(node: FunctionNode) -> bool:
    """Whether all that a function does is hand back a constant."""
    only = node.body[0] if len(node.body) == 1 else None
    return isinstance(only, ast.Return) and isinstance(only.value, ast.Constant)
