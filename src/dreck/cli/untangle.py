"""``dreck untangle``: simplify functions step by step."""

from __future__ import annotations

import json
import sys
from typing import TYPE_CHECKING

import click

from .. import api
from ..errors import SettingError
from .options import (
    python as python_option,
    reach as reach_option,
    test_command as test_command_option,
)
from .exits import Exit, complain

if TYPE_CHECKING:
    from ..planner.results import Untangling


@click.command()
@click.argument("targets", nargs=-1, required=True, metavar="TARGET...")
@click.option(
    "--write", is_flag=True, help="Write the result to the files; without it nothing is written."
)
@click.option("--commit", is_flag=True, help="Write each step and commit it with git.")
@click.option("--strict", is_flag=True, help="Allow no assumption in a proof.")
@click.option("--no-run", is_flag=True, help="Prove only; never run the code.")
@click.option(
    "--max-steps",
    default=100,
    show_default=True,
    type=click.IntRange(min=0),
    help="Steps in one function.",
)
@click.option(
    "--only",
    multiple=True,
    metavar="MOVE[,MOVE]",
    help="Take just these moves, wherever they apply.",
)
@click.option("--skip", multiple=True, metavar="MOVE[,MOVE]", help="Do not take these moves.")
@click.option(
    "--until",
    multiple=True,
    metavar="MEASURE=N",
    help="Stop when a function is down to this, as in nesting=2.",
)
@click.option(
    "--name",
    "names",
    multiple=True,
    metavar="LINE=NAME",
    help="Give this name; also PROPOSED=NAME.",
)
@click.option("--naming-command", hidden=True, multiple=True)
@reach_option
@click.option("--take", multiple=True, metavar="N[,N]", help="Take these offers too.")
@click.option(
    "--raise",
    "raising",
    metavar="EXCEPTION",
    default="",
    help="With --only loud-guard: what the guard raises, as in 'LookupError(\"no lock\")'.",
)
@click.option("--ask", is_flag=True, help="Ask at each step: take it, leave it, or stop here.")
@click.option(
    "--tests/--no-tests",
    default=False,
    help="Run the project's tests after each step; a step at which they are red is taken back.",
)
@test_command_option
@python_option
@click.option(
    "--jobs",
    default=0,
    type=click.IntRange(min=0),
    metavar="N",
    help="Processes that work side by side; without it one for each processor, if there is enough to do.",
)
@click.option("--brief", is_flag=True, help="One line for each step, without diffs.")
@click.option("--json", "as_json", is_flag=True, help="Print the results as JSON.")
@click.pass_context
def untangle(
    ctx: click.Context,
    targets: tuple[str, ...],
    write: bool,
    commit: bool,
    strict: bool,
    no_run: bool,
    max_steps: int,
    only: tuple[str, ...],
    skip: tuple[str, ...],
    until: tuple[str, ...],
    names: tuple[str, ...],
    naming_command: tuple[str, ...],
    reach: str,
    take: tuple[str, ...],
    raising: str,
    ask: bool,
    tests: bool,
    test_command: str,
    python: str,
    jobs: int,
    brief: bool,
    as_json: bool,
) -> None:
    """Simplify functions step by step; every step is checked to behave the same.

    Prints each step with its reason, its diff and its verdict, then the whole change and the
    measures before and after. A step that is not at least tested is taken back; names and tables
    must be proved, unless --only asks for them. With --only, a TARGET with a line means the one
    place on that line, and FILE.py:10-24 the statements on those lines. Defaults may stand under
    [tool.dreck] in pyproject.toml.
    """
    from .ask import Terminal
    from .show import progress, show_untangling

    if ask and not (sys.stdin.isatty() and sys.stdout.isatty()):
        raise SettingError("--ask needs a terminal: leave it out, or give --only and --take")
    if ask and as_json:
        raise SettingError("--ask and --json do not go together: give one of them")
    if write or commit:
        for note in api.mend(targets[0].partition("::")[0]):
            complain(note)
    if commit:
        api.check_clean(*targets)
    with progress(targets, enabled=not as_json and not ask and sys.stderr.isatty()) as tick:
        found = api.untangle(
            *targets,
            strict=strict,
            run=not no_run,
            max_steps=max_steps,
            only=_listed(only),
            skip=_listed(skip),
            until=_measures(until),
            names=_names(names),
            naming_command=naming_command,
            reach=reach,
            take=_numbers(take),
            raising=raising,
            ask=Terminal() if ask else None,
            tests=test_command if tests else "",
            python=python,
            jobs=jobs,
            tick=tick,
        )
    if ask and found.changes and not (write or commit):
        write = click.confirm("Write what was taken?")
    written = found.write(commit=commit) if write or commit else []
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    else:
        show_untangling(
            found, written, brief=brief, asked=ask, committed=commit, only=_listed(only)
        )
    problems = [*found.problems, *_unused(_names(names), found)]
    for problem in problems:
        complain(problem)
    ctx.exit(Exit.WRONG_USE if problems else Exit.DONE)


def _unused(names: dict[str, str], found: Untangling) -> list[str]:
    """A line for each wanted name that no step gave."""
    diffs = [s.diff for f in found.functions for s in (*f.steps, *f.taken_back)]
    missing = [
        (key, name) for key, name in names.items() if not any(name in diff for diff in diffs)
    ]
    return [
        f"--name {key}={name}: no step gave a name there; each step shows its line and its names"
        for key, name in missing
    ]


def _listed(given: tuple[str, ...]) -> list[str]:
    """The names in options that may be given several times, each with commas."""
    return [name.strip() for text in given for name in text.split(",") if name.strip()]


def _numbers(given: tuple[str, ...]) -> list[int]:
    """``2`` and ``2,3``."""
    for text in _listed(given):
        if not text.isdecimal():
            raise SettingError(f"--take {text}: give the number of an offer, as in --take 2")
    return [int(text) for text in _listed(given)]


def _names(given: tuple[str, ...]) -> dict[str, str]:
    """``47=is_closed`` and ``is_out_of_range=is_closed``."""
    found = {}
    for text in _listed(given):
        key, _, name = text.partition("=")
        if not key.strip() or not name.strip():
            raise SettingError(
                f"--name {text}: give the line of a step and a name, as in 47=is_closed"
            )
        found[key.strip()] = name.strip()
    return found


def _measures(given: tuple[str, ...]) -> dict[str, int]:
    """``nesting=2`` and the like; a dash in a measure's name is as good as an underscore."""
    found = {}
    for text in _listed(given):
        name, _, number = text.partition("=")
        if not number.strip().isdecimal():
            raise SettingError(f"--until {text}: give a measure and a number, as in nesting=2")
        found[name.strip().replace("-", "_")] = int(number)
    return found
