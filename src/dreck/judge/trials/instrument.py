"""Which branches a call takes: the function's own tree is fitted with counters.

A decision is an if, elif, while, conditional expression, assert, for or case; each has two
branches. Only the function in question is fitted, so that its callees do not count.
"""

from __future__ import annotations

import ast
import datetime
from collections import deque
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from itertools import islice
from types import BuiltinMethodType
from typing import Any

from ...outline import FunctionNode, all_nodes, functions_of

_MARK = "__dreck_seen__"


@dataclass(frozen=True, slots=True)
class Branch:
    """One way a decision can go: the decision's line, its condition and the outcome."""

    line: int
    condition: str
    outcome: str

    def __str__(self) -> str:
        return f"line {self.line}: `{self.condition}` {self.outcome}"


def fitted(
    text: str, subject: str, line: int = 0, others: Sequence[str] = ()
) -> tuple[ast.Module, list[Branch], bool]:
    """A module's tree whose subject notes its branches by number, and when it comes to a line; so
    do the functions that it reaches, and some others by their names, with higher numbers.

    Returns:
        The tree, the list of the subject's branches, and whether the line is one of its own.
    """
    tree = ast.parse(text)
    functions = functions_of(tree)
    node = next(f.node for f in functions if f.name == subject)
    beside = [f.node for f in functions if f.name in others and f.node is not node]
    reached = _reached([node, *beside], [f.node for f in functions])
    fitter = _Fitter()
    node.body = [fitter.visit(s) for s in node.body]
    branches = list(fitter.branches)
    is_own = _mark_line(node.body, line)
    for other in reached:
        other.body = [fitter.visit(s) for s in other.body]
    return ast.fix_missing_locations(tree), branches, is_own


def _reached(
    subjects: Sequence[FunctionNode], functions: Sequence[FunctionNode]
) -> list[FunctionNode]:
    """The functions and methods of a module that the first of some functions names, or that one of
    these names; those nested in it are its own. The others among them come first.
    """
    by_name: dict[str, list[FunctionNode]] = {}
    own = {id(n) for s in subjects for n in all_nodes(s)}
    for function in functions:
        if id(function) not in own:
            by_name.setdefault(function.name, []).append(function)
    found: list[FunctionNode] = list(subjects[1:])
    pending: list[ast.AST] = list(subjects)
    while pending:
        for node in all_nodes(pending.pop()):
            word = node.id if isinstance(node, ast.Name) else getattr(node, "attr", None)
            named = by_name.pop(word, []) if isinstance(word, str) else []
            found += named
            pending += named
    return found


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
_MOST_GATES = 4
_MOST_MET = 2000
_MOST_LOOKED_AT = 12
_MOST_BITS = 1_000
_PLAIN = frozenset({int, float, str, datetime.date, datetime.datetime})
# Methods of dicts that look up their first argument.
_LOOKING_UP = frozenset({"get", "pop", "setdefault"})
_CONTAINERS = frozenset({dict, list, tuple, set, frozenset})


class Seen:
    """The counters: what the fitted tree calls by the name in ``MARK``.

    Attributes:
        numbers: the branches taken.
        earlier: those that were taken before the search began anew.
        pairs: branches taken one right after the other in one call.
        is_here: whether there is a line in question among those that are fitted.
        arrived: whether the line in question was reached.
        arrived_plainly: whether an input reached it that a difference can rest on.
        stands: whether the input at hand is none of those.
        taken: all branches taken in the call at hand, whichever function they are of.
        gates: the last pairs of numbers or texts that were not the same in the call at hand.
        bounds: comparisons of numbers or texts in order that were made.
        reached: those of them of which both sides were the same once.
        met: for numbers and texts the others that each was compared with and did not equal; an
            input with such a value in its place comes to a boundary that stands in no text
            (C. Aschermann et al., "REDQUEEN: Fuzzing with Input-to-State Correspondence", NDSS
            2019).
    """

    def __init__(self) -> None:
        self.own = 0  # branches of the subject; higher numbers are those of functions it reaches
        self.met: dict[Any, deque[Any]] = {}
        self.numbers: set[int] = set()
        self.taken: set[int] = set()
        self.bounds: set[int] = set()
        self.reached: set[int] = set()
        self.earlier: set[int] = set()
        self.pairs: set[tuple[int, int]] = set()
        self.is_here = True
        self.arrived = self.arrived_plainly = self.stands = False
        self.gates: deque[tuple[Any, Any]] = deque(maxlen=_MOST_GATES)
        self._last = -1

    @property
    def last(self) -> int:
        """The branch taken last in the call at hand; -1 if there is none."""
        return self._last

    def anew(self) -> None:
        """What was taken before counts as new again."""
        self.earlier |= self.numbers
        self.numbers, self.pairs = set(), set()

    def start(self, *, stands: bool = False) -> None:
        """A new call begins, with what stands in for any value, or not."""
        self.stands = stands
        self._last = -1
        self.taken = set()
        self.gates.clear()

    def _take(self, number: int) -> None:
        self.numbers.add(number)
        self.taken.add(number)
        if number >= self.own:
            return
        self.pairs.add((self._last, number))
        self._last = number

    def __call__(self, first: int, value: Any) -> bool:
        truth = bool(value)
        self._take(first if truth else first + 1)
        return truth

    def compared(
        self, left: Any, right: Any, ask: Callable[[Any, Any], Any], bound: int = -1
    ) -> Any:
        """Compare two values, and keep what they were if they are plain and not the same; of a
        bound also that it was reached exactly.
        """
        kinds = {type(left), type(right)}
        plain = kinds <= {int, float} or (len(kinds) == 1 and kinds <= _PLAIN)
        if plain and left == left and right == right and left != right:
            self._meet(left, right)
        if plain and bound >= 0:
            self.bounds.add(bound)
            if left == right:
                self.reached.add(bound)
        return ask(left, right)

    def looked_for(self, value: Any, among: Any, ask: Callable[[Any, Any], Any]) -> Any:
        """Ask whether a value is in a container, and keep what is in it if it is not."""
        self._not_among(value, among)
        return ask(value, among)

    def _not_among(self, value: Any, among: Any) -> None:
        if type(among) not in _CONTAINERS or len(among) > _MOST_LOOKED_AT:
            return
        if type(value) in _PLAIN:
            for other in among:
                if type(other) is type(value) and other != value:
                    self._meet(value, other)
        elif type(value) is tuple and value not in among:
            self._parts_not_among(value, [o for o in among if type(o) is tuple])

    def _parts_not_among(self, value: tuple[Any, ...], among: Sequence[tuple[Any, ...]]) -> None:
        """Keep the parts of tuples that are most like one that is looked for."""
        apart: dict[int, list[list[tuple[Any, Any]]]] = {}
        for other in among:
            pairs = list(zip(value, other, strict=False))
            plain = all(type(a) in _PLAIN and type(a) is type(b) for a, b in pairs)
            if plain and len(other) == len(value):
                unlike = [(a, b) for a, b in pairs if a != b]
                apart.setdefault(len(unlike), []).append(unlike)
        for a, b in (pair for unlike in apart[min(apart)] for pair in unlike) if apart else ():
            self._meet(a, b)

    def item(self, among: Any, key: Any) -> Any:
        """Look up a key, and keep the keys that are there if it is not."""
        self._missed(among, key)
        return among[key]

    def method(self, bound: Any) -> Any:
        """The same of a method of a dict that looks up its first argument."""
        # A stand-in would note that it was asked for anything.
        owner = bound.__self__ if type(bound) is BuiltinMethodType else None
        if type(owner) is not dict:
            return bound

        def asked(*given: Any, **named: Any) -> Any:
            self._missed(owner, given[0] if given else None)
            return bound(*given, **named)

        return asked

    def _missed(self, among: Any, key: Any) -> None:
        if type(among) is dict and (type(key) in _PLAIN or _is_plain_row(key)):
            if key not in among:
                self._not_among(key, among)

    def _meet(self, left: Any, right: Any) -> None:
        if any(type(v) is int and v.bit_length() > _MOST_BITS for v in (left, right)):
            return  # nobody writes such a number down, nor does Python
        self.gates.append((left, right))
        for one, other in ((left, right), (right, left)):
            if one in self.met or len(self.met) < _MOST_MET:
                known = self.met.setdefault(one, deque(maxlen=_MOST_OTHERS))
                if other not in known:
                    known.append(other)

    def arrive(self) -> None:
        """Note that the line in question was reached."""
        self.arrived = True
        self.arrived_plainly = self.arrived_plainly or not self.stands

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


def _is_plain_row(value: Any) -> bool:
    """Whether a value is a tuple of numbers and texts."""
    return type(value) is tuple and all(type(part) in _PLAIN for part in value)


MARK = _MARK


class _Fitter(ast.NodeTransformer):
    def __init__(self) -> None:
        self.branches: list[Branch] = []
        self.bounds = 0  # comparisons in order so far

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
        of_many = isinstance(node.ops[0], (ast.In, ast.NotIn))
        if len(node.ops) > 1 or not (of_values or of_many):
            return ast.Compare(left, node.ops, [right, *map(self.visit, node.comparators[1:])])
        names = [ast.arg(n) for n in ("a", "b")]
        operands: list[ast.expr] = [ast.Name(n.arg, ast.Load()) for n in names]
        ask = ast.Lambda(
            ast.arguments([], names, None, [], [], None, []),
            ast.Compare(operands[0], node.ops, operands[1:]),
        )
        word = "compared" if of_values else "looked_for"
        given: list[ast.expr] = [left, right, ask]
        if isinstance(node.ops[0], (ast.Lt, ast.LtE, ast.Gt, ast.GtE)):
            self.bounds += 1
            given.append(ast.Constant(self.bounds))
        function = ast.Attribute(ast.Name(_MARK, ast.Load()), word, ast.Load())
        return ast.copy_location(ast.Call(function, given, []), node)

    def visit_Subscript(self, node: ast.Subscript) -> ast.expr:
        """A look-up, whose key may be missing."""
        owner, key = self.visit(node.value), self.visit(node.slice)
        parts = node.slice.elts if isinstance(node.slice, ast.Tuple) else [node.slice]
        is_cut = any(isinstance(p, ast.Slice | ast.Starred) for p in parts)
        if not isinstance(node.ctx, ast.Load) or is_cut:
            return ast.copy_location(ast.Subscript(owner, key, node.ctx), node)
        function = ast.Attribute(ast.Name(_MARK, ast.Load()), "item", ast.Load())
        return ast.copy_location(ast.Call(function, [owner, key], []), node)

    def visit_Call(self, node: ast.Call) -> ast.expr:
        """A method that looks up a key."""
        self.generic_visit(node)
        if not isinstance(node.func, ast.Attribute) or node.func.attr not in _LOOKING_UP:
            return node
        function = ast.Attribute(ast.Name(_MARK, ast.Load()), "method", ast.Load())
        looked = ast.Call(function, [node.func], [])
        return ast.copy_location(ast.Call(looked, node.args, node.keywords), node)

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
