"""What still happens from a place to the end of its function, where something is known."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import TypeAlias

import libcst as cst

from ..logic.known import Known
from ..logic.specialise import specialised
from ..logic.walk import walk
from .arms import single
from .places import Place

# What is told of a way may hold this many statements; more is no end that can be taken in.
MOST_STATEMENTS = 5


@dataclass(frozen=True, slots=True)
class Rest:
    """Statements that follow in a block."""

    statements: Sequence[cst.BaseStatement]


@dataclass(frozen=True, slots=True)
class Loop:
    """The end of a round of a loop."""

    node: cst.For | cst.While


@dataclass(frozen=True, slots=True)
class Wall:
    """The end of something beyond which nothing can be told, as of a ``finally``."""


Frame: TypeAlias = Rest | Loop | Wall


def frames_of(place: Place, index: int) -> list[Frame]:
    """What surrounds a statement, from the inside out."""
    found: list[Frame] = [Rest(place.statements[index + 1 :])]
    for node, field, number in reversed(place.trail):
        if isinstance(node, cst.FunctionDef):
            break
        if isinstance(node, cst.IndentedBlock):
            found.append(Rest(node.body[(number or 0) + 1 :]))
        else:
            found += frames_inside(node, field)
    return found


def frames_inside(node: cst.CSTNode, field: str) -> list[Frame]:
    """What the end of a part of a compound statement is followed by, inside the statement."""
    if isinstance(node, cst.For | cst.While):
        return [Loop(node)] if field == "body" else []
    if isinstance(node, cst.Try):
        if field == "finalbody" or node.finalbody is not None:
            return [Wall()]
        if field == "body" and node.orelse is not None:
            return [Rest(_lines(node.orelse.body))]
    return []


def onward(
    frames: Sequence[Frame], known: Known, about: str, until: cst.CSTNode | None = None
) -> list[cst.BaseStatement] | None:
    """The statements that still run up to the function's end, if they are few and plain.

    Args:
        frames: what surrounds the place, from the inside out.
        known: what is known there.
        about: the name that it is about; what is known of it is good for other rounds too.
        until: a loop whose round is the end, if given, where no other loop is in between.
    """
    found: list[cst.BaseStatement] = []
    jump: type[cst.CSTNode] | None = None
    for depth, frame in enumerate(frames):
        if isinstance(frame, Wall):
            return None
        if isinstance(frame, Rest):
            if jump is not None:
                continue
            new = specialised(frame.statements, known)
            last = single(new[-1]) if new else None
            if isinstance(last, cst.Return | cst.Raise):
                found += new
                return found if _is_short(found) else None
            if isinstance(last, cst.Continue | cst.Break):
                jump = type(last)
                new = new[:-1]
            found += new
            for statement in new:
                known = known.after(statement)
            if not _is_short(found):
                return None
            continue
        if frame.node is until and not any(isinstance(f, Loop) for f in frames[:depth]):
            way = cst.Break() if jump is cst.Break else cst.Continue()
            found.append(cst.SimpleStatementLine([way]))
            return found if _is_short(found) else None
        ended = jump is cst.Break or ends(frame.node, known, about)
        if not ended:
            return None
        other = None if jump is cst.Break else frame.node.orelse
        jump = None
        if other is not None:
            new = specialised(_lines(other.body), known)
            found += new
            last = single(new[-1]) if new else None
            if isinstance(last, cst.Return | cst.Raise):
                return found if _is_short(found) else None
    found.append(cst.SimpleStatementLine([cst.Return()]))
    return found if _is_short(found) else None


def to_the_loop(
    frames: Sequence[Frame], known: Known, about: str
) -> list[cst.BaseStatement] | None:
    """The statements that still run in this round, if the loop does nothing more after it."""
    found: list[cst.BaseStatement] = []
    for frame in frames:
        if isinstance(frame, Wall):
            return None
        if isinstance(frame, Loop):
            done = ends(frame.node, known, about) and frame.node.orelse is None
            return found if done and _is_short(found) else None
        new = specialised(frame.statements, known)
        last = single(new[-1]) if new else None
        if isinstance(last, cst.Continue):
            continue
        found += new
        if last is not None and isinstance(last, cst.Return | cst.Raise | cst.Break):
            return None
    return None


def ends(node: cst.For | cst.While, known: Known, about: str) -> bool:
    """Whether a loop does nothing more where something is known of a name."""
    if isinstance(node, cst.While):
        return known.decide(node.test) is False
    told = replace(
        known,
        answers={a: v for a, v in known.answers.items() if known.names[a] == {about}},
        names={a: n for a, n in known.names.items() if n == {about}},
    )
    more = [s for s in _lines(node.body) if not _is_idle(s, known, about)]
    left = specialised(more, told)
    return all(isinstance(single(s), cst.Continue | cst.Break | cst.Pass) for s in left)


def _is_idle(statement: cst.BaseStatement, known: Known, about: str) -> bool:
    """Whether a statement only goes through something that has a name, and does nothing more where
    something is known of a name.
    """
    if not isinstance(statement, cst.For) or statement.orelse is not None:
        return False
    among = statement.iter
    while isinstance(among, cst.Attribute):
        among = among.value
    return isinstance(among, cst.Name) and ends(statement, known, about)


def _is_short(statements: Sequence[cst.BaseStatement]) -> bool:
    if len(statements) > MOST_STATEMENTS:
        return False
    for statement in statements:
        if isinstance(statement, cst.BaseCompoundStatement):
            inside = [n for n in walk(statement) if isinstance(n, cst.BaseStatement)]
            jumps = any(isinstance(n, cst.Break | cst.Continue) for n in walk(statement))
            if jumps or len(inside) + len(statements) > MOST_STATEMENTS:
                return False
    return True


def _lines(suite: cst.BaseSuite) -> Sequence[cst.BaseStatement]:
    if isinstance(suite, cst.IndentedBlock):
        return suite.body
    assert isinstance(suite, cst.SimpleStatementSuite)
    return [cst.SimpleStatementLine(suite.body)]
