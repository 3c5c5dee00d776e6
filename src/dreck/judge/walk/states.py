"""What the lock-step walk carries along: sides, facts, assumed relations, and how it stops."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeAlias

from ..values.facts import Fact, Facts
from ..ir.graph import MaybeUnbound, Node, Operand, Slot
from ..world.types import ANYTHING, Type
from ..values.terms import UNBOUND, Kinds, Term

Used: TypeAlias = frozenset[Fact]
# What attributes of objects hold, and how long containers are, until something may change it.
Fields: TypeAlias = dict[tuple[Term, str], Term]
Place: TypeAlias = tuple[int, int]
# A side (0 before, 1 after) and a slot.
Name: TypeAlias = tuple[int, Slot]


class Parted(Exception):
    """The two sides do not agree here."""

    def __init__(self, why: str, before: Node, after: Node) -> None:
        super().__init__(why)
        self.why, self.before, self.after = why, before, after


class Enough(Exception):
    """An explanation has as many paths as anybody wants to read."""


class TooWeak(Exception):
    """A round of a loop did not restore the relation assumed at its head."""

    def __init__(
        self, place: Place, relation: dict[Name, object], loose: dict[Name, Value]
    ) -> None:
        super().__init__(place)
        self.place, self.relation, self.loose = place, relation, loose


@dataclass(frozen=True, slots=True)
class Value:
    """What is assumed of a group of names at a loop head."""

    kinds: Kinds | None
    maybe_unbound: bool
    declared: Type = ANYTHING


@dataclass(slots=True)
class Side:
    """One side: where it stands, what its slots hold, and the names it read since the sides last
    met.
    """

    node: Node
    env: dict[Slot, Term]
    reads: tuple[str, ...] = ()  # global names read since the sides last met

    def copy(self) -> Side:
        """The same side, to go another way."""
        return Side(self.node, dict(self.env), self.reads)


@dataclass(frozen=True, slots=True)
class Answered:
    """A question of a path: as each version asks it (None if it does not), and the answer on each
    side.
    """

    before: str | None
    after: str | None
    answer: bool


@dataclass(frozen=True, slots=True)
class Path:
    """One path through both versions: the questions in order, and how each version leaves.

    ``matched`` is False for a path on which the versions part.
    """

    questions: tuple[Answered, ...]
    before: str
    after: str
    matched: bool = True


@dataclass(slots=True)
class State:
    """Both sides and what is known on the path to here.

    ``fields`` is what declared attributes hold since the last effect. ``owed`` are reads and tests
    that the new version did early, and the old one still has to do.
    """

    sides: tuple[Side, Side]
    facts: Facts
    known_globals: dict[str, Term]
    fields: Fields
    asked: tuple[Answered, ...] = ()
    owed: frozenset[Term] = frozenset()

    def copy(self, facts: Facts | None = None) -> State:
        """The same state, to go another way, with other facts if given."""
        a, b = self.sides
        return State(
            (a.copy(), b.copy()),
            facts or self.facts,
            dict(self.known_globals),
            dict(self.fields),
            self.asked,
            self.owed,
        )


@dataclass(slots=True)
class Hypothesis:
    """The relation assumed at a loop head: each changing name's group, each group's value."""

    groups: dict[Name, object]
    values: dict[object, Term]
    fixed: dict[Name, Term]
    facts: dict[Term, bool]


def operand_term(env: dict[Slot, Term], operand: Operand) -> Term:
    """What an operand holds."""
    if isinstance(operand, MaybeUnbound):
        return env.get(operand.name, UNBOUND)
    return operand if isinstance(operand, tuple) else env.get(operand, UNBOUND)


def flat(terms: list[Term]) -> list[Term]:
    """Terms, with tuples and bound methods taken apart."""
    found: list[Term] = []
    for term in terms:
        found += flat(list(term[1:])) if term[0] in ("tuple", "adder", "inserter") else [term]
    return found
