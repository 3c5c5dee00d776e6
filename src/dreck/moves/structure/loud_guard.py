"""A guard that hands back a harmless value for what is really an error raises instead.

This changes what the function does, and is meant to: it is made only where somebody asks for it and
says what is raised. The judge then has to find the difference exactly on the inputs that come to
the guard, and nowhere else.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from ...intended import Intended
from ...logic.bindings import assigned_in, parameters
from ...outline import Function, FunctionNode, all_nodes
from ...source.edits import Edit, edited
from ..module_view import ModuleView
from ..reach import Reach
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_RAISED = 'LookupError("no such lock")'


@move
class LoudGuard(ModuleMove):
    """Let a guard raise what it hid by a harmless value."""

    name = "loud-guard"
    summary = "A guard that hid an error by a harmless value raises instead: a change on purpose."
    safe_because = "It is no safe move: the judge must find the difference exactly on what comes to the guard, and nowhere else."
    since = "0.3"
    reach = Reach.INSIDE
    on_request = True
    EXAMPLES = (
        Example(
            "a lock that is not there",
            """
            def depth(locks: dict[str, int], name: str):
                if name not in locks:
                    return None
                return locks[name] + 2
            """,
            """
            def depth(locks: dict[str, int], name: str):
                if name not in locks:
                    raise LookupError("no such lock")
                return locks[name] + 2
            """,
            "proved-under",
            {"raising": _RAISED},
        ),
    )
    REFUSALS = {
        "several": Refusal(
            "several guards hand back a harmless value; say which is meant by its line, as in FILE.py:12",
            """
            def depth(locks, name):
                if locks is None:
                    return None
                if name is None:
                    return None
                return locks[name]
            """,
        ),
        "depends": Refusal(
            "what it asks depends on more than what comes in, so that the inputs on which it speaks cannot be told",
            """
            def first_dry(levels):
                least = 9
                for level in levels:
                    least = min(least, level)
                if least < 0:
                    return None
                return least
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """The guards of a function that hand back nothing, False, zero or something empty."""
        guards = [n for n in _guards(function.node) if wishes.line in (None, n.lineno)]
        if not guards:
            return
        if len(guards) > 1:
            yield self.leave("several", guards[0].lineno)
            return
        (guard,) = guards
        found = _condition(function.node, guard)
        raised = wishes.raising or _RAISED
        if found is None or not _told_by(function.node, raised, found.locals):
            yield self.leave("depends", guard.lineno)
            return
        if not wishes.raising:
            return
        exit_ = guard.body[-1]
        assert isinstance(exit_, ast.Return)
        text = edited(
            view.text,
            [
                Edit(
                    view.offsets.of(exit_.lineno, exit_.col_offset),
                    view.offsets.of(exit_.end_lineno or 0, exit_.end_col_offset or 0),
                    f"raise {wishes.raising}",
                )
            ],
        )
        meant = Intended(
            function.name, _joined(found.tests), "raises", _raised(raised, found.locals)
        )
        was = ast.unparse(exit_.value) if exit_.value is not None else "None"
        why = f"For what comes to this guard the function raises, where it handed back {was}."
        yield ModuleSite(guard.lineno, why, text, (function.name,), intended=(meant,))


def _guards(function: FunctionNode) -> Iterator[ast.If]:
    """The guards at the left edge of a function that hand back something harmless."""
    for statement in function.body:
        if isinstance(statement, ast.If) and not statement.orelse:
            last = statement.body[-1]
            if isinstance(last, ast.Return) and _is_harmless(last.value):
                yield statement


def _is_harmless(value: ast.expr | None) -> bool:
    """Nothing, False, zero, minus one, or something empty."""
    if isinstance(value, ast.UnaryOp) and isinstance(value.op, ast.USub):
        value = value.operand
        return isinstance(value, ast.Constant) and value.value == 1
    if isinstance(value, ast.List | ast.Tuple):
        return not value.elts
    if isinstance(value, ast.Dict):
        return not value.keys
    if isinstance(value, ast.Call):
        return not value.args and not value.keywords and ast.unparse(value.func) in ("set", "dict")
    return value is None or isinstance(value, ast.Constant) and not value.value


@dataclass(frozen=True, slots=True)
class _InForce:
    """What must hold to come to a guard, in terms of what comes in; and the local names that were
    put in place.
    """

    tests: Sequence[ast.expr]
    locals: Mapping[str, ast.expr]


def _condition(function: FunctionNode, guard: ast.If) -> _InForce | None:
    """The condition in force at a guard; None where what comes in does not tell it."""
    tests: list[ast.expr] = []
    known: dict[str, ast.expr] = {}
    lost: set[str] = set()
    for statement in function.body[: function.body.index(guard)]:
        if (
            isinstance(statement, ast.If)
            and _always_leaves(statement.body)
            and not statement.orelse
        ):
            if _names(statement.test) & lost:
                return None
            tests.append(_opposite(_put(statement.test, known)))
            continue
        if any(isinstance(n, ast.Return | ast.Raise) for n in all_nodes(statement)):
            return None
        value = _value_of(statement)
        if value is not None and not _names(value[1]) & lost and value[0] not in known:
            known[value[0]] = _put(value[1], known)
        else:
            lost |= _set_in(statement)
    given = {a.arg for a in parameters(function)}
    if _names(guard.test) & (lost | given & known.keys()):
        return None
    tests.append(_put(guard.test, known))
    return _InForce(tests, known)


def _joined(tests: Sequence[ast.expr]) -> str:
    """Conditions that must all hold, as a person would write them."""
    if len(tests) == 1:
        return ast.unparse(tests[0])
    loose = (ast.IfExp, ast.Lambda)
    return " and ".join(
        (
            f"({ast.unparse(t)})"
            if isinstance(t, loose) or isinstance(t, ast.BoolOp) and isinstance(t.op, ast.Or)
            else ast.unparse(t)
        )
        for t in tests
    )


def _raised(text: str, known: Mapping[str, ast.expr]) -> str:
    """What is raised, in terms of what comes in."""
    value = ast.parse(text.strip(), mode="eval").body
    return ast.unparse(_put(value, known)) if _names(value) & known.keys() else text.strip()


def _value_of(statement: ast.stmt) -> tuple[str, ast.expr] | None:
    """The one name that a statement sets, and to what."""
    if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
        target, value = statement.targets[0], statement.value
    elif isinstance(statement, ast.AnnAssign) and statement.value is not None:
        target, value = statement.target, statement.value
    else:
        return None
    waits = any(
        isinstance(n, ast.NamedExpr | ast.Await | ast.Yield | ast.YieldFrom)
        for n in all_nodes(value)
    )
    return (target.id, value) if isinstance(target, ast.Name) and not waits else None


def _always_leaves(body: Sequence[ast.stmt]) -> bool:
    return isinstance(body[-1], ast.Return | ast.Raise)


def _set_in(statement: ast.stmt) -> set[str]:
    holder = ast.parse("def f(): pass").body[0]
    assert isinstance(holder, ast.FunctionDef)
    holder.body = [statement]
    return set(assigned_in(holder))


def _names(node: ast.expr) -> set[str]:
    return {n.id for n in all_nodes(node) if isinstance(n, ast.Name)}


def _told_by(function: FunctionNode, raised: str, known: Mapping[str, ast.expr]) -> bool:
    """Whether what is raised is worked out from what comes in."""
    used = _names(ast.parse(raised, mode="eval").body)
    given = {a.arg for a in parameters(function)}
    return not used & (set(assigned_in(function)) - known.keys() - given)


class _Put(ast.NodeTransformer):
    def __init__(self, known: Mapping[str, ast.expr]) -> None:
        self._known = known

    def visit_Name(self, node: ast.Name) -> ast.expr:
        return self._known.get(node.id, node) if isinstance(node.ctx, ast.Load) else node


def _put(node: ast.expr, known: Mapping[str, ast.expr]) -> ast.expr:
    """An expression with the values of local names in their places."""
    copy = ast.parse(ast.unparse(node), mode="eval").body
    found = _Put(known).visit(copy)
    assert isinstance(found, ast.expr)
    return found


_TURNED: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Is: ast.IsNot,
    ast.IsNot: ast.Is,
    ast.In: ast.NotIn,
    ast.NotIn: ast.In,
    ast.Eq: ast.NotEq,
    ast.NotEq: ast.Eq,
}


def _opposite(test: ast.expr) -> ast.expr:
    """The opposite of a condition, where that is certain without a not."""
    if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        return test.operand
    if isinstance(test, ast.Compare) and len(test.ops) == 1 and type(test.ops[0]) in _TURNED:
        return ast.Compare(test.left, [_TURNED[type(test.ops[0])]()], test.comparators)
    return ast.UnaryOp(ast.Not(), test)
