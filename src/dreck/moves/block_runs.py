"""Which runs of statements of a function may deserve a function of their own."""

from __future__ import annotations

import ast
from collections import Counter
from collections.abc import Iterator, Sequence
from functools import partial

from ..logic.flow import blocks_in
from ..outline import Function, all_nodes
from .blocks_out import Run
from .module_view import ModuleView, first_line

# What works out no value, or does more than that.
_EFFECTS = (
    ast.Expr, ast.Return, ast.Continue, ast.Raise, ast.Yield, ast.YieldFrom, ast.Await, ast.Delete,
    ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Assert, ast.Global, ast.Nonlocal,
)  # fmt: skip
# A block of fewer statements, those inside of others counted, is read where it stands.
LEAST = 3
_COMPOUND = (
    ast.If, ast.For, ast.AsyncFor, ast.While, ast.With, ast.AsyncWith, ast.Try, ast.TryStar, ast.Match,
)  # fmt: skip


def runs_in(view: ModuleView, function: Function) -> Iterator[Run]:
    """The runs that stand apart in a function, in the order of the text.

    They are what stands under a comment or between blank lines, what a loop or an arm holds, a
    loop or a choice with what prepares it, and what works out one value step by step.
    """
    seen: set[tuple[int, int]] = set()
    loads = [n for n in all_nodes(function.node) if isinstance(n, ast.Name)]
    reads = Counter(n.id for n in loads if isinstance(n.ctx, ast.Load))
    for suite in blocks_in(function.node.body):
        if view.text.startswith("elif", view.offsets.span(suite[0])[0]):
            continue
        whole = suite is function.node.body
        found = [*_sections(view, suite), *_inner(suite, whole), *_prepared(view, suite)]
        found += _worked_out(view, suite, reads)
        for start, stop in map(partial(_without_answer, suite), found):
            run = Run(suite, start, stop)
            everything = whole and _without_docstring(suite) >= start and stop == len(suite)
            key = (id(suite[start]), id(suite[stop - 1]))
            if everything or key in seen or size(run.statements) < LEAST:
                continue
            seen.add(key)
            yield run


def _without_answer(suite: Sequence[ast.stmt], bounds: tuple[int, int]) -> tuple[int, int]:
    """A run without its last line, where that leaves the function or the round in any case, and
    says nothing that would have to be worked out.
    """
    start, stop = bounds
    last = suite[stop - 1]
    plain = isinstance(last, ast.Continue | ast.Break) or (
        isinstance(last, ast.Return)
        and (last.value is None or isinstance(last.value, ast.Constant | ast.Name))
    )
    return (start, stop - 1) if plain and stop - start > 1 else bounds


def _without_docstring(suite: Sequence[ast.stmt]) -> int:
    first = suite[0]
    is_text = isinstance(first, ast.Expr) and isinstance(first.value, ast.Constant)
    return int(is_text)


def size(statements: Sequence[ast.stmt]) -> int:
    """How many statements there are, those inside of others counted."""
    return sum(isinstance(n, ast.stmt) for s in statements for n in all_nodes(s))


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


def is_part(view: ModuleView, run: Run) -> bool:
    """Whether what stands under the same comment, or behind the same blank line, goes on behind a
    run, but for how the block is left.
    """
    for statement in run.suite[run.stop :]:
        if _starts_section(view, statement):
            return False
        if not isinstance(statement, ast.Return | ast.Continue | ast.Break | ast.Raise):
            return True
    return False


def _stands_apart(view: ModuleView, statement: ast.stmt) -> bool:
    """Whether a blank line stands above a statement and its comments."""
    above = first_line(statement) - 1
    while view.comments.get(above, ("", False))[1]:
        above -= 1
    return not view.offsets.line(above).strip()


def _has_heading(view: ModuleView, statement: ast.stmt) -> bool:
    """Whether a paragraph starts with a statement, under a comment of its own."""
    commented = view.comments.get(first_line(statement) - 1, ("", False))[1]
    return commented and _stands_apart(view, statement)


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
            if _has_heading(view, suite[start]):
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
    names = {n.id for t in targets for n in all_nodes(t) if isinstance(n, ast.Name)}
    plain = all(isinstance(t, ast.Name | ast.Tuple) for t in targets)
    used = {n.id for s in block for n in all_nodes(s) if isinstance(n, ast.Name)}
    return plain and names <= used


def _worked_out(
    view: ModuleView, suite: Sequence[ast.stmt], reads: Counter[str]
) -> Iterator[tuple[int, int]]:
    """From the statement that first sets a name to the last one in a row that works on it, where
    nothing else comes of them; a paragraph with a heading of its own is another one.

    Args:
        view: the module.
        suite: the statements of a block.
        reads: how often each name is read in the function.
    """
    for start, first in enumerate(suite):
        name = _plainly_set(first)
        stop = start + 1
        while name and stop < len(suite) and _only_works_out(suite[start : stop + 1], name, reads):
            if _has_heading(view, suite[stop]):
                break
            stop += 1
        while stop - start > 1 and name not in _stored(suite[stop - 1]):
            stop -= 1
        compound = [s for s in suite[start + 1 : stop] if isinstance(s, _COMPOUND)]
        if len(compound) > 1 or (compound and stop - start > 2):
            yield start, stop


def _plainly_set(node: ast.stmt) -> str:
    """The name that an assignment sets, if it is only one."""
    targets = node.targets if isinstance(node, ast.Assign) else [getattr(node, "target", None)]
    is_set = isinstance(node, ast.Assign | ast.AnnAssign) and node.value is not None
    only = targets[0] if is_set and len(targets) == 1 else None
    return only.id if isinstance(only, ast.Name) else ""


def _only_works_out(run: Sequence[ast.stmt], name: str, reads: Counter[str]) -> bool:
    """Whether a run sets a name, and others that are read nowhere else, and does nothing else."""
    nodes = [n for s in run for n in all_nodes(s)]
    if any(isinstance(n, _EFFECTS) for n in nodes) or any(
        isinstance(n, ast.Attribute | ast.Subscript) and _is_set(n) for n in nodes
    ):
        return False
    inside = Counter(n.id for n in nodes if isinstance(n, ast.Name) and not _is_set(n))
    others = {n for s in run for n in _stored(s)} - {name}
    return all(inside[other] == reads[other] for other in others)


def _is_set(node: ast.Attribute | ast.Subscript | ast.Name) -> bool:
    return not isinstance(node.ctx, ast.Load)


def _stored(node: ast.stmt) -> set[str]:
    return {n.id for n in all_nodes(node) if isinstance(n, ast.Name) and _is_set(n)}


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
        covered = {id(n) for s in run.statements for n in all_nodes(s)}
        meant = [
            n
            for n in all_nodes(function.node)
            if isinstance(n, ast.stmt) and first <= n.lineno <= last
        ]
        if all(id(n) in covered for n in meant):
            return run
    return None
