"""``get`` and ``setdefault`` of dicts, as the look-ups that they stand for."""

from __future__ import annotations

import ast
from typing import TYPE_CHECKING

from ..ir.graph import Node, Operand, Put, Test
from ..lowering.expressions import Where
from ..values.terms import NONE

if TYPE_CHECKING:
    from .classes import ClassLowering

_METHODS = ("get", "setdefault")


def mapping_call(
    lowering: ClassLowering, node: ast.Call, out: int, after: Node, where: Where
) -> Node | None:
    """A call that looks a key up, and does something else where it is not there; of anything that
    is no dict it is the call that it is.
    """
    function = node.func
    if not isinstance(function, ast.Attribute) or function.attr not in _METHODS or node.keywords:
        return None
    stars = any(isinstance(a, ast.Starred) for a in node.args)
    if stars or not 1 <= len(node.args) <= 2:
        return None
    line = node.lineno
    # What is only written down is made where it is needed; nobody can tell.
    late = node.args[1:] if all(map(_is_written_down, node.args[1:])) else []
    early = node.args[:1] if late else node.args

    def look(subject: Operand, operands: tuple[Operand, ...]) -> Node:
        key = operands[0]

        def lack(given: tuple[Operand, ...]) -> Node:
            default = given[0] if given else NONE
            lacking: Node = Put(line, out, default, after)
            if function.attr == "setdefault":
                lacking = lowering.do("setitem", node, (subject, key, default), (), lacking, where)
            return lacking

        found = lowering.do("getitem", node, (subject, key), (out,), after, where)
        lacking = lowering.values(late, where, lack) if late else lack(operands[1:])
        flag = lowering.temporary()
        test = Test(line, flag, found, lacking, node)
        return lowering.do("in", node, (key, subject), (flag,), test, where)

    def enter(subject: tuple[Operand, ...]) -> Node:
        method, flag = lowering.temporary(), lowering.temporary()
        detail = ((False,) * len(node.args), (), ())

        def call(operands: tuple[Operand, ...]) -> Node:
            return lowering.do("call", node, (method, *operands), (out,), after, where, detail)

        ordinary = lowering.do(
            "getattr",
            function,
            subject,
            (method,),
            lowering.values(node.args, where, call),
            where,
            function.attr,
        )
        looked = lowering.values(early, where, lambda ops: look(subject[0], ops))
        test = Test(line, flag, looked, ordinary, node)
        return lowering.do("is dict", node, subject, (flag,), test, where)

    return lowering.values([function.value], where, enter)


def _is_written_down(node: ast.expr) -> bool:
    """Whether an expression is a collection of constants, made anew each time it is asked for."""
    if isinstance(node, ast.Dict):
        return all(isinstance(k, ast.Constant) for k in node.keys) and all(
            isinstance(v, ast.Constant) or _is_written_down(v) for v in node.values
        )
    if not isinstance(node, ast.List | ast.Tuple | ast.Set):
        return False
    return all(isinstance(e, ast.Constant) or _is_written_down(e) for e in node.elts)
