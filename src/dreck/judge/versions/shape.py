"""The shape of a piece of syntax: equal shapes mean the same code.

Positions, docstrings and type comments are left out; given names may be marked with what they
mean, so that two versions that call a local name differently can still have equal shapes.
"""

from __future__ import annotations

import ast
from collections.abc import Hashable, Mapping

_IGNORED = frozenset({"ctx", "type_comment", "kind"})
_WITH_DOCSTRING = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Module)


def shape(
    node: object, marks: Mapping[int, str] | None = None, hollow: frozenset[int] = frozenset()
) -> Hashable:
    """A hashable picture of a tree, equal exactly when the code is the same.

    Args:
        node: the tree, or a list of trees.
        marks: for ids of names, what stands for them.
        hollow: ids of functions whose bodies do not count.

    >>> shape(ast.parse("f(a)")) == shape(ast.parse("f( a )  # note"))
    True
    """
    if isinstance(node, ast.Name):
        mark = marks.get(id(node)) if marks else None
        return ("Name", node.id) if mark is None else ("Marked", mark)
    if isinstance(node, ast.Constant):
        return ("Constant", type(node.value).__name__, repr(node.value))
    if isinstance(node, ast.AST):
        fields = [(name, value) for name, value in ast.iter_fields(node) if name not in _IGNORED]
        if id(node) in hollow:
            fields = [(name, value) for name, value in fields if name != "body"]
        elif isinstance(node, _WITH_DOCSTRING):
            fields = [(n, without_docstring(v)) if n == "body" else (n, v) for n, v in fields]
        return (type(node).__name__, *(shape(value, marks, hollow) for _, value in fields))
    if isinstance(node, list):
        return tuple(shape(item, marks, hollow) for item in node)
    return repr(node)


def without_docstring(body: list[ast.stmt]) -> list[ast.stmt]:
    """The statements of a body, less a docstring."""
    if body and isinstance(body[0], ast.Expr) and isinstance(body[0].value, ast.Constant):
        if isinstance(body[0].value.value, str):
            return body[1:]
    return body
