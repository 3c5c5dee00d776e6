"""Arms laid side by side: one pattern, and a column for each place where they differ."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

from ..errors import SourceError
from ..moves.alignment import Hole, aligned
from ..moves.fields import field_name
from ..moves.likeness import Change, likened, most_alike
from ..moves.module_view import ModuleView
from ..moves.registry import ModuleMove, ModuleSite, all_moves
from ..moves.wishes import Wishes
from ..outline import Function, all_nodes
from ..planner.project import Project
from ..source.edits import Edit, edited
from ..source.files import SourceFile
from ..source.targets import Target
from .switches import Switch, switches_of

_MARKS = ("‹", "›")
# Columns of expressions that still make a table one can read.
_MOST_COLUMNS = 4


@dataclass(frozen=True, slots=True)
class ArmRow:
    """One arm.

    Attributes:
        keys: the values or classes that lead into it, as the author wrote them, or the range of
            numbers.
        is_default: whether it is for all that the others leave.
        line: where its test stands, counted from 1.
        values: what it has in each column; None if it is not like the others.
        neutral: for each column whether the arm lacks that part, so that a neutral element stands
            for it.
        text: its code on one line.
    """

    keys: str
    is_default: bool
    line: int
    values: tuple[str, ...] | None
    neutral: tuple[bool, ...]
    text: str


@dataclass(frozen=True, slots=True)
class Alignment:
    """The arms of one chain of tests.

    Attributes:
        target: the function, as ``path.py::name``.
        line: where the chain starts, counted from 1.
        subject: what is tested.
        pattern: the lines that the arms have in common, with the names of columns in angle quotes.
        columns: what the columns are called.
        rows: the arms in their order; those of a ladder of ranges from below to above.
        changes: in words, what would be written differently for the arms to be alike.
        of_expressions: whether columns hold more than constants, so that a table could not hold
            them.
        notes: in words, what a person should look at: gaps, overlaps, arms that are never reached.
        moves: the moves that turn it into something else, to be asked for by name; empty if none
            does.
        moves_line: the line to ask for them at.
    """

    target: str
    line: int
    subject: str
    pattern: tuple[str, ...]
    columns: tuple[str, ...]
    rows: tuple[ArmRow, ...]
    changes: tuple[str, ...]
    of_expressions: bool = False
    notes: tuple[str, ...] = ()
    moves: tuple[str, ...] = ()
    moves_line: int = 0

    @property
    def is_table(self) -> bool:
        """Whether all arms with keys fit the pattern, so that a table can hold what they differ
        in.
        """
        return (
            bool(self.columns)
            and not self.of_expressions
            and all(r.values is not None for r in self.rows if not r.is_default)
        )

    @property
    def alike(self) -> int:
        """How many arms fit the pattern."""
        return sum(r.values is not None for r in self.rows)

    def __repr__(self) -> str:
        return f"<{self.target} line {self.line}: {self.alike} of {len(self.rows)} arms alike, {len(self.columns)} columns>"

    def to_dict(self) -> dict[str, Any]:
        """The alignment as plain data."""
        rows = [
            {
                "keys": r.keys,
                "is_default": r.is_default,
                "line": r.line,
                "values": r.values,
                "neutral": r.neutral,
                "text": r.text,
            }
            for r in self.rows
        ]
        return {
            "target": self.target,
            "line": self.line,
            "subject": self.subject,
            "pattern": list(self.pattern),
            "columns": list(self.columns),
            "rows": rows,
            "changes": list(self.changes),
            "of_expressions": self.of_expressions,
            "notes": list(self.notes),
            "moves": list(self.moves),
            "moves_line": self.moves_line,
        }

    def to_markdown(self) -> str:
        """The table as Markdown (GitHub Flavored Markdown, tables)."""
        head = [self.subject, *self.columns] if self.columns else [self.subject, "what it does"]
        lines = [f"`{self.target}`, line {self.line}", "", "```python", *self.pattern, "```", ""]
        lines += [_cells(head), _cells(["---"] * len(head))]
        for row in self.rows:
            values = list(row.values) if row.values is not None else [row.text]
            shown = [f"`{v}`" for v in values] + [""] * (len(head) - 1 - len(values))
            lines.append(_cells([f"`{row.keys}`", *shown]))
        return "\n".join([*lines, "", *(f"- {note}" for note in self.notes)])


def _cells(texts: Sequence[str]) -> str:
    return f"| {' | '.join(t.replace('|', chr(92) + '|') for t in texts)} |"


@dataclass(frozen=True, slots=True)
class Alignments:
    """All alignments of some targets, and the files that could not be read."""

    found: tuple[Alignment, ...]
    problems: tuple[str, ...] = ()

    def to_dict(self) -> dict[str, Any]:
        """The alignments as plain data."""
        return {
            "schema": "dreck/alignments/1",
            "alignments": [a.to_dict() for a in self.found],
            "problems": list(self.problems),
        }


def align_targets(targets: Sequence[Target]) -> Alignments:
    """The alignments of all chains of three arms or more (or of one place that a target names).

    Raises:
        TargetError: a target names no function.
    """
    found: list[Alignment] = []
    problems: list[str] = []
    project = Project()
    for target in targets:
        try:
            source = SourceFile.read(target.path)
            tree = source.parse()
        except SourceError as error:
            problems.append(str(error))
            continue
        view = ModuleView(target.path, source.text, beside=lambda word, path=target.path: project.around(path, word))  # type: ignore[misc]
        least = 2 if target.name or target.line else 3
        for function in target.functions(tree):
            found += alignments(view, view.functions[function.name], least)
    return Alignments(tuple(found), tuple(problems))


def alignments(view: ModuleView, function: Function, least: int = 3) -> Iterator[Alignment]:
    """The alignments of the chains of a function with that many arms, the default counted."""
    for number, switch in enumerate(switches_of(view, function)):
        if len(switch.bodies) >= least:
            yield _alignment(view, function, switch, number)


def _alignment(view: ModuleView, function: Function, switch: Switch, number: int) -> Alignment:
    bodies = list(switch.bodies)
    fitting, changes, loosely = _laid(view, switch)
    every = [c for i in fitting for c in changes[i]]
    edits = [c.edit for c in every]
    alike = ModuleView(view.path, edited(view.text, edits), view.width) if edits else view
    now = (
        list(switches_of(alike, alike.functions[function.name])[number].bodies) if edits else bodies
    )
    holes = (
        aligned([now[i] for i in fitting], alike.plain_functions, loosely=loosely)
        if len(fitting) > 1
        else None
    ) or []
    names = _names(holes, alike)
    inserted = _inserted(view.text, every)
    rows = []
    for i, body in enumerate(bodies):
        spots = [h.values[fitting.index(i)] for h in holes] if i in fitting else None
        values = None if spots is None else tuple(_one_line(alike, v) for v in spots)
        neutral = tuple(
            any(a <= alike.offsets.span(v)[0] < b for a, b in inserted) for v in spots or ()
        )
        is_default = switch.has_default and i == len(bodies) - 1
        text = "; ".join(_one_line(view, s) for s in body)
        rows.append(ArmRow(switch.keys[i], is_default, switch.lines[i], values, neutral, text))
    pattern = _pattern(alike, now[fitting[0]], holes, names) if fitting else ()
    found = Alignment(
        f"{view.path.as_posix()}::{function.name}",
        switch.line,
        switch.subject,
        pattern,
        tuple(names),
        tuple(rows),
        tuple(c.what for c in every),
        loosely and bool(holes),
        switch.notes,
    )
    site = _site_of(view, function, switch)
    if site is not None:
        moves = (site[0], "lookup-table") if site[0] == "arm-functions" else (site[0],)
        likely = found.is_table and found.changes and site[0] == "arm-functions"
        return replace(
            found, moves=("align-arms", "lookup-table") if likely else moves, moves_line=site[1]
        )
    if found.is_table and found.changes and switch.moves[:1] == ("lookup-table",):
        return replace(found, moves=("align-arms", "lookup-table"), moves_line=switch.line)
    return found


def _laid(view: ModuleView, switch: Switch) -> tuple[list[int], list[list[Change]], bool]:
    """The arms that are alike, how each would be written for that, and whether they differ in more
    than constants.
    """
    bodies = list(switch.bodies)
    changes = likened(view, bodies, view.plain_functions)
    everything = list(range(len(bodies)))
    if changes is not None:
        return everything, changes, False
    if switch.has_default and len(bodies) > 2:
        without = likened(view, bodies[:-1], view.plain_functions)
        if without is not None:
            return everything[:-1], [*without, []], False
    fitting, some = most_alike(view, bodies, view.plain_functions)
    if len(fitting) > 1:
        return fitting, [some.get(i, []) for i in everything], False
    nothing: list[list[Change]] = [[] for _ in bodies]
    for some_of in (everything, everything[:-1] if switch.has_default else everything):
        holes = aligned([bodies[i] for i in some_of], view.plain_functions, loosely=True)
        if holes is not None and len(holes) <= _MOST_COLUMNS and len(some_of) > 1:
            return some_of, nothing, True
    return [], nothing, False


def _site_of(view: ModuleView, function: Function, switch: Switch) -> tuple[str, int] | None:
    """The first move that has a site at a switch, and its line; the first arm may be a guard before
    it.
    """
    for name in switch.moves:
        found = all_moves()[name]
        for line in switch.lines[:2] if isinstance(found, ModuleMove) else ():
            wishes = Wishes(line=line, asked=True)
            if isinstance(found, ModuleMove) and any(
                isinstance(s, ModuleSite) for s in found.look(view, function, wishes)
            ):
                return name, line
    return None


def _one_line(view: ModuleView, node: ast.expr | ast.stmt) -> str:
    """The code of an expression or statement on one line, as the author wrote it if that is one."""
    start, end = view.offsets.span(node)
    text = view.text[start:end]
    return " ".join(ast.unparse(node).split()) if "\n" in text else text


def _names(holes: list[Hole], view: ModuleView) -> list[str]:
    """A name for each column, from how it is used; a number where nothing says one."""
    found: list[str] = []
    for number, hole in enumerate(holes, 1):
        name = field_name(hole, view) or ("value" if len(holes) == 1 else f"value {number}")
        found.append(name if name not in found else f"{name} {number}")
    return found


def _inserted(text: str, changes: list[Change]) -> list[tuple[int, int]]:
    """Where, in the new text, neutral elements stand that the old one did not have."""
    found = []
    shift = 0
    for edit in sorted(c.edit for c in changes):
        old, at = text[edit.start : edit.end], edit.start + shift
        kept = edit.text.find(old) if old else -1
        if kept < 0:
            found += [(at, at + len(edit.text))] if not old else _new_parts(edit, at, old)
        else:
            found += [(at, at + kept), (at + kept + len(old), at + len(edit.text))]
        shift += len(edit.text) - (edit.end - edit.start)
    return found


def _new_parts(edit: Edit, at: int, old: str) -> list[tuple[int, int]]:
    """The constants of a new text that the old one does not have."""
    words = {
        n.value
        for n in all_nodes(ast.parse(old.strip(), mode="exec"))
        if isinstance(n, ast.Constant)
    }
    parts = [
        n
        for n in all_nodes(ast.parse(edit.text.strip()))
        if isinstance(n, ast.Constant) and n.value not in words
    ]
    return [
        (at + n.col_offset, at + (n.end_col_offset or n.col_offset)) for n in parts if n.lineno == 1
    ]


def _pattern(
    view: ModuleView, body: list[ast.stmt], holes: list[Hole], names: list[str]
) -> tuple[str, ...]:
    """The lines of an arm with the names of columns in its holes."""
    start, end = view.offsets.span(body[0])[0], view.offsets.span(body[-1])[1]
    spans = [view.offsets.span(h.values[0]) for h in holes]
    edits = [
        Edit(a - start, b - start, name.join(_MARKS))
        for (a, b), name in zip(spans, names, strict=True)
    ]
    lines = edited(view.text[start:end], edits).splitlines()
    indent = view.indentation(body[0].lineno)
    return tuple(line.removeprefix(indent) for line in lines)
