"""How the journal looks on a terminal."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from rich.table import Table
from rich.text import Text

from ..judge.face.verdict import Verdict
from .show import console, verdict_text

if TYPE_CHECKING:
    from ..journal.entries import Entry


def show_journal(entries: Sequence[Entry], *, everything: bool) -> None:
    """Each piece of work with its steps."""
    out = console()
    shown = [e for e in entries if everything or not e.undone]
    if not shown:
        out.print("No step was written here; dreck untangle TARGET --write writes some.")
        return
    for group in _groups(shown):
        files = sorted({n for e in group for n in e.files})
        when = Text(group[0].when.replace("T", " "), style="bold")
        out.print()
        out.print(Text.assemble(when, "  ", (", ".join(files), "dim")), soft_wrap=True)
        out.print(_steps(group))
    standing = sum(not e.undone for e in entries)
    out.print()
    out.print(f"{standing} step{'' if standing == 1 else 's'} can be taken back: dreck undo [N]")


def _groups(entries: Sequence[Entry]) -> list[list[Entry]]:
    """The steps of one piece of work together; of those with a commit each, all in the same
    files.
    """
    groups: list[list[Entry]] = []
    for entry in entries:
        last = groups[-1][-1] if groups else None
        alike = (
            last is not None
            and bool(last.commit and entry.commit)
            and last.files.keys() == entry.files.keys()
        )
        if last is not None and (last.work == entry.work or alike):
            groups[-1].append(entry)
        else:
            groups.append([entry])
    return groups


def _steps(entries: Sequence[Entry]) -> Table:
    table = Table(box=None, show_header=False, pad_edge=False, padding=(0, 2, 0, 0))
    for number in range(5):
        table.add_column(justify="right" if number == 0 else "left", no_wrap=number in (0, 1, 2))
    for entry in entries:
        verdict = verdict_text(Verdict(entry.verdict))
        state = Text("undone" if entry.undone else entry.commit[:10], style="dim")
        function = entry.target.partition("::")[2] or entry.target
        table.add_row(
            Text(f"  {entry.number}", style="dim"),
            Text(entry.move, style="strike dim" if entry.undone else "bold"),
            verdict,
            Text(f"{function}, line {entry.line}"),
            state,
        )
    return table


def show_undone(entries: Sequence[Entry]) -> None:
    """What was taken back."""
    out = console()
    for entry in entries:
        out.print(
            Text.assemble(
                ("taken back  ", "magenta"),
                (entry.move, "bold"),
                f"  {entry.target}, line {entry.line}",
            ),
            soft_wrap=True,
        )
    files = dict.fromkeys(n for e in entries for n in e.files)
    out.print(f"Written: {', '.join(files)}", soft_wrap=True)
    if any(e.commit for e in entries):
        out.print("Their commits stand; commit this change too, or use git revert.", style="dim")
