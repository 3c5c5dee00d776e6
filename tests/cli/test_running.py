"""Whose Python runs the code, and for how long inputs are searched for."""

from __future__ import annotations

import sys
from pathlib import Path

import pytest

import dreck
from dreck.errors import SettingError

# The environment of the project has a package that ours lacks.
KIT = "def rate(kind):\n    return {'barge': 3, 'skiff': 2}.get(kind, 1)\n"
BEFORE = """from lockkit import rate


def toll(boats: list[str]):
    total = 0
    for kind in boats:
        if kind != "raft":
            total = total + rate(kind) * 10
    return total
"""
AFTER = """from lockkit import rate


def toll(boats: list[str]):
    return 10 * sum(rate(kind) for kind in sorted(boats) if kind != "raft")
"""
WRONG = AFTER.replace("10", "11")


def interpreter(path: Path, *words: str) -> Path:
    """A program in place of Python."""
    path.parent.mkdir(parents=True, exist_ok=True)
    path.write_text("#!/bin/sh\n" + "\n".join(words) + "\n")
    path.chmod(0o755)
    return path


@pytest.fixture
def project(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """Two versions that need what only the project's environment has, which lies beside them."""
    monkeypatch.delenv("VIRTUAL_ENV", raising=False)
    folder = tmp_path / "canal"
    site = tmp_path / "site"
    for path, text in (
        (folder / "before.py", BEFORE),
        (folder / "after.py", AFTER),
        (folder / "wrong.py", WRONG),
        (folder / "pyproject.toml", "[tool.dreck]\n"),
        (site / "lockkit.py", KIT),
    ):
        path.parent.mkdir(exist_ok=True)
        path.write_text(text)
    interpreter(tmp_path / "python", f'PYTHONPATH={site} exec {sys.executable} "$@"')
    monkeypatch.chdir(folder)
    return folder


@pytest.mark.parametrize("told", ["nothing", "option", "settings", "active", "beside"])
def test_the_projects_python_runs_both_versions(
    told: str, project: Path, monkeypatch: pytest.MonkeyPatch, dreck_in_process
) -> None:
    """By an option, by the settings, where it is active, and where it lies in the project."""
    arguments: tuple[str, ...] = ()
    found = project.parent / "python"
    if told == "option":
        arguments = ("--python", str(found))
    elif told == "settings":
        (project / "pyproject.toml").write_text('[tool.dreck]\npython = "../python"\n')
    elif told == "active":
        interpreter(project.parent / "env" / "bin" / "python", f'exec {found} "$@"')
        monkeypatch.setenv("VIRTUAL_ENV", str(project.parent / "env"))
    elif told == "beside":
        interpreter(project / ".venv" / "bin" / "python", f'exec {found} "$@"')
    good = dreck_in_process("vouch", "before.py", "after.py", *arguments)
    wrong = dreck_in_process("vouch", "before.py", "wrong.py", *arguments)
    if told == "nothing":
        assert good.out.startswith("undecided") and "lockkit" in good.out + good.err
    else:
        assert good.out.startswith("tested") and wrong.out.startswith("differs"), good.out


@pytest.mark.parametrize(
    "arguments, message",
    [
        (("--python", "missing"), "missing: cannot be run as Python"),
        (("--python", "./old"), "./old: is Python 3.9; trials need 3.11 or newer"),
        (("--python", "./broken"), "./broken: cannot be run as Python"),
        (("--budget", "0"), "0"),
        (("--budget", "soon"), "soon"),
    ],
)
def test_what_cannot_run_is_told_so(
    arguments: tuple[str, str], message: str, project: Path, dreck_in_process
) -> None:
    """One line that says what and what to do."""
    interpreter(project / "old", "echo 3 9")
    interpreter(project / "broken", "exit 3")
    done = dreck_in_process("vouch", "before.py", "after.py", *arguments)
    assert done.status == 2 and message in done.err and "Traceback" not in done.err


def test_an_old_python_beside_the_project_is_passed_over(project: Path, dreck_in_process) -> None:
    """Nobody asked for it; ours runs what it can."""
    interpreter(project / "venv" / "bin" / "python", "echo 3 9")
    assert "lockkit" in dreck_in_process("vouch", "before.py", "after.py").out


def test_a_longer_search_tries_more(tmp_path: Path) -> None:
    """And a budget of nothing is none."""
    before, after = tmp_path / "before.py", tmp_path / "after.py"
    before.write_text(BEFORE.replace("from lockkit import rate", KIT))
    after.write_text(AFTER.replace("from lockkit import rate", KIT))
    tried = []
    for budget in (0.05, 4):
        (found,) = dreck.vouch(before, after, budget=budget).subjects
        assert found.trials is not None
        tried.append(found.trials.count)
    assert tried[0] < tried[1]
    with pytest.raises(SettingError, match="give seconds above 0"):
        dreck.vouch(before, after, budget=0)
