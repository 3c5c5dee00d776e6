"""A value that is computed twice gets a name.

Why it is safe: between the place where it is computed now and those where it was, nothing that it
depends
on changes, and computing it has no effect; the judge shows that.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...logic.bindings import free_names
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.values import proposals
from ...outline import Function, all_nodes
from ..alike import visible_locals
from ..local_names import Spot, is_readable, named_before, spots_of
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_LEAST_LETTERS = 8


@move
class NameValue(ModuleMove):
    """Give a value a local name."""

    name = "name-value"
    summary = "An expression that is computed twice gets a local name."
    safe_because = (
        "Nothing that it depends on changes between the places, and computing it has no effect."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "a difference",
            """
            def clearance(draught: int, level: int):
                if draught > level - 95:
                    return 0
                return level - 95 - draught
            """,
            """
            def clearance(draught: int, level: int):
                draught_limit = level - 95
                if draught > draught_limit:
                    return 0
                return draught_limit - draught
            """,
        ),
    )
    unnamed = "no-name"
    REFUSALS = {
        "no-name": Refusal(
            "nothing says what it is; give it a name with --name LINE=NAME",
            """
            def clearance(a: int, b: int):
                print(a * b - 17)
                return a * b - 17
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for arithmetic that stands more than once."""
        groups: dict[str, list[Spot]] = {}
        for spot in spots_of(function.node):
            if isinstance(spot.node, ast.BinOp) and is_readable(spot.node):
                groups.setdefault(ast.dump(spot.node), []).append(spot)
        done: set[int] = set()
        for spots in groups.values():
            line = spots[0].node.lineno
            wanted = wishes.line in (None, line) and (len(spots) > 1 or wishes.line is not None)
            long = len(ast.unparse(spots[0].node)) >= _LEAST_LETTERS and not _is_constant(
                spots[0].node
            )
            if not wanted or not long or any(id(s.node) in done for s in spots):
                continue
            done |= {id(n) for s in spots for n in all_nodes(s.node)}
            yield from self._named(view, function, spots, wishes)

    def _named(
        self, view: ModuleView, function: Function, spots: list[Spot], wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        line = spots[0].node.lineno
        taken = visible_locals(function) | view.top_names | frozenset(free_names(function.node))
        found = [
            p for p in proposals(spots[0].node, [s.statement for s in spots]) if p.name not in taken
        ]
        wish = wishes.wanted(line, [p.name for p in found])
        if wish is not None:
            found.insert(0, Proposal(wish, "asked for", Rank.ASKED))
        if not found:
            if wishes.asked:
                yield self.leave("no-name", line)
            return
        if found[0].rank is Rank.LITERAL and not wishes.asked:
            return
        text = named_before(view, function, spots, found[0].name)
        if text is not None:
            times = f" is computed {len(spots)} times and" if len(spots) > 1 else ""
            why = f"`{ast.unparse(spots[0].node)}`{times} gets the name `{found[0].name}`: {found[0].reason}."
            yield ModuleSite(line, why, text, (function.name,), names=tuple(found))


def _is_constant(node: ast.expr) -> bool:
    return not any(isinstance(n, ast.Name | ast.Attribute) for n in all_nodes(node))
