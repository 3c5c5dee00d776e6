"""Numbers and dates around those that the code speaks of."""

from __future__ import annotations

import datetime
import random
from collections.abc import Sequence

from .pool import Pool

_WHOLE = (0, 1, -1, 2, 3, 5, 7, 10, 100, 1_000_000)
_FRACTIONS = (0.0, 0.5, 1.0, -1.5, 0.1, 2.0, 1e300)
_ODD = (-0.0, float("nan"), float("inf"), float("-inf"))
# Days around which dates are drawn: the ends of months and years, and a leap day.
_DAYS = (
    datetime.date(2031, 2, 28),
    datetime.date(2032, 2, 29),
    datetime.date(2031, 12, 31),
    datetime.date(2032, 1, 1),
    datetime.date(2031, 6, 14),
)
_TIMES = (
    datetime.time(0, 0),
    datetime.time(23, 59),
    datetime.time(12, 0),
    datetime.time(9, 30, 15),
)
# More days than this between two dates are not worth a trial.
_FARTHEST = 40_000


class Numbers:
    """Draws numbers, the same ones on every run."""

    def __init__(self, pool: Pool, chance: random.Random) -> None:
        self.chance = chance
        self.known = [n for n in pool.numbers if abs(n) < 10**12]

    def whole(self, near: Sequence[int | float] = ()) -> int:
        """An int: mostly one that the code speaks of, or its neighbour; rarely a bool."""
        chance, kind = self.chance, self.chance.random()
        if kind < 0.02:
            return chance.random() < 0.5
        if near and kind < 0.5:
            return int(chance.choice(near)) + chance.choice((0, 0, 1, -1))
        if self.known and kind < 0.75:
            return self._combined()
        return chance.choice(_WHOLE)

    def _combined(self) -> int:
        one, other = self.chance.choice(self.known), self.chance.choice(self.known)
        near = self.chance.choice((0, 0, 1, -1))
        made = self.chance.choice((one, one, one, -one, one + other, one - other, one * other))
        return int(made) + near

    def fraction(self, near: Sequence[int | float] = ()) -> float | int:
        """A float, or an int in place of one."""
        chance, kind = self.chance, self.chance.random()
        known = [*near, *near, *self.known]
        if kind < 0.04:
            return chance.choice(_ODD)
        if kind < 0.16:
            return round(chance.random() * chance.choice((1, 1, 10, 100)), 2)
        if known and kind < 0.8:
            made = chance.choice(known) + chance.choice((0, 0, 0.5, -0.5, 1, -1, 0.01, -0.01))
            return made if chance.random() < 0.3 else float(made)
        return chance.choice(_FRACTIONS)

    def day(self, known: Sequence[datetime.date] = ()) -> datetime.date:
        """A date: the end of something, or as far from another as the code asks for."""
        base = self.chance.choice(tuple(known) or _DAYS)
        try:
            return base + datetime.timedelta(days=self.distance())
        except OverflowError:
            return base

    def distance(self) -> int:
        """A number of days."""
        drawn = self.whole() if self.chance.random() < 0.6 else self.chance.choice((0, 0, 1, -1))
        return drawn if abs(drawn) < _FARTHEST else 0

    def time(self) -> datetime.time:
        """A time of day: hours that the code speaks of, and their edges."""
        hours = [int(n) for n in self.known if 0 <= n < 24]
        if hours and self.chance.random() < 0.7:
            return datetime.time(self.chance.choice(hours), self.chance.choice((0, 0, 1, 59)))
        return self.chance.choice(_TIMES)

    def moment(self) -> datetime.datetime:
        """A date with a time."""
        return datetime.datetime.combine(self.day(), self.time())

    def span(self) -> datetime.timedelta:
        """A time span: in days, hours, minutes or seconds that the code speaks of."""
        unit = self.chance.choice(("days", "days", "hours", "minutes", "seconds"))
        return datetime.timedelta(**{unit: self.distance()})
