"""Which functions a module has, what they are called and where they stand."""

from __future__ import annotations

import ast
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from typing import TypeAlias

FunctionNode: TypeAlias = ast.FunctionDef | ast.AsyncFunctionDef


@dataclass(frozen=True, slots=True)
class Function:
    """A function of a module.

    Attributes:
        name: qualified name, such as ``Lock.fill`` or ``outer.inner``; the second of the same
            name (a property's setter, an overload) ends in ``#2``.
        node: its syntax tree.
        around: the functions it is nested in, outermost first.
    """

    name: str
    node: FunctionNode
    around: tuple[FunctionNode, ...]


# Statements that hold no others.
_PLAIN = (
    ast.Assign,
    ast.Expr,
    ast.Return,
    ast.AugAssign,
    ast.AnnAssign,
    ast.Import,
    ast.ImportFrom,
)


@lru_cache(16)
def nodes_of(tree: ast.Module) -> tuple[ast.AST, ...]:
    """All nodes of a module's tree, which is read many times."""
    return tuple(ast.walk(tree))


def functions_of(tree: ast.Module) -> list[Function]:
    """All functions of a module in the order of the text, nested ones after their own.

    >>> [f.name for f in functions_of(ast.parse("class A:\\n def b(self): pass"))]
    ['A.b']
    """
    counts: Counter[str] = Counter()
    found = []
    for name, node, around in _walk(tree, "", ()):
        counts[name] += 1
        unique = name if counts[name] == 1 else f"{name}#{counts[name]}"
        found.append(Function(unique, node, around))
    return found


def _walk(
    parent: ast.AST, prefix: str, around: tuple[FunctionNode, ...]
) -> Iterator[tuple[str, FunctionNode, tuple[FunctionNode, ...]]]:
    for node in _statements_below(parent):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            yield prefix + node.name, node, around
            yield from _walk(node, f"{prefix}{node.name}.", (*around, node))
        elif isinstance(node, ast.ClassDef):
            yield from _walk(node, f"{prefix}{node.name}.", around)
        elif not isinstance(node, _PLAIN):
            yield from _walk(node, prefix, around)


def _statements_below(node: ast.AST) -> Iterator[ast.AST]:
    """The statements (and arms that hold statements) directly inside a node."""
    for block in ("body", "handlers", "orelse", "finalbody", "cases"):
        inside = getattr(node, block, None)
        if isinstance(inside, list):
            yield from inside
