"""Texts inside of Markdown tables (GitHub Flavored Markdown)."""

from __future__ import annotations


def cell(text: str) -> str:
    """Text in a cell of a table: no markup, no line ends, no bars."""
    for mark in "\\`*_[]<>|":
        text = text.replace(mark, f"&#{ord(mark)};")
    return " ".join(text.split())


def code(text: str) -> str:
    """Text as code, also where it has backquotes and bars."""
    return f"<code>{cell(text)}</code>"
