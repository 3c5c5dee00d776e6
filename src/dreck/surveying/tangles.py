"""Places where conditional logic can be made simpler, found by their shape alone.

A tangle is a hint for a person where to look: whether one of the moves applies there, and what it
would bring, is found out by untangling.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping, Sequence
from itertools import islice
from typing import NamedTuple

from ..outline import HOLDING, all_nodes
from ..taste.blocks import arms_of, is_empty, leaves
from ..taste.glance import Glance, glance
from ..taste.nodes import SCOPES, alike
from .collecting import collecting_loop, hand_counter
from .holding import flags_and_results
from .switches import flag_parameters, scattered, switch

FunctionNode = ast.FunctionDef | ast.AsyncFunctionDef

# A wrapped rest has more statements than this.
_WRAPPED = 2
# A handler stands far from its check behind so many statements, and is no longer than that.
_FAR = 4
_HANDLER = 4
_DEEP = 4
_LONG = 30
_OPERANDS = 3
# Common ends of one statement count if it is longer than a name or a bare return.
_WORTH = 3

_LOOPS = frozenset({ast.For, ast.AsyncFor, ast.While})
_WITHS = (ast.With, ast.AsyncWith)
_DECIDING = (ast.Match, ast.Try, ast.TryStar)
_OTHERS = frozenset(HOLDING) - frozenset(SCOPES) - _LOOPS - {ast.If}
_COMPOUND = (ast.BoolOp, ast.UnaryOp)
_SAYING = (ast.Return, ast.Assign)


class Tangle(NamedTuple):
    """One place.

    Attributes:
        kind: a key of :data:`~dreck.surveying.kinds.KINDS`.
        line: where it is, counted from 1.
        size: how bad it is, in what the kind counts (statements, operands, tests).
        words: what is there, in a few words.
    """

    kind: str
    line: int
    size: int
    words: str


def tangles_of(function: FunctionNode, seen: Glance | None = None) -> list[Tangle]:
    """The tangles of one function by line; functions nested in it are left out.

    Args:
        function: its tree.
        seen: what a glance at its body shows, where that is known.
    """
    seen = seen or glance(function.body)
    if not seen.sizes:
        return []
    finder = _Finder(seen.sizes)
    finder.block(function.body, 0, ends=True)
    found = finder.found
    size = seen.sizes[id(function.body)]
    if size > _LONG and finder.decides:
        found.append(Tangle("long-function", function.lineno, size, f"{size} statements"))
    if finder.deepest >= _DEEP:
        words = f"{finder.deepest} levels deep"
        found.append(Tangle("deep-nesting", finder.deepest_line, finder.deepest, words))
    held = flags_and_results(function, finder.assigned, finder.set_otherwise, finder.tests)
    found += (Tangle(*t) for t in held)
    found += (Tangle(*t) for t in flag_parameters(function, finder.chains))
    found += (Tangle(*t) for t in scattered(finder.chains))
    return sorted(found, key=lambda t: (t.line, t.kind))


class _Finder:
    """One pass over the blocks of a function."""

    def __init__(self, sizes: Mapping[int, int]) -> None:
        self._sizes = sizes
        self.found: list[Tangle] = []
        self.chains: list[ast.If] = []
        self.assigned: list[ast.Assign] = []
        self.set_otherwise: list[ast.expr] = []
        self.tests: list[ast.expr] = []
        self.deepest = 0
        self.deepest_line = 0
        self.decides = False
        self._told: list[ast.If] = []

    def block(self, body: Sequence[ast.stmt], level: int, *, ends: bool) -> None:
        """Look at a block.

        Args:
            body: its statements.
            level: how many blocks stand around it.
            ends: whether a function or the round of a loop ends behind it.
        """
        if level > self.deepest:
            self.deepest, self.deepest_line = level, body[0].lineno
        for index, node in enumerate(body):
            kind = type(node)
            if kind is ast.Assign:
                self.assigned.append(node)  # type: ignore[arg-type]
            elif kind is ast.If:
                self._chain(node, body, index, level, ends)  # type: ignore[arg-type]
            elif kind is ast.AugAssign:
                self.set_otherwise.append(node.target)  # type: ignore[attr-defined]
            elif kind in _LOOPS:
                self._loop(node, body, index, level)  # type: ignore[arg-type]
            elif kind in _OTHERS:
                self._others(node, level, ends and index == len(body) - 1)

    def _add(self, kind: str, line: int, size: int, words: str) -> None:
        self.found.append(Tangle(kind, line, size, words))

    def _others(self, node: ast.stmt, level: int, ends: bool) -> None:
        self.decides = self.decides or isinstance(node, _DECIDING)
        if isinstance(node, ast.Match) and len(node.cases) > 2:
            kind = switch(node)
            if kind is not None:
                self._add(kind, node.lineno, len(node.cases), f"{len(node.cases)} cases")
        for block in _blocks_of(node):
            self.block(block, level + 1, ends=ends and isinstance(node, _WITHS))

    def _loop(
        self,
        node: ast.For | ast.AsyncFor | ast.While,
        body: Sequence[ast.stmt],
        index: int,
        level: int,
    ) -> None:
        self.decides = True
        if isinstance(node, ast.While):
            self.tests.append(node.test)
        if isinstance(node, ast.For):
            self.set_otherwise.append(node.target)
            words = collecting_loop(node, body, index)
            if words:
                self._add("collecting-loop", node.lineno, self._sizes[id(node.body)], words)
            counter = hand_counter(node, body, index)
            if counter:
                self._add("hand-counter", node.lineno, 1, f"`{counter}` counts the rounds")
        self.block(node.body, level + 1, ends=True)
        if node.orelse:
            self.block(node.orelse, level + 1, ends=False)

    def _chain(
        self, node: ast.If, body: Sequence[ast.stmt], index: int, level: int, ends: bool
    ) -> None:
        self.decides = True
        self.chains.append(node)
        ends = ends and index == len(body) - 1
        if not node.orelse:
            self._alone(node, ends)
            self._condition(node.test)
            self.block(node.body, level + 1, ends=ends)
            return
        arms = list(arms_of(node))
        kind = switch(node)
        self._alternatives(node, arms, plain=kind is None)
        for test, _ in arms:
            if test is not None:
                self._condition(test)
        if kind is not None:
            tests = sum(t is not None for t, _ in arms)
            self._add(kind, node.lineno, tests, f"{tests} tests of {_short(_subject(node))}")
        for _, block in arms:
            self.block(block, level + 1, ends=ends)

    def _alone(self, node: ast.If, at_end: bool) -> None:
        """An if without an else."""
        only = node.body[0] if len(node.body) == 1 else None
        if isinstance(only, ast.If) and not only.orelse:
            self._add("nested-ifs", node.lineno, 2, "an if that only holds an if")
        size = self._sizes[id(node.body)]
        if at_end and size > _WRAPPED and node not in self._told:
            self._add("wrapped-rest", node.lineno, size, f"wraps {size} statements")
        if isinstance(only, ast.If):
            self._told.append(only)  # it wraps what its own if wraps
        if is_empty(node.body):
            self._add("idle-arm", node.lineno, 1, "nothing is done")

    def _alternatives(
        self, node: ast.If, arms: list[tuple[ast.expr | None, list[ast.stmt]]], *, plain: bool
    ) -> None:
        """An if with others; ``plain`` says that it is no switch."""
        line, far = node.lineno, False
        bodies = [body for _, body in arms]
        full = arms[-1][0] is None
        if full and len(arms) == 2 and leaves(bodies[1]):
            above, below = self._sizes[id(bodies[0])], self._sizes[id(bodies[1])]
            if above >= _FAR and below <= _HANDLER and above > below:
                words = f"{above} statements before what happens otherwise"
                self._add("far-handler", line, above, words)
                far = True
        if (
            plain
            and full
            and not far
            and all([leaves(b) for b in bodies[:-1]])
            and not (len(bodies) == 2 and all([self._sizes[id(b)] == 1 for b in bodies]))
        ):
            self._add("needless-else", bodies[-1][0].lineno, 1, "every arm above leaves")
        first = bodies[-1][0]
        if full and len(bodies[-1]) == 1 and isinstance(first, ast.If):
            self._add("if-in-else", first.lineno, 1, "the else only holds an if")
        idle = next((b for b in bodies if is_empty(b)), None)
        if idle is not None:
            self._add("idle-arm", idle[0].lineno, 1, "nothing is done")
        if full and _say_truth(bodies):
            self._add("truth-by-arms", line, len(bodies), "True or False by arms")
        elif full:
            self._common(line, bodies)

    def _common(self, line: int, bodies: list[list[ast.stmt]]) -> None:
        pairs = zip(bodies, bodies[1:], strict=False)
        if any(len(a) < _FAR and alike(a, b) and not is_empty(a) for a, b in pairs):
            self._add("equal-arms", line, 2, "two arms in a row do the same")
            return
        for end, index in (("begin", 0), ("end", -1)):
            first = bodies[0][index]
            if type(first) in HOLDING or isinstance(first, ast.Pass):
                continue
            if all([alike(first, b[index]) for b in bodies[1:]]) and _weight(first):
                self._add("common-ends", line, len(bodies), f"all arms {end} alike")

    def _condition(self, test: ast.expr) -> None:
        self.tests.append(test)
        if not isinstance(test, _COMPOUND):
            return
        operands, mixed = 0, False
        pending: list[tuple[ast.expr, type[ast.boolop] | None]] = [(test, None)]
        while pending:
            node, inside = pending.pop()
            if isinstance(node, ast.BoolOp):
                mixed = mixed or inside not in (None, type(node.op))
                pending += [(v, type(node.op)) for v in node.values]
            elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
                pending.append((node.operand, inside))
            else:
                operands += 1
        if operands >= _OPERANDS or mixed:
            words = f"{operands} operands" + (", `and` and `or` mixed" if mixed else "")
            self._add("long-condition", test.lineno, operands, words)


def _blocks_of(node: ast.AST) -> Iterator[list[ast.stmt]]:
    for field in HOLDING.get(type(node), ()):
        inside = getattr(node, field)
        if field in ("handlers", "cases"):
            yield from (each.body for each in inside)
        elif inside:
            yield inside


def _say_truth(bodies: list[list[ast.stmt]]) -> bool:
    """Whether arms return or assign True or False, each of them, and nothing else."""
    only = [b[0] for b in bodies]
    if not isinstance(only[0], _SAYING) or len(only) < sum(map(len, bodies)):
        return False
    if len({type(s) for s in only}) > 1:
        return False
    values = [getattr(s, "value", None) for s in only]
    if not all(isinstance(v, ast.Constant) and isinstance(v.value, bool) for v in values):
        return False
    return all(alike(getattr(only[0], "targets", []), getattr(s, "targets", [])) for s in only[1:])


def _weight(node: ast.stmt) -> bool:
    """Whether a statement is worth being said once only."""
    nodes = (n for n in all_nodes(node) if not isinstance(n, ast.expr_context))
    return next(islice(nodes, _WORTH, None), None) is not None


def _subject(node: ast.If) -> str:
    test = node.test
    while isinstance(test, ast.BoolOp):
        test = test.values[0]
    if isinstance(test, ast.Compare):
        return ast.unparse(test.left)
    if isinstance(test, ast.Call) and test.args:
        return ast.unparse(test.args[0])
    return ast.unparse(test)


def _short(text: str) -> str:
    return f"`{text}`" if len(text) <= 30 else f"`{text[:27]}...`"
