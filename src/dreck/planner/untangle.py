"""From targets to results: every function in turn, one judged step after another.

A step is taken only if it makes the function's *burden* smaller, a tuple of measures in a
fixed order of weight. That order has no endless descent, so every run ends; the limit on
steps stands behind that.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, field, replace
from pathlib import Path

from ..errors import DreckError
from ..judge.check import compare
from ..judge.events import Names
from ..judge.prove import Proved
from ..judge.surroundings import names_around, names_for
from ..judge.verdict import SubjectVerdict, Verdict
from ..judge.versions import Version, differences
from ..judge.vouch import Judge, proved
from ..outline import Function, functions_of
from ..source.diffs import unified
from ..source.files import SourceFile, parse
from ..source.lines import split_lines
from ..source.regions import Region, indent_of, region_of
from ..source.targets import Target
from ..surveying.measures import measure
from .candidates import Broken, Candidate, LeftAlone, UnreadableFunction, candidates, sets_guards_off
from .results import FileChange, Step, Untangled, Untangling

MOST_STEPS = 100


@dataclass(frozen=True, slots=True)
class Settings:
    """How to work.

    Attributes:
        judge: checks every step.
        most_steps: steps taken in one function at most.
    """

    judge: Judge = field(default_factory=Judge)
    most_steps: int = MOST_STEPS


def untangle_targets(
    targets: Iterable[Target], settings: Settings, tick: Callable[[Untangled], None] = lambda _: None
) -> Untangling:
    """Untangle all functions that the targets name; nothing is written.

    Args:
        targets: what to work on; targets in the same file are taken together.
        settings: how.
        tick: called with every finished function.
    """
    functions: list[Untangled] = []
    changes: list[FileChange] = []
    problems: list[str] = []
    for path, wanted in _by_file(targets).items():
        try:
            found, change, failed = _file(path, wanted, settings, tick)
        except DreckError as error:
            problems.append(str(error))
            continue
        functions += found
        problems += failed
        problems += dict.fromkeys(s.verdict.problem for f in found for s in f.taken_back if s.verdict.problem)
        if change is not None:
            changes.append(change)
    return Untangling(tuple(functions), tuple(changes), tuple(problems))


def _by_file(targets: Iterable[Target]) -> dict[Path, list[Target]]:
    grouped: dict[Path, list[Target]] = {}
    for target in targets:
        grouped.setdefault(target.path, []).append(target)
    return grouped


def _file(
    path: Path, wanted: list[Target], settings: Settings, tick: Callable[[Untangled], None]
) -> tuple[list[Untangled], FileChange | None, list[str]]:
    source = SourceFile.read(path)
    tree = source.parse()
    names = dict.fromkeys(f.name for target in wanted for f in target.functions(tree))
    work = _FileWork(path, source.text, tree, settings)
    results = {}
    # From the end of the file, so that lines of functions still to come stay as they are.
    for name in reversed(names):
        results[name] = work.function(name)
        tick(results[name])
    if work.text == source.text:
        return [results[n] for n in names], None, work.problems
    work.check_frame(source.text)
    return [results[n] for n in names], FileChange(source, work.text), work.problems


class _FileWork:
    """One file while its functions are worked on."""

    def __init__(self, path: Path, text: str, tree: ast.Module, settings: Settings) -> None:
        self.path, self.text, self.settings = path, text, settings
        self.names = names_around(tree)
        self.indent = indent_of(tree, text)
        self.blank_after_guard = sets_guards_off(tree, split_lines(text))
        self.problems: list[str] = []
        self._functions = {f.name: f for f in functions_of(tree)}

    def function(self, name: str) -> Untangled:
        """Untangle one function and keep the new text of the file."""
        function = self._functions[name]
        region = region_of(self.text, function, self.indent)
        work = _FunctionWork(self, function, region)
        result = work.run()
        self.problems += [
            f"{self.path}:{b.line}: the move {b.move} failed ({b.error}); its step is left out, please report it"
            for b in dict.fromkeys(work.broken)
        ]
        if result.changed:
            self.text = work.region.whole
            self._functions = {f.name: f for f in functions_of(parse(self.text, str(self.path)))}
        return result

    def check_frame(self, before: str) -> None:
        """Nothing but the bodies of functions may have changed."""
        found = differences(Version(self.path, before), Version(self.path, self.text))
        if found.frame_differs or found.added or found.removed:
            raise DreckError(f"{self.path}: a move changed code outside its function; nothing is changed, please report it")


class _FunctionWork:
    """One function while steps are taken in it."""

    def __init__(self, file: _FileWork, function: Function, region: Region) -> None:
        self.file, self.name, self.region = file, function.name, region
        self.names: Names = names_for(function, file.names)
        self.steps: list[Step] = []
        self.taken_back: list[Step] = []
        self.left_alone: list[LeftAlone] = []
        self.broken: list[Broken] = []
        self._tried: set[str] = {region.text}

    def run(self) -> Untangled:
        first = self.region
        while len(self.steps) < self.file.settings.most_steps and self._one_step():
            pass
        before, after = first.tree(), self.region.tree()
        label = f"{self.file.path.as_posix()}::{self.name}"
        return Untangled(
            label,
            first.first,
            tuple(self.steps),
            tuple(self.taken_back),
            self._verdict_of_all(first),
            measure(before),
            measure(after),
            tuple(dict.fromkeys(self.left_alone)),
            self._diff(first, self.region),
        )

    def _one_step(self) -> bool:
        """Take the first candidate that makes progress and passes the judge."""
        self.left_alone = []
        burden = measure(self.region.tree()).burden
        for found in self._candidates():
            if isinstance(found, LeftAlone):
                self.left_alone.append(found)
                continue
            if isinstance(found, Broken):
                self.broken.append(found)
                continue
            self._tried.add(found.region.text)
            if not self._progress(found, burden):
                continue
            step = self._judged(found)
            if not step.verdict.verdict.same:
                self.taken_back.append(step)
                continue
            self.steps.append(step)
            self.region = found.region
            return True
        return False

    def _candidates(self) -> Iterator[Candidate | LeftAlone | Broken]:
        try:
            found = candidates(
                self.region, strict=self.file.settings.judge.strict, blank_after_guard=self.file.blank_after_guard
            )
            yield from (c for c in found if not isinstance(c, Candidate) or c.region.text not in self._tried)
        except UnreadableFunction as error:
            yield LeftAlone(self.region.first, "", str(error))

    @staticmethod
    def _progress(found: Candidate, burden: tuple[int, ...]) -> bool:
        try:
            return measure(found.region.tree()).burden < burden
        except SyntaxError:
            return True  # the judge reports it

    def _judged(self, found: Candidate) -> Step:
        verdict = self._verdict(self.region, found.region)
        return Step(found.move, found.line, found.why, self._diff(self.region, found.region), verdict)

    def _verdict(self, before: Region, after: Region) -> SubjectVerdict:
        """Proof on the two functions alone; trials need the whole file."""
        judge = self.file.settings.judge
        try:
            found = compare(before.tree(), after.tree(), self.names, strict=judge.strict)
        except SyntaxError as error:
            return SubjectVerdict(self.name, Verdict.UNDECIDED, f"the move left text that does not parse ({error.msg})")
        if isinstance(found, Proved):
            return proved(self.name, found)
        path = self.file.path
        return judge.function(Version(path, before.whole), Version(path, after.whole), self.name)

    def _verdict_of_all(self, first: Region) -> SubjectVerdict:
        if not self.steps:
            return SubjectVerdict(self.name, Verdict.PROVED, "nothing was changed")
        if len(self.steps) == 1:
            return self.steps[0].verdict
        found = compare(first.tree(), self.region.tree(), self.names, strict=self.file.settings.judge.strict)
        if isinstance(found, Proved):
            return proved(self.name, found)
        weakest = Verdict.weakest(s.verdict.verdict for s in self.steps)
        worst = next(s.verdict for s in self.steps if s.verdict.verdict is weakest)
        assumptions = tuple(dict.fromkeys(a for s in self.steps for a in s.verdict.assumptions))
        return replace(worst, why=f"the weakest of its {len(self.steps)} steps: {worst.why}", assumptions=assumptions)

    def _diff(self, before: Region, after: Region) -> str:
        return unified(before.whole, after.whole, self.file.path.as_posix())
