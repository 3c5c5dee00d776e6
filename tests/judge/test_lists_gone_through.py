"""Lists that are chosen where they are gone through: random ones are run before and after."""

from __future__ import annotations

import ast
import random
from dataclasses import replace

from dreck.judge.unfolding.loops_apart import loops_apart
from dreck.judge.world.context import Context
from dreck.judge.world.loading import names_around

ROUNDS = 300
NAMES = ("x", "y", "least", "xs", "LIMIT", "x")
ASKED = (
    "{0} > least",
    "{0} != most",
    "high({0})",
    "{0} in (1, 5)",
    "x",
    "y > 2",
    "10 // {0}",
    "{0}",
)
MADE = ("{0}", "{0}", "{0} + 1", "(least, {0})", "high({0})", "[y for y in (1, 2) if y > {0}]")
WORKED_OUT = [
    *("sum({0})", "max({0}, default=0)", "sorted({0})", "any({0})", "list({0})", "all({0})"),
    *("next({0}, None)", "len({0})", "max({0}, key=lambda r: -r, default=1)", "{0}"),
    *("max({0}, [3, 1])", "sum({0}, least)"),
]
BETWEEN = ("pass", "least = 2", "xs.append(4)", "found = []", "total = 0", "xs = [3, 1]", "y = 5")
HELPERS = """
LIMIT = 2


def high(x):
    return x > LIMIT


def lazy(items, least):
    return (x for x in items if x > least)


def chosen(items, least):
    return [x for x in items if x > least]


def others(items, most):
    return [y for y in items if y != most and high(y)]
"""


def comprehension(chance: random.Random, source: str) -> str:
    """What chooses from something, by one name or another."""
    name = chance.choice(NAMES)
    tests = [chance.choice(ASKED).format(name) for _ in range(chance.choice((0, 1, 1, 2)))]
    element = chance.choice(MADE).format(name) if chance.random() < 0.4 else name
    return f"{element} for {name} in {source}" + "".join(f" if {t}" for t in tests)


def source(chance: random.Random, depth: int = 0) -> str:
    """What is gone through."""
    drawn = chance.random()
    if drawn < 0.35 and depth < 2:
        inner = comprehension(chance, source(chance, depth + 1))
        found = chance.choice(("[{0}]", "[{0}]", "({0})")).format(inner)
    elif drawn < 0.6:
        found = chance.choice(
            ("chosen(xs, least)", "others(xs, most)", "chosen(xs, 2)", "lazy(xs, least)")
        )
    else:
        found = chance.choice(("xs", "xs", "found", "(1, 5, 2)"))
    return f"reversed({found})" if chance.random() < 0.15 else found


def function(chance: random.Random) -> str:
    """A function that chooses, does something else perhaps, and works something out."""
    lines = ["found = ()"] if chance.random() < 0.5 else []
    if chance.random() < 0.7:
        lines.append(f"found = [{comprehension(chance, source(chance))}]")
        lines += [chance.choice(BETWEEN)] if chance.random() < 0.3 else []
    else:
        lines.append("found = xs")
    inner = comprehension(chance, "found" if chance.random() < 0.5 else source(chance))
    among = inner if chance.random() < 0.8 else "found"
    among = f"({among})" if among != "found" else among
    last = chance.choice(WORKED_OUT).format(among if chance.random() < 0.7 else f"[{inner}]")
    lines.append(f"return {last}" if chance.random() < 0.8 else f"return {last}, found, least")
    body = "\n".join(f"    {s}" for s in lines)
    return (
        f"def f(xs: list[int], least: int, most: int, x: int = 2, y: int = 3):\n{body}\n\n{HELPERS}"
    )


def done(tree: ast.Module, xs: list[int], least: int) -> object:
    """What a function gives back, and what becomes of the list; None if it raises."""
    names: dict[str, object] = {}
    exec(compile(ast.fix_missing_locations(tree), "<lists>", "exec"), names)
    given = list(xs)
    try:
        result = names["f"](given, least, 5)  # type: ignore[operator]
        kept = repr(given)
        given.append(6)  # what is not used up yet, notices
        parts = result if isinstance(result, tuple) else (result,)
        shown = [list(p) if hasattr(p, "__next__") else p for p in parts]
    except (TypeError, ValueError, ZeroDivisionError, NameError):
        return None
    return repr(shown), kept


def test_lists_that_are_chosen_on_the_way() -> None:
    """Whatever is chosen, under whatever names; and a good part of it is brought to that form."""
    chance = random.Random(11)
    changed = 0
    for _ in range(ROUNDS):
        text = function(chance)
        tree = ast.parse(text)
        node, *helpers = (n for n in tree.body if isinstance(n, ast.FunctionDef))
        known = {h.name: h for h in helpers}
        names = replace(names_around(tree), new=frozenset(known))
        made = loops_apart(node, Context(names, helpers=known))
        if made is None:
            continue
        changed += 1
        other = ast.Module([made[0], *tree.body[1:]], [])
        for xs, least in (([], 3), ([1, 5, 3], 2), ([4, 0, 6, 7], 5), ([3, 2, 5, 9], 0)):
            # That nothing raises is assumed.
            expected = done(tree, xs, least)
            if expected is not None:
                assert done(other, xs, least) == expected, (text, ast.unparse(made[0]), xs)
    assert changed > ROUNDS // 6, changed
