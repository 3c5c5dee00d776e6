"""Unified diffs."""

from __future__ import annotations

import difflib

from .lines import split_lines


def unified(before: str, after: str, name: str, context: int = 3) -> str:
    r"""The unified diff of two texts; empty if they are equal.

    Args:
        before, after: the texts.
        name: the path shown in the header.
        context: unchanged lines around each change.
    """
    lines = difflib.unified_diff(split_lines(before), split_lines(after), f"a/{name}", f"b/{name}", n=context)
    return "".join(line if line.endswith(("\n", "\r")) else f"{line}\n\\ No newline at end of file\n" for line in lines)
