"""A check for every change: nothing gets worse, and a refactoring changes nothing.

python examples/a_gate.py

Plays a branch in a copy of the demo project that is under git. A tangle is added, and a boundary
slips: the baseline finds the one, vouching the other. What is printed is what a build would print;
the statuses are what it would stop at.
"""

import os
import subprocess
import sys
import tempfile
from pathlib import Path

from dreck.demo import copy_project

WHO = ["-c", "user.name=Keeper", "-c", "user.email=keeper@example.org"]


def dreck(*arguments: str) -> int:
    """Run the command as a build does; show its last lines."""
    done = subprocess.run(
        [sys.executable, "-m", "dreck", *arguments], capture_output=True, text=True, check=False
    )
    print(f"$ dreck {' '.join(arguments)}")
    for line in (done.stdout + done.stderr).rstrip().splitlines()[-3:]:
        print(f"  {line.strip()}")
    print(f"  status {done.returncode}")
    return done.returncode


def git(*arguments: str) -> None:
    """Run git."""
    subprocess.run(["git", *WHO, *arguments], check=True, capture_output=True)


def main() -> None:
    """Set the gate up, then let two changes run into it."""
    with tempfile.TemporaryDirectory() as scratch:
        copy_project(Path(scratch, "office"))
        os.chdir(Path(scratch, "office"))
        git("init", "-q", ".")
        dreck("survey", "canal", "--worst", "1", "--set-baseline", "known.json")
        git("add", ".")
        git("commit", "-qm", "as found")

        # A refactoring that changes nothing passes; its steps are proved.
        dreck("untangle", "canal/permits.py", "--write", "--brief")
        passed = dreck("vouch", "--since", "HEAD")
        dreck("survey", "canal", "--worst", "1", "--set-baseline", "known.json")
        git("commit", "-qam", "permits untangled")

        # A new tangle, and a slip of the hand.
        path = Path("canal/signals.py")
        path.write_text(
            path.read_text()
            + "\n\ndef may_pass(boat, lock, hour):\n"
            + "    if boat.papers and (lock.open or hour < 20) and not boat.towed:\n"
            + "        return True\n    else:\n        return False\n"
        )
        tangled = dreck("survey", "canal", "--worst", "1", "--baseline", "known.json")
        path = Path("canal/tolls.py")
        path.write_text(path.read_text().replace("length > 200", "length >= 200"))
        slipped = dreck("vouch", "--since", "HEAD", "canal/tolls.py")
        print(f"passed {passed}, tangled {tangled}, slipped {slipped}")
        os.chdir(Path(scratch).parent)


if __name__ == "__main__":
    main()
