"""Dicts as what is in them: whether a key is there, and the value it has, until something may
change them.

Only of dicts that the versions made, or that are declared as such, and of keys that can be looked
up without anybody noticing.
"""

from __future__ import annotations

import ast
from typing import TYPE_CHECKING

from ..face.verdict import AssumptionKind
from ..face.wording import shortened
from ..ir.graph import Do
from ..values.terms import BOOL, NONE, TRUE, Term, all_plain, identity, kinds_of
from ..world.classes import looks_into_objects
from ..world.declared import builtin_bases
from ..world.hints import kinds_of_type
from ..world.types import ANYTHING, in_words, names_in, parts_of
from .evident_mappings import is_evident_mapping
from .states import State

if TYPE_CHECKING:
    from .one_side import Walker

# What stands in the place of an attribute for whether a dict has a key, and for its value.
THERE, ENTRY = "in", "[]"
DICTS = frozenset(
    {"dict"} | {f"collections.{n}" for n in ("defaultdict", "OrderedDict", "Counter")}
)


def is_mapping(walker: Walker, node: Do, term: Term, state: State) -> bool:
    """Whether a value is a dict for sure, or may be taken for the one it is declared, or evidently
    is meant, to be.
    """
    if walker.container(term) == "dict":
        return True
    kind = names_in(walker.types.of(term))
    protected = node.landing is not None or node.during is not None
    if not walker.steady or walker.strict or protected or term[0] != "s":
        return False
    source = node.source.func if isinstance(node.source, ast.Call) else node.source
    asked = source.value if isinstance(source, ast.Attribute | ast.Subscript) else source
    asked = asked.comparators[-1] if isinstance(asked, ast.Compare) else asked
    about = shortened(asked)
    if not kind - {"?"}:
        return walker.takes_evident and _is_evident(walker, term, asked, state)
    if not kind <= DICTS or walker.may_be_derived(kind):
        return False
    breaks = f"{about} that is no {in_words(walker.types.of(term))}, or of a class derived from it"
    return walker.ledger.grant(AssumptionKind.AS_DECLARED, about, breaks)


def _is_evident(walker: Walker, term: Term, asked: ast.AST, state: State) -> bool:
    """Whether a value of which nothing is declared is evidently a dict."""
    if kinds_of(term, walker.kinds) is not None or not isinstance(asked, ast.expr):
        return False
    trees = walker.names.declared.trees
    if walker.types.of(term) != ANYTHING or any(builtin_bases(t) & {"dict"} for t in trees):
        return False
    if any(map(looks_into_objects, trees)):
        return False
    missing = state.facts.decide(identity(term, NONE, walker.kinds))
    is_there = missing is not None and not missing[0]
    # As the old version uses it: what the new one takes it for is what has to be shown.
    if not is_evident_mapping(asked, walker.before.name, trees[:1], is_there=is_there):
        return False
    if missing is not None:
        walker.narrowed |= missing[1]
    about = shortened(asked)
    breaks = f"{about} that is no dict, or of a class derived from it"
    return walker.ledger.grant(AssumptionKind.AS_USED, about, breaks)


def asked(walker: Walker, node: Do, terms: list[Term], state: State) -> Term | None:
    """What ``k in d`` or ``d[k]`` yields where nobody can notice it; None for any other."""
    if node.kind == "in":
        return _is_there(walker, node, terms[1], terms[0], state)
    return _value_of(walker, node, terms[0], terms[1], state)


def is_put(walker: Walker, node: Do, terms: list[Term], state: State) -> bool:
    """Whether a step puts a value into a dict, and does nothing else that anybody can notice."""
    if node.kind != "setitem" or not walker.steady or terms[0][0] != "s":
        return False
    if node.landing is not None or node.during is not None:
        return False
    return _can_be_asked(walker, node, terms[0], terms[1], state)


def stored(node: Do, terms: list[Term], state: State) -> None:
    """Keep what was just put into a dict."""
    container, key, value = terms
    place = ("tuple", container, key)
    state.fields[place, THERE] = TRUE
    state.fields[place, ENTRY] = value


def _is_there(walker: Walker, node: Do, container: Term, key: Term, state: State) -> Term | None:
    place = ("tuple", container, key), THERE
    if container[0] != "s" or not _can_be_asked(walker, node, container, key, state):
        return None
    if place not in state.fields:
        state.fields[place] = walker.new(BOOL)
    return state.fields[place]


def _value_of(walker: Walker, node: Do, container: Term, key: Term, state: State) -> Term | None:
    place = ("tuple", container, key)
    there = state.fields.get((place, THERE))
    known = None if there is None else state.facts.decide(there)
    if known is None or not known[0] or not _can_be_asked(walker, node, container, key, state):
        return None
    walker.narrowed |= known[1]
    if (place, ENTRY) not in state.fields:
        kind = parts_of(walker.types.of(container), 1)
        trusted = walker.types.trusts_elements and kind != ANYTHING
        about = shortened(node.source)
        breaks = f"{about} that is no {in_words(kind)}"
        trusted = trusted and walker.ledger.grant(AssumptionKind.AS_DECLARED, about, breaks)
        found = walker.new(kinds_of_type(kind, walker.names) if trusted else None)
        if trusted:
            walker.types.types[found[1]] = kind
            if not names_in(kind) & {"NoneType", "None", "?"}:
                walker.there.add(found[1])
        state.fields[place, ENTRY] = found
    return state.fields[place, ENTRY]


def _can_be_asked(walker: Walker, node: Do, container: Term, key: Term, state: State) -> bool:
    """Whether looking a key up in a container does nothing else, and does not fail."""
    if not is_mapping(walker, node, container, state):
        return False
    if _is_plain(walker, key):
        return True
    kind = walker.types.of(key)
    source = _key_in(node.source)
    return walker.ledger.has_plain_equality([kind]) and walker.ledger.hashable(source, kind)


def _is_plain(walker: Walker, key: Term) -> bool:
    if key[0] == "tuple":
        return all(_is_plain(walker, part) for part in key[1:])
    return all_plain(kinds_of(key, walker.kinds))


def _key_in(source: ast.AST) -> ast.AST:
    """The key in what is asked of a dict."""
    if isinstance(source, ast.Compare):
        return source.left
    if isinstance(source, ast.Call) and source.args:
        return source.args[0]
    return source.slice if isinstance(source, ast.Subscript) else source
