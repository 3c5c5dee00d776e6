"""The net under a piece of work: after each step the tests that reach what changed."""

from __future__ import annotations

import ast
import time
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path
from types import TracebackType
from typing import Any

from ..errors import RunError
from ..judge.versions.differences import differences
from ..judge.versions.version import Version
from ..source.files import SourceFile, parse
from ..source.project import is_test
from ..source.targets import python_files
from .command import TestCommand
from .copy import ProjectCopy
from .reach import Reach, key_of, remember, remembered
from .process import TooSlow
from .running import Ran, Red, Runner

# Seconds that a run of tests has, at least, and how many times longer it may take than it did.
_LEAST_SECONDS, _TIMES = 10.0, 5.0


@dataclass(frozen=True, slots=True)
class Checked:
    """What the tests said of a state of the files.

    Attributes:
        count: how many ran.
        reds: those that fail and did not before.
        chosen: whether only those ran that reach what changed.
        idle: whether nothing that runs changed, so that there was nothing to test.
        uncounted: tests that fail with the step and without it, which do not count.
    """

    count: int
    reds: tuple[Red, ...] = ()
    chosen: bool = True
    idle: bool = False
    uncounted: tuple[str, ...] = ()

    @property
    def green(self) -> bool:
        """Whether all passed."""
        return not self.reds

    def to_dict(self) -> dict[str, Any]:
        """As plain data."""
        reds = [{"test": r.test, "reason": r.reason} for r in self.reds]
        plain = {"count": self.count, "chosen": self.chosen, "reds": reds}
        return {**plain, "uncounted": list(self.uncounted)}


class Net:
    """A project's tests, spread under a piece of work; to be closed.

    Args:
        command: what runs the tests.
        project: the project's folder.
        files: the files that may change.
    """

    def __init__(self, command: TestCommand, project: Path, files: Sequence[Path]) -> None:
        self.command, self.project = command, project
        self.files = tuple(files)
        self.reach: Reach | None = None
        self.flaky: set[str] = set()
        self._copy = ProjectCopy(project)
        self._runner = Runner(command, self._copy, project)
        self._held: dict[Path, str] = {}
        self._read: dict[Path, str] = {}

    def __enter__(self) -> Net:
        return self

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        trace: TracebackType | None,
    ) -> None:
        self._copy.close()

    def spread(self) -> Reach | None:
        """Run all tests once, to see that they are green and what they reach; what was measured
        for the very same files is taken from the cache.

        Returns:
            What they reach; None for a command of which nothing is known but its exit status.

        Raises:
            RunError: they cannot be run, there is none, or some fail before anything changed.
        """
        key = key_of(self.project, self.command, self.files)
        self.reach = remembered(self.project, key)
        if self.reach is not None:
            self._runner.seconds = _patience(self.reach.seconds)
            return self.reach
        start = time.monotonic()
        ran = self._runner.run(files=self.files)
        seconds = time.monotonic() - start
        self._runner.seconds = _patience(seconds)
        self._refuse_red(ran)
        if self.command.is_pytest:
            self.reach = Reach(len(ran.outcomes), seconds, ran.seconds, ran.reached, ran.missed)
            remember(self.project, key, self.reach)
        return self.reach

    def _refuse_red(self, ran: Ran) -> None:
        """A suite that is red, or only sometimes green, is no net."""
        if self.command.is_pytest and not ran.outcomes:
            raise RunError(f"{self.command}: runs no test, so there is no net; leave --tests out")
        if not ran.reds:
            return
        again = self._runner.run([r.test for r in ran.reds] if self.command.is_pytest else None)
        first = (again.reds or ran.reds)[0]
        more = f" and {len(ran.reds) - 1} more" if len(ran.reds) > 1 else ""
        if not again.reds:
            raise RunError(
                f"{self.command}: {first.test}{more} fails once and passes once though nothing changed; mend it, or deselect it in the command"
            )
        raise RunError(
            f"{self.command}: {first.test}{more} fails before the first step ({first.reason}); mend it, or deselect it in the command"
        )

    def settle(self, texts: Mapping[Path, str]) -> None:
        """These are the texts of the files that changed so far; all others are as they were."""
        self._held = dict(texts)

    def check(self, texts: Mapping[Path, str]) -> Checked:
        """Run the tests that reach what a step changes.

        Args:
            texts: the files that the step changes, as they are after it. If the tests are green,
                they count as changed from now on.

        Raises:
            RunError: the tests cannot be run.
        """
        wanted = self._reaching(texts)
        if wanted is not None and not wanted:
            idle = self._is_idle(texts)
            self._held.update(texts)
            return Checked(0, idle=idle)
        ran = self._run({**self._held, **texts}, wanted)
        reds = self._new_reds(ran)
        if not reds:
            self._held.update(texts)
        return self._checked(ran, reds, chosen=wanted is not None)

    def check_all(self, texts: Mapping[Path, str]) -> Checked:
        """Run all tests with these texts."""
        self._held = {}
        ran = self._run(texts, None)
        return self._checked(ran, self._new_reds(ran), chosen=False)

    def _checked(self, ran: Ran, reds: tuple[Red, ...], *, chosen: bool) -> Checked:
        count = len(ran.outcomes) if self.command.is_pytest else 1
        return Checked(count, reds, chosen, uncounted=tuple(sorted(self.flaky)))

    def reds_with(self, versions: Sequence[tuple[Path, str, Sequence[str]]]) -> list[bool]:
        """Whether tests are red with each of some versions.

        Args:
            versions: for each run a file, what it holds then, and the tests that run.

        Raises:
            RunError: the tests cannot be run.
        """
        self._copy.hold({})
        self._runner.seconds = None  # each of the runs has its own time
        known = [self.reach.seconds_of(tests) if self.reach else 0.0 for _, _, tests in versions]
        return self._runner.reds_with(
            [(*v, _patience(k)) for v, k in zip(versions, known, strict=True)]
        )

    def fails(self, texts: Mapping[Path, str], tests: Sequence[str]) -> bool:
        """Whether some of these tests fail with these texts."""
        return bool(self._run(texts, tests if self.command.is_pytest else None, stop=True).reds)

    def reaching(self, path: Path, function: str) -> list[str]:
        """The tests that run a function."""
        return [] if self.reach is None else self.reach.of(path, function)

    def _run(
        self, texts: Mapping[Path, str], tests: Sequence[str] | None, *, stop: bool = False
    ) -> Ran:
        """Run tests; ones that do not end are red."""
        self._copy.hold({p: self._encoded(p, t) for p, t in texts.items()})
        try:
            return self._runner.run(tests, stop=stop)
        except TooSlow as error:
            return Ran(0, (Red(str(self.command), str(error)),))

    def _new_reds(self, ran: Ran) -> tuple[Red, ...]:
        """The tests that fail now and do not fail without the step: what fails with it and without
        it fails by itself now and then.
        """
        reds = [r for r in ran.reds if r.test not in self.flaky]
        if not all(r.test in ran.outcomes for r in reds) or not self.command.is_pytest:
            return tuple(reds)  # not a test but the whole run
        if not reds:
            return ()
        before = self._run(self._held, [r.test for r in reds])
        self.flaky |= {r.test for r in before.reds}
        return tuple(r for r in reds if r.test not in self.flaky)

    def _reaching(self, texts: Mapping[Path, str]) -> list[str] | None:
        """The tests that reach what changes; None for all of them."""
        if self.reach is None:
            return None
        found: set[str] = set()
        for path, text in texts.items():
            old, new = Version(path, self._text(path)), Version(path, text)
            changed = differences(old, new)
            tests = self.reach.by_function.get(str(path.resolve()))
            if tests is None:
                return None
            known = [n for n in (*changed.changed, *changed.removed) if n in tests]
            unknown = set(changed.changed) - set(known)
            if changed.frame or unknown:
                # A constant, a class, or a helper that an earlier step made: who needs the file?
                found |= set(self.reach.of_file(path))
            found |= {t for n in known for t in tests[n]}
        return sorted(found)

    def _is_idle(self, texts: Mapping[Path, str]) -> bool:
        """Whether texts do nothing new: they are laid out in another way."""
        pairs = [(parse(self._text(p), str(p)), parse(t, str(p))) for p, t in texts.items()]
        return all(ast.dump(a) == ast.dump(b) for a, b in pairs)

    def _text(self, path: Path) -> str:
        if path in self._held:
            return self._held[path]
        if path not in self._read:
            self._read[path] = SourceFile.read(path).text
        return self._read[path]

    def _encoded(self, path: Path, text: str) -> bytes:
        return SourceFile.read(path).encoded(text)


def _patience(seconds: float) -> float:
    """How long a run may take that took so long before."""
    return max(_LEAST_SECONDS, _TIMES * seconds)


def files_in(project: Path) -> list[Path]:
    """The Python files of a project that are no tests."""
    return [p for p in python_files(project) if not is_test(p.relative_to(project))]
