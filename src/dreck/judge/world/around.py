"""What is known of the names around one function, in both versions alike."""

from __future__ import annotations

import builtins
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from ..values.terms import Term
from .declared import Declarations

_BUILTINS = frozenset(n for n in dir(builtins) if not n.startswith("_"))


@dataclass(frozen=True, slots=True)
class Names:
    """What is known of the names around a function.

    ``bound`` are the names that both modules bind at their top level, ``shadowing`` all names that
    may stand before a built-in one (bound anywhere outside the function, in either version).
    ``star`` says that a star import may bind anything. ``new`` are names that only one version has,
    as helpers and tables: nobody else can know them. ``acting`` are attributes that the module
    defines as properties and the like. ``enums`` are plain enumerations of the module with their
    members, the same in both versions. ``fixed`` are names that the module binds once, at its top
    level, and that none of its functions binds again; ``in_time`` are those of them that it binds
    before any of its code can need them. ``classes`` are plain classes, the same in both versions,
    each with itself and the classes that it is derived from. ``literals`` are names of ``fixed``
    with the numbers and texts that they stand for, where that is to be known. ``enclosing`` are
    names that functions around this one bind. ``lazy_hints`` says that annotations are not
    evaluated (PEP 563). ``declared`` is what both versions declare of values. ``swallowing`` says
    that a module has managers of its own, or means to swallow exceptions.
    """

    bound: frozenset[str] = frozenset()
    shadowing: frozenset[str] = frozenset()
    star: bool = False
    new: frozenset[str] = frozenset()
    acting: frozenset[str] = frozenset()
    enums: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    fixed: frozenset[str] = frozenset()
    in_time: frozenset[str] = frozenset()
    classes: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    enclosing: frozenset[str] = frozenset()
    lazy_hints: bool = False
    declared: Declarations = Declarations()
    swallowing: bool = False
    literals: Mapping[str, Term] = field(default_factory=dict)

    def is_builtin(self, name: str) -> bool:
        """Whether a name not bound by the function means the built-in of that name."""
        return name in _BUILTINS and name not in self.shadowing and not self.star

    def is_soft(self, name: str, *, protected: bool) -> bool:
        """Whether reading a name is unobservable, or can at most raise unprotected."""
        bound = self.in_time if protected else self.bound
        return self.is_builtin(name) or name in self.new or name in bound

    def is_steady(self, attribute: str) -> bool:
        """Whether nothing in the module says that reading an attribute may act."""
        return attribute not in self.acting and "*" not in self.acting

    def unsure(self, left: Iterable[str], right: Iterable[str]) -> list[str]:
        """Names whose absence would show, because the two sides read them in another order."""
        a = [n for n in dict.fromkeys(left) if not self.is_builtin(n) and n not in self.new]
        b = [n for n in dict.fromkeys(right) if not self.is_builtin(n) and n not in self.new]
        return [] if a == b else list(dict.fromkeys([*a, *b]))
