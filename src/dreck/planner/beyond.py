"""Steps of one file that reach beyond single functions, from its first function to the last."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path

from ..judge.face.compare import surroundings_of
from ..source.regions import region_of
from ..source.targets import Target
from .function_work import FunctionWork
from .inside import Inside, lines_of, look_of
from .module_work import ModuleWork
from .project import Project, project_of_this_process
from .results import Step, Untangled
from .settings import Settings

# So often steps inside functions follow on steps beyond them.
_ROUNDS = 2


@dataclass(frozen=True, slots=True)
class Rest:
    """A file in which the steps inside functions are taken.

    Attributes:
        path: the file.
        before: its text before any step.
        targets: the functions in the order of the text, each with what names it.
        reach: qualified names of the functions that may change; all if None.
        inside: what became of them so far.
    """

    path: Path
    before: str
    targets: Mapping[str, Target]
    reach: frozenset[str] | None
    inside: Inside


@dataclass(frozen=True, slots=True)
class Beyond:
    """What became of a file.

    Attributes:
        text: the file.
        results: its functions.
        problems: one line for each thing that went wrong.
    """

    text: str
    results: dict[str, Untangled]
    problems: list[str]


def untangle_beyond(rest: Rest, settings: Settings, project: Project | None = None) -> Beyond:
    """Take the steps that reach beyond single functions.

    Args:
        rest: the file.
        settings: how.
        project: the files that steps may reach, with this one as it is now; as this process reads
            them if None.
    """
    here = project or project_of_this_process(rest.path, rest.inside.text)
    return _RestWork(rest, settings, here).run()


class _RestWork:
    """One file while such steps are taken."""

    def __init__(self, rest: Rest, settings: Settings, project: Project) -> None:
        self.rest, self.settings = rest, settings
        self.look = look_of(rest.path, rest.before)
        width = self.look.setting.width
        self.work = ModuleWork(rest.path, project, width, settings, rest.reach)
        self.problems: list[str] = []
        self._done = set(rest.inside.done)

    def run(self) -> Beyond:
        """Go through the functions."""
        work, inside = self.work, self.rest.inside
        if not work.moves:
            return Beyond(inside.text, dict(inside.results), [])
        found = {}
        for name, target in self.rest.targets.items():
            function = work.version.functions.get(name)
            if function is None:  # a step of another one has taken it away
                found[name] = inside.results[name]
                continue
            region = region_of(work.text, function, self.look.indent)
            baseline = region.before + inside.originals[name] + region.after
            added = frozenset(work.added)
            line, until = (target.line, target.until) if self.settings.only else (None, None)
            done = work.function(inside.results[name], name, baseline, line, until)
            if not self.settings.only and (work.added != added or name in inside.waiting):
                done = self._inside_again(done, name, baseline, added)
            found[name] = done
        self.problems += lines_of(self.rest.path, work.broken)
        return Beyond(work.text, found, self.problems)

    def _inside_again(
        self, done: Untangled, name: str, baseline: str, known: frozenset[str]
    ) -> Untangled:
        """A function that has become several: each of them may be simpler now by itself."""
        work = self.work
        for _ in range(_ROUNDS):
            steps: list[Step] = []
            for each in [name, *sorted(work.added - known)]:
                steps += self._inside(each)
            if not steps:
                break
            done = work.function(work.with_steps(done, steps, name, baseline), name, baseline)
        return done

    def _inside(self, name: str) -> tuple[Step, ...]:
        """The steps inside one function of a file on which steps beyond functions are taken."""
        function = self.work.version.functions.get(name)
        if function is None:
            return ()
        region = region_of(self.work.text, function, self.look.indent)
        if region.text in self._done:
            return ()
        names = surroundings_of(self.work.version.tree).of(function)
        inner = FunctionWork(name, region, names, self.look.setting, self.settings)
        result = inner.run()
        self._done.add(inner.region.text)
        self.problems += lines_of(self.rest.path, inner.broken)
        if result.changed:
            self.work.enter(inner.region.whole)
        return result.steps
