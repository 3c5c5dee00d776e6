"""Type switches of the lock-keepers' office: tables, rows, members, classes, over several files.

    python examples/switches_to_tables.py

Works on a copy of the demo project: every move is taken, its verdict is printed with the code that
came out, and the project's own tests run at the end.
"""

import os
import subprocess
import sys
import tempfile
from pathlib import Path

import dreck
from dreck.demo import copy_project

# What is taken apart, with which moves, and from which word on the result is shown.
PLAN = [
    (
        "arms written alike, then rows with named fields",
        "canal/dues.py::passage_due",
        "align-arms,lookup-table",
        "def passage_due",
    ),
    (
        "plus here and minus there",
        "canal/dues.py::level_after",
        "align-arms,lookup-table",
        "def level_after",
    ),
    ("two subjects at once", "canal/dues.py::minutes", "lookup-table", "def minutes"),
    ("a ladder of limits", "canal/levels.py::band", "band-table", "def band"),
    (
        "long arms, a function each, then a table of those",
        "canal/tolls.py::base_toll",
        "arm-functions,lookup-table",
        "def base_toll",
    ),
    (
        "a method of the object for each order",
        "canal/yard.py::Yard.take",
        "lookup-table",
        "    def take",
    ),
    (
        "bands, and which of them it is, apart",
        "canal/yard.py::lift_price",
        "band-table",
        "def lift_price",
    ),
    ("one table of rows for two functions", "canal/yard.py", "lookup-table,join-tables", "GOODS"),
    (
        "rules as rows, which callers may replace",
        "canal/yard.py::stamps",
        "rule-rows,parameterize-table",
        "def stamps",
    ),
    ("a row of two values for each signal", "canal/signals.py::lamps", "lookup-table", "def lamps"),
    (
        "members of an enum know their data",
        "canal/signals.py::minutes_to_wait",
        "enum-data",
        "    @property",
    ),
    (
        "classes of another file answer for themselves",
        "canal/dues.py",
        "methods-on-classes",
        "def day_rate",
    ),
    (
        "a class that lacks an attribute gets the neutral one",
        "canal/yard.py::hands",
        "methods-on-classes",
        "def hands",
    ),
    (
        "a base class that stands for all of them",
        "canal/yard.py::bill",
        "common-base",
        "class Gear",
    ),
    ("classes that are not ours", "canal/dues.py", "single-dispatch", "def entry"),
    (
        "a flag that only picks a branch, with its callers",
        "canal/dues.py",
        "split-flag",
        "def ticket",
    ),
    (
        "a class that switches on its own kind",
        "canal/locks.py",
        "chain-branches,subclass-per-kind",
        "def make_lock",
    ),
]


def main() -> None:
    """Go through the plan, then run the tests of the project."""
    with tempfile.TemporaryDirectory() as folder:
        copy_project(Path(folder, "office"))
        os.chdir(Path(folder, "office"))
        for title, target, moves, word in PLAN:
            found = dreck.untangle(target, only=moves.split(","))
            files = ", ".join(p.as_posix() for p in found.write())
            print(f"{title}: {found.verdict.value} ({files})\n")
            text = Path(target.partition("::")[0]).read_text(encoding="utf-8")
            print(
                "    "
                + text[text.index(word) :].partition("\n\n\n")[0].rstrip().replace("\n", "\n    ")
                + "\n"
            )
        done = subprocess.run(
            [sys.executable, "-m", "pytest", "-q", "tests"],
            capture_output=True,
            text=True,
            check=False,
        )
        told = (done.stdout.strip() or done.stderr.strip() or "they said nothing").splitlines()
        print("the project's own tests:", told[-1].split(" in ")[0])
        os.chdir(Path(folder).parent)


if __name__ == "__main__":
    main()
