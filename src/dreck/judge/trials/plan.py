"""What the parameters can be filled with, and the rows of choices made from that."""

from __future__ import annotations

import ast
import collections.abc
import enum
import inspect
import itertools
import random
import typing
from collections.abc import Callable, Collection, Iterable, Iterator, Mapping, Sequence
from functools import partial
from dataclasses import dataclass, field
from typing import Any, TypeAlias

from .loading import Subject, derived_of, selves
from ...outline import functions_of
from .answers import Answers
from .evident import MOST_VALUES, evident, fitting
from .growing import Grower, arguments_of
from .hints import declared, meant
from .kinds import ProjectKinds
from .shape import Shape
from .shapes import Reader
from .recipes import OMITTED, Recipe, Side, by_keys, from_hint, hollow, instances, literal, unknown
from .suggest import Suggestions

# Pseudo-random rows after the guided ones; the seed is fixed, so every run is the same.
RANDOM_ROWS = 1_800
SEED = 20260101
# Values of one field, and objects of one class, that are tried.
_MOST_FIELDS = 12
_MOST_OBJECTS = 16
# Classes that a function mentions, of which objects are tried.
_MOST_KINDS = 6
# Times that code is read to tell of what kinds its values are.
_ROUNDS = 3
# What no object of a class of the project is, if the code takes a value for that.
_PLAIN = frozenset({"text", "numeral", "date", "moment", "path"})
Row: TypeAlias = tuple[int, ...]


@dataclass(frozen=True, slots=True)
class Shapes:
    """What the code does with values that nothing is declared of.

    Attributes:
        parameters: of the function, in both versions.
        evident: the same in the old version alone: who asks less may be given more.
        constructor: of what makes the object whose method it is.
    """

    parameters: Mapping[str, Shape] = field(default_factory=dict)
    evident: Mapping[str, Shape] = field(default_factory=dict)
    constructor: Mapping[str, Shape] = field(default_factory=dict)


def shapes_of(
    trees: Iterable[ast.Module],
    name: str,
    around: Sequence[ast.AST] = (),
    enums: Collection[str] = (),
) -> Shapes:
    """Read what both versions of a function do with values that nothing is declared of.

    Args:
        trees: both modules.
        name: the qualified name of the function.
        around: functions of other modules that it calls, each in a tree of its own.
        enums: names of enumerations.
    """
    *owners, _ = name.split(".")
    parameters: dict[str, Shape] = {}
    made: dict[str, Shape] = {}
    fields: dict[str, Shape] = {}
    evidence: dict[str, Shape] = {}
    # Again and again: what the constructor says of a field tells the kinds of what it is compared
    # with, and that of what these are compared with.
    for tree in [*trees] * _ROUNDS:
        reader = Reader(tree, around, enums)
        reader.fields = fields
        node = next(f.node for f in functions_of(tree) if f.name == name)
        if len(owners) == 1:
            reader.method_of(owners[0])
        evidence = evidence or Reader(tree, around, enums).parameters(node)
        parameters |= reader.parameters(node, parameters)
        made |= reader.constructor(owners[0]) if len(owners) == 1 else {}
    return Shapes(parameters, evidence, made)


@dataclass(frozen=True, slots=True)
class Parameters:
    """The parameters to fill.

    Attributes:
        recipes, names, kinds: of each what it is filled with, its name and how it is passed.
        aimed: the row to begin with.
        declared: of each whether the code says what it is.
    """

    recipes: tuple[tuple[Recipe, ...], ...]
    names: tuple[str, ...]
    kinds: tuple[inspect._ParameterKind, ...]
    aimed: Row
    declared: tuple[bool, ...]

    def passed(self, row: Sequence[Recipe]) -> tuple[list[Recipe], dict[str, Recipe]]:
        """What of a row is passed by position, and what by name."""
        by_position: list[Recipe] = []
        by_name: dict[str, Recipe] = {}
        gap = False
        for recipe, name, kind in zip(row, self.names, self.kinds, strict=True):
            if recipe is OMITTED:
                gap = True
            elif kind is inspect.Parameter.KEYWORD_ONLY or (
                gap and kind is inspect.Parameter.POSITIONAL_OR_KEYWORD
            ):
                by_name[name] = recipe
            elif not gap:
                by_position.append(recipe)
        return by_position, by_name


def parameters_of(
    subject: Subject,
    suggested: Suggestions,
    aim: Mapping[str, Any],
    other: Subject,
    shapes: Shapes,
    grower: Grower,
    kinds: ProjectKinds,
    most: int = MOST_VALUES,
) -> Parameters:
    """Recipes for every parameter, from its hint, what it is compared with, or probes.

    Args:
        subject: the function of the old version.
        suggested: constants that values are compared with.
        aim: values of some parameters that are tried first, together.
        other: the function of the new version; a name of its own may be passed to ``**`` of the old
            one.
        shapes: what the code does with values that nothing is declared of.
        grower: draws texts and numbers.
        kinds: the project's classes.
        most: how many values are drawn for each of which the code shows the kind.
    """
    draw = partial(evident, grower=grower, kinds=kinds, most=most)
    signature = inspect.signature(subject.function)
    hints = hints_of(subject.function)
    recipes: list[tuple[Recipe, ...]] = []
    filled: list[inspect.Parameter] = []
    first: list[int] = []
    for position, parameter in enumerate(signature.parameters.values()):
        if parameter.kind is parameter.VAR_KEYWORD:
            names = [
                n
                for n in inspect.signature(other.function).parameters
                if n not in signature.parameters
            ]
            filled += [inspect.Parameter(n, parameter.KEYWORD_ONLY, default=None) for n in names]
            recipes += [(OMITTED, literal(1)) for _ in names]
            first += [0 for _ in names]
            continue
        if position == 0 and subject.takes:
            known = {n: draw(s, n) for n, s in shapes.constructor.items()}
            found = selves(subject, suggested, {n: v for n, v in known.items() if v})
        elif parameter.name in hints:
            matches = grower.matches(hints[parameter.name])
            found = matches or from_hint(hints[parameter.name], parameter.name, suggested)
        else:
            shape = shapes.parameters.get(parameter.name)
            every = list(shapes.parameters.values())
            drawn = draw(shape, parameter.name, others=every) if shape is not None else []
            asked = shapes.evident.get(parameter.name)
            guessed = fitting(_guessed(parameter, suggested), asked)
            fields = shape.attributes if shape is not None else {}
            known = {n: draw(s, n)[:_MOST_FIELDS] for n, s in fields.items()}
            mentioned = _of_kinds(subject, other, suggested, known)
            if asked is not None and asked.wants & _PLAIN:
                mentioned = fitting(mentioned, asked)
            found = [*mentioned, *drawn, *guessed]
        if parameter.name in aim:
            found = [*found, literal(aim[parameter.name])]
            first.append(len(found) - 1)
        else:
            first.append(0)
        optional = (
            parameter.default is not parameter.empty or parameter.kind is parameter.VAR_POSITIONAL
        )
        recipes.append((*found, OMITTED) if optional else tuple(found))
        filled.append(parameter)
    return Parameters(
        tuple(recipes),
        tuple(p.name for p in filled),
        tuple(p.kind for p in filled),
        tuple(first),
        tuple(_is_declared(p, i, subject, hints) for i, p in enumerate(filled)),
    )


def _is_declared(
    parameter: inspect.Parameter, position: int, subject: Subject, hints: Mapping[str, Any]
) -> bool:
    """Whether the code says what a parameter is; of an object, also what it is made from."""
    if position == 0 and subject.takes == "self" and subject.owner is not None:
        asked = arguments_of(subject.owner)
        return asked is not None and all(n in asked[0] for n in asked[1])
    if parameter.name not in hints:
        return bool(subject.takes and position == 0)
    hint = hints[parameter.name]
    every = [hint, *typing.get_args(hint)]
    own = [c for c in every if getattr(c, "__module__", "") == subject.function.__module__]
    for cls in (c for c in own if isinstance(c, type)):
        taken, names, _ = arguments_of(cls) or ({}, [], set())
        if any(n not in taken or _is_loose(taken[n]) for n in names):
            return False
    return not any(map(_is_loose, every))


def _is_loose(hint: Any) -> bool:
    """Whether an annotation leaves open what is in a container, or what it is at all."""
    hint = meant(hint)
    if hint in (typing.Any, object, list, dict, tuple, set, collections.abc.Callable):
        return True
    if isinstance(hint, typing.TypeVar):
        return True
    arguments = [a for a in typing.get_args(hint) if not isinstance(a, list)]
    return any(a is typing.Any or a is object or isinstance(a, typing.TypeVar) for a in arguments)


def _of_kinds(
    subject: Subject, other: Subject, suggested: Suggestions, known: Mapping[str, Sequence[Recipe]]
) -> list[Recipe]:
    """Objects of the module's classes that one of the functions mentions, as in ``isinstance``."""
    known = getattr(subject.function, "__globals__", {})
    named = [known.get(c.__name__) for c in (*_kinds_in(subject), *_kinds_in(other))]
    own = list(dict.fromkeys(c for c in named if isinstance(c, type)))
    told = {n: v for n, v in known.items() if v}
    made = (c for c in own[:_MOST_KINDS] if not issubclass(c, enum.Enum))
    return [r for c in made for r in (*_spread(instances(c, suggested, known=told)), hollow(c))]


def _spread(found: list[Recipe]) -> list[Recipe]:
    """Some of many, from the first to the last, those that a difference may rest on first."""
    plain = [r for r in found if not r.stands] or found
    step = max(1, len(plain) // _MOST_OBJECTS)
    return plain[::step][:_MOST_OBJECTS]


def _kinds_in(subject: Subject) -> list[type]:
    """The classes of its module that a function mentions, and those derived from them."""
    code = getattr(subject.function, "__code__", None)
    known = getattr(subject.function, "__globals__", {})
    classes = (
        [known[n] for n in code.co_names if isinstance(known.get(n), type)]
        if code is not None
        else []
    )
    own = [
        c
        for c in classes
        if c.__module__ == getattr(subject.function, "__module__", "")
        and not issubclass(c, BaseException)
    ]
    return list(dict.fromkeys([*own, *(d for c in own for d in derived_of(c))]))


def hints_of(function: Any) -> dict[str, Any]:
    """The evaluated annotations of a function; one that cannot be evaluated is left out."""
    return {n: meant(h) for n, h in declared(function).items()}


def _guessed(parameter: inspect.Parameter, suggested: Suggestions) -> list[Recipe]:
    first = [literal(v) for v in suggested.get(parameter.name, ())]
    if parameter.default is not parameter.empty:
        if parameter.default is None or isinstance(parameter.default, bool | int | float | str):
            first.append(literal(parameter.default))
    return [*first, *by_keys(parameter.name, suggested), *unknown(parameter.name)]


def own_row(
    generate: Callable[[Any, str], Iterator[Any]], subject: str, number: int, count: int
) -> tuple[Recipe, ...]:
    """The recipes of the user's own input of that number, counted from 0; what it leaves out is
    omitted.
    """

    def argument(position: int) -> Recipe:
        def build(side: Side, answers: Answers) -> Any:
            return _nth(generate, side, subject, number)[position]

        return Recipe(f"inputs[{number}][{position}]", build)

    return tuple(argument(i) for i in range(count))


def _nth(
    generate: Callable[[Any, str], Iterator[Any]], side: Side, subject: str, number: int
) -> tuple[Any, ...]:
    return tuple(next(itertools.islice(generate(side.module, subject), number, None)))


def neighbours(parameters: Parameters, row: Row) -> Iterator[Row]:
    """The rows that differ from one row in one place."""
    longest = max((len(c) for c in parameters.recipes), default=0)
    for choice in range(longest):
        for position, column in enumerate(parameters.recipes):
            if choice < len(column) and choice != row[position]:
                yield (*row[:position], choice, *row[position + 1 :])


def random_rows(parameters: Parameters) -> Iterator[Row]:
    """Rows put together at random, the same ones on every run."""
    chance = random.Random(SEED)
    lengths = [len(c) for c in parameters.recipes]
    for _ in range(RANDOM_ROWS):
        yield tuple([int(chance.random() * n) for n in lengths])
