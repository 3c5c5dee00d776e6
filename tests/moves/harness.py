"""One move on one function: what it finds, and what comes out."""

from __future__ import annotations

import ast
import textwrap
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from dreck.intended import Intended
from dreck.judge.world.values import enums_of
from dreck.judge.versions.version import Version
from dreck.judge.face.judge import Judge
from dreck.moves.module_view import ModuleView
from dreck.moves.registry import ModuleMove, ModuleRefused, ModuleSite, all_moves
from dreck.moves.wishes import Wishes
from dreck.outline import functions_of
from dreck.planner.candidates import Candidate, LeftAlone, candidates
from dreck.source.regions import region_of

PROVER = Judge(runner=None)


@dataclass(frozen=True)
class Made:
    """A site of a move: the line, the reason, and the whole text that comes out."""

    line: int
    why: str
    whole: str
    intended: tuple[Intended, ...] = ()


@dataclass(frozen=True)
class Found:
    """The sites and refusals of one move in the first function of a text."""

    sites: list[Made]
    refused: list[LeftAlone]


def look(
    move: str,
    text: str,
    *,
    strict: bool = False,
    blank_after_guard: bool = False,
    wishes: Wishes | None = None,
    subject: str = "",
) -> Found:
    """All that a move says about the first function of a text, or another one."""
    function = functions_of(ast.parse(text))[0]
    made = all_moves()[move]
    if isinstance(made, ModuleMove):
        view = ModuleView(Path("a.py"), text)
        every = list(made.look(view, view.functions[subject or function.name], wishes or Wishes()))
        sites = [
            Made(s.line, s.why, s.text, s.intended) for s in every if isinstance(s, ModuleSite)
        ]
        left = [
            LeftAlone(s.line, move, made.REFUSALS[s.reason].because)
            for s in every
            if isinstance(s, ModuleRefused)
        ]
        return Found(sites, left)
    region = region_of(text, function, "    ")
    found = candidates(
        region,
        strict=strict,
        blank_after_guard=blank_after_guard,
        moves={move: made},
        enums=enums_of(ast.parse(text)),
    )
    inside = list(found)
    made_sites = [c for c in inside if isinstance(c, Candidate)]
    proved = [c for c in made_sites if not c.tentative or _holds(text, c, function.name)]
    sites = [Made(c.line, c.why, c.region.whole) for c in proved]
    return Found(sites, [c for c in inside if isinstance(c, LeftAlone)])


def _holds(text: str, found: Candidate, name: str) -> bool:
    """Whether a tentative site is one: the judge decides."""
    versions = (Version(Path("a.py"), text), Version(Path("b.py"), found.region.whole))
    return PROVER.function(*versions, name).verdict.same


def only(move: str, text: str, **settings: Any) -> str:
    """The text after the first site of a move; the text itself if it has none."""
    sites = look(move, text, **settings).sites
    return sites[0].whole if sites else text


HEAD = "def f(a, b, c, n: int, m: int, s: str, flag: bool, log):\n"


def turned(move: str, body: str, **settings: Any) -> str:
    """The body of a function after the first site of a move; empty if there is none.

    What comes out must still be the same function to the judge, unless it may raise.
    """
    text = HEAD + textwrap.indent(textwrap.dedent(body).strip("\n"), "    ") + "\n"
    sites = look(move, text, **settings).sites
    if not sites:
        return ""
    after = sites[0].whole
    found = PROVER.function(Version(Path("a.py"), text), Version(Path("b.py"), after), "f")
    assert found.verdict.same, f"{found.why}\n{after}"
    return textwrap.dedent(after.removeprefix(HEAD))


def check(move: str, before: str, after: str) -> None:
    """A move makes one body of another; an empty one says that it leaves the body alone."""
    assert turned(move, before) == textwrap.dedent(after).lstrip("\n")


def named(move: str, before: str, after: str, *, subject: str = "", **asked: Any) -> None:
    """A move on a module makes one text of another, and the judge agrees; an empty one says that it
    finds no site.
    """
    text, wanted = (textwrap.dedent(t).lstrip("\n") for t in (before, after))
    sites = look(move, text, wishes=Wishes(**asked), subject=subject).sites
    assert (sites[0].whole if sites else "") == wanted
    if sites:
        found = PROVER.vouch(Version(Path("a.py"), text), Version(Path("b.py"), wanted))
        assert found.verdict.same, found.subjects
