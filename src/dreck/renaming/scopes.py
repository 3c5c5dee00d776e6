"""Where a name of a module, of a function or of a class is used, by the scoping rules of the
language.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator

from ..logic.bindings import bound_in, parameters
from ..outline import FunctionNode, all_nodes, child_nodes
from ..source.edits import Offsets

_COMPREHENSIONS = (ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)

Span = tuple[int, int]


def module_name_spans(tree: ast.Module, offsets: Offsets, name: str) -> Iterator[Span]:
    """Every place where a name means what the module binds it to."""
    for statement in tree.body:
        yield from _visible(statement, offsets, name)


def function_name_spans(function: FunctionNode, offsets: Offsets, name: str) -> Iterator[Span]:
    """Every place where a name means a local one of this function; nested functions that see it
    included.
    """
    for statement in function.body:
        yield from _visible(statement, offsets, name)


def _visible(
    node: ast.AST, offsets: Offsets, name: str, *, in_class: bool = False
) -> Iterator[Span]:
    """Places below a node, in a scope where the name is visible."""
    if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
        if node.name == name and not in_class:
            yield defined_span(node, offsets)
        for part in _outside(node):
            yield from _visible(part, offsets, name)
        if name not in bound_in(node):
            for statement in node.body:
                yield from _visible(statement, offsets, name)
        return
    if isinstance(node, ast.ClassDef):
        yield from _in_class(node, offsets, name, in_class=in_class)
        return
    if isinstance(node, ast.Lambda):
        for default in (*node.args.defaults, *(d for d in node.args.kw_defaults if d is not None)):
            yield from _visible(default, offsets, name)
        if name not in {a.arg for a in parameters(node)}:
            yield from _visible(node.body, offsets, name)
        return
    if isinstance(node, _COMPREHENSIONS) and any(
        isinstance(n, ast.Name) and n.id == name
        for g in node.generators
        for n in all_nodes(g.target)
    ):
        yield from _visible(node.generators[0].iter, offsets, name)
        return
    yield from _here(node, offsets, name)
    for child in child_nodes(node):
        yield from _visible(child, offsets, name, in_class=in_class)


def _in_class(node: ast.ClassDef, offsets: Offsets, name: str, *, in_class: bool) -> Iterator[Span]:
    if node.name == name and not in_class:
        yield defined_span(node, offsets)
    for part in (*node.decorator_list, *node.bases, *node.keywords):
        yield from _visible(part, offsets, name)
    own = {n for s in node.body for n in _bound_in_class(s)}
    for statement in node.body:
        is_function = isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef)
        if is_function or name not in own:
            yield from _visible(statement, offsets, name, in_class=is_function)


def _bound_in_class(statement: ast.stmt) -> Iterator[str]:
    if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        yield statement.name
    else:
        yield from (
            n.id
            for n in all_nodes(statement)
            if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
        )


def _here(node: ast.AST, offsets: Offsets, name: str) -> Iterator[Span]:
    """The places where a node itself, not what is below it, mentions a name."""
    if isinstance(node, ast.Name) and node.id == name:
        yield offsets.span(node)
    elif isinstance(node, ast.Global | ast.Nonlocal) and name in node.names:
        yield from words_in(offsets, node, name)
    elif isinstance(node, ast.ExceptHandler) and node.name == name:
        start = offsets.of(node.lineno, node.col_offset)
        found = re.compile(rf"\bas\s+({name})\b").search(offsets.text, start)
        if found:
            yield found.span(1)
    elif isinstance(node, ast.MatchAs | ast.MatchStar) and node.name == name:
        end = offsets.of(node.end_lineno, node.end_col_offset)
        yield end - len(name), end
    elif isinstance(node, ast.Import | ast.ImportFrom):
        for alias in node.names:
            if alias.asname == name:
                end = offsets.of(alias.end_lineno or alias.lineno, alias.end_col_offset or 0)
                yield end - len(name), end


def words_in(offsets: Offsets, node: ast.stmt, name: str) -> Iterator[Span]:
    """Where a word stands in the text of a statement."""
    start, end = offsets.span(node)
    yield from (
        m.span() for m in re.compile(rf"\b{re.escape(name)}\b").finditer(offsets.text, start, end)
    )


def defined_span(node: FunctionNode | ast.ClassDef, offsets: Offsets) -> Span:
    """Where the name of a function or class stands in its definition."""
    start = offsets.of(node.lineno, node.col_offset)
    found = re.compile(rf"(?:def|class)\s+({node.name})\b").search(offsets.text, start)
    assert found is not None
    return found.span(1)


def _outside(node: FunctionNode) -> list[ast.AST]:
    """What the definition of a function evaluates around it."""
    hints = [a.annotation for a in parameters(node) if a.annotation is not None]
    defaults = [*node.args.defaults, *(d for d in node.args.kw_defaults if d is not None)]
    return [
        *node.decorator_list,
        *hints,
        *([node.returns] if node.returns is not None else []),
        *defaults,
    ]
