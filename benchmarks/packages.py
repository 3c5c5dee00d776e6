"""Untangle an unpacked package, and run its own tests before and after.

    python benchmarks/packages.py [--only MOVE[,MOVE]] FOLDER CODE COMMAND...

FOLDER is an unpacked source distribution, CODE the path of its code in there, COMMAND what runs its
tests
(in FOLDER). The code is changed where it is, so give a copy. For example

    python benchmarks/packages.py /tmp/sqlparse-0.6.1 sqlparse python -m pytest -q tests
"""

from __future__ import annotations

import collections
import re
import subprocess
import sys
import time
from pathlib import Path

import dreck

# Figures in a test run's last lines that are about time, not outcomes.
_SECONDS = re.compile(r" in [\d.]+s")


def main() -> int:
    """Run the benchmark; the status is 1 if a test changed its outcome."""
    if len(sys.argv) < 4:
        print(__doc__, file=sys.stderr)
        return 2
    given = sys.argv[1:]
    only = given[1].split(",") if given[0] == "--only" else []
    folder, code, *command = given[2:] if only else given
    before = _outcome(folder, command)
    started = time.perf_counter()
    found = dreck.untangle(Path(folder) / code, only=only)
    seconds = time.perf_counter() - started
    found.write()
    after = _outcome(folder, command)
    _report(found, seconds)
    print(f"tests before: {before}\ntests after:  {after}")
    return int(before != after)


def _outcome(folder: str, command: list[str]) -> str:
    done = subprocess.run(command, cwd=folder, capture_output=True, text=True, check=False)
    lines = [line for line in (done.stdout + done.stderr).splitlines() if line.strip()]
    return _SECONDS.sub("", f"{' / '.join(lines[-2:])} (status {done.returncode})")


def _report(found: dreck.Untangling, seconds: float) -> None:
    steps = [s for f in found.functions for s in f.steps]
    verdicts = collections.Counter(s.verdict.verdict.value for s in steps)
    moves = collections.Counter(s.move for s in steps)
    left = collections.Counter(p.why for f in found.functions for p in f.left_alone)
    for why, count in left.most_common(12):
        print(f"left alone {count} times: {why}")
    deep = [f for f in found.functions if f.before.nesting >= 3]
    lower = sum(f.after.nesting < f.before.nesting for f in deep)
    print(
        f"{len(found.functions)} functions, {sum(f.changed for f in found.functions)} changed in {len(steps)} steps, {seconds:.1f} s"
    )
    print("verdicts:", ", ".join(f"{n} {v}" for v, n in verdicts.most_common()))
    print("moves:", ", ".join(f"{m} {n}" for m, n in moves.most_common()))
    print(
        f"{lower} of {len(deep)} functions of nesting 3 or more came down; {sum(len(f.taken_back) for f in found.functions)} steps taken back"
    )


if __name__ == "__main__":
    sys.exit(main())
