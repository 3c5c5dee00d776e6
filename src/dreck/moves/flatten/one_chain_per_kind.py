"""Tests of one subject scattered all over a block become one chain, an arm for each kind.

The block is specialised for each value that the subject is compared with, and for "none of them":
every test that follows from the value is decided, what is dead goes. Kinds that come out the same
share an arm.

Why it is safe: for each value, the arm is the block with only those tests left out whose answer is
certain. The subject is asked once, at the start, so it must not change on the way; the judge sees
to that.
"""

from __future__ import annotations

import libcst as cst

from ...logic.assigned import assigned_names
from ...logic.conditions import atoms, constant, core, squeezed, text_of
from ...logic.walk import has_comments, names_in, walk
from ...logic.along import nothing_known
from ...logic.known import Known, elements_of, is_quiet
from ...logic.specialise import specialised
from ..arms import Arm, chain_of, meaning
from ..blocks import lead_of, weight, with_lead
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move

# Fewer tests of one subject are not scattered.
_LEAST_TESTS = 3
# More kinds than this make a longer chain than anybody wants to read.
_MOST_KINDS = 8
# The chain may hold this many times the statements that were there.
_MOST_GROWTH = 1.5


@move
class OneChainPerKind(Move):
    """Bring scattered tests of one subject into one chain."""

    name = "one-chain-per-kind"
    summary = "Bring scattered tests of one subject into one chain with an arm for each kind."
    safe_because = "Each arm is the block for that kind, with only those tests left out whose answer is certain."
    since = "0.1"
    EXAMPLES = (
        Example(
            "three kinds, tested all over",
            """
            def wear(kind: str, depth: int, silt: int):
                if kind != "weir":
                    if kind == "basin":
                        silt = silt + 2
                    else:
                        silt = silt + 1
                    if silt > depth:
                        if kind != "basin":
                            silt = depth
                if kind == "basin" and silt > depth:
                    silt = 0
                return silt
            """,
            """
            def wear(kind: str, depth: int, silt: int):
                if kind == "weir":
                    pass
                elif kind == "basin":
                    silt = silt + 2
                    if silt > depth:
                        silt = 0
                else:
                    silt = silt + 1
                    if silt > depth:
                        silt = depth
                return silt
            """,
        ),
    )
    REFUSALS = {
        "grows": Refusal(
            "each kind would need most of the code; the chain would be longer than the tangle",
            """
            def wear(kind: str, gate, log):
                if kind == "weir":
                    log.add(1)
                gate.clean()
                gate.paint()
                gate.check()
                if kind == "basin":
                    log.add(2)
                gate.test()
                if kind == "pound":
                    log.add(3)
                gate.close()
            """,
        ),
        "comment-inside": Refusal(
            "a comment inside would have to be said in several arms",
            """
            def wear(kind: str, silt: int):
                if kind != "weir":
                    silt = silt + 2
                # the old rule
                if kind == "basin":
                    silt = 0
                if kind != "basin":
                    silt = silt - 1
                return silt
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """Look for the first of several statements that test one subject."""
        node = place.statements[index]
        if not isinstance(node, cst.If):
            return NOT_MINE
        subject = _subject(place, index)
        if subject is None:
            return NOT_MINE
        last = max(i for i, s in enumerate(place.statements) if _kinds_in(s, squeezed(subject)))
        block = list(place.statements[index : last + 1])
        old = sum(weight(s) for s in block)
        kinds = list(dict.fromkeys(k for s in block for k in _kinds_in(s, squeezed(subject))))
        arms = _arms(subject, kinds, block, nothing_known(function_of(place)))
        if not any(names and (body or arms[-1][1]) for names, body in arms):
            return NOT_MINE  # all kinds come out the same
        if (
            len(kinds) > _MOST_KINDS
            or sum(sum(weight(s) for s in a[1]) for a in arms) > old * _MOST_GROWTH
        ):
            return self.refuse("grows", node)
        if any(has_comments(s) for s in block):
            return self.refuse("comment-inside", node)
        chain = _chain(subject, arms).with_changes(leading_lines=lead_of(node))
        if _tests_left(chain, squeezed(subject)) > len(arms):
            return NOT_MINE
        why = f"Everything that depends on `{text_of(subject)}` stands in one chain, an arm for each kind."
        return Site(node, why, place.exchanged(index, chain, until=last + 1))


def _subject(place: Place, index: int) -> cst.BaseExpression | None:
    """The subject tested most often from here on in a scattered way, if this is the first test of
    it.
    """
    found: dict[str, list[cst.BaseExpression]] = {}
    for statement in place.statements[index:]:
        for subject, _ in _tests(statement):
            found.setdefault(squeezed(subject), []).append(subject)
    best = max(found, key=lambda text: len(found[text]), default="")
    if len(found.get(best, ())) < _LEAST_TESTS or any(
        _kinds_in(s, best) for s in place.statements[:index]
    ):
        return None
    if not _kinds_in(place.statements[index], best) or not is_quiet(found[best][0]):
        return None
    here = [s for s in place.statements[index:] if _kinds_in(s, best)]
    if len(here) == 1 and _is_one_chain(here[0], best):
        return None
    subject = found[best][0]
    return None if names_in(subject) & set().union(*(assigned_names(s) for s in here)) else subject


def _is_one_chain(statement: cst.BaseStatement, subject: str) -> bool:
    """Whether a statement asks for the subject nowhere but in the conditions of its own arms."""
    if not isinstance(statement, cst.If):
        return False
    arm: cst.If | cst.Else | None = statement
    while arm is not None:
        if _kinds_in(arm.body, subject):
            return False
        arm = arm.orelse if isinstance(arm, cst.If) else None
    return True


def _tests(node: cst.CSTNode) -> list[tuple[cst.BaseExpression, list[cst.BaseExpression]]]:
    """Every test of a subject for constants: the subject and the constants."""
    asked = (n.test for n in walk(node, inner=False) if isinstance(n, cst.If | cst.IfExp))
    return [
        found
        for test in asked
        for atom in atoms(test)
        if (found := _test_of(core(atom))) is not None
    ]


def _test_of(
    atom: cst.BaseExpression,
) -> tuple[cst.BaseExpression, list[cst.BaseExpression]] | None:
    if (
        not isinstance(atom, cst.Comparison)
        or len(atom.comparisons) != 1
        or not isinstance(core(atom.left), cst.Name | cst.Attribute)
    ):
        return None
    target = atom.comparisons[0]
    values = (
        elements_of(target.comparator) if isinstance(target.operator, cst.In | cst.NotIn) else None
    )
    if (
        isinstance(target.operator, cst.Equal | cst.NotEqual)
        and constant(target.comparator) is not None
    ):
        values = [target.comparator]
    return None if values is None else (core(atom.left), values)


def _kinds_in(node: cst.CSTNode, subject: str) -> list[str]:
    """The texts of the constants that a subject is compared with, in order."""
    return [
        squeezed(v)
        for tested, values in _tests(node)
        if squeezed(tested) == subject
        for v in values
    ]


def _tests_left(node: cst.CSTNode, subject: str) -> int:
    return sum(squeezed(tested) == subject for tested, _ in _tests(node))


_Arms = list[tuple[list[str], list[cst.BaseStatement]]]


def _arms(
    subject: cst.BaseExpression, kinds: list[str], block: list[cst.BaseStatement], start: Known
) -> _Arms:
    """The kinds (none for the rest) with what is left of the block for them; the rest is last."""
    rest = start
    merged: dict[str, tuple[list[str], list[cst.BaseStatement]]] = {}
    for kind in kinds:
        is_kind = cst.Comparison(
            subject, [cst.ComparisonTarget(cst.Equal(), cst.parse_expression(kind))]
        )
        body = specialised(block, start.learning(is_kind, True))
        merged.setdefault(_text(body), ([], body))[0].append(kind)
        rest = rest.learning(is_kind, False)
    other = specialised(block, rest)
    merged.pop(_text(other), None)
    return [*merged.values(), ([], other)]


def _text(body: list[cst.BaseStatement]) -> str:
    return "\n".join(meaning(s) for s in body)


def _chain(subject: cst.BaseExpression, found: _Arms) -> cst.If:
    """The arms as an if chain; the do-nothing kind stays visible where the rest does something."""
    *kinds, (_, rest) = found
    arms = [
        Arm(_test(subject, names), _body(body), cst.If(cst.Name("_"), _body(body)))
        for names, body in kinds
        if body or rest
    ]
    if rest:
        arms.append(Arm(None, _body(rest), cst.Else(_body(rest))))
    return chain_of(arms)


def _body(statements: list[cst.BaseStatement]) -> cst.IndentedBlock:
    lines = statements or [cst.SimpleStatementLine([cst.Pass()])]
    first = lines[0]
    lead = [line for line in lead_of(first) if line.comment is not None]
    return cst.IndentedBlock(with_lead([first.with_changes(leading_lines=[]), *lines[1:]], lead))


def _test(subject: cst.BaseExpression, kinds: list[str]) -> cst.Comparison:
    if len(kinds) == 1:
        return cst.Comparison(
            subject, [cst.ComparisonTarget(cst.Equal(), cst.parse_expression(kinds[0]))]
        )
    members = cst.parse_expression(f"({', '.join(kinds)})")
    return cst.Comparison(subject, [cst.ComparisonTarget(cst.In(), members)])
