"""What a function's module holds that lowering may look into: helpers, tables, properties.

*Helpers* are module functions (or methods of the subject's own class) that are lowered in
place of a call; *tables* are dicts of constants that the module never changes.
"""

from __future__ import annotations

import ast
from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import TypeVar

from ..outline import Function, functions_of, nodes_of
from .inlining import can_be_inlined, is_constant
from .events import Names
from .record_classes import RecordClass, record_class
from .scope import FunctionNode, names_read, parameters_of, scope_of

_Found = TypeVar("_Found")
_DEFINITIONS = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef)
# Trees whose facts are kept: two versions, and some to spare.
_CACHED = 8
# Methods that get a class without being marked so.
_CLASS_METHODS = frozenset({"__new__", "__init_subclass__", "__class_getitem__"})
# What the body of a class may hold whose methods can be told from its text.
_PLAIN_PARTS = (ast.FunctionDef, ast.AsyncFunctionDef, ast.Expr, ast.Assign, ast.AnnAssign, ast.Pass)
_ENUM_HOOKS = frozenset({"__eq__", "__ne__", "__hash__", "__bool__", "__len__", "__getattribute__", "__new__", "_missing_"})
_READS_OF_TABLES = frozenset({"get", "items", "keys", "values"})

# Methods by which a class takes attribute access into its own hands.
_OWN_ACCESS = frozenset({"__getattr__", "__getattribute__", "__setattr__", "__delattr__", "__get__", "__set__"})


@dataclass(frozen=True, slots=True)
class Context:
    """The surroundings of one version of a function.

    Attributes:
        names: what is known of the names around.
        helpers: module functions to be lowered in place of calls.
        methods: methods and properties of the subject's class to be lowered in place, by name.
        tables: dicts of constants by name.
        sequences: lists and tuples of constants by name, which the module only reads.
        bisects: how the functions of the bisect module are written here, and their side.
        properties: names of decorated methods of the module, which may act when they are read.
        nested: dicts of such dicts by name, whose rows the module only looks into.
        constants: names that the module gives an immutable constant, once.
        records: plain classes that only this version has.
        dispatched: methods that only this version has, by name, with the classes that define them, derived
            ones before those they are derived from.
        lists_apart: whether list comprehensions are lowered as loops that append.
        rows_apart: whether loops over constant rows are lowered as one round after the other.
    """

    names: Names = Names()
    helpers: Mapping[str, FunctionNode] = field(default_factory=dict)
    methods: Mapping[str, FunctionNode] = field(default_factory=dict)
    tables: Mapping[str, ast.Dict] = field(default_factory=dict)
    sequences: Mapping[str, ast.expr] = field(default_factory=dict)
    bisects: Mapping[str, str] = field(default_factory=dict)
    properties: frozenset[str] = frozenset()
    lists_apart: bool = False
    rows_apart: bool = False
    nested: Mapping[str, ast.Dict] = field(default_factory=dict)
    constants: Mapping[str, ast.expr] = field(default_factory=dict)
    records: Mapping[str, RecordClass] = field(default_factory=dict)
    dispatched: Mapping[str, tuple[tuple[str, FunctionNode], ...]] = field(default_factory=dict)

    def below(self, enclosing: Iterable[FunctionNode]) -> Context:
        """The context inside other functions, which may bind some of the names anew.

        What mentions such a name means another one than the subject does, so it is left out too.
        """
        local = {name for node in enclosing for name in scope_of(node).own}

        def means_the_same(value: object) -> bool:
            return not isinstance(value, ast.AST) or local.isdisjoint(names_read(value))

        def seen(found: Mapping[str, _Found]) -> dict[str, _Found]:
            kept = (name for name in found if name.partition(".")[0] not in local)
            return {name: found[name] for name in kept if means_the_same(found[name])}

        return replace(
            self, helpers=seen(self.helpers), tables=seen(self.tables), sequences=seen(self.sequences),
            bisects=seen(self.bisects), nested=seen(self.nested), constants=seen(self.constants),
            dispatched={n: found for n, found in self.dispatched.items() if not any(c in local for c, _ in found)},
            records={n: r for n, r in self.records.items() if n not in local and all(map(means_the_same, r.methods.values()))},
        )  # fmt: skip

    def without(self, helper: str) -> Context:
        """The context inside a helper, which must not be entered again."""
        return replace(
            self,
            helpers={n: f for n, f in self.helpers.items() if n != helper},
            methods={n: f for n, f in self.methods.items() if n != helper},
        )


def context_of(tree: ast.Module, other: ast.Module, subject: Function, names: Names) -> Context:
    """The context of a subject in one version, where the other version is ``other``.

    Below a star import a name may mean something else than what the module defines, so nothing is
    looked up there; inside another function only what that one does not bind itself.
    """
    acting = decorated_names(tree) | decorated_names(other)
    if names.star:
        return Context(names, properties=acting)
    counterpart = _same_function(other, subject)
    records = {n: r for n, r in records_of(tree).items() if n in names.new and (not r.properties or names.is_builtin("property"))}
    asked = {f.name: f for r in records.values() for f in r.methods.values()}
    found = Context(
        names,
        {**_helpers(tree, other, subject, counterpart), **asked},
        _methods(tree, other, subject, counterpart, names),
        tables_of(tree),
        sequences_of(tree),
        bisects_of(tree),
        acting,
        nested=nested_tables_of(tree),
        constants=_constants(tree, counterpart, names),
        records=records,
        dispatched=_dispatched(tree, other),
    )
    return found.below(subject.around) if subject.around else found


@lru_cache(_CACHED)
def tables_of(tree: ast.Module) -> dict[str, ast.Dict]:
    """Module-level dicts with constant keys and values that nothing in the module can change."""
    found: dict[str, ast.Dict] = {}
    for statement in tree.body:
        target = single_target(statement)
        value = getattr(statement, "value", None)
        if target and isinstance(value, ast.Dict) and _is_constant_table(value, tree):
            found[target] = value
    return {name: table for name, table in found.items() if not _is_mangled(name) and _only_read(name, tree)}


@lru_cache(_CACHED)
def nested_tables_of(tree: ast.Module) -> dict[str, ast.Dict]:
    """Module-level dicts of constant dicts, no row of which is ever handed out."""
    looked_into = {
        id(n.value) for n in nodes_of(tree) if isinstance(n, ast.Subscript) and isinstance(n.ctx, ast.Load)
    }
    found = {}
    for statement in tree.body:
        target, value = single_target(statement), getattr(statement, "value", None)
        if not target or not isinstance(value, ast.Dict) or not value.values or _is_mangled(target):
            continue
        keys_fit = all(k is not None and is_constant(k) for k in value.keys)
        rows_fit = all(isinstance(v, ast.Dict) and v.values and _is_constant_table(v, tree) for v in value.values)
        mentions = [p for n, p in _mentions(tree).get(target, ()) if isinstance(n.ctx, ast.Load)]
        if keys_fit and rows_fit and _only_read(target, tree) and all(id(p) in looked_into for p in mentions):
            found[target] = value
    return found


def _constants(tree: ast.Module, counterpart: ast.AST | None, names: Names) -> dict[str, ast.expr]:
    """The module's constants that the other version of the subject does not mention, or does not have."""
    there = {n.id for n in ast.walk(counterpart) if isinstance(n, ast.Name)} if counterpart else set()
    return {name: value for name, value in constants_of(tree).items() if name in names.new or name not in there}


@lru_cache(_CACHED)
def _dispatched(tree: ast.Module, other: ast.Module) -> dict[str, tuple[tuple[str, FunctionNode], ...]]:
    """New methods of the module's classes, of which nothing else in the module has the name."""
    classes = {n.name: n for n in tree.body if isinstance(n, ast.ClassDef) and _is_plain_kind(n, tree)}
    several = (n for n in nodes_of(tree) if isinstance(n, ast.ClassDef) and len(n.bases) > 1)
    if any(isinstance(b, ast.Name) and b.id in classes for n in several for b in n.bases):
        return {}  # which of two methods such an object has is another question
    found: dict[str, list[tuple[str, FunctionNode]]] = {}
    for name in sorted(classes, key=lambda n: -_depth(n, classes)):
        for method in classes[name].body:
            if isinstance(method, ast.FunctionDef) and not method.decorator_list and can_be_inlined(method) and method.args.args:
                found.setdefault(method.name, []).append((name, method))
    known = attributes_asked(other)
    in_classes = Counter(s.name for n in nodes_of(tree) if isinstance(n, ast.ClassDef) for s in n.body if isinstance(s, _DEFINITIONS))
    return {
        m: tuple(kinds) for m, kinds in found.items()
        if m not in known and in_classes[m] == len(kinds) == len({c for c, _ in kinds}) and m not in _stored_attributes(tree) and not m.startswith("__")
    }  # fmt: skip


def _is_plain_kind(node: ast.ClassDef, tree: ast.Module) -> bool:
    """Whether a class is bound once, without a metaclass, decorators that may replace it, or several bases."""
    decorators = [ast.unparse(d).partition("(")[0] for d in node.decorator_list]
    plain = not node.keywords and len(node.bases) <= 1 and all(d in _dataclass_names(tree) for d in decorators)
    plain = plain and all(isinstance(s, _PLAIN_PARTS) for s in node.body)
    own = {s.name for s in node.body if isinstance(s, ast.FunctionDef)}
    once = _definition_counts(tree)[node.name] == 1 and _bound_once(node.name, tree) and node.name not in _imported(tree)
    return plain and once and not own & (_OWN_ACCESS | {"__class__", "__new__", "__init_subclass__"})


@lru_cache(_CACHED)
def _dataclass_names(tree: ast.Module) -> frozenset[str]:
    """How a module writes the decorator of the dataclasses module, if nothing else has that name."""
    found = set()
    for node in tree.body:
        if isinstance(node, ast.ImportFrom) and node.module == "dataclasses" and not node.level:
            found |= {a.asname or a.name for a in node.names if a.name == "dataclass"}
        elif isinstance(node, ast.Import):
            found |= {f"{a.asname or a.name}.dataclass" for a in node.names if a.name == "dataclasses"}
    taken = _definition_counts(tree).keys() | _stored_at_module_level(tree)
    return frozenset(n for n in found if n.partition(".")[0] not in taken)


def _depth(name: str, classes: Mapping[str, ast.ClassDef]) -> int:
    """How many classes of the module a class is derived from, one from the other."""
    depth = 0
    seen = {name}
    while True:
        bases = [b.id for b in classes[name].bases if isinstance(b, ast.Name)]
        if not bases or bases[0] not in classes or bases[0] in seen:
            return depth
        name, depth = bases[0], depth + 1
        seen.add(name)


@lru_cache(_CACHED)
def attributes_asked(tree: ast.Module) -> frozenset[str]:
    """Every word by which a module may ask an object for something: attributes, keywords, texts, names in classes."""
    found: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.Attribute):
            found.add(node.attr)
        elif isinstance(node, ast.Constant) and isinstance(node.value, str):
            found.add(node.value)
        elif isinstance(node, ast.keyword) and node.arg:
            found.add(node.arg)
        elif isinstance(node, ast.ClassDef):
            found |= {s.name for s in node.body if isinstance(s, _DEFINITIONS)}
            found |= {n.id for s in node.body if not isinstance(s, _DEFINITIONS) for n in ast.walk(s) if isinstance(n, ast.Name)}
    return frozenset(found)


@lru_cache(_CACHED)
def records_of(tree: ast.Module) -> dict[str, RecordClass]:
    """The plain classes of a module, bound once."""
    classes = [n for n in tree.body if isinstance(n, ast.ClassDef) and not _is_mangled(n.name)]
    found = {n.name: r for n in classes if (r := record_class(n)) is not None}
    counts, imported = _definition_counts(tree), _imported(tree)
    return {n: r for n, r in found.items() if counts[n] == 1 and _bound_once(n, tree) and n not in imported}


@lru_cache(_CACHED)
def constants_of(tree: ast.Module) -> dict[str, ast.expr]:
    """Names bound once at module level, to a number, a text or a tuple of such."""
    found: dict[str, ast.expr] = {}
    for statement in tree.body:
        target, value = single_target(statement), getattr(statement, "value", None)
        if target and isinstance(value, ast.expr) and is_constant(value) and not _is_mangled(target):
            found[target] = value
    if _sets_names_by_text(tree):
        return {}
    by_identity = _asked_for_identity(tree)
    return {name: value for name, value in found.items() if name not in by_identity and _is_never_rebound(name, tree)}


@lru_cache(_CACHED)
def _sets_names_by_text(tree: ast.Module) -> bool:
    """Whether a module may give its own names values by their text."""
    return any(isinstance(n, ast.Name) and n.id in ("globals", "vars", "exec", "setattr") for n in nodes_of(tree))


@lru_cache(_CACHED)
def _asked_for_identity(tree: ast.Module) -> frozenset[str]:
    """Names that some ``is`` compares: two equal constants need not be one object."""
    compares = [n for n in nodes_of(tree) if isinstance(n, ast.Compare) and any(isinstance(op, ast.Is | ast.IsNot) for op in n.ops)]
    return frozenset(o.id for n in compares for o in (n.left, *n.comparators) if isinstance(o, ast.Name))


def _is_never_rebound(name: str, tree: ast.Module) -> bool:
    """Whether nothing but one statement at module level gives a name a value (other scopes have names of their own)."""
    stores = [n for n in _module_nodes(tree) if isinstance(n, ast.Name) and n.id == name and not isinstance(n.ctx, ast.Load)]
    others = name in _definition_counts(tree) or name in _imported(tree) or name in _declared_global(tree)
    return len(stores) == 1 and not others


@lru_cache(_CACHED)
def _module_nodes(tree: ast.Module) -> tuple[ast.AST, ...]:
    """The nodes that run as part of the module itself."""
    found, pending = [], list(ast.iter_child_nodes(tree))
    while pending:
        node = pending.pop()
        found.append(node)
        if not isinstance(node, (*_DEFINITIONS, ast.Lambda)):
            pending.extend(ast.iter_child_nodes(node))
    return tuple(found)


@lru_cache(_CACHED)
def _imported(tree: ast.Module) -> frozenset[str]:
    aliases = [a for n in nodes_of(tree) if isinstance(n, ast.Import | ast.ImportFrom) for a in n.names]
    caught = {n.name for n in nodes_of(tree) if isinstance(n, ast.ExceptHandler | ast.MatchAs | ast.MatchStar) and n.name}
    return frozenset({a.asname or a.name.partition(".")[0] for a in aliases} | caught)


def _is_mangled(name: str) -> bool:
    """Whether a class around would give a name another meaning (private name mangling)."""
    return name.startswith("__") and not name.endswith("__")


@lru_cache(_CACHED)
def sequences_of(tree: ast.Module) -> dict[str, ast.expr]:
    """Module-level lists and tuples of constants that nothing in the module can change."""
    found: dict[str, ast.expr] = {}
    for statement in tree.body:
        target, value = single_target(statement), getattr(statement, "value", None)
        if target and isinstance(value, ast.List | ast.Tuple) and all(is_constant(e) for e in value.elts):
            found[target] = value
    bisects = bisects_of(tree)
    return {n: value for n, value in found.items() if not _is_mangled(n) and _only_read(n, tree, bisects)}


@lru_cache(_CACHED)
def bisects_of(tree: ast.Module) -> dict[str, str]:
    """How a module writes the functions of the bisect module, and which side of equal ones they take."""
    sides = {"bisect": "right", "bisect_right": "right", "bisect_left": "left"}
    found = {}
    for node in tree.body:
        if isinstance(node, ast.ImportFrom) and node.module == "bisect" and not node.level:
            found.update({a.asname or a.name: sides[a.name] for a in node.names if a.name in sides})
        elif isinstance(node, ast.Import):
            for alias in (a for a in node.names if a.name == "bisect"):
                found.update({f"{alias.asname or 'bisect'}.{name}": side for name, side in sides.items()})
    return {text: side for text, side in found.items() if _is_never_set(text.partition(".")[0], tree)}


@lru_cache(_CACHED)
def enums_of(tree: ast.Module) -> dict[str, tuple[str, ...]]:
    """Plain enumerations of a module: distinct constant members, nothing that changes ``==``."""
    imported = {
        a.asname or a.name for n in tree.body if isinstance(n, ast.ImportFrom) and n.module == "enum" for a in n.names
    }
    found = {}
    for node in tree.body:
        if isinstance(node, ast.ClassDef) and len(node.bases) == 1 and not node.keywords and not node.decorator_list:
            base = ast.unparse(node.bases[0])
            members = _members(node)
            if members and (base == "enum.Enum" or (base == "Enum" and "Enum" in imported)):
                found[node.name] = members
    return {name: members for name, members in found.items() if _bound_once(name, tree)}


def _members(node: ast.ClassDef) -> tuple[str, ...]:
    names, values = [], []
    for statement in node.body:
        if isinstance(statement, ast.FunctionDef):
            if statement.name in _ENUM_HOOKS:
                return ()
        elif isinstance(statement, ast.Assign):
            target = single_target(statement)
            if target is None or target.startswith("_") or not is_constant(statement.value):
                return ()
            names.append(target)
            values.append(ast.literal_eval(statement.value))
        elif not (isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant)):
            return ()
    return tuple(names) if len(set(values)) == len(values) else ()


@lru_cache(_CACHED)
def decorated_names(tree: ast.Module) -> frozenset[str]:
    """Names of methods with decorators, and of everything if attribute access is overridden."""
    names = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            if node.decorator_list:
                names.add(node.name)
            if node.name in _OWN_ACCESS:
                names.add("*")
    return frozenset(names)


def single_target(statement: ast.stmt) -> str | None:
    """The name that an assignment binds, if it binds just one."""
    if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
        target: ast.expr = statement.targets[0]
    elif isinstance(statement, ast.AnnAssign) and statement.value is not None:
        target = statement.target
    else:
        return None
    return target.id if isinstance(target, ast.Name) else None


def _is_constant_table(table: ast.Dict, tree: ast.Module) -> bool:
    counts, enums = _definition_counts(tree), enums_of(tree)
    functions = {n.name for n in tree.body if isinstance(n, ast.FunctionDef) and counts[n.name] == 1}
    return all(k is not None and (is_constant(k) or is_enum_member(k, enums)) for k in table.keys) and all(
        is_constant(v) or (isinstance(v, ast.Name) and v.id in functions and _bound_once(v.id, tree))
        for v in table.values
    )


def is_enum_member(node: ast.expr, enums: Mapping[str, tuple[str, ...]]) -> bool:
    """Whether an expression names a member of a known enum."""
    known = isinstance(node, ast.Attribute) and isinstance(node.value, ast.Name)
    return known and node.attr in enums.get(node.value.id, ())  # type: ignore[attr-defined]


def _only_read(name: str, tree: ast.Module, callees: Mapping[str, str] | None = None) -> bool:
    """Whether a name is bound once and only ever looked up in, asked for members or measured."""
    if name in _declared_global(tree) or name in _imported(tree):
        return False
    stores = 0
    for node, parent in _mentions(tree).get(name, ()):
        if isinstance(node.ctx, ast.Store):
            stores += 1
        elif not _is_harmless(node, parent, callees or {}):
            return False
    return stores == 1


@lru_cache(_CACHED)
def _mentions(tree: ast.Module) -> Mapping[str, list[tuple[ast.Name, ast.AST]]]:
    """Every name node of a module with its parent, by name."""
    found: dict[str, list[tuple[ast.Name, ast.AST]]] = {}
    for parent in nodes_of(tree):
        for child in ast.iter_child_nodes(parent):
            if isinstance(child, ast.Name):
                found.setdefault(child.id, []).append((child, parent))
    return found


@lru_cache(_CACHED)
def _declared_global(tree: ast.Module) -> frozenset[str]:
    return frozenset(name for n in nodes_of(tree) if isinstance(n, ast.Global) for name in n.names)


@lru_cache(_CACHED)
def _definition_counts(tree: ast.Module) -> Counter[str]:
    """How often each name is defined as a function or class, anywhere."""
    return Counter(n.name for n in nodes_of(tree) if isinstance(n, _DEFINITIONS))


def _is_harmless(node: ast.Name, parent: ast.AST, callees: Mapping[str, str]) -> bool:
    if isinstance(parent, ast.Call) and node in parent.args:
        return ast.unparse(parent.func) in callees
    if isinstance(parent, ast.Subscript):
        return parent.value is node and isinstance(parent.ctx, ast.Load)
    if isinstance(parent, ast.Attribute):
        return parent.attr in _READS_OF_TABLES
    if isinstance(parent, ast.For | ast.comprehension):
        return parent.iter is node
    return isinstance(parent, ast.Compare) and node in parent.comparators


def _helpers(
    tree: ast.Module, other: ast.Module, subject: Function, counterpart: ast.AST | None
) -> dict[str, FunctionNode]:
    mentioned_there = {n.id for n in ast.walk(counterpart) if isinstance(n, ast.Name)} if counterpart else set()
    mentioned_there |= _mentioned_by_new(other, tree)
    for table in tables_of(other).values():
        mentioned_there |= {v.id for v in table.values if isinstance(v, ast.Name)}
    return {
        node.name: node
        for node in _helper_candidates(tree)
        if node is not subject.node and (node.name not in mentioned_there or not _has_the_same(other, node))
    }


@lru_cache(_CACHED)
def _mentioned_by_new(tree: ast.Module, other: ast.Module) -> frozenset[str]:
    """Names and attributes that a module's functions mention which another version lacks."""
    known = _definition_counts(other)
    new = [n for n in nodes_of(tree) if isinstance(n, ast.FunctionDef) and n.name not in known]
    inside = [n for f in new for n in ast.walk(f) if isinstance(n, ast.Name | ast.Attribute)]
    return frozenset(n.id if isinstance(n, ast.Name) else n.attr for n in inside)


def _has_the_same(other: ast.Module, node: ast.FunctionDef) -> bool:
    """Whether a module has the same function at its top level."""
    there = [n for n in other.body if isinstance(n, ast.FunctionDef) and n.name == node.name]
    return any(ast.dump(n) == ast.dump(node) for n in there)


@lru_cache(_CACHED)
def _helper_candidates(tree: ast.Module) -> tuple[ast.FunctionDef, ...]:
    """Module functions that can be read in place of a call."""
    counts = _definition_counts(tree)
    return tuple(
        node
        for node in tree.body
        if isinstance(node, ast.FunctionDef) and counts[node.name] == 1 and not _is_mangled(node.name)
        and can_be_inlined(node) and _bound_once(node.name, tree)
    )  # fmt: skip


def _methods(
    tree: ast.Module, other: ast.Module, subject: Function, counterpart: ast.AST | None, names: Names
) -> dict[str, FunctionNode]:
    """Methods of the subject's class that only this version has or uses, and nobody here overrides."""
    owner = next((c for c in nodes_of(tree) if isinstance(c, ast.ClassDef) and subject.node in c.body), None)
    if owner is None or not _takes_instance(subject.node):
        return {}
    used_there = {n.attr for n in ast.walk(counterpart) if isinstance(n, ast.Attribute)} if counterpart else set()
    used_there |= _mentioned_by_new(other, tree)
    found: dict[str, FunctionNode] = {}
    for node in owner.body:
        if not isinstance(node, ast.FunctionDef) or node is subject.node or node.name in used_there:
            continue
        decorators = [d.id for d in node.decorator_list if isinstance(d, ast.Name)]
        plain = not node.decorator_list or (decorators == ["property"] and names.is_builtin("property"))
        hidden = node.name in _stored_attributes(tree) or node.name in _imported(tree)
        if _definition_counts(tree)[node.name] == 1 and plain and not hidden and can_be_inlined(node, decorated=True) and parameters_of(node.args):
            found[node.name] = node
    return found


def _takes_instance(node: FunctionNode) -> bool:
    """Whether the first parameter of a method is an instance of its class."""
    decorators = [ast.unparse(d) for d in node.decorator_list]
    return decorators in ([], ["property"]) and node.name not in _CLASS_METHODS


@lru_cache(_CACHED)
def _stored_attributes(tree: ast.Module) -> frozenset[str]:
    """Attributes and names that some statement gives a value, and that could hide a method."""
    nodes = [n for n in nodes_of(tree) if isinstance(n, ast.Attribute | ast.Name) and not isinstance(n.ctx, ast.Load)]
    return frozenset(n.attr if isinstance(n, ast.Attribute) else n.id for n in nodes)


def _bound_once(name: str, tree: ast.Module) -> bool:
    """Whether nothing but a definition binds a name at module level or declares it global."""
    return name not in _imported(tree) and _is_never_set(name, tree)


def _is_never_set(name: str, tree: ast.Module) -> bool:
    """Whether no statement but definitions and imports gives a name a value at module level."""
    return name not in _declared_global(tree) and name not in _stored_at_module_level(tree)


@lru_cache(_CACHED)
def _stored_at_module_level(tree: ast.Module) -> frozenset[str]:
    return frozenset(
        n.id
        for s in tree.body
        if not isinstance(s, _DEFINITIONS)
        for n in ast.walk(s)
        if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Store | ast.Del)
    )


def _same_function(other: ast.Module, subject: Function) -> ast.AST | None:
    return _functions_by_name(other).get(subject.name)


@lru_cache(_CACHED)
def _functions_by_name(tree: ast.Module) -> Mapping[str, FunctionNode]:
    return {f.name: f.node for f in functions_of(tree)}
