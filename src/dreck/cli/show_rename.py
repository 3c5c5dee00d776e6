"""How a renaming looks on a terminal."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from rich.text import Text

from .show import console, show_assumptions, show_diff, verdict_text

if TYPE_CHECKING:
    from ..renaming.rename import Renaming

_PLACES = 12


def show_renaming(found: Renaming, written: list[Path]) -> None:
    """The change of each file, the verdict, and the places that were left."""
    out = console()
    for change in found.changes:
        out.rule(
            Text(f" {change.source.path.as_posix()} ", style="bold"), align="left", style="dim"
        )
        show_diff(out, change.diff)
    out.print(
        Text.assemble(
            (f"{found.target} is now {found.new}: ", "bold"),
            verdict_text(found.verdict.verdict),
            f", {found.verdict.why}",
        )
    )
    show_assumptions(out, found.verdict)
    for path, line, why in found.undecided[:_PLACES]:
        out.print(Text(f"left as it is: {path.as_posix()}:{line}, {why}", style="yellow"))
    if len(found.undecided) > _PLACES:
        out.print(
            Text(
                f"left as they are: {len(found.undecided) - _PLACES} more places (see --json)",
                style="yellow",
            )
        )
    if any(": what" in why for _, _, why in found.undecided):
        out.print(Text("--everywhere takes such places to be it too", style="dim"))
    if written:
        out.print(f"Written: {', '.join(map(str, written))}", soft_wrap=True)
    elif found.changes:
        out.print("Nothing was written; --write does that.")
