"""What a person asks of moves beyond their names."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from ..naming.proposals import Named, Proposal


@dataclass(frozen=True, slots=True)
class Wishes:
    """What a person asks for.

    Attributes:
        names: the wanted name by the line of a condition, or by the name that would be proposed.
        line: only this line (of the file) is meant, if given.
        until: with ``line``, the last of the lines that are meant.
        asked: whether the move was asked for by name, so that taste does not hold it back.
        functions: qualified names of functions that may be changed too; all if None.
        more_names: proposals from elsewhere for a condition with its text.
        strict: keep to what needs no assumption.
        raising: what a guard is to raise in place of handing back a harmless value, as a Python
            expression.
        fresh: functions that steps of this run have added, for the places that they chose.
    """

    names: Mapping[str, str] = field(default_factory=dict)
    line: int | None = None
    until: int | None = None
    asked: bool = False
    functions: frozenset[str] | None = None
    more_names: Callable[[Named], list[Proposal]] | None = None
    strict: bool = False
    raising: str = ""
    fresh: frozenset[str] = frozenset()

    def wanted(self, line: int, proposed: list[str], *, constant: bool = False) -> str | None:
        """The name that a person wants in place of those proposed; of a constant it is in
        capitals.
        """
        for key in (str(line), *proposed):
            if key in self.names and self.names[key].isupper() is constant:
                return self.names[key]
        return None

    def may_change(self, function: str) -> bool:
        """Whether a function beside the one at hand may be changed."""
        return self.functions is None or function in self.functions
