"""Steps that change several files of a project."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest

import dreck
from dreck import Verdict, WriteError

FILES = {
    "canal/__init__.py": "",
    "canal/fleet.py": '''
class Vessel:
    def __init__(self, cargo=0):
        self.cargo = cargo


class Barge(Vessel):
    pass


class Tug(Vessel):
    """Pulls."""
''',
    "canal/harbour.py": """
from .fleet import Barge, Tug

RATE = 3


def fee(vessel, nights: int):
    if isinstance(vessel, Barge):
        return 240 + vessel.cargo * nights
    elif isinstance(vessel, Tug):
        return 180
    raise LookupError(vessel)


def rated(vessel):
    if isinstance(vessel, Barge):
        return RATE
    if isinstance(vessel, Tug):
        return 2
    return 1


def ticket(vessel, days: int, winter: bool = False):
    if winter:
        return 40 * days
    return 100 * days + vessel.cargo
""",
    "canal/desk.py": """
from canal.harbour import ticket


def sell(vessel, day, winter):
    if day > 300:
        return ticket(vessel, 30, True)
    if day > 200:
        return ticket(vessel, 30, winter)
    return ticket(vessel, days=day)
""",
    "canal/other.py": "from canal.harbour import ticket as pass_for\n\n\ndef sell(vessel):\n    return pass_for(vessel, 3, True)\n",
}


@pytest.fixture
def project(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """A package of several files, in the current folder."""
    for name, text in FILES.items():
        (tmp_path / name).parent.mkdir(exist_ok=True)
        (tmp_path / name).write_text(text.lstrip("\n"), encoding="utf-8")
    monkeypatch.chdir(tmp_path)
    return tmp_path


def test_classes_in_another_file_get_the_methods(project: Path) -> None:
    """One step changes both files; names that the other file lacks keep an arm where it is."""
    found = dreck.untangle("canal/harbour.py", only=["methods-on-classes"])
    steps = [s for f in found.functions for s in f.steps]
    assert [s.verdict.verdict for s in steps] == [Verdict.PROVED_UNDER]
    assert "--- a/canal/fleet.py" in steps[0].diff
    assert [p.as_posix() for p in found.write()] == ["canal/harbour.py", "canal/fleet.py"]
    fleet = Path("canal/fleet.py").read_text(encoding="utf-8")
    assert (
        "class Barge(Vessel):\n    def fee(self, nights: int):\n        return 240 + self.cargo * nights\n"
        in fleet
    )
    assert "return RATE" in Path("canal/harbour.py").read_text(encoding="utf-8")


@pytest.mark.parametrize("place", ["canal/harbour.py", "absolute"])
def test_callers_in_another_file_move_over(place: str, project: Path) -> None:
    """Callers with a literal or the default move; one with a variable, and one under another name,
    stay.
    """
    target = str(project / "canal/harbour.py") if place == "absolute" else place
    found = dreck.untangle(target, only=["split-flag"])
    assert found.verdict is Verdict.PROVED_UNDER
    found.write()
    desk = (project / "canal/desk.py").read_text(encoding="utf-8")
    assert desk.startswith(
        "from canal.harbour import ticket, ticket_if_winter, ticket_unless_winter\n"
    )
    assert (
        "ticket_if_winter(vessel, 30)" in desk
        and "ticket(vessel, 30, winter)" in desk
        and "ticket_unless_winter(vessel, days=day)" in desk
    )
    assert (project / "canal/other.py").read_text(encoding="utf-8") == FILES["canal/other.py"]


def test_one_function_as_target_keeps_to_it(project: Path) -> None:
    """Whoever names one function does not get other files changed."""
    found = dreck.untangle("canal/harbour.py::ticket", only=["split-flag"])
    assert [c.source.path.as_posix() for c in found.changes] == ["canal/harbour.py"]


def test_all_files_or_none(project: Path, dreck_in_process: Any) -> None:
    """If one file changed meanwhile, none is written."""
    found = dreck.untangle("canal/harbour.py", only=["split-flag"])
    with Path("canal/desk.py").open("a", encoding="utf-8") as stream:
        stream.write("# meanwhile\n")
    before = Path("canal/harbour.py").read_text(encoding="utf-8")
    with pytest.raises(WriteError, match="canal/desk.py: changed while Dreck worked on it"):
        found.write()
    assert Path("canal/harbour.py").read_text(encoding="utf-8") == before
    shown = dreck_in_process("untangle", "canal/harbour.py", "--only", "split-flag")
    assert "@ canal/desk.py, line 1" in shown.out


WRONG = {
    "another method than the arm": (
        "fleet",
        "return 240 + self.cargo * nights",
        "return 240 + self.cargo",
    ),
    "another function than the flag's": (
        "desk",
        "ticket_if_winter(vessel, 30)",
        "ticket_unless_winter(vessel, 30)",
    ),
}


@pytest.mark.parametrize("title", WRONG)
def test_the_judge_reads_all_files(title: str, project: Path) -> None:
    """A fault in any of the files is no proof."""
    from dreck.judge.versions.version import Version
    from dreck.judge.face.judge import Judge

    name, right, wrong = WRONG[title]
    found = dreck.untangle("canal/harbour.py", only=["split-flag", "methods-on-classes"])
    pairs = [
        (Version(c.source.path, c.source.text), Version(c.source.path, c.text))
        for c in found.changes
    ]
    assert Judge(runner=None).vouch_files(pairs).verdict is Verdict.PROVED_UNDER
    spoilt = [
        (a, Version(b.path, b.text.replace(right, wrong)) if b.path.stem == name else b)
        for a, b in pairs
    ]
    assert [b.text for _, b in spoilt] != [b.text for _, b in pairs]
    assert Judge(runner=None).vouch_files(spoilt).verdict is Verdict.UNDECIDED


def test_no_comment_is_lost(project: Path) -> None:
    """A step that would lose one is left alone, and says so."""
    path = Path("canal/harbour.py")
    path.write_text(
        path.read_text(encoding="utf-8").replace(
            "    elif isinstance(vessel, Tug):",
            "    # strong ones\n    elif isinstance(vessel, Tug):",
        ),
        encoding="utf-8",
    )
    found = dreck.untangle("canal/harbour.py::fee", only=["methods-on-classes"])
    assert not found.functions[0].steps and [p.why for p in found.functions[0].left_alone] == [
        "a comment would be lost"
    ]


@pytest.mark.parametrize("name", ["__name__", "RATE"])
def test_names_belong_to_their_module(name: str, project: Path) -> None:
    """What another module calls so is not what this one does."""
    from dreck.judge.versions.version import Version
    from dreck.judge.face.judge import Judge

    home, here = Path("canal/harbour.py"), Path("canal/desk.py")
    tell = f"RATE = 3\n\n\ndef tell():\n    return {name}\n"
    before = "from canal.harbour import tell\n\nRATE = 4\n\n\ndef told():\n    return tell()\n"
    pairs = [
        (
            Version(home, tell),
            Version(home, tell.replace(f"return {name}", f"found = {name}\n    return found")),
        ),
        (Version(here, before), Version(here, before.replace("return tell()", f"return {name}"))),
    ]
    assert [s.verdict.value for s in Judge(runner=None).vouch_files(pairs).subjects] == [
        "proved",
        "undecided",
    ]
