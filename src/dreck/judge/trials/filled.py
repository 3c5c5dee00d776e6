"""Attributes that a constructor leaves empty, and that others fill: who makes an object for a test
fills them, too.
"""

from __future__ import annotations

import ast
import inspect
import sys
import textwrap
from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from ...outline import all_nodes
from .hints import evaluated

_FILLING = frozenset("append add extend insert update appendleft".split())
_EMPTY = frozenset({"list", "dict", "set", "deque", "defaultdict", "OrderedDict"})
_FUNCTIONS = (ast.FunctionDef, ast.AsyncFunctionDef)


def filled_by_others(cls: type, trees: Sequence[ast.Module]) -> Mapping[str, Any]:
    """The attributes of a class that its constructor declares and leaves empty, and that code
    outside of the class puts something in, with what they are declared to be.

    What the class keeps in step with them would not be so any more: so it is only done where the
    project's own code does it. Attributes that another class has, too, are left out.

    Args:
        cls: the class.
        trees: the modules of the project that are known.
    """
    found: dict[str, Any] = {}
    for tree in trees:
        classes = [n for n in all_nodes(tree) if isinstance(n, ast.ClassDef)]
        own = next((n for n in classes if n.name == cls.__name__), None) or _definition(cls)
        if own is None:
            continue
        others = {name for c in classes if c is not own for name in _set_by(c)}
        inside = {id(n) for n in all_nodes(own)}
        filled = set(_filled(n for n in all_nodes(tree) if id(n) not in inside))
        for name, annotation in _left_empty(own):
            hint = _meaning(annotation, cls)
            if name in filled - others and not name.startswith("_") and hint is not None:
                found[name] = hint
    return found


def _left_empty(node: ast.ClassDef) -> Iterator[tuple[str, ast.expr]]:
    """The attributes that a constructor sets to nothing, with their annotations; a text of no
    letters says itself what it is.
    """
    start = next((s for s in node.body if isinstance(s, _FUNCTIONS) and s.name == "__init__"), None)
    for statement in start.body if start is not None else ():
        if isinstance(statement, ast.AnnAssign) and isinstance(statement.target, ast.Attribute):
            if ast.unparse(statement.target.value) == "self" and _is_empty(statement.value):
                yield statement.target.attr, statement.annotation
        elif isinstance(statement, ast.Assign) and ast.unparse(statement.value) in ("''", "str()"):
            for target in statement.targets:
                if isinstance(target, ast.Attribute) and ast.unparse(target.value) == "self":
                    yield target.attr, ast.Name("str", ast.Load())


def _set_by(node: ast.ClassDef) -> Iterator[str]:
    """The attributes that a class sets on its own objects, or declares."""
    for each in all_nodes(node):
        if isinstance(each, ast.Attribute) and isinstance(each.ctx, ast.Store):
            yield from [each.attr] if ast.unparse(each.value) == "self" else []
        elif isinstance(each, ast.AnnAssign) and isinstance(each.target, ast.Name):
            yield each.target.id


def _definition(cls: type) -> ast.ClassDef | None:
    """A class of another module, as it is written there."""
    home = cls.__module__.partition(".")[0]
    if home in sys.stdlib_module_names:
        return None
    try:
        tree = ast.parse(textwrap.dedent(inspect.getsource(cls)))
    except (OSError, TypeError, SyntaxError):
        return None
    return next((n for n in tree.body if isinstance(n, ast.ClassDef)), None)


def _is_empty(value: ast.expr | None) -> bool:
    if isinstance(value, ast.List | ast.Set | ast.Tuple):
        return not value.elts
    if isinstance(value, ast.Constant):
        return value.value == ""
    if isinstance(value, ast.Dict):
        return not value.keys
    called = ast.unparse(value.func).rpartition(".")[2] if isinstance(value, ast.Call) else ""
    return called in _EMPTY


def _filled(nodes: Iterator[ast.AST]) -> Iterator[str]:
    """The attributes that something is put in."""
    for node in nodes:
        held: ast.expr | None = None
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
            held = node.func.value if node.func.attr in _FILLING else None
        elif isinstance(node, ast.Subscript) and isinstance(node.ctx, ast.Store):
            held = node.value
        elif isinstance(node, ast.Attribute) and isinstance(node.ctx, ast.Store):
            held = node
        if isinstance(held, ast.Attribute):
            yield held.attr


def _meaning(annotation: ast.expr, cls: type) -> Any:
    """What an annotation means where the class is defined; None if that cannot be told."""
    names = getattr(getattr(cls, "__init__"), "__globals__", {})
    return evaluated(ast.unparse(annotation), names)
