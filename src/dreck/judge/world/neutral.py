"""Constants that a class gets because others have such an attribute: a neutral value for objects
that lacked it.
"""

from __future__ import annotations

import ast
import re
from functools import lru_cache

from ...outline import all_nodes, nodes_of
from .classes import attributes_set_by_text, plain_classes
from .constants import is_constant
from .names import (
    CACHED,
    DEFINITIONS,
    attributes_asked,
    single_target,
)

# What stands for the attribute that an object has itself.
OWN = ast.Pass()


@lru_cache(CACHED)
def neutral_data_of(
    tree: ast.Module, other: ast.Module
) -> dict[str, tuple[tuple[str, ast.AST], ...]]:
    """New constants of a module's plain classes whose objects had no such attribute, though others
    have, by attribute.

    Nothing in the module sets the attribute but methods of unrelated classes on their own objects,
    and nothing
    asks for attributes by text.
    """
    classes = plain_classes(tree)
    owners = {n.name: n for n in tree.body if isinstance(n, ast.ClassDef)}
    before = {n.name: n for n in other.body if isinstance(n, ast.ClassDef)}
    several = any(isinstance(n, ast.ClassDef) and len(n.bases) > 1 for n in nodes_of(tree))
    if (
        several
        or bool(attributes_set_by_text(tree))
        or _asks_by_any_text(tree)
        or plain_classes(other) != classes
    ):
        return {}
    found: dict[str, list[tuple[str, ast.AST]]] = {}
    for name in classes:
        for statement in owners[name].body:
            target = single_target(statement)
            value = getattr(statement, "value", None)
            if (
                isinstance(statement, ast.Assign)
                and target is not None
                and isinstance(value, ast.expr)
                and is_constant(value)
                and not target.startswith("__")
            ):
                found.setdefault(target, []).append((name, value))
    kept: dict[str, tuple[tuple[str, ast.AST], ...]] = {}
    for attribute, kinds in found.items():
        fresh = tuple((c, v) for c, v in kinds if not _has(before[c], attribute))
        if attribute not in attributes_asked(other):
            continue  # it is a new attribute altogether
        related = {k for c, _ in fresh for k in _related(c, classes)}
        if (
            fresh
            and not _is_set(attribute, related, tree, other)
            and not _is_asked_by_text(attribute, tree)
            and not _is_missed(attribute, tree)
        ):
            kept[attribute] = fresh
    return kept


def _has(owner: ast.ClassDef, attribute: str) -> bool:
    """Whether the body of a class says anything of an attribute."""
    words = {
        getattr(n, "id", None) or getattr(n, "name", None)
        for s in owner.body
        for n in ([s] if isinstance(s, DEFINITIONS) else all_nodes(s))
    }
    return attribute in words


def _related(name: str, classes: dict[str, tuple[str, ...]]) -> set[str]:
    """A class, those it is derived from, and those derived from it."""
    return set(classes[name]) | {c for c, chain in classes.items() if name in chain}


def _is_set(attribute: str, related: set[str], tree: ast.Module, other: ast.Module) -> bool:
    """Whether objects of some classes may have an attribute of that name already."""
    for owner in (s for s in other.body if isinstance(s, ast.ClassDef) and s.name in related):
        if _has(owner, attribute) or "__slots__" in {
            getattr(n, "id", "") for n in all_nodes(owner)
        }:
            return True
    harmless = {
        id(n)
        for s in tree.body
        if isinstance(s, ast.ClassDef) and s.name not in related
        for n in _own_stores(s)
    }
    every = [
        n
        for n in nodes_of(tree)
        if isinstance(n, ast.Attribute) and n.attr == attribute and not isinstance(n.ctx, ast.Load)
    ]
    return any(id(n) not in harmless for n in every)


def _own_stores(owner: ast.ClassDef) -> list[ast.Attribute]:
    """Where the methods of a class set attributes of their own object."""
    found = []
    for method in owner.body:
        if isinstance(method, ast.FunctionDef) and method.args.args and not method.decorator_list:
            this = method.args.args[0].arg
            stores = [
                n
                for n in all_nodes(method)
                if isinstance(n, ast.Attribute) and not isinstance(n.ctx, ast.Load)
            ]
            bound_anew = any(
                isinstance(n, ast.Name) and n.id == this and not isinstance(n.ctx, ast.Load)
                for n in all_nodes(method)
            )
            found += [
                n
                for n in stores
                if isinstance(n.value, ast.Name) and n.value.id == this and not bound_anew
            ]
    return found


def _asks_by_any_text(tree: ast.Module) -> bool:
    """Whether a module asks objects for attributes whose names are not written there, or for all
    that they have.
    """
    for node in nodes_of(tree):
        if (
            isinstance(node, ast.Call)
            and isinstance(node.func, ast.Name)
            and node.func.id in ("getattr", "hasattr")
        ):
            if len(node.args) < 2 or not isinstance(node.args[1], ast.Constant):
                return True
        if (
            getattr(node, "id", None) or getattr(node, "attr", None) or getattr(node, "name", None)
        ) in ("dir", "getmembers", "attrgetter", "methodcaller"):
            return True
    return False


def _is_missed(attribute: str, tree: ast.Module) -> bool:
    """Whether the module asks for an attribute where it handles that there is none, as a pattern of
    a class does.
    """
    for node in nodes_of(tree):
        if isinstance(node, ast.MatchClass) and attribute in node.kwd_attrs:
            return True
        if isinstance(node, ast.Try | ast.TryStar) and any(
            isinstance(n, ast.Attribute) and n.attr == attribute
            for s in node.body
            for n in all_nodes(s)
        ):
            caught = {
                n.id
                for h in node.handlers
                if h.type is not None
                for n in all_nodes(h.type)
                if isinstance(n, ast.Name)
            }
            if any(h.type is None for h in node.handlers) or caught & {
                "AttributeError",
                "Exception",
                "BaseException",
            }:
                return True
    return False


def _is_asked_by_text(attribute: str, tree: ast.Module) -> bool:
    texts = (n.value for n in nodes_of(tree) if isinstance(n, ast.Constant))
    behind_dot = re.compile(rf"\.{attribute}\b")
    return any(isinstance(t, str) and (t == attribute or behind_dot.search(t)) for t in texts)
