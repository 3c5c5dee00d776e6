"""Which questions may be asked once more without doing anything, as far as can be seen."""

from __future__ import annotations

import ast
from collections.abc import Iterable

from ..world.around import Names
from ..world.scope import FunctionNode

_FUNCTIONS = frozenset({"len", "isinstance", "abs", "str", "bool", "enumerate", "zip"})
_METHODS = frozenset(
    {"lower", "upper", "strip", "casefold", "startswith", "endswith", "isdigit", "isalpha"}
    | {"items", "keys", "values", "get", "isspace", "isupper", "islower"}
)
# Methods by which a class of the module takes part in questions.
_HOOKS = frozenset(
    {"__eq__", "__ne__", "__lt__", "__le__", "__gt__", "__ge__", "__bool__", "__len__", "__iter__"}
    | {"__contains__", "__getattr__", "__getattribute__", "__next__", "__hash__", "__add__"}
    | {"__sub__", "__mul__", "__mod__"}
)
_PLAIN = (
    ast.Name, ast.Constant, ast.Compare, ast.BoolOp, ast.UnaryOp, ast.BinOp, ast.Tuple, ast.List,
    ast.expr_context, ast.operator, ast.boolop, ast.unaryop, ast.cmpop,
)  # fmt: skip


def asks_quietly(parts: Iterable[ast.expr], names: Names) -> bool:
    """Whether some expressions only read, compare and call what is known to do nothing.

    What the module itself defines may act: its properties, and classes that take comparison,
    truth or attribute access into their own hands. A name looked up in a container by ``[]`` may
    be made there.
    """
    if names.star or _has_hooks(names):
        return False
    return all(_is_quiet(node, names) for part in parts for node in ast.walk(part))


# What is declared one of these is used up by going through it, which others may notice.
_USED_UP = frozenset(
    {"Iterator", "Generator", "AsyncIterator", "AsyncGenerator", "IO", "TextIO", "BinaryIO"}
)
_COLLECTIONS = frozenset({"list", "tuple", "set", "frozenset", "dict", "sorted", "range"})
_DISPLAYS = (
    ast.List, ast.Tuple, ast.Set, ast.Dict, ast.ListComp, ast.SetComp, ast.DictComp, ast.Constant
)  # fmt: skip


def goes_through_plain(function: FunctionNode) -> bool:
    """Whether all that a function goes through may be a plain collection: no parameter is declared
    an iterator, and what it makes itself to go through is a collection for sure.
    """
    arguments = function.args
    every = (*arguments.posonlyargs, *arguments.args, *arguments.kwonlyargs)
    hints = [n for a in every if a.annotation is not None for n in ast.walk(a.annotation)]
    words = {getattr(n, "id", getattr(n, "attr", getattr(n, "value", ""))) for n in hints}
    if any(isinstance(w, str) and any(u in w for u in _USED_UP) for w in words):
        return False
    made = {
        t.id
        for n in ast.walk(function)
        if isinstance(n, ast.Assign | ast.AnnAssign | ast.NamedExpr | ast.withitem)
        for t in _names_set(n)
        if not _is_collection(getattr(n, "value", None))
    }
    gone_through = [
        n.iter for n in ast.walk(function) if isinstance(n, ast.For | ast.comprehension)
    ]
    used = {m.id for i in gone_through for m in ast.walk(i) if isinstance(m, ast.Name)}
    return not used & made


def _names_set(node: ast.AST) -> list[ast.Name]:
    if isinstance(node, ast.withitem):
        targets = [node.optional_vars] if node.optional_vars is not None else []
    elif isinstance(node, ast.Assign):
        targets = list(node.targets)
    else:
        targets = [node.target]  # type: ignore[attr-defined]
    return [n for t in targets for n in ast.walk(t) if isinstance(n, ast.Name)]


def _is_collection(value: ast.AST | None) -> bool:
    if isinstance(value, ast.Call):
        return isinstance(value.func, ast.Name) and value.func.id in _COLLECTIONS
    return isinstance(value, _DISPLAYS)


def _is_quiet(node: ast.AST, names: Names) -> bool:
    if isinstance(node, ast.Call):
        if node.keywords or any(isinstance(a, ast.Starred) for a in node.args):
            return False
        if isinstance(node.func, ast.Name):
            return node.func.id in _FUNCTIONS and names.is_builtin(node.func.id)
        return isinstance(node.func, ast.Attribute) and node.func.attr in _METHODS
    if isinstance(node, ast.Attribute):
        return names.is_steady(node.attr)
    return isinstance(node, _PLAIN)


def _has_hooks(names: Names) -> bool:
    return any(
        isinstance(n, ast.FunctionDef | ast.AsyncFunctionDef) and n.name in _HOOKS
        for tree in names.declared.trees
        for n in ast.walk(tree)
    )
