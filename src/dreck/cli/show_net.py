"""How the safety net looks on a terminal."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING

from rich.console import Console
from rich.padding import Padding
from rich.progress import Progress, TextColumn, TimeElapsedColumn
from rich.table import Table
from rich.text import Text

from .show import console

if TYPE_CHECKING:
    from ..net.looking import Held, HeldFunction
    from ..net.pins import Pins

# Lines of one function that are shown.
_SHOWN = 6


@contextmanager
def net_progress(*, enabled: bool) -> Iterator[Callable[[str], None]]:
    """A progress line on standard error."""
    columns = (
        TextColumn("running tests"),
        TextColumn("[dim]{task.fields[name]}"),
        TimeElapsedColumn(),
    )
    with Progress(
        *columns, console=Console(stderr=True), transient=True, disable=not enabled
    ) as bar:
        task = bar.add_task("net", total=None, name="")
        yield lambda name: bar.update(task, name=name.rpartition("/")[2])


def show_net(found: Held) -> None:
    """A table of all functions, then what each lacks."""
    out = console()
    table = Table(box=None, pad_edge=False, padding=(0, 2, 0, 0), header_style="dim")
    for name in ("tests", "branches\nnot taken", "faults\ncaught"):
        table.add_column(name, justify="right")
    table.add_column("\nfunction", overflow="fold")
    for function in found.functions:
        count = len(function.tests)
        table.add_row(
            Text(str(count), style="" if count else "bold red"),
            Text(
                str(len(function.untaken)) if count else "all",
                style="yellow" if function.untaken or not count else "dim",
            ),
            _caught(function),
            function.target,
        )
    out.print(table)
    for function in found.functions:
        _lacks(out, function)
    held = sum(bool(f.tests) for f in found.functions)
    out.print(
        f"\n{held} of {len(found.functions)} function{'' if len(found.functions) == 1 else 's'} "
        f"reached by the {found.tests} tests of {found.command}."
    )
    lacking = next((f for f in found.functions if not _is_held(f)), None)
    if lacking is not None:
        out.print(f"Next: [bold]dreck pin {lacking.target}[/bold]", soft_wrap=True)


def _caught(function: HeldFunction) -> Text:
    if not function.planted or function.caught is None:
        return Text("-", style="dim")
    all_of_them = function.caught == function.planted
    return Text(
        f"{function.caught} of {function.planted}", style="green" if all_of_them else "yellow"
    )


def _is_held(function: HeldFunction) -> bool:
    return bool(function.tests) and not function.untaken and not function.missed


def _lacks(out: Console, function: HeldFunction) -> None:
    lines = [f"no test takes line {m.line}: {m.what}" for m in function.untaken]
    lines += [f"no test notices {what}" for what in function.missed]
    if not lines:
        return
    out.print()
    out.print(Text(function.target, style="bold"))
    for line in lines[:_SHOWN]:
        out.print(Padding(Text(line, style="yellow"), (0, 0, 0, 2)))
    if len(lines) > _SHOWN:
        out.print(Padding(f"{len(lines) - _SHOWN} more (see --json)", (0, 0, 0, 2)))


def show_pins(found: Pins, written: Sequence[Path]) -> None:
    """The tests, if they were not written, and what they cover."""
    out = console()
    if not written and any(f.cases for f in found.functions):
        print(found.text, end="")
        for name, text in found.approved.items():
            print(f"\n# {name}, beside it:\n{text}", end="")
        out.print()
    table = Table(box=None, pad_edge=False, padding=(0, 2, 0, 0), header_style="dim")
    for name in ("cases", "branches\ntaken", "faults\ncaught"):
        table.add_column(name, justify="right")
    table.add_column("\nfunction", overflow="fold")
    for function in found.functions:
        table.add_row(
            str(function.cases),
            _share(function.reached, function.branches),
            _share(function.caught, function.planted),
            function.target,
        )
    err = Console(stderr=True, highlight=False) if not written else out
    err.print(table)
    for function in found.functions:
        for line in (
            [f"not pinned, since {function.why_none}"] if function.why_none else function.missed
        ):
            name = function.target.partition("::")[2]
            note = line if function.why_none else f"not reached: {line}"
            err.print(Text(f"{name}: {note}", style="yellow"))
    left = f"; {found.left_out} left out that did not come out alike" if found.left_out else ""
    err.print(f"Green at once, and in {found.orders} orders drawn at random{left}.")
    if written:
        out.print(f"Written: {', '.join(map(str, written))}", soft_wrap=True)


def _share(part: int, whole: int) -> Text:
    if not whole:
        return Text("-", style="dim")
    return Text(f"{part} of {whole}", style="green" if part == whole else "yellow")
