"""Declared types: what an annotation says of a value, as far as the judge can read it.

A type is a set of *atoms*, one of which holds: a class by its canonical name, with what is declared
of its parts. What cannot be read is the atom :data:`UNKNOWN`, so that a union is never taken for
less than it says. ``int`` stands for ``bool`` too, and ``float`` for both (PEP 484, "The numeric
tower").
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import TypeAlias


@dataclass(frozen=True, slots=True)
class Atom:
    """One class of a declared type.

    Attributes:
        name: a built-in class by its name, one of the library as ``module.Name``, one of the
            module as ``own:Name``.
        args: what is declared of its parts: elements, keys and values, what a callable gives back.
    """

    name: str
    args: tuple[Type, ...] = ()


Type: TypeAlias = frozenset[Atom]

UNKNOWN = Atom("?")
ANYTHING: Type = frozenset({UNKNOWN})
NONE_TYPE: Type = frozenset({Atom("NoneType")})
# A key with its value, as going through a mapping's items yields them.
PAIR = "pair"
# Classes of a value that the annotation `int` or `float` allows beside itself.
_TOWER = {"int": ("int", "bool"), "float": ("float", "int", "bool")}
# Classes whose order is partial: neither of two values need be below, above or equal.
PARTIAL = frozenset(
    {"set", "frozenset", "dict_keys", "dict_items", "collections.Counter"}
    | {f"typing.{n}" for n in ("AbstractSet", "Set", "MutableSet", "KeysView", "ItemsView")}
)
# Classes whose values have no order among themselves.
UNORDERED = frozenset({"NoneType", "dict", "complex", "Callable", "typing.Mapping"}) | frozenset(
    {"collections.defaultdict", "collections.OrderedDict", "typing.MutableMapping", "object"}
)
NUMBERS = frozenset({"int", "bool", "float"})
UNHASHABLE = frozenset({"list", "dict", "set", "bytearray", "dict_keys", "dict_items"}) | frozenset(
    {"collections.deque", "collections.defaultdict", "collections.OrderedDict"}
    | {"collections.Counter", "typing.MutableSequence", "typing.MutableMapping"}
    | {"typing.MutableSet"}
)


def own(name: str) -> Atom:
    """A class of the module."""
    return Atom(f"own:{name}")


def own_names(kind: Type) -> list[str]:
    """The classes of the module in a type, in a fixed order."""
    return sorted(a.name.removeprefix("own:") for a in kind if a.name.startswith("own:"))


def of_class(name: str, *args: Type) -> Type:
    """The type of all values that an annotation with a built-in class allows."""
    names = _TOWER.get(name, (name,))
    return frozenset(Atom(n, args if n == name else ()) for n in names)


def union(kinds: Iterable[Type]) -> Type:
    """A value of one of some types; of none it is anything."""
    found: Type = frozenset().union(*kinds)
    return found or ANYTHING


def names_in(kind: Type) -> frozenset[str]:
    """The names of all classes of a type."""
    return frozenset(a.name for a in kind)


def without_none(kind: Type) -> Type:
    """A type less None."""
    return frozenset(a for a in kind if a.name != "NoneType") or ANYTHING


def parts_of(kind: Type, index: int = 0) -> Type:
    """What is declared of the parts of a value, whichever of its classes it has."""
    found = [a.args[index] if len(a.args) > index else ANYTHING for a in kind]
    return union(found)


def in_words(kind: Type) -> str:
    """A type as a person would write it.

    >>> in_words(of_class("str") | NONE_TYPE)
    'None | str'
    """
    words = sorted({"None" if n == "NoneType" else n.rpartition(":")[2] for n in names_in(kind)})
    shown = [w for w in words if not (w == "bool" and "int" in words)]
    return " | ".join(w for w in shown if not (w == "int" and "float" in words))
