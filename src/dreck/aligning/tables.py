"""The arms of a chain laid side by side: one pattern, and a column for each place where they differ."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from ..errors import SourceError
from ..moves.alignment import Hole, aligned
from ..moves.chains import Chain, chains_of, source_of
from ..moves.fields import field_name
from ..moves.likeness import Change, likened, most_alike
from ..moves.module_view import ModuleView
from ..outline import Function
from ..source.edits import Edit, edited
from ..source.files import SourceFile
from ..source.targets import Target

# What is written in the key column for all other values.
ELSE = "else"
_MARKS = ("‹", "›")


@dataclass(frozen=True, slots=True)
class ArmRow:
    """One arm.

    Attributes:
        keys: the values that lead into it, as the author wrote them; ``else`` for all others.
        line: where its test stands, counted from 1.
        values: what it has in each column; None if it is not like the others.
        neutral: for each column whether the arm lacks that part, so that a neutral element stands for it.
        text: its code on one line.
    """

    keys: str
    line: int
    values: tuple[str, ...] | None
    neutral: tuple[bool, ...]
    text: str


@dataclass(frozen=True, slots=True)
class Alignment:
    """The arms of one chain.

    Attributes:
        target: the function, as ``path.py::name``.
        line: where the chain starts, counted from 1.
        subject: what is tested.
        pattern: the lines that the arms have in common, with the names of columns in angle quotes.
        columns: what the columns are called.
        rows: the arms in their order.
        changes: in words, what would be written differently for the arms to be alike.
    """

    target: str
    line: int
    subject: str
    pattern: tuple[str, ...]
    columns: tuple[str, ...]
    rows: tuple[ArmRow, ...]
    changes: tuple[str, ...]

    @property
    def is_table(self) -> bool:
        """Whether all arms with keys fit the pattern, so that a table can hold what they differ in."""
        return bool(self.columns) and all(r.values is not None for r in self.rows if r.keys != ELSE)

    @property
    def alike(self) -> int:
        """How many arms fit the pattern."""
        return sum(r.values is not None for r in self.rows)

    def __repr__(self) -> str:
        return f"<{self.target} line {self.line}: {self.alike} of {len(self.rows)} arms alike, {len(self.columns)} columns>"

    def to_dict(self) -> dict[str, Any]:
        """The alignment as plain data."""
        rows = [{"keys": r.keys, "line": r.line, "values": r.values, "neutral": r.neutral, "text": r.text} for r in self.rows]
        return {
            "target": self.target, "line": self.line, "subject": self.subject, "pattern": list(self.pattern),
            "columns": list(self.columns), "rows": rows, "changes": list(self.changes),
        }  # fmt: skip

    def to_markdown(self) -> str:
        """The table as Markdown (GitHub Flavored Markdown, tables)."""
        head = [self.subject, *self.columns] if self.columns else [self.subject, "what it does"]
        lines = [f"`{self.target}`, line {self.line}", "", "```python", *self.pattern, "```", ""]
        lines += [_cells(head), _cells(["---"] * len(head))]
        for row in self.rows:
            values = list(row.values) if row.values is not None else [row.text]
            shown = [f"`{v}`" for v in values] + [""] * (len(head) - 1 - len(values))
            lines.append(_cells([f"`{row.keys}`", *shown]))
        return "\n".join([*lines, ""])


def _cells(texts: Sequence[str]) -> str:
    return f"| {' | '.join(t.replace('|', chr(92) + '|') for t in texts)} |"


@dataclass(frozen=True, slots=True)
class Alignments:
    """All alignments of some targets, and the files that could not be read."""

    found: tuple[Alignment, ...]
    problems: tuple[str, ...] = ()

    def to_dict(self) -> dict[str, Any]:
        """The alignments as plain data."""
        return {"alignments": [a.to_dict() for a in self.found], "problems": list(self.problems)}


def align_targets(targets: Sequence[Target]) -> Alignments:
    """The alignments of all chains of three arms or more (or of one place that a target names).

    Raises:
        TargetError: a target names no function.
    """
    found: list[Alignment] = []
    problems: list[str] = []
    for target in targets:
        try:
            source = SourceFile.read(target.path)
            tree = source.parse()
        except SourceError as error:
            problems.append(str(error))
            continue
        view = ModuleView(target.path, source.text)
        least = 2 if target.name or target.line else 3
        for function in target.functions(tree):
            found += alignments(view, view.functions[function.name], least)
    return Alignments(tuple(found), tuple(problems))


def alignments(view: ModuleView, function: Function, least: int = 3) -> Iterator[Alignment]:
    """The alignments of the chains of a function with that many arms, the default counted."""
    for chain in chains_of(function.node):
        bodies = [*(a.body for a in chain.arms), *([chain.otherwise] if chain.otherwise else [])]
        if len(bodies) >= least:
            yield _alignment(view, function, chain, bodies)


def _alignment(view: ModuleView, function: Function, chain: Chain, bodies: list[list[ast.stmt]]) -> Alignment:
    changes = likened(view, bodies, view.plain_functions)
    fitting = list(range(len(bodies)))
    if changes is None and chain.otherwise and len(bodies) > 2:
        without = likened(view, bodies[:-1], view.plain_functions)
        fitting, changes = (fitting[:-1], [*without, []]) if without is not None else (fitting, None)
    if changes is None:
        fitting, some = most_alike(view, bodies, view.plain_functions)
        fitting = fitting if len(fitting) > 1 else []
        changes = [some.get(i, []) for i in range(len(bodies))]
    every = [c for i in fitting for c in changes[i]]
    edits = [c.edit for c in every]
    alike = ModuleView(view.path, edited(view.text, edits), view.width) if edits else view
    after = alike.functions[function.name]
    same = next(c for c, old in zip(chains_of(after.node), chains_of(function.node), strict=True) if old.statements[0].lineno == chain.statements[0].lineno)
    now = [*(a.body for a in same.arms), *([same.otherwise] if same.otherwise else [])]
    holes = (aligned([now[i] for i in fitting], alike.plain_functions) if len(fitting) > 1 else None) or []
    names = _names(holes, alike)
    inserted = _inserted(view.text, every)
    rows = []
    for i, body in enumerate(bodies):
        arm = chain.arms[i] if i < len(chain.arms) else None
        keys = ELSE if arm is None else ", ".join(source_of(view, k) for k in arm.keys)
        spots = [h.values[fitting.index(i)] for h in holes] if i in fitting else None
        values = None if spots is None else tuple(alike.offsets.source(v) for v in spots)
        neutral = tuple(any(a <= alike.offsets.span(v)[0] < b for a, b in inserted) for v in spots or ())
        line = arm.line if arm is not None else body[0].lineno
        rows.append(ArmRow(keys, line, values, neutral, "; ".join(" ".join(ast.unparse(s).split()) for s in body)))
    pattern = _pattern(alike, now[fitting[0]], holes, names) if fitting else ()
    return Alignment(
        f"{view.path.as_posix()}::{function.name}", chain.statements[0].lineno, source_of(view, chain.subject), pattern, tuple(names),
        tuple(rows), tuple(c.what for c in every),
    )  # fmt: skip


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
    words = {n.value for n in ast.walk(ast.parse(old.strip(), mode="exec")) if isinstance(n, ast.Constant)}
    parts = [n for n in ast.walk(ast.parse(edit.text.strip())) if isinstance(n, ast.Constant) and n.value not in words]
    return [(at + n.col_offset, at + (n.end_col_offset or n.col_offset)) for n in parts if n.lineno == 1]


def _pattern(view: ModuleView, body: list[ast.stmt], holes: list[Hole], names: list[str]) -> tuple[str, ...]:
    """The lines of an arm with the names of columns in its holes."""
    start, end = view.offsets.span(body[0])[0], view.offsets.span(body[-1])[1]
    spans = [view.offsets.span(h.values[0]) for h in holes]
    edits = [Edit(a - start, b - start, name.join(_MARKS)) for (a, b), name in zip(spans, names, strict=True)]
    lines = edited(view.text[start:end], edits).splitlines()
    indent = view.indentation(body[0].lineno)
    return tuple(line.removeprefix(indent) for line in lines)
