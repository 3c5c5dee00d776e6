"""Two versions side by side: lines that only moved to the left or right are joined."""

from __future__ import annotations

import difflib
import re
from collections.abc import Iterator
from dataclasses import dataclass

_HUNK = re.compile(r"@@ -(\d+)(?:,\d+)? \+(\d+)")


@dataclass(frozen=True, slots=True)
class Pair:
    """A row: a line of each version, or of one.

    Attributes:
        old, new: their text; empty where the version has none there.
        old_line, new_line: their numbers; 0 where the version has none there.
        mark: ``same``, ``moved`` (only its indentation changed), ``went``, ``came``, or ``place``
            where lines are left out.
    """

    old: str
    new: str
    old_line: int
    new_line: int
    mark: str


def side_by_side(diff: str) -> list[Pair]:
    """The rows of a unified diff of one file.

    Args:
        diff: a unified diff.
    """
    found: list[Pair] = []
    for old_start, new_start, old, new in _hunks(diff):
        if found:
            found.append(Pair("", "", old_start, new_start, "place"))
        found += _paired(old, new, old_start, new_start)
    return found


def _hunks(diff: str) -> Iterator[tuple[int, int, list[str], list[str]]]:
    old: list[str] = []
    new: list[str] = []
    starts: tuple[int, int] | None = None
    for line in diff.splitlines():
        found = _HUNK.match(line)
        if found:
            if starts is not None:
                yield *starts, old, new
            starts, old, new = (int(found[1]), int(found[2])), [], []
        elif starts is None or line.startswith("\\"):
            continue
        elif line[:1] in ("-", " ", ""):
            old.append(line[1:])
            if line[:1] != "-":
                new.append(line[1:])
        elif line[:1] == "+":
            new.append(line[1:])
    if starts is not None:
        yield *starts, old, new


def _paired(old: list[str], new: list[str], old_start: int, new_start: int) -> Iterator[Pair]:
    matcher = difflib.SequenceMatcher(
        None, [x.strip() for x in old], [x.strip() for x in new], autojunk=False
    )
    for what, i, j, m, n in matcher.get_opcodes():
        if what == "equal":
            for a, b in zip(range(i, j), range(m, n), strict=True):
                mark = "same" if old[a] == new[b] or not new[b].strip() else "moved"
                yield Pair(old[a], new[b], old_start + a, new_start + b, mark)
            continue
        yield from (Pair(old[a], "", old_start + a, 0, "went") for a in range(i, j))
        yield from (Pair("", new[b], 0, new_start + b, "came") for b in range(m, n))
