"""What is tried: one call, or a few in a row on the same objects, and how they are written down."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from functools import partial
from typing import Any, TypeAlias

from .answers import Answers
from .by_kind import (
    CLOSED,
    asked_by,
    asks_its_kind,
    is_made_directly,
    maker,
    new_subclasses,
    set_in,
    tables_of,
)
from .loading import Subject, subject_in
from .observe import CALL_SECONDS, HELD, Call, Observation, observe
from .picture import GONE, NAMES
from .plan import Parameters
from .recipes import OMITTED, Recipe, Side, joined

Row: TypeAlias = tuple[Recipe, ...]


@dataclass(slots=True)
class Version:
    """One loaded version, what can be called in it, and the tables by which objects of some classes
    are made.
    """

    side: Side
    by_kind: dict[str, tuple[str, ...]] = field(default_factory=dict)
    _subjects: dict[str, Subject] = field(default_factory=dict)

    def subject(self, name: str) -> Subject:
        """The function of that name.

        Raises:
            CannotCall: it is not there, or not on its own.
        """
        if name not in self._subjects:
            self._subjects[name] = subject_in(self.side, name)
        return self._subjects[name]


def made_by_kind(old: Version, new: Version, trees: Sequence[ast.Module]) -> None:
    """Make objects of a class that has a subclass for each kind in the new version only as it does.

    Args:
        old, new: both versions.
        trees: their modules.
    """
    module = new.side.module
    subclasses = new_subclasses(old.side.module, module)
    for base in dict.fromkeys(subclasses.values()):
        name = base.__qualname__
        table = next(tables_of(module, base), "")
        if is_made_directly(trees[1], name):
            continue
        asks, asked_before = (asks_its_kind(t, name) for t in reversed(trees))
        if asks >= asked_before:
            continue  # the class did not give up asking for its kind
        if not table:
            CLOSED.add(name)
            continue
        asked = asked_by(trees[1], table)
        new.side.makers[name] = maker(base, vars(module)[table], asked)
        new.by_kind[name] = (table, *asked)
        kinds = [c for c, b in subclasses.items() if b is base]
        NAMES.update(dict.fromkeys(kinds, base))
        family = {name, *(c.__qualname__ for c in kinds)}
        GONE[name] = frozenset(set_in(trees[0], family) ^ set_in(trees[1], family))


@dataclass(frozen=True, slots=True)
class Callee:
    """What is called: its name, what that needs to be called as a function, and its parameters; a
    bound one is asked of its object, whose class may be one that only the new version has.
    """

    name: str
    suffix: str
    parameters: Parameters
    is_bound: bool = False

    def text(self, given: Sequence[str]) -> str:
        """The call as text."""
        name = self.name.partition("#")[0]
        if not self.is_bound:
            return f"{name}{self.suffix}({', '.join(given)})"
        asked = f"{given[0]}.{name.rpartition('.')[2]}"
        return asked if self.suffix else f"{asked}({', '.join(given[1:])})"

    def call(self, version: Version, row: Row) -> Call:
        """A call of it in one version."""
        by_position, by_name = self.parameters.passed(row)
        labels = tuple(self.parameters.names[: len(by_position)])
        function = version.subject(self.name).function
        if self.is_bound:
            function = partial(_called_on, function, self.name)
        return Call(function, by_position, by_name, labels)


def _called_on(function: Any, name: str, owner: Any, *args: Any, **kwargs: Any) -> Any:
    """Call a method of an object: its own, where its class is one that only this version has."""
    last = name.rpartition(".")[2]
    for cls in type(owner).__mro__:
        if cls not in NAMES:
            break
        if last in vars(cls):
            own = vars(cls)[last]
            function = getattr(own, "fget", None) or own
            if not callable(function):  # a constant of the class
                return own
            break
    return function(owner, *args, **kwargs)


@dataclass(frozen=True, slots=True)
class Case:
    """Calls in a row; in all but the first, ``HELD`` stands for the same object as there."""

    calls: tuple[tuple[Callee, Row], ...]

    @property
    def stands(self) -> str:
        """Why a difference that it shows is none; empty if it is one."""
        return joined(r for _, row in self.calls for r in row)

    @property
    def is_guessed(self) -> bool:
        """Whether an argument is of a kind that nothing declares; that None is possible is seen."""
        return any(
            r is not OMITTED and r is not HELD and not declared and r.text != "None"
            for callee, row in self.calls
            for r, declared in zip(row, callee.parameters.declared, strict=True)
        )

    @property
    def text(self) -> str:
        """All arguments as text."""
        return "; ".join(", ".join([r.text for r in row]) for _, row in self.calls)

    @property
    def recipes(self) -> Iterator[Recipe]:
        """All arguments."""
        return (r for _, row in self.calls for r in row)

    def observed(
        self,
        version: Version,
        answers: Answers,
        *,
        in_words: bool = False,
        seconds: float = CALL_SECONDS,
    ) -> Observation:
        """What the calls do in one version, each within some seconds."""
        calls = [callee.call(version, row) for callee, row in self.calls]
        return observe(calls, version.side, answers, in_words=in_words, seconds=seconds)

    def call_text(self) -> str:
        """The only call, as text."""
        callee, row = self.calls[-1]
        by_position, by_name = callee.parameters.passed(row)
        named = [f"{n}={r.text}" for n, r in by_name.items()]
        return callee.text([*(r.text for r in by_position if r.text), *named])

    def lines(self, expression: str = "") -> list[str]:
        """The calls as lines of Python, and an expression behind them that shows a difference."""
        wanted = set(re.findall(r"\w+", expression)) | set(self._held())
        found: list[str] = []
        first: Sequence[str] = ()
        for number, (callee, row) in enumerate(self.calls):
            by_position, by_name = callee.parameters.passed(row)
            labels = callee.parameters.names
            texts: list[str] = []
            for position, recipe in enumerate(by_position):
                label = f"{labels[position]}{number or ''}"
                if recipe is HELD:
                    texts.append(first[position])
                elif label in wanted:
                    found.append(f"{label} = {recipe.text}")
                    texts.append(label)
                elif recipe.text:
                    texts.append(recipe.text)
            for name, recipe in by_name.items():
                label = f"{name}{number or ''}"
                if label in wanted:
                    found.append(f"{label} = {recipe.text}")
                texts.append(f"{name}={label if label in wanted else recipe.text}")
            first = first or labels
            result = f"result{number or ''}"
            call = callee.text(texts)
            found.append(f"{result} = {call}" if result in wanted else call)
        return [*found, expression] if expression else found

    def _held(self) -> Iterator[str]:
        """Names of the arguments of the first call that later ones are given again."""
        names = self.calls[0][0].parameters.names
        for callee, row in self.calls[1:]:
            by_position, _ = callee.parameters.passed(row)
            yield from (names[i] for i, r in enumerate(by_position) if r is HELD)
