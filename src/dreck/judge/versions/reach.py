"""Which changed functions a function may reach: all that is not shown to be out of its reach."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterable, Iterator

from ...outline import all_nodes, nodes_of
from ..world.quiet import is_quiet, is_quiet_class, is_quiet_decorator
from .version import Version

_DEFINITIONS = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef)
_WORD = re.compile(r"[^\W\d]\w*")
# By these, code may come to a function whose name is not written there.
_BY_ANY_NAME = frozenset({"eval", "exec", "globals", "vars", "getattr_static", "methodcaller"})


def reached_from(name: str, version: Version, candidates: Iterable[str]) -> set[str]:
    """Which candidate functions a function may reach.

    By a mention of their last name, as a name, attribute or text, in the function itself or in
    anything that it mentions, tables and aliases included. Methods with special names are called
    by operators, loops and the making of objects; what is registered, or handed to somebody while
    the module is loaded, may be called by anybody: all those are reached.
    """
    wanted = {c for c in candidates if c != name}
    places = _places(version)
    pending: list[ast.AST] = [version.functions[name].node, *_roots(version)]
    seen: set[int] = set()
    while pending:
        node = pending.pop()
        if id(node) in seen:
            continue
        seen.add(id(node))
        if _asks_by_any_name(node):
            return wanted
        for word in _words(node):
            pending += places.get(word, ())
    return {c for c in wanted if id(version.functions[c].node) in seen} | _inside(
        wanted, version, seen
    )


def _inside(wanted: set[str], version: Version, seen: set[int]) -> set[str]:
    """Functions nested in others, which are reached with those."""
    return {c for c in wanted if any(id(f) in seen for f in version.functions[c].around)}


def _places(version: Version) -> dict[str, list[ast.AST]]:
    """For each name what stands for it: functions, classes, and statements that give it a value."""
    found: dict[str, list[ast.AST]] = {}
    for name, function in version.functions.items():
        found.setdefault(name.partition("#")[0].rpartition(".")[2], []).append(function.node)
    for node in nodes_of(version.tree):
        if isinstance(node, ast.ClassDef):
            found.setdefault(node.name, []).append(node)
    for statement in _outside_functions(version.tree.body):
        for name in _bound(statement):
            found.setdefault(name, []).append(statement)
    return found


def _outside_functions(body: Iterable[ast.stmt]) -> Iterator[ast.stmt]:
    """All statements of a module and its classes that are no definitions themselves."""
    for statement in body:
        if not isinstance(statement, _DEFINITIONS):
            yield statement
        elif isinstance(statement, ast.ClassDef):
            yield from _outside_functions(statement.body)


def _bound(statement: ast.stmt) -> set[str]:
    names = (n for n in all_nodes(statement) if isinstance(n, ast.Name))
    return {n.id for n in names if not isinstance(n.ctx, ast.Load)}


def _roots(version: Version) -> Iterator[ast.AST]:
    """What anybody may call: special methods, what is registered, what is handed over at the top."""
    tree = version.tree
    for name, function in version.functions.items():
        last = name.partition("#")[0].rpartition(".")[2]
        special = last.startswith("__") and last.endswith("__")
        told = not all(is_quiet_decorator(d, tree) for d in function.node.decorator_list)
        if (special and "." in name) or told:
            yield function.node
    for statement in tree.body:
        if isinstance(statement, ast.ClassDef):
            if not is_quiet_class(statement, tree):
                yield statement
        elif isinstance(statement, ast.Assign | ast.AnnAssign):
            if statement.value is not None and not is_quiet(statement.value, tree):
                yield statement
        elif not isinstance(statement, (*_DEFINITIONS, ast.Import, ast.ImportFrom)):
            yield statement


def _asks_by_any_name(node: ast.AST) -> bool:
    """Whether code asks for something whose name is not written there."""
    for each in all_nodes(node):
        word = each.id if isinstance(each, ast.Name) else getattr(each, "attr", None)
        if word in _BY_ANY_NAME:
            return True
        if isinstance(each, ast.Call) and isinstance(each.func, ast.Name):
            if each.func.id == "getattr" and not isinstance(_second(each), ast.Constant):
                return True
    return False


def _second(call: ast.Call) -> ast.expr | None:
    return call.args[1] if len(call.args) > 1 else None


def _words(node: ast.AST) -> Iterator[str]:
    """Every word of a piece of code by which it may mean a function; of a class only its own
    statements, as its methods are asked for by their names.
    """
    parts = [node] if not isinstance(node, ast.ClassDef) else _class_parts(node)
    for part in parts:
        for each in all_nodes(part):
            if isinstance(each, ast.Name):
                yield each.id
            elif isinstance(each, ast.Attribute):
                yield each.attr
            elif isinstance(each, ast.Constant) and isinstance(each.value, str):
                yield from _WORD.findall(each.value)


def _class_parts(node: ast.ClassDef) -> list[ast.AST]:
    heads = [*node.decorator_list, *node.bases, *(k.value for k in node.keywords)]
    return [*heads, *(s for s in node.body if not isinstance(s, _DEFINITIONS))]
