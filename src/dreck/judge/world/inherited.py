"""What classes inherit from classes that stand elsewhere: in the module, in modules beside it,
among the built-in ones, or in the standard library, whose source is read and never run.
"""

from __future__ import annotations

import ast
import builtins
import importlib.machinery
import sys
from collections.abc import Callable
from functools import lru_cache
from pathlib import Path
from typing import TypeAlias

from ...outline import all_nodes
from ..versions.version import Version, imported_module

# Where a class stands: a module of the project, or one of the standard library.
_Home: TypeAlias = Version | ast.Module

# Modules that are followed from one base class to the next.
_DEEPEST = 8


def has_of_its_own(owner: str, attribute: str, version: Version) -> str:
    """The base class, however far up, that has an attribute of its own; empty if none is known.

    Args:
        owner: the class whose base classes are asked.
        attribute: the name.
        version: the module of the class, with those that are compared beside it.
    """
    node = _class(version.tree, owner)
    return "" if node is None else _in_bases(node, attribute, version, _DEEPEST)


def _in_bases(node: ast.ClassDef, attribute: str, home: _Home, left: int) -> str:
    for base in node.bases if left else []:
        found, place = _base(ast.unparse(base), home)
        if isinstance(found, type):
            if found is not object and hasattr(found, attribute):
                return found.__name__
        elif found is not None and place is not None:
            if attribute in _own(found):
                return found.name
            above = _in_bases(found, attribute, place, left - 1)
            if above:
                return above
    return ""


def _base(text: str, home: _Home) -> tuple[ast.ClassDef | type | None, _Home | None]:
    """A base class by the expression that names it, and its module."""
    text = text.partition("[")[0]
    tree = _tree(home)
    own = _class(tree, text)
    if own is not None:
        return own, home
    for statement in tree.body:
        if isinstance(statement, ast.ImportFrom):
            module = _module(statement, home)
            for alias in statement.names:
                if (alias.asname or alias.name) == text:
                    return _found(module, alias.name, home)
        elif isinstance(statement, ast.Import):
            for alias in statement.names:
                called = alias.asname or alias.name
                if text.startswith(f"{called}."):
                    return _found(alias.name, text.removeprefix(f"{called}."), home)
    known = getattr(builtins, text, None)
    return (known, None) if isinstance(known, type) else (None, None)


def _module(statement: ast.ImportFrom, home: _Home) -> str:
    if isinstance(home, Version):
        return imported_module(statement, home)
    return "" if statement.level else statement.module or ""


def _tree(home: _Home) -> ast.Module:
    return home.tree if isinstance(home, Version) else home


def _found(module: str, name: str, home: _Home) -> tuple[ast.ClassDef | type | None, _Home | None]:
    beside = home.others.get(module) if isinstance(home, Version) else None
    place = beside or _library(module)
    node = None if place is None else _class(_tree(place), name)
    return (node, place) if node is not None else (None, None)


def _class(tree: ast.Module, name: str) -> ast.ClassDef | None:
    """A class that a module defines at its top, of that name; the last if there are several."""
    found = [n for n in tree.body if isinstance(n, ast.ClassDef) and n.name == name]
    return found[-1] if found else None


def _own(node: ast.ClassDef) -> set[str]:
    """Names that the body of a class binds, and attributes that its methods set on the object."""
    found = {s.name for s in node.body if isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef)}
    for each in all_nodes(node):
        if isinstance(each, ast.Name) and isinstance(each.ctx, ast.Store):
            found.add(each.id)
        elif isinstance(each, ast.Attribute) and isinstance(each.ctx, ast.Store):
            found.add(each.attr)
    return found


@lru_cache(32)
def _library(module: str) -> ast.Module | None:
    """The tree of a module of the standard library that has a source."""
    top = module.partition(".")[0]
    if top not in sys.stdlib_module_names:
        return None
    find: Callable[..., importlib.machinery.ModuleSpec | None]
    find = importlib.machinery.PathFinder.find_spec
    try:
        path, spec = None, None
        for number in range(module.count(".") + 1):
            spec = find(".".join(module.split(".")[: number + 1]), path)
            path = None if spec is None else spec.submodule_search_locations
        if spec is None or not spec.origin or not spec.origin.endswith(".py"):
            return None
        return ast.parse(Path(spec.origin).read_bytes())
    except (OSError, SyntaxError, ValueError, ImportError):
        return None
