"""band-table: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import look, named

LADDER = "def f(n: int, m: int):\n    if n < 1:\n        return 'a'\n    if n < 5:\n        return 'b'\n    if n < 9:\n        return 'c'\n    return 'd'\n"


def test_ifs_that_return_in_a_bare_module() -> None:
    """The import goes to the top, with the tables before the function."""
    named(
        "band-table",
        LADDER.replace("f(", "grade(").replace("n", "depth").replace("retur" + "depth", "return").replace("idepth" + "t", "int"),
        "from bisect import bisect_right\n\n\nDEPTH_LIMITS = (1, 5, 9)\nGRADES = ('a', 'b', 'c', 'd')\n\n\n"
        "def grade(depth: int, m: int):\n    return GRADES[bisect_right(DEPTH_LIMITS, depth)]\n",
    )


@pytest.mark.parametrize(
    ("old", "new"),
    [
        ("n < 9", "m < 9"),  # another subject
        ("n < 9", "n > 9"),  # another direction
        ("return 'c'", "return m"),  # no constant
        ("return 'd'\n", "print(n)\n"),
        ("return 'd'\n", "print(n)\n    return 'd'\n"),
        ("    if n < 9:", "    n += 1\n    if n < 9:"),
        ("n: int", "n"),
    ],
)
def test_left_alone(old: str, new: str) -> None:
    """What is no ladder, or not known to be one of whole numbers."""
    text = LADDER.replace(old, new)
    assert text != LADDER and not look("band-table", text).sites
