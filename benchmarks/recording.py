"""What recording calls costs: programs run plainly and recorded, in turns, in one run.

    python benchmarks/recording.py

Prints for each program how many times longer it takes recorded; the fastest of some rounds counts.
The time in which Python starts is part of both.
"""

from __future__ import annotations

import subprocess
import sys
import tempfile
import time
from pathlib import Path

from dreck.demo import copy_project
from dreck.net.recording import record

ROUNDS = 5
QUICK = "def level(a, b):\n    return a - b if a > b else b - a\n"
SLOW = "def levels(a):\n    return sorted(str(n) for n in range(a % 200))\n"
PROGRAMS = {
    "a function of a tenth of a microsecond, 2,000,000 calls": "from marks import level\nfor n in range(2_000_000):\n    level(n, 7)\n",
    "a function of 20 microseconds, 40,000 calls": "from marks import levels\nfor n in range(40_000):\n    levels(n)\n",
}


def ratio(command: list[str], files: list[Path], project: Path) -> tuple[float, float]:
    """The seconds of a command, plain and recorded."""
    plain, taped = [], []
    for _ in range(ROUNDS):
        start = time.perf_counter()
        subprocess.run(command, cwd=project, check=True, capture_output=True)
        plain.append(time.perf_counter() - start)
        start = time.perf_counter()
        record(" ".join(command), {f: [] for f in files}, project)
        taped.append(time.perf_counter() - start)
    return min(plain), min(taped)


def main() -> None:
    """Run everything and print a table."""
    with tempfile.TemporaryDirectory() as scratch:
        folder = Path(scratch)
        (folder / "marks.py").write_text(f"{QUICK}\n\n{SLOW}")
        for number, (name, text) in enumerate(PROGRAMS.items()):
            program = folder / f"program{number}.py"
            program.write_text(text)
            show(name, *ratio([sys.executable, str(program)], [folder / "marks.py"], folder))
        office = copy_project(folder / "office")
        tests = [sys.executable, "-m", "pytest", "-q", "-p", "no:cacheprovider", str(office)]
        files = sorted((office / "canal").glob("*.py"))
        show("the tests of the demo project, all functions", *ratio(tests, files, office))


def show(name: str, plain: float, taped: float) -> None:
    """One line."""
    print(f"{taped / plain:5.2f} times  {plain:6.2f} s  {taped:6.2f} s  {name}")


if __name__ == "__main__":
    main()
