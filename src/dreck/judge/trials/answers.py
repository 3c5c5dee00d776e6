"""Stand-in objects whose answers are enumerated.

Where nothing is known of a value, a :class:`Probe` takes its place: it answers any
attribute, call, comparison, truth test and iteration, and records what was done to it. The
:class:`Answers` decide what it says; the same question gets the same answer in both
versions, and :meth:`Answers.alternatives` lists what else could be said.
"""

from __future__ import annotations

from collections.abc import Callable, Generator, Iterator, Mapping, Sequence
from typing import Any

# A probe that is iterated yields at most this many items.
MOST_ITEMS = 2
# Under this name the suggestions hold the exception types that the code handles.
RAISES = "<raises>"
# Questions answered in one call before loops over stand-ins are made to end.
MOST_QUESTIONS = 150
# How a stand-in is called where a value that the code compares with was possible.
ELSE = "something else"
_LESS, _EQUAL, _GREATER = "less", "equal", "greater"


class Answers:
    """The answers given so far, and the log of what was done to the probes.

    Args:
        suggestions: for the name of an attribute, method or key, values that the code
            compares it with.
        given: answers fixed beforehand, as :meth:`given` returned them.
    """

    def __init__(
        self, suggestions: Mapping[str, Sequence[object]], given: Mapping[str, int] | None = None
    ) -> None:
        self.suggestions = suggestions
        self._given = dict(given or {})
        self._picked: dict[str, int] = {}
        self._choices: dict[str, int] = {}
        self._said: dict[str, str] = {}
        self.log: list[tuple[object, ...]] = []
        self.paint: Callable[[object], object] = lambda value: value

    def ask(self, question: str, choices: Sequence[Any]) -> Any:
        """The answer to a question: the given one, else the first choice."""
        if question not in self._picked:
            # After very many questions the answers turn to "no" and "none", so that loops end.
            tired = len(self._picked) >= MOST_QUESTIONS and question.startswith(("bool(", "len("))
            self._picked[question] = min(self._given.get(question, int(tired)), len(choices) - 1)
            self._choices[question] = len(choices)
            chosen = choices[self._picked[question]]
            self._said[question] = (
                ELSE if chosen is _PROBE else getattr(chosen, "__name__", str(chosen))
            )
        return choices[min(self._picked[question], len(choices) - 1)]

    def given(self) -> dict[str, int]:
        """The answers to all questions asked so far, as data."""
        return dict(self._picked)

    def said(self) -> dict[str, str]:
        """The answers that are not the first choice, in words: what makes this input special."""
        return {q: text for q, text in self._said.items() if self._picked[q]}

    def restart(self) -> Answers:
        """The same answers with an empty log, for the other version."""
        return Answers(self.suggestions, {**self._given, **self._picked})

    def adopt(self, other: Answers) -> None:
        """Take over the questions that only the other version was asked."""
        self._picked = {**other._picked, **self._picked}
        self._choices = {**other._choices, **self._choices}
        self._said = {**other._said, **self._said}

    def alternatives(self) -> Iterator[dict[str, int]]:
        """Other ways to answer: one question answered anew, the last ones first."""
        for question in reversed(self._picked):
            for choice in range(self._choices[question]):
                if choice != self._picked[question]:
                    yield {**self._picked, question: choice}


class Probe:
    """A value of which nothing is known; its path says where it came from."""

    def __init__(self, answers: Answers, path: str) -> None:
        object.__setattr__(self, "_answers_", answers)
        object.__setattr__(self, "_path_", path)

    def __repr__(self) -> str:
        return f"<{_path(self)}>"

    __str__ = __repr__

    def __format__(self, spec: str) -> str:
        return f"<{_path(self)}:{spec}>" if spec else repr(self)

    def __hash__(self) -> int:
        return hash(_path(self))

    def __getattr__(self, name: str) -> Any:
        if name.startswith("__") and name.endswith("__"):
            raise AttributeError(name)
        # A call may change any attribute, so after each one the answer may be another.
        calls = sum(
            1
            for entry in _answers(self).log
            if entry[1] == "call" and str(entry[0]).startswith(f"{_path(self)}.")
        )
        return part(self, f"{_path(self)}.{name}{f'#{calls}' if calls else ''}", name)

    def __setattr__(self, name: str, value: object) -> None:
        _note(self, "set", name, value)
        object.__setattr__(self, name, value)

    def __delattr__(self, name: str) -> None:
        _note(self, "delete", name)

    def __call__(self, *args: object, **kwargs: object) -> Any:
        _note(self, "call", args, kwargs)
        count = sum(1 for entry in _answers(self).log if entry[:2] == (_path(self), "call"))
        path = _path(self) + ("()" if count == 1 else f"()#{count}")
        _perhaps_raise(self, path)
        return part(self, path, _path(self).rpartition(".")[2])

    def __getitem__(self, key: object) -> Any:
        if isinstance(key, int) and not 0 <= key < self.__len__():
            raise IndexError(key)
        return part(self, f"{_path(self)}[{key!r}]", str(key))

    def __setitem__(self, key: object, value: object) -> None:
        _note(self, "set item", key, value)

    def __delitem__(self, key: object) -> None:
        _note(self, "delete item", key)

    def __bool__(self) -> bool:
        return bool(_answers(self).ask(f"bool({_path(self)})", (True, False)))

    def __len__(self) -> int:
        return int(_answers(self).ask(f"len({_path(self)})", (1, 0, MOST_ITEMS)))

    def __iter__(self) -> Iterator[Any]:
        for number in range(self.__len__()):
            yield part(self, f"{_path(self)}[{number}]", "")

    def __contains__(self, item: object) -> bool:
        return bool(_answers(self).ask(f"{item!r} in {_path(self)}", (True, False)))

    def __eq__(self, other: object) -> bool:
        if self is other or (type(other) is Probe and _path(other) == _path(self)):
            return True
        return self._order(other) == _EQUAL

    def __ne__(self, other: object) -> bool:
        return not self == other

    def __lt__(self, other: object) -> bool:
        return self._order(other) == _LESS

    def __le__(self, other: object) -> bool:
        return self._order(other) != _GREATER

    def __gt__(self, other: object) -> bool:
        return self._order(other) == _GREATER

    def __ge__(self, other: object) -> bool:
        return self._order(other) != _LESS

    def _order(self, other: object) -> str:
        """How this compares with another value: one answer for all six operators."""
        answer: str = _answers(self).ask(
            f"{_path(self)} against {other!r}", (_GREATER, _EQUAL, _LESS)
        )
        return answer

    def __enter__(self) -> Any:
        _note(self, "enter")
        return part(self, f"{_path(self)}.entered", "")

    def __exit__(self, *error: object) -> bool:
        _note(self, "exit", error[0])
        return error[0] is not None and bool(
            _answers(self).ask(f"{_path(self)} swallows", (False, True))
        )

    async def __aenter__(self) -> Any:
        return self.__enter__()

    async def __aexit__(self, *error: object) -> bool:
        return self.__exit__(*error)

    def __await__(self) -> Generator[None, None, Any]:
        _note(self, "await")
        return part(self, f"await {_path(self)}", "")
        yield

    def __int__(self) -> int:
        return 3

    __index__ = __int__

    def __float__(self) -> float:
        return 3.5


def _path(probe: Probe) -> str:
    path: str = object.__getattribute__(probe, "_path_")
    return path


def _answers(probe: Probe) -> Answers:
    answers: Answers = object.__getattribute__(probe, "_answers_")
    return answers


def _note(probe: Probe, *what: object) -> None:
    """Take down what is done with a probe, and what it is given, also as that is now: it may change
    later.
    """
    answers = _answers(probe)
    answers.log.append((_path(probe), *what, tuple(map(answers.paint, what[1:]))))


def _perhaps_raise(probe: Probe, path: str) -> None:
    """Where the code has handlers, a call may also raise what they handle."""
    answers = _answers(probe)
    errors = answers.suggestions.get(RAISES, ())
    if errors:
        error = answers.ask(f"{path} raises", (None, *errors))
        if error is not None:
            raise error(path)


def part(owner: Probe, path: str, name: str) -> Any:
    """Something reached from a probe: a value the code compares it with, or a probe again."""
    answers = _answers(owner)
    values = answers.suggestions.get(name, ())
    choices = [*values, _PROBE]
    chosen = answers.ask(path, choices) if values else _PROBE
    return Probe(answers, path) if chosen is _PROBE else chosen


_PROBE = object()


def _operator(symbol: str) -> tuple[Callable[[Probe, object], Any], Callable[[Probe, object], Any]]:
    def forward(self: Probe, other: object) -> Any:
        return Probe(_answers(self), f"({_path(self)} {symbol} {other!r})")

    def backward(self: Probe, other: object) -> Any:
        return Probe(_answers(self), f"({other!r} {symbol} {_path(self)})")

    return forward, backward


for _name, _symbol in {
    "add": "+",
    "sub": "-",
    "mul": "*",
    "truediv": "/",
    "floordiv": "//",
    "mod": "%",
    "pow": "**",
    "and": "&",
    "or": "|",
    "xor": "^",
    "lshift": "<<",
    "rshift": ">>",
    "matmul": "@",
}.items():
    _forward, _backward = _operator(_symbol)
    setattr(Probe, f"__{_name}__", _forward)
    setattr(Probe, f"__r{_name}__", _backward)


def _unary(symbol: str) -> Callable[[Probe], Any]:
    return lambda self: Probe(_answers(self), f"({symbol}{_path(self)})")


for _name, _symbol in {"neg": "-", "pos": "+", "invert": "~", "abs": "abs "}.items():
    setattr(Probe, f"__{_name}__", _unary(_symbol))
