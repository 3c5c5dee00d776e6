"""``dreck untangle --ask``: one step after the other, taken or left by a key."""

from __future__ import annotations

import click
from rich.console import Console
from rich.padding import Padding
from rich.text import Text

from ..errors import SettingError
from ..planner.asking import Answer, Question, Reply
from ..taste.weights import WEIGHTS
from .show import console, show_diff, show_step

_KEYS = (
    ("t", "take"),
    ("l", "leave"),
    ("n", "name"),
    ("d", "diff"),
    ("o", "others"),
    ("w", "why"),
    ("s", "stop"),
)
# Lines of a diff that are shown without asking for it.
_LINES = 24


class Terminal:
    """Asks at a terminal; the keyboard is enough."""

    def __init__(self) -> None:
        self.out: Console = console()
        self.number = 0
        self.target = ""

    def __call__(self, question: Question) -> Reply:
        """Show a step and wait for a key that decides it."""
        if question.target != self.target:
            self.target = question.target
            self.out.rule(Text(f" {question.target} ", style="bold"), align="left", style="dim")
        self.number += 1
        self._show(question)
        while True:
            key = self._key(named=bool(question.step.names))
            if key == "t":
                return Reply(Answer.TAKE)
            if key == "l":
                return Reply(Answer.LEAVE)
            if key == "s":
                return Reply(Answer.STOP)
            if key == "n":
                reply = self._name(question)
                if reply is not None:
                    return reply
            elif key == "d":
                show_diff(self.out, question.step.diff)
            elif key == "o":
                self._others(question)
            elif key == "w":
                self._why(question)

    def _show(self, question: Question) -> None:
        long = question.step.diff.count("\n") > _LINES
        show_step(self.out, self.number, question.step, brief=long)
        if question.offered:
            note = f"not taken without asking: it {question.offered}"
            self.out.print(Padding(Text(note, style="magenta"), (0, 0, 0, 2)))
        if long:
            lines = question.step.diff.count("\n")
            self.out.print(Padding(Text(f"{lines} lines of diff: d", style="dim"), (0, 0, 0, 2)))

    def _key(self, *, named: bool) -> str:
        words = Text()
        for key, word in _KEYS:
            if key != "n" or named:
                words.append(key, style="bold cyan").append(f" {word}  ", style="dim")
        self.out.print(words, end="")
        try:
            pressed = click.getchar().lower()
        except (KeyboardInterrupt, EOFError):
            pressed = "s"
        word = dict(_KEYS).get(pressed, "")
        self.out.print(Text(f"> {word}", style="bold"))
        return pressed if pressed != "n" or named else ""

    def _name(self, question: Question) -> Reply | None:
        for proposal in question.step.names:
            self.out.print(Padding(Text(f"{proposal.name}: {proposal.reason}"), (0, 0, 0, 2)))
        try:
            name: str = click.prompt("  another name", default="", show_default=False)
        except (click.Abort, EOFError):
            return None
        try:
            return Reply(Answer.LEAVE, name.strip()) if name.strip() else None
        except SettingError as error:
            self.out.print(Padding(Text(str(error), style="yellow"), (0, 0, 0, 2)))
            return None

    def _others(self, question: Question) -> None:
        for line in question.others or ("nothing else",):
            self.out.print(Padding(Text(line), (0, 0, 0, 2)))

    def _why(self, question: Question) -> None:
        old, new = question.before.terms, question.after.terms
        total = question.after.total - question.before.total
        head = f"cost {question.before.total:.1f} to {question.after.total:.1f} ({total:+.1f})"
        self.out.print(Padding(Text(head, style="bold"), (0, 0, 0, 2)))
        for term in sorted({*old, *new}, key=lambda t: new.get(t, 0) - old.get(t, 0)):
            by = new.get(term, 0) - old.get(term, 0)
            if abs(by) >= 0.05:
                line = f"{by:+6.1f}  {term}: {WEIGHTS[term].what}; {WEIGHTS[term].why}"
                style = "green" if by < 0 else "yellow"
                self.out.print(Padding(Text(line, style=style), (0, 0, 0, 2)))
