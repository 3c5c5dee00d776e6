"""number-rounds: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    pytest.param(
        """
        # the rounds
        i = 0
        for x in a:
            # each of them
            log(i, x)
            i += 1
        """,
        """
        # the rounds
        for i, x in enumerate(a):
            # each of them
            log(i, x)
        """,
        id="comments stay",
    ),
    pytest.param(
        """
        i = 0
        for x, y in a:
            log(i, x, y)
            i += 1
        """,
        """
        for i, (x, y) in enumerate(a):
            log(i, x, y)
        """,
        id="a target of several names",
    ),
    pytest.param(
        """
        i = 5
        for x in a:
            for y in x:
                if y:
                    continue
                log(i, y)
            i = 1 + i
        return a
        """,
        """
        for i, x in enumerate(a, 5):
            for y in x:
                if y:
                    continue
                log(i, y)
        return a
        """,
        id="a continue of a loop inside",
    ),
    pytest.param(
        """
        i = 0
        for x in a:
            if x:
                return i
            i += 2
        """,
        "",
        id="in steps of two",
    ),
    pytest.param(
        """
        i = flag
        for x in a:
            log(i)
            i += 1
        """,
        "",
        id="from what is not known",
    ),
    pytest.param(
        """
        i = 0
        for x in a[i:]:
            log(i)
            i += 1
        """,
        "",
        id="what is gone through asks for it",
    ),
    pytest.param(
        """
        i = 0
        for x in a:
            log(i)
            i += 1
        else:
            log(i)
        """,
        "",
        id="asked for in the else",
    ),
    pytest.param(
        """
        i = 0
        later = lambda: i
        for x in a:
            log(later())
            i += 1
        """,
        "",
        id="shared with a function",
    ),
    pytest.param(
        """
        i = 0
        for x in a:
            if x:
                break
            i += 1
        log(i)
        """,
        "",
        id="asked for after a break",
    ),
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_counters(before: str, after: str) -> None:
    """What counts the rounds, and what only looks like it."""
    check("number-rounds", before, after)
