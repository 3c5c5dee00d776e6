"""The arms of a function: what must hold to be in each, and what it leads to."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from ..logic.opposite import opposite_of
from ..outline import HOLDING
from ..taste.blocks import arms_of, is_guard, leaves, size_of

FunctionNode = ast.FunctionDef | ast.AsyncFunctionDef

# Longer code is cut in the words about an arm.
_WIDTH = 60
# Where an arm leads that ends in a choice of which every arm leaves.
ASKS_ON = "leaves, one way or another"


@dataclass(frozen=True, slots=True)
class Arm:
    """One alternative of a decision.

    Attributes:
        line: its first line, counted from 1.
        check: the line of the test that leads into it.
        condition: its condition in force: all that must hold to be in it, from the outside in.
        leads_to: what becomes of who goes in.
        size: its statements.
        is_else: whether it is for all that the tests before it leave.
    """

    line: int
    check: int
    condition: tuple[str, ...]
    leads_to: str
    size: int
    is_else: bool

    @property
    def distance(self) -> int:
        """How many lines it stands below its check."""
        return self.line - self.check

    def to_dict(self) -> dict[str, Any]:
        """The arm as plain data."""
        return {
            "line": self.line,
            "check": self.check,
            "distance": self.distance,
            "condition": list(self.condition),
            "leads_to": self.leads_to,
            "size": self.size,
            "else": self.is_else,
        }


def arms_in(function: FunctionNode) -> list[Arm]:
    """The arms of a function by line; functions nested in it are left out."""
    found = _in_block(function.body, (), ends="the end", loop=False)
    return sorted(found, key=lambda arm: arm.line)


def _in_block(
    body: Sequence[ast.stmt], held: tuple[str, ...], *, ends: str, loop: bool
) -> Iterator[Arm]:
    """The arms in a block, under conditions that hold there.

    Args:
        body: the block.
        held: the conditions.
        ends: what comes behind the block, in words.
        loop: whether a loop stands around it.
    """
    for index, node in enumerate(body):
        behind = f"goes on at line {body[index + 1].lineno}" if index + 1 < len(body) else ends
        if isinstance(node, ast.If):
            yield from _of_chain(node, held, behind, loop)
            held = (*held, *held_behind(node))
        elif isinstance(node, ast.Match):
            yield from _of_match(node, held, behind, loop)
        elif isinstance(node, ast.For | ast.AsyncFor | ast.While):
            inside = held
            if isinstance(node, ast.While) and not isinstance(node.test, ast.Constant):
                inside = (*held, ast.unparse(node.test))
            round_ends = f"goes round again (line {node.lineno})"
            yield from _in_block(node.body, inside, ends=round_ends, loop=True)
            yield from _in_block(node.orelse, held, ends=behind, loop=loop)
        elif isinstance(node, ast.Try | ast.TryStar):
            yield from _in_block(node.body, held, ends=behind, loop=loop)
            for handler in node.handlers:
                what = ast.unparse(handler.type) if handler.type is not None else "anything"
                caught = (*held, f"{what} is raised in lines {_span(node.body)}")
                first = handler.body[0].lineno
                leads = _leads_to(handler.body, behind)
                size = size_of(handler.body)
                yield Arm(first, handler.lineno, caught, leads, size, is_else=False)
                yield from _in_block(handler.body, caught, ends=behind, loop=loop)
            for block in (node.orelse, node.finalbody):
                yield from _in_block(block, held, ends=behind, loop=loop)
        elif isinstance(node, ast.With | ast.AsyncWith):
            yield from _in_block(node.body, held, ends=behind, loop=loop)


def _of_chain(node: ast.If, held: tuple[str, ...], behind: str, loop: bool) -> Iterator[Arm]:
    above: tuple[str, ...] = ()
    first = node.lineno
    for test, body in arms_of(node):
        text = ast.unparse(test) if test is not None else ""
        condition = (*held, *above, *((text,) if test is not None else ()))
        check = test.lineno if test is not None else first
        yield Arm(
            body[0].lineno,
            check,
            condition,
            _leads_to(body, behind),
            size_of(body),
            is_else=test is None,
        )
        yield from _in_block(body, condition, ends=behind, loop=loop)
        if test is not None:
            above = (*above, opposite_of(text))


def _of_match(node: ast.Match, held: tuple[str, ...], behind: str, loop: bool) -> Iterator[Arm]:
    subject = ast.unparse(node.subject)
    for case in node.cases:
        pattern = ast.unparse(case.pattern)
        words = "nothing above matches" if pattern == "_" else f"{subject} matches {pattern}"
        condition = (*held, words)
        if case.guard is not None:
            condition = (*condition, ast.unparse(case.guard))
        yield Arm(
            case.body[0].lineno,
            case.pattern.lineno,
            condition,
            _leads_to(case.body, behind),
            size_of(case.body),
            is_else=pattern == "_",
        )
        yield from _in_block(case.body, condition, ends=behind, loop=loop)


def held_behind(node: ast.If) -> tuple[str, ...]:
    """What holds behind a chain because arms of it leave: the condition of the only way that gets
    there, or the opposites of the tests that come first and leave.
    """
    ways: list[tuple[tuple[str, ...], bool]] = []
    above: tuple[str, ...] = ()
    for test, body in arms_of(node):
        text = () if test is None else (ast.unparse(test),)
        ways.append(((*above, *text), leaves(body)))
        above = (*above, *map(opposite_of, text))
    if list(arms_of(node))[-1][0] is not None:
        ways.append((above, False))
    staying = [condition for condition, gone in ways if not gone]
    if not staying:
        return ()  # nobody gets there
    if len(staying) == 1 and len(ways) > 1:
        return staying[0]
    first = next(i for i, (_, gone) in enumerate(ways) if not gone)
    return above[:first]


def _span(body: Sequence[ast.stmt]) -> str:
    first, last = body[0].lineno, body[-1].end_lineno or body[-1].lineno
    return str(first) if first == last else f"{first}-{last}"


def _leads_to(body: Sequence[ast.stmt], behind: str) -> str:
    last = body[-1]
    if not leaves(body):
        return behind
    if isinstance(last, ast.If):
        return ASKS_ON
    return exit_words(last)


def exit_words(node: ast.stmt) -> str:
    """What a statement that leaves does, in words."""
    if isinstance(node, ast.Return):
        return f"returns {cut(ast.unparse(node.value))}" if node.value is not None else "returns"
    if isinstance(node, ast.Raise):
        return f"raises {cut(ast.unparse(node.exc))}" if node.exc is not None else "raises it again"
    return "skips to the next round" if isinstance(node, ast.Continue) else "leaves the loop"


def cut(text: str, width: int = _WIDTH) -> str:
    """Code on one line, cut where it is long."""
    flat = " ".join(text.split())
    return flat if len(flat) <= width else flat[: width - 3] + "..."


def happy_path(function: FunctionNode) -> tuple[tuple[str, ...], int, int]:
    """The path that no guard leaves: what must hold on it, and the lines of the block it ends in.

    From the top, the arm with most statements is gone into, while it holds at least half of those
    around it.
    """
    body: Sequence[ast.stmt] = function.body
    held: tuple[str, ...] = ()
    while True:
        best: tuple[int, tuple[str, ...], Sequence[ast.stmt]] = (0, (), body)
        passed: tuple[str, ...] = ()
        for node in body:
            for condition, inner in _ways_in(node):
                size = size_of(inner)
                if size > best[0] and not (isinstance(node, ast.If) and is_guard(node)):
                    best = (size, (*passed, *condition), inner)
            if isinstance(node, ast.If):
                passed = (*passed, *held_behind(node))
        if not best[0] or best[0] * 2 < size_of(body):
            last = body[-1]
            return (*held, *passed), body[0].lineno, last.end_lineno or last.lineno
        held, body = (*held, *best[1]), best[2]


def _ways_in(node: ast.stmt) -> Iterator[tuple[tuple[str, ...], Sequence[ast.stmt]]]:
    if isinstance(node, ast.If):
        above: tuple[str, ...] = ()
        for test, body in arms_of(node):
            text = (ast.unparse(test),) if test is not None else ()
            yield (*above, *text), body
            above = (*above, *(opposite_of(t) for t in text))
    elif isinstance(node, ast.For | ast.AsyncFor):
        words = f"for each {ast.unparse(node.target)} of {cut(ast.unparse(node.iter))}"
        yield (words,), node.body
    elif isinstance(node, ast.While):
        yield (f"while {ast.unparse(node.test)}",), node.body
    elif type(node) in HOLDING and not isinstance(
        node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef | ast.Match
    ):
        yield (), getattr(node, "body")
