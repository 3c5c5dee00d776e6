"""What follows from a condition says what it is called."""

from __future__ import annotations

import ast

import pytest

from dreck.naming.phrases import Rank
from dreck.naming.proposals import Named, proposals

TEST = ast.parse("boat.papers is None or boat.length > 70 or boat.draught > 2", mode="eval").body
WANTED = [
    # the arm, the target of the loop around, the name and whether it is true where the condition is
    ('raise Refused("too large for the lock")', "", ("is_too_large_for_lock", True)),
    ('raise Refused(f"{boat.name} is not fit to sail")', "boat", ("is_fit_to_sail", False)),
    # said of something else than the one at hand
    ('raise ValueError(f"{lock.name} is not fit to sail")', "boat", None),
    ('raise ValueError(f"{boat.name}: papers")', "boat", None),
    ('speak("no berth for %s" % boat)\nreturn False', "", ("has_berth", False)),
    ('log.write("done", boat)\nreturn False', "", None),
    # told and then gone on: it may be true of what follows too
    ('speak("no berth")\nboat.wait()', "", None),
    ('boat.place = "dock"\nboat.log.append("held")\nreturn boat', "", ("is_for_dock", True)),
    ('boat.state = "closed"\nreturn boat', "", ("is_closed", True)),
    ('boat.state = "something else"\nreturn boat', "", None),
    ("boat.state = next_state\nreturn boat", "", None),
    ('chores.append("clean the chain")', "", ("should_clean_chain", True)),
    ('chores.append("the chain")', "", None),
    ("chores.append(boat)", "", None),
]


@pytest.mark.parametrize(("arm", "target", "wanted"), WANTED, ids=[w[0] for w in WANTED])
def test_what_follows(arm: str, target: str, wanted: tuple[str, bool] | None) -> None:
    """The best name is what the arm says, if it says something."""
    loop = ast.parse(target, mode="eval").body if target else None
    named = Named(TEST, ast.parse(arm).body, loop_target=loop)
    found = [p for p in proposals(named) if p.rank is Rank.CONSEQUENCE]
    assert [(p.name, p.positive) for p in found[:1]] == ([wanted] if wanted else [])
