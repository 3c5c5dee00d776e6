"""inline-once: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check

CASES = [
    (
        "if a:\n    log(1, 'late')\n    return\nif b:\n    why = 'full'\n    log(1, why)\n    return\nreturn 2\n",
        "if a:\n    log(1, 'late')\n    return\nif b:\n    log(1, 'full')\n    return\nreturn 2\n",
    ),
    (  # behind a way out nothing of the loop or of its end is read
        "why = ''\nfor x in a:\n    if x.b:\n        why = x.b\n        return False, why\nreturn True, why\n",
        "why = ''\nfor x in a:\n    if x.b:\n        return False, x.b\nreturn True, why\n",
    ),
    (
        "ok = a\nwhile ok:\n    log(2)\n",
        "while a:\n    log(2)\n",
    ),
    (
        "for x in a:\n    # the first\n    result = x\n    result.b = 1\n    return result\n",
        "for x in a:\n    # the first\n    x.b = 1\n    return x\n",
    ),
    (
        "result = a.b\nreturn result\n",
        "return a.b\n",
    ),
    (
        "ok = a and b\nif ok:\n    log(1)\n",
        "if a and b:\n    log(1)\n",
    ),
    (
        "# why\nresult = (yield a)\nreturn result\n",
        "# why\nreturn (yield a)\n",
    ),
    (
        "ok = n in (1, 2)\nif not ok:\n    log(1)\n",
        "if not n in (1, 2):\n    log(1)\n",
    ),
]
# A text that is only set for the exit behind it; two texts in a row are one.
CASES += [
    ("why = 'full'\nreturn 'no: ' + why\n", "return 'no: full'\n"),
    ("why = 'full'\nraise KeyError(why)\n", "raise KeyError('full')\n"),
    ("why = \"full\"\nreturn 'no: ' + why\n", "return 'no: ' + \"full\"\n"),
    ("why = f'{a}'\nreturn a, why\n", ""),
    ("why = 'full'\nlog(why, a)\n", ""),
    ("most = 30\nreturn a + most\n", ""),
]
# A name that is worked on for the last time, and handed back.
CASES += [
    ("n = n * 2\nreturn n\n", "return n * 2\n"),
    ("if a:\n    n = n + b\n    return n\nreturn n\n", "if a:\n    return n + b\nreturn n\n"),
]
# What is called like the function that makes it; a name that says more stays.
CASES += [
    ("berth = a.choose_berth(b)\nreturn berth\n", "return a.choose_berth(b)\n"),
    ("free_berth = a.choose_berth(b)\nreturn free_berth\n", ""),
    ("berth = a.choose_berth_of(b)\nreturn berth\n", ""),
    ("berth = berth(b)\nlog(berth)\n", ""),
    ("berth = a.berth(b)\nreturn berth\n", ""),
]
# What a name is held within at once, which can be said where it is worked out.
CASES += [
    ("x = a - b\nx = max(x, 0)\nlog(x)\n", "x = max(a - b, 0)\nlog(x)\n"),
    ("x = log(1)\nx = min(9, x)\nreturn x\n", "x = min(9, log(1))\nreturn x\n"),
]
# a table that is called like the value says what it is
CASES += [
    ("toll = TOLLS[n] * m\nreturn toll\n", "return TOLLS[n] * m\n"),
    ("toll = TOLL_BY_KIND[n]\nreturn toll\n", "return TOLL_BY_KIND[n]\n"),
]
STAYS = [
    "toll = FEES[n] * m\nreturn toll\n",
    "toll = tolls[n] * m\nreturn toll\n",
    "toll = TOLLS[n] * m\nlog(toll)\n",
    # what is no limit of the same, or not that alone
    "rest = a.b\nrest = max(rest, rest)\nlog(rest)\nreturn rest\n",
    "rest = a.b\nrest = max(b, rest - 1)\nlog(rest)\nreturn rest\n",
    "rest = a.b\nmore = max(rest, 0)\nlog(rest, more)\n",
    "rest = (yield a)\nrest = max(rest, 0)\nlog(rest)\nreturn rest\n",
    "rest = a.b  # from the gauge\nrest = max(rest, 0)\nlog(rest)\nreturn rest\n",
    "rest = a.b\nrest = max([rest], key=log)\nlog(rest)\nreturn rest\n",
    "rest = a.b\nrest = max(0, rest, 3)\nlog(rest)\nreturn rest\n",
    "if a:\n    log(2, 'late')\n    return\nif b:\n    why = 'full'\n    log(1, why)\n    return\nreturn 2\n",
    "if a:\n    log(1, b)\n    return\nif b:\n    why = 'full'\n    log(1, why)\n    return\nreturn 2\n",
    "depth = a.b\nreturn depth\n",
    # where it goes the name is read: in the next round, by what stands below the loop, at last
    "why = ''\nfor x in a:\n    log(why)\n    if x:\n        why = x\n        log(1, why); continue\nreturn why\n",
    "why = ''\nfor x in a:\n    if x:\n        why = x\n        log(1, why); break\nreturn why\n",
    "why = ''\ntry:\n    if a:\n        why = a.b\n        return 1, why\nfinally:\n    log(why)\nreturn 2\n",
    "why = ''\ntry:\n    why = a.b\n    raise KeyError(why)\nexcept KeyError:\n    log(why)\n",
    "ok = a and b\nif ok:\n    log(ok)\n",
    "ok = a.b\nif log(1) and ok:\n    log(1)\n",
    "ok = a.b\nlog(1)\nif ok:\n    log(2)\n",
    "ok = a.b  # from the gauge\nif ok:\n    log(2)\n",
    "ok = 1, 2\nif ok:\n    log(2)\n",
    "ok, x = a\nif ok:\n    log(2)\n",
    "ok = a.b\nwhile ok:\n    log(2)\n",
    "result = a\na = log(2)\nreturn result, a\n",
    "result = a\nfor a in result:\n    log(a)\nreturn result\n",
    "result = a\nif flag:\n    result = b\nreturn result\n",
    "for x in a:\n    result = x\n    log(result)\nreturn result\n",
    "berth = a\nlog(berth)\nreturn berth\n",
    "result = a  # the first\nlog(result)\nreturn result\n",
    "global ok\nok = a.b\nif ok:\n    log(1)\n",
    "ok = a.b\nreturn lambda: ok\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """A name that says nothing goes."""
    check("inline-once", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """A name that says something, is used again, or is not used first stays."""
    check("inline-once", body, "")
