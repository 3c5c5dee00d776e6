"""One function while steps are taken in it.

The search goes down in cost (see ``taste``), over states that the judge lets pass; with
``only``, what was asked for is taken wherever it applies.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from pathlib import Path

from ..judge.face.compare import Known, Proved, compare
from ..judge.face.verdict import SubjectVerdict, Verdict
from ..judge.versions.version import Version
from ..judge.face.judge import proved
from ..source.regions import Region
from ..surveying.measures import measure
from .asking import Answer, Question
from .candidates import Broken, Candidate, LeftAlone, UnreadableFunction, candidates
from .order import OPENINGS, TRIFLES, UNEXPECTED, turn_of
from .results import Step, Untangled, told
from .search import Edge, Limits, Search
from .settings import Settings
from ..taste.cost import cost_of
from ..taste.weights import LEAST_GAIN, LEAST_OF_TRIFLES, LINE_PRICE, STEP_PRICE

# So many steps that the judge did not let pass, alike but for the state around them; then it is
# not asked for more of them.
_IN_VAIN_ALIKE = 2
# States that a search looks at in a function of so many lines; in longer ones, where each takes
# longer, less, and never less than the last of these.
_EXPANDED, _LINES, _LEAST_EXPANDED = 20, 60, 4
# So many steps that trials did not let pass; after that only proofs count in a function, since
# what cannot be tried once can hardly be tried at all.
_TRIED = 2
# From this nesting on, a function that stays as it is has a reason.
_DEEP = 3
# So many steps in a row at which tests were red; then somebody has to look at the function.
MOST_REDS = 3
# Other steps that are listed where a person asks what else is possible.
_OTHERS = 8


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
        self._original = _lines(region)
        self._in_vain = 0
        self._reds = 0
        self._made: dict[tuple[str, str], Candidate] = {}
        self._verdicts: dict[tuple[str, str], Step] = {}
        self._regions: dict[str, Region] = {}
        self._alike: Counter[tuple[str, str]] = Counter()
        self._search: Search[Region] = Search(self._ahead, self._edge_holds, _limits(region))

    def run(self) -> Untangled:
        """Take steps until none is left that pays."""
        first = self.region
        while len(self.steps) < self.settings.most_steps and self._goes_on():
            pass
        if self._hardly_pays(first):
            self.steps, self.region = [], first
        label = f"{self.setting.path.as_posix()}::{self.name}"
        return Untangled(
            label,
            first.first,
            tuple(self.steps),
            tuple(self.taken_back),
            self._verdict_of_all(first),
            measure(first.tree()),
            measure(self.region.tree()),
            told(self._reasons(), asked=bool(self.settings.only)),
            self._diff(first, self.region),
            cost_before=cost_of(first.tree()),
            cost_after=cost_of(self.region.tree()),
        )

    def _reasons(self) -> list[LeftAlone]:
        """Why places were left alone; of a deep function that stays as it is there is always one."""
        expected = [r for r in self.left_alone if r.move not in UNEXPECTED]
        if self.settings.only or self.steps or expected:
            return self.left_alone
        if measure(self.region.tree()).nesting < _DEEP:
            return self.left_alone
        why = "none of the changes that Dreck knows would make its levels easier to read"
        return [LeftAlone(self.region.first, "", why)]

    def _hardly_pays(self, first: Region) -> bool:
        """Whether all steps together bring next to nothing, and nobody asked for them."""
        wanted = self.settings.only or self.setting.line is not None or self.settings.asking
        if wanted or not self.steps:
            return False
        trifles = all(s.move in TRIFLES for s in self.steps)
        least = LEAST_OF_TRIFLES if trifles else LEAST_GAIN
        return _cost(first) - _cost(self.region) < least

    def _goes_on(self) -> bool:
        if self.settings.is_enough(measure(self.region.tree())):
            return False
        if self.setting.line is not None and self.steps:
            return False  # one place was asked for
        if self._reds == MOST_REDS:
            return False
        self.left_alone = []
        if self.settings.only:
            return self._asked_for()
        way = self._search.way_down(self.region, self.region.text, _cost(self.region))
        for edge in way[: self.settings.most_steps - len(self.steps)]:
            step = self._verdicts[self.region.text, edge.key]
            found = self._regions[edge.key]
            tested = self._tested(step, found) if self._is_wanted(step, edge) else None
            if tested is None:
                self._search.entered.add(edge.key)
                break
            self._enter(tested, found)
        asking = self.settings.asking
        return bool(way) and not (asking is not None and asking.stopped)

    def _is_wanted(self, step: Step, edge: Edge[Region]) -> bool:
        """Whether a step is to be taken; where somebody wants to be asked, they are."""
        if self.settings.asking is None:
            return True
        others = [
            f"{made.move}  line {made.line}  cost {e.cost - _cost(self.region):+.1f}: {made.why}"
            for e in sorted(
                self._search.ahead(self.region, self.region.text), key=lambda e: e.total
            )
            if e.key != edge.key and (made := self._made[self.region.text, e.key])
        ]
        question = Question(
            f"{self.setting.path.as_posix()}::{self.name}",
            step,
            cost_of(self.region.tree()),
            cost_of(edge.after.tree()),
            tuple(others[:_OTHERS]),
        )
        return self.settings.asking(question).answer is Answer.TAKE

    def _look(self, region: Region) -> Iterator[Candidate]:
        """The candidates from a state; what is left alone in the present one is noted on the way."""
        for each in self._candidates(region):
            if isinstance(each, LeftAlone):
                if region is self.region:
                    self.left_alone.append(each)
            elif isinstance(each, Broken):
                self.broken.append(each)
            else:
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
                written=_lines(region) - self._original,
            )
            yield from (c for c in found if self.setting.line in (None, c.line))
        except UnreadableFunction as error:
            yield LeftAlone(region.first, "", str(error))

    def _asked_for(self) -> bool:
        """Take the first candidate that passes the judge, whatever it costs."""
        for each in self._look(self.region):
            if each.region.text in self._seen:
                continue
            self._seen.add(each.region.text)
            if self._reds == MOST_REDS:
                return False
            if self._holds(self.region, each):
                step = self._verdicts[self.region.text, each.region.text]
                tested = self._tested(step, each.region)
                if tested is not None:
                    self._enter(tested, each.region)
                    return True
        return False

    def _tested(self, step: Step, region: Region) -> Step | None:
        """A step with what the project's tests say of it; None if they are red."""
        if self.settings.net is None:
            return step
        checked = self.settings.net.check({self.setting.path: region.whole})
        step = replace(step, tests=checked)
        if checked.green:
            self._reds = 0
            return step
        self._reds += 1
        self.taken_back.append(step)
        return None

    def _ahead(self, region: Region) -> Iterator[Edge[Region]]:
        """The steps from a state, with what their ends cost."""
        for each in self._look(region):
            self._made[region.text, each.region.text] = each
            price, turn = _price(region, each), turn_of(each.move)
            cost, opening = _cost(each.region), each.move in OPENINGS
            yield Edge(each.region, each.region.text, cost, price, turn, opening)

    def _edge_holds(self, before: Region, edge: Edge[Region]) -> bool:
        return self._holds(before, self._made[before.text, edge.key])

    def _holds(self, before: Region, candidate: Candidate) -> bool:
        alike = candidate.move, candidate.why
        if self._alike[alike] >= _IN_VAIN_ALIKE and not self.settings.only:
            return False
        step = self._judged(before, candidate)
        if not step.verdict.holds:
            self._alike[alike] += 1
            if not candidate.tentative and (self._in_vain < _TRIED or self.settings.only):
                self.taken_back.append(replace(step, verdict=_with_doubt(step.verdict)))
                self._in_vain += 1
            return False
        self._verdicts[before.text, candidate.region.text] = step
        self._regions[candidate.region.text] = candidate.region
        return True

    def _enter(self, step: Step, region: Region) -> None:
        self.steps.append(replace(step, texts={self.setting.path: region.whole}))
        self.region = region
        self._alike.clear()  # what was refused there may hold from here

    def _judged(self, before: Region, found: Candidate) -> Step:
        run = not found.tentative and (self._in_vain < _TRIED or bool(self.settings.only))
        verdict = self._verdict(before, found.region, run=run)
        return Step(found.move, found.line, found.why, self._diff(before, found.region), verdict)

    def _verdict(self, before: Region, after: Region, *, run: bool) -> SubjectVerdict:
        """Proof on the two functions alone; trials need the whole file."""
        judge = self.settings.judge if run else self.settings.judge.without_trials()
        try:
            found = compare(
                before.tree(), after.tree(), self.names, strict=judge.strict, plainly=True
            )
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
        judge = self.settings.judge.at_a_glance()
        found = compare(
            first.tree(), self.region.tree(), self.names, strict=judge.strict, most=judge.most
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


def _cost(region: Region) -> float:
    """What a region's function costs; text that does not parse costs nothing, so that the judge
    reports it.
    """
    try:
        return cost_of(region.tree()).total
    except SyntaxError:
        return 0.0


def _lines(region: Region) -> frozenset[str]:
    return frozenset(line.strip() for line in region.text.splitlines())


def _price(before: Region, candidate: Candidate) -> float:
    """What a step costs by itself: nothing is changed for next to nothing."""
    old, new = (Counter(r.text.splitlines()) for r in (before, candidate.region))
    return STEP_PRICE + LINE_PRICE * sum((new - old).values())


def _limits(region: Region) -> Limits:
    """How far the search in a function goes."""
    fits = _EXPANDED * _LINES // max(_LINES, len(region.text.splitlines()))
    return Limits(expanded=max(_LEAST_EXPANDED, fits))


def _with_doubt(verdict: SubjectVerdict) -> SubjectVerdict:
    """A verdict that says, too, what its trials tell nothing of."""
    if verdict.trials is None or not verdict.trials.untaken_gone:
        return verdict
    return replace(verdict, why=f"no trial takes the way that is gone; {verdict.why}")
