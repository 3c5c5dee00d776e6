"""Everything in a function that picks one of several arms by one subject, however it is written."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import dataclass

from ..moves.chains import chains_of, source_of
from ..moves.on_classes.chains import class_chains_of
from ..moves.ladders import Ladder, ladders_of
from ..moves.module_view import ModuleView
from ..outline import Function

# Moves that can turn each kind, the first that has a site being the one to take.
_BY_KEYS = ("lookup-table", "enum-data", "arm-functions")
_BY_LIMITS = ("band-table",)
_BY_CLASSES = ("methods-on-classes", "single-dispatch")


@dataclass(frozen=True, slots=True)
class Switch:
    """Arms that one subject picks.

    Attributes:
        subject: what is tested, as text.
        keys: for each arm what leads into it, as text.
        lines: the line of each arm's test.
        bodies: what each arm does.
        has_default: whether the last arm is for all that the others leave.
        line: where it starts.
        moves: moves that may turn it into something else.
        notes: what a person should look at.
    """

    subject: str
    keys: tuple[str, ...]
    lines: tuple[int, ...]
    bodies: tuple[list[ast.stmt], ...]
    has_default: bool
    line: int
    moves: tuple[str, ...]
    notes: tuple[str, ...] = ()


def switches_of(view: ModuleView, function: Function) -> list[Switch]:
    """All of them in a function itself, in the order of the text."""
    return sorted(
        [*_by_keys(view, function), *_by_limits(view, function), *_by_classes(function)],
        key=lambda s: s.line,
    )


def _by_keys(view: ModuleView, function: Function) -> Iterator[Switch]:
    for chain in chains_of(function.node):
        keys = [", ".join(source_of(view, k) for k in arm.keys) for arm in chain.arms]
        yield _made(
            source_of(view, chain.subject),
            keys,
            [(a.line, a.body) for a in chain.arms],
            chain.otherwise,
            _BY_KEYS,
        )


def _by_limits(view: ModuleView, function: Function) -> Iterator[Switch]:
    for ladder in ladders_of(function.node):
        if len(ladder.rungs) > 1:
            arms, rest, notes = _along_the_line(ladder)
            keys, bodies = [key for key, _ in arms], [body for _, body in arms]
            yield _made(
                view.offsets.source(ladder.subject),
                keys,
                bodies,
                ladder.otherwise,
                _BY_LIMITS,
                notes,
                rest,
            )


def _along_the_line(
    ladder: Ladder,
) -> tuple[list[tuple[str, tuple[int, list[ast.stmt]]]], str, list[str]]:
    """The arms from below to above with their ranges, the ranges of the rest, and what is odd about
    all that.
    """
    subject = ast.unparse(ladder.subject)
    ranges: dict[int | None, list[str]] = {}
    for band in ladder.bands:
        ranges.setdefault(band.arm, []).append(str(band))
    order = [arm for arm in ranges if arm is not None]
    found = [(", ".join(ranges[i]), (ladder.rungs[i].line, ladder.rungs[i].body)) for i in order]
    found += [("never reached", (r.line, r.body)) for r in ladder.never_reached]
    notes = [f"no arm asks for {subject} {band}" for band in ladder.gaps]
    notes += [f"two arms ask for {subject} {band}; the first decides" for band in ladder.overlaps]
    notes += [f"the arm in line {r.line} is never reached" for r in ladder.never_reached]
    return found, ", ".join(ranges.get(None, [])), notes


def _by_classes(function: Function) -> Iterator[Switch]:
    for chain in class_chains_of(function.node):
        keys = [", ".join(a.owners) for a in chain.arms]
        rest = chain.otherwise or (chain.rest if len(chain.rest) == 1 and chain.leaves else [])
        yield _made(
            chain.subject,
            keys,
            [(a.line, a.body) for a in chain.arms],
            rest,
            _BY_CLASSES if chain.leaves else _BY_CLASSES[:1],
        )


def _made(
    subject: str,
    keys: list[str],
    arms: list[tuple[int, list[ast.stmt]]],
    otherwise: list[ast.stmt] | None,
    moves: tuple[str, ...],
    notes: list[str] | None = None,
    rest: str = "",
) -> Switch:
    line = min(number for number, _ in arms)
    if otherwise:
        keys, arms = [*keys, f"else: {rest}" if rest else "else"], [
            *arms,
            (otherwise[0].lineno, otherwise),
        ]
    return Switch(
        subject,
        tuple(keys),
        tuple(n for n, _ in arms),
        tuple(b for _, b in arms),
        bool(otherwise),
        line,
        moves,
        tuple(notes or ()),
    )
