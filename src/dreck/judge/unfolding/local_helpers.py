"""Functions and lambdas that a function defines for itself and only ever calls.

Such a helper needs no closure: its body can be read in place of each call, and the names it
takes from around are the function's own, at the time of the call.
"""

from __future__ import annotations

import ast
from collections.abc import Collection, Iterator, Mapping

from ...outline import all_nodes
from ..world.calls import bind_arguments
from ..world.names import single_target
from ..world.constants import can_be_inlined, is_constant
from ..world.scope import FunctionNode, names_read, own_nodes

_COMPREHENSIONS = (ast.ListComp, ast.SetComp, ast.DictComp)


def local_helpers(function: FunctionNode) -> Mapping[str, tuple[ast.stmt, FunctionNode]]:
    """For each such helper the statement that defines it, and its definition (of a lambda, one made
    of it).
    """
    inside = list(own_nodes(function))
    found = {}
    for statement in (n for n in inside if isinstance(n, ast.stmt)):
        helper = _definition(statement)
        if helper is not None and _is_only_called(helper.name, inside, helper) and _fits(helper):
            found[helper.name] = (statement, helper)
    parameters = {a.arg for a in all_nodes(function.args) if isinstance(a, ast.arg)}
    return {name: pair for name, pair in found.items() if name not in parameters}


def rule_lists(
    function: FunctionNode, immediate: frozenset[int]
) -> Mapping[str, tuple[ast.stmt, tuple[FunctionNode, ...]]]:
    """Lists of lambdas that are only gone through by ``all(r(x) for r in rules)`` or ``any(...)``.

    Args:
        function: the function.
        immediate: ids of the generator expressions that are used up on the spot.
    """
    inside = list(own_nodes(function))
    generators = {
        id(n.generators[0].iter)
        for n in inside
        if isinstance(n, ast.GeneratorExp) and _asks_each(n)
    }
    used_up = {
        id(n.args[0].generators[0].iter)
        for n in inside
        if isinstance(n, ast.Call)
        and isinstance(n.func, ast.Name)
        and n.func.id in ("all", "any")
        and not n.keywords
        and len(n.args) == 1
        and isinstance(n.args[0], ast.GeneratorExp)
        and id(n.args[0]) in immediate
    }
    found = {}
    for statement in (n for n in inside if isinstance(n, ast.Assign)):
        name = single_target(statement)
        rules = statement.value.elts if isinstance(statement.value, ast.List | ast.Tuple) else []
        if name is None or not rules or not all(isinstance(r, ast.Lambda) for r in rules):
            continue
        made = tuple(
            of_lambda(f"{name}@{i}", r) for i, r in enumerate(rules) if isinstance(r, ast.Lambda)
        )
        if all(map(_fits, made)) and _is_only_gone_through(name, inside, generators & used_up):
            found[name] = (statement, made)
    parameters = {a.arg for a in all_nodes(function.args) if isinstance(a, ast.arg)}
    return {name: pair for name, pair in found.items() if name not in parameters}


def kept_objects(
    function: FunctionNode, classes: Collection[str]
) -> Mapping[str, tuple[ast.stmt, ast.Call]]:
    """Objects of some classes that a name of the function is given once, and that are then only
    asked for attributes.
    """
    inside = list(own_nodes(function))
    asked = {
        id(n.value) for n in inside if isinstance(n, ast.Attribute) and isinstance(n.ctx, ast.Load)
    }
    found = {}
    for statement in (n for n in inside if isinstance(n, ast.Assign)):
        name, made = single_target(statement), statement.value
        if (
            name is None
            or not isinstance(made, ast.Call)
            or not isinstance(made.func, ast.Name)
            or made.func.id not in classes
        ):
            continue
        if _is_only_gone_through(name, inside, asked):
            found[name] = (statement, made)
    parameters = {a.arg for a in all_nodes(function.args) if isinstance(a, ast.arg)}
    return {name: pair for name, pair in found.items() if name not in parameters}


def local_tables(
    function: FunctionNode, this: str | None, methods: Collection[str]
) -> Mapping[str, tuple[ast.stmt, ast.Dict]]:
    """Dicts of constants and of methods of the own object that a name is given once, and in which
    is then only looked up.

    Args:
        function: the function.
        this: what it calls its object, if that name always means the object.
        methods: methods of the class that it is in.
    """
    inside = list(own_nodes(function))
    called = {id(n.func) for n in inside if isinstance(n, ast.Call) and _asks_for_a_key(n)}
    places = {
        id(n.value) for n in inside if isinstance(n, ast.Subscript) and isinstance(n.ctx, ast.Load)
    }
    places |= {
        id(n.value)
        for n in inside
        if isinstance(n, ast.Attribute) and n.attr == "get" and id(n) in called
    }
    places |= {
        id(n.comparators[0])
        for n in inside
        if isinstance(n, ast.Compare)
        and len(n.ops) == 1
        and isinstance(n.ops[0], ast.In | ast.NotIn)
    }
    found = {}
    for statement in (n for n in inside if isinstance(n, ast.Assign)):
        name, table = single_target(statement), statement.value
        if (
            name is None
            or not isinstance(table, ast.Dict)
            or not table.values
            or not all(_may_be_key(k) for k in table.keys)
        ):
            continue
        if all(
            is_constant(v) or _is_method(v, this, methods) for v in table.values
        ) and _is_only_gone_through(name, inside, places):
            found[name] = (statement, table)
    parameters = {a.arg for a in all_nodes(function.args) if isinstance(a, ast.arg)}
    return {name: pair for name, pair in found.items() if name not in parameters}


def _asks_for_a_key(call: ast.Call) -> bool:
    """Whether a call hands on a key, and perhaps a default, each written on its own."""
    starred = any(isinstance(a, ast.Starred) for a in call.args)
    return len(call.args) in (1, 2) and not call.keywords and not starred


def _may_be_key(node: ast.expr | None) -> bool:
    """Whether something may be a key whose value is known: a constant, or what may be a member of
    an enum.
    """
    return node is not None and (
        is_constant(node) or (isinstance(node, ast.Attribute) and isinstance(node.value, ast.Name))
    )


def _is_method(node: ast.expr, this: str | None, methods: Collection[str]) -> bool:
    return (
        isinstance(node, ast.Attribute)
        and isinstance(node.value, ast.Name)
        and node.value.id == this
        and node.attr in methods
    )


def _asks_each(node: ast.GeneratorExp) -> bool:
    """Whether a generator expression calls each of what it goes through, and does nothing else with
    it.
    """
    loop, element = node.generators[0], node.elt
    if (
        len(node.generators) > 1
        or loop.ifs
        or loop.is_async
        or not isinstance(loop.target, ast.Name)
        or not isinstance(element, ast.Call)
    ):
        return False
    rule = loop.target.id
    given = [*element.args, *(k.value for k in element.keywords)]
    mentioned = any(isinstance(n, ast.Name) and n.id == rule for g in given for n in all_nodes(g))
    return (
        isinstance(element.func, ast.Name)
        and element.func.id == rule
        and not mentioned
        and isinstance(loop.iter, ast.Name)
    )


def _is_only_gone_through(name: str, inside: list[ast.AST], places: set[int]) -> bool:
    loads = [
        n
        for n in inside
        if isinstance(n, ast.Name) and n.id == name and isinstance(n.ctx, ast.Load)
    ]
    bound = sum(name in names for names in _bindings(inside))
    nested = [
        n
        for n in inside
        if isinstance(n, ast.FunctionDef | ast.AsyncFunctionDef | ast.Lambda | ast.ClassDef)
    ]
    comprehensions = [n for n in inside if isinstance(n, (*_COMPREHENSIONS, ast.GeneratorExp))]
    hidden = any(name in names_read(n) for n in nested)
    hidden = hidden or any(
        names_read(n).count(name) and id(n.generators[0].iter) not in places for n in comprehensions
    )
    return bound == 1 and not hidden and all(id(n) in places for n in loads)


def scopes_of(
    helpers: Mapping[str, tuple[ast.stmt, FunctionNode]],
    lists: Mapping[str, tuple[ast.stmt, tuple[FunctionNode, ...]]],
) -> frozenset[int]:
    """The ids of the nested scopes that vanish when the helpers and rules are read in place."""
    values = [getattr(statement, "value", statement) for statement, _ in helpers.values()]
    values += [
        rule for statement, _ in lists.values() for rule in getattr(statement, "value").elts
    ]  # noqa: B009
    return frozenset(id(v) for v in values)


def _definition(statement: ast.stmt) -> FunctionNode | None:
    if isinstance(statement, ast.FunctionDef):
        return statement
    name = single_target(statement)
    value = getattr(statement, "value", None)
    if name is None or not isinstance(value, ast.Lambda):
        return None
    return of_lambda(name, value)


def of_lambda(name: str, value: ast.Lambda) -> FunctionNode:
    """A lambda as a function of that name."""
    body = ast.copy_location(ast.Return(value.body), value)
    return ast.copy_location(ast.FunctionDef(name, value.args, [body], []), value)


def _is_only_called(name: str, inside: list[ast.AST], helper: FunctionNode) -> bool:
    """Whether a name is bound once and then only called, by the function itself."""
    called = {id(n.func) for n in inside if isinstance(n, ast.Call) and _is_plain_call(n, helper)}
    bound = sum(name in names for names in _bindings(inside))
    loads = [
        n
        for n in inside
        if isinstance(n, ast.Name) and n.id == name and isinstance(n.ctx, ast.Load)
    ]
    nested = [
        n
        for n in inside
        if isinstance(
            n, ast.FunctionDef | ast.AsyncFunctionDef | ast.Lambda | ast.ClassDef | ast.GeneratorExp
        )
    ]
    taken = any(
        name in names_read(n)
        for n in [*nested, *(n for n in inside if isinstance(n, _COMPREHENSIONS))]
    )
    return bound == 1 and not taken and all(id(n) in called for n in loads)


def _is_plain_call(call: ast.Call, helper: FunctionNode) -> bool:
    """Whether a call says which parameter of a helper gets what."""
    if any(isinstance(a, ast.Starred) for a in call.args):
        return False
    named = {k.arg: k.value for k in call.keywords}
    return None not in named and bind_arguments(helper.args, call.args, named) is not None


def _bindings(inside: list[ast.AST]) -> Iterator[set[str]]:
    for node in inside:
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            yield {node.name}
        elif isinstance(node, ast.Name) and not isinstance(node.ctx, ast.Load):
            yield {node.id}
        elif isinstance(node, ast.Import | ast.ImportFrom):
            yield {a.asname or a.name.partition(".")[0] for a in node.names}
        elif isinstance(node, ast.ExceptHandler | ast.MatchAs | ast.MatchStar) and node.name:
            yield {node.name}
        elif isinstance(node, ast.Global | ast.Nonlocal):
            yield set(node.names)
            yield set(node.names)  # counts twice: never a helper
        elif isinstance(node, ast.MatchMapping) and node.rest:
            yield {node.rest}


def _fits(helper: FunctionNode) -> bool:
    inside = [n for s in helper.body for n in all_nodes(s)]
    return can_be_inlined(helper) and not any(
        isinstance(n, (*_COMPREHENSIONS, ast.NamedExpr)) for n in inside
    )
