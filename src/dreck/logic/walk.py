"""Fast walks over lossless trees.

The tree library's own visitors make a new tree as they go; looking needs none of that. Blanks,
parentheses and the like are left out unless asked for.
"""

from __future__ import annotations

import dataclasses
import functools
from collections import Counter
from collections.abc import Iterator, Mapping

import libcst as cst

_BLANKS = (
    "whitespace",
    "lpar",
    "rpar",
    "lbracket",
    "rbracket",
    "leading_lines",
    "lines_after",
    "header",
    "footer",
    "semicolon",
    "comma",
    "dot",
    "trailing",
    "lbrace",
    "rbrace",
    "equal",
    "colon",
)
_INNER = frozenset({cst.FunctionDef, cst.Lambda, cst.ClassDef})


@functools.cache
def _fields(kind: type[cst.CSTNode], blanks: bool) -> tuple[str, ...]:
    names = (f.name for f in dataclasses.fields(kind))
    return tuple(n for n in names if blanks or not n.startswith(_BLANKS))


class _Kinds(dict[type, bool]):
    """Whether a class is one of nodes, found out once: they are abstract classes, of which
    ``isinstance`` takes its time.
    """

    def __missing__(self, kind: type) -> bool:
        self[kind] = found = issubclass(kind, cst.CSTNode)
        return found


_IS_NODE = _Kinds()


def children(node: cst.CSTNode, *, blanks: bool = False) -> list[cst.CSTNode]:
    """The nodes right below a node, in the order of the text."""
    found: list[cst.CSTNode] = []
    for name in _fields(type(node), blanks):
        value = getattr(node, name)
        if _IS_NODE[type(value)]:
            found.append(value)
        elif isinstance(value, list | tuple):
            found += [v for v in value if _IS_NODE[type(v)]]
    return found


def walk(node: cst.CSTNode, *, blanks: bool = False, inner: bool = True) -> Iterator[cst.CSTNode]:
    """A node and all below it, in the order of the text.

    Args:
        node: where to start.
        blanks: also go into blanks, comments and parentheses.
        inner: also go into functions, lambdas and classes below.
    """
    pending = [node]
    while pending:
        found = pending.pop()
        yield found
        if inner or found is node or type(found) not in _INNER:
            pending.extend(reversed(children(found, blanks=blanks)))


@functools.lru_cache(maxsize=4096)
def has_comments(node: cst.CSTNode) -> bool:
    """Whether any comment stands inside a node."""
    return any(type(n) is cst.Comment for n in walk(node, blanks=True))


def loses_comments(part: cst.CSTNode, whole: cst.CSTNode) -> bool:
    """Whether a comment would be gone without a part: it stands nowhere else in the whole."""
    inside, everywhere = (
        Counter(n.value for n in walk(node, blanks=True) if isinstance(n, cst.Comment))
        for node in (part, whole)
    )
    return any(everywhere[text] <= count for text, count in inside.items())


@functools.lru_cache(maxsize=8192)
def names_in(node: cst.CSTNode) -> frozenset[str]:
    """All plain names that an expression or statement mentions (attributes and keywords are
    none).
    """
    return frozenset(name_counts(node))


@functools.lru_cache(maxsize=64)
def name_counts(node: cst.CSTNode) -> Mapping[str, int]:
    """How often each plain name is mentioned."""
    found: Counter[str] = Counter()
    pending = [node]
    while pending:
        each = pending.pop()
        kind = type(each)
        if kind is cst.Name:
            found[each.value] += 1  # type: ignore[attr-defined]
        elif kind is cst.Attribute or kind is cst.Arg:
            pending.append(each.value)  # type: ignore[attr-defined]
        else:
            pending.extend(children(each))
    return found
