"""loop-over-elements: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    pytest.param(
        """
        # those above
        i = 0
        found = []
        while i < len(a):
            # each of them
            x, y = a[i]
            if x > 1:
                found.append(y)
            i = i + 1
        return found
        """,
        """
        found = []
        # those above
        for x, y in a:
            # each of them
            if x > 1:
                found.append(y)
        return found
        """,
        id="several names",
    ),
    pytest.param(
        """
        for i in range(len(a)):
            x, y = a[i]
            if y:
                return i, x
        """,
        """
        for i, (x, y) in enumerate(a):
            if y:
                return i, x
        """,
        id="several names and the place",
    ),
    pytest.param(
        """
        boats = sorted(a)
        for i in range(len(boats)):
            if boats[i] and boats[i] != flag:
                return boats[i]
        """,
        """
        boats = sorted(a)
        for boat in boats:
            if boat and boat != flag:
                return boat
        """,
        id="a name of its own",
    ),
    pytest.param(
        """
        i = 1
        while i < len(a):
            x = a[i]
            log(x)
            i += 1
        """,
        "",
        id="not from the first on",
    ),
    pytest.param(
        """
        for i in range(len(a)):
            x = a[i]
            a[i] = x + 1
        """,
        "",
        id="elements are set",
    ),
    pytest.param(
        """
        for i in range(len(a) - 1):
            x = a[i]
            log(x, a[i + 1])
        """,
        "",
        id="not up to the last one",
    ),
    pytest.param(
        """
        for i in range(len(a)):
            x = a[i]
            a.remove(x)
        """,
        "",
        id="the list gets shorter",
    ),
    pytest.param(
        """
        for i in range(len(a)):
            x = a[i]
            log(i, x)
        """,
        "",
        id="who is told may change the list",
    ),
    pytest.param(
        """
        for i in range(len(boats)):
            log(i)
        """,
        "",
        id="only the places",
    ),
    pytest.param(
        """
        i = 0
        while i < len(a):
            x = a[i]
            log(x)
            i += 1
        else:
            log(i)
        """,
        "",
        id="an else",
    ),
    pytest.param(
        """
        for i, x in enumerate(a):
            if x > 1:
                return i, a[i]
        """,
        """
        for i, x in enumerate(a):
            if x > 1:
                return i, x
        """,
        id="an element that has a name, and its place",
    ),
    pytest.param(
        """
        for i, x in enumerate(a, 1):
            if x > 1:
                return a[i]
        """,
        "",
        id="places from one on",
    ),
    pytest.param(
        """
        for i, x in enumerate(a):
            a.sort()
            log(a[i])
        """,
        "",
        id="another element comes to the place",
    ),
    pytest.param(
        """
        for i, x in enumerate(a):
            x = x.strip()
            log(a[i], x)
        """,
        "",
        id="the name is of something else",
    ),
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_loop_over_elements(before: str, after: str) -> None:
    """The shapes around the examples."""
    check("loop-over-elements", before, after)
