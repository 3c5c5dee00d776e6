"""Random switches on classes: what the move makes of them behaves the same, and damage is not
proved.
"""

from __future__ import annotations

import random
import re
from itertools import product

from .harness import look
from .test_all_moves import verdict

ROUNDS = 60
CLASSES = """class V:
    def __init__(self, n: int):
        self.n = n


class A(V): ...


class B(V): ...


class C(A): ...


"""
# A function with a place for the switch on v, and what its arms may do.
FRAMES = {
    "def f(vs: list[V], out):\n    for v in vs:\n{2}": (2, "loop"),
    "def f(vs: list[V], out):\n    for v in vs:\n{2}        out.append(v.n)\n": (2, "set"),
    "def f(vs: dict[int, V], out):\n    for k, v in vs.items():\n        x = 0\n{2}        out.append((k, x))\n": (
        2,
        "set",
    ),
    "def f(vs: list[V], out):\n    total = 0\n    for v in vs:\n{2}    return total\n": (2, "add"),
    "class F:\n    def __init__(self, out):\n        self.out = out\n\n    def f(self, v: V, out):\n{2}": (
        2,
        "own",
    ),
    "def f(v, out):\n    x = 7\n{1}    out.append(v.n)\n    return x\n": (1, "set"),
    "def f(v: V, out):\n{1}    return 0\n": (1, "leave"),
    "def f(v, out):\n{1}    return 0\n": (1, "leave"),
}
DONE = {
    "loop": (
        "out.append({n})",
        "if v.n > {n}:\n    continue\nout.append(v.n)",
        "v.n += {n}",
        "pass",
    ),
    "set": ("x = {n}", "x = v.n * {n}", "y = v.n + {n}\nx = y * y", "x = {n}\nout.append(x)"),
    "add": ("total += {n}", "total += v.n * {n}", "y = v.n % 3\ntotal += y", "pass"),
    "own": ("self.out.append({n})", "self.out.append(v.n)", "pass", "self.last = v.n"),
    "leave": (
        "return {n}",
        "return v.n + {n}",
        "out.append(v.n)\nreturn {n}",
        "raise KeyError({n})",
    ),
}


def switch(chance: random.Random, doing: str, depth: int) -> str:
    """A chain of questions for classes, derived ones first, with or without an else."""
    exact = chance.random() < 0.25
    kinds = sorted(chance.sample(["C", "A", "B"], chance.choice((2, 2, 3))), key="CAB".index)
    lines = []
    for at, kind in enumerate(kinds):
        asked = f"type(v) is {kind}" if exact else f"isinstance(v, {kind})"
        word = "if" if at == 0 or (doing == "leave" and chance.random() < 0.5) else "elif"
        lines += [f"{word} {asked}:", *arm(chance, doing)]
    if chance.random() < 0.4:
        lines += ["else:", *arm(chance, doing)]
    return "".join(f"{'    ' * depth}{line}\n" for line in lines)


def arm(chance: random.Random, doing: str) -> list[str]:
    """What is done for one class."""
    done = chance.choice(DONE[doing]).format(n=chance.randint(0, 4))
    return [f"    {line}" for line in done.splitlines()]


def hurt(text: str, chance: random.Random) -> str:
    """A text with another number in it, one statement less, or two classes exchanged."""
    way = chance.random()
    spots = list(re.finditer(r"\b\d\b", text))
    if way < 0.5 and spots:
        spot = chance.choice(spots)
        return f"{text[: spot.start()]}{(int(spot[0]) + 1) % 5}{text[spot.end() :]}"
    lines = text.splitlines(keepends=True)
    at = chance.randrange(len(lines))
    if way < 0.8 and lines[at].lstrip().startswith(("x =", "total", "out", "self.out", "return")):
        return "".join([*lines[:at], re.sub(r"\S.*", "pass", lines[at]), *lines[at + 1 :]])
    return text.replace("(v, A)", "(v, Z)").replace("(v, B)", "(v, A)").replace("(v, Z)", "(v, B)")


def outcomes(text: str) -> list[object]:
    """What comes out for objects of each class, alone and behind one another."""
    names: dict[str, object] = {}
    exec(text, names)
    found: list[object] = []
    for first, second in product("VABC", repeat=2):
        vs = [names[k](n) for k, n in ((first, 1), (second, 2))]  # type: ignore[operator]
        out: list[object] = []
        owner = names["F"](out) if "F" in names else None  # type: ignore[operator]
        f = owner.f if owner is not None else names["f"]  # type: ignore[attr-defined]
        over = "vs: " in text
        given = (dict(enumerate(vs)) if "dict[" in text else vs) if over else vs[0]
        try:
            result = f(given, out)
        except (KeyError, NameError, AttributeError, TypeError) as error:
            result = type(error).__name__
        kept = getattr(owner, "last", None)
        found.append((result, [repr(o) for o in out], [v.n for v in vs], kept))
    return found


def test_random_switches() -> None:
    """The same in all that can be seen; and what is damaged, and seen to be, is never proved."""
    chance = random.Random(5)
    made = noticed = 0
    for _ in range(ROUNDS):
        frame, (depth, doing) = chance.choice(list(FRAMES.items()))
        text = CLASSES + frame.replace("{%d}" % depth, switch(chance, doing, depth))
        subject = "F.f" if "class F" in text else "f"
        expected = outcomes(text)
        for site in look("methods-on-classes", text, subject=subject).sites:
            made += 1
            if verdict(text, site.whole).same:
                assert outcomes(site.whole) == expected, site.whole
        bases = [s.whole for s in look("methods-on-classes", text, subject=subject).sites] or [text]
        damaged = hurt(chance.choice(bases), chance)
        if outcomes(damaged) != expected:
            noticed += 1
            assert not verdict(text, damaged).same, (text, damaged)
    assert made > ROUNDS // 3 and noticed > ROUNDS // 4, (made, noticed)
