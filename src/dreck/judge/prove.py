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

import ast
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import TypeAlias

from .events import (
    AGAIN,
    MAY_NOT_RAISE,
    QUIET,
    Names,
    is_instance,
    opposite_comparison,
    result_kinds,
    silent_result,
)
from .facts import Fact, Facts
from .graph import (
    Cut,
    Do,
    Drop,
    Graph,
    Landing,
    Leave,
    Load,
    MaybeUnbound,
    Node,
    Operand,
    Put,
    Slot,
    Test,
    successors,
    written,
)
from .hints import kinds_of_annotation
from .memory import Memory, Numbering
from .terms import (
    BOOL,
    LIST,
    NONE,
    UNBOUND,
    Kinds,
    Term,
    all_plain,
    identity,
    is_member,
    kinds_of,
    negated,
    substituted,
    symbols,
)
from .verdict import Assumption, AssumptionKind

Used: TypeAlias = frozenset[Fact]
Place: TypeAlias = tuple[int, int]

# A walk of more steps than this is given up; at about 25 microseconds a step that is two seconds.
MOST_STEPS = 60_000
# Rounds of weakening at one loop head; each splits a group of names, so few are ever needed.
MOST_WEAKENINGS = 40
# Visits to one place before its values are forgotten, so that choices in a row do not multiply.
VISITS_BEFORE_FORGETTING = 6
_RECURSION = 60_000
# Paths listed in an explanation.
MOST_PATHS = 64


@dataclass(frozen=True, slots=True)
class Proved:
    """The two graphs agree on every path, given the assumptions. ``steps`` counts comparisons."""

    assumptions: tuple[Assumption, ...]
    steps: int


@dataclass(frozen=True, slots=True)
class Unproved:
    """Where the walk could not go on: lines count from 1 in each version's own text."""

    why: str
    line_before: int
    line_after: int


def prove(before: Graph, after: Graph, names: Names, *, strict: bool = False) -> Proved | Unproved:
    """Compare two lowered functions.

    Args:
        before: the graph of the old version, whose annotations are relied on.
        after: the graph of the new version.
        names: what is known of the names around them.
        strict: allow no assumption.
    """
    if before.flavour != after.flavour:
        return Unproved(f"one is a {before.flavour}, the other a {after.flavour}", before.entry.line, after.entry.line)
    if before.signature != after.signature:
        return Unproved("the signatures or decorators differ", before.entry.line, after.entry.line)
    with _deep_recursion():
        return _Walk(before, after, names, strict).run()


def paths_of(before: Graph, after: Graph, names: Names, *, strict: bool = False) -> tuple[list[Path], bool]:
    """The paths through both versions as the proof walks them, at most :data:`MOST_PATHS`.

    Returns:
        The paths, and whether these are all. Where the versions part, the list ends with the
        path on which they do.
    """
    walk = _Walk(before, after, names, strict, paths=[])
    assert walk.paths is not None
    with _deep_recursion():
        try:
            found = walk.run()
        except _Enough:
            return walk.paths, False
    if isinstance(found, Unproved) and (not walk.paths or walk.paths[-1].matched):
        walk.paths.append(Path((), found.why, "", False))
    return walk.paths, True


class _Parted(Exception):
    """The two sides do not agree here."""

    def __init__(self, why: str, before: Node, after: Node) -> None:
        super().__init__(why)
        self.why, self.before, self.after = why, before, after


class _Enough(Exception):
    """An explanation has as many paths as anybody wants to read."""


class _TooWeak(Exception):
    """A round of a loop did not restore the relation assumed at its head."""

    def __init__(self, place: Place, relation: dict[_Name, object], loose: dict[_Name, _Value]) -> None:
        super().__init__(place)
        self.place, self.relation, self.loose = place, relation, loose


_Name: TypeAlias = tuple[int, Slot]  # side (0 before, 1 after) and slot


@dataclass(frozen=True, slots=True)
class _Value:
    """What is assumed of a group of names at a loop head."""

    kinds: Kinds | None
    maybe_unbound: bool


@dataclass(slots=True)
class _Side:
    node: Node
    env: dict[Slot, Term]
    reads: tuple[str, ...] = ()  # global names read since the sides last met

    def copy(self) -> _Side:
        return _Side(self.node, dict(self.env), self.reads)


@dataclass(frozen=True, slots=True)
class Answered:
    """A question of a path: as each version asks it (None if it does not), and the answer on each side."""

    before: str | None
    after: str | None
    answer: bool


@dataclass(frozen=True, slots=True)
class Path:
    """One path through both versions: the questions in order, and how each version leaves.

    ``matched`` is False for a path on which the versions part.
    """

    questions: tuple[Answered, ...]
    before: str
    after: str
    matched: bool = True


@dataclass(slots=True)
class _State:
    sides: tuple[_Side, _Side]
    facts: Facts
    known_globals: dict[str, Term]
    asked: tuple[Answered, ...] = ()

    def copy(self, facts: Facts | None = None) -> _State:
        a, b = self.sides
        return _State((a.copy(), b.copy()), facts or self.facts, dict(self.known_globals), self.asked)


@dataclass(slots=True)
class _Hypothesis:
    """The relation assumed at a loop head: each changing name's group, each group's value."""

    groups: dict[_Name, object]
    values: dict[object, Term]
    fixed: dict[_Name, Term]
    facts: Used


@dataclass(slots=True)
class _Walk:
    before: Graph
    after: Graph
    names: Names
    strict: bool
    kinds: dict[int, Kinds] = field(default_factory=dict)
    origins: dict[int, str] = field(default_factory=dict)  # unknown value -> global name it was read from
    builtins: dict[str, Term] = field(default_factory=dict)
    maybe: set[int] = field(default_factory=set)  # unknown values that may stand for "unbound"
    memory: Memory = field(default_factory=Memory)
    assumptions: list[Assumption] = field(default_factory=list)
    active: dict[Place, _Hypothesis] = field(default_factory=dict)
    visits: dict[Place, int] = field(default_factory=dict)
    particular: set[Place] = field(default_factory=set)  # where forgetting values does not help
    changing: dict[tuple[int, int], set[Slot]] = field(default_factory=dict)
    paths: list[Path] | None = None  # filled for an explanation, which then remembers nothing
    fresh: int = 0
    steps: int = 0

    def run(self) -> Proved | Unproved:
        try:
            self.walk(self._start())
        except _Parted as parted:
            return Unproved(parted.why, parted.before.line, parted.after.line)
        return Proved(tuple(dict.fromkeys(self.assumptions)), self.steps)

    def _start(self) -> _State:
        env: dict[Slot, Term] = {}
        for name, annotation in zip(self.before.parameters, self.before.annotations, strict=True):
            env[name] = self.new(kinds_of_annotation(annotation, self.names))
        sides = (_Side(self.before.entry, env), _Side(self.after.entry, dict(env)))
        return _State(sides, Facts(self.kinds), {})

    def new(self, kinds: Kinds | None = None) -> Term:
        """A new unknown value."""
        self.fresh += 1
        if kinds is not None:
            self.kinds[self.fresh] = kinds
        return ("s", self.fresh)

    def _colour(self, number: int) -> object:
        """All that sets one unknown value apart from another."""
        return self.kinds.get(number), number in self.maybe, self.origins.get(number)

    # -- the walk -------------------------------------------------------------------------

    def walk(self, state: _State) -> Used:
        """Show that the two sides agree from here; return the facts that this rests on."""
        segments: list[set[Fact]] = [set()]
        marks: list[tuple[object, Numbering]] = []
        while True:
            self._spend(state)
            joins = [self._settle(side, state, segments[-1]) for side in state.sides]
            if any(joins):
                done = self._remembered(state, segments, marks)
                if done is not None:
                    segments[-1] |= done
                    break
            a, b = state.sides[0].node, state.sides[1].node
            if isinstance(a, Do) and isinstance(b, Do):
                segments[-1] |= self._meet(a, b, state)
                continue
            again = self._go_alone(a, b, state)
            if again is not None:
                segments[-1] |= again
                continue
            segments[-1] |= self._arrive(a, b, state)
            break
        return self._keep(segments, marks)

    def _go_alone(self, a: Node, b: Node, state: _State) -> Used | None:
        """Where only one side does something: a step that need not be matched."""
        for which, node in enumerate((a, b)):
            if isinstance(node, Do):
                terms, used = self._operands(node, state, which)
                alone = self._alone(node, terms, state, which)
                return None if alone is None else used | alone
        return None

    def _arrive(self, a: Node, b: Node, state: _State) -> Used:
        question = self._open_question(a, state, 0) or self._open_question(b, state, 1)
        if question is not None:
            return self._split(question, state)
        if isinstance(a, Leave) and isinstance(b, Leave):
            return self._compare_exits(a, b, state)
        if isinstance(a, Cut) and isinstance(b, Cut):
            return self._loop(a, b, state)
        raise self._parted(a, b)

    def _spend(self, state: _State) -> None:
        self.steps += 1
        if self.steps > MOST_STEPS:
            raise _Parted("there are too many paths to compare", state.sides[0].node, state.sides[1].node)

    def _parted(self, a: Node, b: Node) -> _Parted:
        why = f"before, line {a.line} {_say(a)}; after, line {b.line} {_say(b)}"
        return _Parted(why, a, b)

    def _remembered(self, state: _State, segments: list[set[Fact]], marks: list[tuple[object, Numbering]]) -> Used | None:
        a, b = state.sides
        if isinstance(a.node, Leave) or isinstance(b.node, Leave) or self.paths is not None:
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

    def _key(self, state: _State) -> tuple[object, Numbering]:
        views = [(s.node.number, s.node.live, s.env, s.reads) for s in state.sides]
        return self.memory.key(views, state.known_globals, self._colour)

    def _keep(self, segments: list[set[Fact]], marks: list[tuple[object, Numbering]]) -> Used:
        rest: set[Fact] = set()
        for segment, mark in zip(reversed(segments), [*reversed(marks), None], strict=True):
            rest |= segment
            if mark is not None:
                self.memory.keep(mark[0], mark[1], frozenset(rest))
        return frozenset(rest)

    # -- one side on its own --------------------------------------------------------------

    def _settle(self, side: _Side, state: _State, used: set[Fact]) -> bool:
        """Advance one side to its next observable step; say whether paths joined on the way."""
        joined = False
        while True:
            node = side.node
            joined = joined or node.joined or isinstance(node, Cut)
            following = self._silent_step(node, side, state, used)
            if following is None:
                return joined
            side.node = following

    def _silent_step(self, node: Node, side: _Side, state: _State, used: set[Fact]) -> Node | None:
        if isinstance(node, Put):
            side.env[node.slot] = _operand(side.env, node.value)
            return node.next
        if isinstance(node, Drop):
            side.env[node.name] = UNBOUND
            return node.next
        if isinstance(node, Test):
            decided = state.facts.decide(_operand(side.env, node.value))
            if decided is None:
                return None
            used |= decided[1]
            return node.yes if decided[0] else node.no
        if isinstance(node, Load):
            return self._load(node, side, state, used)
        return self._silent_effect(node, side, state) if isinstance(node, Do) else None

    def _load(self, node: Load, side: _Side, state: _State, used: set[Fact]) -> Node | None:
        term = side.env.get(node.name, UNBOUND)
        if term[0] == "s" and term[1] in self.maybe:
            decided = state.facts.decide(("bound", term))
            if decided is None:
                return None
            used |= decided[1]
            term = term if decided[0] else UNBOUND
        if term == UNBOUND:
            return _throw(side, node.landing, ("c", node.error, node.name))
        side.env[node.out] = term
        return node.next

    def _silent_effect(self, node: Do, side: _Side, state: _State) -> Node | None:
        if node.kind == "assume":
            return self._assume(node)
        if node.kind == "list":
            return self._new_list(node, side, state)
        if node.kind == "global":
            if not self.names.is_soft(node.detail, protected=node.landing is not None):
                return None
            side.reads += (node.detail,)
            side.env[node.outs[0]] = self._global(node.detail, state)
            return node.next
        terms = [_operand(side.env, o) for o in node.operands]
        if node.kind == "getattr" and node.detail == "append" and self._is_list(terms[0]):
            side.env[node.outs[0]] = ("adder", terms[0])
            return node.next
        if node.kind == "isinstance" and terms[1][0] == "s":
            answer = is_instance(terms[0], self.origins.get(terms[1][1]), self.kinds, self.names)
            results = None if answer is None else [answer]
        else:
            results = silent_result(node, terms, self.kinds)
        if results is None:
            return None
        side.env.update(zip(node.outs, results, strict=True))
        return node.next

    def _is_list(self, term: Term) -> bool:
        return term[0] == "new" or (term[0] == "s" and self.kinds.get(term[1]) == LIST)

    def _new_list(self, node: Do, side: _Side, state: _State) -> Node | None:
        """An empty list is nobody's business until it is used; only then the sides' lists are paired."""
        if node.operands:
            return None
        self.fresh += 1
        side.env[node.outs[0]] = ("new", state.sides.index(side), self.fresh)
        return node.next

    def _pair_lists(self, state: _State, first: Term, second: Term) -> bool:
        """Take a new list of each side for the same one from here on."""
        if not (first[0] == second[0] == "new" and (first[1], second[1]) == (0, 1)):
            return False
        shared = self.new(LIST)
        for side, old in zip(state.sides, (first, second), strict=True):
            for slot, term in side.env.items():
                side.env[slot] = substituted(term, old, shared)
        return True

    def _assume(self, node: Do) -> Node | None:
        """Go on under an assumption, unless none is allowed."""
        if self.strict:
            return None
        self.assumptions.append(Assumption(*node.detail))
        return node.next

    def _global(self, name: str, state: _State) -> Term:
        """The value of a global name: the same until something could have changed it."""
        if self.names.is_builtin(name):
            return self._builtin(name)
        if name not in state.known_globals:
            term = self.new()
            self.origins[term[1]] = name
            state.known_globals[name] = term
        return state.known_globals[name]

    def _builtin(self, name: str) -> Term:
        """The built-in of that name, which nothing changes."""
        if name not in self.builtins:
            term = self.builtins[name] = self.new()
            self.origins[term[1]] = name
        return self.builtins[name]

    # -- questions ------------------------------------------------------------------------

    def _open_question(self, node: Node, state: _State, side: int) -> Term | None:
        env = state.sides[side].env
        if isinstance(node, Test):
            return _operand(env, node.value)
        return ("bound", env[node.name]) if isinstance(node, Load) else None

    def _split(self, question: Term, state: _State) -> Used:
        atom = question[1] if question[0] == "not" else question
        used: set[Fact] = set()
        for value in (True, False):
            branch = state.copy(state.facts.adding(atom, value))
            if self.paths is not None:
                branch.asked += (self._answered(question, value, state),)
            sub = self.walk(branch)
            used |= sub - {(atom, value)}
        return frozenset(used)

    def _answered(self, question: Term, value: bool, state: _State) -> Answered:
        """The question in the words of each version that asks it now, and the answer to those words."""
        atom = question[1] if question[0] == "not" else question
        asked: list[tuple[str, bool] | None] = []
        for which, side in enumerate(state.sides):
            term = self._open_question(side.node, state, which)
            positive = term == atom
            same = positive or term == ("not", atom)
            asked.append((_shortened(getattr(side.node, "source", None)), positive) if same else None)
        leading = asked[0] or asked[1]
        positive = leading[1] if leading else True
        texts = [None if a is None else a[0] if a[1] == positive else f"not ({a[0]})" for a in asked]
        return Answered(texts[0], texts[1], value == positive)

    def _record(self, state: _State, before: str, after: str, *, matched: bool = True) -> None:
        if self.paths is not None:
            self.paths.append(Path(state.asked, before, after, matched))
            if len(self.paths) >= MOST_PATHS:
                raise _Enough

    # -- effects --------------------------------------------------------------------------

    def _meet(self, a: Do, b: Do, state: _State) -> Used:
        """Both sides do something: it must be the same thing."""
        used = set(self._same_reads(a, b, state))
        terms_a, used_a = self._operands(a, state, 0)
        terms_b, used_b = self._operands(b, state, 1)
        paired = [self._pair_lists(state, x, y) for x, y in zip(_flat(terms_a), _flat(terms_b), strict=False)]
        if any(paired):
            return self._meet(a, b, state)
        results = self._results(a, b, terms_a, terms_b)
        if results is None:
            alone = self._alone(a, terms_a, state, 0) or self._alone(b, terms_b, state, 1)
            if alone is None:
                raise self._parted(a, b)
            return frozenset(used) | used_a | used_b | alone
        used |= used_a | used_b
        if (a.landing or b.landing) and a.kind not in MAY_NOT_RAISE:
            used |= self._both_raise(a, b, state)
        for side, node, outs in zip(state.sides, (a, b), results, strict=True):
            side.env.update(zip(node.outs, outs, strict=True))
            side.node = node.next
        if a.kind not in QUIET:
            state.known_globals.clear()
        if a.kind in AGAIN and results[0] == results[1] and a.during is None:
            state.facts = state.facts.seeing(_step(a, terms_a, results[0]))
        elif a.kind not in QUIET:
            state.facts = state.facts.forgetting_steps()
        return frozenset(used)

    def _alone(self, node: Do, terms: list[Term], state: _State, which: int) -> Used | None:
        """One side does a step again that was just done, or one that an assumption makes harmless."""
        side = state.sides[which]
        if self.strict or node.kind not in AGAIN or node.during is not None:
            return None
        if node.kind == "hash":
            about = _shortened(node.source)
            self.assumptions.append(Assumption(AssumptionKind.HASHABLE, about, f"a list as the key of `{about}`"))
            side.node = node.next
            return frozenset()
        if node.kind == "member" or node.detail in ("==", "!="):
            return self._alone_with_member(node, terms, side)
        seen = state.facts.seen(node.kind, node.detail, ("operands", *terms))
        if seen is None or (node.kind == "getattr" and not self.names.is_steady(node.detail)):
            return None
        kind = AGAIN[node.kind]
        about = _shortened(node.source)
        self.assumptions.append(Assumption(kind, about, f"a value of `{about}` that changes when it is asked for again"))
        side.env.update(zip(node.outs, seen[4][1:], strict=True))
        side.node = node.next
        return frozenset({(seen, True)})

    def _alone_with_member(self, node: Do, terms: list[Term], side: _Side) -> Used | None:
        """Equality with a member of an enum is identity, if equality is plain."""
        if not any(is_member(t) for t in terms):
            return None
        about = _shortened(node.source)
        breaks = f"an object equal to the member of `{about}`"
        self.assumptions.append(Assumption(AssumptionKind.PLAIN_EQUALITY, about, breaks))
        answer = identity(terms[0], terms[1], self.kinds)
        side.env[node.outs[0]] = negated(answer) if node.detail == "!=" else answer
        side.node = node.next
        return frozenset()

    def _operands(self, node: Do, state: _State, side: int) -> tuple[list[Term], Used]:
        env = state.sides[side].env
        used: Used = frozenset()
        terms = []
        during = () if node.during is None else (node.during,)
        for operand in (*node.operands, *during):
            term, facts = state.facts.resolve(_operand(env, operand))
            terms.append(term)
            used |= facts
        return terms, used

    def _results(self, a: Do, b: Do, terms_a: list[Term], terms_b: list[Term]) -> tuple[list[Term], list[Term]] | None:
        """What both effects yield, or None if they are not the same effect."""
        if (a.during is None) != (b.during is None) or len(a.outs) != len(b.outs):
            return None
        appended = _appended(a, terms_a), _appended(b, terms_b)
        if appended[0] is not None and appended[0] == appended[1]:
            return [NONE] * len(a.outs), [NONE] * len(b.outs)
        if (a.kind, a.detail) == (b.kind, b.detail) and terms_a == terms_b:
            callee = self.origins.get(terms_a[0][1]) if a.kind == "call" and terms_a[0][0] == "s" else None
            outs = [self.new(k) for k in result_kinds(a, callee, self.names)]
            return outs, outs
        if not self.strict and len(terms_a) == len(terms_b) == 2:
            mixed = self._membership(a, b, terms_a, terms_b)
            if mixed is not None:
                return mixed
        if a.kind == b.kind == "compare" and not self.strict:
            kind = opposite_comparison(a.detail, terms_a, b.detail, terms_b)
            if kind is not None:
                self.assumptions.append(Assumption.about_comparison(kind[0], a.source))
                answer = self.new(frozenset({"bool"}))
                return [answer], [negated(answer) if kind[1] else answer]
        return None

    def _membership(self, a: Do, b: Do, terms_a: list[Term], terms_b: list[Term]) -> tuple[list[Term], list[Term]] | None:
        """``x in (1, 2)`` and a table look-up ask what ``x == 1`` asks, if equality is plain."""
        if {a.kind, b.kind} != {"compare", "member"} or terms_a != terms_b:
            return None
        operator = a.detail if a.kind == "compare" else b.detail
        if operator not in ("==", "!="):
            return None
        comparison = a if a.kind == "compare" else b
        self.assumptions.append(Assumption.about_comparison(AssumptionKind.PLAIN_EQUALITY, comparison.source))
        answer = self.new(BOOL)
        compared = negated(answer) if operator == "!=" else answer
        return ([compared], [answer]) if a.kind == "compare" else ([answer], [compared])

    def _both_raise(self, a: Do, b: Do, state: _State) -> Used:
        error = self.new()
        raised = state.copy()
        for side, node in zip(raised.sides, (a, b), strict=True):
            side.node = _throw(side, node.landing, error)
        if a.kind not in QUIET:
            raised.known_globals.clear()
        raised.facts = raised.facts.forgetting_steps()
        return self.walk(raised)

    def _same_reads(self, a: Node, b: Node, state: _State) -> Used:
        """Names read by one side only must be sure to be there."""
        left, right = state.sides
        if left.reads != right.reads:
            for name in dict.fromkeys(self.names.unsure(left.reads, right.reads)):
                if self.strict:
                    raise _Parted(f"the name {name!r} is read at different places", a, b)
                self.assumptions.append(Assumption.about_name(name))
        left.reads = right.reads = ()
        return frozenset()

    # -- exits ----------------------------------------------------------------------------

    def _compare_exits(self, a: Leave, b: Leave, state: _State) -> Used:
        used = set(self._same_reads(a, b, state))
        both = [_operand(s.env, n.value) for s, n in zip(state.sides, (a, b), strict=True)]
        for first, second in zip(_flat(both[:1]), _flat(both[1:]), strict=False):
            self._pair_lists(state, first, second)
        values = []
        for side, node in zip(state.sides, (a, b), strict=True):
            term, facts = state.facts.resolve(_operand(side.env, node.value))
            values.append(term)
            used |= facts
        matched = a.how == b.how and values[0] == values[1]
        self._record(state, _exit_text(a), _exit_text(b), matched=matched)
        if not matched:
            raise self._parted(a, b)
        return frozenset(used)

    # -- loops ----------------------------------------------------------------------------

    def _loop(self, a: Cut, b: Cut, state: _State) -> Used:
        self._same_reads(a, b, state)
        self._pair_live_lists(a, b, state)
        place = (a.number, b.number)
        hypothesis = self.active.get(place)
        if hypothesis is not None:
            self._restored(place, hypothesis, state)
            self._record(state, "goes round again", "goes round again")
            return hypothesis.facts
        try:
            return self._round(place, a, b, state, keep_facts=False)
        except _Parted:
            return self._round(place, a, b, state, keep_facts=True)

    def _pair_live_lists(self, a: Cut, b: Cut, state: _State) -> None:
        """At a loop head, pair the lists that both sides carry into it, the oldest first."""
        found = []
        for side, node in zip(state.sides, (a, b), strict=True):
            live = {t for s in node.live for t in _flat([side.env.get(s, UNBOUND)]) if t[0] == "new"}
            found.append(sorted(live, key=lambda t: int(t[2])))
        for first, second in zip(*found, strict=False):
            self._pair_lists(state, first, second)

    def _round(self, place: Place, a: Cut, b: Cut, state: _State, *, keep_facts: bool) -> Used:
        """Assume a relation at the head, walk one round, weaken the relation until it holds."""
        moving, fixed = self._names_at(a, b, state)
        groups: dict[_Name, object] = dict(moving)
        loose: dict[_Name, _Value] = {name: self._assumed(term) for name, term in moving.items()}
        for _ in range(MOST_WEAKENINGS):
            hypothesis = self._hypothesis(groups, loose, fixed, state, keep_facts)
            kept = self.memory.size(), len(self.assumptions), dict(self.visits)
            self.active[place] = hypothesis
            try:
                return self.walk(self._under(hypothesis, a, b, state))
            except _TooWeak as weaker:
                self._forget(*kept)
                if weaker.place != place:
                    raise
                groups, loose = weaker.relation, weaker.loose
            except _Parted:
                self._forget(*kept)
                raise
            finally:
                del self.active[place]
        raise _Parted("no relation between the two loops was found", a, b)

    def _forget(self, remembered: int, assumed: int, visits: dict[Place, int]) -> None:
        self.memory.drop(remembered)
        del self.assumptions[assumed:]
        self.visits = visits

    def _names_at(self, a: Cut, b: Cut, state: _State) -> tuple[dict[_Name, Term], dict[_Name, Term]]:
        """The live names at a loop head: those the loop may change, and the others."""
        moving: dict[_Name, Term] = {}
        fixed: dict[_Name, Term] = {}
        for which, (side, node) in enumerate(zip(state.sides, (a, b), strict=True)):
            changes = self._changed_in(which, node)
            for slot in node.live:
                term = side.env.get(slot, UNBOUND)
                (moving if slot in changes else fixed)[which, slot] = term
        return moving, fixed

    def _changed_in(self, which: int, head: Cut) -> set[Slot]:
        found = self.changing.get((which, head.number))
        if found is None:
            found = self.changing[which, head.number] = _changed_between(head)
        return found

    def _assumed(self, term: Term) -> _Value:
        if term == UNBOUND or (term[0] == "s" and term[1] in self.maybe):
            return _Value(None, True)
        kinds = kinds_of(term, self.kinds)
        return _Value(kinds if all_plain(kinds) else None, False)

    def _hypothesis(self, groups: dict[_Name, object], loose: dict[_Name, _Value], fixed: dict[_Name, Term],
                    state: _State, keep_facts: bool) -> _Hypothesis:  # fmt: skip
        values: dict[object, Term] = {}
        for name, group in groups.items():
            if group not in values:
                values[group] = term = self.new(loose[name].kinds)
                if loose[name].maybe_unbound:
                    self.maybe.add(term[1])
        stable = {n for term in fixed.values() for n in symbols(term)}
        facts = frozenset(f for f in state.facts if keep_facts and set(symbols(f[0])) <= stable)
        return _Hypothesis(groups, values, fixed, facts)

    def _under(self, hypothesis: _Hypothesis, a: Cut, b: Cut, state: _State) -> _State:
        sides = []
        for which, node in enumerate((a, b)):
            env = {slot: term for (w, slot), term in hypothesis.fixed.items() if w == which}
            env |= {slot: hypothesis.values[g] for (w, slot), g in hypothesis.groups.items() if w == which}
            sides.append(_Side(node.next, env))
        return _State((sides[0], sides[1]), Facts(self.kinds, dict(hypothesis.facts)), {})

    def _restored(self, place: Place, hypothesis: _Hypothesis, state: _State) -> None:
        """Check the assumed relation at the end of a round; ask for a weaker one if it fails."""
        now = {name: state.sides[name[0]].env.get(name[1], UNBOUND) for name in hypothesis.groups}
        relation: dict[_Name, object] = {name: (group, now[name]) for name, group in hypothesis.groups.items()}
        loose = {name: self._assumed(hypothesis.values[group]) for name, group in hypothesis.groups.items()}
        widened = {name: self._widened(loose[name], term) for name, term in now.items()}
        if len(set(relation.values())) != len(hypothesis.values) or widened != loose:
            raise _TooWeak(place, relation, widened)
        for name, term in hypothesis.fixed.items():
            if state.sides[name[0]].env.get(name[1], UNBOUND) != term:
                raise _Parted("a loop changes a name in a way the judge does not follow", *(s.node for s in state.sides))

    def _widened(self, assumed: _Value, term: Term) -> _Value:
        found = self._assumed(term)
        both = assumed.kinds is not None and found.kinds is not None
        kinds = (assumed.kinds or frozenset()) | (found.kinds or frozenset()) if both else None
        maybe_unbound = assumed.maybe_unbound or found.maybe_unbound
        return _Value(None if maybe_unbound else kinds, maybe_unbound)

    # -- forgetting values where choices in a row would multiply the paths --------------------

    def _walk_forgetting(self, place: Place, state: _State) -> bool:
        """Try to show agreement whatever the values are that both sides hold alike."""
        general = self._general(state)
        key, numbering = self._key(general)
        if self.memory.find(key, numbering, general.facts) is not None:
            return True
        kept = self.memory.size(), len(self.assumptions), dict(self.visits)
        self.particular.add(place)  # within this attempt, and for good if it fails
        try:
            used = self.walk(general)
        except (_Parted, _TooWeak):
            self._forget(*kept)
            return False
        self.particular.discard(place)
        self.memory.keep(key, numbering, used)
        return not used

    def _general(self, state: _State) -> _State:
        """The state with new unknown values for all that both sides hold alike, and no facts."""
        general = state.copy(Facts(self.kinds))
        general.known_globals.clear()
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
        if assumed.maybe_unbound:
            self.maybe.add(fresh[1])
        return fresh


def _operand(env: dict[Slot, Term], operand: Operand) -> Term:
    if isinstance(operand, MaybeUnbound):
        return env.get(operand.name, UNBOUND)
    return operand if isinstance(operand, tuple) else env.get(operand, UNBOUND)


def _appended(node: Do, terms: list[Term]) -> tuple[Term, Term] | None:
    """The list and the item, where a step appends to a list."""
    if node.kind == "append":
        return terms[0], terms[1]
    simple = node.kind == "call" and node.detail == ((False,), (), ())
    return (terms[0][1], terms[1]) if simple and terms[0][0] == "adder" else None


def _flat(terms: list[Term]) -> list[Term]:
    """Terms, with tuples and bound methods taken apart."""
    found: list[Term] = []
    for term in terms:
        found += _flat(list(term[1:])) if term[0] in ("tuple", "adder") else [term]
    return found


def _step(node: Do, terms: list[Term], results: list[Term]) -> Term:
    return ("seen", node.kind, node.detail, ("operands", *terms), ("results", *results))


def _throw(side: _Side, landing: Landing | None, error: Term) -> Node:
    if landing is not None:
        side.env[landing.slot] = error
        return landing.node
    return Leave(side.node.line, "raise", error, getattr(side.node, "source", None))


def _changed_between(head: Cut) -> set[Slot]:
    """The slots that some way from a loop head back to it may change."""
    inside = {id(head)}
    order: list[Node] = []
    seen: set[int] = set()
    pending: list[Node] = [head]
    while pending:
        node = pending.pop()
        if id(node) not in seen:
            seen.add(id(node))
            order.append(node)
            pending.extend(successors(node))
    grew = True
    while grew:
        grew = False
        for node in reversed(order):
            if id(node) not in inside and any(id(s) in inside for s in successors(node)):
                inside.add(id(node))
                grew = True
    return set().union(*(written(node) for node in order if id(node) in inside))


def _exit_text(node: Leave) -> str:
    text = _shortened(node.source)
    if node.how == "raise":
        return text if text.startswith(("raise", "assert")) else f"an exception of `{text}`"
    return text or "ends"


def _say(node: Node) -> str:
    """A node in words, for messages."""
    if isinstance(node, Cut):
        return "starts a loop"
    source = getattr(node, "source", None)
    text = _shortened(source)
    if isinstance(node, Leave):
        return (f"{node.how}s" if source is None or not text else f"leaves with `{text}`").replace("returns", "ends")
    if isinstance(node, Test | Load):
        return f"asks `{text}`"
    return f"evaluates `{text}`"


def _shortened(source: ast.AST | None) -> str:
    if source is None:
        return ""
    try:
        text = ast.unparse(source).split("\n")[0]
    except (AttributeError, ValueError):
        return type(source).__name__
    return text if len(text) <= 60 else text[:57] + "..."


@contextmanager
def _deep_recursion() -> Iterator[None]:
    """Calls between Python functions use no C stack, so a deep walk is safe."""
    old = sys.getrecursionlimit()
    sys.setrecursionlimit(max(old, _RECURSION))
    try:
        yield
    finally:
        sys.setrecursionlimit(old)
