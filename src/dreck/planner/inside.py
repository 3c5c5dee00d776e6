"""Steps inside the functions of a file, piece by piece.

A piece is a function with all that is defined in it. Each piece is worked on as the file was read,
so that several can be worked on side by side; they are put together from the end of the file, so
that the lines of those above stay as they are.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache
from pathlib import Path

from ..errors import DreckError
from ..judge.face.compare import Surroundings, surroundings_of
from ..judge.versions.version import Version
from ..moves.enum_members import plain_enums
from ..outline import functions_of
from ..source.diffs import CONTEXT, unified
from ..source.files import parse
from ..source.lines import split_lines
from ..source.regions import Region, indent_of, region_of
from ..taste.cost import cost_of
from .candidates import Broken, line_width, sets_guards_off
from .function_work import FunctionWork, Setting
from .module_work import ModuleWork
from .project import Project, project_of_this_process
from .results import Untangled
from .settings import Settings

# A choice of fewer ways is not worth a table.
_LEAST_OF_CHOICE = 3


@dataclass(frozen=True, slots=True)
class Look:
    """How a file looks, and what stands around its functions."""

    tree: ast.Module
    around: Surroundings
    indent: str
    setting: Setting


@lru_cache(maxsize=4)
def look_of(path: Path, text: str) -> Look:
    """How a file with a text looks.

    Raises:
        SourceError: the text is no Python.
    """
    tree = parse(text, str(path))
    lines = split_lines(text)
    setting = Setting(path, sets_guards_off(tree, lines), line_width(lines), plain_enums(tree))
    return Look(tree, surroundings_of(tree), indent_of(tree, text), setting)


@dataclass(frozen=True, slots=True)
class Piece:
    """A part of a file that can be worked on by itself.

    Attributes:
        path: the file.
        text: all of its text.
        names: the functions to be worked on, each with the line that is meant, if one is.
        head, tail: how many characters of the text stand before and behind the piece.
    """

    path: Path
    text: str
    names: Mapping[str, int | None]
    head: int
    tail: int

    @property
    def size(self) -> int:
        """Its characters."""
        return len(self.text) - self.head - self.tail


@dataclass(slots=True)
class Inside:
    """What became of functions by steps inside them.

    Attributes:
        text: the file with them.
        results: each function, in the order in which they were worked on.
        originals: what each was before, as a text.
        done: texts of functions in which no step is left.
        waiting: functions with steps that wait for one beyond them.
        problems: one line for each thing that went wrong.
    """

    text: str
    results: dict[str, Untangled] = field(default_factory=dict)
    originals: dict[str, str] = field(default_factory=dict)
    done: set[str] = field(default_factory=set)
    waiting: set[str] = field(default_factory=set)
    problems: list[str] = field(default_factory=list)


def pieces_of(path: Path, text: str, names: Mapping[str, int | None]) -> list[Piece]:
    """The pieces of a file in which functions are to be worked on, the last one first.

    Args:
        path: the file.
        text: its text.
        names: the functions, each with the line that is meant, if one is.
    """
    look = look_of(path, text)
    places: dict[str, tuple[int, int]] = {}
    for function in functions_of(look.tree):
        if function.name in names:
            region = region_of(text, function, look.indent)
            places[function.name] = len(region.before), len(region.after)
    pieces: list[Piece] = []
    for name, (head, tail) in sorted(places.items(), key=lambda p: (p[1][0], p[1][1])):
        last = pieces[-1] if pieces else None
        if last is not None and head < len(text) - last.tail:  # it stands in the one before it
            pieces[-1] = replace(last, names={**last.names, name: names[name]})
        else:
            pieces.append(Piece(path, text, {name: names[name]}, head, tail))
    order = {name: place for place, name in enumerate(names)}
    return [
        replace(p, names={n: p.names[n] for n in sorted(p.names, key=order.__getitem__)})
        for p in reversed(pieces)
    ]


def untangle_inside(piece: Piece, settings: Settings, project: Project | None = None) -> Inside:
    """Take the steps inside the functions of a piece.

    Args:
        piece: what to work on.
        settings: how.
        project: the files around it; as this process reads them if None.
    """
    work = _PieceWork(piece, settings, project or project_of_this_process(piece.path, piece.text))
    # From the end, so that lines of functions still to come stay as they are.
    for name in reversed(list(piece.names)):
        work.function(name, piece.names[name])
    return work.made


class _PieceWork:
    """A piece while its functions are worked on."""

    def __init__(self, piece: Piece, settings: Settings, project: Project) -> None:
        self.path, self.settings, self.project = piece.path, settings, project
        self.look = look_of(piece.path, piece.text)
        self.made = Inside(piece.text)
        self._functions = {f.name: f for f in functions_of(self.look.tree)}

    def function(self, name: str, line: int | None) -> None:
        """Untangle one function, or one place of it, and keep the new text of the file."""
        made, settings = self.made, self.settings
        region = region_of(made.text, self._functions[name], self.look.indent)
        made.originals[name] = region.text
        work, result = self._worked_on(name, region, line, settings)
        made.problems += lines_of(self.path, work.broken)
        kept = self._in_nobodys_way(name, region, result)
        if kept < len(result.steps):
            made.waiting.add(name)
            work, result = self._worked_on(name, region, line, replace(settings, most_steps=kept))
        else:
            made.done.add(work.region.text)
        if result.changed:
            made.text = work.region.whole
            self._functions = {f.name: f for f in functions_of(parse(made.text, str(self.path)))}
        made.results[name] = result

    def _worked_on(
        self, name: str, region: Region, line: int | None, settings: Settings
    ) -> tuple[FunctionWork, Untangled]:
        setting = replace(self.look.setting, line=line if settings.only else None)
        names = self.look.around.of(self._functions[name])
        work = FunctionWork(name, region, names, setting, settings)
        return work, work.run()

    def _in_nobodys_way(self, name: str, region: Region, result: Untangled) -> int:
        """So many of a function's steps that none of them takes away a greater one beyond it: a
        ladder from which one arm was taken out is no table any more.
        """
        settings = self.settings
        plain = not settings.only and settings.asking is None and not settings.until
        if not plain or not result.steps or result.before.decisions < _LEAST_OF_CHOICE:
            return len(result.steps)
        width = self.look.setting.width
        texts = [region.whole, *(s.texts[self.path] for s in result.steps)]
        work = ModuleWork(self.path, self.project, width, settings, None)
        promised = [work.promise(t, name) for t in texts]
        self.made.problems += lines_of(self.path, work.broken)
        if max(promised) <= promised[-1]:
            return len(result.steps)
        costs = [cost_of(Version(self.path, t).functions[name].node).total for t in texts]
        worth = [p - c for p, c in zip(promised, costs, strict=True)]
        return max(range(len(texts)), key=lambda n: (worth[n], n))


def lines_of(path: Path, broken: Iterable[Broken]) -> list[str]:
    """What is told of moves that failed."""
    return [
        f"{path}:{b.line}: the move {b.move} failed ({b.error}); its step is left out, please report it"
        for b in dict.fromkeys(broken)
    ]


def put_together(text: str, parts: Sequence[tuple[Piece, Inside]]) -> Inside:
    """A file with all of its pieces as they became.

    Args:
        text: the file before.
        parts: its pieces, the last one first, each with what became of it.

    Raises:
        DreckError: something changed outside of the functions.
    """
    whole = Inside(text)
    behind, start = "", len(text)
    for piece, made in parts:
        end = len(text) - piece.tail
        if made.text[: piece.head] != text[: piece.head] or not made.text.endswith(text[end:]):
            raise DreckError(
                f"{piece.path}: a move changed code outside its function; nothing is changed, please report it"
            )
        behind = text[end:start] + behind
        whole.results |= _moved(made.results, piece, behind)
        behind = made.text[piece.head : len(made.text) - piece.tail] + behind
        start = piece.head
        whole.originals |= made.originals
        whole.done |= made.done
        whole.waiting |= made.waiting
        whole.problems += made.problems
    whole.text = text[:start] + behind
    return whole


def _moved(results: Mapping[str, Untangled], piece: Piece, behind: str) -> dict[str, Untangled]:
    """What became of the functions of a piece, with another text behind it."""
    kept = len(piece.text) - piece.tail
    old = piece.text[kept:]
    # The lines below are part of what a diff shows.
    alike = split_lines(old)[:CONTEXT] == split_lines(behind)[:CONTEXT]
    path = piece.path.as_posix()
    text = piece.text[:kept] + behind
    moved = {}
    for name, function in results.items():
        first = text
        steps = []
        for step in function.steps:
            after = step.texts[piece.path][: len(step.texts[piece.path]) - piece.tail] + behind
            diff = step.diff if alike else unified(text, after, path)
            steps.append(replace(step, diff=diff, texts={piece.path: after}))
            text = after
        diff = function.diff if alike or not steps else unified(first, text, path)
        moved[name] = replace(function, steps=tuple(steps), diff=diff)
    return moved
