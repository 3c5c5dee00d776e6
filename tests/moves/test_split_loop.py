"""split-loop: the traps that its examples do not show."""

from __future__ import annotations

import textwrap

import pytest

from .harness import look

HEAD = "def f(a: list, n: int, log):\n"
SPLITS = [
    (
        "r = 0\ns = []\nfor x in a:\n    if x.b:\n        r += x.c\n        s.append(x)\nreturn r, s\n",
        "r = 0\ns = []\nfitting = [x for x in a if x.b]\nfor x in fitting:\n    r += x.c\n"
        "for x in fitting:\n    s.append(x)\nreturn r, s\n",
    ),
    (
        "r = 0\ns = False\nfor boat in a:\n    if boat.b:\n        continue\n    r = r + 1\n"
        "    if boat.c:\n        s = True\nreturn r, s\n",
        "r = 0\ns = False\nboats = [boat for boat in a if not boat.b]\nfor boat in boats:\n"
        "    r = r + 1\nfor boat in boats:\n    if boat.c:\n        s = True\nreturn r, s\n",
    ),
]
WHOLE = [
    # one asks for the other, and so do the conditions of all
    "r = s = 0\nfor x in a:\n    r += x\n    s += r\nreturn s\n",
    "r = 0\ns = 0\nfor x in a:\n    if r < n:\n        r += x\n        s += 1\nreturn r, s\n",
    # there is only one thing
    "r = 0\nfor x in a:\n    r += x\n    r += 1\nreturn r\n",
    # something else is done in a round, or a round may be the last
    "r = 0\ns = 0\nfor x in a:\n    r += x\n    s += 1\n    log(x)\nreturn r, s\n",
    "r = 0\ns = 0\nfor x in a:\n    r += x\n    s += 1\n    if x:\n        break\nreturn r, s\n",
    # what is gone through may be another thing the second time
    "r = 0\ns = 0\nfor x in log():\n    r += x\n    s += 1\nreturn r, s\n",
    # the name of the round, or what it works out, lives on
    "r = 0\ns = 0\nfor x in a:\n    r += x\n    s += 1\nreturn r, s, x\n",
]


def made(body: str) -> list[str]:
    """The texts that the move makes of a function."""
    return [s.whole for s in look("split-loop", HEAD + textwrap.indent(body, "    ")).sites]


@pytest.mark.parametrize(("before", "after"), SPLITS)
def test_split(before: str, after: str) -> None:
    """Each thing has a loop, and what fits has a name; the judge agrees."""
    assert made(before) == [HEAD + textwrap.indent(after, "    ")]


@pytest.mark.parametrize("body", WHOLE)
def test_not_split(body: str) -> None:
    """Loops whose parts have to do with each other, or with what is behind, stay."""
    assert made(body) == []
