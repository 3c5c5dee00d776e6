"""simplify-condition: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if not not a:\n    log(1)\n",
        "if a:\n    log(1)\n",
    ),
    (
        "return not False\n",
        "return True\n",
    ),
    (
        "if not n == 3:\n    log(1)\n",
        "if n != 3:\n    log(1)\n",
    ),
    (
        "if not (a is None):\n    log(1)\n",
        "if a is not None:\n    log(1)\n",
    ),
    (
        "while not (not a and not b):\n    log(1)\n    a = b = log(2)\n",
        "while a or b:\n    log(1)\n    a = b = log(2)\n",
    ),
    (
        "if bool(a) and b:\n    log(1)\n",
        "if a and b:\n    log(1)\n",
    ),
    (
        "if flag and n > 3 and flag:\n    log(1)\n",
        "if flag and n > 3:\n    log(1)\n",
    ),
    (
        "if flag or (flag and a):\n    log(1)\n",
        "if flag:\n    log(1)\n",
    ),
    (
        "if n > 3 and n <= m:\n    log(1)\n",
        "if 3 < n <= m:\n    log(1)\n",
    ),
    (
        "if 3 < n and n < 5 and a:\n    log(1)\n",
        "if 3 < n < 5 and a:\n    log(1)\n",
    ),
    (
        "if 3 < n and n < 5 and b == True:\n    log(1)\n",
        "if 3 < n < 5 and b == True:\n    log(1)\n",
    ),
    (
        "if n != 1 and n != 2 and n != 4:\n    log(1)\n",
        "if n not in (1, 2, 4):\n    log(1)\n",
    ),
    (
        "if s == 'a' or s in ('b', 'c'):\n    log(1)\n",
        "if s in ('a', 'b', 'c'):\n    log(1)\n",
    ),
    (
        "if not isinstance(a, int) and not isinstance(a, (str, bytes)):\n    log(1)\n",
        "if not isinstance(a, (int, str, bytes)):\n    log(1)\n",
    ),
    (
        "if a:\n    pass\nelif not (b or\n          not c):\n    log(1)\n",
        "if a:\n    pass\nelif (not b and\n          c):\n    log(1)\n",
    ),
    (
        "if n < 3:\n    return\nif n >= 3 and a:\n    log(1)\n",
        "if n < 3:\n    return\nif a:\n    log(1)\n",
    ),
    (
        "if flag is False:\n    log(1)\n",
        "if not flag:\n    log(1)\n",
    ),
    (
        "if n or a.startswith('#') or a.startswith('//') or a.startswith(('-', '+')):\n    log(1)\n",
        "if n or a.startswith(('#', '//', '-', '+')):\n    log(1)\n",
    ),
    (
        "if not a.b.endswith('s') and not a.b.endswith('x'):\n    log(1)\n",
        "if not a.b.endswith(('s', 'x')):\n    log(1)\n",
    ),
]
STAYS = [
    "if not a < b:\n    log(1)\n",
    "if a == True:\n    log(1)\n",
    "if log(1) and log(1):\n    log(2)\n",
    "if a.x() > 3 and a.x() < 5:\n    log(1)\n",
    "if a.x > 3 and b.x < 5:\n    log(1)\n",
    "if n < 3 and m < 5:\n    log(1)\n",
    "if n == 1 or m == 2:\n    log(1)\n",
    "if n == 1 or a or n == 2:\n    log(1)\n",
    "if n == 1 and n == 2:\n    log(1)\n",
    "if log(1) == 1 or log(1) == 2:\n    log(2)\n",
    "if isinstance(a, int) and isinstance(a, bool):\n    log(1)\n",
    "if a is None or a == 1:\n    log(1)\n",
    "if 1 < n > m:\n    log(1)\n",
    # all of several beginnings, of two texts, a beginning and an end, what is not written there
    "if a.startswith('#') and a.startswith('##'):\n    log(1)\n",
    "if a.startswith('#') or b.startswith('-'):\n    log(1)\n",
    "if a.startswith('#') or a.endswith('-'):\n    log(1)\n",
    "if a.startswith('#') or a.startswith(b):\n    log(1)\n",
    "if a.startswith('#', 1) or a.startswith('-', 1):\n    log(1)\n",
    "if log(1).startswith('#') or log(1).startswith('-'):\n    log(1)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Fewer signs, the same truth."""
    check("simplify-condition", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Where the signs may matter, they stay."""
    check("simplify-condition", body, "")


LIKELY = [
    # what is likely is taken where it is proved, and only there
    ("if n >= a.low and n <= a.high:\n    log(1)\n", "if a.low <= n <= a.high:\n    log(1)\n"),
    ("return not n < m\n", "return n >= m\n"),
    ("if a.x > 3 and a.x < 5:\n    log(1)\n", "if 3 < a.x < 5:\n    log(1)\n"),
    ("if a.b == None or a.b == 1:\n    log(1)\n", "if a.b is None or a.b == 1:\n    log(1)\n"),
    ("if a.b != None and n:\n    log(1)\n", "if a.b is not None and n:\n    log(1)\n"),
]
UNLIKELY = [
    "if a == True:\n    log(1)\n",
    "if a.late() == True:\n    log(1)\n",
    "return a == True\n",
    "return a == None\n",  # of an array each element may be meant
    "x = a == None or a == 1\nreturn x\n",
    "if log(1) == LATE or log(1) == EARLY:\n    log(2)\n",
    "if log(n) >= 2 and log(n) <= 3:\n    log(1)\n",
]


@pytest.mark.parametrize(("before", "after"), LIKELY)
def test_what_is_proved(before: str, after: str) -> None:
    """Signs that only a declaration or an assumption makes superfluous."""
    check("simplify-condition", before, after)


@pytest.mark.parametrize("body", UNLIKELY)
def test_what_is_not_proved(body: str) -> None:
    """What would have to be guessed stays."""
    check("simplify-condition", body, "")
