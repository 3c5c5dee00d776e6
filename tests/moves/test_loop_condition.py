"""loop-condition: what examples cannot say."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    pytest.param(
        "while 1:\n    if flag:\n        break\n    log(1)\n    if a:\n        continue\n    log(2)\n",
        "while not flag:\n    log(1)\n    if a:\n        continue\n    log(2)\n",
        id="a round that goes on early",
    ),
    pytest.param(
        "while True:\n    x = a.get(n)\n    if x is None:\n        break\n    log(x)\nreturn x\n",
        "while (x := a.get(n)) is not None:\n    log(x)\nreturn x\n",
        id="a name that others ask for, in a comparison",
    ),
    pytest.param(
        "while True:\n    x = a or b\n    if x is None:\n        break\n    log(a)\n",
        "while (a or b) is not None:\n    log(a)\n",
        id="a value in parentheses",
    ),
    pytest.param(
        "while True:\n    if a and not b:\n        break\n\n    # a round\n    log(a)\n",
        "while not a or b:\n    # a round\n    log(a)\n",
        id="a comment of what is done in a round stays there",
    ),
]
STAYS = {
    "it hands something back": "while True:\n    if flag:\n        return a\n    log(1)\n",
    "something is done before": "while True:\n    log(0)\n    if flag:\n        break\n    log(1)\n",
    "two things are set": "while True:\n    x, y = a\n    if not x:\n        break\n    log(y)\n",
    "there is an else": "while True:\n    if flag:\n        break\n    else:\n        log(2)\n    log(1)\n",
    "it has a condition": "while n:\n    if flag:\n        break\n    log(1)\n",
    "it does something first": "while True:\n    if flag:\n        log(0)\n        break\n    log(1)\n",
    "it only asks": "while True:\n    if log(1):\n        break\n",
    "asked twice": "while True:\n    x = log(1)\n    if x and x > 2:\n        break\n    log(2)\n",
    "asked later": "while True:\n    x = log(1)\n    if a and not x:\n        break\n    log(x)\n",
}


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """The head asks what the check asked, when the check asked it."""
    check("loop-condition", before, after)


@pytest.mark.parametrize("body", STAYS.values(), ids=STAYS.keys())
def test_what_stays(body: str) -> None:
    """Anything but a check that ends the loop, first of all."""
    check("loop-condition", body, "")
