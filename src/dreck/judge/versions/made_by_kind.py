"""Objects that a module makes at its top level, by a factory that picks the class of their kind."""

from __future__ import annotations

import ast
from collections.abc import Mapping

from ...outline import all_nodes, copied
from ..world.calls import bind_arguments
from ..world.splits import SplitClass, is_kind
from ..world.values import enums_of


def as_made_before(
    tree: ast.Module, factories: Mapping[str, tuple[str, SplitClass]], start: int
) -> ast.Module:
    """A module in which statements of its own make such objects by their class, as another version
    does.

    Only where the kind is written as a constant or the member of an enum, so that looking it up
    cannot fail.

    Args:
        tree: the module.
        factories: the names of factories, with the name of the class and what is known of it.
        start: the line behind which the factories are known.
    """
    if not factories:
        return tree
    enums = enums_of(tree)
    body = [
        (
            _made(s, factories, enums)
            if s.lineno > start
            and not isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef)
            else s
        )
        for s in tree.body
    ]
    return tree if body == tree.body else ast.Module(body, [])


def _made(
    statement: ast.stmt,
    factories: Mapping[str, tuple[str, SplitClass]],
    enums: Mapping[str, tuple[str, ...]],
) -> ast.stmt:
    called = {id(n.func): n for n in all_nodes(statement) if isinstance(n, ast.Call)}
    named = [n for n in all_nodes(statement) if isinstance(n, ast.Name) and n.id in factories]
    if not named or not all(
        id(n) in called and _has_known_kind(called[id(n)], factories[n.id][1], enums) for n in named
    ):
        return statement
    made = copied(statement)
    for node in all_nodes(made):
        if isinstance(node, ast.Name) and node.id in factories:
            node.id = factories[node.id][0]
    return made


def _has_known_kind(
    call: ast.Call, split: SplitClass, enums: Mapping[str, tuple[str, ...]]
) -> bool:
    if any(isinstance(a, ast.Starred) for a in call.args):
        return False
    bound = bind_arguments(split.arguments, call.args, {k.arg: k.value for k in call.keywords})
    kind = bound.get(split.parameter) if bound is not None else None
    return is_kind(kind, enums)
