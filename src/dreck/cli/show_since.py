"""How the verdicts on two revisions look on a terminal."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from typing import TYPE_CHECKING

from rich.console import Console
from rich.padding import Padding
from rich.progress import Progress, TextColumn, TimeElapsedColumn
from rich.table import Table
from rich.text import Text

from ..judge.face.verdict import Verdict
from .show import console, show_assumptions, verdict_text
from .show_purpose import show_input, show_occurrences

if TYPE_CHECKING:
    from ..comparing.since import Compared, Since

# Added and removed functions that are named.
_NAMED = 6


@contextmanager
def since_progress(*, enabled: bool) -> Iterator[Callable[[str], None]]:
    """A progress line on standard error."""
    columns = (TextColumn("comparing"), TextColumn("[dim]{task.fields[name]}"), TimeElapsedColumn())
    with Progress(
        *columns, console=Console(stderr=True), transient=True, disable=not enabled
    ) as bar:
        task = bar.add_task("since", total=None, name="")
        yield lambda name: bar.update(task, name=name)


def show_since(found: Since) -> None:
    """A table of all functions, the evidence of those that are not the same, what else changed."""
    out = console()
    table = Table(box=None, show_header=False, pad_edge=False, padding=(0, 2, 0, 0))
    table.add_column(no_wrap=True)
    table.add_column(overflow="fold")
    for function in found.functions:
        place = Text.assemble(
            (function.verdict.subject, "bold"), (f"  {function.file}:{function.line}", "dim")
        )
        table.add_row(verdict_text(function.verdict.verdict), place)
    if found.functions:
        out.print(table)
    for function in found.functions:
        _evidence(out, function)
    out.print()
    show_occurrences(out, found.occurrences)
    for move in found.moved:
        out.print(Text(f"{move.file}::{move.name} {move.words}", style="dim"))
    _named(out, "added", found.added)
    _named(out, "removed", found.removed)
    _named(out, "tests that changed, not compared", found.tests)
    _named(out, "no Python, not compared", found.others)
    kinds = Counter(f.verdict.verdict for f in found.functions)
    shares = ", ".join(f"{kinds[v]} {v.value}" for v in Verdict if kinds[v])
    count = len(found.functions)
    changed = f"{count} change{'' if count == 1 else 's'} between {found.revisions}"
    out.print(f"{changed}{': ' + shares if shares else ''}.")


def _evidence(out: Console, function: Compared) -> None:
    """Why a function is not proved, and the input that shows a difference."""
    verdict = function.verdict
    if verdict.verdict is Verdict.PROVED:
        return
    out.print()
    out.print(Text.assemble(verdict_text(verdict.verdict), "  ", (function.target, "bold")))
    out.print(Padding(Text(verdict.why), (0, 0, 0, 2)))
    show_assumptions(out, verdict)
    if verdict.counterexample is not None:
        show_input(out, verdict.counterexample)
    if verdict.helps:
        out.print(Padding(Text.assemble(("would help  ", "dim"), verdict.helps), (0, 0, 0, 2)))


def _named(out: Console, label: str, names: Sequence[str]) -> None:
    if names:
        more = f" and {len(names) - _NAMED} more" if len(names) > _NAMED else ""
        out.print(Text(f"{label}: {', '.join(names[:_NAMED])}{more}", style="dim"))
