"""How a project's tests are started: its interpreter, and what stands behind it."""

from __future__ import annotations

import json
import shlex
import subprocess
from dataclasses import dataclass
from pathlib import Path

from ..errors import RunError, SettingError
from .interpreters import interpreter_of

DEFAULT = "python -m pytest"
_PROBE_SECONDS = 60
_PROBE = """
import importlib.util as u, json, sys
names = ("pytest", "coverage", "xdist", "pytest_cov")
print(json.dumps({"has": [n for n in names if u.find_spec(n)], "path": sys.path}))
"""


@dataclass(frozen=True, slots=True)
class TestCommand:
    """A command that runs a project's tests.

    Attributes:
        words: the program and its arguments.
        is_pytest: whether it is pytest, which can be asked for some tests only.
        python: the project's interpreter.
        has: which of pytest, coverage, xdist and pytest_cov it has.
        paths: where it looks for modules.
    """

    __test__ = False  # so that pytest does not take it for a test

    words: tuple[str, ...]
    is_pytest: bool
    python: str
    has: frozenset[str]
    paths: tuple[str, ...]

    @classmethod
    def of(cls, text: str, project: Path, python: str = "") -> TestCommand:
        """The command that a text stands for, run by the project's interpreter.

        Args:
            text: as typed at a shell; ``python`` at its beginning is the project's.
            project: its folder.
            python: the interpreter; that of the project's environment if empty.

        Raises:
            SettingError: there is no command in the text.
            RunError: the interpreter cannot be run, or has no pytest.
        """
        words = words_of(text, "tests")
        python = python or interpreter_of(project)
        is_pytest = "pytest" in words[:3] or words[0].endswith("/pytest")
        if is_pytest:
            after = next(i for i, w in enumerate(words) if w.endswith("pytest")) + 1
            words = [python, "-m", "pytest", *words[after:]]
        elif words[0] in ("python", "python3"):
            words = [python, *words[1:]]
        has, paths = _probe(python, project)
        if is_pytest and "pytest" not in has:
            raise RunError(
                f"{python}: has no pytest, so the tests cannot be run; install it there, or name another command as tests in [tool.dreck]"
            )
        return cls(tuple(words), is_pytest, python, has, paths)

    def __str__(self) -> str:
        first = "python" if self.words[0] == self.python else self.words[0]
        return shlex.join([first, *self.words[1:]])


def words_of(text: str, option: str) -> list[str]:
    """A command as typed at a shell, as words.

    Raises:
        SettingError: there is none in the text.
    """
    try:
        words = shlex.split(text)
    except ValueError as error:
        raise SettingError(f"{option} {text!r}: cannot be read ({error})") from error
    if not words:
        raise SettingError(f"{option}: the command is empty; give one, as in python -m pytest")
    return words


def _probe(python: str, project: Path) -> tuple[frozenset[str], tuple[str, ...]]:
    """What an interpreter has, and where it looks for modules."""
    try:
        done = subprocess.run(
            [python, "-c", _PROBE],
            cwd=project,
            capture_output=True,
            text=True,
            timeout=_PROBE_SECONDS,
            check=False,
        )
        told = json.loads(done.stdout)
    except (OSError, ValueError, subprocess.TimeoutExpired) as error:
        raise RunError(f"{python}: cannot be run as the project's Python ({error})") from error
    return frozenset(told["has"]), tuple(told["path"])
