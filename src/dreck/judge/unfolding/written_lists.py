"""Lists that are written down on each way and only gone through, as their elements in turn.

``lines = ["STOP"]`` in one arm, ``lines = ["STOP", "RESET"]`` in another, and
``for line in lines:`` behind both is a round for each element that was written down. Nobody else
has the list, so it is worked out into names: one for each element, and how many there are, all at
once, as a display is made. Nothing is assumed.
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..world.scope import FunctionNode
from .what_is_gone_through import is_awkward, stores

# Elements of one list, and statements of a round, that are written out at most.
_MOST_ELEMENTS = 6
_MOST_STATEMENTS = 12
_JUMPING = (ast.Break, ast.Continue, ast.For, ast.AsyncFor, ast.While)


def written_lists(function: FunctionNode) -> FunctionNode | None:
    """A function without the lists that it writes down and only goes through; None if there are
    none.
    """
    if is_awkward(function):
        return None
    names = {n.id for n in all_nodes(function) if isinstance(n, ast.Name)}
    chosen = {n for n in names if _is_written_out(n, function)}
    if not chosen:
        return None
    found = _WrittenOut(chosen).visit(copied(function))
    ast.fix_missing_locations(found)
    assert isinstance(found, ast.FunctionDef | ast.AsyncFunctionDef)
    return found


def _is_written_out(name: str, function: FunctionNode) -> bool:
    """Whether a name is only given displays, and only gone through by loops that are never left."""
    mentions = [n for n in all_nodes(function) if isinstance(n, ast.Name) and n.id == name]
    read = {id(n) for n in mentions if isinstance(n.ctx, ast.Load)}
    loops = [n for n in all_nodes(function) if isinstance(n, ast.For) and id(n.iter) in read]
    given = [g for n in all_nodes(function) if isinstance(n, ast.Assign) for g in _given(n, name)]
    arguments = {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    return (
        bool(loops and given)
        and len(loops) == len(read)
        and len(given) == stores(name, function)
        and name not in arguments
        and all(map(_is_short, given))
        and all(_goes_on(loop, name) for loop in loops)
    )


def _given(node: ast.Assign, name: str) -> list[ast.expr]:
    """The values that an assignment gives a name, by itself or among others."""
    target = node.targets[0]
    if len(node.targets) > 1:
        return []
    if isinstance(target, ast.Name):
        return [node.value] if target.id == name else []
    if not isinstance(target, ast.Tuple) or not isinstance(node.value, ast.Tuple):
        return []
    parts = [*target.elts, *node.value.elts]
    fits = len(target.elts) == len(node.value.elts)
    # A target that is worked out sees names that were set before it.
    if not fits or not all(isinstance(t, ast.Name) for t in target.elts) or _starred(parts):
        return []
    pairs = zip(target.elts, node.value.elts, strict=True)
    return [v for t, v in pairs if isinstance(t, ast.Name) and t.id == name]


def _starred(parts: list[ast.expr]) -> bool:
    return any(isinstance(p, ast.Starred) for p in parts)


def _is_short(value: ast.expr) -> bool:
    """Whether a value is a display of few elements."""
    if not isinstance(value, ast.List | ast.Tuple) or _starred(value.elts):
        return False
    return len(value.elts) <= _MOST_ELEMENTS


def _goes_on(loop: ast.For, name: str) -> bool:
    """Whether a loop is short, goes through all elements unless the function is left, and does not
    set the name that it goes through.
    """
    inside = [n for s in loop.body for n in all_nodes(s)]
    jumps = any(isinstance(n, _JUMPING) for n in inside)
    short = sum(isinstance(n, ast.stmt) for n in inside) <= _MOST_STATEMENTS
    return short and not jumps and not loop.orelse and not stores(name, loop)


class _WrittenOut(ast.NodeTransformer):
    """Puts names for elements in the place of lists."""

    def __init__(self, names: set[str]) -> None:
        self.names = names

    def visit_Assign(self, node: ast.Assign) -> ast.AST:
        target, value = node.targets[0], node.value
        many = isinstance(target, ast.Tuple)
        targets = target.elts if isinstance(target, ast.Tuple) else [target]
        named = {t.id for t in targets if isinstance(t, ast.Name)} & self.names
        if not named or len(node.targets) > 1:
            return node
        values = value.elts if many and isinstance(value, ast.Tuple) else [value]
        places: list[ast.expr] = []
        parts: list[ast.expr] = []
        for place, given in zip(targets, values, strict=True):
            if isinstance(place, ast.Name) and place.id in self.names:
                assert isinstance(given, ast.List | ast.Tuple)
                count = len(given.elts)
                places += [_set(f"{place.id}.{n}") for n in (*range(count), "count")]
                parts += [*given.elts, ast.Constant(count)]
            else:
                places.append(place)
                parts.append(given)
        if len(places) == 1:
            return ast.copy_location(ast.Assign(places, parts[0]), node)
        made = ast.Assign([ast.Tuple(places, ast.Store())], ast.Tuple(parts, ast.Load()))
        return ast.copy_location(made, node)

    def visit_For(self, node: ast.For) -> ast.AST:
        self.generic_visit(node)
        name = node.iter.id if isinstance(node.iter, ast.Name) else ""
        if name not in self.names:
            return node
        rest: list[ast.stmt] = []
        for number in reversed(range(_MOST_ELEMENTS)):
            taken = ast.Assign([copied(node.target)], _read(f"{name}.{number}"))
            asked = ast.Compare(_read(f"{name}.count"), [ast.Gt()], [ast.Constant(number)])
            body = [taken, *copied(node.body), *rest]
            rest = [ast.If(asked, body, [])]
        return ast.copy_location(rest[0], node)


def _set(name: str) -> ast.expr:
    return ast.Name(name, ast.Store())


def _read(name: str) -> ast.expr:
    return ast.Name(name, ast.Load())
