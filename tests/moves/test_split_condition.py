"""split-condition: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if a and (b or c):\n    log(1)\n",
        "if a:\n    if b or c:\n        log(1)\n",
    ),
    (
        "if (a and b) and c:\n    log(1)\n",
        "if a and b:\n    if c:\n        log(1)\n",
    ),
    (
        "if a or b or c:\n    return 1\nelse:\n    return 2\n",
        "if a:\n    return 1\nelif b or c:\n    return 1\nelse:\n    return 2\n",
    ),
    (
        "if a and b:\n    log(1)\n    log(2)\n    log(3)\n    log(4)\n",
        "if a:\n    if b:\n        log(1)\n        log(2)\n        log(3)\n        log(4)\n",
    ),
]
STAYS = [
    "if a:\n    log(1)\n",
    "if not (a and b):\n    log(1)\n",
    "if a and b:\n    log(1)\nelif c:\n    log(2)\n",
    "if a and b:\n    log(1)\nelse:\n    log(2)\n    log(3)\n    log(4)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """The first operand gets a condition of its own."""
    check("split-condition", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """What would have to be copied at length stays."""
    check("split-condition", body, "")
