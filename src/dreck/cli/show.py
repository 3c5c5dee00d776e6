"""How results look on a terminal."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING

from rich.console import Console
from rich.padding import Padding
from rich.progress import BarColumn, Progress, TextColumn, TimeRemainingColumn
from rich.syntax import Syntax
from rich.table import Table
from rich.text import Text

from .. import api
from ..judge.face.verdict import SubjectVerdict, Verdict, Vouching

from ..source.folding import folded
from .show_purpose import show_input, show_occurrences

if TYPE_CHECKING:
    from ..judge.face.explain import DecisionTable
    from ..planner.results import Step, Untangled, Untangling

_STYLES = {
    Verdict.PROVED: "bold green",
    Verdict.PROVED_UNDER: "green",
    Verdict.TESTED: "cyan",
    Verdict.DIFFERS: "bold red",
    Verdict.UNDECIDED: "bold yellow",
}
_ASSUMED = {
    "as-declared": "{about} is what it is declared to be",
    "as-used": "{about} is of the kind that the code takes it for",
    "total-order": "{about} and the opposite are never both false",
    "plain-equality": "`==` and `!=` in {about} are opposites and ask nothing else",
    "plain-truth": "what is compared in {about} yields True or False",
    "stable-read": "until set, {about} stays the same",
    "no-effect": "asking for {about} changes nothing and does not raise",
    "hashable": "{about} has a hash",
    "lets-through": "the `with` of {about} hides no exception",
    "unpatched": "{about} stays what the module made it",
    "closed-kinds": "only what is seen here comes in for {about}",
    "not-overridden": "nothing else is called {about}",
}
# What an input showed that is no difference.
_BY_TRIAL = {
    "as-used": "what {about} is given is of the kind that the code takes it for",
    "plain-value": "what {about} is given is a plain value, or a record of such",
    "total-order": "no NaN comes into {about}",
    "hashable": "what {about} is given has a hash",
}
# Expressions named for one kind of assumption.
_ABOUTS = 5
_MEASURES = {
    "nesting": "deepest level of blocks",
    "open_conditions": "conditions open around each statement, added up",
    "happy_path_depth": "conditions open where the bulk of the function stands",
    "decisions": "places where control can go two ways",
    "lines": "lines of the function",
    "signs": "not, comparisons, and, or",
}
_MARKS = {"+": "bright_green", "-": "bright_red", " ": "", "<": "cyan", ">": "cyan", "@": "dim"}
# Names shown besides the one that was given.
_NAMES = 3
# Terms of the cost shown beside it.
_TERMS = 4
# Lines of one kind shown for a check that missed something.
_SHOWN = 4
# Columns for the questions of a decision table.
_QUESTION_WIDTH = 60
# Columns of output that goes to a file or a pipe.
_PIPE_WIDTH = 110


def console() -> Console:
    """The terminal; output to a file or pipe is plain text of a fixed width."""
    made = Console(highlight=False)
    return made if made.is_terminal else Console(highlight=False, width=_PIPE_WIDTH)


@contextmanager
def progress(targets: Sequence[str], *, enabled: bool) -> Iterator[Callable[[Untangled], None]]:
    """A progress line on standard error while functions are untangled, with the time it will take.

    Args:
        targets: what is worked on.
        enabled: whether there is a person to see it.
    """
    columns = (
        TextColumn("untangling"),
        BarColumn(pulse_style="cyan"),
        TextColumn("{task.completed} of {task.total} functions"),
        TextColumn("[dim]{task.fields[name]}"),
        TimeRemainingColumn(),
    )
    total = len(api.survey(*targets)) if enabled else 0
    with Progress(
        *columns, console=Console(stderr=True), transient=True, disable=not enabled
    ) as bar:
        task = bar.add_task("untangle", total=total, name="")
        yield lambda done: bar.update(task, advance=1, name=done.target.rpartition("/")[2])


def show_untangling(
    found: Untangling,
    written: list[Path],
    *,
    brief: bool,
    asked: bool = False,
    committed: bool = False,
    only: Sequence[str] = (),
) -> None:
    """Every changed function with its steps, then a closing line; where a person was asked about
    each step, only that.
    """
    out = console()
    alone = len(found.functions) == 1
    for function in () if asked else found.functions:
        wants_name = any(place.wants_name for place in function.left_alone)
        if function.changed or function.taken_back or function.offers or wants_name or alone:
            show_function(out, function, brief=brief, only=only)
    _closing_line(out, found, written, committed=committed)


def show_function(
    out: Console, function: Untangled, *, brief: bool, only: Sequence[str] = ()
) -> None:
    """One function: steps, whole change, measures, what was left alone."""
    out.rule(Text(f" {function.target} ", style="bold"), align="left", style="dim")
    _show_net(out, function)
    if not function.changed and not function.offers:
        out.print(f"Nothing to do here, because {_why_nothing(function, only)}.")
    for number, step in enumerate(function.steps, 1):
        show_step(out, number, step, brief=brief)
    for step in function.taken_back:
        out.print(
            f"taken back: [bold]{step.move}[/bold] at line {step.line}, ",
            verdict_text(step.verdict.verdict),
            sep="",
        )
        out.print(Padding(Text(step.verdict.why), (0, 0, 0, 2)))
        if step.tests is not None and step.tests.reds:
            _show_reds(out, step, brief=brief)
        elif (shown := step.verdict.counterexample) is not None:
            out.print(
                Padding(
                    Text(
                        f"{shown.call}: before {shown.before}, after {shown.after}", style="yellow"
                    ),
                    (0, 0, 0, 2),
                )
            )
    if function.changed:
        if not brief and len(function.steps) > 1:
            out.print("the whole change", style="bold")
            show_diff(out, function.diff)
        out.print(
            Text.assemble(
                ("before against after: ", "bold"),
                verdict_text(function.verdict.verdict),
                f", {function.verdict.why}",
            )
        )
        if function.before != function.after:  # a step may be about a whole class
            _show_measures(out, function)
    _show_offers(out, function)
    for place in function.left_alone:
        move = f" ({place.move})" if place.move else ""
        out.print(Text(f"left alone: line {place.line}{move}, {place.why}", style="dim"))
    out.print()


def _show_net(out: Console, function: Untangled) -> None:
    """How well the project's tests hold a function, before anything is said of it."""
    if function.reached_by is None:
        return
    if not function.reached_by:
        out.print(Text("net: no test runs it; only the judge holds it", style="yellow"))
        return
    tests = _count(function.reached_by, "test")
    if not function.untaken:
        out.print(Text(f"net: {tests}, which take every branch", style="dim"))
        return
    more = f" (and {len(function.untaken) - 1} more)" if len(function.untaken) > 1 else ""
    out.print(
        Text.assemble(
            (f"net: {tests}; none takes ", "dim"), (f"{function.untaken[0]}{more}", "yellow")
        )
    )


def _show_reds(out: Console, step: Step, *, brief: bool) -> None:
    """The tests that a step turned red, and its diff beside them."""
    assert step.tests is not None
    for red in step.tests.reds[:_SHOWN]:
        text = Text.assemble(("red  ", "bold red"), red.test)
        out.print(Padding(text, (0, 0, 0, 2)))
        out.print(Padding(Text(red.reason, style="red"), (0, 0, 0, 7)))
    if not brief:
        show_diff(out, step.diff)


def _tests_of(step: Step) -> Text:
    """What the tests said of a step that stands."""
    if step.tests is None:
        return Text("")
    if step.tests.idle:
        return Text("")
    if not step.tests.count:
        return Text("  no test reaches it", style="yellow")
    return Text(f"  {_count(step.tests.count, 'test')} green", style="green")


def _show_offers(out: Console, function: Untangled) -> None:
    """What could be done too: what it would bring, its verdict, and the words that take it."""
    if function.offers:
        out.print()
    for offer in function.offers:
        head = Text.assemble(
            ("on offer  ", "magenta"),
            (offer.move, "bold"),
            f"  line {offer.line}  ",
            verdict_text(offer.verdict.verdict),
            (f"  --take {offer.number}", "bold magenta"),
        )
        out.print(head)
        out.print(Padding(Text(offer.why), (0, 0, 0, 2)))
        note = f"{offer.worth}; not taken by itself: it {offer.held_back}"
        out.print(Padding(Text(note, style="dim"), (0, 0, 0, 2)))


def show_step(out: Console, number: int, step: Step, *, brief: bool) -> None:
    """A step: its move and line, its reason, what its proof rests on, other names, its diff."""
    head = Text.assemble(
        (f"step {number}  ", "dim"),
        (step.move, "bold"),
        f"  line {step.line}  ",
        verdict_text(step.verdict.verdict),
        _tests_of(step),
    )
    out.print(head)
    out.print(Padding(Text(step.why), (0, 0, 0, 2)))
    show_assumptions(out, step.verdict)
    show_occurrences(out, step.verdict.occurrences, indent=2)
    if step.verdict.trials is not None:
        out.print(Padding(Text(step.verdict.why, style="dim"), (0, 0, 0, 2)))
    if len(step.names) > 1:
        others = ", ".join(p.name for p in step.names[1 : _NAMES + 1])
        out.print(
            Padding(
                Text(
                    f"other names: {others}; --name {step.names[0].name}=ANOTHER gives it",
                    style="dim",
                ),
                (0, 0, 0, 2),
            )
        )
    if not brief:
        show_diff(out, step.diff)


def show_assumptions(out: Console, verdict: SubjectVerdict) -> None:
    """One line for each kind of assumption, with what it is about and one thing that would break
    it.
    """
    for kind in dict.fromkeys(a.kind for a in verdict.assumptions):
        alike = [a for a in verdict.assumptions if a.kind is kind]
        abouts = [f"`{about}`" for about in dict.fromkeys(a.about for a in alike)]
        more = f" and {len(abouts) - _ABOUTS} more" if len(abouts) > _ABOUTS else ""
        known = _ASSUMED if verdict.trials is None else {**_ASSUMED, **_BY_TRIAL}
        words = known.get(kind.value, "{about}").format(about=", ".join(abouts[:_ABOUTS]) + more)
        text = Text.assemble(
            "assumes ",
            (kind.value, "green"),
            f": {words}; not so for ",
            (alike[0].breaks, "yellow"),
        )
        out.print(Padding(text, (0, 0, 0, 2)))


def show_diff(out: Console, diff: str) -> None:
    """A diff in which what only moved is folded."""
    for mark, line in folded(diff):
        out.print(Text(f"    {mark} {line}".rstrip(), style=_MARKS[mark]), soft_wrap=True)
    out.print()


def _show_measures(out: Console, function: Untangled) -> None:
    table = Table(box=None, pad_edge=False, padding=(0, 2, 0, 0), header_style="dim")
    for name, justify in (("", "left"), ("before", "right"), ("after", "right"), ("", "left")):
        table.add_column(name, justify=justify)  # type: ignore[arg-type]
    old, new = function.before.to_dict(), function.after.to_dict()
    costs = (function.cost_before.total, function.cost_after.total)
    cheaper = "green" if costs[1] < costs[0] else ("yellow" if costs[1] > costs[0] else "")
    less = _saved(function)
    table.add_row(
        "cost", f"{costs[0]:.0f}", Text(f"{costs[1]:.0f}", style=cheaper), Text(less, style="dim")
    )
    for name, meaning in _MEASURES.items():
        style = "green" if new[name] < old[name] else ("yellow" if new[name] > old[name] else "")
        table.add_row(
            name.replace("_", " "),
            str(old[name]),
            Text(str(new[name]), style=style),
            Text(meaning, style="dim"),
        )
    out.print(table)


def _saved(function: Untangled) -> str:
    """The terms of the cost that changed most."""
    old, new = function.cost_before.terms, function.cost_after.terms
    changed = {t: new.get(t, 0) - old.get(t, 0) for t in {*old, *new}}
    most = sorted(changed.items(), key=lambda item: (-abs(item[1]), item[0]))[:_TERMS]
    shown = ", ".join(f"{name} {by:+.1f}" for name, by in most if abs(by) >= 0.05)
    beside = any(step.names for step in function.steps)
    what = "what it asks of its reader" + (", with what is new beside it" if beside else "")
    return f"{what}: {shown}" if shown else what


def _why_nothing(function: Untangled, only: Sequence[str]) -> str:
    if function.taken_back:
        return "no step passed the judge"
    if any(place.wants_name for place in function.left_alone):
        return "what could be done lacks a name"
    if function.left_alone:
        return "what is there is better left alone"
    if only:
        return f"{' or '.join(only)} {'finds' if len(only) == 1 else 'find'} no place there"
    if not function.before.decisions:
        return "it takes no decisions"
    if function.before.nesting <= 1:
        return "no condition stands inside another"
    return "no move that Dreck has so far makes it simpler"


def _closing_line(out: Console, found: Untangling, written: list[Path], *, committed: bool) -> None:
    steps = [s for f in found.functions for s in f.steps]
    changed = sum(f.changed for f in found.functions)
    kinds = Counter(s.verdict.verdict for s in steps)
    shares = ", ".join(
        f"{n} {v.value}"
        for v, n in sorted(kinds.items(), key=lambda item: list(Verdict).index(item[0]))
    )
    line = (
        f"{_count(len(steps), 'step')} in {changed} of {_count(len(found.functions), 'function')}"
    )
    out.print(line + (f": {shares}." if shares else "."))
    if found.tests is not None and found.tests.count:
        out.print(f"All {_count(found.tests.count, 'test')} ran at the end: green.")
        for test in found.tests.uncounted:
            note = f"not counted: {test} fails now and then, with a step and without it"
            out.print(Text(note, style="yellow"))
    if written:
        out.print(f"Written: {', '.join(map(str, written))}", soft_wrap=True)
        commits = f"{_count(len(steps), 'commit')}; " if committed else ""
        out.print(f"{commits}dreck undo [N] takes steps back.", style="dim")
    elif found.changes:
        out.print("Nothing was written; --write does that.")


def show_vouching(found: Vouching, before: str, after: str) -> None:
    """The verdict of every function compared, with its evidence."""
    out = console()
    if not found.subjects:
        out.print(
            Text.assemble(
                verdict_text(Verdict.PROVED), f"  no function of {before} differs from {after}"
            )
        )
    meant = {o.intended.function for o in found.occurrences}
    for subject in found.subjects:
        out.print(Text.assemble(verdict_text(subject.verdict), "  ", (subject.subject, "bold")))
        out.print(Padding(Text(subject.why), (0, 0, 0, 2)))
        show_assumptions(out, subject)
        _show_trials(out, subject)
        _show_counterexample(out, subject, meant=subject.subject in meant)
        if subject.helps:
            out.print(Padding(Text.assemble(("would help  ", "dim"), subject.helps), (0, 0, 0, 2)))
    for note in found.notes:
        out.print(Text(f"note: {note}", style="dim"))
    if len(found.subjects) > 1:
        together = ", but for what is meant" if found.occurrences else ""
        out.print(Text.assemble("taken together: ", verdict_text(found.verdict), together))


def show_explanations(tables: list[DecisionTable | str], form: str) -> None:
    """The decision tables of a proof, for the terminal, as Markdown or as CSV."""
    out = console()
    for table in tables:
        if isinstance(table, str):
            out.print(f"There is no decision table, because {table}.")
        elif form == "table":
            _show_decision_table(out, table)
        else:
            print(
                (
                    table.to_csv()
                    if form == "csv"
                    else f"### {table.subject}\n\n{table.to_markdown()}"
                ),
                end="",
            )


def _show_decision_table(out: Console, table: DecisionTable) -> None:
    """Some paths side by side; as many as fit the width."""
    marks = {"yes": "[green]yes[/]", "no": "[red]no[/]", "-": "[dim].[/]"}
    exits = dict.fromkeys((*table.before, *table.after))
    letters = {text: _letter(i) for i, text in enumerate(exits)}
    shown = min(len(table.before), max(4, (out.width - _QUESTION_WIDTH) // 5))
    grid = Table(box=None, pad_edge=False, padding=(0, 2, 0, 0), header_style="dim")
    grid.add_column(f"{table.subject}: paths", max_width=_QUESTION_WIDTH, overflow="fold")
    for number in range(shown):
        grid.add_column(str(number + 1))
    for before, after, answers in table.rows:
        words = (
            before
            if before == after or not after
            else after if not before else f"{before}  |  {after}"
        )
        grid.add_row(Text(words), *(marks[a] for a in answers[:shown]))
    for label, leaves in (("before leaves by", table.before), ("after leaves by", table.after)):
        grid.add_row(Text(label, style="dim"), *(letters[text] for text in leaves[:shown]))
    if not all(table.matched):
        grid.add_row(
            Text("the same", style="bold"),
            *("" if m else "[bold red]NO[/]" for m in table.matched[:shown]),
        )
    out.print(grid)
    for text, letter in letters.items():
        out.print(Text(f"  {letter}  {text}"))
    if shown < len(table.before) or not table.complete:
        out.print(
            f"{shown} of {len(table.before)}{'' if table.complete else ' or more'} paths; --explain=csv has them all.",
            style="dim",
        )


def _letter(number: int) -> str:
    """A, B, ... Z, A1, B1, ..."""
    return chr(ord("A") + number % 26) + (str(number // 26) if number >= 26 else "")


def _show_trials(out: Console, subject: SubjectVerdict) -> None:
    if subject.trials is None:
        return
    _show_some(out, "not reached", subject.trials.branches_after.missed)
    _show_some(out, "not noticed when planted", subject.trials.faults_missed)


def _show_some(out: Console, label: str, lines: tuple[str, ...]) -> None:
    for line in lines[:_SHOWN]:
        out.print(Padding(Text(f"{label}: {line}", style="yellow"), (0, 0, 0, 2)))
    if len(lines) > _SHOWN:
        out.print(
            Padding(
                Text(f"{label}: {len(lines) - _SHOWN} more (see --json)", style="yellow"),
                (0, 0, 0, 2),
            )
        )


def _show_counterexample(out: Console, subject: SubjectVerdict, *, meant: bool) -> None:
    shown = subject.counterexample
    if shown is None:
        return
    show_input(out, shown, meant=meant)
    # A program with stand-ins or doubles is long: their classes stand in it.
    if any(f"{name}(" in shown.call for name in ("Probe", "Record", "Recorder", "Manager")):
        out.print(
            Padding(
                Text("--script FILE writes a program that shows it again", style="dim"),
                (0, 0, 1, 2),
            )
        )
        return
    out.print(
        Padding(
            Text("to see it again, run (or let --script FILE write it):", style="dim"), (1, 0, 0, 2)
        )
    )
    program = Syntax(shown.script.rstrip(), "python", theme="ansi_dark", background_color="default")
    out.print(Padding(program, (0, 0, 1, 4)))


def verdict_text(verdict: Verdict) -> Text:
    """A verdict in its colour."""
    return Text(verdict.value, style=_STYLES[verdict])


def _count(number: int, noun: str) -> str:
    return f"{number} {noun}{'' if number == 1 else 's'}"
