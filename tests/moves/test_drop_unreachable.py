"""drop-unreachable: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check, look

CASES = [
    (
        "return 1\nlog(2)\n",
        "return 1\n",
    ),
    (
        "if flag:\n    return 1\nelse:\n    raise ValueError\nlog(2)\n",
        "if flag:\n    return 1\nelse:\n    raise ValueError\n",
    ),
    (
        "if n == 3:\n    if n == 4:\n        log(1)\n    else:\n        log(2)\n",
        "if n == 3:\n    log(2)\n",
    ),
    (
        "if n == 3:\n    log(1)\nelif n in (3, 4) and n == 3:\n    log(2)\nelif m:\n    log(3)\n",
        "if n == 3:\n    log(1)\nelif m:\n    log(3)\n",
    ),
    (
        "if s == 'x':\n    log(1)\nelif s == 'x':\n    log(2)\nelse:\n    log(3)\n",
        "if s == 'x':\n    log(1)\nelse:\n    log(3)\n",
    ),
    (
        "while True:\n    if flag:\n        break\n        log(1)\n    log(2)\n",
        "while True:\n    if flag:\n        break\n    log(2)\n",
    ),
    (
        "for x in a:\n    if flag:\n        if not flag:\n            log(x)\n        log(1)\n",
        "for x in a:\n    if flag:\n        log(1)\n",
    ),
    (
        "k = 1\nif n:\n    k = 2\n    # late\n    log(1)\nif k == 3:\n    # late\n    log(3)\nlog(k)\n",
        "k = 1\nif n:\n    k = 2\n    # late\n    log(1)\nlog(k)\n",
    ),
]
STAYS = [
    "k = True\nif n:\n    k = 2\nif k == 1:\n    log(3)\nlog(k)\n",
    "k = 1\nif n:\n    k += 2\nif k == 3:\n    log(3)\nlog(k)\n",
    "k = 1\nif n:\n    k, m = a\nif k == 3:\n    log(3)\nlog(k)\n",
    "k = 1\nlog(lambda: k)\nif k == 3:\n    log(3)\n    k = n\nlog(k)\n",
    "k = 1\nfor k in a:\n    log(k)\nif k == 3:\n    log(3)\n",
    "k = 1\nif n:\n    k = 2\nif k == 3:\n    # late\n    log(3)\nlog(k)\n",
    "yield 1\nreturn\nlog(2)\nyield 2\n",
    "if False:\n    log(1)\n",
    "if n == 3:\n    n = m\n    if n == 3:\n        log(1)\n",
    "if n == 3:\n    for x in a:\n        if n == 3:\n            log(1)\n        n = x\n",
    "if a:\n    log(1)\n    if a:\n        log(2)\n",
    "if a.x:\n    a.x = 0\n    if a.x:\n        log(2)\n",
    "while flag:\n    flag = log(1)\n    if flag:\n        log(2)\n",
    "while True:\n    if flag:\n        break\nlog(2)\n",
    "while True:\n    for x in a:\n        if x:\n            return 1\n    else:\n        break\nlog(2)\n",
    "while True:\n    try:\n        log(1)\n    except KeyError:\n        break\nlog(2)\n",
    "while True:\n    log(1)\nyield 2\n",
    "global ready\nif ready is None:\n    log(1)\n    if ready is None:\n        log(2)\n",
    "if ready is None:\n    log(1)\n    if ready is None:\n        log(2)\n",
    "try:\n    n = log(1)\nexcept KeyError:\n    log(n)\nif n == 3:\n    log(n)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """What control never reaches goes."""
    check("drop-unreachable", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """What may be reached after all, or was switched off by hand, stays."""
    check("drop-unreachable", body, "")


ENUM = "\n\nfrom enum import Enum\nclass Signal(Enum):\n    STOP = 1\n    GO = 2\n"


@pytest.mark.parametrize(
    ("head", "second", "enum"),
    [
        ("signal", "signal == Signal.GO", ENUM),  # anything may come in
        ("signal: Signal = None", "signal == Signal.GO", ENUM),
        ("signal: Signal, other: Signal", "other == Signal.GO", ENUM),
        ("signal: Signal", "signal != Signal.GO", ENUM),
        ("signal: Signal", "signal == Signal.GO", f"{ENUM}    WAIT = 3\n"),  # one is missing
        ("signal: Signal", "signal == Signal.GO", ENUM.replace("Enum)", "str, Enum)")),
        (
            "signal: Signal",
            "signal == Signal.GO",
            f"{ENUM}    def __eq__(self, other):\n        return False\n",
        ),
        ("signal: Signal", "(signal := Signal.GO) == Signal.GO", ENUM),
    ],
)
def test_members_that_do_not_cover_everything(head: str, second: str, enum: str) -> None:
    """An else goes only where the kinds are closed by the code."""
    body = f"    if signal == Signal.STOP:\n        a = 1\n    elif {second}:\n        a = 2\n    else:\n        a = 3\n    return a\n"
    assert not look("drop-unreachable", f"def f({head}):\n{body}{enum}").sites
