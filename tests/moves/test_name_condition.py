"""name-condition: what examples cannot say."""

from __future__ import annotations

import pytest

from dreck.moves.wishes import Wishes

from .harness import look, named
from .test_all_moves import verdict


def test_names() -> None:
    """A name asked for, and one that is taken by a parameter."""
    before = "def f(level: int, x):\n    if x and 95 <= level < 220:\n        return 1\n    return 95 <= level < 220\n"
    after = "def f(level: int, x):\n    NAME = 95 <= level < 220\n    if x and NAME:\n        return 1\n    return NAME\n"
    named("name-condition", before, after.replace("NAME", "deep"), names={"level_in_range": "deep"})
    named("name-condition", before.replace("x", "level_in_range"), "")


@pytest.mark.parametrize(
    ("body", "proved"),
    [
        (
            "if boat is not None and boat.late(hour) > 3 and hour > 1:\n        return 1\n    return 2",
            True,
        ),  # where it stands
        (
            "if boat is None:\n        return 0\n    if boat.length > 70 and hour > 1:\n        return 1\n    return 2",
            True,
        ),
        (
            "if hour > 3:\n        return 0\n    elif boat.length > 70 and hour > 1:\n        return 1\n    return 2",
            False,
        ),
        ("while boat.length > 70 and hour > 1:\n        hour -= boat.cut()\n    return 2", False),
    ],
)
def test_only_where_it_is_safe_to_ask(body: str, proved: bool) -> None:
    """What a check before protects, and what a loop asks again, is not asked once at the start."""
    text = f"def f(boat, hour: int):\n    {body}\n"
    line = next(n for n, t in enumerate(text.splitlines(), 1) if "and" in t)
    site = look(
        "name-condition", text, wishes=Wishes(line=line, asked=True, names={str(line): "wanted"})
    ).sites[0]
    assert verdict(text, site.whole).same is proved
