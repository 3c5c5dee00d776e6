"""A function in words, line by line, with its left edge."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from ..outline import HOLDING
from ..taste.blocks import arms_of
from .arms import cut, exit_words

FunctionNode = ast.FunctionDef | ast.AsyncFunctionDef

# What fits on a line of the outline, less four for each level.
_WIDTH = 80


@dataclass(frozen=True, slots=True)
class OutlineLine:
    """One line of the outline.

    Attributes:
        line, last: the lines of the file that it stands for, counted from 1.
        level: how many blocks stand around it.
        conditions: how many of them are conditions.
        words: what happens there.
        happy: whether it lies on the happy path.
        asks: whether it is a test.
    """

    line: int
    last: int
    level: int
    conditions: int
    words: str
    happy: bool
    asks: bool

    def to_dict(self) -> dict[str, Any]:
        """The line as plain data."""
        return {
            "line": self.line,
            "last": self.last,
            "level": self.level,
            "conditions": self.conditions,
            "words": self.words,
            "happy": self.happy,
            "asks": self.asks,
        }


def outline_of(function: FunctionNode, happy: tuple[int, int]) -> list[OutlineLine]:
    """The outline of a function.

    Args:
        function: its tree.
        happy: the first and last line of the block in which the happy path ends.
    """
    body = function.body
    if ast.get_docstring(function, clean=False) is not None and len(body) > 1:
        body = body[1:]
    return list(_Outline(happy).block(body, 0, 0))


class _Outline:
    def __init__(self, happy: tuple[int, int]) -> None:
        self._happy = happy

    def _line(
        self,
        node: ast.AST,
        level: int,
        conditions: int,
        words: str,
        *,
        last: int = 0,
        asks: bool = False,
    ) -> OutlineLine:
        first = node.lineno  # type: ignore[attr-defined]
        until = last or first
        begin, end = self._happy
        inside = begin <= first <= end
        around = asks and not inside and first < begin <= (getattr(node, "end_lineno", 0) or 0)
        return OutlineLine(
            first, until, level, conditions, cut(words, _WIDTH - 2 * level), inside or around, asks
        )

    def block(self, body: Sequence[ast.stmt], level: int, conditions: int) -> Iterator[OutlineLine]:
        run: list[ast.stmt] = []
        for node in body:
            if type(node) not in HOLDING and not isinstance(
                node, ast.Return | ast.Raise | ast.Continue | ast.Break
            ):
                run.append(node)
                continue
            yield from self._run(run, level, conditions)
            run = []
            yield from self._statement(node, level, conditions)
        yield from self._run(run, level, conditions)

    def _run(self, run: Sequence[ast.stmt], level: int, conditions: int) -> Iterator[OutlineLine]:
        """Statements in a row that decide nothing, on one line."""
        if not run:
            return
        words = "; ".join(dict.fromkeys(_words(node) for node in run))
        last = run[-1].end_lineno or run[-1].lineno
        yield self._line(run[0], level, conditions, words, last=last)

    def _statement(self, node: ast.stmt, level: int, conditions: int) -> Iterator[OutlineLine]:
        if isinstance(node, ast.If):
            yield from self._chain(node, level, conditions)
        elif isinstance(node, ast.For | ast.AsyncFor):
            words = f"for each {ast.unparse(node.target)} of {ast.unparse(node.iter)}"
            yield self._line(node, level, conditions, words, asks=True)
            yield from self.block(node.body, level + 1, conditions)
            yield from self._rest(node.orelse, "when it ran to its end", level, conditions)
        elif isinstance(node, ast.While):
            always = isinstance(node.test, ast.Constant) and bool(node.test.value)
            words = "again and again" if always else f"as long as {ast.unparse(node.test)}"
            yield self._line(node, level, conditions, words, asks=True)
            yield from self.block(node.body, level + 1, conditions + (not always))
            yield from self._rest(node.orelse, "when it ran to its end", level, conditions)
        elif isinstance(node, ast.Try | ast.TryStar):
            yield self._line(node, level, conditions, "try")
            yield from self.block(node.body, level + 1, conditions)
            for handler in node.handlers:
                what = ast.unparse(handler.type) if handler.type is not None else "anything"
                yield self._line(handler, level, conditions, f"if it raises {what}", asks=True)
                yield from self.block(handler.body, level + 1, conditions + 1)
            yield from self._rest(node.orelse, "if nothing was raised", level, conditions)
            yield from self._rest(node.finalbody, "in any case", level, conditions)
        elif isinstance(node, ast.With | ast.AsyncWith):
            items = ", ".join(ast.unparse(i) for i in node.items)
            yield self._line(node, level, conditions, f"with {items}")
            yield from self.block(node.body, level + 1, conditions)
        elif isinstance(node, ast.Match):
            yield self._line(node, level, conditions, f"by {ast.unparse(node.subject)}", asks=True)
            for case in node.cases:
                guard = f" if {ast.unparse(case.guard)}" if case.guard is not None else ""
                words = f"{ast.unparse(case.pattern)}{guard}"
                yield self._line(case.pattern, level + 1, conditions, words, asks=True)
                yield from self.block(case.body, level + 2, conditions + 1)
        elif isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            what = "a class" if isinstance(node, ast.ClassDef) else "a function"
            last = node.end_lineno or node.lineno
            yield self._line(node, level, conditions, f"{what}, {node.name}", last=last)
        else:
            last = node.end_lineno or node.lineno
            yield self._line(node, level, conditions, exit_words(node), last=last)

    def _chain(self, node: ast.If, level: int, conditions: int) -> Iterator[OutlineLine]:
        for index, (test, body) in enumerate(arms_of(node)):
            if test is None:
                yield from self._rest(body, "otherwise", level, conditions + 1, opens=True)
                continue
            words = f"{'or ' if index else ''}if {ast.unparse(test)}"
            place: ast.AST = node if not index else test
            yield self._line(place, level, conditions, words, asks=True)
            yield from self.block(body, level + 1, conditions + 1)

    def _rest(
        self,
        body: Sequence[ast.stmt],
        words: str,
        level: int,
        conditions: int,
        *,
        opens: bool = False,
    ) -> Iterator[OutlineLine]:
        if body:
            head = self._line(body[0], level, conditions - opens, words)
            yield OutlineLine(
                head.line, head.line, level, conditions - opens, words, head.happy, asks=True
            )
            yield from self.block(body, level + 1, conditions)


def _words(node: ast.stmt) -> str:
    if isinstance(node, ast.Assign | ast.AnnAssign | ast.AugAssign):
        targets = node.targets if isinstance(node, ast.Assign) else [node.target]
        names = ", ".join(ast.unparse(t) for t in targets)
        verb = "change" if isinstance(node, ast.AugAssign) else "set"
        return f"{verb} {names}"
    if isinstance(node, ast.Expr):
        value = node.value
        if isinstance(value, ast.Await):
            value = value.value
        if isinstance(value, ast.Call):
            return (
                f"{ast.unparse(value.func)}(...)"
                if value.args or value.keywords
                else ast.unparse(value)
            )
        return ast.unparse(node)
    return "nothing" if isinstance(node, ast.Pass) else ast.unparse(node)
