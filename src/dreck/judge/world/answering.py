"""Functions of a module that only answer: asked again with nothing done between, they say the same.

Their bodies read, compare and work out plain values, and call nothing but what does so too; what
they give back is something that was there, or a plain value. Two questions in a row are then one.
"""

from __future__ import annotations

import ast
from collections import deque
from collections.abc import Iterable, Iterator
from datetime import date, datetime, timedelta
from decimal import Decimal
from functools import lru_cache
from io import BufferedReader, TextIOWrapper
from pathlib import Path
from queue import Queue
from random import Random

from ...outline import all_nodes, nodes_of
from .names import CACHED, definition_counts, imported

# Built-in functions that make a plain value of what they are given, and do nothing to it.
_PLAIN = frozenset({"len", "any", "all", "sum", "abs", "round", "isinstance", "int", "bool", "str"})
_USING_UP = frozenset({"any", "all", "sum"})
_OF_TEXTS = frozenset(
    {"lower", "upper", "strip", "casefold", "startswith", "endswith", "isdigit", "isalpha"}
    | {"items", "keys", "values"}
)
# Methods that hardly anything but texts has, and that do nothing; what makes a list makes a new one.
ONLY_OF_TEXTS = frozenset(
    "strip lstrip rstrip lower upper casefold swapcase capitalize startswith endswith removeprefix"
    " removesuffix zfill ljust rjust expandtabs partition rpartition isdigit"
    " isalpha isalnum isdecimal isnumeric isspace isupper islower isidentifier isascii".split()
)
# Words of a module in which something may be used up by being gone through.
_USED_UP = frozenset(
    {"iter", "map", "filter", "zip", "open", "reversed", "next", "reader"}
    | {"Iterator", "Iterable", "Generator", "TextIO", "BinaryIO", "IO"}
)
# What has a method of one of these names may be something else than an object of the module.
OF_OTHERS = frozenset(
    name
    for kind in (list, dict, set, frozenset, str, bytes, bytearray, tuple, int, float, deque)
    + (TextIOWrapper, BufferedReader, date, datetime, timedelta, Decimal, Path, Queue, Random)
    for name in dir(kind)
) | frozenset({"send", "throw", "recv", "acquire", "release", "time", "sleep", "next"})
# Words of a module that may give an object or the module anything under any name.
_LOOKS_INSIDE = frozenset(
    {"setattr", "delattr", "__dict__", "__class__", "vars", "globals", "locals", "exec", "eval"}
)
# What operators are called.
_ARITHMETIC = frozenset(
    "add sub mul matmul truediv floordiv mod divmod pow lshift rshift and or xor neg pos invert".split()
)
# Special methods that take no part in questions.
_SILENT = frozenset(
    {"__init__", "__post_init__", "__repr__", "__enter__", "__exit__", "__len__", "__call__"}
)


def only_answers(called: ast.expr, trees: Iterable[ast.Module]) -> bool:
    """Whether what is called is a function or method that only answers, in each version."""
    if isinstance(called, ast.Name):
        name = called.id
    elif isinstance(called, ast.Attribute):
        name = f".{called.attr}"
    else:
        return False
    found = [name in answering(t) for t in trees]
    return bool(found) and all(found)


@lru_cache(CACHED)
def asks_for_the_very_one(tree: ast.Module) -> bool:
    """Whether a module asks of two values whether they are the same object, or for what is unique
    to each.
    """
    return any(
        isinstance(n, ast.Compare)
        and any(
            isinstance(op, ast.Is | ast.IsNot) and not (_is_sole(left) or _is_sole(right))
            for left, op, right in zip([n.left, *n.comparators], n.ops, n.comparators, strict=False)
        )
        or (isinstance(n, ast.Name) and n.id == "id" and isinstance(n.ctx, ast.Load))
        for n in nodes_of(tree)
    )


def _is_sole(node: ast.expr) -> bool:
    """Whether an expression evidently is something that there is only one of: a constant, or what
    has a name of its own in capitals or as a class.
    """
    name = node.attr if isinstance(node, ast.Attribute) else getattr(node, "id", "")
    return isinstance(node, ast.Constant) or name.lstrip("_")[:1].isupper()


def names_defined(name: str, trees: Iterable[ast.Module]) -> bool:
    """Whether anything in one of some modules is defined, or set, under a name."""
    return any(name in _defined_in(tree) for tree in trees)


@lru_cache(CACHED)
def _defined_in(tree: ast.Module) -> frozenset[str]:
    """The names under which something is defined, or set, as a name or an attribute."""
    found: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.Attribute | ast.Name):
            if not isinstance(node.ctx, ast.Load):
                found.add(node.attr if isinstance(node, ast.Attribute) else node.id)
        else:
            name = getattr(node, "name", None)
            found |= {name} if isinstance(name, str) else set()
    return frozenset(found)


@lru_cache(CACHED)
def has_own_arithmetic(tree: ast.Module) -> bool:
    """Whether a module says itself what some operator means."""
    return any(
        isinstance(n, ast.FunctionDef)
        and n.name.strip("_").removeprefix("r") in _ARITHMETIC
        and n.name.startswith("__")
        for n in nodes_of(tree)
    )


def setting_acts(trees: Iterable[ast.Module]) -> bool:
    """Whether setting an attribute may do something more in one of some modules, or fail: a class
    sees to it itself, or its objects cannot be changed.
    """
    trees = list(trees)
    frozen = any(
        isinstance(n, ast.keyword) and n.arg == "frozen" for t in trees for n in nodes_of(t)
    )
    return frozen or names_defined("__setattr__", trees)


@lru_cache(CACHED)
def answering(tree: ast.Module) -> frozenset[str]:
    """The functions and (with a dot) the methods of a module that only answer."""
    every = list(_functions(tree))
    names = [*(n for n, _ in every), *_others_of(tree, every)]
    words = set(_words(tree))
    if words & _LOOKS_INSIDE:
        return frozenset()
    dunders = {n[1:] for n in names if n.startswith(".__") and n.endswith("__")}
    if dunders - _SILENT:
        return frozenset()
    acting = {f.name for _, f in every if f.decorator_list}
    stored = {
        f".{n.attr}"
        for n in all_nodes(tree)
        if isinstance(n, ast.Attribute) and not isinstance(n.ctx, ast.Load)
    }
    once = definition_counts(tree)
    found = {
        n: f
        for n, f in every
        if names.count(n) == 1
        and n not in stored
        and n.removeprefix(".") not in OF_OTHERS
        and not f.decorator_list
        and (n[0] == "." or once.get(n, 0) == 1)
    }
    taken = frozenset(once) | imported(tree)
    if words & _USED_UP:
        taken |= _USING_UP
    while True:
        work = _Reading(frozenset(found), acting, taken, frozenset(n[1:] for n in names))
        kept = {n: f for n, f in found.items() if work.block(f.body)}
        if len(kept) == len(found):
            return frozenset(kept)
        found = kept


def _others_of(tree: ast.Module, known: Iterable[tuple[str, ast.FunctionDef]]) -> Iterator[str]:
    """What else in a module has a name like its functions and methods: those of inner classes and
    functions, and what a class gives a name in its body.
    """
    counted = {id(f) for _, f in known}
    for node in all_nodes(tree):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef) and id(node) not in counted:
            yield from (node.name, f".{node.name}")
        elif isinstance(node, ast.ClassDef):
            for statement in node.body:
                for each in all_nodes(statement):
                    is_set = isinstance(each, ast.Name) and not isinstance(each.ctx, ast.Load)
                    if is_set and not isinstance(statement, ast.FunctionDef):
                        yield f".{each.id}"  # type: ignore[attr-defined]
        elif isinstance(node, ast.Global):
            yield from node.names


def _words(tree: ast.Module) -> Iterator[str]:
    for node in all_nodes(tree):
        yield getattr(node, "id", "") or getattr(node, "attr", "")


def _functions(tree: ast.Module) -> Iterator[tuple[str, ast.FunctionDef]]:
    for node in tree.body:
        if isinstance(node, ast.FunctionDef):
            yield node.name, node
        elif isinstance(node, ast.ClassDef):
            for each in node.body:
                if isinstance(each, ast.FunctionDef):
                    yield f".{each.name}", each


class _Reading:
    """What is read of bodies, given the functions that are taken to answer.

    Args:
        known: these functions.
        acting: attributes that are properties or the like.
        taken: names that the module gives a meaning.
        methods: names of methods of the module.
    """

    def __init__(
        self,
        known: frozenset[str],
        acting: set[str],
        taken: frozenset[str],
        methods: frozenset[str],
    ) -> None:
        self.known, self.acting, self.taken, self.methods = known, acting, taken, methods

    def block(self, body: Iterable[ast.stmt]) -> bool:
        """Whether some statements only choose, name and hand back values."""
        return all(map(self._statement, body))

    def _statement(self, node: ast.stmt) -> bool:
        if isinstance(node, ast.If):
            return self.value(node.test) and self.block(node.body) and self.block(node.orelse)
        if isinstance(node, ast.Assign):
            plain = len(node.targets) == 1 and isinstance(node.targets[0], ast.Name)
            return plain and self.value(node.value)
        if isinstance(node, ast.Return):
            return node.value is None or self.value(node.value)
        is_text = isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)
        return is_text or isinstance(node, ast.Pass)

    def value(self, node: ast.expr) -> bool:
        """Whether an expression only reads, and makes nothing that can be told from another one."""
        if isinstance(node, ast.Name | ast.Constant):
            return True
        if isinstance(node, ast.Attribute):
            return node.attr not in self.acting and self.value(node.value)
        if isinstance(node, ast.Call):
            return self._call(node)
        if isinstance(node, ast.Compare):
            return all(map(self.value, (node.left, *node.comparators)))
        if isinstance(node, ast.BoolOp):
            return all(map(self.value, node.values))
        if isinstance(node, ast.UnaryOp):
            return self.value(node.operand)
        if isinstance(node, ast.BinOp):
            # of lists, sums are new ones each time
            made = isinstance(node.op, ast.Add | ast.Mult)
            parts = (node.left, node.right)
            numbers = any(isinstance(p, ast.Constant | ast.BinOp) for p in parts)
            return all(map(self.value, parts)) and (not made or numbers)
        if isinstance(node, ast.IfExp):
            return all(map(self.value, (node.test, node.body, node.orelse)))
        return isinstance(node, ast.Tuple) and all(isinstance(e, ast.Constant) for e in node.elts)

    def _call(self, node: ast.Call) -> bool:
        if node.keywords:
            return False
        if isinstance(node.func, ast.Attribute):
            name = node.func.attr
            of_text = name in _OF_TEXTS and name not in self.methods
            known = f".{name}" in self.known or of_text
            return known and self.value(node.func.value) and all(map(self.value, node.args))
        if not isinstance(node.func, ast.Name):
            return False
        name = node.func.id
        if name in self.known:
            return all(map(self.value, node.args))
        if name not in _PLAIN or name in self.taken:
            return False
        return all(
            (
                self._all_of(a)
                if name in _USING_UP and isinstance(a, ast.GeneratorExp)
                else self.value(a)
            )
            for a in node.args
        )

    def _all_of(self, node: ast.GeneratorExp) -> bool:
        parts = [node.elt, *(p for g in node.generators for p in (g.iter, *g.ifs))]
        plain = all(isinstance(g.target, ast.Name | ast.Tuple) for g in node.generators)
        return plain and all(map(self.value, parts))
