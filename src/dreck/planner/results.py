"""What untangling gives back."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from ..showing import Shown
from ..judge.face.verdict import SubjectVerdict, Verdict
from ..moves.reach import Reach
from ..naming.proposals import Proposal
from ..source.diffs import unified
from ..journal.commits import commit_steps
from ..journal.entries import Done
from ..journal.store import Store
from ..journal.writing import write_steps
from ..net.net import Checked
from ..source.files import SourceFile
from ..source.project import project_folder
from ..surveying.measures import Measures
from .candidates import LeftAlone
from .order import ONLY_OFFERED, UNEXPECTED
from ..taste.cost import Cost


@dataclass(frozen=True, slots=True)
class Step:
    """One move applied at one site.

    Attributes:
        move: its name.
        line: where it applied, in the file as it was before the step, counted from 1.
        why: one sentence.
        diff: the unified diff of the step.
        verdict: what the judge says of it.
        names: the names that could be given, the one taken first; empty if the step gives none.
        texts: the files that it changed, as they were after it.
        tests: what the project's tests said of it; None where they did not run.
    """

    move: str
    line: int
    why: str
    diff: str
    verdict: SubjectVerdict
    names: tuple[Proposal, ...] = ()
    texts: Mapping[Path, str] = field(default_factory=dict, compare=False)
    tests: Checked | None = None

    def __repr__(self) -> str:
        return f"<{self.move} at line {self.line}: {self.verdict.verdict.value}>"

    def to_dict(self) -> dict[str, Any]:
        """The step as plain data."""
        verdict = self.verdict.to_dict()
        plain: dict[str, Any] = {
            "move": self.move,
            "line": self.line,
            "why": self.why,
            "diff": self.diff,
            "verdict": verdict,
        }
        if self.names:
            plain["names"] = [p.to_dict() for p in self.names]
        if self.tests is not None:
            plain["tests"] = self.tests.to_dict()
        return plain


def told(left: Iterable[LeftAlone], *, asked: bool) -> tuple[LeftAlone, ...]:
    """The reasons worth telling: one for each line, about a change that a reader would expect.

    Args:
        left: all that was left alone.
        asked: whether the moves were asked for, so that each has something to say.
    """
    if asked:
        return tuple(dict.fromkeys(left))
    found: dict[int, LeftAlone] = {}
    for each in left:
        if each.move not in UNEXPECTED:
            found.setdefault(each.line, each)
    return tuple(found.values())


# A step that makes the cost larger by less than this leaves it about as it is.
HARDLY = -2.0


@dataclass(frozen=True, slots=True)
class Offer:
    """A step that could be taken and was not: it goes too far, hardly pays, lacks a name, or is a
    matter of what is to come.

    Attributes:
        number: what takes it, as in ``--take 2``, counted from 1 over a whole run.
        target: the function it starts from.
        move: its name.
        line: where it applies, in the file as the run leaves it.
        why: one sentence.
        gain: by how much it would make the cost smaller, its own price taken off.
        reach: how far it goes.
        verdict: what the judge says of it without trials.
        names_little: whether what is new gets a name that says little.
    """

    number: int
    target: str
    move: str
    line: int
    why: str
    gain: float
    reach: Reach
    verdict: SubjectVerdict
    names_little: bool = False

    @property
    def worth(self) -> str:
        """What it would bring, in a few words."""
        if self.gain > 0:
            return f"cost {-self.gain:+.1f}"
        return "costs about as much as now" if self.gain > HARDLY else f"cost {-self.gain:+.1f}"

    @property
    def held_back(self) -> str:
        """Why it was not taken, in a few words."""
        if self.gain <= 0:
            return "hardly pays" if self.gain > HARDLY else "does not pay by itself"
        if self.names_little:
            return f"needs a name that says what it does; --name {self.line}=NAME gives it one"
        return (
            "is for you to decide" if self.move in ONLY_OFFERED else f"reaches {self.reach.value}"
        )

    def to_dict(self) -> dict[str, Any]:
        """The offer as plain data."""
        return {
            "number": self.number,
            "target": self.target,
            "move": self.move,
            "line": self.line,
            "why": self.why,
            "gain": round(self.gain, 2),
            "reach": self.reach.value,
            "held_back": self.held_back,
            "verdict": self.verdict.to_dict(),
        }


@dataclass(frozen=True, slots=True)
class Untangled:
    """What became of one function.

    Attributes:
        target: its address, as ``path.py::Class.method``.
        line: where it starts, counted from 1.
        steps: the steps taken, in order.
        taken_back: steps that the judge did not let pass.
        verdict: of the function as a whole, before against after.
        before, after: its measures.
        cost_before, cost_after: what it costs its reader, term by term.
        left_alone: places that look like tangles and were not touched, with reasons.
        diff: the unified diff of the whole function.
        offers: steps that could be taken and were not.
        reached_by: how many of the project's tests run it; None where they did not run.
        untaken: its branches that no test takes, in words.
    """

    target: str
    line: int
    steps: tuple[Step, ...]
    taken_back: tuple[Step, ...]
    verdict: SubjectVerdict
    before: Measures
    after: Measures
    left_alone: tuple[LeftAlone, ...]
    diff: str
    offers: tuple[Offer, ...] = ()
    cost_before: Cost = Cost()
    cost_after: Cost = Cost()
    reached_by: int | None = None
    untaken: tuple[str, ...] = ()

    @property
    def changed(self) -> bool:
        """Whether any step was taken."""
        return bool(self.steps)

    def __repr__(self) -> str:
        nesting = f"nesting {self.before.nesting} to {self.after.nesting}"
        return f"<{self.target}: {len(self.steps)} steps, {nesting}, {self.verdict.verdict.value}>"

    def to_dict(self) -> dict[str, Any]:
        """The result as plain data."""
        net = {"reached_by": self.reached_by, "untaken": list(self.untaken)}
        return {
            "target": self.target,
            **({} if self.reached_by is None else {"net": net}),
            "steps": [s.to_dict() for s in self.steps],
            "taken_back": [s.to_dict() for s in self.taken_back],
            "verdict": self.verdict.to_dict(),
            "measures": {"before": self.before.to_dict(), "after": self.after.to_dict()},
            "cost": {"before": self.cost_before.to_dict(), "after": self.cost_after.to_dict()},
            "left_alone": [{"line": p.line, "move": p.move, "why": p.why} for p in self.left_alone],
            "offers": [o.to_dict() for o in self.offers],
        }


@dataclass(frozen=True, slots=True)
class FileChange:
    """A file and the text it would get."""

    source: SourceFile
    text: str

    @property
    def diff(self) -> str:
        """The unified diff of the whole file."""
        return unified(self.source.text, self.text, self.source.path.as_posix())


@dataclass(frozen=True, slots=True)
class Untangling(Shown):
    """What became of all targets.

    Attributes:
        functions: one result for each function looked at.
        changes: the files that would change; :meth:`write` changes them.
        problems: one line for each file or target that could not be worked on.
        history: the steps in the order in which they were taken, each with its function.
        tests: what all of the project's tests said in the end; None where they did not run.
    """

    functions: tuple[Untangled, ...]
    changes: tuple[FileChange, ...]
    problems: tuple[str, ...] = ()
    history: tuple[tuple[str, Step], ...] = ()
    tests: Checked | None = None

    @property
    def verdict(self) -> Verdict:
        """The weakest verdict of the functions that changed."""
        return Verdict.weakest(f.verdict.verdict for f in self.functions if f.changed)

    def write(self, *, commit: bool = False) -> list[Path]:
        """Replace the changed files, all of them or none; return their paths.

        The journal of the project gets a line for each step, so that it can be taken back.

        Args:
            commit: write one step after the other, each as a commit of git.

        Raises:
            WriteError: a file changed since it was read, or cannot be written; nothing is changed
                then. With ``commit``, also that a file has changes of its own, or that a hook
                refuses: the steps before that stand.
            SettingError: with ``commit``, that there is no git repository.
        """
        if not self.changes:
            return []
        sources = [c.source for c in self.changes]
        steps = [s for s in self._done() if s.texts]
        store = Store(project_folder(sources[0].path))
        if commit:
            commit_steps(store, sources, steps)
        else:
            write_steps(store, [(c.source, c.text) for c in self.changes], steps)
        return [s.path for s in sources]

    def _done(self) -> list[Done]:
        """The steps in order, as the journal notes them; files that end as they began are left
        out.
        """
        sources = {c.source.path: c.source for c in self.changes}
        return [
            Done(
                target,
                step.move,
                step.line,
                step.why,
                step.verdict.verdict.value,
                [f"{a.kind.value}: {a.about}" for a in step.verdict.assumptions],
                {p: sources[p].encoded(t) for p, t in step.texts.items() if p in sources},
            )
            for target, step in self.history
        ]

    def __repr__(self) -> str:
        changed = sum(f.changed for f in self.functions)
        return f"<Untangling: {changed} of {len(self.functions)} functions changed, {self.verdict.value}>"

    def to_dict(self) -> dict[str, Any]:
        """The results as plain data, ready for JSON."""
        return {
            "schema": "dreck/untangling/1",
            "targets": [f.to_dict() for f in self.functions],
            "problems": list(self.problems),
            **({} if self.tests is None else {"tests": self.tests.to_dict()}),
        }
