"""Steps and exits in words, for messages."""

from __future__ import annotations

import ast

from ..ir.graph import Cut, Leave, Load, Node, Test


def exit_text(node: Leave) -> str:
    """How a version leaves."""
    text = shortened(node.source)
    if node.how == "raise":
        return text if text.startswith(("raise", "assert")) else f"an exception of `{text}`"
    return text or "ends"


def say(node: Node) -> str:
    """A node in words, for messages."""
    if isinstance(node, Cut):
        return "starts a loop"
    source = getattr(node, "source", None)
    text = shortened(source)
    if isinstance(node, Leave):
        return (f"{node.how}s" if source is None or not text else f"leaves with `{text}`").replace(
            "returns", "ends"
        )
    if isinstance(node, Test | Load):
        return f"asks `{text}`"
    return f"evaluates `{text}`"


def shortened(source: ast.AST | None) -> str:
    """The text of a piece of source, cut to a length that fits a line."""
    if source is None:
        return ""
    try:
        text = ast.unparse(source).split("\n")[0]
    except (AttributeError, ValueError):
        return type(source).__name__
    return text if len(text) <= 60 else text[:57] + "..."
