"""finish-at-once: the traps that its examples do not show."""

from __future__ import annotations

import textwrap
from pathlib import Path

import pytest

import dreck

from .harness import check, look
from .test_all_moves import verdict

LOOPS = [
    (
        "r = False\nfor x in a:\n    if not r:\n        if x:\n            log(x)\n            r = True\nreturn r\n",
        "for x in a:\n    if x:\n        log(x)\n        return True\nreturn False\n",
    ),
    (
        "r = 0\nwhile r == 0:\n    if log(n):\n        r = 2\nlog(1)\nreturn n\n",
        "while True:\n    if log(n):\n        log(1)\n        return n\nlog(1)\nreturn n\n",
    ),
    # lowered twice: the second check decides nothing more
    (
        "for x in a:\n    ok = True\n    if x['y']:\n        ok = False\n    if x['z'] != n:\n        ok = False\n    if ok:\n        log(x)\n",
        "for x in a:\n    if x['y']:\n        continue\n    if x['z'] != n:\n        continue\n    log(x)\n",
    ),
    # a text that is made there is never None
    (
        "r = None\nfor x in a:\n    if x:\n        r = 'no ' + x['y']\n        break\nif r is not None:\n    return None, r\nreturn n, None\n",
        "for x in a:\n    if x:\n        return None, 'no ' + x['y']\nreturn n, None\n",
    ),
    # asked behind the loop, and in its rounds what it was first
    (
        "for y in n:\n    r = False\n    for x in a:\n        if x:\n            if not r:\n                log(x)\n                r = True\n    if not r:\n        log(1)\n        log(y)\n",
        "for y in n:\n    r = False\n    for x in a:\n        if x:\n            log(x)\n            r = True\n            break\n    if not r:\n        log(1)\n        log(y)\n",
    ),
    # a place that is counted is never -1
    (
        "r = -1\nfor i, x in enumerate(a):\n    if x and r == -1:\n        r = i\nreturn r\n",
        "for i, x in enumerate(a):\n    if x:\n        return i\nreturn -1\n",
    ),
    (
        "r = -1\nfor i in range(n):\n    if r < 0 and a[i]:\n        r = i\nif r >= 0:\n    log(r)\n    return 1\nreturn 0\n",
        "for i in range(n):\n    if a[i]:\n        log(i)\n        return 1\nreturn 0\n",
    ),
]
CASES = [
    # a round goes on, and what is found in a loop inside of it leaves both
    (
        "for x in a:\n    ok = True\n    if x:\n        log(x)\n        ok = False\n    if ok:\n        log(n)\n",
        "for x in a:\n    if x:\n        log(x)\n        continue\n    log(n)\n",
    ),
    (
        "r = True\nif a:\n    # no\n    r = False\nif r:\n    log(1)\nreturn n\n",
        "if a:\n    # no\n    return n\nlog(1)\nreturn n\n",
    ),
]
STAYS = [
    # the loop inside would be the one that goes on
    "for x in a:\n    ok = True\n    for y in x:\n        if y:\n            ok = False\n    if ok:\n        log(n)\n",
    # it is asked for when the rounds are over
    "for x in a:\n    ok = True\n    if x:\n        ok = False\n    log(x)\nreturn ok\n",
    # what is done afterwards is too much
    "r = 0\nif a:\n    r = 1\n" + "log(1)\n" * 6 + "return r\n",
    # another round still does something
    "r = 0\nfor x in a:\n    log(x)\n    if x:\n        r = 1\nreturn r\n",
    # somebody else may read it
    "global r\nr = 0\nif a:\n    r = 1\nreturn r\n",
    # a finally comes in between
    "r = 0\ntry:\n    if a:\n        r = 1\nfinally:\n    log(1)\nreturn r\n",
    # what starts elsewhere may be -1
    "r = -1\nfor i in range(n, 5):\n    if a[i] and r == -1:\n        r = i\nreturn r\n",
    "r = -1\nfor i, x in enumerate(a, n):\n    if x and r == -1:\n        r = i\nreturn r\n",
    # so may what is no place
    "r = -1\nfor i, x in enumerate(a):\n    if i and r == -1:\n        r = x\nreturn r\n",
    # the last place, not the first
    "r = -1\nfor i, x in enumerate(a):\n    if x:\n        r = i\nreturn r\n",
    # it is no constant
    "r = 0\nif a:\n    r = n\nreturn r\n",
    # what is made may be None, or is told twice
    "r = None\nfor x in a:\n    if x:\n        r = x + n\n        break\nif r is not None:\n    return None, r\nreturn n, None\n",
    "r = None\nfor x in a:\n    if x:\n        r = f'{x}'\n        break\nif r is not None:\n    return r, r\nreturn n, None\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """What the flag leads to is done where it is set."""
    check("finish-at-once", before, after)


@pytest.mark.parametrize(("before", "after"), LOOPS)
def test_loops(before: str, after: str) -> None:
    """A flag that ends a loop is left for an exit; that is for trials to decide."""
    head = "def f(a, n, log):\n"
    text = head + textwrap.indent(before, "    ")
    assert look("finish-at-once", text).sites[0].whole == head + textwrap.indent(after, "    ")


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """A flag whose end is long, or is not told here, stays."""
    check("finish-at-once", body, "")


def test_a_loop_that_a_flag_ends(tmp_path: Path) -> None:
    """Where much is done behind the loop, the flag becomes a break."""
    head = "def work_off(queue: list[int], book: list[str]):\n"
    tail = "".join(f"    book.append('{w}')\n" for w in ("close", "sign", "report", "dark", "lock"))
    loop = "    while going:\n        boat = queue.pop()\n        if boat < 3:\n            book.append('low')\n            going = False\n"
    path = tmp_path / "canal.py"
    path.write_text(f"{head}    going = True\n{loop}{tail}")
    (found,) = dreck.untangle(path).functions
    assert "+            break" in found.diff and found.verdict.verdict.value == "proved"


NESTED = """def first_fit(boats, berths, log):
    found = False
    chosen = None
    for boat in boats:
{before}        for berth in {among}:
            if not found:
                if berth.free and berth.length >= boat.length:
                    found = True
                    chosen = berth
{after}    if found:
        return chosen
    return None
"""


@pytest.mark.parametrize(
    ("parts", "ends"),
    [
        ({}, True),
        ({"among": "log.berths"}, True),
        ({"before": "        log(boat)\n"}, False),
        ({"after": "        log(boat)\n"}, False),
        ({"among": "log(boat)"}, False),
    ],
)
def test_a_loop_inside_of_another(parts: dict[str, str], ends: bool) -> None:
    """The guard of the inner one ends the outer one too, if that does nothing else."""
    text = NESTED.format(**({"before": "", "after": "", "among": "berths"} | parts))
    found = look("finish-at-once", text).sites
    whole = [s.whole for s in found if "return chosen\n" in s.whole.partition("if found")[0]]
    assert bool(whole) is ends
    for each in whole:
        assert verdict(text, each).value == "proved-under"


NOTED = """def first_fit(boats, berths):
    whose = None
    chosen = None
    for boat in boats:
        for berth in berths:
            if {guard}:
                if berth.free and berth.length >= boat.length:
                    chosen = {value}
                    whose = boat
    if whose is not None:
        chosen.free = False
        return whose, chosen
    return None
"""


@pytest.mark.parametrize(
    ("guard", "value", "ends"),
    [
        ("chosen is None", "berth", True),
        ("not chosen", "berth", False),
        ("whose is None", "berth", False),
        ("chosen is None", "berth.gate", False),
        ("chosen is not None", "berth", False),
    ],
)
def test_what_is_none_until_it_is_found(guard: str, value: str, ends: bool) -> None:
    """An element that is noted where nothing was noted so far ends both loops; whether it may be
    None is for the judge to say.
    """
    text = NOTED.format(guard=guard, value=value)
    sites = look("finish-at-once", text).sites
    found = [s for s in sites if "                    berth.free = False\n" in s.whole]
    assert bool(found) is ends
    for site in found:
        assert "None.free" not in site.whole and verdict(text, site.whole).value == "proved-under"
