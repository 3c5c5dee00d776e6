"""Which names a function binds, and which of them other code can reach.

A local name is *captured* when a nested function, lambda, generator expression or class
body uses it: such names live in cells that other code may read or change later, so the
prover treats them like attributes. List, set and dict comprehensions run at once and only
read, so they do not capture. Nor does anything capture a *steady* name, one that has its only
value before anybody can share it: whoever reads it later sees that value.
"""

from __future__ import annotations

import ast
import builtins
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from typing import TypeAlias

from ...outline import all_nodes, child_nodes, nodes_of

FunctionNode: TypeAlias = ast.FunctionDef | ast.AsyncFunctionDef
_Function: TypeAlias = ast.FunctionDef | ast.AsyncFunctionDef | ast.Lambda
_AT_ONCE = (ast.ListComp, ast.SetComp, ast.DictComp)
_COMPREHENSIONS = (*_AT_ONCE, ast.GeneratorExp)
_SCOPES = (ast.FunctionDef, ast.AsyncFunctionDef, ast.Lambda, ast.ClassDef, *_COMPREHENSIONS)


@dataclass(frozen=True, slots=True)
class Scope:
    """The names of one function: its own, the captured ones, those that nested code shares but
    that never change, and those declared elsewhere.
    """

    own: frozenset[str]
    captured: frozenset[str]
    steady: frozenset[str]
    declared_global: frozenset[str]
    declared_nonlocal: frozenset[str]

    @property
    def alone(self) -> frozenset[str]:
        """Its own names that no nested code sees: nobody else changes what they hold."""
        return self.own - self.captured - self.steady


def scope_of(function: _Function, immediate: frozenset[int] = frozenset()) -> Scope:
    """Read the names of a function off its tree.

    Args:
        function: the tree.
        immediate: ids of generator expressions that are used up on the spot, so that they
            capture nothing either.
    """
    own, declared_global, declared_nonlocal = _bindings(function)
    captured: set[str] = set()
    for node in own_nodes(function):
        if isinstance(node, _SCOPES) and id(node) not in immediate:
            captured |= _captured_by(node)
    shared = frozenset(captured) & own
    steady = _steady(function, shared) if shared else shared
    return Scope(own, shared - steady, steady, declared_global, declared_nonlocal)


def parameters_of(arguments: ast.arguments) -> list[ast.arg]:
    """All parameters in the order of the signature."""
    stars = [a for a in (arguments.vararg,) if a is not None]
    double = [a for a in (arguments.kwarg,) if a is not None]
    return [*arguments.posonlyargs, *arguments.args, *stars, *arguments.kwonlyargs, *double]


def names_read(node: ast.AST) -> list[str]:
    """The names a comprehension or pattern takes from around it, in order of first use."""
    outside = evaluated_outside(node)
    return list(dict.fromkeys([*(n for part in outside for n in _free(part)), *_free(node)]))


def binds_outwards(node: ast.AST) -> bool:
    """Whether a comprehension assigns, by ``:=``, to the function around it."""
    return any(isinstance(n, ast.NamedExpr) for n in all_nodes(node))


def own_nodes(scope: ast.AST) -> Iterator[ast.AST]:
    """The nodes evaluated in a scope itself; nested scopes are yielded but not entered."""
    pending = list(_evaluated_inside(scope))
    while pending:
        node = pending.pop()
        yield node
        if isinstance(node, _SCOPES):
            pending.extend(evaluated_outside(node))
        else:
            pending.extend(child_nodes(node))


@lru_cache(8)
def meant_otherwise_in_classes(tree: ast.Module) -> frozenset[str]:
    """Names of the module and built-in ones that the body of a class gives another meaning, and
    speaks of: its decorators, annotations and defaults then mean something else.

    >>> sorted(meant_otherwise_in_classes(ast.parse("class A:\\n int = str\\n level: int = 0")))
    ['int']
    """
    found: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.ClassDef):
            inside = list(own_nodes(node))
            bound = set().union(*map(_bound_by, inside))
            read = {n.id for n in inside if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Load)}
            found |= bound & read
    outside = set().union(*map(_bound_by, own_nodes(tree))) if found else set()
    return frozenset(n for n in found if n in outside or hasattr(builtins, n))


def built_in_names_bound_in(function: FunctionNode) -> frozenset[str]:
    """Built-in names that a function, or what is defined in it, binds itself."""
    found = {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    found |= set().union(*(_bound_by(n) for n in all_nodes(function) if n is not function))
    return frozenset(n for n in found if hasattr(builtins, n))


def _evaluated_inside(scope: ast.AST) -> list[ast.AST]:
    if isinstance(scope, ast.Lambda):
        return [scope.body]
    if isinstance(scope, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        return list(scope.body)
    if isinstance(scope, _COMPREHENSIONS):
        first, *rest = scope.generators
        element: list[ast.AST] = (
            [scope.key, scope.value] if isinstance(scope, ast.DictComp) else [scope.elt]
        )
        return [*element, first.target, *first.ifs, *rest]
    return [scope]


def evaluated_outside(scope: ast.AST) -> list[ast.AST]:
    """What a nested scope's definition evaluates in the scope around it."""
    if isinstance(scope, ast.FunctionDef | ast.AsyncFunctionDef):
        return [*scope.decorator_list, *defaults_of(scope.args), *hints_of(scope)]
    if isinstance(scope, ast.Lambda):
        return [*defaults_of(scope.args)]
    if isinstance(scope, ast.ClassDef):
        return [*scope.decorator_list, *scope.bases, *(k.value for k in scope.keywords)]
    return [scope.generators[0].iter] if isinstance(scope, _COMPREHENSIONS) else []


def defaults_of(arguments: ast.arguments) -> list[ast.expr]:
    """The default values of a signature in the order in which they are evaluated."""
    return [*arguments.defaults, *(d for d in arguments.kw_defaults if d is not None)]


def hints_of(function: FunctionNode) -> list[ast.expr]:
    """The annotations of a function in the order in which CPython evaluates them."""
    arguments = function.args
    stars = [a for a in (arguments.vararg,) if a is not None]
    double = [a for a in (arguments.kwarg,) if a is not None]
    every = [*arguments.args, *arguments.posonlyargs, *stars, *arguments.kwonlyargs, *double]
    found = [a.annotation for a in every if a.annotation is not None]
    return found if function.returns is None else [*found, function.returns]


def _bindings(scope: ast.AST) -> tuple[frozenset[str], frozenset[str], frozenset[str]]:
    """The names bound in a scope, and those it declares global or nonlocal."""
    bound: set[str] = set()
    outer: set[str] = set()
    declared: set[str] = set()
    if isinstance(scope, ast.FunctionDef | ast.AsyncFunctionDef | ast.Lambda):
        bound |= {a.arg for a in parameters_of(scope.args)}
    for node in own_nodes(scope):
        bound |= _bound_by(node)
        if isinstance(node, ast.Global):
            declared |= set(node.names)
        elif isinstance(node, ast.Nonlocal):
            outer |= set(node.names)
    return frozenset(bound - declared - outer), frozenset(declared), frozenset(outer)


def _bound_by(node: ast.AST) -> set[str]:
    if isinstance(node, ast.Name):
        return {node.id} if isinstance(node.ctx, ast.Store | ast.Del) else set()
    if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        return {node.name}
    if isinstance(node, ast.Import | ast.ImportFrom):
        return {(a.asname or a.name.partition(".")[0]) for a in node.names}
    if isinstance(node, ast.ExceptHandler | ast.MatchAs | ast.MatchStar):
        return {node.name} if node.name else set()
    if isinstance(node, ast.MatchMapping):
        return {node.rest} if node.rest else set()
    if isinstance(node, _COMPREHENSIONS):
        return {n.target.id for n in all_nodes(node) if isinstance(n, ast.NamedExpr)}
    return set()


def free_nodes(scope: ast.AST) -> Iterator[ast.Name]:
    """The names in a nested scope (or pattern) that mean something outside it, inner scopes
    included.

    What a nested function or class evaluates where it is defined (decorators, defaults,
    annotations, bases) belongs to the scope around, so of ``scope`` itself it is left out.
    """
    # A pattern is no scope: what it captures may be what it asked for just before.
    bound, declared = (
        _bindings(scope)[:2] if isinstance(scope, _SCOPES) else (frozenset(), frozenset())
    )
    for node in own_nodes(scope):
        if isinstance(node, _SCOPES):
            # Methods do not see the names of the class body around them.
            hidden = frozenset() if isinstance(scope, ast.ClassDef) else bound | declared
            yield from (n for n in free_nodes(node) if n.id not in hidden)
        elif isinstance(node, ast.Name) and node.id not in bound and node.id not in declared:
            yield node
    if isinstance(scope, _COMPREHENSIONS):
        names = (n for n in own_nodes(scope) if isinstance(n, ast.Name))
        yield from (n for n in names if _is_walrus_target(n, scope))


def _is_walrus_target(node: ast.Name, scope: ast.AST) -> bool:
    """Whether a name is given a value by ``:=``, which a comprehension does to the function around."""
    return any(isinstance(n, ast.NamedExpr) and n.target is node for n in all_nodes(scope))


def names_declared_outside(scope: ast.AST) -> Iterator[str]:
    """Names that a nested scope declares ``nonlocal``, inner scopes included."""
    for node in all_nodes(scope):
        if isinstance(node, ast.Nonlocal):
            yield from node.names


def _free(scope: ast.AST) -> Iterator[str]:
    """Names a nested scope uses and does not bind, inner scopes included."""
    bound, declared, _ = _bindings(scope)
    if isinstance(scope, ast.ClassDef):
        bound = frozenset()  # methods do not see the names of the class body
    for node in own_nodes(scope):
        if isinstance(node, _SCOPES):
            yield from (name for name in _free(node) if name not in bound and name not in declared)
        elif isinstance(node, ast.Name) and node.id not in bound and node.id not in declared:
            yield node.id
        elif isinstance(node, ast.Nonlocal):
            yield from node.names
        if isinstance(node, _COMPREHENSIONS):
            walrus = _bound_by(node)
            yield from (name for name in walrus if name not in bound)


def _captured_by(node: ast.AST) -> set[str]:
    """Names of the scope around that stay reachable after a nested scope was evaluated."""
    if not isinstance(node, _AT_ONCE):
        return set(_free(node))
    inside, _, _ = _bindings(node)
    deeper: set[str] = set()
    for child in own_nodes(node):
        if isinstance(child, _SCOPES):
            deeper |= _captured_by(child)
    return deeper - inside


def given_to(function: ast.AST) -> Iterator[tuple[str, ast.expr | None, ast.AST]]:
    """The names that anything in a function binds, each with the value where that is plain to see,
    and the node that binds it.
    """
    plain: dict[int, ast.expr] = {}
    for node in all_nodes(function):
        if isinstance(node, ast.Assign):
            plain |= {id(t): node.value for t in node.targets}
        elif isinstance(node, ast.AnnAssign) and node.value is not None:
            plain[id(node.target)] = node.value
        elif isinstance(node, ast.arg):
            yield node.arg, None, node
        elif (
            isinstance(
                node, ast.ExceptHandler | ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef
            )
            and node.name
        ):
            yield node.name, None, node
        elif isinstance(node, ast.alias):
            yield node.asname or node.name.partition(".")[0], None, node
        elif isinstance(node, ast.MatchAs | ast.MatchStar) and node.name:
            yield node.name, None, node
        elif isinstance(node, ast.MatchMapping) and node.rest:
            yield node.rest, None, node
        elif isinstance(node, ast.Global | ast.Nonlocal):
            yield from ((n, None, node) for n in node.names)
    for node in all_nodes(function):
        if isinstance(node, ast.Name) and not isinstance(node.ctx, ast.Load):
            yield node.id, plain.get(id(node)), node


def _steady(function: _Function, shared: frozenset[str]) -> frozenset[str]:
    """Those of the names that nested code shares which have one value for as long as it can see
    them: parameters that nothing binds anew, functions inside included, and names that one
    statement of the body itself sets, above all that shares them.
    """
    parameters = {id(p): p.arg for p in parameters_of(function.args)}
    number = Counter(name for name, _, _ in given_to(function))
    once = {name for name in shared if number[name] == 1}
    once -= set(names_declared_outside(function))
    found = once.intersection(parameters.values())
    if not isinstance(function, ast.Lambda):
        for index, statement in enumerate(function.body):
            names = _set_by(statement) & once
            if names:
                above = function.body[: index + 1]
                found |= names - {n for s in above for n in _shared_in(s)}
    return frozenset(found)


def _set_by(statement: ast.stmt) -> set[str]:
    """The names that a plain assignment gives a value."""
    targets: list[ast.expr] = []
    if isinstance(statement, ast.Assign):
        targets = statement.targets
    elif isinstance(statement, ast.AnnAssign) and statement.value is not None:
        targets = [statement.target]
    nodes = (n for t in targets for n in all_nodes(t) if isinstance(n, ast.Name))
    return {n.id for n in nodes if isinstance(n.ctx, ast.Store)}


def _shared_in(statement: ast.stmt) -> Iterator[str]:
    """The names that code nested in a statement shares with the function around."""
    if isinstance(statement, _SCOPES):
        yield from _captured_by(statement)
    for node in own_nodes(statement):
        if isinstance(node, _SCOPES):
            yield from _captured_by(node)
