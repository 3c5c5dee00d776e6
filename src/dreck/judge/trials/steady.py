"""A clock that stands still and dice that fall alike, so that a call can be made again."""

from __future__ import annotations

import ast
import contextlib
import dataclasses
import datetime
import random
import time
from collections.abc import Iterable
from types import ModuleType
from typing import Any

from ...outline import all_nodes
from .pool import Pool

# Seconds since 1970-01-01 at which the clock stands: noon of 14 June 2031, UTC: a day around
# which dates are drawn.
NOON = 1_939_204_800.0
_CLOCKS = ("time", "monotonic", "perf_counter", "process_time")
_COUNTS = ("time_ns", "monotonic_ns", "perf_counter_ns", "process_time_ns")


class StillDate(datetime.date):
    """A date whose today is always the same."""

    @classmethod
    def today(cls) -> Any:
        """The day on which the clock stands."""
        return cls(2031, 6, 14)


class StillDatetime(datetime.datetime):
    """A point in time whose now is always the same."""

    @classmethod
    def now(cls, tz: datetime.tzinfo | None = None) -> Any:
        """The time at which the clock stands."""
        noon = cls(2031, 6, 14, 12, tzinfo=datetime.timezone.utc)
        return noon.astimezone(tz) if tz is not None else noon.replace(tzinfo=None)

    @classmethod
    def utcnow(cls) -> Any:
        """The same."""
        return cls(2031, 6, 14, 12)

    @classmethod
    def today(cls) -> Any:
        """The same."""
        return cls(2031, 6, 14, 12)


def unsteady(trees: Iterable[ast.Module]) -> set[str]:
    """What of it modules ask for: ``clock``, ``today`` or ``dice``."""
    found = set()
    for tree in trees:
        nodes = list(all_nodes(tree))
        imported = {a.name for n in nodes if isinstance(n, ast.Import) for a in n.names}
        imported |= {n.module or "" for n in nodes if isinstance(n, ast.ImportFrom)}
        words = {getattr(n, "attr", None) or getattr(n, "id", None) for n in nodes}
        if "time" in imported and words & {*_CLOCKS, *_COUNTS}:
            found.add("clock")
        if "datetime" in imported and words & {"now", "today", "utcnow"}:
            found.add("today")
        if "random" in imported:
            found.add("dice")
    return found


def with_noon(pool: Pool) -> Pool:
    """A pool that knows of the time at which the clock stands, and of times before and after it
    that are as far away as the code asks for.
    """
    away = [n for n in pool.numbers if abs(n) < NOON]
    near = [NOON, *(NOON + s * n + d for n in away for s in (1, -1) for d in (0, 1, -1))]
    return dataclasses.replace(pool, numbers=(*pool.numbers, *dict.fromkeys(near)))


def hold_still(asked: Iterable[str], modules: Iterable[ModuleType]) -> None:
    """Have modules' own names for the clock and the calendar stand still. Nobody else's: who tries
    the code goes by the real clock.
    """
    still: dict[Any, Any] = {}
    if "clock" in asked:
        clocks = {getattr(time, n): (lambda: NOON) for n in _CLOCKS}
        clocks |= {getattr(time, n): (lambda: int(NOON) * 10**9) for n in _COUNTS}
        still |= clocks
        still[time] = _still_module(time, clocks)
    if "today" in asked:
        days = {datetime.date: StillDate, datetime.datetime: StillDatetime}
        still |= days
        still[datetime] = _still_module(datetime, days)
    for module in modules:
        for name, value in list(vars(module).items()):
            if isinstance(value, type | ModuleType) or callable(value):
                with contextlib.suppress(TypeError):  # what has no hash is none of these
                    if value in still:
                        setattr(module, name, still[value])


def _still_module(real: ModuleType, still: dict[Any, Any]) -> ModuleType:
    """A module like another one, in which some things stand still."""
    made = ModuleType(real.__name__)
    for name, value in vars(real).items():
        setattr(made, name, still.get(value, value) if callable(value) else value)
    return made


def throw_again() -> None:
    """The dice fall as they did."""
    random.seed(0)
