"""A loop over the places in a list goes through its elements.

Why it is safe: each round asks for the element at the next place, from the first to the last; that
is what going through a list does. Nobody else counts the place, a round never ends without
counting, and nobody asks for the place afterwards; that the list is one, and the same in every
round, is the judge's to prove.
"""

from __future__ import annotations

from collections.abc import Sequence

import libcst as cst

from ...logic.conditions import text_of
from ...logic.assigned import assigned_names
from ...logic.liveness import live_after
from ...logic.walk import has_comments, names_in, walk
from ...naming.words import singular, words_of
from ..arms import single
from ..blocks import comments_in, lead_of
from ..counters import counter_of, goes_on, raises_by_one
from ..elements import PutElement, items_in, numbered
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class LoopOverElements(Move):
    """Go through the elements of a list, not through its places."""

    name = "loop-over-elements"
    summary = "A loop over the places in a list goes through its elements."
    safe_because = "It comes to each place once, in order, and asks for the element there."
    since = "0.3"
    EXAMPLES = (
        Example(
            "counted up to the length",
            """
            def boats_over(boats: list, most):
                found = []
                i = 0
                while i < len(boats):
                    boat = boats[i]
                    if boat.length > most:
                        found.append(boat.name)
                    i += 1
                return found
            """,
            """
            def boats_over(boats: list, most):
                found = []
                for boat in boats:
                    if boat.length > most:
                        found.append(boat.name)
                return found
            """,
        ),
        Example(
            "the element has a name already",
            """
            def first_low(levels: list[float], least: float):
                for i, level in enumerate(levels):
                    if level < least:
                        return levels[i]
                return -1
            """,
            """
            def first_low(levels: list[float], least: float):
                for level in levels:
                    if level < least:
                        return level
                return -1
            """,
        ),
        Example(
            "the place is asked for too",
            """
            def first_low(levels: list[float], least: float):
                for i in range(len(levels)):
                    if levels[i] < least:
                        return i
                return -1
            """,
            """
            def first_low(levels: list[float], least: float):
                for i, level in enumerate(levels):
                    if level < least:
                        return i
                return -1
            """,
        ),
    )
    REFUSALS = {
        "asked-later": Refusal(
            "the place is asked for behind the loop",
            """
            def first_low(levels, least):
                i = 0
                while i < len(levels):
                    if levels[i] < least:
                        break
                    i += 1
                return i
            """,
        ),
        "skipped": Refusal(
            "a continue goes past the place where it is counted",
            """
            def boats_over(boats, log):
                i = 0
                while i < len(boats):
                    boat = boats[i]
                    if boat.late:
                        continue
                    log.write(boat)
                    i += 1
            """,
        ),
        "changed": Refusal(
            "the place, or the list, is set in the loop in another way too",
            """
            def boats_over(boats, log):
                i = 0
                while i < len(boats):
                    boat = boats[i]
                    if boat.late:
                        i += 1
                    log.write(boat)
                    i += 1
            """,
        ),
        "unnamed": Refusal(
            "there is no name for an element, or it is taken",
            """
            def total(tonnage, boat):
                found = 0
                for i in range(len(tonnage)):
                    found += tonnage[i]
                return found
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a loop up to the length of something, which is asked for its elements."""
        node = place.statements[index]
        if isinstance(node, cst.While):
            return self._counted(place, index, node, around)
        if isinstance(node, cst.For) and not node.asynchronous:
            return self._ranged(place, index, node, around)
        return NOT_MINE

    def _counted(self, place: Place, index: int, node: cst.While, around: Around) -> Match:
        name, through = _limit(node.test)
        if through is None or node.orelse or not isinstance(node.body, cst.IndentedBlock):
            return NOT_MINE
        start = _set_before(place.statements[:index], name)
        *rest, last = node.body.body
        if start is None or not rest or not raises_by_one(last, name) or has_comments(last):
            return NOT_MINE
        if any(goes_on(s) for s in rest):
            return self.refuse("skipped", node)
        between = place.statements[start + 1 : index]
        return self._through(place, (start, index), node, name, through, rest, between, around)

    def _ranged(self, place: Place, index: int, node: cst.For, around: Around) -> Match:
        called = node.iter
        if isinstance(called, cst.Call) and text_of(called.func) == "enumerate":
            return self._numbered(place, index, node, around)
        is_range = isinstance(called, cst.Call) and text_of(called.func) == "range"
        if not is_range or node.orelse or not isinstance(node.body, cst.IndentedBlock):
            return NOT_MINE
        through = _measured(called.args[0].value) if len(called.args) == 1 else None  # type: ignore[attr-defined]
        if through is None or not isinstance(node.target, cst.Name):
            return NOT_MINE
        rest = list(node.body.body)
        return self._through(
            place, (index, index), node, node.target.value, through, rest, (), around
        )

    def _numbered(self, place: Place, index: int, node: cst.For, around: Around) -> Match:
        """An element that has a name is asked for by its place all the same."""
        known = numbered(node)
        body = node.body
        if known is None or not isinstance(body, cst.IndentedBlock):
            return NOT_MINE
        number, element, through = known
        asked = f"{text_of(through)}[{number.value}]"
        inner = through.value if isinstance(through, cst.Attribute) else through
        own = {number.value, element.value}
        if not isinstance(inner, cst.Name) or own & around.shared:
            return NOT_MINE
        if not any(text_of(n) == asked for s in body.body for n in items_in(s)):
            return NOT_MINE
        if (own | names_in(through)) & frozenset().union(*(assigned_names(s) for s in body.body)):
            return self.refuse("changed", node)
        put = PutElement(asked, element)
        new = [s.visit(put) for s in body.body]
        if put.is_wrong:
            return self.refuse("changed", node)
        loop = node.with_changes(body=body.with_changes(body=new))
        later = live_after(function_of(place)).get(id(node), {number.value})
        if not any(number.value in names_in(s) for s in new) and number.value not in later:
            loop = loop.with_changes(target=element, iter=through)
        why = f"`{asked}` is `{element.value}`, which has its name already."
        return Site(node, why, place.exchanged(index, loop), tentative=True)

    def _through(
        self,
        place: Place,
        span: tuple[int, int],
        node: cst.For | cst.While,
        name: str,
        through: cst.BaseExpression,
        rest: list[cst.BaseStatement],
        between: Sequence[cst.BaseStatement],
        around: Around,
    ) -> Match:
        """The loop over the elements."""
        start, index = span
        asked = f"{text_of(through)}[{name}]"
        if name in around.shared or not any(text_of(n) == asked for s in rest for n in items_in(s)):
            return NOT_MINE
        set_here = frozenset().union(*(assigned_names(s) for s in rest))
        if name in set_here or names_in(through) & set_here:
            return self.refuse("changed", node)
        if name in live_after(function_of(place)).get(id(node), {name}):
            return self.refuse("asked-later", node)
        element, body = _named(rest[0], asked), list(rest[1:])
        lead: list[cst.EmptyLine] = []
        if element is None:
            word = singular((words_of(text_of(through)) or [""])[-1])
            taken = names_in(function_of(place))
            if not word or word == (words_of(text_of(through)) or [""])[-1] or word in taken:
                return self.refuse("unnamed", node)
            element, body = cst.Name(word), list(rest)
        elif not body or has_comments(rest[0].with_changes(leading_lines=[])):
            return NOT_MINE
        else:
            above = [*comments_in(lead_of(rest[0])), *lead_of(body[0])]
            body[0] = body[0].with_changes(leading_lines=above)
        put = PutElement(asked, element)
        body = [s.visit(put) for s in body]  # type: ignore[misc]
        if put.is_wrong:
            return self.refuse("changed", node)
        target: cst.BaseExpression = element
        goes: cst.BaseExpression = through
        if any(name in names_in(s) for s in body):
            pair = [cst.Element(cst.Name(name)), cst.Element(_apart(element))]
            target = cst.Tuple(pair, lpar=[], rpar=[])
            goes = cst.Call(cst.Name("enumerate"), [cst.Arg(through)])
        if start < index:
            lead = comments_in(lead_of(place.statements[start]))
        loop = cst.For(
            target,  # type: ignore[arg-type]
            goes,
            cst.ensure_type(node.body, cst.IndentedBlock).with_changes(body=body),
            leading_lines=[*lead, *lead_of(node)],
        )
        why = f"`{name}` counts the places in `{text_of(through)}`; each element is asked for once."
        new = place.exchanged(start, *between, loop, until=index + 1)
        return Site(node, why, new, tentative=True)


def _limit(test: cst.BaseExpression) -> tuple[str, cst.BaseExpression | None]:
    """The name and the list of ``i < len(boats)``."""
    if isinstance(test, cst.Comparison) and len(test.comparisons) == 1:
        (asked,) = test.comparisons
        if isinstance(asked.operator, cst.LessThan) and isinstance(test.left, cst.Name):
            return test.left.value, _measured(asked.comparator)
    return "", None


def _measured(node: cst.BaseExpression) -> cst.BaseExpression | None:
    """What ``len`` is asked of: a name, or an attribute of one."""
    if not isinstance(node, cst.Call) or text_of(node.func) != "len" or len(node.args) != 1:
        return None
    found = node.args[0].value
    inner = found.value if isinstance(found, cst.Attribute) else found
    return found if isinstance(inner, cst.Name) else None


def _set_before(statements: Sequence[cst.BaseStatement], name: str) -> int | None:
    """Where a name is set to 0, if nothing mentions it after that."""
    for index in reversed(range(len(statements))):
        statement = statements[index]
        if counter_of(statement) == (name, 0):
            return index
        if name in names_in(statement):
            return None
    return None


def _named(statement: cst.BaseStatement, asked: str) -> cst.BaseExpression | None:
    """What the element is called, where the first thing in a round is to give it a name."""
    small = single(statement)
    if (
        not isinstance(small, cst.Assign)
        or len(small.targets) != 1
        or text_of(small.value) != asked
    ):
        return None
    target = small.targets[0].target
    plain = all(
        isinstance(e.value, cst.Name) for e in getattr(target, "elements", ())
    ) and isinstance(target, cst.Name | cst.Tuple)
    return target if plain else None


def _apart(element: cst.BaseExpression) -> cst.BaseExpression:
    """An element in a row of targets: several names in parentheses."""
    if isinstance(element, cst.Tuple) and not element.lpar:
        return element.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])
    return element
