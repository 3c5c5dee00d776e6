"""Likeness that arms hide: what has to be written differently so that they differ in constants
only.

One arm is laid on another. Where the pattern has a part that an arm lacks, the neutral element
stands in
for it (``+ 0``, ``* 1``, ``""``, a default argument); operands of ``+`` and ``*`` change places; an
argument
is passed by name where the pattern passes it so, or by position; and ``a - b`` is ``a + -1 * b``
beside
``a + 1 * b``. Whether all that means the same is for the judge to say.
"""

from __future__ import annotations

import ast
import copy
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass

from ..logic.bindings import parameters
from ..outline import FunctionNode, all_nodes
from ..source.edits import Edit
from .alignment import is_value
from .module_view import ModuleView

_ATOMS = (ast.Name, ast.Attribute, ast.Subscript, ast.Call, ast.Constant, ast.JoinedStr, ast.Tuple)
_SIGNS: dict[type[ast.operator], str] = {ast.Add: "+", ast.Sub: "-", ast.Mult: "*"}
_SWAPPED = (ast.Add, ast.Mult)


@dataclass(frozen=True, slots=True)
class Change:
    """A part of an arm to be written differently, and in words how."""

    edit: Edit
    what: str


def likened(
    view: ModuleView, arms: Sequence[list[ast.stmt]], functions: Collection[str] = ()
) -> list[list[Change]] | None:
    """For each arm the changes that make all of them alike; None if some arm is too different.

    Args:
        view: the file.
        arms: the statements of each arm.
        functions: names that are as constant as constants.
    """
    ways: list[list[list[Change]]] = []
    for pattern in _patterns(arms):
        fitter = _Fitter(view, functions)
        found = [fitter.block(pattern, arm) for arm in arms]
        fitting = [f for f in found if f is not None]
        if len(fitting) == len(found):
            ways.append(fitting)
    return min(
        ways,
        key=lambda way: sum(len(c.edit.text) for changes in way for c in changes),
        default=None,
    )


def most_alike(
    view: ModuleView, arms: Sequence[list[ast.stmt]], functions: Collection[str] = ()
) -> tuple[list[int], dict[int, list[Change]]]:
    """Of arms that are not all alike, the largest number that are: their positions, and the changes
    for each.
    """
    best: dict[int, list[Change]] = {}
    for pattern in arms:
        fitter = _Fitter(view, functions)
        tried = {i: fitter.block(pattern, arm) for i, arm in enumerate(arms)}
        fitting = {i: changes for i, changes in tried.items() if changes is not None}
        if len(fitting) > len(best):
            best = fitting
    return sorted(best), best


def _patterns(arms: Sequence[list[ast.stmt]]) -> Iterator[list[ast.stmt]]:
    """Arms to lay the others on, the largest first; then the same with signs."""
    ordered = sorted(arms, key=lambda a: -sum(1 for s in a for _ in all_nodes(s)))
    for arm in ordered[:3]:
        yield arm
    signed = [_Signs().visit(copy.deepcopy(s)) for s in ordered[0]]
    yield [ast.fix_missing_locations(s) for s in signed]


class _Signs(ast.NodeTransformer):
    """Reads ``a + b`` as ``a + 1 * b``, so that ``a - b`` is like it."""

    def visit_BinOp(self, node: ast.BinOp) -> ast.AST:
        self.generic_visit(node)
        if isinstance(node.op, ast.Add | ast.Sub) and not is_value(node.right):
            return ast.BinOp(
                node.left, ast.Add(), ast.BinOp(ast.Constant(1), ast.Mult(), node.right)
            )
        return node

    def visit_AugAssign(self, node: ast.AugAssign) -> ast.AST:
        self.generic_visit(node)
        if isinstance(node.op, ast.Add | ast.Sub) and not is_value(node.value):
            return ast.AugAssign(
                node.target, ast.Add(), ast.BinOp(ast.Constant(1), ast.Mult(), node.value)
            )
        return node


class _Fitter:
    """Lays an arm on a pattern."""

    def __init__(self, view: ModuleView, functions: Collection[str]) -> None:
        self.view, self.functions = view, functions

    def block(self, pattern: list[ast.stmt], arm: list[ast.stmt]) -> list[Change] | None:
        """The changes for the statements of an arm."""
        if len(pattern) == len(arm):
            return self._all(pattern, arm)
        for index, statement in enumerate(pattern):
            adds = (
                isinstance(statement, ast.AugAssign)
                and isinstance(statement.op, ast.Add | ast.Sub)
                and is_value(statement.value)
            )
            if len(pattern) == len(arm) + 1 and adds and arm:
                rest = self._all([*pattern[:index], *pattern[index + 1 :]], arm)
                if rest is not None:
                    return [*rest, self._inserted(statement, arm, index)]
        return None

    def _inserted(self, statement: ast.stmt, arm: list[ast.stmt], index: int) -> Change:
        assert isinstance(statement, ast.AugAssign)
        neutral = _neutral(statement.op, statement.value)
        line = f"{ast.unparse(statement.target)} {_SIGNS[type(statement.op)]}= {neutral}"
        before = arm[min(index, len(arm) - 1)]
        start, end = self.view.offsets.span(before)
        indent, newline = self.view.indentation(before.lineno), self.view.newline
        edit = (
            Edit(start, start, f"{line}{newline}{indent}")
            if index < len(arm)
            else Edit(end, end, f"{newline}{indent}{line}")
        )
        return Change(edit, f"`{line}` is written out")

    def _all(self, patterns: Sequence[ast.AST], nodes: Sequence[ast.AST]) -> list[Change] | None:
        if len(patterns) != len(nodes):
            return None
        found: list[Change] = []
        for pattern, node in zip(patterns, nodes, strict=True):
            changes = self._fit(pattern, node)
            if changes is None:
                return None
            found += changes
        return found

    def _fit(self, pattern: ast.AST, node: ast.AST) -> list[Change] | None:
        if self._is_constant(pattern) and self._is_constant(node):
            return []
        direct = self._part_by_part(pattern, node)
        if direct is not None or not (isinstance(pattern, ast.expr) and isinstance(node, ast.expr)):
            return direct if direct is not None else self._signed(pattern, node)
        return self._bent(pattern, node)

    def _is_constant(self, node: ast.AST) -> bool:
        return is_value(node) or (isinstance(node, ast.Name) and node.id in self.functions)

    def _part_by_part(self, pattern: ast.AST, node: ast.AST) -> list[Change] | None:
        if type(pattern) is not type(node):
            return None
        found: list[Change] = []
        for name in pattern._fields:
            mine, theirs = getattr(pattern, name, None), getattr(node, name, None)
            if isinstance(mine, ast.AST) and isinstance(theirs, ast.AST):
                changes = self._fit(mine, theirs)
            elif (
                isinstance(mine, list)
                and isinstance(theirs, list)
                and all(isinstance(p, ast.AST) for p in (*mine, *theirs))
            ):
                changes = self._all(mine, theirs)
            else:
                changes = [] if type(mine) is type(theirs) and mine == theirs else None
            if changes is None:
                return None
            found += changes
        return found

    def _fits(self, pattern: ast.AST, node: ast.AST) -> bool:
        """Whether a node is like the pattern as it stands."""
        return self._fit(pattern, node) == []

    def _bent(self, pattern: ast.expr, node: ast.expr) -> list[Change] | None:
        """The one change of an expression that makes it like the pattern."""
        text = self._calls(pattern, node) if isinstance(pattern, ast.Call) else None
        if isinstance(pattern, ast.BinOp):
            text = (
                self._swapped(pattern, node)
                or self._mirrored(pattern, node)
                or self._with_neutral(pattern, node)
                or self._summed(pattern, node)
            )
        if text is None:
            return None
        start, end = self.view.offsets.span(node)
        return [Change(Edit(start, end, text), f"`{self.view.text[start:end]}` becomes `{text}`")]

    def _with_neutral(self, pattern: ast.BinOp, node: ast.expr) -> str | None:
        """``x`` where the pattern is ``x + 3``: ``x + 0``."""
        sign = _SIGNS.get(type(pattern.op))
        if sign is None:
            return None
        if is_value(pattern.right) and self._fits(pattern.left, node):
            return f"{self._inside(node, pattern.op, left=True)} {sign} {_neutral(pattern.op, pattern.right)}"
        if (
            is_value(pattern.left)
            and not isinstance(pattern.op, ast.Sub)
            and self._fits(pattern.right, node)
        ):
            return f"{_neutral(pattern.op, pattern.left)} {sign} {self._inside(node, pattern.op, left=False)}"
        return None

    def _swapped(self, pattern: ast.BinOp, node: ast.expr) -> str | None:
        """``a * 3`` where the pattern is ``3 * a``."""
        if (
            not isinstance(node, ast.BinOp)
            or not isinstance(node.op, _SWAPPED)
            or type(node.op) is not type(pattern.op)
        ):
            return None
        if not (self._fits(pattern.left, node.right) and self._fits(pattern.right, node.left)):
            return None
        sign = _SIGNS[type(node.op)]
        return f"{self._inside(node.right, node.op, left=True)} {sign} {self._inside(node.left, node.op, left=False)}"

    def _mirrored(self, pattern: ast.BinOp, node: ast.expr) -> str | None:
        """``a - b`` (or ``a``) where the pattern is ``a + 1 * b``, and ``a - 3`` where it is ``a +
        3``.
        """
        if not isinstance(pattern.op, ast.Add):
            return None
        lacking = _sign_of(pattern.right)
        # Of a lone name nothing is neutral: adding 0 to True makes it 1.
        if (
            lacking is not None
            and isinstance(node, ast.BinOp | ast.Constant)
            and self._fits(pattern.left, node)
        ):
            return f"{self._inside(node, pattern.op, left=True)} + 0 * {ast.unparse(lacking)}"
        if not isinstance(node, ast.BinOp) or not self._fits(pattern.left, node.left):
            return None
        minus = isinstance(node.op, ast.Sub)
        left = self.view.offsets.source(node.left)
        if (
            minus
            and is_value(pattern.right)
            and isinstance(node.right, ast.Constant)
            and type(node.right.value) in (int, float)
        ):
            return f"{left} + -{self.view.offsets.source(node.right)}"
        signed = _sign_of(pattern.right)
        if (
            signed is None
            or not isinstance(node.op, ast.Add | ast.Sub)
            or not self._fits(signed, node.right)
        ):
            return None
        return f"{left} + {'-1' if minus else '1'} * {self._inside(node.right, ast.Mult(), left=False)}"

    def _signed(self, pattern: ast.AST, node: ast.AST) -> list[Change] | None:
        """``a -= b`` where the pattern is ``a += 1 * b``."""
        if (
            not isinstance(pattern, ast.AugAssign)
            or not isinstance(node, ast.AugAssign)
            or not isinstance(node.op, ast.Add | ast.Sub)
        ):
            return None
        if not isinstance(pattern.op, ast.Add) or ast.dump(pattern.target) != ast.dump(node.target):
            return None
        minus = isinstance(node.op, ast.Sub)
        signed = _sign_of(pattern.value)
        target, value = ast.unparse(node.target), self.view.offsets.source(node.value)
        if signed is not None and self._fits(signed, node.value):
            text = f"{target} += {'-1' if minus else '1'} * {self._inside(node.value, ast.Mult(), left=False)}"
        elif (
            minus
            and is_value(pattern.value)
            and isinstance(node.value, ast.Constant)
            and type(node.value.value) in (int, float)
        ):
            text = f"{target} += -{value}"
        else:
            return None
        start, end = self.view.offsets.span(node)
        return [Change(Edit(start, end, text), f"`{self.view.text[start:end]}` becomes `{text}`")]

    def _summed(self, pattern: ast.BinOp, node: ast.expr) -> str | None:
        """The summands of the pattern in their order, with ``0 * b`` for one that is not there."""
        wanted, left = _summands(pattern), _summands(node)
        if len(wanted) < 3 or any(minus for _, minus in wanted):
            return None
        texts = []
        for term, _ in wanted:
            text = self._summand(term, left)
            if text is None:
                return None
            texts.append(text)
        return " + ".join(texts) if not left else None

    def _summand(self, term: ast.expr, left: list[tuple[ast.expr, bool]]) -> str | None:
        """What stands for a summand of the pattern: one of those left, or something neutral."""
        for spot, (given, minus) in enumerate(left):
            text = self.view.offsets.source(given) if self._fits(term, given) else None
            if text is None and isinstance(term, ast.BinOp):
                text = self._swapped(term, given) or self._with_neutral(term, given)
            if text is not None and (not minus or text[:1].isdigit()):
                del left[spot]
                return f"-{text}" if minus else text
        if is_value(term):
            return _neutral(ast.Add(), term)
        factor = (
            term.right
            if isinstance(term, ast.BinOp) and isinstance(term.op, ast.Mult) and is_value(term.left)
            else None
        )
        return None if factor is None else f"0 * {ast.unparse(factor)}"

    def _calls(self, pattern: ast.Call, node: ast.expr) -> str | None:
        """A call with the arguments written as the pattern writes them, defaults included."""
        if (
            not isinstance(node, ast.Call)
            or ast.dump(pattern.func) != ast.dump(node.func)
            or not isinstance(node.func, ast.Name)
        ):
            return None
        known = self.view.functions.get(node.func.id)
        if known is None or node.func.id not in self.view.plain_functions:
            return None
        mine, theirs = _bound(pattern, known.node), _bound(node, known.node)
        if mine is None or theirs is None:
            return None
        defaults = _defaults(known.node)
        parts = []
        for position, name in enumerate(mine):
            value = theirs.get(name, defaults.get(name))
            if value is None or not self._fits(mine[name], value):
                return None
            text = self.view.offsets.source(value)
            parts.append(text if position < len(pattern.args) else f"{name}={text}")
        return f"{node.func.id}({', '.join(parts)})" if theirs.keys() <= mine.keys() else None

    def _inside(self, node: ast.expr, op: ast.operator, *, left: bool) -> str:
        """The text of an operand, in parentheses where it needs them."""
        text = self.view.offsets.source(node)
        same = (
            left
            and isinstance(node, ast.BinOp)
            and (isinstance(op, ast.Add | ast.Sub) or isinstance(node.op, ast.Mult))
        )
        plain = (
            isinstance(node, _ATOMS)
            or is_value(node)
            or (same and isinstance(node, ast.BinOp) and type(node.op) in _SIGNS)
        )
        return text if plain else f"({text})"


def _summands(node: ast.expr) -> list[tuple[ast.expr, bool]]:
    """The summands of an expression in their order, and whether each is taken away."""
    if not isinstance(node, ast.BinOp) or not isinstance(node.op, ast.Add | ast.Sub):
        return [(node, False)]
    return [*_summands(node.left), (node.right, isinstance(node.op, ast.Sub))]


def _sign_of(node: ast.expr) -> ast.expr | None:
    """What a sign stands before in ``1 * b``."""
    signed = (
        isinstance(node, ast.BinOp)
        and isinstance(node.op, ast.Mult)
        and isinstance(node.left, ast.Constant)
        and node.left.value == 1
    )
    return node.right if signed and isinstance(node, ast.BinOp) else None


def _neutral(op: ast.operator, beside: ast.expr) -> str:
    """What changes nothing, written as the value beside it is."""
    if isinstance(beside, ast.Constant) and isinstance(beside.value, str):
        return '""'
    return "1" if isinstance(op, ast.Mult) else "0"


def _bound(call: ast.Call, function: FunctionNode) -> dict[str, ast.expr] | None:
    """The arguments of a call by the parameter that gets them."""
    names = [a.arg for a in (*function.args.posonlyargs, *function.args.args)]
    plain = not any(isinstance(a, ast.Starred) for a in call.args) and all(
        k.arg for k in call.keywords
    )
    if (
        not plain
        or len(call.args) > len(names)
        or function.args.vararg
        or function.args.kwarg
        or function.args.posonlyargs
    ):
        return None
    found = dict(zip(names, call.args, strict=False))
    for keyword in call.keywords:
        if (
            keyword.arg is None
            or keyword.arg in found
            or keyword.arg not in [a.arg for a in parameters(function)]
        ):
            return None
        found[keyword.arg] = keyword.value
    return found


def _defaults(function: FunctionNode) -> dict[str, ast.expr]:
    """The constant defaults of a function by parameter."""
    names = [a.arg for a in function.args.args]
    found = dict(zip(reversed(names), reversed(function.args.defaults), strict=False))
    found |= {
        a.arg: d
        for a, d in zip(function.args.kwonlyargs, function.args.kw_defaults, strict=True)
        if d is not None
    }
    return {n: d for n, d in found.items() if is_value(d)}
