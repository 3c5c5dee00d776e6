"""How well pins hold the most tangled functions of a project, beside the project's own tests.

    python benchmarks/pins.py FOLDER PACKAGE [--functions 10] [--tests COMMAND] [--record]

FOLDER is a project with tests that pass there, PACKAGE the folder in it whose functions are taken,
the dearest by cost first. Prints for each the branches that are not taken and the planted faults
that are caught, by the project's own tests and by pins made for it alone; with --record, calls of
the tests go into the pins too. The faults are the same ones.
"""

from __future__ import annotations

import argparse
import os
import time
from collections.abc import Sequence

import dreck
from dreck.errors import DreckError

ROW = "{:>5} {:>9} {:>9} {:>9} {:>9} {:>6}  {}"


def main() -> None:
    """Measure, and print a table as it grows."""
    parser = argparse.ArgumentParser()
    parser.add_argument("folder")
    parser.add_argument("package")
    parser.add_argument("--functions", type=int, default=10)
    parser.add_argument("--tests", default="python -m pytest")
    parser.add_argument("--record", action="store_true")
    args = parser.parse_args()
    os.chdir(args.folder)
    rows = sorted(dreck.survey(args.package), key=lambda r: -r.cost)[: args.functions]
    targets = [row.target for row in rows]
    held = dreck.held_by_tests(*targets, tests=args.tests).functions
    print(ROW.format("", "own tests", "", "pins", "", "", ""))
    print(ROW.format("cases", "untaken", "faults", "untaken", "faults", "s", "function"))
    totals = [0] * 6
    for target, tests in zip(targets, held, strict=True):
        own = (len(tests.untaken), tests.caught or 0, tests.planted or 0)
        start = time.perf_counter()
        try:
            (pinned,) = dreck.pin(target, record=args.tests if args.record else "").functions
        except DreckError as error:
            print(ROW.format("-", "-", "-", "-", "-", "", f"{target}: {error}"), flush=True)
            continue
        seconds = time.perf_counter() - start
        pins = (len(pinned.missed), pinned.caught, pinned.planted)
        note = f" ({pinned.why_none})" if pinned.why_none else ""
        show(pinned.cases, (*own, *pins), f"{seconds:.0f}", target + note)
        totals = [t + n for t, n in zip(totals, (*own, *pins), strict=True)]
    show("", totals, "", "all together")


def show(cases: object, found: Sequence[int], seconds: str, name: str) -> None:
    """One line."""
    sides = [found[:3], found[3:]]
    told = [cell for untaken, *pair in sides for cell in (untaken, of(*pair))]
    print(ROW.format(cases, *told, seconds, name), flush=True)


def of(part: int, whole: int) -> str:
    """Some of how many."""
    return f"{part} of {whole}" if whole else "-"


if __name__ == "__main__":
    main()
