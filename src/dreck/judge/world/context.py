"""What a function's module holds that lowering may look into: helpers, tables, properties.

*Helpers* are module functions (or methods of the subject's own class) that are lowered in
place of a call; *tables* are dicts of constants that the module never changes.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Any, TypeVar

from ...outline import Function, all_nodes, functions_of, nodes_of
from .classes import (
    acting_attributes,
    may_be_set_by_text,
    plain_classes,
    plain_methods,
    why_not_as_written,
)
from .kinds import data_of_kinds, dispatched, in_order, names_in_order
from ..world.around import Names
from .private_names import mangled
from .used_up import used_up_in
from .exact_types import heirs_of
from .constants import can_be_inlined, defaults_in, is_constant
from .names import (
    CACHED,
    bound_once,
    definition_counts,
    imported,
    is_mangled,
    stored_attributes,
)
from .neutral import OWN, neutral_data_of
from .values import (
    bisects_of,
    constants_of,
    nested_tables_of,
    records_of,
    sequences_of,
    tables_of,
)
from .records import RecordClass
from .rows import RowClass, places_of, row_classes_of
from .dispatchers import Dispatcher, dispatchers_of
from .scope import FunctionNode, names_read, parameters_of, scope_of
from .splits import SplitClass, split_classes_of

_Found = TypeVar("_Found")
# Methods that get a class without being marked so.
_CLASS_METHODS = frozenset({"__new__", "__init_subclass__", "__class_getitem__"})

# Methods by which a text is asked how it begins or ends.
ENDS = frozenset({"startswith", "endswith"})


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
        dispatched: methods that only this version has, by name, with the classes that define them,
            derived
            ones before those they are derived from.
        rows: classes of rows by name.
        places: where rows of the module's tables stand, by the ids of their nodes.
        dispatchers: functions that only this version has, with bodies for some classes of their
            first argument.
        data: attributes that only this version has, by name, with the classes that give them a
            value: a
            property, or a constant.
        classes: the module's own classes, with what their patterns take without a name.
        apart: whether comprehensions are lowered as loops that fill a container, and sums as loops.
        patterns_apart: whether mapping and sequence patterns are lowered as questions to dicts,
            lists and tuples.
        bound: whether calls of the module's functions are told by what each parameter gets.
        signatures: the parameters of functions that both versions define in the same way, once.
        shared, shared_sequences, shared_nested: tables and sequences that both versions look into;
            what
            they hold matters only where the plain way fails.
        owner: the class of the module whose plain method the subject is.
        own_methods: the plain methods of the class that the subject is a method of, in both
            versions.
        ends_apart: whether a question for one of several beginnings or ends is one for each.
        has_own_ends: whether the module defines such questions itself.
        heirs: classes whose very objects are asked for, with what is derived from each; none unless
            such questions are to be taken apart.
        heirs_here: all such classes.
        split: the subject's class, if one of the versions has a subclass for each of its kinds.
        made_by: the name of that class, if the subject is one of its class methods.
        is_split: whether it is this version.
        kinds_of_method: the bodies of the subject that kinds have of their own in this version.
        factories: functions that only this version has and that make an object of a class by its
            kind: the
            class, what they take, and which parameter is the kind.
        asking: whether functions of the module that only answer are told from calls that may do
            something.
        lengths_apart: whether the length of a list that was made here is counted in a loop.
        literals: whether names of the module count as the numbers and texts that they stand for.
        lists_in_steps: whether a list that is written with what it holds is filled step by step.
        loops_apart: whether a loop that works out several things is one loop for each.
        loop_form: the form that loops are brought to: they end where nothing is left to do
            ("ends"), and go through elements and not through places ("elements"); none if empty.
        rows_apart: whether loops over constant rows are lowered as one round after the other.
        lets_through: whether what is raised inside a `with` is taken to leave it.
        texts_alike: whether texts made of values are made alike, however that is written.
        to_the_end: whether `any` and `all` are lowered as loops that go on when they know the
            answer.
    """

    names: Names = Names()
    helpers: Mapping[str, FunctionNode] = field(default_factory=dict)
    methods: Mapping[str, FunctionNode] = field(default_factory=dict)
    tables: Mapping[str, ast.Dict] = field(default_factory=dict)
    sequences: Mapping[str, ast.expr] = field(default_factory=dict)
    bisects: Mapping[str, str] = field(default_factory=dict)
    properties: frozenset[str] = frozenset()
    apart: bool = False
    bound: bool = False
    patterns_apart: bool = False
    shared: Mapping[str, ast.Dict] = field(default_factory=dict)
    shared_sequences: Mapping[str, ast.expr] = field(default_factory=dict)
    shared_nested: Mapping[str, ast.Dict] = field(default_factory=dict)
    owner: str = ""
    own_methods: frozenset[str] = frozenset()
    ends_apart: bool = False
    has_own_ends: bool = False
    heirs: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    heirs_here: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    split: SplitClass | None = None
    is_split: bool = False
    made_by: str = ""
    kinds_of_method: tuple[tuple[ast.expr, FunctionNode], ...] = ()
    factories: Mapping[str, tuple[str, ast.arguments, str]] = field(default_factory=dict)
    asking: bool = False
    lengths_apart: bool = False
    literals: bool = False
    lists_in_steps: bool = False
    loops_apart: bool = False
    loop_form: str = ""
    rows_apart: bool = False
    lets_through: bool = False
    to_the_end: bool = False
    texts_alike: bool = False
    nested: Mapping[str, ast.Dict] = field(default_factory=dict)
    constants: Mapping[str, ast.expr] = field(default_factory=dict)
    records: Mapping[str, RecordClass] = field(default_factory=dict)
    dispatched: Mapping[str, tuple[tuple[str, FunctionNode], ...]] = field(default_factory=dict)
    rows: Mapping[str, RowClass] = field(default_factory=dict)
    places: Mapping[int, str] = field(default_factory=dict)
    classes: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    dispatchers: Mapping[str, Dispatcher] = field(default_factory=dict)
    signatures: Mapping[str, ast.arguments] = field(default_factory=dict)
    data: Mapping[str, tuple[tuple[str, ast.AST], ...]] = field(default_factory=dict)

    def with_shared(self) -> Context:
        """The context in which also those tables are looked into that both versions use; itself if
        there are none.
        """
        if not (self.shared or self.shared_sequences or self.shared_nested):
            return self
        return replace(
            self,
            tables={**self.tables, **self.shared},
            sequences={**self.sequences, **self.shared_sequences},
            nested={**self.nested, **self.shared_nested},
            shared={},
            shared_sequences={},
            shared_nested={},
        )

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
            self,
            helpers=seen(self.helpers),
            tables=seen(self.tables),
            sequences=seen(self.sequences),
            bisects=seen(self.bisects),
            nested=seen(self.nested),
            constants=seen(self.constants),
            dispatched={
                n: found
                for n, found in self.dispatched.items()
                if not any(c in local for c, _ in found)
            },
            classes={n: c for n, c in self.classes.items() if n not in local},
            factories={
                n: f for n, f in self.factories.items() if n not in local and f[0] not in local
            },
            dispatchers={
                n: d
                for n, d in self.dispatchers.items()
                if n not in local and all(map(means_the_same, _bodies(d)))
            },
            data={
                n: found for n, found in self.data.items() if not any(c in local for c, _ in found)
            },
            signatures={n: a for n, a in self.signatures.items() if n not in local},
            shared=seen(self.shared),
            shared_sequences=seen(self.shared_sequences),
            shared_nested=seen(self.shared_nested),
            rows={n: c for n, c in self.rows.items() if n not in local},
            records={
                n: r
                for n, r in self.records.items()
                if n not in local and all(map(means_the_same, r.methods.values()))
            },
        )

    def with_exact_types(self) -> Context:
        """The context in which the very type of an object is asked by its classes."""
        return replace(self, heirs=self.heirs_here)

    def with_ends_apart(self) -> Context:
        """The context in which a text is asked for several beginnings or ends one by one; not where
        the module has such methods of its own.
        """
        return replace(self, ends_apart=not self.has_own_ends)

    def without(self, helper: str) -> Context:
        """The context inside a helper, which must not be entered again."""
        return replace(
            self,
            helpers={n: f for n, f in self.helpers.items() if n != helper},
            methods={n: f for n, f in self.methods.items() if n != helper},
        )


def _mentioned(counterpart: ast.AST | None) -> frozenset[str]:
    """The names that the other version of the subject mentions."""
    return (
        frozenset(n.id for n in all_nodes(counterpart) if isinstance(n, ast.Name))
        if counterpart
        else frozenset()
    )


def _bodies(dispatcher: Dispatcher) -> list[ast.AST]:
    return [dispatcher.default, *(f for _, f in dispatcher.kinds)]


def context_of(tree: ast.Module, other: ast.Module, subject: Function, names: Names) -> Context:
    """The context of a subject in one version, where the other version is ``other``.

    Below a star import a name may mean something else than what the module defines, so nothing is
    looked up there; inside another function only what that one does not bind itself.
    """
    acting = acting_attributes(tree) | acting_attributes(other)
    if names.star:
        return Context(names, properties=acting)
    counterpart = _same_function(other, subject)
    records = {
        n: r
        for n, r in records_of(tree).items()
        if n in names.new and (not r.properties or names.is_builtin("property"))
    }
    asked = {f.name: f for r in records.values() for f in r.methods.values()}
    shared = _mentioned(counterpart) | _mentioned_by_new(other, tree)
    shared -= names.new
    found = Context(
        names,
        {**_helpers(tree, other, subject, counterpart), **asked},
        _methods(tree, other, subject, counterpart, names),
        {n: t for n, t in tables_of(tree).items() if n not in shared},
        {n: s for n, s in sequences_of(tree).items() if n not in shared},
        bisects_of(tree),
        acting,
        nested={n: t for n, t in nested_tables_of(tree).items() if n not in shared},
        shared={n: t for n, t in tables_of(tree).items() if n in shared},
        shared_sequences={n: s for n, s in sequences_of(tree).items() if n in shared},
        shared_nested={n: t for n, t in nested_tables_of(tree).items() if n in shared},
        constants=_constants(tree, other, counterpart, names),
        records=records,
        dispatched={
            m: in_order(k, names_in_order(counterpart), plain_classes(tree))
            for m, k in dispatched(tree, other).items()
        },
        rows=row_classes_of(tree),
        places=places_of(tree),
        classes=_classes(tree),
        heirs_here=heirs_of(tree),
        has_own_ends=any(map(_has_own_ends, (tree, other))),
        signatures=_signatures(tree, other),
        owner=_owner(tree, subject),
        own_methods=_own_methods(tree, subject) & _own_methods(other, subject),
        **_kinds_apart(tree, other, subject),
        dispatchers={n: d for n, d in dispatchers_of(tree).items() if n in names.new},
        data=(
            {
                a: in_order(k, names_in_order(counterpart), plain_classes(tree))
                for a, k in _data(tree, other, counterpart).items()
            }
            if names.is_builtin("property")
            else {}
        ),
    )
    return found.below(subject.around) if subject.around else found


@lru_cache(CACHED)
def _classes(tree: ast.Module) -> dict[str, tuple[str, ...]]:
    """The classes that a module defines once, with the fields of classes of rows."""
    rows = row_classes_of(tree)
    found = [
        n.name
        for n in tree.body
        if isinstance(n, ast.ClassDef) and (not n.decorator_list or n.name in rows)
    ]
    once = [
        n
        for n in found
        if definition_counts(tree)[n] == 1 and bound_once(n, tree) and n not in imported(tree)
    ]
    return {n: tuple(rows[n].fields) if n in rows else () for n in once}


@lru_cache(CACHED)
def _data(
    tree: ast.Module, other: ast.Module, counterpart: ast.AST | None
) -> dict[str, tuple[tuple[str, ast.AST], ...]]:
    """New attributes of classes; beside neutral ones stand the classes that the counterpart asks
    for, whose objects have their own.
    """
    neutral = dict(neutral_data_of(tree, other))
    asked = [n for n in names_in_order(counterpart) if n in plain_classes(tree)] if neutral else []
    for attribute, kinds in neutral.items():
        related = {k for c, _ in kinds for k in plain_classes(tree)[c]}
        neutral[attribute] = (
            *kinds,
            *(
                (c, OWN)
                for c in asked
                if c not in related and not {k for k, _ in kinds} & set(plain_classes(tree)[c])
            ),
        )
    return {**neutral, **data_of_kinds(tree, other)}


def _signatures(tree: ast.Module, other: ast.Module) -> dict[str, ast.arguments]:
    """The parameters of functions that both versions define once, without decorators, and with the
    same head.
    """
    found = []
    for module in (tree, other):
        plain = [
            n
            for n in module.body
            if isinstance(n, ast.FunctionDef)
            and not n.decorator_list
            and definition_counts(module)[n.name] == 1
        ]
        simple = [
            n
            for n in plain
            if not (n.args.vararg or n.args.kwarg)
            and all(is_constant(d) for d in defaults_in(n.args))
        ]
        found.append(
            {
                n.name: n.args
                for n in simple
                if bound_once(n.name, module) and n.name not in imported(module)
            }
        )
    mine, theirs = found
    return {n: a for n, a in mine.items() if n in theirs and ast.dump(a) == ast.dump(theirs[n])}


def _constants(
    tree: ast.Module, other: ast.Module, counterpart: ast.AST | None, names: Names
) -> dict[str, ast.expr]:
    """The module's constants that the other version of the subject does not mention, or does not
    have.
    """
    there = (
        {n.id for n in all_nodes(counterpart) if isinstance(n, ast.Name)} if counterpart else set()
    )
    there |= _mentioned_by_new(other, tree)
    return {
        name: value
        for name, value in constants_of(tree).items()
        if name in names.new or name not in there
    }


def _helpers(
    tree: ast.Module, other: ast.Module, subject: Function, counterpart: ast.AST | None
) -> dict[str, FunctionNode]:
    mentioned_there = (
        {n.id for n in all_nodes(counterpart) if isinstance(n, ast.Name)} if counterpart else set()
    )
    mentioned_there |= _mentioned_by_new(other, tree)
    for table in tables_of(other).values():
        parts = [n for v in table.values for n in all_nodes(v)]
        mentioned_there |= {n.id for n in parts if isinstance(n, ast.Name)}
    return {
        node.name: node
        for node in helper_candidates(tree)
        if node is not subject.node
        and (node.name not in mentioned_there or not has_the_same(other, node))
    }


@lru_cache(CACHED)
def _has_own_ends(tree: ast.Module) -> bool:
    """Whether a module defines or sets what is called like the questions of texts."""
    stored = {
        n.attr if isinstance(n, ast.Attribute) else n.id
        for n in nodes_of(tree)
        if isinstance(n, ast.Name | ast.Attribute) and not isinstance(n.ctx, ast.Load)
    }
    return bool(ENDS & stored) or any(definition_counts(tree)[w] for w in ENDS)


@lru_cache(CACHED)
def _mentioned_by_new(tree: ast.Module, other: ast.Module) -> frozenset[str]:
    """Names and attributes that a module's functions mention which another version lacks."""
    known = definition_counts(other)
    new: list[ast.AST] = [
        n
        for n in nodes_of(tree)
        if isinstance(n, ast.FunctionDef | ast.ClassDef) and n.name not in known
    ]
    inside = [n for f in new for n in all_nodes(f) if isinstance(n, ast.Name | ast.Attribute)]
    return frozenset(n.id if isinstance(n, ast.Name) else n.attr for n in inside)


def has_the_same(other: ast.Module, node: ast.FunctionDef) -> bool:
    """Whether a module has the same function at its top level."""
    there = [n for n in other.body if isinstance(n, ast.FunctionDef) and n.name == node.name]
    return any(ast.dump(n) == ast.dump(node) for n in there)


@lru_cache(CACHED)
def helper_candidates(tree: ast.Module) -> tuple[ast.FunctionDef, ...]:
    """Module functions that can be read in place of a call."""
    counts = definition_counts(tree)
    return tuple(
        node
        for node in tree.body
        if isinstance(node, ast.FunctionDef)
        and counts[node.name] == 1
        and not is_mangled(node.name)
        and can_be_inlined(node, used_up=used_up_in(node, tree))
        and bound_once(node.name, tree)
    )


def _methods(
    tree: ast.Module,
    other: ast.Module,
    subject: Function,
    counterpart: ast.AST | None,
    names: Names,
) -> dict[str, FunctionNode]:
    """Methods of the subject's class that only this version has or uses, and nobody here
    overrides.
    """
    owner = next(
        (c for c in nodes_of(tree) if isinstance(c, ast.ClassDef) and subject.node in c.body), None
    )
    if owner is None or not _takes_instance(subject.node) or why_not_as_written(owner, tree):
        return {}
    used_there = (
        {n.attr for n in all_nodes(counterpart) if isinstance(n, ast.Attribute)}
        if counterpart
        else set()
    )
    used_there |= _mentioned_by_new(other, tree)
    split = split_classes_of(tree, other).get(owner.name)
    found: dict[str, FunctionNode] = {}
    for node in owner.body:
        if not isinstance(node, ast.FunctionDef) or node is subject.node or node.name in used_there:
            continue
        decorators = [d.id for d in node.decorator_list if isinstance(d, ast.Name)]
        plain = not node.decorator_list or (
            decorators == ["property"] and names.is_builtin("property")
        )
        hidden = node.name in stored_attributes(tree) or node.name in imported(tree)
        hidden = hidden or may_be_set_by_text(node.name, tree)
        of_kinds = len(split.method(node.name)) if split is not None else 0
        if (
            definition_counts(tree)[node.name] == 1 + of_kinds
            and plain
            and not hidden
            and can_be_inlined(node, decorated=True, used_up=used_up_in(node, tree))
            and parameters_of(node.args)
        ):
            found[node.name] = mangled(node, owner.name)
    return found


def _own_methods(tree: ast.Module, subject: Function) -> frozenset[str]:
    """The plain methods of the class that a function of that name is in, which nothing in the
    module hides.
    """
    owner, _, _ = subject.name.rpartition(".")
    node = next((c for c in tree.body if isinstance(c, ast.ClassDef) and c.name == owner), None)
    if node is None or subject.node.decorator_list:
        return frozenset()
    return plain_methods(node, tree)


def _kinds_apart(tree: ast.Module, other: ast.Module, subject: Function) -> dict[str, Any]:
    """What is known of classes that have a subclass for each of their kinds in this version or the
    other.
    """
    mine, theirs = split_classes_of(tree, other), split_classes_of(other, tree)
    owner = next(
        (c.name for c in tree.body if isinstance(c, ast.ClassDef) and subject.node in c.body), ""
    )
    split = mine.get(owner) or theirs.get(owner)
    kinds = tuple(mine[owner].method(subject.node.name)) if owner in mine else ()
    made_by = ""
    if split is not None and [ast.unparse(d) for d in subject.node.decorator_list] == [
        "classmethod"
    ]:
        made_by = owner
    if split is not None and (subject.node.name == "__init__" or not _takes_instance(subject.node)):
        split, kinds = None, ()
    factories = {s.factory: (s.name, s.arguments, s.parameter) for s in mine.values()}
    return {
        "split": split,
        "is_split": split is not None and owner in mine,
        "kinds_of_method": kinds,
        "factories": factories,
        "made_by": made_by,
    }


def _owner(tree: ast.Module, subject: Function) -> str:
    """The class of the module that the subject is a plain method of; empty if it is none."""
    owner = next(
        (c for c in tree.body if isinstance(c, ast.ClassDef) and subject.node in c.body), None
    )
    # While an object is made, it need not have yet what it is declared to have.
    made = owner is not None and _takes_instance(subject.node) and subject.node.name != "__init__"
    return owner.name if made and owner is not None else ""


def _takes_instance(node: FunctionNode) -> bool:
    """Whether the first parameter of a method is an instance of its class."""
    decorators = [ast.unparse(d) for d in node.decorator_list]
    return decorators in ([], ["property"]) and node.name not in _CLASS_METHODS


def _same_function(other: ast.Module, subject: Function) -> ast.AST | None:
    return _functions_by_name(other).get(subject.name)


@lru_cache(CACHED)
def _functions_by_name(tree: ast.Module) -> Mapping[str, FunctionNode]:
    return {f.name: f.node for f in functions_of(tree)}
