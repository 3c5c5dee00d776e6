"""What code costs its reader: one number, as a sum of named terms with one table of weights.

The planner takes the steps whose end costs least, and nothing else in Dreck has a taste of its
own. The terms and why they weigh what they weigh are told in ``docs/measures.md``.
"""

from __future__ import annotations

import ast
import textwrap
from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from .weights import GUARD, MOST_DECISIONS, MOST_NAMES, MOST_PARAMETERS, PAGE, WEIGHTS, WINDING

FunctionNode = ast.FunctionDef | ast.AsyncFunctionDef

_LEAVES = (ast.Return, ast.Raise, ast.Continue, ast.Break)
_SCOPES = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Lambda)
_LOOPS = (ast.For, ast.AsyncFor, ast.While)
_FILLING = frozenset(
    "append extend insert add update setdefault pop remove discard clear sort".split()
)
_VAGUE = frozenset({"handle", "update", "process", "do", "work"})
_NEGATIVE = (ast.NotEq, ast.IsNot, ast.NotIn)


@dataclass(frozen=True, slots=True)
class Cost:
    """The cost of some code, term by term.

    Attributes:
        counts: how often each term of :data:`~dreck.planner.weights.WEIGHTS` occurs.
    """

    counts: Mapping[str, float] = field(default_factory=dict)

    @property
    def total(self) -> float:
        """The sum over all terms."""
        return round(sum(WEIGHTS[name].points * n for name, n in self.counts.items()), 6)

    def to_dict(self) -> dict[str, Any]:
        """The cost as plain data: its sum and what each term adds."""
        return {"total": round(self.total, 2), "terms": self.terms}

    @property
    def terms(self) -> dict[str, float]:
        """What each term adds, the dearest first."""
        found = {name: round(WEIGHTS[name].points * n, 2) for name, n in self.counts.items() if n}
        return dict(sorted(found.items(), key=lambda item: (-item[1], item[0])))


def cost_of(function: FunctionNode) -> Cost:
    """What one function costs its reader; functions nested in it are read with it.

    Args:
        function: its tree, as parsed from source text.

    >>> chain = ast.parse("def f(a):\\n if a:\\n  return 1\\n else:\\n  a.go()\\n  return 2").body[0]
    >>> cost_of(chain).terms["needless else"]
    1.1
    """
    walk = _Walk()
    walk.function(function)
    return Cost(walk.counts)


def cost_of_module(text: str) -> Cost:
    """What a whole module costs its reader: its functions, and the tables and classes beside them.

    Args:
        text: its source.

    Raises:
        SyntaxError: it does not parse.
    """
    found: Counter[str] = Counter()
    lines = text.splitlines()
    for node in _definitions(ast.parse(text).body):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            # A line that starts deeper is read as if it stood at the left edge.
            found.update(_cost_of_lines("\n".join(lines[node.lineno - 1 : node.end_lineno])))
            found.update(_cost_of_call(node))
        elif isinstance(node, ast.ClassDef):
            found["classes"] += 1
        else:
            found["rows"] += _rows(node)
            found["text"] += sum(isinstance(n, ast.expr) for n in ast.walk(node))
    return Cost(found)


def cost_of_together(functions: Iterable[FunctionNode]) -> Cost:
    """What functions cost that are read with each other: what one repeats of another is repeated.

    Args:
        functions: their trees, the one that is read first before the others.
    """
    walk = _Walk()
    for node in functions:
        walk.function(node)
        for term, number in _cost_of_call(node).items():
            walk.counts[term] += number
    return Cost(walk.counts)


def _cost_of_call(node: FunctionNode) -> Counter[str]:
    """What it costs to have a function to call."""
    given = len(node.args.args) + len(node.args.kwonlyargs)
    return Counter(
        {
            "helpers": 1,
            "vague helpers": int(node.name.lstrip("_").split("_")[0] in _VAGUE),
            "parameters": given,
            "crowded signatures": max(0, given - MOST_PARAMETERS),
            "changed parameters": len(_changed_parameters(node)),
        }
    )


def _changed_parameters(node: FunctionNode) -> set[str]:
    given = {a.arg for a in [*node.args.args, *node.args.kwonlyargs]} - {"self", "cls"}
    changed: set[str] = set()
    for inside in _in_scope(node.body):
        place: ast.expr | None = None
        if isinstance(inside, ast.Expr) and isinstance(inside.value, ast.Call):
            called = inside.value.func
            if isinstance(called, ast.Attribute) and called.attr in _FILLING:
                place = called.value
        elif isinstance(inside, ast.Subscript) and not isinstance(inside.ctx, ast.Load):
            place = inside.value
        if isinstance(place, ast.Name):
            changed.add(place.id)
    return changed & given


@lru_cache(maxsize=4096)
def _cost_of_lines(lines: str) -> Mapping[str, float]:
    tree = ast.parse(textwrap.dedent(lines) if not lines[:1].isspace() else f"if 1:\n{lines}")
    node: ast.AST = tree.body[0]
    while not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
        assert isinstance(node, ast.If)
        node = node.body[0]
    return cost_of(node).counts


def _definitions(body: Sequence[ast.stmt]) -> Iterator[ast.stmt]:
    """Functions, classes and constants of a module, those inside of classes too."""
    for node in body:
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.Assign | ast.AnnAssign):
            yield node
        elif isinstance(node, ast.ClassDef):
            yield node
            yield from _definitions(node.body)
        elif isinstance(node, ast.If | ast.Try):
            yield from _definitions(node.body)


def _rows(node: ast.stmt) -> int:
    """The rows of a table, the members of a sequence; 1 for a single value."""
    value = getattr(node, "value", None)
    if isinstance(value, ast.Dict):
        return len(value.keys) + 1
    if isinstance(value, ast.List | ast.Tuple | ast.Set):
        return len(value.elts) + 1
    return 1


class _Walk:
    """One pass over a function."""

    def __init__(self) -> None:
        self.counts: defaultdict[str, float] = defaultdict(float)
        self._seen: Counter[str] = Counter()
        self._tests: Counter[str] = Counter()
        self._asked: Counter[str] = Counter()
        self._bound = 0
        self._alternatives = 0  # arms of larger choices around, inside the innermost loop
        self._ends = {_dumped("return"), _dumped("continue")}

    def function(self, node: FunctionNode) -> None:
        body = node.body[1:] if ast.get_docstring(node, clean=False) is not None else node.body
        before, asked = self.counts["statements"], self.counts["decisions"]
        operands, crowds = self.counts["operands"], self.counts["crowds"]
        self._names(body)
        given = len(node.args.args) + len(node.args.kwonlyargs)
        self.counts["crowded names"] += max(0, given + self._bound - MOST_NAMES)
        outer = self._ends
        last = body[-1] if body else None
        self._ends = {_dumped("return"), _dumped("continue")}
        if isinstance(last, ast.Return):
            self._ends.add(ast.dump(last))
        self.block(body, 0.0, looped=0, whole=True)
        self._ends = outer
        if len(body) == 1 and isinstance(body[0], ast.Return) and _is_condition(body[0].value):
            # A predicate: its name is read in its place, and what it asks once.
            self.counts["statements"] -= 0.7
            more = self.counts["operands"] - operands
            self.counts["operands"] -= more / 2 if more > 1 else 0
            self.counts["crowds"] = crowds
        size = self.counts["statements"] - before
        decisions = self.counts["decisions"] - asked
        loops = sum(isinstance(n, _LOOPS) for n in _in_scope(body))
        self.counts["page"] += max(0, size - PAGE) * min(1.0, (decisions + loops) / WINDING)
        self.counts["crowded paths"] += max(0, decisions - MOST_DECISIONS)

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
        guards = work = 0
        sizes = [size_of([s]) for s in body]
        for index, statement in enumerate(body):
            if isinstance(statement, ast.If) and not statement.orelse:
                self._alone(statement, sum(sizes[index + 1 :]), depth - guard, looped)
            else:
                self.statement(statement, depth, looped, guard)
            self.counts["late checks"] += _is_bare_check(statement) and work > sum(
                sizes[index + 1 :]
            )
            work += 0 if _is_guard(statement) else sizes[index]
            after_row = guards > 1 or (guards and _is_guard(body[index - 1]))
            self.counts["broken rows"] += bool(after_row) and _is_choice_of_two(statement)
            guards += _is_guard(statement)
        if not whole:
            self._copied(body)

    def _alone(self, node: ast.If, behind: int, depth: float, looped: int) -> None:
        """An if without an else: what stands behind it may be its other arm."""
        inside = size_of(node.body)
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
            self.counts["hidden arms"] += max(0, size_of(body) - 3) + 2 * bool(self._alternatives)

    def statement(
        self, node: ast.stmt, depth: float, looped: int, guard: bool, *, small: bool = False
    ) -> None:
        if isinstance(node, ast.Pass):
            return
        count = self.counts
        count["statements"] += 1
        if guard:
            count["guarded"] += 1
            depth -= 1
        if _is_plain_exit(node):
            # An exit ends what has to be kept in mind.
            count["statements"] -= 0.5
            depth = 0.0
        count["open"] += depth
        count["deep"] += max(0.0, depth - 2) ** 1.5
        self._repeats(node)
        self._handed_back(node)
        self._expressions(_own_expressions(node))
        if isinstance(node, ast.If):
            self._chain(node, depth, looped, small)
        elif isinstance(node, ast.Match):
            self._match(node, depth, looped)
        elif isinstance(node, _LOOPS):
            self._loop(node, depth, looped)
        elif isinstance(node, ast.Try | ast.TryStar):
            self._try(node, depth, looped)
        elif isinstance(node, ast.With | ast.AsyncWith):
            self.block(node.body, depth + 0.3, looped)
        elif isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            self.function(node)
        elif isinstance(node, ast.Continue):
            count["jumps"] += 1
        elif isinstance(node, ast.Return) and node.value is None:
            count["bare returns"] += 1
        elif isinstance(node, ast.Break):
            count["jumps"] += 1
            count["broken runs"] += looped > 1

    def _chain(self, node: ast.If, depth: float, looped: int, small: bool) -> None:
        arms = list(arms_of(node))
        count = self.counts
        left = True  # whether all arms so far leave
        above = 0
        for index, (test, body) in enumerate(arms):
            if test is not None:
                count["decisions"] += 1
                if index:
                    count["statements"] += 0.4
                    self._expressions([test])
                self.condition(test)
            elif not is_empty(body):
                count["else"] += 1
                count["distance"] += above
            if index and left:
                pair = len(arms) == 2 and test is None and size_of(body) == above == 1
                count["needless else"] += 0.2 if pair else 1
            count["empty arms"] += is_empty(body)
            self._alternatives += len(arms) > 1
            self.block(body, depth + 1, looped, small)
            self._alternatives -= len(arms) > 1
            left = left and leaves(body)
            above += size_of(body)
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
            self.counts["distance"] += sum(size_of(h.body) for h in node.handlers)
            self.block(node.orelse, depth + 1, looped)
        self.block(node.finalbody, depth + 0.3, looped)

    # -- expressions

    def condition(self, test: ast.expr) -> None:
        """Count what a condition asks of its reader."""
        operands = 0
        pending: list[tuple[ast.expr, type[ast.boolop] | None]] = [(test, None)]
        while pending:
            node, inside = pending.pop()
            if isinstance(node, ast.BoolOp):
                self.counts["mixtures"] += inside is not None and inside is not type(node.op)
                pending += [(v, type(node.op)) for v in node.values]
            elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
                self.counts["negated groups"] += isinstance(node.operand, ast.BoolOp)
                pending.append((node.operand, inside))
            else:
                operands += 1
        self.counts["operands"] += operands - 1
        self.counts["crowds"] += max(0, operands - 2)
        self.counts["repeated tests"] += self._again(self._tests, test, 3)

    def _expressions(self, found: Iterable[ast.AST]) -> None:
        """Count what stands in some expressions."""
        count = self.counts
        pending: list[tuple[ast.AST, bool]] = [(e, False) for e in found]
        while pending:
            each, chosen = pending.pop()
            if not isinstance(each, ast.expr_context | ast.operator | ast.boolop | ast.cmpop):
                count["text"] += 1
            if isinstance(each, ast.IfExp):
                count["choices"] += 1
                count["nested choices"] += chosen
                self.condition(each.test)
                count["said truths"] += _is_truth(each.body) and _is_truth(each.orelse)
                chosen = True
            elif isinstance(each, ast.UnaryOp) and isinstance(each.op, ast.Not):
                count["negations"] += 1
            elif isinstance(each, ast.Compare):
                count["negative signs"] += sum(isinstance(o, _NEGATIVE) for o in each.ops)
                count["said truths"] += any(map(_is_truth, each.comparators))
            elif isinstance(each, ast.comprehension):
                count["decisions"] += 0.5 * len(each.ifs)
                for test in each.ifs:
                    self.condition(test)
            pending += [(c, chosen) for c in ast.iter_child_nodes(each)]

    def _handed_back(self, node: ast.stmt) -> None:
        """Count what a call of a function hands back besides one result."""
        value = node.value if isinstance(node, ast.Assign) else None
        call = value.value if isinstance(value, ast.Await) else value
        if not isinstance(call, ast.Call) or not isinstance(node, ast.Assign):
            return
        names = [n for t in node.targets for n in _targets(t)]
        given = {a.id for a in call.args if isinstance(a, ast.Name)}
        self.counts["threaded"] += len(given.intersection(names))
        self.counts["results"] += max(0, len(names) - 1)

    def _repeats(self, node: ast.stmt) -> None:
        simple = not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef)
        if simple and not hasattr(node, "body"):
            self.counts["repeats"] += self._again(self._seen, node, 4)

    def _again(self, seen: Counter[str], node: ast.AST, least: int) -> bool:
        """Whether a node of some size was there before."""
        if sum(1 for n in ast.walk(node) if not isinstance(n, ast.expr_context)) < least:
            return False
        text = ast.dump(node)
        seen[text] += 1
        return seen[text] > 1

    def _names(self, body: Sequence[ast.stmt]) -> None:
        self._bound = len(
            {
                n.id
                for n in _in_scope(body)
                if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Store)
            }
        )
        values: dict[str, list[ast.expr | None]] = {}
        asked: set[str] = set()
        for node in _in_scope(body):
            if isinstance(node, ast.Assign):
                for target in node.targets:
                    for name in _targets(target):
                        single = node.value if isinstance(target, ast.Name) else None
                        values.setdefault(name, []).append(single)
            elif isinstance(node, ast.AnnAssign) and isinstance(node.target, ast.Name):
                if node.value is not None:
                    values.setdefault(node.target.id, []).append(node.value)
            elif isinstance(node, ast.NamedExpr):
                values.setdefault(node.target.id, []).append(None)
            if isinstance(node, ast.If | ast.IfExp | ast.While):
                asked |= {n.id for n in ast.walk(node.test) if isinstance(n, ast.Name)}
        for name, given in values.items():
            self.counts["names"] += 1
            self.counts["carried"] += len(given) - 1
            constant = all(isinstance(v, ast.Constant) for v in given)
            self.counts["flags"] += constant and len(given) > 1 and name in asked

    def _kinds(self, tests: Sequence[ast.expr]) -> None:
        subjects = Counter(s for s in map(_subject, tests) if s)
        for number in subjects.values():
            self.counts["kinds"] += max(0, number - 2)
        for subject in {s for t in tests for s in _subjects(t)}:
            self._asked[subject] += 1
            self.counts["scattered"] += self._asked[subject] > 1


def arms_of(node: ast.If) -> Iterator[tuple[ast.expr | None, list[ast.stmt]]]:
    """The arms of an if with its elifs and its else, whose condition is None."""
    while True:
        yield node.test, node.body
        if len(node.orelse) == 1 and isinstance(node.orelse[0], ast.If):
            inner = node.orelse[0]
            if inner.col_offset == node.col_offset:
                node = inner
                continue
        if node.orelse:
            yield None, node.orelse
        return


def _dumped(text: str) -> str:
    return ast.dump(ast.parse(text).body[0])


def _is_condition(node: ast.expr | None) -> bool:
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        return True
    return isinstance(node, ast.BoolOp | ast.Compare)


def _is_plain_exit(node: ast.stmt) -> bool:
    if isinstance(node, ast.Return):
        return node.value is None or isinstance(node.value, ast.Constant | ast.Name)
    return isinstance(node, ast.Continue | ast.Break)


def _is_guard(node: ast.stmt | None) -> bool:
    return isinstance(node, ast.If) and not node.orelse and leaves(node.body)


def _is_bare_check(node: ast.stmt) -> bool:
    """A check that does nothing but leave, as falling off the end would."""
    if not _is_guard(node) or len(node.body) > 1:  # type: ignore[attr-defined]
        return False
    only = node.body[0]  # type: ignore[attr-defined]
    return isinstance(only, ast.Continue) or (isinstance(only, ast.Return) and only.value is None)


def _is_choice_of_two(node: ast.stmt) -> bool:
    return isinstance(node, ast.If) and len(list(arms_of(node))) == 2 and bool(node.orelse)


def leaves(body: Sequence[ast.stmt]) -> bool:
    """Whether control never falls off the end of a block."""
    last = body[-1] if body else None
    if isinstance(last, ast.If):
        return bool(last.orelse) and leaves(last.body) and leaves(last.orelse)
    return isinstance(last, _LEAVES)


def size_of(body: Sequence[ast.stmt]) -> int:
    """How many statements stand in a block, at any depth."""
    return sum(1 for s in body for n in ast.walk(s) if isinstance(n, ast.stmt))


def is_empty(body: Sequence[ast.stmt]) -> bool:
    """Whether a block only holds ``pass`` or ``...``."""
    return all(
        isinstance(s, ast.Pass)
        or (isinstance(s, ast.Expr) and isinstance(s.value, ast.Constant) and s.value.value is ...)
        for s in body
    )


def _own_expressions(node: ast.stmt) -> Iterator[ast.AST]:
    for child in ast.iter_child_nodes(node):
        if isinstance(child, ast.withitem | ast.expr):
            yield child
        elif isinstance(child, ast.ExceptHandler) and child.type is not None:
            yield child.type
        elif isinstance(child, ast.match_case):
            yield child.pattern
            if child.guard is not None:
                yield child.guard


def _in_scope(body: Sequence[ast.AST]) -> Iterator[ast.AST]:
    """All nodes of some statements, nested functions and classes apart."""
    pending = list(body)
    while pending:
        node = pending.pop()
        yield node
        if not isinstance(node, _SCOPES):
            pending += ast.iter_child_nodes(node)


def _targets(target: ast.expr) -> Iterator[str]:
    if isinstance(target, ast.Name):
        yield target.id
    elif isinstance(target, ast.Tuple | ast.List):
        for each in target.elts:
            yield from _targets(each)


def _is_truth(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and isinstance(node.value, bool)


def _is_true(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and bool(node.value)


def _subjects(test: ast.expr) -> Iterator[str]:
    """What the parts of a condition ask for a kind, or for its opposite."""
    if isinstance(test, ast.BoolOp):
        for value in test.values:
            yield from _subjects(value)
    elif isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        yield from _subjects(test.operand)
    else:
        found = _subject(test, opposite=True)
        if found is not None:
            yield found


def _subject(test: ast.expr, *, opposite: bool = False) -> str | None:
    """What a test for a kind asks about: ``x == K``, ``x in (K, L)``, ``isinstance(x, K)``."""
    if isinstance(test, ast.Compare) and len(test.ops) == 1:
        other = test.comparators[0]
        signs = (ast.Eq, ast.Is, ast.In, *((ast.NotEq, ast.IsNot, ast.NotIn) if opposite else ()))
        if isinstance(test.ops[0], signs) and _is_kind(other):
            return ast.dump(test.left)
    if isinstance(test, ast.Call) and isinstance(test.func, ast.Name) and test.args:
        return ast.dump(test.args[0]) if test.func.id == "isinstance" else None
    return None


def _is_kind(node: ast.expr) -> bool:
    if isinstance(node, ast.Tuple | ast.List | ast.Set):
        return all(map(_is_kind, node.elts))
    if isinstance(node, ast.Constant):
        return node.value is not None
    return (
        isinstance(node, ast.Name | ast.Attribute)
        and (node.attr if isinstance(node, ast.Attribute) else node.id)[:1].isupper()
    )
