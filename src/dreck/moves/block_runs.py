"""Which runs of statements of a function may deserve a function of their own."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from functools import partial

from ..logic.flow import blocks_in
from ..outline import Function
from .blocks_out import Run
from .module_view import ModuleView, first_line

# A block of fewer statements, those inside of others counted, is read where it stands.
LEAST = 3
_COMPOUND = (
    ast.If, ast.For, ast.AsyncFor, ast.While, ast.With, ast.AsyncWith, ast.Try, ast.TryStar, ast.Match,
)  # fmt: skip


def runs_in(view: ModuleView, function: Function) -> Iterator[Run]:
    """The runs that stand apart in a function, in the order of the text.

    They are what stands under a comment or between blank lines, what a loop or an arm holds, and
    a loop or a choice with what prepares it.
    """
    seen: set[tuple[int, int]] = set()
    for suite in blocks_in(function.node.body):
        if view.text.startswith("elif", view.offsets.span(suite[0])[0]):
            continue
        whole = suite is function.node.body
        found = [*_sections(view, suite), *_inner(suite, whole), *_prepared(view, suite)]
        for start, stop in map(partial(_without_answer, suite), found):
            run = Run(suite, start, stop)
            everything = whole and _without_docstring(suite) >= start and stop == len(suite)
            key = (id(suite[start]), id(suite[stop - 1]))
            if everything or key in seen or size(run.statements) < LEAST:
                continue
            seen.add(key)
            yield run


def _without_answer(suite: Sequence[ast.stmt], bounds: tuple[int, int]) -> tuple[int, int]:
    """A run without the last line of a function, where that says what it says in any case."""
    start, stop = bounds
    last = suite[stop - 1]
    plain = isinstance(last, ast.Return) and (
        last.value is None or isinstance(last.value, ast.Constant | ast.Name)
    )
    return (start, stop - 1) if plain and stop - start > 1 else bounds


def _without_docstring(suite: Sequence[ast.stmt]) -> int:
    first = suite[0]
    is_text = isinstance(first, ast.Expr) and isinstance(first.value, ast.Constant)
    return int(is_text)


def size(statements: Sequence[ast.stmt]) -> int:
    """How many statements there are, those inside of others counted."""
    return sum(isinstance(n, ast.stmt) for s in statements for n in ast.walk(s))


def _sections(view: ModuleView, suite: Sequence[ast.stmt]) -> Iterator[tuple[int, int]]:
    """What stands under a comment or between blank lines."""
    starts = [i for i, s in enumerate(suite) if i == 0 or _starts_section(view, s)]
    if len(starts) < 2:
        return
    starts[0] = _without_docstring(suite)
    for start, stop in zip(starts, [*starts[1:], len(suite)], strict=True):
        if start < stop:
            yield start, stop


def _starts_section(view: ModuleView, statement: ast.stmt) -> bool:
    above = first_line(statement) - 1
    return not view.offsets.line(above).strip() or view.comments.get(above, ("", False))[1]


def _stands_apart(view: ModuleView, statement: ast.stmt) -> bool:
    """Whether a blank line stands above a statement and its comments."""
    above = first_line(statement) - 1
    while view.comments.get(above, ("", False))[1]:
        above -= 1
    return not view.offsets.line(above).strip()


def _inner(suite: Sequence[ast.stmt], whole: bool) -> Iterator[tuple[int, int]]:
    """All that a loop, an arm or the like holds; behind guard clauses, what they guard."""
    if not whole:
        yield 0, len(suite)
    guards = 0
    while guards < len(suite) and _is_guard(suite[guards]):
        guards += 1
    if 0 < guards < len(suite):
        yield guards, len(suite)


def _is_guard(node: ast.stmt) -> bool:
    return (
        isinstance(node, ast.If)
        and not node.orelse
        and isinstance(node.body[-1], ast.Return | ast.Raise | ast.Continue | ast.Break)
        and len(node.body) <= 3
    )


def _prepared(view: ModuleView, suite: Sequence[ast.stmt]) -> Iterator[tuple[int, int]]:
    """A loop or a choice, with the assignments before it of names that nothing else uses, up to
    where a blank line sets something else apart.
    """
    for index, node in enumerate(suite):
        if not isinstance(node, _COMPOUND):
            continue
        start = index
        while start and _prepares(suite[start - 1], suite[start : index + 1]):
            if start != index and _stands_apart(view, suite[start]):
                break
            start -= 1
        yield start, index + 1
        if start != index:
            yield index, index + 1


def _prepares(node: ast.stmt, block: Sequence[ast.stmt]) -> bool:
    """Whether an assignment only sets names that the block uses."""
    if not isinstance(node, ast.Assign | ast.AnnAssign):
        return False
    targets = node.targets if isinstance(node, ast.Assign) else [node.target]
    names = {n.id for t in targets for n in ast.walk(t) if isinstance(n, ast.Name)}
    plain = all(isinstance(t, ast.Name | ast.Tuple) for t in targets)
    used = {n.id for s in block for n in ast.walk(s) if isinstance(n, ast.Name)}
    return plain and names <= used


def run_at(function: Function, first: int, last: int) -> Run | None:
    """The statements of one block that stand on some lines; None if other code stands there too, or
    only a part of a statement.
    """
    for suite in blocks_in(function.node.body):
        inside = [
            i
            for i, s in enumerate(suite)
            if first <= first_line(s) and (s.end_lineno or s.lineno) <= last
        ]
        if not inside:
            continue
        run = Run(suite, inside[0], inside[-1] + 1)
        covered = {id(n) for s in run.statements for n in ast.walk(s)}
        meant = [
            n
            for n in ast.walk(function.node)
            if isinstance(n, ast.stmt) and first <= n.lineno <= last
        ]
        if all(id(n) in covered for n in meant):
            return run
    return None
