"""return-at-break: the traps that its example does not show."""

from __future__ import annotations

import pytest

from .harness import check

CHANGED = [
    # two breaks, one of them behind a handler
    (
        "for x in a:\n    try:\n        log(x)\n    except KeyError:\n        break\n    if x:\n        break  # done\nelse:\n    log(1)\nreturn n\n",
        "for x in a:\n    try:\n        log(x)\n    except KeyError:\n        return n\n    if x:\n        return n  # done\nlog(1)\nreturn n\n",
    ),
    # what the else does leaves by itself, and keeps its comment
    (
        "while a:\n    if log(a):\n        break\nelse:\n    # nothing\n    return 0\nreturn 1\n",
        "while a:\n    if log(a):\n        return 1\n# nothing\nreturn 0\n",
    ),
    # the break of a loop inside is its own
    (
        "for x in a:\n    for y in x:\n        if y:\n            break\n    if x.last:\n        break\nelse:\n    log(1)\nreturn None\n",
        "for x in a:\n    for y in x:\n        if y:\n            break\n    if x.last:\n        return None\nlog(1)\nreturn None\n",
    ),
]
STAYS = [
    # something is closed, or done, before the return
    "for x in a:\n    with x:\n        if x.open:\n            break\nelse:\n    log(1)\nreturn n\n",
    "for x in a:\n    try:\n        if x:\n            break\n    finally:\n        log(2)\nelse:\n    log(1)\nreturn n\n",
    # a break in the else of a loop inside leaves both
    "for x in a:\n    for y in x:\n        log(y)\n    else:\n        break\n    if x:\n        break\nelse:\n    log(1)\nreturn n\n",
    # there is more to do behind
    "for x in a:\n    if x:\n        break\nelse:\n    log(1)\nlog(2)\nreturn n\n",
    # what is returned is worked out, and may fail inside of what is tried
    "for x in a:\n    try:\n        if x:\n            break\n    except KeyError:\n        pass\nelse:\n    log(1)\nreturn n[0]\n",
    # without an else a break is as good
    "for x in a:\n    if x:\n        break\nreturn n\n",
    # it is never left
    "for x in a:\n    log(x)\nelse:\n    log(1)\nreturn n\n",
]


@pytest.mark.parametrize(("before", "after"), CHANGED)
def test_what_changes(before: str, after: str) -> None:
    """Every break of the loop becomes the return, and the else stands behind it."""
    check("return-at-break", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Where something runs in between, or nothing is gained."""
    check("return-at-break", body, "")
