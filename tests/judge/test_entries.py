"""Entries of dicts: random programs over two of them are judged, and what is proved is run."""

from __future__ import annotations

import random
from pathlib import Path

from dreck.judge.face.judge import Judge
from dreck.judge.versions.version import Version

ROUNDS = 250
# Ways to get a value for a key, to put one in, and what else may happen to a dict.
ASKING = (
    "x = {d}.get({k}, {n})",
    "x = {d}[{k}] if {k} in {d} else {n}",
    "x = {d}.setdefault({k}, {n})",
    "x = {d}.get({k})",
    "x = {k} in {d}",
    "if {k} not in {d}: {d}[{k}] = {n}\n    x = {d}[{k}]",
    "if {k} in {d}: x = {d}[{k}]\n    else: x = {n}",
    "x = {d}[{k}]",
)
DOING = (
    *("{d}[{k}] = {n}", "{d}[{k}] = x", "{d}.pop({k}, None)", "{d}.update({e})", "{d} |= {e}"),
    *("out.append(x)", "out.append(len({d}))", "out.append({k} in {d})", "o.x = {n}", "x = o.x"),
    *("{d} = {e}", "if x: {d}.clear()", "out.append({d}.get({k}, {n}))", "for k in {d}: x = k"),
)


def filled(template: str, chance: random.Random) -> str:
    """A statement over one of the dicts."""
    d, e = chance.choice((("d", "e"), ("d", "e"), ("e", "d"), ("m", "d")))
    return template.format(
        d=d, e=e, k=chance.choice(("k", "k", "j", "'x'")), n=chance.randint(0, 2)
    )


def statements(chance: random.Random) -> list[str]:
    """A few of them."""
    kinds = [chance.choice((ASKING, ASKING, DOING)) for _ in range(chance.randint(2, 5))]
    return [filled(chance.choice(kind), chance) for kind in kinds]


def changed(body: list[str], chance: random.Random) -> list[str]:
    """The same with something said in another way, in another order, or not at all."""
    made = list(body)
    at = chance.randrange(len(made))
    way = chance.random()
    if way < 0.6:
        # often the same dict, key and number, asked in another way
        template = chance.choice(ASKING)
        place = random.Random(chance.randint(0, 5))
        made[at] = filled(template, place)
        made.insert(at, filled(chance.choice(ASKING), random.Random(place.randint(0, 5))))
    elif way < 0.8 and len(made) > 1:
        made[at - 1], made[at] = made[at], made[at - 1]
    else:
        del made[at]
    return made


def text(body: list[str]) -> str:
    lines = "".join(f"    {s}\n" for s in body)
    return (
        "class O:\n    def __init__(self): self.x = 1\n\n\n"
        "def f(d: dict[str, int], e: dict[str, int], k: str, j: str, o: O):\n"
        f"    out = []\n    m = {{}}\n    x = 0\n{lines}    return out, x, m\n"
    )


def done(code: str, given: dict[str, int], k: str, j: str, alias: int) -> object:
    """What comes out, and what becomes of the dicts and the object."""
    names: dict[str, object] = {}
    exec(code, names)
    o = names["O"]()  # type: ignore[operator]
    d = dict(given)
    e = (d, {"b": 7}, vars(o))[alias]
    try:
        result = repr(names["f"](d, e, k, j, o))  # type: ignore[operator]
    except (KeyError, AttributeError, RuntimeError) as error:
        result = type(error).__name__
    return result, list(d.items()), list(e.items()), vars(o)


def same_in(chance: random.Random) -> tuple[str, str]:
    """A function, and another way to say it."""
    body = statements(chance)
    template, place = chance.choice(ASKING[:7]), chance.randrange(len(body) + 1)
    fill = chance.randint(0, 99)
    one = [*body[:place], filled(template, random.Random(fill)), *body[place:]]
    if chance.random() < 0.5:
        other = chance.choice(ASKING[:7])
        return text(one), text([*body[:place], filled(other, random.Random(fill)), *body[place:]])
    return text(one), text(changed(one, chance))


def test_what_is_proved_of_entries_is_true() -> None:
    """Whatever is asked, put in and taken out, under names that may mean one dict."""
    judge, chance = Judge(runner=None), random.Random(23)
    proved = 0
    for _ in range(ROUNDS):
        before, after = same_in(chance)
        if before == after:
            continue
        found = judge.vouch(Version(Path("a.py"), before), Version(Path("b.py"), after), "f")
        if not found.verdict.same:
            continue
        proved += 1
        rests_on = {a.kind.value for s in found.subjects for a in s.assumptions}
        for given in ({}, {"a": 1}, {"a": 0, "b": 2, "x": 3}):
            for k, j in (("a", "a"), ("a", "b"), ("x", "c")):
                # where an attribute is taken to stay, nothing else may set it
                for alias in (0, 1) if "stable-read" in rests_on else (0, 1, 2):
                    expected = done(before, given, k, j, alias)
                    assert done(after, given, k, j, alias) == expected, (before, after, given, k)
    assert proved > ROUNDS // 12, proved
