"""Functions whose body is picked by the class of their first argument (``functools.singledispatch``, PEP 443)."""

from __future__ import annotations

import ast
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from .inlining import can_be_inlined
from .module_names import CACHED, bound_once, definition_counts, imported, names_from
from .scope import FunctionNode

# Built-in classes, of which none is derived from another but bool from int.
BUILT_IN = ("bool", "int", "float", "complex", "str", "bytes", "bytearray", "list", "tuple", "dict", "set", "frozenset")
# Classes of the standard library that may be told apart, those derived from others before them.
_OF_LIBRARY = (
    ("datetime", "datetime"), ("datetime", "date"), ("datetime", "time"), ("datetime", "timedelta"), ("decimal", "Decimal"),
    ("fractions", "Fraction"), ("pathlib", "Path"), ("uuid", "UUID"),
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Dispatcher:
    """A function with bodies for some classes.

    Attributes:
        default: the function for all other objects.
        kinds: the names of classes with their functions, derived classes before those they are derived from.
    """

    default: FunctionNode
    kinds: tuple[tuple[str, FunctionNode], ...]


@lru_cache(CACHED)
def dispatchers_of(tree: ast.Module) -> dict[str, Dispatcher]:
    """The dispatching functions of a module whose bodies can all be read off it.

    Their functions have to follow them with nothing but such functions between, so that all are registered
    before anyone can call.
    """
    found = {}
    for position, node in enumerate(tree.body):
        if isinstance(node, ast.FunctionDef) and is_dispatcher(node, tree):
            kinds: dict[str, FunctionNode] = {}
            for after in tree.body[position + 1 :]:
                name = registered_class(after, node.name)
                if name is None or name in kinds or not isinstance(after, ast.FunctionDef):
                    break
                kinds[name] = after
            ordered = _derived_first(list(kinds), tree)
            bodies = [node, *kinds.values()]
            if kinds and ordered is not None and _mentions_register(tree, node.name) == len(kinds) and all(map(_fits, bodies)):
                found[node.name] = Dispatcher(node, tuple((k, kinds[k]) for k in ordered))
    return found


@lru_cache(CACHED)
def dispatching_nodes(tree: ast.Module) -> frozenset[int]:
    """The ids of all functions that make the dispatching functions of a module."""
    return frozenset(id(f) for d in dispatchers_of(tree).values() for f in (d.default, *(f for _, f in d.kinds)))


def is_dispatcher(node: ast.AST, tree: ast.Module) -> bool:
    """Whether a function is decorated with singledispatch, and its name bound once."""
    if not isinstance(node, ast.FunctionDef) or len(node.decorator_list) != 1:
        return False
    plain = ast.unparse(node.decorator_list[0]) in names_from(tree, "functools", "singledispatch")
    return plain and definition_counts(tree)[node.name] == 1 and bound_once(node.name, tree) and node.name not in imported(tree)


def registered_class(node: ast.AST, dispatcher: str) -> str | None:
    """The class that a function is registered for by ``@dispatcher.register(Class)``; None if it is none such."""
    if not isinstance(node, ast.FunctionDef) or len(node.decorator_list) != 1:
        return None
    made = node.decorator_list[0]
    plain = isinstance(made, ast.Call) and len(made.args) == 1 and not made.keywords and isinstance(made.args[0], ast.Name)
    if not plain or not isinstance(made, ast.Call) or ast.unparse(made.func) != f"{dispatcher}.register":
        return None
    return ast.unparse(made.args[0])


def _mentions_register(tree: ast.Module, dispatcher: str) -> int:
    """How often anything of a dispatching function is asked for."""
    return sum(isinstance(n, ast.Attribute) and isinstance(n.value, ast.Name) and n.value.id == dispatcher for n in ast.walk(tree))


def _fits(node: FunctionNode) -> bool:
    return can_be_inlined(node, decorated=True) and bool(node.args.args or node.args.posonlyargs)


def _derived_first(names: list[str], tree: ast.Module) -> list[str] | None:
    """Classes in an order in which the first that fits is the one that is picked; None if that cannot be told."""
    classes = {n.name: n for n in tree.body if isinstance(n, ast.ClassDef)}
    ranks = {name: _rank(name, tree, classes) for name in names}
    if any(r is None for r in ranks.values()):
        return None
    return sorted(names, key=lambda n: ranks[n] or 0)


def _rank(name: str, tree: ast.Module, classes: Mapping[str, ast.ClassDef]) -> int | None:
    """Higher for what others may be derived from; None for classes of which nothing is known."""
    taken = name in definition_counts(tree) or not bound_once(name, tree)
    if name in BUILT_IN and not taken:
        return BUILT_IN.index(name)
    library = [i for i, (module, kind) in enumerate(_OF_LIBRARY) if name in names_from(tree, module, kind)]
    if library:
        return library[0]
    if name not in classes or definition_counts(tree)[name] != 1 or not bound_once(name, tree) or name in imported(tree):
        return None
    depth, seen = 0, {name}
    while classes[name].bases:
        base = classes[name].bases[0]
        if len(classes[name].bases) > 1 or not isinstance(base, ast.Name) or base.id not in classes or base.id in seen:
            return None
        name = base.id
        depth += 1
        seen.add(name)
    return -depth
