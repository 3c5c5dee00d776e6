"""A condition is said with fewer signs.

Why it is safe: each rule keeps the truth of the condition, asks the operands in the same order, and
leaves out only what was asked before or is known to have no effect.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import libcst as cst

from ...logic.along import known_at
from ...logic.conditions import bare, core, spans_lines, text_of
from ...logic.known import Known, may_be_asked_again
from ...logic.simplify import Simplify
from ...logic.walk import has_comments, names_in
from ..arms import same_code, single
from ..blocks import spaced_test
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class SimplifyCondition(Move):
    """Say a condition with fewer signs."""

    name = "simplify-condition"
    summary = "Say a condition with fewer signs: negations, repetitions, chains, membership."
    safe_because = "Each rule keeps the truth of the condition and the order of its operands."
    since = "0.1"
    EXAMPLES = (
        Example(
            "double negation and de Morgan",
            """
            def admit(boat, kind, level: int):
                if not (not boat.papers or kind is None):
                    boat.enter()
            """,
            """
            def admit(boat, kind, level: int):
                if boat.papers and kind is not None:
                    boat.enter()
            """,
        ),
        Example(
            "a range",
            """
            def admit(boat, level: int):
                if level >= 95 and level < 220:
                    boat.enter()
            """,
            """
            def admit(boat, level: int):
                if 95 <= level < 220:
                    boat.enter()
            """,
        ),
        Example(
            "one of several",
            """
            def admit(boat, kind: str):
                if kind == "tug" or kind == "skiff" or boat.small:
                    boat.enter()
            """,
            """
            def admit(boat, kind: str):
                if kind in ("tug", "skiff") or boat.small:
                    boat.enter()
            """,
        ),
        Example(
            "types",
            """
            def admit(boat):
                if isinstance(boat, Tug) or isinstance(boat, Skiff):
                    boat.enter()


            class Tug: ...
            class Skiff: ...
            """,
            """
            def admit(boat):
                if isinstance(boat, (Tug, Skiff)):
                    boat.enter()


            class Tug: ...
            class Skiff: ...
            """,
            "proved-under",
        ),
        Example(
            "what the way here has answered",
            """
            def admit(boat, level: int, high: int):
                if level > high:
                    return
                if level <= high and boat.papers:
                    boat.enter()
            """,
            """
            def admit(boat, level: int, high: int):
                if level > high:
                    return
                if boat.papers:
                    boat.enter()
            """,
        ),
        Example(
            "compared with True",
            """
            def admit(boat, late: bool):
                if boat.known and not late == True:
                    boat.wait()
            """,
            """
            def admit(boat, late: bool):
                if boat.known and not late:
                    boat.wait()
            """,
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "a comment inside the condition would lose its place",
            """
            def admit(boat, level: int):
                if (level >= 95  # the sill
                        and level < 220):
                    boat.enter()
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """The first way to do it."""
        return next((w for w in self.ways(place, index, around) if w is not None), NOT_MINE)

    def ways(self, place: Place, index: int, around: Around) -> Iterator[Match]:
        """Look for a condition of an if, elif or while, or a value, that can be said shorter."""
        node = place.statements[index]
        ways = [Simplify(around.negation), Simplify(around.negation, bold=True)]
        asked = node.test if isinstance(node, cst.If | cst.While) else node
        if names_in(asked) & {"True", "False"}:
            ways.append(Simplify(around.negation, bold=True, truths=False))
        for way in ways:
            if isinstance(node, cst.SimpleStatementLine):
                yield self._value(place, index, node, around, way)
            elif isinstance(node, cst.While):
                yield self._looked_at(place, index, node, way, around)
            elif isinstance(node, cst.If):
                yield from self._chain(place, index, node, around, way)

    def _chain(
        self, place: Place, index: int, node: cst.If, around: Around, way: Simplify
    ) -> Iterator[Match]:
        known = known_at(place.trail, place.statements, index)
        arm: cst.If | cst.Else | None = node
        while isinstance(arm, cst.If):
            yield self._looked_at(place, index, arm, replace(way, known=known), around)
            known = known.learning(arm.test, False)
            arm = arm.orelse

    def _looked_at(
        self,
        place: Place,
        index: int,
        arm: cst.If | cst.While,
        simplify: Simplify,
        around: Around,
    ) -> Match:
        short = simplify.of(arm.test)
        if short is None:
            return NOT_MINE
        if spans_lines(arm.test) and not spans_lines(core(short)):
            short = around.fitted(place, "while", core(short)) or short
        if has_comments(arm.test):
            return NOT_MINE if simplify.bold else self.refuse("comment-inside", arm)
        if isinstance(arm, cst.If):
            new: cst.CSTNode = spaced_test(arm, short)
        else:
            space = arm.whitespace_after_while
            new = arm.with_changes(
                test=short,
                whitespace_after_while=cst.SimpleWhitespace(" ") if space.empty else space,
            )
        statement = place.statements[index]
        changed = new if statement is arm else statement.deep_replace(arm, new)
        assert isinstance(changed, cst.BaseStatement)
        why = f"`{text_of(short)}` says the same with fewer signs."
        return Site(arm, why, place.exchanged(index, changed), tentative=simplify.bold)

    @staticmethod
    def _choice(place: Place, index: int, line: cst.SimpleStatementLine, value: cst.IfExp) -> Match:
        """A choice inside of another one that has answered it."""
        short = _decided(value, known_at(place.trail, place.statements, index))
        if short is value or has_comments(line):
            return NOT_MINE
        small = line.body[0]
        new = line.with_changes(body=[small.with_changes(value=bare(short))])
        alike = same_code(value.body, value.orelse)
        why = "A choice inside asks again for what is known there."
        why = "Both sides of the choice are the same." if alike else why
        return Site(line, why, place.exchanged(index, new), tentative=True)

    def _value(
        self,
        place: Place,
        index: int,
        line: cst.SimpleStatementLine,
        around: Around,
        way: Simplify,
    ) -> Match:
        """A value that is True or False before and after."""
        small = single(line)
        if not isinstance(small, cst.Return | cst.Assign) or small.value is None:
            return NOT_MINE
        value = small.value
        if isinstance(value, cst.IfExp):
            return self._choice(place, index, line, value) if not way.bold else NOT_MINE
        knowledge = around.negation.knowledge
        if not isinstance(value, cst.UnaryOperation | cst.BooleanOperation | cst.Comparison):
            return NOT_MINE
        short = replace(way, handed_on=True).of(value)
        if short is None or not knowledge.is_bool(value):
            return NOT_MINE
        if not way.bold and not knowledge.is_bool(short, strict=True):
            return NOT_MINE
        if has_comments(value):
            return NOT_MINE if way.bold else self.refuse("comment-inside", line)
        new = line.with_changes(body=[small.with_changes(value=short)])
        why = f"`{text_of(short)}` says the same with fewer signs."
        return Site(line, why, place.exchanged(index, new), tentative=True)


def _decided(node: cst.BaseExpression, known: Known) -> cst.BaseExpression:
    """A choice without the choices inside of it that what is known has answered."""
    inner = core(node)
    if not isinstance(inner, cst.IfExp) or not may_be_asked_again(inner.test):
        return node
    answer = known.decide(inner.test)
    if answer is not None:
        return _decided(inner.body if answer else inner.orelse, known)
    body = _decided(inner.body, known.learning(inner.test, True))
    orelse = _decided(inner.orelse, known.learning(inner.test, False))
    if same_code(body, orelse):
        return body
    if body is inner.body and orelse is inner.orelse:
        return node
    return inner.with_changes(body=body, orelse=orelse)
