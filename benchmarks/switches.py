"""Count the switches of real code: what they pick by, how alike their arms are, and what the moves
make of them.

    python benchmarks/switches.py [--show N] [FOLDER...]

Without a folder the modules of the installed Python's standard library are read (its tests left
out). Nothing
is changed. For every switch of three arms or more (the default counted) each move that could turn
it is asked;
what it makes is given to the judge, which runs nothing. --show prints the first N results in full.
"""

from __future__ import annotations

import collections
import sys
import sysconfig
import time
from collections.abc import Iterator
from pathlib import Path

from dreck.aligning.switches import Switch, switches_of
from dreck.aligning.tables import alignments
from dreck.errors import DreckError
from dreck.judge.versions.version import Version
from dreck.judge.face.judge import Judge
from dreck.moves.module_view import ModuleView
from dreck.moves.registry import ModuleMove, ModuleRefused, ModuleSite, all_moves
from dreck.moves.wishes import Wishes
from dreck.outline import Function
from dreck.source.diffs import unified
from dreck.source.files import SourceFile
from dreck.source.targets import python_files

_LEAST_ARMS = 3
_LEFT_OUT = frozenset({"test", "tests", "idle_test", "site-packages", "lib2to3"})
_BY = {"lookup-table": "equal values", "band-table": "ranges", "methods-on-classes": "classes"}


def main() -> int:
    """Run the benchmark."""
    given = sys.argv[1:]
    show = int(given[1]) if given[:1] == ["--show"] else 0
    folders = [Path(f) for f in (given[2:] if show else given)] or [
        Path(sysconfig.get_paths()["stdlib"])
    ]
    functions = 0
    counts: dict[str, collections.Counter[str]] = collections.defaultdict(collections.Counter)
    started = time.perf_counter()
    for view in _views(folders):
        for function in view.functions.values():
            functions += 1
            found = [s for s in switches_of(view, function) if len(s.bodies) >= _LEAST_ARMS]
            for switch in found:
                kind = _BY.get(switch.moves[0] if switch.moves else "", "classes")
                counts[kind]["found"] += 1
                said, text = _turned(view, function, switch)
                counts[kind][said] += 1
                if text is not None and show > 0:
                    show -= 1
                    print(f"{view.path}::{function.name} line {switch.line}: {said}")
                    print(unified(view.text, text, view.path.name))
            for alignment in alignments(view, function) if found else ():
                alike = (
                    "alike"
                    if alignment.is_table
                    else "of one shape" if alignment.of_expressions else "unlike"
                )
                counts["all"][f"arms {alike}"] += 1
    print(f"{functions} functions, {time.perf_counter() - started:.1f} s")
    for kind, tally in counts.items():
        print(f"{kind}: " + ", ".join(f"{n} {what}" for what, n in tally.most_common()))
    return 0


def _views(folders: list[Path]) -> Iterator[ModuleView]:
    for path in (p for f in folders for p in python_files(f)):
        if not _LEFT_OUT & set(path.parts):
            try:
                source = SourceFile.read(path)
                source.parse()
            except DreckError:
                continue
            yield ModuleView(path, source.text)


def _turned(view: ModuleView, function: Function, switch: Switch) -> tuple[str, str | None]:
    """What becomes of a switch, in words, and the new text of its file."""
    reasons = []
    for name in switch.moves:
        move = all_moves()[name]
        assert isinstance(move, ModuleMove)
        for line in switch.lines[:2]:
            for found in move.look(view, function, Wishes(line=line, asked=True)):
                if isinstance(found, ModuleRefused):
                    reasons.append(f"refused ({name}: {found.reason})")
                elif isinstance(found, ModuleSite):
                    verdict = (
                        Judge(runner=None)
                        .vouch(Version(view.path, view.text), Version(view.path, found.text))
                        .verdict
                    )
                    if verdict.same:
                        return f"turned by {name} ({verdict.value})", found.text
                    reasons.append(f"taken back ({name})")
    of_classes = "methods-on-classes" in switch.moves
    left = (
        "left (classes of elsewhere, or work around the chain)"
        if of_classes
        else "left (the arms differ in more than constants)"
    )
    return (reasons[0] if reasons else left), None


if __name__ == "__main__":
    sys.exit(main())
