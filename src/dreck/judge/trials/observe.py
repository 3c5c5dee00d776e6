"""Calls of one version, and everything about them that the contract counts."""

from __future__ import annotations

import contextlib
import dis
import inspect
import io
import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from typing import Any

from . import records
from .answers import Answers
from .clock import TooLong, time_limit
from .fence import SCRATCH
from .picture import picture, told_by
from .recipes import Recipe, Side
from .sharing import parts_of, shared

# Seconds one call may take before it counts as one that never ends.
CALL_SECONDS = 1.0
_RAISE = dis.opmap["RAISE_VARARGS"]
_FAILURES = (TypeError, AttributeError, LookupError, ValueError)
_OTHERWISE_BUILT = (
    "values to unpack",
    "unpack non-iterable",
    "indices must be",
    "not iterable",
    "not subscriptable",
)
_PLAIN = (int, float, str, bytes, list, tuple, dict, set)
# Items taken from a generator, and steps of a coroutine.
MOST_ITEMS = 200
# Effects of one call.
_MOST_EFFECTS = 1_000
# Attributes of an exception that are shown.
_MOST_TOLD = 3
# Parts of arguments that are spelt out.
_MOST_SPELT = 300


@dataclass(frozen=True, slots=True)
class Call:
    """One call: a function, and recipes for its arguments.

    Attributes:
        function: of one version.
        by_position, by_name: the arguments.
        labels: names of those by position.
    """

    function: Callable[..., Any]
    by_position: list[Recipe]
    by_name: dict[str, Recipe]
    labels: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Observation:
    """What some calls did: everything that must be equal, and texts for people.

    Attributes:
        ends: how each ended, "returned", "raised" or "did not end".
        essence: all else that must be equal.
        text: what the last one did.
        besides: expressions for what is not seen in that, with their values as text.
        same: pairs of expressions that are the same object.
        misfits: whether a value could not be what was asked of it: an operation, no statement of
            the code, raised a TypeError or AttributeError that nobody handled.
        lacks: whether a constant or a built-in container does not have or do what was asked of it.
        fails: whether an operation raised any error that says that a value is not what was
            expected.
        misses: whether an operation missed a key.
        unhashable: whether something was looked up that cannot be.
        value: what the last call gave back; None where it did not.
    """

    ends: tuple[str, ...]
    essence: Any
    text: str
    besides: Mapping[str, str]
    same: frozenset[tuple[str, str]]
    misfits: bool
    lacks: bool
    fails: bool
    misses: bool
    unhashable: bool
    value: Any = None

    def same_as(self, other: Observation) -> bool:
        """Whether the calls did the same, as far as the contract counts it."""
        return bool(
            self.ends == other.ends and self.essence == other.essence and self.same == other.same
        )

    @property
    def is_beyond(self) -> bool:
        """Whether a call went beyond what the contract counts: too deep for the stack."""
        return ("RecursionError",) in self.essence[0]

    @property
    def ended(self) -> bool:
        """Whether all calls ended within their time."""
        return "did not end" not in self.ends

    def apart(self, other: Observation) -> str:
        """An expression that shows a difference which the outcomes themselves do not; else ""."""
        if self.text != other.text:
            return ""
        told = [e for e, text in self.besides.items() if other.besides.get(e) != text]
        pairs = [f"{one} is {two}" for one, two in sorted(self.same ^ other.same)]
        return next(iter((*told, *pairs)), "")

    def value_of(self, expression: str) -> str:
        """What such an expression is, as text."""
        if expression in self.besides:
            return self.besides[expression]
        one, asks, two = expression.partition(" is ")
        return str((one, two) in self.same) if asks else "not there"


# Files that are told of one call.
_MOST_FILES = 3
# What is done before each observation.
AT_START: list[Callable[[], None]] = []
# Stands for the same object that the first call was given in this place.
HELD = Recipe("", lambda side, answers: None)


def observe(
    calls: Sequence[Call],
    side: Side,
    answers: Answers,
    *,
    in_words: bool = False,
    seconds: float = CALL_SECONDS,
) -> Observation:
    """Make some calls with freshly built arguments, one after the other, and take down what
    happens; ``in_words`` also what the arguments are afterwards. Each ends within some seconds.
    """
    for prepare in AT_START:
        prepare()
    SCRATCH.taken()
    built: list[tuple[list[Any], dict[str, Any]]] = []
    for call in calls:
        positional = [
            built[0][0][i] if r is HELD else r.build(side, answers)
            for i, r in enumerate(call.by_position)
        ]
        built.append((positional, {n: r.build(side, answers) for n, r in call.by_name.items()}))
    side.refresh()
    answers.paint = picture
    records.note = partial(_note, answers)
    output = io.StringIO()
    outcomes: list[_Outcome] = []
    with contextlib.redirect_stdout(output), contextlib.redirect_stderr(output):
        for call, (positional, named) in zip(calls, built, strict=True):
            outcomes.append(outcome_of(partial(call.function, *positional, **named), seconds))
            if outcomes[-1].end == "did not end":
                break
    files = SCRATCH.taken()
    log = [(*map(picture, entry[:-1]), entry[-1]) for entry in answers.log]
    names = names_of(calls, built)
    after = tuple(map(picture, names.values()))
    pictures = tuple(o.picture for o in outcomes)
    results = {f"result{n or ''}": o.value for n, o in enumerate(outcomes)}
    return Observation(
        tuple(o.end for o in outcomes),
        (pictures, tuple(log), output.getvalue(), after, tuple(files.items())),
        _described(outcomes[-1].text, log, output.getvalue(), files),
        _spelt({**names, **results}) if in_words else {},
        shared({**names, **results}),
        any(o.misfits for o in outcomes),
        any(o.lacks for o in outcomes),
        any(o.fails for o in outcomes),
        any(o.fails and o.text.startswith("raises KeyError(") for o in outcomes),
        any(o.misfits and "unhashable type" in o.text for o in outcomes),
        outcomes[-1].value,
    )


def _note(answers: Answers, *entry: Any) -> None:
    """Take down an effect; a call that has very many does not end."""
    if len(answers.log) >= _MOST_EFFECTS:
        raise TooLong
    answers.log.append((*entry, tuple(map(picture, entry[2:]))))


def names_of(
    calls: Sequence[Call], built: Sequence[tuple[list[Any], dict[str, Any]]]
) -> dict[str, Any]:
    """All arguments under names of their own."""
    found: dict[str, Any] = {}
    for number, (call, (positional, named)) in enumerate(zip(calls, built, strict=True)):
        labelled = zip(call.labels, call.by_position, positional, strict=False)
        fresh = {label: v for label, r, v in labelled if r is not HELD}
        found |= {f"{n}{number or ''}": v for n, v in {**fresh, **named}.items()}
    return found


@dataclass(frozen=True, slots=True)
class _Outcome:
    end: str
    picture: Any
    text: str
    value: Any = None
    misfits: bool = False
    lacks: bool = False
    fails: bool = False
    error: BaseException | None = None


def outcome_of(call: Callable[[], Any], seconds: float = CALL_SECONDS) -> _Outcome:
    """How one call ends."""
    try:
        with time_limit(seconds):
            value = _driven(call())
            text = value.text if isinstance(value, _Sequence) else f"returns {_short(value)}"
            return _Outcome("returned", picture(value), text, value)
    except TooLong:
        return _Outcome("did not end", None, f"does not end within {seconds:g} s")
    except RecursionError:
        return _Outcome("raised", ("RecursionError",), "raises RecursionError")
    except BaseException as error:  # SystemExit and the like are outcomes too
        shown = ", ".join(_short(a) for a in error.args)
        said = {n: _short(v) for n, v in told_by(error).items()}
        told = [f"{n}={text}" for n, text in said.items() if text not in shown]
        with_it = f" with {', '.join(told[:_MOST_TOLD])}" if told else ""
        text = f"raises {type(error).__name__}({shown}){with_it}"
        fails = isinstance(error, _FAILURES) and _is_by_operation(error)
        misfits = fails and isinstance(error, TypeError | AttributeError)
        lacks = misfits and isinstance(getattr(error, "obj", None), _PLAIN)
        lacks |= fails and any(words in str(error) for words in _OTHERWISE_BUILT)
        return _Outcome("raised", picture(error), text, None, misfits, lacks, fails, error)


def _is_by_operation(error: BaseException) -> bool:
    """Whether no statement of the code raised it."""
    place = error.__traceback__
    while place is not None and place.tb_next is not None:
        place = place.tb_next
    return place is None or place.tb_frame.f_code.co_code[place.tb_lasti] != _RAISE


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

    @property
    def text(self) -> str:
        """All of it in words."""
        items, ends = self.items, ""
        if items and isinstance(items[-1], tuple) and items[-1][:1] in (("returned",), ("raised",)):
            *items, (how, value) = items
            if how == "raised":
                ends = f", then raises {_short(value)}"
            elif value is not None:
                ends = f", then returns {_short(value)}"
        given = _short(items)[1:-1] if items else "nothing"
        return f"{self.what} {given}{ends}"


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


def _spelt(values: Mapping[str, object]) -> dict[str, str]:
    """Values as text, with their parts where they are objects that do not show what they hold."""
    found: dict[str, str] = {}
    pending = list(values.items())
    while pending and len(found) < _MOST_SPELT:
        where, value = pending.pop(0)
        text = _short(value)
        if not text.startswith("<"):
            found[where] = text
        if not isinstance(value, int | float | str | bytes | None):
            pending += [(f"{where}{step}", part) for step, part in parts_of(value)]
    return found


def _described(outcome: str, log: list[Any], output: str, files: Mapping[str, str]) -> str:
    parts = [outcome]
    if log:
        calls = [_effect(entry) for entry in log]
        parts.append(
            f"after {len(log)} effect{'s' if len(log) > 1 else ''} ({'; '.join(calls[:4])}{'; ...' if len(calls) > 4 else ''})"
        )
    if output:
        parts.append(f"and prints {_short(output)}")
    for name, text in list(files.items())[:_MOST_FILES]:
        parts.append(f"and leaves {name} with {_short(text)}")
    return " ".join(parts)


def _effect(entry: Any) -> str:
    """One effect in a few words: a call with its arguments, as far as they are plain."""
    if len(entry) < 2:
        return str(entry[0])
    name, what = entry[0][1], entry[1][1]
    if what != "call" or len(entry) < 4 or entry[2][0] != "builtins.tuple":
        return f"{name} {what}"
    given = [_plain(a) for a in entry[2][1]]
    if len(entry) > 3 and entry[3][0] == "builtins.dict":
        given += [f"{key[1]}={_plain(value)}" for key, value in entry[3][1] if key[0] == "str"]
    return f"{name}({', '.join(given)})"


def _plain(picture: Any) -> str:
    is_plain = picture[0] in ("int", "str", "bool", "NoneType", "float")
    return (picture[1] if picture[0] == "float" else repr(picture[1])) if is_plain else "..."


def _short(value: Any) -> str:
    try:
        text = repr(value)
    except Exception as error:
        return f"<{type(value).__name__} whose repr raises {type(error).__name__}>"
    text = re.sub(r" at 0x[0-9a-f]+", "", text)  # where it lies says nothing
    return text if len(text) <= 120 else text[:117] + "..."
