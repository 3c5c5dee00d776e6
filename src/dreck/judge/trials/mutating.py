"""Inputs a little different from others, and simpler ones."""

from __future__ import annotations

import datetime
import random
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from functools import partial
from typing import Any, TypeAlias

from .growing import Grower
from .recipes import OMITTED
from .texts import WORDS
from .trees import Path, Tree, places, replaced

Trees: TypeAlias = tuple[Tree, ...]
# Changes made to one input at once.
_CHANGES = (1, 1, 1, 2, 2, 3)
_DEEPEST_COPY = 6
# How often a value is changed to one that it was compared with.
_MET = 0.3
LONGEST_WORD = 30
# The kinds of values that are declared to be numbers.
_NUMBERS = (repr(int), repr(float))
_MET_KINDS = (int, float, str, datetime.date, datetime.datetime)


class Mutator:
    """Changes inputs, the same way on every run."""

    def __init__(self, grower: Grower) -> None:
        self.grower, self.chance = grower, grower.chance

    def changed(self, row: Trees) -> Trees:
        """An input that differs from another in a few places."""
        for _ in range(self.chance.choice(_CHANGES)):
            row = self._changed_once(row)
        return row

    def _changed_once(self, row: Trees) -> Trees:
        if not row:
            return row
        if self.chance.random() < _MET:
            met = self._met(row)
            if met:
                return self.chance.choice(met)()
        position = self.chance.randrange(len(row))
        every = list(places(row[position]))
        path, tree = self.chance.choice(every)
        return self._with(row, position, path, self._other(tree, row, path))

    def through(self, row: Trees, gate: tuple[Any, Any]) -> Trees | None:
        """An input in which one of two values that were not the same is the other one: so it comes
        through a check of what was worked out from the rest of it. None if neither is in it.
        """
        found: list[Trees] = []
        for position, whole in enumerate(row):
            for path, tree in places(whole):
                value = tree.recipe.value
                if type(value) not in _MET_KINDS or tree.parts or not tree.is_free:
                    continue
                new = [o for v, o in (gate, gate[::-1]) if type(v) is type(value) and v == value]
                new += _put_inside(value, gate) if type(value) is str else []
                found += [self._with(row, position, path, tree.with_value(n)) for n in new]
        return self.chance.choice(found) if found else None

    def _met(self, row: Trees) -> list[Callable[[], Trees]]:
        """Ways to give a number or text of an input the value of another that it was compared
        with, so that the two are the same or next to each other.
        """
        found: list[Callable[[], Trees]] = []
        for position, whole in enumerate(row):
            for path, tree in places(whole):
                value = tree.recipe.value
                plain = type(value) in _MET_KINDS and not tree.parts and tree.is_free
                for other in self.grower.met(value) if plain else ():
                    new = tree.with_value(self._beside(other))
                    found.append(partial(self._with, row, position, path, new))
                if plain and type(value) is str:
                    for text in self._met_inside(value):
                        found.append(
                            partial(self._with, row, position, path, tree.with_value(text))
                        )
        return found

    def _met_inside(self, text: str) -> Iterator[str]:
        """Texts in which a word or number is what such a one was compared with."""
        for word in WORDS.finditer(text):
            if word.group() == text or word.end() - word.start() > LONGEST_WORD:
                continue
            for value, form in self._read(word.group()):
                for other in self.grower.met(value):
                    if type(other) is type(value):
                        near = self._beside(other)
                        new = near.strftime(form) if form else str(near)
                        yield text[: word.start()] + new + text[word.end() :]

    def _read(self, word: str) -> Iterator[tuple[Any, str]]:
        """What a word of a text may be read as, with the format of a date."""
        yield word, ""
        if word.isdecimal():
            yield int(word), ""
        for form in self.grower.pool.moments:
            try:
                moment = datetime.datetime.strptime(word, form)
            except ValueError:
                continue
            yield moment, form
            yield moment.date(), form

    def _beside(self, value: Any) -> Any:
        """A value, or its neighbour."""
        step = self.chance.choice((0, 0, 1, -1))
        if type(value) is int:
            return value + step
        try:
            days = datetime.timedelta(days=step)
            return value + days if isinstance(value, datetime.date) else value
        except OverflowError:
            return value

    @staticmethod
    def _with(row: Trees, position: int, path: Path, new: Tree) -> Trees:
        return (*row[:position], replaced(row[position], path, new), *row[position + 1 :])

    def _other(self, tree: Tree, row: Trees, path: Path) -> Tree:
        chance = self.chance
        kind = chance.random()
        if kind < 0.2:
            like = [
                t
                for r in row
                for p, t in places(r)
                if t.kind == tree.kind and t is not tree and len(p) < _DEEPEST_COPY
            ]
            if like:
                return self._near(chance.choice(like)) if kind < 0.1 else chance.choice(like)
        if tree.more is not None and kind < 0.8:
            return self._resized(tree)
        if kind < 0.7:
            return self._near(tree)
        return tree.again()

    def _resized(self, tree: Tree) -> Tree:
        """More, fewer or exchanged parts."""
        chance, parts = self.chance, list(tree.parts)
        assert tree.more is not None
        kind = chance.random()
        if not parts or kind < 0.35:
            parts.insert(chance.randrange(len(parts) + 1), tree.more())
        elif kind < 0.55:
            del parts[chance.randrange(len(parts))]
        elif kind < 0.75:
            parts.insert(chance.randrange(len(parts) + 1), chance.choice(parts))
        else:
            one, other = chance.randrange(len(parts)), chance.randrange(len(parts))
            parts[one], parts[other] = parts[other], parts[one]
        return tree.with_parts(parts)

    def _near(self, tree: Tree) -> Tree:
        """A value next to a constant."""
        value = tree.recipe.value
        if tree.parts or tree.recipe is OMITTED or not tree.is_free:
            return tree.again()
        if type(value) in (int, float):
            return tree.with_value(value + self.chance.choice((1, -1)))
        if type(value) is str:
            return tree.with_value(self.grower.texts.changed(value))
        if type(value) is bool:
            return tree.with_value(not value)
        if type(value) is datetime.date:
            try:
                days = datetime.timedelta(days=self.grower.numbers.distance())
                return tree.with_value(value + days)
            except OverflowError:
                return tree
        return tree.again()


def _put_inside(text: str, gate: tuple[Any, Any]) -> Iterator[str]:
    """Texts in which one of two values stands where the other one stood, first or last."""
    for value, other in (gate, gate[::-1]):
        said = str(value)
        if said and said != text and said in text and len(said) <= LONGEST_WORD:
            head, _, tail = text.rpartition(said)
            yield f"{head}{other}{tail}"
            if said in head:
                yield text.replace(said, str(other), 1)


def simpler(tree: Tree) -> Iterator[Tree]:
    """Simpler values in place of one, the simplest first."""
    yield from _simpler_here(tree)
    for number, part in enumerate(tree.parts):
        for new in simpler(part):
            yield tree.with_parts([*tree.parts[:number], new, *tree.parts[number + 1 :]])


def _simpler_here(tree: Tree) -> Iterator[Tree]:
    if tree.is_optional:
        yield Tree(OMITTED, f"omitted {tree.kind}", tree.again, is_optional=True)
    inside = [t for p, t in places(tree) if p and t.kind == tree.kind]
    yield from sorted(inside, key=lambda t: len(t.recipe.text))
    if tree.more is not None and tree.parts:
        yield tree.with_parts([])
        if len(tree.parts) > 2:
            yield tree.with_parts(tree.parts[: len(tree.parts) // 2])
        for number in range(len(tree.parts)):
            yield tree.with_parts([*tree.parts[:number], *tree.parts[number + 1 :]])
    for other in tree.instead:
        if len(other.text) < len(tree.recipe.text):
            yield replace(tree, recipe=other)
    value = tree.recipe.value
    if type(value) is bool and tree.kind in _NUMBERS:
        yield tree.with_value(int(value))  # a truth value is one, and nobody writes it down
    if not tree.parts and tree.is_free:
        yield from (tree.with_value(v) for v in _simpler_values(value))


def _simpler_values(value: Any) -> Iterator[Any]:
    if type(value) is int:
        yield from (v for v in (0, 1, 2, abs(value), value // 2) if _is_simpler(v, value))
    elif type(value) is float and value == value:
        whole = round(value) if abs(value) < 1e15 else 0
        yield from (float(v) for v in (0, 1, whole) if float(v) != value)
    elif type(value) is str and value:
        yield ""
        if len(value) > 3:
            yield from (value[: len(value) // 2], value[len(value) // 2 :])
        if len(value) <= 40:
            yield from (value[:i] + value[i + 1 :] for i in range(len(value)))


def _is_simpler(one: int, other: int) -> bool:
    return (abs(one), one < 0) < (abs(other), other < 0)


def first_that(row: Trees, shows: Any, budget: int, keep: Sequence[Tree] = ()) -> Trees:
    """The simplest input found that still shows something, by trying simpler parts one at a time.

    Args:
        row: an input that shows it.
        shows: tells whether an input does.
        budget: how many inputs are tried at most.
        keep: parts of the input that stay as they are.
    """
    progress = True
    while progress and budget > 0:
        progress = False
        for position, tree in enumerate(row):
            if any(tree is k for k in keep):
                continue
            for new in simpler(tree):
                budget -= 1
                if budget < 0:
                    return row
                trial = (*row[:position], new, *row[position + 1 :])
                if shows(trial):
                    row, progress = trial, True
                    break
    return row
