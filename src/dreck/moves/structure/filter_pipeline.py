"""A loop that only asks, searches, collects, counts or keeps the largest becomes ``any``, ``all``,
``next``, a comprehension, a sum or ``max``.

Why it is safe: the expression goes through the same values in the same order, under the same
conditions, and stops where the loop stopped; where the loop went on although the answer was
found, what it still asked for is left out.
"""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence

import libcst as cst

from ...logic.liveness import live_after
from ...logic.walk import has_comments, walk
from ..blocks import comments_in, lead_of
from ..joined_texts import joined_text
from ..layout import laid_out
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..rounds import Way, loop_of
from ..worked_out import Work, WorkedOut, worked_out


@move
class FilterPipeline(Move):
    """Turn a loop into the expression that it works out."""

    name = "filter-pipeline"
    summary = (
        "A loop that only asks, searches, collects, counts or keeps the largest is one expression."
    )
    safe_because = "The same values are gone through in the same order, under the same conditions."
    since = "0.2"
    EXAMPLES = (
        Example(
            "a search for one that fits",
            """
            def is_taken(berths, name: str):
                for berth in berths:
                    if berth.boat is name:
                        return True
                return False
            """,
            """
            def is_taken(berths, name: str):
                return any(berth.boat is name for berth in berths)
            """,
            "proved-under",
        ),
        Example(
            "the first that fits",
            """
            def first_late(boats):
                found = None
                for boat in boats:
                    if boat.late:
                        found = boat
                        break
                return found
            """,
            """
            def first_late(boats):
                found = next((boat for boat in boats if boat.late), None)
                return found
            """,
            "proved-under",
        ),
        Example(
            "what fits, in a list",
            """
            def late(boats):
                found = []
                for boat in boats:
                    if boat.late:
                        found.append(boat.name)
                return found
            """,
            """
            def late(boats):
                found = [boat.name for boat in boats if boat.late]
                return found
            """,
        ),
        Example(
            "the highest, the first of them where there are several",
            """
            def crest(readings):
                best = None
                for reading in readings:
                    if best is None or reading.level > best.level:
                        best = reading
                return best
            """,
            """
            def crest(readings):
                best = max(readings, key=lambda reading: reading.level, default=None)
                return best
            """,
            "proved-under",
        ),
        Example(
            "each value once, in the order in which they come",
            """
            def homes(boats):
                found = []
                for boat in boats:
                    if boat.moored and boat.home not in found:
                        found.append(boat.home)
                return found
            """,
            """
            def homes(boats):
                found = list(dict.fromkeys(boat.home for boat in boats if boat.moored))
                return found
            """,
            "proved-under",
        ),
        Example(
            "what a round works out, and uses twice",
            """
            def room_left(berths):
                free = 0
                for berth in berths:
                    left = berth.length - berth.taken
                    if left > 0:
                        free += left
                return free
            """,
            """
            def room_left(berths):
                free = sum(left for berth in berths if (left := berth.length - berth.taken) > 0)
                return free
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "comments inside the loop would lose their places",
            """
            def is_taken(berths, name):
                for berth in berths:
                    # the name stands on the bow
                    if berth.boat is name:
                        # or on the stern
                        return True
                return False
            """,
        ),
        "too-long": Refusal(
            "the expression would be too long for its line",
            """
            def is_taken(berths, name):
                for berth in berths:
                    if berth.boat_that_lies_there_for_the_night is name.that_was_painted_on_the_bow_last_spring_by_hand:
                        return True
                return False
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a loop with one thing to do at its heart."""
        return next(iter(self.ways(place, index, around)), NOT_MINE)

    def ways(self, place: Place, index: int, around: Around) -> Iterator[Match]:
        """The expressions that a loop may become."""
        node = place.statements[index]
        if not isinstance(node, cst.For) or node.orelse is not None or node.asynchronous:
            return
        if any(isinstance(n, cst.Await | cst.Yield | cst.NamedExpr) for n in walk(node)):
            return
        live = live_after(function_of(place)).get(id(node))
        whole = loop_of(node, around.negation, Way.EVERYWHERE)
        if live is None or whole is None or not all(_is_plain(f.target) for f, _ in whole.clauses):
            return
        if (whole.targets | whole.made) & live:
            return
        ways: list[Match] = []
        for way in (Way.NAMED, Way.CARRIED):
            loop = loop_of(node, around.negation, way)
            work = Work(place, index, loop, whole, around, lambda name: name not in live)
            every = (joined_text(work), *worked_out(work))
            ways += [self._site(place, node, f, around) for f in every if f is not None]
            if any(isinstance(w, Site) for w in ways) and not (loop and loop.made):
                break
        yield from [w for w in ways if isinstance(w, Site)] or ways[:1]

    def _site(self, place: Place, node: cst.For, found: WorkedOut, around: Around) -> Match:
        said = _comments_of(node)
        if has_comments(node.body) and said is None:
            return self.refuse("comment-inside", node)
        columns = around.width - len(around.indent.expandtabs(4)) * place.level
        shown = laid_out(found.line, columns, around.indent)
        if shown is None:
            return self.refuse("too-long", node)
        block = _exchanged(place, node, found, shown, said or [])
        return Site(node, found.why, block, tentative=found.bold)


def _comments_of(node: cst.For) -> list[cst.EmptyLine] | None:
    """The one comment inside of a loop, if it stands on lines of its own above something: it may
    stand above the expression as well.
    """
    leads = [
        lines
        for n in walk(node.body)
        if isinstance(n, cst.BaseStatement) and (lines := comments_in(lead_of(n)))
    ]
    said = [n for n in walk(node, blanks=True) if isinstance(n, cst.Comment)]
    return leads[0] if len(leads) == 1 and len(leads[0]) == len(said) else None


def _is_plain(target: cst.BaseExpression) -> bool:
    """Whether a loop sets nothing but names."""
    if isinstance(target, cst.Tuple | cst.List):
        return all(_is_plain(e.value) for e in target.elements)
    return isinstance(target, cst.Name)


def _exchanged(
    place: Place,
    node: cst.For,
    found: WorkedOut,
    line: cst.SimpleStatementLine,
    said: list[cst.EmptyLine],
) -> cst.IndentedBlock:
    """The block with a line in place of the loop and of what it started with."""
    index = next(i for i, s in enumerate(place.statements) if s is node)
    first = min((*found.starts, index))
    adjacent = set(range(first, index)) == set(found.starts)
    heads = {} if adjacent else _heads(place.statements[:index], found.starts)
    lead = [*lead_of(place.statements[first])] if adjacent else [*lead_of(node)]
    for number in range(first + adjacent, index + adjacent):
        if (number in found.starts or number == index) and number + 1 not in heads:
            lead += comments_in(lead_of(place.statements[number]))
    lead += said
    body = [
        s.with_changes(leading_lines=heads[i]) if i in heads else s
        for i, s in enumerate(place.statements[:index])
        if i not in found.starts
    ]
    body += [line.with_changes(leading_lines=lead), *place.statements[found.stop :]]
    return place.block.with_changes(body=body)


def _heads(
    above: Sequence[cst.BaseStatement], starts: Collection[int]
) -> dict[int, Sequence[cst.EmptyLine]]:
    """The statements that come to stand at the top of a paragraph, as what headed it goes, with
    what stood above that.
    """
    found = {}
    for i in range(1, len(above)):
        lead = lead_of(above[i - 1])
        if i - 1 in starts and i not in starts and lead and lead[0].comment is None:
            if not lead_of(above[i]):
                found[i] = lead
    return found
