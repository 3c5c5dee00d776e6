"""New methods of a module's classes, which an object's class picks from."""

from __future__ import annotations

import ast
from collections import Counter
from collections.abc import Mapping, Sequence
from functools import lru_cache
from typing import TypeVar

from ...outline import all_nodes, child_nodes, nodes_of
from .classes import is_plain_kind, may_be_set_by_text, why_not_as_written
from .constants import can_be_inlined, is_constant
from .private_names import mangled
from .names import (
    CACHED,
    DEFINITIONS,
    attributes_asked,
    single_target,
)
from .quiet import looks_at_classes, made_up_names
from .scope import FunctionNode

_Held = TypeVar("_Held")


def telling_classes(tree: ast.Module) -> dict[str, ast.ClassDef]:
    """The classes of a module whose objects have what their text says, by name."""
    found = {
        n.name: n
        for n in tree.body
        if isinstance(n, ast.ClassDef)
        and is_plain_kind(n, tree)
        and not why_not_as_written(n, tree)
    }
    several = (n for n in nodes_of(tree) if isinstance(n, ast.ClassDef) and len(n.bases) > 1)
    if any(isinstance(b, ast.Name) and b.id in found for n in several for b in n.bases):
        return {}  # which of two methods an object of such a class has is another question
    return found


@lru_cache(CACHED)
def dispatched(
    tree: ast.Module, other: ast.Module
) -> dict[str, tuple[tuple[str, FunctionNode], ...]]:
    """New methods of the module's classes, of which nothing else in the module has the name."""
    classes = telling_classes(tree)
    found: dict[str, list[tuple[str, FunctionNode]]] = {}
    for name in sorted(classes, key=lambda n: -_depth(n, classes)):
        for method in classes[name].body:
            if (
                isinstance(method, ast.FunctionDef)
                and not method.decorator_list
                and can_be_inlined(method)
                and method.args.args
            ):
                found.setdefault(method.name, []).append((name, mangled(method, name)))
    known = attributes_asked(other)
    stored = {getattr(n, "attr", None) or getattr(n, "id", "") for n in _stores(tree)}
    in_classes = Counter(
        s.name
        for n in nodes_of(tree)
        if isinstance(n, ast.ClassDef)
        for s in n.body
        if isinstance(s, DEFINITIONS)
    )
    return {
        m: tuple(kinds)
        for m, kinds in found.items()
        if m not in known
        and in_classes[m] == len(kinds) == len({c for c, _ in kinds})
        and m not in stored
        and not may_be_set_by_text(m, tree)
        and not m.startswith("__")
    }


@lru_cache(CACHED)
def data_of_kinds(
    tree: ast.Module, other: ast.Module
) -> dict[str, tuple[tuple[str, ast.AST], ...]]:
    """New properties and constants of the module's classes, of which nothing else in the module has
    the name.
    """
    classes = telling_classes(tree)
    found: dict[str, list[tuple[str, ast.AST]]] = {}
    for name in sorted(classes, key=lambda n: -_depth(n, classes)):
        for attribute, value in _data_of(classes[name]):
            found.setdefault(attribute, []).append((name, value))
    known = attributes_asked(other)
    begun = made_up_names(tree) | made_up_names(other)
    if looks_at_classes(tree) or looks_at_classes(other):
        return {}
    kept = {id(n) for n in _given_in_classes(tree)}
    stored = {
        getattr(n, "attr", None) or getattr(n, "id", "") for n in _stores(tree) if id(n) not in kept
    }
    times = Counter([n.id for n in _given_in_classes(tree)])
    times.update(
        s.name
        for n in nodes_of(tree)
        if isinstance(n, ast.ClassDef)
        for s in n.body
        if isinstance(s, DEFINITIONS)
    )
    return {
        a: tuple(kinds)
        for a, kinds in found.items()
        if a not in known
        and a not in stored
        and not may_be_set_by_text(a, tree)
        and times[a] == len(kinds) == len({c for c, _ in kinds})
        and not a.startswith(("__", *begun))
    }


def _data_of(owner: ast.ClassDef) -> list[tuple[str, ast.AST]]:
    """The properties of a class, and the constants that its objects share; the members of an enum
    are no such.
    """
    found: list[tuple[str, ast.AST]] = []
    for statement in owner.body:
        if isinstance(statement, ast.FunctionDef) and [
            ast.unparse(d) for d in statement.decorator_list
        ] == ["property"]:
            if (
                can_be_inlined(statement, decorated=True)
                and len(statement.args.args) == 1
                and not statement.args.kwonlyargs
            ):
                found.append((statement.name, mangled(statement, owner.name)))
        elif (
            isinstance(statement, ast.Assign)
            and is_constant(statement.value)
            and not any(map(is_no_object, owner.bases))
        ):
            target = single_target(statement)
            found += [(target, statement.value)] if target is not None else []
    return found


def is_no_object(base: ast.expr) -> bool:
    """Whether a base class may make something else of what its body assigns."""
    return not (
        isinstance(base, ast.Name)
        and base.id
        not in ("Enum", "IntEnum", "StrEnum", "Flag", "IntFlag", "NamedTuple", "TypedDict")
    )


def _given_in_classes(tree: ast.Module) -> list[ast.Name]:
    """The names that the bodies of classes give values."""
    owners = [n for n in nodes_of(tree) if isinstance(n, ast.ClassDef)]
    return [
        t
        for n in owners
        for s in n.body
        if isinstance(s, ast.Assign)
        for t in s.targets
        if isinstance(t, ast.Name)
    ]


def _stores(tree: ast.Module) -> list[ast.AST]:
    """Attributes that some statement sets or deletes, and names that the bodies of classes do."""
    found: list[ast.AST] = [
        n
        for n in nodes_of(tree)
        if isinstance(n, ast.Attribute) and not isinstance(n.ctx, ast.Load)
    ]
    pending: list[ast.AST] = [
        s for n in nodes_of(tree) if isinstance(n, ast.ClassDef) for s in n.body
    ]
    while pending:
        node = pending.pop()
        if isinstance(node, ast.Name) and not isinstance(node.ctx, ast.Load):
            found.append(node)
        if not isinstance(node, (*DEFINITIONS, ast.Lambda)):
            pending.extend(child_nodes(node))
    return found


def in_order(
    kinds: Sequence[tuple[str, _Held]], asked: Sequence[str], chains: Mapping[str, Sequence[str]]
) -> tuple[tuple[str, _Held], ...]:
    """Classes as another version asks for them, but each before those that it is derived from.

    Args:
        kinds: the names of classes, with what belongs to each.
        asked: names in the order in which the other version asks for them.
        chains: for each class itself and those that it is derived from.
    """
    found: list[tuple[str, _Held]] = []
    for name, held in sorted(
        kinds, key=lambda k: asked.index(k[0]) if k[0] in asked else len(asked)
    ):
        place = next(
            (i for i, (other, _) in enumerate(found) if other in chains.get(name, (name,))[1:]),
            len(found),
        )
        found.insert(place, (name, held))
    return tuple(found)


def names_in_order(node: ast.AST | None) -> list[str]:
    """The names that a piece of code reads, in the order of the text."""
    found = [n for n in all_nodes(node) if isinstance(n, ast.Name)] if node is not None else []
    return list(dict.fromkeys(n.id for n in sorted(found, key=lambda n: (n.lineno, n.col_offset))))


def _depth(name: str, classes: Mapping[str, ast.ClassDef]) -> int:
    """How many classes of the module a class is derived from, one from the other."""
    depth = 0
    seen = {name}
    while True:
        bases = [b.id for b in classes[name].bases if isinstance(b, ast.Name)]
        if not bases or bases[0] not in classes or bases[0] in seen:
            return depth
        name, depth = bases[0], depth + 1
        seen.add(name)
