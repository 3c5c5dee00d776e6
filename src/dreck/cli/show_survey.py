"""How a survey looks on a terminal."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from typing import TYPE_CHECKING

from rich.console import Console
from rich.progress import BarColumn, Progress, TextColumn, TimeRemainingColumn
from rich.table import Table
from rich.text import Text

from ..surveying.kinds import KINDS
from .show import console

if TYPE_CHECKING:
    from ..surveying.gates import Exceeded
    from ..surveying.tangles import Tangle
    from ..surveying.tree import Survey, Surveyed

# Lines named for one kind of tangle in one function, and kinds listed below the ranking.
_LINES = 4
_KINDS = 8
_FAILED = 12
# Columns left of the function's name.
_NUMBERS = 40


@contextmanager
def survey_progress(*, enabled: bool) -> Iterator[Callable[[int, int], None]]:
    """A progress line on standard error, with the time it will take."""
    columns = (
        TextColumn("reading"),
        BarColumn(),
        TextColumn("{task.completed} of {task.total} files"),
        TimeRemainingColumn(),
    )
    with Progress(
        *columns, console=Console(stderr=True), transient=True, disable=not enabled
    ) as bar:
        task = bar.add_task("survey", total=0, visible=False)
        yield lambda done, whole: bar.update(task, completed=done, total=whole, visible=True)


def show_survey(survey: Survey, worst: int, *, narrowed: bool = False) -> None:
    """The ranking, each function with its tangles; then what the whole is like."""
    out = console()
    if not len(survey):
        which = "such functions" if narrowed else "functions"
        out.print(f"No {which} in {_count(survey.files, 'file')}.")
        return
    out.print(Text(" cost  nesting  decisions  lines  function", style="dim"))
    for found in survey[:worst]:
        _show_function(out, found)
    shown = min(worst, len(survey))
    out.print(
        f"\n{shown} of {_count(len(survey), 'function')} in {_count(survey.files, 'file')}, the dearest first."
    )
    _show_whole(out, survey)
    dearest = survey[0]
    if dearest.measures.nesting > 1 or dearest.tangles:
        out.print(
            Text.assemble("Next: ", (f"dreck anatomy {dearest.target}", "bold")), soft_wrap=True
        )


def _show_function(out: Console, found: Surveyed) -> None:
    m = found.measures
    row = Text(f"{found.cost:5.0f}  {m.nesting:7}  {m.decisions:9}  {m.lines:5}  ")
    row.append(found.name, style="bold")
    row.append(f"  {found.file}:{found.line}", style="dim")
    out.print(row, soft_wrap=True)
    kinds = _by_kind(found.tangles)
    if kinds:
        grid = Table.grid(padding=(0, 0))
        grid.add_column(width=34)
        grid.add_column(overflow="fold", style="cyan")
        grid.add_row("", Text(", ".join(kinds)))
        out.print(grid)


def _by_kind(tangles: Sequence[Tangle]) -> list[str]:
    """Each kind with its lines."""
    lines: dict[str, list[int]] = {}
    for tangle in tangles:
        lines.setdefault(tangle.kind, []).append(tangle.line)
    found = []
    for kind, numbers in lines.items():
        shown = " ".join(map(str, numbers[:_LINES]))
        more = f" +{len(numbers) - _LINES}" if len(numbers) > _LINES else ""
        found.append(f"{kind} {shown}{more}")
    return found


def _show_whole(out: Console, survey: Survey) -> None:
    """Sums, how the costs are spread, which tangles are frequent and what helps."""
    totals, spread = survey.totals, survey.distribution
    parts = [
        f"{name} cost less than {cost:.0f}" for name, cost in spread.items() if name != "highest"
    ]
    out.print(
        f"In all: {totals['lines']:,.0f} lines of functions, {totals['decisions']:,.0f} decisions, "
        f"cost {totals['cost']:,.0f}. {parts[0].capitalize()}, {', '.join(parts[1:])}; the dearest {spread['highest']:.0f}."
    )
    if not survey.kinds:
        return
    out.print()
    grid = Table(box=None, pad_edge=False, padding=(0, 2, 0, 0), header_style="dim")
    grid.add_column("tangles", justify="right")
    grid.add_column("kind", style="cyan", no_wrap=True)
    grid.add_column("what helps", overflow="fold")
    for kind, number in list(survey.kinds.items())[:_KINDS]:
        grid.add_row(str(number), kind, _help(kind))
    out.print(grid)
    if len(survey.kinds) > _KINDS:
        rest = sum(list(survey.kinds.values())[_KINDS:])
        out.print(
            Text(
                f"and {rest} more of {len(survey.kinds) - _KINDS} other kinds; dreck survey --kinds tells what each is",
                style="dim",
            )
        )
    out.print()


def _help(kind: str) -> str:
    found = KINDS[kind]
    reach = f" (reaches {found.reach})" if found.reach == "across" else ""
    return " or ".join(found.moves) + reach


def show_kinds() -> None:
    """The kinds of tangles: what each is and what helps."""
    out = console()
    grid = Table(box=None, pad_edge=False, padding=(0, 2, 0, 0), header_style="dim")
    grid.add_column("kind", style="cyan", no_wrap=True)
    grid.add_column("what it is", overflow="fold")
    grid.add_column("what helps", overflow="fold")
    for name, kind in KINDS.items():
        grid.add_row(name, kind.what, _help(name))
    out.print(grid)


def show_new(new: Sequence[tuple[Surveyed, Tangle]], *, loud: bool) -> None:
    """The tangles that are not in the baseline; on standard error if the output is for programs."""
    out = console() if loud else Console(stderr=True, highlight=False, soft_wrap=True)
    if not new:
        out.print(Text("baseline: no new tangles", style="green"))
    for function, tangle in new[:_FAILED]:
        place = f"{function.file}:{tangle.line}"
        out.print(
            Text.assemble(
                ("new  ", "bold red"),
                (tangle.kind, "bold"),
                f"  {place}  {function.name}: {tangle.words}; {_help(tangle.kind)}",
            ),
            soft_wrap=True,
        )
    if len(new) > _FAILED:
        out.print(f"and {len(new) - _FAILED} more new tangles")


def show_exceeded(found: Sequence[Exceeded], limits: Mapping[str, float], *, loud: bool) -> None:
    """The functions beyond the limits; on standard error if the output is for programs."""
    out = console() if loud else Console(stderr=True, highlight=False, soft_wrap=True)
    if not found:
        words = ", ".join(f"{n.replace('_', ' ')} {v:g}" for n, v in limits.items())
        out.print(Text(f"gate: nothing is above {words}", style="green"))
    for each in found[:_FAILED]:
        out.print(Text.assemble(("gate  ", "bold red"), str(each)), soft_wrap=True)
    if len(found) > _FAILED:
        out.print(f"and {len(found) - _FAILED} more functions above")


def _count(number: int, noun: str) -> str:
    return f"{number:,} {noun}{'' if number == 1 else 's'}"
