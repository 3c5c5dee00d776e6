"""Texts inside of Markdown tables (GitHub Flavored Markdown)."""

from __future__ import annotations

import re


def cell(text: str) -> str:
    """Text in a cell of a table: no markup, no line ends, no bars."""
    return " ".join(_escaped(text).split())


def _escaped(text: str) -> str:
    for mark in "\\`*_[]<>|":
        text = text.replace(mark, f"&#{ord(mark)};")
    return text


def said(text: str) -> str:
    """A sentence with code between backquotes."""
    parts = re.split(r"`([^`]+)`", text)
    return "".join(
        code(p) if i % 2 else re.sub(r"\s+", " ", _escaped(p)) for i, p in enumerate(parts)
    )


def code(text: str) -> str:
    """Text as code, also where it has backquotes and bars."""
    return f"<code>{cell(text)}</code>"
