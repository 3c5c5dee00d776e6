"""What is declared of the unknown values of a walk: the types that contradict or carry a proof."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache

from ..ir.graph import Do
from ..values.terms import Kinds, Term, is_member
from ..world.around import Names
from ..world.builtin_methods import call_gives, element_type, given_by, types_taken_apart
from .events import COMPREHENSIONS
from ..world.types import ANYTHING, Atom, Type, names_in, of_class, own, own_names, parts_of, union

_DISPLAYS = {
    "list": "list",
    "set": "set",
    "dict": "dict",
    "list-star": "list",
    "set-star": "set",
    "tuple-star": "tuple",
    "join": "str",
    "format": "str",
}
# Operators that give back what their left operand is, of built-in containers.
_KEEPS = frozenset({"set", "frozenset", "list", "tuple", "str", "bytes", "collections.Counter"})
# Operators that put what two containers hold into one.
_JOINING = frozenset({"+", "|", "^"})
# Methods that put their last argument, or what it holds, into a container.
_PUTTING = frozenset("append appendleft add insert extend extendleft update setdefault".split())
# Classes that nothing else passes for.
_SIMPLE = frozenset({"NoneType", "str", "bytes", "int", "bool", "float", "list", "dict", "tuple"})
_TERMS = {
    "tuple": "tuple",
    "sum": "int",
    "divided": "int",
    "text": "str",
    "as text": "str",
    "filled": "str",
    "slice": "slice",
    "float": "float",
    "cut": "str",
    "counted": "int",
}


@dataclass(slots=True)
class ValueTypes:
    """The declared types of a walk's unknown values.

    Attributes:
        names: what is known around the function.
        kinds: the plain types of unknown values, by number.
        types: the declared types of unknown values, by number.
        bound: unknown values that are methods: of what, and which.
        held: what displays were written with, until something changes them.
        trusts_elements: whether what is declared of a container's elements is believed.
        contradicted: whether the versions themselves put something else into one.
    """

    names: Names
    kinds: Mapping[int, Kinds]
    types: dict[int, Type] = field(default_factory=dict)
    bound: dict[int, tuple[Type, str]] = field(default_factory=dict)
    held: dict[int, Type] = field(default_factory=dict)
    trusts_elements: bool = True
    contradicted: bool = False

    def of(self, term: Term) -> Type:
        """What is declared of a value, or follows from how it was made."""
        head = term[0]
        if head == "s":
            known = self.types.get(term[1])
            if known is not None and known is not ANYTHING:
                return known
            kinds = self.kinds.get(term[1])
            return ANYTHING if kinds is None else of_kinds(kinds)
        if head == "c":
            if is_member(term):
                return frozenset({own(term[1].partition(":")[0].removeprefix("enum "))})
            return frozenset({Atom(term[1])})
        if head == "new":
            return frozenset({Atom(term[3])})
        if head == "row":
            return frozenset({own(term[1])})
        if head in _TERMS:
            return frozenset({Atom(_TERMS[head])})
        if head == "number":
            return of_class("float")
        return (
            ANYTHING
            if head in ("unbound", "helper", "adder", "inserter", "listed", "method")
            else of_class("bool")
        )

    def results(self, node: Do, terms: Sequence[Term], callee: str | None) -> list[Type]:
        """The types of what a step yields, one for each of its slots.

        Args:
            node: the step.
            terms: its operands.
            callee: the name that a called function was read from.
        """
        found = [ANYTHING] * len(node.outs)
        if not found:
            return found
        if node.kind in ("next", "unpack", "getitem") and not self.trusts_elements:
            return found
        if node.kind == "next" and terms:
            found[-1] = element_type(self.of(terms[0]))
        elif node.kind == "unpack":
            _, star = node.detail
            found = types_taken_apart(self.of(terms[0]), len(found))
            if star is not None:
                found[star] = of_class("list")
        elif node.kind == "pattern attribute":
            found[-1] = self.names.declared.field_type(self.of(terms[0]), node.detail)
        else:
            found[0] = self._result(node, terms, callee)
        return found

    def _result(self, node: Do, terms: Sequence[Term], callee: str | None) -> Type:
        if node.kind in _DISPLAYS:
            return of_class(_DISPLAYS[node.kind])
        if node.kind == "comprehension":
            return of_class(COMPREHENSIONS.get(type(node.source), "?"))
        if node.kind == "getattr":
            return self.names.declared.field_type(self.of(terms[0]), node.detail)
        if node.kind == "getitem":
            return self._item(self.of(terms[0]))
        if node.kind == "iter":
            return frozenset({Atom("typing.Iterator", (element_type(self.of(terms[0])),))})
        if node.kind in ("binop", "inplace"):
            return _made_of_two(self.of(terms[0]), self.of(terms[1]), str(node.detail))
        if node.kind == "call":
            return self._given(terms[0], callee)
        return ANYTHING

    def _given(self, called: Term, callee: str | None) -> Type:
        """What a call gives back."""
        if called[0] == "s" and called[1] in self.bound:
            owner, method = self.bound[called[1]]
            mine = self.names.declared.result_type(owner, method)
            return mine if mine != ANYTHING else given_by(owner, method)
        if called[0] == "s" and callee is None:
            kind = self.types.get(called[1], ANYTHING)
            return parts_of(kind) if names_in(kind) == {"Callable"} else ANYTHING
        if callee is None:
            return ANYTHING
        if self.names.is_builtin(callee):
            return call_gives(callee)
        if self.names.declared.facts(callee):
            return frozenset({own(callee)})
        library = self.names.declared.library_class(callee)
        return frozenset({Atom(library)}) if library else self.names.declared.call_type(callee)

    @staticmethod
    def _item(kind: Type) -> Type:
        found = []
        for atom in kind:
            if atom.name == "str":
                found.append(of_class("str"))
            elif atom.name in ("list", "tuple") and atom.args:
                found.append(atom.args[0])
            elif atom.name in ("dict", "collections.defaultdict", "collections.OrderedDict"):
                found.append(atom.args[1] if len(atom.args) > 1 else ANYTHING)
            else:
                return ANYTHING
        return union(found)

    def note(
        self, node: Do, terms: Sequence[Term], outs: Sequence[Term], callee: str | None
    ) -> None:
        """Keep what is declared of what a step yielded, and what it put where."""
        if node.kind in ("list", "set", "tuple") and outs and outs[0][0] == "s" and terms:
            self.held[outs[0][1]] = union(map(self.of, terms))
        put = self._put_by(node, terms)
        if put is not None:
            self.contradicted = self.contradicted or _cannot_be(*put, self.names.classes)
        for term, kind in zip(outs, self.results(node, terms, callee), strict=True):
            if term[0] == "s" and kind != ANYTHING:
                self.types[term[1]] = kind
        if node.kind == "getattr" and outs and outs[0][0] == "s":
            owner = self.of(terms[0])
            if owner != ANYTHING:
                self.bound[outs[0][1]] = (owner, node.detail)

    def _put_by(self, node: Do, terms: Sequence[Term]) -> tuple[Type, Type] | None:
        """What a step puts into a container, and what is declared of the elements of that one."""
        if node.kind == "setitem":
            is_slice = terms[1][0] == "slice"
            value = self.of(terms[2])
            return self._held(terms[2]) if is_slice else value, self._item(self.of(terms[0]))
        if node.kind == "inplace" and node.detail in _JOINING:
            return self._held(terms[1]), element_type(self.of(terms[0]))
        if node.kind != "call" or terms[0][0] != "s" or terms[0][1] not in self.bound:
            return None
        owner, method = self.bound[terms[0][1]]
        if method not in _PUTTING or len(terms) < 2:
            return None
        several = method in ("extend", "extendleft", "update")
        value = self._held(terms[-1]) if several else self.of(terms[-1])
        return value, parts_of(owner, 1) if method == "setdefault" else element_type(owner)

    def _held(self, term: Term) -> Type:
        """What going through a value yields, also through a display."""
        if term[0] == "tuple":
            return union(map(self.of, term[1:]))
        return self.held.get(term[1], ANYTHING) | element_type(self.of(term))

    def copy_to(self, old: Term, new: Term) -> None:
        """A value that stands for another one has its declarations."""
        if old[0] == "s" and new[0] == "s":
            if old[1] in self.types:
                self.types[new[1]] = self.types[old[1]]
            if old[1] in self.bound:
                self.bound[new[1]] = self.bound[old[1]]


def _made_of_two(left: Type, right: Type, operator: str) -> Type:
    """What an operator makes of two containers or texts; of what either may hold where it joins
    them.
    """
    if not names_in(left) <= _KEEPS or operator not in _JOINING | {"-", "&"}:
        return ANYTHING
    if operator not in _JOINING or not any(a.args for a in left):
        return left
    held = [element_type(left), element_type(right)]
    whole = names_in(right) <= _KEEPS and ANYTHING not in held
    return frozenset(Atom(a.name, (union(held),) if whole else ()) for a in left)


def _cannot_be(value: Type, declared: Type, chains: Mapping[str, tuple[str, ...]]) -> bool:
    """Whether a value is surely none of what is declared.

    Args:
        value: what is known of it.
        declared: what is declared of the place that it gets.
        chains: the plain classes of the module, each with those that it is derived from.
    """
    wanted, own = names_in(declared), set(own_names(declared))
    if not wanted or not all(n in _SIMPLE or n.startswith("own:") for n in wanted):
        return False
    if any(n in _SIMPLE and n not in wanted for n in names_in(value)):
        return True
    return any(not own & {n, *chains.get(n, ())} for n in own_names(value) if n in chains)


@lru_cache(256)
def of_kinds(kinds: Kinds) -> Type:
    """The type of values of some plain kinds."""
    found = set()
    for kind in kinds:
        is_enum = kind.startswith("enum ")
        found.add(own(kind.removeprefix("enum ").partition(":")[0]) if is_enum else Atom(kind))
    return frozenset(found)
