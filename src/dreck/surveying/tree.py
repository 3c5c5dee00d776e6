"""The functions of a tree, ranked by how tangled they are."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from ..errors import SourceError
from ..source.files import SourceFile
from ..source.targets import Target
from .measures import Measures, measure


@dataclass(frozen=True, slots=True)
class Surveyed:
    """One function and its measures.

    Attributes:
        target: its address, as ``path.py::Class.method``.
        line: where it starts, counted from 1.
    """

    target: str
    line: int
    measures: Measures

    def __repr__(self) -> str:
        m = self.measures
        return f"<{self.target}: nesting {m.nesting}, {m.decisions} decisions, {m.open_conditions} open conditions>"

    def to_dict(self) -> dict[str, Any]:
        """The function as plain data."""
        return {"target": self.target, "line": self.line, "measures": self.measures.to_dict()}


@dataclass(frozen=True, slots=True)
class Survey:
    """All functions looked at, the most tangled first.

    Attributes:
        functions: ranked by open conditions, then nesting, decisions and length.
        files: how many files were read.
        problems: one line for each file that could not be read.
    """

    functions: tuple[Surveyed, ...]
    files: int
    problems: tuple[str, ...] = ()

    def __repr__(self) -> str:
        worst = f", worst {self.functions[0]!r}" if self.functions else ""
        return f"<Survey: {len(self.functions)} functions in {self.files} files{worst}>"

    def to_dict(self) -> dict[str, Any]:
        """The survey as plain data, ready for JSON."""
        return {
            "schema": "dreck/survey/1",
            "files": self.files,
            "functions": [f.to_dict() for f in self.functions],
            "problems": list(self.problems),
        }


def survey_targets(targets: Iterable[Target]) -> Survey:
    """Read all targets and rank their functions; files that cannot be read are reported and left
    out.
    """
    found: list[Surveyed] = []
    problems: list[str] = []
    files = set()
    for target in targets:
        try:
            tree = SourceFile.read(target.path).parse()
        except SourceError as error:
            problems.append(str(error))
            continue
        files.add(target.path)
        path = target.path.as_posix()
        found += [
            Surveyed(f"{path}::{f.name}", f.node.lineno, measure(f.node))
            for f in target.functions(tree)
        ]
    ranked = sorted(
        dict.fromkeys(found), key=lambda s: (tuple(-n for n in s.measures.burden), s.target)
    )
    return Survey(tuple(ranked), len(files), tuple(problems))
