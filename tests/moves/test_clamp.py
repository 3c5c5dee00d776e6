"""clamp: the forms and traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    ("if n < m:\n    n = m\nreturn n\n", "n = max(n, m)\nreturn n\n"),
    ("if m >= n:\n    n = m\nreturn n\n", "n = max(m, n)\nreturn n\n"),
    ("# at most\nif n > a.b:\n    n = a.b\nreturn n\n", "# at most\nn = min(n, a.b)\nreturn n\n"),
    ("return m if n > m else n\n", "return min(n, m)\n"),
    ("b = n if n > m + 1 else m + 1\nreturn b\n", "b = max(m + 1, n)\nreturn b\n"),
]
STAYS = [
    # what is set is not what was compared
    "if n > m:\n    n = a\nreturn n\n",
    "if n > m:\n    a = m\nreturn a\n",
    "return m if n > m else a\n",
    # something else is done, there is another way, or it is no order
    "if n > m:\n    n = m\n    log(n)\nreturn n\n",
    "if n > m:\n    n = m\nelse:\n    log(n)\nreturn n\n",
    "if n != m:\n    n = m\nreturn n\n",
    "if n > m and a:\n    n = m\nreturn n\n",
    # asking may do something, or setting
    "if n > log(m):\n    n = log(m)\nreturn n\n",
    "if a.b > m:\n    a.b = m\nreturn a\n",
    "if n > m:\n    # the top\n    n = m\nreturn n\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """A limit is min or max, and the judge agrees."""
    check("clamp", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """What only looks like a limit stays."""
    check("clamp", body, "")
