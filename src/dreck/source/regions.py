"""The text of one function, as a lossless tree, and its way back into the file.

Cost follows the function: only its own lines are parsed, from ``def`` to the last comment
that is indented below it. Decorators stay outside. An indented function is wrapped in
``if`` lines, so that its indentation is kept as it is.
"""

from __future__ import annotations

import ast
import functools
from dataclasses import dataclass

import libcst as cst

from ..outline import Function, all_nodes
from .diffs import CONTEXT, unified
from .lines import newline_of, split_lines


@dataclass(frozen=True, slots=True)
class Region:
    """The lines of one function inside a file's text.

    Attributes:
        first: line of ``def``, counted from 1.
        before, text, after: the file's text in three parts.
        newline: the line end that new lines get.
        indent: one level of indentation in this file.
    """

    first: int
    before: str
    text: str
    after: str
    newline: str
    indent: str

    @property
    def levels(self) -> int:
        """How many ``if`` lines an indented function needs around it to be parsed alone."""
        prefix = _indentation(self.text)
        # One line per level lets the parser see the file's own indentation first.
        even = prefix and prefix == self.indent * (len(prefix) // len(self.indent))
        return len(prefix) // len(self.indent) if even else int(bool(prefix))

    @property
    def standalone(self) -> str:
        """The function's text in a form that parses on its own."""
        return (
            "".join(f"{self.indent * i}if 1:{self.newline}" for i in range(self.levels)) + self.text
        )

    def parse(self) -> cst.Module:
        """The lossless tree of the function on its own."""
        config = cst.PartialParserConfig(
            default_newline=_known(self.newline), default_indent=self.indent
        )
        return cst.parse_module(self.standalone, config)

    def with_text(self, standalone: str) -> Region:
        """The region with another function text, given in the form of :attr:`standalone`."""
        text = "".join(split_lines(standalone)[self.levels :])
        return Region(self.first, self.before, text, self.after, self.newline, self.indent)

    @property
    def whole(self) -> str:
        """The text of the whole file."""
        return self.before + self.text + self.after

    def line_of(self, standalone_line: int) -> int:
        """The line in the file of a line of :attr:`standalone`, both counted from 1."""
        return standalone_line + self.first - self.levels - 1

    def tree(self) -> ast.FunctionDef | ast.AsyncFunctionDef:
        """The function's abstract syntax tree, to be read only; its lines are those of
        :attr:`standalone`.
        """
        return _tree_of(self.standalone)

    def diff(self, after: Region, path: str) -> str:
        """The unified diff of the file, from this text of the function to another; empty if they
        are equal.
        """
        if self.text == after.text:
            return ""
        head, tail = _last_lines(self.before), _first_lines(self.after)
        old, new = ("".join([*head, region.text, *tail]) for region in (self, after))
        return unified(old, new, path, skipped=self.first - 1 - len(head))


@functools.lru_cache(maxsize=64)
def _tree_of(standalone: str) -> ast.FunctionDef | ast.AsyncFunctionDef:
    node: ast.AST = ast.parse(standalone).body[0]
    while not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
        assert isinstance(node, ast.If)
        node = node.body[0]
    return node


@functools.lru_cache(maxsize=8)
def _last_lines(text: str) -> tuple[str, ...]:
    return tuple(split_lines(text)[-CONTEXT:])


@functools.lru_cache(maxsize=8)
def _first_lines(text: str) -> tuple[str, ...]:
    return tuple(split_lines(text)[:CONTEXT])


def _known(newline: str) -> str:
    return newline if newline in ("\n", "\r\n", "\r") else "\n"


def region_of(text: str, function: Function, indent: str) -> Region:
    """The region of a function in a file's text."""
    lines = split_lines(text)
    start = function.node.lineno - 1
    end = function.node.end_lineno or function.node.lineno
    end = _with_trailing_comments(lines, end, len(_indentation(lines[start]).expandtabs()))
    newline = (
        newline_of("".join(lines[start:end]))
        if "\n" in "".join(lines[start:end])
        else newline_of(text)
    )
    return Region(
        start + 1,
        "".join(lines[:start]),
        "".join(lines[start:end]),
        "".join(lines[end:]),
        newline,
        indent,
    )


def _with_trailing_comments(lines: list[str], end: int, column: int) -> int:
    """The end, moved past comments that are indented deeper than the function's first line."""
    last = end
    for number in range(end, len(lines)):
        stripped = lines[number].strip()
        if stripped and not (
            stripped.startswith("#") and len(_indentation(lines[number]).expandtabs()) > column
        ):
            break
        if stripped:
            last = number + 1
    return last


def _indentation(line: str) -> str:
    return line[: len(line) - len(line.lstrip(" \t"))]


def indent_of(tree: ast.Module, text: str) -> str:
    """One level of indentation as a file uses it first; four spaces if it never indents."""
    lines = split_lines(text)
    for node in all_nodes(tree):
        if (
            isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef)
            and node.col_offset == 0
        ):
            first = lines[node.body[0].lineno - 1]
            if node.body[0].lineno != node.lineno and _indentation(first):
                return _indentation(first)
    return "    "
