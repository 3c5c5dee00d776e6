"""What all ways of bringing a function to a form keep: what is changed, and what that rests on."""

from __future__ import annotations

import ast

from ...outline import all_nodes
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.scope import FunctionNode


class FormWork:
    """One function on its way to a form.

    Attributes:
        function: the function that is looked at.
        names: what is known around it.
        changed: whether anything was brought to the form.
        rests_on: what that takes for granted.
    """

    def __init__(self, function: FunctionNode, names: Names) -> None:
        self.function, self.names = function, names
        self.changed = False
        self.rests_on: list[Assumption] = []
        self._numbered = 0

    def rest_on(self, kind: AssumptionKind, about: str, breaks: str) -> None:
        """Take something for granted.

        Args:
            kind: what kind of thing that is.
            about: what it is about, as the source says it.
            breaks: an input for which it does not hold.
        """
        self.rests_on.append(Assumption(kind, about, breaks))

    def numbered(self, word: str) -> str:
        """A name that no source has, another one each time."""
        self._numbered += 1
        return f"{word}.{self._numbered}"

    def result(self, made: FunctionNode) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
        """The form with what it rests on, once each; None if nothing was changed."""
        if not self.changed:
            return None
        ast.fix_missing_locations(made)
        return made, tuple(dict.fromkeys(self.rests_on))


def names_bound(function: FunctionNode) -> set[str]:
    """The names that a function, or one inside of it, is given or sets."""
    inside = [n for n in all_nodes(function) if isinstance(n, ast.Name | ast.arg)]
    given = {n.arg for n in inside if isinstance(n, ast.arg)}
    return given | {
        n.id for n in inside if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }
