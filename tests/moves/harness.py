"""One move on one function: what it finds, and what comes out."""

from __future__ import annotations

import ast
import textwrap
from dataclasses import dataclass
from pathlib import Path

from dreck.judge.context import enums_of
from dreck.judge.versions import Version
from dreck.judge.vouch import Judge
from dreck.outline import functions_of
from dreck.planner.candidates import Candidate, LeftAlone, candidates
from dreck.source.regions import region_of

PROVER = Judge(runner=None)


@dataclass(frozen=True)
class Found:
    """The sites and refusals of one move in a text with one function."""

    sites: list[Candidate]
    refused: list[LeftAlone]


def look(move: str, text: str, *, strict: bool = False, blank_after_guard: bool = False) -> Found:
    """All that a move says about the first function of a text."""
    function = functions_of(ast.parse(text))[0]
    region = region_of(text, function, "    ")
    every = candidates(region, strict=strict, blank_after_guard=blank_after_guard, enums=enums_of(ast.parse(text)))
    found = [c for c in every if c.move == move]
    return Found([c for c in found if isinstance(c, Candidate)], [c for c in found if isinstance(c, LeftAlone)])


def only(move: str, text: str, **settings: bool) -> str:
    """The text after the first site of a move; the text itself if it has none."""
    sites = look(move, text, **settings).sites
    return sites[0].region.whole if sites else text


HEAD = "def f(a, b, c, n: int, m: int, s: str, flag: bool, log):\n"


def turned(move: str, body: str, **settings: bool) -> str:
    """The body of a function after the first site of a move; empty if there is none.

    What comes out must still be the same function to the judge, unless it may raise.
    """
    text = HEAD + textwrap.indent(textwrap.dedent(body).strip("\n"), "    ") + "\n"
    sites = look(move, text, **settings).sites
    if not sites:
        return ""
    after = sites[0].region.whole
    found = PROVER.function(Version(Path("a.py"), text), Version(Path("b.py"), after), "f")
    assert found.verdict.same, f"{found.why}\n{after}"
    return textwrap.dedent(after.removeprefix(HEAD))


def check(move: str, before: str, after: str) -> None:
    """A move makes one body of another; an empty one says that it leaves the body alone."""
    assert turned(move, before) == textwrap.dedent(after).lstrip("\n")
