"""Loops through what a new generator function yields, as its body with a round in place of each
``yield``.

``versions/in_place.py`` finds the functions of which nothing else is asked, and marks their calls.
A round that is broken off, or left by what it raises or returns, leaves the body where it stands:
under no handler and no manager, so that nothing of it runs any more.
"""

from __future__ import annotations

import ast
from collections.abc import Callable
from typing import TYPE_CHECKING, TypeAlias

from ..face.verdict import AssumptionKind
from ..ir.graph import Node, Operand, Put
from ..lowering.expressions import CannotLower, Where
from ..values.terms import NONE
from ..world.calls import bind_arguments
from ..world.constants import GONE_THROUGH, HANDS_OVER, NO_STOP

if TYPE_CHECKING:
    from .lookups import LookupLowering

# What is done with an element in a slot, and where it goes on to the next one.
Round: TypeAlias = Callable[[int, Node], Node]


def is_gone_through(over: ast.expr) -> bool:
    """Whether a loop goes through what such a function yields."""
    return getattr(over, GONE_THROUGH, False)


def gone_through(
    work: LookupLowering, over: ast.expr, each: Round, ended: Node, where: Where
) -> Node:
    """A loop through what a generator function yields.

    Args:
        work: what lowers the function around.
        over: the call that the loop goes through.
        each: one round.
        ended: where it goes on when there is nothing more.
        where: the surroundings of the loop.

    Raises:
        CannotLower: it is called as nothing can be read in place of a call.
    """
    assert isinstance(over, ast.Call)
    helper, leading = work.helper_of(over)
    keywords = {k.arg: k.value for k in over.keywords}
    bound = (
        None if helper is None else bind_arguments(helper.args, [*leading, *over.args], keywords)
    )
    starred = any(isinstance(a, ast.Starred) for a in over.args)
    if helper is None or bound is None or starred or (leading and work.context.split is not None):
        raise CannotLower("a loop through what such a function yields", over.lineno)
    given = [*over.args, *(k.value for k in over.keywords)]

    def enter(operands: tuple[Operand, ...]) -> Node:
        values = dict(zip(map(id, given), operands, strict=True))
        arguments = {n: values.get(id(e), e) for n, e in bound.items()}
        return work.inlined(helper, arguments, work.temporary(), ended, where, handed=each)

    entry = work.values(given, where, enter)
    entry = work.helper_read(over, leading, entry, where)
    if not getattr(over, NO_STOP, False):
        return entry
    about = ast.unparse(over)
    breaks = f"something in `{about}` raises StopIteration, which is a RuntimeError outside of it"
    detail = (AssumptionKind.NO_EFFECT, about, breaks)
    return work.do("assume", over, (), (), entry, where, detail)


def handed_over(
    work: LookupLowering, node: ast.Call, out: int, after: Node, where: Where
) -> Node | None:
    """The round in place of a ``yield``, which gives None; None if a call is no such thing.

    Raises:
        CannotLower: no loop goes through what is yielded here.
    """
    if not isinstance(node.func, ast.Name) or node.func.id != HANDS_OVER:
        return None
    handed = work.handed
    if handed is None:
        raise CannotLower("a generator that no loop goes through", node.lineno)
    item = work.temporary()
    return work.value(node.args[0], item, handed(item, Put(node.lineno, out, NONE, after)), where)
