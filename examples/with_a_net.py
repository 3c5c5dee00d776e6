"""Pin a function, take it apart with the tests watching, and go back one step.

    python examples/with_a_net.py

Works on a copy of the lock-keepers' office in a scratch folder.
"""

from __future__ import annotations

import os
import tempfile
from pathlib import Path

import dreck
from dreck.demo import copy_project

TARGET = "canal/office.py::Office.close_up"


def main() -> None:
    """Look, pin, untangle, undo."""
    with tempfile.TemporaryDirectory() as scratch:
        os.chdir(copy_project(Path(scratch) / "office"))
        (held,) = dreck.held_by_tests(TARGET).functions
        print(f"{len(held.tests)} test runs it and catches {held.caught} of {held.planted} faults")

        pins = dreck.pin(TARGET, record="python -m pytest -q tests")
        pins.write(Path("tests/test_pins_office.py"))
        (pinned,) = pins.functions
        print(f"{pinned.cases} pins take {pinned.reached} of {pinned.branches} branches", end="")
        print(f" and catch {pinned.caught} of {pinned.planted} faults")

        found = dreck.untangle(TARGET, tests="python -m pytest")
        for step in found.functions[0].steps:
            ran = (
                f"{step.tests.count} tests green"
                if step.tests and step.tests.count
                else "same code"
            )
            print(f"{step.move}: {step.verdict.verdict.value}, {ran}")
        found.write()

        (last,) = dreck.undo()
        print(f"taken back: {last.move}; {sum(not e.undone for e in dreck.written())} steps stand")


if __name__ == "__main__":
    main()
