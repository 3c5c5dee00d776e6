"""What is known of one value by what is done with it."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

# Built-in classes that values are asked for.
KINDS: dict[str, type] = {
    c.__name__: c for c in (str, bytes, int, float, bool, list, dict, tuple, set, frozenset)
}


@dataclass(slots=True, eq=False)
class Shape:
    """What is done with one value.

    Attributes:
        attributes: what is asked of it by name, with what is done with that.
        methods: what is called on it, with what is done with what comes back.
        keys: what is asked of it by a key that is written there.
        element: what is done with its elements, if it is gone through; with its keys, if it is a
            mapping.
        held: what is done with what it holds under keys that are worked out.
        result: what is done with what it gives back, if it is called itself.
        read: what is done with what it says, if it is a text that is read as JSON (RFC 8259).
        compared: constants that it is compared with.
        wants: "number", "fraction", "numeral" (a text that a number is read from), "text", "list",
            "mapping", "set", "sized", "keyed", "holding" (it is asked whether something is in it),
            "entered", "class", "awaited", "date", "moment", "path", "member" (of an enumeration,
            by which a table is looked into) as far as operators, statements and methods say.
        may_be_none: whether the code asks for None.
        kinds: built-in classes that the code asks whether it is of.
        enums: names of the enumerations of whose members it is asked whether it is one.
        classes: names of other classes that the code asks whether it is of.
        changes: methods of lists and sets that are called on it, with what comes back.
        may_lack: keys that the code can do without.
        may_raise: whether it is called where the code handles what is raised.
        is_quiet: whether it comes from a function that raises nothing by itself, as a clock.
    """

    attributes: dict[str, Shape] = field(default_factory=dict)
    methods: dict[str, Shape] = field(default_factory=dict)
    keys: dict[Any, Shape] = field(default_factory=dict)
    element: Shape | None = None
    held: Shape | None = None
    parts: list[Shape] = field(default_factory=list)
    result: Shape | None = None
    read: Shape | None = None
    compared: list[Any] = field(default_factory=list)
    wants: set[str] = field(default_factory=set)
    may_be_none: bool = False
    kinds: set[str] = field(default_factory=set)
    enums: set[str] = field(default_factory=set)
    classes: set[str] = field(default_factory=set)
    changes: dict[str, Shape] = field(default_factory=dict)
    may_lack: set[Any] = field(default_factory=set)
    may_raise: bool = False
    is_quiet: bool = False

    def is_told(self) -> bool:
        """Whether anything is known of the value but that it may be None."""
        return bool(self.enums or self.classes) or self.is_of_a_kind()

    def is_of_a_kind(self) -> bool:
        """Whether what is known rules out values of another kind: who asks whether it is a member
        may be given something that is none.
        """
        parts = self.attributes, self.methods, self.keys, self.element, self.parts, self.result
        return self.held is not None or any(parts) or any((self.compared, self.wants, self.kinds))

    def one(self) -> Shape:
        """What is done with an element."""
        if self.element is None:
            self.element = Shape()
        return self.element

    def letters(self) -> list[str]:
        """The characters that elements are compared with, if that is all they are: then it is most
        likely a text.
        """
        known = self.element.compared if self.element is not None else []
        return known if known and all(isinstance(c, str) and len(c) == 1 for c in known) else []

    def under(self) -> Shape:
        """What is done with what it holds under a key."""
        if self.held is None:
            self.held = Shape()
        return self.held

    def take(self, other: Shape) -> None:
        """Note what is known of another shape of the same value, as far as kinds go."""
        self.wants |= other.wants
        self.enums |= other.enums
        self.is_quiet |= other.is_quiet
        if other.result is not None:
            self.result = self.result or Shape()
            self.result.take(other.result)
