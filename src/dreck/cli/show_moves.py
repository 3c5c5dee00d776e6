"""How the catalogue of moves looks on a terminal."""

from __future__ import annotations

from itertools import groupby, zip_longest
from typing import TYPE_CHECKING

from rich.console import Console
from rich.padding import Padding
from rich.syntax import Syntax
from rich.table import Table
from rich.text import Text

from .show import console

if TYPE_CHECKING:
    from ..moves.registry import Described, Example

# Columns for the name of a move, the same in all families.
_NAME_WIDTH = 20


def show_moves(found: list[Described]) -> None:
    """All moves by family, a line each."""
    out = console()
    for family, members in groupby(sorted(found, key=lambda m: m.family), key=lambda m: m.family):
        out.print(Text(family.replace("_", " ").capitalize(), style="bold"))
        table = Table(box=None, show_header=False, pad_edge=False, padding=(0, 2, 0, 0))
        table.add_column(min_width=_NAME_WIDTH)
        for move in members:
            said = "on request" if move.on_request else move.reach
            mark = Text("" if said == "inside" else f" ({said})", style="dim")
            table.add_row(Text(move.name, style="cyan"), Text(move.summary) + mark)
        out.print(Padding(table, (0, 0, 1, 2)))
    out.print(
        "[bold]dreck moves NAME[/bold] explains one. Moves on request are taken only with --only;"
        " beside and across say how far a step goes, see --reach.",
        soft_wrap=True,
    )


def show_move(move: Described) -> None:
    """One move: what it does, why it is safe, its examples, and what it leaves alone."""
    out = console()
    out.print(Text.assemble((move.name, "bold"), f"  {move.summary}"))
    out.print(Padding(Text(f"Safe because: {move.safe_because}", style="dim"), (0, 0, 1, 2)))
    for example in move.examples:
        _show_example(out, example)
    if move.refusals:
        out.print(Text("Left alone when", style="bold"))
        for because in move.refusals.values():
            out.print(Padding(Text(f"- {because}"), (0, 0, 0, 2)))
    if move.on_request:
        out.print(
            f"\nTaken only on request: [bold]dreck untangle TARGET --only {move.name}[/bold]",
            soft_wrap=True,
        )


def _show_example(out: Console, example: Example) -> None:
    """Before and after, side by side."""
    out.print(
        Text.assemble(
            (example.title[0].upper() + example.title[1:], "bold"), f"  ({example.verdict})"
        )
    )
    sides = [example.before.splitlines(), example.after.splitlines()]
    table = Table(box=None, show_header=False, pad_edge=False, padding=(0, 3, 0, 0))
    for pair in zip_longest(*sides, fillvalue=""):
        table.add_row(
            *(
                Syntax(
                    line or " ",
                    "python",
                    theme="ansi_dark",
                    background_color="default",
                    word_wrap=True,
                )
                for line in pair
            )
        )
    out.print(Padding(table, (0, 0, 1, 2)))
