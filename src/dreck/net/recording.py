"""Calls that a program makes while it runs, in a file of JSON lines.

Each line is one call: ``file`` and ``function``, ``module`` as it was imported, ``call`` with the
pickled arguments (base64), ``outcome`` in words, and ``of``, how many calls of the function there
were, of which a fair sample is kept.
"""

from __future__ import annotations

import json
import os
import shutil
import tempfile
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from ..errors import RunError, SettingError
from . import tape
from .command import words_of
from .interpreters import interpreter_of
from .process import run_to_end

# Calls of one function that are kept, and bytes of one.
MOST_CALLS = 300
_MOST_BYTES = 100_000


@dataclass(frozen=True, slots=True)
class Recording:
    """Calls that were recorded.

    Attributes:
        lines: one for each call.
    """

    lines: tuple[Mapping[str, Any], ...]

    def of(self, path: Path) -> dict[str, list[str]]:
        """For each function of a file the pickled calls that were kept."""
        found: dict[str, list[str]] = {}
        for line in self.lines:
            if os.path.realpath(line["file"]) == os.path.realpath(path):
                found.setdefault(line["function"], []).append(line["call"])
        return found

    @property
    def modules(self) -> list[str]:
        """The names under which the files were imported."""
        return sorted({line["module"] for line in self.lines})

    def write(self, path: Path) -> None:
        """Write the calls, a line each.

        Raises:
            OSError: the system refuses.
        """
        path.write_text("".join(json.dumps(line) + "\n" for line in self.lines), encoding="utf-8")

    @classmethod
    def read(cls, path: Path) -> Recording:
        """Read a file that was written so.

        Raises:
            SettingError: it cannot be read, or holds something else.
        """
        try:
            lines = [json.loads(line) for line in path.read_text(encoding="utf-8").splitlines()]
            if not all({"file", "function", "module", "call"} <= set(line) for line in lines):
                raise ValueError("a line is no call")
        except (OSError, ValueError, TypeError) as error:
            raise SettingError(
                f"{path}: holds no recorded calls ({error}); dreck pin --record writes such a file"
            ) from error
        return cls(tuple(lines))


def record(command: str, wanted: Mapping[Path, Sequence[str]], project: Path) -> Recording:
    """Run a command and keep the calls that it, and all it starts, makes of some functions.

    Args:
        command: as typed at a shell; ``python`` and ``pytest`` are the project's.
        wanted: for each file the functions, by qualified name; all of it if there is none.
        project: the project's folder.

    Raises:
        SettingError: there is no command.
        RunError: it cannot be run, or fails without one call of these functions.
    """
    words = words_of(command, "--while")
    python = interpreter_of(project)
    if words[0] in ("python", "python3"):
        words[0] = python
    elif words[0] == "pytest":
        words[:1] = [python, "-m", "pytest"]
    with tempfile.TemporaryDirectory(prefix="dreck-tape-") as scratch:
        shutil.copyfile(tape.__file__, Path(scratch, "sitecustomize.py"))
        wishes = {
            "out": scratch,
            "files": {str(f.resolve()): list(names) for f, names in wanted.items()},
            "most": MOST_CALLS,
            "bytes": _MOST_BYTES,
        }
        asked = Path(scratch, "wishes.json")
        asked.write_text(json.dumps(wishes), encoding="utf-8")
        status, last = _run(words, scratch, asked)
        lines = list(_lines(sorted(Path(scratch).glob("*.jsonl"))))
    if status and not lines:
        raise RunError(f"{command}: ended with status {status} and made no such call ({last})")
    return Recording(tuple(lines))


def _run(words: list[str], scratch: str, asked: Path) -> tuple[int, str]:
    paths = [scratch, os.environ.get("PYTHONPATH", "")]
    environment = {
        **os.environ,
        tape.WISHES: str(asked),
        "PYTHONPATH": os.pathsep.join(p for p in paths if p),
    }
    status, said = run_to_end(words, environment)
    last = said.strip().splitlines()[-1:] or ["it said nothing"]
    return status, last[0]


def _lines(paths: Iterable[Path]) -> Iterable[Mapping[str, Any]]:
    for path in paths:
        for line in path.read_text(encoding="utf-8").splitlines():
            yield json.loads(line)
