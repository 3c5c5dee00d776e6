"""The forms that functions are brought to, one by one or several together, before they are
compared.

Each is a function that behaves the same, under what it says that this rests on; where one version
is written in one way and the other in another, both come to the same form.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import TypeAlias

from ..face.verdict import Assumption
from ..world.around import Names
from ..world.scope import FunctionNode
from .appended import appended
from .asked_of_texts import asked_of_texts
from .asked_tables import asked_tables
from .caught_keys import caught_keys
from .cut_texts import cut_texts
from .dispatched import dispatched
from .entries import entries
from .filled_dicts import filled_dicts
from .fixed_dicts import fixed_dicts
from .item_loops import item_loops
from .joins_of_lists import joins_of_lists
from .leaving_early import leaving_early
from .mapped import without_mapping
from .members import members
from .named_arguments import named_arguments
from .named_types import named_types
from .neighbours import neighbours
from .read_in_line import read_in_line
from .sentinels import sentinels
from .sunk_stores import sunk_stores
from .threaded_exits import threaded_exits
from .totals import totals
from .written_lists import written_lists
from .written_rounds import written_rounds

# Between the names of forms that a function is brought to one after the other.
TOGETHER = "+"


@dataclass(frozen=True, slots=True)
class Brought:
    """A function that is brought to a form.

    Attributes:
        function: the function.
        other: the version beside it.
        names: what is known of the module.
        is_new: whether it is the new version: what nobody declares is taken for what the old one
            uses it as, and never the other way round.
    """

    function: FunctionNode
    other: FunctionNode
    names: Names
    is_new: bool


# A function in a form, and what this rests on; the function itself where nothing has to change.
Formed: TypeAlias = tuple[FunctionNode, tuple[Assumption, ...]]


def brought_to(form: str, brought: Brought) -> Formed:
    """A function in a form, or in several, one after the other; and what this rests on.

    Args:
        form: the name of a form, or of several with :data:`TOGETHER` between them.
        brought: the function.
    """
    function = brought.function
    rests_on: tuple[Assumption, ...] = ()
    for each in form.split(TOGETHER):
        now = Brought(function, brought.other, brought.names, brought.is_new)
        function, more = FORMS[each](now)
        rests_on = (*rests_on, *more)
    return function, rests_on


def _arguments(it: Brought) -> Formed:
    """What is worked out is named, and put away late."""
    found, first = sunk_stores(it.function) or (it.function, ())
    found, second = named_arguments(found, it.other, it.names) or (found, ())
    return found, (*first, *second)


def _dicts(it: Brought) -> Formed:
    """Dicts are made when all is known that they hold; those whose keys stay are names."""
    found, first = fixed_dicts(it.function, it.names) or (it.function, ())
    return filled_dicts(found) or found, first


def _members(it: Brought) -> Formed:
    """Lists are asked element by element."""
    found = members(it.function, it.other, it.names, is_new=it.is_new)
    return found or (it.function, ())


def _ends(it: Brought) -> Formed:
    """Loops end where nothing is left to do."""
    asked = sentinels(it.function, it.names) or it.function
    return leaving_early(asked, it.names) or (it.function, ())


def _elements(it: Brought) -> Formed:
    """They also are left where it is done for what they are left, and go through elements, and not
    through places.
    """
    found, first = _ends(it)
    if found is it.function:
        found = sentinels(found, it.names) or found
    left = threaded_exits(found)
    made, second = item_loops(left or found, it.names) or (left, ())
    return (it.function if made is None else made), (*first, *second)


FORMS: Mapping[str, Callable[[Brought], Formed]] = {
    "arguments": _arguments,
    # names stand for what they are
    "inline": lambda it: (read_in_line(it.function) or it.function, ()),
    # functions of tables are asked where they are called
    "tables": lambda it: (asked_tables(it.function, it.names) or it.function, ()),
    # they have an arm for each of their keys
    "dispatched": lambda it: dispatched(it.function, it.names) or (it.function, ()),
    # keys are asked for first
    "keys": lambda it: caught_keys(it.function, it.names) or (it.function, ()),
    # nothing is mapped
    "maps": lambda it: without_mapping(it.function, it.names) or (it.function, ()),
    # rows that are written down have a round each
    "rounds": lambda it: written_rounds(it.function, it.names) or (it.function, ()),
    # dicts are gone through by their entries
    "entries": lambda it: entries(it.function, it.names) or (it.function, ()),
    # a list that is read at two places is gone through by pairs
    "pairs": lambda it: neighbours(it.function, it.names) or (it.function, ()),
    # lists are appended to
    "appended": lambda it: appended(it.function) or (it.function, ()),
    # totals are added up in one way
    "totals": lambda it: totals(it.function, it.names) or (it.function, ()),
    "dicts": _dicts,
    # texts are asked by their methods
    "texts": lambda it: asked_of_texts(it.function, it.names) or (it.function, ()),
    # types have no names
    "types": lambda it: named_types(it.function, it.names) or (it.function, ()),
    "members": _members,
    # texts are joined from lists
    "joins": lambda it: joins_of_lists(it.function) or (it.function, ()),
    # nothing is cut off from a text
    "cuts": lambda it: (cut_texts(it.function) or it.function, ()),
    # lists that are written down are gone through round after round
    "lists": lambda it: (written_lists(it.function) or it.function, ()),
    "ends": _ends,
    "elements": _elements,
}
