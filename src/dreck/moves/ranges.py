"""Range checks that stand in several places with other bounds, and one predicate for all of
them.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable
from dataclasses import replace

from ..naming.operands import subject_words
from ..naming.phrases import Rank
from ..naming.proposals import Proposal
from ..outline import Function
from ..source.edits import edited
from .alike import Occurrence, occurrences
from .decisions import Decision
from .module_view import ModuleView
from .predicates import Predicate, predicate_of
from .registry import ModuleSite
from .wishes import Wishes
from .writing import replacing

_LOW, _HIGH = "low", "high"


def range_predicate(
    view: ModuleView, function: Function, decision: Decision, wishes: Wishes
) -> ModuleSite | None:
    """One predicate with the bounds as parameters, where the same thing is asked with others
    elsewhere.
    """
    condition = decision.condition
    if (
        not isinstance(condition, ast.Compare)
        or len(condition.ops) != 2
        or not all(isinstance(op, ast.Lt | ast.LtE) for op in condition.ops)
    ):
        return None
    bounds = {id(condition.left): _LOW, id(condition.comparators[1]): _HIGH}
    subject = condition.comparators[0]
    if not all(_is_number(n) for n in (condition.left, condition.comparators[1])) or not isinstance(
        subject, ast.Name
    ):
        return None
    made = predicate_of(view, function, condition)
    if isinstance(made, str) or made.instance is not None or {_LOW, _HIGH} & set(made.parameters):
        return None
    places = [
        o
        for o in _apart(occurrences(view, condition, frozenset(made.parameters), bounds))
        if not o.negated
    ]
    places = [
        o for o in places if o.function.name == function.name or wishes.may_change(o.function.name)
    ]
    ranges = {(o.names[_LOW], o.names[_HIGH]) for o in places}
    if len(ranges) < 2 or places[0].decision.condition is not condition:
        return None
    return _site(made, decision, subject, places, wishes)


def _site(
    made: Predicate, decision: Decision, subject: ast.Name, places: list[Occurrence], wishes: Wishes
) -> ModuleSite | None:
    view = made.view
    name = "_".join(("is", *subject_words(subject), "within"))
    proposed = Proposal(name, f"{subject.id} is asked for {len(places)} ranges", Rank.MEANING)
    wish = wishes.wanted(decision.line, [name])
    if wish is None and (
        made.home.private(name) in made.home.taken() or not subject_words(subject)
    ):
        return None
    found = (proposed,) if wish is None else (Proposal(wish, "asked for", Rank.ASKED), proposed)
    final = wish or made.home.private(name)
    compare = decision.condition
    assert isinstance(compare, ast.Compare)
    signs = ["<" if isinstance(op, ast.Lt) else "<=" for op in compare.ops]
    general = replace(made, lines=[f"{_LOW} {signs[0]} {subject.id} {signs[1]} {_HIGH}"])
    edits = [
        replacing(view, o.decision.condition, o.decision.statement, _call(final, made, o))
        for o in places
    ]
    edits.append(
        general.home.insertion(general.definition(final, positive=True, constants=(_LOW, _HIGH)))
    )
    touched = tuple(dict.fromkeys([made.function.name, *(o.function.name for o in places)]))
    lines = ", ".join(str(o.decision.line) for o in places)
    why = (
        f"`{final}` asks for a range in all its places (lines {lines}); the bounds are parameters."
    )
    return ModuleSite(decision.line, why, edited(view.text, edits), touched, (final,), found)


def _call(name: str, made: Predicate, place: Occurrence) -> str:
    return f"{name}({', '.join([*(place.names[p] for p in made.parameters), place.names[_LOW], place.names[_HIGH]])})"


def _apart(found: Iterable[Occurrence]) -> list[Occurrence]:
    """The places, each once, in the order of the text."""
    unique = {id(o.decision.condition): o for o in found}
    return sorted(
        unique.values(),
        key=lambda o: (o.decision.condition.lineno, o.decision.condition.col_offset),
    )


def _is_number(node: ast.expr) -> bool:
    return (
        isinstance(node, ast.Constant)
        and isinstance(node.value, int | float)
        and not isinstance(node.value, bool)
    )
