"""Values grown from what is declared, down to elements and fields, and from what the code asks."""

from __future__ import annotations

import builtins
import collections
import collections.abc
import dataclasses
import datetime
import decimal
import enum
import fractions
import inspect
import random
import re
import types
import typing
from collections.abc import Callable, Mapping, Sequence
from functools import partial
from typing import Any, TypeAlias

from .doubles import recorder
from .factories import made_by
from .hints import all_declared, declared, meant
from .loading import derived_of
from .numbers import Numbers
from .pool import Pool
from .recipes import (
    ITERATORS,
    LISTS,
    MAPPINGS,
    OMITTED,
    Recipe,
    SETS,
    Suggested,
    built_on,
    constructed,
    from_hint,
    given_back,
    literal,
    maker_of,
    mapping,
    sequence,
    with_fields,
    a_call,
    after_calls,
    wrapped,
)
from .texts import Texts, drawn_from
from .trees import Tree, compound

SEED = 20260103
# Levels of values in values; below them the smallest is taken.
_DEEPEST = 5
# Values tried in place of one that is shown, where only some will do.
_SIMPLEST = 4
# How often a value is of the kind of its default, where more is known of it.
_BY_DEFAULT = 0.5
_LENGTHS = (0, 1, 1, 2, 2, 3, 3, 4, 6)
_ANYTHING: tuple[Any, ...] = (None, int, str, float, bool, list[int], list[str], dict[str, int])


# How often a declared function is one that notes its calls, and not one of few.
_RECORDED = 0.9
# How often it is one that the code asks whether it is that one.
_ASKED_FOR = 0.2
# Matches of the module's patterns that are tried first.
_MATCHES = 12
# How often an object is made by a method of its class, where there is such.
_BY_FACTORY = 0.3
# How often what others fill is filled.
_FILLED = 0.6
# How many calls an object has behind it that is handed on.
_CALLS_BEFORE = (0, 0, 1, 1, 2, 3)


class Grower:
    """Grows values, the same ones on every run.

    Args:
        pool: what the code speaks of.
        suggested: constants that the code compares values of some names with.
        name: what is grown for; part of the seed.
    """

    def __init__(self, pool: Pool, suggested: Suggested, name: str) -> None:
        self.pool, self.suggested = pool, suggested
        self.chance = random.Random(f"{SEED} {name}")
        self.texts = Texts(pool, self.chance, suggested)
        self.numbers = Numbers(pool, self.chance)
        # What draws arguments that nothing is declared of, for each class.
        self.known: Callable[[type], Mapping[str, Callable[[], Tree]]] = lambda cls: {}
        # What constructors of a class leave empty and others fill, with what that is.
        self.filled: Callable[[type], Mapping[str, Any]] = lambda cls: {}
        # The methods that change the objects of a class, with what they take.
        self.driving: Callable[[type], Mapping[str, Sequence[tuple[str, Any, bool]]]] = (
            lambda cls: {}
        )
        # The methods of a class that make objects of it, with what they take.
        self.factories: Callable[[type], Mapping[str, Mapping[str, tuple[Any, bool]]]] = (
            lambda cls: {}
        )
        # The regular expressions that names of the module stand for.
        self.patterns: Mapping[str, re.Pattern[str]] = {}
        # What a value was compared with while the code ran.
        self.met: Callable[[Any], Sequence[Any]] = lambda value: ()
        self._dates: list[datetime.date] = []

    def one_of(self, recipes: Sequence[Recipe], name: str) -> Tree:
        """One of some values; rarely one that stands in for others."""
        plain = [r for r in recipes if not r.stands] or list(recipes)
        found = plain if self.chance.random() < 0.95 else list(recipes)
        again = lambda: self.one_of(recipes, name)  # noqa: E731
        simplest = tuple(sorted(plain, key=lambda r: len(r.text))[:_SIMPLEST])
        made = self.chance.choice(found)
        return Tree(made, f"one of {name}", again, is_free=False, instead=simplest)

    def value(self, hint: Any, name: str, depth: int = 0) -> Tree:
        """A value that is what it is declared to be.

        Args:
            hint: the evaluated annotation.
            name: the parameter, field or key it is for.
            depth: levels of compound values around this one.
        """
        hint = meant(hint)
        origin, arguments = typing.get_origin(hint), typing.get_args(hint)
        if origin in (typing.Union, types.UnionType):
            return self._either(arguments, name, depth)
        if hint is typing.Any or hint is object:
            return self.value(self.chance.choice(_ANYTHING), name, depth)
        draw = self._constants(hint, name)
        if draw is not None:
            return self._leaf(draw, repr(hint))
        if origin is typing.Literal:
            return self.one_of([literal(a) for a in arguments], repr(hint))
        if self._is_match(hint):
            return self._match(lambda: self.value(hint, name, depth))
        if origin is collections.abc.Callable and self.chance.random() < _RECORDED:
            return self._function(hint, name, depth)
        made = self._container(origin or hint, arguments, name, depth)
        if made is None and isinstance(hint, type):
            made = self._of_class(hint, name, depth)
        return made or self.one_of(from_hint(hint, name, self.suggested, depth), name)

    def _function(self, hint: Any, name: str, depth: int) -> Tree:
        """A function that notes its calls and gives back what it is declared to."""
        again = lambda: self.value(hint, name, depth)  # noqa: E731
        if self.pool.built_in and self.chance.random() < _ASKED_FOR:
            known = getattr(builtins, self.chance.choice(self.pool.built_in))
            made = Recipe(known.__name__, lambda side, answers: known)
            return Tree(made, repr(hint), again, is_free=False)
        gives, awaited = given_back(typing.get_args(hint))
        last = name.rpartition(".")[2]
        join = lambda rs: recorder(last, rs[0], awaited=awaited)  # noqa: E731
        return compound(repr(hint), [self.value(gives, name, depth + 1)], join, again)

    def _is_match(self, hint: Any) -> bool:
        """Whether something is declared to be a match, and the module's patterns say of what."""
        return bool(self.patterns) and (typing.get_origin(hint) or hint) is re.Match

    def matches(self, hint: Any) -> list[Recipe]:
        """Matches of the module's patterns, where one is declared; none otherwise."""
        if not self._is_match(hint):
            return []
        drawn = (self.value(hint, "").recipe for _ in range(_MATCHES))
        return list({r.text: r for r in drawn}.values())

    def _match(self, again: Callable[[], Tree]) -> Tree:
        """What one of the module's regular expressions finds."""
        name = self.chance.choice(sorted(self.patterns))
        pattern = self.patterns[name]
        fitting = [t for t in drawn_from(pattern.pattern, flags=pattern.flags) if pattern.match(t)]
        if not fitting:  # no text could be drawn for it
            self.patterns = {n: p for n, p in self.patterns.items() if n != name}
            return again()
        text = self.chance.choice(fitting)
        build = lambda side, answers: pattern.match(text)  # noqa: E731
        return Tree(Recipe(f"{name}.match({text!r})", build), "a match", again, is_free=False)

    def _leaf(self, draw: Callable[[], Any], kind: str) -> Tree:
        return Tree(literal(draw()), kind, lambda: self._leaf(draw, kind))

    def _near(self, name: str, kinds: tuple[type, ...]) -> list[Any]:
        return [v for v in self.suggested.get(name, ()) if type(v) in kinds]

    def _constants(self, hint: Any, name: str) -> Callable[[], Any] | None:
        """What draws constants of a type."""
        numbers, chance = self.numbers, self.chance
        near = self._near(name, (int, float))
        texts = self._near(name, (str,))
        draws: dict[Any, Callable[[], Any]] = {
            None: lambda: None,
            type(None): lambda: None,
            bool: lambda: chance.random() < 0.5,
            int: lambda: numbers.whole(near),
            float: lambda: numbers.fraction(near),
            str: lambda: self.texts.draw(texts),
            bytes: lambda: self.texts.draw(texts).encode("utf-8", "replace"),
            decimal.Decimal: lambda: decimal.Decimal(int(numbers.whole(near))) / 2,
            fractions.Fraction: lambda: fractions.Fraction(int(numbers.whole(near)), 2),
            datetime.date: self.day,
            datetime.datetime: numbers.moment,
            datetime.time: numbers.time,
            datetime.timedelta: numbers.span,
        }
        try:
            return draws.get(hint)
        except TypeError:  # a hint may be a list of types
            return None

    def day(self) -> datetime.date:
        """A date, mostly near the last one drawn."""
        made = self.numbers.day(self._dates[-1:] if self.chance.random() < 0.7 else ())
        self._dates = [made]
        return made

    def _either(self, arguments: Sequence[Any], name: str, depth: int) -> Tree:
        ends = [a for a in arguments if a in (None, type(None))]
        found = ends if ends and depth >= _DEEPEST else list(arguments)
        made = self.value(self.chance.choice(found), name, depth)
        kind = " | ".join(map(repr, arguments))
        again = lambda: self._either(arguments, name, depth)  # noqa: E731
        return dataclasses.replace(made, kind=kind, again=again)

    def _container(
        self, origin: Any, arguments: tuple[Any, ...], name: str, depth: int
    ) -> Tree | None:
        def again() -> Tree:
            made = self._container(origin, arguments, name, depth)
            assert made is not None
            return made

        kind = f"{origin!r}{list(arguments)!r}"
        if origin is tuple and arguments and arguments[-1] is not Ellipsis:
            parts = [self.value(a, name, depth + 1) for a in arguments]
            return compound(kind, parts, lambda rs: sequence(rs, tuple), again)
        if origin in MAPPINGS:
            return self._mapping(kind, arguments, name, depth, again)
        if origin not in (tuple, *LISTS, *SETS, *ITERATORS):
            return None
        make = maker_of(origin)
        element = arguments[0] if arguments else self.chance.choice((int, str))

        def one() -> Tree:
            return self.value(element, name, depth + 1)

        parts = [one() for _ in range(self._length(depth))]
        if len(parts) > 1 and self.chance.random() < 0.3:
            parts[-1] = self.chance.choice(parts[:-1])  # two alike
        return compound(kind, parts, lambda rs: sequence(rs, make), again, one)

    def _length(self, depth: int) -> int:
        if depth >= _DEEPEST:
            return 0
        if self.pool.counts and depth == 0 and self.chance.random() < 0.2:
            return self.chance.choice(self.pool.counts) + self.chance.choice((0, 0, 1))
        return self.chance.choice(_LENGTHS[: len(_LENGTHS) - 2 * depth] or _LENGTHS[:2])

    def _mapping(
        self,
        kind: str,
        arguments: tuple[Any, ...],
        name: str,
        depth: int,
        again: Callable[[], Tree],
    ) -> Tree:
        keys, values = arguments if len(arguments) == 2 else (str, typing.Any)
        known = [n for n in self.pool.asked if n.isidentifier()] if keys is str else []

        def one() -> Tree:
            word = self.chance.choice(known) if known and self.chance.random() < 0.7 else ""
            key = self._leaf(lambda: word, "key") if word else self.value(keys, name, depth + 1)
            parts = (key, self.value(values, word or name, depth + 1))
            return compound("pair", parts, lambda rs: sequence(rs, tuple), one)

        pairs = [one() for _ in range(self._length(depth))]
        return compound(kind, pairs, lambda rs: mapping([pair_of(r) for r in rs]), again, one)

    def _of_class(self, cls: type, name: str, depth: int) -> Tree | None:
        """An object made by its constructor; None if it takes what is not declared."""
        if issubclass(cls, enum.Enum):
            members = from_hint(cls, name, self.suggested)
            return self.one_of(members, cls.__qualname__) if members else None
        if typing.is_typeddict(cls):
            return self._typed_dict(cls, depth)
        is_ours = cls.__module__.partition(".")[0] not in ("builtins", "typing", "abc")
        if not is_ours or getattr(cls, "_is_protocol", False):
            return None
        concrete = [c for c in (cls, *derived_of(cls)) if not inspect.isabstract(c)]
        return self.object_of(concrete, {}, depth) if concrete else None

    def object_of(
        self,
        classes: Sequence[type],
        known: Mapping[str, Callable[[], Tree]],
        depth: int = 0,
        *,
        is_driven: bool = True,
    ) -> Tree | None:
        """An object of one of some classes; None if none can be made.

        Args:
            classes: the classes.
            known: what draws parameters that nothing is declared of.
            depth: levels of compound values around this one.
            is_driven: whether methods that change it may have been called before.
        """
        cls = self.chance.choice(classes) if self.chance.random() < 0.3 else classes[0]
        base = built_on(cls)
        if base is not None:
            return compound(
                f"one of {classes[0].__qualname__}",
                [self.value(base, "", depth + 1)],
                lambda rs: wrapped(cls, rs[0]),
                lambda: self.object_of(classes, known, depth) or self.value(None, ""),
            )
        asked, ways = arguments_of(cls), self.factories(cls)
        if ways and (asked is None or self.chance.random() < _BY_FACTORY):
            return self._by_factory(cls, ways, lambda: self.object_of(classes, known, depth), depth)
        if asked is None:
            return None
        hints, names, optional = asked
        known = {**self.known(cls), **known}
        defaults = kinds_of_defaults(cls)

        def argument(name: str) -> Tree:
            if name in optional and (depth >= _DEEPEST - 1 or self.chance.random() < 0.25):
                kind = f"omitted {cls.__qualname__}.{name}"
                return Tree(OMITTED, kind, lambda: argument(name))
            told = known[name]() if name in known and is_bare(hints.get(name)) else None
            told = filled_in(hints[name], told) if told is not None else None
            if told is not None:
                made = told
            elif name in hints:
                made = self.value(hints[name], name, depth + 1)
            elif name in defaults and (name not in known or self.chance.random() < _BY_DEFAULT):
                made = self.value(defaults[name], name, depth + 1)
            else:
                made = known[name]() if name in known else self.value(Any, name, depth + 1)
            return dataclasses.replace(made, is_optional=name in optional)

        # What the code asks for and the class does not set is set by whoever makes the object.
        outside = [n for n in known if n not in names and not hasattr(cls, n)]
        if getattr(cls, "__init__") is not object.__init__:
            outside = []
        filled = self.filled(cls) if self.chance.random() < _FILLED else {}
        later = [known[n]() for n in outside]
        later += [self.value(h, n, depth + 1) for n, h in filled.items()]
        outside += filled

        calls = self._calls(cls, depth) if is_driven else []

        def made(recipes: Sequence[Recipe]) -> Recipe:
            own, others = recipes[: len(names)], recipes[len(names) : len(names) + len(outside)]
            fields = dict(zip(outside, others, strict=True))
            owner = with_fields(constructed(cls, names, own), fields)
            return after_calls(owner, recipes[-1].parts if calls else ())

        return compound(
            f"one of {classes[0].__qualname__}",
            [argument(n) for n in names] + later + calls,
            made,
            lambda: self.object_of(classes, known, depth, is_driven=is_driven)
            or self.value(None, ""),
        )

    def _by_factory(
        self,
        cls: type,
        ways: Mapping[str, Mapping[str, tuple[Any, bool]]],
        again: Callable[[], Tree | None],
        depth: int,
    ) -> Tree:
        """An object that a method of its class makes."""
        name = self.chance.choice(list(ways))
        taken = ways[name]

        def argument(parameter: str) -> Tree:
            hint, is_optional = taken[parameter]
            if is_optional and (depth >= _DEEPEST - 1 or self.chance.random() < 0.5):
                kind = f"omitted {cls.__qualname__}.{name}.{parameter}"
                return Tree(OMITTED, kind, lambda: argument(parameter))
            made = self.value(hint, parameter, depth + 1)
            return dataclasses.replace(made, is_optional=is_optional)

        return compound(
            f"one of {cls.__qualname__}",
            [argument(p) for p in taken],
            lambda rs: made_by(cls, name, dict(zip(taken, rs, strict=True))),
            lambda: again() or self.value(None, ""),
        )

    def _calls(self, cls: type, depth: int) -> list[Tree]:
        """Calls of methods that change an object, in one list; none of a class that has no such."""
        known = self.driving(cls) if depth < _DEEPEST - 2 else {}
        if not known:
            return []

        def one() -> Tree:
            name = self.chance.choice(list(known))
            parts = []
            for parameter, hint, is_optional in known[name]:
                if is_optional and self.chance.random() < 0.5:
                    break
                parts.append(self.value(hint, parameter, depth + 1))
            return compound(f"call of {name}", parts, lambda rs: a_call(name, rs), one)

        def again() -> Tree:
            many = self.chance.choice(_CALLS_BEFORE)
            return compound("calls", [one() for _ in range(many)], sequence, again, one)

        return [again()]

    def _typed_dict(self, cls: type, depth: int) -> Tree:
        hints = declared(cls)
        required = getattr(cls, "__required_keys__", frozenset(hints))
        given = [n for n in hints if n in required or self.chance.random() < 0.6]
        return compound(
            cls.__qualname__,
            [self.value(hints[n], n, depth + 1) for n in given],
            lambda rs: mapping([(literal(n), r) for n, r in zip(given, rs, strict=True)]),
            lambda: self._typed_dict(cls, depth),
        )


# How values of containers begin that are declared without saying what is in them.
_BARE: dict[Any, str] = dict.fromkeys(LISTS, "[") | {dict: "{", set: "set(", tuple: "("}


def is_bare(hint: Any) -> bool:
    """Whether a declaration names a container, and not what is in it: ``dict[str, Any]`` as well."""
    return _bare_container(hint) is not None


def _bare_container(hint: Any) -> type | None:
    """The container that is declared without saying what is in it; None for any other type."""
    origin, arguments = typing.get_origin(hint), typing.get_args(hint)
    if origin is None:
        return hint if isinstance(hint, type) and hint in _BARE else None
    loose = bool(arguments) and arguments[-1] in (typing.Any, object)
    keys = arguments[:-1]
    return origin if loose and origin in _BARE and keys in ((), (str,)) else None


def filled_in(hint: Any, made: Tree) -> Tree | None:
    """A value drawn from what the code does, as the container that is declared and no more; None if
    it is none that fits.
    """
    container = _bare_container(hint)
    if container is None or not made.recipe.text.startswith(_BARE[container]):
        return None
    if container is not collections.deque:
        return made
    parts = [p.recipe for p in made.parts]
    joined = partial(sequence, make=collections.deque)
    return dataclasses.replace(made, recipe=joined(parts), join=joined)


def pair_of(recipe: Recipe) -> tuple[Recipe, Recipe]:
    """Key and value of a pair that was built as a tuple."""
    key, value = recipe.parts
    return key, value


def kinds_of_defaults(function: Callable[..., Any]) -> dict[str, type]:
    """For each parameter the type of its default, where that is a constant that says something."""
    if id(function) not in _defaults:
        _defaults[id(function)] = function, _read_defaults(function)
    return _defaults[id(function)][1]


def _read_defaults(function: Callable[..., Any]) -> dict[str, type]:
    try:
        parameters = inspect.signature(function).parameters
    except (TypeError, ValueError):
        return {}
    kinds = {n: type(p.default) for n, p in parameters.items()}
    return {n: k for n, k in kinds.items() if k in (bool, int, float, str)}


_Taken: TypeAlias = tuple[dict[str, Any], list[str], set[str]] | None
# By their ids, since a metaclass may make classes that have no hash; kept, so that ids stay theirs.
_known: dict[int, tuple[type, _Taken]] = {}
_defaults: dict[int, tuple[Callable[..., Any], dict[str, type]]] = {}


def arguments_of(cls: type) -> _Taken:
    """What the constructor of a class takes: hints, names, and which may be left out; None if that
    cannot be told.
    """
    if id(cls) not in _known:
        _known[id(cls)] = cls, _read_arguments(cls)
    return _known[id(cls)][1]


def _read_arguments(cls: type) -> _Taken:
    try:
        signature = inspect.signature(cls)
        own = dataclasses.is_dataclass(cls) or hasattr(cls, "_fields")
        source = cls if own else getattr(cls, "__init__")
        hints = all_declared(source)
    except (TypeError, ValueError, NameError, AttributeError):
        return None
    taken = [
        p
        for p in signature.parameters.values()
        if p.kind in (p.POSITIONAL_OR_KEYWORD, p.KEYWORD_ONLY)
    ]
    optional = {p.name for p in taken if p.default is not p.empty}
    return hints, [p.name for p in taken], optional
