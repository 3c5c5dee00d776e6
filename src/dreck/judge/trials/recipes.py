"""Inputs as recipes: how to build a value for either version, and how to write it down."""

from __future__ import annotations

import collections
import collections.abc
import copy
import dataclasses
import datetime
import decimal
import enum
import fractions
import inspect
import pathlib
import random
import re
import sys
import types
import typing
from collections.abc import Callable, Iterable, Mapping, Sequence
from typing import Any, TypeAlias

from .answers import Answers, Probe
from .by_kind import CLOSED
from .drawing import drawn
from .hints import all_declared, declared, meant
from .homes import note_homes
from .records import given, having_called
from .spelling import Speller, Unspeakable

Suggested: TypeAlias = Mapping[str, Sequence[Any]]
Build: TypeAlias = Callable[["Side", Answers], Any]
# Alternatives taken for one part of a compound value, and levels of compound values.
LISTS = (
    list,
    collections.deque,
    collections.abc.Sequence,
    collections.abc.Iterable,
    collections.abc.Collection,
    collections.abc.MutableSequence,
)
ITERATORS = (collections.abc.Iterator, collections.abc.Generator)
MAPPINGS = (dict, collections.abc.Mapping, collections.abc.MutableMapping)
SETS = (set, frozenset, collections.abc.Set, collections.abc.MutableSet)
MOST_ALTERNATIVES = 8
DEEPEST = 3
# Objects whose parts are all drawn anew.
_MIXED = 40
# Lengths of lists of mixed items.
_LENGTHS = (3, 4, 5, 7)
# Module-level containers of more items than this are not put back between trials.
_KEPT_ITEMS = 1_000


@dataclasses.dataclass(frozen=True, slots=True)
class Side:
    """One loaded version: its module, what its global names held after loading, and what makes
    objects of some classes in place of the class.
    """

    module: types.ModuleType
    state: dict[str, Any] = dataclasses.field(default_factory=dict)
    contents: dict[str, Any] = dataclasses.field(default_factory=dict)
    makers: dict[str, Callable[..., Any]] = dataclasses.field(default_factory=dict)

    def keep_state(self) -> None:
        """Remember the module's global names, and what its small containers hold."""
        self.state.update(self.module.__dict__)
        for name, value in self.state.items():
            if (
                type(value) in (list, dict, set)
                and len(value) <= _KEPT_ITEMS
                and name != "__builtins__"
            ):
                self.contents[name] = value.copy()

    def refresh(self) -> None:
        """Put the module back into that state."""
        names = self.module.__dict__
        for name in [n for n in names if n not in self.state]:
            del names[name]
        names.update(self.state)
        for name, content in self.contents.items():
            value = self.state[name]
            if value != content:
                value.clear()
                value.extend(content) if isinstance(value, list) else value.update(content)


@dataclasses.dataclass(frozen=True, slots=True)
class Recipe:
    """A value to be built: the Python text for people, and how to build it on one side.

    A plain one is a constant of an immutable built-in type, with its value at hand. ``stands`` says
    why a difference that it shows is none: it stands in for any value ("plain-value"), or is of
    another kind than the code evidently takes ("as-used"). ``parts`` are the items of a sequence.
    """

    text: str
    build: Build
    is_plain: bool = False
    value: Any = None
    stands: str = ""
    parts: tuple[Recipe, ...] = ()

    def standing(self, stands: str) -> Recipe:
        """The same value, which a difference may not rest on, if that says why."""
        return dataclasses.replace(self, stands=self.stands or stands)


def joined(parts: Iterable[Recipe]) -> str:
    """Why a value made of parts shows no difference; empty if it does."""
    return next((p.stands for p in parts if p.stands), "")


_PLAIN_TYPES = (int, bool, float, str, bytes, type(None))
# Stands for a parameter that is left to its default.
OMITTED = Recipe("", lambda side, answers: None)


def literal(value: Any) -> Recipe:
    """A recipe for a constant; each build makes a new object where that matters."""
    text = repr(value)
    if isinstance(value, float) and text in ("nan", "inf", "-inf"):
        text = f"float({text!r})"
    return Recipe(text, lambda side, answers: value, type(value) in _PLAIN_TYPES, value)


def probe(name: str) -> Recipe:
    """A stand-in of which nothing is known."""
    return Recipe(
        f"Probe({name!r})", lambda side, answers: Probe(answers, name), stands="plain-value"
    )


_SAMPLES: dict[Any, Sequence[Any]] = {
    int: (0, 1, -1, 2, 7, 1_000_000, True, False),
    float: (0.0, 1.0, -1.5, 2, 0.1, -0.0, 1e300, float("nan"), float("inf"), float("-inf")),
    bool: (False, True),
    str: ("", "a", "Abc", "0", "a b", "x" * 300),
    bytes: (b"", b"a", b"\x00\xff"),
    complex: (0j, 1 + 2j),
    type(None): (None,),
    object: (None, 0, "a"),
}
_FOREIGN: dict[Any, Sequence[Any]] = {
    datetime.date: (datetime.date(2031, 2, 28), datetime.date(2032, 2, 29)),
    datetime.datetime: (datetime.datetime(2031, 2, 28, 23, 59), datetime.datetime(2032, 2, 29)),
    datetime.time: (datetime.time(0, 0), datetime.time(23, 59)),
    datetime.timedelta: (
        datetime.timedelta(0),
        datetime.timedelta(days=1),
        datetime.timedelta(seconds=-1),
    ),
    decimal.Decimal: (decimal.Decimal(0), decimal.Decimal("1.5"), decimal.Decimal("-1")),
    fractions.Fraction: (fractions.Fraction(0), fractions.Fraction(1, 3)),
    pathlib.Path: (pathlib.Path("."), pathlib.Path("a/b.txt")),
}


def unknown(name: str) -> list[Recipe]:
    """What is tried where nothing is known."""
    plain: list[Any] = [None, 0, 1, "", "a", True, 1.5, -1]
    return [
        *map(literal, plain),
        sequence([]),
        sequence([literal(1)]),
        mapping([]),
        sequence([literal(2), literal(1)]),
        probe(name),
    ]


def from_hint(hint: Any, name: str, suggested: Suggested, depth: int = 0) -> list[Recipe]:
    """Recipes for a type hint.

    Args:
        hint: the evaluated annotation.
        name: the parameter or field it is for.
        suggested: for each name, constants that the code compares such a value with.
        depth: levels of compound values around this one.
    """
    hint = meant(hint)
    if hint in _SAMPLES:
        fitting = [v for v in suggested.get(name, ()) if _fits(v, hint)]
        if hint is float:  # there are numbers between two whole ones
            fitting += [v + 0.5 for v in fitting if type(v) is int and abs(v) < 2**52]
        return [literal(v) for v in _unlike([*fitting, *_SAMPLES[hint]])]
    if hint in _FOREIGN:
        numeric = hint in (decimal.Decimal, fractions.Fraction)
        asked = [hint(v) for v in suggested.get(name, ()) if type(v) is int and numeric]
        return [literal(v) for v in _unlike([*asked, *_FOREIGN[hint]])]
    origin, arguments = typing.get_origin(hint), typing.get_args(hint)
    if origin in (typing.Union, types.UnionType):
        return [r for a in arguments for r in from_hint(a, name, suggested, depth)]
    if origin is typing.Literal:
        return [literal(a) for a in arguments]
    if depth >= DEEPEST:
        return [probe(name)]
    found = _container(origin or hint, arguments, name, suggested, depth)
    if found is not None:
        return found
    if hint is typing.Any and suggested.get(name):
        return [*map(literal, suggested[name]), *unknown(name)]
    drawn = _drawn(hint) if _is_from_library(origin or hint) else []
    if drawn:
        return [*drawn, probe(name)]
    if isinstance(hint, type) and (
        not inspect.isabstract(hint) or getattr(hint, "_is_protocol", False)
    ):
        return _of_class(hint, name, suggested, depth)
    return unknown(name)


def _is_from_library(kind: Any) -> bool:
    """Whether a type is one of the standard library's for which there is no sample here."""
    home = getattr(kind, "__module__", "").partition(".")[0]
    known = (
        isinstance(kind, type)
        and home in sys.stdlib_module_names
        and home not in ("builtins", "typing", "abc", "__main__")
    )
    return known and not issubclass(kind, enum.Enum)


def _drawn(hint: Any) -> list[Recipe]:
    """Values of a type drawn by hypothesis, the same ones on every run; none if it knows no way."""
    from hypothesis import strategies

    kind = re.Match if typing.get_origin(hint) is re.Match else hint
    found = drawn(strategies.from_type(kind), MOST_ALTERNATIVES)
    note_homes({type(v).__name__: type(v).__module__ for v in found})
    shown = {_written(v): v for v in found}

    def again(value: Any) -> Build:
        return lambda side, answers: copy.deepcopy(value)

    return [Recipe(text, again(value)) for text, value in shown.items()]


def _written(value: object) -> str:
    """A drawn value as text; what is found by a pattern does not say how."""
    if not isinstance(value, re.Pattern | re.Match):
        return repr(value)
    speller = Speller({}, is_new=True)
    try:
        text = speller.spell(value)
    except Unspeakable:
        return repr(value)
    note_homes(dict.fromkeys(speller.modules, ""))
    return text


def _fits(value: Any, hint: Any) -> bool:
    return (
        type(value) is hint
        or (hint is float and type(value) is int)
        or (hint is int and type(value) is bool)
    )


def _unlike(values: Sequence[Any]) -> list[Any]:
    """The values without repetitions; 1, 1.0 and True are three."""
    return list({(type(v), repr(v)): v for v in values}.values())


def sequence(items: Sequence[Recipe], make: Callable[[Any], Any] = list) -> Recipe:
    """A list, or another container made of one, of these items."""
    inside = ", ".join(r.text for r in items)
    text = {list: f"[{inside}]", tuple: f"({inside}{',' if len(items) == 1 else ''})"}.get(make)  # type: ignore[call-overload]
    text = text or f"{make.__name__}([{inside}])"
    return Recipe(
        text,
        lambda side, answers: make([r.build(side, answers) for r in items]),
        stands=joined(items),
        parts=tuple(items),
    )


def mapping(pairs: Sequence[tuple[Recipe, Recipe]]) -> Recipe:
    """A dict of these keys and values."""
    text = "{" + ", ".join(f"{k.text}: {v.text}" for k, v in pairs) + "}"
    return Recipe(
        text,
        lambda side, a: {k.build(side, a): v.build(side, a) for k, v in pairs},
        stands=joined(r for pair in pairs for r in pair),
    )


def maker_of(origin: Any) -> Callable[[Any], Any]:
    """What makes a container of a kind out of a list of its items."""
    if origin in (tuple, frozenset):
        return tuple if origin is tuple else frozenset
    if origin is collections.deque:
        return collections.deque
    return iter if origin in ITERATORS else set if origin in SETS else list


def _container(
    origin: Any, arguments: tuple[Any, ...], name: str, suggested: Suggested, depth: int
) -> list[Recipe] | None:
    def items(position: int = 0) -> list[Recipe]:
        if len(arguments) <= position:
            return unknown(f"{name}[]")[:MOST_ALTERNATIVES]
        return from_hint(arguments[position], name, suggested, depth + 1)[:MOST_ALTERNATIVES]

    if origin is tuple:
        if not arguments or arguments[-1] is Ellipsis:
            one = items()
            return [
                sequence([], tuple),
                *(sequence([i], tuple) for i in one),
                sequence(one[:2], tuple),
            ]
        parts = [items(i) for i in range(len(arguments))]
        return [sequence(row, tuple) for row in _varied(parts)]
    if origin in (*LISTS, *SETS, *ITERATORS):
        make = maker_of(origin)
        one = items()
        chance = random.Random(len(one))  # the same on every run
        twice = [sequence([one[0], one[-1], one[0]], make)] if one else []
        twice += [sequence([chance.choice(one) for _ in range(n)], make) for n in _LENGTHS if one]
        # what is only declared to be gone through may be used up by that
        used_up = [sequence(one[:3], iter)] if origin is collections.abc.Iterable else []
        return [
            sequence([], make),
            *(sequence([i], make) for i in one),
            sequence(one[:3], make),
            *used_up,
            *twice,
            sequence(one[2::-1], make),
        ]
    if origin in MAPPINGS:
        keys, values = items(), items(1)
        asked = by_keys(name, suggested) if not arguments or arguments[0] is str else []
        pairs = [mapping([(keys[0], v)]) for v in values]
        return [
            mapping([]),
            *asked,
            *pairs,
            mapping(list(zip(keys[:3], values[:3], strict=False))),
        ]
    if origin is collections.abc.Callable:
        return [*_functions(arguments, name, suggested, depth), probe(name)]
    return None


def _functions(
    arguments: tuple[Any, ...], name: str, suggested: Suggested, depth: int
) -> list[Recipe]:
    """Functions that note their calls and give back what they are declared to."""
    from .doubles import recorder

    gives, awaited = given_back(arguments)
    found = from_hint(gives, name, suggested, depth + 1)[:MOST_ALTERNATIVES]
    last = name.rpartition(".")[2]
    return [recorder(last, r, awaited=awaited) for r in found if not r.stands]


def given_back(arguments: tuple[Any, ...]) -> tuple[Any, bool]:
    """What a function gives back that is declared as ``Callable`` of these, and whether that has to
    be awaited.
    """
    gives = arguments[-1] if arguments else typing.Any
    inner = typing.get_args(gives)
    awaited = typing.get_origin(gives) in (collections.abc.Awaitable, collections.abc.Coroutine)
    return (inner[-1] if awaited and inner else gives), awaited


def _of_protocol(cls: type, suggested: Suggested, depth: int) -> list[Recipe]:
    """Records with the methods and attributes that a protocol asks for."""
    from .doubles import record, recorder

    try:
        fields = {n: h for n, h in declared(cls).items() if not n.startswith("_")}
        own = {
            n: v for n, v in vars(cls).items() if inspect.isfunction(v) and not n.startswith("_")
        }
        gives = {n: declared(f).get("return", typing.Any) for n, f in own.items()}
    except (NameError, TypeError):
        return []
    later = {n for n, f in own.items() if inspect.iscoroutinefunction(f)}
    names = [*fields, *gives]
    parts = [
        [r for r in from_hint({**fields, **gives}[n], n, suggested, depth + 1) if not r.stands]
        for n in names
    ]
    rows = _varied([p[:MOST_ALTERNATIVES] for p in parts])
    return [
        record(
            {
                n: recorder(n, r, awaited=n in later) if n in gives else r
                for n, r in zip(names, row, strict=True)
            }
        )
        for row in rows
    ]


def by_keys(name: str, suggested: Suggested) -> list[Recipe]:
    """Dicts with the keys that the code asks a value for, and what it compares their values
    with.
    """
    keys = [k for k in suggested.get(name, ()) if isinstance(k, str) and k.isidentifier()]
    values = [(k, v) for k in keys for v in suggested.get(k, ())[:MOST_ALTERNATIVES]]
    return [mapping([(literal(k), literal(v))]) for k, v in values[: 2 * MOST_ALTERNATIVES]]


def _of_class(cls: type, name: str, suggested: Suggested, depth: int) -> list[Recipe]:
    if issubclass(cls, enum.Enum):
        return [_member(cls, member) for member in cls.__members__]
    if typing.is_typeddict(cls):
        return _typed_dicts(cls, suggested, depth)
    if getattr(cls, "_is_protocol", False):
        return [*_of_protocol(cls, suggested, depth), probe(name)]
    if cls.__module__ in ("builtins", "typing", "abc", "collections.abc"):
        return unknown(name)
    return [*instances(cls, suggested, depth), probe(name)]


def _typed_dicts(cls: type, suggested: Suggested, depth: int) -> list[Recipe]:
    """Dicts with the keys of a TypedDict; those not required also left out."""
    hints = declared(cls)
    names = list(hints)
    parts = [from_hint(hints[n], n, suggested, depth + 1)[:MOST_ALTERNATIVES] for n in names]
    rows = [
        mapping([(literal(n), r) for n, r in zip(names, row, strict=True)])
        for row in _varied(parts)
    ]
    required = [n for n in names if n in getattr(cls, "__required_keys__", names)]
    first = {n: p[0] for n, p in zip(names, parts, strict=True) if p}
    return [*rows, mapping([(literal(n), first[n]) for n in required if n in first])]


def _member(cls: type, member: str) -> Recipe:
    return Recipe(
        f"{cls.__qualname__}.{member}", lambda side, answers: getattr(class_on(side, cls), member)
    )


def class_on(side: Side, cls: type) -> Any:
    """The class of that name in one version; classes of other modules are shared."""
    if cls.__module__ != side.module.__name__:
        return cls
    found: Any = side.module
    for name in cls.__qualname__.split("."):
        found = getattr(found, name)
    return found


def instances(
    cls: type,
    suggested: Suggested,
    depth: int = 0,
    known: Mapping[str, Sequence[Recipe]] | None = None,
) -> list[Recipe]:
    """Recipes that build a class through its constructor, varying one argument at a time.

    Args:
        cls: the class.
        suggested: constants that the code compares values of some names with.
        depth: levels of compound values around this one.
        known: values of parameters that nothing is declared of.
    """
    try:
        signature = inspect.signature(cls)
        hints = all_declared(cls if dataclasses.is_dataclass(cls) else getattr(cls, "__init__"))
    except (TypeError, ValueError, NameError):
        return []
    names = [
        p.name
        for p in signature.parameters.values()
        if p.kind not in (p.VAR_POSITIONAL, p.VAR_KEYWORD)
    ]
    told = known or {}
    parts = [
        (
            list(told[n])
            if n not in hints and told.get(n)
            else from_hint(hints.get(n, typing.Any), n, suggested, depth + 1)[:MOST_ALTERNATIVES]
        )
        for n in names
    ]
    rows = [*_varied(parts), *_at_random(parts)] if told else _varied(parts)
    return [constructed(cls, names, row) for row in rows]


def _at_random(parts: Sequence[Sequence[Recipe]]) -> list[list[Recipe]]:
    """Rows put together at random, the same ones on every run."""
    chance = random.Random(len(parts))
    return [[chance.choice(p) for p in parts] for _ in range(_MIXED)] if all(parts) else []


def constructed(cls: type, names: Sequence[str], row: Sequence[Recipe]) -> Recipe:
    """An object made by its class from arguments of these names; those omitted are left out."""
    given = {n: r for n, r in zip(names, row, strict=True) if r is not OMITTED}
    text = f"{cls.__qualname__}({', '.join(f'{n}={r.text}' for n, r in given.items())})"

    def build(side: Side, answers: Answers) -> Any:
        values = {n: r.build(side, answers) for n, r in given.items()}
        return side.makers.get(cls.__qualname__, class_on(side, cls))(**values)

    stands = "closed-kinds" if cls.__qualname__ in CLOSED else ""
    return Recipe(text, build, stands=joined(given.values()) or stands)


_BUILT_ON = (str, bytes, int, float, list, tuple, dict, set, frozenset)


def built_on(cls: type) -> type | None:
    """The built-in class whose values a class derived from it is made of, with nothing else."""
    base = next((b for b in _BUILT_ON if issubclass(cls, b)), None)
    if base is None or cls.__module__ == "builtins":
        return None
    plain = cls.__new__ is base.__new__ and getattr(cls, "__init__") is getattr(base, "__init__")
    return base if plain else None


def wrapped(cls: type, inner: Recipe) -> Recipe:
    """An object of a class derived from a built-in one, made of a value of that."""

    def build(side: Side, answers: Answers) -> Any:
        return class_on(side, cls)(inner.build(side, answers))

    return Recipe(f"{cls.__qualname__}({inner.text})", build, stands=inner.stands)


def with_fields(made: Recipe, fields: Mapping[str, Recipe]) -> Recipe:
    """An object whose attributes of these names are set from outside after it was made."""
    if not fields:
        return made
    text = f"given({made.text}, {', '.join(f'{n}={r.text}' for n, r in fields.items())})"

    def build(side: Side, answers: Answers) -> Any:
        values = {n: r.build(side, answers) for n, r in fields.items()}
        return given(made.build(side, answers), **values)

    return Recipe(text, build, stands=joined([made, *fields.values()]))


def a_call(method: str, arguments: Sequence[Recipe]) -> Recipe:
    """A call of a method, for `after_calls`."""
    given = [a for a in arguments if a is not OMITTED]
    return Recipe(
        ", ".join([repr(method), *(a.text for a in given)]),
        lambda side, answers: (method, [a.build(side, answers) for a in given]),
        stands=joined(given),
    )


def after_calls(made: Recipe, calls: Sequence[Recipe]) -> Recipe:
    """An object of which some methods were called after it was made."""
    text = made.text
    for call in calls:
        text = f"having_called({text}, {call.text})"

    def build(side: Side, answers: Answers) -> Any:
        owner = made.build(side, answers)
        for call in calls:
            method, arguments = call.build(side, answers)
            owner = having_called(owner, method, *arguments)
        return owner

    return Recipe(text, build, stands=joined([made, *calls])) if calls else made


def the_class(cls: type) -> Recipe:
    """The class itself, which a class method gets without being told."""
    return Recipe("", lambda side, answers: class_on(side, cls))


def _varied(parts: Sequence[Sequence[Recipe]]) -> list[list[Recipe]]:
    """One row of first choices, then rows that differ from it in one place."""
    if not all(parts):
        return []
    first = [p[0] for p in parts]
    rows = [first]
    for position, alternatives in enumerate(parts):
        for other in alternatives[1:]:
            rows.append([*first[:position], other, *first[position + 1 :]])
    return rows


# Marks the classes of such objects, which nobody derived.
SHELL = "_answers_shell"


def hollow(cls: type) -> Recipe:
    """An object of a class whose constructor is not run: missing attributes are probes."""
    return Recipe(
        f"Probe(class_={cls.__qualname__})",
        lambda side, a: hollow_object(class_on(side, cls), a),
        stands="plain-value",
    )


# The class of such objects for each class, kept with it so that ids stay theirs: a metaclass may
# make classes that have no hash.
_shells: dict[int, tuple[type, Any]] = {}
_ANSWERS = "_answers_given"


def hollow_object(real: type, answers: Answers) -> Any:
    """An instance that nobody constructed, whose missing attributes are probes."""
    if id(real) not in _shells:
        _shells[id(real)] = real, _shell_of(real)
    shell = _shells[id(real)][1]
    made = shell.__new__(shell)
    object.__setattr__(made, _ANSWERS, answers)
    return made


def _shell_of(real: type) -> Any:
    def missing(self: Any, name: str) -> Any:
        if name.startswith("__") and name.endswith("__") or name == _ANSWERS:
            raise AttributeError(name)
        return getattr(Probe(getattr(self, _ANSWERS), "self"), name)

    held = {"__getattr__": missing, "__module__": real.__module__, SHELL: True}
    shell: Any = type(real.__name__, (real,), held)
    shell.__qualname__ = real.__qualname__
    if getattr(shell, "__abstractmethods__", None):
        shell.__abstractmethods__ = (
            frozenset()
        )  # objects of such a class come in through classes derived from it
    return shell
