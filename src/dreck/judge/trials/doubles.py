"""Recipes for plain doubles: records, functions that record, managers."""

from __future__ import annotations

from typing import Any

from .answers import Answers
from .recipes import Recipe, Side, joined, literal, mapping
from .records import Manager, Record, Recorder


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
    awaited: bool = False,
) -> Recipe:
    """A function that notes its calls."""
    changes = sets or {}
    parts = [repr(name)]
    parts += [gives.text] if gives.text != "None" else []
    parts += [f"raises={raises.__name__}"] if raises is not None else []
    parts += (
        [f"sets={mapping([(literal(n), r) for n, r in changes.items()]).text}"] if changes else []
    )

    parts += ["awaited=True"] if awaited else []

    def build(side: Side, answers: Answers) -> Any:
        given = {n: r.build(side, answers) for n, r in changes.items()}
        return Recorder(name, gives.build(side, answers), raises, given, awaited)

    return Recipe(f"Recorder({', '.join(parts)})", build, stands=joined([gives, *changes.values()]))


def manager(name: str, gives: Recipe, *, swallows: bool) -> Recipe:
    """Something to be entered."""
    text = f"Manager({name!r}, {gives.text}{', swallows=True' if swallows else ''})"
    return Recipe(
        text, lambda side, a: Manager(name, gives.build(side, a), swallows), stands=gives.stands
    )
