"""What may be assumed of `with` blocks: that what is raised inside them comes out again."""

from __future__ import annotations

import ast

from ...outline import all_nodes, child_nodes
from ..world.around import Names
from ..world.scope import FunctionNode
from .verdict import Assumption, AssumptionKind


def protections(function: FunctionNode) -> list[ast.expr]:
    """The managers that a function enters, those of functions inside it apart."""
    found: list[ast.expr] = []
    pending: list[ast.AST] = list(function.body)
    while pending:
        node = pending.pop(0)
        if isinstance(node, ast.With | ast.AsyncWith):
            found += [item.context_expr for item in node.items]
        if not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef | ast.Lambda):
            pending = [*child_nodes(node), *pending]
    return found


def may_let_through(before: FunctionNode, after: FunctionNode, names: Names) -> bool:
    """Whether both versions enter managers, and nothing is seen to swallow exceptions: the module
    neither has managers of its own nor asks for those that are made for it, and no statement is
    only reached where one swallows.
    """
    if names.swallowing or names.star or _counts_on_it(before) or _counts_on_it(after):
        return False
    managers = [*protections(before), *protections(after)]
    made_here = {n for tree in names.declared.trees for n in _made_by(tree)}
    if any(_root(m) in made_here for m in managers):
        return False
    return bool(protections(before)) and bool(protections(after))


def _made_by(tree: ast.Module) -> set[str]:
    """Names that a module itself gives a value at its top level, or defines."""
    found: set[str] = set()
    for node in tree.body:
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            found.add(node.name)
        elif isinstance(node, ast.Assign | ast.AnnAssign):
            targets = node.targets if isinstance(node, ast.Assign) else [node.target]
            found |= {n.id for t in targets for n in all_nodes(t) if isinstance(n, ast.Name)}
    return found


def _root(manager: ast.expr) -> str:
    """The name that a manager is reached by."""
    node: ast.expr = manager
    while isinstance(node, ast.Call | ast.Attribute | ast.Subscript):
        node = node.func if isinstance(node, ast.Call) else node.value
    return node.id if isinstance(node, ast.Name) else ""


def _counts_on_it(function: FunctionNode) -> bool:
    """Whether something stands behind a `with` that always leaves: it is there for what is hidden."""
    for node in all_nodes(function):
        for _, block in ast.iter_fields(node):
            if isinstance(block, list) and any(_leaves_with(s) for s in block[:-1]):
                return True
    return False


def _leaves_with(statement: ast.AST) -> bool:
    return isinstance(statement, ast.With | ast.AsyncWith) and _leaves(statement.body)


def _leaves(body: list[ast.stmt]) -> bool:
    last = body[-1]
    if isinstance(last, ast.If):
        return bool(last.orelse) and _leaves(last.body) and _leaves(last.orelse)
    if isinstance(last, ast.With | ast.AsyncWith):
        return _leaves(last.body)
    return isinstance(last, ast.Return | ast.Raise | ast.Continue | ast.Break)


def passed_through(before: FunctionNode) -> tuple[Assumption, ...]:
    """The assumptions of a proof that takes exceptions to leave the blocks they are raised in."""
    about = dict.fromkeys(ast.unparse(m) for m in protections(before))
    return tuple(
        Assumption(
            AssumptionKind.LETS_THROUGH, text, f"{text} of a class whose __exit__ returns True"
        )
        for text in about
    )
