"""``dreck report``: a page about an untangling, or about a whole package."""

from __future__ import annotations

import sys

import click

from .. import api
from ..errors import SettingError
from .exits import Exit, complain
from .options import (
    python as python_option,
    reach as reach_option,
    test_command as test_command_option,
)
from .writing import write_out


@click.command()
@click.argument("targets", nargs=-1, required=True, metavar="TARGET...")
@click.option(
    "--out",
    default="dreck.html",
    show_default=True,
    metavar="FILE",
    help="Where to write it: .html, or .md for a pull request; - prints HTML.",
)
@click.option("--title", default="", help="The heading of the page.")
@click.option("--strict", is_flag=True, help="Allow no assumption in a proof.")
@click.option("--no-run", is_flag=True, help="Prove only; never run the code.")
@reach_option
@click.option("--tests", is_flag=True, help="Run the project's tests, and say how they hold it.")
@test_command_option
@python_option
@click.option("--pins", is_flag=True, help="Add tests that pin what the functions do now.")
@click.pass_context
def report(
    ctx: click.Context,
    targets: tuple[str, ...],
    out: str,
    title: str,
    strict: bool,
    no_run: bool,
    reach: str,
    tests: bool,
    test_command: str,
    python: str,
    pins: bool,
) -> None:
    """Write a page about what untangling does to functions, or to a whole package.

    Before and after side by side, each step with its reason, diff and verdict, what the proofs
    rest on, the decision table, the cost term by term, figures, offers, and what was left alone.
    The page stands alone: nothing is fetched. Your files are not changed.
    """
    from .show import progress

    if out != "-" and not out.endswith((".html", ".md")):
        raise SettingError(f"{out}: a page is written as .html or .md; name it so")
    with progress(targets, enabled=sys.stderr.isatty()) as tick:
        made = api.write_up(
            *targets,
            title=title,
            strict=strict,
            run=not no_run,
            reach=reach,
            tests=test_command if tests else "",
            python=python,
            pins=pins,
            tick=tick,
        )
    write_out(out, made.markdown() if out.endswith(".md") else made.html())
    if out != "-":
        before, after = made.cost
        changed = sum(s.result.changed for s in made.stories)
        steps, functions = _count(made.steps, "step"), _count(changed, "function")
        click.echo(f"{out}: {steps} in {functions}, cost {before:.0f} to {after:.0f}")
    for problem in made.untangling.problems:
        complain(problem)
    ctx.exit(Exit.WRONG_USE if made.untangling.problems else Exit.DONE)


def _count(number: int, noun: str) -> str:
    return f"{number} {noun}{'' if number == 1 else 's'}"
