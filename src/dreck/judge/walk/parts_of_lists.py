"""What stands at a place of a list whose length is known on this path, until something may change
it.

``name, length, owner = parts`` reads what ``parts[0]``, ``parts[1]`` and ``parts[2]`` read, and
neither fails where there are three.
"""

from __future__ import annotations

import ast
from typing import TYPE_CHECKING

from ..face.verdict import AssumptionKind
from ..face.wording import shortened
from ..ir.graph import Do
from ..values.facts import Fact
from ..values.terms import Term, const
from ..world.hints import kinds_of_type
from ..world.types import ANYTHING, in_words, names_in
from .mappings import ENTRY
from .states import State

if TYPE_CHECKING:
    from .one_side import Walker

# What can be asked for its places without doing anything.
_IN_ORDER = frozenset({"list", "tuple"})
# What stands in the place of an attribute for how long a container is.
LENGTH = "len()"


def parts_read(
    walker: Walker, node: Do, terms: list[Term], state: State, used: set[Fact]
) -> list[Term] | None:
    """What a step yields that reads items of a list, or takes it apart; None for any other step,
    and where the list may be too short.

    Only where the plain way fails, and outside handlers, which may wait for its failure.
    """
    if node.kind not in ("getitem", "unpack") or not walker.steady or walker.strict:
        return None
    if node.landing is not None or node.during is not None:
        return None
    length = state.fields.get((terms[0], LENGTH))
    known, rests_on = (None, frozenset[Fact]()) if length is None else state.facts.resolve(length)
    if known is None or known[:2] != ("c", "int") or not _is_in_order(walker, node, terms[0]):
        return None
    count = int(known[2])
    if node.kind == "unpack":
        if node.detail != (count, None):
            return None
        places = list(range(count))
    else:
        place = terms[1][2] if terms[1][:2] == ("c", "int") else None
        if place is None or not -count <= place < count:
            return None
        places = [place % count]
    used |= rests_on
    return [_part(walker, node, terms[0], p, state) for p in places]


def _is_in_order(walker: Walker, node: Do, container: Term) -> bool:
    """Whether a value is a list or tuple, as it is declared or was made."""
    kind = walker.types.of(container)
    fits = container[0] == "s" and names_in(kind) <= _IN_ORDER and kind != ANYTHING
    if not fits or walker.may_be_derived(names_in(kind)):
        return False
    about = shortened(_owner(node))
    breaks = f"{about} that is no {in_words(kind)}"
    return walker.ledger.grant(AssumptionKind.AS_DECLARED, about, breaks)


def _owner(node: Do) -> ast.AST:
    source = node.source
    return source.value if isinstance(source, ast.Subscript) else source


def _part(walker: Walker, node: Do, container: Term, place: int, state: State) -> Term:
    key = ("tuple", container, const(place)), ENTRY
    if key not in state.fields:
        kind = walker.types.results(node, [container, const(place)], None)[
            place if node.kind == "unpack" else 0
        ]
        # That the list is what it is declared to be speaks of its elements, too.
        found = walker.new(None if kind == ANYTHING else kinds_of_type(kind, walker.names))
        if kind != ANYTHING:
            walker.types.types[found[1]] = kind
        state.fields[key] = found
    return state.fields[key]
