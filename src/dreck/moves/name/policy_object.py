"""A condition of many operands becomes a class of its own, with one method for each operand.

Why it is safe: the object only keeps the values that the condition had, and is asked at once; its
methods
ask the same operands in the same order.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...naming.operands import phrase_of
from ...naming.phrases import Rank
from ...naming.proposals import Named, Proposal, proposals
from ...naming.spelling import spelt
from ...naming.words import is_usable, words_of
from ...outline import Function, all_nodes
from ...source.edits import edited
from ..alike import decisions_in
from ..decisions import Decision, comments_of_operand
from ..module_view import ModuleView
from ..predicates import Predicate, predicate_of
from ..reach import Reach
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes
from ..writing import replacing, returning, squeezed, with_parentheses

_LEAST_OPERANDS = 3


@move
class PolicyObject(ModuleMove):
    """Give a condition a class of its own."""

    reach = Reach.ACROSS
    name = "policy-object"
    summary = "A condition of three operands or more becomes a class with one method for each."
    safe_because = "The object keeps the values that the condition had, and is asked at once, in the same order."
    since = "0.1"
    EXAMPLES = (
        Example(
            "the closure rule",
            """
            def is_closed(day: int, hour: int, level: int, ice: bool, strike: bool):
                return (
                    (ice and hour < 10)  # ice in the morning
                    or strike
                    or level >= 220 or level < 95
                    or (day % 28 == 0 and 12 <= hour < 16)  # works day
                )
            """,
            """
            def is_closed(day: int, hour: int, level: int, ice: bool, strike: bool):
                return ClosedPolicy(ice, hour, strike, level, day).is_closed()


            class ClosedPolicy:
                def __init__(self, ice: bool, hour: int, strike: bool, level: int, day: int):
                    self.ice = ice
                    self.hour = hour
                    self.strike = strike
                    self.level = level
                    self.day = day

                def is_closed(self):
                    return (
                        self.is_ice_in_morning()
                        or self.strike
                        or self.is_level_out_of_range()
                        or self.is_works_day()
                    )

                # ice in the morning
                def is_ice_in_morning(self):
                    return self.ice and self.hour < 10

                def is_level_out_of_range(self):
                    return self.level >= 220 or self.level < 95

                # works day
                def is_works_day(self):
                    return self.day % 28 == 0 and 12 <= self.hour < 16
            """,
        ),
    )
    REFUSALS = {
        "speaks-of-self": Refusal(
            "it is about the object itself, where a method is the better place (extract-predicate)",
            """
            class Lock:
                def admit(self, boat):
                    if self.closed or self.keeper is None or self.level < boat.draught:
                        return "closed"
                    return "open"
            """,
        ),
        "cannot-move": Refusal(
            "it awaits, yields or binds a name, or uses what only its function may",
            """
            def admit(boat, hour):
                if (late := hour > 20) or boat.sunk or boat.papers is None:
                    return "closed"
                return late
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for conditions of many operands."""
        covered: set[int] = set()
        for decision in _candidates(view, function):
            condition = decision.condition
            if (
                not isinstance(condition, ast.BoolOp)
                or len(condition.values) < _LEAST_OPERANDS
                or id(condition) in covered
            ):
                continue
            covered |= {id(n) for n in all_nodes(condition)}
            if wishes.line not in (None, decision.line, decision.statement.lineno):
                continue
            made = predicate_of(view, function, condition)
            if isinstance(made, str) or made.lines is None:
                yield self.leave("cannot-move", decision.line)
            elif made.instance is not None:
                yield self.leave("speaks-of-self", decision.line)
            else:
                yield from _sites(made, decision, wishes)


def _candidates(view: ModuleView, function: Function) -> Iterator[Decision]:
    """Conditions that decide, and those that a function returns."""
    for statement in function.node.body:
        if isinstance(statement, ast.Return) and statement.value is not None:
            yield Decision(statement.value, statement, "value")
    yield from (d for d in decisions_in(view)[function.name] if d.role != "operand")


def _sites(made: Predicate, decision: Decision, wishes: Wishes) -> Iterator[ModuleSite]:
    view = made.view
    found = _questions(made, decision)
    wish = wishes.wanted(decision.line, [p.name for p in found])
    if wish is not None:
        found.insert(0, Proposal(wish, "asked for", Rank.ASKED))
    found = [p for p in found if p.positive]
    if not found:
        return
    question = found[0].name
    owner = (
        "".join(
            w.capitalize()
            for w in words_of(question.split("_", 1)[1] if "_" in question else question)
        )
        + "Policy"
    )
    if owner in view.words:
        return
    asked = f"{owner}({', '.join(made.parameters)}).{question}()"
    lines = _class(made, owner, question, wishes)
    edits = [
        replacing(view, decision.condition, decision.statement, asked),
        made.home.insertion(lines),
    ]
    added = tuple(
        f"{owner}.{line.strip()[4:].partition('(')[0]}"
        for line in lines
        if line.strip().startswith("def ")
    )
    why = f"`{owner}` answers the question with one method for each of its operands; {found[0].reason}."
    yield ModuleSite(
        decision.line, why, edited(view.text, edits), (made.function.name,), added, tuple(found)
    )


def _questions(made: Predicate, decision: Decision) -> list[Proposal]:
    """Names for the question as a whole; a function that only asks it has named it."""
    node = made.function.node
    if isinstance(decision.statement, ast.Return) and node.name.lstrip("_").split("_")[0] in (
        "is",
        "has",
        "can",
        "should",
    ):
        return [Proposal(node.name.lstrip("_"), f"that is what {node.name} asks", Rank.CONSEQUENCE)]
    named = Named(
        decision.condition,
        decision.arm,
        decision.otherwise,
        decision.comments,
        decision.loop_target,
    )
    return proposals(named) or [Proposal("holds", "nothing says more of it", Rank.LITERAL)]


def _class(made: Predicate, owner: str, question: str, wishes: Wishes) -> list[str]:
    view, one = made.view, made.view.indent
    condition = made.condition
    assert isinstance(condition, ast.BoolOp)
    used = {question, *made.parameters}
    parts: list[str] = []
    methods: list[list[str]] = []
    for group in _groups(condition):
        comments = [c for o in group for c in comments_of_operand(view, o, condition)]
        text = _on_self(view, group, condition, made.parameters)
        if len(group) == 1 and isinstance(
            group[0], ast.Name | ast.Attribute | ast.Call | ast.UnaryOp
        ):
            parts.append(text)
            continue
        name = _operand_name(view, group, condition, used, wishes)
        used.add(name)
        parts.append(f"self.{name}()")
        methods.append(
            [
                *(one + c for c in comments),
                f"{one}def {name}(self):",
                *returning(view, [text], one * 2),
            ]
        )
    word = " and " if isinstance(condition.op, ast.And) else " or "
    head = f"{one}def __init__(self, {', '.join(made.home.annotated(p) for p in made.parameters)}):"
    lines = [f"class {owner}:", head, *(f"{one * 2}self.{p} = {p}" for p in made.parameters)]
    lines += ["", f"{one}def {question}(self):", *returning(view, [word.join(parts)], one * 2)]
    for method in methods:
        lines += ["", *method]
    return lines


def _groups(condition: ast.BoolOp) -> list[list[ast.expr]]:
    """The operands, those that together leave a range side by side as one."""
    groups: list[list[ast.expr]] = []
    for operand in condition.values:
        last = groups[-1] if groups else []
        if len(last) == 1:
            found = phrase_of(ast.BoolOp(condition.op, [last[0], operand]))
            if found is not None and found.rank is Rank.MEANING and found.words[-1] == "range":
                last.append(operand)
                continue
        groups.append([operand])
    return groups


def _operand_name(
    view: ModuleView, group: list[ast.expr], whole: ast.BoolOp, used: set[str], wishes: Wishes
) -> str:
    condition = group[0] if len(group) == 1 else ast.BoolOp(whole.op, group)
    comments = comments_of_operand(view, group[-1], whole)
    names = [p.name for p in proposals(Named(condition, comments=comments), used) if p.positive]
    literal = spelt(condition)
    names += [literal] if literal is not None and is_usable(literal) else []
    wish = (
        wishes.wanted(group[0].lineno, names)
        if group[0].lineno != whole.lineno
        else next((wishes.names[n] for n in names if n in wishes.names), None)
    )
    chosen = [wish] if wish is not None else [n for n in names if n not in used]
    return chosen[0] if chosen else f"holds_{len(used)}"


def _on_self(
    view: ModuleView, group: list[ast.expr], whole: ast.BoolOp, fields: tuple[str, ...]
) -> str:
    """The text of some operands, with fields in place of parameters."""
    spans = [with_parentheses(view, o, whole) for o in group]
    if len(group) == 1:
        start, end = view.offsets.span(group[0])
    else:
        start, end = spans[0][0], spans[-1][1]
    inside = [n for o in group for n in all_nodes(o) if isinstance(n, ast.Name) and n.id in fields]
    places = sorted((view.offsets.span(n) for n in inside), reverse=True)
    text = view.text[start:end]
    for low, _ in places:
        text = f"{text[: low - start]}self.{text[low - start :]}"
    return squeezed(text)
