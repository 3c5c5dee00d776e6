"""chain-branches: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if a:\n    log(1)\nelse:\n    if b:\n        log(2)\n",
        "if a:\n    log(1)\nelif b:\n    log(2)\n",
    ),
    (
        "if a:\n    log(1)\nelif c:\n    log(3)\nelse:\n    if b: log(2)\n    else: log(4)\n",
        "if a:\n    log(1)\nelif c:\n    log(3)\nelif b: log(2)\nelse: log(4)\n",
    ),
    (
        "if a:\n    log(1)\nelse:\n    if (b and\n        c):\n        log(2)\n",
        "if a:\n    log(1)\nelif (b and\n      c):\n    log(2)\n",
    ),
]
STAYS = [
    "if a:\n    log(1)\nelse:\n    if b:\n        log(2)\n    log(3)\n",
    "if a:\n    log(1)\nelse:\n    log(3)\n    if b:\n        log(2)\n",
    "if a:\n    log(1)\nelse:\n    if b:\n        log(2)\n    # and the rest?\n",
    "for x in a:\n    log(1)\nelse:\n    if b:\n        log(2)\n",
    "try:\n    log(1)\nexcept KeyError:\n    log(2)\nelse:\n    if b:\n        log(2)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """An if alone in an else joins the chain."""
    check("chain-branches", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Anything beside it keeps it where it is; so does the else of a loop or try."""
    check("chain-branches", body, "")
