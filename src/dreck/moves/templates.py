"""Texts with braces, of which f-strings can be made that say different things of the same values."""

from __future__ import annotations

import ast
from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Templates:
    """What some f-strings have in common.

    Attributes:
        texts: the text with braces of each of them, as it is written.
        filling: what fills them, as in ``.format(unit)``.
    """

    texts: tuple[str, ...]
    filling: str


def templates_of(nodes: Sequence[ast.AST]) -> Templates | None:
    """The texts of which f-strings are made by filling in the same names, or attributes of names;
    texts without any value may be among them.

    Args:
        nodes: the f-strings.

    Returns:
        None if anything else is filled in, or if one is written in several lines.
    """
    pieces = [p for p in map(_pieces, nodes) if p is not None]
    asked = list(dict.fromkeys(p for each in pieces for p in each if not isinstance(p, str)))
    if len(pieces) < len(nodes) or not asked:
        return None
    once = all(sum(not isinstance(p, str) for p in each) < 2 for each in pieces)
    words = [""] if len(asked) == 1 and once else ["0"] if len(asked) == 1 else []
    words = words or [each.name.rpartition(".")[2] for each in asked]
    if len(set(words)) < len(asked):
        return None
    places = {each: f"{{{word}}}" for each, word in zip(asked, words, strict=True)}
    texts = [
        "".join(places[p] if isinstance(p, _Place) else _escaped(p) for p in each)
        for each in pieces
    ]
    several = len(asked) > 1
    given = [f"{w}={e.name}" if several else e.name for e, w in zip(asked, words, strict=True)]
    return Templates(tuple(map(_written, texts)), f".format({', '.join(given)})")


@dataclass(frozen=True, slots=True)
class _Place:
    """A name, or an attribute of one, that is filled in."""

    name: str


def _pieces(node: ast.AST) -> list[str | _Place] | None:
    """The texts and places of an f-string, in their order."""
    if not isinstance(node, ast.expr) or node.lineno != node.end_lineno:
        return None
    if isinstance(node, ast.Constant):
        return [node.value] if isinstance(node.value, str) else None
    if not isinstance(node, ast.JoinedStr):
        return None
    found: list[str | _Place] = []
    for part in node.values:
        if isinstance(part, ast.Constant):
            found.append(str(part.value))
        elif isinstance(part, ast.FormattedValue) and _is_as_it_is(part):
            found.append(_Place(ast.unparse(part.value)))
        else:
            return None
    return found


def _is_as_it_is(part: ast.FormattedValue) -> bool:
    """Whether a name is filled in as it is."""
    value: ast.expr = part.value
    while isinstance(value, ast.Attribute):
        value = value.value
    return isinstance(value, ast.Name) and part.conversion == -1 and part.format_spec is None


def _escaped(text: str) -> str:
    return text.replace("{", "{{").replace("}", "}}")


def _written(text: str) -> str:
    """A text as most people write it: in double quotes, where it has none."""
    written = repr(text)
    inside = written[1:-1]
    return (
        f'"{inside}"' if written[0] == "'" and '"' not in text and "\\'" not in inside else written
    )


def say_the_same(nodes: Sequence[ast.AST]) -> bool:
    """Whether f-strings have the same texts in them, whatever is filled in."""
    texts = {
        tuple(p.value if isinstance(p, ast.Constant) else None for p in n.values)
        for n in nodes
        if isinstance(n, ast.JoinedStr)
    }
    return len(texts) == 1 and all(isinstance(n, ast.JoinedStr) for n in nodes)
