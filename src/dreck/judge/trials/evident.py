"""Plain values of the evident kinds, drawn with a seed: the same ones on every run."""

from __future__ import annotations

import ast
import json
from collections.abc import Callable, Sequence
from dataclasses import replace
from functools import partial
from typing import Any

from .answers import RAISES
from .doubles import manager, record, recorder
from .growing import Grower, pair_of
from .kinds import ProjectKinds
from .recipes import Recipe, literal, mapping, sequence
from .shape import KINDS, Shape
from .trees import ANYTHING, Tree, compound

# Values drawn for one parameter, and levels of records in records.
MOST_VALUES = 150
_DEEPEST = 4
_FRACTIONS = (1.5, 0.25)
_TEXTS = ("", "a", "b", "Abc", "a b", "7", " a ")
# How often what is gone through by its letters is a text.
_SPELT = 0.8
# How often what the code asks for its class is of such a one.
_ASKED = 0.7
# How often a text is one of those that the code compares it with.
_COMPARED = 0.4
# How often what is read as JSON is some.
_READABLE = 0.9
_PATHS = ("a.txt", "a.txt", "b.csv", "no/a.txt", "")
_CLASSES = (object, dict, ValueError)
_OPAQUE = (1, "a", 0, "b", 2)


def evident(
    shape: Shape,
    name: str,
    grower: Grower,
    others: Sequence[Shape] = (),
    kinds: ProjectKinds | None = None,
    most: int = MOST_VALUES,
) -> list[Recipe]:
    """Values that fit what the code does with a parameter; none if it does not tell.

    Args:
        shape: what is done with the value.
        name: what it is called, by which constants are suggested.
        grower: draws texts and numbers.
        others: what is done with the other parameters, which a function that is one may change.
        kinds: the project's classes.
        most: how many.
    """
    if not shape.is_told():
        return []
    drawer = Drawer(grower, others, kinds)
    drawn = (drawer.value(shape, name).recipe for _ in range(2 * most))
    return list({r.text: r for r in drawn}.values())[:most]


class Drawer:
    """Draws values of evident kinds.

    Args:
        grower: draws texts and numbers.
        others: what is done with the other parameters, which a function that is one may change.
        kinds: the project's classes.
    """

    def __init__(
        self, grower: Grower, others: Sequence[Shape] = (), kinds: ProjectKinds | None = None
    ) -> None:
        self.kinds = kinds
        self.grower, self.chance, self.suggested = grower, grower.chance, grower.suggested
        # Attributes that functions may change on the records they are given.
        self.around: dict[str, Shape] = {}
        for other in others:
            self.around |= other.attributes

    def value(self, shape: Shape, name: str, depth: int = 0) -> Tree:
        """One value of a shape."""
        made = self._value(shape, name, depth)
        kind = f"{'shape ' if shape.is_told() else ANYTHING}{id(shape)}"
        return replace(made, kind=kind, again=lambda: self.value(shape, name, depth))

    def _value(self, shape: Shape, name: str, depth: int) -> Tree:
        if shape.may_be_none and self.chance.random() < 0.2:
            return self._leaf(None)
        if depth >= _DEEPEST:
            return self._deepest(shape, name)
        made = self._asked(shape, name, depth)
        if made is not None:
            return made
        if shape.read is not None and self.chance.random() < _READABLE:
            return self._made([self.value(shape.read, name, depth + 1)], _as_json)
        if shape.wants & {"date", "moment"}:
            numbers = self.grower.numbers
            return self._leaf(numbers.moment() if "moment" in shape.wants else self.grower.day())
        if "path" in shape.wants:
            return self._leaf(self.chance.choice(_PATHS))
        if shape.attributes or shape.methods:
            return self._record(shape, depth)
        if shape.changes and self.chance.random() < 0.2:  # something that is told, and may refuse
            told = [self._recorder(s, n, {}, depth) for n, s in shape.changes.items()]
            names = list(shape.changes)
            return self._made(told, lambda rs: record(dict(zip(names, rs, strict=True))))
        if shape.keys:
            return self._mapping(shape, depth)
        if shape.result is not None:
            return self._recorder(shape.result, name, self.around, depth)
        if "class" in shape.wants:
            cls = self.chance.choice(_CLASSES)
            found = Recipe(cls.__name__, lambda side, answers: cls)
            return Tree(found, "", lambda: self._leaf(None))
        if "entered" in shape.wants:
            swallows = self.chance.random() < 0.5
            given = self.value(shape.one(), name, depth + 1)
            return self._made([given], lambda rs: manager(name, rs[0], swallows=swallows))
        by_key = "keyed" in shape.wants and not shape.wants & {"list", "text", "set"}
        asked = 0.95 if "holding" in shape.wants else 0.6
        if "mapping" in shape.wants or (by_key and self.chance.random() < asked):
            return self._table(shape, name, depth)
        if shape.parts:
            parts = [self.value(p, f"{name}{i}", depth + 1) for i, p in enumerate(shape.parts)]
            return self._made(parts, lambda rs: sequence(rs, tuple))
        listed = shape.element is not None or shape.held is not None
        if listed or shape.wants & {"list", "set", "sized", "holding"}:
            return self._list(shape, name, depth)
        return self._leaf(self._constant(shape, name))

    def _asked(self, shape: Shape, name: str, depth: int) -> Tree | None:
        """A value of a class that the code asks for, mostly."""
        if shape.kinds and self.chance.random() < _ASKED:
            return self._of_kind(self.chance.choice(sorted(shape.kinds)), shape, name, depth)
        derived = self.kinds.asked_for(shape.classes) if self.kinds is not None else []
        if derived and self.chance.random() < _ASKED:
            made = self._object(self.chance.choice(derived), shape, depth)
            if made is not None:
                return made
        return self._member(shape, name, depth)

    def _member(self, shape: Shape, name: str, depth: int) -> Tree | None:
        """A member of an enumeration, where the code asks for that, mostly; always, where it looks
        into a table by it.
        """
        known = self.kinds.enums if self.kinds is not None else {}
        enums = [known[n] for n in sorted(shape.enums) if n in known]
        if not enums or ("member" not in shape.wants and self.chance.random() >= _ASKED):
            return None
        return self.grower.value(self.chance.choice(enums), name, depth)

    def _of_kind(self, kind: str, shape: Shape, name: str, depth: int) -> Tree:
        """A value of a built-in class that the code asks for, with what it asks of such a one."""
        if kind == "dict" and shape.keys:
            return self._mapping(shape, depth)
        if kind == "dict" and (shape.held is not None or "keyed" in shape.wants):
            return self._table(shape, name, depth)
        listed = shape.element is not None or shape.held is not None
        if kind == "tuple" and shape.parts:
            parts = [self.value(p, f"{name}{i}", depth + 1) for i, p in enumerate(shape.parts)]
            return self._made(parts, lambda rs: sequence(rs, tuple))
        if kind == "list" and listed and "text" not in shape.wants:
            return self._list(shape, name, depth)
        return self.grower.value(KINDS[kind], name, depth)

    def _deepest(self, shape: Shape, name: str) -> Tree:
        """A value below which there are no others: nothing in it, or a constant; what should have
        more in it shows at most an assumption.
        """
        if "mapping" in shape.wants:
            return self._made([], lambda rs: mapping([]))
        compound_ = shape.attributes or shape.methods or shape.keys or shape.parts or shape.result
        if compound_:
            made = literal(self.chance.choice(_OPAQUE)).standing("as-used")
            return Tree(made, "", lambda: self._deepest(shape, name))
        if shape.element is not None or shape.held is not None or shape.wants & {"list", "set"}:
            make = set if "set" in shape.wants else list
            return self._made([], lambda rs: sequence([], make))
        return self._leaf(self._constant(shape, name))

    def _leaf(self, value: Any) -> Tree:
        return Tree(literal(value), "", lambda: self._leaf(value))

    def _made(self, parts: Sequence[Tree], join: Callable[[Sequence[Recipe]], Recipe]) -> Tree:
        return compound("", parts, join, lambda: self._leaf(None))

    def _record(self, shape: Shape, depth: int) -> Tree:
        """An object of one of the project's classes that have what is asked for; else a record."""
        fitting = self.kinds.fitting(shape) if self.kinds is not None else []
        if not fitting:
            return self._double(shape, depth)
        made = self._object(self.chance.choice(fitting), shape, depth)
        if made is not None and self.chance.random() < 0.9:
            return made
        other = self._double(shape, depth)
        return replace(other, recipe=other.recipe.standing("as-used"), parts=(), join=None)

    def _object(self, cls: type, shape: Shape, depth: int) -> Tree | None:
        return self.grower.object_of([cls], self.arguments(cls, shape, depth), depth)

    def arguments(self, cls: type, shape: Shape, depth: int = 0) -> dict[str, Callable[[], Tree]]:
        """What draws the arguments of a constructor that nothing is declared of."""
        told = self.kinds.arguments(cls, shape) if self.kinds is not None else {}
        return {n: partial(self.value, s, n, depth + 1) for n, s in told.items()}

    def _double(self, shape: Shape, depth: int) -> Tree:
        own = {n: s for n, s in shape.attributes.items() if n not in shape.methods}
        fields = {n: self.value(s, n, depth + 1) for n, s in own.items()}
        calls = {n: self._recorder(s, n, own, depth) for n, s in shape.methods.items()}
        names = [*fields, *calls]
        parts = [*fields.values(), *calls.values()]
        return self._made(parts, lambda rs: record(dict(zip(names, rs, strict=True))))

    def _recorder(self, gives: Shape, name: str, around: dict[str, Shape], depth: int) -> Tree:
        """A function that records: mostly it gives something back, sometimes it raises what the
        code handles, sometimes it changes what the code asks for.
        """
        errors = self.suggested.get(RAISES, ())
        if errors and gives.may_raise and not gives.is_quiet and self.chance.random() < 0.4:
            error = self.chance.choice(errors)
            raised = recorder(name, literal(None), raises=error, awaited="awaited" in gives.wants)
            again = lambda: self._recorder(gives, name, around, depth)  # noqa: E731
            return Tree(raised, "", again)
        plain = [n for n, s in around.items() if not (s.attributes or s.methods or s.result)]
        given = self.value(gives, name, depth + 1)
        awaited = "awaited" in gives.wants
        if not plain or self.chance.random() < 0.5:
            return self._made([given], lambda rs: recorder(name, rs[0], awaited=awaited))
        changed = self.chance.choice(plain)
        parts = [given, self.value(around[changed], changed, depth + 1)]
        return self._made(parts, lambda rs: recorder(name, rs[0], None, {changed: rs[1]}, awaited))

    def _mapping(self, shape: Shape, depth: int) -> Tree:
        """A record with the keys that are asked for; of those it cannot do without, one is missing
        only where that shows an assumption.
        """
        chance, needed = self.chance, [k for k in shape.keys if k not in shape.may_lack]
        missing = chance.choice(needed) if needed and chance.random() < 0.05 else None
        kept = {
            k: s
            for k, s in shape.keys.items()
            if k != missing and (k in needed or chance.random() < 0.85)
        }
        stands = "as-used" if missing is not None else ""
        parts = [self.value(s, str(k), depth + 1) for k, s in kept.items()]
        keys = [literal(k) for k in kept]
        join = lambda rs: mapping(list(zip(keys, rs, strict=True))).standing(stands)  # noqa: E731
        return self._made(parts, join)

    def _table(self, shape: Shape, name: str, depth: int) -> Tree:
        def one() -> Tree:
            held = shape.held or shape.one()
            parts = [self._key(shape), self.value(held, name, depth + 1)]
            return compound("pair", parts, lambda rs: sequence(rs, tuple), one)

        pairs = [one() for _ in range(self.chance.choice((0, 1, 2, 3)))]
        join = lambda rs: mapping([pair_of(r) for r in rs])  # noqa: E731
        return compound("", pairs, join, lambda: self._leaf(None), one)

    def _key(self, shape: Shape) -> Tree:
        """A key of a mapping: a text that the code speaks of, or what its keys are taken for."""
        keys = shape.element if shape.held is not None else None
        if keys is not None and keys.is_told() and self.chance.random() < 0.5:
            made = self._constant(keys, "")
            return self._leaf(made if made.__hash__ is not None else str(made))
        known = [c for c in self.grower.pool.asked if c]
        drawn = self.grower.texts.draw() if self.chance.random() < 0.3 else ""
        return self._leaf(drawn or self.chance.choice([*_TEXTS[1:5], *known]))

    def _list(self, shape: Shape, name: str, depth: int) -> Tree:
        if "text" in shape.wants:
            return self._leaf(self._text(shape, name))
        letters = shape.letters()
        if letters and self.chance.random() < _SPELT:
            made = self.grower.texts.spelt(letters)
            return Tree(literal(made), "", lambda: self._list(shape, name, depth))

        def one() -> Tree:
            return self.value(shape.element or shape.held or shape.one(), name, depth + 1)

        items = [one() for _ in range(self.chance.choice((0, 1, 1, 2, 2, 3, 4)))]
        if len(items) > 1 and self.chance.random() < 0.3:
            items[-1] = items[0]  # two alike
        make = set if "set" in shape.wants else list
        join = lambda rs: sequence(rs, make)  # noqa: E731
        return compound("", items, join, lambda: self._leaf(None), one)

    def _numeral(self) -> Any:
        """A number as a text, mostly; else another text, or the number itself."""
        number = self.grower.numbers.whole()
        made = self.chance.choice((str(number), str(number), f" {number} ", f"{number}.5", number))
        return made if self.chance.random() < 0.8 else self.grower.texts.draw()

    def _constant(self, shape: Shape, name: str) -> Any:
        if "numeral" in shape.wants and not shape.wants & {"number", "text"}:
            return self._numeral()
        known = [*shape.compared, *self.suggested.get(name, ())]
        if "text" in shape.wants or any(isinstance(c, str) for c in known):
            return self._text(shape, name)
        numbers = [c for c in known if type(c) in (int, float)]
        if "number" in shape.wants or numbers:
            is_fraction = "fraction" in shape.wants or any(type(n) is float for n in numbers)
            if is_fraction and self.chance.random() < 0.5:
                return self.grower.numbers.fraction((*numbers, *_FRACTIONS))
            near = [n + d for n in numbers for d in (0, 0, 1, -1)]
            if near and self.chance.random() < 0.6:
                return self.chance.choice(near)
            return int(self.grower.numbers.whole())
        # Whoever asks for None asks whether there is something, whatever that may be.
        others = 0.6 if all(k is None for k in known) else 0.2
        if known and self.chance.random() > others:
            return self.chance.choice(known)
        return self.chance.choice((*_OPAQUE, True, False))

    def _text(self, shape: Shape, name: str) -> str:
        known = [c for c in (*shape.compared, *self.suggested.get(name, ())) if isinstance(c, str)]
        if known and self.chance.random() < _COMPARED:
            return self.chance.choice(known)
        return self.grower.texts.draw(known)


def _as_json(parts: Sequence[Recipe]) -> Recipe:
    """The text that says a value; that of its Python text where JSON cannot say it."""
    text = parts[0].text
    try:
        return literal(json.dumps(_plain_data(ast.parse(text, mode="eval").body)))
    except (ValueError, TypeError, SyntaxError):
        return literal(text)


def _plain_data(node: ast.expr) -> Any:
    """What an expression says, in lists, mappings, texts and numbers: objects as what they are made
    of.
    """
    if isinstance(node, ast.Call):
        return {str(k.arg): _plain_data(k.value) for k in node.keywords}
    if isinstance(node, ast.List | ast.Tuple | ast.Set):
        return [_plain_data(e) for e in node.elts]
    if isinstance(node, ast.Dict):
        pairs = zip(node.keys, node.values, strict=True)
        return {ast.literal_eval(k): _plain_data(v) for k, v in pairs if k is not None}
    return ast.literal_eval(node)


def fitting(found: Sequence[Recipe], shape: Shape | None) -> list[Recipe]:
    """Values that nothing is known of, marked as such where the code shows another kind."""
    if shape is None or not shape.is_of_a_kind():
        return list(found)
    return [r.standing("as-used") for r in found]
