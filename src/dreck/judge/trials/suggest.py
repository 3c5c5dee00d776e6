"""What a function compares its values with: the best inputs are written in its conditions."""

from __future__ import annotations

import ast
import builtins
import inspect
import os
import textwrap
from collections.abc import Callable, Iterator, Sequence
from typing import Any

# Levels of callees whose conditions are read as well.
_LEVELS = 3
Suggestions = dict[str, list[Any]]


def suggestions(*functions: ast.AST) -> Suggestions:
    """For each name, attribute, method or key: constants it is compared with, and their neighbours."""
    found: Suggestions = {}
    for function in functions:
        for subject, constant in _comparisons(function):
            found.setdefault(subject, []).extend(_neighbours(constant))
        for target, source in _copies(function):
            if target in found:
                found.setdefault(source, []).extend(found[target])
    return {name: list({(type(v), repr(v)): v for v in values}.values()) for name, values in found.items()}


def handled_errors(*functions: ast.AST) -> list[type[Exception]]:
    """Built-in exception types that the functions handle or clean up after, and one more."""
    found: dict[str, type[Exception]] = {}
    protects = False
    for node in (n for f in functions for n in ast.walk(f)):
        protects = protects or isinstance(node, ast.Try | ast.With)
        if isinstance(node, ast.ExceptHandler) and node.type is not None:
            for name in (n.id for n in ast.walk(node.type) if isinstance(n, ast.Name)):
                kind = getattr(builtins, name, None)
                if isinstance(kind, type) and issubclass(kind, Exception):
                    found[name] = kind
    return [*found.values(), ArithmeticError] if protects else []


def with_callees(function: Callable[..., Any], roots: Sequence[str]) -> list[ast.AST]:
    """The trees of the project's own functions that a function calls by name, a few levels down."""
    found: dict[str, ast.AST] = {}
    pending: list[tuple[Any, int]] = [(function, 0)]
    while pending:
        current, level = pending.pop()
        names = getattr(getattr(current, "__code__", None), "co_names", ())
        for callee in (getattr(current, "__globals__", {}).get(n) for n in names):
            code = getattr(callee, "__code__", None)
            if code is None or code.co_qualname in found or level >= _LEVELS or not _is_ours(code.co_filename, roots):
                continue
            tree = _tree_of(callee)
            if tree is not None:
                found[code.co_qualname] = tree
                pending.append((callee, level + 1))
    return list(found.values())


def _is_ours(path: str, roots: Sequence[str]) -> bool:
    return any(path.startswith(root + os.sep) for root in roots) and "site-packages" not in path


def _tree_of(function: Any) -> ast.AST | None:
    try:
        return ast.parse(textwrap.dedent(inspect.getsource(function)))
    except (OSError, TypeError, SyntaxError):
        return None


def _comparisons(function: ast.AST) -> Iterator[tuple[str, Any]]:
    for node in ast.walk(function):
        if isinstance(node, ast.Compare):
            sides = [node.left, *node.comparators]
            names = [n for n in map(_name, sides) if n]
            for constant in (c for s in sides for c in _constants(s)):
                yield from ((name, constant) for name in names)
        elif isinstance(node, ast.Match):
            name = _name(node.subject)
            for pattern in ast.walk(node):
                if isinstance(pattern, ast.MatchValue) and name:
                    yield from ((name, c) for c in _constants(pattern.value))


def _name(node: ast.expr) -> str:
    """The last word of an expression: ``boat.kind`` is about kinds, ``levels['low']`` about low."""
    if isinstance(node, ast.NamedExpr):
        return node.target.id
    if isinstance(node, ast.Name):
        return node.id
    if isinstance(node, ast.Attribute):
        return node.attr
    if isinstance(node, ast.Call):
        return _name(node.func)
    if isinstance(node, ast.Subscript) and isinstance(node.slice, ast.Constant):
        return str(node.slice.value)
    return ""


def _constants(node: ast.expr) -> list[Any]:
    if isinstance(node, ast.Constant):
        return [node.value]
    if isinstance(node, ast.Tuple | ast.List | ast.Set):
        return [c for e in node.elts for c in _constants(e)]
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        return [-c for c in _constants(node.operand) if isinstance(c, int | float)]
    return []


def _neighbours(constant: Any) -> list[Any]:
    if isinstance(constant, bool):
        return [constant, not constant]
    if isinstance(constant, int):
        return [constant, constant - 1, constant + 1]
    if isinstance(constant, float):
        return [constant, constant - 0.1, constant + 0.1]
    if isinstance(constant, str):
        return [constant, constant + "_"]
    return [constant]


def _copies(function: ast.AST) -> Iterator[tuple[str, str]]:
    """Plain assignments of an attribute or item to a name."""
    for node in ast.walk(function):
        if isinstance(node, ast.Assign) and len(node.targets) == 1:
            target, source = _name(node.targets[0]), _name(node.value)
            if target and source and target != source:
                yield target, source
