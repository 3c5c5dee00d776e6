"""Loops that are brought to another form do the same: random ones, made of all that may and may not
stand in them, are run before and after.
"""

from __future__ import annotations

import ast
import itertools
import random
import sys
from types import FrameType

from dreck.judge.unfolding.item_loops import item_loops
from dreck.judge.unfolding.leaving_early import leaving_early
from dreck.judge.world.loading import names_around

ROUNDS, MOST_LINES = 600, 400
SET = ["found = True", "place = x", "place = opt(x)", "found = not True", "place = log(x)"]
STEPS = [
    *("log(x)", "total += x", "continue", "break", "return x", "total = log(total)", "pass"),
    *("later = (y for y in (1, 5, 9) if y > x)", "total = sum(y for y in (1, 5) if y > i)"),
    *("xs.append(9)", "xs[0] = 4", "found = False", "i = i + 1", "place = None"),
]
TESTS = [
    "x > 3",
    "log(x) > 2",
    "not found",
    "place is None",
    "x in (1, 5)",
    "found",
    "opt(x)",
    "1 < x < 6",
]
GUARDS = [
    "not found",
    "place is None",
    "found",
    "searching",
    "not found and x > 1",
    "x < 9",
    "0 < x <= most",
    "x > 3 and not found",
    "log(x) > 2 and not found",
    "x < most and place is None",
]
# Rounds that do next to nothing else than set a flag to the same each time.
ONLY_SET = [
    ["if x > most:", "    found = True"],
    ["if x > 1:", "    if x < most:", "        found = True"],
    ["y = x + 1", "if y == most:", "    continue", "if y > 3:", "    found = True"],
    ["if x > 3 and total < x:", "    found = True", "total = x"],
    ["if x > most:", "    found = True", "else:", "    place = x"],
    ["if log(x) > 3:", "    found = True"],
    ["for y in (1, 2):", "    if x > y:", "        found = True"],
]
HEADS = [
    *("for x in xs:", "for i, x in enumerate(xs):", "for i in range(len(xs)):"),
    *("while i < len(xs):", "while i < len(xs) and not found:", "while not found and i < len(xs):"),
    *("while i < most:", "while not found and i <= most:", "while place is None and i < 6:"),
    *("while i != len(xs):", "while searching and i < len(xs):", "for x in (1, 2, 5, 3):"),
]
ENDS = [
    "return found, place, total",
    "return found, place, total, x",
    "return place, i",
    "return total",
]


def block(chance: random.Random, depth: int) -> list[str]:
    """Statements of a round."""
    lines: list[str] = []
    for _ in range(chance.choice((1, 1, 2))):
        drawn = chance.random()
        if drawn < 0.45 and depth < 3:
            lines.append(f"if {chance.choice(TESTS)}:")
            lines += [f"    {s}" for s in block(chance, depth + 1)]
            if chance.random() < 0.4:
                lines += ["else:", *(f"    {s}" for s in block(chance, depth + 1))]
        elif drawn < 0.5 and depth < 2:
            lines += ["try:", *(f"    {s}" for s in block(chance, depth + 1))]
            lines += ["except ValueError:", *(f"    {s}" for s in block(chance, depth + 1))]
        elif drawn < 0.58 and depth < 2:
            lines += ["for y in range(2):", *(f"    {s}" for s in block(chance, depth + 1))]
        else:
            lines.append(chance.choice(SET if chance.random() < 0.5 else STEPS))
    return lines


def function(chance: random.Random) -> str:
    """A function with a loop."""
    head = chance.choice(HEADS)
    body = block(chance, 0)
    guard = chance.choice(GUARDS) if chance.random() < 0.6 else ""
    if chance.random() < 0.2:
        body, guard = chance.choice(ONLY_SET), ""
    if guard and chance.random() < 0.3:
        body = [f"if not ({guard}):", "    continue", *body]
    elif guard:
        body = [f"if {guard}:", *(f"    {s}" for s in body)]
    if "x in" not in head and ", x" not in head:
        body = ["x = xs[i]" if "len" in head else "x = i", *body]
    if "while" in head:
        step = chance.choice(("i += 1", "i += 1", "i = i + 1"))
        body = [step, *body] if chance.random() < 0.3 else [*body, step]
    starts = [
        "found = False",
        "place = None",
        "total = 0",
        "i = 0",
        "x = 0",
        "searching = True",
        "later = ()",
    ]
    starts = [s for s in starts if chance.random() < 0.97] or starts
    lines = [*starts, head, *(f"    {s}" for s in body), chance.choice(ENDS)]
    return "\n".join(["def f(xs: list[int], most: int, log, opt):", *(f"    {s}" for s in lines)])


def done(tree: ast.Module, xs: list[int], most: int) -> object:
    """What a function does with some numbers: what it gives back or raises, and says on the way."""
    told: list[int] = []
    steps = itertools.count()

    def log(x: int) -> int:
        told.append(x)
        if x == 2:
            raise ValueError(x)
        return x

    def opt(x: int) -> int | None:
        return x if x % 2 else None

    def traced(frame: FrameType, event: str, argument: object) -> object:
        # What is raised in a generator that is thrown away would be lost.
        if next(steps) > MOST_LINES and frame.f_code.co_name == "f":
            raise TimeoutError
        return traced

    names: dict[str, object] = {}
    exec(compile(ast.fix_missing_locations(tree), "<loops>", "exec"), names)
    given = list(xs)
    before = sys.gettrace()
    sys.settrace(traced)  # type: ignore[arg-type]
    try:
        result = names["f"](given, most, log, opt)  # type: ignore[operator]
    except TimeoutError:
        return "for ever"
    except Exception as error:
        result = type(error).__name__
    finally:
        sys.settrace(before)
    return result, told, given


def test_loops_do_the_same_in_another_form() -> None:
    """Whatever stands in them; and a good part of them is brought to it."""
    chance = random.Random(7)
    changed = 0
    for _ in range(ROUNDS):
        tree = ast.parse(function(chance))
        names = names_around(tree)
        node = tree.body[0]
        assert isinstance(node, ast.FunctionDef)
        made, _ = leaving_early(node, names) or (node, ())
        made, _ = item_loops(made, names) or (made, ())
        if made is node:
            continue
        changed += 1
        for xs, most in (([], 3), ([1, 5, 3], 2), ([4, 5, 6, 7], 5), ([3, 2, 5], 0)):
            before = done(tree, xs, most)
            if before != "for ever":
                after = done(ast.Module([made], []), xs, most)
                assert before == after, (ast.unparse(tree), ast.unparse(made), xs)
    assert changed > ROUNDS // 15, changed
