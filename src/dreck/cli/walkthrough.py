"""The demo: survey, untangle, compare and test, on a copy of the demo project."""

from __future__ import annotations

import contextlib
import os
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from pathlib import Path

from rich.console import Console
from rich.text import Text

from .. import api
from ..demo import copy_project
from .show import console, show_untangling, show_vouching
from .show_survey import show_survey

_TEST_SECONDS = 120


def walk_through(into: str | None) -> None:
    """Run the whole example; the copy is kept if ``into`` says where."""
    out = console()
    with _folder(into) as folder:
        copy_project(folder)
        folder = folder.resolve()
        with contextlib.chdir(folder):
            _example(out)
    if into:
        out.print(
            f"The project is in {folder}. Go on with: [bold]dreck untangle {Path(into) / 'canal'}[/bold]",
            soft_wrap=True,
        )


@contextlib.contextmanager
def _folder(into: str | None) -> Iterator[Path]:
    if into:
        yield Path(into)
        return
    with tempfile.TemporaryDirectory(prefix="dreck-demo-") as scratch:
        yield Path(scratch) / "canal-office"


def _example(out: Console) -> None:
    _headline(out, "1. Which functions are tangled?", "dreck survey canal --worst 6")
    ranking = api.survey("canal")
    show_survey(ranking, 6)
    worst = ranking[0].target

    _headline(
        out,
        "2. Take the worst one apart, one checked step at a time",
        f"dreck untangle {worst} --write",
    )
    path = Path(worst.partition("::")[0])
    old = Path("before") / path
    old.parent.mkdir(parents=True)
    old.write_bytes(path.read_bytes())
    found = api.untangle(worst)
    show_untangling(found, found.write(), brief=False)

    _headline(
        out, "3. Is the new file really the same as the old one?", f"dreck vouch {old} {path}"
    )
    show_vouching(api.vouch(old, path), str(old), str(path))

    _headline(
        out,
        "4. And a slip of the hand: <= instead of < at eight in the evening",
        f"dreck vouch {path} slip.py --subject has_passage_at_night",
    )
    _show_slip(path)

    _run_tests(out)


def _show_slip(path: Path) -> None:
    """A typical mistake, made on purpose, and what the judge says to it."""
    slip = path.with_name("slip.py")
    slip.write_text(path.read_text().replace("return hour < 20 or", "return hour <= 20 or"))
    try:
        show_vouching(api.vouch(path, slip, "has_passage_at_night"), str(path), "slip.py")
    finally:
        slip.unlink()


def _run_tests(out: Console) -> None:
    _headline(out, "5. The project's own tests", "python -m pytest")
    environment = {**os.environ, "PYTHONDONTWRITEBYTECODE": "1"}
    command = [sys.executable, "-m", "pytest", "-q", "-p", "no:cacheprovider"]
    done = subprocess.run(
        command, capture_output=True, text=True, timeout=_TEST_SECONDS, env=environment, check=False
    )
    lines = [line for line in done.stdout.splitlines() if line.strip()]
    out.print(lines[-1] if lines else done.stderr)


def _headline(out: Console, words: str, command: str) -> None:
    out.print()
    out.print(Text.assemble((words, "bold underline")))
    out.print(Text(f"$ {command}", style="dim"))
    out.print()
