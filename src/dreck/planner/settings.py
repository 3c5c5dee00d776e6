"""How to work: which moves, how far, and with which judge."""

from __future__ import annotations

import ast
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from ..errors import SettingError
from ..judge.face.judge import Judge
from ..moves.reach import Reach
from ..moves.registry import AnyMove, all_moves, named
from ..naming.proposals import Named, Proposal
from ..naming.words import is_usable
from ..net.net import Net
from ..surveying.measures import MEASURES, Measures
from .asking import Asking

MOST_STEPS = 100
# The one move that changes what the code does.
_LOUD = "loud-guard"


@dataclass(frozen=True, slots=True)
class Settings:
    """How to work.

    Attributes:
        judge: checks every step.
        most_steps: steps taken in one function at most.
        only: take just these moves, also where they do not pay by themselves; all if empty.
        skip: do not take these.
        until: measures and values; a function that has come down to all of them is done.
        names: names that a person wants, by the line of the step or by the name proposed.
        namer: proposes further names; nothing if None.
        reach: how far steps go by themselves; what lies beyond is offered.
        take: offers to be taken, by their numbers.
        asking: a person who is asked at each step; nobody if None.
        raising: what a guard is to raise, for the move that makes guards loud.
        net: the project's tests, which run after each step; nothing if None.
    """

    judge: Judge = field(default_factory=Judge)
    most_steps: int = MOST_STEPS
    only: tuple[str, ...] = ()
    skip: tuple[str, ...] = ()
    until: Mapping[str, int] = field(default_factory=dict)
    names: Mapping[str, str] = field(default_factory=dict)
    namer: Callable[[Named], list[Proposal]] | None = None
    reach: Reach = Reach.BESIDE
    take: frozenset[int] = frozenset()
    asking: Asking | None = None
    net: Net | None = None
    raising: str = ""

    def __post_init__(self) -> None:
        if self.most_steps < 0:
            raise SettingError(f"max_steps is {self.most_steps!r}: give 0 or more")
        for name in (*self.only, *self.skip):
            named(name)
        if bool(self.raising) != (_LOUD in self.only):
            raise SettingError(
                f"what is raised and the move {_LOUD} go together: give --only {_LOUD} and --raise 'LookupError(\"no lock\")'"
            )
        if self.raising:
            _check_raised(self.raising)
        for key, wanted in self.names.items():
            if not is_usable(wanted):
                raise SettingError(
                    f"the name {wanted!r} wanted for {key} cannot be given: use an identifier that is no keyword"
                )
        for name, value in self.until.items():
            if name not in MEASURES:
                raise SettingError(
                    f"there is no measure {name!r}: give one of {', '.join(MEASURES)}"
                )
            if value < 0:
                raise SettingError(f"until {name} is {value!r}: give 0 or more")
        for number in self.take:
            if number < 1:
                raise SettingError(f"take is {number!r}: give the number of an offer, from 1")

    @property
    def moves(self) -> Mapping[str, AnyMove]:
        """The moves to take, in the order in which they are tried."""
        found = all_moves()
        wanted = self.only or [name for name, move in found.items() if not move.on_request]
        return {
            name: move for name, move in found.items() if name in wanted and name not in self.skip
        }

    def is_enough(self, measures: Measures) -> bool:
        """Whether a function has come down to where the work may stop."""
        found = measures.to_dict()
        return bool(self.until) and all(found[name] <= value for name, value in self.until.items())


def _check_raised(text: str) -> None:
    """Raise SettingError where a text is no expression on one line."""
    try:
        ast.parse(text.strip(), mode="eval")
    except SyntaxError as error:
        raise SettingError(f"--raise {text!r} is no Python expression ({error.msg})") from error
    if "\n" in text.strip():
        raise SettingError("--raise: give the expression on one line")
