"""What a module takes from other modules of the project, where both are compared.

A function of another module is read with that module's names: each of them is marked with the
module it
belongs to (``rate@canal.tolls``), so that it can mean nothing else here.
"""

from __future__ import annotations

import ast
from dataclasses import dataclass, replace

from ...outline import all_nodes, copied
from .context import Context, has_the_same, helper_candidates
from .classes import plain_classes
from .kinds import data_of_kinds, dispatched, in_order, names_in_order
from ..world.around import Names
from .names import attributes_asked, definition_counts, stored_at_module_level
from .values import tables_of
from .scope import FunctionNode, scope_of
from .splits import split_classes_of
from .loading import defined_in_time, names_around
from ..versions.version import Version, imported_module


@dataclass(frozen=True, slots=True)
class Link:
    """A name that a module imports from another one that is compared too."""

    module: str
    name: str


def links_of(version: Version) -> dict[str, Link]:
    """The names that a version imports once, at its top level, from modules that are compared with
    it.
    """
    found: dict[str, Link] = {}
    twice: set[str] = set()
    for statement in version.tree.body:
        module = (
            imported_module(statement, version) if isinstance(statement, ast.ImportFrom) else None
        )
        if (
            isinstance(statement, ast.ImportFrom)
            and module is not None
            and module in version.others
        ):
            for alias in statement.names:
                local = alias.asname or alias.name
                twice |= {local} & found.keys()
                found[local] = Link(module, alias.name)
    aliases = [
        a
        for n in all_nodes(version.tree)
        if isinstance(n, ast.Import | ast.ImportFrom)
        for a in n.names
    ]
    every = [a.asname or a.name.partition(".")[0] for a in aliases]
    hidden = twice | definition_counts(version.tree).keys() | stored_at_module_level(version.tree)
    return {n: link for n, link in found.items() if n not in hidden and every.count(n) == 1}


def with_foreign(
    names: Names,
    contexts: tuple[Context, Context],
    versions: tuple[Version, Version],
    functions: tuple[FunctionNode, FunctionNode],
) -> tuple[Names, tuple[Context, Context]]:
    """Names and contexts with what both versions of a module take from modules that are compared
    too.
    """
    before, after = versions
    modules = {link.module for v in versions for link in links_of(v).values()}
    known = [m for m in sorted(modules) if m in before.others and m in after.others]
    if not known:
        return names, contexts
    bound: set[str] = set()
    new: set[str] = set()
    classes = dict(names.classes)
    for module in known:
        a, b = before.others[module].tree, after.others[module].tree
        around = names_around(a), names_around(b)
        bound |= {_marked(n, module) for n in around[0].bound & around[1].bound}
        mine, theirs = plain_classes(a), plain_classes(b)
        same = {
            n: tuple(_marked(c, module) for c in chain)
            for n, chain in mine.items()
            if theirs.get(n) == chain
        }
        classes |= {_marked(n, module): chain for n, chain in same.items()}
        for local, link in links_of(before).items():
            if link.module == module and link.name in same and links_of(after).get(local) == link:
                classes[local] = same[link.name]
        new |= {
            _marked(n, module)
            for n in (defined_in_time(a) - around[1].shadowing)
            | (defined_in_time(b) - around[0].shadowing)
        }
    names = replace(
        names,
        bound=names.bound | bound,
        new=names.new | new,
        fixed=names.fixed | bound,
        classes=classes,
    )
    asked = [names_in_order(f) for f in reversed(functions)]
    sides = zip(contexts, versions, reversed(versions), asked, strict=True)
    made = [_context(c, mine, theirs, known, first) for c, mine, theirs, first in sides]
    return names, (replace(made[0], names=names), replace(made[1], names=names))


def _marked(name: str, module: str) -> str:
    return f"{name}@{module}"


def _context(
    context: Context, mine: Version, theirs: Version, modules: list[str], asked_first: list[str]
) -> Context:
    links = links_of(mine)
    helpers, tables = dict(context.helpers), dict(context.tables)
    methods, data = dict(context.dispatched), dict(context.data)
    factories = dict(context.factories)
    asked = attributes_asked(theirs.tree).union(
        *(attributes_asked(v.tree) for v in theirs.others.values())
    )
    for module in modules:
        tree, other = mine.others[module].tree, theirs.others[module].tree
        local = {link.name: n for n, link in links.items() if link.module == module}
        known = {c: local.get(c, _marked(c, module)) for c in plain_classes(tree)}
        chains = {
            known[c]: tuple(known[k] for k in chain) for c, chain in plain_classes(tree).items()
        }
        for helper in helper_candidates(tree):
            if not has_the_same(other, helper) and helper.name in defined_in_time(tree):
                made = marked(helper, module, tree)
                helpers[made.name] = made
                if helper.name in local:
                    helpers[local[helper.name]] = made
        tables |= {
            _marked(n, module): t
            for n, t in tables_of(tree).items()
            if all(isinstance(v, ast.Constant) for v in t.values)
        }
        for name, kinds in dispatched(tree, other).items():
            if name not in asked:
                found = [
                    (local.get(c, _marked(c, module)), marked(f, module, tree)) for c, f in kinds
                ]
                methods[name] = in_order(found, asked_first, chains)
        for name, values in data_of_kinds(tree, other).items():
            if name not in asked:
                held = [
                    (local.get(c, _marked(c, module)), _marked_value(v, module, tree))
                    for c, v in values
                ]
                data[name] = in_order(held, asked_first, chains)
        for split in split_classes_of(tree, other).values():
            if split.factory in local:
                factories[local[split.factory]] = (
                    local.get(split.name, _marked(split.name, module)),
                    split.arguments,
                    split.parameter,
                )
    return replace(
        context, helpers=helpers, tables=tables, dispatched=methods, data=data, factories=factories
    )


def _marked_value(value: ast.AST, module: str, tree: ast.Module) -> ast.AST:
    return marked(value, module, tree) if isinstance(value, ast.FunctionDef) else value


def marked(function: FunctionNode, module: str, tree: ast.Module) -> FunctionNode:
    """A copy of a function in which the names of its module say which module that is."""
    own = scope_of(function).own | {
        a.arg for a in all_nodes(function.args) if isinstance(a, ast.arg)
    }
    made = copied(function)
    made.name = _marked(function.name, module)
    marker = _Marker(module, own, names_around(tree))
    made.body = [marker.visit(s) for s in made.body]
    return made


class _Marker(ast.NodeTransformer):
    def __init__(self, module: str, own: frozenset[str] | set[str], names: Names) -> None:
        self.module, self.own, self.names = module, own, names

    def visit_Name(self, node: ast.Name) -> ast.AST:
        if node.id in self.own or "@" in node.id or self.names.is_builtin(node.id):
            return node
        return ast.copy_location(ast.Name(_marked(node.id, self.module), node.ctx), node)
