"""What all tests share: a clean folder and environment, and ways to call the command."""

from __future__ import annotations

import os
import subprocess
import sys
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import pytest
from click.testing import CliRunner

Command = Callable[..., Any]
# What takes longest begins first, so that no processor waits for it in the end.
LONG = ("test_docs.py", "net/", "journal/", "cli/", "judge/test_random.py", "report/")


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Put long tests first; the others keep their order."""
    folder = Path(__file__).parent
    places = {i: i.path.relative_to(folder).as_posix().startswith(LONG) for i in items}
    items.sort(key=lambda item: not places[item])


@pytest.fixture(autouse=True)
def clean_surroundings(
    tmp_path: Path, tmp_path_factory: pytest.TempPathFactory, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Every test starts in an empty folder, leaves sys.path and the environment alone, and keeps
    what it caches apart from the user's own.
    """
    monkeypatch.setenv("XDG_CACHE_HOME", str(tmp_path_factory.getbasetemp() / "cache"))
    monkeypatch.chdir(tmp_path)
    monkeypatch.setattr(sys, "path", list(sys.path))
    monkeypatch.setenv("COLUMNS", "120")


@dataclass(frozen=True)
class Result:
    """What a command left behind."""

    status: int
    out: str
    err: str


@pytest.fixture
def dreck_in_process() -> Callable[..., Result]:
    """Run the command in this process: quick, for most tests."""
    from dreck.cli.app import dreck

    def run(*arguments: str) -> Result:
        done = CliRunner().invoke(dreck, list(arguments))
        if done.exception and not isinstance(done.exception, SystemExit):
            raise done.exception
        return Result(done.exit_code, done.stdout, done.stderr)

    return run


@pytest.fixture
def dreck_command() -> Callable[..., Result]:
    """Run the installed command as a user does: slow, for what needs a process of its own."""

    def run(*arguments: str) -> Result:
        command = [str(Path(sys.executable).with_name("dreck")), *arguments]
        done = subprocess.run(
            command, capture_output=True, text=True, timeout=120, env={**os.environ}, check=False
        )
        return Result(done.returncode, done.stdout, done.stderr)

    return run
