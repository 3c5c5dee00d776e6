"""One function before and after: prove it, and try it where the proof does not reach."""

from __future__ import annotations

from .context import Context
from .events import Names
from .graph import Graph
from .lower import lower
from .lower_expressions import CannotLower
from .prove import Proved, Unproved, prove
from .scope import FunctionNode


def lowered(
    before: FunctionNode, after: FunctionNode, contexts: tuple[Context, Context]
) -> tuple[Graph, Graph] | Unproved:
    """The decision graphs of two functions, or what the judge cannot follow in them."""
    try:
        return lower(before, contexts[0]), lower(after, contexts[1])
    except CannotLower as error:
        return Unproved(f"the judge does not follow {error.what} (line {error.line})", error.line, error.line)


def compare(
    before: FunctionNode,
    after: FunctionNode,
    names: Names,
    *,
    strict: bool = False,
    contexts: tuple[Context, Context] | None = None,
) -> Proved | Unproved:
    """Try to prove that two functions behave the same; runs nothing.

    Args:
        before, after: the two versions.
        names: what is known of the names around both.
        strict: allow no assumption.
        contexts: what each version may be looked up in; nothing if None.
    """
    graphs = lowered(before, after, contexts or (Context(names), Context(names)))
    if isinstance(graphs, Unproved):
        return graphs
    try:
        return prove(*graphs, names, strict=strict)
    except RecursionError:
        return Unproved("the function is too deep to compare", before.lineno, after.lineno)
