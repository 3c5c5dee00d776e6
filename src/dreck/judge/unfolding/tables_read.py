"""Tables that are written down, what they are asked, and the blocks in which they are."""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterator

from ...outline import all_nodes
from ..face.verdict import Assumption, AssumptionKind
from ..face.wording import shortened
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


def resting_on_key(key: ast.expr) -> tuple[Assumption, Assumption]:
    """What it rests on that a key is found where it equals one that is written down."""
    about = shortened(key)
    return (
        Assumption(
            AssumptionKind.PLAIN_EQUALITY, about, f"{about} that equals a key and has another hash"
        ),
        Assumption(
            AssumptionKind.HASHABLE, about, f"{about} that cannot be looked up, such as a list"
        ),
    )


def change_blocks(owner: ast.AST, change: Callable[[list[ast.stmt]], list[ast.stmt]]) -> None:
    """Put what is made of them in the place of all blocks of a statement or function.

    Args:
        owner: what has the blocks.
        change: gives the statements that take the place of those of one block.
    """
    for field in ("body", "orelse", "finalbody"):
        block = getattr(owner, field, None)
        if isinstance(block, list) and block and isinstance(block[0], ast.stmt):
            setattr(owner, field, change(block))
    for inner in [*getattr(owner, "handlers", ()), *getattr(owner, "cases", ())]:
        inner.body = change(inner.body)
