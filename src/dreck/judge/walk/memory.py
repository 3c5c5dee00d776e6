"""What the walk has shown already: places, the shape of the values there, and the facts it took."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any, TypeAlias

from ..values.facts import Fact, Facts
from ..ir.graph import Slot
from ..values.terms import UNBOUND, Term, renamed, symbols

Numbering: TypeAlias = dict[int, int]
View: TypeAlias = tuple[int, tuple[Slot, ...], Mapping[Slot, Term], tuple[str, ...]]


class Memory:
    """Finished parts of a walk, found again up to the numbering of unknown values."""

    def __init__(self) -> None:
        self._entries: dict[object, list[frozenset[Fact]]] = {}
        self._order: list[object] = []

    def key(
        self,
        views: Sequence[View],
        known_globals: Mapping[str, Term],
        fields: Mapping[tuple[Term, str], Term],
        colour: Callable[[int], object],
    ) -> tuple[object, Numbering]:
        """A key that is equal for states that differ only in how unknown values are numbered.

        Returns:
            The key, and for each unknown value in it its number there.
        """
        numbering: Numbering = {}
        parts: list[Any] = []
        for number, live, env, reads in views:
            terms = tuple(_numbered(env.get(slot, UNBOUND), numbering) for slot in live)
            parts.append((number, terms, reads))
        parts.append(
            tuple((n, _numbered(known_globals[n], numbering)) for n in sorted(known_globals))
        )
        # Of objects that nobody can ask any more, nothing counts.
        alive = [(a, o) for o, a in fields if all(n in numbering for n in symbols(o))]
        placed = sorted((a, repr(renamed(o, numbering)), o) for a, o in alive)
        parts.append(tuple((a, text, _numbered(fields[o, a], numbering)) for a, text, o in placed))
        parts.append(tuple(colour(n) for n in numbering))
        return tuple(parts), numbering

    def find(self, key: object, numbering: Numbering, facts: Facts) -> frozenset[Fact] | None:
        """The facts an earlier walk from such a state rested on, if they all hold here too."""
        entries = self._entries.get(key)
        if not entries:
            return None
        back = {there: here for here, there in numbering.items()}
        for entry in entries:
            used: set[Fact] = set()
            for atom, value in entry:
                decided = facts.decide(renamed(atom, back))
                if decided is None or decided[0] != value:
                    break
                used |= decided[1]
            else:
                return frozenset(used)
        return None

    def keep(self, key: object, numbering: Numbering, used: frozenset[Fact]) -> None:
        """Remember a finished walk and the facts it rested on."""
        if all(n in numbering for atom, _ in used for n in symbols(atom)):
            entry = frozenset((renamed(atom, numbering), value) for atom, value in used)
            self._entries.setdefault(key, []).append(entry)
            self._order.append(key)

    def size(self) -> int:
        """How many walks are remembered."""
        return len(self._order)

    def drop(self, size: int) -> None:
        """Forget all walks after the first ``size``, because what they assumed did not hold."""
        while len(self._order) > size:
            self._entries[self._order.pop()].pop()


def _numbered(term: Term, numbering: Numbering) -> Term:
    for n in symbols(term):
        numbering.setdefault(n, len(numbering))
    return renamed(term, numbering)
