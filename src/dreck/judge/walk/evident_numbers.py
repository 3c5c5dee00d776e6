"""Parameters without a declaration that the code evidently takes for numbers.

A parameter is one where both versions ask for its order against numbers, and neither asks it for
anything that only other kinds have, makes a number of it, or has another default; and where no
call of that name in the module hands it anything else. A proof that takes it for a number rests on
``as-used``.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable, Iterator, Mapping, Sequence

from ...outline import all_nodes, child_nodes
from ..ir.graph import Do, Graph, Load, Node, Put, Slot, reachable
from ..world.operators import may_act

_ORDER = ("<", "<=", ">", ">=")
_EQUALITY = ("==", "!=")
# Steps that say nothing of what they are given.
_SILENT = frozenset({"bisect", "is number", "tuple", "truth", "not", "rely", "format"})
# Functions that are given numbers; of others nothing is known, `isinstance` asks for kinds, and
# `int` and `float` make numbers of texts.
_OF_NUMBERS = frozenset({"abs", "print", "round"})
_ARITHMETIC = frozenset({"binop", "inplace", "unary"})


def evident_numbers(before: Graph, after: Graph, trees: Sequence[ast.Module]) -> list[str]:
    """The parameters that a proof may take for numbers, where one of the versions needs to know.

    Args:
        before, after: the two versions of a function.
        trees: their modules.
    """
    graphs = [reachable(before.entry), reachable(after.entry)]
    found = [
        name
        for name, hint in zip(before.parameters, before.annotations, strict=True)
        if hint is None
        and all(_may_be_number(name, g) for g in (before, after))
        and _is_evident(name, graphs)
    ]
    if not found or any(may_act(o, trees) for o in _ORDER):
        return []  # an object of the module is compared in order just as well
    calls = [c for tree in trees for c in _calls_of(before.name, tree)]
    return [n for n in found if not any(_hands_another_kind(*c, n, before) for c in calls)]


def _calls_of(name: str, tree: ast.Module) -> Iterator[tuple[ast.Call, dict[str, ast.expr]]]:
    """The calls of what has a name, each with the annotations of the parameters around it."""
    pending: list[tuple[ast.AST, dict[str, ast.expr]]] = [(tree, {})]
    while pending:
        node, hints = pending.pop()
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            own = all_nodes(node.args)
            hints = hints | {
                a.arg: a.annotation for a in own if isinstance(a, ast.arg) and a.annotation
            }
        elif isinstance(node, ast.Call) and _name_of(node.func) == name:
            yield node, hints
        pending += [(child, hints) for child in child_nodes(node)]


def _may_be_number(name: str, graph: Graph) -> bool:
    """Whether a parameter takes one value, and has a number for default or none at all."""
    given = graph.arguments
    positional = [a.arg for a in (*given.posonlyargs, *given.args)]
    named = [a.arg for a in given.kwonlyargs]
    if name not in positional and name not in named:
        return False  # it collects what is left
    defaults = dict(zip(positional[::-1], given.defaults[::-1], strict=False))
    defaults |= {n: d for n, d in zip(named, given.kw_defaults, strict=True) if d is not None}
    return name not in defaults or _is_written_number(defaults[name])


def _is_written_number(node: ast.expr) -> bool:
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        node = node.operand
    return isinstance(node, ast.Constant) and type(node.value) in (int, float)


def _name_of(function: ast.expr) -> str:
    if isinstance(function, ast.Attribute):
        return function.attr
    return function.id if isinstance(function, ast.Name) else ""


def _hands_another_kind(
    call: ast.Call, hints: Mapping[str, ast.expr], name: str, graph: Graph
) -> bool:
    """Whether a call may hand a parameter what is written or declared there and is no number."""
    at = graph.parameters.index(name)
    # Of a method the object may stand before the other arguments, or not.
    given = [a for i, a in enumerate(call.args) if i in (at, at - 1)]
    given += [k.value for k in call.keywords if k.arg == name]
    return any(
        (isinstance(a, ast.Constant) and not _is_written_number(a))
        or isinstance(a, ast.List | ast.Dict | ast.Set | ast.Tuple | ast.JoinedStr | ast.Lambda)
        or (isinstance(a, ast.Name) and a.id in hints and not _is_hint_of_number(hints[a.id]))
        for a in given
    )


def _is_hint_of_number(hint: ast.expr) -> bool:
    return ast.unparse(hint).strip("'\"") in ("int", "float", "int | float", "float | int")


def _is_evident(name: str, graphs: Iterable[list[Node]]) -> bool:
    """Whether a parameter is compared with numbers in order, and nothing else is done with it that
    tells more.
    """
    ordered = 0
    for nodes in graphs:
        slots = _read_into(name, nodes)
        numbers = {n.slot for n in nodes if isinstance(n, Put) and _is_number(n.value)}
        # A limit with a name is as good as any: of others it says what it says of this one.
        named = {o for n in nodes if isinstance(n, Do) and n.kind == "global" for o in n.outs}
        if slots is None or not all(
            _is_number(n.value) or n.value in named or n.value in numbers
            for n in nodes
            if isinstance(n, Put) and n.slot == name
        ):
            return False  # what is asked then may be something that was made of it
        for node in nodes:
            if not isinstance(node, Do) or slots.isdisjoint(
                o for o in node.operands if _is_slot(o)
            ):
                continue
            if node.kind == "compare":
                # What is caught there was meant to be raised for other kinds.
                if node.detail not in (*_ORDER, *_EQUALITY) or node.landing is not None:
                    return False
                others = [o for o in node.operands if not (_is_slot(o) and o in slots)]
                known = [_is_number(o) or (_is_slot(o) and o in numbers) for o in others]
                if not all(k or o in named for k, o in zip(known, others, strict=True)):
                    return False
                ordered += node.detail in _ORDER and all(known)
            elif not (node.kind in _SILENT | _ARITHMETIC or _is_given_numbers(node)):
                return False
    return ordered > 1


def _is_given_numbers(node: Do) -> bool:
    """Whether a call is of a function that numbers may be given to, or of a method of another
    object.
    """
    called = node.source.func if node.kind == "call" and isinstance(node.source, ast.Call) else None
    return isinstance(called, ast.Attribute) or (
        isinstance(called, ast.Name) and called.id in _OF_NUMBERS
    )


def _read_into(name: str, nodes: Iterable[Node]) -> set[Slot] | None:
    """The slots that hold what a name holds; None if another name does."""
    slots: set[Slot] = {name}
    for node in nodes:
        if isinstance(node, Load) and node.name == name:
            slots.add(node.out)
        elif isinstance(node, Put) and node.value == name:
            if isinstance(node.slot, str):
                return None
            slots.add(node.slot)
    return slots


def _is_slot(operand: object) -> bool:
    return isinstance(operand, str | int)


def _is_number(operand: object) -> bool:
    """Whether an operand is a constant that is a number."""
    return (
        isinstance(operand, tuple)
        and len(operand) == 3
        and operand[0] == "c"
        and operand[1] in ("int", "float")
    )
