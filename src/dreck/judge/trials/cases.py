"""What is tried: one call, or a few in a row on the same objects, and how they are written down."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from typing import TypeAlias

from .answers import Answers
from .loading import Subject, subject_in
from .observe import HELD, Call, Observation, observe
from .plan import Parameters
from .recipes import Recipe, Side, joined

Row: TypeAlias = tuple[Recipe, ...]


@dataclass(slots=True)
class Version:
    """One loaded version, and what can be called in it."""

    side: Side
    _subjects: dict[str, Subject] = field(default_factory=dict)

    def subject(self, name: str) -> Subject:
        """The function of that name.

        Raises:
            CannotCall: it is not there, or not on its own.
        """
        if name not in self._subjects:
            self._subjects[name] = subject_in(self.side, name)
        return self._subjects[name]


@dataclass(frozen=True, slots=True)
class Callee:
    """What is called: its name, what that needs to be called as a function, and its parameters."""

    name: str
    suffix: str
    parameters: Parameters

    @property
    def text(self) -> str:
        """What stands before the parenthesis."""
        return self.name.partition("#")[0] + self.suffix

    def call(self, version: Version, row: Row) -> Call:
        """A call of it in one version."""
        by_position, by_name = self.parameters.passed(row)
        labels = tuple(self.parameters.names[: len(by_position)])
        return Call(version.subject(self.name).function, by_position, by_name, labels)


@dataclass(frozen=True, slots=True)
class Case:
    """Calls in a row; in all but the first, ``HELD`` stands for the same object as there."""

    calls: tuple[tuple[Callee, Row], ...]

    @property
    def stands(self) -> str:
        """Why a difference that it shows is none; empty if it is one."""
        return joined(r for _, row in self.calls for r in row)

    @property
    def text(self) -> str:
        """All arguments as text."""
        return "; ".join(", ".join([r.text for r in row]) for _, row in self.calls)

    @property
    def recipes(self) -> Iterator[Recipe]:
        """All arguments."""
        return (r for _, row in self.calls for r in row)

    def observed(
        self, version: Version, answers: Answers, *, in_words: bool = False
    ) -> Observation:
        """What the calls do in one version."""
        calls = [callee.call(version, row) for callee, row in self.calls]
        return observe(calls, version.side, answers, in_words=in_words)

    def arguments(self) -> list[str]:
        """The arguments of the only call, as text."""
        callee, row = self.calls[-1]
        by_position, by_name = callee.parameters.passed(row)
        named = [f"{n}={r.text}" for n, r in by_name.items()]
        return [r.text for r in by_position if r.text] + named

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
            call = f"{callee.text}({', '.join(texts)})"
            found.append(f"{result} = {call}" if result in wanted else call)
        return [*found, expression] if expression else found

    def _held(self) -> Iterator[str]:
        """Names of the arguments of the first call that later ones are given again."""
        names = self.calls[0][0].parameters.names
        for callee, row in self.calls[1:]:
            by_position, _ = callee.parameters.passed(row)
            yield from (names[i] for i, r in enumerate(by_position) if r is HELD)
