"""One call of one version, and everything about it that the contract counts."""

from __future__ import annotations

import contextlib
import inspect
import io
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from . import records
from .answers import Answers
from .clock import TooLong, time_limit
from .picture import picture
from .recipes import Recipe, Side

# Seconds one call may take before it counts as one that never ends.
CALL_SECONDS = 1.0
# Items taken from a generator, and steps of a coroutine.
MOST_ITEMS = 200


@dataclass(frozen=True, slots=True)
class Observation:
    """What one call did: everything that must be equal, and a short text for people."""

    essence: Any
    text: str

    def same_as(self, other: Observation) -> bool:
        """Whether two calls did the same, as far as the contract counts it."""
        return bool(self.essence == other.essence)

    @property
    def is_beyond(self) -> bool:
        """Whether a call went beyond what the contract counts: too deep for the stack."""
        return bool(self.essence[:2] == ("raised", ("RecursionError",)))

    @property
    def ended(self) -> bool:
        """Whether a call ended within its time."""
        return bool(self.essence[0] != "did not end")


def observe(
    function: Callable[..., Any],
    side: Side,
    by_position: list[Recipe],
    by_name: dict[str, Recipe],
    answers: Answers,
) -> Observation:
    """Call a function with freshly built arguments and take down what happens."""
    positional = [r.build(side, answers) for r in by_position]
    named = {n: r.build(side, answers) for n, r in by_name.items()}
    side.refresh()
    answers.paint = picture
    records.note = lambda *entry: answers.log.append((*entry, tuple(map(picture, entry[2:]))))
    output = io.StringIO()
    with contextlib.redirect_stdout(output), contextlib.redirect_stderr(output):
        kind, value, text = _outcome(lambda: function(*positional, **named))
    log = [(*map(picture, entry[:-1]), entry[-1]) for entry in answers.log]
    after = [picture(a) for a in (*positional, *named.values())]
    essence = (kind, value, tuple(log), output.getvalue(), tuple(after))
    return Observation(essence, _described(text, log, output.getvalue()))


def _outcome(call: Callable[[], Any]) -> tuple[str, Any, str]:
    try:
        with time_limit(CALL_SECONDS):
            value = _driven(call())
            return "returned", picture(value), f"returns {_short(value)}"
    except TooLong:
        return "did not end", None, f"does not end within {CALL_SECONDS:g} s"
    except RecursionError:
        return "raised", ("RecursionError",), "raises RecursionError"
    except BaseException as error:  # SystemExit and the like are outcomes too
        shown = ", ".join(_short(a) for a in error.args)
        return "raised", picture(error), f"raises {type(error).__name__}({shown})"


def _driven(value: Any) -> Any:
    """Generators and coroutines are run to their end, within bounds."""
    if inspect.isgenerator(value):
        return _Sequence("yields", _generated(value))
    if inspect.iscoroutine(value):
        return _awaited(value)
    if inspect.isasyncgen(value):
        return _Sequence("yields", _async_generated(value))
    return value


@dataclass(frozen=True, slots=True)
class _Sequence:
    """What a generator yielded, and how it ended."""

    what: str
    items: list[Any]

    def __repr__(self) -> str:
        return f"{self.what} {self.items!r}"


def _generated(generator: Any) -> list[Any]:
    items: list[Any] = []
    for _ in range(MOST_ITEMS):
        try:
            items.append(next(generator))
        except StopIteration as stop:
            return [*items, ("returned", stop.value)]
        except Exception as error:
            return [*items, ("raised", error)]
    generator.close()
    return items


def _awaited(coroutine: Any) -> Any:
    for _ in range(MOST_ITEMS):
        try:
            coroutine.send(None)
        except StopIteration as stop:
            return stop.value
    coroutine.close()
    raise TooLong


def _async_generated(generator: Any) -> list[Any]:
    items: list[Any] = []
    for _ in range(MOST_ITEMS):
        try:
            items.append(_awaited(generator.__anext__()))
        except StopAsyncIteration:
            break
        except Exception as error:
            return [*items, ("raised", error)]
    return items


def _described(outcome: str, log: list[Any], output: str) -> str:
    parts = [outcome]
    if log:
        calls = [
            f"{entry[0][1]} {entry[1][1]}" if len(entry) > 1 else str(entry[0]) for entry in log
        ]
        parts.append(
            f"after {len(log)} effect{'s' if len(log) > 1 else ''} ({'; '.join(calls[:4])}{'; ...' if len(calls) > 4 else ''})"
        )
    if output:
        parts.append(f"and prints {_short(output)}")
    return " ".join(parts)


def _short(value: Any) -> str:
    try:
        text = repr(value)
    except Exception as error:
        return f"<{type(value).__name__} whose repr raises {type(error).__name__}>"
    return text if len(text) <= 120 else text[:117] + "..."
