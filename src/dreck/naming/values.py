"""Names for values: computed ones, and constants that conditions compare with."""

from __future__ import annotations

import ast

from ..outline import all_nodes
from .operands import subject_words
from .phrases import Rank
from .proposals import Proposal
from .words import is_usable

_ORDER = (ast.Gt, ast.GtE, ast.Lt, ast.LtE)


def proposals(node: ast.expr, statements: list[ast.stmt]) -> list[Proposal]:
    """Names for a computed value, the best first.

    Args:
        node: the value.
        statements: the statements in which it stands.

    >>> statement = ast.parse("if draught > level - 95: pass").body[0]
    >>> [p.name for p in proposals(statement.test.comparators[0], [statement])]
    ['draught_limit', 'level_less_95']
    """
    text = ast.dump(node)
    found: dict[str, Proposal] = {}
    for inside in (n for s in statements for n in all_nodes(s)):
        name, reason = (
            _of_keyword(inside, text)
            or _of_assignment(inside, text)
            or _of_comparison(inside, text)
            or ("", "")
        )
        if name and is_usable(name):
            found.setdefault(name, Proposal(name, reason, Rank.MEANING))
    literal = _spelt(node)
    if literal and is_usable(literal):
        found.setdefault(literal, Proposal(literal, "the expression spelt out", Rank.LITERAL))
    return list(found.values())


def _of_keyword(node: ast.AST, text: str) -> tuple[str, str] | None:
    if isinstance(node, ast.keyword) and node.arg and ast.dump(node.value) == text:
        return node.arg, f"it is passed as {node.arg}"
    return None


def _of_assignment(node: ast.AST, text: str) -> tuple[str, str] | None:
    if isinstance(node, ast.Assign) and len(node.targets) == 1 and ast.dump(node.value) == text:
        target = node.targets[0]
        if isinstance(target, ast.Attribute):
            return target.attr.lstrip("_"), f"it becomes {ast.unparse(target)}"
    return None


def _of_comparison(node: ast.AST, text: str) -> tuple[str, str] | None:
    """What something is compared with is the most or the least of it."""
    if (
        not isinstance(node, ast.Compare)
        or len(node.ops) != 1
        or not isinstance(node.ops[0], _ORDER)
    ):
        return None
    left, right = node.left, node.comparators[0]
    subject, other = (left, right) if ast.dump(right) == text else (right, left)
    words = (
        subject_words(subject)
        if ast.dump(other) == text and isinstance(subject, ast.Name | ast.Attribute)
        else ()
    )
    return (
        ("_".join((*words, "limit")), f"{ast.unparse(subject)} is compared with it")
        if words
        else None
    )


def _spelt(node: ast.expr) -> str:
    signs: dict[type[ast.operator], str] = {
        ast.Sub: "less",
        ast.Add: "plus",
        ast.Mult: "times",
        ast.Mod: "mod",
        ast.FloorDiv: "over",
        ast.Div: "over",
    }
    if not isinstance(node, ast.BinOp) or type(node.op) not in signs:
        return ""
    parts = [
        "_".join(subject_words(n)) or (str(n.value) if isinstance(n, ast.Constant) else "")
        for n in (node.left, node.right)
    ]
    return f"{parts[0]}_{signs[type(node.op)]}_{parts[1]}" if all(parts) else ""


def constant_name(subject: ast.expr, op: ast.cmpop, *, swapped: bool, refuses: bool) -> str | None:
    """The name of a constant that a subject is compared with: the most or the least, or the limit,
    of it.

    Args:
        subject: what is compared.
        op: the operator, as written.
        swapped: whether the constant stands on its left.
        refuses: whether it is an error if the comparison holds.

    >>> test = ast.parse("boat.draught > 120", mode="eval").body
    >>> constant_name(test.left, test.ops[0], swapped=False, refuses=True)
    'MAX_DRAUGHT'
    """
    words = subject_words(subject)
    if not words:
        return None
    if (
        isinstance(subject, ast.Call)
        and isinstance(subject.func, ast.Name)
        and subject.func.id == "len"
        and subject.args
    ):
        inner = subject_words(subject.args[0])
        words = (*inner, "size") if inner else ()
    if not words:
        return None
    turned: dict[type[ast.cmpop], type[ast.cmpop]] = {
        ast.Gt: ast.Lt,
        ast.GtE: ast.LtE,
        ast.Lt: ast.Gt,
        ast.LtE: ast.GtE,
    }
    kind = turned.get(type(op), type(op)) if swapped else type(op)
    if kind not in turned:
        return None
    if refuses and kind in (ast.Gt, ast.Lt):
        return "_".join(("max" if kind is ast.Gt else "min", *words)).upper()
    return "_".join((*words, "limit")).upper()
