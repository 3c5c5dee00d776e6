"""Trying one input on both versions, and saying what it shows."""

from __future__ import annotations

import ast
import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from .answers import RAISES, Answers
from .cases import Case, Version
from .observe import CALL_SECONDS, Observation
from .quick import Outcome
from .homes import library_names
from .recorded import in_words
from .spelt_out import spelt_out
from .suggest import Suggestions
from .unordered import has_nan, in_order, makes_nan

# Values kept of what stand-ins of one name were compared with.
_MOST_LEARNT = 24
# What takes the old version too long is not waited for as long again and again: seconds at least.
_LEAST_PATIENCE = 0.1


@dataclass(slots=True)
class Tried:
    """An input that showed no difference, and what the old version did with it.

    ``quickly`` is set if the quick way was enough; else ``seen`` is.
    """

    case: Case | None
    arguments: tuple[Any, ...]
    answers: dict[str, int]
    seen: Observation | None
    quickly: Outcome | None


@dataclass(slots=True)
class Difference:
    """An input that parts the versions.

    Attributes:
        case: the calls.
        given: what stand-ins answer.
        first: what the old version did.
        stands: why it is none that counts; empty if it is one.
    """

    case: Case
    given: dict[str, int]
    first: Observation
    stands: str


@dataclass(slots=True)
class Pair:
    """Both versions, loaded.

    Attributes:
        versions: the old one and the new one.
        watched: the same, noting which branches they take.
        suggested: constants that the code compares values of some names with.
        tried: inputs that showed no difference.
        minds_nan: whether the code itself asks for NaN, so that what only NaN shows is a
            difference.
        learnt: what stand-ins were compared with, by name.
        assumed: the first difference that does not count.
        lacking: of those that do not count since only the new version fails, how many there were,
            and the first.
    """

    versions: tuple[Version, Version]
    watched: tuple[Version, Version]
    suggested: Suggestions
    minds_nan: bool = False
    tried: list[Tried] = field(default_factory=list)
    learnt: dict[str, set[Any]] = field(default_factory=dict)
    assumed: dict[str, Any] | None = None
    lacking: int = 0
    first_lacking: Difference | None = None
    _patience: float = CALL_SECONDS

    def answers(self, given: Mapping[str, int] | None = None) -> Answers:
        """What stand-ins answer."""
        return Answers(self.suggested, given)

    def attempt(self, case: Case, answers: Answers) -> Difference | None:
        """Try an input; the difference it shows, if that counts."""
        try:
            return self._attempt(case, answers)
        except Exception:
            return None  # the input itself could not be built

    def _attempt(self, case: Case, answers: Answers) -> Difference | None:
        before = case.observed(self.watched[0], answers, seconds=self._patience)
        if not before.ended:
            self._patience = max(self._patience / 2, _LEAST_PATIENCE)
        self._note_comparisons(answers)
        after = self._parted(before, case, answers, self.watched[1])
        if after is None:
            if before.ended and not before.is_beyond:
                self.tried.append(Tried(case, (), answers.given(), before, None))
            return None
        unwatched = self.answers(answers.given())
        again = case.observed(self.versions[0], unwatched)
        if not again.same_as(before) or not self._parted(again, case, unwatched, self.versions[1]):
            return None  # the old version differs from itself: no evidence about a change
        stands = case.stands or _shows(before, after, case)
        found = Difference(case, answers.given(), before, stands)
        if not stands and self._hangs_on_nan(case, answers):
            ordered = (self._attempt(other, self.answers()) for other in in_order(case))
            if (without := next((d for d in ordered if d is not None), None)) is not None:
                return without
            found.stands = "total-order"
        if not found.stands:
            return found
        if after.fails and not before.fails and not case.stands and found.stands != "total-order":
            self.lacking += 1
            self.first_lacking = self.first_lacking or found
        if self.assumed is None:
            self.assumed = {"stands": found.stands, **self.described(found)}
        return None

    def _hangs_on_nan(self, case: Case, answers: Answers) -> bool:
        """Whether what an input shows may be that NaN is neither below nor above a number: not
        where somebody gave it, it is declared, or the code asks for it.
        """
        if self.minds_nan or next(in_order(case), None) is None:
            return False
        given = answers.given()
        return has_nan(case) or any(makes_nan(case, v, self.answers(given)) for v in self.versions)

    def _note_comparisons(self, answers: Answers) -> None:
        """Keep what stand-ins were compared with."""
        for question in answers.given():
            asked, _, value = question.partition(" against ")
            name = re.sub(r"[#\d()\[\]]+$", "", asked).rpartition(".")[2]
            if value and name.isidentifier() and len(self.learnt.get(name, ())) < _MOST_LEARNT:
                try:
                    self.learnt.setdefault(name, set()).add(ast.literal_eval(value))
                except (ValueError, SyntaxError, TypeError, MemoryError):
                    continue  # compared with something that is no constant

    def _parted(
        self, before: Observation, case: Case, answers: Answers, version: Version
    ) -> Observation | None:
        """What a new version does, if it is something else."""
        second = answers.restart()
        after = case.observed(version, second)
        answers.adopt(second)
        # Time and depth do not count: what took the old version too long says nothing of the new one.
        if not before.ended or before.is_beyond or after.is_beyond:
            return None
        return None if before.same_as(after) else after

    def still_parts(self, found: Difference, case: Case) -> Difference | None:
        """The difference that another input shows, if the old version still ends the same way."""
        answers = self.answers(found.given)
        try:
            before = case.observed(self.versions[0], answers)
            after = self._parted(before, case, answers, self.versions[1])
        except Exception:
            return None
        if after is None or before.ends[-1] != found.first.ends[-1] or case.stands:
            return None
        if _shows(before, after, case) or self._hangs_on_nan(case, answers):
            return None
        return Difference(case, answers.given(), found.first, "")

    def shrunk(
        self, found: Difference, simpler: Callable[[Callable[[Case], bool]], None]
    ) -> Difference:
        """The same difference shown by the last of the inputs tried that still shows it.

        Args:
            found: the difference.
            simpler: tries inputs, told of each whether it shows the difference.
        """
        best = found

        def shows(case: Case) -> bool:
            nonlocal best
            now = self.still_parts(best, case)
            best = now or best
            return now is not None

        simpler(shows)
        return best

    def described(self, found: Difference) -> dict[str, Any]:
        """A difference as data: the call as text, and what each version did."""
        case = found.case
        first = self.answers(found.given)
        before = case.observed(self.versions[0], first, in_words=True)
        second = first.restart()
        after = case.observed(self.versions[1], second, in_words=True)
        apart = before.apart(after)
        lines = case.lines(apart) if apart or len(case.calls) > 1 else []
        texts = (before.text, after.text)
        if apart:
            texts = (before.value_of(apart), after.value_of(apart))
        return {
            "lines": spelt_out(lines or [case.call_text()], vars(self.versions[0].side.module)),
            "by_kind": self.versions[1].by_kind,
            "library": library_names(" ".join(lines or [case.call_text()])),
            "answers": {**first.given(), **second.given()},
            "said": {**self._said_of(case), **second.said(), **first.said()},
            "suggestions": self._suggested_in({**first.given(), **second.given()}),
            "before": texts[0] if not apart else f"then `{apart}` is {texts[0]}",
            "after": texts[1] if not apart else f"then `{apart}` is {texts[1]}",
        }

    def _said_of(self, case: Case) -> dict[str, str]:
        """What recorded arguments are that cannot be written out."""
        recorded = [r for r in case.recipes if r.text.startswith("recorded[")]
        side = self.versions[0].side
        return {r.text: in_words(r.build(side, self.answers())) for r in recorded}

    def _suggested_in(self, questions: Sequence[str] | Mapping[str, int]) -> dict[str, list[str]]:
        """The suggested values that some question was about, as Python text."""
        words = {word for q in questions for word in re.findall(r"\w+", q)}
        shown = {k: [repr(v) for v in vs] for k, vs in self.suggested.items() if k in words}
        return {**shown, RAISES: [e.__name__ for e in self.suggested[RAISES]]}


def _shows(before: Observation, after: Observation, case: Case) -> str:
    """What a difference shows of a value of which little is declared, if it is no difference.

    What the old version cannot do anything with shows what is evident of it, or what neither can,
    where the new one fails by its kind or both miss a key; what only cannot be looked up shows that
    it is ``hashable``.
    """
    if not case.is_guessed:
        return ""
    if before.misfits or after.lacks:
        return "as-used"
    if before.fails and (after.misfits or (before.misses and after.misses)):
        return "as-used"
    return "hashable" if after.unhashable else ""
