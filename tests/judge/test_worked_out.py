"""What is proved of floats and of texts is what CPython works out: random formulas and questions."""

from __future__ import annotations

import random
from pathlib import Path
from typing import Any

import pytest

from dreck.judge.face.judge import Judge
from dreck.judge.versions.version import Version

NUMBERS = ["a", "b", "c", "0.5", "2", "0", "-0.0", "1", "1.0", "-0.25", "1e300"]
WORDS = ["#", "#!", "OK", "OKAY", "K", "", "x"]
NAN = float("nan")
GIVEN: list[list[Any]] = [
    [0.0, -0.0, 1.5, -2.5, NAN, float("inf"), 0, -1, True, 5e-324, 1e308],
    [0, 1, -1, 7, True, False, 10**20],
    [0.0, -0.0, 2, NAN, -7.25],
]


def formula(chance: random.Random, depth: int) -> str:
    """A formula of three numbers."""
    if depth == 0 or chance.random() < 0.3:
        return chance.choice(NUMBERS)
    sides = (formula(chance, depth - 1) for _ in range(2))
    return f" {chance.choice('++-**/')} ".join(f"({s})" for s in sides)


def changed_formula(chance: random.Random, text: str) -> str:
    """The same formula, or nearly."""
    zero, one = chance.choice(["0", "0.0", "-0.0", "False"]), chance.choice(["1", "1.0", "True"])
    ways = [f"({text}) + {zero}", f"({text}) - {zero}", f"{zero} + ({text})", f"({text}) * {one}"]
    return chance.choice([*ways, f"({text}) / {one}", text])


def formulas(chance: random.Random) -> tuple[str, str]:
    """Two functions that work a number out, before and after a line is logged."""
    text = formula(chance, 2)
    head = "def f(a: float, b: int, c: float, log: list):\n    "
    early = f"y = {text}\n    log.append(1)\n    return y\n"
    return head + early, f"{head}log.append(1)\n    return {changed_formula(chance, text)}\n"


def questions(chance: random.Random) -> tuple[str, str]:
    """Two functions that ask a text in rows of questions, of which two have changed places."""
    words = chance.sample(WORDS, 4)
    method = chance.choice(["a.startswith({!r})", "a.endswith({!r})", "{!r} in a", "a == {!r}"])
    arms = [(method.format(w), i) for i, w in enumerate(words)]
    if chance.random() < 0.6:
        arms[2] = (f"a.strip().startswith({tuple(words[:2])!r})", 2)
        arms[3] = (f"a[{chance.choice(['1:', ':2', '::-1'])}] == {words[3]!r}", 3)
    other = list(arms)
    at = chance.randrange(3)
    other[at], other[at + 1] = other[at + 1], other[at]
    if chance.random() < 0.4:
        del other[chance.randrange(4)]
    head = "def f(a: str, b: str, c: str, log: list):\n"
    both = ("".join(f"    if {q}:\n        return {n}\n" for q, n in row) for row in (arms, other))
    before, after = (f"{head}{text}    return 9\n" for text in both)
    return before, after


# What is left of a number and two, eight and three: alike and nearly so.
LEFT = [
    "b % 2 == 1|b % 2 != 0|b % 2 > 0|b % -2 == 1|(b & 1) == 1|1 & b != 0|0 < (b & 1)|b & 1 == 1|bool(b & 1)",
    "b & True|b % 2|b & 1|b % 8|b & 7|b & 6|7 & b|b >> 3|b // 8|b // -8|b >> 1|b // 2",
    "b % 3 == 1|b % 3 >= 1|b % 3 != 0|1 > b % 3|b % 3 <= 0|b % -3 <= 0|b % 3 == 0|not b % 3|b % 3 < 1",
]


def leftovers(chance: random.Random) -> tuple[str, str]:
    """Two functions that ask what is left of a whole number."""
    ways = chance.choice(LEFT).split("|")
    head = "def f(a: float, b: int, c: float, log: list):\n    return "
    before, after = (head + chance.choice(ways) + "\n" for _ in range(2))
    return before, after


def outcome(text: str, row: tuple[Any, ...]) -> str:
    """What a function gives back or raises, and what it logs."""
    names: dict[str, Any] = {}
    log: list[int] = []
    exec(text, names)
    try:
        return repr((names["f"](*row, log), log))
    except ArithmeticError as error:
        return repr((type(error), log))


@pytest.mark.parametrize("make", [formulas, questions, leftovers])
def test_what_is_proved_is_worked_out_alike(make: Any) -> None:
    """Numbers beyond the range of floats aside, which the verdict names."""
    chance, proved = random.Random(7), 0
    for _ in range(120):
        before, after = make(chance)
        versions = Version(Path("b.py"), before), Version(Path("a.py"), after)
        if before == after or not Judge(runner=None).vouch(*versions).verdict.same:
            continue
        proved += 1
        for _ in range(25):
            row = tuple(map(chance.choice, GIVEN))
            if make is questions:
                parts = chance.choices([*WORDS, " ", "1"], k=3)
                row = ("".join(parts), "", "")
            found = outcome(before, row), outcome(after, row)
            assert found[0] == found[1] or "OverflowError" in found[0] + found[1], (before, after)
    assert proved > 12, proved
