"""A condition gets a local name, where a function would be too much.

Why it is safe: nothing but the moment changes at which the condition is asked, and the judge shows
that
nobody can tell: no earlier check protected it, nothing it depends on changes in between, and asking
it has
no effect.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...logic.bindings import free_names
from ...naming.phrases import Rank
from ...naming.proposals import Named, Proposal, proposals
from ...naming.spelling import spelt
from ...outline import Function, all_nodes
from ..alike import decisions_in, visible_locals
from ..decisions import Decision
from ..local_names import Spot, is_readable, named_before, spots_of
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes


@move
class NameCondition(ModuleMove):
    """Give a condition a local name."""

    instead = "extract-predicate gives it a function instead, which asks it where it stands now"
    name = "name-condition"
    summary = "A condition that is asked twice, or hard to read, gets a local name before the if."
    safe_because = "Asking it earlier, or once instead of twice, makes no difference that anybody could notice."
    since = "0.1"
    EXAMPLES = (
        Example(
            "asked twice",
            """
            def orders(level: int, rising: bool):
                if not rising and 95 <= level < 220:
                    gates = "open"
                else:
                    gates = "shut"
                crew = 2 if 95 <= level < 220 else 1
                return gates, crew
            """,
            """
            def orders(level: int, rising: bool):
                level_in_range = 95 <= level < 220
                if not rising and level_in_range:
                    gates = "open"
                else:
                    gates = "shut"
                crew = 2 if level_in_range else 1
                return gates, crew
            """,
        ),
    )
    REFUSALS = {
        "binds": Refusal(
            "it awaits, yields or binds a name, so it cannot be asked anywhere else",
            """
            def orders(board):
                if (level := board.read()) > 95 and level < 220:
                    board.open()
                if (level := board.read()) > 95 and level < 220:
                    board.close()
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for conditions that are asked more than once, or that a person wants a name for."""
        seen: set[str] = set()
        decisions = decisions_in(view)[function.name]
        places = _places(function) if decisions else {}
        for decision in decisions:
            text = ast.dump(decision.condition)
            twice = len(places.get(text, ())) > 1 and (wishes.asked or _is_long(decision.condition))
            twice = twice or (wishes.asked and decision.atoms > 1)
            here = wishes.line == decision.line if wishes.line is not None else twice
            if (
                not here
                or text in seen
                or isinstance(
                    decision.condition, ast.Name | ast.Constant | ast.Attribute | ast.Call
                )
            ):
                continue
            seen.add(text)
            if not is_readable(decision.condition):
                seen |= {ast.dump(n) for n in all_nodes(decision.condition)}
                yield self.leave("binds", decision.line)
                continue
            yield from _sites(view, function, decision, places.get(text, []), wishes)
            if wishes.line is not None:
                break  # the whole condition is meant, not its operands


def _is_long(condition: ast.expr) -> bool:
    """Whether a condition is more than one short comparison."""
    arithmetic = any(isinstance(n, ast.BinOp) for n in all_nodes(condition))
    return (
        isinstance(condition, ast.BoolOp)
        or arithmetic
        or (isinstance(condition, ast.Compare) and len(condition.ops) > 1)
    )


def _places(function: Function) -> dict[str, list[Spot]]:
    """Where each condition of a function stands, by its tree."""
    found: dict[str, list[Spot]] = {}
    for spot in spots_of(function.node):
        if isinstance(spot.node, ast.Compare | ast.BoolOp | ast.UnaryOp):
            found.setdefault(ast.dump(spot.node), []).append(spot)
    return found


def _sites(
    view: ModuleView, function: Function, decision: Decision, spots: list[Spot], wishes: Wishes
) -> Iterator[ModuleSite]:
    taken = visible_locals(function) | view.top_names | frozenset(free_names(function.node))
    named = Named(
        decision.condition,
        decision.arm,
        decision.otherwise,
        decision.comments,
        decision.loop_target,
    )
    found = [p for p in proposals(named) if p.positive]
    literal = spelt(decision.condition)
    found += (
        [Proposal(literal, "the condition spelt out", Rank.LITERAL)] if literal is not None else []
    )
    plain = [
        Proposal(_local(p.name), p.reason, p.rank) for p in found if _local(p.name) not in taken
    ]
    wish = wishes.wanted(decision.line, [p.name for p in plain])
    if wish is not None:
        plain.insert(0, Proposal(wish, "asked for", Rank.ASKED))
    if (
        not plain
        or not (wishes.asked or wish is not None or plain[0].rank is not Rank.LITERAL)
        or not spots
    ):
        return
    text = named_before(view, function, spots, plain[0].name)
    if text is not None:
        times = f"; it is asked {len(spots)} times" if len(spots) > 1 else ""
        why = f"`{plain[0].name}` says what the condition means: {plain[0].reason}{times}."
        yield ModuleSite(decision.line, why, text, (function.name,), names=tuple(plain))


def _local(name: str) -> str:
    """The name of a value rather than of a question: without ``is``."""
    short = name.removeprefix("is_").removeprefix("are_")
    return short if short.isidentifier() and "_" in short else name
