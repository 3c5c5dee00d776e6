"""What the journal tells: pieces of work, and the steps in them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from pathlib import Path
from typing import Any

from .store import Store


@dataclass(frozen=True, slots=True)
class Done:
    """A step that is about to be written.

    Attributes:
        target: the function it started from, as ``path.py::Class.method``.
        move: its name.
        line: where it applied, counted from 1.
        why: one sentence.
        verdict: what the judge said, in a word.
        assumptions: what that rests on, a line each.
        texts: the files it changed, as bytes after it.
    """

    target: str
    move: str
    line: int
    why: str
    verdict: str
    assumptions: Sequence[str]
    texts: Mapping[Path, bytes]


@dataclass(frozen=True, slots=True)
class Entry:
    """A step that was written.

    Attributes:
        number: counted from 1 over the whole journal.
        work: the piece of work it belongs to, counted from 1.
        when: local time, ISO 8601.
        files: for each file what its bytes before and after are called.
        undone: whether it was taken back.
        commit: the version control's name for it; empty without one.
    """

    number: int
    work: int
    when: str
    target: str
    move: str
    line: int
    why: str
    verdict: str
    assumptions: tuple[str, ...]
    files: Mapping[str, tuple[str, str]]
    undone: bool = False
    commit: str = ""

    def to_dict(self) -> dict[str, Any]:
        """The step as plain data."""
        plain = {n: getattr(self, n) for n in self.__slots__}
        return {
            **plain,
            "assumptions": list(self.assumptions),
            "files": {n: list(p) for n, p in self.files.items()},
        }


@dataclass(slots=True)
class Reading:
    """All that the lines of a journal say.

    Attributes:
        entries: the steps that were written, the oldest first.
        works: pieces of work that were begun, also those that came to nothing.
        open: the begin of a piece of work that has no end: a process was ended in the middle.
    """

    entries: list[Entry] = field(default_factory=list)
    works: int = 0
    steps: int = 0
    open: dict[str, Any] | None = None

    @property
    def standing(self) -> list[Entry]:
        """The steps that were not taken back."""
        return [e for e in self.entries if not e.undone]


def read(store: Store) -> Reading:
    """Read a journal."""
    found = Reading()
    for line in store.lines():
        if line.get("event") == "begin":
            found.open = line
            found.works = max(found.works, line["work"])
            found.steps = max([found.steps, *(s["number"] for s in line.get("steps", ()))])
        elif line.get("event") == "end" and found.open and line["work"] == found.open["work"]:
            if line["outcome"] == "written":
                _enter(found, found.open, line.get("commit", ""))
            found.open = None
    return found


def _enter(found: Reading, begun: Mapping[str, Any], commit: str) -> None:
    """A piece of work came to its end."""
    undone = set(begun.get("undoes", ()))
    found.entries = [replace(e, undone=True) if e.number in undone else e for e in found.entries]
    for step in begun.get("steps", ()):
        found.entries.append(
            Entry(
                step["number"],
                begun["work"],
                begun["when"],
                step["target"],
                step["move"],
                step["line"],
                step["why"],
                step["verdict"],
                tuple(step["assumptions"]),
                {name: (pair[0], pair[1]) for name, pair in step["files"].items()},
                commit=commit,
            )
        )
