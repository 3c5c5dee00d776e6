"""What is odd in a function: repeats, what cannot happen, gaps, kinds that are forgotten."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from ..aligning.switches import Switch, switches_of
from ..moves.module_view import ModuleView
from ..moves.registry import all_moves
from ..outline import Function
from ..planner.candidates import Candidate, UnreadableFunction, candidates
from ..source.regions import Region
from ..surveying.tangles import tangles_of

# Moves whose sites say that something is never asked, or never reached.
_DECIDED = ("drop-unreachable", "drop-noop", "simplify-condition")
_REPEATS = ("equal-arms", "common-ends")


@dataclass(frozen=True, slots=True)
class Oddity:
    """Something that a reader should look at.

    Attributes:
        line: where, counted from 1.
        what: what it is, in a few words.
    """

    line: int
    what: str

    def to_dict(self) -> dict[str, Any]:
        """As plain data."""
        return {"line": self.line, "what": self.what}


def oddities_of(view: ModuleView, function: Function, region: Region) -> list[Oddity]:
    """All that is odd in a function, by line.

    Args:
        view: the module.
        function: one of its functions.
        region: the function's text.
    """
    switches = switches_of(view, function)
    found = [*_repeats(function), *_of_switches(view, switches), *_decided(region)]
    return sorted(dict.fromkeys(found), key=lambda o: (o.line, o.what))


def _repeats(function: Function) -> Iterator[Oddity]:
    for tangle in tangles_of(function.node):
        if tangle.kind in _REPEATS:
            yield Oddity(tangle.line, tangle.words)


def _decided(region: Region) -> Iterator[Oddity]:
    moves = {name: move for name, move in all_moves().items() if name in _DECIDED}
    try:
        for found in candidates(region, strict=False, blank_after_guard=False, moves=moves):
            if isinstance(found, Candidate):
                yield Oddity(found.line, found.why[0].lower() + found.why[1:].rstrip("."))
    except UnreadableFunction:
        return


def _of_switches(view: ModuleView, switches: Sequence[Switch]) -> Iterator[Oddity]:
    for switch in switches:
        yield from (Oddity(switch.line, note) for note in switch.notes)
    by_subject: dict[str, list[Switch]] = {}
    for switch in switches:
        if not any(k.startswith("else: ") for k in switch.keys):  # limits are no kinds
            by_subject.setdefault(switch.subject, []).append(switch)
    for subject, same in by_subject.items():
        kinds = [_kinds(s) for s in same]
        everything = list(dict.fromkeys(k for found in kinds for k in found))
        for switch, found in zip(same, kinds, strict=True):
            missing = [k for k in everything if k not in found]
            if missing and len(same) > 1:
                rest = "the else takes it" if switch.has_default else "nothing happens for it"
                listed = " and ".join(missing)
                yield Oddity(
                    switch.line, f"{subject} is not asked for {listed} here, but elsewhere; {rest}"
                )
        yield from _members(view, same)


def _kinds(switch: Switch) -> list[str]:
    return [k for key in switch.keys if key != "else" for k in key.split(", ")]


def _members(view: ModuleView, switches: Sequence[Switch]) -> Iterator[Oddity]:
    """Members of an enumeration of the module that a switch without a default forgets."""
    enums = {
        node.name: [
            t.id
            for s in node.body
            if isinstance(s, ast.Assign)
            for t in s.targets
            if isinstance(t, ast.Name)
        ]
        for node in view.tree.body
        if isinstance(node, ast.ClassDef)
        and any(
            ast.unparse(b).rpartition(".")[2] in ("Enum", "IntEnum", "StrEnum") for b in node.bases
        )
    }
    for switch in switches:
        kinds = _kinds(switch)
        owner = kinds[0].rpartition(".")[0] if kinds else ""
        if owner in enums and not switch.has_default:
            missing = [m for m in enums[owner] if f"{owner}.{m}" not in kinds]
            if missing:
                yield Oddity(switch.line, f"nothing happens for {owner}.{', '.join(missing)}")
