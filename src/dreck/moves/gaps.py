"""Blank lines around a block that becomes a call: steps of a line each need none between them."""

from __future__ import annotations

import ast
from collections.abc import Sequence

from .module_view import ModuleView, first_line


def lines_with_gaps(
    view: ModuleView, suite: Sequence[ast.stmt], start: int, stop: int, top: int
) -> tuple[int, int]:
    """The lines that go where some statements of a block become one line: theirs, and the blank
    ones that set them apart from others of the kind.

    Args:
        view: the module.
        suite: the statements of the block.
        start, stop: which of them go, as of a slice.
        top: the first line that goes, comments included.

    Returns:
        The first line, and the last.
    """
    last = suite[stop - 1].end_lineno or suite[stop - 1].lineno
    first = top
    if start and _steps(view, suite[:start][::-1]):
        above = suite[start - 1].end_lineno or 0
        first = above + 1 if _blank(view, above + 1, top) else top
    if stop < len(suite) and _steps(view, suite[stop:]):
        below = first_line(suite[stop])
        last = below - 1 if _blank(view, last + 1, below) else last
    return first, last


def _steps(view: ModuleView, nodes: Sequence[ast.stmt]) -> bool:
    """Whether all that stands together from a statement on are calls of a line each."""
    near: ast.stmt | None = None
    for node in nodes:
        if near is not None:
            one, other = sorted((near, node), key=lambda n: n.lineno)
            if first_line(other) - (one.end_lineno or 0) > 1 or _is_text(node):
                return True
        if not _is_step(node) or view.comments.get(node.lineno - 1, ("", False))[1]:
            return False
        near = node
    return near is not None


def _is_step(node: ast.stmt) -> bool:
    value = getattr(node, "value", None)
    if isinstance(value, ast.Await | ast.YieldFrom):
        value = value.value
    if not isinstance(value, ast.Call) or node.lineno != node.end_lineno:
        return False
    plain = isinstance(value.func, ast.Name | ast.Attribute)
    return isinstance(node, ast.Assign | ast.AnnAssign | ast.Expr) and plain


def _is_text(node: ast.stmt) -> bool:
    return isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)


def _blank(view: ModuleView, start: int, stop: int) -> bool:
    """Whether some lines are there, and blank."""
    return start < stop and all(not view.offsets.line(n).strip() for n in range(start, stop))
