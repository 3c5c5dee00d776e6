"""How code takes texts apart: what stands between separators, and what each part is read as."""

from __future__ import annotations

import ast
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import TypeAlias

from ...outline import all_nodes

# What reads a number from a text.
_NUMBERS = frozenset({"int", "float", "Decimal", "Fraction"})
# Methods that give the same text, or nearly so.
_SAME = frozenset(
    "strip lstrip rstrip lower upper casefold title capitalize removeprefix removesuffix".split()
)
_IN_THREE = frozenset({"partition", "rpartition"})
_IN_MANY = frozenset({"split", "rsplit"})
_LINES = frozenset({"splitlines", "readlines"})
# Texts within texts so far.
_DEEPEST = 3
_MOST_PARTS = 12


@dataclass(frozen=True, slots=True)
class Part:
    """One part of a text.

    Attributes:
        is_number: whether a number is read from it.
        known: texts that it is compared with.
        layout: how it is taken apart itself.
    """

    is_number: bool = False
    known: tuple[str, ...] = ()
    layout: Layout | None = None


@dataclass(frozen=True, slots=True)
class Layout:
    """A text in parts.

    Attributes:
        between: what stands between them.
        parts: what they are, in order.
        many: what each is where there may be any number of them; no others then.
        start: what such a text begins with.
    """

    between: str
    parts: tuple[Part, ...] = ()
    many: Part | None = None
    start: str = ""


# A name, or an element of what a name holds.
_Key: TypeAlias = tuple[str, int]
_WHOLE = -1


def layouts_of(functions: Iterable[ast.AST], texts: Mapping[str, str]) -> tuple[Layout, ...]:
    """The layouts of texts that some functions take apart.

    Args:
        functions: their trees.
        texts: the texts that names of their modules stand for.

    >>> code = "def f(s):\\n a, b = s.split(':')\\n return a, int(b)"
    >>> layouts_of([ast.parse(code)], {})
    (Layout(between=':', parts=(Part(is_number=False, known=(), layout=None), \
Part(is_number=True, known=(), layout=None)), many=None, start=''),)
    """
    found: dict[Layout, None] = {}
    for function in functions:
        read = _Reader(texts)
        read.all_of(function)
        found |= dict.fromkeys(read.layouts())
    return tuple(found)


@dataclass(frozen=True, slots=True)
class _Split:
    """A place where a text is taken apart: which one, at what, and what holds the parts."""

    owner: _Key | None
    between: str
    target: ast.expr
    in_three: bool = False
    each: bool = False  # the target is one of the parts after the other


@dataclass
class _Reader:
    """What one function does with texts."""

    texts: Mapping[str, str]
    splits: list[_Split] = field(default_factory=list)
    numbers: set[_Key] = field(default_factory=set)
    known: dict[_Key, list[str]] = field(default_factory=dict)
    starts: dict[_Key, str] = field(default_factory=dict)
    lengths: dict[str, int] = field(default_factory=dict)
    indexes: dict[str, int] = field(default_factory=dict)

    def all_of(self, root: ast.AST) -> None:
        """Take down what is done with texts below a node."""
        for node in all_nodes(root):
            if isinstance(node, ast.Assign) and len(node.targets) == 1:
                self._taken_apart(node.value, node.targets[0], each=False)
            elif isinstance(node, ast.For | ast.comprehension):
                self._gone_through(node.iter, node.target)
            elif isinstance(node, ast.Call):
                self._call(node)
            elif isinstance(node, ast.Compare):
                self._compared(node)
            elif isinstance(node, ast.Subscript):
                key = _key_of(node)
                if key is not None and key[1] >= 0:
                    self.indexes[key[0]] = max(key[1], self.indexes.get(key[0], 0))

    def _gone_through(self, over: ast.expr, target: ast.expr) -> None:
        if isinstance(over, ast.Call) and ast.unparse(over.func) == "enumerate" and over.args:
            if isinstance(target, ast.Tuple) and len(target.elts) == 2:
                over, target = over.args[0], target.elts[1]
        if isinstance(over, ast.GeneratorExp | ast.ListComp):
            self._taken_apart(over.elt, target, each=False)
        elif isinstance(over, ast.Call) and ast.unparse(over.func) == "csv.reader":
            given = [k.value for k in over.keywords if k.arg == "delimiter"]
            between = self._text(given[0]) if given else ","
            self.splits += [_Split(None, between, target)] if between else []
        else:
            self._taken_apart(over, target, each=True)

    def _taken_apart(self, value: ast.expr, target: ast.expr, *, each: bool) -> None:
        if isinstance(value, ast.Subscript) and isinstance(value.slice, ast.Slice):
            value = value.value
        if not isinstance(value, ast.Call) or not isinstance(value.func, ast.Attribute):
            return
        name, owner = value.func.attr, _key_of(value.func.value)
        if name in _LINES and each:
            self.splits.append(_Split(owner, "\n", target, each=True))
        elif name in _IN_MANY | _IN_THREE:
            between = self._text(value.args[0]) if value.args else " "
            if between:
                in_three = name in _IN_THREE
                self.splits.append(_Split(owner, between, target, in_three, each))

    def _call(self, node: ast.Call) -> None:
        name = ast.unparse(node.func).rpartition(".")[2]
        if name in _NUMBERS and node.args:
            key = _key_of(node.args[0])
            self.numbers |= {key} if key is not None else set()
        owner = node.func.value if isinstance(node.func, ast.Attribute) else None
        key = _key_of(owner) if owner is not None else None
        if key is None or not node.args:
            return
        if name == "startswith":
            self.starts.setdefault(key, self._text(node.args[0]))

    def _compared(self, node: ast.Compare) -> None:
        left, right = node.left, node.comparators[0]
        if isinstance(left, ast.Call) and ast.unparse(left.func) == "len" and left.args:
            key = _key_of(left.args[0])
            if key is not None and isinstance(right, ast.Constant) and type(right.value) is int:
                self.lengths[key[0]] = right.value
            return
        key = _key_of(left)
        if key is not None:
            many = right.elts if isinstance(right, ast.Tuple | ast.List | ast.Set) else [right]
            self.known.setdefault(key, []).extend(t for e in many if (t := self._text(e)))

    def _text(self, node: ast.expr) -> str:
        """The text that an expression stands for; empty if that cannot be told."""
        if isinstance(node, ast.Constant):
            return node.value if isinstance(node.value, str) else ""
        if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Add):
            left, right = self._text(node.left), self._text(node.right)
            return left + right if left and right else ""
        return self.texts.get(node.id, "") if isinstance(node, ast.Name) else ""

    def layouts(self) -> Iterator[Layout]:
        """The layouts, those within others too."""
        for split in self.splits:
            made = self._layout(split, 0)
            if made is not None:
                yield made

    def _layout(self, split: _Split, depth: int) -> Layout | None:
        start = self.starts.get(split.owner, "") if split.owner is not None else ""
        target = split.target
        if split.each:
            many = self._part(target, depth)
            return Layout(split.between, (), many, start)
        if isinstance(target, ast.Tuple | ast.List):
            if any(isinstance(e, ast.Starred) for e in target.elts):
                return None
            elements = [*target.elts[:1], *target.elts[2:]] if split.in_three else target.elts
            parts = tuple(self._part(e, depth) for e in elements)
            return Layout(split.between, parts, None, start)
        if not isinstance(target, ast.Name):
            return None
        number = self.lengths.get(target.id, self.indexes.get(target.id, -1) + 1)
        if not 0 < number <= _MOST_PARTS:
            return None
        keys = [(target.id, i) for i in range(number)]
        return Layout(split.between, tuple(self._read(k, depth) for k in keys), None, start)

    def _part(self, target: ast.expr, depth: int) -> Part:
        if isinstance(target, ast.Name):
            return self._read((target.id, _WHOLE), depth)
        return Part()

    def _read(self, key: _Key, depth: int) -> Part:
        """What is done with a part."""
        inside = next((s for s in self.splits if s.owner == key), None)
        layout = self._layout(inside, depth + 1) if inside and depth < _DEEPEST else None
        return Part(key in self.numbers, tuple(dict.fromkeys(self.known.get(key, ()))), layout)


def _key_of(node: ast.expr) -> _Key | None:
    """The name, or the element of it at a place that is written there, whose text an expression is
    or comes from.
    """
    while True:
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
            if node.func.attr not in _SAME:
                return None
            node = node.func.value
        elif isinstance(node, ast.Subscript) and isinstance(node.slice, ast.Slice):
            node = node.value
        else:
            break
    if isinstance(node, ast.Name):
        return node.id, _WHOLE
    if isinstance(node, ast.Subscript) and isinstance(node.value, ast.Name):
        place = node.slice
        if isinstance(place, ast.Constant) and type(place.value) is int:
            return node.value.id, place.value
    return None
