"""The old version as somebody means it to be: what it does but for the intended differences.

An intended outcome can stand in two places. *At once*: the function asks the condition first and
does nothing else. *On leaving*: it does what it did, and has the intended outcome wherever it would
have ended by itself. Which of them is meant is not asked; the new version has to be like one.
"""

from __future__ import annotations

import ast
import textwrap
from collections.abc import Mapping, Sequence
from dataclasses import replace
from enum import Enum
from itertools import pairwise

from ...errors import SettingError
from ...intended import Intended
from ...outline import FunctionNode, child_nodes
from .version import Version

# A name that no code has.
_ASKED = "_on_purpose_{}"


class Where(Enum):
    """Where an intended outcome takes the place of what happens."""

    AT_ONCE = "at once"
    ON_LEAVING = "on leaving"


def as_intended(
    version: Version, wanted: Sequence[Intended], where: Mapping[str, Where]
) -> Version:
    """A version with the intended differences built in.

    Args:
        version: the old version.
        wanted: the differences; of several for one function the first that holds counts.
        where: the place of the outcomes by the name of the function; at once if it is not there.

    Raises:
        SettingError: the version has no such function, or its result cannot be set like that.
    """
    by_function: dict[str, list[Intended]] = {}
    for each in wanted:
        by_function.setdefault(each.function, []).append(each)
    texts = {
        n: _rewritten(version, n, each, where.get(n, Where.AT_ONCE))
        for n, each in by_function.items()
    }
    return replace(version, text=_put_in(version, texts), meant=None)


def _rewritten(version: Version, name: str, wanted: Sequence[Intended], where: Where) -> str:
    if name not in version.functions:
        known = ", ".join(list(version.functions)[:6]) or "none"
        raise SettingError(f"{version.path}: has no function {name!r}; it has {known}")
    node = version.functions[name].node
    if any(i.outcome == "returns" for i in wanted) and _yields(node):
        raise SettingError(
            f"{version.path}: {name} yields, so that nobody sees what it returns; an intended difference of it can only raise"
        )
    made = ast.parse(ast.unparse(node)).body[0]
    assert isinstance(made, ast.FunctionDef | ast.AsyncFunctionDef)
    head = made.body[:1] if ast.get_docstring(made) is not None else []
    rest = made.body[len(head) :]
    if where is Where.AT_ONCE:
        made.body = [*head, *(_outcome(_parsed(i.when), i) for i in wanted), *rest]
    else:
        asked = [
            ast.Assign([ast.Name(_ASKED.format(n), ast.Store())], _parsed(i.when))
            for n, i in enumerate(wanted)
        ]
        leaving = [
            _outcome(ast.Name(_ASKED.format(n), ast.Load()), i) for n, i in enumerate(wanted)
        ]
        made.body = [*head, *asked, *_OnLeaving(leaving).block(rest), *leaving]
    return ast.unparse(ast.fix_missing_locations(made))


def _parsed(text: str) -> ast.expr:
    return ast.parse(text.strip(), mode="eval").body


def _outcome(test: ast.expr, wanted: Intended) -> ast.stmt:
    value = _parsed(wanted.value)
    does: ast.stmt = ast.Raise(value) if wanted.outcome == "raises" else ast.Return(value)
    return ast.If(test, [does], [])


class _OnLeaving(ast.NodeTransformer):
    """Puts statements before each return of a function, those of nested ones left out."""

    def __init__(self, before: Sequence[ast.stmt]) -> None:
        self._before = before

    def block(self, body: Sequence[ast.stmt]) -> list[ast.stmt]:
        made: list[ast.stmt] = []
        for statement in body:
            found = self.visit(statement)
            made += found if isinstance(found, list) else [found]
        return made

    def visit_Return(self, node: ast.Return) -> list[ast.stmt]:
        return [*self._before, node]

    def visit_FunctionDef(self, node: ast.FunctionDef) -> ast.FunctionDef:
        return node

    def visit_AsyncFunctionDef(self, node: ast.AsyncFunctionDef) -> ast.AsyncFunctionDef:
        return node

    def visit_ClassDef(self, node: ast.ClassDef) -> ast.ClassDef:
        return node

    def visit_Lambda(self, node: ast.Lambda) -> ast.Lambda:
        return node


def _yields(node: FunctionNode) -> bool:
    pending: list[ast.AST] = list(node.body)
    while pending:
        each = pending.pop()
        if isinstance(each, ast.Yield | ast.YieldFrom):
            return True
        if not isinstance(each, ast.FunctionDef | ast.AsyncFunctionDef | ast.Lambda | ast.ClassDef):
            pending += child_nodes(each)
    return False


def _put_in(version: Version, texts: Mapping[str, str]) -> str:
    """The text of a version with other texts in place of some functions, the last one first so that
    lines keep their numbers until it is their turn.
    """
    lines = list(version.lines)
    nodes = sorted(
        ((version.functions[n].node, t) for n, t in texts.items()),
        key=lambda pair: -pair[0].lineno,
    )
    for (inner, _), (outer, _) in pairwise(nodes):
        if inner.lineno <= (outer.end_lineno or 0):
            raise SettingError(
                f"{version.path}: {inner.name} stands inside of {outer.name}; give the differences of one of them"
            )
    for node, text in nodes:
        first = min([node.lineno, *(d.lineno for d in node.decorator_list)]) - 1
        assert node.end_lineno is not None
        indent = lines[node.lineno - 1][: node.col_offset]
        lines[first : node.end_lineno] = textwrap.indent(text, indent).split("\n")
    return "\n".join(lines)
