"""flip-branches: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check, only

CASES = [
    (
        "if not a:\n    log(1)\nelse:\n    log(2)\n",
        "if a:\n    log(2)\nelse:\n    log(1)\n",
    ),
    (
        "if not (a and b):\n    log(1)\nelse:\n    log(2)\n",
        "if a and b:\n    log(2)\nelse:\n    log(1)\n",
    ),
    (
        "if n >= 3:\n    if a:\n        log(1)\n    else:\n        log(2)\nelse:\n    log(3)\n",
        "if n < 3:\n    log(3)\nelse:\n    if a:\n        log(1)\n    else:\n        log(2)\n",
    ),
    (
        "for x in a:\n    if n < 3:\n        continue\n    return x\n",
        "for x in a:\n    if n >= 3:\n        return x\n",
    ),
]
STAYS = [
    "for x in a:\n    if b:\n        continue\n    break\n",
    "for x in a:\n    if not b:\n        continue\n    log(x)\n",
    "for x in a:\n    if not b:\n        continue  # late\n    break\n",
    "for x in a:\n    if n:\n        if not b:\n            continue\n        break\n    log(x)\n",
    "if not a:\n    return\nreturn b\n",
    "if not a:\n    log(1)\nelif b:\n    log(2)\nelse:\n    log(3)\n",
    "if not a:\n    log(1)\n",
    "if a is not None:\n    log(1)\nelse:\n    log(2)\n",
    "if not a:\n    return 1\nelse:\n    log(2)\n",
    "if a == 1:\n    if b:\n        log(1)\n    else:\n        log(2)\nelse:\n    log(3)\n",
    "if not a: log(1)\nelse: log(2)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """The positive condition comes first, or the one that lets a choice join the chain."""
    check("flip-branches", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """What is positive already, leaves early, or has elifs stays."""
    check("flip-branches", body, "")


def test_a_comment_that_says_the_condition() -> None:
    """It goes to the arm where it is true."""
    text = (
        "def f(lock, a):\n    # the boat is late\n    if not a:\n        lock.fill()\n"
        "        lock.wait()\n    else:\n        lock.open()\n    return lock\n"
    )
    assert "    # the boat is late\n    else:\n        lock.fill()" in only("flip-branches", text)
