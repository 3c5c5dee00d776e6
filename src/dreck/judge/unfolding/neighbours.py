"""Loops over places that read a list there and at the next one, as loops over pairs.

``for i in range(1, len(levels))`` with ``levels[i - 1]`` and ``levels[i]`` in it, and nothing else
of ``i``, goes through ``zip(levels, levels[1:])``; so does ``pairwise(levels)``. Only of what is
declared a list, and where a round does nothing that could change it.
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.names import is_from
from ..world.scope import FunctionNode, scope_of
from .form_work import FormWork
from .stand_ins import note_stand_in
from .what_is_gone_through import (
    holds_plain,
    is_awkward,
    is_builtin,
    is_called,
    is_list,
    is_named,
    reads,
    stores,
)

# Built-in functions that change nothing that they are given.
_QUIET = frozenset({"len", "str", "int", "float", "min", "max", "abs", "round", "bool", "print"})


def neighbours(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that goes through pairs, and what that rests on; None if it does so already, or
    has no such loop.
    """
    asked = {n.id for n in all_nodes(function) if isinstance(n, ast.Name)}
    if not asked & {"range", "pairwise", "zip", "itertools"} or is_awkward(function):
        return None
    if not is_builtin("zip", function, names):
        return None
    made = copied(function)
    work = _Work(made, names)
    for node in list(all_nodes(made)):
        if isinstance(node, ast.For):
            work.by_places(node)
        if isinstance(node, ast.For | ast.comprehension):
            work.by_pairs(node)
    return work.result(made)


class _Work(FormWork):
    def by_pairs(self, loop: ast.For | ast.comprehension) -> None:
        """What pairs neighbours in other words."""
        through = loop.iter
        if not isinstance(through, ast.Call) or through.keywords:
            return
        written = ast.unparse(through.func)
        if len(through.args) == 1 and is_from(
            written, "itertools", "pairwise", self.names.declared.trees
        ):
            root = written.partition(".")[0]
            if self._is_list(through.args[0]) and root not in scope_of(self.function).own:
                loop.iter = _zipped(through.args[0])
                self.changed = True
        elif is_called(through, "zip") and len(through.args) == 2:
            first, second = through.args
            listed = first.value if isinstance(first, ast.Subscript) else None
            if listed is None or not self._is_list(listed):
                return
            zipped = _zipped(listed)
            but_last = ast.unparse(first) == f"{ast.unparse(listed)}[:-1]"
            if but_last and ast.unparse(second) == ast.unparse(zipped.args[1]):
                loop.iter = zipped
                self.changed = True

    def by_places(self, loop: ast.For) -> None:
        """A loop over the places of a list."""
        found = _places(loop.iter)
        if found is None or not isinstance(loop.target, ast.Name) or not self._counts():
            return
        listed, first = found
        place, text = loop.target.id, ast.unparse(listed)
        if not self._is_list(listed) or reads(place, self.function) > reads(place, loop):
            return
        inside = [n for s in loop.body for n in all_nodes(s)]
        at = [n for n in inside if isinstance(n, ast.Subscript) and ast.unparse(n.value) == text]
        offsets = {id(n): _offset(n.slice, place) for n in at}
        if any(o is None for o in offsets.values()) or set(offsets.values()) != {first - 1, first}:
            return
        mentions = sum(isinstance(n, ast.Name) and n.id == place for n in inside)
        if mentions != len(at) or any(stores(place, s) for s in loop.body):
            return
        if sum(isinstance(n, ast.Name) and ast.unparse(n) == text for n in inside) != len(at):
            return
        if not all(isinstance(n.ctx, ast.Load) for n in at) or not all(map(self._is_quiet, inside)):
            return
        both = self.numbered("pair")
        names = [f"{both}.{which}" for which in ("first", "second")]
        for name, offset in zip(names, (first - 1, first), strict=True):
            shown = place if not offset else f"{place} {'-' if offset < 0 else '+'} {abs(offset)}"
            note_stand_in(self.function, name, f"{text}[{shown}]")
        put = _Put({id(n): names[(offsets[id(n)] or 0) - first + 1] for n in at})
        loop.body = [put.visit(s) for s in loop.body]
        pair: list[ast.expr] = [ast.Name(n, ast.Store()) for n in names]
        loop.target = ast.Tuple(pair, ast.Store())
        loop.iter = _zipped(listed)
        self.changed = True
        if not holds_plain(listed, self.function, self.names):
            breaks = f"an element that changes `{text}` when it is asked for something"
            self.rest_on(AssumptionKind.NO_EFFECT, text, breaks)

    def _is_own(self, name: str) -> bool:
        """Whether a name only stands for lists that the function makes."""
        values = [
            n.value
            for n in all_nodes(self.function)
            if isinstance(n, ast.Assign) and any(is_named(t, name) for t in n.targets)
        ]
        made = bool(values) and all(isinstance(v, ast.List) for v in values)
        return made and stores(name, self.function) == len(values)

    def _counts(self) -> bool:
        return all(is_builtin(n, self.function, self.names) for n in ("range", "len"))

    def _is_list(self, listed: ast.expr) -> bool:
        return isinstance(listed, ast.Name) and is_list(listed, self.function, self.names)

    def _is_quiet(self, node: ast.AST) -> bool:
        """Whether some code cannot change a list that a parameter names."""
        if isinstance(node, ast.Call):
            called = node.func
            if isinstance(called, ast.Attribute) and isinstance(called.value, ast.Name):
                return called.attr == "append" and self._is_own(called.value.id)
            known = isinstance(called, ast.Name) and called.id in _QUIET
            return known and self.names.is_builtin(called.id)  # type: ignore[attr-defined]
        if isinstance(node, ast.Subscript | ast.Attribute):
            return isinstance(node.ctx, ast.Load)
        return not isinstance(node, ast.Await | ast.Yield | ast.YieldFrom | ast.With | ast.Delete)


def _places(through: ast.expr) -> tuple[ast.expr, int] | None:
    """The list whose places a loop goes through so that each has a neighbour, and by how much the
    place of the second one of a pair is more than what is counted.
    """
    if not is_called(through, "range"):
        return None
    arguments: list[ast.expr] = through.args  # type: ignore[attr-defined]
    if not 0 < len(arguments) < 3:
        return None
    last = arguments[-1]
    if len(arguments) == 2 and _is_one(arguments[0]) and is_called(last, "len"):
        return _measured(last), 0
    if len(arguments) == 1 and isinstance(last, ast.BinOp) and isinstance(last.op, ast.Sub):
        if _is_one(last.right) and is_called(last.left, "len"):
            return _measured(last.left), 1
    return None


def _measured(call: ast.expr) -> ast.expr:
    assert isinstance(call, ast.Call)
    return call.args[0] if len(call.args) == 1 else call


def _is_one(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and type(node.value) is int and node.value == 1


def _offset(index: ast.expr, place: str) -> int | None:
    """How far an index is from the place that a loop has come to."""
    if is_named(index, place):
        return 0
    if isinstance(index, ast.BinOp) and is_named(index.left, place) and _is_one(index.right):
        return 1 if isinstance(index.op, ast.Add) else -1 if isinstance(index.op, ast.Sub) else None
    return None


def _zipped(listed: ast.expr) -> ast.Call:
    behind = ast.Subscript(copied(listed), ast.Slice(ast.Constant(1)), ast.Load())
    made = ast.Call(ast.Name("zip", ast.Load()), [copied(listed), behind], [])
    return ast.copy_location(made, listed)


class _Put(ast.NodeTransformer):
    def __init__(self, names: dict[int, str]) -> None:
        self.names = names

    def visit_Subscript(self, node: ast.Subscript) -> ast.AST:
        name = self.names.get(id(node))
        if name is None:
            return self.generic_visit(node)
        return ast.copy_location(ast.Name(name, ast.Load()), node)
