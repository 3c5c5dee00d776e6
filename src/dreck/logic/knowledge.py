"""What a function's own text says about the values in its conditions."""

from __future__ import annotations

from dataclasses import dataclass

import libcst as cst

_ORDERED = frozenset({"int", "str", "bool", "bytes"})
_ORDERED_CALLS = frozenset({"len", "ord"})


@dataclass(frozen=True, slots=True)
class Knowledge:
    """The names of a function whose values are known to be in total order.

    Attributes:
        ordered: parameters annotated ``int``, ``str``, ``bool`` or ``bytes`` and never assigned.
    """

    ordered: frozenset[str] = frozenset()

    def is_ordered(self, node: cst.BaseExpression) -> bool:
        """Whether no two values of an expression can be unordered (as NaN or sets are)."""
        if isinstance(node, cst.Integer | cst.SimpleString):
            return True
        if isinstance(node, cst.Name):
            return node.value in self.ordered
        if isinstance(node, cst.Call):
            return isinstance(node.func, cst.Name) and node.func.value in _ORDERED_CALLS
        if isinstance(node, cst.UnaryOperation):
            return self.is_ordered(node.expression)
        if isinstance(node, cst.BinaryOperation) and isinstance(node.operator, cst.Add | cst.Subtract | cst.Multiply):
            return self.is_ordered(node.left) and self.is_ordered(node.right)
        return False


def knowledge_of(function: cst.FunctionDef) -> Knowledge:
    """Read a function's annotations, leaving out parameters that it assigns anew."""
    parameters = function.params
    annotated = {
        p.name.value
        for p in (*parameters.posonly_params, *parameters.params, *parameters.kwonly_params)
        if p.annotation is not None
        and isinstance(p.annotation.annotation, cst.Name)
        and p.annotation.annotation.value in _ORDERED
    }
    if not annotated:
        return Knowledge()
    finder = _Stores()
    function.body.visit(finder)
    return Knowledge(frozenset(annotated - finder.names))


class _Stores(cst.CSTVisitor):
    """Collects every name that may be assigned (generously: all names in targets)."""

    def __init__(self) -> None:
        self.names: set[str] = set()

    def _store(self, target: cst.CSTNode) -> None:
        names = _Names()
        target.visit(names)
        self.names |= names.found

    def visit_AssignTarget(self, node: cst.AssignTarget) -> None:
        self._store(node.target)

    def visit_AugAssign(self, node: cst.AugAssign) -> None:
        self._store(node.target)

    def visit_AnnAssign(self, node: cst.AnnAssign) -> None:
        self._store(node.target)

    def visit_For(self, node: cst.For) -> None:
        self._store(node.target)

    def visit_NamedExpr(self, node: cst.NamedExpr) -> None:
        self._store(node.target)

    def visit_AsName(self, node: cst.AsName) -> None:
        self._store(node.name)

    def visit_Del(self, node: cst.Del) -> None:
        self._store(node.target)

    def visit_Nonlocal(self, node: cst.Nonlocal) -> None:
        self.names |= {item.name.value for item in node.names}

    def visit_MatchAs(self, node: cst.MatchAs) -> None:
        if node.name is not None:
            self._store(node.name)


class _Names(cst.CSTVisitor):
    def __init__(self) -> None:
        self.found: set[str] = set()

    def visit_Name(self, node: cst.Name) -> None:
        self.found.add(node.value)
