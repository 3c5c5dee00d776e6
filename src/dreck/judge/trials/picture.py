"""Pictures of values: comparable data that says all the contract counts.

Two values have equal pictures when they are of the same type and deeply equal, NaN equal to
NaN; objects without an ``==`` of their own are compared by their state. Classes are named, not
compared, because each version has classes of its own.
"""

from __future__ import annotations

import enum
import sys
import types
from collections.abc import Callable, Mapping
from typing import Any

from .answers import Probe

# Nesting below this depth, and items beyond this number, are not looked at.
DEEPEST = 12
MOST_ITEMS = 2_000
# Classes that only one version has, each with the base it stands for there.
NAMES: dict[type, type] = {}
# For names of such bases the attributes that only one version keeps in their objects.
GONE: dict[str, frozenset[str]] = {}
# The classes that stood for their base in a picture.
STOOD: dict[type, type] = {}
# For local functions, told by the functions around them, the names that both versions annotate.
ANNOTATED: dict[str, frozenset[str]] = {}


def picture(value: object) -> Any:
    """The picture of a value: nested tuples of strings and numbers."""
    return _Painter().paint(value, 0)


def held_by(value: object) -> dict[str, Any]:
    """The attributes that an object holds itself, those in slots included."""
    held = dict(getattr(value, "__dict__", {}))
    for cls in type(value).__mro__:
        slots = cls.__dict__.get("__slots__", ())
        for slot in (slots,) if isinstance(slots, str) else slots:
            if slot not in ("__dict__", "__weakref__") and hasattr(value, slot):
                held[slot] = getattr(value, slot)
    return held


# Built-in classes whose values are their own pictures, and those that are told apart by a text.
_THEMSELVES = frozenset({type(None), bool, int, str})
_IN_TEXT: dict[type, Callable[[Any], str]] = {bytes: bytes.hex, float: repr, complex: repr}


class _Painter:
    def __init__(self) -> None:
        self._seen: dict[int, int] = {}
        self._kept: list[object] = []  # keeps temporary objects alive, so that ids stay unique

    def paint(self, value: object, depth: int) -> Any:
        """One value; a value met before is named by its number, so cycles end."""
        kind = type(value)
        if kind in _THEMSELVES:
            return (kind.__name__, value)
        if kind in _IN_TEXT:
            return (kind.__name__, _IN_TEXT[kind](value))
        if kind is Probe:
            return ("probe", repr(value))
        if depth > DEEPEST:
            return ("deep", kind.__qualname__)
        if kind is tuple or kind is frozenset:
            return self._compound(value, depth + 1)  # nobody can tell it from an equal one
        if id(value) in self._seen:
            return ("again", self._seen[id(value)])
        self._seen[id(value)] = len(self._seen)
        self._kept.append(value)
        return self._compound(value, depth + 1)

    def _compound(self, value: Any, depth: int) -> Any:
        kind = type(value)
        known = NAMES.get(kind, kind)
        if known is not kind:
            STOOD[kind] = known
        name = f"{kind.__module__}.{known.__qualname__}"
        if kind is list or kind is tuple:
            return (name, self._all(value, depth))
        if kind is dict:
            return (name, self._pairs(value, depth))
        if isinstance(value, type) and "<locals>" in value.__qualname__:
            bases = tuple(self.paint(b, depth) for b in value.__bases__)
            own = {n: v for n, v in vars(value).items() if not n.startswith("__")}
            held = tuple((n, self.paint(v, depth)) for n, v in own.items())
            return ("class", value.__qualname__, bases, held)
        if isinstance(value, types.FunctionType) and "<locals>" in value.__qualname__:
            both = ANNOTATED.get(value.__qualname__.replace(".<locals>", ""), frozenset())
            told = {n: v for n, v in value.__annotations__.items() if n in both}
            declared = self.paint(told, depth)
            return ("function", value.__qualname__, declared, self.paint(value.__defaults__, depth))
        if isinstance(value, type | types.FunctionType | types.BuiltinFunctionType):
            return ("named", value.__module__, value.__qualname__)
        if isinstance(value, types.MethodType):
            return ("method", value.__func__.__qualname__, self.paint(value.__self__, depth))
        if isinstance(value, types.ModuleType):
            return ("module", value.__name__)
        if isinstance(value, enum.Enum):
            return (name, value.name)
        if isinstance(value, BaseException):
            said = dict(sorted(told_by(value).items()))
            return (name, self._all(value.args, depth), self._pairs(said, depth))
        if isinstance(value, Mapping):
            return (name, self._pairs(value, depth))
        if isinstance(value, list | tuple):
            return (name, self._all(value, depth))
        if isinstance(value, set | frozenset):
            return (name, tuple(sorted((self.paint(v, depth) for v in value), key=repr)))
        return (name, self._state(value, depth))

    def _all(self, values: Any, depth: int) -> Any:
        return tuple([self.paint(v, depth) for v in list(values)[:MOST_ITEMS]])

    def _pairs(self, values: Mapping[Any, Any], depth: int) -> Any:
        pairs = list(values.items())[:MOST_ITEMS]
        return tuple([(self.paint(k, depth), self.paint(v, depth)) for k, v in pairs])

    def _state(self, value: Any, depth: int) -> Any:
        state = held_by(value)
        gone = GONE.get(NAMES.get(type(value), type(value)).__qualname__, frozenset())
        if state:
            return tuple(
                (k, self.paint(v, depth))
                for k, v in sorted(state.items())
                if not k.startswith("_answers_") and k not in gone
            )
        text = repr(value)
        return "" if " at 0x" in text else text


def told_by(error: BaseException) -> dict[str, Any]:
    """What an exception tells beside its arguments: the attributes of one that is not of the
    standard library.
    """
    if type(error).__module__.partition(".")[0] in sys.stdlib_module_names:
        return {}
    return {n: v for n, v in vars(error).items() if not n.startswith("_")}
