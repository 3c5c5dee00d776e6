"""What a name means where it stands: the one answer for everybody who asks.

The order is that of the language reference, section 4.2.2 (Resolution of names): the scope itself,
the functions around it from the inside to the outside, the module, Python's own names.
"""

from __future__ import annotations

import ast
from collections.abc import Container
from dataclasses import dataclass
from enum import Enum

from ..world.around import Names
from .scope import Scope


class Meaning(Enum):
    """Whose a name is."""

    LOCAL = "local"  # a slot of the function: nobody else reads or sets it
    CELL = "cell"  # a local that code nested in the function shares
    OUTER = "outer"  # of a function around this one
    MODULE = "module"
    BUILTIN = "builtin"


@dataclass(frozen=True, slots=True)
class Resolver:
    """Answers what names mean in one function.

    Attributes:
        scope: the names of the function.
        names: what is known of the names around it.
        inner: names of comprehensions that are read in place, where the question is asked from.
        around: the resolver of the function whose names a helper defined in it takes from around.
    """

    scope: Scope
    names: Names
    inner: Container[str] = ()
    around: Resolver | None = None

    def meaning(self, name: str) -> Meaning:
        """Whose a name is."""
        if name in self.inner:
            return Meaning.LOCAL
        if name in self.scope.captured:
            return Meaning.CELL
        if name in self.scope.own:
            return Meaning.LOCAL
        if name in self.scope.declared_nonlocal:
            return Meaning.OUTER
        if name not in self.scope.declared_global:
            if self.around is not None and self.around.has(name):
                return self.around.from_inside(name)
            if name in self.names.enclosing:
                return Meaning.OUTER
        return Meaning.BUILTIN if self.names.is_builtin(name) else Meaning.MODULE

    def has(self, name: str) -> bool:
        """Whether a function nested in this one finds a name here."""
        if name in self.scope.own or name in self.scope.declared_nonlocal:
            return True
        return self.around is not None and self.around.has(name)

    def from_inside(self, name: str) -> Meaning:
        """Whose a name is that a function defined in this one reads: comprehensions do not count."""
        return Resolver(self.scope, self.names, (), self.around).meaning(name)

    def of_module(self, node: ast.AST) -> str:
        """The name of the module that an expression consists of; empty if it is anything else."""
        if not isinstance(node, ast.Name):
            return ""
        return node.id if self.meaning(node.id) is Meaning.MODULE else ""

    def means_module(self, name: str) -> bool:
        """Whether a word is a name of the module here."""
        return self.meaning(name) is Meaning.MODULE

    def means_builtin(self, name: str) -> bool:
        """Whether a word is Python's own name here."""
        return self.meaning(name) is Meaning.BUILTIN

    def is_local(self, node: ast.AST) -> bool:
        """Whether an expression is a name of the function that nobody else can set."""
        return isinstance(node, ast.Name) and self.meaning(node.id) is Meaning.LOCAL
