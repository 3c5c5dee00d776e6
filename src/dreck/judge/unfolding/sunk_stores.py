"""What is put into a container of the function's own, put there as late as that makes no
difference.

``report[car] = "worn"`` and ``log.warning(text)`` may as well be done the other way round where
nobody but the function has the dict yet: who writes the log cannot see it, and what it raises
leaves the function, and the dict with it. That the key can be looked up is assumed (``hashable``).
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...outline import all_nodes, child_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.scope import FunctionNode
from .what_is_gone_through import is_awkward, stores

_SEEING = (ast.Try, ast.TryStar, ast.With, ast.AsyncWith, ast.Await, ast.Yield, ast.YieldFrom)
_PASSED = (ast.Expr, ast.Assign, ast.AugAssign)
# What nobody gets hold of a container by.
_ASKING = frozenset(
    {"append", "add", "extend", "get", "items", "keys", "values", "pop", "copy", "sort"}
)


def sunk_stores(
    function: FunctionNode,
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that fills its own containers as late as it may, and what that rests on; None if
    it does so already.
    """
    if is_awkward(function) or is_seen_from_elsewhere(function):
        return None
    made = copied(function)
    own = {n for n in _made_empty(made) if is_its_own(n, made)}
    work = _Work(own)
    for node in [n for n in all_nodes(made) if own]:
        for field in ("body", "orelse"):
            block = getattr(node, field, None)
            if isinstance(block, list):
                work.block(block)
    return (made, tuple(dict.fromkeys(work.rests_on))) if work.changed else None


def is_seen_from_elsewhere(function: FunctionNode) -> bool:
    """Whether something of a function may be seen half done: what is raised is caught or hidden in
    it, or it is left in the middle.
    """
    return any(isinstance(n, _SEEING) for n in all_nodes(function))


def _made_empty(function: FunctionNode) -> Iterator[str]:
    """The names that are given an empty container, once."""
    for node in all_nodes(function):
        target = node.targets[0] if isinstance(node, ast.Assign) else None
        value = node.value if isinstance(node, ast.Assign) else None
        empty = (isinstance(value, ast.Dict) and not value.keys) or (
            isinstance(value, ast.List) and not value.elts
        )
        alone = isinstance(node, ast.Assign) and len(node.targets) == 1
        if isinstance(target, ast.Name) and empty and alone and stores(target.id, function) == 1:
            yield target.id


def is_its_own(name: str, function: FunctionNode) -> bool:
    """Whether nobody gets hold of what a name holds before the function hands it back."""
    arguments = {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    pending: list[tuple[ast.AST, ast.AST]] = [(function, c) for c in child_nodes(function)]
    while pending:
        owner, node = pending.pop()
        if isinstance(node, ast.Name) and node.id == name and isinstance(node.ctx, ast.Load):
            if not _only_asks(owner, node):
                return False
        if not isinstance(node, ast.Return):
            pending += [(node, c) for c in child_nodes(node)]
    return name not in arguments


def _only_asks(owner: ast.AST, node: ast.Name) -> bool:
    """Whether a name stands where its container is only asked, or filled."""
    if isinstance(owner, ast.Subscript):
        return owner.value is node
    if isinstance(owner, ast.Attribute):
        return owner.attr in _ASKING
    if isinstance(owner, ast.Compare):
        return all(isinstance(o, ast.In | ast.NotIn) for o in owner.ops) and node is not owner.left
    if isinstance(owner, ast.For):
        return owner.iter is node
    return isinstance(owner, ast.If | ast.While | ast.UnaryOp)


class _Work:
    def __init__(self, own: set[str]) -> None:
        self.own = own
        self.changed = False
        self.rests_on: list[Assumption] = []

    def block(self, body: list[ast.stmt]) -> None:
        """Put each store of a block behind what does not mind."""
        for at in reversed(range(len(body))):
            if not isinstance(body[at], ast.stmt):
                return
            stored = self._stored(body[at])
            if stored is None:
                continue
            to = at
            while to + 1 < len(body) and _may_pass(*stored, body[to + 1]):
                to += 1
            if to > at:
                body.insert(to, body.pop(at))
                self.changed = True
                self._note(body[to])

    def _stored(self, statement: ast.stmt) -> tuple[str, set[str]] | None:
        """The container into which a statement puts something that has a name, and the names of
        what it puts there.
        """
        if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
            place, value = statement.targets[0], statement.value
            if not isinstance(place, ast.Subscript) or not _is_named(place.slice):
                return None
            owner: ast.expr = place.value
        elif isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Call):
            call = statement.value
            appends = isinstance(call.func, ast.Attribute) and call.func.attr == "append"
            if not appends or len(call.args) != 1 or call.keywords:
                return None
            assert isinstance(call.func, ast.Attribute)
            owner, value = call.func.value, call.args[0]
        else:
            return None
        if not isinstance(owner, ast.Name) or owner.id not in self.own or not _is_named(value):
            return None
        names = {n.id for n in all_nodes(statement) if isinstance(n, ast.Name)}
        return owner.id, names - {owner.id}

    def _note(self, statement: ast.stmt) -> None:
        place = statement.targets[0] if isinstance(statement, ast.Assign) else None
        if isinstance(place, ast.Subscript) and not isinstance(place.slice, ast.Constant):
            about = ast.unparse(place.slice)
            self.rests_on.append(Assumption(AssumptionKind.HASHABLE, about, f"{about} = []"))


def _is_named(value: ast.expr) -> bool:
    """Whether a value is there before the statement that puts it somewhere."""
    parts = value.elts if isinstance(value, ast.Tuple) else [value]
    return all(isinstance(p, ast.Name | ast.Constant) for p in parts)


def _may_pass(container: str, named: set[str], statement: ast.stmt) -> bool:
    """Whether something may as well be put into a container behind a statement."""
    if not isinstance(statement, _PASSED):
        return False
    names = [n for n in all_nodes(statement) if isinstance(n, ast.Name)]
    return not any(
        n.id == container or (n.id in named and not isinstance(n.ctx, ast.Load)) for n in names
    )
