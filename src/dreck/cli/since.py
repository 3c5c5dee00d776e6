"""``dreck vouch --since``: every function that changed between two revisions."""

from __future__ import annotations

import json
import sys
from collections.abc import Sequence

import click

from .. import __version__, api
from ..comparing.since import Since
from ..judge.face.verdict import Verdict
from .exits import Exit, complain
from .writing import write_out


def vouch_since(
    ctx: click.Context,
    revisions: str,
    paths: Sequence[str],
    *,
    strict: bool,
    run: bool,
    allow: str | None,
    python: str,
    budget: float | None,
    as_json: bool,
    files: dict[str, str | None],
) -> None:
    """Compare, print, write the files that were asked for, and end with the status."""
    from .show_since import show_since, since_progress

    with since_progress(enabled=not as_json and sys.stderr.isatty()) as tick:
        found = api.vouch_since(
            revisions,
            *paths,
            strict=strict,
            run=run,
            allow=allow or (),
            python=python,
            budget=budget,
            tick=tick,
        )
    for form, path in files.items():
        if path:
            write_out(path, _text(form, found))
    if as_json:
        click.echo(json.dumps(found.to_dict(), indent=2))
    elif "-" not in files.values():
        show_since(found)
    for problem in found.problems:
        complain(problem)
    status = {Verdict.DIFFERS: Exit.DIFFERS, Verdict.UNDECIDED: Exit.UNDECIDED}.get(
        found.verdict, Exit.DONE
    )
    if any(o.occurs is False for o in found.occurrences):
        status = Exit.DIFFERS
    ctx.exit(Exit.WRONG_USE if found.problems and status is not Exit.DIFFERS else status)


def _text(form: str, found: Since) -> str:
    from ..report.junit import junit_of
    from ..report.pull_request import markdown_of
    from ..report.sarif import sarif_of

    if form == "sarif":
        return sarif_of(found, __version__)
    return junit_of(found) if form == "junit" else markdown_of(found)
