"""Planted faults: deliberately wrong versions, to measure whether a check would notice.

The idea is mutation analysis (R. DeMillo, R. Lipton, F. Sayward, "Hints on Test Data
Selection", IEEE Computer 11(4), 1978), with the faults people make when they simplify
conditions.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import partial
from typing import TypeAlias

from ...outline import child_nodes, functions_of
from .slips import another, short, slips_in

_MOVED: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Lt: ast.LtE,
    ast.LtE: ast.Lt,
    ast.Gt: ast.GtE,
    ast.GtE: ast.Gt,
    ast.Eq: ast.NotEq,
    ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot,
    ast.IsNot: ast.Is,
    ast.In: ast.NotIn,
    ast.NotIn: ast.In,
}
_LEAVES = (ast.Return, ast.Raise, ast.Continue, ast.Break)


@dataclass(frozen=True, slots=True)
class Fault:
    """A wrong version of a module, and what is wrong in words."""

    what: str
    tree: ast.Module


_Change: TypeAlias = tuple[str, Callable[[], None]]


def planted_faults(text: str, subject: str) -> list[Fault]:
    """Wrong versions of one function, one fault each: in its conditions, then in the tables that it
    reads.
    """
    return list(_planted(text, subject, _in_conditions))


def planted_slips(text: str, subject: str) -> Iterator[Fault]:
    """Wrong versions of one function that differ in what is done, not in when."""
    return _planted(text, subject, _in_steps)


def _planted(
    text: str, subject: str, changes: Callable[[ast.Module, str], list[_Change]]
) -> Iterator[Fault]:
    for number in range(len(changes(ast.parse(text), subject))):
        tree = ast.parse(text)  # many times faster than a copy of the tree
        what, apply = changes(tree, subject)[number]
        apply()
        yield Fault(what, ast.fix_missing_locations(tree))


def _in_steps(tree: ast.Module, subject: str) -> list[_Change]:
    node = next(f.node for f in functions_of(tree) if f.name == subject)
    return [c for n in _own(node) for c in slips_in(n)]


def _in_conditions(tree: ast.Module, subject: str) -> list[_Change]:
    node = next(f.node for f in functions_of(tree) if f.name == subject)
    read = {n.id for n in _own(node) if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Load)}
    tables = [
        s
        for s in tree.body
        if isinstance(s, ast.Assign)
        and isinstance(s.targets[0], ast.Name)
        and s.targets[0].id in read
    ]
    return [
        *(c for n in _own(node) for c in _changes(n)),
        *(c for s in tables for c in _in_table(s)),
    ]


def _in_table(statement: ast.Assign) -> Iterator[_Change]:
    """Wrong tables: two rows of a dict get what the other one holds; a number or text of a list, or
    of its rows, is another one.
    """
    table, name = statement.value, ast.unparse(statement.targets[0])
    if isinstance(table, ast.Dict):
        values = table.values
        for i, (key, value, following) in enumerate(
            zip(table.keys, values, values[1:], strict=False)
        ):

            def exchange(i: int = i) -> None:
                values[i], values[i + 1] = values[i + 1], values[i]

            if ast.dump(value) != ast.dump(following) and key is not None:
                yield f"line {key.lineno}: row {short(key)} of {name} exchanged with the next", exchange
    elif isinstance(table, ast.Tuple | ast.List):
        for entry in table.elts:
            last = entry.elts[-1] if isinstance(entry, ast.Tuple) and entry.elts else entry
            if isinstance(last, ast.Constant) and type(last.value) in (int, float, str):
                yield f"line {last.lineno}: {short(last)} in {name} is another one", partial(
                    another, last
                )


def _own(node: ast.AST) -> Iterator[ast.AST]:
    """The function's own nodes in the order of the text, nested definitions left out."""
    for child in child_nodes(node):
        yield child
        if not isinstance(
            child, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef | ast.Lambda
        ):
            yield from _own(child)


def _changes(node: ast.AST) -> Iterator[_Change]:
    if isinstance(node, ast.Compare):
        yield from _comparison(node)
    elif isinstance(node, ast.BoolOp):
        yield from _connective(node)
    elif isinstance(node, ast.If | ast.While | ast.IfExp):
        yield from _condition(node)
    if isinstance(node, ast.If):
        yield from _arms(node)


def _comparison(node: ast.Compare) -> Iterator[_Change]:
    for i, operator in enumerate(node.ops):
        moved = _MOVED[type(operator)]

        def apply(i: int = i, moved: type[ast.cmpop] = moved) -> None:
            node.ops[i] = moved()

        if moved in (ast.Lt, ast.LtE, ast.Gt, ast.GtE):
            yield f"line {node.lineno}: the bound of `{short(node)}` moved by one", apply
        elif len(node.ops) > 1:
            yield f"line {node.lineno}: one comparison of `{short(node)}` turned round", apply


def _connective(node: ast.BoolOp) -> Iterator[_Change]:
    def swap() -> None:
        node.op = ast.Or() if isinstance(node.op, ast.And) else ast.And()

    yield f"line {node.lineno}: `and` and `or` exchanged in `{short(node)}`", swap
    for i, operand in enumerate(node.values):

        def drop(i: int = i) -> None:
            del node.values[i]
            if len(node.values) == 1:
                _become(node, node.values[0])

        yield f"line {node.lineno}: `{short(operand)}` dropped from `{short(node)}`", drop


def _become(node: ast.expr, other: ast.expr) -> None:
    """A node is another one from now on: `and` of a single operand is none."""
    node.__class__ = other.__class__
    node.__dict__.clear()
    node.__dict__.update(other.__dict__)


def _condition(node: ast.If | ast.While | ast.IfExp) -> Iterator[_Change]:
    if isinstance(node.test, ast.Constant):
        return

    def negate() -> None:
        node.test = ast.UnaryOp(ast.Not(), node.test)

    yield f"line {node.lineno}: `{short(node.test)}` negated", negate


def _arms(node: ast.If) -> Iterator[_Change]:
    if isinstance(node.body[-1], _LEAVES):

        def stay() -> None:
            node.body[-1] = ast.Pass()

        yield f"line {node.body[-1].lineno}: the exit `{short(node.body[-1])}` dropped", stay
    if node.orelse and not (len(node.orelse) == 1 and isinstance(node.orelse[0], ast.If)):

        def drop() -> None:
            node.orelse = []

        yield f"line {node.orelse[0].lineno}: the else of `{short(node.test)}` dropped", drop
