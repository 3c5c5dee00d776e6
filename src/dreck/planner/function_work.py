"""One function while steps are taken in it.

A step is taken if it makes the function's *burden* smaller, a tuple of measures in a fixed order
of weight. Where no step does, a *climb* is tried: a step that may make things worse for a moment,
with the steps that it makes possible, as long as the end is lower than the start. The order has no
endless descent and no state is entered twice, so every run ends; the limit on steps stands behind
that.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from pathlib import Path

from ..judge.face.compare import Known, Proved, compare
from ..judge.face.verdict import SubjectVerdict, Verdict
from ..judge.versions.version import Version
from ..judge.face.judge import proved
from ..moves.registry import all_moves
from ..source.regions import Region
from ..surveying.measures import measure
from .candidates import Broken, Candidate, LeftAlone, UnreadableFunction, candidates
from .results import Step, Untangled
from .settings import Settings

# Steps of one climb, and climbs tried from one state.
_STEPS_OF_A_CLIMB = 8
_CLIMBS = 6


@dataclass(frozen=True, slots=True)
class Setting:
    """Where a function stands, and how its file looks.

    Attributes:
        path: the file.
        blank_after_guard: whether the file sets guards off with a blank line.
        width: characters that a line of new code may have.
        enums: plain enumerations of the module, with their members.
        line: only places on this line (of the file) are wanted, if given.
    """

    path: Path
    blank_after_guard: bool
    width: int
    enums: Mapping[str, tuple[str, ...]]
    line: int | None = None


class FunctionWork:
    """One function while steps are taken in it."""

    def __init__(
        self, name: str, region: Region, names: Known, setting: Setting, settings: Settings
    ) -> None:
        self.name, self.region, self.names = name, region, names
        self.setting, self.settings = setting, settings
        self.steps: list[Step] = []
        self.taken_back: list[Step] = []
        self.left_alone: list[LeftAlone] = []
        self.broken: list[Broken] = []
        self._seen: set[str] = {region.text}
        self._refused: set[str] = set()  # texts that the judge did not let pass

    def run(self) -> Untangled:
        """Take steps until none is left that pays."""
        first = self.region
        while len(self.steps) < self.settings.most_steps and self._goes_on():
            pass
        label = f"{self.setting.path.as_posix()}::{self.name}"
        return Untangled(
            label,
            first.first,
            tuple(self.steps),
            tuple(self.taken_back),
            self._verdict_of_all(first),
            measure(first.tree()),
            measure(self.region.tree()),
            tuple(dict.fromkeys(self.left_alone)),
            self._diff(first, self.region),
        )

    def _goes_on(self) -> bool:
        if self.settings.is_enough(measure(self.region.tree())):
            return False
        if self.setting.line is not None and self.steps:
            return False  # one place was asked for
        self.left_alone = []
        passed: list[Candidate] = []
        return self._one_step(passed) or (not self.settings.only and self._climb(passed))

    def _look(self) -> Iterator[Candidate]:
        """The candidates from here; what is left alone here is noted on the way."""
        for each in self._candidates(self.region):
            if isinstance(each, LeftAlone):
                self.left_alone.append(each)
            elif isinstance(each, Broken):
                self.broken.append(each)
            elif each.region.text not in self._refused and each.region.text not in self._seen:
                yield each

    def _candidates(self, region: Region) -> Iterator[Candidate | LeftAlone | Broken]:
        strict = self.settings.judge.strict
        try:
            found = candidates(
                region,
                strict=strict,
                blank_after_guard=self.setting.blank_after_guard,
                width=self.setting.width,
                moves=self.settings.moves,
                enums=self.setting.enums,
            )
            yield from (c for c in found if self.setting.line in (None, c.line))
        except UnreadableFunction as error:
            yield LeftAlone(region.first, "", str(error))

    def _one_step(self, passed: list[Candidate]) -> bool:
        """Take the first candidate that pays, or that was asked for, and that passes the judge;
        keep the others.
        """
        burden = measure(self.region.tree()).burden
        for candidate in self._look():
            passed.append(candidate)
            if (self.settings.only or _burden(candidate.region) < burden) and self._takes(
                candidate
            ):
                return True
        return False

    def _takes(self, candidate: Candidate) -> bool:
        step = self._judged(self.region, candidate)
        if not step.verdict.holds:
            self._refused.add(candidate.region.text)
            self.taken_back.append(step)
            return False
        self._enter([step], candidate.region)
        return True

    def _enter(self, steps: list[Step], region: Region) -> None:
        self.steps += steps
        self.region = region
        self._seen.add(region.text)

    def _climb(self, found: list[Candidate]) -> bool:
        """Take a step that pays only with what it makes possible, if one is found."""
        moves = all_moves()
        starts = [c for c in found if c.move in moves and moves[c.move].climbs]
        room = self.settings.most_steps - len(self.steps)
        for start in starts[:_CLIMBS]:
            way = self._way_down(start)
            if not way or len(way) > room:
                continue
            steps: list[Step] = []
            before = self.region
            for candidate in way:
                steps.append(self._judged(before, candidate))
                if not steps[-1].verdict.holds:
                    self._refused.add(candidate.region.text)
                    self.taken_back.append(steps[-1])
                    break
                before = candidate.region
            else:
                self._enter(steps, before)
                return True
        return False

    def _way_down(self, start: Candidate) -> list[Candidate]:
        """The steps from a climb's first to where the function is better than now; none if it never
        is.
        """
        goal = measure(self.region.tree()).burden
        way = [start]
        for _ in range(_STEPS_OF_A_CLIMB):
            here = way[-1].region
            burden = _burden(here)
            if burden < goal:
                return way
            passed = {c.region.text for c in way} | self._seen | self._refused
            ahead = (
                c
                for c in self._candidates(here)
                if isinstance(c, Candidate) and c.region.text not in passed
            )
            following = next((c for c in ahead if _burden(c.region) < burden), None)
            if following is None:
                return []
            way.append(following)
        return []

    def _judged(self, before: Region, found: Candidate) -> Step:
        verdict = self._verdict(before, found.region)
        return Step(found.move, found.line, found.why, self._diff(before, found.region), verdict)

    def _verdict(self, before: Region, after: Region) -> SubjectVerdict:
        """Proof on the two functions alone; trials need the whole file."""
        judge = self.settings.judge
        try:
            found = compare(before.tree(), after.tree(), self.names, strict=judge.strict)
        except SyntaxError as error:
            return SubjectVerdict(
                self.name,
                Verdict.UNDECIDED,
                f"the move left text that does not parse ({error.msg})",
            )
        if isinstance(found, Proved):
            return proved(self.name, found)
        path = self.setting.path
        return judge.function(Version(path, before.whole), Version(path, after.whole), self.name)

    def _verdict_of_all(self, first: Region) -> SubjectVerdict:
        if not self.steps:
            return SubjectVerdict(self.name, Verdict.PROVED, "nothing was changed")
        if len(self.steps) == 1:
            return self.steps[0].verdict
        found = compare(
            first.tree(), self.region.tree(), self.names, strict=self.settings.judge.strict
        )
        if isinstance(found, Proved):
            return proved(self.name, found)
        weakest = Verdict.weakest(s.verdict.verdict for s in self.steps)
        worst = next(s.verdict for s in self.steps if s.verdict.verdict is weakest)
        assumptions = tuple(dict.fromkeys(a for s in self.steps for a in s.verdict.assumptions))
        return replace(
            worst,
            why=f"the weakest of its {len(self.steps)} steps: {worst.why}",
            assumptions=assumptions,
        )

    def _diff(self, before: Region, after: Region) -> str:
        return before.diff(after, self.setting.path.as_posix())


def _burden(region: Region) -> tuple[int, ...]:
    """The burden of a region's function; text that does not parse counts as an improvement, so that
    the judge reports it.
    """
    try:
        return measure(region.tree()).burden
    except SyntaxError:
        return ()
