"""Values as Python text that makes them again."""

from __future__ import annotations

import collections
import copy
import datetime
import decimal
import enum
import fractions
import inspect
import math
import pathlib
import re
import sys
import types
import uuid
from collections.abc import Callable, Collection, Iterator, Mapping
from typing import Any

from .picture import held_by, picture

# Characters of one value's text, and levels of values in values.
LONGEST = 4_000
_DEEPEST = 8
# Objects that names lead to, and attributes on the way to one.
_MOST_KEPT, _DEEPEST_KEPT = 5_000, 4
_PLAIN = frozenset({type(None), bool, int, float, complex, str, bytes, tuple, list, dict, set})
_SIMPLE = frozenset({type(None), bool, int, str, bytes})
# Values of these types are written as their repr, with the module in front.
_BY_REPR = (
    *(decimal.Decimal, fractions.Fraction, uuid.UUID, range),
    *(datetime.date, datetime.time, datetime.timedelta, datetime.timezone),
)


class Unspeakable(Exception):
    """A value that no text makes again."""


class Speller:
    """Writes values down.

    Args:
        names: what the module under examination binds: classes and members are called by it.
        is_new: whether it is enough that the text makes an object with the same attributes; else
            it must make one that is equal.
        is_free: whether attributes that have no text may be left to the constructor, private ones
            among them: what comes is as good an object, but another one.

    Attributes:
        used: names of the module that the texts need.
        modules: modules of the standard library that the texts need.
        homes: names of other modules that they need, with these modules.
    """

    def __init__(
        self, names: Mapping[str, Any], *, is_new: bool = False, is_free: bool = False
    ) -> None:
        self._names, self._is_new, self._is_free = names, is_new, is_free
        self._open: list[int] = []  # the objects around, so that no way leads round in a circle
        self._kept: dict[type, list[tuple[str, Any]]] | None = None
        self.used: set[str] = set()
        self.modules: set[str] = set()
        self.homes: dict[str, str] = {}

    def spell(self, value: object) -> str:
        """The text of a value.

        Raises:
            Unspeakable: there is none, or it is too long.
        """
        text = self._spelt(value, 0)
        if len(text) > LONGEST:
            raise Unspeakable("too long")
        return text

    def _spelt(self, value: Any, depth: int) -> str:
        kind = type(value)
        if depth > _DEEPEST:
            raise Unspeakable("too deep")
        if value is None or kind in (bool, int, str, bytes, complex) or value is ...:
            return repr(value)
        if kind is float:
            return repr(value) if math.isfinite(value) else f'float("{value!r}")'
        if kind in (list, tuple, set, frozenset, dict, collections.deque):
            return self._container(value, depth)
        if isinstance(value, enum.Enum):
            return self._member(value)
        if isinstance(value, type):
            return self._class(value)
        if isinstance(value, _BY_REPR):
            return self._library(value)
        if self._is_new and isinstance(value, re.Pattern | re.Match):
            return self._of_pattern(value)
        if isinstance(value, pathlib.PurePath):
            self.modules.add("pathlib")
            return f"pathlib.{kind.__name__}({str(value)!r})"
        if isinstance(value, types.SimpleNamespace) and kind is types.SimpleNamespace:
            self.modules.add("types")
            return f"types.SimpleNamespace({self._named(vars(value), depth)})"
        return self._object(value, depth)

    def _container(self, value: Any, depth: int) -> str:
        kind = type(value)
        if kind is dict:
            pairs = [
                f"{self._spelt(k, depth + 1)}: {self._spelt(v, depth + 1)}"
                for k, v in value.items()
            ]
            return f"{{{', '.join(pairs)}}}"
        items = [self._spelt(v, depth + 1) for v in value]
        if kind in (set, frozenset):
            items.sort()
            inside = f"{{{', '.join(items)}}}" if items else ""
            return f"{kind.__name__}({inside})" if kind is frozenset or not items else inside
        if kind is tuple:
            return f"({', '.join(items)}{',' if len(items) == 1 else ''})"
        if kind is collections.deque:
            self.modules.add("collections")
            return f"collections.deque([{', '.join(items)}])"
        return f"[{', '.join(items)}]"

    def _member(self, value: enum.Enum) -> str:
        if not isinstance(value.name, str) or "|" in value.name:
            raise Unspeakable("a combination of flags")
        return f"{self._class(type(value))}.{value.name}"

    def _class(self, cls: type) -> str:
        if cls.__module__ == "builtins":
            return cls.__qualname__
        outer = cls.__qualname__.partition(".")[0]
        if _reached(self._names, cls):
            self.used.add(outer)
        elif outer not in self._names and _reached(vars(sys.modules[cls.__module__]), cls):
            self.homes[outer] = cls.__module__
        else:
            raise Unspeakable(f"{cls.__qualname__} is not at hand")
        return str(cls.__qualname__)

    def _of_pattern(self, value: Any) -> str:
        """A regular expression, or where one was found."""
        self.modules.add("re")
        pattern = value.re if isinstance(value, re.Match) else value
        flags = pattern.flags & ~(0 if isinstance(pattern.pattern, bytes) else re.UNICODE)
        given = f"{pattern.pattern!r}, {flags}" if flags else repr(pattern.pattern)
        text = f"re.compile({given})"
        if isinstance(value, re.Pattern):
            return text
        again = pattern.match(value.string, value.start(), value.endpos)
        if again is None or again.regs != value.regs:
            raise Unspeakable("a match that depends on more than its pattern and text")
        place = (value.start(), value.endpos) if value.endpos != len(value.string) else ()
        start = place or ((value.start(),) if value.start() else ())
        return f"{text}.match({', '.join(map(repr, (value.string, *start)))})"

    def _library(self, value: Any) -> str:
        text = repr(value)
        home = type(value).__module__
        if type(value) is range:
            return text
        if not text.startswith(f"{home}."):
            text = f"{home}.{text}"
        self.modules.add(home)
        return text

    def _object(self, value: Any, depth: int) -> str:
        """An object of a class that says what its constructor takes, if that makes an equal one."""
        try:
            return self._as_made(value, depth)
        except Unspeakable:
            where = self._where_kept(value)
            if not where:
                raise
        self.used.add(where.partition(".")[0])
        return where

    def _as_made(self, value: Any, depth: int) -> str:
        cls = type(value)
        if self._is_new and (type(getattr(value, "__dict__", None)) is dict or held_by(value)):
            return self._made(value, cls, depth)
        if "__eq__" not in _defined(cls):
            raise Unspeakable(f"a {cls.__name__} is equal only to itself")
        fields = getattr(cls, "__dataclass_fields__", None) or getattr(cls, "_fields", None)
        if fields is None:
            raise Unspeakable(f"a {cls.__name__} does not tell its parts")
        given = {n: getattr(value, n) for n in fields if _is_given(fields, n)}
        return f"{self._class(cls)}({self._named(given, depth)})"

    def _where_kept(self, value: object) -> str:
        """The expression that gives the very object, or where that is enough one of the same class
        that equals it: a name of the module or of one that it imports, or an attribute of what such
        a name stands for; empty if there is none.
        """
        if self._kept is None:
            self._kept = {}
            for where, kept in _kept_objects(self._names):
                self._kept.setdefault(type(kept), []).append((where, kept))
        alike = self._kept.get(type(value), ())
        same = next((where for where, kept in alike if kept is value), "")
        if same or not self._is_new or "__eq__" not in _defined(type(value)):
            return same
        return next((where for where, kept in alike if kept == value), "")

    def _made(self, value: Any, cls: type, depth: int) -> str:
        """An object whose constructor takes what it holds under the same names."""
        try:
            parameters = inspect.signature(cls).parameters.values()
        except (TypeError, ValueError) as error:
            raise Unspeakable(f"nobody knows what {cls.__name__} takes") from error
        held = held_by(value)
        needed = [p for p in parameters if p.kind not in (p.VAR_POSITIONAL, p.VAR_KEYWORD)]
        missing = [p.name for p in needed if p.name not in held and p.default is p.empty]
        if missing or any(p.kind is p.POSITIONAL_ONLY for p in needed):
            raise Unspeakable(f"a {cls.__name__} does not hold its {missing}")
        given = {
            p.name: held[p.name] for p in needed if p.name in held and held[p.name] is not p.default
        }
        given = _least(cls, given, {p.name for p in needed if p.default is p.empty})
        if id(value) in self._open:
            raise Unspeakable("it leads round in a circle")
        self._open.append(id(value))
        try:
            made = f"{self._class(cls)}({self._named(given, depth)})"
            more = self._beside(value, given, {p.name for p in needed}, depth)
        finally:
            self._open.pop()
        return f"given({made}, {more})" if more else made

    def _beside(
        self, value: Any, given: Mapping[str, Any], names: Collection[str], depth: int
    ) -> str:
        """What an object holds beside what its constructor makes of what it is given."""
        try:
            fresh = type(value)(**_apart(given))
        except Exception as error:
            raise Unspeakable(f"a {type(value).__name__} is not made so") from error
        spelt: dict[str, str] = {}
        for name, held in held_by(value).items():
            if name in names or (self._is_free and name.startswith("_")):
                continue
            if id(held) in self._open:  # what it stands in; only a constructor can say so
                if not self._is_free:
                    raise Unspeakable("it leads round in a circle")
            elif not _is_alike(getattr(fresh, name, spelt), held):
                try:
                    spelt[name] = self._spelt(held, depth + 1)
                except (Unspeakable, RecursionError):
                    if not self._is_free:
                        raise
        return ", ".join(f"{n}={t}" for n, t in spelt.items())

    def _named(self, values: Mapping[str, Any], depth: int) -> str:
        return ", ".join(f"{n}={self._spelt(v, depth + 1)}" for n, v in values.items())


def _apart(value: Any) -> Any:
    """A value with containers and objects of its own, so that a constructor may set something on
    what it is given. All of it is not copied: what is linked upward would come along.
    """
    kind = type(value)
    if kind in (list, tuple, set, frozenset):
        return kind(map(_apart, value))
    if kind is dict:
        return {k: _apart(v) for k, v in value.items()}
    if isinstance(value, tuple | type | enum.Enum) or kind in _SIMPLE or not held_by(value):
        return value
    try:
        return copy.copy(value)
    except Exception:
        return value


def _least(cls: type, given: Mapping[str, Any], needed: Collection[str]) -> dict[str, Any]:
    """What a constructor has to be given: not what it makes of nothing as well."""
    least = {n: v for n, v in given.items() if n in needed}
    if len(least) == len(given):
        return least
    try:
        fresh = held_by(cls(**_apart(least)))
    except Exception:
        return dict(given)
    return {n: v for n, v in given.items() if n in least or not _is_alike(fresh.get(n, least), v)}


def _kept_objects(names: Mapping[str, Any]) -> Iterator[tuple[str, Any]]:
    """Objects that names of a module lead to, through modules that it imports and attributes, each
    with the shortest way to it.
    """
    home = str(names.get("__name__", "")).partition(".")[0]
    pending = [(n, v, 0) for n, v in names.items() if not n.startswith("__")]
    seen: set[int] = set()
    while pending and len(seen) < _MOST_KEPT:
        where, value, depth = pending.pop(0)
        if id(value) in seen:
            continue
        seen.add(id(value))
        if isinstance(value, types.ModuleType):
            if value.__name__.partition(".")[0] != home:
                continue
        elif isinstance(value, type) or callable(value) or type(value) in _PLAIN:
            continue
        else:
            yield where, value
        own = getattr(value, "__dict__", {})
        if depth < _DEEPEST_KEPT and isinstance(own, dict):
            pending += [(f"{where}.{n}", v, depth + 1) for n, v in own.items() if n.isidentifier()]


def _is_alike(one: object, two: object) -> bool:
    if type(one) is not type(two):
        return False
    if type(one) in _SIMPLE:
        return one == two
    return one is two or picture(one) == picture(two)


def _reached(names: Mapping[str, Any], cls: type) -> bool:
    """Whether names lead to a class by its qualified name."""
    outer, *inner = cls.__qualname__.split(".")
    found: Any = names.get(outer)
    for part in inner:
        found = getattr(found, part, None)
    return found is cls


def _defined(cls: type) -> set[str]:
    return {n for c in cls.__mro__ if c is not object for n in vars(c)}


def _is_given(fields: Any, name: str) -> bool:
    return not isinstance(fields, dict) or fields[name].init


def spelt_parts(
    values: Mapping[str, Any],
    speller: Speller,
    parts_of: Callable[[Any], Iterator[tuple[str, Any]]],
    most: int,
) -> dict[str, str]:
    """For each value its text or, where there is none, those of its parts, by the expressions that
    reach them.
    """
    found: dict[str, str] = {}
    pending = [(where, value, 0) for where, value in values.items()]
    seen: set[int] = set()
    while pending and len(found) < most:
        where, value, depth = pending.pop(0)
        try:
            found[where] = speller.spell(value)
        except (Unspeakable, RecursionError):
            if id(value) not in seen and depth < _DEEPEST:
                seen.add(id(value))
                pending += [(f"{where}{s}", part, depth + 1) for s, part in parts_of(value)]
    return found
