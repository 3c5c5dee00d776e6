"""A number that conditions compare with gets a name.

Why it is safe: the name is given the same value once, where the module starts, and nobody else
knows it.
Where a constant of the module stands for the value already, the judge lists that it stays what it
is.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import lru_cache

from ...naming.operands import subject_words
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.values import constant_name
from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ..alike import visible_locals
from ..module_view import ModuleView, own_nodes
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes
from ..writing import spaced

# Numbers that say what they are, mostly.
_PLAIN = frozenset({0, 1, 2, 3, -1, 10, 16, 100, 0.5})
_LEAST_PLACES = 2


@dataclass(frozen=True, slots=True)
class Use:
    """A number in a comparison: the function, the number, what is compared, and the name that would
    say it.
    """

    function: str
    node: ast.expr
    subject: tuple[str, ...]
    value: int | float
    name: str | None


@move
class NameConstant(ModuleMove):
    """Give a number a name."""

    name = "name-constant"
    summary = "A number that several conditions compare the same thing with gets one name."
    safe_because = "The name has the same value, is set once, and nobody else knows it."
    since = "0.1"
    EXAMPLES = (
        Example(
            "one meaning, one place",
            '''
            """Levels of the pound."""

            from math import floor


            def admit(boat, level: int):
                if level > 220 or floor(boat.draught) > 120:
                    return "wait"
                return "enter"


            def check(level: int):
                if level > 220:
                    raise Closed(level)
            ''',
            '''
            """Levels of the pound."""

            from math import floor

            MAX_LEVEL = 220


            def admit(boat, level: int):
                if level > MAX_LEVEL or floor(boat.draught) > 120:
                    return "wait"
                return "enter"


            def check(level: int):
                if level > MAX_LEVEL:
                    raise Closed(level)
            ''',
        ),
        Example(
            "the name stands there already",
            """
            SILL = 95


            def admit(level: int):
                return "dry" if level < 95 else "wet"


            def draught(level: int):
                return 0 if level < SILL else level - SILL
            """,
            """
            SILL = 95


            def admit(level: int):
                return "dry" if level < SILL else "wet"


            def draught(level: int):
                return 0 if level < SILL else level - SILL
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "by-coincidence": Refusal(
            "the same number is compared with different things, so it may mean different things",
            """
            def admit(level: int, length: int):
                if level > 220:
                    return "wait"
                if length > 220:
                    return "too long"
                return "enter"
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for numbers that conditions of this function compare with."""
        everywhere = [
            u
            for f, uses in _uses(view).items()
            if f == function.name or wishes.may_change(f)
            for u in uses
        ]
        done: set[tuple[tuple[str, ...], int | float]] = set()
        for use in _uses(view)[function.name]:
            key = (use.subject, use.value)
            if key in done or (wishes.line is not None and use.node.lineno != wishes.line):
                continue
            done.add(key)
            alike = [
                u
                for u in everywhere
                if (u.subject, u.value) == key and type(u.value) is type(use.value)
            ]
            yield from self._named(view, function, use, alike, everywhere, wishes)

    def _named(
        self,
        view: ModuleView,
        function: Function,
        use: Use,
        alike: list[Use],
        everywhere: list[Use],
        wishes: Wishes,
    ) -> Iterator[ModuleSite | ModuleRefused]:
        line = use.node.lineno
        present = _constant_for(view, use)
        if present is not None and not any(
            present in visible_locals(view.functions[u.function]) for u in alike
        ):
            reason = (
                f"{present} is compared with {' '.join(use.subject)} already, and has this value"
            )
            yield _site(view, function, alike, Proposal(present, reason, Rank.MEANING), new=False)
            return
        about = f"{' '.join(use.subject)} is compared with it"
        found = [
            Proposal(n, about, Rank.LITERAL if n.endswith("_LIMIT") else Rank.MEANING)
            for n in _names(alike, view)
        ]
        wish = wishes.wanted(line, [p.name for p in found], constant=True)
        if wish is not None:
            found.insert(0, Proposal(wish, "asked for", Rank.ASKED))
        if len(alike) < _LEAST_PLACES and not wishes.asked and wish is None:
            others = [
                u
                for u in everywhere
                if u.value == use.value and u.subject != use.subject and u.function == function.name
            ]
            if others and others[0].node.lineno > line:
                yield self.leave("by-coincidence", line)
        elif found and (wishes.asked or found[0].rank is not Rank.LITERAL):
            yield _site(view, function, alike, *found, new=True)


@lru_cache(4)
def _uses(view: ModuleView) -> Mapping[str, tuple[Use, ...]]:
    """The numbers in comparisons of each function."""
    return {name: tuple(_in_function(name, function)) for name, function in view.functions.items()}


def _in_function(name: str, function: Function) -> Iterator[Use]:
    refusing: set[int] = set()
    for node in own_nodes(function.node):
        if isinstance(node, ast.If) and isinstance(node.body[-1], ast.Raise):
            refusing |= {id(n) for n in _alternatives(node.test)}
        if isinstance(node, ast.Compare):
            sides = [node.left, *node.comparators]
            for i, op in enumerate(node.ops):
                for number, subject, swapped in (
                    (sides[i + 1], sides[i], False),
                    (sides[i], sides[i + 1], True),
                ):
                    value = _number(number)
                    about = () if isinstance(subject, ast.Subscript) else subject_words(subject)
                    if value is not None and value not in _PLAIN and about:
                        yield Use(
                            name,
                            number,
                            about,
                            value,
                            constant_name(
                                subject, op, swapped=swapped, refuses=id(node) in refusing
                            ),
                        )


def _alternatives(test: ast.expr) -> list[ast.expr]:
    """The conditions each of which is enough for a test to hold."""
    return (
        [v for o in test.values for v in _alternatives(o)]
        if isinstance(test, ast.BoolOp) and isinstance(test.op, ast.Or)
        else [test]
    )


def _number(node: ast.expr) -> int | float | None:
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        inner = _number(node.operand)
        return None if inner is None else -inner
    value = node.value if isinstance(node, ast.Constant) else None
    return value if isinstance(value, int | float) and not isinstance(value, bool) else None


def _constant_for(view: ModuleView, use: Use) -> str | None:
    """A constant of the module with this value, which is compared with the same thing somewhere."""
    constants = {}
    for statement in view.tree.body:
        if (
            isinstance(statement, ast.Assign)
            and len(statement.targets) == 1
            and isinstance(statement.targets[0], ast.Name)
        ):
            value = _number(statement.value)
            if (
                statement.targets[0].id.isupper()
                and value == use.value
                and type(value) is type(use.value)
            ):
                constants[statement.targets[0].id] = value
    for node in all_nodes(view.tree):
        if isinstance(node, ast.Compare):
            sides = [node.left, *node.comparators]
            names = [s.id for s in sides if isinstance(s, ast.Name) and s.id in constants]
            if names and any(subject_words(s) == use.subject for s in sides):
                return names[0]
    return None


def _names(alike: list[Use], view: ModuleView) -> list[str]:
    """Names on which the places agree; where one says the most and another what is too much, it is
    the limit.
    """
    names = {u.name for u in alike if u.name is not None}
    exact = sorted(n for n in names if not n.endswith("_LIMIT"))
    agreed = (
        exact
        if len(exact) == 1
        else ["_".join((*alike[0].subject, "limit")).upper()] if names else []
    )
    agreed = [f"_{n}" for n in agreed] if view.has_private_functions else agreed
    return [n for n in agreed if n is not None and n.isidentifier() and n not in view.words]


def _site(
    view: ModuleView, function: Function, alike: list[Use], *found: Proposal, new: bool
) -> ModuleSite:
    name = found[0].name
    edits = [spaced(view.text, *view.offsets.span(u.node), name) for u in alike]
    if new:
        edits.append(_definition(view, f"{name} = {view.offsets.source(alike[0].node)}"))
    touched = tuple(dict.fromkeys([function.name, *(u.function for u in alike)]))
    places = f" in {len(alike)} places" if len(alike) > 1 else ""
    why = f"{alike[0].value} is called `{name}`{places}: {found[0].reason}."
    return ModuleSite(alike[0].node.lineno, why, edited(view.text, edits), touched, names=found)


def _definition(view: ModuleView, text: str) -> Edit:
    """The edit that sets a constant behind the constants and imports that the module starts
    with.
    """
    body = view.tree.body
    last = -1
    for index, statement in enumerate(body):
        is_doc = (
            index == 0
            and isinstance(statement, ast.Expr)
            and isinstance(statement.value, ast.Constant)
        )
        if not (
            is_doc or isinstance(statement, ast.Import | ast.ImportFrom) or _is_constant(statement)
        ):
            break
        last = index
    line_end = view.newline
    if last < 0:
        start = view.start_of(body[0])
        return Edit(start, start, f"{text}{line_end}{line_end}{line_end}")
    end = view.end_of(body[last])
    blank = "" if _is_constant(body[last]) else line_end
    head = "" if view.text[:end].endswith(("\n", "\r")) else line_end
    return Edit(end, end, f"{head}{blank}{text}{line_end}")


def _is_constant(statement: ast.stmt) -> bool:
    """Whether a statement gives a constant its value."""
    return isinstance(statement, ast.Assign) and all(
        isinstance(t, ast.Name) and t.id.isupper() for t in statement.targets
    )
