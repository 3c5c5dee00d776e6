"""Lines as the Python parser counts them."""

from __future__ import annotations

import re

_LINE = re.compile(r"[^\r\n]*(?:\r\n|\r|\n)|[^\r\n]+")
_BREAK = re.compile(r"\r\n|\r|\n")


def split_lines(text: str) -> list[str]:
    r"""Split at ``\n``, ``\r\n`` and ``\r`` only, keeping the line ends.

    >>> split_lines("a\r\nb\x0cc\n")
    ['a\r\n', 'b\x0cc\n']
    """
    return _LINE.findall(text)


def newline_of(text: str) -> str:
    r"""The first line end of a text, ``"\n"`` if it has none."""
    found = _BREAK.search(text)
    return found.group() if found else "\n"
