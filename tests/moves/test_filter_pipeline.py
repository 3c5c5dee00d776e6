"""filter-pipeline: the traps that its examples do not show."""

from __future__ import annotations

import textwrap

import pytest

from .harness import check, look

CASES = [
    (
        "r = 0\nfor x in a:\n    if not x:\n        continue\n    r += 1\nreturn r\n",
        "r = sum(1 for x in a if x)\nreturn r\n",
    ),
    (
        "r = {}\nfor x in a:\n    r[n] = x, m\nreturn r\n",
        "r = {n: (x, m) for x in a}\nreturn r\n",
    ),
    (
        "# those that fit\nr = set()\nfor x in a:\n    r.add(x)\nreturn r\n",
        "# those that fit\nr = {x for x in a}\nreturn r\n",
    ),
]
# What is left out after the answer is found is for trials to decide.
SHAPES = [
    (
        "r = False\nfor x in a:\n    for y in x:\n        if y == n:\n            r = True\nreturn r\n",
        "r = any(y == n for x in a for y in x)\nreturn r\n",
    ),
    (
        "for x in a:\n    if x and x.name != s:\n        return False\nreturn True\n",
        "return all(not x or x.name == s for x in a)\n",
    ),
]
STAYS = [
    # the last value of the loop's name is used behind it
    "r = 0\nfor x in a:\n    r += 1\nreturn r, x\n",
    # what is gathered is asked for on the way
    "r = []\nfor x in a:\n    if x not in r:\n        r.append(x)\nreturn r\n",
    # something else is done too
    "r = []\nfor x in a:\n    log(x)\n    r.append(x)\nreturn r\n",
    # the last one counts, not the first
    "r = None\nfor x in a:\n    if x:\n        r = x\nreturn r\n",
    # it does not start empty
    "r = [n]\nfor x in a:\n    r.append(x)\nreturn r\n",
    "r = 0.0\nfor x in a:\n    r += x\nreturn r\n",
    "for x in a:\n    if x:\n        return True\nelse:\n    log(1)\nreturn False\n",
    "r = []\nfor x in a:\n    # each of them\n    r.append(x)\nreturn r\n",
    "r = []\nfor x in a:\n    r.append((yield x))\nreturn r\n",
    # an inner break leaves only the inner loop
    "r = False\nfor x in a:\n    for y in x:\n        if y:\n            r = True\n            break\nreturn r\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """A loop that only works something out is that expression."""
    check("filter-pipeline", before, after)


@pytest.mark.parametrize(("before", "after"), SHAPES)
def test_shapes(before: str, after: str) -> None:
    """A question about all of them stops where it is answered."""
    head = "def f(a, n, s):\n"
    text = head + textwrap.indent(before, "    ")
    assert look("filter-pipeline", text).sites[0].whole == head + textwrap.indent(after, "    ")


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Loops that do more, or whose names live on, stay."""
    check("filter-pipeline", body, "")
