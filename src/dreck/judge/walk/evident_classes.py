"""Classes of the module that values without a declaration are evidently of.

A name is one where whatever is none of the classes that the function asks for still meets a read of
an attribute that only one class has, and what is derived from it: anything else fails there. A
proof that takes it for an object of that class rests on ``as-used``. So does one that takes what is
asked for a method, which one version made of questions of the other, for an object of the class
that has it.
"""

from __future__ import annotations

import ast
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from ...outline import FunctionNode, all_nodes, child_nodes
from ..world.doubts import of_many_kinds_in, spoken_of

_LEAVES = (ast.Return, ast.Raise, ast.Break, ast.Continue)
_OTHER_SCOPES = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Lambda)


def evident_class(
    asked: ast.Name, trees: Iterable[ast.Module], chains: Mapping[str, tuple[str, ...]]
) -> str:
    """The class that the name in a question for a class evidently stands for; empty if none.

    Args:
        asked: the name, where it is asked.
        trees: the modules, one of which it stands in.
        chains: the plain classes, each with those that it is derived from.
    """
    for tree in trees:
        function = _function_around(asked, tree)
        if function is None or not is_given_once(asked.id, function):
            continue
        loop = _loop_that_gives(asked.id, function)
        for places in _places(function if loop is None else loop):
            tests = _tests(places[-1].statement)
            if any(asked is n for t in tests for n in all_nodes(t)):
                return _evident(asked.id, places, tests, tree, chains)
    return ""


def evident_owner(
    source: ast.AST,
    function: str,
    trees: Sequence[ast.Module],
    chains: Mapping[str, tuple[str, ...]],
) -> str:
    """The class whose objects alone can be asked for a method or property that one version made of
    what the other asks itself; empty if nothing says that it is of that class.

    What is asked must have no class by its declaration; the method asks its object for an attribute
    that this class alone gives its objects, and nothing asks whether it is of another kind.

    Args:
        source: the call of the method, or the property that is asked for.
        function: the name of the function that asks.
        trees: the two modules.
        chains: the plain classes, each with those that it is derived from.
    """
    asked = source.func if isinstance(source, ast.Call) else source
    if not isinstance(asked, ast.Attribute):
        return ""
    if any(spoken_of(asked.value) in of_many_kinds_in(t) - {""} for t in trees):
        return ""
    owners = {c: m for t in trees for c, m in _with_method(asked.attr, t)}
    if len(owners) != 1:
        return ""
    ((name, method),) = owners.items()
    given = [*method.args.posonlyargs, *method.args.args]
    if name not in chains or not given:
        return ""
    read = set(asked_of(given[0].arg, method))
    if not any(all(_owners(a, t) == [name] for t in trees) for a in read):
        return ""
    # What its class has as well might be asked of the class itself.
    asked_for = read | _asked_beside(asked.value, function, trees)
    own = frozenset[str]().union(*(_only_of_objects(name, t) for t in trees))
    return name if asked_for & own else ""


def asked_of(name: str, node: ast.AST) -> Iterator[str]:
    """The attributes that some code asks a name for."""
    for each in all_nodes(node):
        if isinstance(each, ast.Attribute) and _is_name(each.value, name):
            yield each.attr


def _asked_beside(asked: ast.expr, function: str, trees: Sequence[ast.Module]) -> set[str]:
    """The attributes that a name of a function is asked for; none if it stands for a class."""
    if not isinstance(asked, ast.Name):
        return set()
    found: set[str] = set()
    kinds = (ast.FunctionDef, ast.AsyncFunctionDef)
    for node in (n for t in trees for n in all_nodes(t) if isinstance(n, kinds)):
        if node.name == function.rpartition(".")[2]:
            given = [*node.args.posonlyargs, *node.args.args]
            if node.decorator_list and given and given[0].arg == asked.id:
                return set()
            found |= set(asked_of(asked.id, node))
    return found


def _only_of_objects(name: str, tree: ast.Module) -> frozenset[str]:
    """The attributes that the objects of a class have, and the class itself has not."""
    found: set[str] = set()
    of_class: set[str] = set()
    for owner in (n for n in all_nodes(tree) if isinstance(n, ast.ClassDef) and n.name == name):
        for statement in owner.body:
            found |= set(_given_to_its_own(statement))
            target = getattr(statement, "target", None)
            if isinstance(statement, ast.AnnAssign) and isinstance(target, ast.Name):
                (of_class if statement.value is not None else found).add(target.id)
            elif isinstance(statement, ast.Assign):
                of_class |= {t.id for t in statement.targets if isinstance(t, ast.Name)}
    return frozenset(found - of_class)


def _with_method(name: str, tree: ast.Module) -> Iterator[tuple[str, FunctionNode]]:
    """The classes of a module that define a method, each with it."""
    for owner in (n for n in all_nodes(tree) if isinstance(n, ast.ClassDef)):
        for made in owner.body:
            if isinstance(made, ast.FunctionDef | ast.AsyncFunctionDef) and made.name == name:
                yield owner.name, made


def _function_around(name: ast.Name, tree: ast.Module) -> FunctionNode | None:
    """The innermost function that a name stands in."""
    found = None
    for node in all_nodes(tree):  # from the outside to the inside
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            if any(n is name for n in all_nodes(node)):
                found = node
    return found


def is_given_once(name: str, function: FunctionNode) -> bool:
    """Whether a name is a parameter without an annotation, or what one loop goes through, and is
    never given anything else.
    """
    nodes = list(all_nodes(function))
    stores = [n for n in nodes if isinstance(n, ast.Name) and n.id == name and _is_store(n)]
    others = [n for n in nodes if getattr(n, "name", None) == name or _names_it(n, name)]
    given = function.args
    parameters = [a for a in (*given.posonlyargs, *given.args, *given.kwonlyargs) if a.arg == name]
    arguments = [n for n in nodes if isinstance(n, ast.arg) and n.arg == name]
    if others or len(arguments) != len(parameters):
        return False
    if parameters:
        return not stores and parameters[0].annotation is None
    targets = [n.target for n in nodes if isinstance(n, ast.For | ast.AsyncFor)]
    return len(stores) == 1 and stores[0] in targets


def _is_store(node: ast.Name) -> bool:
    return not isinstance(node.ctx, ast.Load)


def _names_it(node: ast.AST, name: str) -> bool:
    """Whether a statement or pattern shares a name, or gives it to what it brings in."""
    if isinstance(node, ast.Global | ast.Nonlocal):
        return name in node.names
    if isinstance(node, ast.alias):
        return (node.asname or node.name.partition(".")[0]) == name
    return isinstance(node, ast.MatchMapping) and node.rest == name


def _loop_that_gives(name: str, function: FunctionNode) -> ast.For | ast.AsyncFor | None:
    """The loop that goes through what a name stands for; None if it is a parameter."""
    loops = (n for n in all_nodes(function) if isinstance(n, ast.For | ast.AsyncFor))
    return next((n for n in loops if _is_name(n.target, name)), None)


@dataclass(frozen=True, slots=True)
class _Place:
    """A statement of a block."""

    block: list[ast.stmt]
    index: int

    @property
    def statement(self) -> ast.stmt:
        """The statement itself."""
        return self.block[self.index]


def _places(node: ast.AST, around: tuple[_Place, ...] = ()) -> Iterator[tuple[_Place, ...]]:
    """The statements of a function or loop itself, each behind those that it stands in."""
    for part in ("body", "orelse", "finalbody", "handlers", "cases"):
        found = getattr(node, part, None)
        block: list[ast.stmt] = found if isinstance(found, list) else []
        for index, child in enumerate(block):
            # handlers and cases are no statements, and only hold blocks
            inside = (*around, _Place(block, index)) if isinstance(child, ast.stmt) else around
            if isinstance(child, ast.stmt):
                yield inside
            if not isinstance(child, _OTHER_SCOPES):
                yield from _places(child, inside)


def _tests(node: ast.stmt) -> list[ast.expr]:
    """The tests of an if and of its elifs."""
    found = []
    while isinstance(node, ast.If):
        found.append(node.test)
        node = node.orelse[0] if len(node.orelse) == 1 else ast.Pass()
    return found


def _evident(
    name: str,
    places: Sequence[_Place],
    tests: Sequence[ast.expr],
    tree: ast.Module,
    chains: Mapping[str, tuple[str, ...]],
) -> str:
    kinds = [kinds_asked(t, name) for t in tests]
    if not all(kinds):
        return ""
    asked = {k for found in kinds for k in found}
    for attribute in _surely_read(name, places):
        owners = _owners(attribute, tree)
        for base in owners:
            derived = (base in chains.get(c, ()) for c in (*owners, *asked))
            if base in chains and all(derived):
                return base
    return ""


def kinds_asked(test: ast.expr, name: str) -> tuple[str, ...]:
    """The classes in ``isinstance(name, C)`` and ``type(name) is C``; none for any other test."""
    if isinstance(test, ast.Call) and isinstance(test.func, ast.Name):
        if test.func.id == "isinstance" and len(test.args) == 2 and not test.keywords:
            return _names_in(test.args[1]) if _is_name(test.args[0], name) else ()
    if isinstance(test, ast.Compare) and isinstance(test.ops[0], ast.Is | ast.Eq | ast.In):
        left = test.left
        is_type = isinstance(left, ast.Call) and ast.unparse(left) == f"type({name})"
        return _names_in(test.comparators[0]) if is_type and len(test.ops) == 1 else ()
    return ()


def _names_in(kinds: ast.expr) -> tuple[str, ...]:
    parts = kinds.elts if isinstance(kinds, ast.Tuple | ast.List | ast.Set) else [kinds]
    names = tuple(p.id for p in parts if isinstance(p, ast.Name))
    return names if len(names) == len(parts) else ()


def _is_name(node: ast.expr, name: str) -> bool:
    return isinstance(node, ast.Name) and node.id == name


def _leaves_for_others(node: ast.stmt) -> bool:
    """Whether what an if does for everything else may leave before anything else is asked."""
    while isinstance(node, ast.If) and len(node.orelse) == 1 and isinstance(node.orelse[0], ast.If):
        node = node.orelse[0]
    rest = node.orelse if isinstance(node, ast.If) else []
    return any(isinstance(n, _LEAVES) for s in rest for n in all_nodes(s))


def _surely_read(name: str, places: Sequence[_Place]) -> Iterator[str]:
    """The attributes of a name that are read before a statement whatever happens, or behind it."""
    for place in places:
        for statement in place.block[: place.index]:
            yield from _read_by(statement, name)
    last = places[-1]
    if _leaves_for_others(last.statement):
        return
    for statement in last.block[last.index + 1 :]:
        yield from _read_by(statement, name)
        if any(isinstance(n, _LEAVES) for n in all_nodes(statement)):
            return


def _read_by(statement: ast.stmt, name: str) -> Iterator[str]:
    """The attributes of a name that a statement reads first of all, or in every case."""
    heads = {
        ast.If: "test",
        ast.While: "test",
        ast.For: "iter",
        ast.Expr: "value",
        ast.Assign: "value",
        ast.AugAssign: "value",
        ast.AnnAssign: "value",
        ast.Return: "value",
        ast.Raise: "exc",
    }
    head = getattr(statement, heads.get(type(statement), ""), None)
    pending: list[ast.AST] = [head] if isinstance(head, ast.expr) else []
    while pending:
        node = pending.pop()
        if isinstance(node, ast.Attribute) and _is_name(node.value, name):
            yield node.attr
        if isinstance(node, ast.BoolOp):
            pending.append(node.values[0])
        elif isinstance(node, ast.IfExp):
            pending.append(node.test)
        elif isinstance(node, ast.Compare):
            pending += [node.left, node.comparators[0]]
        elif not isinstance(node, ast.Lambda | ast.ListComp | ast.SetComp | ast.DictComp):
            if not isinstance(node, ast.GeneratorExp):
                pending += child_nodes(node)


def _given_to_its_own(statement: ast.stmt) -> Iterator[str]:
    """The attributes that a method gives its object, under whatever name it has it."""
    if not isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef):
        return
    given = [*statement.args.posonlyargs, *statement.args.args]
    own = given[0].arg if given else ""
    for node in all_nodes(statement):
        if isinstance(node, ast.Attribute) and isinstance(node.ctx, ast.Store):
            if not isinstance(node.value, ast.Name) or node.value.id == own:
                yield node.attr


def _owners(attribute: str, tree: ast.Module) -> list[str]:
    """The classes of a module whose body, or whose methods, give objects an attribute."""
    found = []
    for owner in (n for n in all_nodes(tree) if isinstance(n, ast.ClassDef)):
        names = {
            t.id
            for s in owner.body
            for t in (s.targets if isinstance(s, ast.Assign) else [getattr(s, "target", None)])
            if isinstance(t, ast.Name)
        }
        names |= {getattr(s, "name", "") for s in owner.body}
        names |= {a for s in owner.body for a in _given_to_its_own(s)}
        if attribute in names:
            found.append(owner.name)
    return found
