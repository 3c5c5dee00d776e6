"""Which branches a call takes: the function's own tree is fitted with counters.

A decision is an if, elif, while, conditional expression, assert, for or case; each has two
branches. Only the function in question is fitted, so that its callees do not count.
"""

from __future__ import annotations

import ast
from collections import deque
from collections.abc import Callable
from dataclasses import dataclass
from itertools import islice
from typing import Any

from ...outline import functions_of

_MARK = "__dreck_seen__"


@dataclass(frozen=True, slots=True)
class Branch:
    """One way a decision can go: the decision's line, its condition and the outcome."""

    line: int
    condition: str
    outcome: str

    def __str__(self) -> str:
        return f"line {self.line}: `{self.condition}` {self.outcome}"


def fitted(text: str, subject: str, line: int = 0) -> tuple[ast.Module, list[Branch], bool]:
    """A module's tree whose subject notes its branches by number, and when it comes to a line.

    Returns:
        The tree, the list of branches, and whether the line is one of the subject's own.
    """
    tree = ast.parse(text)
    node = next(f.node for f in functions_of(tree) if f.name == subject)
    fitter = _Fitter()
    node.body = [fitter.visit(s) for s in node.body]
    is_own = _mark_line(node.body, line)
    return ast.fix_missing_locations(tree), fitter.branches, is_own


def _mark_line(body: list[ast.stmt], line: int) -> bool:
    """Put a note before the smallest statement that stands on a line."""
    for position, statement in enumerate(body):
        if not statement.lineno <= line <= (statement.end_lineno or statement.lineno):
            continue
        holders = [statement, *getattr(statement, "handlers", []), *getattr(statement, "cases", [])]
        blocks = [
            b
            for h in holders
            for name in ("body", "orelse", "finalbody")
            if isinstance(b := getattr(h, name, None), list)
        ]
        nested = isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef)
        if not nested and not any(_mark_line(b, line) for b in blocks):
            note = ast.Call(
                ast.Attribute(ast.Name(_MARK, ast.Load()), "arrive", ast.Load()), [], []
            )
            body.insert(position, ast.copy_location(ast.Expr(note), statement))
        return not nested
    return False


# What of a value that was compared is kept: the last ones, of so many values.
_MOST_OTHERS = 4
_MOST_MET = 2000


class Seen:
    """The counters: what the fitted tree calls by the name in ``MARK``.

    Attributes:
        numbers: the branches taken.
        earlier: those that were taken before the search began anew.
        pairs: branches taken one right after the other in one call.
        arrived: whether the line in question was reached.
        met: for numbers and texts the others that each was compared with and did not equal; an
            input with such a value in its place comes to a boundary that stands in no text
            (C. Aschermann et al., "REDQUEEN: Fuzzing with Input-to-State Correspondence", NDSS
            2019).
    """

    def __init__(self) -> None:
        self.met: dict[Any, deque[Any]] = {}
        self.numbers: set[int] = set()
        self.earlier: set[int] = set()
        self.pairs: set[tuple[int, int]] = set()
        self.arrived = False
        self._last = -1

    @property
    def last(self) -> int:
        """The branch taken last in the call at hand; -1 if there is none."""
        return self._last

    def anew(self) -> None:
        """What was taken before counts as new again."""
        self.earlier |= self.numbers
        self.numbers, self.pairs = set(), set()

    def start(self) -> None:
        """A new call begins."""
        self._last = -1

    def _take(self, number: int) -> None:
        self.numbers.add(number)
        self.pairs.add((self._last, number))
        self._last = number

    def __call__(self, first: int, value: Any) -> bool:
        truth = bool(value)
        self._take(first if truth else first + 1)
        return truth

    def compared(self, left: Any, right: Any, ask: Callable[[Any, Any], Any]) -> Any:
        """Compare two values, and keep what they were if they are plain and not the same."""
        kinds = {type(left), type(right)}
        plain = (kinds <= {int, float} or kinds == {str}) and left == left and right == right
        if plain and left != right:
            for one, other in ((left, right), (right, left)):
                if one in self.met or len(self.met) < _MOST_MET:
                    known = self.met.setdefault(one, deque(maxlen=_MOST_OTHERS))
                    if other not in known:
                        known.append(other)
        return ask(left, right)

    def arrive(self) -> None:
        """Note that the line in question was reached."""
        self.arrived = True

    def loop(self, first: int, values: Any) -> Any:
        """Iterate, noting whether there was an item and whether the end was reached."""
        rest = iter(values)
        for value in islice(rest, 2):  # the third time is like the second
            self._take(first)
            yield value
        yield from rest
        self._take(first + 1)

    def case(self, number: int) -> bool:
        """A guard that notes that a case was taken."""
        self._take(number)
        return True


MARK = _MARK


class _Fitter(ast.NodeTransformer):
    def __init__(self) -> None:
        self.branches: list[Branch] = []

    def _number(self, node: ast.AST, condition: str, *outcomes: str) -> ast.expr:
        first = len(self.branches)
        line = getattr(node, "lineno", 0)
        self.branches += [Branch(line, condition, outcome) for outcome in outcomes]
        return ast.Constant(first)

    def _tested(self, node: ast.AST, test: ast.expr) -> ast.expr:
        if isinstance(test, ast.Constant):
            return test
        number = self._number(node, _short(test), "true", "false")
        return ast.Call(ast.Name(_MARK, ast.Load()), [number, self.visit(test)], [])

    def visit_If(self, node: ast.If) -> ast.If:
        test = self._tested(node, node.test)
        return ast.copy_location(ast.If(test, self._all(node.body), self._all(node.orelse)), node)

    def visit_While(self, node: ast.While) -> ast.While:
        test = self._tested(node, node.test)
        return ast.copy_location(
            ast.While(test, self._all(node.body), self._all(node.orelse)), node
        )

    def visit_IfExp(self, node: ast.IfExp) -> ast.IfExp:
        test = self._tested(node, node.test)
        return ast.copy_location(
            ast.IfExp(test, self.visit(node.body), self.visit(node.orelse)), node
        )

    def visit_Compare(self, node: ast.Compare) -> ast.expr:
        """A comparison of two values, which are looked at."""
        left, right = self.visit(node.left), self.visit(node.comparators[0])
        of_values = isinstance(node.ops[0], (ast.Lt, ast.LtE, ast.Gt, ast.GtE, ast.Eq, ast.NotEq))
        if len(node.ops) > 1 or not of_values:
            return ast.Compare(left, node.ops, [right, *map(self.visit, node.comparators[1:])])
        names = [ast.arg(n) for n in ("a", "b")]
        operands: list[ast.expr] = [ast.Name(n.arg, ast.Load()) for n in names]
        ask = ast.Lambda(
            ast.arguments([], names, None, [], [], None, []),
            ast.Compare(operands[0], node.ops, operands[1:]),
        )
        function = ast.Attribute(ast.Name(_MARK, ast.Load()), "compared", ast.Load())
        return ast.copy_location(ast.Call(function, [left, right, ask], []), node)

    def visit_Assert(self, node: ast.Assert) -> ast.Assert:
        return ast.copy_location(ast.Assert(self._tested(node, node.test), node.msg), node)

    def visit_For(self, node: ast.For) -> ast.For:
        number = self._number(node, f"for ... in {_short(node.iter)}", "has items", "ends")
        loop = ast.Attribute(ast.Name(_MARK, ast.Load()), "loop", ast.Load())
        values = ast.Call(loop, [number, self.visit(node.iter)], [])
        new = ast.For(node.target, values, self._all(node.body), self._all(node.orelse))
        return ast.copy_location(new, node)

    def visit_match_case(self, node: ast.match_case) -> ast.match_case:
        number = self._number(node.pattern, f"case {ast.unparse(node.pattern)}", "taken")
        case = ast.Attribute(ast.Name(_MARK, ast.Load()), "case", ast.Load())
        taken = ast.Call(case, [number], [])
        guard = (
            taken if node.guard is None else ast.BoolOp(ast.And(), [self.visit(node.guard), taken])
        )
        return ast.match_case(node.pattern, guard, self._all(node.body))

    def visit_FunctionDef(self, node: ast.FunctionDef) -> ast.FunctionDef:
        return node

    def visit_AsyncFunctionDef(self, node: ast.AsyncFunctionDef) -> ast.AsyncFunctionDef:
        return node

    def visit_ClassDef(self, node: ast.ClassDef) -> ast.ClassDef:
        return node

    def visit_Lambda(self, node: ast.Lambda) -> ast.Lambda:
        return node

    def _all(self, body: list[ast.stmt]) -> list[ast.stmt]:
        return [self.visit(s) for s in body]


def _short(node: ast.expr) -> str:
    text = ast.unparse(node)
    return text if len(text) <= 60 else text[:57] + "..."
