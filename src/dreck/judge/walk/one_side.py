"""One side of the walk on its own: advancing through what nobody can observe."""

from __future__ import annotations

import ast
import builtins
from collections.abc import Iterable
from dataclasses import dataclass, field

from ..world.around import Names
from .closed_kinds import base_of_kinds
from .evident_classes import evident_class, evident_owner
from .events import is_instance, silent_result
from ..values.facts import Fact
from ..values.text_methods import method_of
from ..ir.graph import Cut, Do, Drop, Graph, Landing, Leave, Load, Node, Put, Slot, Test, reachable
from . import mappings
from .evident_lengths import is_evidently_measured, is_measured_somewhere
from .evident_texts import TEXT_STEPS, filled_braces, takes_for_text, text_of_evident
from .evident_truths import gives_a_truth
from .memory import Memory
from .parts_of_lists import LENGTH, parts_read
from .plain_numbers import formatted, number_worked_out
from .texts_worked_out import worked_out
from .states import Hypothesis, Parted, Path, Place, Side, State, Used, Value, operand_term
from ..values.terms import (
    BOOL,
    CONTAINERS,
    FALSE,
    Kinds,
    MADE,
    NONE,
    NUMBERS,
    PLAIN,
    SOLID,
    Term,
    UNBOUND,
    WHOLE,
    all_plain,
    const,
    identity,
    is_agreement,
    is_const,
    kinds_of,
    negated,
    substituted,
)
from ..face.verdict import AssumptionKind
from .ledger import Ledger
from ..world.builtin_methods import TEXT
from ..world.hints import kinds_of_type
from ..world.types import ANYTHING, NONE_TYPE, Type, in_words, names_in, own, own_names
from .value_types import ValueTypes
from ..face.wording import shortened

# What adds to a container: the method, and whose it is.
# What is asked how it begins like a text, or fails like None.
_TEXT: Kinds = frozenset({"str", "NoneType"})
_ADDERS = {"append": "list", "add": "set"}
# Steps that rest on what some value is.
_RESTING = frozenset(
    ("assume unless plain", "assume text", "assume whole", "assume shown alike", "assume there")
    + ("assume gone through", "has a last")
)
# Steps that yield what something is declared to hold or to give.
_DECLARED_RESULTS = frozenset({"call", "next", "getitem", "unpack"})
# What can be gone through from its end too, as often as one likes.
_HAVE_A_LAST = frozenset({"list", "tuple", "str", "range", "dict", "collections.deque"})
# What can be gone through, if only once.
_GONE_THROUGH = _HAVE_A_LAST | {"set", "frozenset", "typing.Iterator", "typing.Iterable"}
# Built-in containers whose truth is whether there is anything in them.
_SIZED = frozenset({"list", "dict", "set", "frozenset", "tuple", "collections.deque"})


@dataclass(slots=True)
class Walker:
    """The walk's memory, and what it does with one side alone."""

    before: Graph
    after: Graph
    names: Names
    strict: bool
    steady: bool = False  # what both sides ask again has the answer it had, under an assumption
    takes_evident: bool = True  # for what a value evidently is it is taken, under an assumption
    takes_flags: bool = False  # what is only asked whether it is true is a truth, under one, too
    takes_numbers: bool = False  # no number is too large, under an assumption too
    kinds: dict[int, Kinds] = field(default_factory=dict)
    origins: dict[int, str] = field(
        default_factory=dict
    )  # unknown value -> global name it was read from
    globals_read: dict[str, Term] = field(default_factory=dict)  # where they are taken to stay
    builtins: dict[str, Term] = field(default_factory=dict)
    of_texts: dict[tuple[Term, str], Term] = field(default_factory=dict)  # methods of constants
    methods: dict[int, tuple[Term, str]] = field(default_factory=dict)  # the same, turned round
    text_methods: set[int] = field(default_factory=set)  # methods of what is a text
    of_loggers: set[int] = field(default_factory=set)  # methods by which a logger writes
    of_taken_texts: dict[int, str] = field(default_factory=dict)  # methods of what is taken for one
    compared: set[int] = field(default_factory=set)  # unknown values that a comparison yielded
    maybe: set[int] = field(default_factory=set)  # unknown values that may stand for "unbound"
    memory: Memory = field(default_factory=Memory)
    active: dict[Place, Hypothesis] = field(default_factory=dict)
    visits: dict[Place, int] = field(default_factory=dict)
    particular: set[Place] = field(default_factory=set)  # where forgetting values does not help
    changing: dict[tuple[int, int, frozenset[int]], set[Slot]] = field(default_factory=dict)
    paths: list[Path] | None = None  # filled for an explanation, which then remembers nothing
    given: tuple[Term, ...] = ()  # what the parameters start with
    reached: State | None = None  # where the walk is
    compared_types: dict[int, list[Type]] = field(default_factory=dict)  # of what is in `compared`
    narrowed: set[Fact] = field(default_factory=set)  # what types that were asked for rest on
    measured: set[int] = field(default_factory=set)  # taken for containers, as they are measured
    evident: dict[int, str] = field(default_factory=dict)  # by names where they are asked
    closed: dict[int, str] = field(default_factory=dict)  # likewise
    there: set[int] = field(
        default_factory=set
    )  # values of dicts that are declared never to be None
    patterns: bool | None = None  # whether texts with braces are kept, once asked for
    constants: frozenset[Term] | None = None  # what the old version compares with, once asked for
    fresh: int = 0
    steps: int = 0
    most: int = 0  # so many it may take
    ledger: Ledger = field(init=False)
    types: ValueTypes = field(init=False)

    def __post_init__(self) -> None:
        self.ledger = Ledger(self.strict, self.names.declared)
        self.types = ValueTypes(self.names, self.kinds)

    def new(self, kinds: Kinds | None = None) -> Term:
        """A new unknown value."""
        self.fresh += 1
        if kinds is not None:
            self.kinds[self.fresh] = kinds
        return ("s", self.fresh)

    def _colour(self, number: int) -> object:
        """All that sets one unknown value apart from another."""
        return (
            self.kinds.get(number),
            number in self.maybe,
            number in self.compared,
            number in self.text_methods,
            number in self.of_loggers,
            self.of_taken_texts.get(number),
            number in self.there,
            self.origins.get(number),
            self.types.types.get(number),
            self.types.bound.get(number),
        )

    def walk(self, state: State) -> Used:
        """Show that the two sides agree from here; return the facts that this rests on."""
        raise AssertionError("the whole walk is in prove.py")

    def _settle(self, side: Side, state: State, used: set[Fact]) -> bool:
        """Advance one side to its next observable step; say whether paths joined on the way."""
        joined = False
        while True:
            node = side.node
            joined = joined or node.joined or isinstance(node, Cut)
            following = self._silent_step(node, side, state, used)
            if following is None:
                return joined
            side.node = following

    def _silent_step(self, node: Node, side: Side, state: State, used: set[Fact]) -> Node | None:
        if isinstance(node, Put):
            side.env[node.slot] = operand_term(side.env, node.value)
            return node.next
        if isinstance(node, Drop):
            side.env[node.name] = UNBOUND
            return node.next
        if isinstance(node, Test):
            decided = state.facts.decide(operand_term(side.env, node.value))
            if decided is None:
                return None
            used |= decided[1]
            return node.yes if decided[0] else node.no
        if isinstance(node, Load):
            return self._load(node, side, state, used)
        return self._silent_effect(node, side, state, used) if isinstance(node, Do) else None

    def _load(self, node: Load, side: Side, state: State, used: set[Fact]) -> Node | None:
        term = side.env.get(node.name, UNBOUND)
        if term[0] == "s" and term[1] in self.maybe:
            decided = state.facts.decide(("bound", term))
            if decided is None:
                return None
            used |= decided[1]
            term = term if decided[0] else UNBOUND
        if term == UNBOUND:
            # The error names the variable, and not the helper whose it is.
            name = node.name.rpartition(":")[2]
            return thrown(side, node.landing, ("c", node.error, name))
        side.env[node.out] = term
        return node.next

    def _silent_effect(self, node: Do, side: Side, state: State, used: set[Fact]) -> Node | None:
        if any(_is_helper(operand_term(side.env, o)) for o in node.operands):
            why = "a helper or table of the function's own is used in another way"
            raise Parted(why, *(s.node for s in state.sides))
        if node.kind == "asserts":
            side.env[node.outs[0]] = self._builtin("__debug__", BOOL)
            return node.next
        if node.kind == "assume":
            return self._assume(node)
        if node.kind == "rely":
            if self.strict:  # that both sides rely on it makes it no truer
                raise Parted(
                    f"{node.detail[1]} would have to be relied on", *(s.node for s in state.sides)
                )
            return self._assume(node)
        if node.kind in CONTAINERS:
            return self._new_container(node, side, state)
        if node.kind == "global":
            if not self.names.is_soft(node.detail, protected=node.landing is not None):
                return None
            side.reads += (node.detail,)
            side.env[node.outs[0]] = self._global(node.detail, state)
            return node.next
        terms = [operand_term(side.env, o) for o in node.operands]
        if node.kind in _RESTING:
            return self._rests_on(node, terms, state, used)
        if node.kind == "is" and any(t[0] in MADE for t in terms) and not any(map(is_const, terms)):
            raise Parted(
                "whether two values that were made here are one object cannot be told",
                *(s.node for s in state.sides),
            )
        known = self._adder(node, terms) or self._of_known_text(node, terms, state, used)
        if known is not None:
            side.env[node.outs[0]] = known
            return node.next
        declared = self._caught(node, terms) or self._declared_step(node, terms, state)
        if declared is not None:
            side.env[node.outs[0]] = declared
            return node.next
        results = self._answers(node, terms, state, used)
        if results is None:
            return None
        side.env.update(zip(node.outs, results, strict=True))
        return node.next

    def _answers(
        self, node: Do, terms: list[Term], state: State, used: set[Fact]
    ) -> list[Term] | None:
        """What a step yields where nobody can observe it; None where it is an effect."""
        if node.kind == "isinstance" and terms[1][0] == "s":
            answer = is_instance(terms[0], self.origins.get(terms[1][1]), self.kinds, self.names)
            answer = self._of_class(node, terms, state) if answer is None else answer
            results = None if answer is None else [answer]
        else:
            results = silent_result(node, terms, self.kinds)
        if results is None and node.kind in ("compare", "member", "truth"):
            results = self._known_here(node, terms, state, used)
        if results is None:
            results = parts_read(self, node, terms, state, used)
        return results

    def _rests_on(self, node: Do, terms: list[Term], state: State, used: set[Fact]) -> Node | None:
        """Go on where some value is what the rest takes it for."""
        if node.kind == "assume there":
            return self._there(node, terms[0], state, used)
        if node.kind == "has a last":
            return self._through_sequence(node, terms[0], state)
        if node.kind == "assume whole":
            return self._whole(node, terms[0], state)
        if node.kind == "assume text":
            return self._text(node, terms[0], state, used)
        if node.kind == "assume gone through":
            return self._gone_through(node, terms[0], state)
        if node.kind == "assume shown alike":
            return self._shown_alike(node, terms[0], state)
        return self._assume_of(node, terms, state)

    def _caught(self, node: Do, terms: list[Term]) -> Term | None:
        """Whether an exception is of a built-in kind, which asks nobody: the same whenever it is
        asked.
        """
        if node.kind != "catches" or terms[0][0] != "s" or terms[1][0] != "s":
            return None
        kind = self._built_in_error(self.origins.get(terms[1][1]) or "")
        if kind is None:
            return None
        return ("isa", terms[0], "<".join(k.__name__ for k in kind.__mro__))

    def _built_in_error(self, name: str) -> type[BaseException] | None:
        """The built-in exception that a name stands for."""
        kind = getattr(builtins, name, None) if self.names.is_builtin(name) else None
        return kind if isinstance(kind, type) and issubclass(kind, BaseException) else None

    def _adder(self, node: Do, terms: list[Term]) -> Term | None:
        """The bound method by which something is put into a container that was made here."""
        container = self.container(terms[0]) if node.kind == "getattr" else None
        if container is None:
            return None
        if node.detail == "insert" and container == "list":
            return ("inserter", terms[0])
        return ("adder", terms[0]) if _ADDERS.get(str(node.detail)) == container else None

    def _of_known_text(
        self, node: Do, terms: list[Term], state: State, used: set[Fact]
    ) -> Term | None:
        """A method of a text that is known, or what it gives where all that it is given is."""
        if node.kind == "call" and terms[0][0] == "s" and terms[0][1] in self.methods:
            text, method = self.methods[terms[0][1]]
            found = worked_out(node, text, method, terms[1:])
            if found is None and method == "format":
                return filled_braces(self, node, str(text[2]), terms[1:])
            return found
        return self._method_of_text(node, terms, state, used)

    def keeps_patterns(self) -> bool:
        """Whether one of the versions asks a text that is not written there to fill its braces."""
        if self.patterns is None:
            steps = [n for g in (self.before, self.after) for n in reachable(g.entry)]
            sources = [n.source for n in steps if isinstance(n, Do)]
            called = [s.func for s in sources if isinstance(s, ast.Call)]
            self.patterns = any(
                isinstance(f, ast.Attribute)
                and f.attr == "format"
                and not isinstance(f.value, ast.Constant)
                for f in called
            )
        return self.patterns

    def _method_of_text(
        self, node: Do, terms: list[Term], state: State, used: set[Fact]
    ) -> Term | None:
        """A method of a text that is written there: nobody can set another one."""
        if node.kind != "getattr" or node.detail not in TEXT:
            return None
        text, facts = terms[0], frozenset[Fact]()
        written = isinstance(getattr(node.source, "value", None), ast.Constant)
        if not written:
            if not (self.steady or self.strict):
                return None  # what may be one elsewhere is asked there too
            text, facts = state.facts.resolve(text)
        if text[:2] != ("c", "str"):
            return None
        used |= facts
        key = text, str(node.detail)
        if key not in self.of_texts:
            self.of_texts[key] = found = self.new()
            self.methods[found[1]] = key
            self.types.note(node, [text], [found], None)
        return self.of_texts[key]

    def _known_here(
        self, node: Do, terms: list[Term], state: State, used: set[Fact]
    ) -> list[Term] | None:
        """What a comparison yields of what a value turned out to be on this path: None, for one."""
        found = [state.facts.resolve(t) for t in terms]
        results = silent_result(node, [t for t, _ in found], self.kinds)
        if results is not None:
            used |= {fact for _, facts in found for fact in facts}
        return results

    def _declared_step(self, node: Do, terms: list[Term], state: State) -> Term | None:
        """What a step yields that does nothing because of what is declared; None for any other.

        Only where the plain way fails, and outside handlers, which may wait for its failure.
        """
        if node.kind == "is dict":
            return const(mappings.is_mapping(self, node, terms[0], state))
        if not self.steady or self.strict or node.landing is not None or node.during is not None:
            return self._size(node, terms, state, made_here=True)
        if node.kind in ("in", "getitem"):
            return mappings.asked(self, node, terms, state)
        made = formatted(self, node, terms) or number_worked_out(self, node, terms)
        if made is not None:
            return made
        if node.kind in TEXT_STEPS and self.takes_evident:
            return text_of_evident(self, node, terms, state)
        if node.kind == "getattr":
            return self._of_evident_text(node, terms[0]) or self._field(node, terms[0], state)
        if node.kind == "is" and NONE in terms:
            return FALSE if any(t[0] == "s" and t[1] in self.there for t in terms) else None
        if node.kind == "is number":
            return self._number_of_the_module(terms[0])
        return self._size(node, terms, state)

    def _size(
        self, node: Do, terms: list[Term], state: State, *, made_here: bool = False
    ) -> Term | None:
        """Whether there is anything in a container, or how much; None for any other step.

        Args:
            made_here: whether only those count that the versions made.
        """
        asked = self._text_measured(node, terms)
        if asked is not None:
            empty = ("eq", self._length_here(asked, state), const(0))
            is_call = node.kind == "call"
            same = node.kind == "compare" and node.detail == "=="
            return empty[1] if is_call else empty if same else negated(empty)
        if node.kind == "truth":
            asked = terms[0]
        elif node.kind == "call" and len(terms) == 2 and node.detail == ((False,), (), ()):
            is_len = terms[0][0] == "s" and self.origins.get(terms[0][1]) == "len"
            if is_len and self.names.is_builtin("len"):
                asked = terms[1]
        if asked is None or (made_here and self.container(asked) is None):
            return None
        if self.container(asked) is None and not self._may_have_length(node, asked, state):
            return None
        length = self._length(asked, state)
        if length is None or node.kind == "call":
            return length
        return negated(("eq", length, const(0)))

    def _may_have_length(self, node: Do, asked: Term, state: State) -> bool:
        """Whether a value may be taken for the container that it is declared to be."""
        kind = self.types.of(asked)
        source = node.source
        if node.kind == "call" and isinstance(source, ast.Call) and source.args:
            source = source.args[0]
        if asked[0] == "s" and kind == ANYTHING and asked[1] not in self.kinds:
            return self._is_measured(source, asked, state)
        if asked[0] != "s" or not names_in(kind) <= _SIZED or self.may_be_derived(names_in(kind)):
            return False
        about = shortened(source)
        breaks = f"{about} that is no {in_words(kind)}"
        return self.ledger.grant(AssumptionKind.AS_DECLARED, about, breaks)

    def _is_measured(self, source: ast.AST, asked: Term, state: State) -> bool:
        """Whether a value without a declaration is taken for a container, as the old version asks
        for its length.
        """
        if not self.takes_evident or not isinstance(source, ast.expr):
            return False
        trees = self.names.declared.trees
        missing = state.facts.decide(identity(asked, NONE, self.kinds))
        is_there = missing is not None and not missing[0]
        if missing is not None and is_there:
            self.narrowed |= missing[1]
        if not is_evidently_measured(source, self.before.name, trees, is_there=is_there):
            return False
        self.measured.add(asked[1])
        return self.ledger.as_used(shortened(source), "one of Python's own containers")

    def _number_of_the_module(self, asked: Term) -> Term | None:
        """Whether a name of the module is a number, which it was made once and stays."""
        name = (
            self.origins.get(asked[1]) if asked[0] == "s" and asked[1] not in self.kinds else None
        )
        kinds = kinds_of_type(self.types.of(asked), self.names) if name is not None else None
        if name not in self.names.fixed or kinds is None or not kinds <= NUMBERS:
            return None
        breaks = f"{name} set from outside the module to something that is no number"
        if not self.ledger.grant(AssumptionKind.UNPATCHED, str(name), breaks):
            return None
        self.kinds[asked[1]] = kinds
        return const(True)

    def _of_evident_text(self, node: Do, owner: Term) -> Term | None:
        """A method of what evidently is a text, as only texts have it."""
        taken = takes_for_text(self, node, owner)
        if not taken or method_of(node.detail, owner, {owner[1]: frozenset({"str"})}) is None:
            return None
        if not self.ledger.grant(AssumptionKind.AS_USED, taken, f"{taken} that is no text"):
            return None
        self.kinds[owner[1]] = frozenset({"str"})
        return method_of(node.detail, owner, self.kinds)

    def _field(self, node: Do, owner: Term, state: State) -> Term | None:
        """What a declared attribute of an object holds: the same until something may change it."""
        whole = self._type_here(owner, state)
        kind = self.names.declared.field_type(whole, node.detail)
        surely = self.names.declared.has_surely(whole, node.detail)
        if kind == ANYTHING or not surely or not self.names.is_steady(node.detail):
            return None
        key = owner, str(node.detail)
        if key not in state.fields:
            about = shortened(node.source)
            breaks = f"{about} that is no {in_words(kind)}, or a property of a class elsewhere"
            if not self.ledger.grant(AssumptionKind.AS_DECLARED, about, breaks):
                return None
            state.fields[key] = found = self.new(kinds_of_type(kind, self.names))
            self.types.types[found[1]] = kind
        return state.fields[key]

    def _type_here(self, term: Term, state: State) -> Type:
        """What is declared of a value, or the class that it turned out to be of on this path."""
        found: tuple[str, ...] = ()
        rests_on: Fact | None = None
        for fact in state.facts.about(term) if term[0] == "s" else ():
            (head, *about), value = fact
            chain = self.names.classes.get(str(about[-1]).partition("<")[0], ())
            if value and head == "isa" and about[0] == term and len(chain) > len(found):
                found, rests_on = chain, fact
        if rests_on is None:
            return self.types.of(term)
        self.narrowed.add(rests_on)
        return frozenset({own(found[0])})

    def _length(self, container: Term, state: State) -> Term | None:
        """How long a declared built-in container is, until something may change it."""
        kind = names_in(self.types.of(container))
        measured = container[0] == "s" and container[1] in self.measured
        fits = measured or (kind <= _SIZED and not self.may_be_derived(kind))
        if container[0] != "s" or not fits:
            return None
        return self._length_here(container, state)

    def _length_here(self, container: Term, state: State) -> Term:
        key = container, LENGTH
        if key not in state.fields:
            state.fields[key] = found = self.new(frozenset({"int"}))
            state.facts = state.facts.adding(("lt", found, const(0)), False)
        return state.fields[key]

    def _text_measured(self, node: Do, terms: list[Term]) -> Term | None:
        """A text that is asked for its length, or whether it is empty, where one of the versions
        asks for its length.
        """
        asked, source = terms[0] if terms else NONE, node.source
        if node.kind == "call" and len(terms) == 2 and node.detail == ((False,), (), ()):
            is_len = asked[0] == "s" and self.origins.get(asked[1]) == "len"
            if not is_len or not self.names.is_builtin("len") or not isinstance(source, ast.Call):
                return None
            asked, source = terms[1], source.args[0]
        elif node.kind == "compare" and node.detail in ("==", "!=") and terms[1] == const(""):
            source = source.left if isinstance(source, ast.Compare) else source
        elif node.kind != "truth":
            return None
        if asked[0] != "s" or self.kinds.get(asked[1]) != frozenset({"str"}):
            return None
        functions, trees = (self.before.name, self.after.name), self.names.declared.trees
        told = isinstance(source, ast.expr) and is_measured_somewhere(source, functions, trees)
        return asked if told else None

    def may_be_derived(self, kinds: Iterable[str]) -> bool:
        """Whether a class of the module is derived from one of some built-in classes."""
        return any(map(self.names.declared.is_derived_from, kinds))

    def _rest_on_declared(self, node: Do, terms: list[Term], outs: list[Term]) -> None:
        """Take results of calls and loops for what they are declared to be, where a proof needs it."""
        if not self.steady or self.strict or node.kind not in _DECLARED_RESULTS:
            return
        asked = terms[0][1] if node.kind == "call" and terms[0][0] == "s" else 0
        taken = self.of_taken_texts.get(asked)
        if taken is not None:
            self.ledger.grant(AssumptionKind.AS_USED, taken, f"{taken} that is no text")
        trees = self.names.declared.trees
        for term in outs:
            if term[0] != "s" or term[1] in self.kinds:
                continue
            declared = self.types.types.get(term[1], ANYTHING)
            if node.kind == "call" and declared == ANYTHING and self.takes_evident:
                about = shortened(node.source)
                if gives_a_truth(node.source, trees) and self.ledger.as_used(about, "a truth"):
                    self.kinds[term[1]] = BOOL
                    continue
            kinds = kinds_of_type(declared, self.names)
            if kinds is not None:
                about = shortened(node.source)
                breaks = f"{about} that yields something that is no {in_words(declared)}"
                if taken is None:
                    self.ledger.grant(AssumptionKind.AS_DECLARED, about, breaks)
                self.kinds[term[1]] = kinds

    def _of_class(self, node: Do, terms: list[Term], state: State) -> Term | None:
        """Whether an object is of a class of the project, or of a built-in one, where a proof needs
        that asking does nothing.
        """
        subject, asked = terms
        name = self.origins.get(asked[1]) or ""
        chain = self.names.classes.get(name, ()) if name in self.names.fixed else ()
        if self.names.is_builtin(name):
            chain = SOLID.get(name, ())
        if not self.steady or not chain or subject[0] != "s":
            return None
        about = shortened(node.source)
        breaks = "an object whose class changes, or that does something when it is asked for it"
        if not self.ledger.grant(AssumptionKind.NO_EFFECT, about, breaks):
            return None
        if name not in SOLID:
            self._promised_of(node, subject, state)
        return ("isa", subject, "<".join(chain))

    def _promised_of(self, node: Do, subject: Term, state: State) -> None:
        """Learn the class that is declared of an element, an attribute or a result that is asked
        for its class; parameters have theirs from the start.
        """
        if self.strict or subject in self.given and self.types.of(subject) != ANYTHING:
            return
        asked = asked_for(node.source)
        kind = self.types.of(subject)
        base, closed = next(iter(own_names(kind)), ""), ""
        if kind == ANYTHING and self.takes_evident:
            trees, chains = self.names.declared.trees, self.names.classes
            base = self._evident_class(asked) or evident_owner(
                node.source, self.before.name, trees, chains
            )
            closed = "" if base else self._base_of_kinds(asked)
            base = base or closed
            kind = frozenset({own(base)})
        chain = self.names.classes.get(base, ())
        if not chain or not kind <= NONE_TYPE | {own(base)}:
            return
        promised = ("isa" if len(kind) == 1 else "isa or None", subject, "<".join(chain))
        if state.facts.decide(promised) is not None:
            return
        about = shortened(asked)
        breaks = f"{about} that is no {in_words(kind)}"
        declared = self.types.of(subject) != ANYTHING
        promise = AssumptionKind.AS_DECLARED if declared else AssumptionKind.AS_USED
        promise = AssumptionKind.CLOSED_KINDS if closed else promise
        if self.ledger.grant(promise, about, breaks):
            state.facts = state.facts.adding(promised, True)

    def _evident_class(self, asked: ast.AST) -> str:
        """The class that a name without a declaration evidently stands for; empty if none."""
        if not isinstance(asked, ast.Name):
            return ""
        if id(asked) not in self.evident:
            trees, chains = self.names.declared.trees, self.names.classes
            self.evident[id(asked)] = evident_class(asked, trees, chains)
        return self.evident[id(asked)]

    def _base_of_kinds(self, asked: ast.AST) -> str:
        """The class of all kinds that a name is asked for; empty if nothing speaks for it."""
        if id(asked) not in self.closed:
            trees, chains = self.names.declared.trees, self.names.classes
            self.closed[id(asked)] = base_of_kinds(asked, trees, chains)
        return self.closed[id(asked)]

    def container(self, term: Term) -> str | None:
        """The type of a container that the versions made."""
        kinds = kinds_of(term, self.kinds) if term[0] in ("new", "s") else None
        return (
            next(iter(kinds))
            if kinds is not None and len(kinds) == 1 and kinds <= CONTAINERS
            else None
        )

    def _new_container(self, node: Do, side: Side, state: State) -> Node | None:
        """An empty container is nobody's business until it is used; only then the sides' containers
        are paired.
        """
        if node.operands:
            return None
        self.fresh += 1
        side.env[node.outs[0]] = ("new", state.sides.index(side), self.fresh, node.kind)
        return node.next

    def _pair_lists(self, state: State, first: Term, second: Term) -> bool:
        """Take a new container of each side for the same one from here on."""
        if not (
            first[0] == second[0] == "new" and (first[1], second[1], first[3]) == (0, 1, second[3])
        ):
            return False
        shared = self.new(frozenset({first[3]}))
        for side, old in zip(state.sides, (first, second), strict=True):
            for slot, term in side.env.items():
                side.env[slot] = substituted(term, old, shared)
        return True

    def _assume(self, node: Do) -> Node | None:
        """Go on under an assumption, unless none is allowed."""
        return node.next if self.ledger.grant(*node.detail) else None

    def _there(self, node: Do, term: Term, state: State, used: set[Fact]) -> Node | None:
        """Go on where a value is not None, or may be taken not to be."""
        known = identity(term, NONE, self.kinds)
        decided = state.facts.decide(known)
        if decided is not None and not decided[0]:
            used |= decided[1]
            return node.next
        declared = names_in(self.types.of(term)) - {"?"}
        if declared and "NoneType" not in declared:
            return self._as_declared(node, term)
        if declared or decided is not None or node.detail is None:
            why = f"{shortened(node.source)} may be None"
            raise Parted(why, *(s.node for s in state.sides))
        return self._assume(node)

    def _shown_alike(self, node: Do, term: Term, state: State) -> Node | None:
        """Go on where a value has the same text however that is asked for."""
        kinds = kinds_of(term, self.kinds)
        if kinds is not None and kinds <= PLAIN:
            return node.next
        kind = self.types.of(term)
        own = own_names(kind) or "?" in names_in(kind) or not kind
        if own and self.names.declared.has_format():
            why = f"{shortened(node.source)} may have a format of its own"
            raise Parted(why, *(s.node for s in state.sides))
        return self._assume_on_both(node, state)

    def _assume_on_both(self, node: Do, state: State) -> Node:
        """Go on under an assumption that both versions rest on, which makes it no truer: where none
        is allowed the two must not be matched.
        """
        if self.strict:
            why = f"{shortened(node.source)} would have to be taken for plain"
            raise Parted(why, *(s.node for s in state.sides))
        self.ledger.grant(*node.detail)
        return node.next

    def _whole(self, node: Do, term: Term, state: State) -> Node | None:
        """Go on where a value is a whole number, and no truth value."""
        kinds = kinds_of(term, self.kinds)
        if kinds == frozenset({"int"}):
            return node.next
        declared = names_in(self.types.of(term)) - {"?"}
        told = [k for k in (kinds, frozenset(declared)) if k]
        if any(k == BOOL or not k <= WHOLE for k in told):
            why = f"{shortened(node.source)} is declared to be no whole number"
            raise Parted(why, *(s.node for s in state.sides))
        return self._assume_on_both(node, state)

    def _text(self, node: Do, term: Term, state: State, used: set[Fact]) -> Node | None:
        """Go on where a value is a text: also since it turned out not to be None, but never where
        it is declared to be anything else.
        """
        kinds = kinds_of(term, self.kinds)
        if kinds is not None and "NoneType" in kinds and kinds <= _TEXT:
            missing = state.facts.decide(identity(term, NONE, self.kinds))
            if missing is not None and not missing[0]:
                used |= missing[1]
                return node.next
        if kinds == frozenset({"str"}):
            return node.next
        if kinds is not None or names_in(self.types.of(term)) - {"str", "?"}:
            why = f"{node.detail[1]} is declared to be no text"
            raise Parted(why, *(s.node for s in state.sides))
        return self._assume(node)

    def _gone_through(self, node: Do, term: Term, state: State) -> Node | None:
        """Go on where a value can be gone through, never where it is declared to be anything else."""
        names = names_in(self.types.of(term)) | (kinds_of(term, self.kinds) or frozenset())
        names -= {"?"}
        if self.container(term) is not None or (names and names <= _GONE_THROUGH):
            return node.next
        if names:
            why = f"{node.detail[1]} may be something that cannot be gone through"
            raise Parted(why, *(s.node for s in state.sides))
        return self._assume(node)

    def _as_declared(self, node: Do, term: Term) -> Node | None:
        """Go on where a value is what it is declared to be."""
        about, kind = shortened(node.source), in_words(self.types.of(term))
        breaks = f"{about} that is no {kind}"
        return node.next if self.ledger.grant(AssumptionKind.AS_DECLARED, about, breaks) else None

    def _through_sequence(self, node: Do, term: Term, state: State) -> Node | None:
        """Go on where a value is declared to be one that can be gone through from its end too."""
        if self.container(term) == "list":
            return node.next
        names = names_in(self.types.of(term))
        if names <= _HAVE_A_LAST and not self.may_be_derived(names):
            return self._as_declared(node, term)
        why = f"{shortened(node.source)} may be something that cannot be gone through backwards"
        raise Parted(why, *(s.node for s in state.sides))

    def _assume_of(self, node: Do, terms: list[Term], state: State) -> Node | None:
        """Go on under an assumption of values that nothing is known of."""
        kinds = [kinds_of(t, self.kinds) for t in terms]
        as_text = node.detail[0] is AssumptionKind.AS_USED
        if (
            all(k is not None and k <= _TEXT for k in kinds)
            if as_text
            else all(map(all_plain, kinds))
        ):
            return node.next
        declared = frozenset().union(*(names_in(self.types.of(t)) for t in terms))
        if as_text and (any(k is not None for k in kinds) or declared - {"str", "?"}):
            why = f"{node.detail[1]} is declared to be no text"
            raise Parted(why, *(s.node for s in state.sides))
        return self._assume(node)

    def _global(self, name: str, state: State) -> Term:
        """The value of a global name: the same until something could have changed it."""
        if self.names.is_builtin(name):
            return self._builtin(name)
        if name not in state.known_globals:
            state.known_globals[name] = found = self._fixed_global(name) or self.new()
            if is_const(found):
                return found
            kind = self.names.declared.global_type(name)
            self.types.types[state.known_globals[name][1]] = kind
            self.origins[state.known_globals[name][1]] = name
        return state.known_globals[name]

    def _fixed_global(self, name: str) -> Term | None:
        """The value that a name of the module had before, where a proof needs that it stays."""
        if not self.steady or name not in self.names.fixed:
            return None
        if name in self.names.literals:
            breaks = f"{name} bound to something else from outside"
            granted = self.ledger.grant(AssumptionKind.UNPATCHED, name, breaks)
            return self.names.literals[name] if granted else None
        if name not in self.globals_read:
            self.globals_read[name] = self.new()
        else:
            breaks = f"{name} bound to something else from outside while this runs"
            self.ledger.grant(AssumptionKind.UNPATCHED, name, breaks)
        return self.globals_read[name]

    def _builtin(self, name: str, kinds: Kinds | None = None) -> Term:
        """The built-in of that name, which nothing changes."""
        if name not in self.builtins:
            term = self.builtins[name] = self.new(kinds)
            self.origins[term[1]] = name
        return self.builtins[name]

    def _open_question(self, node: Node, state: State, side: int) -> Term | None:
        env = state.sides[side].env
        if isinstance(node, Test):
            return self._first_asked(operand_term(env, node.value), state)
        return ("bound", env[node.name]) if isinstance(node, Load) else None

    def _first_asked(self, question: Term, state: State) -> Term:
        """A question; where it is whether two truths are the same, that for the first one which is
        open.
        """
        atom = question[1] if question[0] == "not" else question
        if not is_agreement(atom, self.kinds):
            return question
        parts = [p for p in atom[1:] if state.facts.decide(p) is None]
        return self._first_asked(parts[0], state) if parts else question

    def _assumed(self, term: Term) -> Value:
        if term == UNBOUND or (term[0] == "s" and term[1] in self.maybe):
            return Value(None, True, self.types.of(term))
        kinds = kinds_of(term, self.kinds)
        return Value(kinds if all_plain(kinds) else None, False, self.types.of(term))


def _is_helper(term: Term) -> bool:
    """Whether a value is, or holds, something that only stands for code of the function itself."""
    if term[0] in ("c", "s"):
        return False
    return term[0] == "helper" or any(
        isinstance(p, tuple) and p and _is_helper(p) for p in term[1:]
    )


def thrown(side: Side, landing: Landing | None, error: Term) -> Node:
    """The node where an exception goes on: its handler, or leaving with it."""
    if landing is not None:
        side.env[landing.slot] = error
        return landing.node
    return Leave(side.node.line, "raise", error, getattr(side.node, "source", None))


def asked_for(source: ast.AST) -> ast.AST:
    """The object that is asked for its class, or for what its class has."""
    if isinstance(source, ast.Call) and isinstance(source.func, ast.Attribute):
        return source.func.value
    if isinstance(source, ast.Attribute):
        return source.value
    return source.args[0] if isinstance(source, ast.Call) and source.args else source
