"""Types that have a name, asked for anew wherever the name stands.

``kind = type(boat)`` and ``kind is Tug`` ask what ``type(boat) is Tug`` asks, unless the class of
the object is changed between (``stable-read``).
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.scope import FunctionNode
from .what_is_gone_through import is_awkward, is_builtin, reads, stores


def named_types(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that asks for a type where it is needed, and what that rests on; None if it gives
    no type a name.
    """
    if is_awkward(function) or not is_builtin("type", function, names):
        return None
    if any(map(_speaks_of_classes, (function, *names.declared.trees))):
        return None
    made = copied(function)
    found = {
        statement.targets[0].id: statement
        for number, statement in enumerate(made.body)
        if isinstance(statement, ast.Assign)
        and len(statement.targets) == 1
        and isinstance(statement.targets[0], ast.Name)
        and _is_type_of_name(statement.value)
        and stores(statement.targets[0].id, function) == 1
        and not any(reads(statement.targets[0].id, s) for s in made.body[:number])
    }
    given = {a.arg for a in all_nodes(function.args) if isinstance(a, ast.arg)}
    kept = {
        name: statement
        for name, statement in found.items()
        if (subject := _subject(statement)) in given and not stores(subject, function)
    }
    if not kept:
        return None
    made.body = [s for s in made.body if not any(s is k for k in kept.values())] or [ast.Pass()]
    made = _Types(kept).visit(made)
    ast.fix_missing_locations(made)
    return made, tuple(
        Assumption(
            AssumptionKind.STABLE_READ, f"type({_subject(s)})", "an object whose class is set"
        )
        for s in kept.values()
    )


def _speaks_of_classes(tree: ast.AST) -> bool:
    """Whether some code may set the class of an object: by its name, or as a text."""
    return any(
        (isinstance(n, ast.Attribute) and n.attr == "__class__" and not isinstance(n.ctx, ast.Load))
        or (isinstance(n, ast.Constant) and n.value == "__class__")
        for n in all_nodes(tree)
    )


def _is_type_of_name(node: ast.expr) -> bool:
    return (
        isinstance(node, ast.Call)
        and isinstance(node.func, ast.Name)
        and node.func.id == "type"
        and len(node.args) == 1
        and isinstance(node.args[0], ast.Name)
        and not node.keywords
    )


def _subject(statement: ast.Assign) -> str:
    assert isinstance(statement.value, ast.Call) and isinstance(statement.value.args[0], ast.Name)
    return statement.value.args[0].id


class _Types(ast.NodeTransformer):
    def __init__(self, kept: dict[str, ast.Assign]) -> None:
        self.kept = kept

    def visit_Name(self, node: ast.Name) -> ast.AST:
        statement = self.kept.get(node.id)
        if statement is None:
            return node
        return ast.copy_location(copied(statement.value), node)
