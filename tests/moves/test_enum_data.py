"""enum-data: what examples cannot say."""

from __future__ import annotations

import pytest

from dreck.moves.wishes import Wishes

from .harness import look
from .test_all_moves import verdict

ENUM = "from enum import Enum\n\n\nclass Gate(Enum):\n    UPPER = 1\n    LOWER = 2\n    SIDE = 3\n\n    def is_open(self):\n        return self is Gate.SIDE\n\n\n"
CHAIN = "    if gate is Gate.UPPER:\n        return 4\n    elif gate == Gate.LOWER:\n        return 6\n    return 9\n"
HEADS = [
    "def minutes(gate: Gate):\n",
    "def minutes(gate: 'Gate', day=3):\n",
    "def minutes(desk, *, gate: Gate):\n",
]


@pytest.mark.parametrize("head", HEADS)
def test_the_members_know_it(head: str) -> None:
    """It is proved, and the methods of the enum stay."""
    sites = look("enum-data", ENUM + head + CHAIN, subject="minutes").sites
    assert "return gate.minutes\n" in sites[0].whole and "def is_open" in sites[0].whole
    assert "    Gate.SIDE: 9,\n" in sites[0].whole
    assert verdict(ENUM + head + CHAIN, sites[0].whole).value == "proved"


@pytest.mark.parametrize(
    "head",
    [
        "def minutes(gate: Gate = None):\n",
        "def minutes(gate: Gate | None):\n",
        "def minutes(gate: Gate):\n    gate = gate.other\n",
    ],
)
def test_something_else_may_come(head: str) -> None:
    """Where the subject may be no member, it is left alone, or the judge does not agree."""
    sites = look("enum-data", ENUM + head + CHAIN, subject="minutes").sites
    assert not any(verdict(ENUM + head + CHAIN, s.whole).same for s in sites)


def test_a_name_of_ones_own() -> None:
    """The property is called as asked."""
    sites = look(
        "enum-data", ENUM + HEADS[0] + CHAIN, subject="minutes", wishes=Wishes({"minutes": "wait"})
    ).sites
    assert "return gate.wait\n" in sites[0].whole
