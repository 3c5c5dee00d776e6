"""What all arms of a choice begin or end with moves out of it.

Why it is safe: whichever arm is taken, the statement runs once, at the same point of the order. At
the beginning it must not matter to the conditions, nor they to it.
"""

from __future__ import annotations

import libcst as cst

from ...logic.conditions import text_of
from ...logic.assigned import assigned_names
from ...logic.walk import has_comments, names_in
from ..arms import Arm, arms_of, chain_of, is_complete, same_code
from ..blocks import lead_of, leaves, with_lead
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move


@move
class HoistCommon(Move):
    """Move what all arms share out of them."""

    name = "hoist-common"
    summary = "Move what all arms begin or end with out of the choice."
    safe_because = (
        "Whichever arm is taken, the statement runs once, at the same point of the order."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "the same end",
            """
            def pass_lock(boat, log):
                if boat.upstream:
                    boat.lift()
                    log.add(boat)
                else:
                    boat.lower()
                    log.add(boat)
            """,
            """
            def pass_lock(boat, log):
                if boat.upstream:
                    boat.lift()
                else:
                    boat.lower()
                log.add(boat)
            """,
        ),
        Example(
            "the same return",
            """
            def label(boat, name: str):
                if name:
                    text = "boat " + name
                    return text.strip() + "."
                elif boat.number:
                    text = "no. " + boat.number
                    return text.strip() + "."
                else:
                    text = "unknown"
                    return text.strip() + "."
            """,
            """
            def label(boat, name: str):
                if name:
                    text = "boat " + name
                elif boat.number:
                    text = "no. " + boat.number
                else:
                    text = "unknown"
                return text.strip() + "."
            """,
        ),
        Example(
            "the same beginning",
            """
            def label(upstream: bool, boat, log):
                if upstream:
                    log.add(boat)
                    boat.lift()
                else:
                    log.add(boat)
                    boat.lower()
            """,
            """
            def label(upstream: bool, boat, log):
                log.add(boat)
                if upstream:
                    boat.lift()
                else:
                    boat.lower()
            """,
        ),
    )
    REFUSALS = {
        "condition-minds": Refusal(
            "what the arms begin with changes what the condition asks for",
            """
            def label(depth: int, log):
                if depth > 3:
                    depth = log.depth()
                    log.add(1)
                else:
                    depth = log.depth()
                    log.add(2)
            """,
        ),
        "comment-inside": Refusal(
            "a comment explains what one of the arms does there",
            """
            def pass_lock(boat, log):
                if boat.upstream:
                    boat.lift()
                    # the keeper wants to know
                    log.add(boat)
                else:
                    boat.lower()
                    log.add(boat)
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for a complete choice whose arms end, or begin, with the same statement."""
        node = place.statements[index]
        if not isinstance(node, cst.If):
            return NOT_MINE
        arms = arms_of(node)
        bodies = [a.body for a in arms]
        if not is_complete(arms) or any(not isinstance(b, cst.IndentedBlock) for b in bodies):
            return NOT_MINE
        blocks = [b for b in bodies if isinstance(b, cst.IndentedBlock)]
        return self._end(place, index, node, arms, blocks) or self._beginning(
            place, index, node, arms, blocks
        )

    def _end(
        self,
        place: Place,
        index: int,
        node: cst.If,
        arms: list[Arm],
        blocks: list[cst.IndentedBlock],
    ) -> Match:
        lasts = [b.body[-1] for b in blocks]
        if not _all_same(lasts) or any(len(b.body) < 2 for b in blocks):
            return NOT_MINE
        if _is_bare_jump(lasts[0]):
            return NOT_MINE  # arms that leave with nothing in hand read as they are
        if any(has_comments(s) for s in lasts) or any(b.footer for b in blocks):
            return self.refuse("comment-inside", node)
        rest = [
            Arm(a.test, b.with_changes(body=b.body[:-1]), a.node)
            for a, b in zip(arms, blocks, strict=True)
        ]
        last = lasts[0].with_changes(leading_lines=[])
        body = [*place.statements[:index], chain_of(rest), last, *place.statements[index + 1 :]]
        if leaves(blocks[0]):
            body = body[: index + 2]
        return Site(
            node, f"Every arm ends with `{_short(last)}`.", place.block.with_changes(body=body)
        )

    def _beginning(
        self,
        place: Place,
        index: int,
        node: cst.If,
        arms: list[Arm],
        blocks: list[cst.IndentedBlock],
    ) -> Match:
        firsts = [b.body[0] for b in blocks]
        if (
            not _all_same(firsts)
            or any(len(b.body) < 2 for b in blocks)
            or not isinstance(firsts[0], cst.SimpleStatementLine)
        ):
            return NOT_MINE
        asked = set().union(*(names_in(a.test) for a in arms if a.test is not None))
        if assigned_names(firsts[0]) & asked:
            return self.refuse("condition-minds", node)
        if any(has_comments(s) for s in firsts) or any(b.header.comment for b in blocks):
            return self.refuse("comment-inside", node)
        rest = [
            Arm(a.test, b.with_changes(body=b.body[1:]), a.node)
            for a, b in zip(arms, blocks, strict=True)
        ]
        (first,) = with_lead([firsts[0].with_changes(leading_lines=[])], lead_of(node))
        chain = chain_of(rest).with_changes(leading_lines=[])
        body = [*place.statements[:index], first, chain, *place.statements[index + 1 :]]
        return Site(
            node, f"Every arm begins with `{_short(first)}`.", place.block.with_changes(body=body)
        )


def _all_same(statements: list[cst.BaseStatement]) -> bool:
    return all(same_code(statements[0], s) for s in statements[1:])


def _is_bare_jump(statement: cst.BaseStatement) -> bool:
    """A jump alone on its line, with no value or a plain one."""
    if not isinstance(statement, cst.SimpleStatementLine) or len(statement.body) != 1:
        return False
    small = statement.body[0]
    if isinstance(small, cst.Return):
        return small.value is None or isinstance(
            small.value, cst.Name | cst.SimpleString | cst.Integer
        )
    return isinstance(small, cst.Continue | cst.Break | cst.Raise)


def _short(statement: cst.BaseStatement) -> str:
    text = " ".join(text_of(statement.with_changes(leading_lines=[])).split())
    return text if len(text) <= 50 else f"{text[:47]}..."
