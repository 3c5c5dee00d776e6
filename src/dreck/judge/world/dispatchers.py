"""Functions whose body is picked by the class of their first argument
(``functools.singledispatch``, PEP 443).
"""

from __future__ import annotations

import ast
from dataclasses import dataclass
from functools import lru_cache

from ...outline import all_nodes
from .constants import can_be_inlined
from .names import CACHED, bound_once, definition_counts, imported, names_from
from .scope import FunctionNode

# Built-in classes, of which none is derived from another but bool from int.
BUILT_IN = (
    "bool",
    "int",
    "float",
    "complex",
    "str",
    "bytes",
    "bytearray",
    "list",
    "tuple",
    "dict",
    "set",
    "frozenset",
)
# Classes of the standard library that may be told apart; of these only datetime is derived from
# another one, date.
_OF_LIBRARY = (
    ("datetime", "datetime"),
    ("datetime", "date"),
    ("datetime", "time"),
    ("datetime", "timedelta"),
    ("decimal", "Decimal"),
    ("fractions", "Fraction"),
    ("pathlib", "Path"),
    ("uuid", "UUID"),
)


@dataclass(frozen=True, slots=True)
class Dispatcher:
    """A function with bodies for some classes.

    Attributes:
        default: the function for all other objects.
        kinds: the names of classes with their functions, derived classes before those they are
            derived from.
    """

    default: ast.FunctionDef
    kinds: tuple[tuple[str, ast.FunctionDef], ...]


@lru_cache(CACHED)
def dispatchers_of(tree: ast.Module) -> dict[str, Dispatcher]:
    """The dispatching functions of a module whose bodies can all be read off it.

    Their functions have to follow them with nothing but such functions between, so that all are
    registered
    before anyone can call.
    """
    found = {}
    for position, node in enumerate(tree.body):
        if isinstance(node, ast.FunctionDef) and is_dispatcher(node, tree):
            kinds: dict[str, ast.FunctionDef] = {}
            for after in tree.body[position + 1 :]:
                names = registered_classes(after, node.name)
                if not names or set(names) & kinds.keys() or not isinstance(after, ast.FunctionDef):
                    break
                kinds.update(dict.fromkeys(names, after))
            ordered = _derived_first(list(kinds), tree)
            bodies = [node, *kinds.values()]
            if (
                kinds
                and ordered is not None
                and _mentions_register(tree, node.name)
                == sum(len(f.decorator_list) for f in {id(f): f for f in kinds.values()}.values())
                and all(map(_fits, bodies))
            ):
                found[node.name] = Dispatcher(node, tuple((k, kinds[k]) for k in ordered))
    return found


@lru_cache(CACHED)
def dispatching_nodes(tree: ast.Module) -> frozenset[int]:
    """The ids of all functions that make the dispatching functions of a module."""
    return frozenset(
        id(f) for d in dispatchers_of(tree).values() for f in (d.default, *(f for _, f in d.kinds))
    )


def is_dispatcher(node: ast.AST, tree: ast.Module) -> bool:
    """Whether a function is decorated with singledispatch, and its name bound once."""
    if not isinstance(node, ast.FunctionDef) or len(node.decorator_list) != 1:
        return False
    plain = ast.unparse(node.decorator_list[0]) in names_from(tree, "functools", "singledispatch")
    return (
        plain
        and definition_counts(tree)[node.name] == 1
        and bound_once(node.name, tree)
        and node.name not in imported(tree)
    )


def registered_classes(node: ast.AST, dispatcher: str) -> list[str]:
    """The classes that a function is registered for by ``@dispatcher.register(Class)``; none if it
    is decorated otherwise.
    """
    made = node.decorator_list if isinstance(node, ast.FunctionDef) else []
    calls = [
        m
        for m in made
        if isinstance(m, ast.Call)
        and len(m.args) == 1
        and not m.keywords
        and isinstance(m.args[0], ast.Name)
    ]
    if len(calls) < len(made) or any(
        ast.unparse(c.func) != f"{dispatcher}.register" for c in calls
    ):
        return []
    return list(dict.fromkeys(ast.unparse(c.args[0]) for c in calls))


def _mentions_register(tree: ast.Module, dispatcher: str) -> int:
    """How often anything of a dispatching function is asked for."""
    return sum(
        isinstance(n, ast.Attribute) and isinstance(n.value, ast.Name) and n.value.id == dispatcher
        for n in all_nodes(tree)
    )


def _fits(node: FunctionNode) -> bool:
    return can_be_inlined(node, decorated=True) and bool(node.args.args or node.args.posonlyargs)


def _derived_first(names: list[str], tree: ast.Module) -> list[str] | None:
    """Classes in an order in which the first that fits is the one that is picked; None if that
    cannot be told.
    """
    found: list[str] = []
    for name in names:
        above = _above(name, tree)
        if above is None:
            return None
        place = next((i for i, other in enumerate(found) if other in above), len(found))
        found.insert(place, name)
    return found


def _above(name: str, tree: ast.Module) -> set[str] | None:
    """The classes that a class is derived from, of those that can be told apart; None if nothing is
    known of it.
    """
    once = bound_once(name, tree) and name not in imported(tree)
    if name in BUILT_IN and once and name not in definition_counts(tree):
        return {"int"} if name == "bool" else set()
    library = [kind for module, kind in _OF_LIBRARY if name in names_from(tree, module, kind)]
    if library:
        return set(names_from(tree, "datetime", "date")) if library[0] == "datetime" else set()
    classes = {n.name: n for n in tree.body if isinstance(n, ast.ClassDef)}
    found: set[str] = set()
    while True:
        if (
            name not in classes
            or definition_counts(tree)[name] != 1
            or not bound_once(name, tree)
            or name in imported(tree)
        ):
            return None
        bases = classes[name].bases
        if not bases:
            return found
        if len(bases) > 1 or not isinstance(bases[0], ast.Name) or bases[0].id in found:
            return None
        name = bases[0].id
        found.add(name)
