"""What arms have in common, and where they differ: their most specific common pattern.

Two trees are laid side by side; where both have a constant and the constants differ, there is a
hole
(anti-unification: G. D. Plotkin, "A Note on Inductive Generalization", Machine Intelligence 5,
1970). A table can
only hold constants; for looking at arms, holes may hold any expression.
"""

from __future__ import annotations

import ast
from collections.abc import Collection, Sequence
from dataclasses import dataclass, field
from typing import Any

from .templates import Templates, say_the_same, templates_of


@dataclass(frozen=True, slots=True)
class Hole:
    """A place where arms differ: the constant (or expression) that stands there in each of them, in
    their order.

    Attributes:
        values: what stands there.
        around: the nodes around the first of them, from the statement down.
        makes_lists: whether each arm makes a list of constants there, a new one each time.
        templates: the texts with braces that each arm's f-string is made of, and what fills them.
    """

    values: tuple[ast.expr, ...]
    around: tuple[ast.AST, ...] = ()
    makes_lists: bool = False
    templates: Templates | None = None


def aligned(
    arms: Sequence[Sequence[ast.stmt]],
    functions: Collection[str] = (),
    *,
    loosely: bool = False,
    whole: tuple[type[ast.expr], ...] = (),
    lists: bool = False,
    filled: bool = False,
) -> list[Hole] | None:
    """The holes of some arms, in the order of the text; None if they differ in more than constants.

    Args:
        arms: the statements of each arm.
        functions: names that are as constant: functions that the module defines once, or
            ``self.name`` of methods.
        loosely: let holes hold any expression.
        whole: what is one hole as a whole if it differs anywhere inside; where f-strings are, texts
            that are filled in are too, if they differ in more than the text.
        lists: let holes hold lists of constants.
        filled: let holes hold f-strings that fill in the same names.
    """
    if any(len(a) != len(arms[0]) for a in arms):
        return None
    laid = _Laid(functions, loosely, whole, lists, filled)
    return laid.holes if all(laid.align(list(row), ()) for row in zip(*arms, strict=True)) else None


@dataclass(slots=True)
class _Laid:
    """Trees laid side by side, and the holes found so far."""

    functions: Collection[str]
    loosely: bool
    whole: tuple[type[ast.expr], ...]
    lists: bool
    filled: bool
    holes: list[Hole] = field(default_factory=list)

    def align(self, nodes: list[ast.AST], around: tuple[ast.AST, ...]) -> bool:
        values = [n for n in nodes if isinstance(n, ast.expr)]
        if len(values) == len(nodes) and all(
            is_value(n)
            or (isinstance(n, ast.Name | ast.Attribute) and ast.unparse(n) in self.functions)
            for n in values
        ):
            if len({ast.dump(v) for v in values}) > 1:
                self.holes.append(Hole(tuple(values), around))
            return True
        if self.lists and _are_several_lists(nodes):
            self.holes.append(Hole(tuple(values), around, makes_lists=True))
            return True
        if any(isinstance(n, ast.JoinedStr) for n in nodes) and not self.loosely:
            if not say_the_same(nodes):  # a piece of an f-string is no value
                return self._filled(values, around)
        before = len(self.holes)
        if all(type(n) is type(nodes[0]) for n in nodes) and self._fields(nodes, around):
            if not self._is_one_hole(nodes[0], len(self.holes) - before):
                return True
        del self.holes[before:]
        if (
            not self.loosely
            or len(values) < len(nodes)
            or any(isinstance(getattr(n, "ctx", None), ast.Store | ast.Del) for n in nodes)
        ):
            return False
        self.holes.append(Hole(tuple(values), around))
        return True

    def _filled(self, nodes: list[ast.expr], around: tuple[ast.AST, ...]) -> bool:
        """Lay f-strings that say different things side by side, as texts to be filled."""
        templates = templates_of(nodes) if self.filled else None
        if templates is not None:
            self.holes.append(Hole(tuple(nodes), around, templates=templates))
        return templates is not None

    def _is_one_hole(self, node: ast.AST, inside: int) -> bool:
        """Whether holes inside of an expression, so many, make it one hole as a whole."""
        if isinstance(node, self.whole) or inside < 2:
            return inside > 0 and isinstance(node, self.whole)
        filled: ast.AST | None = None
        if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Mod):
            filled = node.left
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
            filled = node.func.value if node.func.attr == "format" else None
        is_text = isinstance(filled, ast.Constant) and isinstance(filled.value, str)
        return is_text and ast.JoinedStr in self.whole

    def _fields(self, nodes: list[ast.AST], around: tuple[ast.AST, ...]) -> bool:
        first = nodes[0]
        for name in first._fields:
            parts: list[Any] = [getattr(n, name, None) for n in nodes]
            if isinstance(parts[0], list):
                if any(len(p) != len(parts[0]) for p in parts):
                    return False
                if not all(
                    self._part(list(row), (*around, first)) for row in zip(*parts, strict=True)
                ):
                    return False
            elif not self._part(parts, (*around, first)):
                return False
        return True

    def _part(self, parts: list[object], around: tuple[ast.AST, ...]) -> bool:
        trees = [p for p in parts if isinstance(p, ast.AST)]
        if len(trees) == len(parts):
            return self.align(trees, around)
        return all(type(p) is type(parts[0]) and p == parts[0] for p in parts)


def _are_several_lists(nodes: Sequence[ast.AST]) -> bool:
    """Whether all nodes make lists of constants that differ in more than one element."""
    lists = [n for n in nodes if isinstance(n, ast.List) and _is_list_of_values(n)]
    if len(lists) < len(nodes):
        return False
    if len({len(n.elts) for n in lists}) > 1:
        return True
    columns = zip(*([ast.dump(e) for e in n.elts] for n in lists), strict=True)
    return sum(len(set(c)) > 1 for c in columns) > 1


def _is_list_of_values(node: ast.AST) -> bool:
    """Whether an expression makes a list of constants."""
    is_made = isinstance(node, ast.List) and isinstance(node.ctx, ast.Load)
    return is_made and isinstance(node, ast.List) and all(map(is_value, node.elts))


def is_value(node: ast.AST) -> bool:
    """Whether an expression is a constant that may stand in a table: immutable, and the same at any
    time.
    """
    if isinstance(node, ast.UnaryOp):
        return (
            isinstance(node.op, ast.USub)
            and isinstance(node.operand, ast.Constant)
            and type(node.operand.value) in (int, float)
        )
    if isinstance(node, ast.Tuple):
        return all(map(is_value, node.elts))
    return isinstance(node, ast.Constant)
