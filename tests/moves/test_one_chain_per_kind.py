"""one-chain-per-kind: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if s != 'x':\n    log(1)\nif s == 'y':\n    log(2)\nif s != 'x':\n    log(3)\n",
        "if s == 'x':\n    pass\nelif s == 'y':\n    log(1)\n    log(2)\n    log(3)\nelse:\n    log(1)\n    log(3)\n",
    ),
    (
        "log(0)\nif n == 1 or n == 2:\n    m = 1\nelse:\n    m = 2\nif n in (1, 2):\n    m = m + 1\nif n == 3 and m > 1:\n    m = 0\nreturn m\n",
        "log(0)\nif n in (1, 2):\n    m = 1\n    m = m + 1\nelif n == 3:\n    m = 2\n    m = 0\nelse:\n    m = 2\nreturn m\n",
    ),
]
# The lines of a condition are held together by its parentheses, whichever of them are left.
CASES += [
    (
        "if s == 'x':\n    n = 1\nelse:\n    n = 2\nif s == 'y':\n    n = 3\nif (\n    m == 1\n    or (k and b)\n"
        "    or (s == 'x' and m > 4)\n):\n    log(1)\nreturn n\n",
        "if s == 'x':\n    n = 1\n    if (\n        m == 1\n        or (k and b)\n        or m > 4\n    ):\n        log(1)\n"
        "elif s == 'y':\n    n = 2\n    n = 3\n    if (\n        m == 1\n        or (k and b)\n    ):\n        log(1)\n"
        "else:\n    n = 2\n    if (\n        m == 1\n        or (k and b)\n    ):\n        log(1)\nreturn n\n",
    ),
]
STAYS = [
    "if s == 'x':\n    log(1)\nelif s == 'y':\n    log(2)\nelif s == 'z':\n    log(3)\n",
    "if s == 'x':\n    log(1)\nif s == 'y':\n    log(2)\n",
    "if s == 'x':\n    s = 'y'\nif s == 'y':\n    log(2)\nif s == 'z':\n    log(3)\n",
    "if a.k() == 'x':\n    log(1)\nif a.k() == 'y':\n    log(2)\nif a.k() != 'x':\n    log(3)\n",
    "if s == 'x':\n    log(1)\nlog(5)\nlog(6)\nlog(7)\nif s == 'y':\n    log(2)\nlog(8)\nif s == 'z':\n    log(3)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Scattered tests of one subject become one chain."""
    check("one-chain-per-kind", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """A chain already, a subject that changes or acts, and too much to copy stay."""
    check("one-chain-per-kind", body, "")
