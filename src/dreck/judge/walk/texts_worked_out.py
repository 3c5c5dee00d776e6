"""What a method of a known text gives, where all that it is given is known too.

``",".join(("boat", "toll"))`` is a text that nothing can change: the methods of ``str`` give the
same for the same, and do nothing else.
"""

from __future__ import annotations

from ..ir.graph import Do
from ..values.terms import Term, const
from ..world.builtin_methods import TEXT

# Texts of more characters, and numbers that may make such, are not worked out.
_LONGEST = 2000
_GIVING = frozenset({"str", "bool", "int"})


def worked_out(node: Do, text: Term, method: str, given: list[Term]) -> Term | None:
    """The constant that a call gives; None if it is not known, or if the call fails.

    Args:
        node: the call.
        text: the text whose method is called.
        method: its name.
        given: what it is given.
    """
    row = TEXT.get(method)
    plain = node.detail == ((False,) * len(given), (), ())
    if row is None or row.gives not in _GIVING or not plain:
        return None
    values = [_value(t) for t in given]
    if any(v is None for v in values):
        return None
    try:
        found = getattr(text[2], method)(*(v[0] for v in values if v is not None))
    except Exception:  # whatever it is, it is raised where the code is run
        return None
    if type(found) not in (str, bool, int) or (isinstance(found, str) and len(found) > _LONGEST):
        return None
    return const(found)


def _value(term: Term) -> tuple[object] | None:
    """What a term stands for, in a tuple of one; None if that is not known."""
    if term[0] == "tuple":
        parts = [_value(t) for t in term[1:]]
        return None if None in parts else (tuple(p[0] for p in parts if p is not None),)
    if term[0] != "c" or term[1] not in ("str", "int", "bool"):
        return None
    value: object = term[2]
    if isinstance(value, int) and abs(value) > _LONGEST:
        return None
    return None if isinstance(value, str) and len(value) > _LONGEST else (value,)
