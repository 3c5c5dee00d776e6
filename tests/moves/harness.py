"""One move on one function: what it finds, and what comes out."""

from __future__ import annotations

import ast
from dataclasses import dataclass

from dreck.outline import functions_of
from dreck.planner.candidates import Candidate, LeftAlone, candidates
from dreck.source.regions import region_of


@dataclass(frozen=True)
class Found:
    """The sites and refusals of one move in a text with one function."""

    sites: list[Candidate]
    refused: list[LeftAlone]


def look(move: str, text: str, *, strict: bool = False, blank_after_guard: bool = False) -> Found:
    """All that a move says about the first function of a text."""
    function = functions_of(ast.parse(text))[0]
    region = region_of(text, function, "    ")
    found = [c for c in candidates(region, strict=strict, blank_after_guard=blank_after_guard) if c.move == move]
    return Found([c for c in found if isinstance(c, Candidate)], [c for c in found if isinstance(c, LeftAlone)])


def only(move: str, text: str, **settings: bool) -> str:
    """The text after the first site of a move; the text itself if it has none."""
    sites = look(move, text, **settings).sites
    return sites[0].region.whole if sites else text
