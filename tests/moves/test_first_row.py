"""first-row: the forms and traps that its examples do not show."""

from __future__ import annotations

import pytest

from dreck.moves.wishes import Wishes

from .harness import look, named

# The body of fee(boat, day: float, log), what must stand in the result, and what must not.
CHANGES = {
    "set, and gone on": (
        "if day < 2:\n    n = 1\nelif day < 5:\n    n = 4\nelif day < 9:\n    n = 8\nelse:\n    n = 0\nlog(n)\nreturn n",
        "    n = next((n for end, n in FEES if day < end), 0)\n    log(n)\n",
    ),
    "several statements, and nothing otherwise": (
        "if boat.startswith('A'):\n    log('a', 1)\n    log(2)\nelif boat.startswith('B'):\n    log('b', 1)\n    log(3)\n"
        "elif boat.startswith('C'):\n    log('c', 1)\n    log(7)\nreturn day",
        "in FEES:\n        if boat.startswith(start):\n            log(",
    ),
    "rows that leave, and what comes behind them": (
        "if day < 2:\n    log(1)\n    return 3\nif day < 5:\n    log(4)\n    return 6\nif day < 9:\n    log(8)\n    return 7\nlog(9)\nreturn 0",
        "            return fee\n    log(9)\n    return 0\n",
    ),
    "an else behind arms that leave": (
        "if day < 2:\n    log(1)\n    return 3\nelif day < 5:\n    log(4)\n    return 6\nelif day < 9:\n    log(8)\n    return 7\nelse:\n    log(9)\nreturn 0",
        "            return fee\n    log(9)\n    return 0\n",
    ),
    "texts that all speak of one thing": (
        "if day > 9:\n    log('Last notice')\nelif day > 5:\n    log('Second notice')\nelif day > 2:\n    log('Notice')\nreturn day",
        "    for above, notice in NOTICES:\n        if day > above:\n            log(notice)\n",
    ),
    "texts that speak of several": (
        "if day > 9:\n    log('late')\nelif day > 5:\n    log('no berth')\nelif day > 2:\n    log('wet')\nreturn day",
        "    for above, text in FEES:\n        if day > above:\n            log(text)\n",
    ),
    "several names, which the loop sets itself": (
        "if day < 2:\n    n = 1\n    m = 'a'\nelif day < 5:\n    n = 4\n    m = 'b'\nelif day < 9:\n    n = 8\n    m = 'c'\nelse:\n    n = 0\n    m = ''\nlog(n)\nreturn m",
        "    for end, n, m in FEES:\n        if day < end:\n            break\n    else:\n        n = 0\n",
    ),
    "several names, and what is otherwise done is to leave": (
        "if day < 2:\n    n = 1\n    m = 'a'\nelif day < 5:\n    n = 4\n    m = 'b'\nelif day < 9:\n    n = 8\n    m = 'c'\nelse:\n    raise ValueError(day)\nlog(n)\nreturn m",
        "    for end, n, m in FEES:\n        if day < end:\n            break\n    else:\n        raise",
    ),
    "several names, of which one keeps what it had": (
        "n = m = 3\nif day < 2:\n    n = 1\n    m = 'a'\nelif day < 5:\n    n = 4\n    m = 'b'\nelif day < 9:\n    n = 8\n    m = 'c'\nelse:\n    n = 0\nlog(n)\nreturn m",
        "        if day < end:\n            n = this_n\n            m = this_m\n            break\n",
    ),
    "several names, one of which is asked for otherwise": (
        "n = m = 3\nif day < 2:\n    n = 1\n    m = 'a'\nelif day < 5:\n    n = 4\n    m = 'b'\nelif day < 9:\n    n = 8\n    m = 'c'\nelse:\n    n, m = m, 0\nlog(n)\nreturn m",
        "            n = this_n\n            m = this_m\n            break\n",
    ),
    "the same in test and arm": (
        "if day < 2:\n    return 2\nelif day < 5:\n    return 5\nelif day < 9:\n    return 9\nreturn 0",
        "    return next((end for end in FEES if day < end), 0)\n",
    ),
}
STAYS = {
    "two arms": "if day < 2:\n    return 1\nelif day < 5:\n    return 4\nreturn 0",
    "other tests": "if day < 2:\n    return 1\nelif day <= 5:\n    return 4\nelif day < 9:\n    return 8\nreturn 0",
    "a look-up": "if day == 2:\n    return 1\nelif day == 5:\n    return 4\nelif day == 9:\n    return 8\nreturn 0",
    "arms that differ in more": "if day < 2:\n    return 1\nelif day < 5:\n    return boat\nelif day < 9:\n    return 8\nreturn 0",
    "arms that all may run": "if day < 2:\n    log(1)\nif day < 5:\n    log(4)\nif day < 9:\n    log(8)\nreturn 0",
    "one arm does not leave": "if day < 2:\n    return 1\nif day < 5:\n    log(4)\nif day < 9:\n    return 8\nreturn 0",
    "arms of a loop around": "for d in boat:\n    if d < 2:\n        break\n    elif d < 5:\n        break\n    elif d < 9:\n        break",
    "names, which may change": "if day < boat:\n    return 1\nelif day < log:\n    return 4\nelif day < fee:\n    return 8\nreturn 0",
}


def whole(body: str) -> str:
    lines = "".join(f"    {line}\n" for line in body.splitlines())
    return f"def fee(boat, day: float, log):\n{lines}"


@pytest.mark.parametrize(("body", "there"), CHANGES.values(), ids=CHANGES)
def test_what_changes(body: str, there: str) -> None:
    """The rows stand before the function, the first that fits is taken, and the judge agrees."""
    text = whole(body)
    (site,) = look("first-row", text, wishes=Wishes(asked=True)).sites
    table = "NOTICES" if "NOTICES" in there else "FEES"
    assert there in site.whole and site.whole.startswith(f"{table} = (\n"), site.whole
    named("first-row", text, site.whole, asked=True)


@pytest.mark.parametrize("body", STAYS.values(), ids=STAYS)
def test_what_stays(body: str) -> None:
    """What only looks like rows stays."""
    assert not look("first-row", whole(body)).sites
