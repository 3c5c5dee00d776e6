"""What is still to be tried: inputs that are listed, and grown ones as long as it is worth it."""

from __future__ import annotations

import math
from collections import deque
from collections.abc import Callable, Iterator
from typing import TypeAlias

from .clock import spent
from .corpus import Corpus, Grown
from .plan import Parameters, Row, neighbours, random_rows

# Grown inputs tried at most.
MOST_GROWN = 2_000
# More of them, where branches are left that none of them takes.
MOST_MORE = 3_000
# The share of single calls that is tried of a method: what its object is made to be by calls in a
# row tells more.
OF_METHODS = 0.5
# Grown inputs in a row that go nowhere new, after which it is enough.
ENOUGH = 600

Choice: TypeAlias = tuple[Row, dict[str, int]]


class Choices:
    """The rows still to be tried, without repetitions: variations first, then at random."""

    def __init__(self, parameters: Parameters) -> None:
        self._parameters = parameters
        self._pending: deque[Choice] = deque(
            [(parameters.aimed, {}), ((0,) * len(parameters.recipes), {})]
        )
        self._varied: deque[Iterator[Choice]] = deque()
        self.vary(parameters.aimed, {})
        self._at_random = ((row, dict[str, int]()) for row in random_rows(parameters))
        self._seen: set[object] = set()
        self._distinct = math.prod(len(c) for c in parameters.recipes)

    def __iter__(self) -> Choices:
        return self

    def __next__(self) -> Choice:
        while True:
            choice = self._candidate()
            key = (choice[0], tuple(choice[1].items())) if choice[1] else choice[0]
            if key not in self._seen:
                self._seen.add(key)
                return choice

    def _candidate(self) -> Choice:
        if self._pending:
            return self._pending.popleft()
        while self._varied:
            choice = next(self._varied[0], None)
            if choice is not None:
                return choice
            self._varied.popleft()
        if len(self._seen) >= self._distinct:
            raise StopIteration
        return next(self._at_random)

    def vary(
        self, row: Row, answers: dict[str, int], others: Iterator[dict[str, int]] = iter(())
    ) -> None:
        """Try what is like this input: other answers at once, other arguments later."""
        self._pending.extendleft((row, a) for a in reversed(list(others)))
        self._varied.append((r, answers) for r in neighbours(self._parameters, row))


class Fresh:
    """Grown inputs that were not tried before, as long as it is worth it."""

    def __init__(self, corpus: Corpus, end: float, lacks: Callable[[], bool]) -> None:
        self._corpus, self._end, self._lacks = corpus, end, lacks
        share = OF_METHODS if corpus.growing.subject.takes == "self" else 1.0
        self._left = int(MOST_GROWN * share) if corpus.growing.callee.parameters.names else 0
        self._more = int(MOST_MORE * share) if self._left else 0
        self._idle = 0
        self._texts: set[str] = set()

    def __iter__(self) -> Fresh:
        return self

    def __next__(self) -> Grown:
        while self._goes_on() and spent() < self._end:
            self._left -= 1
            self._idle += 1
            grown = self._corpus.next()
            text = grown.case().text
            if text not in self._texts:
                self._texts.add(text)
                return grown
        raise StopIteration

    def _goes_on(self) -> bool:
        if self._left > 0 and self._idle <= ENOUGH:
            return True
        if self._more and self._lacks():
            self._left, self._more, self._idle = self._more, 0, -self._more
            return True
        return False

    def keep(self, grown: Grown) -> None:
        """An input went where none went before, so that it is worth going on."""
        self._corpus.keep(grown)
        self._idle = 0
