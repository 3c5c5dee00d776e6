"""A proof as a decision table: conditions in rows, paths through both versions in columns.

Decision tables in this sense: CODASYL Decision Table Task Group, "A Modern Appraisal of
Decision Tables", 1982.
"""

from __future__ import annotations

import csv
import io
from dataclasses import dataclass

from .compare import compare_with, lowered, with_literals
from ..world.context import Context
from ..world.around import Names
from ..walk.prove import Unproved, paths_of
from ..world.scope import FunctionNode
from ..walk.states import Path

_YES, _NO, _NOT_ASKED = "yes", "no", "-"


@dataclass(frozen=True, slots=True)
class DecisionTable:
    """The paths of two versions as the proof walked them.

    Attributes:
        subject: the function.
        rows: for each question its text before and after, and an answer for each path.
        before, after: how each version leaves, for each path.
        matched: for each path whether the versions agree on it.
        complete: whether all paths are listed.
    """

    subject: str
    rows: tuple[tuple[str, str, tuple[str, ...]], ...]
    before: tuple[str, ...]
    after: tuple[str, ...]
    matched: tuple[bool, ...]
    complete: bool

    def cells(self) -> list[list[str]]:
        """The table as text: a head, a row for each question, then the exits."""
        count = len(self.before)
        table = [["before", "after", *(str(i + 1) for i in range(count))]]
        table += [[before, after, *answers] for before, after, answers in self.rows]
        table.append(["leaves with, before", "", *self.before])
        table.append(["leaves with, after", "", *self.after])
        table.append(["the same", "", *(_YES if m else "NO" for m in self.matched)])
        return table

    def to_csv(self) -> str:
        """The table as comma-separated values (RFC 4180)."""
        out = io.StringIO()
        csv.writer(out).writerows(self.cells())
        return out.getvalue()

    def to_markdown(self) -> str:
        """The table as Markdown, one row for each question."""
        lines = ["| " + " | ".join(_escaped(c) for c in row) + " |" for row in self.cells()]
        return "\n".join([lines[0], "|" + "---|" * len(self.cells()[0]), *lines[1:]]) + "\n"


def explain(
    subject: str,
    before: FunctionNode,
    after: FunctionNode,
    names: Names,
    contexts: tuple[Context, Context],
    *,
    strict: bool = False,
) -> DecisionTable | str:
    """The decision table of two versions, or a sentence on why there is none."""
    used = compare_with(before, after, names, contexts, strict=strict)[1]
    graphs = lowered(before, after, used)
    if isinstance(graphs, Unproved):
        return graphs.why
    if graphs[0].signature != graphs[1].signature or graphs[0].flavour != graphs[1].flavour:
        return "the signatures differ, so no path can be matched"
    paths, complete = paths_of(*graphs, with_literals(used, names), strict=strict)
    return _table(subject, paths, complete)


def _table(subject: str, paths: list[Path], complete: bool) -> DecisionTable:
    rows: dict[tuple[str, str], dict[int, str]] = {}
    for column, path in enumerate(paths):
        for question in path.questions:
            key = (question.before or "", question.after or "")
            rows.setdefault(key, {})[column] = _YES if question.answer else _NO
    columns = range(len(paths))
    listed = [
        (b, a, tuple(cells.get(c, _NOT_ASKED) for c in columns)) for (b, a), cells in rows.items()
    ]
    return DecisionTable(
        subject,
        tuple(listed),
        tuple(p.before for p in paths),
        tuple(p.after for p in paths),
        tuple(p.matched for p in paths),
        complete,
    )


def _escaped(cell: str) -> str:
    return cell.replace("|", "\\|")
