"""A condition becomes a function, or a method, with a name that says what it means.

Why it is safe: the function holds the same operands in the same order and is called where they
stood,
with the values that they had there; nothing is evaluated earlier, later, or more often than before,
but for the truth of its result.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import replace

from ...naming.comments import clauses_of
from ...naming.comments import phrase_of as comment_phrase
from ...naming.consequences import gives_reasons
from ...naming.deciding import phrase_of
from ...naming.phrases import Rank
from ...naming.proposals import Named, Proposal, proposals
from ...naming.spelling import spelt
from ...naming.words import is_usable
from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ..alike import Occurrence, decisions_in, existing_predicate, occurrences
from ..decisions import Decision, atoms_of, cuts_of, parts_of
from ..guest_predicates import predicate_on_its_class
from ..module_view import ModuleView, own_nodes
from ..predicates import Predicate, predicate_of
from ..ranges import range_predicate
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes
from ..writing import replacing

# Conditions of two atoms that are longer than this deserve a name.
_LONG = 40
# An answer of so many operands cannot be taken in at once.
_LONG_ANSWER = 5
_MOST_PARAMETERS = 5


@move
class ExtractPredicate(ModuleMove):
    """Give a condition a function of its own."""

    name = "extract-predicate"
    summary = "A condition of several parts becomes a function or method that says what it means."
    safe_because = (
        "The same operands are asked in the same order, at the same moment, of the same values."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "a name from what follows",
            """
            def admit(boat, level: int):
                if boat.papers is None or boat.length > 70 or boat.draught > level - 95:
                    raise Refusal("too large for the lock")
                boat.enter()
            """,
            """
            def admit(boat, level: int):
                if is_too_large_for_lock(boat, level):
                    raise Refusal("too large for the lock")
                boat.enter()


            def is_too_large_for_lock(boat, level: int):
                return boat.papers is None or boat.length > 70 or boat.draught > level - 95
            """,
            "proved-under",
        ),
        Example(
            "a method, where it speaks of the object; the positive is named",
            """
            class Lock:
                def admit(self, boat):
                    # not open
                    if self.closed or self.keeper is None or self.level < boat.draught:
                        return "wait"
                    return "enter"
            """,
            """
            class Lock:
                def admit(self, boat):
                    # not open
                    if not self._is_open(boat):
                        return "wait"
                    return "enter"

                def _is_open(self, boat):
                    return not (self.closed or self.keeper is None or self.level < boat.draught)
            """,
            "proved-under",
        ),
        Example(
            "the same condition in other functions, also turned round",
            """
            def moor(pound, gauge: int):
                # the water is out of bounds
                if gauge < 95 or gauge >= 220 or pound.ice is not None:
                    return "wait"
                return "moor"


            def pass_on(reach, level: int):
                if level >= 95 and level < 220 and reach.ice is None:
                    return "pass"
                return "stay"
            """,
            """
            def moor(pound, gauge: int):
                # the water is out of bounds
                if is_water_out_of_bounds(gauge, pound):
                    return "wait"
                return "moor"


            def is_water_out_of_bounds(gauge: int, pound):
                return gauge < 95 or gauge >= 220 or pound.ice is not None


            def pass_on(reach, level: int):
                if not is_water_out_of_bounds(level, reach):
                    return "pass"
                return "stay"
            """,
            "proved",
        ),
        Example(
            "a comment that says two parts one after the other, of which one is asked again",
            """
            def sort_out(boat, lock, into, aside):
                # in good standing, and can enter the lock
                if boat.permit and boat.paid > 2 and boat.length <= lock.length and not lock.closed:
                    into.append(boat)
                elif boat.permit and boat.paid > 2:
                    aside.append(boat)
            """,
            """
            def sort_out(boat, lock, into, aside):
                # in good standing, and can enter the lock
                if is_in_good_standing(boat) and boat.length <= lock.length and not lock.closed:
                    into.append(boat)
                elif is_in_good_standing(boat):
                    aside.append(boat)


            def is_in_good_standing(boat):
                return boat.permit and boat.paid > 2
            """,
            "proved-under",
        ),
        Example(
            "ranges with other bounds",
            """
            def colour(level: int):
                if 95 <= level < 120:
                    return "amber"
                if 120 <= level < 180:
                    return "green"
                return "red"
            """,
            """
            def colour(level: int):
                if is_level_within(level, 95, 120):
                    return "amber"
                if is_level_within(level, 120, 180):
                    return "green"
                return "red"


            def is_level_within(level: int, low, high):
                return low <= level < high
            """,
        ),
        Example(
            "a function that asks the same already",
            """
            def admit(boat, hour: int):
                if boat.late and hour > 20 or boat.sunk:
                    return "wait"
                return "enter"


            def is_refused(vessel, now: int):
                return vessel.late and now > 20 or vessel.sunk
            """,
            """
            def admit(boat, hour: int):
                if is_refused(boat, hour):
                    return "wait"
                return "enter"


            def is_refused(vessel, now: int):
                return vessel.late and now > 20 or vessel.sunk
            """,
            "proved-under",
        ),
    )
    unnamed = "no-name"
    REFUSALS = {
        "no-name": Refusal(
            "nothing beside the condition says what it means; --name LINE=NAME gives it a name",
            """
            def admit(boat, level: int):
                if boat.papers is None or boat.length > 70 or boat.draught > level - 95:
                    boat.turn()
                    return
                boat.enter()
            """,
        ),
        "suspends-or-binds": Refusal(
            "it awaits, yields or binds a name, which a function of its own cannot do in its place",
            """
            async def admit(boat, board):
                # the boat is late
                if await boat.arrival() > 12 and board.hour > 20 and boat.papers:
                    board.wait()
            """,
        ),
        "needs-its-function": Refusal(
            "it uses what only this function or class may",
            """
            class Lock(Gate):
                def fill(self, boat):
                    # the boat is too long
                    if super().ready() and boat.length > 70 and boat.width > 7:
                        return "wait"
            """,
        ),
        "text-inside": Refusal(
            "a comment or long text inside it would lose its place",
            """
            def admit(boat, hour):
                # the boat is late
                if (boat.due(  # by the clock of the lock
                        hour) and hour > 12 and boat.papers):
                    return "wait"
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for conditions that deserve a name and get a good one."""
        told: set[int] = set()
        for found in self._looked_at(view, function, wishes):
            told.add(found.line)
            yield found
        for line in _long_answers(function):
            if line not in told and wishes.line in (None, line):
                yield self.leave("no-name", line)

    def _looked_at(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        done = False
        for decision in decisions_in(view)[function.name]:
            if done and wishes.line is not None:
                return  # the whole condition is meant, not its operands
            if not (
                wishes.line == decision.line
                if wishes.line is not None
                else _may_deserve(decision, function, wishes)
            ):
                continue
            done = True
            present = _use_of_existing(view, function, decision, wishes) or range_predicate(
                view, function, decision, wishes
            )
            for part in parts_of(view, decision) if present is None else ():
                present = present or _use_of_existing(view, function, part, wishes)
            if present is not None:
                yield present
                continue
            yield from self._said_apart(view, function, decision, wishes)
            made = predicate_of(view, function, decision.condition)
            if isinstance(made, str):
                if _is_wanted(
                    decision, self._proposals(function, decision, frozenset(), wishes)[:1], wishes
                ):
                    yield self.leave(made, decision.line)
                continue
            found = [
                p
                for p in self._proposals(function, decision, made.home.taken(), wishes)
                if made.home.private(p.name) not in made.home.taken()
            ]
            if _is_wanted(decision, found[:1], wishes) and len(made.parameters) <= _MOST_PARAMETERS:
                yield from _sites(made, decision, found, wishes)
            elif decision.atoms > 2 and decision.role == "test":
                yield self.leave("no-name", decision.line)

    def _said_apart(
        self, view: ModuleView, function: Function, decision: Decision, wishes: Wishes
    ) -> Iterator[ModuleSite]:
        """The two parts of a condition of which a comment says one after the other, where it is
        plain which parts these are: one is asked elsewhere, too, or has its name already.
        """
        clauses = [c for comment in decision.comments for c in clauses_of(comment)]
        if len(clauses) != 2 or wishes.line is not None:
            return
        phrases = [comment_phrase(c) for c in clauses]
        named = [p.name for p in phrases if p is not None]
        best, parts = 0, None  # what is known of the parts, and these
        for cut in cuts_of(view, decision):
            # the more operands of it are asked elsewhere, the plainer it is
            plain = sum(
                100 if _calls(p.condition, n) else p.atoms * _stands_twice(view, function, p)
                for p, n in zip(cut, named, strict=True)
            )
            if plain > best:
                best, parts = plain, cut
        if parts is None or _speak_of_each_other(parts, named):
            return
        for part, clause in zip(parts, clauses, strict=True):
            made = predicate_of(view, function, part.condition)
            if part.atoms < 2 or isinstance(made, str):
                continue
            said = replace(part, comments=(clause,))
            taken = made.home.taken()
            found = [
                p
                for p in self._proposals(function, said, taken, wishes)
                if p.rank is Rank.COMMENT and made.home.private(p.name) not in taken
            ]
            if found and len(made.parameters) <= _MOST_PARAMETERS:
                yield from _sites(made, said, found, wishes)

    @staticmethod
    def _proposals(
        function: Function, decision: Decision, taken: frozenset[str], wishes: Wishes
    ) -> list[Proposal]:
        named = Named(
            decision.condition,
            decision.arm,
            decision.otherwise,
            decision.comments,
            decision.loop_target,
            decision.behind,
            function.node.name,
            gives_reasons(function.node),
        )
        more = wishes.more_names(named) if wishes.more_names is not None else []
        found = [p for p in more if p.name not in taken] + proposals(named, taken)
        decided = phrase_of(function.node, decision.condition) if decision.role == "test" else None
        if decided is not None and decided.name not in taken:
            found.append(Proposal(decided.name, decided.reason, decided.rank, decided.positive))
        literal = spelt(decision.condition)
        if literal is not None and is_usable(literal) and literal not in taken:
            found.append(Proposal(literal, "the condition spelt out", Rank.LITERAL))
        return found


def _calls(condition: ast.expr, name: str) -> bool:
    """Whether a condition asks a function of that name, or a method, private or not."""
    called = condition.func if isinstance(condition, ast.Call) else None
    last = called.attr if isinstance(called, ast.Attribute) else getattr(called, "id", "")
    return last.lstrip("_") == name


def _speak_of_each_other(parts: tuple[Decision, Decision], names: list[str]) -> bool:
    """Whether each of two names has more of the words of the other part than of its own."""
    asked = [
        {
            w
            for n in all_nodes(p.condition)
            if isinstance(n, ast.Name | ast.Attribute)
            for w in _words(n)
        }
        for p in parts
    ]
    said = [set(name.split("_")) for name in names]
    own, crossed = (len(said[0] & asked[i]) + len(said[1] & asked[1 - i]) for i in (0, 1))
    return crossed > own


def _words(node: ast.Name | ast.Attribute) -> list[str]:
    return (node.id if isinstance(node, ast.Name) else node.attr).lower().split("_")


def _stands_twice(view: ModuleView, function: Function, part: Decision) -> bool:
    """Whether several operands are asked elsewhere in the function, in the same or the opposite way."""
    made = predicate_of(view, function, part.condition) if part.atoms > 1 else ""
    return not isinstance(made, str) and any(
        o.function.name == function.name and o.decision.statement is not part.statement
        for o in _elsewhere(made, part)
    )


def _long_answers(function: Function) -> Iterator[int]:
    """The lines on which a function hands back the answer of a condition that mixes ``and`` and
    ``or``, and has more operands than can be taken in at once.
    """
    for node in own_nodes(function.node):
        value = node.value if isinstance(node, ast.Return) else None
        if isinstance(value, ast.BoolOp) and atoms_of(value) >= _LONG_ANSWER:
            if any(isinstance(v, ast.BoolOp) for v in value.values):
                yield value.lineno


def _may_deserve(decision: Decision, function: Function, wishes: Wishes) -> bool:
    """Whether a condition is worth a closer look."""
    if _is_call(decision.condition):
        return False
    if decision.role == "operand":
        if _is_range(decision.condition) and not wishes.asked:
            return False
        return (wishes.asked or decision.among_many) and (
            decision.atoms > 1 or _has_arithmetic(decision.condition)
        )
    if _is_only_content(decision, function):
        return False
    chained = isinstance(decision.condition, ast.Compare) and len(decision.condition.ops) > 1
    return decision.atoms > 1 or _has_arithmetic(decision.condition) or chained


def _is_range(node: ast.expr) -> bool:
    """Whether it is asked that a value lies between two bounds, which a chained comparison says as
    clearly as a name; that it lies outside of them, none does.
    """
    if not isinstance(node, ast.BoolOp) or len(node.values) != 2 or isinstance(node.op, ast.Or):
        return False
    sides = [_bounded(v) for v in node.values]
    return bool(sides[0] & sides[1])


def _bounded(node: ast.expr) -> set[str]:
    """What is compared with a number, in the words of the code."""
    if not isinstance(node, ast.Compare) or len(node.ops) != 1:
        return set()
    if not isinstance(node.ops[0], ast.Lt | ast.LtE | ast.Gt | ast.GtE):
        return set()
    pair = (node.left, node.comparators[0])
    if not any(isinstance(n, ast.Constant) for n in pair):
        return set()
    return {ast.unparse(n) for n in pair if not isinstance(n, ast.Constant)}


def _use_of_existing(
    view: ModuleView, function: Function, decision: Decision, wishes: Wishes
) -> ModuleSite | None:
    """The call of a function that asks the same already."""
    found = existing_predicate(view, decision.condition, function)
    if found is None or found[0] in wishes.fresh:
        return None
    name, given, negated = found
    call = f"{'not ' if negated else ''}{name}({', '.join(given.values())})"
    text = edited(view.text, [replacing(view, decision.condition, decision.statement, call)])
    why = f"`{name}` asks {'the opposite' if negated else 'just this'} already."
    return ModuleSite(
        decision.line,
        why,
        text,
        (function.name,),
        names=(Proposal(name, "it stands there already", Rank.MEANING),),
    )


def _is_call(node: ast.expr) -> bool:
    """Whether a condition only asks something by its name."""
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        return _is_call(node.operand)
    return isinstance(node, ast.Call | ast.Name | ast.Attribute | ast.Constant)


def _is_only_content(decision: Decision, function: Function) -> bool:
    """Whether the function does nothing but answer this condition, so that it is its name."""
    words = function.node.name.lstrip("_").split("_")
    body = [
        s
        for s in function.node.body
        if not (isinstance(s, ast.Expr) and isinstance(s.value, ast.Constant))
    ]
    return (
        decision.statement in body and len(body) <= 2 and words[0] in ("is", "has", "can", "should")
    )


def _has_arithmetic(node: ast.expr) -> bool:
    return any(
        isinstance(n, ast.BinOp)
        and isinstance(n.op, ast.Mod | ast.Sub | ast.Add | ast.Mult | ast.FloorDiv | ast.BitAnd)
        for n in all_nodes(node)
    )


def _is_wanted(decision: Decision, best: list[Proposal], wishes: Wishes) -> bool:
    """Whether a condition gets a name: one that says more than the code, unless a person asks."""
    if wishes.asked or wishes.wanted(decision.line, [p.name for p in best]):
        return True
    if not best or best[0].rank is Rank.LITERAL:
        return False
    text = ast.unparse(decision.condition)
    if decision.role == "operand":
        return decision.atoms > 1
    if decision.atoms == 1:
        return best[0].rank is Rank.COMMENT or any(
            isinstance(s, ast.Raise) for s in decision.arm[-1:]
        )
    return decision.atoms > 2 or len(text) > _LONG or best[0].rank is not Rank.MEANING


def _sites(
    made: Predicate, decision: Decision, found: list[Proposal], wishes: Wishes
) -> Iterator[ModuleSite]:
    names = [p.name for p in found]
    wish = wishes.wanted(decision.line, names)
    if wish is not None:
        positive = next(
            (p.positive for p in found if p.name == wish),
            (
                found[0].positive
                if found and wish in wishes.names.values() and _replaces(wishes, names)
                else True
            ),
        )
        found = [Proposal(wish, "asked for", Rank.ASKED, positive), *found]
    if not found:
        return
    found = _for_all(made, decision, found)
    elsewhere = [
        o
        for o in _elsewhere(made, decision)
        if wishes.may_change(o.function.name) and _means_the_same(made, o, found[0])
    ]
    guest = predicate_on_its_class(made, decision, found[0], elsewhere, strict=wishes.strict)
    if guest is not None:
        yield replace(guest, names=tuple(found))
    for others in ([elsewhere, []] if elsewhere else [[]]):
        for above in (False, True):
            yield _site(made, decision, found, others, above=above, strict=wishes.strict)


def _for_all(made: Predicate, decision: Decision, found: list[Proposal]) -> list[Proposal]:
    """The proposals with one first that fits wherever the condition is asked, if it is asked
    elsewhere, and what follows here does not follow there.
    """
    general = next((p for p in found if p.rank is Rank.MEANING), None)
    if found[0].rank is not Rank.CONSEQUENCE or general is None:
        return found
    others = _elsewhere(made, decision)
    if not others or any(_means_the_same(made, o, found[0]) for o in others):
        return found
    return [general, *(p for p in found if p is not general)]


def _replaces(wishes: Wishes, names: list[str]) -> bool:
    """Whether the wish was said as another name for the one proposed first."""
    return bool(names) and names[0] in wishes.names


def _means_the_same(made: Predicate, other: Occurrence, best: Proposal) -> bool:
    """Whether a name fits another place too: one that comes from what follows here only where the
    same follows, or where a long condition of one function says how something is, and not what is
    to be done.
    """
    is_state = best.name.split("_")[0] in ("is", "has", "are")
    if is_state and other.function.name == made.function.name and other.decision.atoms > 2:
        return True
    if best.rank is not Rank.CONSEQUENCE:
        return other.decision.atoms > 1 or best.rank is not Rank.COMMENT
    there = other.decision
    found = proposals(
        Named(there.condition, there.arm, there.otherwise, there.comments, there.loop_target)
    )
    return any(
        p.name == best.name and p.positive is (best.positive is not other.negated) for p in found
    )


def _elsewhere(made: Predicate, decision: Decision) -> list[Occurrence]:
    """The other places where the condition can be asked by the same predicate."""
    view = made.view
    opened = frozenset((*made.parameters, *([made.instance] if made.instance else [])))
    found: list[Occurrence] = []
    covered = [view.offsets.span(decision.condition)]
    for each in occurrences(view, made.condition, opened):
        start, end = view.offsets.span(each.decision.condition)
        if any(start < e and s < end for s, e in covered):
            continue
        if made.instance and (
            view.owners.get(id(each.function.node)) is not made.owner
            or view.instance_of(each.function) != each.names[made.instance]
        ):
            continue
        found.append(each)
        covered.append((start, end))
    return found


def _site(
    made: Predicate,
    decision: Decision,
    found: list[Proposal],
    others: list[Occurrence],
    *,
    above: bool,
    strict: bool,
) -> ModuleSite:
    view, best = made.view, found[0]
    name = best.name if best.rank is Rank.ASKED else made.home.private(best.name)
    asked = made.call(name)
    edits: list[Edit] = [
        replacing(
            view, decision.condition, decision.statement, asked if best.positive else f"not {asked}"
        )
    ]
    for other in others:
        given = [other.names[p] for p in made.parameters]
        there = f"{other.names[made.instance]}.{name}" if made.instance else name
        call = there if made.is_property(name) else f"{there}({', '.join(given)})"
        plain = best.positive is not other.negated
        edits.append(
            replacing(
                view,
                other.decision.condition,
                other.decision.statement,
                call if plain else f"not {call}",
            )
        )
    named = {other.names[p] for other in others for p in made.parameters}
    general = len(made.parameters) == 1 and named - set(made.parameters)
    defined = made.generalized() if general else made
    edits.append(
        made.home.insertion(
            defined.definition(name, positive=best.positive, strict=strict), above=above
        )
    )
    qualified = made.home.qualified(name)
    touched = tuple(dict.fromkeys([made.function.name, *(o.function.name for o in others)]))
    also = ", ".join(f"line {o.decision.line}" for o in others)
    why = f"`{name}` says what the condition means: {best.reason}." + (
        f" The same is asked in {also}." if also else ""
    )
    return ModuleSite(
        decision.line, why, edited(view.text, edits), touched, (qualified,), tuple(found)
    )
