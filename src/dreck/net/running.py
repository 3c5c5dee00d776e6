"""Running tests in a copy of the project, and what became of each."""

from __future__ import annotations

import importlib.util
import json
import os
import shutil
import tempfile
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from ..errors import RunError, SourceError
from ..outline import functions_of
from ..source.files import SourceFile
from . import watcher
from .command import TestCommand
from .copy import ProjectCopy
from .process import run_to_end

# What the copied plugin is called, so that it cannot be taken for a module of the project.
_PLUGIN = "dreck_test_watcher"
# Exit statuses of pytest that mean that tests ran: all passed, some failed, none was there.
_RAN, _NO_TESTS = (0, 1), 5
# Characters of a failure's text that are shown.
_MOST_SHOWN = 1_200


@dataclass(frozen=True, slots=True)
class Red:
    """A test that fails.

    Attributes:
        test: its name, as pytest addresses it; the command where it is another one.
        text: what it says.
    """

    test: str
    text: str

    @property
    def reason(self) -> str:
        """The lines that say why, of a long report: those that pytest marks, else the last."""
        lines = [line for line in self.text.splitlines() if line.strip()]
        marked = [line[1:].strip() for line in lines if line.startswith("E  ")]
        return " ".join(marked[:2])[:_MOST_SHOWN] or (lines[-1].strip() if lines else "failed")


@dataclass(frozen=True, slots=True)
class Ran:
    """What became of a run of tests.

    Attributes:
        passed: how many passed.
        reds: those that fail.
        skipped: how many were skipped.
        outcomes: for each test ``passed``, ``failed``, ``error`` or ``skipped``.
        reached: for each file, by its resolved path in the project, and each function the tests
            that ran it, where that was asked for.
        seconds: how long each test took.
        missed: for each such file the branches that no test took, as pairs of lines; a negative
            line is the end of what starts there.
    """

    passed: int
    reds: tuple[Red, ...]
    skipped: int = 0
    outcomes: Mapping[str, str] = field(default_factory=dict)
    reached: Mapping[str, Mapping[str, Sequence[str]]] = field(default_factory=dict)
    missed: Mapping[str, Sequence[tuple[int, int]]] = field(default_factory=dict)
    seconds: Mapping[str, float] = field(default_factory=dict)


class Runner:
    """Runs a project's tests in a copy of it.

    Attributes:
        seconds: after which a run is given up; None before anything is known of them.

    Args:
        command: what runs them.
        copy: the copy.
        folder: where the command is started, in the project.
    """

    def __init__(self, command: TestCommand, copy: ProjectCopy, folder: Path) -> None:
        self.command, self.copy = command, copy
        self.seconds: float | None = None
        self.folder = copy.place(folder / "any").parent

    def run(
        self,
        tests: Collection[str] | None = None,
        *,
        stop: bool = False,
        files: Sequence[Path] = (),
        only: Path | None = None,
    ) -> Ran:
        """Run tests and wait for them; children are gone afterwards, also when interrupted.

        Args:
            tests: only these; all if None.
            stop: end after the first that fails.
            files: files of the project of which is told which test runs which function.
            only: run only what is in this file, of the copy.

        Raises:
            RunError: they cannot be run.
        """
        if not self.command.is_pytest:
            return self._by_status()
        answer = self._answer(tests, stop=stop, files=files, only=only)
        self._check_strays(answer["strays"])
        return _ran(answer, {os.path.realpath(self.copy.place(f)): str(f.resolve()) for f in files})

    def _answer(
        self,
        tests: Collection[str] | None,
        *,
        stop: bool,
        files: Sequence[Path] = (),
        versions: Sequence[Mapping[str, Any]] | None = None,
        only: Path | None = None,
    ) -> dict[str, Any]:
        """What the plugin says of a run of pytest."""
        with tempfile.TemporaryDirectory(prefix="dreck-watch-") as scratch:
            shutil.copyfile(watcher.__file__, Path(scratch, f"{_PLUGIN}.py"))
            out = Path(scratch, "answer.json")
            wishes = {
                "out": str(out),
                "tests": None if tests is None else sorted(tests),
                "original": str(self.copy.project),
                "stop": stop,
                "only": None if only is None else str(only),
                "versions": versions,
                "coverage": self._coverage(scratch, files) if files else None,
            }
            words = [*self.command.words, "-p", _PLUGIN, "-p", "no:cacheprovider"]
            words += ["--no-cov"] if "pytest_cov" in self.command.has else []
            asked = Path(scratch, "wishes.json")
            asked.write_text(json.dumps(wishes), encoding="utf-8")
            code, said = self._start(words, {watcher.WISHES: str(asked)}, [scratch])
            if not out.exists() or code not in (*_RAN, 2, _NO_TESTS):
                last = said.strip().splitlines()[-1:] or ["it said nothing"]
                raise RunError(f"{self.command}: ended with status {code} ({last[0]})")
            answer: dict[str, Any] = json.loads(out.read_text(encoding="utf-8"))
        return answer

    def reds_with(self, versions: Sequence[tuple[Path, str, Sequence[str], float]]) -> list[bool]:
        """Whether tests are red with each of some versions of a file.

        Args:
            versions: a file of the project, what it holds in one run, the tests that run, and
                the seconds after which it counts as red if it does not end.

        Raises:
            RunError: they cannot be run.
        """
        asked = [
            {"path": str(self.copy.place(p)), "text": text, "tests": list(tests), "seconds": s}
            for p, text, tests, s in versions
        ]
        answer = self._answer(None, stop=True, versions=asked)
        return [bool(red) for red in answer["reds"]]

    def reds_in(
        self, runs: Sequence[tuple[Path, str, int]], only: Path, seconds: float
    ) -> list[bool]:
        """Whether the tests of one file of the copy are red in some runs.

        Args:
            runs: for each a file of the project, what it holds then, and a seed for the order of
                the tests; 0 for the order of the file.
            only: the file of tests.
            seconds: after which a run that does not end counts as red.

        Raises:
            RunError: they cannot be run.
        """
        asked = [
            {
                "path": str(self.copy.place(p)),
                "text": t,
                "tests": None,
                "seed": s,
                "seconds": seconds,
            }
            for p, t, s in runs
        ]
        answer = self._answer(None, stop=True, versions=asked, only=only)
        return [bool(red) for red in answer["reds"]]

    def _coverage(self, scratch: str, files: Sequence[Path]) -> dict[str, Any]:
        spec = importlib.util.find_spec("coverage")
        assert spec is not None and spec.origin is not None
        spans = {os.path.realpath(self.copy.place(f)): _spans(f) for f in files}
        at = str(Path(spec.origin).parents[1])
        return {"data": os.path.join(scratch, "coverage.data"), "files": spans, "at": at}

    def _check_strays(self, strays: Sequence[str]) -> None:
        """A module that comes from the project itself would be tested as it was before.

        Raises:
            RunError: there is one.
        """
        test_files = [s for s in strays if not s.endswith("conftest.py")]
        if test_files:
            raise RunError(
                f"{self.command}: the tests import {test_files[0]} itself, not the copy in which steps are tried; set pythonpath for pytest to a relative folder, or install the project with pip install -e"
            )

    def _by_status(self) -> Ran:
        """A command that only says by its exit status how the tests went."""
        code, said = self._start(list(self.command.words), {}, [])
        if code == 0:
            return Ran(1, ())
        return Ran(0, (Red(str(self.command), said[-_MOST_SHOWN:]),))

    def _start(
        self, words: list[str], environment: Mapping[str, str], before: list[str]
    ) -> tuple[int, str]:
        paths = [*before, *self.copy.import_paths(self.command.paths)]
        around = {**os.environ, **environment, "PYTHONDONTWRITEBYTECODE": "1"}
        around["PYTHONPATH"] = os.pathsep.join(paths)
        return run_to_end(words, around, self.folder, self.seconds)


def _spans(path: Path) -> list[tuple[str, int, int]]:
    """The functions of a file, with the lines of their bodies; none of what cannot be read."""
    try:
        tree = SourceFile.read(path).parse()
    except SourceError:
        return []
    bodies = [(f.name, f.node.body) for f in functions_of(tree)]
    return [(name, body[0].lineno, body[-1].end_lineno or 0) for name, body in bodies]


def _ran(answer: Mapping[str, Any], names: Mapping[str, str]) -> Ran:
    """An answer as a run.

    Args:
        answer: what the plugin wrote.
        names: for each file as it was called in the copy its path in the project.
    """
    outcomes, texts = answer["outcomes"], answer["texts"]
    reds = [Red(t, texts.get(t, "")) for t, o in outcomes.items() if o in ("failed", "error")]
    kinds = list(outcomes.values())
    reached = {names[n]: found for n, found in answer.get("reached", {}).items()}
    missed = {
        names[n]: [(a, b) for a, b in pairs]
        for n, pairs in answer.get("missed", {}).items()
        if n in names
    }
    passed, skipped = kinds.count("passed"), kinds.count("skipped")
    return Ran(passed, tuple(reds), skipped, outcomes, reached, missed, answer["seconds"])
