"""Where one side does something that the other does not do, or not yet."""

from __future__ import annotations

import ast

from .events import AGAIN, READS, opposite_comparison, result_kinds
from ..ir.graph import Do, Leave, Node, Put, Test, reachable
from .states import Parted, Side, State, Used, operand_term
from ..values.terms import (
    BOOL,
    FALSE,
    NONE,
    NUMBERS,
    PLAIN,
    TRUE,
    WHOLE,
    Term,
    identity,
    is_const,
    is_member,
    kinds_of,
    negated,
    substituted,
)
from ..face.verdict import AssumptionKind
from ..world.answering import names_defined, setting_acts
from ..world.doubts import asked_whether_in, doubted_in, of_many_kinds_in, spoken_of
from ..world.declared import lacks_at_times
from ..world.exact_types import may_be_of_two
from ..world.operators import may_act
from ..world.missing_keys import is_handed_in, may_lack_key
from ..world.types import ANYTHING, Type, names_in, own_names, without_none
from .evident_texts import is_plainly_filled
from .one_side import Walker, asked_for
from ..face.wording import say, shortened

# Whole numbers of which CPython keeps one object each.
_ONE_OBJECT = range(-5, 257)


class Unmatched(Walker):
    """Takes steps of one side alone, where that makes no difference."""

    def _parted(self, a: Node, b: Node) -> Parted:
        why = f"before, line {a.line} {say(a)}; after, line {b.line} {say(b)}"
        return Parted(why, a, b)

    def _assume_again(self, node: Do) -> None:
        about = shortened(node.source)
        breaks = f"a value of `{about}` that changes when it is asked for again"
        self.ledger.grant(AGAIN.get(node.kind, AssumptionKind.NO_EFFECT), about, breaks)

    def _alone(self, node: Do, terms: list[Term], state: State, which: int) -> Used | None:
        """One side does a step again that was just done, or one that an assumption makes
        harmless.
        """
        side = state.sides[which]
        again = node.kind in AGAIN or self._is_arithmetic(node, terms)
        again = again or self._writes_out(node, terms)
        if self.strict or not again or node.during is not None or self._acts(node, terms):
            return None
        if node.kind == "hash":
            if not self.ledger.hashable(node.source, self.types.of(terms[0])):
                return None
            side.node = node.next
            return frozenset()
        seen = state.facts.seen(node.kind, node.detail, ("operands", *terms))
        by_identity = any(is_member(t) or t == NONE for t in terms)
        if seen is None and by_identity and (node.kind == "member" or node.detail in ("==", "!=")):
            apart = self._unequal(node, terms, state, side)
            return self._alone_with_member(node, terms, side) if apart is None else apart
        if seen is None and node.kind == "compare":
            apart = (
                self._asked_otherwise(node, terms, state, side)
                or self._unequal(node, terms, state, side)
                or self._another_kind(node, terms, state, side)
            )
            if apart is not None:
                return apart
        if seen is None and node.kind == "member":
            member = self._asked_otherwise(node, terms, state, side)
            member = self._unequal(node, terms, state, side) if member is None else member
            if member is not None:
                return member
        if seen is None and which == 1 and self._asks_for_one_more(node, terms, state, side):
            return frozenset()
        if seen is None and node.kind == "truth" and self._plain_truth(node, terms[0], state, side):
            return frozenset()
        if node.kind in READS and not self.names.is_steady(node.detail):
            return None
        if seen is None:
            return None
        if which == 0:
            state.owed -= {seen}
        self._assume_again(node)
        side.env.update(zip(node.outs, seen[4][1:], strict=True))
        side.node = node.next
        return frozenset({(seen, True)})

    def _asks_for_one_more(self, node: Do, terms: list[Term], state: State, side: Side) -> bool:
        """The new version asks whether a value equals one more constant, as a table with a row for
        it does, where the old one has asked the same value for others: that is as good as nothing,
        and both answers have to come to the same.
        """
        same = node.kind == "member" or (node.kind == "compare" and node.detail == "==")
        if not same or terms[0][0] != "s" or not is_const(terms[1]) or not self.steady:
            return False
        if terms[1] in self._asked_before():
            return False  # the old version comes to that by itself
        steps = [
            (s[1], s[2], s[3][1:]) for k in ("compare", "member") for s in state.facts.steps(k)
        ]
        next_one = state.sides[0].node
        if isinstance(next_one, Do):
            steps.append((next_one.kind, next_one.detail, self._operands_of(next_one, state)))
        asked = any(
            len(t) == 2
            and t[0] == terms[0]
            and is_const(t[1])
            and (kind == "member" or sign == "==")
            for kind, sign, t in steps
            if kind in ("compare", "member")
        )
        if not asked or node.landing is not None:
            return False
        breaks = f"a value that `{shortened(node.source)}` changes, or that it raises for"
        if not self.ledger.plain_equality(node.source, self._types(terms), breaks):
            return False
        self._does(node, terms, [self.new(BOOL)], state, side)
        return True

    def _asked_before(self) -> frozenset[Term]:
        """The constants that the old version compares anything with."""
        if self.constants is None:
            nodes = reachable(self.before.entry)
            given: list[object] = [n.value for n in nodes if isinstance(n, Put)]
            given += [o for n in nodes if isinstance(n, Do) for o in n.operands]
            terms = [o for o in given if isinstance(o, tuple)]
            terms += [p for o in terms if o[0] == "tuple" for p in o[1:]]
            self.constants = frozenset(t for t in terms if is_const(t))
        return self.constants

    def _operands_of(self, node: Do, state: State) -> tuple[Term, ...]:
        """What the old version gives its next step."""
        env = state.sides[0].env
        return tuple(state.facts.resolve(operand_term(env, o))[0] for o in node.operands)

    def _plain_truth(self, node: Do, asked: Term, state: State, side: Side) -> bool:
        """One side tests a comparison whose result the other hands on: the result is taken for a
        bool.
        """
        if asked[0] != "s" or asked[1] not in self.compared or asked[1] in self.maybe:
            return False
        breaks = f"arrays, for which `{shortened(node.source)}` is not one truth value"
        if not self.ledger.plain_truth(node.source, self.compared_types[asked[1]], breaks):
            return False
        plain = self.new(BOOL)
        for each in state.sides:
            each.env = {slot: substituted(term, asked, plain) for slot, term in each.env.items()}
        self._does(node, [asked], [plain], state, side)
        return True

    def _asked_otherwise(
        self, node: Do, terms: list[Term], state: State, side: Side
    ) -> Used | None:
        """One side asks ``!=``, or among some, where ``==`` was just asked of the same operands, or
        which of two is less where it was asked which is more.
        """
        sign = "==" if node.kind == "member" else str(node.detail)
        for step in (*state.facts.steps("compare"), *state.facts.steps("member")):
            told = "==" if step[1] == "member" else str(step[2])
            asked = opposite_comparison(told, step[3][1:], sign, terms)
            if asked is None:
                continue
            answer, used = step[4][1], frozenset({(step, True)})
            if kinds_of(answer, self.kinds) != BOOL:
                truth = state.facts.seen("truth", None, ("operands", answer))
                if truth is None:
                    continue
                answer, used = truth[4][1], used | {(truth, True)}
            is_order = asked[0] is AssumptionKind.TOTAL_ORDER
            ask = self.ledger.total_order if is_order else self.ledger.plain_equality
            if not ask(node.source, self._types(terms)):
                return None
            if is_order:
                self._assume_again(node)
            side.env[node.outs[0]] = negated(answer) if asked[1] else answer
            side.node = node.next
            return used
        return None

    def _unequal(self, node: Do, terms: list[Term], state: State, side: Side) -> Used | None:
        """One side asks whether a value equals a constant, where it just turned out to equal
        this one or another one.
        """
        asks_membership = node.kind == "member"
        if not is_const(terms[1]) or not (asks_membership or node.detail in ("==", "!=")):
            return None
        for step in (*state.facts.steps("compare"), *state.facts.steps("member")):
            asked, other = step[3][1:]
            was_membership = step[1] == "member"
            if asked != terms[0] or not (was_membership or step[2] in ("==", "!=")):
                continue
            same = other == terms[1] and asks_membership
            if not same and not _are_apart(other, terms[1]):
                continue
            answer = self._answered_before(step, state)
            if answer is None or answer[0] != (was_membership or step[2] == "=="):
                continue
            breaks = f"a value equal both to {_shown(other)} and to {_shown(terms[1])}"
            if not self.ledger.plain_equality(node.source, self._types(terms), breaks):
                return None
            equal = same if asks_membership else node.detail == "!="
            side.env[node.outs[0]] = ("c", "bool", equal)
            side.node = node.next
            return answer[1] | {(step, True)}
        return None

    def _excluded(self, atom: Term, value: bool, state: State) -> Used | None:
        """What excludes an answer: it would make a value equal to two constants at once, or None
        equal to a text or number.
        """
        if value and atom[0] == "is" and NONE in atom[1:]:
            return self._equals_something(atom[2] if atom[1] == NONE else atom[1], state)
        if self.strict:
            return None
        if value and atom[0] == "isa":
            return self._of_another_class(atom, state)
        for step in state.facts.steps("compare"):
            if step[2] not in ("==", "!=") or value != (step[2] == "=="):
                continue
            asked, other = step[3][1:]
            if not is_const(other):
                continue
            if not self._is_answered_by(step, atom, state):
                continue
            for another in state.facts.steps("compare"):
                if another[2] not in ("==", "!="):
                    continue
                same, constant = another[3][1:]
                if same != asked:
                    continue
                if not is_const(constant) or not _are_apart(constant, other):
                    continue
                answer = self._answered_before(another, state)
                if answer is None or answer[0] != (another[2] == "=="):
                    continue
                source = next(
                    (s.node.source for s in state.sides if isinstance(s.node, Test)), None
                )
                breaks = f"a value equal both to {_shown(other)} and to {_shown(constant)}"
                types = self._types([asked, other])
                if source is None or not self.ledger.plain_equality(source, types, breaks):
                    return None
                return answer[1] | {(step, True), (another, True)}
        return None

    def _of_another_class(self, atom: Term, state: State) -> Used | None:
        """What says that an object is of a class that has nothing to do with the one it is asked
        for, where no class of the modules is derived from two of them.
        """
        chain = atom[2].split("<")
        for fact in state.facts.about(atom[1]):
            (head, *about), value = fact
            other = str(about[-1]).split("<")
            known = value and head == "isa" and about[0] == atom[1]
            if not known or not {chain[0], other[0]} <= set(self.names.classes):
                continue
            if other[0] in chain or chain[0] in other:
                continue
            source = next((s.node.source for s in state.sides if isinstance(s.node, Test)), None)
            if source is None or any(map(may_be_of_two, self.names.declared.trees)):
                return None
            breaks = f"an object of a class that is derived from {other[0]} and {chain[0]}"
            granted = self.ledger.grant(
                AssumptionKind.CLOSED_KINDS, shortened(asked_for(source)), breaks
            )
            return frozenset({fact}) if granted else None
        return None

    def _equals_something(self, asked: Term, state: State) -> Used | None:
        """What says that a value equals a text or number, as None never does: neither asks anybody
        else.
        """
        for step in (*state.facts.steps("compare"), *state.facts.steps("member")):
            if step[1] == "compare" and step[2] not in ("==", "!="):
                continue
            operands = step[3][1:]
            if asked not in operands or not any(
                is_const(t) and t[1] in ("str", "int", "bytes", "float") for t in operands
            ):
                continue
            answer = self._answered_before(step, state)
            if answer is not None and answer[0] == (step[2] != "!="):
                return answer[1] | {(step, True)}
        return None

    def _is_answered_by(self, step: Term, atom: Term, state: State) -> bool:
        """Whether a question is what a comparison turned out to be."""
        result = step[4][1]
        if result == atom:
            return True
        truth = state.facts.seen("truth", None, ("operands", result))
        return truth is not None and truth[4][1] == atom

    def _another_kind(self, node: Do, terms: list[Term], state: State, side: Side) -> Used | None:
        """One side asks whether a value equals one more constant of the kind it was just compared
        with.
        """
        if node.detail not in ("==", "!=") or not is_const(terms[1]):
            return None
        for step in state.facts.steps("compare"):
            asked, other = step[3][1:]
            if asked == terms[0] and step[2] in ("==", "!=") and _are_apart(other, terms[1]):
                about = shortened(node.source)
                breaks = f"a value that `{about}` changes, or that it raises for"
                if not self.ledger.plain_equality(node.source, self._types(terms), breaks):
                    return None
                self._does(node, terms, [self.new(BOOL)], state, side)
                return frozenset({(step, True)})
        return None

    def _left_out(self, node: Do, terms: list[Term], state: State, side: Side) -> Used | None:
        """The old version asks something of a value, or works it out, and the new one does not on
        this path.

        Of an object, only after another attribute of it was read, or of a parameter that is there
        as far as anything says: it may be None otherwise, and the question may be what the other
        one protects from.
        """
        if node.kind == "getitem":
            return self._entry_left_out(node, terms, state, side)
        if not self._may_be_moved(node, terms):
            return None
        if node.kind == "getattr" and not self.names.is_steady(node.detail):
            return None
        used: Used = frozenset()
        if node.kind == "getattr":
            read = next((s for s in state.facts.steps("getattr") if s[3][1] == terms[0]), None)
            if read is None and not self._is_surely_given(node, terms[0]):
                return None
            if self._may_lack(node, terms[0], state):
                return None
            used = frozenset() if read is None else frozenset({(read, True)})
        if not self._asks_in_vain(node, terms, "raises"):
            return None
        outs = [self.new(k) for k in result_kinds(node, None, self.names)]
        self.types.note(node, terms, outs, None)
        self._does(node, terms, outs, state, side)
        return used

    def _entry_left_out(self, node: Do, terms: list[Term], state: State, side: Side) -> Used | None:
        """The old version reads what a record has under a written key: one that has been asked for
        another key on this path, and of which nobody doubts that it has this one.
        """
        if not self._reads_entry(node, terms) or not self.takes_evident:
            return None
        read = next(
            (
                s
                for s in state.facts.steps("getitem")
                if s[3][1] == terms[0] and s[3][2][:2] == ("c", "str")
            ),
            None,
        )
        if read is None or self.types.of(terms[0]) != ANYTHING:
            return None
        asked = node.source.value if isinstance(node.source, ast.Subscript) else None
        trees, function = self.names.declared.trees, self.before.name.rpartition(".")[2]
        if not isinstance(asked, ast.Name) or not is_handed_in(asked.id, function, trees[0]):
            return None  # what stands outside (a form, an environment) is asked for being there
        other, key = str(read[3][2][2]), str(terms[1][2])
        if any(may_lack_key(t, key, other) for t in trees):
            return None
        about = shortened(node.source)
        breaks = f"a record without {key!r}"
        if not self.ledger.grant(AssumptionKind.AS_USED, about, breaks):
            return None
        self._does(node, terms, [self.new()], state, side)
        return frozenset({(read, True)})

    def _may_lack(self, node: Do, term: Term, state: State) -> bool:
        """Whether the module itself has objects that may be without an attribute."""
        kind = self._type_here(term, state)
        if own_names(kind) and len(own_names(kind)) == len(kind):
            return not self.names.declared.has_surely(kind, str(node.detail))
        trees = self.names.declared.trees
        return any(lacks_at_times(str(node.detail), t) for t in trees)

    def _read_aside(self, node: Do, terms: list[Term], state: State, side: Side) -> Used | None:
        """The new version reads an attribute that every object of a declared class has once it is
        made, or writes a text, where the old one need not.
        """
        if self.strict or node.landing is not None or node.during is not None:
            return None
        what = "does something: a property of a class elsewhere"
        if node.kind == "getattr":
            kind = self._type_here(terms[0], state)
            is_own = len(own_names(kind)) == len(kind) and self.names.is_steady(node.detail)
            if not is_own or not self.names.declared.has_surely(kind, str(node.detail)):
                return None
        elif self._writes_out(node, terms):
            what = "does something, or raises"
        else:
            return None
        if not self._asks_in_vain(node, terms, what):
            return None
        outs = [self.new(k) for k in result_kinds(node, None, self.names)]
        self.types.note(node, terms, outs, None)
        self._does(node, terms, outs, state, side)
        return frozenset()

    def _may_be_moved(self, node: Do, terms: list[Term]) -> bool:
        """Whether a step only asks, or works a number out, and nobody waits for its failure."""
        if self.strict or node.landing is not None or node.during is not None:
            return False
        if self._acts(node, terms):
            return False
        asks = node.kind in ("getattr", "compare", "truth")
        return asks or self._is_arithmetic(node, terms) or self._writes_out(node, terms)

    def _reads_entry(self, node: Do, terms: list[Term]) -> bool:
        """Whether a step reads what is under a written key that nobody asks for being there, and no
        class of the module says what that does.
        """
        if self.strict or node.kind != "getitem" or terms[1][:2] != ("c", "str"):
            return False
        if node.landing is not None or node.during is not None or terms[0][0] != "s":
            return False
        trees = self.names.declared.trees
        if any(f"[{terms[1][2]!r}]" in doubted_in(t) for t in trees):
            return False
        return not any(names_defined(n, trees) for n in ("__getitem__", "__missing__"))

    def _acts(self, node: Do, terms: list[Term]) -> bool:
        """Whether the module itself has a class whose objects do something when they are asked
        that, and one of some values may be of it.
        """
        signs = ("compare", "binop", "inplace", "unary")
        operator = str(node.detail) if node.kind in signs else node.kind
        if not may_act(operator, self.names.declared.trees):
            return False
        every = [p for t in terms for p in (t[1:] if t[0] == "tuple" else (t,))]
        return any(_may_be_of_the_module(self.types.of(t)) for t in every)

    def _writes_out(self, node: Do, terms: list[Term]) -> bool:
        """Whether a step only puts values into a text as they are, and no class of the module says
        how that is done.
        """
        if self.names.declared.has_format():
            return False
        if node.kind == "binop" and node.detail == "%":
            return terms[0][:2] == ("c", "str") and is_plainly_filled(terms[0][2], terms[1])
        return node.kind in ("show", "join") or (node.kind == "format" and len(terms) == 1)

    def _is_arithmetic(self, node: Do, terms: list[Term]) -> bool:
        """Whether a step adds, takes away or multiplies, and one of the two is a number for sure,
        so that nothing but a number comes of it if all is well.
        """
        if node.kind != "binop" or node.detail not in ("+", "-", "*"):
            return False
        kinds = [kinds_of(t, self.kinds) for t in terms]
        return any(k is not None and k <= NUMBERS for k in kinds) and not any(
            k is not None and not k <= NUMBERS for k in kinds
        )

    def _is_surely_given(self, node: Do, term: Term) -> bool:
        """Whether an object is a parameter of which nothing says that it may be missing."""
        source = node.source
        if term not in self.given or not isinstance(source, ast.Attribute):
            return False
        if "NoneType" in names_in(self.types.of(term)):
            return False
        spoken = spoken_of(source.value)
        doubts = (doubted_in, of_many_kinds_in, asked_whether_in)
        trees = self.names.declared.trees
        if not spoken or any(spoken in doubt(t) for doubt in doubts for t in trees):
            return False
        declared = self.types.of(term)
        if own_names(declared):
            return self.names.declared.has_surely(declared, node.detail)
        # Where a class of the module gives its objects such an attribute, each of them has it.
        return not any(lacks_at_times(str(node.detail), t) for t in trees)

    def sets_again(self, node: Do, terms: list[Term], state: State, side: Side) -> Used | None:
        """One side sets a declared attribute to None, True or False, which it is seen to be: there
        is one of each, so nothing is changed.
        """
        plain = node.landing is None and node.during is None
        if self.strict or node.kind != "setattr" or not plain:
            return None
        held = state.fields.get((terms[0], str(node.detail)))
        if held is None or terms[1] not in (NONE, TRUE, FALSE):
            return None
        known, used = state.facts.resolve(held)
        owners = own_names(self._type_here(terms[0], state))
        if known != terms[1] or not owners or not set(owners) <= set(self.names.classes):
            return None
        if setting_acts(self.names.declared.trees):
            return None
        side.node = node.next
        return used

    def _early(self, node: Do, terms: list[Term], state: State, side: Side) -> Used | None:
        """The new version reads or asks something before its turn; the old one has to do so before
        it does anything else.
        """
        if not self._may_be_moved(node, terms) and not self._reads_entry(node, terms):
            return None
        if node.kind == "getattr" and not self.names.is_steady(node.detail):
            return None
        if not self._asks_in_vain(node, terms, "does something, or raises"):
            return None
        outs = [self.new(k) for k in result_kinds(node, None, self.names)]
        self._does(node, terms, outs, state, side)
        state.owed |= {step_done(node, terms, outs)}
        return frozenset()

    def _does(
        self, node: Do, terms: list[Term], outs: list[Term], state: State, side: Side
    ) -> None:
        """One side takes a step, which the other may take later."""
        if node.kind == "compare":
            self._note_comparison(outs[0], terms)
        side.env.update(zip(node.outs, outs, strict=True))
        side.node = node.next
        state.facts = state.facts.seeing(step_done(node, terms, outs))

    def _answered_before(self, step: Term, state: State) -> tuple[bool, Used] | None:
        """What a comparison that was just made turned out to be, with what that rests on."""
        result = step[4][1]
        if kinds_of(result, self.kinds) == BOOL:
            return state.facts.decide(result)
        truth = state.facts.seen("truth", None, ("operands", result))
        decided = None if truth is None else state.facts.decide(truth[4][1])
        return (
            None if decided is None or truth is None else (decided[0], decided[1] | {(truth, True)})
        )

    def _plainly_true(self, state: State, values: list[Term], node: Do | Leave) -> bool:
        """One side hands on what a comparison yielded, the other what its test said: the result is
        taken for a bool.
        """
        if self._is_that_number(state, values):
            return True
        for asked, other in (values, values[::-1]):
            if (
                self.strict
                or asked[0] != "s"
                or asked[1] not in self.compared
                or other[:2] != ("c", "bool")
            ):
                continue
            truth = state.facts.seen("truth", None, ("operands", asked))
            if truth is None or asked[1] in self.maybe:
                continue
            breaks = "arrays, whose comparison is not one truth value"
            if not self.ledger.plain_truth(node.source, self.compared_types[asked[1]], breaks):
                continue
            for each in state.sides:
                each.env = {
                    slot: substituted(term, asked, truth[4][1]) for slot, term in each.env.items()
                }
            return True
        return False

    def _is_that_number(self, state: State, values: list[Term]) -> bool:
        """One side hands on a declared whole number, the other the constant that it equals here:
        they are the same, but for 0 and 1, which a truth equals.
        """
        for asked, other in (values, values[::-1]):
            kinds = kinds_of(asked, self.kinds)
            if asked[0] != "s" or other[:2] != ("c", "int") or other[2] not in _ONE_OBJECT:
                continue
            if kinds is None or not kinds <= WHOLE or (other[2] in (0, 1) and "bool" in kinds):
                continue
            decided = state.facts.decide(("eq", asked, other))
            if decided is None or not decided[0]:
                continue
            self.narrowed |= decided[1]
            for each in state.sides:
                each.env = {s: substituted(t, asked, other) for s, t in each.env.items()}
            return True
        return False

    def _types(self, terms: list[Term]) -> list[Type]:
        """What is declared of some values, less None where this path has excluded it."""
        found = []
        for term in terms:
            kind = self.types.of(term)
            if self.reached is not None and "NoneType" in names_in(kind):
                decided = self.reached.facts.decide(("is", term, NONE))
                if decided is not None and not decided[0]:
                    self.narrowed |= decided[1]
                    kind = without_none(kind)
            found.append(kind)
        return found

    def _note_comparison(self, answer: Term, terms: list[Term]) -> None:
        """Keep of what a comparison was made that yielded something."""
        self.compared.add(answer[1])
        self.compared_types[answer[1]] = self._types(terms)

    def _narrowed(self) -> Used:
        """The facts that types asked for since the last time rest on."""
        used, self.narrowed = frozenset(self.narrowed), set()
        return used

    def _asks_in_vain(self, node: Do, terms: list[Term], what: str) -> bool:
        """Whether a read or question that one side lacks may be taken to do nothing."""
        about = shortened(node.source)
        breaks = f"a value for which `{about}` {what}"
        if node.kind == "compare":
            return self.ledger.asks_in_vain(node.source, self._types(terms), breaks)
        return self.ledger.grant(AssumptionKind.NO_EFFECT, about, breaks)

    def _alone_with_member(self, node: Do, terms: list[Term], side: Side) -> Used | None:
        """Equality with a member of an enum, or with None, is identity, if equality is plain."""
        what = "None" if NONE in terms else "the member"
        breaks = f"an object equal to {what} of `{shortened(node.source)}`"
        types = self._types(terms)
        tested = isinstance(node.next, Do) and node.next.kind == "truth"
        if NONE in terms and not tested:
            arrays = f"arrays, for which `{shortened(node.source)}` is not one truth value"
            if not self.ledger.plain_truth(node.source, types, arrays):
                return None
        if not self.ledger.plain_equality(node.source, types, breaks):
            return None
        answer = identity(terms[0], terms[1], self.kinds)
        side.env[node.outs[0]] = negated(answer) if node.detail == "!=" else answer
        side.node = node.next
        return frozenset()


def _may_be_of_the_module(kind: Type) -> bool:
    """Whether a value of a type, or anything that it holds, may be an object of a class of the
    module.
    """
    for atom in kind:
        holds = atom.name not in PLAIN and not atom.args
        if holds or any(map(_may_be_of_the_module, atom.args)):
            return True
    return False


def _are_apart(one: Term, other: Term) -> bool:
    """Whether two constants are of one type that has a plain equality, or members of one enum, and
    differ.
    """
    same_type = is_const(one) and one[1] == other[1]
    plain = one[1] in ("str", "int", "bytes") or is_member(one)
    return same_type and plain and one[2] != other[2]


def _shown(constant: Term) -> str:
    """A constant as it is written."""
    return str(constant[2]) if is_member(constant) else repr(constant[2])


def step_done(node: Do, terms: list[Term], results: list[Term]) -> Term:
    """A step that was taken, as facts keep it."""
    return ("seen", node.kind, node.detail, ("operands", *terms), ("results", *results))
