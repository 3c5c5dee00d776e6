"""Other ways to make an object than its constructor: methods of its class that hand one back."""

from __future__ import annotations

import inspect
import typing
from collections.abc import Mapping
from typing import Any

from .answers import Answers
from .hints import all_declared
from .recipes import OMITTED, Recipe, Side, class_on, joined
from .through import Ways

# Those of one class that are tried.
_MOST = 4
_BY_NAME = (inspect.Parameter.POSITIONAL_OR_KEYWORD, inspect.Parameter.KEYWORD_ONLY)


def factories_of(cls: type, home: str, ways: Ways) -> Mapping[str, Mapping[str, tuple[Any, bool]]]:
    """The public class and static methods that are declared to hand back an object of their class,
    take nothing that is not declared, and are the same in both versions with all they come to.

    Args:
        cls: the class.
        home: the name of the module at hand.
        ways: tells what else is the same.

    Returns:
        By the names of the methods, for each parameter what it is declared to be and whether it may
        be left out.
    """
    found: dict[str, Mapping[str, tuple[Any, bool]]] = {}
    for name, held in vars(cls).items():
        if name.startswith("_") or not isinstance(held, classmethod | staticmethod):
            continue
        if cls.__module__ == home and not ways.is_alike(f"{cls.__qualname__}.{name}"):
            continue
        taken = _taken(cls, held)
        if taken is not None and len(found) < _MOST:
            found[name] = taken
    return found


def _taken(
    cls: type, held: classmethod[Any, Any, Any] | staticmethod[Any, Any]
) -> Mapping[str, tuple[Any, bool]] | None:
    """What a method takes that gives an object of its class; None of any other."""
    function = held.__func__
    try:
        hints = all_declared(function)
        parameters = list(inspect.signature(function).parameters.values())
    except (TypeError, ValueError, NameError, AttributeError):
        return None
    if hints.get("return") not in (cls, typing.Self) or inspect.iscoroutinefunction(function):
        return None
    own = parameters[isinstance(held, classmethod) :]
    needed = [p for p in own if p.default is p.empty]
    if any(p.kind not in _BY_NAME or p.name not in hints for p in needed):
        return None
    known = [p for p in own if p.kind in _BY_NAME and p.name in hints]
    return {p.name: (hints[p.name], p.default is not p.empty) for p in known}


def made_by(cls: type, name: str, given: Mapping[str, Recipe]) -> Recipe:
    """An object that a method of its class makes.

    Args:
        cls: the class.
        name: the method.
        given: its arguments by their names; those omitted are left out.
    """
    told = {n: r for n, r in given.items() if r is not OMITTED}
    text = f"{cls.__qualname__}.{name}({', '.join(f'{n}={r.text}' for n, r in told.items())})"

    def build(side: Side, answers: Answers) -> Any:
        values = {n: r.build(side, answers) for n, r in told.items()}
        return getattr(class_on(side, cls), name)(**values)

    return Recipe(text, build, stands=joined(told.values()))
