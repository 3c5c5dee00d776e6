"""Classes that are picked for a kind where an object is made, as a factory that picks them.

``KINDS.get(kind, Vessel)(kind, length)`` in the place of ``Vessel(kind, length)``, and a function
that asks ``if kind == "tug": return Tug(kind, length)`` one kind after the other, are read as calls
of one factory, of which the comparison of classes with their kinds knows all it needs. What is
worked out to pick the class is worked out there still.
"""

from __future__ import annotations

import ast
from collections.abc import Mapping
from dataclasses import dataclass, replace

from ...outline import all_nodes, copied
from ..world.calls import bind_arguments
from ..world.constants import is_constant
from ..world.names import bound_once, definition_counts, single_target
from ..world.splits import CHOSEN, PICKED, picked_by
from .version import Version

_SIMPLE = (ast.Name, ast.Attribute, ast.Subscript, ast.Constant, ast.Load)


@dataclass(frozen=True, slots=True)
class _Pick:
    """A place where a class is picked: the call, the table, what is looked up, the class for
    others, and the parameter that is the kind.
    """

    call: ast.Call
    table: str
    key: ast.expr
    owner: str
    parameter: str


def with_factories(before: Version, after: Version) -> Version:
    """A new version in which classes are picked by factories alone."""
    tree = after.tree
    classes = {s.name: s for s in tree.body if isinstance(s, ast.ClassDef)}
    shared = {n for n in classes if n in definition_counts(before.tree)}
    derived = {n for n, c in classes.items() if c.bases and n not in shared}
    if not shared or not derived:
        return after
    made = copied(tree)
    _asked_in_turn(made, shared, derived)
    known = definition_counts(before.tree)
    inside = {
        id(n)
        for f in tree.body
        if isinstance(f, ast.FunctionDef) and f.name not in known and picked_by(f) is not None
        for n in _same_place(f, made)
    }
    nodes = [n for n in all_nodes(made) if id(n) not in inside]
    picks = [p for n in nodes if (p := _pick(n, made, shared)) is not None]
    factories: dict[str, ast.FunctionDef] = {}
    for pick in picks:
        start = _constructor(classes[pick.owner])
        assert start is not None
        name = f"{pick.table}{PICKED}"
        factories[name] = _factory(name, pick, start)
        _call(pick, name)
    if not factories:
        return after
    owners = {s.name: s for s in made.body if isinstance(s, ast.ClassDef)}
    if not definition_counts(tree)["property"] and bound_once("property", tree):
        for name in sorted({p.owner for p in picks}):
            _read_constants(owners[name], made, before.tree)
    last = made.body[-1]
    made.body += [ast.copy_location(s, last) for s in factories.values()]
    ast.fix_missing_locations(made)
    return replace(after, meant=made)


def _same_place(function: ast.FunctionDef, tree: ast.Module) -> list[ast.AST]:
    """All that stands in a function of the same name in another tree."""
    found = [s for s in tree.body if isinstance(s, ast.FunctionDef) and s.name == function.name]
    return [n for s in found for n in all_nodes(s)]


def _pick(node: ast.AST, tree: ast.Module, shared: set[str]) -> _Pick | None:
    """What ``TABLE.get(key, Class)(...)`` picks, and hands the key on as the kind."""
    if not isinstance(node, ast.Call) or not isinstance(node.func, ast.Call):
        return None
    asked, get = node.func, node.func.func
    if not isinstance(get, ast.Attribute) or get.attr != "get" or asked.keywords:
        return None
    if not isinstance(get.value, ast.Name) or len(asked.args) != 2:
        return None
    key, owner = asked.args
    if (
        not isinstance(owner, ast.Name)
        or owner.id not in shared
        or _is_table(get.value, tree) is None
    ):
        return None
    classes = {s.name: s for s in tree.body if isinstance(s, ast.ClassDef)}
    start = _constructor(classes[owner.id])
    if start is None or not all(isinstance(n, _SIMPLE) for n in all_nodes(key)):
        return None
    if any(isinstance(a, ast.Starred) for a in node.args) or any(
        k.arg is None for k in node.keywords
    ):
        return None
    bound = bind_arguments(start, node.args, {k.arg or "": k.value for k in node.keywords})
    same = [n for n, v in (bound or {}).items() if ast.dump(v) == ast.dump(key)]
    return _Pick(node, get.value.id, key, owner.id, same[0]) if len(same) == 1 else None


def _is_table(named: ast.Name, tree: ast.Module) -> ast.Dict | None:
    """The dict of the module that a name stands for."""
    values = [
        s.value for s in tree.body if single_target(s) == named.id and isinstance(s, ast.Assign)
    ]
    value = values[0] if len(values) == 1 else None
    return value if isinstance(value, ast.Dict) else None


def _constructor(owner: ast.ClassDef) -> ast.arguments | None:
    """What a class takes when an object of it is made."""
    for statement in owner.body:
        if isinstance(statement, ast.FunctionDef) and statement.name == "__init__":
            given = copied(statement.args)
            if given.posonlyargs or not given.args or given.vararg or given.kwarg:
                return None
            del given.args[0]
            return given
    return None


def _factory(name: str, pick: _Pick, given: ast.arguments) -> ast.FunctionDef:
    """The function that picks a class, and hands on all that it is given."""
    get = ast.Attribute(ast.Name(pick.table, ast.Load()), "get", ast.Load())
    kind = ast.Name(pick.parameter, ast.Load())
    asked = ast.Call(get, [kind, ast.Name(pick.owner, ast.Load())], [])
    named: list[ast.expr] = [ast.Name(a.arg, ast.Load()) for a in given.args]
    others = [ast.keyword(a.arg, ast.Name(a.arg, ast.Load())) for a in given.kwonlyargs]
    body: list[ast.stmt] = [ast.Return(ast.Call(asked, named, others))]
    return ast.FunctionDef(name=name, args=given, body=body, decorator_list=[])


def _call(pick: _Pick, factory: str) -> None:
    """Make a call of the factory; what the key is is worked out first, as it was."""
    call = pick.call
    if isinstance(pick.key, ast.Name | ast.Constant):
        call.func = ast.copy_location(ast.Name(factory, ast.Load()), call.func)
        return
    made = ast.Call(ast.Name(factory, ast.Load()), call.args, call.keywords)
    both = ast.Tuple([copied(pick.key), ast.copy_location(made, call)], ast.Load())
    # A call becomes a subscript in place, so that whatever holds it need not be looked for.
    found = ast.Subscript(both, ast.Constant(1), ast.Load())
    call.__class__ = ast.Subscript  # type: ignore[assignment]
    for name in ("func", "args", "keywords"):
        delattr(call, name)
    call.__dict__.update(found.__dict__)


# -- constants of kinds


def _read_constants(owner: ast.ClassDef, tree: ast.Module, old: ast.Module) -> None:
    """Read constants that kinds have of their own, and the old version has not, as properties that
    give them.
    """
    kinds = [
        s
        for s in tree.body
        if isinstance(s, ast.ClassDef) and [ast.unparse(b) for b in s.bases] == [owner.name]
    ]
    asked = {n.attr for n in all_nodes(old) if isinstance(n, ast.Attribute)}
    for name in {n for k in kinds for n in _constants(k)} & set(_constants(owner)):
        uses = [n for n in all_nodes(tree) if isinstance(n, ast.Attribute) and n.attr == name]
        of_objects = all(
            isinstance(u.ctx, ast.Load) and isinstance(u.value, ast.Name) and u.value.id == "self"
            for u in uses
        )
        if not of_objects or name in asked or any(_is_text(n, name) for n in all_nodes(tree)):
            continue
        for each in (owner, *kinds):
            at = _constants(each).get(name)
            if at is not None:
                each.body[each.body.index(at)] = _as_property(name, at)


def _constants(owner: ast.ClassDef) -> dict[str, ast.Assign | ast.AnnAssign]:
    """The statements by which a class has constants, each under one name."""
    found: dict[str, ast.Assign | ast.AnnAssign] = {}
    for statement in owner.body:
        name = single_target(statement)
        if name is None or not isinstance(statement, ast.Assign | ast.AnnAssign):
            continue
        if statement.value is not None and is_constant(statement.value):
            if name in found:
                return {}
            found[name] = statement
    return found


def _as_property(name: str, at: ast.Assign | ast.AnnAssign) -> ast.FunctionDef:
    given = ast.arguments([], [ast.arg("self")], None, [], [], None, [])
    result = ast.copy_location(ast.Return(at.value), at)
    decorator: list[ast.expr] = [ast.Name("property", ast.Load())]
    made = ast.FunctionDef(name=name, args=given, body=[result], decorator_list=decorator)
    return ast.copy_location(made, at)


def _is_text(node: ast.AST, word: str) -> bool:
    return isinstance(node, ast.Constant) and node.value == word


# -- one kind after the other


def _asked_in_turn(tree: ast.Module, shared: set[str], derived: set[str]) -> None:
    """Make functions that ask for one kind after the other look their class up in tables."""
    tables: list[ast.stmt] = []
    for function in tree.body:
        if not isinstance(function, ast.FunctionDef) or function.decorator_list:
            continue
        found = _chain(function, shared, derived)
        if found is None:
            continue
        kinds, parameter, last = found
        name = f"{function.name}{CHOSEN}"
        keys: list[ast.expr | None] = [ast.Constant(k) for k in kinds]
        values: list[ast.expr] = [ast.Name(n, ast.Load()) for n in kinds.values()]
        tables.append(ast.Assign([ast.Name(name, ast.Store())], ast.Dict(keys, values)))
        get = ast.Attribute(ast.Name(name, ast.Load()), "get", ast.Load())
        asked = ast.Call(get, [ast.Name(parameter, ast.Load()), last.func], [])
        result = ast.Return(ast.Call(asked, last.args, last.keywords))
        function.body = [ast.copy_location(result, function.body[0])]
    if tables:
        tree.body += [ast.copy_location(t, tree.body[-1]) for t in tables]
        ast.fix_missing_locations(tree)


def _chain(
    function: ast.FunctionDef, shared: set[str], derived: set[str]
) -> tuple[Mapping[str, str], str, ast.Call] | None:
    """The classes for the kinds that a function asks for in turn, the parameter, and what it makes
    for all others.
    """
    body = list(function.body)
    if body and isinstance(body[0], ast.Expr) and isinstance(body[0].value, ast.Constant):
        del body[0]
    kinds: dict[str, str] = {}
    parameter = ""
    handed_on: list[str] = []
    while body and isinstance(body[0], ast.If):
        asked = body[0]
        test, rest = asked.test, [*asked.orelse, *body[1:]]
        if not isinstance(test, ast.Compare) or len(test.ops) != 1:
            return None
        left, right = test.left, test.comparators[0]
        if not isinstance(test.ops[0], ast.Eq) or not isinstance(left, ast.Name):
            return None
        if not isinstance(right, ast.Constant) or not isinstance(right.value, str):
            return None
        made = _made(asked.body)
        if made is None or parameter not in ("", left.id) or right.value in kinds:
            return None
        if not isinstance(made.func, ast.Name) or made.func.id not in derived:
            return None
        kinds[right.value], parameter, body = made.func.id, left.id, rest
        arguments = [ast.dump(a) for a in [*made.args, *made.keywords]]
        if len(kinds) > 1 and arguments != handed_on:
            return None
        handed_on = arguments
    last = _made(body)
    if (
        not kinds
        or last is None
        or not isinstance(last.func, ast.Name)
        or last.func.id not in shared
    ):
        return None
    same = [ast.dump(a) for a in [*last.args, *last.keywords]] == handed_on
    return (kinds, parameter, last) if same else None


def _made(body: list[ast.stmt]) -> ast.Call | None:
    """The only thing that a block does: hand back what it makes."""
    value = body[0].value if len(body) == 1 and isinstance(body[0], ast.Return) else None
    return value if isinstance(value, ast.Call) else None
