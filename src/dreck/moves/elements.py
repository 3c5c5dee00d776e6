"""Elements that are asked for by their place, although they have a name."""

from __future__ import annotations

import libcst as cst

from ..logic.conditions import text_of
from ..logic.walk import walk


def numbered(node: cst.For) -> tuple[cst.Name, cst.Name, cst.BaseExpression] | None:
    """The names of the place and of the element in ``for i, boat in enumerate(boats)``, and what is
    gone through; None for other loops.
    """
    called, target = node.iter, node.target
    if not isinstance(called, cst.Call) or text_of(called.func) != "enumerate":
        return None
    pair = [e.value for e in target.elements] if isinstance(target, cst.Tuple) else []
    if len(called.args) != 1 or called.args[0].star or len(pair) != 2:
        return None
    number, element = pair
    plain = isinstance(number, cst.Name) and isinstance(element, cst.Name)
    return (number, element, called.args[0].value) if plain else None  # type: ignore[return-value]


def items_in(node: cst.CSTNode) -> list[cst.Subscript]:
    """Everything in a node that is asked for by a key or a place."""
    return [n for n in walk(node) if isinstance(n, cst.Subscript)]


class PutElement(cst.CSTTransformer):
    """Puts the name of an element where it is asked for by its place."""

    def __init__(self, asked: str, element: cst.BaseExpression) -> None:
        super().__init__()
        self.asked, self.element = asked, element
        self.is_wrong = False

    def visit_AssignTarget(self, node: cst.AssignTarget) -> None:
        self._set(node.target)

    def visit_AugAssign(self, node: cst.AugAssign) -> None:
        self._set(node.target)

    def visit_Del(self, node: cst.Del) -> None:
        self._set(node.target)

    def leave_Subscript(
        self, original_node: cst.Subscript, updated_node: cst.Subscript
    ) -> cst.BaseExpression:
        """The element, where it is this one."""
        if text_of(original_node) != self.asked:
            return updated_node
        self.is_wrong |= not isinstance(self.element, cst.Name)
        return self.element

    def _set(self, target: cst.CSTNode) -> None:
        self.is_wrong |= any(text_of(n) == self.asked for n in items_in(target))
