"""Tables that are written down, and that nobody changes."""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...outline import all_nodes
from .what_is_gone_through import is_named

# What is asked of a table without changing it.
_READING = frozenset({"get", "items", "keys", "values"})


def is_only_read(table: str, code: ast.AST) -> bool:
    """Whether some code puts nothing into a table, and gives it to nobody who could."""
    nodes = list(all_nodes(code))
    asked = sum(
        isinstance(node, ast.Attribute) and node.attr in _READING and is_named(node.value, table)
        for node in nodes
    )
    for node in nodes:
        if isinstance(node, ast.Subscript) and isinstance(node.ctx, ast.Load):
            asked += is_named(node.value, table)
        elif isinstance(node, ast.Compare):
            asked += sum(is_named(c, table) for c in node.comparators)
        elif isinstance(node, ast.For | ast.comprehension):
            asked += is_named(node.iter, table)
    return asked == sum(
        isinstance(n, ast.Name) and n.id == table and isinstance(n.ctx, ast.Load) for n in nodes
    )


def values_given(name: str, code: ast.AST) -> Iterator[ast.expr]:
    """The values that a name is given, each by itself."""
    for node in all_nodes(code):
        target, value = None, None
        if isinstance(node, ast.Assign):
            target, value = node.targets[0], node.value
        elif isinstance(node, ast.AnnAssign):
            target, value = node.target, node.value
        if value is not None and isinstance(target, ast.Name) and target.id == name:
            yield value
