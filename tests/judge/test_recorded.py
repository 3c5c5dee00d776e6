"""Calls that tests make, inputs from libraries, and the programs that show a difference again."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

import pytest

import dreck
from dreck import Verdict
from dreck.errors import RunError

LOCKS = """
class Boat:
    def __init__(self, name, tons):
        self.name = name
        self.tons = tons
        self.marks = {"serial": name * 3}


def due(boat, rates):
    if rates.setdefault(boat.marks["serial"], 7) * boat.tons % 1009 == 12:
        return boat.name
    return rates
"""
TESTS = """
from locks import Boat, due


def test_due():
    assert due(Boat("ab", 3), {"ababab": 4}) == "ab"
    assert due(Boat("b", 3), {}) == {"bbb": 7}
"""


def run(script: str) -> list[str]:
    """The lines that a script prints."""
    return subprocess.run(
        [sys.executable, "-c", script], capture_output=True, text=True, check=True
    ).stdout.splitlines()


@pytest.fixture
def project(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """A folder with a module and its tests."""
    for name, text in (("locks.py", LOCKS), ("test_locks.py", TESTS), ("conftest.py", "")):
        (tmp_path / name).write_text(text, encoding="utf-8")
    monkeypatch.chdir(tmp_path)
    return tmp_path


def test_recorded_calls_are_tried_first(project: Path) -> None:
    """The objects of the tests are built again for both versions, and written as they are made."""
    (project / "new.py").write_text(
        LOCKS.replace("return boat.name", 'return boat.name + "!"'), encoding="utf-8"
    )
    found = dreck.vouch("locks.py", "new.py", tests=["test_locks.py"])
    shown = found.subjects[0].counterexample
    assert shown is not None
    assert shown.call == "due(Boat(name='ab', tons=3), {'ababab': 4})" and shown.where == ()
    assert run(shown.script) == ["before returns 'ab'", "after returns 'ab!'"]


def test_recorded_calls_are_counted(project: Path) -> None:
    """A tested verdict says how many of its inputs are calls of tests."""
    changed = LOCKS.replace("* boat.tons", "* (boat.tons + 0)")
    (project / "new.py").write_text(changed, encoding="utf-8")
    found = dreck.vouch("locks.py", "new.py", tests=["test_locks.py"])
    trials = found.subjects[0].trials
    assert found.verdict is Verdict.DIFFERS or (trials is not None and trials.recorded == 2)


def test_tests_that_cannot_be_run(project: Path) -> None:
    """It is said in one line."""
    with pytest.raises(RunError, match="pytest nothing.py: no calls recorded"):
        dreck.vouch("locks.py", "test_locks.py", tests=["nothing.py"])


LIBRARY = {
    "uuid.UUID": ("boat.hex", "str(boat)"),
    "ipaddress.IPv4Address": ("int(boat)", "int(boat) + 1"),
    "collections.deque[int]": ("len(boat) > 1 and boat[0]", "len(boat) > 1 and boat[1]"),
    "decimal.Decimal": ("boat > 1", "boat >= 1"),
    "datetime.datetime": ("boat.day > 28", "boat.day >= 28"),
}


@pytest.mark.parametrize("hint", LIBRARY)
def test_types_of_the_library_are_built(hint: str, tmp_path: Path) -> None:
    """Values of the type itself show the difference, and the program that shows it again runs."""
    head = f"import {hint.partition('.')[0]}\n\n\ndef ask(boat: {hint}):\n    if isinstance(boat, {hint.partition('[')[0]}):\n"
    for name, asked in zip(("before", "after"), LIBRARY[hint], strict=True):
        (tmp_path / f"{name}.py").write_text(f"{head}        return {asked}\n", encoding="utf-8")
    found = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py")
    shown = found.subjects[0].counterexample
    assert shown is not None and "Probe" not in shown.call
    assert run(shown.script) == [f"before {shown.before}", f"after {shown.after}"]


def test_own_inputs_are_run_again(tmp_path: Path) -> None:
    """The program that shows a difference builds the user's own inputs again."""
    for name, text in (
        ("before", "def ask(boat):\n    return boat[2]['x']"),
        ("after", "def ask(boat):\n    return boat[2].get('y', 3)"),
        ("own", "def inputs(module, subject):\n    yield ((1, 2, {'x': {4}}),)"),
    ):
        (tmp_path / f"{name}.py").write_text(text + "\n", encoding="utf-8")
    found = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py", inputs=tmp_path / "own.py")
    shown = found.subjects[0].counterexample
    assert shown is not None and shown.call == "ask(inputs[0][0])"
    assert run(shown.script) == ["before returns {4}", "after returns 3"]


def test_trials_that_never_come_to_the_change_are_no_evidence(tmp_path: Path) -> None:
    """Where the versions part, but no trial goes, nothing is shown; what would help is said."""
    text = "def pick(boats, day):\n    if hash(repr(boats)) % 100003 == 77 and day.zone:\n        return 1\n    return 2\n"
    (tmp_path / "a.py").write_text(text, encoding="utf-8")
    (tmp_path / "b.py").write_text(text.replace("return 1", "return 7"), encoding="utf-8")
    found = dreck.vouch(tmp_path / "a.py", tmp_path / "b.py").subjects[0]
    assert found.verdict is Verdict.UNDECIDED and "came to line 3 of the old version" in found.why
    assert found.helps.startswith("annotations of boats, day, inputs of your own")
