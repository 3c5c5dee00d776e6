"""Where both sides do something: it must be the same thing, at the same time."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterable

from .events import AGAIN, MAY_NOT_RAISE, QUIET, READS, opposite_comparison, result_kinds
from ..ir.graph import Do, Leave, Node
from ..values.facts import Fact
from .states import Enough, Parted, Path, State, Used, flat, operand_term
from ..values.terms import (
    BOOL,
    all_plain,
    NONE,
    NUMBERS,
    TRUE,
    WHOLE,
    Term,
    const,
    identity,
    is_const,
    kinds_of,
    negated,
    substituted,
)
from ..face.verdict import Assumption, AssumptionKind
from ..world.builtin_methods import TEXT
from ..world.classes import looks_into_objects
from ..world.doubts import given_other_kinds_in, spoken_of
from ..world.loggers import LOGGING, loggers_of
from ..world.answering import has_own_arithmetic
from ..world.operators import may_act
from ..world.types import names_in, of_class
from .evident_lengths import speaks_of_arrays
from .evident_texts import takes_for_text
from .mappings import ENTRY, THERE, is_put, stored
from .one_side import thrown
from .parts_of_lists import LENGTH
from .unmatched import Unmatched, step_done
from ..face.wording import exit_text, shortened

# Paths listed in an explanation.
MOST_PATHS = 64


def _of_none(attribute: object) -> bool:
    """Whether None has an attribute, as every object has some."""
    return hasattr(None, str(attribute))


_TEXT = frozenset({"str"})
# What is filled in in a pattern (docs.python.org, "printf-style String Formatting").
_FILLED = re.compile(r"%(\([^)]*\))?[-#0 +]*(\*|\d+)?(\.(\*|\d+))?[hlL]?[diouxXeEfFgGcrsa]")
# Steps that work something out of two values, and change neither as far as anybody would.
_WORKING_OUT = frozenset({"binop", "unary"})
# Steps in which a built-in adds one value to what it has.
_ADD_UP = frozenset({"sum up", "join up", "count up"})

# Built-in functions that change nothing where they are given numbers and texts.
_WITHOUT_EFFECT = frozenset(("int", "float", "str", "abs", "round", "bool", "ord", "chr", "len"))


class Matching(Unmatched):
    """Compares effects and exits of the two sides."""

    def _record(self, state: State, before: str, after: str, *, matched: bool = True) -> None:
        if self.paths is not None:
            self.paths.append(Path(state.asked, before, after, matched))
            if len(self.paths) >= MOST_PATHS:
                raise Enough

    def _meet(self, a: Do, b: Do, state: State) -> Used:
        """Both sides do something: it must be the same thing."""
        used = set(self._same_reads(a, b, state))
        terms_a, used_a = self._operands(a, state, 0)
        terms_b, used_b = self._operands(b, state, 1)
        paired = [
            self._pair_lists(state, x, y)
            for x, y in zip(flat(terms_a), flat(terms_b), strict=False)
        ]
        if terms_a != terms_b and len(terms_a) == len(terms_b) and not any(paired):
            paired = [
                self._plainly_true(state, [x, y], a)
                for x, y in zip(terms_a, terms_b, strict=True)
                if x != y
            ]
        if any(paired) or self._same_globals(state, flat(terms_a), flat(terms_b)):
            return self._meet(a, b, state)
        results = self._as_before(a, b, terms_a, terms_b, state, used) or self._results(
            a, b, terms_a, terms_b
        )
        if results is None:
            return frozenset(used) | used_a | used_b | self._apart(a, b, terms_a, terms_b, state)
        used |= used_a | used_b
        in_vain = self._asks_in_passing(a, terms_a, state)
        acts = self._acts(a, terms_a)
        if not in_vain:
            self._nothing_owed(a, b, state, acts=acts)
        if (a.landing or b.landing) and a.kind not in MAY_NOT_RAISE:
            if not self._only_logs(a, b, terms_a):
                used |= self._both_raise(a, b, state)
        for side, node, outs in zip(state.sides, (a, b), results, strict=True):
            side.env.update(zip(node.outs, outs, strict=True))
            side.node = node.next
        self._learn(a, terms_a, results, state)
        put = is_put(self, a, terms_a, state)
        in_vain = in_vain or self._changes_nothing(a, terms_a)
        if a.kind not in QUIET and not in_vain:
            state.known_globals.clear()
            self._forget_fields(a, terms_a, state, put)
            if put:
                stored(a, terms_a, state)
        if a.kind in AGAIN and a.during is None and not acts:
            state.facts = state.facts.seeing(step_done(a, terms_a, results[0])).seeing(
                step_done(b, terms_b, results[1])
            )
        elif a.kind not in QUIET and not in_vain and not self._only_works_out(a):
            changed = "" if put else self._stored(a, terms_a)
            state.facts = state.facts.forgetting_steps(changed, self.compared)
        return frozenset(used)

    def _apart(self, a: Do, b: Do, terms_a: list[Term], terms_b: list[Term], state: State) -> Used:
        """The sides do different things: one of them a step that need not be matched, or not yet."""
        first, second = state.sides
        alone = self._alone(a, terms_a, state, 0)
        alone = self._alone(b, terms_b, state, 1) if alone is None else alone
        alone = self._left_out(a, terms_a, state, first) if alone is None else alone
        alone = self._read_aside(b, terms_b, state, second) if alone is None else alone
        alone = self._early(b, terms_b, state, second) if alone is None else alone
        alone = self.sets_again(a, terms_a, state, first) if alone is None else alone
        alone = self.sets_again(b, terms_b, state, second) if alone is None else alone
        if alone is None:
            raise self._parted(a, b)
        return alone

    def _learn(
        self, node: Do, terms: list[Term], results: tuple[list[Term], list[Term]], state: State
    ) -> None:
        """What is known of what a step yields, and of what it was asked of."""
        if self._is_written_in(node, terms):
            for (text,) in results:  # there is something in it, whatever else is shown
                state.facts = state.facts.adding(("eq", text, const("")), False)
        if self._asks_length(node, terms):
            for (length,) in results:  # `len` itself sees to that
                state.facts = state.facts.adding(("lt", length, const(0)), False)
        self._is_there(node, terms, state)
        if node.kind == "getattr" and node.detail in LOGGING and terms[0][0] == "s":
            if self._is_logger(terms[0][1]):
                self.of_loggers |= {t[1] for (t,) in results if t[0] == "s"}
        taken = takes_for_text(self, node, terms[0]) if node.kind == "getattr" else ""
        for (method,) in results if taken else ():
            self.of_taken_texts[method[1]] = taken
            self.types.bound[method[1]] = of_class("str"), str(node.detail)
        if node.kind == "getattr" and node.detail in TEXT:
            if kinds_of(terms[0], self.kinds) == frozenset({"str"}):
                self.text_methods |= {t[1] for (t,) in results if t[0] == "s"}

    def _only_works_out(self, node: Do) -> bool:
        """Whether a step works something out, in a module that leaves it to others what operators
        mean.
        """
        trees = self.names.declared.trees
        return node.kind in _WORKING_OUT and not any(map(has_own_arithmetic, trees))

    def _only_logs(self, a: Do, b: Do, terms: list[Term]) -> bool:
        """Whether a step that only one side protects asks a logger of the module to write
        something: logging itself sees to what fails there.
        """
        if not self.steady or self.strict or (a.landing is not None) is (b.landing is not None):
            return False
        asked = terms[0][1] if terms and terms[0][0] == "s" else 0
        if a.kind == "getattr":
            known = self._is_logger(asked) and a.detail in LOGGING
        else:
            known = a.kind == "call" and asked in self.of_loggers
        about = shortened(a.source)
        breaks = f"a logger for which `{about}` raises"
        return known and self.ledger.grant(AssumptionKind.NO_EFFECT, about, breaks)

    def _is_logger(self, value: int) -> bool:
        """Whether a value is a logger that the module made, and has once."""
        loggers = frozenset[str]().union(*map(loggers_of, self.names.declared.trees))
        name = self.origins.get(value)
        return name in loggers and name in self.names.fixed

    def _changes_nothing(self, node: Do, terms: list[Term]) -> bool:
        """Whether a step makes something of plain values by what is built in: it may fail, and does
        nothing else.
        """
        if node.kind != "call" or terms[0][0] != "s" or any(node.detail[0]):
            return False
        called = self.origins.get(terms[0][1])
        built_in = called in _WITHOUT_EFFECT and self.names.is_builtin(called)
        plain = all(all_plain(kinds_of(t, self.kinds)) for t in terms[1:])
        return plain and (built_in or terms[0][1] in self.text_methods)

    def _is_written_in(self, node: Do, terms: list[Term]) -> bool:
        """Whether a step makes a text in which something is written, whatever is filled in."""
        if node.kind == "join":
            return any(is_const(t) and t != const("") for t in terms)
        fills = node.kind == "binop" and node.detail == "%" and terms[0][:2] == ("c", "str")
        if not fills or result_kinds(node, None, self.names)[0] != _TEXT:
            return False
        return bool(_FILLED.sub("", str(terms[0][2])))

    def _asks_in_passing(self, node: Do, terms: list[Term], state: State) -> bool:
        """Whether both sides ask how long something is, calculate or write a text while one of them
        has read something early, which that may be taken not to change.
        """
        if not state.owed or node.landing is not None:
            return False
        works_out = self._is_arithmetic(node, terms) or self._writes_out(node, terms)
        if works_out and self._acts(node, terms):
            return False
        if not works_out and not self._asks_length(node, terms):
            return False
        about = shortened(node.source)
        breaks = f"a value for which `{about}` does something"
        return self.ledger.grant(AssumptionKind.NO_EFFECT, about, breaks)

    def _asks_length(self, node: Do, terms: list[Term]) -> bool:
        """Whether a step asks how long something is, by what is built in."""
        if node.kind != "call" or len(terms) != 2 or node.detail != ((False,), (), ()):
            return False
        named = terms[0][0] == "s" and self.origins.get(terms[0][1]) == "len"
        acts = may_act("len", self.names.declared.trees)
        return named and self.names.is_builtin("len") and not acts

    def _is_there(self, node: Do, terms: list[Term], state: State) -> None:
        """What was asked for an attribute that None lacks, or for an item, is not None."""
        asked = node.kind == "getitem" or (node.kind == "getattr" and not _of_none(node.detail))
        if not asked or terms[0][0] != "s":
            return
        is_none = identity(terms[0], NONE, self.kinds)
        if not is_const(is_none) and state.facts.decide(is_none) is None:
            state.facts = state.facts.adding(is_none, False)

    def _made_here(self, term: Term) -> bool:
        """Whether a dict is one of the function's own, and not that of the attributes of an object."""
        return self.container(term) == "dict"

    def _forget_fields(self, node: Do, terms: list[Term], state: State, put: bool) -> None:
        """What a step may change of attributes, lengths and entries; ``put`` tells that it only
        puts something into a dict.
        """
        kept_here = put and (
            self._made_here(terms[0]) or self._keeps_attributes(node, terms[0], state)
        )
        stored = "" if kept_here else self._stored(node, terms)
        # a list that grows has grown under all its names; an attribute may be an entry of a dict
        entries = (THERE, ENTRY) if node.kind == "setattr" else (LENGTH, THERE, ENTRY)
        if put or node.kind in ("inplace", "setattr"):
            for key in [k for k in state.fields if k[1] in entries]:
                del state.fields[key]
        if (node.kind in AGAIN and not self._acts(node, terms)) or stored == "":
            return
        kept = {} if stored is None else {k: v for k, v in state.fields.items() if k[1] != stored}
        state.fields.clear()
        state.fields.update(kept)

    def _keeps_attributes(self, node: Do, container: Term, state: State) -> bool:
        """Whether attributes stay what they are where something is put into a dict that is one of
        them: it might hold those of an object, which nothing around says. Of a dict that is handed
        in nobody can tell.
        """
        attributes = [k for k in state.fields if k[1] not in (LENGTH, THERE, ENTRY)]
        if not any(state.fields[k] == container for k in attributes):
            return False
        if any(looks_into_objects(t) for t in self.names.declared.trees):
            return False
        about, breaks = shortened(node.source), "a dict that holds the attributes of an object"
        return self.ledger.grant(AssumptionKind.STABLE_READ, about, breaks)

    def _stored(self, node: Do, terms: list[Term]) -> str | None:
        """The attribute that a step sets, an empty text for mere arithmetic, None for anything
        else.
        """
        if node.kind == "setattr":
            return str(node.detail) if self.names.is_steady(node.detail) else None
        calculates = node.kind in ("binop", "inplace", "unary") and not self._acts(node, terms)
        return "" if calculates else None

    def _as_before(
        self, a: Do, b: Do, terms_a: list[Term], terms_b: list[Term], state: State, used: set[Fact]
    ) -> tuple[list[Term], list[Term]] | None:
        """What a step yielded that both sides do again, where a proof needs that it is the same."""
        if (
            not self.steady
            or a.kind not in AGAIN
            or (a.kind, a.detail, terms_a) != (b.kind, b.detail, terms_b)
        ):
            return None
        seen = state.facts.seen(a.kind, a.detail, ("operands", *terms_a))
        if seen is None or (a.kind in READS and not self.names.is_steady(a.detail)):
            return None
        self._assume_again(a)
        used.add((seen, True))
        state.owed -= {seen}  # now the old version has done it, too
        outs = list(seen[4][1:])
        return outs, outs

    def _same_globals(self, state: State, first: list[Term], second: list[Term]) -> bool:
        """Take values of one global name, read at different times, for the same if nothing in the
        module binds it again.
        """
        found = False
        for a, b in zip(first, second, strict=False):
            if self.strict or a == b or a[0] != "s" or b[0] != "s":
                continue
            name = self.origins.get(a[1])
            if name is None or name != self.origins.get(b[1]) or name not in self.names.fixed:
                continue
            breaks = f"{name} bound to something else from outside while this runs"
            self.ledger.grant(AssumptionKind.UNPATCHED, name, breaks)
            for side in state.sides:
                side.env = {slot: substituted(term, b, a) for slot, term in side.env.items()}
            found = True
        return found

    def _nothing_owed(self, a: Node, b: Node, state: State, *, acts: bool = False) -> None:
        """Before anything is done that others can see, both versions have read and asked the
        same.
        """
        if state.owed and (acts or not (isinstance(a, Do) and a.kind in AGAIN)):
            raise self._parted(a, b)

    def _operands(self, node: Do, state: State, side: int) -> tuple[list[Term], Used]:
        env = state.sides[side].env
        used: Used = frozenset()
        terms = []
        during = () if node.during is None else (node.during,)
        for operand in (*node.operands, *during):
            term, facts = state.facts.resolve(operand_term(env, operand))
            terms.append(term)
            used |= facts
        return terms, used

    def _results(
        self, a: Do, b: Do, terms_a: list[Term], terms_b: list[Term]
    ) -> tuple[list[Term], list[Term]] | None:
        """What both effects yield, or None if they are not the same effect."""
        if (a.during is None) != (b.during is None):
            return None
        if (
            {a.kind, b.kind} == READS
            and not self.strict
            and (a.detail, terms_a) == (b.detail, terms_b)
        ):
            return self._read_by_pattern(a, b)
        if len(a.outs) != len(b.outs):
            return None
        appended = _appended(a, terms_a), _appended(b, terms_b)
        if appended[0] is not None and appended[0] == appended[1]:
            return [NONE] * len(a.outs), [NONE] * len(b.outs)
        if (a.kind, a.detail) == (b.kind, b.detail) and terms_a == terms_b:
            callee = (
                self.origins.get(terms_a[0][1])
                if a.kind == "call" and terms_a[0][0] == "s"
                else None
            )
            outs = [self.new(k) for k in result_kinds(a, callee, self.names)]
            self.types.note(a, terms_a, outs, callee)
            self._rest_on_declared(a, terms_a, outs)
            if a.kind == "compare":
                self._note_comparison(outs[0], terms_a)
            return outs, outs
        if terms_a == terms_b and self._adds_up(a, b, terms_a):
            texts = "join up" in (a.kind, b.kind) and kinds_of(terms_a[0], self.kinds) == _TEXT
            outs = [self.new(_TEXT if texts else None)]
            return outs, outs
        if terms_a == terms_b and self._works_numbers_out(a, b, terms_a):
            outs = [self.new()]
            return outs, outs
        if not self.strict and len(terms_a) == len(terms_b) == 2:
            mixed = self._membership(a, b, terms_a, terms_b)
            if mixed is not None:
                return mixed
        if a.kind == b.kind == "compare" and not self.strict:
            kind = opposite_comparison(a.detail, terms_a, b.detail, terms_b)
            if kind is not None:
                types = self._types(terms_a)
                is_order = kind[0] is AssumptionKind.TOTAL_ORDER
                ask = self.ledger.total_order if is_order else self.ledger.plain_equality
                if not ask(a.source, types):
                    return None
                answer = self.new(frozenset({"bool"}))
                return [answer], [negated(answer) if kind[1] else answer]
        return None

    def _adds_up(self, a: Do, b: Do, terms: list[Term]) -> bool:
        """Whether one side adds up what the other hands to ``sum``."""
        one, other = (a, b) if a.kind in _ADD_UP else (b, a)
        if one.kind not in _ADD_UP or other.kind not in ("binop", "inplace") or other.detail != "+":
            return False
        if one.kind != "sum up":  # a text, plus what was just taken for one; numbers it has counted
            return True
        known = kinds_of(terms[1], self.kinds)
        fits = known is None or known <= WHOLE
        return fits and self.ledger.whole_numbers(one.source, self.types.of(terms[1]))

    def _works_numbers_out(self, a: Do, b: Do, terms: list[Term]) -> bool:
        """Whether one side says ``x -= n`` where the other says ``x = x - n``, of what evidently is
        a number: one that can be changed in place would be another object, or the same.
        """
        if {a.kind, b.kind} != {"binop", "inplace"} or a.detail != b.detail:
            return False
        kinds = [kinds_of(t, self.kinds) for t in terms]
        declared = frozenset().union(*(names_in(self.types.of(t)) for t in terms)) - {"?"}
        numbers = [k for k in kinds if k is not None]
        if a.detail == "*" and numbers and not any("float" in k for k in numbers):
            return False  # a list may be meant, which takes a whole number
        if not numbers or not all(k <= NUMBERS for k in numbers) or declared - NUMBERS:
            return False
        trees = self.names.declared.trees
        if any(speaks_of_arrays(t) or has_own_arithmetic(t) for t in trees):
            return False
        changes = a if a.kind == "inplace" else b
        if not self._is_changed_number(changes.source, trees):
            return False
        about = shortened(changes.source)
        breaks = f"something in `{about}` that is no number, as a list that is changed in place"
        return self.ledger.grant(AssumptionKind.AS_USED, about, breaks)

    @staticmethod
    def _is_changed_number(source: ast.AST, trees: Iterable[ast.Module]) -> bool:
        """Whether what is changed in place is a name or attribute that nothing gives anything that
        is no number.
        """
        target = source.target if isinstance(source, ast.AugAssign) else None
        if not isinstance(target, ast.Name | ast.Attribute):
            return False
        return not any(spoken_of(target) in given_other_kinds_in(t) for t in trees)

    def _read_by_pattern(self, a: Do, b: Do) -> tuple[list[Term], list[Term]]:
        """A pattern reads an attribute, and passes by what has none."""
        pattern = a if a.kind == "pattern attribute" else b
        about = f"{shortened(pattern.source)}, .{pattern.detail}"
        breaks = f"an object without {pattern.detail}: a pattern passes it by"
        self.ledger.grant(AssumptionKind.NO_EFFECT, about, breaks)
        value = self.new()
        return ([TRUE, value], [value]) if pattern is a else ([value], [TRUE, value])

    def _membership(
        self, a: Do, b: Do, terms_a: list[Term], terms_b: list[Term]
    ) -> tuple[list[Term], list[Term]] | None:
        """``x in (1, 2)`` and a table look-up ask what ``x == 1`` asks, if equality is plain."""
        if {a.kind, b.kind} != {"compare", "member"} or terms_a != terms_b:
            return None
        operator = a.detail if a.kind == "compare" else b.detail
        if operator not in ("==", "!="):
            return None
        comparison = a if a.kind == "compare" else b
        if not self.ledger.plain_equality(comparison.source, self._types(terms_a)):
            return None
        answer = self.new(BOOL)
        compared = negated(answer) if operator == "!=" else answer
        return ([compared], [answer]) if a.kind == "compare" else ([answer], [compared])

    def _both_raise(self, a: Do, b: Do, state: State) -> Used:
        error = self.new()
        raised = state.copy()
        for side, node in zip(raised.sides, (a, b), strict=True):
            side.node = thrown(side, node.landing, error)
        if a.kind not in QUIET:
            raised.known_globals.clear()
            raised.fields.clear()
        raised.facts = raised.facts.forgetting_steps(plain=self.compared)
        return self.walk(raised)

    def _same_reads(self, a: Node, b: Node, state: State) -> Used:
        """Names read by one side only must be sure to be there."""
        left, right = state.sides
        if left.reads != right.reads:
            for name in dict.fromkeys(self.names.unsure(left.reads, right.reads)):
                if self.strict:
                    raise Parted(f"the name {name!r} is read at different places", a, b)
                self.ledger.entries.append(Assumption.about_name(name))
        left.reads = right.reads = ()
        return frozenset()

    def _compare_exits(self, a: Leave, b: Leave, state: State) -> Used:
        used = set(self._same_reads(a, b, state))
        self._nothing_owed(a, b, state)
        both = [operand_term(s.env, n.value) for s, n in zip(state.sides, (a, b), strict=True)]
        for first, second in zip(flat(both[:1]), flat(both[1:]), strict=False):
            self._pair_lists(state, first, second)
        self._same_globals(
            state,
            *(
                flat([operand_term(s.env, n.value)])
                for s, n in zip(state.sides, (a, b), strict=True)
            ),
        )
        values = []
        for side, node in zip(state.sides, (a, b), strict=True):
            term, facts = state.facts.resolve(operand_term(side.env, node.value), same=True)
            values.append(term)
            used |= facts
        if a.how == b.how and values[0] != values[1] and self._plainly_true(state, values, a):
            return self._compare_exits(a, b, state)
        matched = a.how == b.how and values[0] == values[1]
        self._record(state, exit_text(a), exit_text(b), matched=matched)
        if not matched:
            raise self._parted(a, b)
        return frozenset(used)


def _appended(node: Do, terms: list[Term]) -> tuple[Term, Term, str] | None:
    """The list or set, the item and where it goes, where a step adds to it."""
    if node.kind in ("append", "add"):
        return terms[0], terms[1], "last"
    if node.kind == "put first":
        return terms[0], terms[1], "first"
    if node.kind != "call" or node.detail[1:] != ((), ()) or any(node.detail[0]):
        return None
    if terms[0][0] == "adder" and len(terms) == 2:
        return terms[0][1], terms[1], "last"
    if terms[0][0] == "inserter" and len(terms) == 3 and terms[1] == const(0):
        return terms[0][1], terms[2], "first"
    return None
