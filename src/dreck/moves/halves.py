"""Loops that fall in two: what puts something together, and what works on it."""

from __future__ import annotations

import ast
from collections.abc import Sequence
from dataclasses import dataclass

from ..logic.flow import Flow, jumps_in, needed
from ..outline import FunctionNode, all_nodes
from .blocks_out import assigned_by, is_eager

# A half of fewer statements, at any depth, is no work of its own.
_LEAST = 3
# More values are put together by a class rather than in passing.
_MOST_VALUES = 2
# What sees names later, and what cannot stand in a generator that nobody sees from outside.
_LATER = (ast.Lambda, ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.GeneratorExp)
_STRANGE = (
    *_LATER, ast.Return, ast.Yield, ast.YieldFrom, ast.Await, ast.AsyncFor, ast.AsyncWith,
    ast.Global, ast.Nonlocal, ast.Delete, ast.NamedExpr,
)  # fmt: skip
_OWN_WORDS = frozenset({"super", "__class__", "locals", "vars", "eval", "exec", "dir", "next"})


@dataclass(frozen=True, slots=True)
class Halves:
    """A loop, and where it falls in two.

    Attributes:
        suite: the block that it stands in.
        starts: which of its statements start what the first half keeps.
        at: which one is the loop.
        cut: where in its body the second half starts.
        end: where in its body the second half ends; behind that is only started again what the
            first half keeps.
        values: the names that the second half takes from the first.
        handed: where in its body a name is handed over that is started again behind that; -1 where
            values are handed over at the end of the first half.
        rest: the statement behind the loop that works on what is left in the same way, if any.
    """

    suite: Sequence[ast.stmt]
    starts: tuple[int, ...]
    at: int
    cut: int
    end: int
    values: tuple[str, ...]
    handed: int = -1
    rest: ast.If | None = None

    @property
    def loop(self) -> ast.For:
        """The loop."""
        loop = self.suite[self.at]
        assert isinstance(loop, ast.For)
        return loop

    @property
    def stop(self) -> int:
        """Where in its block all of it ends."""
        return self.at + 1 + (self.rest is not None)

    @property
    def putting_together(self) -> list[ast.stmt]:
        """The first half, and what is set before it for it alone."""
        loop = self.loop
        body = [*loop.body[: self.cut], *loop.body[self.end :]]
        half = ast.For(loop.target, loop.iter, body, [], None, lineno=loop.lineno)
        asked: list[ast.stmt] = [] if self.rest is None else [ast.Expr(self.rest.test)]
        return [*(self.suite[i] for i in self.starts), half, *asked]


def halves_of(
    function: FunctionNode, flow: Flow, suite: Sequence[ast.stmt], at: int
) -> Halves | str:
    """A loop in its halves, with as few values handed over as can be, and then the first half as
    large as it can be; or why it has none.

    The reasons are ``no-state`` where nothing is put together from round to round,
    ``sets-what-is-asked`` where the second half sets what the first one asks for, and
    ``asked-behind`` where what the first one sets is asked for behind the loop.

    Args:
        function: the function.
        flow: its names along its statements.
        suite: the block that the loop stands in.
        at: which of its statements is the loop.
    """
    loop = suite[at]
    assert isinstance(loop, ast.For)
    every = [_halves(flow, suite, at, cut) for cut in range(len(loop.body) - 1, 0, -1)]
    calls = [n for n in all_nodes(function) if isinstance(n, ast.Call) and is_eager(n)]
    at_once = {id(a) for c in calls for a in c.args}
    later = {
        n.id
        for scope in all_nodes(function)
        if isinstance(scope, _LATER) and scope is not function and id(scope) not in at_once
        for n in all_nodes(scope)
        if isinstance(n, ast.Name)
    }
    # What is seen later would see another name.
    found = [
        h for h in every if isinstance(h, Halves) and not later & assigned_by(h.putting_together)
    ]
    if found:
        return min(found, key=lambda h: len(h.values))
    reasons = [r for r in every if isinstance(r, str) and r != "no-state"]
    return reasons[0] if reasons else "no-state"


def _halves(flow: Flow, suite: Sequence[ast.stmt], at: int, cut: int) -> Halves | str:
    loop = suite[at]
    assert isinstance(loop, ast.For)
    above = loop.body[:cut]
    if _size(above) < _LEAST or not _is_plain(above):
        return "no-state"
    if not any(isinstance(n, ast.Continue) for s in above for n in all_nodes(s)):
        return "no-state"
    targets = assigned_by([ast.For(loop.target, loop.iter, [ast.Pass()], [], None)])
    kept = needed(above) & assigned_by([loop]) - targets
    end = _end(loop.body, cut, kept)
    below, again = loop.body[cut:end], loop.body[end:]
    set_above = assigned_by([*above, *again]) | targets
    starts = _starting(suite, at, kept)
    started = assigned_by([suite[i] for i in starts])
    if _size(below) < _LEAST or not kept:
        return "no-state"
    set_below = assigned_by(below)
    if set_below & (needed(above) | _read(above) | _read([ast.Expr(loop.iter)]) | set_above):
        return "sets-what-is-asked"
    if again and _goes_on(below):
        return "sets-what-is-asked"
    if not kept <= started or not all(
        _only_gathers(n, set_above) for s in above for n in all_nodes(s)
    ):
        return "no-state"
    values = tuple(sorted(needed(below) & (set_above | started), key=lambda n: _place(below, n)))
    rest = _rest(suite, at, below) if set(values) <= kept else None
    last = loop if rest is None else rest
    if (set_above | started) & flow.live.get(id(last), frozenset()):
        return "asked-behind"
    if not 0 < len(values) <= _MOST_VALUES:
        return "no-state"
    handed = _handed_over(above, values, kept) if not again and rest is None else -1
    return Halves(suite, starts, at, cut, end, values, handed, rest)


def _end(body: Sequence[ast.stmt], cut: int, kept: frozenset[str]) -> int:
    """Where the second half ends, if what the first one keeps is started again behind it."""
    end = len(body)
    while end > cut and _starts(body[end - 1]) and assigned_by([body[end - 1]]) <= kept:
        end -= 1
    return end


def _only_gathers(node: ast.AST, own: frozenset[str]) -> bool:
    """Whether a node changes nothing but names, and what these hold."""
    if isinstance(node, ast.Attribute | ast.Subscript) and isinstance(node.ctx, ast.Store):
        return isinstance(node.value, ast.Name) and node.value.id in own
    if isinstance(node, ast.Expr) and isinstance(node.value, ast.Call):
        called = node.value.func
        held = called.value if isinstance(called, ast.Attribute) else None
        return isinstance(held, ast.Name) and held.id in own
    return True


def _goes_on(block: Sequence[ast.stmt]) -> bool:
    """Whether a block goes on to the next round before its end."""
    return any(isinstance(j, ast.Continue) for j in jumps_in(block))


def _rest(suite: Sequence[ast.stmt], at: int, below: Sequence[ast.stmt]) -> ast.If | None:
    """What stands behind a loop and does the same with what is left, if there is something."""
    behind = suite[at + 1] if at + 1 < len(suite) else None
    if not isinstance(behind, ast.If) or behind.orelse:
        return None
    same = [ast.dump(s) for s in behind.body] == [ast.dump(s) for s in below]
    leaves = any(isinstance(n, ast.Break | ast.Continue) for s in below for n in all_nodes(s))
    return behind if same and not leaves and _is_plain([ast.Expr(behind.test)]) else None


def _starting(suite: Sequence[ast.stmt], at: int, kept: frozenset[str]) -> tuple[int, ...]:
    """Which statements among those before a loop that start something start what it keeps."""
    found: list[int] = []
    first = at
    while first and _starts(suite[first - 1]):
        first -= 1
        if assigned_by([suite[first]]) <= kept:
            found.insert(0, first)
    return tuple(found)


def _starts(statement: ast.stmt) -> bool:
    """Whether a statement gives names nothing, or a constant, to begin with."""
    if isinstance(statement, ast.AnnAssign):
        return isinstance(statement.target, ast.Name) and _is_beginning(statement.value)
    return (
        isinstance(statement, ast.Assign)
        and all(isinstance(t, ast.Name) for t in statement.targets)
        and _is_beginning(statement.value)
    )


def _is_beginning(value: ast.expr | None) -> bool:
    if isinstance(value, ast.List | ast.Set | ast.Tuple):
        return not value.elts
    if isinstance(value, ast.Dict):
        return not value.keys
    return isinstance(value, ast.Constant)


def _handed_over(above: list[ast.stmt], values: tuple[str, ...], kept: frozenset[str]) -> int:
    """Where ``found = passage`` stands, if ``passage`` is only started again behind that."""
    at = len(above) - 1
    while at > 0 and _starts(above[at]) and assigned_by([above[at]]) <= kept:
        at -= 1
    last = above[at]
    if (
        isinstance(last, ast.Assign)
        and len(last.targets) == 1
        and isinstance(last.targets[0], ast.Name)
        and (last.targets[0].id,) == values
        and isinstance(last.value, ast.Name)
        and last.value.id in assigned_by(above[at + 1 :])
        and values[0] not in _read(above)
    ):
        return at
    return -1


def _is_plain(block: Sequence[ast.stmt]) -> bool:
    inside = [n for s in block for n in all_nodes(s)]
    words = {n.id for n in inside if isinstance(n, ast.Name)}
    return not words & _OWN_WORDS and not any(isinstance(n, _STRANGE) for n in inside)


def _read(block: Sequence[ast.stmt]) -> frozenset[str]:
    names = (n for s in block for n in all_nodes(s) if isinstance(n, ast.Name))
    return frozenset(n.id for n in names if isinstance(n.ctx, ast.Load))


def _place(block: Sequence[ast.stmt], name: str) -> tuple[int, int]:
    """Where a name is first read."""
    nodes = (n for s in block for n in all_nodes(s) if isinstance(n, ast.Name) and n.id == name)
    return min((n.lineno, n.col_offset) for n in nodes)


def _size(block: Sequence[ast.stmt]) -> int:
    """How many statements a block holds, at any depth."""
    return sum(isinstance(n, ast.stmt) for s in block for n in all_nodes(s))
