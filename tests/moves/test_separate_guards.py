"""separate-guards: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if a or b:\n    return 1\nlog(1)\n",
        "if a:\n    return 1\nif b:\n    return 1\nlog(1)\n",
    ),
    (
        "for x in a:\n    if x and b or c: continue\n    log(x)\n",
        "for x in a:\n    if x and b: continue\n    if c: continue\n    log(x)\n",
    ),
]
STAYS = [
    "if a and b:\n    return 1\nlog(1)\n",
    "if a or b:\n    log(1)\n",
    "if a or b:\n    return 1\nelse:\n    return 2\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """The last operand becomes a guard of its own."""
    check("separate-guards", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Only guards with `or` are taken apart."""
    check("separate-guards", body, "")
