"""What a function compares its values with: the best inputs are written in its conditions."""

from __future__ import annotations

import ast
import builtins
import inspect
import os
import textwrap
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from typing import Any

from ...outline import all_nodes, functions_of

# Levels of callees whose conditions are read as well.
_LEVELS = 3
# The largest number that is worked back from a result.
_LARGEST = 10**12
# Entries of a table that are read at most.
_MOST_ENTRIES = 60
Suggestions = dict[str, list[Any]]


def suggestions(*functions: ast.AST, modules: Sequence[ast.Module] = ()) -> Suggestions:
    """For each name, attribute, method or key: constants it is compared with or looked up among,
    and their neighbours.

    Args:
        functions: the functions that are read.
        modules: where the constants and tables stand that they name.
    """
    found: Suggestions = {}
    held = _held(modules)
    for function in functions:
        for subject, constant in [
            *_comparisons(function, {**held, **_columns(function, held)}),
            *_lookups(function, held),
        ]:
            found.setdefault(subject, []).extend(_neighbours(constant))
        for target, source in _copies(function):
            if target in found:
                found.setdefault(source, []).extend(found[target])
        for target, source, back in _worked_out(function):
            numbers = [
                back(v)
                for v in found.get(target, ())
                if type(v) in (int, float) and abs(v) < _LARGEST
            ]
            found.setdefault(source, []).extend(n for v in numbers for n in (v, v - 1, v + 1))
    return {
        name: list({(type(v), repr(v)): v for v in values}.values())
        for name, values in found.items()
    }


def handled_errors(*functions: ast.AST) -> list[type[Exception]]:
    """Built-in exception types that the functions handle or clean up after, and one more."""
    found: dict[str, type[Exception]] = {}
    protects = False
    for node in (n for f in functions for n in all_nodes(f)):
        protects = protects or isinstance(node, ast.Try | ast.With)
        if isinstance(node, ast.ExceptHandler) and node.type is not None:
            for name in (n.id for n in all_nodes(node.type) if isinstance(n, ast.Name)):
                kind = getattr(builtins, name, None)
                if isinstance(kind, type) and issubclass(kind, Exception):
                    found[name] = kind
    return [*found.values(), ArithmeticError] if protects else []


@dataclass(frozen=True, slots=True)
class Project:
    """Where the code of a project is found.

    Attributes:
        path, tree: the module that was loaded, of which the file may hold another version.
        roots: where the other files are.
    """

    path: str
    tree: ast.Module
    roots: Sequence[str]

    def code_of(self, function: Any) -> ast.Module | None:
        """A function of the project in a module of its own; None of others."""
        code = function.__code__
        if code.co_filename == self.path:
            own = {f.name: f.node for f in functions_of(self.tree)}
            node = own.get(code.co_qualname)
            return None if node is None else ast.Module([node], [])
        is_ours = any(code.co_filename.startswith(root + os.sep) for root in self.roots)
        if not is_ours or "site-packages" in code.co_filename:
            return None
        try:
            return ast.parse(textwrap.dedent(inspect.getsource(function)))
        except (OSError, TypeError, SyntaxError):
            return None


def with_callees(
    function: Callable[..., Any], project: Project, *, methods: bool = False
) -> list[ast.AST]:
    """The trees of the project's own functions that a function calls by name, a few levels down.

    Args:
        function: who calls.
        project: where the code is.
        methods: also those of classes that the modules around know, by the names of attributes that
            are asked for.
    """
    found: dict[str, ast.AST] = {}
    pending: list[tuple[Any, int]] = [(function, 0)]
    while pending:
        current, level = pending.pop()
        names = getattr(getattr(current, "__code__", None), "co_names", ())
        around = getattr(current, "__globals__", {})
        callees = [around.get(n) for n in names]
        if methods:
            callees += _methods(around, names)
        for callee in callees:
            code = getattr(callee, "__code__", None)
            if code is None or code.co_qualname in found or level >= _LEVELS:
                continue
            tree = project.code_of(callee)
            if tree is not None:
                found[code.co_qualname] = tree
                pending.append((callee, level + 1))
    return list(found.values())


def _methods(around: Mapping[str, Any], names: Sequence[str]) -> list[Any]:
    """Methods and properties with one of these names, of all classes that a module knows."""
    classes = [c for c in around.values() if isinstance(c, type)]
    held = [vars(c)[n] for c in classes for n in names if n in vars(c)]
    return [getattr(h, "fget", None) or getattr(h, "__func__", None) or h for h in held]


def _held(modules: Sequence[ast.Module]) -> dict[str, list[Any]]:
    """What names of modules hold: a constant, the entries of a list or tuple, the keys of a
    dict.
    """
    found: dict[str, list[Any]] = {}
    for statement in (s for m in modules for s in m.body):
        if isinstance(statement, ast.Assign | ast.AnnAssign) and statement.value is not None:
            target = statement.targets[0] if isinstance(statement, ast.Assign) else statement.target
            if isinstance(target, ast.Name):
                found.setdefault(target.id, []).extend(_entries(statement.value)[:_MOST_ENTRIES])
    return found


def _entries(node: ast.expr) -> list[Any]:
    if isinstance(node, ast.Tuple | ast.List | ast.Set | ast.Dict):
        parts = [k for k in node.keys if k is not None] if isinstance(node, ast.Dict) else node.elts
        return [
            tuple(_entries(p)) if isinstance(p, ast.Tuple) else c
            for p in parts
            for c in (_constants(p)[:1] or [None])
        ]
    return _constants(node)


def _columns(function: ast.AST, held: Mapping[str, list[Any]]) -> dict[str, list[Any]]:
    """What the names of loops over rows can be."""
    found: dict[str, list[Any]] = {}
    for node in all_nodes(function):
        if (
            isinstance(node, ast.For | ast.comprehension)
            and isinstance(node.iter, ast.Name)
            and node.iter.id in held
        ):
            rows = held[node.iter.id]
            if isinstance(node.target, ast.Name):
                found[node.target.id] = rows
            elif isinstance(node.target, ast.Tuple):
                names = [n.id for n in node.target.elts if isinstance(n, ast.Name)]
                found.update(
                    {
                        n: [r[i] for r in rows if isinstance(r, tuple) and len(r) == len(names)]
                        for i, n in enumerate(names)
                    }
                )
    return found


def _lookups(function: ast.AST, held: Mapping[str, list[Any]]) -> Iterator[tuple[str, Any]]:
    """What is looked up in a table of the module, with its keys; and what is put between limits."""
    for node in all_nodes(function):
        table: ast.expr | None = None
        if isinstance(node, ast.Subscript):
            table, key = node.value, node.slice
        elif (
            isinstance(node, ast.Call)
            and isinstance(node.func, ast.Attribute)
            and node.func.attr == "get"
            and node.args
        ):
            table, key = node.func.value, node.args[0]
        elif (
            isinstance(node, ast.Call)
            and _name(node.func).startswith("bisect")
            and len(node.args) > 1
        ):
            table, key = node.args[0], node.args[1]
        elif isinstance(node, ast.Compare) and isinstance(node.left, ast.Tuple):
            table, key = node.comparators[0], node.left
        if not isinstance(table, ast.Name) or table.id not in held:
            continue
        if isinstance(key, ast.Tuple):
            names = [_name(e) for e in key.elts]
            keys = [k for k in held[table.id] if isinstance(k, tuple) and len(k) == len(names)]
            yield from ((n, k[i]) for k in keys for i, n in enumerate(names) if n)
        elif _name(key):
            yield from ((_name(key), k) for k in held[table.id])


def _comparisons(function: ast.AST, held: Mapping[str, list[Any]]) -> Iterator[tuple[str, Any]]:
    for node in all_nodes(function):
        if isinstance(node, ast.Compare):
            sides = [node.left, *node.comparators]
            names = [n for n in map(_name, sides) if n]
            for constant in (
                c
                for s in sides
                for c in (held.get(s.id, []) if isinstance(s, ast.Name) else _constants(s))
            ):
                yield from ((name, constant) for name in names)
        elif isinstance(node, ast.Match):
            name = _name(node.subject)
            for pattern in all_nodes(node):
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


def _worked_out(function: ast.AST) -> Iterator[tuple[str, str, Callable[[Any], Any]]]:
    """Names that are set to another value and a number by plain arithmetic, and how to get back
    from them.
    """
    backwards: dict[type[ast.operator], Callable[[Any, Any], Any]] = {
        ast.Add: lambda v, n: v - n,
        ast.Sub: lambda v, n: v + n,
        ast.Mult: lambda v, n: v // n if n else v,
        ast.Div: lambda v, n: round(v * n),
        ast.FloorDiv: lambda v, n: round(v * n),
    }
    for node in all_nodes(function):
        if (
            isinstance(node, ast.Assign)
            and len(node.targets) == 1
            and isinstance(node.value, ast.BinOp)
        ):
            target, source, number = (
                _name(node.targets[0]),
                _name(node.value.left),
                node.value.right,
            )
            back = backwards.get(type(node.value.op))
            if (
                target
                and source
                and target != source
                and back is not None
                and isinstance(number, ast.Constant)
                and type(number.value) is int
            ):
                yield target, source, partial(_back, back, number.value)


def _back(inverse: Callable[[Any, Any], Any], number: int, value: Any) -> Any:
    return inverse(value, number)


def _copies(function: ast.AST) -> Iterator[tuple[str, str]]:
    """Plain assignments of an attribute or item to a name."""
    for node in all_nodes(function):
        if isinstance(node, ast.Assign) and len(node.targets) == 1:
            target, source = _name(node.targets[0]), _name(node.value)
            if target and source and target != source:
                yield target, source
