"""Plain values of the evident kinds, drawn with a seed: the same ones on every run."""

from __future__ import annotations

import random
from collections.abc import Sequence
from typing import Any

from .answers import RAISES, Answers
from .recipes import Recipe, Side, Suggested, joined, literal, mapping, sequence
from .records import Manager, Record, Recorder
from .shapes import Shape

# Values drawn for one parameter, and levels of records in records.
MOST_VALUES = 150
_DEEPEST = 4
SEED = 20260102
_NUMBERS = (0, 1, 2, -1, 3, 10, 100)
_FRACTIONS = (1.5, 0.25)
_TEXTS = ("", "a", "b", "Abc", "a b", "7", " a ")
_OPAQUE = (1, "a", 0, "b", 2)


def evident(
    shape: Shape, name: str, suggested: Suggested, others: Sequence[Shape] = ()
) -> list[Recipe]:
    """Values that fit what the code does with a parameter; none if it does not tell.

    Args:
        shape: what is done with the value.
        name: what it is called, by which constants are suggested.
        suggested: constants that the code compares values of some names with.
        others: what is done with the other parameters, which a function that is one may change.
    """
    if not shape.is_told():
        return []
    drawer = _Drawer(suggested, random.Random(f"{SEED} {name}"))
    for other in others:
        drawer.around |= other.attributes
    found = {r.text: r for r in (drawer.value(shape, name, 0) for _ in range(2 * MOST_VALUES))}
    return list(found.values())[:MOST_VALUES]


class _Drawer:
    def __init__(self, suggested: Suggested, chance: random.Random) -> None:
        self.suggested, self.chance = suggested, chance
        # Attributes that functions may change on the records they are given.
        self.around: dict[str, Shape] = {}

    def value(self, shape: Shape, name: str, depth: int) -> Recipe:
        """One value of a shape."""
        if shape.may_be_none and self.chance.random() < 0.2:
            return literal(None)
        if depth >= _DEEPEST:
            return literal(self.chance.choice(_OPAQUE))
        if shape.attributes or shape.methods:
            return self._record(shape, depth)
        if shape.keys:
            return self._mapping(shape, depth)
        if shape.result is not None:
            return self._recorder(shape.result, name, self.around, depth)
        if "entered" in shape.wants:
            swallows = self.chance.random() < 0.5
            return manager(name, self.value(shape.one(), name, depth + 1), swallows=swallows)
        by_key = "keyed" in shape.wants and not shape.wants & {"list", "text", "set"}
        if "mapping" in shape.wants or (by_key and self.chance.random() < 0.6):
            return self._table(shape, name, depth)
        if shape.parts:
            parts = [self.value(p, f"{name}{i}", depth + 1) for i, p in enumerate(shape.parts)]
            return sequence(parts, tuple)
        if shape.element is not None or shape.wants & {"list", "set", "sized"}:
            return self._list(shape, name, depth)
        return literal(self._constant(shape, name))

    def _record(self, shape: Shape, depth: int) -> Recipe:
        own = {n: s for n, s in shape.attributes.items() if n not in shape.methods}
        fields = {n: self.value(s, n, depth + 1) for n, s in own.items()}
        calls = {n: self._recorder(s, n, own, depth) for n, s in shape.methods.items()}
        return record({**fields, **calls})

    def _recorder(self, gives: Shape, name: str, around: dict[str, Shape], depth: int) -> Recipe:
        """A function that records: mostly it gives something back, sometimes it raises what the code
        handles, sometimes it changes what the code asks for.
        """
        errors = self.suggested.get(RAISES, ())
        if errors and self.chance.random() < 0.4:
            return recorder(name, literal(None), raises=self.chance.choice(errors))
        plain = [n for n, s in around.items() if not (s.attributes or s.methods or s.result)]
        sets = {}
        if plain and self.chance.random() < 0.5:
            changed = self.chance.choice(plain)
            sets = {changed: self.value(around[changed], changed, depth + 1)}
        return recorder(name, self.value(gives, name, depth + 1), sets=sets)

    def _mapping(self, shape: Shape, depth: int) -> Recipe:
        kept = [(k, s) for k, s in shape.keys.items() if self.chance.random() < 0.85]
        return mapping([(literal(k), self.value(s, str(k), depth + 1)) for k, s in kept])

    def _table(self, shape: Shape, name: str, depth: int) -> Recipe:
        keys = self.chance.sample(list(_TEXTS[1:5]), self.chance.choice((0, 1, 2, 3)))
        return mapping([(literal(k), self.value(shape.one(), name, depth + 1)) for k in keys])

    def _list(self, shape: Shape, name: str, depth: int) -> Recipe:
        if "text" in shape.wants:
            return literal(self._text(shape, name))
        count = self.chance.choice((0, 1, 1, 2, 2, 3, 4))
        items = [self.value(shape.one(), name, depth + 1) for _ in range(count)]
        if count > 1 and self.chance.random() < 0.3:
            items[-1] = items[0]  # two alike
        return sequence(items, set if "set" in shape.wants else list)

    def _constant(self, shape: Shape, name: str) -> Any:
        known = [*shape.compared, *self.suggested.get(name, ())]
        if "text" in shape.wants or any(isinstance(c, str) for c in known):
            return self._text(shape, name)
        numbers = [c for c in known if type(c) in (int, float)]
        if "number" in shape.wants or numbers:
            near = [n + d for n in numbers for d in (0, 0, 1, -1)]
            is_fraction = "fraction" in shape.wants or any(type(n) is float for n in numbers)
            others = (*_NUMBERS, *_FRACTIONS) if is_fraction else _NUMBERS
            return self.chance.choice([*near, *near, *others])
        if known:
            return self.chance.choice(known)
        return self.chance.choice((*_OPAQUE, True, False))

    def _text(self, shape: Shape, name: str) -> str:
        known = [c for c in (*shape.compared, *self.suggested.get(name, ())) if isinstance(c, str)]
        if not known or self.chance.random() < 0.2:
            return self.chance.choice(_TEXTS)
        one, other = self.chance.choice(known), self.chance.choice(known)
        made = (
            one,
            one,
            one,
            one + other,
            one + " " + other,
            one.upper(),
            f"a{one}b",
            one + "x",
            " " + one,
        )
        return self.chance.choice(made)


def record(fields: dict[str, Recipe]) -> Recipe:
    """An object that has just these attributes."""
    text = f"Record({', '.join(f'{n}={r.text}' for n, r in fields.items())})"

    def build(side: Side, answers: Answers) -> Any:
        return Record(**{n: r.build(side, answers) for n, r in fields.items()})

    return Recipe(text, build, stands=joined(fields.values()))


def recorder(
    name: str,
    gives: Recipe,
    raises: type[Exception] | None = None,
    sets: dict[str, Recipe] | None = None,
) -> Recipe:
    """A function that notes its calls."""
    changes = sets or {}
    parts = [repr(name)]
    parts += [gives.text] if gives.text != "None" else []
    parts += [f"raises={raises.__name__}"] if raises is not None else []
    parts += (
        [f"sets={mapping([(literal(n), r) for n, r in changes.items()]).text}"] if changes else []
    )

    def build(side: Side, answers: Answers) -> Any:
        given = {n: r.build(side, answers) for n, r in changes.items()}
        return Recorder(name, gives.build(side, answers), raises, given)

    return Recipe(f"Recorder({', '.join(parts)})", build, stands=joined([gives, *changes.values()]))


def manager(name: str, gives: Recipe, *, swallows: bool) -> Recipe:
    """Something to be entered."""
    text = f"Manager({name!r}, {gives.text}{', swallows=True' if swallows else ''})"
    return Recipe(
        text, lambda side, a: Manager(name, gives.build(side, a), swallows), stands=gives.stands
    )


def fitting(found: Sequence[Recipe], shape: Shape | None) -> list[Recipe]:
    """Values that nothing is known of, marked as such where the code shows another kind."""
    if shape is None or not shape.is_told():
        return list(found)
    return [r.standing("as-used") for r in found]
