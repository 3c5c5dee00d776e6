"""Measures of one function's shape.

*Decisions* are ifs, elifs, loops, except and case arms, conditional expressions, ``and``,
``or`` and comprehension ifs; decisions + 1 is the cyclomatic number (T. J. McCabe, "A
Complexity Measure", IEEE Transactions on Software Engineering SE-2, 1976), with every
operand of a condition counted. The other measures are defined in ``docs/measures.md``.
"""

from __future__ import annotations

import ast
from dataclasses import asdict, dataclass

from ..outline import HOLDING
from ..taste.glance import Glance, glance

_LOOPS = (ast.For, ast.AsyncFor, ast.While)
_TRIES = (ast.Try, ast.TryStar)
_WITHS = (ast.With, ast.AsyncWith)
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
    function: ast.FunctionDef | ast.AsyncFunctionDef, seen: Glance | None = None
) -> Measures:
    """Measure one function; functions nested in it count as one statement each.

    Args:
        function: its tree.
        seen: what a glance at its body shows, where that is known.

    >>> measure(ast.parse("def f(a):\\n if a:\\n  return 1").body[0]).nesting
    1
    """
    lines = (function.end_lineno or function.lineno) - function.lineno + 1
    seen = seen or glance(function.body)
    decisions, signs = _count(seen.asked) if seen.asked else (0, 0)
    if not seen.sizes:
        return Measures(lines, 0, decisions, 0, 0, signs)
    walk = _Walk()
    walk.block(function.body, 0, 0)
    depth = walk.happy_path_depth(function.body) if walk.nesting else 0
    return Measures(
        lines, walk.nesting, walk.decisions + decisions, walk.open_conditions, depth, signs
    )


class _Walk:
    """One pass over the blocks of a function."""

    def __init__(self) -> None:
        self.nesting = 0
        self.open_conditions = 0
        self.decisions = 0
        self._sizes: dict[int, int] = {}

    def block(self, body: list[ast.stmt], level: int, conditions: int) -> int:
        """Look at a block, and tell how many statements it holds, at any depth."""
        if level > self.nesting:
            self.nesting = level
        size = len(body)
        self.open_conditions += conditions * size
        for statement in body:
            if type(statement) in HOLDING:
                for inner, opens, decides, _ in _blocks(statement):
                    self.decisions += decides
                    size += self.block(inner, level + 1, conditions + opens)
        self._sizes[id(body)] = size
        return size

    def happy_path_depth(self, body: list[ast.stmt]) -> int:
        """Conditions open around the bulk of a function that was looked at."""
        sizes, depth = self._sizes, 0
        while True:
            inside = [
                (sizes[id(block)], opens, block)
                for statement in body
                if type(statement) in HOLDING
                for block, opens, _, guard in _blocks(statement)
                if not guard
            ]
            size, opens, heaviest = max(inside, key=lambda found: found[0], default=(0, 0, body))
            if not inside or size * 2 < sizes[id(body)]:
                return depth
            depth, body = depth + opens, heaviest


def _blocks(node: ast.stmt) -> list[tuple[list[ast.stmt], int, int, bool]]:
    """The blocks of a statement, whether each stands under a condition, how many decisions lead
    there and nowhere else, and whether it is a guard.
    """
    if isinstance(node, ast.If):
        return _arms(node)
    if isinstance(node, _LOOPS):
        found = [(node.body, int(isinstance(node, ast.While)), 1, False)]
        return found + ([(node.orelse, 0, 0, False)] if node.orelse else [])
    if isinstance(node, _TRIES):
        found = [(node.body, 0, 0, False)]
        found += [(handler.body, 1, 1, False) for handler in node.handlers]
        return found + [(b, 0, 0, False) for b in (node.orelse, node.finalbody) if b]
    if isinstance(node, _WITHS):
        return [(node.body, 0, 0, False)]
    if isinstance(node, ast.Match):
        return [(case.body, 1, 1, False) for case in node.cases]
    return []


def _arms(node: ast.If) -> list[tuple[list[ast.stmt], int, int, bool]]:
    guard = (
        not node.orelse
        and isinstance(node.body[-1], _LEAVES)
        and len(node.body) <= _GUARD_STATEMENTS
    )
    found = []
    while True:
        found.append((node.body, 1, 1, guard))
        rest = node.orelse
        if not rest:
            return found
        inner = rest[0]
        if len(rest) == 1 and isinstance(inner, ast.If) and inner.col_offset == node.col_offset:
            node = inner
            continue
        found.append((rest, 1, 0, False))
        return found


def _count(questions: list[ast.AST]) -> tuple[int, int]:
    """The decisions and the signs of what expressions ask."""
    decisions = signs = 0
    for node in questions:
        if isinstance(node, ast.Compare):
            signs += len(node.ops)
        elif isinstance(node, ast.BoolOp):
            decisions += len(node.values) - 1
            signs += len(node.values) - 1
        elif isinstance(node, ast.UnaryOp):
            signs += isinstance(node.op, ast.Not)
        elif isinstance(node, ast.IfExp):
            decisions += 1
        elif isinstance(node, ast.comprehension):
            decisions += 1 + len(node.ifs)
    return decisions, signs
