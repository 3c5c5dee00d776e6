"""Asking a person at each step: what is proposed, and what may be answered."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from enum import Enum
from typing import TypeAlias

from ..errors import SettingError
from ..naming.words import is_usable
from .results import Step
from ..taste.cost import Cost


class Answer(Enum):
    """What a person says to a proposed step."""

    TAKE = "take"
    LEAVE = "leave"
    STOP = "stop"


@dataclass(frozen=True, slots=True)
class Reply:
    """An answer, or another name for what the step makes, which is then proposed again.

    Attributes:
        answer: what is to become of the step.
        name: the name wanted in place of the one proposed; empty if that is fine.

    Raises:
        SettingError: the name cannot be given.
    """

    answer: Answer
    name: str = ""

    def __post_init__(self) -> None:
        if self.name and not is_usable(self.name):
            raise SettingError(f"{self.name!r} is no name; give an identifier that is no keyword")


@dataclass(frozen=True, slots=True)
class Question:
    """A step that a person is asked about.

    Attributes:
        target: the function it starts from.
        step: the step with its reason, its diff and its verdict.
        before, after: what the code costs now, and what it would cost.
        others: what else is possible here, a line each.
        offered: why it would not be taken without asking; empty if it would.
    """

    target: str
    step: Step
    before: Cost
    after: Cost
    others: tuple[str, ...] = ()
    offered: str = ""


Ask: TypeAlias = Callable[[Question], Reply]


class Asking:
    """A person who is asked, until they say stop.

    Args:
        ask: shows a question and gives back the reply.
    """

    def __init__(self, ask: Ask) -> None:
        self._ask = ask
        self.stopped = False

    def __call__(self, question: Question) -> Reply:
        """The reply to a question; after a stop nothing is asked any more."""
        if self.stopped:
            return Reply(Answer.STOP)
        reply = self._ask(question)
        self.stopped = reply.answer is Answer.STOP
        return reply
