"""The one engine: from a state to the nearest one that costs less, by steps that hold.

The search is enforced hill-climbing (J. Hoffmann and B. Nebel, The FF Planning System,
Journal of Artificial Intelligence Research 14, 2001): the next step down is taken; where none
leads down, a best-first search looks for a state below, over states that cost a little more.
Steps that decide on the shape of the whole, as to return early or not, are compared by where
going on greedily would lead. No state is entered twice, so every run ends, and the order is
fixed, so that it always ends alike.
"""

from __future__ import annotations

import heapq
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from itertools import pairwise
from typing import Generic, TypeVar

State = TypeVar("State")


@dataclass(frozen=True, slots=True)
class Edge(Generic[State]):
    """A step that could be taken.

    Attributes:
        after: the state it leads to.
        key: text that tells states apart.
        cost: what the state costs.
        price: what a step costs by itself; it has to bring more.
        turn: when a person would take such a step; earlier ones come first.
        opening: whether it decides on the shape of the whole.
    """

    after: State
    key: str
    cost: float
    price: float
    turn: int = 0
    opening: bool = False

    @property
    def total(self) -> float:
        """The cost of the state and of the way to it."""
        return self.cost + self.price


@dataclass(frozen=True, slots=True)
class Limits:
    """How far a search goes before it gives up.

    Attributes:
        expanded: states looked at beyond the one it starts from, where nothing leads down.
        height: by how much a state on the way may cost more than the start.
        leap: the same for openings.
        length: steps of one way.
        openings: openings that are compared.
    """

    expanded: int = 20
    height: float = 4.0
    leap: float = 20.0
    length: int = 8
    openings: int = 4


class Search(Generic[State]):
    """A search through the states of one piece of code.

    Args:
        ahead: the steps from a state.
        holds: whether the judge lets a step pass, given the state before it.
        limits: how far to go.
    """

    def __init__(
        self,
        ahead: Callable[[State], Iterable[Edge[State]]],
        holds: Callable[[State, Edge[State]], bool],
        limits: Limits,
    ) -> None:
        self._ahead, self.holds, self.limits = ahead, holds, limits
        self.entered: set[str] = set()
        self.refused: set[tuple[str, str]] = set()
        self.held: set[tuple[str, str]] = set()
        self.cut_short = False
        self._known: dict[str, list[Edge[State]]] = {}

    def way_down(self, start: State, key: str, cost: float) -> list[Edge[State]]:
        """The steps to a state that costs less; none if there is none within the limits.

        Args:
            start: where to start from.
            key: the text of that state.
            cost: what it costs.
        """
        self.entered.add(key)
        return (
            self._opened(start, key, cost)
            or self._next_step(start, key, cost)
            or self._climbed(start, key, cost)
        )

    def ahead(self, state: State, key: str) -> list[Edge[State]]:
        """The steps from a state that lead to new ones and were not refused, in their order."""
        if key not in self._known:
            self._known[key] = list(self._ahead(state))
        return [
            e
            for e in self._known[key]
            if e.key not in self.entered and (key, e.key) not in self.refused
        ]

    def _next_step(self, start: State, key: str, cost: float) -> list[Edge[State]]:
        for edge in self._downward(start, key, cost):
            if self._passes(start, key, edge):
                return [edge]
        return []

    def _downward(self, state: State, key: str, cost: float) -> list[Edge[State]]:
        """The steps that lead down, in the order in which a person would take them."""
        found = [e for e in self.ahead(state, key) if e.total < cost]
        return sorted(found, key=lambda e: (e.turn, e.total))

    def _opened(self, start: State, key: str, cost: float) -> list[Edge[State]]:
        """The way that begins with the best of several openings, if that is not the next step
        anyway.
        """
        found = self.ahead(start, key)
        openings = sorted(
            (e for e in found if e.opening and e.cost <= cost + self.limits.leap),
            key=lambda e: e.total,
        )[: self.limits.openings]
        plain = [e for e in self._downward(start, key, cost) if not e.opening][:1]
        if not openings or (len(openings) + len(plain) == 1 and openings[0].total < cost):
            return []
        ways = [self._greedy(e) for e in (*plain, *openings)]
        for way in sorted(ways, key=lambda w: w[-1].cost + sum(e.price for e in w)):
            if not way[0].opening:
                return []
            walked = self._walked(start, key, way, cost)
            if walked:
                return walked
        return []

    def _greedy(self, first: Edge[State]) -> list[Edge[State]]:
        """A step, and those that would follow if each held."""
        way = [first]
        passed = {first.key}
        while len(way) < 3 * self.limits.length:
            here = way[-1]
            ahead = self._downward(here.after, here.key, here.cost)
            following = next((e for e in ahead if e.key not in passed), None)
            if following is None:
                break
            way.append(following)
            passed.add(following.key)
        return way

    def _walked(
        self, start: State, key: str, way: list[Edge[State]], cost: float
    ) -> list[Edge[State]]:
        """As much of a way as leads below where it starts, if its steps hold."""
        walked: list[Edge[State]] = []
        before = start
        spent = 0.0
        for edge in way:
            if not self._passes(before, key, edge):
                return []
            walked.append(edge)
            spent += edge.price
            if edge.cost + spent < cost:
                return walked
            before, key = edge.after, edge.key
        return []

    def _climbed(self, start: State, key: str, cost: float) -> list[Edge[State]]:
        """A way over states that cost more to one that costs less, found best first.

        The judge is asked once a way is found, since most searches find none.
        """
        order = looked_at = 0
        frontier: list[tuple[float, int, list[Edge[State]]]] = []
        reached = {key}
        way: list[Edge[State]] | None = []
        while way is not None:
            state, name = (way[-1].after, way[-1].key) if way else (start, key)
            spent = sum(e.price for e in way)
            for edge in sorted(self.ahead(state, name), key=lambda e: e.total):
                if edge.key in reached:
                    continue
                if edge.total + spent < cost:
                    if self._hold(start, key, [*way, edge]):
                        return [*way, edge]
                    if self._is_refused(key, way):
                        break
                elif edge.cost <= cost + self.limits.height and len(way) + 1 < self.limits.length:
                    reached.add(edge.key)
                    order += 1
                    heapq.heappush(frontier, (edge.total + spent, order, [*way, edge]))
            way = None
            while frontier and way is None:
                if looked_at >= self.limits.expanded:
                    self.cut_short = True
                    return []
                way = heapq.heappop(frontier)[2]
                if self._is_refused(key, way):
                    way = None
            looked_at += 1
        return []

    def _hold(self, start: State, key: str, way: list[Edge[State]]) -> bool:
        """Whether all steps of a way hold."""
        before, name = start, key
        for edge in way:
            if not self._passes(before, name, edge):
                return False
            before, name = edge.after, edge.key
        return True

    def _is_refused(self, key: str, way: list[Edge[State]]) -> bool:
        """Whether a step of a way was refused in the meantime."""
        names = [key, *(e.key for e in way)]
        return any(pair in self.refused for pair in pairwise(names))

    def _passes(self, before: State, name: str, edge: Edge[State]) -> bool:
        step = name, edge.key
        if step not in self.held and step not in self.refused:
            (self.held if self.holds(before, edge) else self.refused).add(step)
        return step in self.held
