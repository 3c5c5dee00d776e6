"""Loops: a relation between the two sides is assumed, and shown to hold after every round."""

from __future__ import annotations

from ..values.facts import Fact, Facts
from ..ir.graph import Cut, Node, Slot, successors, written
from .matching import Matching
from .states import Hypothesis, Name, Parted, Place, Side, State, TooWeak, Used, Value, flat
from ..values.terms import UNBOUND, Term, symbols

# Rounds of weakening at one loop head; each splits a group of names, so few are ever needed.
MOST_WEAKENINGS = 40


class Rounds(Matching):
    """Compares loops round by round."""

    def _loop(self, a: Cut, b: Cut, state: State) -> Used:
        self._same_reads(a, b, state)
        self._pair_live_lists(a, b, state)
        place = (a.number, b.number)
        hypothesis = self.active.get(place)
        if hypothesis is not None:
            used = self._restored(place, hypothesis, state)
            self._record(state, "goes round again", "goes round again")
            return frozenset(hypothesis.facts.items()) | used
        told = len(self.paths or ())
        try:
            return self._round(place, a, b, state, keep_facts=False)
        except Parted:
            self._tell_anew(told)
            return self._round(place, a, b, state, keep_facts=True)

    def _tell_anew(self, told: int) -> None:
        """Take back the paths of an attempt that was given up."""
        if self.paths is not None:
            del self.paths[told:]

    def _pair_live_lists(self, a: Cut, b: Cut, state: State) -> None:
        """At a loop head, pair the lists that both sides carry into it, the oldest first."""
        found = []
        for side, node in zip(state.sides, (a, b), strict=True):
            live = {t for s in node.live for t in flat([side.env.get(s, UNBOUND)]) if t[0] == "new"}
            found.append(sorted(live, key=lambda t: int(t[2])))
        for first, second in zip(*found, strict=False):
            self._pair_lists(state, first, second)

    def _round(self, place: Place, a: Cut, b: Cut, state: State, *, keep_facts: bool) -> Used:
        """Assume a relation at the head, walk one round, weaken the relation until it holds."""
        moving, fixed = self._names_at(a, b, state)
        groups: dict[Name, object] = dict(moving)
        loose: dict[Name, Value] = {name: self._assumed(term) for name, term in moving.items()}
        for _ in range(MOST_WEAKENINGS):
            hypothesis = self._hypothesis(groups, loose, fixed, state, keep_facts)
            kept = self.memory.size(), self.ledger.mark(), dict(self.visits)
            told = len(self.paths or ())
            self.active[place] = hypothesis
            try:
                return self.walk(self._under(hypothesis, a, b, state))
            except TooWeak as weaker:
                self._forget(*kept)
                self._tell_anew(told)
                if weaker.place != place:
                    raise
                groups, loose = weaker.relation, weaker.loose
            except Parted:
                self._forget(*kept)
                raise
            finally:
                del self.active[place]
        raise Parted("no relation between the two loops was found", a, b)

    def _forget(self, remembered: int, assumed: int, visits: dict[Place, int]) -> None:
        self.memory.drop(remembered)
        self.ledger.rewind(assumed)
        self.visits = visits

    def _names_at(self, a: Cut, b: Cut, state: State) -> tuple[dict[Name, Term], dict[Name, Term]]:
        """The live names at a loop head: those the loop may change, and the others."""
        moving: dict[Name, Term] = {}
        fixed: dict[Name, Term] = {}
        for which, (side, node) in enumerate(zip(state.sides, (a, b), strict=True)):
            changes = self._changed_in(which, node)
            for slot in node.live:
                term = side.env.get(slot, UNBOUND)
                (moving if slot in changes else fixed)[which, slot] = term
        return moving, fixed

    def _changed_in(self, which: int, head: Cut) -> set[Slot]:
        """What a round of a loop may change; a way that goes round a loop around it is checked at
        the head of that one, and is no round of this.
        """
        around = frozenset(place[which] for place in self.active) - {head.number}
        key = which, head.number, around
        found = self.changing.get(key)
        if found is None:
            found = self.changing[key] = _changed_between(head, around)
        return found

    def _hypothesis(
        self,
        groups: dict[Name, object],
        loose: dict[Name, Value],
        fixed: dict[Name, Term],
        state: State,
        keep_facts: bool,
    ) -> Hypothesis:
        values: dict[object, Term] = {}
        for name, group in groups.items():
            if group not in values:
                values[group] = term = self.new(loose[name].kinds)
                self.types.types[term[1]] = loose[name].declared
                if loose[name].maybe_unbound:
                    self.maybe.add(term[1])
        stable = {n for term in fixed.values() for n in symbols(term)}
        # in their order: which of several facts answers a question must not differ between runs
        facts = dict(f for f in state.facts if keep_facts and set(symbols(f[0])) <= stable)
        return Hypothesis(groups, values, fixed, facts)

    def _under(self, hypothesis: Hypothesis, a: Cut, b: Cut, state: State) -> State:
        sides = []
        for which, node in enumerate((a, b)):
            env = {slot: term for (w, slot), term in hypothesis.fixed.items() if w == which}
            env |= {
                slot: hypothesis.values[g]
                for (w, slot), g in hypothesis.groups.items()
                if w == which
            }
            sides.append(Side(node.next, env))
        return State((sides[0], sides[1]), Facts(self.kinds, hypothesis.facts), {}, {})

    def _restored(self, place: Place, hypothesis: Hypothesis, state: State) -> Used:
        """Check the assumed relation at the end of a round; ask for a weaker one if it fails.

        A flag that is known to be up or down here is as good as one that is set so.

        Returns:
            the facts that this rests on.
        """
        now: dict[Name, Term] = {}
        used: frozenset[Fact] = frozenset()
        for name in hypothesis.groups:
            term = state.sides[name[0]].env.get(name[1], UNBOUND)
            now[name], known = state.facts.resolve(term, same=True)
            used |= known
        relation: dict[Name, object] = {
            name: (group, now[name]) for name, group in hypothesis.groups.items()
        }
        loose = {
            name: self._assumed(hypothesis.values[group])
            for name, group in hypothesis.groups.items()
        }
        widened = {name: self._widened(loose[name], term) for name, term in now.items()}
        if len(set(relation.values())) != len(hypothesis.values) or widened != loose:
            raise TooWeak(place, relation, widened)
        for name, term in hypothesis.fixed.items():
            if state.sides[name[0]].env.get(name[1], UNBOUND) != term:
                raise Parted(
                    "a loop changes a name in a way the judge does not follow",
                    *(s.node for s in state.sides),
                )
        return used

    def _widened(self, assumed: Value, term: Term) -> Value:
        found = self._assumed(term)
        both = assumed.kinds is not None and found.kinds is not None
        kinds = (assumed.kinds or frozenset()) | (found.kinds or frozenset()) if both else None
        maybe_unbound = assumed.maybe_unbound or found.maybe_unbound
        declared = assumed.declared | found.declared
        return Value(None if maybe_unbound else kinds, maybe_unbound, declared)


def _changed_between(head: Cut, around: frozenset[int]) -> set[Slot]:
    """The slots that some way from a loop head back to it may change, ways over some other heads
    apart.
    """
    inside = {id(head)}
    order: list[Node] = []
    seen: set[int] = set()
    pending: list[Node] = [head]
    while pending:
        node = pending.pop()
        if id(node) not in seen:
            seen.add(id(node))
            order.append(node)
            if not (isinstance(node, Cut) and node.number in around):
                pending.extend(successors(node))
    grew = True
    while grew:
        grew = False
        for node in reversed(order):
            if id(node) not in inside and any(id(s) in inside for s in successors(node)):
                inside.add(id(node))
                grew = True
    return set().union(*(written(node) for node in order if id(node) in inside))
