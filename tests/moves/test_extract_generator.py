"""extract-generator: what its examples do not show."""

from __future__ import annotations

import pytest

from dreck import Verdict

from .harness import look
from .test_all_moves import verdict

START = "row = []\n"
ABOVE = "if line.strip():\n    row.append(line)\n    continue\nif not row:\n    continue\n"
BELOW = "board.post(row)\nboard.show(row)\nboard.count(row)\n"


def _function(
    above: str = ABOVE, below: str = BELOW + "row = []\n", start: str = START, rest: str = ""
) -> str:
    def inside(text: str, depth: int) -> str:
        return "".join(" " * 4 * depth + line + "\n" for line in text.splitlines())

    loop = "    for line in lines:\n" + inside(above + below, 2)
    return "def read(self, lines, board):\n" + inside(start, 1) + loop + inside(rest, 1)


TAKEN = [
    # what differs from the plain loop, how the generator is called and what it yields
    ({}, "rows(lines)", "yield row\n        row = []"),
    ({"rest": f"if row:\n{BELOW}".replace("\nb", "\n    b")}, "rows(lines)", "    yield row\n"),
    ({"start": "row = []\nboard.show(1)\nrow = []\n"}, "rows(lines)", "yield row\n"),
    ({"start": "count = 0\nrow = []\ntotal = 0\n"}, "rows(lines)", "total = 0\n    for row"),
    (
        {"below": BELOW + "board.sum(sum(r for r in row))\nrow = []\n"},
        "rows(lines)",
        "yield row\n",
    ),
    ({"above": ABOVE.replace("not row", "self > 3")}, "rows(lines, self)", "yield row\n"),
    (
        {
            "above": ABOVE + "hour = len(row)\nif hour > 3:\n    continue\n",
            "below": BELOW.replace("t(row)", "t(row, hour)") + "row = []\n",
        },
        "rows_with_hours(lines)",
        "yield row, hour\n",
    ),
    (
        {"below": f"found = row\nrow = []\n{BELOW}".replace("(row)", "(found)")},
        "rows(lines)",
        "yield row\n",
    ),
]


@pytest.mark.parametrize(("parts", "call", "yields"), TAKEN)
def test_loops_that_fall_in_two(parts: dict[str, str], call: str, yields: str) -> None:
    """The generator is given what it asks for, and the judge follows."""
    text = _function(**parts)
    made, *_ = look("extract-generator", text).sites
    assert f" in {call}:" in made.whole and yields in made.whole
    found = verdict(text, made.whole)
    assert found in (Verdict.PROVED, Verdict.PROVED_UNDER)


KEPT = [
    {"below": BELOW + "if board:\n    continue\nrow = []\n"},  # is not always started again
    {"below": BELOW + "row = board.rest()\n"},  # started again with what came of it
    {"below": BELOW + "lines = row\nrow = []\n"},  # sets what is asked for
    {"rest": "return row\n"},
    {"rest": "if row:\n    board.post(row)\n"},  # does something else with what is left
    {"start": "row = board.rest()\n"},
    {"start": ""},
    {"above": ABOVE.replace("continue", "return", 1)},
    {"above": "board.show(line)\n" + ABOVE},  # does something to others
    {"above": "self.seen = line\n" + ABOVE},
    {"above": "later = lambda: row\n" + ABOVE},
    {"below": "self.later = lambda: row\n" + BELOW + "row = []\n"},
    {"below": "board.keep(r for r in row)\n" + BELOW + "row = []\n"},
    {"above": "yield line\n" + ABOVE},
    {"above": ABOVE.replace("continue", "pass")},  # every round is worked on
    {"below": "board.post(row)\nrow = []\n"},  # too little to tell apart
]


@pytest.mark.parametrize("parts", KEPT, ids=str)
def test_loops_that_stay(parts: dict[str, str]) -> None:
    """Nothing is taken apart that belongs together."""
    assert not look("extract-generator", _function(**parts)).sites
