"""Methods that leave their object in another state: who makes an object for a test calls a few of
them before it is handed on, as a board that nothing was put on shows little.
"""

from __future__ import annotations

import ast
import inspect
import itertools
import textwrap
from collections.abc import Mapping, Sequence
from typing import Any

from ...outline import FunctionNode, all_nodes
from .changing import changing
from .hints import declared
from .through import Calls, Ways

# Methods of one class that are called so.
_MOST = 4
_WAITING = (ast.Yield, ast.YieldFrom, ast.Await)


def driving_methods(
    cls: type, trees: Sequence[ast.Module], home: str, ways: Ways
) -> Mapping[str, tuple[tuple[str, Any, bool], ...]]:
    """The public methods that change an object of a class, and that are the same in both versions
    with all that they come to.

    Args:
        cls: the class.
        trees: both versions of the module at hand.
        home: the name of that module; of a class of another one its own text is read.
        ways: tells which of its methods are the same.

    Returns:
        For each the names of its parameters, what they are declared to be, and whether they may be
        left out.
    """
    is_ours = cls.__module__ == home
    modules = trees if is_ours else _text_of(cls)
    found: dict[str, tuple[tuple[str, Any, bool], ...]] = {}
    for name in _changing(cls.__qualname__, modules[-1]) if modules else ():
        if is_ours and not ways.is_alike(f"{cls.__qualname__}.{name}"):
            continue
        taken = _taken(vars(cls).get(name))
        if taken is not None and len(found) < _MOST:
            found[name] = taken
    return found


def _text_of(cls: type) -> Sequence[ast.Module]:
    try:
        return [ast.parse(textwrap.dedent(inspect.getsource(cls)))]
    except (OSError, TypeError, SyntaxError):
        return []


def _changing(owner: str, module: ast.Module) -> list[str]:
    """The public methods of a class that change their object, in their order."""
    prefix = f"{owner}."
    functions = Calls(module).functions
    own = {n.removeprefix(prefix): f for n, f in functions.items() if n.startswith(prefix)}
    acting = changing(own)
    return [n for n, f in own.items() if n in acting and not n.startswith("_") and _is_plain(f)]


def _is_plain(function: FunctionNode) -> bool:
    """Whether a call of it does all at once."""
    return (
        isinstance(function, ast.FunctionDef)
        and not function.decorator_list
        and not any(isinstance(n, _WAITING) for n in all_nodes(function))
    )


def _taken(method: Any) -> tuple[tuple[str, Any, bool], ...] | None:
    """What a method takes beside its object; None if that is not declared."""
    if not inspect.isfunction(method):
        return None
    try:
        hints = declared(method)
        _, *parameters = inspect.signature(method).parameters.values()
    except (TypeError, ValueError, NameError, AttributeError):
        return None
    plain = [p for p in parameters if p.kind is p.POSITIONAL_OR_KEYWORD]
    needed = [p for p in parameters if p.default is p.empty and p not in plain]
    if any(p.kind not in (p.VAR_POSITIONAL, p.VAR_KEYWORD) for p in needed):
        return None
    if any(p.name not in hints and p.default is p.empty for p in plain):
        return None
    told = itertools.takewhile(lambda p: p.name in hints, plain)  # they go by position
    return tuple([(p.name, hints[p.name], p.default is not p.empty) for p in told])
