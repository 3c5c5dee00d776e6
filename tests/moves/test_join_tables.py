"""join-tables: what examples cannot say."""

from __future__ import annotations

import pytest

from dreck import Verdict
from dreck.moves.wishes import Wishes

from .harness import look
from .test_all_moves import verdict

TABLES = '_FARE_BY_KIND = {"barge": 240, "tug": (1, 2)}\n_WASH_BY_KIND = {"barge": 3, "tug": None}\n_CREW_BY_KIND = {"tug": 3, "barge": 1}\n'
USES = {
    "a look-up in a look-up": "def f(kind: str):\n    return _FARE_BY_KIND[kind], _WASH_BY_KIND.get(_CREW_BY_KIND[kind])\n",
    "asked for the key first": "def f(kind: str):\n    return _FARE_BY_KIND[kind] if kind in _WASH_BY_KIND else _CREW_BY_KIND[kind]\n",
    "a method": "class Desk:\n    def f(self, kind: str):\n        return _WASH_BY_KIND[kind], _FARE_BY_KIND[self.kind]\n\n    def g(self):\n        return _CREW_BY_KIND\n",
}


@pytest.mark.parametrize("title", USES)
def test_what_comes_out_is_the_same(title: str) -> None:
    """Tables with the same keys in the same order are joined, others stay."""
    text = f"{TABLES}\n\n{USES[title]}"
    found = look("join-tables", text)
    for site in found.sites:
        assert "_FARE_BY_KIND" not in site.whole and "_CREW_BY_KIND = " in site.whole
        assert "fare: int | tuple" in site.whole and verdict(text, site.whole).same, site.whole
    assert found.sites or title == "a look-up in a look-up"


def test_names_and_reach() -> None:
    """The table is called as asked; functions that may not change keep the tables."""
    text = f"{TABLES}\n\ndef f(kind: str):\n    return _FARE_BY_KIND[kind], _WASH_BY_KIND[kind]\n"
    assert (
        'VESSELS["x"]'
        not in look("join-tables", text, wishes=Wishes({"KINDS": "VESSELS"})).sites[0].whole
    )
    assert (
        "VESSELS[kind].fare, VESSELS[kind].wash"
        in look("join-tables", text, wishes=Wishes({"KINDS": "VESSELS"})).sites[0].whole
    )
    both = f"{text}\n\ndef g(kind: str):\n    return _WASH_BY_KIND[kind]\n"
    assert not look("join-tables", both, wishes=Wishes(functions=frozenset({"f"}))).sites


def test_public_tables_stay() -> None:
    """Code elsewhere may import a table with a public name: the judge does not let it go."""
    text = f"{TABLES}\n\n{USES['asked for the key first']}".replace("_FARE", "FARE")
    sites = look("join-tables", text).sites
    assert sites and all(verdict(text, s.whole) is Verdict.UNDECIDED for s in sites)


def test_members_of_an_enum() -> None:
    """Members are keys like others."""
    head = "from enum import Enum\n\n\nclass Gate(Enum):\n    UPPER = 1\n    LOWER = 2\n\n\n"
    tables = "_HOURS_OF_GATE = {Gate.UPPER: 3, Gate.LOWER: 4}\n_CREW_OF_GATE = {Gate.UPPER: 1, Gate.LOWER: 2}\n"
    text = f"{head}{tables}\n\ndef f(gate: Gate):\n    return _HOURS_OF_GATE[gate] + _CREW_OF_GATE[gate]\n"
    assert not look("join-tables", text).sites  # the enum has the name of the rows already
    asked = look("join-tables", text.replace("_OF_GATE", "_BY_SIDE"))
    assert "SIDES[gate].hours + SIDES[gate].crew" in asked.sites[0].whole
    assert verdict(text.replace("_OF_GATE", "_BY_SIDE"), asked.sites[0].whole).same
