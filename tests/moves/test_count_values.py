"""count-values: the traps that its examples do not show."""

from __future__ import annotations

import textwrap

import pytest

from .harness import look

HEAD = "def f(a: list, n: int, log):\n"
COUNTS = [
    "r = {}\nfor x in a:\n    if x not in r:\n        r[x] = 1\n    else:\n        r[x] = r[x] + 1\nreturn r\n",
    "r = {}\nfor x in a:\n    r[x] = r.get(x, 0) + 1\nreturn r\n",
    "r = {}\nfor x in a:\n    if x not in r:\n        r[x] = 0\n    r[x] += 1\nreturn r\n",
]
NO_COUNTS = [
    "r = {}\nfor x in a:\n    if x in r:\n        r[x] += 1\n    else:\n        r[x] = 0\nreturn r\n",
    "r = {}\nfor x in a:\n    if x in r:\n        r[x] += 2\n    else:\n        r[x] = 1\nreturn r\n",
    "r = {}\nfor x in a:\n    if x in r:\n        r[n] += 1\n    else:\n        r[x] = 1\nreturn r\n",
    "r = {}\nfor x in a:\n    r[x] = r.get(x, 1) + 1\nreturn r\n",
    "r = {}\nfor x in a:\n    r[x] = log.get(x, 0) + 1\nreturn r\n",
    "r = {1: 2}\nfor x in a:\n    r[x] = r.get(x, 0) + 1\nreturn r\n",
    "r = {}\nr[n] = 1\nfor x in a:\n    r[x] = r.get(x, 0) + 1\nreturn r\n",
    "r = {}\nfor x in a:\n    if n not in r:\n        r[x] = r.get(x, 0) + 1\nreturn r\n",
    "r = {}\nfor x in a:\n    # one by one\n    r[x] = r.get(x, 0) + 1\nreturn r\n",
    "r = {}\nfor x in a:\n    r[x] = r.get(x, 0) + 1\nreturn r, x\n",
]


def made(body: str) -> list[str]:
    """The texts that the move makes of a function."""
    return [s.whole for s in look("count-values", HEAD + textwrap.indent(body, "    ")).sites]


@pytest.mark.parametrize("body", COUNTS)
def test_counted(body: str) -> None:
    """However it is counted, it is a Counter."""
    (text,) = made(body)
    assert text.startswith("from collections import Counter\n")
    assert "    r = dict(Counter(x for x in a))\n    return r\n" in text


@pytest.mark.parametrize("body", NO_COUNTS)
def test_not_counted(body: str) -> None:
    """What only looks like counting stays."""
    assert made(body) == []
