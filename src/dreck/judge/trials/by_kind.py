"""Classes that only the new version has a subclass for each kind of.

Where the old version made an object of the class itself, the new one makes one of a subclass,
picked from a table by an argument. Objects are made so for the new version too; where no table says
how, an object of the class itself shows what is assumed (``closed-kinds``), not a difference.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Collection, Iterator, Mapping
from types import ModuleType
from typing import Any

from ...outline import all_nodes

# Names of classes whose objects are made in a way that cannot be told from here.
CLOSED: set[str] = set()


def new_subclasses(old: ModuleType, new: ModuleType) -> dict[type, type]:
    """The classes that only the new version has, each with the nearest base that both have."""
    found: dict[type, type] = {}
    for name, cls in vars(new).items():
        if isinstance(cls, type) and cls.__module__ == new.__name__ and not hasattr(old, name):
            bases = (b for b in cls.__mro__[1:] if isinstance(vars(old).get(b.__name__), type))
            base = next((b for b in bases if b.__module__ == new.__name__), None)
            if base is not None:
                found[cls] = base
    return found


def tables_of(module: ModuleType, base: type) -> Iterator[str]:
    """Names of the tables that hold subclasses of a class."""
    for name, value in vars(module).items():
        if type(value) is dict and value and all(isinstance(v, type) for v in value.values()):
            if all(issubclass(v, base) for v in value.values()) and base not in value.values():
                yield name


def asked_by(tree: ast.Module, table: str) -> list[str]:
    """The last words of what a table is asked for: ``TABLE[order.kind]`` is about kinds."""
    found: list[str] = []
    for node in all_nodes(tree):
        key: ast.expr | None = None
        if isinstance(node, ast.Subscript) and _is_name(node.value, table):
            key = node.slice
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute) and node.args:
            key = node.args[0] if _is_name(node.func.value, table) else None
        if key is not None:
            found += [n.id for n in all_nodes(key) if isinstance(n, ast.Name)]
            found += [n.attr for n in all_nodes(key) if isinstance(n, ast.Attribute)]
            found += [str(n.value) for n in all_nodes(key) if isinstance(n, ast.Constant)]
    return found


def _is_name(node: ast.expr, name: str) -> bool:
    return isinstance(node, ast.Name) and node.id == name


def is_made_directly(tree: ast.Module, name: str) -> bool:
    """Whether a module makes objects of a class by its name."""
    calls = (n.func for n in all_nodes(tree) if isinstance(n, ast.Call))
    return any(isinstance(c, ast.Name) and c.id == name for c in calls)


def asks_its_kind(tree: ast.Module, name: str) -> int:
    """How often methods of a class compare an attribute of their object with a text or member."""
    found = 0
    for cls in (c for c in tree.body if isinstance(c, ast.ClassDef) and c.name == name):
        for node in all_nodes(cls):
            asked = [node.left] if isinstance(node, ast.Compare) else []
            asked = [node.subject] if isinstance(node, ast.Match) else asked
            found += any(isinstance(a, ast.Attribute) and _is_name(a.value, "self") for a in asked)
    return found


def set_in(tree: ast.Module, classes: Collection[str]) -> set[str]:
    """The attributes that methods of some classes set on their object."""
    return {
        n.attr
        for c in tree.body
        if isinstance(c, ast.ClassDef) and c.name in classes
        for n in all_nodes(c)
        if isinstance(n, ast.Attribute) and isinstance(n.ctx, ast.Store)
    }


def maker(base: type, table: Mapping[Any, type], names: Collection[str]) -> Callable[..., Any]:
    """What makes an object of the subclass that an argument picks, or of the class itself.

    Args:
        base: the class.
        table: the subclass of each kind.
        names: what the argument may be called; where it is called otherwise, any may pick.
    """

    def make(**given: Any) -> Any:
        asked = [n for n in given if n in names] or list(given)
        for name, value in ((n, given[n]) for n in asked):
            try:
                found = table.get(value)
            except TypeError:  # it cannot be looked up
                continue
            if found is not None:
                try:
                    return found(**given)
                except TypeError:
                    return found(**{n: v for n, v in given.items() if n != name})
        return base(**given)

    return make
