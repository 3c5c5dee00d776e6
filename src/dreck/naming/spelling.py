"""A condition spelt out as a name: the literal stage, before anybody knows what it means."""

from __future__ import annotations

import ast

from .operands import phrase_of, subject_words
from .words import words_of

_WORDS: dict[type[ast.cmpop], str] = {
    ast.Eq: "is",
    ast.NotEq: "is_not",
    ast.Is: "is",
    ast.IsNot: "is_not",
    ast.In: "in",
    ast.NotIn: "not_in",
    ast.Lt: "below",
    ast.LtE: "at_most",
    ast.Gt: "above",
    ast.GtE: "at_least",
}
_MOST_LETTERS = 60


def spelt(node: ast.expr) -> str | None:
    """A name that spells a condition, such as ``is_ice_and_hour_below_10``; None if it would be too
    long.

    >>> spelt(ast.parse("ice and hour < 10", mode="eval").body)
    'is_ice_and_hour_below_10'
    """
    words = _spelt(node)
    if words is None:
        return None
    name = "_".join(words.split())
    name = (
        name
        if name.split("_")[0] in ("is", "has", "can", "should", "are", "starts", "ends")
        else f"is_{name}"
    )
    return name if len(name) <= _MOST_LETTERS and name.isidentifier() else None


def _spelt(node: ast.expr) -> str | None:
    if isinstance(node, ast.BoolOp):
        parts = [_spelt(v) for v in node.values]
        word = " and " if isinstance(node.op, ast.And) else " or "
        return None if None in parts else word.join(p for p in parts if p is not None)
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        inner = _spelt(node.operand)
        return None if inner is None else f"not {inner}"
    if isinstance(node, ast.Compare):
        return _comparison(node)
    found = phrase_of(node)
    if isinstance(node, ast.Call) and found is not None:
        return " ".join(found.name.split("_"))
    return _value(node)


def _comparison(node: ast.Compare) -> str | None:
    if len(node.ops) == 2:
        low, subject, high = (
            _value(n) for n in (node.left, node.comparators[0], node.comparators[1])
        )
        return None if None in (low, subject, high) else f"{subject} from {low} to {high}"
    left, right = _value(node.left), _value(node.comparators[0])
    return (
        None
        if len(node.ops) != 1 or left is None or right is None
        else f"{left} {_WORDS[type(node.ops[0])]} {right}"
    )


def _value(node: ast.expr) -> str | None:
    if isinstance(node, ast.Constant):
        words = words_of(str(node.value))
        return " ".join(words) if words and len(words) <= 3 else None
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        inner = _value(node.operand)
        return None if inner is None else f"minus {inner}"
    if isinstance(node, ast.BinOp):
        signs = {
            ast.Mod: "mod",
            ast.Sub: "less",
            ast.Add: "plus",
            ast.Mult: "times",
            ast.FloorDiv: "over",
            ast.Div: "over",
            ast.BitAnd: "bits",
        }
        left, right, sign = _value(node.left), _value(node.right), signs.get(type(node.op))
        return None if left is None or right is None or sign is None else f"{left} {sign} {right}"
    if isinstance(node, ast.Tuple | ast.List | ast.Set) and node.elts:
        parts = [_value(e) for e in node.elts]
        return None if None in parts else " or ".join(p for p in parts if p is not None)
    about = subject_words(node)
    if not about and isinstance(node, ast.Name | ast.Attribute):
        about = tuple(words_of(node.id if isinstance(node, ast.Name) else node.attr))
    return " ".join(about) or None
