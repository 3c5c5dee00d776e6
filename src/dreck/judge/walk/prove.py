"""The lock-step walk: two decision graphs are compared by walking both at once.

Each side advances on its own through what nobody can observe, up to its next effect, open
question, loop head or exit; there the two must agree. An effect that both do with the same
operands yields the same unknown value on both sides. An open question splits the walk in
two. At a loop head the walk assumes a relation between the two sides' names, and shows that
every round restores it (the relation is weakened until it holds: an inductive invariant).

The method is translation validation by bisimulation: A. Pnueli, M. Siegel, E. Singerman,
"Translation validation", TACAS 1998; G. Necula, "Translation validation for an optimizing
compiler", PLDI 2000. What a finished part of the walk rested on is kept, so that the same
place with the same few facts is not walked twice.
"""

from __future__ import annotations

import sys
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass, field, replace

from .aim import Plain, aimed
from ..world.operators import may_act
from ..world.around import Names
from ..values.facts import Fact, Facts
from ..ir.graph import Cut, Do, Graph, Leave, Node, Slot
from ..world.hints import class_of_annotation, class_or_none_of_annotation, kinds_of_annotation
from .evident_flags import evident_flags
from .plain_numbers import works_numbers_out
from .evident_numbers import evident_numbers
from .memory import Numbering
from .patience import Patience
from .rounds import Rounds
from .states import Answered, Enough, Parted, Path, Place, Side, State, TooWeak, Used
from ..values.terms import BOOL, NUMBERS, UNBOUND, Term
from ..face.verdict import Assumption, AssumptionKind
from ..face.wording import shortened

# A walk of more steps than this is given up; at about 100 microseconds a step that is two seconds.
MOST_STEPS = 20_000
# The second walk, under more assumptions, is given up earlier: where it helps, it helps soon.
MOST_STEADY_STEPS = 6_000
# Visits to one place before its values are forgotten, so that choices in a row do not multiply.
VISITS_BEFORE_FORGETTING = 6
_RECURSION = 60_000


@dataclass(frozen=True, slots=True)
class Proved:
    """The two graphs agree on every path, given the assumptions. ``steps`` counts comparisons."""

    assumptions: tuple[Assumption, ...]
    steps: int


@dataclass(frozen=True, slots=True)
class Unproved:
    """Where the walk could not go on: lines count from 1 in each version's own text.

    ``aim`` holds values of parameters with which the versions get there, if some were found.
    """

    why: str
    line_before: int
    line_after: int
    aim: Mapping[str, Plain] = field(default_factory=dict)


def prove(
    before: Graph,
    after: Graph,
    names: Names,
    *,
    strict: bool = False,
    patience: Patience | None = None,
) -> Proved | Unproved:
    """Compare two lowered functions.

    Args:
        before: the graph of the old version, whose annotations are relied on.
        after: the graph of the new version.
        names: what is known of the names around them.
        strict: allow no assumption.
        patience: how far this walk and others of the same comparison may go.
    """
    if before.flavour != after.flavour:
        return Unproved(
            f"one is a {before.flavour}, the other a {after.flavour}",
            before.entry.line,
            after.entry.line,
        )
    if before.signature != after.signature:
        return Unproved("the signatures or decorators differ", before.entry.line, after.entry.line)
    with _deep_recursion():
        return _in_ways(before, after, names, strict, patience or Patience())[0]


@dataclass(frozen=True, slots=True)
class _Way:
    """How two functions are walked.

    Attributes:
        steady: what is asked again has the answer that it had.
        evident: values are taken for what they evidently are.
        flags: what is only asked whether it is true is a truth.
        numbers: no number is too large to be written out, or for a float.
    """

    steady: bool = True
    evident: bool = True
    flags: bool = False
    numbers: bool = False

    def walk(
        self, before: Graph, after: Graph, names: Names, strict: bool, paths: list[Path] | None
    ) -> _Walk:
        """A walk in this way, which has not begun."""
        return _Walk(
            before,
            after,
            names,
            strict,
            self.steady,
            takes_evident=self.evident,
            takes_flags=self.flags,
            takes_numbers=self.numbers,
            paths=paths,
            most=MOST_STEADY_STEPS if self.steady else MOST_STEPS,
        )


def _in_ways(
    before: Graph, after: Graph, names: Names, strict: bool, patience: Patience
) -> tuple[Proved | Unproved, _Way]:
    """What comes of comparing two functions, and how they were walked: under as little as will do."""

    def walked(way: _Way) -> Proved | Unproved:
        walk = way.walk(before, after, names, strict, None)
        walk.most = patience.most(walk.most)
        found = walk.run()
        patience.spend(walk.steps)
        return found

    plain, steady = _Way(steady=False), _Way()
    found = walked(plain)
    if strict or isinstance(found, Proved):
        return found, plain
    again = walked(steady)
    flags = not isinstance(again, Proved) and bool(evident_flags(before, after))
    if flags:
        steady = _Way(flags=True)
        again = walked(steady)
    if not isinstance(again, Proved) and works_numbers_out(before, after):
        steady = _Way(flags=flags, numbers=True)
        again = walked(steady)
    if not isinstance(again, Proved):
        return found, _Way()
    if any(a.kind is AssumptionKind.AS_USED for a in again.assumptions):
        # what both sides ask of a value alike does not have to be what it evidently is
        unseen = replace(steady, evident=False)
        plainer = walked(unseen)
        if isinstance(plainer, Proved):
            return plainer, unseen
    return again, steady


def paths_of(
    before: Graph, after: Graph, names: Names, *, strict: bool = False
) -> tuple[list[Path], bool]:
    """The paths through both versions as the proof walks them, at most :data:`MOST_PATHS`.

    Returns:
        The paths, and whether these are all. Where the versions part, the list ends with the
        path on which they do.
    """
    way = _in_ways(before, after, names, strict, Patience())[1]
    walk = way.walk(before, after, names, strict, [])
    assert walk.paths is not None
    with _deep_recursion():
        try:
            found = walk.run()
        except Enough:
            return walk.paths, False
    if isinstance(found, Unproved) and (not walk.paths or walk.paths[-1].matched):
        walk.paths.append(Path((), found.why, "", False))
    return walk.paths, True


@dataclass(slots=True)
class _Walk(Rounds):
    """The walk over both sides."""

    def run(self) -> Proved | Unproved:
        try:
            self.walk(self._start())
        except Parted as parted:
            return Unproved(parted.why, parted.before.line, parted.after.line, self._aim())
        if self.types.contradicted and self.types.trusts_elements:
            # what was put in may have been taken out again before that was seen
            paths: list[Path] | None = None if self.paths is None else []
            way = _Way(self.steady, self.takes_evident, self.takes_flags, self.takes_numbers)
            again = way.walk(self.before, self.after, self.names, self.strict, paths)
            again.types.trusts_elements = False
            again.most = self.most
            found = again.run()
            self.paths = again.paths
            return found
        return Proved(self.ledger.granted(), self.steps)

    def _aim(self) -> dict[str, Plain]:
        """Values of parameters that lead to where the walk stopped."""
        if self.reached is None:
            return {}
        return (
            aimed(
                self.reached.facts,
                dict(zip(self.before.parameters, self.given, strict=True)),
                self.kinds,
            )
            or {}
        )

    def _start(self) -> State:
        env: dict[Slot, Term] = {}
        trees = self.names.declared.trees
        taken = self.steady and self.takes_evident
        numbers = evident_numbers(self.before, self.after, trees) if taken else []
        acts = may_act("truth", trees)
        flags = evident_flags(self.before, self.after) if self.takes_flags and not acts else []
        for name, annotation in zip(self.before.parameters, self.before.annotations, strict=True):
            kinds = kinds_of_annotation(annotation, self.names)
            if name in numbers and self.ledger.as_used(name, "a number"):
                kinds = NUMBERS
            elif name in flags and self.ledger.is_flag(name):
                kinds = BOOL
            env[name] = self.new(kinds)
            self.types.types[env[name][1]] = self.names.declared.read(annotation)
        self.given = tuple(env[name] for name in self.before.parameters)
        facts = self._promised(env)
        sides = (Side(self.before.entry, env), Side(self.after.entry, dict(env)))
        return State(sides, facts, {}, {})

    def _promised(self, env: dict[Slot, Term]) -> Facts:
        """The classes that annotations promise, where they are asked for."""
        facts = Facts(self.kinds)
        for name, annotation in zip(self.before.parameters, self.before.annotations, strict=True):
            chain = self.names.classes.get(class_of_annotation(annotation), ())
            if self.steady and chain:
                facts = facts.adding(("isa", env[name], "<".join(chain)), True)
            chain = self.names.classes.get(class_or_none_of_annotation(annotation), ())
            if self.steady and chain:
                facts = facts.adding(("isa or None", env[name], "<".join(chain)), True)
        return facts

    def walk(self, state: State) -> Used:
        """Show that the two sides agree from here; return the facts that this rests on."""
        segments: list[set[Fact]] = [set()]
        marks: list[tuple[object, Numbering]] = []
        while True:
            self._spend(state)
            if self._settled(state, segments[-1]):
                done = self._remembered(state, segments, marks)
                if done is not None:
                    segments[-1] |= done
                    break
            a, b = state.sides[0].node, state.sides[1].node
            if isinstance(a, Do) and isinstance(b, Do):
                segments[-1] |= self._meet(a, b, state) | self._narrowed()
                continue
            again = self._go_alone(a, b, state)
            if again is not None:
                segments[-1] |= again | self._narrowed()
                continue
            segments[-1] |= self._arrive(a, b, state)
            break
        return self._keep(segments, marks)

    def _settled(self, state: State, used: set[Fact]) -> bool:
        """Advance both sides to their next observable steps; say whether paths joined on the way."""
        first, second = state.sides
        joined = self._settle(first, state, used)
        told = state.facts
        joined |= self._settle(second, state, used)
        # What the second has shown a value to be may go for the first.
        return joined | (state.facts is not told and self._settle(first, state, used))

    def _go_alone(self, a: Node, b: Node, state: State) -> Used | None:
        """Where only one side does something: a step that need not be matched."""
        for which, node in enumerate((a, b)):
            if isinstance(node, Do):
                terms, used = self._operands(node, state, which)
                alone = self._alone(node, terms, state, which)
                if alone is None:
                    alone = self.sets_again(node, terms, state, state.sides[which])
                if alone is None and which == 0 and self._open_question(b, state, 1) is None:
                    alone = self._left_out(node, terms, state, state.sides[0])
                if alone is None and which == 1 and self._open_question(a, state, 0) is None:
                    alone = self._read_aside(node, terms, state, state.sides[1])
                return None if alone is None else used | alone
        return None

    def _arrive(self, a: Node, b: Node, state: State) -> Used:
        question = self._open_question(a, state, 0) or self._open_question(b, state, 1)
        if question is not None:
            return self._split(question, state)
        if isinstance(a, Leave) and isinstance(b, Leave):
            return self._compare_exits(a, b, state)
        if isinstance(a, Cut) and isinstance(b, Cut):
            self._nothing_owed(a, b, state)
            return self._loop(a, b, state)
        raise self._parted(a, b)

    def _spend(self, state: State) -> None:
        self.steps += 1
        self.reached = state
        if self.steps > self.most:
            raise Parted(
                "there are too many paths to compare", state.sides[0].node, state.sides[1].node
            )

    def _remembered(
        self, state: State, segments: list[set[Fact]], marks: list[tuple[object, Numbering]]
    ) -> Used | None:
        a, b = state.sides
        if (
            isinstance(a.node, Leave)
            or isinstance(b.node, Leave)
            or self.paths is not None
            or state.owed
        ):
            return None
        key, numbering = self._key(state)
        found = self.memory.find(key, numbering, state.facts)
        if found is not None:
            return found
        place = (a.node.number, b.node.number)
        self.visits[place] = self.visits.get(place, 0) + 1
        if self.visits[place] >= VISITS_BEFORE_FORGETTING and place not in self.particular:
            if not isinstance(a.node, Cut) and self._walk_forgetting(place, state):
                return frozenset()
        segments.append(set())
        marks.append((key, numbering))
        return None

    def _key(self, state: State) -> tuple[object, Numbering]:
        views = [(s.node.number, s.node.live, s.env, s.reads) for s in state.sides]
        return self.memory.key(views, state.known_globals, state.fields, self._colour)

    def _keep(self, segments: list[set[Fact]], marks: list[tuple[object, Numbering]]) -> Used:
        rest: set[Fact] = set()
        for segment, mark in zip(reversed(segments), [*reversed(marks), None], strict=True):
            rest |= segment
            if mark is not None:
                self.memory.keep(mark[0], mark[1], frozenset(rest))
        return frozenset(rest)

    def _split(self, question: Term, state: State) -> Used:
        atom = question[1] if question[0] == "not" else question
        used: set[Fact] = set()
        for value in (True, False):
            excluded = self._excluded(atom, value, state)
            if excluded is not None:
                used |= excluded
                continue
            branch = state.copy(state.facts.adding(atom, value))
            if self.paths is not None:
                branch.asked += (self._answered(question, value, state),)
            sub = self.walk(branch)
            used |= sub - {(atom, value)}
        return frozenset(used)

    def _answered(self, question: Term, value: bool, state: State) -> Answered:
        """The question in the words of each version that asks it now, and the answer to those
        words.
        """
        atom = question[1] if question[0] == "not" else question
        asked: list[tuple[str, bool] | None] = []
        for which, side in enumerate(state.sides):
            term = self._open_question(side.node, state, which)
            positive = term == atom
            same = positive or term == ("not", atom)
            asked.append(
                (shortened(getattr(side.node, "source", None)), positive) if same else None
            )
        leading = asked[0] or asked[1]
        positive = leading[1] if leading else True
        texts = [
            None if a is None else a[0] if a[1] == positive else f"not ({a[0]})" for a in asked
        ]
        return Answered(texts[0], texts[1], value == positive)

    def _walk_forgetting(self, place: Place, state: State) -> bool:
        """Try to show agreement whatever the values are that both sides hold alike."""
        general = self._general(state)
        key, numbering = self._key(general)
        if self.memory.find(key, numbering, general.facts) is not None:
            return True
        kept = self.memory.size(), self.ledger.mark(), dict(self.visits)
        self.particular.add(place)  # within this attempt, and for good if it fails
        try:
            used = self.walk(general)
        except (Parted, TooWeak):
            self._forget(*kept)
            return False
        self.particular.discard(place)
        self.memory.keep(key, numbering, used)
        return not used

    def _general(self, state: State) -> State:
        """The state with new unknown values for all that both sides hold alike, and no facts."""
        general = state.copy(Facts(self.kinds))
        general.known_globals.clear()
        general.fields.clear()
        for side in general.sides:
            side.env = {slot: side.env.get(slot, UNBOUND) for slot in side.node.live}
        shared = set(general.sides[0].env.values()) & set(general.sides[1].env.values())
        for hypothesis in self.active.values():
            shared -= set(hypothesis.fixed.values())  # a loop around must find these as they were
        first, second = (side.env for side in general.sides)
        alike = {slot for slot, term in first.items() if second.get(slot) == term}
        new: dict[object, Term] = {}
        for env in (first, second):
            for slot, term in env.items():
                if term in shared and term[0] in ("s", "c"):
                    # one value for each name that both have, else one for each old value
                    key = slot if slot in alike else term
                    env[slot] = new.setdefault(key, self._like(term))
        return general

    def _like(self, term: Term) -> Term:
        assumed = self._assumed(term)
        if term[0] == "s" and term[1] in self.origins:
            return term
        fresh = self.new(assumed.kinds)
        self.types.copy_to(term, fresh)
        if assumed.maybe_unbound:
            self.maybe.add(fresh[1])
        return fresh


@contextmanager
def _deep_recursion() -> Iterator[None]:
    """Calls between Python functions use no C stack, so a deep walk is safe."""
    old = sys.getrecursionlimit()
    sys.setrecursionlimit(max(old, _RECURSION))
    try:
        yield
    finally:
        sys.setrecursionlimit(old)
