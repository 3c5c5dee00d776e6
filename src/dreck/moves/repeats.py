"""Statements that stand in several places of a function, alike but for a few values."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from ..outline import all_nodes, child_nodes
from ..logic.flow import blocks_in
from .alignment import Hole, aligned
from .block_runs import size
from .blocks_out import Run
from .module_view import ModuleView
from .other_names import renamed

# Two places with fewer statements are better read where they are; more places may have two.
_LEAST, _LEAST_OF_SEVERAL, _SEVERAL = 3, 2, 3
# Where nothing differs, so many are no common turn of phrase any more.
_LEAST_OF_SAME = 3
_LONGEST = 12
# More values than this are more than a reader of the call can keep apart.
_MOST_HOLES = 3
# What cannot have a name put into its middle.
_APART = (ast.JoinedStr, ast.Lambda, ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)
_PARTS_OF_TESTS = (ast.BoolOp, ast.UnaryOp)
_NO_VALUES = (
    ast.Starred, ast.NamedExpr, ast.Await, ast.Yield, ast.YieldFrom, ast.Lambda, ast.GeneratorExp
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Repeat:
    """Runs of statements that are alike.

    Attributes:
        runs: where they stand, in the order of the text.
        holes: the places where they differ.
        words: what each of the runs calls the names that it sets and the first one calls otherwise,
            by the first one's names; the first one's own are empty.
    """

    runs: tuple[Run, ...]
    holes: tuple[Hole, ...]
    words: tuple[Mapping[str, str], ...] = ()

    @property
    def values(self) -> tuple[tuple[ast.expr, ...], ...]:
        """What differs, each once: the values that stand there in each of the runs."""
        found = {tuple(map(ast.dump, h.values)): h.values for h in self.holes}
        return tuple(found.values())


def repeats_in(view: ModuleView, body: list[ast.stmt]) -> Iterator[Repeat]:
    """The statements of a function that stand in several places, those with most in them first.

    Args:
        view: the module.
        body: the statements of the function.
    """
    suites = [
        (suite, [(_outline(s), _outline(s, named=False)) for s in suite])
        for suite in blocks_in(body)
        if not view.text.startswith("elif", view.offsets.span(suite[0])[0])
    ]
    found: list[Repeat] = []
    for length in range(min(_LONGEST, max(len(s) for s, _ in suites)), 0, -1):
        for which in (0, 1):
            places: dict[tuple[str, ...], list[Run]] = {}
            for suite, outlines in suites:
                for start in range(len(suite) - length + 1):
                    key = tuple(o[which] for o in outlines[start : start + length])
                    places.setdefault(key, []).append(Run(suite, start, start + length))
            for runs in places.values():
                apart = list(_apart(runs))
                repeat = _alike(apart) if which == 0 else _alike_but_for_names(apart)
                if repeat is not None:
                    found.append(repeat)
    yield from sorted(found, key=lambda r: -size(r.runs[0].statements))


def _outline(node: ast.stmt, *, named: bool = True) -> str:
    """What two statements must share to be looked at closely: their kinds, down to the calls, and
    the names that they set, unless these may differ.
    """
    told = ast.unparse if named else _shape
    parts = [type(node).__name__]
    value = getattr(node, "value", None)
    if isinstance(value, ast.Call) and not isinstance(node, ast.Return):
        parts += [told(value.func), str(len(value.args))]
    if isinstance(node, ast.Assign):
        parts += map(told, node.targets)
    inner = (_outline(n, named=named) for n in child_nodes(node) if isinstance(n, ast.stmt))
    return f"{' '.join(parts)}({','.join(inner)})"


def _shape(node: ast.expr) -> str:
    """What is left of what is called or set where names may differ."""
    return f".{node.attr}" if isinstance(node, ast.Attribute) else type(node).__name__


def _apart(runs: Sequence[Run]) -> Iterator[Run]:
    """Of runs that share statements only the first."""
    taken: set[int] = set()
    for run in runs:
        statements = {id(s) for s in run.statements}
        if not statements & taken:
            taken |= statements
            yield run


def _alike(runs: Sequence[Run]) -> Repeat | None:
    if len(runs) < 2 or size(runs[0].statements) < _LEAST_OF_SEVERAL:
        return None
    chosen, holes = [runs[0]], list[Hole]()
    for run in runs[1:]:
        found = aligned([r.statements for r in (*chosen, run)], loosely=True, whole=_APART)
        if found is not None and _fits(found, run):
            chosen, holes = [*chosen, run], found
    least = _LEAST_OF_SEVERAL if len(chosen) >= _SEVERAL else _LEAST
    least = least if holes else _LEAST_OF_SAME
    if len(chosen) < 2 or size(runs[0].statements) < least:
        return None
    return Repeat(tuple(chosen), tuple(holes))


def _alike_but_for_names(runs: Sequence[Run]) -> Repeat | None:
    """Runs that set other names, and are alike where these are taken for those of the first."""
    if len(runs) < 2 or size(runs[0].statements) < _LEAST_OF_SAME:
        return None
    chosen, bodies, holes = [runs[0]], [runs[0].statements], list[Hole]()
    words: list[Mapping[str, str]] = [{}]
    for run in runs[1:]:
        told = renamed(runs[0].statements, run.statements)
        if told is None:
            continue
        found = aligned([*bodies, told[0]], loosely=True, whole=_APART)
        if found is not None and _fits(found, run) and _fits(found, runs[0]):
            chosen, bodies, holes = [*chosen, run], [*bodies, told[0]], found
            words.append(told[1])
    if len(chosen) < 2 or not any(words):
        return None
    return Repeat(tuple(chosen), tuple(holes), tuple(words))


def _fits(holes: Sequence[Hole], run: Run) -> bool:
    """Whether what differs can be worked out before, and handed in."""
    stored = {
        n.id
        for s in run.statements
        for n in all_nodes(s)
        if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }
    for hole in holes:
        owner = hole.around[-1] if hole.around else None
        if isinstance(owner, ast.Call) and owner.func is hole.values[0]:
            return False  # another function is no value
        if getattr(owner, "test", None) is hole.values[0] or isinstance(owner, _PARTS_OF_TESTS):
            return False  # where another thing is asked, another thing is done
        for node in (n for v in hole.values for n in all_nodes(v)):
            if isinstance(node, _NO_VALUES) or getattr(node, "id", "") in stored:
                return False
    return len({tuple(map(ast.dump, h.values)) for h in holes}) <= _MOST_HOLES
