"""From a switch on kinds to classes that answer for themselves, with a page that shows it.

python examples/kinds_to_classes.py [PAGE.html]

Takes the yard of the lock-keepers' office: what gear needs in hands is asked by class, what a lock
does by its own kind. The steps are printed with their verdicts; with a name, a page about them is
written.
"""

import os
import sys
import tempfile
from pathlib import Path

import dreck
from dreck.demo import copy_project

SWITCHES = [
    ("a method on each class", "canal/yard.py::hands", ["methods-on-classes"]),
    (
        "a class for each kind of lock, and a factory that picks",
        "canal/locks.py",
        ["chain-branches", "subclass-per-kind"],
    ),
    ("classes that are not ours", "canal/dues.py", ["single-dispatch"]),
]


def main() -> None:
    """Take the switches one by one; each result is written before the next is looked at."""
    page = Path(sys.argv[1]).resolve() if len(sys.argv) > 1 else None
    with tempfile.TemporaryDirectory() as scratch:
        copy_project(Path(scratch, "office"))
        os.chdir(Path(scratch, "office"))
        if page is not None:
            made = dreck.write_up("canal/yard.py", "canal/locks.py", run=False, reach="across")
            page.write_text(made.html(), encoding="utf-8")
            print(f"{page.name}: {made.steps} steps")
        for title, target, moves in SWITCHES:
            found = dreck.untangle(target, only=moves, run=False)
            print(f"{title}: {found.verdict.value}")
            for function in found.functions:
                for step in function.steps:
                    print(f"  {step.move}, line {step.line}: {step.why}")
            found.write()
        print(
            "class Staircase" in Path("canal/locks.py").read_text() and "Staircase is a class now"
        )
        os.chdir(Path(scratch).parent)


if __name__ == "__main__":
    main()
