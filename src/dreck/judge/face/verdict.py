"""What the judge says, and what it shows for it."""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterable
from dataclasses import asdict, dataclass, field, replace
from enum import Enum
from typing import Any

from ...intended import Intended
from ...showing import Shown


class Verdict(Enum):
    """What was found of two versions, the strongest first."""

    PROVED = "proved"
    PROVED_UNDER = "proved-under"
    TESTED = "tested"
    UNDECIDED = "undecided"
    DIFFERS = "differs"

    @property
    def same(self) -> bool:
        """Whether the versions were found to behave the same."""
        return self in (Verdict.PROVED, Verdict.PROVED_UNDER, Verdict.TESTED)

    @classmethod
    def weakest(cls, verdicts: Iterable[Verdict]) -> Verdict:
        """The verdict of several taken together; of none it is ``proved``.

        >>> Verdict.weakest([Verdict.PROVED, Verdict.TESTED]).value
        'tested'
        """
        order = list(cls)
        return max(verdicts, key=order.index, default=Verdict.PROVED)


class AssumptionKind(Enum):
    """What a proof may rest on that the code does not show."""

    AS_DECLARED = "as-declared"
    AS_USED = "as-used"
    PLAIN_VALUE = "plain-value"
    TOTAL_ORDER = "total-order"
    STABLE_READ = "stable-read"
    NO_EFFECT = "no-effect"
    PLAIN_TRUTH = "plain-truth"
    HASHABLE = "hashable"
    LETS_THROUGH = "lets-through"
    PLAIN_EQUALITY = "plain-equality"
    CLOSED_KINDS = "closed-kinds"
    NOT_OVERRIDDEN = "not-overridden"
    UNPATCHED = "unpatched"


@dataclass(frozen=True, slots=True)
class Assumption:
    """Something a proof rests on.

    Attributes:
        kind: which assumption.
        about: the expression it is about, as written before.
        breaks: an input or act that would break it.
    """

    kind: AssumptionKind
    about: str
    breaks: str

    def in_other_words(self, say: Callable[[str], str]) -> Assumption:
        """The same, with its texts said otherwise."""
        return Assumption(self.kind, say(self.about), say(self.breaks))

    @classmethod
    def about_comparison(
        cls, kind: AssumptionKind, source: ast.AST, unknown: int = 0
    ) -> Assumption:
        """The assumption that a comparison and its opposite never agree.

        Args:
            kind: which assumption.
            source: the comparison.
            unknown: the first operand, counted from 0, of which nothing is known.
        """
        about = ast.unparse(source)
        operand = _operand_to_break(source, unknown)
        if kind is AssumptionKind.TOTAL_ORDER:
            return cls(kind, about, f"{operand} = float('nan')")
        return cls(
            kind, about, f"{operand} of a class whose __ne__ is not the opposite of its __eq__"
        )

    @classmethod
    def about_name(cls, name: str) -> Assumption:
        """The assumption that a name of the module stays what the module made it."""
        return cls(AssumptionKind.UNPATCHED, name, f"del {name} from outside the module")


def _operand_to_break(source: ast.AST, unknown: int) -> str:
    """The operand a person would vary: the first of which nothing is known and that is no
    constant.
    """
    if isinstance(source, ast.Compare):
        operands = [source.left, *source.comparators]
        for operand in operands[unknown if len(operands) == 2 else 0 :]:
            if not isinstance(operand, ast.Constant):
                return ast.unparse(operand)
    return ast.unparse(source)


@dataclass(frozen=True, slots=True)
class Coverage:
    """Branches reached by trials, of those there are."""

    reached: int
    total: int
    missed: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Trials:
    """What trials showed: how many there were, what they reached, which planted faults they caught.

    Attributes:
        count: inputs run on both versions.
        branches_before, branches_after: branch coverage of each version over those inputs.
        faults_planted, faults_caught: deliberately wrong versions made and noticed.
        faults_missed: those not noticed, in words.
        recorded: how many of the inputs are calls that the project's tests made.
    """

    count: int
    branches_before: Coverage
    branches_after: Coverage
    faults_planted: int = 0
    faults_caught: int = 0
    faults_missed: tuple[str, ...] = ()
    recorded: int = 0

    @property
    def untaken_gone(self) -> int:
        """By how many the ways that no trial took became fewer: of those trials tell nothing."""
        before, after = (c.total - c.reached for c in (self.branches_before, self.branches_after))
        return max(0, before - after)


@dataclass(frozen=True, slots=True)
class Counterexample:
    """An input that was really run and showed a difference.

    Attributes:
        call: the call as Python text; ``Probe`` is a stand-in of which nothing is known.
        where: what the stand-ins say that matters.
        before, after: what each version did.
        script: a Python program that shows it again.
    """

    call: str
    where: tuple[str, ...]
    before: str
    after: str
    script: str


@dataclass(frozen=True, slots=True)
class SubjectVerdict:
    """The verdict of one function, with its evidence.

    Attributes:
        subject: its qualified name.
        why: one sentence on how the verdict came about.
        problem: one line if the module could not even be imported for trials.
        helps: of an undecided verdict, what would help to decide.
        occurrences: differences that are meant, and whether they occur; the verdict is of the rest.
    """

    subject: str
    verdict: Verdict
    why: str
    assumptions: tuple[Assumption, ...] = ()
    trials: Trials | None = None
    counterexample: Counterexample | None = None
    problem: str = ""
    helps: str = ""
    occurrences: tuple[Occurrence, ...] = ()

    def __repr__(self) -> str:
        return f"<{self.subject}: {self.verdict.value}, {self.why}>"

    @property
    def holds(self) -> bool:
        """Whether a step with this verdict may stand that nobody looks at: trials in which only a
        stand-in showed a difference are no such evidence, nor are those that never took a way
        which is gone now, and what is meant must occur.
        """
        untaken = self.trials is not None and self.trials.untaken_gone > 0
        doubtful = self.verdict is Verdict.TESTED and (self.assumptions or untaken)
        return self.verdict.same and not doubtful and all(o.occurs for o in self.occurrences)

    def to_dict(self) -> dict[str, Any]:
        """The verdict as plain data, ready for JSON."""
        trials = None
        if self.trials is not None:
            trials = asdict(self.trials)
        counterexample = None if self.counterexample is None else asdict(self.counterexample)
        return {
            "subject": self.subject,
            "verdict": self.verdict.value,
            "assumptions": [
                {"kind": a.kind.value, "about": a.about, "breaks": a.breaks}
                for a in self.assumptions
            ],
            "trials": trials,
            "counterexample": counterexample,
            "why": self.why,
            "helps": self.helps,
            **_intended(self.occurrences),
        }


@dataclass(frozen=True, slots=True)
class Occurrence:
    """An intended difference, and whether it occurs.

    Attributes:
        intended: the difference.
        occurs: whether it was seen; None where nothing was run that could show it.
        why: how that came about, in a few words.
        shown: an input that shows it.
    """

    intended: Intended
    occurs: bool | None
    why: str
    shown: Counterexample | None = None

    def to_dict(self) -> dict[str, Any]:
        """As plain data."""
        shown = None if self.shown is None else asdict(self.shown)
        return {
            **self.intended.to_dict(),
            "occurs": self.occurs,
            "how": self.why,
            "shown": shown,
        }


def _intended(found: tuple[Occurrence, ...]) -> dict[str, Any]:
    return {"intended": [o.to_dict() for o in found]} if found else {}


@dataclass(frozen=True, slots=True)
class Vouching(Shown):
    """The verdict of two whole versions: the weakest of their subjects'.

    Attributes:
        subjects: one verdict for each function compared.
        notes: things that are no difference but worth knowing, such as added helpers.
        occurrences: the intended differences, left out of the verdict, and whether they occur.
    """

    subjects: tuple[SubjectVerdict, ...]
    notes: tuple[str, ...] = field(default=())
    occurrences: tuple[Occurrence, ...] = field(default=())

    @property
    def verdict(self) -> Verdict:
        """The weakest verdict among the subjects."""
        return Verdict.weakest(s.verdict for s in self.subjects)

    @property
    def as_intended(self) -> bool:
        """Whether everything is the same but for what is meant, and all that is meant occurs."""
        return self.verdict.same and all(o.occurs for o in self.occurrences)

    @property
    def problems(self) -> tuple[str, ...]:
        """One line for each import that failed when trials needed it."""
        return tuple(dict.fromkeys(s.problem for s in self.subjects if s.problem))

    def together(self, subject: str) -> SubjectVerdict:
        """The verdicts as one: the weakest, with the assumptions of all.

        Args:
            subject: the function that the one verdict is about.
        """
        if not self.subjects:
            why = "nothing that runs was changed"
            return SubjectVerdict(subject, Verdict.PROVED, why, occurrences=self.occurrences)
        weakest = next(s for s in self.subjects if s.verdict is self.verdict)
        assumptions = tuple(dict.fromkeys(a for s in self.subjects for a in s.assumptions))
        if len(self.subjects) == 1:
            return replace(weakest, subject=subject, occurrences=self.occurrences)
        count = f"in {len(self.subjects)} functions"
        if self.verdict is Verdict.PROVED:
            why = f"every path matches {count}"
        elif self.verdict is Verdict.PROVED_UNDER:
            why = f"every path matches {count}, given {len(assumptions)} assumption{'s' if len(assumptions) > 1 else ''}"
        else:
            why = f"{weakest.subject}: {weakest.why}"
        return replace(
            weakest,
            subject=subject,
            why=why,
            assumptions=assumptions,
            occurrences=self.occurrences,
        )

    def __repr__(self) -> str:
        return f"<Vouching: {self.verdict.value}, {len(self.subjects)} functions compared>"

    def to_dict(self) -> dict[str, Any]:
        """The verdicts as plain data, ready for JSON."""
        return {
            "schema": "dreck/vouching/1",
            "verdict": self.verdict.value,
            "subjects": [s.to_dict() for s in self.subjects],
            "notes": list(self.notes),
            "problems": list(self.problems),
            **_intended(self.occurrences),
        }
