"""merge-arms: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check, look

CASES = [
    (
        "if a:\n    log(1)\nelif b:\n    log( 1 )\nelse:\n    log(2)\n",
        "if a or b:\n    log(1)\nelse:\n    log(2)\n",
    ),
    (
        "if a:\n    log(0)\nelif b:\n    log(1)\nelif c and n:\n    log(1)\n",
        "if a:\n    log(0)\nelif b or (c and n):\n    log(1)\n",
    ),
]
CASES += [
    ("if flag:\n    log(1)\nelse:\n    log(1)\n", "log(1)\n"),
    (
        "if flag:\n    log(0)\nelif n > m:\n    log(1)\nelse:\n    log(1)\n",
        "if flag:\n    log(0)\nelse:\n    log(1)\n",
    ),
    ("if a < b:\n    log(1)\nelse:\n    log(1)\n", "log(1)\n"),
    ("log(0)\nif n > m:\n    return a\nreturn a\n", "log(0)\nreturn a\n"),
]
STAYS = [
    "if a:\n    log(1)\nelif b:\n    log(2)\nelif c:\n    log(1)\nelse:\n    log(3)\n",
    "if a.b():\n    log(1)\nelse:\n    log(1)\n",
    "if flag:\n    log(1)\nelse:\n    # in any case\n    log(1)\n",
    "if flag:\n    log(1)\nlog(1)\n",
    "if flag:\n    return a\nlog(1)\nreturn a\n",
    "if a:\n    log(1)\nelif b:\n    # why\n    log(1)\nelse:\n    log(2)\n",
    "if a:\n    log('1')\nelif b:\n    log(\"1 \")\nelse:\n    log(2)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """Neighbours that do the same share an arm."""
    check("merge-arms", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Arms further apart, explained, or not the same stay."""
    check("merge-arms", body, "")


def test_a_chain_over_lines_gets_one_more_line() -> None:
    """What was joined before, over several lines, is no operand of its own."""
    long = "(boat.late and boat.name in harbour.expected)\n            or (day.is_sunday and boat.sunday)"
    body = f"if (\n            {long}\n        ):\n            due.append(boat)\n"
    other = "        elif boat.daily and day.day not in quiet:\n            due.append(boat)\n"
    text = f"def f(boats, day, harbour, quiet, due):\n    for boat in boats:\n        {body}{other}"
    (site,) = look("merge-arms", text).sites
    assert f"{long}\n            or (boat.daily and day.day not in quiet)\n        ):" in site.whole
