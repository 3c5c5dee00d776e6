"""Where a new function goes: what it may be called, how its parameters look, where it stands."""

from __future__ import annotations

import ast
import builtins
from collections.abc import Collection
from dataclasses import dataclass

from ..logic.bindings import assigned_in, parameters
from ..outline import Function, all_nodes
from ..source.edits import Edit
from .alike import visible_locals
from .module_view import ModuleView


@dataclass(frozen=True, slots=True)
class Home:
    """The place of a function that is made for a part of another one.

    Attributes:
        view: the module.
        function: the function that will call it.
        instance: the name of the method's object, if the new function is to be a method.
    """

    view: ModuleView
    function: Function
    instance: str | None

    @property
    def owner(self) -> ast.ClassDef | None:
        """The class that gets a method; None for a function of the module."""
        return self.view.owners.get(id(self.function.node)) if self.instance else None

    def qualified(self, name: str) -> str:
        """The name of the new function with that of its class."""
        return f"{self.function.name.rpartition('.')[0]}.{name}" if self.owner is not None else name

    def called(self, name: str) -> str:
        """The new function as its caller names it."""
        return f"{self.instance}.{name}" if self.instance else name

    def private(self, name: str) -> str:
        """The name, marked as private where the file marks what only it uses."""
        if self.owner is not None:
            methods = [
                s.name
                for s in self.owner.body
                if isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef)
            ]
            hides = any(m.startswith("_") and not m.endswith("__") for m in methods)
            return f"_{name}" if hides or not _has_plain_predicate(methods) else name
        return f"_{name}" if self.view.has_private_functions else name

    def taken(self) -> frozenset[str]:
        """Names that mean something else where the function would stand, or where it is called."""
        if self.owner is not None:
            return self.view.words
        return (
            self.view.top_names
            | visible_locals(self.function)
            | frozenset(dir(builtins))
            | self.view.words
        )

    def annotated(self, parameter: str) -> str:
        """A parameter with the annotation that it has in the caller, where that still holds."""
        if self.function.around or parameter in assigned_in(self.function.node):
            return parameter
        given = next((a for a in parameters(self.function.node) if a.arg == parameter), None)
        if (
            given is None
            or given.annotation is None
            or given in (self.function.node.args.vararg, self.function.node.args.kwarg)
        ):
            return parameter
        return f"{parameter}: {ast.unparse(given.annotation)}"

    def signature(self, parameters: tuple[str, ...]) -> list[str]:
        """What stands between the parentheses of the definition."""
        return [*([self.instance] if self.instance else []), *map(self.annotated, parameters)]

    def insertion(
        self,
        definition: list[str],
        *,
        above: bool = False,
        line: int | None = None,
        kept: Collection[int] = (),
    ) -> Edit:
        """The edit that puts the definition below its caller, after helpers that stand there
        already.

        Args:
            definition: its lines, without indentation of their own.
            above: put it above its caller.
            line: where it is called; helpers that are first called behind that stay below it.
            kept: which of the lines start inside of a string, so that none of their blanks may
                change.
        """
        body, at = self._neighbours()
        blank = 1 if self.owner is not None else 2
        indent = self.view.indentation(body[at].lineno) if self.owner is not None else ""
        text = self.view.newline.join(
            line if not line or number in kept else indent + line
            for number, line in enumerate(definition)
        )
        gap = self.view.newline * (blank + 1)
        if above:
            start = self.view.start_of(body[at])
            return Edit(start, start, f"{text}{gap}")
        while at + 1 < len(body) and self._is_helper(body[at + 1], body[at], line):
            at += 1
        end = self.view.end_of(body[at])
        ends_line = self.view.text[:end].endswith(("\n", "\r"))
        return Edit(
            end,
            end,
            f"{'' if ends_line else self.view.newline}{self.view.newline * blank}{text}{self.view.newline}",
        )

    def _neighbours(self) -> tuple[list[ast.stmt], int]:
        """The block that gets the definition, and where its caller stands in it."""
        if self.owner is not None:
            return self.owner.body, self.owner.body.index(self.function.node)
        top = self.view.top_statement(self.function.node)
        return self.view.tree.body, self.view.tree.body.index(top)

    def _is_helper(self, statement: ast.stmt, before: ast.stmt, line: int | None) -> bool:
        """Whether a definition serves the caller, or what stands between it and the caller."""
        if not isinstance(statement, ast.FunctionDef) or not isinstance(
            before, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef
        ):
            return False
        body, at = self._neighbours()
        callers = body[at : body.index(statement)]
        kind = "id" if self.owner is None else "attr"
        calls = [
            n.lineno
            for c in callers
            for n in all_nodes(c)
            if isinstance(n, ast.Name | ast.Attribute) and getattr(n, kind, None) == statement.name
        ]
        end = body[at].end_lineno or 0
        later = line is not None and all(line < call <= end for call in calls)
        return bool(calls) and not later


def _has_plain_predicate(methods: list[str]) -> bool:
    return any(m.split("_")[0] in ("is", "has", "can", "should") for m in methods)


def wrapped_head(head: str, view: ModuleView) -> list[str]:
    """The first line of a definition, or one parameter on each where that would be too long."""
    if len(head) <= view.width:
        return [head]
    name, _, rest = head.partition("(")
    inside, _, tail = rest.rpartition(")")
    return [f"{name}(", f"{view.indent}{inside}", f"){tail}"]
