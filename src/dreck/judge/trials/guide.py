"""Whether an input went where none went before: both versions fitted with counters."""

from __future__ import annotations

import ast
from collections.abc import Sequence
from typing import Any

from .answers import Answers
from .cases import Version, made_by_kind
from .instrument import Branch, Seen

# Sets of branches taken in one call that are told apart.
_MOST_TOGETHER = 300


class Guide:
    """Both versions fitted with counters: tells whether an input went where none went before.

    That is a new branch of either version, two branches that never followed each other, or a new
    question to a probe: in a callee, going one check further shows in what it asks.

    Args:
        fitted: each version, with its counters and the branches that they count.
        name: the function in question.
        modules: the trees of both.
    """

    def __init__(
        self,
        fitted: Sequence[tuple[Version, Seen, list[Branch]]],
        name: str,
        modules: Sequence[ast.Module],
    ) -> None:
        self.versions = (fitted[0][0], fitted[1][0])
        made_by_kind(*self.versions, modules)
        self.functions = tuple(v.subject(name).function for v in self.versions)
        self.seen = tuple(seen for _, seen, _ in fitted)
        self.branches = tuple(branches for _, _, branches in fitted)
        self.asked: set[str] = set()
        self._known = -1
        self._together: set[frozenset[tuple[int, int]]] = set()

    def grew(self) -> bool:
        """Whether branches were taken since the last call that were never taken before, or never
        together: what several checks let through is found one check after the other.
        """
        known = sum(len(s.numbers) + len(s.pairs) + len(s.reached) + s.arrived for s in self.seen)
        grew, self._known = known > self._known, known
        together = frozenset((i, n) for i, s in enumerate(self.seen) for n in s.taken)
        if together not in self._together and len(self._together) < _MOST_TOGETHER:
            self._together.add(together)
            grew = True
        return grew

    def met(self, value: Any) -> list[Any]:
        """What a number or text was compared with, in either version."""
        return [other for s in self.seen for other in s.met.get(value, ())]

    @property
    def gates(self) -> Sequence[tuple[Any, Any]]:
        """The last pairs of values that were not the same in the call at hand, if any."""
        return self.seen[0].gates or self.seen[1].gates

    def anew(self) -> None:
        """Begin another search: it needs inputs of its own that come to where others came."""
        for seen in self.seen:
            seen.anew()
        self._known, self._together = -1, set()

    def taken(self) -> list[frozenset[int]]:
        """The branches of both versions that this search took so far."""
        return [frozenset(seen.numbers) for seen in self.seen]

    def add(self, taken: Sequence[frozenset[int]]) -> None:
        """Count what another search took as taken by this one."""
        for seen, numbers in zip(self.seen, taken, strict=True):
            seen.numbers |= numbers

    def start(self, *, stands: bool = False) -> None:
        """A new input is tried; ``stands`` says that no difference can rest on it."""
        for seen in self.seen:
            seen.start(stands=stands)

    def is_new(self, answers: Answers) -> bool:
        """Whether the last input went where none went before."""
        asked = set(answers.given())
        new_question = not asked <= self.asked
        self.asked |= asked
        return self.grew() or new_question

    def came(self) -> bool:
        """Whether an input of this search took a branch of the function in question, in both
        versions where both have some.
        """
        return all(not s.own or any(n < s.own for n in s.numbers) for s in self.seen)

    def lacks(self) -> bool:
        """Whether there are branches that no input has taken so far, bounds that none has reached
        exactly, or a place where the versions part to which none came.
        """
        return any(
            sum(n < s.own for n in s.numbers) < s.own or s.bounds > s.reached or not s.arrived
            for s in self.seen
        )

    def coverage(self, which: int) -> dict[str, Any]:
        """The branches of one version that the inputs took."""
        seen, branches = self.seen[which], self.branches[which]
        taken = seen.numbers | seen.earlier
        missed = [str(b) for i, b in enumerate(branches) if i not in taken]
        return {"reached": len(branches) - len(missed), "total": len(branches), "missed": missed}
