"""Methods of built-in types: what they give back, and what else they do.

One row a method, after the standard library's reference (Built-in Types). A type that no row
mentions, and a method that its rows lack, may do anything.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from .types import ANYTHING, NONE_TYPE, PAIR, UNKNOWN, Atom, Type, of_class, parts_of, union


@dataclass(frozen=True, slots=True)
class Row:
    """What one method does.

    Attributes:
        gives: the type it gives back: a class by name, ``element``, ``key``, ``value``, ``self``,
            and ``elements`` for an iterable of the container's elements.
        changes: whether it changes its object.
        raises: whether it may raise although its arguments are of the right types.
        maybe_none: whether it may give None instead.
    """

    gives: str
    changes: bool = False
    raises: bool = False
    maybe_none: bool = False


_PURE_TEXT = "capitalize casefold expandtabs lower lstrip removeprefix removesuffix rstrip strip swapcase title upper replace"
_TESTS = "endswith isalnum isalpha isdecimal isdigit islower isnumeric isspace istitle isupper startswith isidentifier isascii isprintable"
TEXT: Mapping[str, Row] = {
    **dict.fromkeys(_PURE_TEXT.split(), Row("str")),
    **dict.fromkeys(_TESTS.split(), Row("bool")),
    **dict.fromkeys("count find rfind".split(), Row("int")),
    **dict.fromkeys("index rindex".split(), Row("int", raises=True)),
    **dict.fromkeys("split rsplit splitlines".split(), Row("list of str", raises=True)),
    **dict.fromkeys("partition rpartition".split(), Row("tuple of str", raises=True)),
    **dict.fromkeys("center ljust rjust zfill join format".split(), Row("str", raises=True)),
    "encode": Row("bytes", raises=True),
}
LIST: Mapping[str, Row] = {
    **dict.fromkeys("append extend insert clear reverse".split(), Row("NoneType", changes=True)),
    "sort": Row("NoneType", changes=True, raises=True),
    "remove": Row("NoneType", changes=True, raises=True),
    "pop": Row("element", changes=True, raises=True),
    "copy": Row("self"),
    "count": Row("int", raises=True),
    "index": Row("int", raises=True),
}
DICT: Mapping[str, Row] = {
    "keys": Row("dict_keys"),
    "values": Row("dict_values"),
    "items": Row("dict_items"),
    "get": Row("value", raises=True, maybe_none=True),
    "pop": Row("value", changes=True, raises=True),
    "setdefault": Row("value", changes=True, raises=True, maybe_none=True),
    **dict.fromkeys("clear update".split(), Row("NoneType", changes=True, raises=True)),
    "copy": Row("self"),
}
SET: Mapping[str, Row] = {
    **dict.fromkeys("add discard clear update".split(), Row("NoneType", changes=True, raises=True)),
    "remove": Row("NoneType", changes=True, raises=True),
    "pop": Row("element", changes=True, raises=True),
    **dict.fromkeys(
        "union intersection difference symmetric_difference".split(), Row("set", raises=True)
    ),
    **dict.fromkeys("isdisjoint issubset issuperset".split(), Row("bool", raises=True)),
    "copy": Row("self"),
}
METHODS: Mapping[str, Mapping[str, Row]] = {
    "str": TEXT,
    "list": LIST,
    "dict": DICT,
    "set": SET,
    "frozenset": SET,
    "collections.Counter": DICT,
    "collections.defaultdict": DICT,
    "collections.OrderedDict": DICT,
}
# Built-in functions and classes, called with anything: what they give back.
CALLS: Mapping[str, str] = {
    **{
        n: n
        for n in (
            "set",
            "frozenset",
            "list",
            "dict",
            "tuple",
            "str",
            "bytes",
            "bytearray",
            "complex",
        )
    },
    "sorted": "list",
    "repr": "str",
    "ascii": "str",
    "chr": "str",
    "hex": "str",
    "bin": "str",
    "oct": "str",
    "format": "str",
    "dir": "list",
}


def method_row(kind: Type, method: str) -> Row | None:
    """The row of a method of a value, if all its possible classes have the same one."""
    rows = [METHODS.get(a.name, {}).get(method) for a in kind]
    first = rows[0] if rows else None
    return first if all(r == first for r in rows) else None


def given_by(kind: Type, method: str) -> Type:
    """The type of what a method of a value gives back."""
    row = method_row(kind, method)
    if row is None:
        return ANYTHING
    found = _meant(row.gives, kind)
    return union([found, NONE_TYPE]) if row.maybe_none else found


def _meant(gives: str, kind: Type) -> Type:
    if gives == "self":
        return kind
    if gives in ("element", "key"):
        return parts_of(kind, 0)
    if gives == "value":
        return parts_of(kind, 1)
    if gives.startswith("dict_"):
        at = {"dict_keys": [0], "dict_values": [1], "dict_items": [0, 1]}[gives]
        return frozenset({Atom(gives, tuple(parts_of(kind, i) for i in at))})
    outer, _, inner = gives.partition(" of ")
    return frozenset({Atom(outer, (of_class(inner),))}) if inner else of_class(gives)


def call_gives(name: str) -> Type:
    """The type of what a built-in function gives back."""
    return of_class(CALLS[name]) if name in CALLS else ANYTHING


def element_type(kind: Type) -> Type:
    """What going through a value yields."""
    found = []
    for atom in kind:
        if atom.name in ("str", "bytes"):
            found.append(of_class("str" if atom.name == "str" else "int"))
        elif not atom.args:
            return ANYTHING
        elif atom.name == "dict_items":
            found.append(frozenset({Atom(PAIR, atom.args)}))
        elif atom.name == PAIR:
            found.append(union(atom.args))
        else:
            found.append(atom.args[0])
    return union(found)


def types_taken_apart(kind: Type, count: int) -> list[Type]:
    """What each of some names gets of a value that is taken apart into them."""
    only = next(iter(kind)) if len(kind) == 1 else UNKNOWN
    if only.name == PAIR:
        return list(only.args) if count == len(only.args) else [ANYTHING] * count
    return [element_type(kind)] * count
