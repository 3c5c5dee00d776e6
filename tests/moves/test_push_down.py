"""push-down: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if flag:\n    log(1)\n    for x in a:\n        log(x)\n    m = 3\nreturn m\n",
        "if flag:\n    log(1)\nif flag:\n    for x in a:\n        log(x)\nif flag:\n    m = 3\nreturn m\n",
    ),
]
STAYS = [
    "if flag:\n    log(1)\n",
    "if flag:\n    flag = log(1)\n    log(2)\n",
    "if flag:\n    log(1)\n    return 2\n",
    "if flag:\n    if a:\n        return 1\n    log(2)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Each statement gets the condition."""
    check("push-down", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """A condition that changes on the way, or an exit, keeps them together."""
    check("push-down", body, "")
