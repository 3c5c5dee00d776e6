"""spell-out: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "return n if flag else m\n",
        "if flag:\n    return n\nelse:\n    return m\n",
    ),
    (
        "x = y = (n if flag else m)\nreturn x\n",
        "if flag:\n    x = y = n\nelse:\n    x = y = m\nreturn x\n",
    ),
]
STAYS = [
    "return log(n if flag else m)\n",
    "a[log(1)] = n if flag else m\n",
    "x: int = n if flag else m\nreturn x\n",
    "x += n if flag else m\nreturn x\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """The two ways get a line each."""
    check("spell-out", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Parts of expressions, and targets that act, stay."""
    check("spell-out", body, "")
