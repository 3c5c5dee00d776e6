"""How an anatomy looks on a terminal."""

from __future__ import annotations

from typing import TYPE_CHECKING

from rich.console import Console
from rich.padding import Padding
from rich.table import Table
from rich.text import Text

from ..opening.arms import ASKS_ON
from ..surveying.kinds import KINDS
from ..taste.weights import WEIGHTS
from .show import console, verdict_text

if TYPE_CHECKING:
    from ..opening.arms import Arm
    from ..opening.opened import Anatomy
    from ..judge.face.explain import DecisionTable

# Ways shown side by side, and terms of the cost.
_TERMS = 8
_ARMS = 24
_WIDEST = 100
_ODD = 12
# Conditions open around a line from which on it is shown as deep.
_DEEP = 3
_BAR = 24


def show_anatomy(found: Anatomy) -> None:
    """All parts, each under a heading of its own."""
    out = console()
    if out.width > _WIDEST:
        out.width = _WIDEST
    m = found.measures
    out.rule(Text(f" {found.target} ", style="bold"), align="left", style="dim")
    out.print(
        f"lines {found.line} to {found.last}, cost {found.cost.total:.0f}, nesting {m.nesting},"
        f" {m.decisions} decisions"
    )
    _outline(out, found)
    _happy(out, found)
    _arms(out, found.arms)
    _odd(out, found)
    _table(out, found.table)
    _cost(out, found)
    _net(out, found)
    _untangling(out, found)


def _head(out: Console, words: str, note: str = "") -> None:
    out.print()
    out.print(Text.assemble((words, "bold underline"), (f"  {note}" if note else "", "dim")))


def _outline(out: Console, found: Anatomy) -> None:
    _head(out, "Outline", "one bar for each block around; > marks the happy path")
    wide = len(str(found.last))
    for line in found.outline:
        edge = Text()
        for level in range(line.level):
            edge.append("│ ", style="red" if level >= _DEEP else "dim")
        style = "bold" if line.asks else ""
        out.print(
            Text.assemble(
                (f"{line.line:{wide}} ", "dim"),
                (">" if line.happy else " ", "green"),
                " ",
                edge,
                (line.words, style),
            ),
            soft_wrap=True,
        )


def _happy(out: Console, found: Anatomy) -> None:
    first, last = found.happy_lines
    where = f"line {first}" if first == last else f"lines {first} to {last}"
    if not found.happy_path:
        _head(out, "Happy path", f"{where}: at the left edge")
        return
    _head(out, "Happy path", f"{where}, if all of this holds:")
    for condition in found.happy_path:
        out.print(Padding(Text(condition), (0, 0, 0, 2)))


def _arms(out: Console, arms: tuple[Arm, ...]) -> None:
    if not arms:
        return
    _head(
        out,
        "Arms",
        "what each leads to, how far below its check it stands, and when (+ conditions around it)",
    )
    grid = Table(box=None, pad_edge=False, padding=(0, 2, 0, 0), header_style="dim")
    grid.add_column("line", justify="right")
    grid.add_column("below", justify="right")
    grid.add_column("leads to", overflow="fold", max_width=36)
    grid.add_column("when", overflow="fold", style="dim")
    # An arm that only asks on is told by its own arms.
    arms = tuple(a for a in arms if a.leads_to != ASKS_ON)
    for arm in arms[:_ARMS]:
        far = arm.distance
        grid.add_row(
            str(arm.line),
            Text(str(far), style="yellow" if far > 5 else ""),
            Text(arm.leads_to),
            Text(_when(arm)),
        )
    out.print(grid)
    if len(arms) > _ARMS:
        out.print(Text(f"and {len(arms) - _ARMS} more (see --json)", style="dim"))


def _when(arm: Arm) -> str:
    """The last condition, and how many more hold around it."""
    last = arm.condition[-1] if arm.condition else ""
    around = len(arm.condition) - 1
    return f"{last}  (+{around})" if around > 0 else last


def _odd(out: Console, found: Anatomy) -> None:
    if found.oddities:
        _head(out, "Look twice")
        for oddity in found.oddities[:_ODD]:
            text = Text.assemble((f"line {oddity.line}: ", "yellow"), oddity.what)
            out.print(Padding(text, (0, 0, 0, 2)))
        if len(found.oddities) > _ODD:
            out.print(Text(f"  and {len(found.oddities) - _ODD} more (see --json)", style="dim"))
    if found.tangles:
        _head(out, "Tangles")
        grid = Table(box=None, show_header=False, padding=(0, 2, 0, 2))
        grid.add_column(justify="right")
        grid.add_column(style="cyan", no_wrap=True)
        grid.add_column(overflow="fold")
        for tangle in found.tangles:
            kind = KINDS[tangle.kind]
            grid.add_row(
                str(tangle.line), tangle.kind, f"{tangle.words}; {' or '.join(kind.moves)}"
            )
        out.print(grid)


def _table(out: Console, table: DecisionTable | str) -> None:
    if isinstance(table, str):
        _head(out, "Decision table", f"none, because {table}")
        return
    if not table.rows:
        return
    room = max(3, (out.width - 52) // 4)
    number = len(table.before)
    shown = min(number, room)
    note = "conditions in rows, ways through in columns; - where it does not matter"
    _head(out, "Decision table", note)
    marks = {"yes": "[green]y[/]", "no": "[red]n[/]", "-": "[dim]-[/]"}
    grid = Table(box=None, pad_edge=False, padding=(0, 1, 0, 0), header_style="dim")
    grid.add_column("", width=50, overflow="fold")
    for way in range(shown):
        grid.add_column(str(way + 1), justify="right")
    for before, after, answers in table.rows:
        grid.add_row(Text(before or after), *(marks[a] for a in answers[:shown]))
    letters = {text: _letter(i) for i, text in enumerate(dict.fromkeys(table.before))}
    grid.add_row(Text("leads to", style="dim"), *(letters[t] for t in table.before[:shown]))
    out.print(grid)
    for text, letter in letters.items():
        out.print(Text.assemble((f"  {letter:>2}  ", "bold"), text))
    if len(letters) == 1 and number > 1:
        out.print(Text("All ways end alike; what each does before stands above.", style="dim"))
    if shown < number or not table.complete:
        more = "" if table.complete else " or more"
        note = f"{shown} of {number}{more} ways; --markdown and --json have all that were walked"
        out.print(Text(note, style="dim"))


def _letter(number: int) -> str:
    return chr(ord("A") + number % 26) + (str(number // 26) if number >= 26 else "")


def _cost(out: Console, found: Anatomy) -> None:
    terms = found.cost.terms
    _head(out, "Cost", f"{found.cost.total:.0f} in all; a plain statement at the left edge is 1")
    grid = Table(box=None, show_header=False, padding=(0, 2, 0, 2))
    grid.add_column(justify="right")
    grid.add_column(no_wrap=True)
    grid.add_column(no_wrap=True)
    grid.add_column(overflow="fold", style="dim")
    most = max(terms.values(), default=1.0)
    for name, points in list(terms.items())[:_TERMS]:
        bar = "▇" * max(1, round(_BAR * points / most)) if points > 0 else ""
        grid.add_row(f"{points:.1f}", name, Text(bar, style="cyan"), WEIGHTS[name].what)
    out.print(grid)
    rest = list(terms.items())[_TERMS:]
    if rest:
        words = f"and {sum(p for _, p in rest):.1f} of {len(rest)} other terms"
        out.print(Text(f"  {words}", style="dim"))


def _net(out: Console, found: Anatomy) -> None:
    held = found.held
    if held is None:
        return
    caught = f", {held.caught} of {held.planted} planted faults caught" if held.planted else ""
    _head(out, "Net", f"{len(held.tests)} tests run it{caught}")
    lines = [f"no test takes line {m.line}: {m.what}" for m in held.untaken]
    lines += [f"no test notices {what}" for what in held.missed]
    for line in lines[:_ODD]:
        out.print(Padding(Text(line, style="yellow"), (0, 0, 0, 2)))
    if not lines:
        out.print(Padding(Text("every branch is taken", style="green"), (0, 0, 0, 2)))


def _untangling(out: Console, found: Anatomy) -> None:
    done = found.untangled
    if done is None:
        return
    name = found.target
    if done.changed:
        _head(
            out,
            "Untangling it",
            f"{len(done.steps)} step{'' if len(done.steps) == 1 else 's'}; cost {done.cost_before.total:.0f} to {done.cost_after.total:.0f}",
        )
        for step in done.steps:
            line = Text.assemble(
                ("  ", ""), verdict_text(step.verdict.verdict), f"  {step.move}  line {step.line}"
            )
            out.print(line)
    else:
        _head(out, "Untangling it", "nothing that Dreck would do by itself")
    for offer in done.offers:
        out.print(
            Text.assemble(
                ("  on offer  ", "magenta"),
                (offer.move, "bold"),
                f"  line {offer.line}  {offer.worth}; it {offer.held_back}  ",
                (f"--take {offer.number}", "magenta"),
            )
        )
    for place in done.left_alone:
        text = Text(f"left alone: line {place.line}, {place.why}", style="dim")
        out.print(Padding(text, (0, 0, 0, 2)))
    if done.changed or done.offers:
        out.print(Text.assemble("Next: ", (f"dreck untangle {name}", "bold")), soft_wrap=True)
