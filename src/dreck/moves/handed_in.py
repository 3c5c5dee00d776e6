"""What a function for repeated statements is handed in: a name for each value that differs."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ..outline import child_nodes
from ..naming.words import plural, words_of
from .alignment import Hole
from .fields import field_name
from .module_view import ModuleView
from .repeats import Repeat

# What these say of a value holds in one place only.
_VAGUE = frozenset({"limit", "base", "prefix", "suffix"})
_LEAST_SHARED = 2


@dataclass(frozen=True, slots=True)
class HandedIn:
    """What differs between the places where statements repeat, as the function says it.

    Attributes:
        parameters: a name for each value that is handed in, with what it is in each place.
        texts: what stands in each hole now, in the order of the holes.
    """

    parameters: dict[str, tuple[ast.expr, ...]]
    texts: tuple[str, ...]


def handed_in(repeat: Repeat, view: ModuleView) -> HandedIn | None:
    """Names for what differs; None where a value has none.

    A text that is made of another one in every place alike is not handed in as well: it is made
    there.

    Args:
        repeat: the statements, and where they differ.
        view: the module.
    """
    used = {
        n.id
        for s in repeat.runs[0].statements
        for n in outside(s, {id(h.values[0]) for h in repeat.holes})
        if isinstance(n, ast.Name)
    }
    values = repeat.values
    made_of = {
        i: m for i, v in enumerate(values) if (m := _made_of(v, values[:i] + values[i + 1 :]))
    }
    bases = {i for i, _ in enumerate(values) if i not in made_of}
    if any(m.base in (values[i] for i in made_of) for m in made_of.values()):
        made_of, bases = {}, set(range(len(values)))
    names: dict[int, str] = {}
    for number in sorted(bases):
        holes = [h for h in repeat.holes if _same(h.values, values[number])]
        said = (name for hole in holes for name in _called(hole, view))
        name = next((n for n in said if n not in used and n not in names.values()), None)
        if name is None:
            return None
        names[number] = name
    texts = []
    for hole in repeat.holes:
        number = next(i for i, v in enumerate(values) if _same(v, hole.values))
        if number in names:
            texts.append(names[number])
            continue
        base = next(i for i, v in enumerate(values) if v is made_of[number].base)
        texts.append(made_of[number].text(names[base]))
    return HandedIn({n: values[i] for i, n in names.items()}, tuple(texts))


def outside(node: ast.AST, holes: set[int]) -> Iterator[ast.AST]:
    """The nodes of a statement but for those in holes, which are given by their ids."""
    if id(node) not in holes:
        yield node
        for child in child_nodes(node):
            yield from outside(child, holes)


def is_text(node: ast.expr) -> bool:
    """Whether an expression is a text by the way it is written."""
    if isinstance(node, ast.BinOp):
        adds = isinstance(node.op, ast.Add) and (is_text(node.left) or is_text(node.right))
        return adds or (isinstance(node.op, ast.Mod) and is_text(node.left))
    if isinstance(node, ast.JoinedStr):
        return True
    return isinstance(node, ast.Constant) and isinstance(node.value, str)


def _same(one: Sequence[ast.expr], other: Sequence[ast.expr]) -> bool:
    return list(map(ast.dump, one)) == list(map(ast.dump, other))


@dataclass(frozen=True, slots=True)
class _MadeOf:
    """A text that is another one with something before and behind it."""

    base: tuple[ast.expr, ...]
    before: str
    behind: str

    def text(self, name: str) -> str:
        """The expression that makes it of the other one's name."""
        quote = "'" if '"' in self.before + self.behind else '"'
        return f"f{quote}{self.before}{{{name}}}{self.behind}{quote}"


def _made_of(
    values: tuple[ast.expr, ...], others: Sequence[tuple[ast.expr, ...]]
) -> _MadeOf | None:
    """Of which other texts some texts are made in the same way, in every place."""
    for base in others:
        pairs = list(zip(map(_plain_text, base), map(_plain_text, values), strict=True))
        ways = set()
        for part, whole in pairs:
            at = whole.find(part) if part and whole and len(part) < len(whole) else -1
            ways.add((whole[:at], whole[at + len(part) :]) if at >= 0 else None)
        way = ways.pop()
        if ways or way is None or any(len(p) < _LEAST_SHARED or "%" in p for p, _ in pairs):
            continue
        rest = "".join(way)
        if not set(rest) & set("{}\\\n\r\t'") and rest.isprintable():
            return _MadeOf(base, *way)
    return None


def _plain_text(node: ast.expr) -> str:
    is_plain = isinstance(node, ast.Constant) and isinstance(node.value, str)
    return node.value if is_plain else ""  # type: ignore[attr-defined]


def _called(hole: Hole, view: ModuleView) -> Iterator[str]:
    """What a value that differs could be called, the best first."""
    said = {v.id for v in hole.values if isinstance(v, ast.Name) and len(v.id) > 2}
    if len(said) == 1:
        yield said.pop()  # what one of the places calls it, where the others have no name for it
    loop = hole.around[-1] if hole.around else None
    if isinstance(loop, ast.For) and isinstance(loop.target, ast.Name):
        words = words_of(loop.target.id)
        if loop.iter is hole.values[0] and words and len(words[-1]) > 2:
            yield "_".join([*words[:-1], plural(words[-1])])
    name = field_name(hole, view)
    if name and name.isidentifier() and name not in _VAGUE:
        yield name
    ends = {words_of(_last(v))[-1] if words_of(_last(v)) else "" for v in hole.values}
    if len(ends) == 1 and ends != {""}:
        yield ends.pop()
    if not all(map(is_text, hole.values)):
        return
    texts = [_plain_text(v) for v in hole.values]
    if all(t.isidentifier() for t in texts):
        yield "name"
    elif any(" " in t for t in texts):
        yield "reason"
    yield "text"


def _last(node: ast.expr) -> str:
    return node.attr if isinstance(node, ast.Attribute) else getattr(node, "id", "")
