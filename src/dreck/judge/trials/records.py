"""Plain doubles: records, functions that record, managers. Inputs that a person could write down.

Each answers alike every time until somebody sets something. What stands between the lines of this
file is also what a program has that shows a difference with them.
"""

from __future__ import annotations

import inspect
from types import SimpleNamespace
from typing import Any

# Calls of doubles in order: what was called, with what, and a picture of that as it was.
_LOG: list[Any] = []


def note(*entry: Any) -> None:
    """Take down a call; who runs a trial puts a place for it here."""
    _LOG.append(entry)


# -- doubles


class Record(SimpleNamespace):
    """An object with just these attributes."""

    def __init__(self, **fields: Any) -> None:
        super().__init__(**fields)
        for each in fields.values():
            if isinstance(each, Recorder):
                each.owner = self


class Recorder:
    """A function that notes its calls, what it is to go through included, gives back the same value
    each time, or raises, and may set attributes of its owner and of the records it is given. An
    awaited one does so when awaited.
    """

    def __init__(
        self,
        name: str,
        gives: Any = None,
        raises: Any = None,
        sets: Any = None,
        awaited: bool = False,
    ) -> None:
        self.name, self.gives, self.raises, self.sets = name, gives, raises, sets or {}
        self.awaited = awaited
        self.owner: Any = None

    def __call__(self, *args: Any, **kwargs: Any) -> Any:
        args = tuple(list(a) if inspect.isgenerator(a) else a for a in args)
        note(self.name, "call", args, kwargs)
        for each in (self.owner, *args, *kwargs.values()):
            for attribute, value in self.sets.items():
                if isinstance(each, Record) and hasattr(each, attribute):
                    setattr(each, attribute, value)
        return self._later() if self.awaited else self._outcome()

    async def _later(self) -> Any:
        return self._outcome()

    def _outcome(self) -> Any:
        if self.raises is not None:
            raise self.raises(self.name)
        return self.gives

    def __repr__(self) -> str:
        return f"Recorder({self.name!r})"


class Manager:
    """Something to be entered and left, which may swallow what is raised inside."""

    def __init__(self, name: str, gives: Any = None, swallows: bool = False) -> None:
        self.name, self.gives, self.swallows = name, gives, swallows

    def __enter__(self) -> Any:
        note(self.name, "enter")
        return self.gives

    def __exit__(self, *error: Any) -> bool:
        note(self.name, "exit", error[0])
        return self.swallows and error[0] is not None

    def __repr__(self) -> str:
        return f"Manager({self.name!r})"


def given(owner: Any, **fields: Any) -> Any:
    """An object with attributes that are set from outside."""
    for name, value in fields.items():
        setattr(owner, name, value)
    return owner


def having_called(owner: Any, method: str, *arguments: Any) -> Any:
    """An object of which a method was called."""
    getattr(owner, method)(*arguments)
    return owner


# -- end of doubles


def source_of_doubles() -> str:
    """The doubles as Python text, for a program that shows a difference."""
    text = inspect.getsource(inspect.getmodule(source_of_doubles))  # type: ignore[arg-type]
    inside = text.partition("# -- doubles\n")[2].partition("# -- end of doubles")[0]
    return inside.strip() + "\n"
