"""Measures of one function's shape.

*Decisions* are ifs, elifs, loops, except and case arms, conditional expressions, ``and``,
``or`` and comprehension ifs; decisions + 1 is the cyclomatic number (T. J. McCabe, "A
Complexity Measure", IEEE Transactions on Software Engineering SE-2, 1976), with every
operand of a condition counted. The other measures are defined in ``docs/measures.md``.
"""

from __future__ import annotations

import ast
from collections.abc import Container, Iterator
from dataclasses import asdict, dataclass

from ..taste.blocks import HOLDING
from ..taste.nodes import SCOPES as _SCOPES
from ..taste.nodes import children_of

_DECIDES = (ast.If, ast.For, ast.AsyncFor, ast.While, ast.ExceptHandler, ast.match_case)
_LEAVES = (ast.Return, ast.Raise, ast.Continue, ast.Break)
# A guard holds no more statements than this.
_GUARD_STATEMENTS = 4


# The names of the measures, as people give them.
MEASURES = ("open_conditions", "nesting", "decisions", "lines", "signs", "happy_path_depth")


@dataclass(frozen=True, slots=True)
class Measures:
    """The shape of one function.

    Attributes:
        lines: from ``def`` to the last line of the body.
        nesting: the deepest level of blocks inside one another; an elif adds none.
        decisions: places where control can go two ways.
        open_conditions: for every statement, the conditions open around it, added up.
        happy_path_depth: conditions open where the bulk of the function stands: from the top,
            go into a block while it holds at least half of the statements around it.
        signs: ``not``, comparisons, ``and`` and ``or``, wherever they stand.
    """

    lines: int
    nesting: int
    decisions: int
    open_conditions: int
    happy_path_depth: int
    signs: int

    @property
    def burden(self) -> tuple[int, ...]:
        """What the survey sorts by and a step must make smaller, the weightiest part first."""
        return (self.open_conditions, self.nesting, self.decisions, self.lines, self.signs)

    def to_dict(self) -> dict[str, int]:
        """The measures as plain data."""
        return asdict(self)


def measure(
    function: ast.FunctionDef | ast.AsyncFunctionDef, signs: Container[int] | None = None
) -> Measures:
    """Measure one function; functions nested in it count as one statement each.

    Args:
        function: its tree.
        signs: the lines on which something is asked, where that is known; expressions on other
            lines are passed over.

    >>> measure(ast.parse("def f(a):\\n if a:\\n  return 1").body[0]).nesting
    1
    """
    walk = _Walk()
    if any(type(s) in HOLDING for s in function.body):
        walk.block(function.body, 0, 0)
    lines = (function.end_lineno or function.lineno) - function.lineno + 1
    count = _Count(signs)
    count.statements(function.body)
    depth = _happy_path_depth(function.body) if walk.nesting else 0
    return Measures(lines, walk.nesting, count.decisions, walk.open_conditions, depth, count.signs)


class _Walk:
    """One pass over the blocks of a function."""

    def __init__(self) -> None:
        self.nesting = 0
        self.open_conditions = 0

    def block(self, body: list[ast.stmt], level: int, conditions: int) -> None:
        self.nesting = max(self.nesting, level)
        self.open_conditions += conditions * len(body)
        for statement in body:
            if type(statement) not in HOLDING:
                continue
            for inner, opens, _ in _blocks(statement):
                self.block(inner, level + 1, conditions + opens)


def _happy_path_depth(body: list[ast.stmt]) -> int:
    depth = 0
    while True:
        held = [s for s in body if type(s) in HOLDING]
        inside = [(_size(b), opens, b) for s in held for b, opens, guard in _blocks(s) if not guard]
        size, opens, heaviest = max(inside, key=lambda found: found[0], default=(0, 0, body))
        if not inside or size * 2 < _size(body):
            return depth
        depth, body = depth + opens, heaviest


def _size(body: list[ast.stmt]) -> int:
    """How many statements stand in a block, at any depth."""
    size = len(body)
    for statement in body:
        if type(statement) in HOLDING:
            size += sum(_size(inner) for inner, _, _ in _blocks(statement))
    return size


def _blocks(node: ast.stmt) -> Iterator[tuple[list[ast.stmt], int, bool]]:
    """The blocks of a statement, whether each stands under a condition, whether it is a guard."""
    if isinstance(node, ast.If):
        yield from _arms(node)
    elif isinstance(node, ast.Match):
        for case in node.cases:
            yield case.body, 1, False
    elif isinstance(node, ast.Try | ast.TryStar):
        yield node.body, 0, False
        for handler in node.handlers:
            yield handler.body, 1, False
        yield from ((b, 0, False) for b in (node.orelse, node.finalbody) if b)
    elif isinstance(node, ast.For | ast.AsyncFor | ast.While):
        yield node.body, 0 if not isinstance(node, ast.While) else 1, False
        if node.orelse:
            yield node.orelse, 0, False
    elif isinstance(node, ast.With | ast.AsyncWith):
        yield node.body, 0, False


def _arms(node: ast.If) -> Iterator[tuple[list[ast.stmt], int, bool]]:
    guard = (
        not node.orelse
        and isinstance(node.body[-1], _LEAVES)
        and len(node.body) <= _GUARD_STATEMENTS
    )
    while True:
        yield node.body, 1, guard
        if (
            len(node.orelse) == 1
            and isinstance(node.orelse[0], ast.If)
            and _is_elif(node, node.orelse[0])
        ):
            node = node.orelse[0]
            continue
        if node.orelse:
            yield node.orelse, 1, False
        return


def _is_elif(node: ast.If, inner: ast.If) -> bool:
    return inner.col_offset == node.col_offset


class _Count:
    """The decisions and the signs of some statements."""

    def __init__(self, lines: Container[int] | None) -> None:
        self.decisions = self.signs = 0
        self._lines = lines

    def statements(self, body: list[ast.stmt]) -> None:
        """Count statements and what they hold."""
        pending: list[ast.AST] = list(body)
        while pending:
            node = pending.pop()
            kind = type(node)
            if kind not in HOLDING:
                if self._lines is None or self._may_ask(node):
                    self._expressions([node])
                continue
            if isinstance(node, _SCOPES):
                continue
            self.decisions += isinstance(node, _DECIDES)
            for inner in children_of(node):
                if isinstance(inner, ast.stmt | ast.ExceptHandler | ast.match_case):
                    pending.append(inner)
                elif self._lines is None or self._may_ask(inner):
                    self._expressions([inner])

    def _may_ask(self, node: ast.AST) -> bool:
        assert self._lines is not None
        place = node.context_expr if isinstance(node, ast.withitem) else node
        first, last = place.lineno, place.end_lineno  # type: ignore[attr-defined]
        return first in self._lines or (
            last != first and any(n in self._lines for n in range(first + 1, last + 1))
        )

    def _expressions(self, pending: list[ast.AST]) -> None:
        while pending:
            node = pending.pop()
            if isinstance(node, ast.BoolOp):
                self.decisions += len(node.values) - 1
                self.signs += len(node.values) - 1
            elif isinstance(node, ast.comprehension):
                self.decisions += 1 + len(node.ifs)
            elif isinstance(node, ast.Compare):
                self.signs += len(node.ops)
            elif isinstance(node, ast.UnaryOp):
                self.signs += isinstance(node.op, ast.Not)
            elif isinstance(node, ast.IfExp):
                self.decisions += 1
            elif isinstance(node, _SCOPES):
                continue
            pending += children_of(node)
