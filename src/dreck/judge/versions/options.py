"""Constants that can be passed in now: a new keyword-only parameter whose default is a name of the
module.

Whoever called the old version cannot have passed it, so that it always is its default: the new
version is
read as if it asked the module for the name. The default is the object that the name meant when the
function
was defined; that the name is set again from outside later is ruled out by an assumption.
"""

from __future__ import annotations

import ast
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from ...outline import FunctionNode, all_nodes, copied, functions_of, nodes_of
from ..world.names import is_never_rebound, sets_names_by_text, single_target
from ..world.scope import parameters_of
from .version import Version

# Words by which code asks what a function takes.
_ABOUT_SIGNATURES = frozenset(
    {
        "__code__",
        "__defaults__",
        "__kwdefaults__",
        "__signature__",
        "getargspec",
        "getcallargs",
        "getfullargspec",
        "signature",
    }
)
_PLAIN = frozenset({"staticmethod", "classmethod"})
_SEES_LOCALS = frozenset({"locals", "vars", "eval", "exec", "dir"})


@dataclass(frozen=True)
class Options:
    """New parameters of the functions of a version.

    Attributes:
        version: the version without them.
        names: for each function the names of the module that they stand for.
    """

    version: Version
    names: Mapping[str, tuple[str, ...]] = field(default_factory=dict)


def without_options(before: Version, after: Version) -> Options:
    """A new version read without the parameters that no caller of the old one can have passed."""
    found: dict[str, dict[str, str]] = {}
    for name, function in after.functions.items():
        if function.node.args.kwonlyargs and name in before.functions and not function.around:
            options = _options(before.functions[name].node, function.node, after.tree)
            if options and not _may_be_noticed(function.node.name, options, before.tree):
                found[name] = options
    if not found:
        return Options(after)
    tree = copied(after.tree)
    for each in functions_of(tree):
        if each.name in found:
            _Reads(found[each.name]).strip(each.node)
    return Options(replace(after, meant=tree), {n: tuple(o.values()) for n, o in found.items()})


def _options(old: FunctionNode, new: FunctionNode, tree: ast.Module) -> dict[str, str]:
    """The new parameters with the names that are their defaults; empty if that is not all there is
    to them.
    """
    known = [a.arg for a in parameters_of(old.args)]
    fresh = {
        a.arg: d
        for a, d in zip(new.args.kwonlyargs, new.args.kw_defaults, strict=True)
        if a.arg not in known
    }
    kept = [a.arg for a in parameters_of(new.args) if a.arg not in fresh]
    plain = all(isinstance(d, ast.Name) and d.id in _PLAIN for d in new.decorator_list)
    if not fresh or kept != known or not plain or old.args.kwarg is not None:
        return {}
    found = {p: d.id for p, d in fresh.items() if isinstance(d, ast.Name)}
    fits = all(_is_settled(name, new, tree) for name in found.values()) and _only_read(
        new, {*found, *found.values()}
    )
    return found if len(found) == len(fresh) and fits else {}


def _may_be_noticed(name: str, options: Mapping[str, str], tree: ast.Module) -> bool:
    """Whether a module passes such keywords to anything, or any keywords to a function of that
    name, or looks at signatures.
    """
    for node in nodes_of(tree):
        if isinstance(node, ast.keyword) and node.arg in options:
            return True
        if isinstance(node, ast.Call) and any(k.arg is None for k in node.keywords):
            called = (
                node.func.id
                if isinstance(node.func, ast.Name)
                else getattr(node.func, "attr", name)
            )
            if called == name or not isinstance(node.func, ast.Name | ast.Attribute):
                return True
        word = (
            getattr(node, "attr", None) or getattr(node, "id", None) or getattr(node, "name", None)
        )
        if isinstance(word, str) and word in _ABOUT_SIGNATURES:
            return True
    return False


def _is_settled(name: str, function: FunctionNode, tree: ast.Module) -> bool:
    """Whether a name of the module has its only value when a function is defined."""
    stores = [s for s in tree.body if single_target(s) == name]
    top = next(s for s in tree.body if s.lineno <= function.lineno <= (s.end_lineno or s.lineno))
    words = {
        (
            getattr(n, "name", None),
            getattr(n, "asname", None),
            n.id if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load) else None,
        )
        for n in all_nodes(top)
    }
    in_class = isinstance(top, ast.ClassDef) and any(name in w for w in words)
    set_from_outside = any(
        isinstance(n, ast.Attribute) and n.attr == name and not isinstance(n.ctx, ast.Load)
        for n in nodes_of(tree)
    )
    steady = is_never_rebound(name, tree) and not sets_names_by_text(tree) and not set_from_outside
    return len(stores) == 1 and stores[0].lineno < top.lineno and steady and not in_class


def _only_read(function: FunctionNode, names: set[str]) -> bool:
    """Whether names are read and nothing else in a function and all that is nested in it."""
    for node in (n for s in function.body for n in all_nodes(s)):
        if isinstance(node, ast.Name) and (
            (node.id in names and not isinstance(node.ctx, ast.Load)) or node.id in _SEES_LOCALS
        ):
            return False
        bound = getattr(node, "name", None), (
            getattr(node, "arg", None) if isinstance(node, ast.arg) else None
        )
        if names & {b for b in bound if isinstance(b, str)} or names & {
            getattr(node, "rest", None)
        }:
            return False
        if isinstance(node, ast.Global | ast.Nonlocal) and names & set(node.names):
            return False
    return not names & {a.arg for a in parameters_of(function.args)} - {
        a.arg for a in function.args.kwonlyargs
    }


class _Reads(ast.NodeTransformer):
    """Reads names of the module where parameters stood."""

    def __init__(self, options: dict[str, str]) -> None:
        self.options = options

    def strip(self, function: FunctionNode) -> None:
        """Take the parameters out of a function."""
        pairs = [
            (a, d)
            for a, d in zip(function.args.kwonlyargs, function.args.kw_defaults, strict=True)
            if a.arg not in self.options
        ]
        function.args.kwonlyargs, function.args.kw_defaults = [a for a, _ in pairs], [
            d for _, d in pairs
        ]
        function.body = [self.visit(s) for s in function.body]

    def visit_Name(self, node: ast.Name) -> ast.AST:
        return (
            ast.copy_location(ast.Name(self.options[node.id], node.ctx), node)
            if node.id in self.options
            else node
        )
