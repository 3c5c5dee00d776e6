"""What a round of a loop works out on the way, folded into the one thing that it does with it."""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ..logic.conditions import bare, in_parentheses
from ..logic.walk import name_counts, names_in
from .arms import single
from .ways_out import Put

_SIMPLE = (
    cst.Name,
    cst.Attribute,
    cst.Call,
    cst.Subscript,
    cst.BaseNumber,
    cst.SimpleString,
    cst.List,
    cst.Dict,
    cst.Set,
)


def folded(
    body: Sequence[cst.BaseStatement],
) -> tuple[list[cst.BaseStatement], frozenset[str]] | None:
    """The last of some statements with what the others work out in it, and the names of those; None
    if they do anything else, or some name is used twice.

    A name may be given a value and, under a condition, another one: that is a choice.
    """
    left = list(body)
    made: set[str] = set()
    while len(left) > 1:
        name, value = _set(left[0])
        if value is None or name in made:
            return None
        used = 1
        other = _instead(left[1], name)
        if other is not None and len(left) > 2:
            test, chosen = other
            if name in names_in(test) or name in names_in(chosen):
                return None
            value, used = cst.IfExp(test=test, body=chosen, orelse=value), 2
        rest = left[used:]
        if sum(name_counts(s).get(name, 0) for s in rest) != 1 or _is_set_in(rest, name):
            return None
        made.add(name)
        put = _Whole({name: _closed(value)})
        left = [s.visit(put) for s in rest]  # type: ignore[misc]
    return left, frozenset(made)


def _set(statement: cst.BaseStatement) -> tuple[str, cst.BaseExpression | None]:
    """The name that a statement gives a value, and the value."""
    small = single(statement) if isinstance(statement, cst.SimpleStatementLine) else None
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return "", None
    target = small.targets[0].target
    return (target.value, small.value) if isinstance(target, cst.Name) else ("", None)


def _instead(
    statement: cst.BaseStatement, name: str
) -> tuple[cst.BaseExpression, cst.BaseExpression] | None:
    """The condition under which a name gets another value, and that value."""
    if not isinstance(statement, cst.If) or statement.orelse is not None:
        return None
    inside = statement.body.body
    lines = [s for s in inside if isinstance(s, cst.SimpleStatementLine)]
    if len(inside) != 1 or len(lines) != 1:
        return None
    other, value = _set(lines[0])
    return (statement.test, value) if other == name and value is not None else None


def _is_set_in(rest: Sequence[cst.BaseStatement], name: str) -> bool:
    return any(_set(s)[0] == name for s in rest)


def _closed(value: cst.BaseExpression) -> cst.BaseExpression:
    """A value as it may stand inside of another expression."""
    return value if isinstance(value, _SIMPLE) else in_parentheses(value)


class _Whole(Put):
    """Puts a value in place of a name; where that is all there is, it needs no parentheses."""

    def leave_Arg(self, original_node: cst.Arg, updated_node: cst.Arg) -> cst.Arg:
        """An argument that was the name alone."""
        return updated_node.with_changes(value=self._alone(original_node.value, updated_node.value))

    def leave_Assign(self, original_node: cst.Assign, updated_node: cst.Assign) -> cst.Assign:
        """What is assigned, where that was the name alone."""
        return updated_node.with_changes(value=self._alone(original_node.value, updated_node.value))

    def _alone(self, old: cst.BaseExpression, new: cst.BaseExpression) -> cst.BaseExpression:
        put = isinstance(old, cst.Name) and old.value in self.values
        return bare(new) if put and not isinstance(new, cst.Tuple) else new
