"""drop-unused: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "r = 0\nif a:\n    r = 1\nelse:\n    r = 2\nreturn r\n",
        "if a:\n    r = 1\nelse:\n    r = 2\nreturn r\n",
    ),
    (
        "r = 0\nr = n\nreturn r\n",
        "r = n\nreturn r\n",
    ),
    (
        "r = 1\nlog(2)\nreturn n\n",
        "log(2)\nreturn n\n",
    ),
    (
        "r = log(0)\nr = 2\nreturn r\n",
        "log(0)\nr = 2\nreturn r\n",
    ),
    (
        "for x in a:\n    r = 1\n    log(x)\n    r = None\nreturn n\n",
        "for x in a:\n    log(x)\n    r = None\nreturn n\n",
    ),
    (
        "r = 0\nwhile a:\n    r += 1\n    if r > n:\n        log(1)\n        r += 1\n        break\n",
        "r = 0\nwhile a:\n    r += 1\n    if r > n:\n        log(1)\n        break\n",
    ),
]
STAYS = [
    "r = a\nr += 1\nreturn n\n",
    "r = s\nlog(r)\nr += 1\nreturn n\n",
    "r = 0\nr += n\nreturn r\n",
    "c[0] += 1\nreturn n\n",
    "r = ()\nif a:\n    r = (1,)\nreturn r\n",
    "r = 0\nif a:\n    r = 1\nreturn r\n",
    "r = 0\nr = r + 1\nreturn r\n",
    "r = 0\nlog(locals())\nreturn n\n",
    "r = 0\nwith a:\n    r = 1\n    log(2)\n    r = 2\nreturn r\n",
    "while a:\n    if n:\n        return r\n    r = 1\nreturn 0\n",
    "try:\n    log(1)\n    r = 1\n    return 2\nfinally:\n    log(r)\n",
    "r = 0\nfor x in a:\n    r = x\nreturn r\n",
    "try:\n    r = 0\n    r = log(1)\nexcept KeyError:\n    return r\nreturn r\n",
    "r = 0\nif r:\n    r = 1\nelse:\n    r = 2\nreturn r\n",
    "r = 0\ndel r\nreturn 1\n",
    "global r\nr = 0\nr = 1\nreturn r\n",
    "r = 0\n(r, x) = a\nreturn r, x\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Plain values that nobody reads go."""
    check("drop-unused", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Values that may be read, shared, or made by doing something stay."""
    check("drop-unused", body, "")
