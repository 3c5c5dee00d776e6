"""What the code itself speaks of: its numbers, texts, separators and patterns."""

from __future__ import annotations

import ast
import builtins
import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import TypeGuard

from ...outline import all_nodes
from .layouts import Layout, layouts_of

# Texts longer than this are messages, not something a value is held against.
_LONGEST = 40
# A pattern may be longer, and has one of these in it.
_LONGEST_PATTERN = 300
_OF_PATTERNS = re.compile(r"\\[sdwbSDWBAZ]|\(\?[:P=!<]|\[[^]]+\]|\.[*+]")
# Numbers beyond this are not tried as lengths or counts.
_MOST_OF_ANYTHING = 12
# Methods of texts whose arguments say what is looked for in them.
_ASKING = frozenset(
    {
        *("startswith", "endswith", "removeprefix", "removesuffix", "strip", "lstrip", "rstrip"),
        *("find", "rfind", "index", "rindex", "count", "replace", "get", "pop", "setdefault"),
    }
)
# What ``fromisoformat`` of a class reads (ISO 8601).
_ISO = {"date": "%Y-%m-%d", "datetime": "%Y-%m-%dT%H:%M:%S", "time": "%H:%M"}
_SPLITTING = frozenset({"split", "rsplit", "partition", "rpartition", "join"})
# Functions of the module ``re`` whose first argument is a pattern.
_MATCHING = frozenset(
    {"match", "fullmatch", "search", "compile", "findall", "finditer", "split", "sub", "subn"}
)


@dataclass(frozen=True, slots=True)
class Pool:
    """The constants of some functions, in the order in which they stand there.

    Attributes:
        numbers: all of them.
        asked: texts that values are compared with, searched for or split at, and keys.
        said: other short texts.
        separators: what texts are split at or joined with.
        patterns: regular expressions.
        counts: small numbers, for lengths.
        moments: formats of dates and times that texts are read by (as of ``strftime``).
        is_json: whether texts are read as JSON.
        layouts: how texts are taken apart.
        built_in: built-in functions and classes of which it is asked whether a value is one.
    """

    numbers: tuple[int | float, ...] = ()
    asked: tuple[str, ...] = ()
    said: tuple[str, ...] = ()
    separators: tuple[str, ...] = ()
    patterns: tuple[str, ...] = ()
    counts: tuple[int, ...] = ()
    moments: tuple[str, ...] = ()
    is_json: bool = False
    layouts: tuple[Layout, ...] = ()
    built_in: tuple[str, ...] = ()


def pool_of(functions: Iterable[ast.AST], modules: Iterable[ast.Module]) -> Pool:
    """Read the constants of functions, and of what they name in their modules."""
    functions, modules = list(functions), list(modules)
    named = {n.id for f in functions for n in all_nodes(f) if isinstance(n, ast.Name)}
    beside = [s for m in modules for s in m.body if _sets_one_of(s, named)]
    asked_for = {n.attr for f in functions for n in all_nodes(f) if isinstance(n, ast.Attribute)}
    classes = [s for m in modules for s in m.body if isinstance(s, ast.ClassDef)]
    beside += [s for c in classes for s in c.body if _sets_one_of(s, asked_for)]
    read = _Reader(knows_patterns=any(_imports(m, "re") for m in modules))
    for kinds in (s for m in modules for s in m.body if _is_one_of(s, named)):
        read.values_of(kinds)
    for node in [*functions, *beside]:
        read.all_of(node)
    numbers = tuple(dict.fromkeys(read.numbers))
    counts = (int(n) for n in numbers if n == int(n) and 0 <= n <= _MOST_OF_ANYTHING)
    asked = dict.fromkeys(read.asked)
    separators = [t for t in (*read.separators, *asked) if t and not re.search(r"\w", t)]
    return Pool(
        numbers,
        tuple(asked),
        tuple(t for t in dict.fromkeys(read.said) if t not in asked and t not in read.patterns),
        tuple(dict.fromkeys(separators)),
        tuple(dict.fromkeys(read.patterns)),
        tuple(dict.fromkeys(counts)),
        tuple(dict.fromkeys(read.moments)),
        read.is_json,
        layouts_of(functions, {n: t for m in modules for n, t in _texts_by_name(m)}),
        tuple(dict.fromkeys(read.built_in)),
    )


def _texts_by_name(module: ast.Module) -> Iterator[tuple[str, str]]:
    """The names of a module that stand for a text."""
    for statement in module.body:
        value = statement.value if isinstance(statement, ast.Assign) else None
        if isinstance(value, ast.Constant) and isinstance(value.value, str):
            assert isinstance(statement, ast.Assign)
            yield from ((t.id, value.value) for t in statement.targets if isinstance(t, ast.Name))


def _sets_one_of(statement: ast.stmt, names: set[str]) -> bool:
    target = (
        statement.targets[0]
        if isinstance(statement, ast.Assign)
        else statement.target if isinstance(statement, ast.AnnAssign) else None
    )
    return isinstance(target, ast.Name) and target.id in names


def _is_one_of(statement: ast.stmt, names: set[str]) -> TypeGuard[ast.ClassDef]:
    """Whether a statement is an enumeration that is named."""
    return (
        isinstance(statement, ast.ClassDef)
        and statement.name in names
        and any("Enum" in ast.unparse(b) for b in statement.bases)
    )


class _Reader:
    def __init__(self, *, knows_patterns: bool = False) -> None:
        self._knows_patterns = knows_patterns
        self.numbers: list[int | float] = []
        self.asked: list[str] = []
        self.said: list[str] = []
        self.separators: list[str] = []
        self.patterns: list[str] = []
        self.moments: list[str] = []
        self.built_in: list[str] = []
        self.is_json = False

    def all_of(self, root: ast.AST) -> None:
        """Take down the constants below a node."""
        documents = set(_documentation(root))
        for node in all_nodes(root):
            if isinstance(node, ast.Compare):
                self._asks(_texts(node))
                self.built_in += [
                    n.id
                    for n in (node.left, *node.comparators)
                    if isinstance(n, ast.Name) and callable(getattr(builtins, n.id, None))
                ]
            elif isinstance(node, ast.Call):
                self._call(node)
            elif isinstance(node, ast.Subscript | ast.MatchValue):
                inner = node.slice if isinstance(node, ast.Subscript) else node.value
                self._asks(_texts(inner))
            elif isinstance(node, ast.Dict):
                self._asks(t for k in node.keys if k is not None for t in _texts(k))
            elif isinstance(node, ast.Constant) and id(node) not in documents:
                self._constant(node.value)

    def values_of(self, kinds: ast.ClassDef) -> None:
        """Take down the values of an enumeration: texts are looked for among them."""
        for statement in kinds.body:
            value = statement.value if isinstance(statement, ast.Assign) else None
            if isinstance(value, ast.Constant):
                self._asks([value.value] if isinstance(value.value, str) else [])
                self._constant(value.value)

    def _asks(self, texts: Iterable[str]) -> None:
        self.asked += [t for t in texts if len(t) <= _LONGEST]

    def _constant(self, value: object) -> None:
        if isinstance(value, int | float) and not isinstance(value, bool):
            self.numbers.append(value)
        elif self._knows_patterns and isinstance(value, str) and _looks_like_pattern(value):
            self.patterns.append(value)
        elif isinstance(value, str) and len(value) <= _LONGEST:
            self.said.append(value)
        elif isinstance(value, bytes) and len(value) <= _LONGEST:
            self._asks([value.decode("latin-1")])

    def _call(self, call: ast.Call) -> None:
        said = [k.arg for k in call.keywords if k.arg is not None]
        if len(said) < len(call.keywords):
            self._asks(said)  # what `**` brings along may have one of these names once more
        if not isinstance(call.func, ast.Attribute):
            return
        name, owner = call.func.attr, call.func.value
        self.is_json |= name == "loads"
        self.separators += [
            t for k in call.keywords if k.arg == "delimiter" for t in _texts(k.value)
        ]
        if name == "strptime":
            self.moments += [t for a in call.args[1:] for t in _texts(a)]
        elif name == "fromisoformat":
            self.moments.append(_ISO.get(ast.unparse(owner).rpartition(".")[2], "%Y-%m-%d"))
        elif name in ("splitlines", "readlines"):
            self.separators.append("\n")
        if isinstance(owner, ast.Name) and owner.id == "re" and name in _MATCHING and call.args:
            self.patterns += [t for t in _texts(call.args[0]) if t.strip("|") and _is_pattern(t)]
        elif name in _SPLITTING:
            texts = [t for a in call.args for t in _texts(a)]
            texts += _texts(owner) if name == "join" and isinstance(owner, ast.Constant) else []
            texts += [" "] if name == "split" and not texts else []
            self.separators += texts
            self._asks(texts)
        elif name in _ASKING:
            self._asks(t for a in call.args for t in _texts(a))


def _texts(node: ast.AST) -> Iterator[str]:
    for part in all_nodes(node):
        if isinstance(part, ast.Constant) and isinstance(part.value, str):
            yield part.value


def _documentation(root: ast.AST) -> Iterator[int]:
    """The constants that stand alone as statements."""
    for node in all_nodes(root):
        if isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant):
            yield id(node.value)


def _looks_like_pattern(text: str) -> bool:
    return (
        len(text) <= _LONGEST_PATTERN
        and _OF_PATTERNS.search(text) is not None
        and "%s" not in text
        and _is_pattern(text)
    )


def _imports(module: ast.Module, name: str) -> bool:
    return any(
        isinstance(s, ast.Import) and any(a.name == name for a in s.names) for s in module.body
    )


def _is_pattern(text: str) -> bool:
    try:
        re.compile(text)
    except (re.error, RecursionError, OverflowError):
        return False
    return True
