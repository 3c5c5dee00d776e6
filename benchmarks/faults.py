"""How many planted faults the judge finds: one at a time, in functions with declared parameters.

    python benchmarks/faults.py FOLDER... [--faults 500] [--seed 1] [--tests FOLDER=COMMAND]

Plants a fault of the kinds that people make (an order or equality moved, a condition turned, arms
exchanged, another number, key, sign or argument, a step left out) in a function drawn at random,
and asks the judge about the function as it was and as it is. Found is what `differs`; what is
`proved` is an equivalent mutant, unless the judge is wrong: the number of these is printed, too,
and --show names them. With --tests, a project's own tests are run against a copy with the same
faults, to say how many they catch. Prints a line for each folder, and the time to find a fault.
The same seed plants the same faults.
"""

from __future__ import annotations

import argparse
import ast
import random
import shlex
import shutil
import statistics
import subprocess
import sys
import tempfile
import time
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path

from dreck.judge.face.judge import Judge
from dreck.judge.face.verdict import Verdict
from dreck.judge.faults.planted import Fault, planted_faults, planted_slips
from dreck.judge.trials.runner import ProcessRunner
from dreck.judge.versions.version import Version

ROW = "{:>6} {:>6} {:>7} {:>9} {:>7} {:>10} {:>7} {:>6}  {}"
# Longer functions take long, and shorter ones have nothing to go wrong.
LINES = range(3, 80)


@dataclass(frozen=True, slots=True)
class Drawn:
    """A fault in a function of a file.

    Attributes:
        path: the file.
        function: the qualified name.
        fault: the fault.
    """

    path: Path
    function: str
    fault: Fault


def main() -> None:
    """Measure, and print a line for each folder and one for all."""
    parser = argparse.ArgumentParser()
    parser.add_argument("folders", nargs="+", type=Path)
    parser.add_argument("--faults", type=int, default=500)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--tests", action="append", default=[], metavar="FOLDER=COMMAND")
    parser.add_argument("--show", action="store_true", help="name what was not found")
    args = parser.parse_args()
    tests = {Path(f).resolve(): c for f, _, c in (t.partition("=") for t in args.tests)}
    names = ("faults", "found", "proved", "tested", "none", "of others", "median", "tests")
    print(ROW.format(*names, "folder"))
    together: Counter[str] = Counter()
    every: list[float] = []
    for folder in args.folders:
        chance = random.Random(args.seed)
        drawn = list(draw(folder, args.faults // len(args.folders), chance))
        verdicts, seconds = asked(drawn, show=args.show)
        command = tests.get(folder.resolve())
        caught = "" if command is None else str(caught_by_tests(folder, drawn, command))
        line(verdicts, seconds, caught, folder.as_posix())
        together += verdicts
        every += seconds
    line(together, every, "", "all together")


def line(verdicts: Counter[str], seconds: Sequence[float], caught: str, name: str) -> None:
    """One line: of faults that are no equivalent mutants, so far as is known, the share found."""
    total, found = sum(verdicts.values()), verdicts["differs"]
    same = verdicts["proved"] + verdicts["proved-under"]
    share = f"{found / (total - same):.1%}" if total > same else "-"
    median = f"{statistics.median(seconds):.2f} s" if seconds else "-"
    told = (total, found, same, verdicts["tested"], verdicts["undecided"])
    print(ROW.format(*told, share, median, caught, name), flush=True)


def draw(folder: Path, count: int, chance: random.Random) -> Iterator[Drawn]:
    """So many faults, each in a function drawn at random: no two in the same place."""
    places = list(functions_with_hints(folder))
    chance.shuffle(places)
    drawn: set[tuple[Path, str, str]] = set()
    while places and len(drawn) < count:
        for path, function in list(places):
            text = path.read_text(encoding="utf-8")
            faults = [*planted_faults(text, function), *planted_slips(text, function)]
            left = [f for f in faults if (path, function, f.what) not in drawn]
            if not left:
                places.remove((path, function))
                continue
            fault = chance.choice(left)
            drawn.add((path, function, fault.what))
            yield Drawn(path, function, fault)
            if len(drawn) == count:
                return


def functions_with_hints(folder: Path) -> Iterator[tuple[Path, str]]:
    """The functions and methods below a folder whose parameters are all declared."""
    for path in sorted(folder.rglob("*.py")):
        try:
            version = Version(path, path.read_text(encoding="utf-8"))
            functions = version.functions
        except (SyntaxError, ValueError):
            continue
        for name, function in functions.items():
            node = function.node
            given = [*node.args.posonlyargs, *node.args.args, *node.args.kwonlyargs]
            given = (
                given[1:] if "." in name and given and given[0].arg in ("self", "cls") else given
            )
            length = (node.end_lineno or 0) - node.lineno
            declared = given and all(a.annotation is not None for a in given)
            if declared and length in LINES and not function.around:
                yield path, name


def asked(drawn: Sequence[Drawn], *, show: bool) -> tuple[Counter[str], list[float]]:
    """The judge's verdicts, and how long it took to find what it found."""
    judge = Judge(runner=ProcessRunner())
    verdicts: Counter[str] = Counter()
    seconds = []
    for each in drawn:
        before = Version(each.path, each.path.read_text(encoding="utf-8"))
        after = Version(each.path, ast.unparse(each.fault.tree))
        start = time.perf_counter()
        found = judge.vouch(before, after, each.function).verdict
        verdicts[found.value] += 1
        if found is Verdict.DIFFERS:
            seconds.append(time.perf_counter() - start)
        elif show:
            print(f"  {found.value}: {each.path}::{each.function}, {each.fault.what}", flush=True)
    return verdicts, seconds


def caught_by_tests(folder: Path, drawn: Sequence[Drawn], command: str) -> int:
    """How many of the faults turn a project's own tests red, each in a copy of the project."""
    words = shlex.split(command)
    words = [sys.executable, *words[1:]] if words[0] == "python" else words
    with tempfile.TemporaryDirectory(prefix="dreck-faults-") as scratch:
        copy = Path(scratch, "project")
        shutil.copytree(folder, copy, ignore=shutil.ignore_patterns(".git", "__pycache__"))
        if subprocess.run(words, cwd=copy, capture_output=True, check=False).returncode:
            raise SystemExit(f"{folder}: its tests fail as things are; give another command")
        caught = 0
        for each in drawn:
            path = copy / each.path.relative_to(folder)
            text = path.read_text(encoding="utf-8")
            path.write_text(ast.unparse(each.fault.tree), encoding="utf-8")
            try:
                done = subprocess.run(
                    words, cwd=copy, capture_output=True, check=False, timeout=600
                )
                caught += done.returncode != 0
            except subprocess.TimeoutExpired:
                caught += 1
            path.write_text(text, encoding="utf-8")
    return caught


if __name__ == "__main__":
    main()
