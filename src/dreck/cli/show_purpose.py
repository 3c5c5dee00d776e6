"""How inputs that show differences look on a terminal, and differences that are meant."""

from __future__ import annotations

from collections.abc import Sequence

from rich.console import Console
from rich.padding import Padding
from rich.table import Table
from rich.text import Text

from ..judge.face.verdict import Counterexample, Occurrence

_MARKS = {
    True: ("changed on purpose", "bold magenta"),
    None: ("not seen", "bold yellow"),
    False: ("does not occur", "bold red"),
}


def show_input(
    out: Console, shown: Counterexample, *, meant: bool = False, indent: int = 2
) -> None:
    """An input that shows a difference, and what each version does with it; or, where a difference
    is meant, what is meant and what the new version does.
    """
    table = Table(box=None, show_header=False, padding=(0, 1, 0, indent))
    table.add_row("call", Text(shown.call, style="bold"))
    for line in shown.where:
        table.add_row("where", Text(line))
    table.add_row("as meant" if meant else "before", Text(shown.before))
    table.add_row("after", Text(shown.after, style="red"))
    out.print(table)


def show_occurrences(out: Console, occurrences: Sequence[Occurrence], *, indent: int = 0) -> None:
    """Each intended difference, with the input that shows it or why there is none.

    Args:
        out: the terminal.
        occurrences: the differences.
        indent: columns to the right.
    """
    for each in occurrences:
        word, style = _MARKS[each.occurs]
        head = Text.assemble((word, style), "  ", each.intended.words)
        out.print(Padding(head, (0, 0, 0, indent)))
        if each.intended.why:
            out.print(Padding(Text(each.intended.why, style="dim"), (0, 0, 0, indent + 2)))
        if each.shown is not None:
            show_input(out, each.shown, indent=indent + 2)
        else:
            out.print(Padding(Text(each.why), (0, 0, 0, indent + 2)))
