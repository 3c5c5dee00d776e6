"""Whether the inputs that were tried would notice a fault: some are planted, and tried with them."""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from itertools import islice
from typing import Any

from ...outline import functions_of
from ..faults.planted import Fault, planted_faults, planted_slips
from ..world.loading import names_around, names_for
from . import quick
from .answers import Answers
from .cases import Case, Version
from .clock import TooLong, spent
from .loading import CannotCall, CannotLoad
from .observe import Observation
from .trying import Pair, Tried

# Planted faults tried at most, and seconds spent on all of them.
MOST_FAULTS, FAULT_SECONDS = 60, 6.0
MOST_SLIPS, SLIP_SECONDS = 30, 3.0
# Seconds for one proof that a fault changes nothing, after which no other is tried.
SLOW_PROOF = 1.0


@dataclass(slots=True)
class _Planted:
    """A fault in one version, and whether the inputs show it."""

    fault: Fault
    which: int
    is_caught: bool


class Noticing:
    """Faults in one version or the other, and which of them the inputs show.

    Args:
        pair: both versions, and what was tried.
        texts: of both.
        name: the function in question.
        damaged: makes a version of the first or second one with a fault in it, or raises
            CannotLoad or CannotCall.
    """

    def __init__(
        self,
        pair: Pair,
        texts: Sequence[str],
        name: str,
        damaged: Callable[[ast.Module, int], Version],
    ) -> None:
        self._pair, self._texts, self._name, self._damaged = pair, texts, name, damaged
        self._in_conditions: list[_Planted] = []
        self._slips: list[_Planted] = []

    def plant(self, *, is_whole: bool, share: float) -> dict[str, Any]:
        """Wrong versions, and how many of them the inputs show: ``conditions`` counts those apart
        that have a fault there.

        Args:
            is_whole: whether all branches of both versions were taken.
            share: of the time that there is for it.
        """
        # where the new version has no condition of its own, the old one says what could go wrong,
        # once all its ways were taken
        which = 0 if is_whole and not planted_faults(self._texts[1], self._name) else 1
        faults = planted_faults(self._texts[which], self._name)
        slips = planted_slips(self._texts[1], self._name)
        self._in_conditions = self._tried(faults, which, MOST_FAULTS, FAULT_SECONDS * share)
        self._slips = self._tried(slips, 1, MOST_SLIPS, SLIP_SECONDS * share)
        return self._told()

    def again(self, since: int, end: float) -> dict[str, Any]:
        """The same, where more was tried since so many inputs; until so much time was spent."""
        for planted in (*self._in_conditions, *self._slips):
            if not planted.is_caught and spent() < end:
                planted.is_caught = self._catches(planted.fault.tree, planted.which, since)
        return self._told()

    def _told(self) -> dict[str, Any]:
        every = [*self._in_conditions, *self._slips]
        noticed = sum(p.is_caught for p in self._in_conditions)
        return {
            "planted": len(every),
            "caught": sum(p.is_caught for p in every),
            "conditions": [len(self._in_conditions), noticed],
            "faults_missed": [p.fault.what for p in every if not p.is_caught],
        }

    def _tried(
        self, faults: Iterable[Fault], which: int, most: int, seconds: float
    ) -> list[_Planted]:
        """Whether the inputs show each of some faults, but for those that change nothing."""
        end = spent() + seconds
        found: list[_Planted] = []
        for fault in islice(faults, most):
            if spent() > end:
                break
            if self._catches(fault.tree, which):
                found.append(_Planted(fault, which, is_caught=True))
                continue
            begun = spent()
            if not self._is_harmless(fault.tree, which):
                found.append(_Planted(fault, which, is_caught=False))
            if spent() - begun > SLOW_PROOF:
                break  # the next one would take as long
        return found

    def _is_harmless(self, tree: ast.Module, which: int) -> bool:
        """Whether a fault is proved to change nothing, so that no input could catch it."""
        # Most checks end with a difference, and half of the time of starting is the prover's.
        from ..face.compare import compare
        from ..walk.prove import Proved

        original = ast.parse(self._texts[which])
        functions = [
            next(f for f in functions_of(t) if f.name == self._name) for t in (original, tree)
        ]
        if ast.dump(functions[0].node) == ast.dump(functions[1].node):
            return False  # it is in a table
        names = names_for(functions[0], names_around(original))
        return isinstance(compare(functions[0].node, functions[1].node, names, strict=True), Proved)

    def _catches(self, tree: ast.Module, which: int, since: int = 0) -> bool:
        try:
            version = self._damaged(tree, which)
        except (CannotLoad, CannotCall):
            return True
        return any(self._tells_apart(version, tried) for tried in self._pair.tried[since:])

    def _tells_apart(self, version: Version, tried: Tried) -> bool:
        """Whether an input shows that a version is not the old one."""
        if tried.quickly is not None or tried.case is None:
            function = version.subject(self._name).function
            try:
                with quick.lane() as output:
                    return (
                        quick.outcome(function, tried.arguments) != tried.quickly
                        or output.tell() > 0
                    )
            except TooLong:
                return True
        found = quietly(version, tried.case, self._pair.answers(tried.answers))
        return found is None or tried.seen is None or not found.same_as(tried.seen)


def quietly(version: Version, case: Case, answers: Answers) -> Observation | None:
    """What a version does with some calls; None where they cannot even be made."""
    try:
        return case.observed(version, answers)
    except Exception:
        return None
