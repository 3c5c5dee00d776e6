"""An input that goes where a proof stopped: values of the parameters that fit what is known
there.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Iterator, Mapping
from typing import Any, TypeAlias

from ..values.facts import Fact
from ..values.terms import Kinds, Term, constant_value, is_const, is_member, symbols

Plain: TypeAlias = int | float | str | bool | None
# Values for one parameter, and values tried in all, at most.
_MOST_VALUES = 16
_MOST_TRIES = 20_000
_SAMPLES: Mapping[str, tuple[Plain, ...]] = {
    "int": (0, 1, -1, 2, 100, -100, 1_000_000, -1_000_000),
    "float": (0.0, 1.5, -1.5),
    "bool": (False, True),
    "str": ("", "a", "b c"),
    "NoneType": (None,),
}


class _Unknown(Exception):
    """A term about more than the parameters."""


def aimed(
    facts: Iterable[Fact], parameters: Mapping[str, Term], kinds: Mapping[int, Kinds]
) -> dict[str, Plain] | None:
    """Values of the parameters with plain types for which the facts hold; None if none are found
    quickly.

    Args:
        facts: what is known where the proof stopped.
        parameters: the term that each parameter started with.
        kinds: the types of unknown values.
    """
    numbers = {t[1]: name for name, t in parameters.items() if t[0] == "s"}
    told = [
        (atom, value)
        for atom, value in facts
        if set(symbols(atom)) and set(symbols(atom)) <= numbers.keys()
    ]
    wanted = sorted({n for atom, _ in told for n in symbols(atom)})
    columns = {n: _values(n, told, kinds.get(n)) for n in wanted}
    found = next(_fitting({}, wanted, columns, told, itertools.count()), None) if wanted else None
    return None if found is None else {numbers[n]: v for n, v in found.items()}


def _fitting(
    values: dict[int, Plain],
    wanted: list[int],
    columns: Mapping[int, list[Plain]],
    told: list[Fact],
    tries: Iterator[int],
) -> Iterator[dict[int, Plain]]:
    """Ways to give the parameters values, one after the other, as long as no fact says
    otherwise.
    """
    if len(values) == len(wanted):
        yield values
        return
    number = wanted[len(values)]
    for value in columns[number]:
        if next(tries) > _MOST_TRIES:
            return
        more = {**values, number: value}
        decided = [f for f in told if number in symbols(f[0]) and set(symbols(f[0])) <= more.keys()]
        if all(_holds(atom, more) in (truth, None) for atom, truth in decided):
            yield from _fitting(more, wanted, columns, told, tries)


def _values(number: int, told: list[Fact], kinds: Kinds | None) -> list[Plain]:
    """Values worth trying: constants that it is compared with, their neighbours, samples of its
    types.
    """
    found: list[Plain] = []
    for atom, _ in told:
        if number in symbols(atom):
            for constant in _constants(atom):
                found += (
                    [constant, constant + 1, constant - 1]
                    if isinstance(constant, int)
                    else [constant]
                )
    for kind in sorted(kinds or ()):
        found += _SAMPLES.get(kind, ())
    fitting = [v for v in found if kinds is None or type(v).__name__ in kinds]
    return list({(type(v), repr(v)): v for v in fitting}.values())[:_MOST_VALUES]


def _constants(term: Term) -> Iterable[Any]:
    if is_const(term):
        if not is_member(term) and isinstance(constant_value(term), int | float | str | None):
            yield constant_value(term)
        return
    for part in term[1:]:
        if isinstance(part, tuple):
            yield from _constants(part)
        elif term[0] == "part":
            yield from (part, -part)


def _holds(atom: Term, values: Mapping[int, Plain]) -> bool | None:
    try:
        return bool(_value(atom, values))
    except (_Unknown, TypeError, KeyError):
        return None


def _value(term: Term, values: Mapping[int, Plain]) -> Any:
    head, *parts = term
    if head == "s":
        return values[parts[0]]
    if is_const(term):
        return constant_value(term)
    if head == "sum":
        return sum(_product(part, values) for part in parts)
    given = [_value(p, values) for p in parts if isinstance(p, tuple)]
    match head:
        case "not":
            return not given[0]
        case "eq" | "is":
            return given[0] == given[1] and (head == "eq" or type(given[0]) is type(given[1]))
        case "lt":
            return given[0] < given[1]
        case "le":
            return given[0] <= given[1]
        case "truth":
            return bool(given[0])
        case "in":
            return given[0] in given[1]
        case "isa":
            return type(given[0]).__name__ == parts[1] or (
                parts[1] == "int" and isinstance(given[0], int)
            )
        case "divided":
            return given[0] // given[1] if parts[0] == "//" else given[0] % given[1]
        case "tuple" | "text":
            return tuple(given) if head == "tuple" else "".join(given)
    raise _Unknown


def _product(part: Term, values: Mapping[int, Plain]) -> Any:
    found = part[1]
    for factor in part[2:]:
        found *= _value(factor, values)
    return found
