"""Conditions that hold the sizes of one thing against those of another: whether it fits."""

from __future__ import annotations

import ast
from collections.abc import Iterator

from .words import words_of

_SIZES = frozenset("""
    area beam breadth capacity count depth diameter draft draught height length load mass number people persons seats size
    space thickness tonnage tons volume weight width
    """.split())
_LEAST = 2


def fitting(node: ast.BoolOp) -> tuple[str, bool] | None:
    """What something fits, where a condition asks for several of its sizes.

    Args:
        node: comparisons in a row.

    Returns:
        The name of what it fits (empty for the object itself), and whether the condition asks that
        it
        does, and not that it does not; None if it asks something else.

    >>> fitting(ast.parse("ship.length <= lock.length and ship.draught < lock.depth - 1", mode="eval").body)
    ('lock', True)
    """
    fits = isinstance(node.op, ast.And)
    pairs = {pair for value in node.values for pair in _held_against(value, fits=fits)}
    if len(pairs) != 1 or len(node.values) < _LEAST:
        return None
    inner, outer = pairs.pop()
    return None if inner == outer else ("" if outer == "self" else outer, fits)


def _held_against(node: ast.expr, *, fits: bool) -> Iterator[tuple[str, str]]:
    """What is smaller, and than what; something else for any other condition."""
    if isinstance(node, ast.BoolOp) and isinstance(node.op, ast.And) is fits:
        for value in node.values:
            yield from _held_against(value, fits=fits)
        return
    nothing = ("", "")
    if not isinstance(node, ast.Compare) or len(node.ops) != 1:
        yield nothing
        return
    small, large = node.left, node.comparators[0]
    if isinstance(node.ops[0], ast.Gt | ast.GtE) is fits:
        small, large = large, small
    elif not isinstance(node.ops[0], ast.Lt | ast.LtE | ast.Gt | ast.GtE):
        yield nothing
        return
    owners = _owner(small), _owner(large)
    yield (owners[0] or "", owners[1] or "") if None not in owners else nothing


def _owner(node: ast.expr) -> str | None:
    """The name of the object whose size an expression is, give or take a number."""
    if isinstance(node, ast.BinOp) and isinstance(node.right, ast.Constant | ast.Name):
        node = node.left
    if isinstance(node, ast.Attribute):
        size = node.attr
    elif isinstance(node, ast.Subscript) and isinstance(node.slice, ast.Constant):
        size = str(node.slice.value)
    else:
        return None
    is_size = bool(words_of(size)) and words_of(size)[-1] in _SIZES
    return node.value.id if is_size and isinstance(node.value, ast.Name) else None
