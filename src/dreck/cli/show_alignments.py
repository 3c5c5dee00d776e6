"""How arms side by side look on a terminal."""

from __future__ import annotations

from typing import TYPE_CHECKING

from rich import box
from rich.padding import Padding
from rich.table import Table
from rich.text import Text

from .show import console

if TYPE_CHECKING:
    from ..aligning.tables import Alignment, Alignments

# Changes that are listed at most.
_MOST_CHANGES = 6


def show_alignments(found: Alignments) -> None:
    """All tables, one below the other."""
    out = console()
    for alignment in found.found:
        said = f"{len(alignment.rows)} arms by {alignment.subject}, {_likeness(alignment)}"
        out.print(
            Text.assemble(
                (alignment.target, "bold"), (f"  line {alignment.line}", "dim"), f"  {said}"
            ),
            soft_wrap=True,
        )
        if alignment.alike > 1:
            for line in alignment.pattern:
                out.print(Text("    ") + _with_names(line), soft_wrap=True)
        out.print(Padding(_table(alignment), (1, 0, 1, 2)))
        _show_next(alignment)
    if not found.found and not found.problems:
        out.print(
            "No chain of three arms or more picks by the value, the range or the class of one subject."
        )


def _likeness(alignment: Alignment) -> str:
    count, alike = len(alignment.rows), alignment.alike
    if alignment.of_expressions:
        return f"{'all' if alike == count else alike} of one shape"
    if alike == count:
        return "all alike"
    if alignment.is_table:
        return "all alike but the default"
    return f"{alike} of them alike" if alike > 1 else "no two alike"


def _with_names(line: str) -> Text:
    """A line of the pattern with its columns set off."""
    text = Text(line)
    text.highlight_regex("‹[^›]*›", "bold cyan")
    return text


def _table(alignment: Alignment) -> Table:
    table = Table(box=box.SIMPLE_HEAD, show_edge=False, pad_edge=False, padding=(0, 3, 0, 0))
    table.add_column(alignment.subject, style="bold")
    numeric = [_is_numeric(alignment, i) for i in range(len(alignment.columns))]
    for name, right in zip(alignment.columns, numeric, strict=True):
        table.add_column(Text(name, style="cyan"), justify="right" if right else "left")
    unlike = any(r.values is None for r in alignment.rows)
    if unlike:
        table.add_column(
            (
                "otherwise"
                if all(r.values is not None for r in alignment.rows if not r.is_default)
                else "of another shape"
            ),
            style="yellow",
        )
    for row in alignment.rows:
        if row.values is None:
            table.add_row(row.keys, *[""] * len(alignment.columns), Text(row.text))
        else:
            cells = [
                Text(v, style="dim italic" if n else "")
                for v, n in zip(row.values, row.neutral, strict=True)
            ]
            table.add_row(row.keys, *cells, *([""] if unlike else []))
    return table


def _is_numeric(alignment: Alignment, column: int) -> bool:
    values = [r.values[column] for r in alignment.rows if r.values is not None]
    return all(v.lstrip("-")[:1].isdigit() for v in values)


def _show_next(alignment: Alignment) -> None:
    out = console()
    for change in alignment.changes[:_MOST_CHANGES]:
        out.print(Text.assemble(("  alike when  ", "dim"), change), soft_wrap=True)
    if len(alignment.changes) > _MOST_CHANGES:
        out.print(
            Padding(
                Text(f"and {len(alignment.changes) - _MOST_CHANGES} more", style="dim"),
                (0, 0, 0, 2),
            )
        )
    for note in alignment.notes:
        out.print(Text.assemble(("  look at     ", "yellow"), note), soft_wrap=True)
    path = alignment.target.partition("::")[0]
    if alignment.moves:
        out.print(
            Text.assemble(
                ("  next        ", "dim"),
                f"dreck untangle {path}:{alignment.moves_line} --only {','.join(alignment.moves)}",
            ),
            soft_wrap=True,
        )
    if alignment.moves or alignment.changes or alignment.notes:
        out.print()
