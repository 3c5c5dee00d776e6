"""Inputs as trees: what a value is made of, so that a part can be drawn anew, dropped or copied."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import TypeAlias

from .recipes import Recipe, literal

# What the kinds of values begin with of which neither declarations nor the code tell anything.
ANYTHING = "anything "

Path: TypeAlias = tuple[int, ...]


@dataclass(frozen=True, slots=True, eq=False)
class Tree:
    """A value with its parts.

    Attributes:
        recipe: how it is built.
        kind: values of one kind may take each other's place.
        again: draws another value of the kind.
        parts: what it is made of; none for what is drawn whole.
        join: makes the recipe from those of the parts.
        more: draws one part more, if there may be more or fewer.
        is_optional: whether it may be left out where it stands.
        is_free: whether any constant of the type may take its place, not only some.
        instead: the simplest of these, where it is not.
    """

    recipe: Recipe
    kind: str
    again: Callable[[], Tree]
    parts: tuple[Tree, ...] = ()
    join: Callable[[Sequence[Recipe]], Recipe] | None = None
    more: Callable[[], Tree] | None = None
    is_optional: bool = False
    is_free: bool = True
    instead: tuple[Recipe, ...] = ()

    def with_parts(self, parts: Sequence[Tree]) -> Tree:
        """The same value made of other parts."""
        assert self.join is not None
        made = self.join([p.recipe for p in parts])
        return replace(self, recipe=made, parts=tuple(parts))

    def with_value(self, value: object) -> Tree:
        """A constant in its place."""
        return Tree(literal(value), self.kind, self.again, is_optional=self.is_optional)


def compound(
    kind: str,
    parts: Sequence[Tree],
    join: Callable[[Sequence[Recipe]], Recipe],
    again: Callable[[], Tree],
    more: Callable[[], Tree] | None = None,
) -> Tree:
    """A value made of parts."""
    return Tree(join([p.recipe for p in parts]), kind, again, tuple(parts), join, more)


def places(tree: Tree, here: Path = ()) -> Iterator[tuple[Path, Tree]]:
    """The value and all its parts, each with the way to it."""
    yield here, tree
    for number, part in enumerate(tree.parts):
        yield from places(part, (*here, number))


def replaced(tree: Tree, path: Path, new: Tree) -> Tree:
    """The value with another part at the end of a way."""
    if not path:
        return new
    first, *rest = path
    parts = list(tree.parts)
    parts[first] = replaced(parts[first], tuple(rest), new)
    return tree.with_parts(parts)
