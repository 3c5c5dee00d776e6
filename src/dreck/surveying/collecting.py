"""Loops that say step by step what one expression could say."""

from __future__ import annotations

import ast
from collections.abc import Sequence

_FILLING = {"append": "a list", "add": "a set"}


def collecting_loop(node: ast.For, body: Sequence[ast.stmt], index: int) -> str:
    """What a loop collects, counts or looks for, in words; empty if it does anything else.

    Args:
        node: the loop.
        body: the block it stands in.
        index: its place there.
    """
    if node.orelse:
        return ""
    inner = _innermost(node.body)
    if inner is None:
        return ""
    if isinstance(inner, ast.Expr) and isinstance(inner.value, ast.Call):
        called = inner.value.func
        if (
            isinstance(called, ast.Attribute)
            and isinstance(called.value, ast.Name)
            and called.attr in _FILLING
            and len(inner.value.args) == 1
            and _starts_empty(body[:index], called.value.id)
        ):
            return f"fills {_FILLING[called.attr]}"
        return ""
    if isinstance(inner, ast.AugAssign) and isinstance(inner.op, ast.Add):
        name = inner.target.id if isinstance(inner.target, ast.Name) else ""
        if name and _starts_empty(body[:index], name):
            return "counts" if isinstance(inner.value, ast.Constant) else "adds up"
    if isinstance(inner, ast.Return) and inner.value is not None and inner is not node.body[0]:
        behind = body[index + 1] if index + 1 < len(body) else None
        if isinstance(behind, ast.Return) and isinstance(behind.value, ast.Constant):
            return "looks for one"
    return ""


def _innermost(body: list[ast.stmt]) -> ast.stmt | None:
    """The only thing that a loop does, behind its conditions."""
    while True:
        steps = [s for s in body if not _is_skip(s)]
        if len(steps) != 1:
            return None
        only = steps[0]
        if isinstance(only, ast.If) and not only.orelse:
            body = only.body
            continue
        return only


def _is_skip(node: ast.stmt) -> bool:
    return (
        isinstance(node, ast.If)
        and not node.orelse
        and len(node.body) == 1
        and isinstance(node.body[0], ast.Continue)
    )


def _starts_empty(before: Sequence[ast.stmt], name: str) -> bool:
    """Whether a name was made empty, or 0, right before."""
    for node in reversed(before):
        if isinstance(node, ast.Assign | ast.AnnAssign):
            targets = node.targets if isinstance(node, ast.Assign) else [node.target]
            if any(isinstance(t, ast.Name) and t.id == name for t in targets):
                return _is_nothing(node.value)
        elif not isinstance(node, ast.Expr):
            return False
    return False


def _is_nothing(value: ast.expr | None) -> bool:
    if isinstance(value, ast.Constant):
        return not value.value and value.value is not None
    if isinstance(value, ast.List | ast.Set | ast.Tuple):
        return not value.elts
    if isinstance(value, ast.Call) and isinstance(value.func, ast.Name):
        return value.func.id in ("list", "set", "int", "float") and not value.args
    return False


def hand_counter(node: ast.For, body: Sequence[ast.stmt], index: int) -> str:
    """The name that a loop raises by one at the end of each round, having started with a number."""
    last = node.body[-1]
    if (
        not isinstance(last, ast.AugAssign)
        or not isinstance(last.op, ast.Add)
        or not isinstance(last.target, ast.Name)
        or not isinstance(last.value, ast.Constant)
        or last.value.value != 1
        or len(node.body) == 1
    ):
        return ""
    for before in reversed(body[:index]):
        if isinstance(before, ast.Assign) and len(before.targets) == 1:
            target = before.targets[0]
            if isinstance(target, ast.Name) and target.id == last.target.id:
                value = before.value
                return last.target.id if isinstance(value, ast.Constant) else ""
    return ""
