"""The sections of a block: what stands together between blank lines and comments."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence

from ..outline import HOLDING, all_nodes
from .blocks import is_guard

_BRANCHING = (ast.If, ast.For, ast.AsyncFor, ast.While, ast.Match, ast.Try, ast.TryStar)
# How a block is left is no step of its own, so that a guard clause counts as what it stands for.
_EXITS = (ast.Return, ast.Raise, ast.Continue, ast.Break, ast.Pass)
# A section of fewer statements, or that branches less often, is read on the way.
_LEAST_STATEMENTS = 7
_LEAST_BRANCHES = 2
# A call and what is done with its result.
_SHORT = 3
# A block of so many steps tells a story.
_STORY = 3


def sections(body: Sequence[ast.stmt]) -> Iterator[Sequence[ast.stmt]]:
    """The runs of statements of a block that no blank line or comment parts.

    Args:
        body: the statements, with the lines of the text they were read from.
    """
    start = 0
    for index in range(1, len(body)):
        if body[index].lineno - (body[index - 1].end_lineno or 0) > 1:
            yield body[start:index]
            start = index
    if body:
        yield body[start:]


def stories_in(body: Sequence[ast.stmt]) -> int:
    """How many sections of a block, and of the blocks in it, are a story of their own beside what
    is told there: long ones that branch, where other sections are such, or are told by a name.

    >>> one = "for boat in boats:\\n  if boat:\\n    a()\\n    b()\\n    c()\\n    d()\\n    e()\\n"
    >>> stories_in(ast.parse(f"{one}\\n{one}").body)
    1
    """
    long = named = steps = 0
    for section in sections(body):
        if _is_story(section):
            long += 1
            steps += 1
            continue
        calls = sum(map(_is_call, section)) if len(section) <= _SHORT else 0
        calls = len(section) if all(map(_is_call, section)) else calls
        named += calls
        steps += calls or not all(isinstance(s, ast.Return) for s in section)
    found = long if named and steps >= _STORY else max(0, long - 1)
    return found + sum(stories_in(block) for node in body for block in _blocks_of(node))


def _blocks_of(node: ast.AST) -> Iterator[list[ast.stmt]]:
    """The blocks of a statement; those of functions and classes belong to these."""
    if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        return
    for field in HOLDING.get(type(node), ()):
        inside = getattr(node, field)
        if inside and not isinstance(inside[0], ast.stmt):
            for part in inside:
                yield from _blocks_of(part)
        else:
            yield inside


def _is_story(section: Sequence[ast.stmt]) -> bool:
    size = branches = 0
    if 2 * sum(map(is_guard, section)) >= len(section):
        return False  # a row of checks is read from above
    for statement in section:
        for node in all_nodes(statement):
            size += isinstance(node, ast.stmt) and not isinstance(node, _EXITS)
            branches += isinstance(node, _BRANCHING)
    return size >= _LEAST_STATEMENTS and branches >= _LEAST_BRANCHES


def _is_call(node: ast.stmt) -> bool:
    """Whether a statement only calls something by its name, or by that of the own object."""
    value = getattr(node, "value", None)
    if not isinstance(node, ast.Assign | ast.AnnAssign | ast.Return | ast.Expr):
        return False
    if isinstance(value, ast.Await | ast.YieldFrom):
        value = value.value
    if not isinstance(value, ast.Call):
        return False
    called = value.func
    if isinstance(called, ast.Attribute):
        return isinstance(called.value, ast.Name) and called.value.id in ("self", "cls")
    return isinstance(called, ast.Name)
