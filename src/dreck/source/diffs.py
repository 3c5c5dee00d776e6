"""Unified diffs as GNU diff and git write them."""

from __future__ import annotations

import difflib
import re

from .lines import split_lines

# Unchanged lines around each change.
CONTEXT = 3
_HUNK = re.compile(r"^@@ -(\d+)((?:,\d+)?) \+(\d+)((?:,\d+)?) @@")


def unified(before: str, after: str, name: str, skipped: int = 0) -> str:
    """The unified diff of two texts; empty if they are equal.

    Only what lies between the first and the last line that differ is compared, so the cost
    follows the change and not the file.

    Args:
        before, after: the texts.
        name: the path shown in the header.
        skipped: lines of the file before these texts.
    """
    name = name.lstrip("/")
    old, new = split_lines(before), split_lines(after)
    same = max(_alike(old, new) - CONTEXT, 0)
    old, new = old[same:], new[same:]
    left_out = max(_alike(old[::-1], new[::-1]) - CONTEXT, 0)
    if left_out:
        old, new = old[:-left_out], new[:-left_out]
    lines = difflib.unified_diff(old, new, f"a/{name}", f"b/{name}")
    return "".join(
        _moved(
            line if line.endswith(("\n", "\r")) else f"{line}\n\\ No newline at end of file\n",
            same + skipped,
        )
        for line in lines
    )


def _alike(old: list[str], new: list[str]) -> int:
    """How many lines at the start are the same."""
    count = 0
    for one, other in zip(old, new, strict=False):
        if one != other:
            break
        count += 1
    return count


def _moved(line: str, by: int) -> str:
    """A hunk's head with the line numbers of the whole file."""
    return _HUNK.sub(lambda m: f"@@ -{int(m[1]) + by}{m[2]} +{int(m[3]) + by}{m[4]} @@", line)
