"""How far a step goes beyond the function it starts from."""

from __future__ import annotations

from enum import Enum


class Reach(Enum):
    """How far a step goes."""

    INSIDE = "inside"  # only the function
    BESIDE = "beside"  # helpers, constants, tables, and methods on classes of the same file
    ACROSS = "across"  # new classes, factories, changed signatures, other files

    def covers(self, other: Reach) -> bool:
        """Whether steps of another reach may be taken too.

        >>> Reach.BESIDE.covers(Reach.INSIDE)
        True
        """
        order = list(Reach)
        return order.index(other) <= order.index(self)
