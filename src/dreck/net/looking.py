"""How well a project's tests hold its functions."""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from ..errors import RunError
from ..judge.face.judge import Judge
from ..judge.face.verdict import Verdict
from ..judge.faults.planted import Fault, planted_faults
from ..judge.versions.version import Version
from ..source.files import SourceFile
from ..source.targets import Target
from .net import Net
from .reach import Missed

# Faults planted in one function at most.
MOST_FAULTS = 40


@dataclass(frozen=True, slots=True)
class HeldFunction:
    """How well tests hold one function.

    Attributes:
        target: its address, as ``path.py::Class.method``.
        tests: the tests that run it.
        untaken: its branches that none of them takes.
        planted, caught: wrong versions of it that were tried, and those that turned a test red;
            None where none was tried.
        missed: those that no test noticed, in words.
    """

    target: str
    tests: tuple[str, ...]
    untaken: tuple[Missed, ...] = ()
    planted: int | None = None
    caught: int | None = None
    missed: tuple[str, ...] = ()

    def to_dict(self) -> dict[str, Any]:
        """As plain data."""
        return {
            "target": self.target,
            "tests": list(self.tests),
            "untaken": [{"line": m.line, "what": m.what} for m in self.untaken],
            "faults": {"planted": self.planted, "caught": self.caught, "missed": list(self.missed)},
        }


@dataclass(frozen=True, slots=True)
class Held:
    """How well tests hold some functions.

    Attributes:
        command: what runs the tests.
        tests: how many there are.
        functions: those looked at, in the order of the targets.
    """

    command: str
    tests: int
    functions: tuple[HeldFunction, ...]

    def to_dict(self) -> dict[str, Any]:
        """As plain data, ready for JSON."""
        return {
            "schema": "dreck/net/1",
            "command": self.command,
            "tests": self.tests,
            "functions": [f.to_dict() for f in self.functions],
        }


def look(targets: Iterable[Target], net: Net, *, faults: bool, tick: Callable[[str], None]) -> Held:
    """Look at functions, with tests that are green.

    Args:
        targets: which.
        net: the tests.
        faults: whether to plant faults.
        tick: called with each function before it is looked at.

    Raises:
        RunError: the tests cannot be run, fail as things are, or tell nothing but their status.
    """
    reach = net.spread()
    if reach is None:
        raise RunError(f"{net.command}: is not pytest, so nobody can tell what its tests reach")
    found: list[tuple[HeldFunction, Path, list[Fault]]] = []
    for target in targets:
        source = SourceFile.read(target.path)
        for function in target.functions(source.parse()):
            name = f"{target.path.as_posix()}::{function.name}"
            tick(name)
            tests = tuple(reach.of(target.path, function.name))
            untaken = tuple(reach.untaken(target.path, function.name))
            wanted = faults and tests
            planted = list(planted_in(target.path, source.text, function.name)) if wanted else []
            found.append((HeldFunction(name, tests, untaken), target.path, planted))
    tick("planted faults")
    held = _with_faults(found, net) if faults else [function for function, _, _ in found]
    return Held(str(net.command), reach.tests, tuple(held))


def _with_faults(
    found: Sequence[tuple[HeldFunction, Path, list[Fault]]], net: Net
) -> list[HeldFunction]:
    """The functions, with the faults in them that tests notice."""
    versions = [
        (path, ast.unparse(fault.tree) + "\n", function.tests)
        for function, path, planted in found
        for fault in planted
    ]
    reds = iter(net.reds_with(versions) if versions else ())
    held = []
    for function, _, planted in found:
        if not function.tests:
            held.append(function)
            continue
        missed = tuple(fault.what for fault in planted if not next(reds))
        count = len(planted)
        held.append(replace(function, planted=count, caught=count - len(missed), missed=missed))
    return held


def planted_in(path: Path, text: str, name: str) -> Iterator[Fault]:
    """Faults of one function, without those that are proved to change nothing."""
    judge = Judge(True, None)
    original = Version(path, text)
    for fault in planted_faults(text, name)[:MOST_FAULTS]:
        wrong = Version(path, ast.unparse(fault.tree) + "\n")
        if judge.function(original, wrong, name).verdict is not Verdict.PROVED or _in_table(fault):
            yield fault


def _in_table(fault: Fault) -> bool:
    """Whether a fault is in a table, which the proof about one function does not look at."""
    return " of " in fault.what and "exchanged with" in fault.what or " in " in fault.what
