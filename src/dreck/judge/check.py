"""One function before and after: prove it, and try it where the proof does not reach."""

from __future__ import annotations

from .events import Names
from .graph import Graph
from .lower import lower
from .lower_expressions import CannotLower
from .prove import Proved, Unproved, prove
from .scope import FunctionNode


def compare(before: FunctionNode, after: FunctionNode, names: Names, *, strict: bool = False) -> Proved | Unproved:
    """Try to prove that two functions behave the same; runs nothing."""
    graphs: list[Graph] = []
    for node in (before, after):
        try:
            graphs.append(lower(node))
        except CannotLower as error:
            return Unproved(f"the judge does not follow {error.what} (line {error.line})", error.line, error.line)
    try:
        return prove(graphs[0], graphs[1], names, strict=strict)
    except RecursionError:
        return Unproved("the function is too deep to compare", before.lineno, after.lineno)
