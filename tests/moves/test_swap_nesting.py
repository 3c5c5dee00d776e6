"""swap-nesting: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if flag:\n    if n > 3:\n        log(1)\n",
        "if n > 3:\n    if flag:\n        log(1)\n",
    ),
    (
        "if flag:\n    if n > 3:\n        log(1)\n    else:\n        log(2)\n",
        "if n > 3:\n    if flag:\n        log(1)\nelse:\n    if flag:\n        log(2)\n",
    ),
]
STAYS = [
    "if flag:\n    if log(3):\n        log(1)\n",
    "if flag:\n    if n > 3:\n        log(1)\nelse:\n    if n > 4:\n        log(2)\n",
    "if flag:\n    log(0)\n    if n > 3:\n        log(1)\n",
    "if flag:\n    if n > 3:\n        log(1)\n    elif m:\n        log(2)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """The inner condition comes first."""
    check("swap-nesting", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Conditions that act, differ, or are not alone stay in their order."""
    check("swap-nesting", body, "")
