"""The decisions of a function as a graph: questions and exits, and which answer leads where."""

from __future__ import annotations

import ast
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from ..outline import HOLDING
from ..taste.blocks import leaves
from .arms import cut, exit_words

FunctionNode = ast.FunctionDef | ast.AsyncFunctionDef


@dataclass(frozen=True, slots=True)
class Node:
    """A question, some work, or an exit.

    Attributes:
        number: counted from 0 in the order of the text.
        kind: ``asks``, ``does`` or ``leaves``.
        line: where it stands, counted from 1; 0 for the end of the function.
        level: how many blocks stand around it.
        words: what it is.
    """

    number: int
    kind: str
    line: int
    level: int
    words: str


@dataclass(frozen=True, slots=True)
class DecisionGraph:
    """Questions and exits, in the order of the text.

    Attributes:
        nodes: all of them.
        edges: from, to, and the answer (empty where there is no question).
    """

    nodes: tuple[Node, ...]
    edges: tuple[tuple[int, int, str], ...]

    def to_dict(self) -> dict[str, Any]:
        """The graph as plain data."""
        return {
            "nodes": [
                {
                    "number": n.number,
                    "kind": n.kind,
                    "line": n.line,
                    "level": n.level,
                    "words": n.words,
                }
                for n in self.nodes
            ],
            "edges": [{"from": a, "to": b, "answer": answer} for a, b, answer in self.edges],
        }


def decision_graph(function: FunctionNode) -> DecisionGraph:
    """The decision graph of a function; ``try`` and ``with`` are read as if they were not there,
    handlers are entered from their ``try``.
    """
    builder = _Builder()
    documented = ast.get_docstring(function, clean=False) is not None
    ends = builder.block(function.body[documented:], [], 0)
    if ends:
        end = builder.add("leaves", 0, 0, "returns at its end")
        builder.join(ends, end)
    return DecisionGraph(tuple(builder.nodes), tuple(dict.fromkeys(builder.edges)))


# Where control comes from, with the answer that leads on.
_Open = list[tuple[int, str]]


class _Builder:
    def __init__(self) -> None:
        self.nodes: list[Node] = []
        self.edges: list[tuple[int, int, str]] = []
        self._loops: list[tuple[int, _Open]] = []

    def add(self, kind: str, line: int, level: int, words: str) -> int:
        self.nodes.append(Node(len(self.nodes), kind, line, level, cut(words)))
        return len(self.nodes) - 1

    def join(self, ends: _Open, node: int) -> None:
        self.edges += [(number, node, answer) for number, answer in ends]

    def block(self, body: Sequence[ast.stmt], ends: _Open, level: int) -> _Open:
        """Add a block that is entered from some open ends; return those it leaves open."""
        for node in body:
            if isinstance(node, ast.If):
                ends = self._if(node, ends, level)
            elif isinstance(node, ast.For | ast.AsyncFor | ast.While):
                ends = self._loop(node, ends, level)
            elif isinstance(node, ast.Match):
                ends = self._match(node, ends, level)
            elif isinstance(node, ast.Try | ast.TryStar):
                ends = self._try(node, ends, level)
            elif isinstance(node, ast.With | ast.AsyncWith):
                ends = self.block(node.body, ends, level + 1)
            elif isinstance(node, ast.Return | ast.Raise):
                self.join(ends, self.add("leaves", node.lineno, level, exit_words(node)))
                return []
            elif isinstance(node, ast.Continue | ast.Break):
                if self._loops:
                    head, out = self._loops[-1]
                    if isinstance(node, ast.Continue):
                        self.join(ends, head)
                    else:
                        out += ends
                return []
            elif type(node) not in HOLDING and not self._is_working(ends):
                work = self.add("does", node.lineno, level, ast.unparse(node))
                self.join(ends, work)
                ends = [(work, "")]
        return ends

    def _is_working(self, ends: _Open) -> bool:
        """Whether control comes from plain work alone: then what follows is more of the same."""
        return len(ends) == 1 and self.nodes[ends[0][0]].kind == "does"

    def _if(self, node: ast.If, ends: _Open, level: int) -> _Open:
        asked = self.add("asks", node.lineno, level, ast.unparse(node.test))
        self.join(ends, asked)
        after = self.block(node.body, [(asked, "yes")], level + 1)
        otherwise = self.block(node.orelse, [(asked, "no")], level + 1)
        return [*after, *otherwise]

    def _loop(self, node: ast.For | ast.AsyncFor | ast.While, ends: _Open, level: int) -> _Open:
        if isinstance(node, ast.While):
            words = f"as long as {ast.unparse(node.test)}"
        else:
            words = f"another {ast.unparse(node.target)} of {ast.unparse(node.iter)}"
        head = self.add("asks", node.lineno, level, words)
        self.join(ends, head)
        out: _Open = []
        self._loops.append((head, out))
        round_ends = self.block(node.body, [(head, "yes")], level + 1)
        self._loops.pop()
        self.join(round_ends, head)
        always = (
            isinstance(node, ast.While)
            and isinstance(node.test, ast.Constant)
            and bool(node.test.value)
        )
        run_out: _Open = [] if always else [(head, "no")]
        return [*self.block(node.orelse, run_out, level + 1), *out]

    def _match(self, node: ast.Match, ends: _Open, level: int) -> _Open:
        subject = ast.unparse(node.subject)
        after: _Open = []
        for case in node.cases:
            pattern = ast.unparse(case.pattern)
            if pattern == "_" and case.guard is None:
                return [*after, *self.block(case.body, ends, level + 1)]
            guard = f" if {ast.unparse(case.guard)}" if case.guard is not None else ""
            line = case.pattern.lineno
            asked = self.add("asks", line, level, f"{subject} matches {pattern}{guard}")
            self.join(ends, asked)
            after += self.block(case.body, [(asked, "yes")], level + 1)
            ends = [(asked, "no")]
        return [*after, *ends]

    def _try(self, node: ast.Try | ast.TryStar, ends: _Open, level: int) -> _Open:
        start = self.add("asks", node.lineno, level, "does it raise?")
        self.join(ends, start)
        after = self.block([*node.body, *node.orelse], [(start, "no")], level + 1)
        for handler in node.handlers:
            what = ast.unparse(handler.type) if handler.type is not None else "anything"
            after += self.block(handler.body, [(start, what)], level + 1)
        return (
            self.block(node.finalbody, after, level + 1) if after or not leaves(node.body) else []
        )
