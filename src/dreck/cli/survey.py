"""``dreck survey``: which functions are tangled, how badly, and where."""

from __future__ import annotations

import json
import sys
from pathlib import Path
from typing import TYPE_CHECKING

import click

from .. import __version__, api
from ..errors import SettingError
from ..surveying.kinds import KINDS
from .exits import Exit, complain
from .writing import write_out

if TYPE_CHECKING:
    from ..surveying.gates import Baseline
    from ..surveying.tree import Survey


@click.command()
@click.argument("targets", nargs=-1, metavar="[TARGET]...")
@click.option(
    "--worst",
    default=15,
    show_default=True,
    type=click.IntRange(min=1),
    help="Show this many functions.",
)
@click.option(
    "--kind",
    "kinds",
    multiple=True,
    metavar="KIND",
    help="Only functions with such a tangle; may be given again.",
)
@click.option("--kinds", "list_kinds", is_flag=True, help="List the kinds of tangles.")
@click.option(
    "--min",
    "least",
    multiple=True,
    metavar="MEASURE=N",
    help="Only functions with at least this, as in nesting=3 or cost=40.",
)
@click.option("--since", metavar="REV", help="Only functions that changed since this revision.")
@click.option(
    "--gate",
    "gates",
    multiple=True,
    metavar="MEASURE=N",
    help="Exit with 1 if a function has more than this, as in cost=40.",
)
@click.option(
    "--baseline", metavar="FILE", help="Exit with 1 if there are tangles that are not in FILE."
)
@click.option("--set-baseline", metavar="FILE", help="Write the tangles that are there to FILE.")
@click.option("--json", "as_json", is_flag=True, help="Print all functions as JSON.")
@click.option("--csv", metavar="FILE", help="Write the functions as CSV.")
@click.option("--sarif", metavar="FILE", help="Write the tangles as SARIF 2.1.0.")
@click.option("--markdown", metavar="FILE", help="Write Markdown.")
@click.option("--figure", metavar="FILE", help="Draw a map by size and cost (.png or .svg).")
@click.option("--no-cache", is_flag=True, help="Read every file anew, and keep nothing.")
@click.pass_context
def survey(
    ctx: click.Context,
    targets: tuple[str, ...],
    worst: int,
    kinds: tuple[str, ...],
    list_kinds: bool,
    least: tuple[str, ...],
    since: str | None,
    gates: tuple[str, ...],
    baseline: str | None,
    set_baseline: str | None,
    as_json: bool,
    csv: str | None,
    sarif: str | None,
    markdown: str | None,
    figure: str | None,
    no_cache: bool,
) -> None:
    """Rank the functions of files and folders by how tangled they are.

    Reads the source and runs nothing. Without TARGET it looks at the current folder. Each tangle
    is a place to look at: its kind, its line and the moves that may help. FILE may be - to print.
    """
    from ..surveying.gates import Baseline, check_measures, exceeded
    from .show_survey import show_exceeded, show_kinds, show_new, show_survey, survey_progress

    if list_kinds:
        show_kinds()
        return
    _check_kinds(kinds)
    limits, floor = _numbers("--gate", gates), _numbers("--min", least)
    check_measures(limits)
    check_measures(floor)
    known = Baseline.read(Path(baseline)) if baseline else None
    with survey_progress(enabled=not as_json and sys.stderr.isatty()) as tick:
        found = api.survey(*targets, since=since or "", cached=not no_cache, tick=tick)
    found = found.where(kinds, floor) if kinds or floor else found
    if set_baseline:
        Baseline.of(found).write(Path(set_baseline))
    files = {"csv": csv, "sarif": sarif, "markdown": markdown, "figure": figure}
    _write_files(found, files)
    too_much = exceeded(found, limits)
    new = list(known.new(found)) if known is not None else []
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    elif "-" not in files.values():
        show_survey(found, worst, narrowed=bool(kinds or floor or since))
    printing = not as_json and "-" not in files.values()
    if known is not None:
        show_new(new, loud=printing)
    if limits:
        show_exceeded(too_much, limits, loud=printing)
    for problem in found.problems:
        complain(problem)
    failed = bool(too_much or new)
    ctx.exit(Exit.WRONG_USE if found.problems else Exit.DIFFERS if failed else Exit.DONE)


def _check_kinds(kinds: tuple[str, ...]) -> None:
    import difflib

    for kind in kinds:
        if kind not in KINDS:
            near = difflib.get_close_matches(kind, KINDS, 1)
            hint = f"did you mean {near[0]}?" if near else "--kinds lists them"
            raise SettingError(f"there is no kind of tangle called {kind!r}; {hint}")


def _numbers(option: str, given: tuple[str, ...]) -> dict[str, float]:
    found: dict[str, float] = {}
    for text in given:
        name, sign, value = text.partition("=")
        try:
            found[name.strip().replace(" ", "_")] = float(value if sign else "")
        except ValueError as error:
            raise SettingError(f"{option} {text}: give MEASURE=N, as in nesting=3") from error
    return found


def _write_files(found: Survey, files: dict[str, str | None]) -> None:
    if path := files["csv"]:
        from ..report.survey_texts import survey_csv

        write_out(path, survey_csv(found))
    if path := files["sarif"]:
        from ..report.survey_sarif import survey_sarif

        write_out(path, survey_sarif(found, __version__))
    if path := files["markdown"]:
        from ..report.survey_texts import survey_markdown

        write_out(path, survey_markdown(found))
    if path := files["figure"]:
        from ..report.figures.drawing import form_of
        from ..report.figures.package import package_map

        write_out(path, package_map(found, form_of(path)))
