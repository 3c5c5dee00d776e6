"""Changes of a text that leave everything else in it as it is, byte for byte."""

from __future__ import annotations

import ast
from collections.abc import Iterable
from dataclasses import dataclass
from itertools import accumulate, pairwise

from .lines import split_lines


@dataclass(frozen=True, slots=True, order=True)
class Edit:
    """Another text in place of ``text[start:end]``; where both are equal, it goes in between."""

    start: int
    end: int
    text: str


def edited(text: str, edits: Iterable[Edit]) -> str:
    """The text after all edits, whose places are those of the text before.

    Raises:
        ValueError: two edits touch the same place.

    >>> edited("a or b", [Edit(0, 1, "not a"), Edit(6, 6, "!")])
    'not a or b!'
    """
    ordered = sorted(edits)
    if any(one.end > following.start for one, following in pairwise(ordered)):
        raise ValueError("two edits of one text touch the same place")
    parts, last = [], 0
    for edit in ordered:
        parts += [text[last : edit.start], edit.text]
        last = edit.end
    return "".join([*parts, text[last:]])


class Offsets:
    """Where the nodes of a syntax tree stand in the text they were parsed from."""

    def __init__(self, text: str) -> None:
        self.text = text
        self._lines = split_lines(text)
        self._starts = [0, *accumulate(map(len, self._lines))]

    def line(self, number: int) -> str:
        """A line with its line end, counted from 1; empty behind the last one."""
        return self._lines[number - 1] if 0 < number <= len(self._lines) else ""

    def line_start(self, number: int) -> int:
        """The offset at which a line starts; behind the last line, the length of the text."""
        return self._starts[min(number - 1, len(self._starts) - 1)]

    def of(self, line: int, column: int) -> int:
        """The offset of a place as the parser gives it, with columns in bytes of UTF-8."""
        content = self.line(line)
        if not content.isascii():
            column = len(content.encode()[:column].decode())
        return self.line_start(line) + column

    def span(self, node: ast.expr | ast.stmt | ast.arg) -> tuple[int, int]:
        """Where the text of a node starts and ends; parentheses around an expression stay
        outside.
        """
        end_line, end_column = node.end_lineno or node.lineno, node.end_col_offset or 0
        return self.of(node.lineno, node.col_offset), self.of(end_line, end_column)

    def source(self, node: ast.expr | ast.stmt) -> str:
        """The text of a node."""
        start, end = self.span(node)
        return self.text[start:end]
