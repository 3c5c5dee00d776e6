"""A list that is written down with what it holds, as an empty one to which each is added.

``found = [boat]`` is ``found = []; found.append(boat)``: what it holds is worked out before the
list is made, and nobody sees a list that is not full yet. The same where it is put into a dict at
once (``d[kind] = [boat]``): putting something into a dict asks the key, and never the value.
"""

from __future__ import annotations

import ast
from typing import TYPE_CHECKING

from ..ir.graph import Node, Operand, Test
from ..lowering.expressions import Where

if TYPE_CHECKING:
    from ..lowering.expressions import ExpressionLowering


def list_in_steps(
    lowering: ExpressionLowering, node: ast.List, out: int, after: Node, where: Where
) -> Node | None:
    """A display as steps; None for an empty one and one with stars."""
    if not _can_be_built(node):
        return None

    def make(operands: tuple[Operand, ...]) -> Node:
        return _new(
            lowering, node, out, _filled(lowering, node, out, operands, after, where), where
        )

    return lowering.values(node.elts, where, make)


def put_in_steps(
    lowering: ExpressionLowering, node: ast.Assign, after: Node, where: Where
) -> Node | None:
    """A display that is put under a key: of a dict the list is filled when it is there already.

    None for any other assignment.
    """
    target, value = node.targets[0], node.value
    if len(node.targets) > 1 or not isinstance(target, ast.Subscript):
        return None
    if not isinstance(value, ast.List) or not _can_be_built(value):
        return None
    out = lowering.temporary()

    def fill(operands: tuple[Operand, ...]) -> Node:
        def place(parts: tuple[Operand, ...]) -> Node:
            flag = lowering.temporary()
            full = _filled(lowering, value, out, operands, after, where)
            late = lowering.do("setitem", target, (*parts, out), (), full, where)
            put = lowering.do("setitem", target, (*parts, out), (), after, where)
            early = _filled(lowering, value, out, operands, put, where)
            test = Test(
                node.lineno,
                flag,
                _new(lowering, value, out, late, where),
                _new(lowering, value, out, early, where),
                target,
            )
            return lowering.do("is dict", target, parts[:1], (flag,), test, where)

        return lowering.values([target.value, target.slice], where, place)

    return lowering.values(value.elts, where, fill)


def _can_be_built(node: ast.List) -> bool:
    return bool(node.elts) and not any(isinstance(e, ast.Starred) for e in node.elts)


def _new(lowering: ExpressionLowering, node: ast.List, out: int, after: Node, where: Where) -> Node:
    return lowering.do("list", node, (), (out,), after, where, ())


def _filled(
    lowering: ExpressionLowering,
    node: ast.List,
    out: int,
    operands: tuple[Operand, ...],
    after: Node,
    where: Where,
) -> Node:
    """The steps that add to a list, one after the other."""
    for operand in reversed(operands):
        nothing = lowering.temporary()
        after = lowering.do("append", node, (out, operand), (nothing,), after, where)
    return after
