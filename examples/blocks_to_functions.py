"""A page of code becomes a short story: blocks of the day book get functions of their own.

    python examples/blocks_to_functions.py

Works on a copy of the lock-keepers' office in a scratch folder. First Dreck takes what pays by
itself, then the lines that a person means.
"""

from __future__ import annotations

import os
import tempfile
from pathlib import Path

import dreck
from dreck.demo import copy_project

BOOK = Path("canal/daybook.py")


def main() -> None:
    """Untangle, then ask for one block more."""
    with tempfile.TemporaryDirectory() as scratch:
        os.chdir(copy_project(Path(scratch) / "office"))
        found = dreck.untangle(f"{BOOK}::close_day")
        found.write()
        told(found)
        first, last = lines_of("# the head of the page", "keeper = board[lock]")
        found = dreck.untangle(
            f"{BOOK}:{first}-{last}",
            only=["extract-function"],
            names={str(first): "read_head"},
        )
        found.write()
        told(found)
        print(BOOK.read_text().partition("def close_day")[2].partition("\n\n\n")[0])


def lines_of(comment: str, end: str) -> tuple[int, int]:
    """The lines between a comment and the end of its block."""
    lines = BOOK.read_text().splitlines()
    start = next(i for i, line in enumerate(lines) if comment in line)
    return start + 2, next(i for i, line in enumerate(lines) if i > start and end in line) + 1


def told(found: dreck.Untangling) -> None:
    """One line for each step."""
    for step in found.functions[0].steps:
        print(f"{step.move} at line {step.line}: {step.verdict.verdict.value}")


if __name__ == "__main__":
    main()
