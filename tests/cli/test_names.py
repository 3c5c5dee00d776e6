"""Names from the command line: wishes, a naming program, renaming, names that are not safe."""

from __future__ import annotations

import json
import sys
from pathlib import Path
from typing import Any

import pytest

RULE = """\
def admit(boat, level: int):
    if boat.papers is None or boat.length > 70 or boat.draught > level - 95:
        raise Refusal("too large for the lock")
    boat.enter()
"""
NAMER = """\
import json, sys
asked = json.load(sys.stdin)
if asked["names"] == ["boat", "level"] and [p["name"] for p in asked["proposals"]] == ["is_too_large_for_lock"]:
    print("no name at all"); print("is_misfit: the keeper says so"); print("not fits"); print("class")
"""


@pytest.fixture
def canal(tmp_path: Path) -> Path:
    """A file with one condition that deserves a name."""
    path = tmp_path / "canal.py"
    path.write_text(RULE)
    return path


@pytest.mark.parametrize(
    ("options", "wanted"),
    [
        ((), "if is_too_large_for_lock(boat, level):"),
        (("--name", "2=is_misfit"), "if is_misfit(boat, level):"),
        (("--name", "is_too_large_for_lock=is_misfit"), "if is_misfit(boat, level):"),
        (("--only", "name-condition", "--name", "2=misfit"), "    misfit = boat.papers is None or"),
        (("--skip", "extract-predicate"), RULE.splitlines()[1]),
    ],
)
def test_names(options: tuple[str, ...], wanted: str, canal: Path, dreck_in_process: Any) -> None:
    """A name is proposed with its reason, and a person's own goes before it."""
    done = dreck_in_process("untangle", "canal.py", "--write", "--json", *options)
    assert done.status == 0 and wanted in canal.read_text()
    steps = json.loads(done.out)["targets"][0]["steps"]
    if not options:
        assert [n["name"] for n in steps[0]["names"]] == ["is_too_large_for_lock"]
        assert steps[0]["names"][0]["reason"] == "it leads to the error 'too large for the lock'"


def test_a_name_that_nothing_asks_for_is_not_lost_silently(
    canal: Path, dreck_in_process: Any
) -> None:
    """A wish for a line without a step is said to have had no effect."""
    done = dreck_in_process("untangle", "canal.py", "--name", "3=is_misfit")
    assert (
        done.status == 2
        and "--name 3=is_misfit: no step gave a name there" in done.err
        and "is_too_large_for_lock" in done.out
    )


@pytest.mark.parametrize(
    ("options", "message"),
    [
        (("--name", "nonsense"), "give the line of a step and a name"),
        (("--name", "2=no-name"), "use an identifier that is no keyword"),
    ],
)
def test_names_that_cannot_be(
    options: tuple[str, ...], message: str, canal: Path, dreck_in_process: Any
) -> None:
    """One line says what to do; nothing is written."""
    done = dreck_in_process("untangle", "canal.py", "--write", *options)
    assert done.status == 2 and message in done.err and canal.read_text() == RULE


def test_a_naming_program(canal: Path, dreck_in_process: Any) -> None:
    """A program of the user's own goes before all other sources; one that fails is an error of one
    line.
    """
    (canal.parent / "names.py").write_text(NAMER)
    settings = canal.parent / "pyproject.toml"
    settings.write_text(f'[tool.dreck.naming]\ncommand = ["{sys.executable}", "names.py"]\n')
    done = dreck_in_process("untangle", "canal.py")
    assert (
        done.status == 0
        and "the keeper says so" in done.out
        and "other names: fits, is_too_large_for_lock" in done.out
    )
    settings.write_text('[tool.dreck.naming]\ncommand = ["false"]\n')
    done = dreck_in_process("untangle", "canal.py", "--write")
    assert (
        done.status == 2
        and "the naming command 'false' failed" in done.err
        and canal.read_text() == RULE
    )
    settings.write_text("[tool.dreck.naming]\nprogram = 3\n")
    assert "give a table like {command" in dreck_in_process("untangle", "canal.py").err


def test_an_unsafe_name_shows_why(tmp_path: Path, dreck_in_process: Any) -> None:
    """A condition that a check protects is not asked before it; the input that would break it is
    shown.
    """
    text = "def f(boat, hour: int):\n    if boat is None:\n        return 0\n    elif boat > 70 and hour > 1:\n        return 1\n    return 2\n"
    (tmp_path / "canal.py").write_text(text)
    done = dreck_in_process(
        "untangle", "canal.py:4", "--only", "name-condition", "--name", "4=late", "--write"
    )
    for words in (
        "taken back: name-condition at line 4, differs",
        "extract-predicate gives it a function instead",
        "f(None, 1): before returns 0",
    ):
        assert words in done.out, done.out
    assert (tmp_path / "canal.py").read_text() == text


def test_rename(canal: Path, dreck_in_process: Any) -> None:
    """Shown first, written on request, as JSON too."""
    canal.write_text(
        RULE
        + "\n\nclass Lock:\n    def book(self):\n        return self.book\n\n\ndef f(x):\n    return x.book\n"
    )
    done = dreck_in_process("rename", "canal.py::admit", "let_in")
    assert (
        "canal.py::admit is now let_in: proved" in done.out
        and "--write does that" in done.out
        and "def admit" in canal.read_text()
    )
    done = dreck_in_process("rename", "canal.py::Lock.book", "reserve", "--write")
    assert (
        "left as it is: canal.py:13, x.book: what x is cannot be told" in done.out
        and "return self.reserve" in canal.read_text()
    )
    found = json.loads(dreck_in_process("rename", "canal.py::Lock.reserve", "book2", "--json").out)
    assert found["verdict"]["verdict"] == "proved" and found["changes"][0]["path"] == "canal.py"
    assert dreck_in_process("rename", "canal.py::nobody", "x").status == 2
