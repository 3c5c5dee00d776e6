"""What is declared of classes: their fields, what their methods give back, how they compare.

Whatever is asked about a class is answered for all classes of the module that it is related to, as
an object of a class may be one of any class derived from it.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from ...outline import all_nodes, child_nodes, nodes_of
from .annotations import annotations_of
from .builtin_methods import element_type
from .classes import acting_attributes, may_be_set_by_text, related_classes
from .counted_entries import counted_entries
from .names import CACHED, bound_anywhere, is_never_rebound, names_from, single_target
from .types import ANYTHING, NUMBERS, Type, names_in, of_class, own_names, union

_ORDER = frozenset({"__lt__", "__le__", "__gt__", "__ge__"})
_EQUALITY = frozenset({"__eq__", "__ne__"})
_AS_TEXT = frozenset({"__format__", "__str__", "__repr__"})
_DISPLAYS = {ast.List: "list", ast.Dict: "dict", ast.Set: "set", ast.JoinedStr: "str"}
_MAKERS = frozenset({"list", "dict", "set", "frozenset", "tuple", "str", "int", "float", "bool"})
_PLAIN = NUMBERS | {"str", "NoneType"}
# What makes a collection of the elements of another one.
_COPIERS = frozenset({"list", "set", "frozenset", "tuple"})


@dataclass(frozen=True, slots=True)
class ClassFacts:
    """What is declared of one class and all that it is related to in its module.

    Attributes:
        fields: the types of its attributes; where declarations clash or lack, the attribute is not
            here.
        results: the types of what its methods give back.
        present: attributes that every object has once it is made.
        compares: whether a class defines an ``==`` of its own.
        orders: whether a class defines an order of its own.
        hashes: whether its objects can be looked up in a dict.
        hashed: the types of the fields that its hash is made of.
        acting: attributes whose reading may do something.
    """

    fields: Mapping[str, Type] = field(default_factory=dict)
    results: Mapping[str, Type] = field(default_factory=dict)
    present: frozenset[str] = frozenset()
    compares: bool = False
    orders: bool = False
    hashes: bool = True
    hashed: tuple[Type, ...] = ()
    acting: frozenset[str] = frozenset()


@lru_cache(256)
def lacks_at_times(attribute: str, tree: ast.Module) -> bool:
    """Whether objects of a class of a module that sets an attribute may be without it."""
    for owner in (s for s in tree.body if isinstance(s, ast.ClassDef)):
        sets = any(
            isinstance(n, ast.Attribute) and n.attr == attribute and not isinstance(n.ctx, ast.Load)
            for n in ast.walk(owner)
        )
        facts = class_facts(owner.name, tree) if sets else None
        if facts is not None and attribute not in facts.present:
            return True
    return False


@lru_cache(256)
def class_facts(name: str, tree: ast.Module) -> ClassFacts | None:
    """What is declared of a class of a module; None if the module has no such class."""
    node = next((s for s in tree.body if isinstance(s, ast.ClassDef) and s.name == name), None)
    if node is None:
        return None
    related = related_classes(node, tree)
    own = [{s.name for s in c.body if isinstance(s, ast.FunctionDef)} for c in related]
    compared = any(names & _EQUALITY for names in own)
    made_equal = any(_makes_equality(c, tree) for c in related)
    hashes = not any((n & _EQUALITY) and "__hash__" not in n for n in own) and not made_equal
    fields = _fields(related, tree)
    return ClassFacts(
        fields,
        _results(related, tree),
        _present(node, related, tree),
        compared,
        any(names & _ORDER for names in own),
        hashes,
        tuple(fields.values()) if any(_is_row(c, tree) for c in related) else (),
        frozenset(acting_attributes(tree)),
    )


def _is_row(node: ast.ClassDef, tree: ast.Module) -> bool:
    """Whether the hash of a class's objects is made of their fields."""
    tuples = names_from(tree, "typing", "NamedTuple")
    decorated = [d.func if isinstance(d, ast.Call) else d for d in node.decorator_list]
    classes = names_from(tree, "dataclasses", "dataclass")
    return any(ast.unparse(b) in tuples for b in node.bases) or any(
        ast.unparse(d) in classes for d in decorated
    )


def _makes_equality(node: ast.ClassDef, tree: ast.Module) -> bool:
    """Whether a dataclass compares field by field and so cannot be hashed."""
    for decorator in node.decorator_list:
        called = decorator.func if isinstance(decorator, ast.Call) else decorator
        if ast.unparse(called) in names_from(tree, "dataclasses", "dataclass"):
            given = decorator.keywords if isinstance(decorator, ast.Call) else []
            said = {k.arg: k.value.value for k in given if isinstance(k.value, ast.Constant)}
            if not said.get("frozen") and not said.get("unsafe_hash") and said.get("eq", True):
                return True
    return False


@lru_cache(CACHED)
def has_equality_of_its_own(tree: ast.Module) -> bool:
    """Whether any class of a module says itself what ``==`` means."""
    functions = (n for n in nodes_of(tree) if isinstance(n, ast.FunctionDef))
    return any(f.name in _EQUALITY for f in functions)


@lru_cache(CACHED)
def has_format_of_its_own(tree: ast.Module) -> bool:
    """Whether any class of a module says itself what it is as a text, which may act and need not be
    the same for ``format`` and ``str``; or is an enum that is something else too.
    """
    for node in nodes_of(tree):
        if isinstance(node, ast.FunctionDef) and node.name in _AS_TEXT:
            return True
        if isinstance(node, ast.ClassDef):
            words = {ast.unparse(b).rpartition(".")[2] for b in node.bases}
            mixed = words & {"Enum", "Flag"} and len(words) > 1
            if mixed or words & {"IntEnum", "StrEnum", "IntFlag", "ReprEnum"}:
                return True
    return False


@lru_cache(CACHED)
def builtin_bases(tree: ast.Module) -> frozenset[str]:
    """Built-in classes from which classes of a module are derived, so that a value declared as such
    a class may be one of theirs.
    """
    found: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.ClassDef):
            words = {b.rpartition(".")[2] for b in map(ast.unparse, node.bases)}
            found |= words & {"int", "str", "float", "bytes", "list", "dict", "tuple", "set"}
            found |= {"int"} if words & {"IntEnum", "IntFlag"} else set()
            found |= {"str"} if "StrEnum" in words else set()
            found |= {"float"} if "int" in found else set()
    return frozenset(found)


@lru_cache(CACHED)
def function_results(tree: ast.Module) -> Mapping[str, Type]:
    """The types of what the annotated functions of a module give back."""
    plain = (n for n in tree.body if isinstance(n, ast.FunctionDef) and not n.decorator_list)
    return {n.name: _result(n, tree) for n in plain if n.returns is not None}


def _result(function: ast.FunctionDef, tree: ast.Module) -> Type:
    inside = [n for s in function.body for n in all_nodes(s)]
    if any(isinstance(n, ast.Yield | ast.YieldFrom) for n in inside):
        return ANYTHING
    said = annotations_of(tree).read(function.returns)
    if "NoneType" not in names_in(said) and any(map(_may_be_none, own_returns(function))):
        return ANYTHING  # it says one thing and does another
    return said


def own_returns(function: ast.FunctionDef | ast.AsyncFunctionDef) -> Iterator[ast.Return]:
    """The returns of a function itself."""
    pending: list[ast.AST] = list(function.body)
    while pending:
        node = pending.pop()
        if isinstance(node, ast.Return):
            yield node
        elif not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef | ast.expr):
            pending += child_nodes(node)


def _may_be_none(node: ast.Return) -> bool:
    """Whether None is written as what is handed back, on one of two sides perhaps."""
    values: list[ast.expr | None] = [node.value]
    while values:
        value = values.pop()
        if value is None or (isinstance(value, ast.Constant) and value.value is None):
            return True
        if isinstance(value, ast.IfExp):
            values += [value.body, value.orelse]
        elif isinstance(value, ast.BoolOp):
            values.append(value.values[-1])
    return False


def _results(related: list[ast.ClassDef], tree: ast.Module) -> dict[str, Type]:
    found: dict[str, list[Type]] = {}
    for owner in related:
        for method in (s for s in owner.body if isinstance(s, ast.FunctionDef)):
            said = ANYTHING if method.decorator_list else _result(method, tree)
            found.setdefault(method.name, []).append(said)
    return {n: union(kinds) for n, kinds in found.items() if ANYTHING not in kinds}


def _fields(related: list[ast.ClassDef], tree: ast.Module) -> dict[str, Type]:
    """The declared types of attributes, where all that gives them a value agrees with them."""
    declared: dict[str, list[Type]] = {}
    given: dict[str, list[Type]] = {}
    for owner in related:
        for name, kind, is_said in _stores_of(owner, tree):
            (declared if is_said else given).setdefault(name, []).append(kind)
    found = {}
    for name in declared.keys() | given.keys():
        kind = union(declared.get(name) or given[name])
        if not may_be_set_by_text(name, tree) and not _is_unknown(kind):
            stays = names_in(kind) <= _PLAIN or name not in _stepped(related)
            if declared.get(name) or (stays and not _is_set_elsewhere(name, related, tree)):
                counted = kind == of_class("dict") and name in counted_entries(tree)
                found[name] = of_class("dict", ANYTHING, of_class("int")) if counted else kind
    return found


def _stepped(related: list[ast.ClassDef]) -> set[str]:
    """The attributes that methods of some classes change by ``+=`` and its like."""
    steps = (n.target for c in related for n in all_nodes(c) if isinstance(n, ast.AugAssign))
    return {t.attr for t in steps if isinstance(t, ast.Attribute)}


def _present(node: ast.ClassDef, related: list[ast.ClassDef], tree: ast.Module) -> frozenset[str]:
    """Attributes that objects of a class, and of all classes derived from it, surely have."""
    if any(isinstance(n, ast.Attribute) and n.attr == "__new__" for n in nodes_of(tree)):
        return frozenset()  # the module makes objects without their constructor
    deleted = {
        n.attr
        for n in nodes_of(tree)
        if isinstance(n, ast.Attribute) and isinstance(n.ctx, ast.Del)
    }
    below = [c for c in related if node in _above(c, tree)]
    return frozenset.intersection(*(_set_by(c, tree) for c in below)) - deleted


def _above(node: ast.ClassDef, tree: ast.Module) -> list[ast.ClassDef]:
    """A class and those of the module that it is derived from."""
    found = [node]
    for each in found:
        names = {b.id for b in each.bases if isinstance(b, ast.Name)}
        found += [
            c
            for c in tree.body
            if isinstance(c, ast.ClassDef) and c.name in names and c not in found
        ]
    return found


def _set_by(node: ast.ClassDef, tree: ast.Module) -> frozenset[str]:
    """Attributes that the body of a class or the making of an object sets, whatever happens."""
    found: set[str] = set()
    for owner in _above(node, tree):
        is_row = _is_row(owner, tree)
        for statement in owner.body:
            if isinstance(statement, ast.AnnAssign) and isinstance(statement.target, ast.Name):
                found |= {statement.target.id} if is_row or statement.value is not None else set()
            elif isinstance(statement, ast.Assign) and single_target(statement) is not None:
                found.add(str(single_target(statement)))
    for owner in _above(node, tree):
        made = next((s for s in owner.body if getattr(s, "name", "") == "__init__"), None)
        if isinstance(made, ast.FunctionDef) and made.args.args:
            found |= _set_first(made)
            if not _goes_on(made):
                break  # what the classes above set is not reached
    return frozenset(found)


def _set_first(made: ast.FunctionDef) -> set[str]:
    """Attributes that ``__init__`` sets in statements of its own block, before it can leave."""
    this, found = made.args.args[0].arg, set()
    for statement in made.body:
        if any(isinstance(n, ast.Return) for n in all_nodes(statement)):
            break
        targets = statement.targets if isinstance(statement, ast.Assign) else []
        if isinstance(statement, ast.AnnAssign) and statement.value is not None:
            targets = [statement.target]
        found |= {t.attr for t in targets if isinstance(t, ast.Attribute) and _is_own(t, this)}
    return found


def _goes_on(made: ast.FunctionDef) -> bool:
    """Whether ``__init__`` surely calls that of the class above."""
    calls = [
        s.value for s in made.body if isinstance(s, ast.Expr) and isinstance(s.value, ast.Call)
    ]
    return any(ast.unparse(c.func).endswith(".__init__") for c in calls)


def _is_unknown(kind: Type) -> bool:
    return any(a.name == "?" for a in kind)


def _stores_of(owner: ast.ClassDef, tree: ast.Module) -> Iterator[tuple[str, Type, bool]]:
    """Attributes that a class gives a value, with the type and whether it is declared."""
    read = annotations_of(tree).read
    for statement in owner.body:
        if isinstance(statement, ast.AnnAssign) and isinstance(statement.target, ast.Name):
            yield statement.target.id, read(statement.annotation), True
        elif isinstance(statement, ast.Assign) and single_target(statement) is not None:
            yield str(single_target(statement)), _of_value(statement.value, {}, tree), False
        elif isinstance(statement, ast.FunctionDef) and statement.args.args:
            yield from _stores_in(statement, tree)


def _stores_in(method: ast.FunctionDef, tree: ast.Module) -> Iterator[tuple[str, Type, bool]]:
    """Attributes that a method gives its own object."""
    read = annotations_of(tree).read
    this = method.args.args[0].arg
    every = (*method.args.posonlyargs, *method.args.args, *method.args.kwonlyargs)
    stores = {n.id for n in all_nodes(method) if isinstance(n, ast.Name) and _is_store(n)}
    parameters = {a.arg: read(a.annotation) for a in every if a.arg not in stores}
    known: set[int] = set()
    for node in all_nodes(method):
        if isinstance(node, ast.AnnAssign) and _is_own(node.target, this):
            known.add(id(node.target))
            yield node.target.attr, read(node.annotation), True  # type: ignore[union-attr]
        elif (
            isinstance(node, ast.Assign)
            and len(node.targets) == 1
            and _is_own(node.targets[0], this)
        ):
            known.add(id(node.targets[0]))
            yield node.targets[0].attr, _of_value(node.value, parameters, tree), False  # type: ignore[attr-defined]
        elif isinstance(node, ast.AugAssign) and _is_own(node.target, this):
            known.add(id(node.target))
            kind = _of_step(node, parameters, tree)
            yield node.target.attr, kind, False  # type: ignore[union-attr]
    for node in all_nodes(method):
        if isinstance(node, ast.Attribute) and _is_own(node, this) and id(node) not in known:
            if _is_store(node):
                yield node.attr, ANYTHING, False


def _is_own(node: ast.expr, this: str) -> bool:
    return (
        isinstance(node, ast.Attribute)
        and isinstance(node.value, ast.Name)
        and node.value.id == this
    )


def _is_store(node: ast.Name | ast.Attribute) -> bool:
    return not isinstance(node.ctx, ast.Load)


def _of_value(value: ast.expr, parameters: Mapping[str, Type], tree: ast.Module) -> Type:
    """The type of a value that can be told from its text."""
    if isinstance(value, ast.Constant):
        return of_class(type(value.value).__name__)
    if isinstance(value, ast.Name):
        return parameters.get(value.id, ANYTHING)
    if type(value) in _DISPLAYS:
        return of_class(_DISPLAYS[type(value)])
    if (
        isinstance(value, ast.Call)
        and isinstance(value.func, ast.Name)
        and value.func.id in _MAKERS - bound_anywhere(tree)
    ):
        if (
            value.func.id in _COPIERS
            and len(value.args) == 1
            and isinstance(value.args[0], ast.Name)
        ):
            inside = element_type(parameters.get(value.args[0].id, ANYTHING))
            return of_class(value.func.id, inside)
        return of_class(value.func.id)
    return ANYTHING


def _of_step(step: ast.AugAssign, parameters: Mapping[str, Type], tree: ast.Module) -> Type:
    """The type of what ``+=`` and its like make of a plain attribute, where that is told by what is
    added: of the same type, or a number like it. (A sum of two truths is a whole number.)
    """
    added = _of_value(step.value, parameters, tree)
    plain = not _is_unknown(added) and names_in(added) <= NUMBERS | {"str"}
    if not plain or builtin_bases(tree) or not isinstance(step.op, ast.Add | ast.Sub | ast.Mult):
        return ANYTHING
    return union([added, of_class("int")]) if names_in(added) & {"bool"} else added


def _is_set_elsewhere(name: str, related: list[ast.ClassDef], tree: ast.Module) -> bool:
    """Whether code outside the methods of some classes sets an attribute of that name."""
    inside = {id(n) for c in related for n in all_nodes(c)}
    stores = (n for n in nodes_of(tree) if isinstance(n, ast.Attribute) and n.attr == name)
    return any(_is_store(n) and id(n) not in inside for n in stores)


@lru_cache(CACHED)
def _global_types(tree: ast.Module) -> Mapping[str, Type]:
    """The types of names that a module gives one value, or declares."""
    found: dict[str, list[Type]] = {}
    for statement in tree.body:
        target = single_target(statement)
        if isinstance(statement, ast.AnnAssign) and isinstance(statement.target, ast.Name):
            kind = annotations_of(tree).read(statement.annotation)
            found.setdefault(statement.target.id, []).append(kind)
        elif target is not None and isinstance(statement, ast.Assign):
            found.setdefault(target, []).append(_of_value(statement.value, {}, tree))
    return {n: union(kinds) for n, kinds in found.items() if is_never_rebound(n, tree)}


@dataclass(frozen=True, slots=True)
class Declarations:
    """What both versions of a module declare.

    Attributes:
        trees: the two versions.
    """

    trees: tuple[ast.Module, ...] = ()

    def read(self, hint: ast.expr | None) -> Type:
        """The type that an annotation of the old version declares."""
        return annotations_of(self.trees[0]).read(hint) if self.trees else ANYTHING

    def facts(self, name: str) -> list[ClassFacts]:
        """What each version declares of a class; empty if one has no such class."""
        found = [class_facts(name, t) for t in self.trees]
        known = [f for f in found if f is not None]
        return known if len(known) == len(found) else []

    def field_type(self, kind: Type, attribute: str) -> Type:
        """The declared type of an attribute of a value, the same in both versions; else anything."""
        return self._agreed(kind, lambda f: f.fields.get(attribute))

    def has_surely(self, kind: Type, attribute: str) -> bool:
        """Whether every value of a type has an attribute, in both versions."""
        found = [f for n in own_names(kind) for f in self.facts(n)]
        return bool(found) and all(attribute in f.present for f in found)

    def result_type(self, kind: Type, method: str) -> Type:
        """The declared type of what a method gives back, the same in both versions; else anything."""
        return self._agreed(kind, lambda f: f.results.get(method))

    def _agreed(self, kind: Type, asked: Callable[[ClassFacts], Type | None]) -> Type:
        names = own_names(kind)
        if not names or len(names) < len(kind):
            return ANYTHING
        found = [asked(f) for n in names for f in self.facts(n)]
        said = [f for f in found if f is not None]
        per_class = len(self.trees) * len(names)
        if len(said) < per_class or (len(names) == 1 and any(s != said[0] for s in said)):
            return ANYTHING
        return union(said)

    def call_type(self, name: str) -> Type:
        """The declared type of what a function of the module gives back."""
        said = [function_results(t).get(name) for t in self.trees]
        agreed = bool(said) and said[0] is not None and all(s == said[0] for s in said)
        return said[0] if agreed and said[0] is not None else ANYTHING

    def global_type(self, name: str) -> Type:
        """The type of what a name of the module is given, once, in both versions."""
        said = [_global_types(t).get(name, ANYTHING) for t in self.trees]
        return said[0] if said and all(s == said[0] for s in said) else ANYTHING

    def library_class(self, name: str) -> str:
        """The class of the standard library that a name of the module stands for; empty if none."""
        said = {annotations_of(t).canonical(ast.Name(name)) for t in self.trees}
        known = said.pop() if len(said) == 1 else ""
        return known if known.startswith(("collections.", "datetime.", "decimal.")) else ""

    def is_derived_from(self, builtin: str) -> bool:
        """Whether a class of the module is derived from a built-in one."""
        return any(builtin in builtin_bases(t) for t in self.trees)

    def has_format(self) -> bool:
        """Whether a class of the module says itself how it is put into a text."""
        return any(map(has_format_of_its_own, self.trees))

    def has_equality(self) -> bool:
        """Whether a class of the module says itself what ``==`` means."""
        return any(map(has_equality_of_its_own, self.trees))
