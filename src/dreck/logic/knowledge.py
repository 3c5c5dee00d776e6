"""What a function's own text says about the values in its conditions."""

from __future__ import annotations

from dataclasses import dataclass

import libcst as cst

from .assigned import assigned_names

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
    return Knowledge(frozenset(annotated - assigned_names(function.body)))
