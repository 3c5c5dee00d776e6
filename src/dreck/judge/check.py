"""One function before and after: prove it, and try it where the proof does not reach."""

from __future__ import annotations

from .context import Context
from .events import Names
from .graph import Graph
from .lower import lower
from .lower_expressions import CannotLower
from .prove import Proved, Unproved, prove
from .scope import FunctionNode


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
    graphs: list[Graph] = []
    for node, context in zip((before, after), contexts or (Context(names), Context(names)), strict=True):
        try:
            graphs.append(lower(node, context))
        except CannotLower as error:
            return Unproved(f"the judge does not follow {error.what} (line {error.line})", error.line, error.line)
    try:
        return prove(graphs[0], graphs[1], names, strict=strict)
    except RecursionError:
        return Unproved("the function is too deep to compare", before.lineno, after.lineno)
