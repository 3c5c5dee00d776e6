"""Which objects are the same: a list handed back itself is not a copy of it."""

from __future__ import annotations

import enum
import types
from collections.abc import Iterator, Mapping
from typing import Any

from .answers import Probe

# Levels below a value that are looked at, and objects looked at in all.
_DEEPEST = 5
_MOST = 300
# Of these nobody can tell two equal ones apart, as far as the contract counts it.
_ALIKE = (
    *(type(None), bool, int, float, complex, str, bytes, range, type, enum.Enum),
    *(types.FunctionType, types.BuiltinFunctionType, types.MethodType, types.ModuleType, Probe),
)
_PLAIN = frozenset({type(None), bool, int, str})


def shared(values: Mapping[str, object]) -> frozenset[tuple[str, str]]:
    """Pairs of Python expressions that are the same object, for every object met twice.

    Args:
        values: some values, each under the name it has in the expressions.
    """
    first: dict[int, str] = {}
    kept: list[object] = []  # so that no two objects have one id
    found: set[tuple[str, str]] = set()
    pending = [(name, value, 0) for name, value in values.items()]
    while pending and len(kept) < _MOST:
        where, value, depth = pending.pop(0)
        kind = type(value)
        if kind in _PLAIN or isinstance(value, _ALIKE):
            continue
        is_fixed = isinstance(value, tuple)
        if not is_fixed and _tells_by_value(kind):
            continue
        if id(value) in first and not is_fixed:
            found.add((where, first[id(value)]))
            continue
        if not is_fixed:
            first[id(value)] = where
        kept.append(value)
        if depth < _DEEPEST:
            pending += [(f"{where}{step}", part, depth + 1) for step, part in parts_of(value)]
    return frozenset(found)


def _tells_by_value(cls: Any) -> bool:
    """Whether objects of a class are told by what they hold, such as dates and frozen rows."""
    hashes = cls.__hash__
    return cls.__eq__ is not object.__eq__ and hashes is not None and hashes is not object.__hash__


def parts_of(value: Any) -> Iterator[tuple[str, Any]]:
    """What a value is made of: how each part is written behind it, and the part."""
    if type(value) is dict:
        plain = [(k, v) for k, v in value.items() if type(k) in (str, int, bool, tuple)]
        yield from ((f"[{k!r}]", v) for k, v in plain)
    elif type(value) in (list, tuple):
        yield from ((f"[{i}]", v) for i, v in enumerate(value))
    else:
        own = getattr(value, "__dict__", None)
        if type(own) is dict:
            yield from ((f".{n}", v) for n, v in own.items() if not n.startswith("_answers_"))
