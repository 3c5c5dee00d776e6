"""one-expression: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if not (a and b):\n    return 0\nelse:\n    return n\n",
        "return n if a and b else 0\n",
    ),
    (
        "if flag:\n    return n\nelse:\n    return m\n",
        "return n if flag else m\n",
    ),
    (
        "if flag: a.x = 1\nelse: a.x = 2\n",
        "a.x = 1 if flag else 2\n",
    ),
    (
        "x = 0\n# in winter\nif flag:\n    x = n\nlog(x)\n",
        "# in winter\nx = n if flag else 0\nlog(x)\n",
    ),
    (
        "if (y := log(1)):\n    x = y\nelse:\n    x = 0\nreturn x\n",
        "x = y if (y := log(1)) else 0\nreturn x\n",
    ),
]
STAYS = [
    "r = ()\nif a:\n    r = (1,)\nreturn r\n",
    "r = (x for x in a)\nif a:\n    r = None\nreturn r\n",
    "if a is None:\n    return 0\nelse:\n    return a.b\n",
    "if flag:\n    return n\nelif a:\n    return m\nelse:\n    return 0\n",
    "if flag:\n    x = 1\nelse:\n    y = 2\nreturn 0\n",
    "if flag:\n    x += 1\nelse:\n    x += 2\n",
    "if flag:\n    return 1 if a else 2\nelse:\n    return 3\n",
    "if flag:\n    log(1)\n    x = 1\nelse:\n    x = 2\n",
    "x = 0\nif x:\n    x = 1\nreturn x\n",
    "x = log(0)\nif flag:\n    x = 1\nreturn x\n",
    "x = 0\nif flag:\n    x = 1\nif a:\n    x = 2\nreturn x\n",
    "if flag:\n    return n\nreturn m\n",
    "if flag:\n    return\nelse:\n    return m\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Two short values become one expression."""
    check("one-expression", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Exceptions, longer arms, series and effects stay spelled out."""
    check("one-expression", body, "")
