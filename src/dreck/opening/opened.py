"""Opening up one function for a person who is afraid of it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from ..errors import TargetError
from ..showing import Shown
from ..judge.face.explain import DecisionTable
from ..judge.face.judge import Judge
from ..judge.versions.version import Version
from ..moves.module_view import ModuleView
from ..net.looking import HeldFunction
from ..planner.results import Untangled
from ..source.files import SourceFile
from ..source.regions import indent_of, region_of
from ..source.targets import Target
from ..surveying.measures import Measures, measure
from ..surveying.tangles import Tangle, tangles_of
from ..surveying.tree import tangle_data
from ..taste.cost import Cost, cost_of
from .arms import Arm, arms_in, happy_path
from .decisions import DecisionGraph, decision_graph
from .oddities import Oddity, oddities_of
from .outline import OutlineLine, outline_of


@dataclass(frozen=True, slots=True)
class Anatomy(Shown):
    """All there is to know about one function.

    Attributes:
        target: its address, as ``path.py::Class.method``.
        line, last: its first and last line, counted from 1.
        text: its source, without the decorators.
        outline: what it does, line by line.
        happy_path: what must hold on the path that no guard leaves, from the outside in.
        happy_lines: the lines of the block in which that path ends.
        arms: its alternatives, with their conditions in force.
        oddities: what a reader should look at.
        table: its decision table; a sentence where there is none.
        graph: its decisions and exits.
        cost: what it costs its reader, term by term.
        measures: its shape.
        tangles: where it can be made simpler.
        held: how well the project's tests hold it; None where they did not run.
        untangled: what untangling would do and what it would offer; None if that was not asked.
    """

    target: str
    line: int
    last: int
    text: str
    outline: tuple[OutlineLine, ...]
    happy_path: tuple[str, ...]
    happy_lines: tuple[int, int]
    arms: tuple[Arm, ...]
    oddities: tuple[Oddity, ...]
    table: DecisionTable | str
    graph: DecisionGraph
    cost: Cost
    measures: Measures
    tangles: tuple[Tangle, ...]
    held: HeldFunction | None = None
    untangled: Untangled | None = None

    def __repr__(self) -> str:
        m = self.measures
        return f"<Anatomy of {self.target}: cost {self.cost.total:.0f}, nesting {m.nesting}, {len(self.arms)} arms>"

    def to_dict(self) -> dict[str, Any]:
        """The anatomy as plain data, ready for JSON."""
        return {
            "schema": "dreck/anatomy/1",
            "target": self.target,
            "line": self.line,
            "last": self.last,
            "outline": [line.to_dict() for line in self.outline],
            "happy_path": {
                "conditions": list(self.happy_path),
                "lines": list(self.happy_lines),
            },
            "arms": [a.to_dict() for a in self.arms],
            "oddities": [o.to_dict() for o in self.oddities],
            "decision_table": table_data(self.table),
            "graph": self.graph.to_dict(),
            "cost": self.cost.to_dict(),
            "measures": self.measures.to_dict(),
            "tangles": [tangle_data(t) for t in self.tangles],
            "net": self.held.to_dict() if self.held is not None else None,
            "untangling": self.untangled.to_dict() if self.untangled is not None else None,
        }


def table_data(table: DecisionTable | str) -> dict[str, Any]:
    """A decision table of one version as plain data."""
    if isinstance(table, str):
        return {"none_because": table}
    return {
        "conditions": [before or after for before, after, _ in table.rows],
        "answers": [list(answers) for _, _, answers in table.rows],
        "leads_to": list(table.before),
        "complete": table.complete,
    }


def open_up(target: Target, judge: Judge) -> Anatomy:
    """Open up one function; what tests and untangling say of it is added by the caller.

    Args:
        target: names one function.
        judge: gives the decision table.

    Raises:
        SourceError: the file cannot be read.
        TargetError: the target names no function, or several.
    """
    source = SourceFile.read(target.path)
    tree = source.parse()
    functions = target.functions(tree)
    exact = [f for f in functions if f.name == target.name]
    functions = exact or functions
    if len(functions) != 1:
        names = ", ".join(f"{target.path}::{f.name}" for f in functions[:4])
        more = f" and {len(functions) - 4} more" if len(functions) > 4 else ""
        raise TargetError(
            f"{target.path}: has {len(functions)} functions there; name one of {names}{more}"
            if functions
            else f"{target.path}: has no function"
        )
    function = functions[0]
    node = function.node
    path, first, last = happy_path(node)
    region = region_of(source.text, function, indent_of(tree, source.text))
    version = Version(target.path, source.text)
    (table,) = judge.explain(version, version, function.name)
    view = ModuleView(target.path, source.text)
    return Anatomy(
        f"{target.path.as_posix()}::{function.name}",
        node.lineno,
        node.end_lineno or node.lineno,
        region.text,
        # Where all of it is the happy path, marks would say nothing.
        tuple(outline_of(node, (first, last) if first > node.body[0].lineno else (0, 0))),
        path,
        (first, last),
        tuple(arms_in(node)),
        tuple(oddities_of(view, function, region)),
        table if isinstance(table, str) else _each_way_once(table),
        decision_graph(node),
        cost_of(node),
        measure(node),
        tuple(tangles_of(node)),
    )


def _each_way_once(table: DecisionTable) -> DecisionTable:
    """A table without ways that answer all questions alike and leave alike: they only differ in
    which part of a condition decided.
    """
    ways = {
        (tuple(answers[i] for _, _, answers in table.rows), leaves): i
        for i, leaves in reversed(list(enumerate(table.before)))
    }
    kept = sorted(ways.values())
    return DecisionTable(
        table.subject,
        tuple((b, a, tuple(answers[i] for i in kept)) for b, a, answers in table.rows),
        tuple(table.before[i] for i in kept),
        tuple(table.after[i] for i in kept),
        tuple(table.matched[i] for i in kept),
        table.complete,
    )


def only_one(found: Sequence[Target]) -> Target:
    """The one target that a text stands for.

    Raises:
        TargetError: it stands for a folder.
    """
    if len(found) != 1:
        raise TargetError("a folder cannot be opened up; name one function, FILE.py::function")
    return found[0]
