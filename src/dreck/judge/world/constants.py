"""What makes an expression a constant, and a function one that can be read in place of its
calls.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...outline import all_nodes
from .scope import FunctionNode, free_nodes, scope_of

_DEFINITIONS = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef)


def is_constant(node: ast.expr) -> bool:
    """Whether an expression is an immutable constant, a negative number or a tuple of those."""
    if isinstance(node, ast.Tuple):
        return all(is_constant(e) for e in node.elts)
    if isinstance(node, ast.UnaryOp):
        inside = node.operand
        return (
            isinstance(node.op, ast.USub)
            and isinstance(inside, ast.Constant)
            and type(inside.value) in (int, float)
        )
    return isinstance(node, ast.Constant)


def whole_number(node: ast.expr) -> int | None:
    """The whole number that is written somewhere, with or without a minus; None for anything else."""
    sign = 1
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        sign, node = -1, node.operand
    if isinstance(node, ast.Constant) and type(node.value) is int:
        return sign * node.value
    return None


# What marks a function whose body yields and awaits where it is called.
READ_IN_PLACE = "read_in_place"
# What marks a function that delegates to one of those, and is a generator function for that.
DELEGATES = "delegates"
# Marks a call of the first kind where a manager could tell a StopIteration that comes out of it.
NO_STOP = "no_stop"
# What a generator function that loops go through calls in place of ``yield``; no name can be it.
HANDS_OVER = "yield"
# Marks a call of such a function where a loop goes through what it hands over.
GONE_THROUGH = "gone_through"
# Marks a name that stands for a constant of the class of the object that it was asked of.
OF_CLASS = "of_class"


def can_be_inlined(
    node: FunctionNode, *, decorated: bool = False, used_up: frozenset[int] = frozenset()
) -> bool:
    """Whether a call of a function can be lowered as its body.

    Args:
        node: the function.
        decorated: whether decorators are the business of whoever asks.
        used_up: the ids of generator expressions in it of which nothing lives on.
    """
    if isinstance(node, ast.AsyncFunctionDef) or (node.decorator_list and not decorated):
        return False
    arguments = node.args
    if (
        arguments.vararg
        or arguments.kwarg
        or not all(is_constant(d) for d in defaults_in(arguments))
    ):
        return False
    forbidden: tuple[type[ast.AST], ...] = (
        *(() if getattr(node, READ_IN_PLACE, False) else (ast.Yield, ast.YieldFrom)),
        ast.Global,
        ast.Nonlocal,
        *_DEFINITIONS,
    )
    inside = [n for s in node.body for n in all_nodes(s)]
    later = (n for n in inside if isinstance(n, ast.Lambda | ast.GeneratorExp))
    if any(id(n) not in used_up and _sees_locals(n, node) for n in later):
        return False
    reads_frame = {"locals", "vars", "dir", "eval", "exec", "super", "__class__"}
    return not any(
        (isinstance(n, forbidden) and id(n) not in used_up)
        or (isinstance(n, ast.Name) and n.id in reads_frame)
        for n in inside
    )


def _sees_locals(function: ast.Lambda | ast.GeneratorExp, around: FunctionNode) -> bool:
    """Whether what runs later reads names of the function around it, which may be others by then;
    what a generator goes through first is asked at once.
    """
    scope = scope_of(around)
    changing = scope.own - scope.steady
    return any(n.id in changing for n in free_nodes(function))


def defaults_in(arguments: ast.arguments) -> Iterator[ast.expr]:
    """The default values of a signature."""
    yield from arguments.defaults
    yield from (d for d in arguments.kw_defaults if d is not None)
