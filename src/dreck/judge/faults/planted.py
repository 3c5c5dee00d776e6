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

from ...outline import functions_of

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


def planted_faults(text: str, subject: str) -> list[Fault]:
    """Wrong versions of one function, one fault each: in its own code, then in the tables that it
    reads.
    """
    count = len(_all_changes(ast.parse(text), subject))
    return [_with_fault(text, subject, number) for number in range(count)]


def _with_fault(text: str, subject: str, number: int) -> Fault:
    tree = ast.parse(text)  # many times faster than a copy of the tree
    what, apply = _all_changes(tree, subject)[number]
    apply()
    return Fault(what, ast.fix_missing_locations(tree))


def _all_changes(tree: ast.Module, subject: str) -> list[tuple[str, Callable[[], None]]]:
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


def _in_table(statement: ast.Assign) -> Iterator[tuple[str, Callable[[], None]]]:
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
                yield f"line {key.lineno}: row {_short(key)} of {name} exchanged with the next", exchange
    elif isinstance(table, ast.Tuple | ast.List):
        for entry in table.elts:
            last = entry.elts[-1] if isinstance(entry, ast.Tuple) and entry.elts else entry
            if isinstance(last, ast.Constant) and type(last.value) in (int, float, str):
                yield f"line {last.lineno}: {_short(last)} in {name} is another one", partial(
                    _become_another, last
                )


def _become_another(node: ast.Constant) -> None:
    node.value = f"{node.value}_" if isinstance(node.value, str) else node.value + 1  # type: ignore[operator]


def _own(node: ast.AST) -> Iterator[ast.AST]:
    """The function's own nodes in the order of the text, nested definitions left out."""
    for child in ast.iter_child_nodes(node):
        yield child
        if not isinstance(
            child, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef | ast.Lambda
        ):
            yield from _own(child)


def _changes(node: ast.AST) -> Iterator[tuple[str, Callable[[], None]]]:
    if isinstance(node, ast.Compare):
        yield from _comparison(node)
    elif isinstance(node, ast.BoolOp):
        yield from _connective(node)
    elif isinstance(node, ast.If | ast.While | ast.IfExp):
        yield from _condition(node)
    if isinstance(node, ast.If):
        yield from _arms(node)


def _comparison(node: ast.Compare) -> Iterator[tuple[str, Callable[[], None]]]:
    for i, operator in enumerate(node.ops):
        moved = _MOVED[type(operator)]

        def apply(i: int = i, moved: type[ast.cmpop] = moved) -> None:
            node.ops[i] = moved()

        if moved in (ast.Lt, ast.LtE, ast.Gt, ast.GtE):
            yield f"line {node.lineno}: the bound of `{_short(node)}` moved by one", apply
        elif len(node.ops) > 1:
            yield f"line {node.lineno}: one comparison of `{_short(node)}` turned round", apply


def _connective(node: ast.BoolOp) -> Iterator[tuple[str, Callable[[], None]]]:
    def swap() -> None:
        node.op = ast.Or() if isinstance(node.op, ast.And) else ast.And()

    yield f"line {node.lineno}: `and` and `or` exchanged in `{_short(node)}`", swap
    for i, operand in enumerate(node.values):

        def drop(i: int = i) -> None:
            del node.values[i]
            if len(node.values) == 1:
                _become(node, node.values[0])

        yield f"line {node.lineno}: `{_short(operand)}` dropped from `{_short(node)}`", drop


def _become(node: ast.expr, other: ast.expr) -> None:
    """A node is another one from now on: `and` of a single operand is none."""
    node.__class__ = other.__class__
    node.__dict__.clear()
    node.__dict__.update(other.__dict__)


def _condition(node: ast.If | ast.While | ast.IfExp) -> Iterator[tuple[str, Callable[[], None]]]:
    if isinstance(node.test, ast.Constant):
        return

    def negate() -> None:
        node.test = ast.UnaryOp(ast.Not(), node.test)

    yield f"line {node.lineno}: `{_short(node.test)}` negated", negate


def _arms(node: ast.If) -> Iterator[tuple[str, Callable[[], None]]]:
    if isinstance(node.body[-1], _LEAVES):

        def stay() -> None:
            node.body[-1] = ast.Pass()

        yield f"line {node.body[-1].lineno}: the exit `{_short(node.body[-1])}` dropped", stay
    if node.orelse and not (len(node.orelse) == 1 and isinstance(node.orelse[0], ast.If)):

        def drop() -> None:
            node.orelse = []

        yield f"line {node.orelse[0].lineno}: the else of `{_short(node.test)}` dropped", drop


def _short(node: ast.AST) -> str:
    text = ast.unparse(node).split("\n")[0]
    return text if len(text) <= 50 else text[:47] + "..."
