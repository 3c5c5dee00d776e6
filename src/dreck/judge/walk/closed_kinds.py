"""The base class of all kinds that a function asks a value for, where a method of that class took
over what happens to all others.

What comes in is taken for an object of that class: the kinds seen are all there are
(``closed-kinds``). Something must say so: what is none of them fails, in both versions; the value
is called by the name of the class, the code asks nothing else about what it is, and nobody in the
module hands over anything written down.
"""

from __future__ import annotations

import ast
import builtins
from collections.abc import Container, Iterable, Iterator, Mapping, Sequence, Set

from ...outline import FunctionNode, all_nodes, functions_of
from ..world.doubts import truths_asked
from .evident_classes import asked_of, is_given_once, kinds_asked

_WRITTEN = (
    ast.Constant,
    ast.JoinedStr,
    ast.List,
    ast.Tuple,
    ast.Set,
    ast.Dict,
    ast.Lambda,
    ast.ListComp,
    ast.SetComp,
    ast.DictComp,
    ast.GeneratorExp,
)


def base_of_kinds(
    asked: ast.AST,
    trees: Sequence[ast.Module],
    chains: Mapping[str, tuple[str, ...]],
) -> str:
    """The class that everything is taken to be of which a function asks for its kind; empty if
    nothing speaks for it.

    Args:
        asked: what is asked for its class, in one of the modules.
        trees: the two modules.
        chains: the plain classes, each with those that it is derived from.
    """
    if not isinstance(asked, ast.Name):
        return ""
    name, function = asked.id, _function_around(asked, trees)
    versions = [[f.node for f in functions_of(t) if f.name == function] for t in trees]
    functions = [f for found in versions for f in found]
    if any(len(found) != 1 for found in versions):
        return ""
    if not all(is_given_once(name, f) and not _is_asked_otherwise(name, f) for f in functions):
        return ""
    kinds = {k for f in functions for k in _kinds_in(name, f)}
    if len(kinds) < 2 or not kinds <= set(chains):
        return ""
    first, *others = (chains[k] for k in sorted(kinds))
    base = next((b for b in first if all(b in o for o in others)), "")
    if base not in chains or not _speaks_of(name, base):
        return ""
    if any(_is_handed_what_is_written(name, f, t) for f in functions for t in trees):
        return ""
    failing = _took_over(name, base, functions, trees)
    errors = {e for m in failing for e in _errors_of(m.body[-1], trees)}
    own = {id(n) for f in (*functions, *failing) for n in all_nodes(f)}
    if any(_is_waited_for(f.name, errors, t, own) for f in functions for t in trees):
        return ""
    return base if failing else ""


def _function_around(asked: ast.Name, trees: Iterable[ast.Module]) -> str:
    """The whole name of the innermost function that something stands in; empty if none."""
    every = (f for t in trees for f in functions_of(t))
    holding = [f.name for f in every if any(n is asked for n in all_nodes(f.node))]
    return max(holding, key=len, default="")


def _is_name(node: ast.AST | None, name: str) -> bool:
    return isinstance(node, ast.Name) and node.id == name


def _kinds_in(name: str, function: ast.AST) -> Iterator[str]:
    """The classes that a function asks a name for; an empty text for anything it does not name."""
    for node in all_nodes(function):
        if isinstance(node, ast.Call | ast.Compare):
            yield from kinds_asked(node, name)
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
            of_it = node.func.id == "isinstance" and any(_is_name(a, name) for a in node.args[:1])
            if of_it and not kinds_asked(node, name):
                yield ""


def _is_asked_otherwise(name: str, function: ast.AST) -> bool:
    """Whether a function asks whether a value is there, or equals something, or matches it."""
    for node in all_nodes(function):
        asked: list[ast.expr] = truths_asked(node)
        if isinstance(node, ast.Compare):
            asked = [node.left, *node.comparators]
        elif isinstance(node, ast.Match):
            asked = [node.subject]
        if any(_is_name(a, name) for a in asked):
            return True
    return False


def _speaks_of(name: str, base: str) -> bool:
    """Whether a value is called by the name of a class, or by the last word of it.

    >>> _speaks_of("barge", "Barge"), _speaks_of("old_barge", "HorseBarge"), _speaks_of("x", "Xebec")
    (True, True, False)
    """
    words = "".join(f"_{c.lower()}" if c.isupper() else c for c in base).strip("_").split("_")
    return name.lower().split("_")[-1] == words[-1]


def _is_handed_what_is_written(name: str, function: FunctionNode, tree: ast.Module) -> bool:
    """Whether a parameter has a default, or some call in the module hands over a value that is
    written down where it stands.
    """
    given = function.args
    positional = [a.arg for a in (*given.posonlyargs, *given.args)]
    if name not in positional + [a.arg for a in given.kwonlyargs]:
        return False
    defaults = dict(zip(positional[::-1], given.defaults[::-1], strict=False))
    keyword_only = zip(given.kwonlyargs, given.kw_defaults, strict=True)
    if name in defaults or any(a.arg == name and d is not None for a, d in keyword_only):
        return True
    places = {positional.index(name)} if name in positional else set()
    places |= {p - 1 for p in places if p}  # a method is handed its object otherwise
    for node in all_nodes(tree):
        if not isinstance(node, ast.Call) or _word_of(node.func) != function.name:
            continue
        handed = [a for i, a in enumerate(node.args) if i in places]
        handed += [k.value for k in node.keywords if k.arg == name]
        if any(isinstance(a, _WRITTEN) for a in handed):
            return True
    return False


def _word_of(called: ast.expr) -> str:
    return called.attr if isinstance(called, ast.Attribute) else getattr(called, "id", "")


def _errors_of(statement: ast.stmt, trees: Sequence[ast.Module]) -> set[str]:
    """The classes, by name, that catch what a statement raises, or what is raised in its stead
    where an object has no such method; an empty text stands for any.
    """
    raised = statement.exc if isinstance(statement, ast.Raise) else None
    made = raised.func if isinstance(raised, ast.Call) else raised
    pending = [made.id if isinstance(made, ast.Name) else "", "AttributeError"]
    found: set[str] = set()
    while pending:
        name = pending.pop()
        if name in found:
            continue
        found.add(name)
        known = getattr(builtins, name, None)
        if isinstance(known, type):
            pending += [c.__name__ for c in known.__mro__]
        owners = [n for t in trees for n in all_nodes(t) if isinstance(n, ast.ClassDef)]
        for base in (b for o in owners if o.name == name for b in o.bases):
            pending.append(base.id if isinstance(base, ast.Name) else "")
        if known is None and all(o.name != name for o in owners):
            found.add("")  # a class from elsewhere
    return found


def _is_waited_for(function: str, errors: Set[str], tree: ast.Module, own: Container[int]) -> bool:
    """Whether somebody but the function itself may call it and handle its failure: by a handler for
    one of some errors, or within a manager.
    """
    for node in all_nodes(tree):
        if id(node) in own:
            continue
        if isinstance(node, ast.ExceptHandler):
            kinds = node.type.elts if isinstance(node.type, ast.Tuple) else [node.type]
            names = {k.id if isinstance(k, ast.Name) else "" for k in kinds}
            if "" in errors or names & {*errors, ""}:
                return True
        elif isinstance(node, ast.With | ast.AsyncWith):
            inside = (n for n in all_nodes(node) if isinstance(n, ast.Name | ast.Attribute))
            if any(_word_of(n) in (function, "suppress") for n in inside):
                return True
    return False


def _took_over(
    name: str, base: str, functions: Sequence[FunctionNode], trees: Sequence[ast.Module]
) -> list[FunctionNode]:
    """The methods that one version of a function asks a value for, and that its class has there,
    and not in the other version, if all that they do is fail.
    """
    first, second = (dict(_methods_of(base, t)) for t in trees)
    before, after = (set(asked_of(name, f)) for f in functions)
    new = [first[n] for n in before & first.keys() - second.keys()]
    new += [second[n] for n in after & second.keys() - first.keys()]
    return new if all(isinstance(m.body[-1], ast.Raise) for m in new) else []


def _methods_of(base: str, tree: ast.Module) -> Iterator[tuple[str, FunctionNode]]:
    """The methods in the body of a class."""
    for owner in (n for n in all_nodes(tree) if isinstance(n, ast.ClassDef) and n.name == base):
        for statement in owner.body:
            if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef):
                yield statement.name, statement
