"""Diffs for people: what only moved to the left or right is folded, so that the change shows."""

from __future__ import annotations

import difflib
import re
from collections.abc import Iterator

_HUNK = re.compile(r"@@ -(\d+)")
# Of a longer run of lines that only moved, this many are shown at each end.
_SHOWN = 2
# Lines of context shown behind a change.
_BEHIND = 1

# A part in which marks change more often than this reads better as old and new code apart.
_MIXED = 12


def folded(diff: str) -> Iterator[tuple[str, str]]:
    """The lines of a unified diff with their marks.

    ``-`` and ``+`` are lines that went and came, ``<`` and ``>`` lines that only moved to the
    left or right, a blank is context, ``@`` tells where a part of the file starts.
    """
    for place, old, new in (hunk for name, part in _by_file(diff) for hunk in _hunks(name, part)):
        yield "@", place
        lines = list(_aligned(old, new))
        came_and_went = "".join(mark for mark, _ in lines if mark in "-+ <>")
        mixed = sum(came_and_went[i] != came_and_went[i - 1] for i in range(1, len(came_and_went)))
        yield from _trimmed(list(_apart(old, new)) if mixed > _MIXED else lines)


def _apart(old: list[str], new: list[str]) -> Iterator[tuple[str, str]]:
    """All that went, then all that came: for code that was written anew rather than changed."""
    head = _alike(old, new)
    tail = min(_alike(old[::-1], new[::-1]), len(old) - head, len(new) - head)
    outer = _indent(old[head])
    while tail and _indent(old[len(old) - tail]) > outer:
        tail -= 1  # the end of what was written anew belongs to it
    yield from ((" ", line) for line in old[:head])
    yield from (("-", line) for line in old[head : len(old) - tail])
    yield from (("+", line) for line in new[head : len(new) - tail])
    yield from ((" ", line) for line in old[len(old) - tail :])


def _indent(line: str) -> int:
    return len(line) - len(line.lstrip())


def _alike(old: list[str], new: list[str]) -> int:
    """How many lines at the start are the same."""
    return next(
        (i for i, (a, b) in enumerate(zip(old, new, strict=False)) if a != b),
        min(len(old), len(new)),
    )


def _trimmed(lines: list[tuple[str, str]]) -> list[tuple[str, str]]:
    """The lines with less context behind the change, and none that is blank."""
    end = len(lines)
    while end and lines[end - 1][0] == " ":
        end -= 1
    behind = lines[end : end + _BEHIND]
    return lines[:end] + [line for line in behind if line[1].strip()]


def _by_file(diff: str) -> Iterator[tuple[str, list[str]]]:
    """The lines of each file of a diff behind its two lines with the name; of the first file no
    name is said.
    """
    lines = diff.splitlines()
    heads = [
        i
        for i in range(len(lines) - 2)
        if lines[i].startswith("--- ")
        and lines[i + 1].startswith("+++ ")
        and _HUNK.match(lines[i + 2])
    ]
    for start, end in zip(heads, [*heads[1:], len(lines)], strict=True):
        yield lines[start][4:].removeprefix("a/") if start else "", lines[start + 2 : end]


def _hunks(name: str, lines: list[str]) -> Iterator[tuple[str, list[str], list[str]]]:
    place, old, new = "", list[str](), list[str]()
    for line in lines:
        found = _HUNK.match(line)
        if found:
            if old or new:
                yield place, old, new
            place, old, new = f"{name}{', ' if name else ''}line {found[1]}", [], []
        elif line[:1] in ("-", " "):
            old.append(line[1:])
            if line[0] == " ":
                new.append(line[1:])
        elif line[:1] == "+":
            new.append(line[1:])
    yield place, old, new


def _aligned(old: list[str], new: list[str]) -> Iterator[tuple[str, str]]:
    matcher = difflib.SequenceMatcher(
        None, [x.strip() for x in old], [x.strip() for x in new], autojunk=False
    )
    for what, i, j, m, n in matcher.get_opcodes():
        if what == "equal":
            yield from _folded_runs(
                [(_shift(a, b), b) for a, b in zip(old[i:j], new[m:n], strict=True)]
            )
        else:
            yield from (("-", line) for line in old[i:j])
            yield from (("+", line) for line in new[m:n])


def _shift(old: str, new: str) -> str:
    if old == new or not new.strip():
        return " "
    return "<" if len(new) < len(old) else ">"


def _folded_runs(lines: list[tuple[str, str]]) -> Iterator[tuple[str, str]]:
    """The lines, with the middle of each long run of moved ones left out."""
    run: list[tuple[str, str]] = []
    for mark, line in [*lines, ("", "")]:
        if mark in ("<", ">") and (not run or run[0][0] == mark):
            run.append((mark, line))
            continue
        yield from _folded_run(run)
        run = [(mark, line)] if mark in ("<", ">") else []
        if mark == " ":
            yield mark, line


def _folded_run(run: list[tuple[str, str]]) -> Iterator[tuple[str, str]]:
    if len(run) <= 2 * _SHOWN + 2:
        yield from run
        return
    yield from run[:_SHOWN]
    mark, line = run[_SHOWN]
    indent = line[: len(line) - len(line.lstrip())]
    where = "left" if mark == "<" else "right"
    yield mark, f"{indent}... {len(run) - 2 * _SHOWN} lines only moved {where}"
    yield from run[-_SHOWN:]
