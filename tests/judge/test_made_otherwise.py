"""Inputs that nobody finds by chance: what a project passes, and objects that only methods make."""

from __future__ import annotations

import zlib
from pathlib import Path

import pytest

import dreck
from dreck import Verdict

# A permit is only made of a text that is on a list of which the code holds no more than sums.
TEXT = "harbour 17, upper reach"
PERMIT = f"""{{0}}
import zlib


class Permit:
    '''A permit.{{1}}'''

    def __init__(self, told: str) -> None:
        if zlib.crc32(told.encode()) != {zlib.crc32(TEXT.encode())}:
            raise ValueError(told)
        self.told = told


def f(permit: Permit, width: int):
    if width > 412:
        return 1
    return permit.told + "."


{{2}}
"""
CASES = f"import pytest\n\n\n@pytest.mark.parametrize('told, kept', [({TEXT!r}, True), pytest.param('no', False)])\ndef test_it(told, kept):\n    Permit(told)\n"
# What is put in the module, and what stands beside it.
WHERE = {
    "an example": (("", f"\n\n    >>> Permit({TEXT!r}).told\n    ''\n    ", ""), {}),
    "the module": (("", "", f"USUAL = Permit(told={TEXT!r})"), {}),
    "a list in the module": (("", "", f"def many(told: list): pass\n\n\nmany([{TEXT!r}])"), {}),
    "a module it imports": (
        ("import desk", "", ""),
        {"desk.py": f"def usual():\n    from before import Permit\n    return Permit({TEXT!r})\n"},
    ),
    "a test": (("", "", ""), {"tests/test_before.py": f"assert Permit({TEXT!r})\n"}),
    "the cases of a test": (("", "", ""), {"test_permits.py": CASES}),
}


def written(folder: Path, before: str, after: str, beside: dict[str, str]) -> dreck.Vouching:
    """The verdict on two versions."""
    for name, text in {**beside, "before.py": before, "after.py": after}.items():
        (folder / name).parent.mkdir(exist_ok=True)
        (folder / name).write_text(text)
    return dreck.vouch(folder / "before.py", folder / "after.py")


@pytest.mark.parametrize("where", WHERE)
def test_what_the_project_passes_is_tried(where: str, tmp_path: Path) -> None:
    """Texts of its code, its examples and its tests make objects that none else makes."""
    parts, beside = WHERE[where]
    before = PERMIT.format(*parts)
    found = written(tmp_path, before, before.replace('+ "."', '+ ","'), beside)
    assert found.verdict is Verdict.DIFFERS, found.subjects
    shown = found.subjects[0].counterexample
    assert shown and TEXT in shown.call


TOLD = "def f(name: str, width: int = 3):\n    {}\n    return name.upper() * width\n"


def test_what_is_passed_against_a_declaration_is_not(tmp_path: Path) -> None:
    """A test may call a function with anything, to see it refused."""
    beside = {"test_before.py": "f(3)\nf(None, 'x')\nf(name=b'', width=2.5)\nf(*(1, 2))\n"}
    before, after = (TOLD.format(s) for s in ("name.split()", "str.split(''.join(name))"))
    found = written(tmp_path, before, after, beside)
    assert found.verdict is not Verdict.DIFFERS, found.subjects


GATE = """
import typing


class Gate:
    def __new__(cls, *given):
        raise TypeError("by one of its methods only")

    @{0}
    def wide(cls, width: int, *, name: str = "east") -> {1}:
        made = object.__new__(Gate)
        made.width, made.name = width + 0, name
        return made


def f(gate: Gate):
    if gate.width > 412:
        return gate.name
    return gate.width
"""
# How the method is declared, and whether it is known to make a gate.
MAKERS = {
    ("classmethod", '"Gate"'): True,
    ("classmethod", "typing.Self"): True,
    ("classmethod", "object"): False,
}


@pytest.mark.parametrize("how", MAKERS)
def test_objects_are_made_by_methods(how: tuple[str, str], tmp_path: Path) -> None:
    """Where the constructor makes none, and it is declared what the methods hand back."""
    before = GATE.format(*how)
    found = written(tmp_path, before, before.replace("> 412", ">= 412"), {})
    (shown,) = found.subjects
    is_found = (
        shown.counterexample is not None and "Gate.wide(width=412" in shown.counterexample.call
    )
    assert is_found is MAKERS[how], found.subjects


def test_methods_that_differ_make_no_objects(tmp_path: Path) -> None:
    """What they do is no difference of the function that is given their objects."""
    before = GATE.format("classmethod", '"Gate"')
    after = before.replace("width + 0", "width + 1").replace(" > 412", " >= 413")
    found = {s.subject: s.verdict for s in written(tmp_path, before, after, {}).subjects}
    assert found["f"] is not Verdict.DIFFERS, found


def test_stand_ins_alone_are_no_evidence(tmp_path: Path) -> None:
    """Where only they come to the place, and make a difference there, nothing was tested."""
    before = PERMIT.format("", "", "").replace("if width > 412", "if not permit.told.strip()")
    found = written(tmp_path, before, before.replace("return 1\n", "return 2\n"), {})
    (shown,) = found.subjects
    assert shown.verdict is Verdict.UNDECIDED and "only stand-ins came" in shown.why, shown
