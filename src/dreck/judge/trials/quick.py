"""The quick way for plain inputs: call, compare, next.

Where all arguments are constants of immutable built-in types, the module keeps no state that a
call could change, and the result is such a constant (or an exception with such arguments),
there is nothing more to observe than output. Whatever does not fit takes the slow way.
"""

from __future__ import annotations

import ast
import contextlib
import io
from collections.abc import Callable, Iterator
from typing import Any, TypeAlias

from ...outline import all_nodes
from .clock import TooLong, time_limit
from .recipes import Side

Outcome: TypeAlias = tuple[Any, ...]
_PLAIN = frozenset({int, bool, str, bytes, type(None)})
# Seconds after which a call that does not end is interrupted; the slow way then says so.
SECONDS = 1.0


def outcome(function: Callable[..., Any], arguments: tuple[Any, ...]) -> Outcome | None:
    """What a call gives, comparable with ``==``; None if it takes the slow way."""
    try:
        value = function(*arguments)
    except TooLong:
        raise
    except BaseException as error:  # SystemExit is an outcome too
        plain = all(type(a) in _PLAIN for a in error.args) and not vars(error)
        return ("raised", type(error).__qualname__, error.args) if plain else None
    kind = type(value)
    if kind in _PLAIN:
        return (kind, value)
    if kind is float:
        return (float, repr(value))
    if kind is tuple and all(type(v) in _PLAIN for v in value):
        return (tuple, *[(type(v), v) for v in value])
    return None


def keeps_no_state(side: Side, text: str) -> bool:
    """Whether a call cannot change what the next one sees in the module itself."""
    return not side.contents and not any(
        isinstance(n, ast.Global) for n in all_nodes(ast.parse(text))
    )


@contextlib.contextmanager
def lane() -> Iterator[io.StringIO]:
    """Many quick calls in a row: output is caught, and a call that hangs is interrupted."""
    output = io.StringIO()
    with (
        contextlib.redirect_stdout(output),
        contextlib.redirect_stderr(output),
        time_limit(SECONDS),
    ):
        yield output
