"""Neighbouring arms that do the same become one arm, with ``or``; the last of them become the else.

Why it is safe: the conditions are asked in the same order, the second only where the first does not
hold, and either one leads to the same statements. A condition that decides nothing goes only where
the judge proves that nobody notices.
"""

from __future__ import annotations

from collections.abc import Iterator

import libcst as cst

from ...logic.conditions import chained
from ...logic.known import atom_of
from ...logic.walk import has_comments
from ..arms import Arm, arms_of, chain_of, same_code
from ..blocks import lead_of, leaves
from ..places import Place
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..rounds import suite_of


@move
class MergeArms(Move):
    """Merge neighbouring arms that do the same."""

    name = "merge-arms"
    summary = "Merge neighbouring arms of a chain that do the same."
    safe_because = (
        "The conditions are asked in the same order, and each leads to the same statements."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "two arms",
            """
            def wants_pilot(boat, night: bool):
                if boat.length > 300:
                    return True
                elif night:
                    return True
                else:
                    return False
            """,
            """
            def wants_pilot(boat, night: bool):
                if boat.length > 300 or night:
                    return True
                else:
                    return False
            """,
        ),
        Example(
            "a condition that decides nothing",
            """
            def toll(kind: str, loaded: bool):
                if kind == "barge":
                    return 25
                elif loaded:
                    return 12
                else:
                    return 12
            """,
            """
            def toll(kind: str, loaded: bool):
                if kind == "barge":
                    return 25
                else:
                    return 12
            """,
        ),
    )
    REFUSALS = {
        "comment-inside": Refusal(
            "a comment explains one of the arms",
            """
            def rate(boat):
                if boat.known:
                    fee = 1
                elif boat.late:
                    # the same as for friends
                    fee = 1
                else:
                    fee = 2
                return fee
            """,
        ),
        "too-long": Refusal(
            "the joined condition would be too long for its line",
            """
            def rate(boat):
                if boat.known_to_the_keeper_at_the_upper_lock_and_to_the_keeper_at_the_lower_lock_and_to_all_others and boat.paid:
                    fee = 1
                elif boat.late_at_the_upper_lock and boat.first:
                    fee = 1
                else:
                    fee = 2
                return fee
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """The first way to do it."""
        return next(iter(self.ways(place, index, around)), NOT_MINE)

    def ways(self, place: Place, index: int, around: Around) -> Iterator[Match]:
        """Look for two arms with the same statements: neighbours, or with other kinds between."""
        node = place.statements[index]
        if not isinstance(node, cst.If):
            return
        arms = arms_of(node)
        if node.orelse is None:
            behind = cst.IndentedBlock(place.statements[index + 1 :])
            if behind.body and same_code(arms[0].body, behind) and leaves(node.body):
                yield self._undecided(place, index, [*arms, Arm(None, behind, cst.Else(behind))])
            return
        for number, first in enumerate(arms):
            for later in range(number + 1, len(arms)):
                second = arms[later]
                if first.test is None or second.test is None:
                    continue
                apart = later > number + 1
                if apart and not _about_one_subject(arms[number + 1 : later + 1]):
                    break
                if not same_code(first.body, second.body):
                    continue
                yield self._merged(place, index, arms, number, later, around)
                break
        if arms[-1].test is None and same_code(arms[-2].body, arms[-1].body):
            yield self._undecided(place, index, arms)

    def _undecided(self, place: Place, index: int, arms: list[Arm]) -> Match:
        """The last two arms of a chain do the same: what the last condition says decides nothing."""
        *rest, first, last = arms
        spoken = [*first.node.leading_lines, *last.node.leading_lines]
        if has_comments(first.body) or has_comments(last.body) or any(e.comment for e in spoken):
            return self.refuse("comment-inside", first.node)
        why = "Both arms do the same, whatever the condition says."
        if rest:
            block = place.exchanged(index, chain_of([*rest, last]))
        else:
            inside = suite_of(first.body)
            inside[0] = inside[0].with_changes(leading_lines=lead_of(place.statements[index]))
            is_whole = isinstance(first.node, cst.If) and first.node.orelse is not None
            until = index + 1 if is_whole else len(place.statements)
            block = place.exchanged(index, *inside, until=until)
        return Site(first.node, why, block, tentative=True)

    def _merged(
        self, place: Place, index: int, arms: list[Arm], number: int, later: int, around: Around
    ) -> Match:
        first, second = arms[number], arms[later]
        assert first.test is not None and second.test is not None
        if (
            has_comments(first.body)
            or has_comments(second.body)
            or any(e.comment for e in second.node.leading_lines)
        ):
            return self.refuse("comment-inside", second.node)
        test = chained([first.test, second.test], cst.Or)
        fitted = around.fitted(place, "elif", test)
        if fitted is None:
            return self.refuse("too-long", second.node)
        rest = [a for i, a in enumerate(arms) if i not in (number, later)]
        merged = [*rest[:number], Arm(fitted, first.body, first.node), *rest[number:]]
        why = "Both arms do the same; one condition says when."
        block = place.exchanged(index, chain_of(merged))
        return Site(second.node, why, block, tentative=later > number + 1)


def _about_one_subject(arms: list[Arm]) -> bool:
    """Whether some arms ask one subject for kinds, so that their order does not matter."""
    subjects = set()
    for arm in arms:
        atom, positive = atom_of(arm.test) if arm.test is not None else (("", "", ""), False)
        if atom[0] not in ("==", "in", "is") or not positive:
            return False
        subjects.add(atom[1])
    return len(subjects) == 1
