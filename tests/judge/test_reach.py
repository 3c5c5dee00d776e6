"""One function asked about: what it may reach counts, unless it is shown to be out of its reach."""

from __future__ import annotations

from pathlib import Path

import pytest

from dreck.judge.face.judge import Judge
from dreck.judge.versions.reach import reached_from
from dreck.judge.versions.version import Version

# The module with a place for what changes, what stands there before and after, and the subject.
CASES = {
    "the making of an object": (
        "class Boat:\n    def __init__(self, n):\n        self.n = {}\ndef made(n: int):\n    return Boat(n).n\n",
        "n",
        "n + 1",
    ),
    "what follows the making of a dataclass": (
        "from dataclasses import dataclass\n@dataclass\nclass Fee:\n    n: int\n    def __post_init__(self):\n"
        "        self.n = {}\ndef made(n: int):\n    return Fee(n).n\n",
        "max(self.n, 0)",
        "abs(self.n)",
    ),
    "an operator": (
        "class Fee:\n    def __add__(self, other):\n        return {}\ndef made(a: Fee, b: Fee):\n    return a + b\n",
        "1",
        "2",
    ),
    "equality": (
        "class Fee:\n    def __eq__(self, other):\n        return {}\ndef made(a: Fee, b: Fee):\n    return a == b\n",
        "True",
        "False",
    ),
    "a loop": (
        "class Fees:\n    def __iter__(self):\n        return iter({})\ndef made(fees: Fees):\n    return [f for f in fees]\n",
        "[1]",
        "[2]",
    ),
    "a table of functions": (
        "def up(n):\n    return {}\nSTEPS = {{'up': up}}\ndef made(n: int):\n    return STEPS['up'](n)\n",
        "n + 1",
        "n + 2",
    ),
    "an alias": (
        "def up(n):\n    return {}\nrise = up\ndef made(n: int):\n    return rise(n)\n",
        "n + 1",
        "n + 2",
    ),
    "a function with some arguments filled in": (
        "from functools import partial\ndef up(n, by):\n    return {}\nrise = partial(up, by=1)\n"
        "def made(n: int):\n    return rise(n)\n",
        "n + by",
        "n - by",
    ),
    "a name put together": (
        "class Desk:\n    def do_up(self):\n        return {}\ndef made(word: str):\n    return getattr(Desk(), 'do_' + word)()\n",
        "1",
        "2",
    ),
    "an alias in a class": (
        "class Desk:\n    def _up(self):\n        return {}\n    up = _up\ndef made(desk: Desk):\n    return desk.up()\n",
        "1",
        "2",
    ),
    "a registered function": (
        "BELLS = []\ndef bell(f):\n    BELLS.append(f)\n    return f\n@bell\ndef first():\n    return {}\n"
        "def made():\n    return [b() for b in BELLS]\n",
        "1",
        "2",
    ),
    "a function handed over at the top": (
        "BELLS = []\ndef first():\n    return {}\nBELLS.append(first)\ndef made():\n    return [b() for b in BELLS]\n",
        "1",
        "2",
    ),
}


@pytest.mark.parametrize("title", CASES)
def test_what_is_reached_counts(title: str) -> None:
    """A changed function that the subject comes to in a roundabout way keeps it from being the
    same.
    """
    module, old, new = CASES[title]
    versions = [Version(Path(f"{v}.py"), module.format(v)) for v in ("old", "new")]
    before, after = (
        Version(v.path, module.format(x)) for v, x in zip(versions, (old, new), strict=True)
    )
    found = Judge(runner=None).vouch(before, after, "made")
    assert len(found.subjects) == 2 and not found.verdict.same, found.subjects


def test_what_is_out_of_reach_does_not_count() -> None:
    """A function that nothing on the way mentions is nobody's business."""
    text = "def up(n):\n    return n\ndef down(n):\n    return n\ndef made(n):\n    return up(n)\n"
    version = Version(Path("a.py"), text)
    assert reached_from("made", version, ["up", "down"]) == {"up"}
    after = Version(
        Path("a.py"), text.replace("def down(n):\n    return n", "def down(n):\n    return 0")
    )
    found = Judge(runner=None).vouch(version, after, "made")
    assert [s.subject for s in found.subjects] == ["made"] and found.verdict.same
