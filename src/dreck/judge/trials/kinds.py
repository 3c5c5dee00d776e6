"""The project's own classes that fit what the code asks of a value."""

from __future__ import annotations

import ast
import enum
import inspect
import textwrap
from collections.abc import Collection, Iterator, Mapping, Sequence
from types import ModuleType
from typing import Any

from ...outline import all_nodes
from .driving import driving_methods
from .factories import factories_of
from .filled import filled_by_others
from .recipes import built_on
from .shape import Shape
from .shapes import Reader
from .through import Ways

# Classes tried for one value.
_MOST_FITTING = 6
_FUNCTIONS = (ast.FunctionDef, ast.AsyncFunctionDef)


class ProjectKinds:
    """The classes that a module has or imports from the project.

    Args:
        trees: both versions of the module.
        module: the old version, loaded.
        ways: what else was changed beside the function in question.
    """

    def __init__(self, trees: Sequence[ast.Module], module: ModuleType, ways: Ways) -> None:
        self._trees = trees
        self._tested = {n for t in trees for n in _tested(t)}
        own = [v for v in vars(module).values() if isinstance(v, type)]
        known = vars(module)
        self.enums = {n: c for n, c in known.items() if isinstance(c, type) and _is_enum(c)}
        self._attributes = {c: _attributes(c, trees) for c in own if _is_candidate(c, module)}
        self._arguments: dict[tuple[type, int], dict[str, Shape]] = {}
        self._filled: dict[type, Mapping[str, Any]] = {}
        self._driving: dict[type, Mapping[str, tuple[tuple[str, Any, bool], ...]]] = {}
        self._factories: dict[type, Mapping[str, Mapping[str, tuple[Any, bool]]]] = {}
        self._home, self._ways = module.__name__, ways

    def fitting(self, shape: Shape) -> list[type]:
        """Classes whose objects have all attributes and methods that are asked for."""
        asked = {*shape.attributes, *shape.methods}
        if not asked:
            return []
        found = [c for c, has in self._attributes.items() if asked <= has]
        # Where objects of several classes come in, each has a part of what is asked for.
        tested = [c for c in self._attributes if c.__name__ in self._tested]
        found = found or [c for c in tested if asked & self._attributes[c]]
        return found[:_MOST_FITTING]

    def asked_for(self, names: Collection[str]) -> list[type]:
        """Classes of some names that are made of a value of a built-in one."""
        return [c for c in self._attributes if c.__name__ in names and built_on(c) is not None]

    def arguments(self, cls: type, shape: Shape) -> Mapping[str, Shape]:
        """What is done with the arguments of its constructor: by its methods, and by who asks."""
        key = cls, id(shape)
        if key not in self._arguments:
            self._arguments[key] = self._read(cls, shape)
        return self._arguments[key]

    def filled(self, cls: type) -> Mapping[str, Any]:
        """What its constructor leaves empty and others fill, with what that is declared to be."""
        if cls not in self._filled:
            self._filled[cls] = filled_by_others(cls, self._trees)
        return self._filled[cls]

    def driving(self, cls: type) -> Mapping[str, tuple[tuple[str, Any, bool], ...]]:
        """The methods that change its objects, with what they take."""
        if cls not in self._driving:
            self._driving[cls] = driving_methods(cls, self._trees, self._home, self._ways)
        return self._driving[cls]

    def factories(self, cls: type) -> Mapping[str, Mapping[str, tuple[Any, bool]]]:
        """The methods of a class that make objects of it, with what they take."""
        if cls not in self._factories:
            self._factories[cls] = factories_of(cls, self._home, self._ways)
        return self._factories[cls]

    def _read(self, cls: type, shape: Shape) -> dict[str, Shape]:
        found: dict[str, Shape] = dict(shape.attributes)
        # What one version asks by a method the other may ask of the parts: both tell of them.
        asked = Shape(attributes=dict(shape.attributes))
        for tree in self._trees:
            reader = Reader(tree, (), self.enums)
            if cls.__name__ not in reader.classes:
                continue
            others = [c for n, c in reader.classes.items() if n != cls.__name__]
            methods = [m for c in others for m in c.body if isinstance(m, _FUNCTIONS)]
            for function in (*reader.functions.values(), *methods):
                for name in _declared_as(function, cls.__name__):
                    reader.parameters(function, {name: asked})
            own = set(_defined(reader.classes[cls.__name__].body))
            for name, given in asked.methods.items():
                if name not in own:  # a function that the object was given
                    kept = asked.attributes.setdefault(name, Shape())
                    kept.result = kept.result or given
            reader.fields = asked.attributes
            reader.method_of(cls.__name__)
            for method in reader.classes[cls.__name__].body:
                if isinstance(method, ast.FunctionDef | ast.AsyncFunctionDef):
                    reader.parameters(method)
            found |= reader.constructor(cls.__name__)
        return {n: s for n, s in found.items() if s.is_told()}


def _is_enum(cls: type) -> bool:
    return issubclass(cls, enum.Enum) and bool(list(cls))


def _tested(tree: ast.Module) -> Iterator[str]:
    """Names of classes that somebody asks for: ``isinstance``, ``type(x) is C``, patterns."""
    for node in all_nodes(tree):
        asked: list[ast.expr] = []
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
            asked = node.args[1:] if node.func.id == "isinstance" else []
        elif isinstance(node, ast.Compare):
            sides = [node.left, *node.comparators]
            calls = [s.func for s in sides if isinstance(s, ast.Call)]
            asked = sides if any(isinstance(c, ast.Name) and c.id == "type" for c in calls) else []
        elif isinstance(node, ast.MatchClass):
            asked = [node.cls]
        yield from (n.id for a in asked for n in all_nodes(a) if isinstance(n, ast.Name))


def _declared_as(function: ast.FunctionDef | ast.AsyncFunctionDef, name: str) -> list[str]:
    """The parameters that are annotated with a class."""
    arguments = function.args
    every = [*arguments.posonlyargs, *arguments.args, *arguments.kwonlyargs]
    return [a.arg for a in every if a.annotation is not None and _text(a.annotation) == name]


def _text(annotation: ast.expr) -> str:
    if isinstance(annotation, ast.Constant) and isinstance(annotation.value, str):
        return annotation.value
    return ast.unparse(annotation)


def _is_candidate(cls: type, module: ModuleType) -> bool:
    home = getattr(cls, "__module__", "").partition(".")[0]
    is_ours = cls.__module__ == module.__name__ or home == module.__name__.partition(".")[0]
    return (
        is_ours and not issubclass(cls, BaseException | enum.Enum) and not inspect.isabstract(cls)
    )


def _attributes(cls: type, trees: Sequence[ast.Module]) -> frozenset[str]:
    """All that objects of a class have: methods, declared fields, and what is set on ``self``."""
    found = {n for n in dir(cls) if not n.startswith("__")}
    for base in cls.__mro__:
        found |= set(getattr(base, "__annotations__", {}))
        for node in _definitions(base, trees):
            found |= set(_defined(getattr(node, "body", [])))
            found |= {
                n.attr
                for n in all_nodes(node)
                if isinstance(n, ast.Attribute)
                and isinstance(n.ctx, ast.Store)
                and isinstance(n.value, ast.Name)
                and n.value.id == "self"
            }
    return frozenset(found)


def _defined(body: Sequence[ast.stmt]) -> Iterator[str]:
    """The names that the body of a class binds."""
    for statement in body:
        if isinstance(statement, _FUNCTIONS):
            yield statement.name
        elif isinstance(statement, ast.Assign | ast.AnnAssign):
            targets = (
                [statement.target] if isinstance(statement, ast.AnnAssign) else statement.targets
            )
            yield from (t.id for t in targets if isinstance(t, ast.Name))


def _definitions(cls: type, trees: Sequence[ast.Module]) -> list[ast.AST]:
    if cls is object:
        return []
    own = [
        n for t in trees for n in t.body if isinstance(n, ast.ClassDef) and n.name == cls.__name__
    ]
    if own:
        return list(own)
    try:
        return list(ast.parse(textwrap.dedent(inspect.getsource(cls))).body)
    except (OSError, TypeError, SyntaxError):
        return []
