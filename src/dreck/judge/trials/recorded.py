"""Calls that the project's own tests make, as inputs: running the tests, and building the arguments
again.
"""

from __future__ import annotations

import ast
import base64
import importlib
import io
import json
import os
import pickle
import subprocess
import sys
import tempfile
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from ...errors import RunError
from .homes import note_homes
from .recipes import OMITTED, Recipe, Side
from .recorder import WISHES
from .picture import picture
from .records import given
from .plainer import written
from .spelling import Speller

# Longer arguments are not written out.
_LONGEST = 500
# Nor is what their constructors are given.
_LONGEST_MADE = 1_500
_PLUGIN = "dreck.judge.trials.recorder"


@dataclass(frozen=True, slots=True)
class RecordedCalls:
    """Pickled arguments of calls.

    Attributes:
        calls: for each function, by qualified name, its calls.
        modules: the names under which the tests imported the files.
    """

    calls: Mapping[str, Sequence[str]] = field(default_factory=dict)
    modules: Sequence[str] = ()

    def of(self, subject: str) -> list[str]:
        """The calls of one function."""
        return list(self.calls.get(subject.partition("#")[0], ()))


def record_calls(
    tests: Sequence[str], files: Sequence[Path], folder: Path, python: str = sys.executable
) -> RecordedCalls:
    """Run pytest in a process of its own and keep the calls of functions of some files.

    Args:
        tests: what pytest is to run, as on its command line.
        files: the files whose functions are watched.
        folder: where pytest is started.
        python: the interpreter that runs it.

    Raises:
        RunError: pytest cannot be run, or runs no test.
    """
    with tempfile.TemporaryDirectory(prefix="dreck-calls-") as scratch:
        out = Path(scratch, "calls.json")
        wishes = json.dumps({"files": [str(f.resolve()) for f in files], "out": str(out)})
        paths = [str(Path(__file__).resolve().parents[3]), os.environ.get("PYTHONPATH", "")]
        environment = {
            **os.environ,
            WISHES: wishes,
            "PYTHONPATH": os.pathsep.join(p for p in paths if p),
        }
        command = [python, "-m", "pytest", "-q", "-p", _PLUGIN, *tests]
        done = subprocess.run(
            command,
            cwd=folder,
            env=environment,
            capture_output=True,
            text=True,
            stdin=subprocess.DEVNULL,
        )
        if done.returncode not in (0, 1) or not out.exists():
            lines = (done.stdout + done.stderr).strip().splitlines()
            raise RunError(
                f"pytest {' '.join(tests)}: no calls recorded, it ended with status {done.returncode} ({lines[-1] if lines else 'no output'})"
            )
        found = json.loads(out.read_text(encoding="utf-8"))
    return RecordedCalls(found["calls"], tuple(found["modules"]))


def recorded_row(
    call: str,
    number: int,
    modules: Sequence[str],
    given: Sequence[bool],
    side: Side,
    *,
    is_written: bool = False,
) -> tuple[Recipe, ...]:
    """The recipes of one call's arguments.

    Args:
        call: its pickled arguments.
        number: what it is called in messages.
        modules: names of modules whose objects are to be those of the version at hand.
        given: for each parameter whether the call has an argument for it.
        side: a version with which the arguments are built once, to see how they are written.
        is_written: whether what can only be written as something alike is that then.

    Raises:
        Exception: whatever unpickling raises.
    """
    positions = iter(range(sum(given)))
    return tuple(
        _argument(call, number, next(positions), modules, side, is_written) if g else OMITTED
        for g in given
    )


def _argument(
    call: str, number: int, position: int, modules: Sequence[str], side: Side, is_written: bool
) -> Recipe:
    def build(side: Side, answers: object) -> Any:
        return _Reader(base64.b64decode(call), side, modules).load()[position]

    value = build(side, None)
    text = repr(value)
    if not _is_literal(text):
        text = _as_made(value, side) or (_alike(value, side) if is_written else "")
        if text and is_written:
            return written(text)
        text = text or f"recorded[{number}][{position}]"
    return Recipe(text, build)


def _as_made(value: object, side: Side) -> str:
    """The text that makes an object as its class's constructor does; empty if there is none."""
    speller = Speller(vars(side.module), is_new=True)
    try:
        text = speller.spell(value)
        made = _made_of(text, speller, side)
    except Exception:
        return ""
    if picture(made) != picture(value) or len(text) > _LONGEST_MADE:
        return ""
    note_homes({**dict.fromkeys(speller.modules, ""), **speller.homes})
    return text


def _alike(value: object, side: Side) -> str:
    """The text of an object that its constructor makes much like this one; empty if there is none."""
    speller = Speller(vars(side.module), is_new=True, is_free=True)
    try:
        text = speller.spell(value)
        _made_of(text, speller, side)
    except Exception:
        return ""
    if len(text) > _LONGEST_MADE:
        return ""
    note_homes({**dict.fromkeys(speller.modules, ""), **speller.homes})
    return text


def _made_of(text: str, speller: Speller, side: Side) -> Any:
    known = {**vars(side.module), **{m: importlib.import_module(m) for m in speller.modules}}
    known |= {n: getattr(importlib.import_module(m), n) for n, m in speller.homes.items()}
    return eval(text, {**known, "given": given})


def in_words(value: object) -> str:
    """An object in a few words: its type and what it holds."""
    state = getattr(value, "__dict__", None)
    held = (
        ", ".join(f"{k}={v!r}" for k, v in state.items())
        if isinstance(state, dict) and state
        else repr(value)
    )
    text = f"{type(value).__qualname__} with {held}" if state else held
    return text if len(text) < _LONGEST else f"{text[:_LONGEST]}..."


def _is_literal(text: str) -> bool:
    try:
        ast.literal_eval(text)
    except (ValueError, SyntaxError, RecursionError):
        return False
    return len(text) < _LONGEST


class _Reader(pickle.Unpickler):
    """Reads pickled arguments with the classes of one version."""

    def __init__(self, text: bytes, side: Side, modules: Sequence[str]) -> None:
        super().__init__(io.BytesIO(text))
        self._side, self._modules = side, modules

    def find_class(self, module: str, name: str) -> Any:
        """The class of that name, of the version where it is one of its module's."""
        if module not in self._modules:
            return super().find_class(module, name)
        found: Any = self._side.module
        for part in name.split("."):
            found = getattr(found, part)
        return found
