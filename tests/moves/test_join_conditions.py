"""join-conditions: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if a:\n    if b:\n        log(1)\nlog(2)\n",
        "if a and b:\n    log(1)\nlog(2)\n",
    ),
    (
        "if a or b:\n    if not c:\n        log(1)\n",
        "if (a or b) and not c:\n    log(1)\n",
    ),
    (
        "if (x := a):\n    if b if c else n:\n        log(x)\n",
        "if (x := a) and (b if c else n):\n    log(x)\n",
    ),
    (
        "if a:\n    if b:\n        log(1)\n    else:\n        log(2)\nelse:\n    log(2)\n",
        "if a and b:\n    log(1)\nelse:\n    log(2)\n",
    ),
    (
        "if a:  # first\n    # then\n    if b:\n        log(1)\n    # last\n",
        "# first\n# then\nif a and b:\n    log(1)\n    # last\n",
    ),
]
STAYS = [
    "if a:\n    if b:\n        log(1)\n    else:\n        log(2)\n",
    "if a:\n    if b:\n        log(1)\n    else:\n        log(2)\nelse:\n    log(3)\n",
    "if a:\n    if b:\n        log(1)\nelse:\n    log(2)\n",
    "if a:\n    if b:\n        log(1)\nelif c:\n    log(2)\n",
    "if a:\n    log(1)\n    if b:\n        log(2)\n",
    "if a:\n    if b:\n        log(1)\n    elif c:\n        log(2)\n",
    "while a:\n    if b:\n        log(1)\n        break\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Nested ifs with nothing between them become one."""
    check("join-conditions", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """An else of their own, something between, or too many conditions keep them apart."""
    check("join-conditions", body, "")
