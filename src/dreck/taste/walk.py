"""One pass over a function that counts what its reader has to do."""

from __future__ import annotations

import ast
from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator, Sequence
from functools import lru_cache
from itertools import islice

from ..outline import HOLDING, all_nodes
from .blocks import (
    arms_of,
    is_bare_check,
    is_choice_of_two,
    is_empty,
    is_guard,
    is_plain_exit,
    leaves,
    sizes_of,
    targets_of,
)
from .glance import Glance, glance
from .nodes import children_of, in_scope
from .sections import stories_in
from .subjects import subject_of, subjects_of
from .weights import GUARD, MOST_DECISIONS, MOST_NAMES, PAGE, WINDING

FunctionNode = ast.FunctionDef | ast.AsyncFunctionDef

_LOOPS = (ast.For, ast.AsyncFor, ast.While)
_TRIES = (ast.Try, ast.TryStar)
_WITHS = (ast.With, ast.AsyncWith)
_FUNCTIONS = (ast.FunctionDef, ast.AsyncFunctionDef)
_JUMPS = frozenset({ast.Return, ast.Continue, ast.Break})
_COMPOUND = (ast.BoolOp, ast.UnaryOp)
_COMPREHENSIONS = (ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)
_CONDITIONS = (ast.BoolOp, ast.Compare)
_ORDERS = (ast.Lt, ast.LtE, ast.Gt, ast.GtE)
# What is not counted where the plain statements of a block are.
_NOTHING_PLAIN = frozenset({*HOLDING, ast.Pass})
# Statements that may stand between the checks of one row.
_NEAR = 2
_NEGATIVE = (ast.NotEq, ast.IsNot, ast.NotIn)
# What may stand over several lines, and over how many without a cost.
_TALL = (ast.Call, *_COMPREHENSIONS)
_MOST_LINES, _MOST_LINES_OF_CALL, _MOST_TOO_MANY = 8, 3, 5


class Walk:
    """One pass over a function.

    Args:
        thorough: whether every expression is read; else only what statements and conditions show
            is counted, which is quick.

    Attributes:
        counts: how often each term occurs.
    """

    def __init__(self, *, thorough: bool = True) -> None:
        self._thorough = thorough
        self.counts: defaultdict[str, float] = defaultdict(float)
        self._seen: defaultdict[str, int] = defaultdict(int)
        self._tests: defaultdict[str, int] = defaultdict(int)
        self._about: defaultdict[str, int] = defaultdict(int)
        self._sizes: dict[int, int] = {}
        self._bound = 0
        self._loops = 0
        self._alternatives = 0  # arms of larger choices around, inside the innermost loop
        self._ends: set[str] = set()

    def function(self, node: FunctionNode, seen: Glance | None = None) -> None:
        """Count a function; those nested in it are read with it.

        Args:
            node: its tree.
            seen: what a glance at its body shows, where that is known.
        """
        body = node.body
        sizes_around = self._sizes
        if self._thorough:
            self._sizes = sizes_of(body)
        else:
            seen = seen or glance(body)
            self._sizes = seen.sizes
        if _has_docstring(node):
            body = body[1:]
            self._sizes[id(body)] = self._sizes.get(id(node.body), 0) - 1
        before, decided = self.counts["statements"], self.counts["decisions"]
        loops_around, self._loops = self._loops, 0
        operands, crowds = self.counts["operands"], self.counts["crowds"]
        outer = self._ends
        if self._thorough:
            self._names(body)
            self.counts["stories"] += stories_in(body)
            given = len(node.args.args) + len(node.args.kwonlyargs)
            self.counts["crowded names"] += max(0, given + self._bound - MOST_NAMES)
            last = body[-1] if body else None
            self._ends = {_dumped("return"), _dumped("continue")}
            if isinstance(last, ast.Return):
                self._ends.add(ast.dump(last))
        elif seen is not None:
            self._all_asked(seen)
        self.block(body, 0.0, looped=0, whole=True)
        self._ends = outer
        if len(body) == 1 and isinstance(body[0], ast.Return) and _is_condition(body[0].value):
            # A predicate: its name is read in its place, and what it asks once.
            self.counts["statements"] -= 0.7
            more = self.counts["operands"] - operands
            self.counts["operands"] -= more / 2 if more > 1 else 0
            self.counts["crowds"] = crowds
        size = self.counts["statements"] - before
        decisions = self.counts["decisions"] - decided
        loops, self._loops = self._loops, loops_around
        self.counts["page"] += max(0, size - PAGE) * min(1.0, (decisions + loops) / WINDING)
        self.counts["crowded paths"] += max(0, decisions - MOST_DECISIONS)
        if body is not node.body:
            del self._sizes[id(body)]
        self._sizes = sizes_around

    # -- blocks

    def block(
        self,
        body: Sequence[ast.stmt],
        depth: float,
        looped: int,
        guard: bool = False,
        *,
        whole: bool = False,
    ) -> None:
        """Count a block.

        Args:
            body: its statements.
            depth: conditions open around it.
            looped: how many loops stand around it.
            guard: whether it belongs to a guard clause.
            whole: whether it is the body of the function.
        """
        holding: Sequence[ast.stmt] = body
        if not self._thorough:
            holding = [s for s in body if type(s) in HOLDING]
            if len(holding) < len(body):
                self._plain(body, depth, looped, guard)
        if ast.If in map(type, holding):
            self._with_checks(body, depth, looped, guard)
        else:
            for statement in holding:
                self.statement(statement, depth, looped, guard)
        if self._thorough and not whole:
            self._copied(body)

    def _with_checks(
        self, body: Sequence[ast.stmt], depth: float, looped: int, guard: bool
    ) -> None:
        """A block with ifs: which are guards depends on what stands around them."""
        count = self.counts
        guards = work = since = 0
        sizes = self._sizes
        behind = sizes[id(body)]
        after_guard = False
        asked: str | None = None  # what the guards right above ask for a kind
        for statement in body:
            kind = type(statement)
            size = sizes[id(statement)] if kind in HOLDING else 1
            behind -= size
            if not isinstance(statement, ast.If):
                if self._thorough or kind in HOLDING:
                    self.statement(statement, depth, looped, guard)
                work += size
                since += size
                after_guard, asked = False, None
                continue
            if asked is not None:
                count["broken rows"] += _asks_opposite(statement.test, asked)
                goes_on = bool(statement.orelse) and subject_of(statement.test) == asked
                count["torn chains"] += goes_on
            if statement.orelse:
                self.statement(statement, depth, looped, guard)
                in_a_row = after_guard or (guards > 1 and since <= _NEAR)
                if in_a_row and is_choice_of_two(statement):
                    count["broken rows"] += 1
            else:
                self._alone(statement, behind, depth - guard, looped)
                if work > behind and is_bare_check(statement):
                    count["late checks"] += 1
            after_guard = is_guard(statement)
            asked = subject_of(statement.test) if after_guard else None
            guards += after_guard
            work += 0 if after_guard else size
            since = 0 if after_guard else since + size

    def _alone(self, node: ast.If, behind: int, depth: float, looped: int) -> None:
        """An if without an else: what stands behind it may be its other arm."""
        inside = self._sizes[id(node.body)]
        guard = leaves(node.body) and inside <= GUARD and inside <= behind + 1
        if leaves(node.body) and not guard and behind:
            self.counts["distance"] += inside
        self.statement(node, depth, looped, guard=False, small=guard)

    def _copied(self, body: Sequence[ast.stmt]) -> None:
        """An exit behind work that says what the end says anyway."""
        last = body[-1] if body else None
        named = isinstance(last, ast.Return) and isinstance(last.value, ast.Name)
        if last is not None and (len(body) > 1 or named) and ast.dump(last) in self._ends:
            self.counts["copied ends"] += 1
            self.counts["hidden arms"] += max(0, self._sizes[id(body)] - 3) + 2 * bool(
                self._alternatives
            )

    def statement(
        self, node: ast.stmt, depth: float, looped: int, guard: bool, *, small: bool = False
    ) -> None:
        """Count a statement with all it holds; ``small`` says that its block is a guard's."""
        kind = type(node)
        if kind is ast.Pass:
            return
        count = self.counts
        count["statements"] += 1
        if guard:
            count["guarded"] += 1
            depth -= 1
        if kind in _JUMPS and is_plain_exit(node):
            # An exit ends what has to be kept in mind.
            count["statements"] -= 0.5
            depth = 0.0
        if depth:
            count["open"] += depth
            count["deep"] += max(0.0, depth - 2) ** 1.5
        if self._thorough:
            self._repeats(node)
            self._handed_back(node)
            self._expressions(_own_expressions(node))
        if kind is ast.If:
            self._chain(node, depth, looped, small)  # type: ignore[arg-type]
        elif kind not in HOLDING:
            self._jump(node, looped)
        else:
            self._holding(node, depth, looped)

    def _plain(self, body: Sequence[ast.stmt], depth: float, looped: int, guard: bool) -> None:
        """The statements of a block that hold no others, counted together: for quickness."""
        number = exits = 0
        for node in body:
            kind = type(node)
            if kind in _NOTHING_PLAIN:
                continue
            number += 1
            if kind in _JUMPS:
                exits += is_plain_exit(node)
                self._jump(node, looped)
        count = self.counts
        if guard:
            count["guarded"] += number
            depth -= 1
        count["statements"] += number - 0.5 * exits
        if depth:
            count["open"] += depth * (number - exits)
            count["deep"] += max(0.0, depth - 2) ** 1.5 * (number - exits)

    def _jump(self, node: ast.stmt, looped: int) -> None:
        kind = type(node)
        if kind is ast.Return:
            if node.value is None:  # type: ignore[attr-defined]
                self.counts["bare returns"] += 1
        elif kind is ast.Continue:
            self.counts["jumps"] += 1
        elif kind is ast.Break:
            self.counts["jumps"] += 1
            self.counts["broken runs"] += looped > 1

    def _holding(self, node: ast.stmt, depth: float, looped: int) -> None:
        """A statement with blocks of its own, an if apart."""
        if isinstance(node, _LOOPS):
            self._loop(node, depth, looped)
        elif isinstance(node, _TRIES):
            self._try(node, depth, looped)
        elif isinstance(node, _WITHS):
            self.block(node.body, depth + 0.3, looped)
        elif isinstance(node, ast.Match):
            self._match(node, depth, looped)
        elif isinstance(node, _FUNCTIONS):
            self.function(node)

    def _chain(self, node: ast.If, depth: float, looped: int, small: bool) -> None:
        count = self.counts
        if not node.orelse:
            count["decisions"] += 1
            self.condition(node.test)
            if is_empty(node.body):
                count["empty arms"] += 1
            self.block(node.body, depth + 1, looped, small)
            self._kinds([node.test])
            return
        arms = list(arms_of(node))
        sizes = self._sizes
        left = True  # whether all arms so far leave
        above = 0
        for index, (test, body) in enumerate(arms):
            if test is not None:
                count["decisions"] += 1
                if index:
                    count["statements"] += 0.4
                    # behind arms that leave it is asked where an if would be
                    count["open"] += depth if left else 0
                    if self._thorough:
                        self._expressions([test])
                self.condition(test)
            elif not is_empty(body):
                count["else"] += 1
                count["distance"] += above
            if index and left:
                pair = len(arms) == 2 and test is None and sizes[id(body)] == above == 1
                count["needless else"] += 0.2 if pair else 1
            count["empty arms"] += is_empty(body)
            self._alternatives += len(arms) > 1
            self.block(body, depth + 1, looped, small)
            self._alternatives -= len(arms) > 1
            left = left and leaves(body)
            above += sizes[id(body)]
        self._kinds([t for t, _ in arms if t is not None])

    def _match(self, node: ast.Match, depth: float, looped: int) -> None:
        for case in node.cases:
            self.counts["decisions"] += 1
            if case.guard is not None:
                self.condition(case.guard)
            self.block(case.body, depth + 1, looped)
        self.counts["kinds"] += max(0, len(node.cases) - 2)

    def _loop(self, node: ast.For | ast.AsyncFor | ast.While, depth: float, looped: int) -> None:
        if isinstance(node, ast.While) and not _is_true(node.test):
            self.counts["decisions"] += 1
            self.condition(node.test)
        self._loops += 1
        around, self._alternatives = self._alternatives, 0
        self.block(node.body, depth + 0.5, looped + 1)
        self._alternatives = around
        if node.orelse:
            self.counts["else"] += 2  # few know when it is run
            self.block(node.orelse, depth, looped)

    def _try(self, node: ast.Try | ast.TryStar, depth: float, looped: int) -> None:
        self.block(node.body, depth + 0.3, looped)
        for handler in node.handlers:
            self.counts["decisions"] += 1
            self.block(handler.body, depth + 0.7, looped)
        if node.orelse:
            self.counts["needless else"] += all(leaves(h.body) for h in node.handlers) * 0.5
            self.counts["distance"] += sum(self._sizes[id(h.body)] for h in node.handlers)
            self.block(node.orelse, depth + 1, looped)
        self.block(node.finalbody, depth + 0.3, looped)

    # -- expressions

    def condition(self, test: ast.expr) -> None:
        """Count what a condition asks of its reader."""
        if not self._thorough and not isinstance(test, _COMPOUND):
            return
        operands = 0
        pending: list[tuple[ast.expr, type[ast.boolop] | None]] = [(test, None)]
        while pending:
            node, inside = pending.pop()
            if isinstance(node, ast.BoolOp):
                self.counts["mixtures"] += inside is not None and inside is not type(node.op)
                pending += [(v, type(node.op)) for v in node.values]
            elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
                self.counts["negated groups"] += isinstance(node.operand, ast.BoolOp)
                self.counts["negated orders"] += _is_order(node.operand)
                pending.append((node.operand, inside))
            else:
                operands += 1
        if operands > 1:
            self.counts["operands"] += operands - 1
            self.counts["crowds"] += operands - 2
        if self._thorough:
            self.counts["repeated tests"] += self._again(self._tests, test, 3)

    def _expressions(self, found: Iterable[ast.AST]) -> None:
        """Count what stands in some expressions."""
        count = self.counts
        pending: list[tuple[ast.AST, bool]] = [(e, False) for e in found]
        while pending:
            each, chosen = pending.pop()
            count["text"] += 1
            count["places"] += _goes_through_places(each)
            self._question(each)
            if isinstance(each, ast.IfExp):
                count["nested choices"] += chosen
                count["said truths"] += _is_truth(each.body) and _is_truth(each.orelse)
                chosen = True
            elif isinstance(each, ast.UnaryOp):
                count["text"] += 1  # its sign is read by itself
            elif isinstance(each, ast.Compare):
                count["said truths"] += any(map(_is_truth, each.comparators))
                count["equal to None"] += _asks_none_by_equality(each)
            elif isinstance(each, _TALL):
                count["tall"] += _lines_too_many(each)
            pending += [(c, chosen) for c in children_of(each)]

    def _question(self, node: ast.AST) -> None:
        """Count what an expression asks or chooses by itself."""
        count = self.counts
        if isinstance(node, ast.Compare):
            negative = sum(isinstance(o, _NEGATIVE) for o in node.ops)
            if negative:
                count["negative signs"] += negative
        elif isinstance(node, ast.UnaryOp):
            count["negations"] += isinstance(node.op, ast.Not)
        elif isinstance(node, ast.IfExp):
            count["choices"] += 1
            self.condition(node.test)
        elif isinstance(node, ast.comprehension):
            count["decisions"] += 0.5 * len(node.ifs)
            count["inner loops"] += isinstance(node.iter, _COMPREHENSIONS)
            for test in node.ifs:
                self.condition(test)

    def _all_asked(self, seen: Glance) -> None:
        """Count what all expressions of a function ask and choose."""
        found = seen.asked + seen.asked_apart
        if not found:
            return
        for node in found:
            self._question(node)
        choices = [n for n in found if isinstance(n, ast.IfExp)]
        if len(choices) > 1:
            inner = {id(n) for c in choices for n in all_nodes(c) if n is not c}
            self.counts["nested choices"] += sum(id(c) in inner for c in choices)

    def _handed_back(self, node: ast.stmt) -> None:
        """Count what a call of a function hands back besides one result."""
        value = node.value if isinstance(node, ast.Assign) else None
        call = value.value if isinstance(value, ast.Await) else value
        if not isinstance(call, ast.Call) or not isinstance(node, ast.Assign):
            return
        if isinstance(call.func, ast.Name) and call.func.id in ("min", "max"):
            return  # everybody knows what these do with what they are given
        names = [n for t in node.targets for n in targets_of(t)]
        given = {a.id for a in call.args if isinstance(a, ast.Name)}
        self.counts["threaded"] += len(given.intersection(names))
        self.counts["results"] += max(0, len(names) - 1)

    def _repeats(self, node: ast.stmt) -> None:
        simple = not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef)
        if simple and not hasattr(node, "body"):
            self.counts["repeats"] += self._again(self._seen, node, 4)

    def _again(self, seen: defaultdict[str, int], node: ast.AST, least: int) -> bool:
        """Whether a node of some size was there before."""
        nodes = (n for n in all_nodes(node) if not isinstance(n, ast.expr_context))
        if next(islice(nodes, least - 1, None), None) is None:
            return False
        text = ast.dump(node)
        seen[text] += 1
        return seen[text] > 1

    def _names(self, body: Sequence[ast.stmt]) -> None:
        self._bound = len(
            {
                n.id
                for n in in_scope(body)
                if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Store)
            }
        )
        values: dict[str, list[ast.expr | None]] = {}
        asked: set[str] = set()
        for node in in_scope(body):
            if isinstance(node, ast.Assign):
                for target in node.targets:
                    for name in targets_of(target):
                        single = node.value if isinstance(target, ast.Name) else None
                        values.setdefault(name, []).append(single)
            elif isinstance(node, ast.AnnAssign) and isinstance(node.target, ast.Name):
                if node.value is not None:
                    values.setdefault(node.target.id, []).append(node.value)
            elif isinstance(node, ast.NamedExpr):
                values.setdefault(node.target.id, []).append(None)
            if isinstance(node, ast.If | ast.IfExp | ast.While):
                asked |= {n.id for n in all_nodes(node.test) if isinstance(n, ast.Name)}
        for name, given in values.items():
            self.counts["names"] += 1
            self.counts["carried"] += len(given) - 1
            constant = all(isinstance(v, ast.Constant) for v in given)
            self.counts["flags"] += constant and len(given) > 1 and name in asked

    def _kinds(self, tests: Sequence[ast.expr]) -> None:
        if len(tests) < 3 and not self._thorough:
            return
        subjects = Counter(s for s in map(subject_of, tests) if s)
        for number in subjects.values():
            self.counts["kinds"] += max(0, number - 2)
        if not self._thorough:
            return
        for subject in {s for t in tests for s in subjects_of(t)}:
            self._about[subject] += 1
            self.counts["scattered"] += self._about[subject] > 1


def _has_docstring(node: FunctionNode) -> bool:
    first = node.body[0]
    value = first.value if isinstance(first, ast.Expr) else None
    return isinstance(value, ast.Constant) and isinstance(value.value, str)


@lru_cache(8)
def _dumped(text: str) -> str:
    return ast.dump(ast.parse(text).body[0])


def _asks_opposite(test: ast.expr, subject: str) -> bool:
    """Whether a condition asks whether a subject is anything but a kind."""
    return subject_of(test) is None and subject_of(test, opposite=True) == subject


def _is_condition(node: ast.expr | None) -> bool:
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        return True
    return isinstance(node, _CONDITIONS)


def _lines_too_many(node: ast.AST) -> int:
    """The lines by which a comprehension, or a call of which it is one argument among others, is
    longer than it should be.
    """
    most = _MOST_LINES
    if isinstance(node, ast.Call):
        if len(node.args) + len(node.keywords) < 2:
            return 0
        if not any(isinstance(a, ast.GeneratorExp) for a in node.args):
            return 0
        most = _MOST_LINES_OF_CALL
    lines: int = (node.end_lineno or 0) - node.lineno + 1  # type: ignore[attr-defined]
    return min(max(0, lines - most), _MOST_TOO_MANY)


def _own_expressions(node: ast.stmt) -> Iterator[ast.AST]:
    """The expressions of a statement itself, without those of the statements it holds."""
    for child in children_of(node):
        if isinstance(child, ast.withitem | ast.expr):
            yield child
        elif isinstance(child, ast.ExceptHandler) and child.type is not None:
            yield child.type
        elif isinstance(child, ast.match_case):
            yield child.pattern
            if child.guard is not None:
                yield child.guard


def _asks_none_by_equality(node: ast.Compare) -> bool:
    """``x == None``, ``x != None``."""
    last = node.comparators[-1]
    is_none = isinstance(last, ast.Constant) and last.value is None
    return is_none and isinstance(node.ops[-1], ast.Eq | ast.NotEq)


def _goes_through_places(node: ast.AST) -> bool:
    """Whether something is ``range(len(boats))``, or asks whether a name is below a length."""
    if isinstance(node, ast.Call) and len(node.args) == 1:
        return _is_name(node.func, "range") and _is_length(node.args[0])
    if isinstance(node, ast.Compare) and len(node.ops) == 1:
        counts = isinstance(node.left, ast.Name) and isinstance(node.ops[0], ast.Lt)
        return counts and _is_length(node.comparators[0])
    return False


def _is_length(node: ast.expr) -> bool:
    return isinstance(node, ast.Call) and _is_name(node.func, "len")


def _is_name(node: ast.expr, name: str) -> bool:
    return isinstance(node, ast.Name) and node.id == name


def _is_truth(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and isinstance(node.value, bool)


def _is_true(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and bool(node.value)


def _is_order(node: ast.expr) -> bool:
    """Whether something asks which of two values is the greater."""
    return isinstance(node, ast.Compare) and isinstance(node.ops[0], _ORDERS)
