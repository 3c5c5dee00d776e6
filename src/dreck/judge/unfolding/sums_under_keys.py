"""Sums under the keys of a dict that a function keeps for itself.

``d[k] += x`` is ``d[k] = d[k] + x`` where the dict holds numbers, and what is put under a key only
to be added to in the next statement (``if k not in d: d[k] = 0``) is never seen by anybody: the two
are ``d[k] = (d[k] if k in d else 0) + x``.
"""

from __future__ import annotations

import ast
from collections.abc import Collection

_ASKED_LESS = "asked_less"


def with_sums(body: list[ast.stmt], dicts: Collection[str]) -> list[ast.stmt]:
    """A block with its sums under keys at length.

    Args:
        body: the statements.
        dicts: dicts that hold nothing but numbers
            (:func:`~dreck.judge.world.number_dicts.number_dicts`).
    """
    if not dicts:
        return body
    found: list[ast.stmt] = []
    for statement in body:
        statement = _at_length(statement, dicts)
        together = _together(found[-1], statement, dicts) if found else None
        if together is not None:
            found[-1] = together
        else:
            found.append(statement)
    return found


def _at_length(node: ast.stmt, dicts: Collection[str]) -> ast.stmt:
    """``d[k] += x`` as an assignment; any other statement as it is."""
    if not isinstance(node, ast.AugAssign) or _entry(node.target, dicts) is None:
        return node
    assert isinstance(node.target, ast.Subscript)
    if not isinstance(node.target.slice, ast.Name | ast.Constant):
        return node  # what the key is would be asked twice
    old = ast.copy_location(ast.Subscript(node.target.value, node.target.slice, ast.Load()), node)
    whole = ast.copy_location(ast.BinOp(old, node.op, node.value), node)
    return ast.copy_location(ast.Assign([node.target], whole), node)


def _together(first: ast.stmt, second: ast.stmt, dicts: Collection[str]) -> ast.stmt | None:
    """The one assignment that puts an entry in where it is missing, and what adds to it."""
    if not isinstance(first, ast.If) or first.orelse or len(first.body) != 1:
        return None
    test, put = first.test, first.body[0]
    if not isinstance(put, ast.Assign) or not isinstance(second, ast.Assign):
        return None
    if len(put.targets) != 1 or len(second.targets) != 1 or not _is_quiet(put.value):
        return None
    entry, value = second.targets[0], second.value
    key = _entry(entry, dicts)
    if (
        key is None
        or not isinstance(key, ast.Name | ast.Constant)
        or not isinstance(value, ast.BinOp)
    ):
        return None
    lacking = isinstance(test, ast.Compare) and [type(o) for o in test.ops] == [ast.NotIn]
    if not lacking or not isinstance(test, ast.Compare) or not isinstance(entry, ast.Subscript):
        return None
    same = (
        _same(test.left, key)
        and _same(test.comparators[0], entry.value)
        and _same(put.targets[0], entry)
        and _same(value.left, entry)
    )
    if not same or not _is_quiet(value.right):
        return None
    there = ast.copy_location(ast.Compare(test.left, [ast.In()], test.comparators), test)
    old = ast.copy_location(ast.IfExp(there, value.left, put.value), value)
    whole = ast.copy_location(ast.BinOp(old, value.op, value.right), value)
    made = ast.copy_location(ast.Assign([entry], whole), second)
    setattr(made, _ASKED_LESS, key)
    return made


def asked_less(node: ast.Assign) -> ast.expr | None:
    """The key that such an assignment asks for less often than the two statements do."""
    found: ast.expr | None = getattr(node, _ASKED_LESS, None)
    return found


def _entry(node: ast.expr, dicts: Collection[str]) -> ast.expr | None:
    """The key of an entry of one of these dicts."""
    if not isinstance(node, ast.Subscript) or not isinstance(node.value, ast.Name):
        return None
    return node.slice if node.value.id in dicts else None


def _is_quiet(node: ast.expr) -> bool:
    """Whether nothing can happen between the two: what is added is there already."""
    return isinstance(node, ast.Name | ast.Constant)


def _same(one: ast.expr, other: ast.expr) -> bool:
    return ast.unparse(one) == ast.unparse(other)
