"""Classes that only keep what they are given and answer questions about it.

Of such a class, an object that is made and asked at once (``Closure(day, hour).applies()``) needs
no
object: its methods are functions of what it was given. They are read as such functions here, with
the
fields as their first parameters.
"""

from __future__ import annotations

import ast
import copy
from collections.abc import Mapping
from dataclasses import dataclass

from ...outline import all_nodes, copied
from .constants import can_be_inlined
from .scope import parameters_of


@dataclass(frozen=True, slots=True)
class RecordClass:
    """A plain class.

    Attributes:
        arguments: the parameters of its ``__init__`` without the object.
        fields: the parameter that each field is given.
        methods: for each method the function of the fields and its own parameters.
        properties: the methods that are asked without a call.
    """

    arguments: ast.arguments
    fields: Mapping[str, str]
    methods: Mapping[str, ast.FunctionDef]
    properties: frozenset[str]

    def given(self, arguments: Mapping[str, ast.expr]) -> dict[str, ast.expr]:
        """What each field's parameter of the functions gets, of what ``__init__`` gets."""
        return {_field(f): arguments[p] for f, p in self.fields.items()}

    def kept(self, name: str) -> dict[str, str]:
        """For each field's parameter of the functions, a slot of the field of an object that a name
        stands for.
        """
        return {_field(f): f"{name}.{f}" for f in self.fields}

    def own_arguments(self, method: str) -> ast.arguments:
        """The parameters of a method without its object."""
        made = copy.copy(self.methods[method].args)
        made.args = made.args[len(self.fields) :]
        return made


def record_class(node: ast.ClassDef) -> RecordClass | None:
    """What a class amounts to; None if it is more than a plain record with questions."""
    if node.bases or node.keywords or node.decorator_list or any(map(_is_mangled, all_nodes(node))):
        return None
    functions = [s for s in node.body if isinstance(s, ast.FunctionDef)]
    others = [s for s in node.body if not isinstance(s, ast.FunctionDef)]
    if not all(isinstance(s, ast.Expr) and isinstance(s.value, ast.Constant) for s in others):
        return None
    methods = {f.name: f for f in functions}
    start = methods.pop("__init__", None)
    fields = _fields(start) if start is not None else None
    special = any(n.startswith("__") for n in methods)
    if (
        start is None
        or fields is None
        or special
        or len(methods) + 1 != len(functions)
        or methods.keys() & fields.keys()
    ):
        return None
    made = {name: _as_function(node.name, f, fields, methods) for name, f in methods.items()}
    if any(f is None for f in made.values()):
        return None
    plain = {n: f for n, f in made.items() if f is not None}
    return RecordClass(
        _without_first(start.args),
        fields,
        plain,
        frozenset(n for n in plain if methods[n].decorator_list),
    )


def _is_mangled(node: ast.AST) -> bool:
    """Whether the class gives a name another meaning (private name mangling)."""
    name = (
        getattr(node, "attr", None) or getattr(node, "id", None) or getattr(node, "arg", None) or ""
    )
    return isinstance(name, str) and name.startswith("__") and not name.endswith("__")


def function_name(owner: str, method: str) -> str:
    """The name under which a method is read as a function; no program can have it."""
    return f"{owner}@{method}"


def _fields(start: ast.FunctionDef) -> dict[str, str] | None:
    """The parameter that each field is given; None if ``__init__`` does anything else."""
    if not can_be_inlined(start) or not start.args.args:
        return None
    this = start.args.args[0].arg
    given = [a.arg for a in parameters_of(start.args)[1:]]
    found: dict[str, str] = {}
    for statement in start.body:
        if isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant):
            continue
        if not isinstance(statement, ast.Assign) or len(statement.targets) != 1:
            return None
        target, value = statement.targets[0], statement.value
        plain = (
            isinstance(target, ast.Attribute)
            and isinstance(target.value, ast.Name)
            and target.value.id == this
        )
        if (
            not plain
            or not isinstance(target, ast.Attribute)
            or not isinstance(value, ast.Name)
            or value.id not in given
            or target.attr in found
        ):
            return None
        found[target.attr] = value.id
    return found


def _without_first(arguments: ast.arguments) -> ast.arguments:
    made = copy.copy(arguments)
    made.args = arguments.args[1:]
    return made


def _as_function(
    owner: str,
    method: ast.FunctionDef,
    fields: Mapping[str, str],
    methods: Mapping[str, ast.FunctionDef],
) -> ast.FunctionDef | None:
    decorators = [ast.unparse(d) for d in method.decorator_list]
    if (
        decorators not in ([], ["property"])
        or not can_be_inlined(method, decorated=True)
        or not method.args.args
        or method.args.posonlyargs
    ):
        return None
    reader = _Reader(owner, method.args.args[0].arg, fields, methods)
    body = [reader.visit(copied(s)) for s in method.body]
    if reader.failed:
        return None
    arguments = copy.copy(method.args)
    arguments.args = [*(ast.arg(_field(f)) for f in fields), *method.args.args[1:]]
    made = ast.FunctionDef(function_name(owner, method.name), arguments, body, [])
    return ast.fix_missing_locations(ast.copy_location(made, method))


def _field(name: str) -> str:
    return f"self.{name}"


class _Reader(ast.NodeTransformer):
    """Puts the fields, and calls of the functions, in place of what a method asks of its object."""

    def __init__(
        self,
        owner: str,
        this: str,
        fields: Mapping[str, str],
        methods: Mapping[str, ast.FunctionDef],
    ) -> None:
        self.owner, self.this, self.fields, self.methods = owner, this, fields, methods
        self.failed = False

    def visit_Name(self, node: ast.Name) -> ast.AST:
        self.failed = (
            self.failed or node.id == self.this
        )  # the object itself is handed on, or bound anew
        return node

    def visit_Attribute(self, node: ast.Attribute) -> ast.AST:
        if not (isinstance(node.value, ast.Name) and node.value.id == self.this):
            return self.generic_visit(node)
        if not isinstance(node.ctx, ast.Load):
            self.failed = True
        elif node.attr in self.fields:
            return ast.copy_location(ast.Name(_field(node.attr), ast.Load()), node)
        elif node.attr in self.methods and self.methods[node.attr].decorator_list:
            return ast.copy_location(self._call(node.attr, [], []), node)
        else:
            self.failed = True
        return node

    def visit_Call(self, node: ast.Call) -> ast.AST:
        asked = node.func
        if (
            isinstance(asked, ast.Attribute)
            and isinstance(asked.value, ast.Name)
            and asked.value.id == self.this
        ):
            if asked.attr in self.methods and not self.methods[asked.attr].decorator_list:
                arguments = [self.visit(a) for a in node.args]
                keywords = [ast.keyword(k.arg, self.visit(k.value)) for k in node.keywords]
                return ast.copy_location(self._call(asked.attr, arguments, keywords), node)
        return self.generic_visit(node)

    def _call(
        self, method: str, arguments: list[ast.expr], keywords: list[ast.keyword]
    ) -> ast.Call:
        given: list[ast.expr] = [ast.Name(_field(f), ast.Load()) for f in self.fields]
        return ast.Call(
            ast.Name(function_name(self.owner, method), ast.Load()), [*given, *arguments], keywords
        )
