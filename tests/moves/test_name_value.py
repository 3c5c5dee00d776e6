"""name-value: what examples cannot say."""

from __future__ import annotations

import pytest

from dreck.judge.face.verdict import Verdict

from dreck.moves.wishes import Wishes

from .harness import look, named
from .test_all_moves import verdict

CASES = [
    pytest.param(
        """
        def dues(boat: int, nights: int, book):
            # per night
            if nights > 3: book.note(length=boat * nights + 4)
            return boat * nights + 4
        """,
        """
        def dues(boat: int, nights: int, book):
            # per night
            length = boat * nights + 4
            if nights > 3: book.note(length=length)
            return length
        """,
        id="named like the parameter it is passed as",
    ),
    pytest.param("def dues(boat):\n    return boat * 12 + 1\n", "", id="once is not enough"),
    pytest.param(
        "def dues(x, y):\n    print(x * y - 17)\n    return x * y - 17\n",
        "",
        id="nothing says what it is",
    ),
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_cases(before: str, after: str) -> None:
    """What becomes of a function, exactly."""
    named("name-value", before, after)


@pytest.mark.parametrize(
    "body",
    [
        "if n > lock.level - 95:\n        lock.fill()\n    return lock.level - 95 > n",  # the level changes in between
        "while n > lock.level - 95:\n        lock.level -= 1\n    return lock.level - 95 > n",
        "if lock.open and n > lock.level - 95:\n        return 1\n    return n > lock.level - 95",  # not reached at all
    ],
)
def test_what_the_judge_takes_back(body: str) -> None:
    """A site where the value may differ, or may not be computed, is never proved."""
    text = f"def f(lock, n):\n    {body}\n"
    (site,) = look("name-value", text, wishes=Wishes(asked=True)).sites
    assert verdict(text, site.whole) in (Verdict.UNDECIDED, Verdict.PROVED_UNDER)
    assert verdict(text, site.whole) is Verdict.UNDECIDED or "and" in body
