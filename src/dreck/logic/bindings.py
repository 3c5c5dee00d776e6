"""Which names a function binds itself, on the standard syntax tree."""

from __future__ import annotations

import ast
import functools
from collections.abc import Iterator

from ..outline import FunctionNode, all_nodes, child_nodes

_SCOPES = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Lambda)
_COMPREHENSIONS = (ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)


def parameters(function: FunctionNode | ast.Lambda) -> list[ast.arg]:
    """All parameters in the order of the signature."""
    found = function.args
    stars = [a for a in (found.vararg,) if a is not None]
    double = [a for a in (found.kwarg,) if a is not None]
    return [*found.posonlyargs, *found.args, *stars, *found.kwonlyargs, *double]


@functools.lru_cache(maxsize=256)
def bound_in(function: FunctionNode) -> frozenset[str]:
    """The names that are local to a function: its parameters and what it assigns."""
    bound = {a.arg for a in parameters(function)}
    elsewhere: set[str] = set()
    for node in _inside(function.body):
        if isinstance(node, ast.Global | ast.Nonlocal):
            elsewhere |= set(node.names)
        bound |= set(bound_by(node))
    return frozenset(bound - elsewhere)


@functools.lru_cache(maxsize=256)
def assigned_in(function: FunctionNode) -> frozenset[str]:
    """The names to which the statements of a function give a value; parameters only if they get
    another one.
    """
    return frozenset(name for node in _inside(function.body) for name in bound_by(node))


def _inside(body: list[ast.stmt]) -> Iterator[ast.AST]:
    """The nodes of a scope; nested functions, classes and comprehensions are yielded but not
    entered.
    """
    pending: list[ast.AST] = list(body)
    while pending:
        node = pending.pop()
        yield node
        if isinstance(node, _COMPREHENSIONS):
            pending.append(node.generators[0].iter)
            yield from (n for n in all_nodes(node) if isinstance(n, ast.NamedExpr))
        elif not isinstance(node, _SCOPES):
            pending.extend(child_nodes(node))


def bound_by(node: ast.AST) -> Iterator[str]:
    """The names to which a node itself gives a value."""
    if isinstance(node, ast.Name) and not isinstance(node.ctx, ast.Load):
        yield node.id
    elif isinstance(node, ast.NamedExpr):
        yield node.target.id
    elif isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        yield node.name
    elif isinstance(node, ast.Import | ast.ImportFrom):
        yield from (a.asname or a.name.partition(".")[0] for a in node.names)
    elif isinstance(node, ast.ExceptHandler | ast.MatchAs | ast.MatchStar) and node.name:
        yield node.name
    elif isinstance(node, ast.MatchMapping) and node.rest:
        yield node.rest


def free_names(node: ast.AST) -> list[str]:
    """The names that an expression takes from around it, in the order of the text."""
    found: dict[str, tuple[int, int]] = {}
    for name in _free(node, frozenset()):
        found.setdefault(name.id, (name.lineno, name.col_offset))
    return sorted(found, key=lambda name: found[name])


def _free(node: ast.AST, hidden: frozenset[str]) -> Iterator[ast.Name]:
    if isinstance(node, ast.Name):
        if node.id not in hidden:
            yield node
        return
    if isinstance(node, ast.Lambda):
        hidden = hidden | {a.arg for a in parameters(node)}
    elif isinstance(node, _COMPREHENSIONS):
        hidden = hidden | {
            n.id for g in node.generators for n in all_nodes(g.target) if isinstance(n, ast.Name)
        }
    for child in child_nodes(node):
        yield from _free(child, hidden)
