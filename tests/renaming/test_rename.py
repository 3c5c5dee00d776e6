"""Renaming over the files of a project: what changes, what is left, what is refused."""

from __future__ import annotations

from pathlib import Path

import pytest

import dreck
from dreck import DreckError, Verdict

LEVELS = """\
SILL = 95
__all__ = ["SILL", "Gauge", "read"]


class Gauge:
    SILL = 3

    def read(self, SILL=SILL):
        return self.read(SILL) if SILL else [SILL for SILL in range(3)]

    def asked(self):
        return SILL, self.SILL, (lambda SILL: SILL)(1), [SILL for _ in ""]


def read(gauge: "Gauge", other):
    found = Gauge()
    def inner():
        nonlocal found
        return found.read() + SILL
    found.read(); other.read(); gauge.read()
    return inner
"""
USERS = {
    "canal/__init__.py": "from .levels import SILL\n",
    "canal/office.py": "from canal import SILL as DEPTH, levels\nimport canal.levels as lv\nprint(DEPTH, levels.SILL, lv.SILL)\n",
    "canal/desk.py": "from . import SILL\n\n\ndef f(SILL):\n    return SILL\n\n\ndef g():\n    global SILL\n    return SILL\n",
    "canal/far.py": "SILL = 4  # ä\nprint('ä', SILL)\n",
}


@pytest.fixture
def project(tmp_path: Path) -> Path:
    """A small package."""
    (tmp_path / "canal").mkdir()
    for name, text in {"canal/levels.py": LEVELS, **USERS}.items():
        (tmp_path / name).write_text(text, encoding="utf-8")
    return tmp_path


def test_a_constant_through_imports(project: Path) -> None:
    """Re-exports are followed; parameters, class attributes and other modules' names of that word
    are left.
    """
    found = dreck.rename(f"{project}/canal/levels.py::SILL", "SILL_HEIGHT", project)
    found.write()
    texts = {n: (project / n).read_text(encoding="utf-8") for n in USERS}
    assert texts["canal/__init__.py"] == "from .levels import SILL_HEIGHT\n"
    assert texts["canal/office.py"] == USERS["canal/office.py"].replace("SILL", "SILL_HEIGHT")
    assert (
        texts["canal/desk.py"].count("SILL_HEIGHT") == 3
        and "def f(SILL):\n    return SILL\n" in texts["canal/desk.py"]
    )
    assert texts["canal/far.py"] == USERS["canal/far.py"]
    levels = (project / "canal/levels.py").read_text()
    for line in (
        '__all__ = ["SILL_HEIGHT",',
        "    SILL = 3",
        "def read(self, SILL=SILL_HEIGHT):",
        "[SILL for SILL in range(3)]",
        "return SILL_HEIGHT, self.SILL, (lambda SILL: SILL)(1), [SILL_HEIGHT for _",
        "found.read() + SILL_HEIGHT",
    ):
        assert line in levels, line
    assert (
        found.verdict.verdict is Verdict.PROVED_UNDER
        and "SILL (" in found.verdict.assumptions[0].about
    )


def test_a_method_where_the_receiver_is_known(project: Path) -> None:
    """On the object itself, on what is made of the class here, and on annotated parameters; else it
    is listed.
    """
    target = f"{project}/canal/levels.py::Gauge.read"
    found = dreck.rename(target, "take", project)
    (change,) = found.changes
    for line in (
        "def take(self, SILL=SILL):",
        "return self.take(SILL)",
        "found.take(); other.read(); gauge.take()",
        "def read(gauge",
    ):
        assert line in change.text, line
    assert any("what other is cannot be told" in why for _, _, why in found.undecided)
    assert "other.take()" in dreck.rename(target, "take", project, everywhere=True).changes[0].text


def test_a_local_variable(project: Path) -> None:
    """Nested functions that see it change too; what is left of the word elsewhere says so."""
    (change,) = dreck.rename(f"{project}/canal/levels.py::read.found", "made", project).changes
    assert (
        "made = Gauge()" in change.text
        and "nonlocal made" in change.text
        and "made.read() + SILL" in change.text
    )


@pytest.mark.parametrize(
    ("name", "new", "message"),
    [
        ("SILL", "class", "cannot be a name"),
        ("SILL", "read", "means something there already"),
        ("NOTHING", "X1", "has no function, class or constant"),
        ("read.other", "x1", "is a parameter"),
        ("read.nothing", "x1", "no local variable"),
        ("Gauge.nothing", "x1", "has no Gauge.nothing"),
    ],
)
def test_refused(project: Path, name: str, new: str, message: str) -> None:
    """One line says what is wrong; nothing is changed."""
    with pytest.raises(DreckError, match=message):
        dreck.rename(f"{project}/canal/levels.py::{name}", new, project)
    with pytest.raises(DreckError, match="names no definition"):
        dreck.rename(f"{project}/canal/levels.py", new, project)


def test_names_put_together_as_text_are_listed(tmp_path: Path) -> None:
    """A file that asks objects for computed names may mean anything; a local variable nobody can
    ask for.
    """
    (tmp_path / "a.py").write_text(
        "class Lock:\n    def open_gate(self):\n        found = 1\n        return found\n"
    )
    (tmp_path / "b.py").write_text(
        "def ask(lock, word):\n    return getattr(lock, 'open_' + word)()\n"
    )
    found = dreck.rename(f"{tmp_path}/a.py::Lock.open_gate", "unlock", tmp_path)
    assert (
        found.verdict.verdict is Verdict.PROVED_UNDER
        and "b.py:2" in found.verdict.assumptions[0].about
    )
    assert (
        dreck.rename(f"{tmp_path}/a.py::Lock.open_gate.found", "seen", tmp_path).verdict.verdict
        is Verdict.PROVED
    )


def test_a_property_with_a_setter(tmp_path: Path) -> None:
    """Its decorators name it too."""
    (tmp_path / "a.py").write_text(
        "class Lock:\n    @property\n    def level(self): return 1\n    @level.setter\n    def level(self, v): pass\n"
    )
    (change,) = dreck.rename(f"{tmp_path}/a.py::Lock.level", "height", tmp_path).changes
    assert change.text.count("height") == 3 and "level" not in change.text


@pytest.mark.parametrize(
    "use",
    [
        "from collections import namedtuple\nGate = namedtuple('Gate', 'width height')\n",
        "from operator import attrgetter\nby_width = attrgetter('gate.width')\n",
        "def text(lock):\n    return '{0.width} m'.format(lock)\n",
    ],
)
def test_texts_that_name_a_field(tmp_path: Path, use: str) -> None:
    """Where a text finds the field by its old name, nothing is called the same."""
    lock = "class Lock:\n    def width(self):\n        return 3\n\n\nLOCK = Lock().width()\n"
    (tmp_path / "locks.py").write_text(lock, encoding="utf-8")
    (tmp_path / "uses.py").write_text(use, encoding="utf-8")
    with pytest.raises(DreckError, match="a text there names 'width'"):
        dreck.rename(f"{tmp_path}/locks.py::Lock.width", "breadth", tmp_path)


def test_texts_that_may_speak_of_it(tmp_path: Path) -> None:
    """A text that only has the word in it is listed."""
    text = "class Lock:\n    def width(self):\n        return 3\n\n\nSAYS = 'the width of it'\n"
    (tmp_path / "locks.py").write_text(text, encoding="utf-8")
    found = dreck.rename(f"{tmp_path}/locks.py::Lock.width", "breadth", tmp_path)
    assert found.verdict.verdict is Verdict.PROVED_UNDER
    assert ["locks.py:6" in a.about for a in found.verdict.assumptions] == [True]
