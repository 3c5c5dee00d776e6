"""Which changed functions a function may reach."""

from __future__ import annotations

import ast
from collections.abc import Iterable

from .version import Version


def reached_from(name: str, version: Version, candidates: Iterable[str]) -> set[str]:
    """Which candidate functions a function may reach, by any mention of their last name."""
    wanted = {c: c.partition("#")[0].rpartition(".")[2] for c in candidates}
    found: set[str] = set()
    pending = [name]
    seen: set[str] = set()
    while pending:
        current = pending.pop()
        if current in seen or current not in version.functions:
            continue
        seen.add(current)
        mentioned = _mentions(version.functions[current].node)
        found |= {c for c, last in wanted.items() if last in mentioned and c != name}
        pending += [
            n for n in version.functions if n.partition("#")[0].rpartition(".")[2] in mentioned
        ]
    return found


def _mentions(node: ast.AST) -> set[str]:
    words = {n.id for n in ast.walk(node) if isinstance(n, ast.Name)}
    return words | {n.attr for n in ast.walk(node) if isinstance(n, ast.Attribute)}
