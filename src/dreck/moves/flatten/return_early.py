"""A result that arms set and the function's end returns is returned where it is set.

Why it is safe: between setting the name and returning it nothing happens, so the value is the
same one. Where an arm leaves the name alone, it returns what the name held before.
"""

from __future__ import annotations

from collections.abc import Iterator

import libcst as cst

from ...logic.assigned import assigned_names, assignment_counts
from ...logic.conditions import constant
from ...logic.walk import has_comments, names_in
from ..arms import single
from ..blocks import comments_in, lead_of
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..ways_out import Returns, constant_at, put


@move
class ReturnEarly(Move):
    """Return a result where it is set."""

    name = "return-early"
    summary = "Return a result where it is set, without a variable for it."
    safe_because = "Nothing happens between setting the name and returning it."
    since = "0.1"
    EXAMPLES = (
        Example(
            "a default and arms",
            """
            def toll(boat):
                fee = 0
                if boat.exempt:
                    log(boat)
                elif boat.kind == "tug":
                    fee = 180
                else:  # by length
                    fee = boat.length * 2
                return fee
            """,
            """
            def toll(boat):
                if boat.exempt:
                    log(boat)
                    return 0
                elif boat.kind == "tug":
                    return 180
                else:  # by length
                    return boat.length * 2
            """,
        ),
        Example(
            "an arm that is left out",
            """
            def advise(level: int, text):
                if level < 95:
                    text = "dry"  # the sill shows
                elif level > 220:
                    text = "flood"
                return text
            """,
            """
            def advise(level: int, text):
                if level < 95:
                    return "dry"  # the sill shows
                elif level > 220:
                    return "flood"
                return text
            """,
        ),
        Example(
            "an arm that works on its result",
            """
            def toll(boat):
                fee = 0
                if boat.kind == "barge":
                    fee = 240
                    if boat.cargo:
                        fee += 3 * boat.cargo
                elif boat.kind == "tug":
                    fee = 180
                else:
                    fee = 60
                return fee
            """,
            """
            def toll(boat):
                if boat.kind == "barge":
                    fee = 240
                    if boat.cargo:
                        fee += 3 * boat.cargo
                    return fee
                elif boat.kind == "tug":
                    return 180
                else:
                    return 60
            """,
        ),
        Example(
            "a search",
            """
            def berth_of(boat, berths):
                found = None
                for berth in berths:
                    if berth.boat is boat:
                        found = berth
                        break
                return found
            """,
            """
            def berth_of(boat, berths):
                for berth in berths:
                    if berth.boat is boat:
                        return berth
                return None
            """,
        ),
        Example(
            "protected",
            """
            def read(gauge):
                try:
                    level = gauge.read()
                except OSError:
                    level = None
                return level
            """,
            """
            def read(gauge):
                try:
                    return gauge.read()
                except OSError:
                    return None
            """,
        ),
    )
    REFUSALS = {
        "not-at-the-end": Refusal(
            "the result is worked on in the arms rather than chosen by them",
            """
            def toll(boats):
                fee = 0
                for boat in boats:
                    fee = fee + boat.length
                return fee
            """,
        ),
        "name-is-shared": Refusal(
            "a nested function sees the result's name too",
            """
            def toll(boat):
                def more():
                    return fee + 1
                if boat.kind == "tug":
                    fee = 180
                else:
                    fee = 60
                return fee
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """The first way to do it."""
        return next(iter(self.ways(place, index, around)), NOT_MINE)

    def ways(self, place: Place, index: int, around: Around) -> Iterator[Match]:
        """Look for a compound statement followed by the return of names that it sets, or for the
        return of a name that still holds its constant.
        """
        node = place.statements[index]
        small = single(node)
        if isinstance(small, cst.Return) and small.value is not None:
            yield from self._constant(place, index, small.value)
            yield from self._in_line(place, index, small.value, around)
            return
        if index + 1 >= len(place.statements) or not isinstance(node, _COMPOUND):
            return
        last = place.statements[index + 1]
        small = single(last)
        if not isinstance(small, cst.Return) or small.value is None or has_comments(last):
            return
        results = _results(small.value) & assigned_names(node)
        if not results:
            return
        if results & around.shared:
            yield self.refuse("name-is-shared", node)
            return
        found = [self._returned(place, index, small.value, results, bold) for bold in (False, True)]
        sites: list[Match] = [s for s in found if s is not None]
        yield from sites or [self.refuse("not-at-the-end", node)]

    @staticmethod
    def _constant(place: Place, index: int, value: cst.BaseExpression) -> Iterator[Site]:
        names = _results(value)
        values = {n: v for n in names if (v := constant_at(place, index, n)) is not None}
        if values:
            line = place.statements[index]
            new = line.with_changes(body=[cst.Return(put(value, values))])
            known = " and ".join(f"`{n}`" for n in sorted(values))
            verb = "hold their constants" if len(values) > 1 else "holds its constant"
            yield Site(line, f"{known} still {verb} here.", place.exchanged(index, new))

    @staticmethod
    def _in_line(
        place: Place, index: int, value: cst.BaseExpression, around: Around
    ) -> Iterator[Site]:
        """What is set right before is handed out at once, where the name is one of several ways'."""
        counts = assignment_counts(function_of(place))
        results = frozenset(n for n in _results(value) - around.shared if counts[n] > 1)
        head = place.statements[:index]
        if not results or not head:
            return
        for bold in (False, True):
            work = Returns(value, results, bold=bold)
            kept, held, waiting = work.settled(head, {})
            if len(kept) < len(head):
                line = place.statements[index]
                lead = [*waiting, *lead_of(line)]
                last = work.line(held).with_changes(leading_lines=lead)
                names = " and ".join(f"`{n}`" for n in sorted(held))
                verb = "are" if len(held) > 1 else "is"
                body = [*kept, last, *place.statements[index + 1 :]]
                why = f"{names} {verb} handed out as soon as set."
                yield Site(line, why, place.block.with_changes(body=body), tentative=bold)

    def _returned(
        self,
        place: Place,
        index: int,
        value: cst.BaseExpression,
        results: frozenset[str],
        bold: bool,
    ) -> Site | None:
        node = place.statements[index]
        defaults = _defaults(place, index, results)
        if not defaults and isinstance(node, cst.If) and node.orelse is None:
            return None  # a value that is made anew under one condition
        while True:
            work = Returns(value, results, bold=bold)
            new = work.statement(node, defaults)
            if new is None:
                return None
            needed = {n for n in defaults if any(_reads_default(n, s) for s in new)}
            if not needed:
                break
            defaults = {n: v for n, v in defaults.items() if n not in needed}
        if work.gained + len(defaults) <= 0:
            return None
        head, first = _without_defaults(list(place.statements[:index]), set(defaults), new[0])
        body = [*head, first, *new[1:], *place.statements[index + 2 :]]
        names = " and ".join(f"`{n}`" for n in sorted(results))
        verb = "are" if len(results) > 1 else "is"
        why = f"{names} {verb} only carried to the return; each way can return at once."
        return Site(node, why, place.block.with_changes(body=body), tentative=bold)


_COMPOUND = (cst.If, cst.Try, cst.With, cst.Match, cst.For, cst.While)


def _results(value: cst.BaseExpression) -> frozenset[str]:
    """The names that a returned value hands out."""
    if isinstance(value, cst.Name):
        return frozenset({value.value})
    if isinstance(value, cst.Tuple):
        found = [_results(e.value) for e in value.elements]
        return frozenset().union(*found)
    return frozenset()


def _defaults(place: Place, index: int, results: frozenset[str]) -> dict[str, cst.BaseExpression]:
    """The constants that statements before give the results, where nothing reads them before."""
    found: dict[str, cst.BaseExpression] = {}
    for number, statement in enumerate(place.statements[:index]):
        small = single(statement)
        name = _target(small)
        if name in results:
            assert isinstance(small, cst.Assign)
            between = place.statements[number + 1 : index]
            if constant(small.value) is not None and not any(name in names_in(s) for s in between):
                found[name] = small.value
    return found


def _target(small: cst.CSTNode | None) -> str:
    """The one name that a statement gives a value, or an empty text."""
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return ""
    target = small.targets[0].target
    return target.value if isinstance(target, cst.Name) else ""


def _reads_default(result: str, node: cst.CSTNode) -> bool:
    """Whether some code may read a name before it sets it."""
    return _Reads(result).may_read(node)


class _Reads:
    """Whether a name may be read before it is set; on the safe side."""

    def __init__(self, name: str) -> None:
        self.name = name

    def may_read(self, node: cst.CSTNode) -> bool:
        """Whether a statement or suite may read the name before it sets it."""
        if self.name not in names_in(node):
            return False
        if isinstance(node, cst.IndentedBlock):
            return self._block(node)
        if isinstance(node, cst.If):
            rest = node.orelse is not None and self.may_read(node.orelse)
            return self.name in names_in(node.test) or self.may_read(node.body) or rest
        if isinstance(node, cst.Else | cst.With):
            return self.may_read(node.body)
        if isinstance(node, cst.Try):
            parts = [node.body, *node.handlers, node.orelse, node.finalbody]
            return any(p is not None and self.may_read(p) for p in parts)
        if isinstance(node, cst.ExceptHandler | cst.Finally):
            return self.may_read(node.body)
        return True

    def _block(self, node: cst.IndentedBlock) -> bool:
        for statement in node.body:
            small = single(statement)
            if _target(small) == self.name:
                assert isinstance(small, cst.Assign)
                return self.name in names_in(small.value)
            if self.may_read(statement):
                return True
        return False


def _without_defaults(
    head: list[cst.BaseStatement], names: set[str], new: cst.BaseStatement
) -> tuple[list[cst.BaseStatement], cst.BaseStatement]:
    """The statements without those that set the defaults; their comments and blank lines stay."""
    kept: list[cst.BaseStatement] = []
    waiting: list[cst.EmptyLine] = []
    for statement in head:
        if _target(single(statement)) in names:
            behind = getattr(statement, "trailing_whitespace", None)
            comment = None if behind is None else behind.comment
            lead = lead_of(statement) if not waiting else comments_in(lead_of(statement))
            waiting += [*lead, *([cst.EmptyLine(comment=comment)] if comment else [])]
            continue
        kept.append(_led(statement, waiting))
        waiting = []
    return kept, _led(new, waiting)


def _led(statement: cst.BaseStatement, lead: list[cst.EmptyLine]) -> cst.BaseStatement:
    """A statement with more lines above it, and one blank line at most among them."""
    if not lead:
        return statement
    own = lead_of(statement)
    if lead[0].comment is None and own and own[0].comment is None:
        own = own[1:]
    return statement.with_changes(leading_lines=[*lead, *own])
