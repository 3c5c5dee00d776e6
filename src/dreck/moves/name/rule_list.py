"""The conditions of a filter become rules in a list, so that another one is a line and not a
parameter.

Why it is safe: ``all`` asks the rules in their order and stops at the first that says no, as
``and`` does;
each rule sees the names around it as they are when it is asked.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...logic.bindings import free_names
from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ..alike import visible_locals
from ..module_view import ModuleView, own_nodes
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes
from ..writing import replacing, squeezed, with_parentheses

_LEAST_RULES = 3
_NAMES = ("rules", "conditions", "checks")
_CANNOT_MOVE = (ast.Await, ast.Yield, ast.YieldFrom, ast.NamedExpr)


@move
class RuleList(ModuleMove):
    """Put the conditions of a filter into a list."""

    name = "rule-list"
    summary = "The conditions of a filter become rules in a list, asked with all or any."
    safe_because = "all and any ask in order and stop as early as `and` and `or` do."
    since = "0.1"
    EXAMPLES = (
        Example(
            "a loop",
            """
            def relevant(notices, lock, day: int):
                found = []
                for notice in notices:
                    if notice.lock == lock and notice.first <= day <= notice.last and not notice.hidden:
                        found.append(notice)
                return found
            """,
            """
            def relevant(notices, lock, day: int):
                found = []
                rules = [
                    lambda notice: notice.lock == lock,
                    lambda notice: notice.first <= day <= notice.last,
                    lambda notice: not notice.hidden,
                ]
                for notice in notices:
                    if all(rule(notice) for rule in rules):
                        found.append(notice)
                return found
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "cannot-move": Refusal(
            "it awaits, yields or binds a name, which a rule cannot do",
            """
            def relevant(notices, lock, day: int):
                for notice in notices:
                    if notice.lock == lock and (first := notice.first) <= day and not notice.hidden:
                        print(first)
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for loops that ask much of what they go through."""
        for loop in own_nodes(function.node):
            if not isinstance(loop, ast.For | ast.AsyncFor):
                continue
            for test in _tests(loop):
                if wishes.line not in (None, test.test.lineno):
                    continue
                if any(isinstance(n, _CANNOT_MOVE) for n in all_nodes(test.test)):
                    yield self.leave("cannot-move", test.lineno)
                    continue
                text = _rewritten(view, function, loop, test)
                if text is not None:
                    why = "Each condition becomes a rule in a list; another one is a line, and needs no new parameter."
                    yield ModuleSite(test.lineno, why, text, (function.name,))


def _tests(loop: ast.For | ast.AsyncFor) -> list[ast.If]:
    """The ifs right in the loop that ask for several things."""
    ifs = [s for s in loop.body if isinstance(s, ast.If) and isinstance(s.test, ast.BoolOp)]
    return [s for s in ifs if isinstance(s.test, ast.BoolOp) and len(s.test.values) >= _LEAST_RULES]


def _rewritten(
    view: ModuleView, function: Function, loop: ast.For | ast.AsyncFor, test: ast.If
) -> str | None:
    condition = test.test
    assert isinstance(condition, ast.BoolOp)
    inside = {
        n.id for n in all_nodes(loop) if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }
    given = [n for n in free_names(condition) if n in inside]
    if any(not set(free_names(v)) & set(given) for v in condition.values):
        return None  # what asks nothing of the element is no rule for it
    taken = visible_locals(function) | view.top_names | frozenset(free_names(function.node))
    name = next((n for n in _NAMES if n not in taken), None)
    indent = view.indentation(loop.lineno)
    start = view.offsets.line_start(loop.lineno)
    if name is None or not given or view.offsets.span(loop)[0] != start + len(indent):
        return None
    spans = [with_parentheses(view, v, condition) for v in condition.values]
    commented = range(condition.lineno, condition.end_lineno or condition.lineno)
    if any(n in view.comments for n in commented):
        return None
    rules = [
        f"{indent}{view.indent}lambda {', '.join(given)}: {_unwrapped(view.text[a:b])},"
        for a, b in spans
    ]
    lines = [f"{indent}{name} = [", *rules, f"{indent}]"]
    one = name.removesuffix("s")
    word = "all" if isinstance(condition.op, ast.And) else "any"
    asked = f"{word}({one}({', '.join(given)}) for {one} in {name})"
    if one in taken or word in taken:
        return None
    edits = [
        Edit(start, start, view.newline.join(lines) + view.newline),
        replacing(view, condition, test, asked),
    ]
    return edited(view.text, edits)


def _unwrapped(text: str) -> str:
    """The text of an operand on one line, without parentheses around the whole."""
    plain = squeezed(text)
    inner = plain[1:-1].strip()
    if plain.startswith("(") and plain.endswith(")"):
        try:
            if ast.dump(ast.parse(inner, mode="eval")) == ast.dump(ast.parse(plain, mode="eval")):
                return inner
        except SyntaxError:
            return plain
    return plain
