"""A new list of what a row of a table holds, as the display of that row.

``list(STEPS[kind])``, where ``STEPS`` is a table of constant tuples, is ``["drain", "open"]`` for
one kind and another display for the next: a tuple is gone through from the first to the last, and
nobody else has the list that is made. So is ``list(STEPS)`` of a tuple of constants, and
``list(("a", "b"))``.
"""

from __future__ import annotations

import ast
from collections.abc import Callable
from typing import TYPE_CHECKING

from ..ir.graph import Node, Operand
from ..lowering.expressions import Where
from ..world.constants import is_constant

if TYPE_CHECKING:
    from .lookups import LookupLowering


def list_of_row(
    lowering: LookupLowering, node: ast.Call, out: int, after: Node, where: Where
) -> Node | None:
    """A call of ``list`` with a row of constants; None for any other call."""
    if not lowering.is_builtin_call(node, "list") or len(node.args) != 1 or node.keywords:
        return None
    asked = node.args[0]

    def give(row: ast.expr) -> Node:
        assert isinstance(row, ast.Tuple)
        made = ast.copy_location(ast.List(row.elts, ast.Load()), node)
        return lowering.value(made, out, after, where)

    found = give(asked) if _is_row(asked) else None
    name = lowering.resolver.of_module(asked)
    row = lowering.context.sequences.get(name) or lowering.context.constants.get(name)
    if row is not None and _is_row(row):
        found = lowering.read_table(asked, give(row), where)
    if isinstance(asked, ast.Subscript) and not isinstance(asked.slice, ast.Slice):
        table = lowering.table_of(asked.value)
        if table is not None and all(map(_is_row, table.values)):
            looked_up = lowering.item(asked, table, give, where)
            found = lowering.read_table(asked.value, looked_up, where)
    if isinstance(asked, ast.Call):
        found = _of_get(lowering, asked, give, where)
    return found and lowering.value(node.func, lowering.temporary(), found, where)


def _of_get(
    lowering: LookupLowering, asked: ast.Call, give: Callable[[ast.expr], Node], where: Where
) -> Node | None:
    """``list(TABLE.get(key, ("a", "b")))``."""
    function = asked.func
    if not isinstance(function, ast.Attribute) or function.attr != "get" or asked.keywords:
        return None
    table = lowering.table_of(function.value)
    if table is None or len(asked.args) != 2 or not all(map(_is_row, table.values)):
        return None
    key, default = asked.args
    if isinstance(key, ast.Starred | ast.Tuple) or not _is_row(default):
        return None

    def look(operands: tuple[Operand, ...]) -> Node:
        missing = give(default)
        return lowering.looked_up(asked, table, operands[0], give, missing, where)

    return lowering.read_table(function.value, lowering.values([key], where, look), where)


def _is_row(value: ast.expr) -> bool:
    """Whether an expression is a tuple of constants."""
    return isinstance(value, ast.Tuple) and all(map(is_constant, value.elts))
