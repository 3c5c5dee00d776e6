"""Slips that people make in what is done, not in when: another number, key, argument or sign, a
step that is left out.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterator
from functools import partial
from typing import TypeAlias

Slip: TypeAlias = tuple[str, Callable[[], None]]
_TURNED: dict[type[ast.operator], type[ast.operator]] = {
    ast.Add: ast.Sub,
    ast.Sub: ast.Add,
    ast.Mult: ast.Add,
    ast.FloorDiv: ast.Mod,
    ast.Mod: ast.FloorDiv,
}
# Longer texts are messages: that another one is given is seen wherever this one is.
_LONGEST = 12


def slips_in(node: ast.AST) -> Iterator[Slip]:
    """All slips at one node of a function, each with a way to make it there."""
    if isinstance(node, ast.BinOp):
        yield from _sign(node)
    elif isinstance(node, ast.Subscript):
        yield from _place(node)
    elif isinstance(node, ast.Call):
        yield from _arguments(node)
    elif isinstance(node, ast.Return):
        yield from _answer(node)
    elif isinstance(node, ast.AugAssign):
        yield f"line {node.lineno}: `{short(node)}` left out", partial(_count_nothing, node)
    elif isinstance(node, ast.Expr) and isinstance(node.value, ast.Call):
        yield f"line {node.lineno}: `{short(node)}` left out", partial(_say_nothing, node)


def another(node: ast.Constant) -> None:
    """Put another number or text in the place of a constant."""
    node.value = f"{node.value}_" if isinstance(node.value, str) else node.value + 1  # type: ignore[operator]


def short(node: ast.AST) -> str:
    """The first line of some code, as far as it fits."""
    text = ast.unparse(node).split("\n")[0]
    return text if len(text) <= 50 else text[:47] + "..."


def _sign(node: ast.BinOp) -> Iterator[Slip]:
    turned = _TURNED.get(type(node.op))
    texts = [n for n in (node.left, node.right) if _is_text(n)]
    if turned is None or texts:
        return

    def turn() -> None:
        node.op = turned()

    yield f"line {node.lineno}: another sign in `{short(node)}`", turn
    for side in (node.left, node.right):
        if isinstance(side, ast.Constant) and type(side.value) in (int, float):
            yield f"line {node.lineno}: another number in `{short(node)}`", partial(another, side)


def _is_text(node: ast.expr) -> bool:
    is_constant = isinstance(node, ast.Constant) and isinstance(node.value, str | bytes)
    return is_constant or isinstance(node, ast.JoinedStr)


def _place(node: ast.Subscript) -> Iterator[Slip]:
    """First for last, and another key."""
    where = node.slice
    if isinstance(where, ast.Constant) and type(where.value) is int:
        last = ast.UnaryOp(ast.USub(), ast.Constant(1))
        other = last if where.value == 0 else ast.Constant(0)
        yield f"line {node.lineno}: another place in `{short(node)}`", partial(_at, node, other)
    elif isinstance(where, ast.UnaryOp) and isinstance(where.operand, ast.Constant):
        first = ast.Constant(0)
        yield f"line {node.lineno}: another place in `{short(node)}`", partial(_at, node, first)
    elif isinstance(where, ast.Constant) and isinstance(where.value, str):
        yield f"line {node.lineno}: another key in `{short(node)}`", partial(another, where)


def _at(node: ast.Subscript, where: ast.expr) -> None:
    node.slice = where


def _arguments(node: ast.Call) -> Iterator[Slip]:
    given = node.args
    plain = len(given) > 1 and not any(isinstance(a, ast.Starred) for a in given[:2])
    if plain and ast.dump(given[0]) != ast.dump(given[1]):

        def exchange() -> None:
            given[0], given[1] = given[1], given[0]

        yield f"line {node.lineno}: two arguments of `{short(node)}` exchanged", exchange
    is_get = isinstance(node.func, ast.Attribute) and node.func.attr == "get"
    if is_get and len(given) == 2:

        def forget() -> None:
            del given[1]

        yield f"line {node.lineno}: the default of `{short(node)}` dropped", forget


def _answer(node: ast.Return) -> Iterator[Slip]:
    value = node.value
    if isinstance(value, ast.Constant):
        if isinstance(value.value, bool):
            yield f"line {node.lineno}: `{short(node)}` turned round", partial(_turn, value)
        elif isinstance(value.value, int | float) or _is_word(value):
            yield f"line {node.lineno}: another answer than `{short(value)}`", partial(
                another, value
            )
    elif value is not None:
        yield f"line {node.lineno}: `{short(node)}` gives nothing", partial(_forget, node)


def _is_word(node: ast.Constant) -> bool:
    return isinstance(node.value, str) and len(node.value) <= _LONGEST


def _turn(node: ast.Constant) -> None:
    node.value = not node.value


def _forget(node: ast.Return) -> None:
    node.value = None


def _count_nothing(node: ast.AugAssign) -> None:
    """A step of counting that changes nothing, and asks what it asked."""
    node.op, node.value = ast.Mult(), ast.Constant(1)


def _say_nothing(node: ast.Expr) -> None:
    node.value = ast.Constant(None)
