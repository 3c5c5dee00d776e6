"""Private names: inside a class ``__name`` means ``_Class__name`` (language reference, 6.2.1,
private name mangling).
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied, nodes_of
from .names import is_mangled
from .scope import FunctionNode


def class_around(tree: ast.Module, function: ast.AST) -> str:
    """The name of the innermost class that a function stands in; empty if there is none."""
    found, smallest = "", -1
    line = getattr(function, "lineno", 0)
    for node in nodes_of(tree):
        if (
            isinstance(node, ast.ClassDef)
            and node.lineno <= line <= (node.end_lineno or 0)
            and node.lineno > smallest
        ):
            if any(inner is function for inner in all_nodes(node)):
                found, smallest = node.name, node.lineno
    return found


def as_meant(tree: ast.Module, function: FunctionNode) -> FunctionNode:
    """A function of a module with what its private names stand for; itself if it has none."""
    return mangled(function, class_around(tree, function)) if _has_private(function) else function


def mangled(function: FunctionNode, owner: str) -> FunctionNode:
    """A function with the names that its private names stand for in a class; itself if it has
    none.
    """
    plain = owner.lstrip("_")
    if not plain or not _has_private(function):
        return function
    made = copied(function)
    for node in all_nodes(made):
        for field in ("id", "attr", "arg", "name", "asname"):
            value = getattr(node, field, None)
            if _is_private(value) and node is not made:
                setattr(node, field, f"_{plain}{value}")
        if isinstance(node, ast.Global | ast.Nonlocal):
            node.names = [f"_{plain}{n}" if is_mangled(n) else n for n in node.names]
    return made


def _is_private(name: object) -> bool:
    return isinstance(name, str) and is_mangled(name)


def _has_private(function: ast.AST) -> bool:
    return any(_is_private(v) for n in all_nodes(function) for v in _names_in(n))


def _names_in(node: ast.AST) -> list[object]:
    found = [getattr(node, field, None) for field in ("id", "attr", "arg", "name", "asname")]
    return [*found, *(node.names if isinstance(node, ast.Global | ast.Nonlocal) else [])]
