"""Annotations that name what a module imports and defines for type checkers only."""

from __future__ import annotations

from pathlib import Path

import pytest

import dreck
from dreck import Verdict
from dreck.judge.trials.runner import ProcessRunner, Request

SLUICE = """
class Sluice:
    def __init__(self, name: str, width: int) -> None:
        self.name = name
        self.width = width
"""
# What stands beside the module, its head, and what its function is given.
FILES = {
    "a class": (
        {"sluice.py": SLUICE},
        "from sluice import Sluice",
        "sluice: Sluice",
        "sluice.width > 412",
    ),
    "an alias": ({}, "Widths = list[int]", "widths: Widths", "len(widths) > 2 and widths[1] == 7"),
    "an alias of an own class": (
        {},
        "Either = Own | None",
        "own: Either",
        "isinstance(own, Own) and own.width > 97",
    ),
    "what is never there": (
        {},
        "from nowhere import Stub",
        "stub: Stub, width: int",
        "isinstance(width, int) and width > 412",
    ),
    "a class of which one argument is declared like that": (
        {
            "sluice.py": "from __future__ import annotations\nimport typing\n"
            "if typing.TYPE_CHECKING:\n    from decimal import Decimal\n\n"
            "class Sluice:\n    def __init__(self, width: Decimal) -> None:\n"
            "        self.width = width.quantize(2)\n"
        },
        "from sluice import Sluice",
        "sluice: Sluice",
        "sluice.width > 40",
    ),
}
HEAD = """from __future__ import annotations

from typing import TYPE_CHECKING

if TYPE_CHECKING:
    {}


class Own:
    def __init__(self, width: int) -> None:
        self.width = width


def f({}):
    return 1 if {} else 2
"""


@pytest.mark.parametrize("what", FILES)
def test_they_are_looked_up_as_if_they_were_imported(what: str, tmp_path: Path) -> None:
    """A wrong bound is found, with a call that runs."""
    beside, head, given, asked = FILES[what]
    for name, text in beside.items():
        (tmp_path / name).write_text(text)
    code = HEAD.format(head, given, asked)
    (tmp_path / "before.py").write_text(code)
    (tmp_path / "after.py").write_text(code.replace(" > ", " >= "))
    found = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py").subjects[0]
    assert found.verdict is Verdict.DIFFERS and found.counterexample, found
    assert "returns 2" in found.counterexample.before, found.counterexample


# Classes derived from one of the module itself: one version does not know those of the other.
GATES = {
    "at once": {"gates.py": "from lock import Part\n\n\nclass Gate(Part):\n    pass\n"},
    "further away": {
        "parts.py": "from lock import Part\n\n\nclass Leaf(Part):\n    pass\n",
        "gates.py": "from parts import Leaf\n\n\nclass Gate(Leaf):\n    pass\n",
    },
}
ALIAS = "    from gates import Gate\n"
LOCK = """from __future__ import annotations

from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from gates import Gate


class Part:
    pass


def f(gate: Gate):
    return 1 if isinstance(gate, Part) else 2
"""


@pytest.mark.parametrize("alias", ["", "    Gate = Gate | None\n", "    Gates = list[Gate]\n"])
@pytest.mark.parametrize("what", GATES)
def test_classes_that_hang_on_one_version_are_no_inputs(
    what: str, alias: str, tmp_path: Path
) -> None:
    """They would be told apart by that alone, under whatever name."""
    lock = LOCK.replace(ALIAS, ALIAS + alias)
    if "Gates" in alias:
        lock = lock.replace("gate: Gate", "gate: Gates").replace("(gate,", "(gate[0],")
    for name, text in {**GATES[what], "lock.py": lock}.items():
        (tmp_path / name).write_text(text)
    path = str(tmp_path / "lock.py")
    request = Request((path, path), (lock, lock), "lock", (str(tmp_path),), "f")
    found = ProcessRunner().run(request)
    assert found["outcome"] == "same"
    assert found["before"]["reached"] == found["after"]["reached"]
