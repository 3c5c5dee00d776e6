"""What arms have in common, and where they differ: their most specific common pattern.

Two trees are laid side by side; where both have a constant and the constants differ, there is a hole
(anti-unification: G. D. Plotkin, "A Note on Inductive Generalization", Machine Intelligence 5, 1970, with
holes for constants only).
"""

from __future__ import annotations

import ast
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True, slots=True)
class Hole:
    """A place where arms differ: the constant that stands there in each of them, in their order.

    Attributes:
        values: the constants.
        around: the nodes around the first of them, from the statement down.
    """

    values: tuple[ast.expr, ...]
    around: tuple[ast.AST, ...] = ()


def aligned(arms: Sequence[Sequence[ast.stmt]], functions: Collection[str] = ()) -> list[Hole] | None:
    """The holes of some arms, in the order of the text; None if they differ in more than constants.

    Args:
        arms: the statements of each arm.
        functions: names that are as constant: functions that the module defines once.
    """
    holes: list[Hole] = []
    if any(len(a) != len(arms[0]) for a in arms):
        return None
    return holes if all(_align(list(row), holes, (), functions) for row in zip(*arms, strict=True)) else None


def _align(nodes: list[ast.AST], holes: list[Hole], around: tuple[ast.AST, ...], functions: Collection[str]) -> bool:
    if all(isinstance(n, ast.expr) and (is_value(n) or (isinstance(n, ast.Name) and n.id in functions)) for n in nodes):
        values = [n for n in nodes if isinstance(n, ast.expr)]
        if len({ast.dump(v) for v in values}) > 1:
            holes.append(Hole(tuple(values), around))
        return True
    first = nodes[0]
    if any(type(n) is not type(first) for n in nodes):
        return False
    for name in first._fields:
        parts: list[Any] = [getattr(n, name, None) for n in nodes]
        if isinstance(parts[0], list):
            if any(len(p) != len(parts[0]) for p in parts):
                return False
            if not all(_align_part(list(row), holes, (*around, first), functions) for row in zip(*parts, strict=True)):
                return False
        elif not _align_part(parts, holes, (*around, first), functions):
            return False
    return True


def _align_part(parts: list[object], holes: list[Hole], around: tuple[ast.AST, ...], functions: Collection[str]) -> bool:
    trees = [p for p in parts if isinstance(p, ast.AST)]
    if len(trees) == len(parts):
        return _align(trees, holes, around, functions)
    return all(type(p) is type(parts[0]) and p == parts[0] for p in parts)


def is_value(node: ast.AST) -> bool:
    """Whether an expression is a constant that may stand in a table: immutable, and the same at any time."""
    if isinstance(node, ast.UnaryOp):
        return isinstance(node.op, ast.USub) and isinstance(node.operand, ast.Constant) and type(node.operand.value) in (int, float)
    if isinstance(node, ast.Tuple):
        return all(map(is_value, node.elts))
    return isinstance(node, ast.Constant)
