"""Which questions may be asked once more without doing anything, as far as can be seen."""

from __future__ import annotations

import ast
from collections.abc import Iterable, Iterator
from functools import lru_cache

from ...outline import all_nodes, child_nodes, nodes_of
from ..world.around import Names
from ..world.doubts import doubted_in, spoken_of
from ..world.names import CACHED
from ..world.scope import FunctionNode, scope_of

_FUNCTIONS = frozenset({"len", "isinstance", "enumerate", "zip"})
_METHODS = frozenset(
    {"lower", "upper", "strip", "casefold", "startswith", "endswith", "isdigit", "isalpha"}
    | {"items", "keys", "values", "isspace", "isupper", "islower"}
)
# Special methods that take no part in questions; all others of the module might notice them.
_SILENT = frozenset(
    {"__init__", "__post_init__", "__repr__", "__enter__", "__exit__", "__aenter__", "__aexit__"}
    | {"__call__", "__del__", "__copy__", "__deepcopy__", "__reduce__", "__getstate__"}
    | {"__setstate__", "__main__"}
)
_PLAIN = (
    ast.Name, ast.Constant, ast.Compare, ast.BoolOp, ast.UnaryOp, ast.Tuple, ast.List,
    ast.expr_context, ast.boolop, ast.unaryop, ast.cmpop, ast.Add, ast.Sub, ast.Mult,
)  # fmt: skip
# Comparisons that no value can make raise, unless a class says so.
_CALM = (ast.Eq, ast.NotEq, ast.Is, ast.IsNot)
# What is declared one of these is used up by going through it, which others may notice.
_USED_UP = ("Iterator", "Generator", "IO", "Reader", "reader", "map", "filter", "zip")
_COLLECTIONS = frozenset({"list", "tuple", "set", "frozenset", "dict", "sorted", "range"})
_DISPLAYS = (
    ast.List, ast.Tuple, ast.Set, ast.Dict, ast.ListComp, ast.SetComp, ast.DictComp, ast.Constant
)  # fmt: skip


def asks_quietly(
    parts: Iterable[ast.expr], names: Names, worked_out: Iterable[ast.expr] = ()
) -> bool:
    """Whether some expressions only read, compare and call what is known to do nothing.

    What the module itself defines may act: its properties, methods called like those of texts and
    mappings, and classes that take comparison, truth, arithmetic or attribute access into their
    own hands. What may be made or raise by plain values is out: looking up by ``[]``, division,
    and order, arithmetic and methods where something is declared to be missing at times.

    Args:
        parts: the expressions in the order in which they are asked; the later ones only where the
            conditions among those before them hold.
        names: what is known around.
        worked_out: further ones, behind all of them, whose truth nobody asks for.
    """
    conditions, worked_out = list(parts), list(worked_out)
    parts = [*conditions, *worked_out]
    nodes = [node for part in parts for node in all_nodes(part)]
    if not acts_quietly(conditions, names, worked_out) or any(
        isinstance(n, ast.Subscript) for n in nodes
    ):
        return False
    return not any(map(_may_raise, nodes)) or not _asks_what_is_missing(parts, names)


def acts_quietly(
    parts: Iterable[ast.expr], names: Names, worked_out: Iterable[ast.expr] = ()
) -> bool:
    """Whether some expressions, unless they raise, only read, compare and call what is known to do
    nothing; the arguments are those of :func:`asks_quietly`.
    """
    conditions, worked_out = list(parts), list(worked_out)
    nodes = [node for part in (*conditions, *worked_out) for node in all_nodes(part)]
    if names.star or not all(_is_quiet(node, names) for node in nodes):
        return False
    defined = frozenset[str]().union(*map(_defined_in, names.declared.trees))
    called = {n.func.attr for n in nodes if _is_method_call(n)}  # type: ignore[attr-defined]
    special = {n for n in defined if n.startswith("__") and n.endswith("__")} - _SILENT
    if not any(map(_asks_truth, conditions)) and not any(map(_asks_inside, worked_out)):
        special -= {"__len__"}
    return not (special or called & defined)


def _asks_truth(node: ast.expr) -> bool:
    """Whether a condition asks an object for its truth, and with it perhaps for its length."""
    if isinstance(node, ast.Compare | ast.Constant):
        return _asks_inside(node)
    if isinstance(node, ast.BoolOp):
        return any(map(_asks_truth, node.values))
    return not isinstance(node, ast.UnaryOp) or _asks_truth(node.operand)


def _asks_inside(node: ast.expr) -> bool:
    """Whether anything inside of an expression asks an object for its truth or length."""
    asking = (ast.BoolOp, ast.UnaryOp, ast.IfExp, ast.Call, ast.comprehension)
    return any(isinstance(n, asking) for n in all_nodes(node))


def knows_of_none(names: Names) -> bool:
    """Whether anything around is declared to be None at times: then what is declared nowhere may be
    it too.
    """
    return any(_may_be_missing(h) for t in names.declared.trees for h in _hints_in(t))


def goes_through_plain(function: FunctionNode, names: Names) -> bool:
    """Whether all that a function goes through may be a plain collection.

    Nothing around may be declared an iterator; names and attributes that the module itself gives a
    value are given collections, or what somebody handed in; and loops set plain names.
    """
    trees = names.declared.trees
    hints = [*_hints(function), *(h for t in trees for h in _hints_in(t))]
    if any(map(_is_used_up, hints)):
        return False
    loops = [n for n in all_nodes(function) if isinstance(n, ast.For | ast.comprehension)]
    if any(
        isinstance(m, ast.Attribute | ast.Subscript) for n in loops for m in all_nodes(n.target)
    ):
        return False
    used = [m for n in loops for m in all_nodes(n.iter)]
    by_name = {m.id for m in used if isinstance(m, ast.Name)}
    wanted = by_name | {m.attr for m in used if isinstance(m, ast.Attribute)}
    # What is handed in may have the same name where it comes from.
    local = scope_of(function).own - {a.arg for a in _parameters(function)}
    given = [p for tree in trees for p in _given_in(tree) if p[0] in wanted - local]
    given += [p for p in _given(function) if p[0] in wanted]
    parameters = [a for n in all_nodes(function) for a in _parameters(n)]
    parameters += [a for t in trees for a in _parameters_in(t)]
    loose = {a.arg for a in parameters if a.annotation is not None and _is_loose(a.annotation)}
    if by_name & loose:  # an attribute of that name is what it is given, below
        return False
    handed_in = {a.arg for a in parameters} - loose
    return all(_is_collection(value, handed_in) for _, value in given)


def _is_quiet(node: ast.AST, names: Names) -> bool:
    if isinstance(node, ast.Call):
        if node.keywords or any(isinstance(a, ast.Starred) for a in node.args):
            return False
        if isinstance(node.func, ast.Name):
            return node.func.id in _FUNCTIONS and names.is_builtin(node.func.id)
        return _is_method_call(node) and node.func.attr in _METHODS  # type: ignore[attr-defined]
    if isinstance(node, ast.Attribute):
        return names.is_steady(node.attr) or _is_quiet_property(node.attr, names)
    if isinstance(node, ast.BinOp):
        return isinstance(node.op, ast.Add | ast.Sub | ast.Mult)
    return isinstance(node, (*_PLAIN, ast.Subscript))


def _is_quiet_property(name: str, names: Names) -> bool:
    """Whether an attribute is nothing but a property that hands back what its object says."""
    if "*" in names.acting:
        return False
    made = [f for t in names.declared.trees for f in _defined_as(name, t)]
    return bool(made) and all(_answers_quietly(f, names) for f in made)


@lru_cache(CACHED)
def _defined_as(name: str, tree: ast.Module) -> tuple[ast.AST, ...]:
    """What a module defines, or sets, under a name."""
    return tuple(
        n
        for n in nodes_of(tree)
        if getattr(n, "name", None) == name
        or (isinstance(n, ast.Attribute) and n.attr == name and not isinstance(n.ctx, ast.Load))
        or (isinstance(n, ast.Name) and n.id == name and not isinstance(n.ctx, ast.Load))
    )


def _answers_quietly(made: ast.AST, names: Names) -> bool:
    if not isinstance(made, ast.FunctionDef) or len(made.body) > 2:
        return False
    only = made.body[-1]
    is_property = [ast.unparse(d) for d in made.decorator_list] == ["property"]
    first = made.body[0] if len(made.body) == 2 else None
    says_why = isinstance(first, ast.Expr) and isinstance(first.value, ast.Constant)
    if not is_property or not names.is_builtin("property") or (first and not says_why):
        return False
    answer = only.value if isinstance(only, ast.Return) else None
    return answer is not None and all(
        names.is_steady(n.attr) if isinstance(n, ast.Attribute) else _is_quiet(n, names)
        for n in all_nodes(answer)
    )


def _is_method_call(node: ast.AST) -> bool:
    return isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute)


def _may_raise(node: ast.AST) -> bool:
    """Whether a plain value that is missing or of another type could make a question raise."""
    if isinstance(node, ast.Compare):
        return not all(isinstance(o, _CALM) for o in node.ops)
    return isinstance(node, ast.BinOp) or _is_method_call(node)


def _asks_what_is_missing(parts: Iterable[ast.expr], names: Names) -> bool:
    """Whether one of some questions, asked one after the other, may be asked of what is declared
    to be missing at times.

    What was asked for not being None before is there; of what is declared nowhere nothing is known
    where anything is declared to be missing.
    """
    declared: dict[str, bool] = {}
    for tree in names.declared.trees:
        for name, hint in _declared_in(tree):
            declared[name] = declared.get(name, False) or _may_be_missing(hint)
    if not any(declared.values()):
        return False
    told = dict(declared)
    for target, over in (g for t in names.declared.trees for g in _gone_through_in(t)):
        if target not in told:  # a name that is declared somewhere is what it is declared
            declared[target] = declared.get(target, False) or told.get(over, True)
    there = frozenset[str]()
    for part in parts:
        for node, known in _with_what_is_there(part, there):
            if not _may_raise(node):
                continue
            for asked in _asked(node):
                made = isinstance(asked, ast.Constant | ast.Call | ast.BinOp | ast.Compare)
                if made or ast.unparse(asked) in known:
                    continue  # what is made is not None, and what it is made of is asked for itself
                if declared.get(_spoken(asked), True):
                    return True
        there |= _is_there(part, holds=True)
    return False


def asks_what_may_be_missing(parts: Iterable[ast.expr], names: Names) -> bool:
    """Whether one of some questions, asked one after the other, may be asked of what is missing at
    times: so it is declared, or something around asks whether it is None, or whether a key is
    there.
    """
    parts = list(parts)
    if _asks_what_is_missing(parts, names):
        return True
    doubted = frozenset[str]().union(*map(doubted_in, names.declared.trees))
    there = frozenset[str]()
    for part in parts:
        for node, known in _with_what_is_there(part, there):
            asked: list[ast.expr] = [node] if isinstance(node, ast.Subscript) else []
            asked += _asked(node) if _may_raise(node) else []
            if any(spoken_of(a) in doubted and ast.unparse(a) not in known for a in asked):
                return True
        there |= _is_there(part, holds=True)
    return False


def _with_what_is_there(
    node: ast.AST, there: frozenset[str]
) -> Iterator[tuple[ast.AST, frozenset[str]]]:
    """The nodes of an expression, each with what is not None where it is evaluated.

    Args:
        node: the expression.
        there: what is not None before.
    """
    yield node, there
    if isinstance(node, ast.BoolOp):
        for value in node.values:
            yield from _with_what_is_there(value, there)
            there |= _is_there(value, holds=isinstance(node.op, ast.And))
        return
    if isinstance(node, ast.IfExp):
        yield from _with_what_is_there(node.test, there)
        yield from _with_what_is_there(node.body, there | _is_there(node.test, holds=True))
        yield from _with_what_is_there(node.orelse, there | _is_there(node.test, holds=False))
        return
    generators: list[ast.comprehension] = getattr(node, "generators", [])
    for generator in generators:
        yield from _with_what_is_there(generator.iter, there)
        for test in generator.ifs:
            yield from _with_what_is_there(test, there)
            there |= _is_there(test, holds=True)
    for child in child_nodes(node):
        if child not in generators:
            yield from _with_what_is_there(child, there)


def _is_there(test: ast.expr, *, holds: bool) -> frozenset[str]:
    """What is not None, or looked up by a key that is there, where a condition holds, or does
    not.
    """
    if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        return _is_there(test.operand, holds=not holds)
    if isinstance(test, ast.BoolOp) and isinstance(test.op, ast.And) is holds:
        return frozenset().union(*(_is_there(v, holds=holds) for v in test.values))
    if not isinstance(test, ast.Compare) or len(test.ops) != 1:
        return frozenset()
    if isinstance(test.ops[0], ast.In if holds else ast.NotIn):
        looked_up = ast.Subscript(test.comparators[0], test.left, ast.Load())
        return frozenset({ast.unparse(looked_up)})
    (other,), sign = test.comparators, ast.IsNot if holds else ast.Is
    is_none = isinstance(other, ast.Constant) and other.value is None
    is_said = is_none and isinstance(test.ops[0], sign)
    return frozenset({ast.unparse(test.left)}) if is_said else frozenset()


@lru_cache(CACHED)
def _defined_in(tree: ast.Module) -> frozenset[str]:
    """The names of all functions and methods."""
    functions = (ast.FunctionDef, ast.AsyncFunctionDef)
    return frozenset(n.name for n in nodes_of(tree) if isinstance(n, functions))


@lru_cache(CACHED)
def _gone_through_in(tree: ast.Module) -> tuple[tuple[str, str], ...]:
    """The names that loops give values, each with the name or attribute that they go through."""
    found = []
    for node in nodes_of(tree):
        if isinstance(node, ast.For | ast.AsyncFor | ast.comprehension):
            for target in all_nodes(node.target):
                if isinstance(target, ast.Name):
                    plain = target is node.target
                    found.append((target.id, _spoken(node.iter) if plain else ""))
    return tuple(found)


def _asked(node: ast.AST) -> list[ast.expr]:
    """The operands of a question."""
    if isinstance(node, ast.Compare):
        return [node.left, *node.comparators]
    if isinstance(node, ast.BinOp):
        return [node.left, node.right]
    return [node.func.value] if _is_method_call(node) else []  # type: ignore[attr-defined]


def declared_missing(node: ast.expr, names: Names) -> bool:
    """Whether a name, or an attribute, is declared somewhere to be missing at times."""
    spoken = _spoken(node)
    every = (d for tree in names.declared.trees for d in _declared_in(tree))
    return any(name == spoken and _may_be_missing(hint) for name, hint in every)


@lru_cache(CACHED)
def _declared_in(tree: ast.Module) -> tuple[tuple[str, ast.expr], ...]:
    """The names and attributes (with a dot) that are annotated in some code, each with its
    annotation.
    """
    nodes = nodes_of(tree)
    fields = {id(s) for n in nodes if isinstance(n, ast.ClassDef) for s in n.body}
    found = []
    for node in nodes:
        if isinstance(node, ast.AnnAssign):
            dot = "." if id(node) in fields else ""
            found.append((dot + _spoken(node.target), node.annotation))
        for argument in _parameters(node):
            if argument.annotation is not None:
                found.append((argument.arg, argument.annotation))
    return tuple(found)


def _spoken(node: ast.expr) -> str:
    """A name, or an attribute with a dot; empty for anything else."""
    if isinstance(node, ast.Attribute):
        return f".{node.attr}"
    return node.id if isinstance(node, ast.Name) else ""


@lru_cache(CACHED)
def _hints_in(tree: ast.Module) -> tuple[ast.expr, ...]:
    return tuple(_hints(tree))


def _hints(code: ast.AST) -> Iterator[ast.expr]:
    """All annotations in some code."""
    for node in all_nodes(code):
        if isinstance(node, ast.AnnAssign):
            yield node.annotation
        for argument in _parameters(node):
            if argument.annotation is not None:
                yield argument.annotation


@lru_cache(CACHED)
def _parameters_in(tree: ast.Module) -> tuple[ast.arg, ...]:
    return tuple(a for n in nodes_of(tree) for a in _parameters(n))


@lru_cache(CACHED)
def _given_in(tree: ast.Module) -> tuple[tuple[str, ast.expr | None], ...]:
    return tuple(_given(tree))


def _parameters(node: ast.AST) -> list[ast.arg]:
    if not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.Lambda):
        return []
    arguments = node.args
    every = [*arguments.posonlyargs, *arguments.args, *arguments.kwonlyargs]
    return [*every, *(a for a in (arguments.vararg, arguments.kwarg) if a is not None)]


def _words(hint: ast.expr) -> Iterator[str]:
    for node in all_nodes(hint):
        if isinstance(node, ast.Name):
            yield node.id
        elif isinstance(node, ast.Attribute):
            yield node.attr
        elif isinstance(node, ast.Constant):
            yield str(node.value)


def _may_be_missing(hint: ast.expr) -> bool:
    union = any(isinstance(n, ast.BinOp) for n in all_nodes(hint))
    return union or any(w in ("None", "Optional", "Union") or "|" in w for w in _words(hint))


def _is_used_up(hint: ast.expr) -> bool:
    return any(used in word for word in _words(hint) for used in _USED_UP)


def _is_loose(hint: ast.expr) -> bool:
    """Whether an annotation takes whatever can be gone through, an iterator among others."""
    return any("Iterable" in word for word in _words(hint))


def _given(tree: ast.AST) -> Iterator[tuple[str, ast.expr | None]]:
    """Names and attributes that some code gives a value, each with the value."""
    for node in all_nodes(tree):
        targets: list[ast.expr] = []
        if isinstance(node, ast.Assign):
            targets = node.targets
        elif isinstance(node, ast.AnnAssign | ast.AugAssign | ast.NamedExpr):
            targets = [node.target]
        elif isinstance(node, ast.withitem) and node.optional_vars is not None:
            targets = [node.optional_vars]
        value = getattr(node, "value", None)
        for target in targets:
            for part in all_nodes(target):
                plain = value if part is target else None
                if isinstance(part, ast.Name) and isinstance(part.ctx, ast.Store):
                    if not (isinstance(node, ast.AnnAssign) and value is None):
                        yield part.id, plain
                elif isinstance(part, ast.Attribute) and isinstance(part.ctx, ast.Store):
                    if not (isinstance(node, ast.AnnAssign) and value is None):
                        yield part.attr, plain


def _is_collection(value: ast.AST | None, handed_in: set[str]) -> bool:
    if isinstance(value, ast.Call):
        name = value.func.id if isinstance(value.func, ast.Name) else ""
        # A field of a dataclass says what it is by its annotation.
        return name in _COLLECTIONS or name == "field"
    if isinstance(value, ast.Name):
        return value.id in handed_in
    return isinstance(value, _DISPLAYS)
