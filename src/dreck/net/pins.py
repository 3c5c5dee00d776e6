"""Pins: characterisation tests of functions as they are now, chosen, written, and tried out.

The word and the idea: M. Feathers, "Working Effectively with Legacy Code", 2004, chapter 13.
"""

from __future__ import annotations

import ast
import os
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from ..errors import RunError, SettingError, WriteError
from ..judge.face.samples import Sample, Samples, samples, stop_sampling
from ..judge.versions.version import Version
from ..source.files import SourceFile, replace_bytes
from ..source.targets import Target
from .command import TestCommand
from .copy import ProjectCopy
from .looking import planted_in
from .interpreters import trial_interpreter
from .pin_text import PinFile, is_pin_file, pin_file
from .recording import Recording
from .running import Runner
from .usual import usual_values

# Times that pins are tried out in an order drawn at random.
_ORDERS = 20
_SECONDS = 30.0
# What no pin of a file is green with.
_BROKEN = 'raise RuntimeError("this is not to be imported")\n'
# Rounds in which pins are left out that do not come out alike.
_ROUNDS = 3


@dataclass(frozen=True, slots=True)
class Pinned:
    """One function and its pins.

    Attributes:
        target: its address.
        cases: how many pins it has.
        branches, reached: how many branches it has, and how many its pins take.
        missed: those they do not take, in words.
        planted, caught: wrong versions of it, and those at which its pins are red.
        why_none: why it has no pins; empty if it has some.
    """

    target: str
    cases: int
    branches: int = 0
    reached: int = 0
    missed: tuple[str, ...] = ()
    planted: int = 0
    caught: int = 0
    why_none: str = ""

    def to_dict(self) -> dict[str, Any]:
        """As plain data."""
        return {
            n: list(v) if isinstance(v := getattr(self, n), tuple) else v for n in self.__slots__
        }


@dataclass(frozen=True, slots=True)
class Pins:
    """A file of pins, not written yet.

    Attributes:
        text: the tests.
        approved: large results beside them, by file name.
        functions: what is pinned.
        left_out: how many cases did not come out alike when they were tried, and were left out.
        orders: how often the pins were green in an order drawn at random.
    """

    text: str
    approved: dict[str, str]
    functions: tuple[Pinned, ...]
    left_out: int = 0
    orders: int = 0

    def write(self, path: Path) -> list[Path]:
        """Write the file, and large results into a folder beside it; return what was written.

        Raises:
            WriteError: a file of that name is there that is no file of pins, or the system refuses.
        """
        if path.exists() and not is_pin_file(path):
            raise WriteError(f"{path}: is there and is no file of pins; choose another name")
        written = []
        try:
            for name, text in self.approved.items():
                place = path.with_suffix("") / name
                place.parent.mkdir(parents=True, exist_ok=True)
                replace_bytes(place, text.encode())
                written.append(place)
            replace_bytes(path, self.text.encode())
        except OSError as error:
            raise WriteError(f"{path}: cannot be written ({error.strerror or error})") from error
        return [path, *written]

    def to_dict(self) -> dict[str, Any]:
        """As plain data, ready for JSON."""
        return {
            "schema": "dreck/pins/1",
            "functions": [f.to_dict() for f in self.functions],
            "left_out": self.left_out,
            "orders": self.orders,
            "text": self.text,
            "approved": self.approved,
        }


def pin(
    targets: Sequence[Target],
    project: Path,
    command: TestCommand,
    recording: Recording,
    out: Path | None,
    tick: Callable[[str], None] = lambda _: None,
) -> Pins:
    """Choose pins for functions of one file, and try them out in a copy of the project.

    Args:
        targets: the functions.
        project: the project's folder.
        command: what runs its tests.
        recording: calls that were recorded, which go before inputs that are searched.
        out: where the file will be written; in the project's tests if None.
        tick: called with each function before it is looked at.

    Raises:
        SettingError: the functions stand in several files.
        RunError: the pins cannot be run.
    """
    paths = {t.path for t in targets}
    if len(paths) != 1:
        raise SettingError("pins are written for one file at a time; give one file or function")
    path = targets[0].path
    source = SourceFile.read(path)
    version = Version(path, source.text)
    names = [f.name for t in targets for f in t.functions(source.parse())]
    kept = recording.of(path)
    usual = usual_values(project)
    own = [n for n in dict.fromkeys(names) if not version.functions[n].around]
    python = trial_interpreter(path)

    def sampled(name: str) -> Samples:
        tick(f"{path.as_posix()}::{name}")
        return samples(version, name, kept.get(name, ()), recording.modules, usual, python)

    # Each waits for a process of its own.
    with ThreadPoolExecutor(os.cpu_count()) as pool:
        try:
            found = list(pool.map(sampled, [n for n in own if not n.endswith("__init__")]))
        except BaseException:
            pool.shutdown(wait=False, cancel_futures=True)
            stop_sampling()
            raise
    tick("the pins themselves")
    name = f"test_pins_{path.stem}.py"
    place = out or (project / "tests" if (project / "tests").is_dir() else project) / name
    return _tried_out(found, version, command, project, place)


def _tried_out(
    found: list[Samples], version: Version, command: TestCommand, project: Path, place: Path
) -> Pins:
    copy = ProjectCopy(project)
    try:
        runner = Runner(command, copy, project)
        runner.seconds = _SECONDS * 4
        inside = (
            place if place.resolve().is_relative_to(project.resolve()) else project / place.name
        )
        left_out = 0
        for _ in range(_ROUNDS):
            made = pin_file(found, place.stem)
            if not made.names:
                break
            _put(copy, inside, made)
            ran = runner.run(only=copy.place(inside))
            reds = {r.test.partition("::")[2] for r in ran.reds}
            bad = [sample for name, sample in made.names.items() if name in reds or "" in reds]
            if not bad:
                break
            left_out += len(bad)
            broken = next((r.reason for r in ran.reds if "::" not in r.test), "")
            why = f"the file of pins does not load in the project's tests ({broken})"
            found = [_without(each, bad, why if broken else "") for each in found]
        made = pin_file(found, place.stem)
        orders, faults = (
            (0, []) if not made.names else _held(runner, copy, inside, version, found, made)
        )
    finally:
        copy.close()
    functions = tuple(_pinned(each, version, faults) for each in found)
    return Pins(_stated(made.text, functions, orders), made.approved, functions, left_out, orders)


def _put(copy: ProjectCopy, inside: Path, made: PinFile) -> None:
    place = copy.place(inside)
    place.parent.mkdir(parents=True, exist_ok=True)
    place.write_text(made.text, encoding="utf-8")
    for name, text in made.approved.items():
        beside = place.with_suffix("") / name
        beside.parent.mkdir(parents=True, exist_ok=True)
        beside.write_text(text, encoding="utf-8")


def _held(
    runner: Runner,
    copy: ProjectCopy,
    inside: Path,
    version: Version,
    found: Sequence[Samples],
    made: PinFile,
) -> tuple[int, list[tuple[str, bool]]]:
    """How often the pins are green in another order, and for each planted fault of each function
    whether they are red.
    """
    _put(copy, inside, made)
    planted = [
        (each.function, ast.unparse(fault.tree) + "\n")
        for each in found
        if each.cases
        for fault in planted_in(version.path, version.text, each.function)
    ]
    runs = [(version.path, version.text, seed) for seed in range(1, _ORDERS + 1)]
    runs += [(version.path, text, 0) for _, text in planted]
    runs.append((version.path, _BROKEN, 0))
    *reds, is_broken = runner.reds_in(runs, copy.place(inside), _SECONDS)
    if not is_broken:
        raise RunError(
            f"{version.path}: the pins import another module of that name, from elsewhere; pin it where its tests import it, or give the file a name of its own"
        )
    orders = sum(not red for red in reds[:_ORDERS])
    names = [name for name, _ in planted]
    return orders, list(zip(names, reds[_ORDERS:], strict=True))


def _without(each: Samples, bad: Sequence[Sample], broken: str = "") -> Samples:
    kept = tuple(s for s in each.cases if not any(s is b for b in bad))
    unlike = broken or "its calls do not come out alike each time"
    why = "" if kept else each.why_none or unlike
    return replace(each, cases=kept, why_none=why)


def _pinned(each: Samples, version: Version, faults: Sequence[tuple[str, bool]]) -> Pinned:
    target = f"{version.path.as_posix()}::{each.function}"
    if not each.cases:
        return Pinned(target, 0, why_none=each.why_none)
    own = [red for name, red in faults if name == each.function]
    reached = each.branches - len(each.missed)
    count = len(each.cases)
    return Pinned(target, count, each.branches, reached, each.missed, len(own), sum(own))


def _stated(text: str, functions: Sequence[Pinned], orders: int) -> str:
    """The text, with what its pins were seen to cover."""
    for function in functions:
        name = function.target.partition("::")[2]
        text = text.replace(
            f"<faults of {name}>",
            f"{function.caught} of {function.planted} planted faults turn them red",
        )
    return text
