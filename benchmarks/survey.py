"""How fast a survey is, against ``ast.parse`` over the same files in one process.

    python benchmarks/survey.py [FOLDER] [--lines N]

Reads up to N lines (300,000) of a folder, the standard library of this Python if none is given, in
turns: ``ast.parse`` alone, a cold survey without a cache, a cold one that fills a cache, a warm
one. Prints each as a share of the first; the best of three rounds counts. Nothing is imported or
run.
"""

from __future__ import annotations

import argparse
import ast
import sysconfig
import tempfile
import time
import warnings
from collections.abc import Callable
from pathlib import Path

from dreck.source.targets import Target, python_files
from dreck.surveying.cache import Cache
from dreck.surveying.tree import survey_targets

ROUNDS = 3


def chosen(folder: Path, lines: int) -> list[Path]:
    """Files that parse, with so many lines in all."""
    found, number = [], 0
    for path in python_files(folder):
        raw = path.read_bytes()
        try:
            ast.parse(raw)
        except (SyntaxError, ValueError):
            continue
        found.append(path)
        number += raw.count(b"\n")
        if number >= lines:
            break
    print(f"{len(found)} files, {number:,} lines")
    return found


def seconds(run: Callable[[], object]) -> float:
    """How long a call takes by the clock on the wall."""
    start = time.perf_counter()
    run()
    return time.perf_counter() - start


def main() -> None:
    """Measure and print."""
    parser = argparse.ArgumentParser()
    parser.add_argument("folder", nargs="?", default=sysconfig.get_paths()["stdlib"])
    parser.add_argument("--lines", type=int, default=300_000)
    given = parser.parse_args()
    warnings.simplefilter("ignore")
    paths = chosen(Path(given.folder), given.lines)
    targets = [Target(p) for p in paths]
    best: dict[str, float] = {}
    with tempfile.TemporaryDirectory() as scratch:
        for number in range(ROUNDS):
            cache = Cache(Path(scratch) / str(number))
            for name, run in (
                ("ast.parse", lambda: [ast.parse(p.read_bytes()) and None for p in paths]),
                ("cold, no cache", lambda: survey_targets(targets)),
                ("cold, fills the cache", lambda cache=cache: survey_targets(targets, cache=cache)),
                ("warm", lambda cache=cache: survey_targets(targets, cache=cache)),
            ):
                best[name] = min(best.get(name, 1e9), seconds(run))
    for name, took in best.items():
        print(f"{name:24}{took:7.2f} s{took / best['ast.parse']:8.2f} of ast.parse")


if __name__ == "__main__":
    main()
