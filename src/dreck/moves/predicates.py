"""A condition as a function of its own: what it takes, how it is written, where it stands."""

from __future__ import annotations

import ast
import io
import re
import tokenize
from dataclasses import dataclass, replace

import libcst as cst

from ..logic.bindings import assigned_in, free_names
from ..logic.conditions import text_of
from ..logic.knowledge import Knowledge
from ..logic.negate import Negation
from ..outline import Function, FunctionNode, all_nodes
from .alike import visible_locals
from .home import Home, wrapped_head
from .module_view import ModuleView
from .writing import condition_lines, returning

_CANNOT_MOVE = (ast.Await, ast.Yield, ast.YieldFrom, ast.NamedExpr)
_BOOLS = (ast.Compare, ast.Constant)


@dataclass(frozen=True, slots=True)
class Predicate:
    """A condition on its way to a function of its own.

    Attributes:
        view: the module.
        function: the function it stands in.
        condition: its tree.
        lines: its text, with one operand on each line if it does not fit one.
        parameters: the local names that it uses, in order of first use, without the object of a
            method.
        instance: the name of the method's object, if it uses that.
    """

    view: ModuleView
    function: Function
    condition: ast.expr
    lines: list[str]
    parameters: tuple[str, ...]
    instance: str | None

    @property
    def home(self) -> Home:
        """Where it goes."""
        return Home(self.view, self.function, self.instance)

    @property
    def owner(self) -> ast.ClassDef | None:
        """The class that gets a method; None for a function of the module."""
        return self.home.owner

    def call(self, name: str) -> str:
        """The text that asks the predicate where the condition stood."""
        called = self.home.called(name)
        return called if self.is_property(name) else f"{called}({', '.join(self.parameters)})"

    def generalized(self) -> Predicate:
        """The same with a parameter whose name fits whatever it is asked of; itself where it is
        promised something.
        """
        old = self.parameters[0]
        texts = any(
            isinstance(n, ast.Attribute) and n.attr in ("strip", "lower", "upper", "startswith")
            for n in all_nodes(self.condition)
        )
        new = "text" if texts else "value"
        taken = {n.id for n in all_nodes(self.condition) if isinstance(n, ast.Name)}
        if new in taken or self.home.annotated(old) != old:
            return self
        text = _with_name("\n".join(self.lines), old, new)
        return replace(self, lines=text.split("\n"), parameters=(new,))

    def is_property(self, name: str) -> bool:
        """Whether it becomes a property: where it needs nothing but its object, and the class has
        such properties.
        """
        if self.owner is None or self.parameters:
            return False
        shown = [
            s
            for s in self.owner.body
            if isinstance(s, ast.FunctionDef)
            and [ast.unparse(d) for d in s.decorator_list] == ["property"]
        ]
        return any(
            s.name.lstrip("_").split("_")[0] in ("is", "has", "can", "should", "needs")
            for s in shown
        )

    def definition(
        self, name: str, *, positive: bool, strict: bool = False, constants: tuple[str, ...] = ()
    ) -> list[str]:
        """The lines of the new function, without indentation of their own."""
        signature = [*self.home.signature(self.parameters), *constants]
        lines = self.lines if positive else self._opposite(strict)
        is_turned = isinstance(ast.parse(f"({chr(10).join(lines)})", mode="eval").body, ast.UnaryOp)
        is_truth = yields_bool(self.condition) or is_turned
        result = " -> bool" if self._is_annotated and is_truth else ""
        head = f"def {name}({', '.join(signature)}){result}:"
        decorator = ["@property"] if self.is_property(name) else []
        return [
            *decorator,
            *wrapped_head(head, self.view),
            *returning(self.view, lines, self.view.indent),
        ]

    @property
    def _is_annotated(self) -> bool:
        return self.function.node.returns is not None

    def _opposite(self, strict: bool) -> list[str]:
        """The text of the opposite of the condition."""
        hints = {p: self.home.annotated(p).partition(": ")[2] for p in self.parameters}
        ordered = frozenset(
            p for p, hint in hints.items() if hint in ("int", "str", "bool", "bytes")
        )
        knowledge = Knowledge(ordered, frozenset(p for p in ordered if hints[p] == "bool"))
        return _opposite_lines(self.lines, Negation(knowledge, strict))


def _with_name(text: str, old: str, new: str) -> str:
    """An expression with another name for one of its variables."""
    spots = []
    before = ""
    for token in tokenize.generate_tokens(io.StringIO(f"({text})").readline):
        if token.type == tokenize.NAME and token.string == old and before != ".":
            spots.append(token.start)
        before = token.string
    lines = f"({text})".split("\n")
    for row, column in reversed(spots):
        line = lines[row - 1]
        lines[row - 1] = line[:column] + new + line[column + len(old) :]
    return "\n".join(lines)[1:-1]


def predicate_of(view: ModuleView, function: Function, condition: ast.expr) -> Predicate | str:
    """A condition on its way to a function, or why it cannot become one: a key of refusals."""
    if any(isinstance(n, _CANNOT_MOVE) for n in all_nodes(condition)):
        return "suspends-or-binds"
    names = free_names(condition)
    if "super" in names or "__class__" in names or "locals" in names:
        return "needs-its-function"
    local = visible_locals(function)
    used = [n for n in names if n in local]
    instance = view.instance_of(function)
    takes_instance = (
        instance in used
        and isinstance(function.node, FunctionNode)
        and instance not in assigned_in(function.node)
    )
    if not takes_instance and any(
        isinstance(n, ast.Attribute) and _is_mangled(n.attr) for n in all_nodes(condition)
    ):
        return "needs-its-function"
    lines = condition_lines(view, condition)
    if lines is None:
        return "text-inside"
    given = tuple(n for n in used if not (takes_instance and n == instance))
    return Predicate(view, function, condition, lines, given, instance if takes_instance else None)


def _is_mangled(name: str) -> bool:
    return name.startswith("__") and not name.endswith("__")


def yields_bool(node: ast.expr) -> bool:
    """Whether a condition yields True or False, by the convention that comparisons do."""
    if isinstance(node, ast.BoolOp):
        return all(map(yields_bool, node.values))
    if isinstance(node, ast.Call):
        return isinstance(node.func, ast.Name) and node.func.id in (
            "isinstance",
            "issubclass",
            "callable",
            "hasattr",
            "bool",
            "any",
            "all",
        )
    return isinstance(node, ast.Compare) or (
        isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not)
    )


def _opposite_lines(lines: list[str], negation: Negation) -> list[str]:
    """The text of the opposite of a condition."""
    text = " ".join(lines)
    if "#" in text and len(lines) > 1:
        return ["not (", *(f"    {line}" for line in lines), ")"]
    turned = negation.of(cst.parse_expression(text))
    return [
        (
            re.sub(r"^\((.*)\)$", r"\1", text_of(turned))
            if turned.lpar and not isinstance(turned, cst.Tuple)
            else text_of(turned)
        )
    ]
