"""Conditions that ask in several ways whether there is anything at all: ``x is None or x.strip() ==
"-"``.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable

_PLACEHOLDERS = frozenset({"-", "--", "---", ".", "?", "n/a", "na", "nil", "none", "null", "nan"})
_TRIMS = frozenset({"strip", "lstrip", "rstrip", "lower", "upper", "casefold"})


def nothing_in(node: ast.BoolOp) -> tuple[ast.expr, str, bool] | None:
    """What is asked whether it is nothing, the word for that, and whether the condition holds where
    it is; None if something else is asked too.

    >>> test = ast.parse("mark != '' and mark is not None", mode="eval").body
    >>> [ast.unparse(p) if isinstance(p, ast.AST) else p for p in nothing_in(test)]
    ['mark', 'missing', False]
    """
    positive = isinstance(node.op, ast.Or)
    found = [_part(v, positive=positive) for v in node.values]
    known = [f for f in found if f is not None]
    if len(known) < len(found) or len({ast.dump(subject) for subject, _ in known}) > 1:
        return None
    words = {word for _, word in known}
    return known[0][0], "blank" if "blank" in words else "missing", positive


def _part(node: ast.expr, *, positive: bool) -> tuple[ast.expr, str] | None:
    """What one operand asks for being nothing, or for being something."""
    while isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        node, positive = node.operand, not positive
    if isinstance(node, ast.Compare) and len(node.ops) == 1:
        sign, right = node.ops[0], node.comparators[0]
        wanted = (ast.Is, ast.Eq, ast.In) if positive else (ast.IsNot, ast.NotEq, ast.NotIn)
        if not isinstance(sign, wanted):
            return None
        if isinstance(right, ast.Constant) and right.value is None:
            return node.left, "missing"
        listed = isinstance(right, ast.Tuple | ast.List | ast.Set)
        texts = right.elts if listed else [right]  # type: ignore[attr-defined]
        return _text(node.left, texts) if isinstance(sign, ast.In | ast.NotIn) is listed else None
    if positive or not isinstance(node, ast.Name | ast.Attribute | ast.Call | ast.Subscript):
        return None
    subject = _trimmed(node)
    return (node, "empty") if subject is None else (subject, "blank")


def _text(asked: ast.expr, texts: Iterable[ast.expr]) -> tuple[ast.expr, str] | None:
    """A text that is compared with nothing, or with what people write for it."""
    values = [t.value if isinstance(t, ast.Constant) else None for t in texts]
    known = [v for v in values if isinstance(v, str)]
    if len(known) < len(values) or not all(
        not v.strip() or v.strip().casefold() in _PLACEHOLDERS for v in known
    ):
        return None
    subject = _trimmed(asked)
    if subject is not None:
        return subject, "blank"
    return asked, "blank" if any(known) else "empty"


def _trimmed(node: ast.expr) -> ast.expr | None:
    """What a text is trimmed of; None if it is taken as it is."""
    found = None
    while (
        isinstance(node, ast.Call)
        and isinstance(node.func, ast.Attribute)
        and node.func.attr in _TRIMS
        and not node.args
    ):
        found = node = node.func.value
    return found
