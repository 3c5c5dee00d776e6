"""What loops go through, and what they count, as far as the code says it."""

from __future__ import annotations

import ast
import builtins
from collections.abc import Iterator, Sequence

from ...outline import all_nodes, nodes_of
from ..world.around import Names
from ..world.declared import builtin_bases
from ..world.names import names_from
from ..world.scope import FunctionNode

_LISTS = frozenset({"list", "List", "tuple", "Tuple", "str"})
_ORDERED = _LISTS | {"Sequence", "deque"}
_OTHERS = frozenset({"dict", "Dict", "set", "Set", "frozenset", "Sequence", "Mapping", "deque"})
_MADE = frozenset({"sorted", "list", "tuple", "range"})
_SIGNS: dict[type[ast.operator], int] = {ast.Add: 1, ast.Sub: -1}
# Where the classes stand that annotations name with their modules.
_MODULES = frozenset({"typing", "t", "builtins", "collections", "collections.abc", "abc"})
_LIBRARY = ("typing", "collections", "collections.abc")
_FROM_LIBRARY = frozenset(n for n in (_LISTS | _ORDERED | _OTHERS) if not hasattr(builtins, n))
_SCALARS = frozenset({"int", "str", "float", "bool", "bytes"})
_WRAPPERS = frozenset({"enumerate", "reversed", "zip"})
_VIEWS = frozenset({"items", "keys", "values"})
# What a class says itself of going through its objects.
_OWN = frozenset({"__iter__", "__next__", "__getitem__", "__len__", "__class_getitem__"})


def is_awkward(function: FunctionNode) -> bool:
    """Whether names of a function may be read or set from elsewhere."""
    kinds = (ast.FunctionDef, ast.AsyncFunctionDef, ast.Lambda, ast.ClassDef, ast.Global)
    awkward = (*kinds, ast.Nonlocal, ast.NamedExpr, ast.Delete, ast.AsyncFor)
    inside = [n for n in all_nodes(function) if n is not function]
    sees_all = {"locals", "vars", "eval", "exec", "dir"}
    inside = [n for n in inside if not _is_by_itself(n)]
    return any(isinstance(n, awkward) or getattr(n, "id", "") in sees_all for n in inside)


def _is_by_itself(node: ast.AST) -> bool:
    """Whether a lambda only speaks of what it is given."""
    if not isinstance(node, ast.Lambda) or node.args.defaults or node.args.kw_defaults:
        return False
    given = {a.arg for a in all_nodes(node.args) if isinstance(a, ast.arg)}
    inside = list(all_nodes(node.body))
    asked = {n.id for n in inside if isinstance(n, ast.Name)}
    return asked <= given and not any(isinstance(n, ast.Lambda) for n in inside)


def is_named(node: ast.AST, name: str) -> bool:
    """Whether an expression is a name."""
    return isinstance(node, ast.Name) and node.id == name


def reads(name: str, node: ast.AST) -> int:
    """How often a name is read in some code."""
    return sum(
        isinstance(n, ast.Name) and n.id == name and isinstance(n.ctx, ast.Load)
        for n in all_nodes(node)
    )


# What takes everything out of a generator before it does anything else.
_USING_UP = frozenset({"any", "all", "sum", "min", "max", "sorted", "list", "tuple", "set", "dict"})


def is_read_later(name: str, node: ast.AST, function: FunctionNode, names: Names) -> bool:
    """Whether a generator that is made in some code, and need not be used up there, reads a name:
    it does so when it is asked, whatever the name is by then.
    """
    used_up = {
        id(n.args[0])
        for n in all_nodes(node)
        if isinstance(n, ast.Call)
        and isinstance(n.func, ast.Name)
        and n.func.id in _USING_UP
        and is_builtin(n.func.id, function, names)
        and len(n.args) == 1
    }
    generators = (n for n in all_nodes(node) if isinstance(n, ast.GeneratorExp))
    return any(id(g) not in used_up and reads(name, g) for g in generators)


def stores(name: str, node: ast.AST) -> int:
    """How often a name is set or deleted in some code, in whatever way."""
    found = 0
    for each in all_nodes(node):
        if isinstance(each, ast.Name) and each.id == name:
            found += not isinstance(each.ctx, ast.Load)
        elif isinstance(each, ast.ExceptHandler | ast.MatchAs | ast.MatchStar):
            found += each.name == name
        elif isinstance(each, ast.MatchMapping):
            found += each.rest == name
        elif isinstance(each, ast.alias):
            found += (each.asname or each.name) == name
    return found


def given_at_first(name: str, before: Sequence[ast.stmt]) -> ast.expr | None:
    """The value that a name was given last in some statements, if that is plain to see."""
    for statement in reversed(before):
        if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
            target = statement.targets[0]
            if isinstance(target, ast.Name) and target.id == name:
                return statement.value
        if stores(name, statement):
            return None
    return None


def step_of(statement: ast.AST) -> tuple[str, int]:
    """The name that a statement counts, and by how much: ``i += 1``, ``i = i + 1``; else no
    name.
    """
    target: ast.expr | None = None
    step: ast.expr | None = None
    sign = 1
    if isinstance(statement, ast.AugAssign):
        target, step, sign = statement.target, statement.value, _SIGNS.get(type(statement.op), 0)
    elif isinstance(statement, ast.Assign) and len(statement.targets) == 1:
        value = statement.value
        if isinstance(value, ast.BinOp) and isinstance(value.left, ast.Name):
            target, step, sign = statement.targets[0], value.right, _SIGNS.get(type(value.op), 0)
            if getattr(target, "id", "") != value.left.id:
                return "", 0
    is_whole = isinstance(step, ast.Constant) and type(step.value) is int
    if not isinstance(target, ast.Name) or not is_whole or not sign:
        return "", 0
    return target.id, sign * step.value  # type: ignore[union-attr]


def is_counter(name: str, function: FunctionNode) -> bool:
    """Whether a name of a function is only ever a whole number: a constant, and counted from
    there.
    """
    if _is_given(name, function):
        return False
    begun = counted = 0
    for node in all_nodes(function):
        if step_of(node)[0] == name:
            counted += 1
        elif isinstance(node, ast.Assign) and isinstance(node.value, ast.Constant):
            is_whole = type(node.value.value) is int
            begun += sum(is_whole and getattr(t, "id", "") == name for t in node.targets)
    return begun > 0 and begun + counted == stores(name, function)


def blocks_of(statement: ast.stmt) -> list[list[ast.stmt]]:
    """The blocks in a statement."""
    found = [getattr(statement, n, []) for n in ("body", "orelse", "finalbody")]
    return [*found, *(h.body for h in getattr(statement, "handlers", []))]


def is_list(node: ast.expr, function: FunctionNode, names: Names) -> bool:
    """Whether what is gone through is a list or the like for certain: made here, or declared so."""
    if isinstance(node, ast.List | ast.Tuple | ast.ListComp | ast.Constant):
        return True
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
        if not is_builtin(node.func.id, function, names):
            return False
        if node.func.id in _WRAPPERS:
            plain = not node.keywords and bool(node.args)
            return plain and all(is_list(a, function, names) for a in node.args)
        return node.func.id in _MADE
    if _is_slice(node):
        return is_list(node.value, function, names)  # type: ignore[attr-defined]
    if not isinstance(node, ast.Name) or stores(node.id, function) or _own_lists(names):
        return False
    hint = _hint(node.id, function)
    head = "" if hint is None else _head(hint, names)
    return head in _LISTS


def may_be_gone_through(node: ast.expr, function: FunctionNode, names: Names) -> bool:
    """Whether what is gone through may be a built-in collection, and no class of the module's own
    that says itself what that means.
    """
    if _own_lists(names):
        return False
    if isinstance(node, ast.Call):
        inner = node.func.value if isinstance(node.func, ast.Attribute) else None
        if inner is not None and node.func.attr in _VIEWS and not node.args:  # type: ignore[attr-defined]
            return may_be_gone_through(inner, function, names)
        name = node.func.id if isinstance(node.func, ast.Name) else ""
        if name not in _WRAPPERS or node.keywords or not node.args:
            return is_list(node, function, names)
        known = is_builtin(name, function, names)
        return known and all(may_be_gone_through(a, function, names) for a in node.args)
    if _is_slice(node):
        return may_be_gone_through(node.value, function, names)  # type: ignore[attr-defined]
    if isinstance(node, ast.Name):
        hint = _hint(node.id, function)
        return hint is None or _head(hint, names) in _LISTS | _OTHERS
    if isinstance(node, ast.Attribute) and isinstance(node.value, ast.Name):
        return names.is_steady(node.attr) and all(
            _head(h, names) in _LISTS | _OTHERS for h in _declared(node.attr, names)
        )
    return is_list(node, function, names)


def _is_slice(node: ast.expr) -> bool:
    """Whether an expression takes a part out of a list, between places that are numbers."""
    if not isinstance(node, ast.Subscript) or not isinstance(node.slice, ast.Slice):
        return False
    bounds = (node.slice.lower, node.slice.upper, node.slice.step)
    return all(b is None or isinstance(b, ast.Constant) for b in bounds)


def is_bound_of_counter(test: ast.expr, function: FunctionNode, names: Names) -> bool:
    """Whether a condition only compares what is counted with a whole number: a constant, a
    parameter that is declared so, the length of a list.
    """
    place, through = limit_of(test)
    if through is not None and is_builtin("len", function, names):
        return is_counter(place, function) and is_list(through, function, names)
    if not isinstance(test, ast.Compare) or len(test.ops) != 1:
        return False
    right = test.comparators[0]
    own_numbers = any("int" in builtin_bases(t) for t in names.declared.trees)
    if own_numbers or not is_counter(getattr(test.left, "id", ""), function):
        return False
    if isinstance(right, ast.Name):
        is_whole = heads_of(right.id, function, names) == ["int"] and names.is_builtin("int")
        return is_whole and not stores(right.id, function)
    is_whole = isinstance(right, ast.Constant) and type(right.value) is int
    return is_whole and not isinstance(test.ops[0], ast.In | ast.NotIn)


def holds_plain(node: ast.expr, function: FunctionNode, names: Names) -> bool:
    """Whether what is gone through is declared to hold numbers or texts, which do nothing when they
    are asked.
    """
    hint = _hint(node.id, function) if isinstance(node, ast.Name) else None
    held = getattr(hint.slice, "id", "") if isinstance(hint, ast.Subscript) else ""
    return _is_plain(held, names)


def is_plain(name: str, function: FunctionNode, names: Names) -> bool:
    """Whether a name is declared to be a number or text, which does nothing when it is asked."""
    heads = heads_of(name, function, names)
    return bool(heads) and all(_is_plain(h, names) for h in heads) and not stores(name, function)


def _is_plain(head: str, names: Names) -> bool:
    own = any(head in builtin_bases(t) for t in names.declared.trees)
    return head in _SCALARS and names.is_builtin(head) and not own


def may_be_a_list(node: ast.expr, function: FunctionNode, names: Names) -> bool:
    """Whether nothing says that a name or attribute is something else than a list or the like."""
    hints: list[ast.expr | None] = []
    if isinstance(node, ast.Name):
        hints = [_hint(node.id, function)]
        if _is_left_to_none(node.id, function):
            return False
    elif isinstance(node, ast.Attribute):
        hints = [*_declared(node.attr, names)]
    else:
        return False
    return not _own_lists(names) and all(h is None or _head(h, names) in _ORDERED for h in hints)


def limit_of(test: ast.expr) -> tuple[str, ast.expr | None]:
    """The name that counts up to the length of something, and that: ``i < len(boats)``."""
    if isinstance(test, ast.Compare) and len(test.ops) == 1 and isinstance(test.ops[0], ast.Lt):
        left, right = test.left, test.comparators[0]
        if isinstance(left, ast.Name) and is_called(right, "len"):
            arguments = right.args  # type: ignore[attr-defined]
            return left.id, arguments[0] if len(arguments) == 1 else None
    return "", None


def is_called(node: ast.expr, name: str) -> bool:
    """Whether an expression calls what has that name, with arguments by position."""
    is_call = isinstance(node, ast.Call) and isinstance(node.func, ast.Name)
    return is_call and node.func.id == name and not node.keywords  # type: ignore[attr-defined]


def heads_of(name: str, function: FunctionNode, names: Names) -> list[str]:
    """The class that a parameter is declared to be of, if it is declared."""
    hint = _hint(name, function)
    return [] if hint is None else [_head(hint, names)]


def heads_declared(attribute: str, names: Names) -> list[str]:
    """The classes that fields of that name are declared to be of."""
    return [_head(h, names) for h in _declared(attribute, names)]


def is_declared(node: ast.expr, function: FunctionNode, names: Names) -> bool:
    """Whether anything is declared of a name or attribute; of all else that is taken for
    granted.
    """
    if isinstance(node, ast.Name):
        return bool(heads_of(node.id, function, names))
    return not isinstance(node, ast.Attribute) or bool(heads_declared(node.attr, names))


def is_declared_list(node: ast.expr, names: Names) -> bool:
    """Whether an attribute is declared a list or the like, wherever it is declared."""
    if not isinstance(node, ast.Attribute):
        return False
    heads = heads_declared(node.attr, names)
    return bool(heads) and all(h in _LISTS for h in heads)


def is_builtin(name: str, function: FunctionNode, names: Names) -> bool:
    """Whether a name in a function means the built-in of that name."""
    return names.is_builtin(name) and not stores(name, function) and not _is_given(name, function)


def _is_given(name: str, function: FunctionNode) -> bool:
    return any(isinstance(n, ast.arg) and n.arg == name for n in all_nodes(function.args))


def _hint(name: str, function: FunctionNode) -> ast.expr | None:
    """What a parameter is declared to be; of one that is left to be None, nothing that helps."""
    arguments = function.args
    every = [*arguments.posonlyargs, *arguments.args, *arguments.kwonlyargs]
    found = next((a.annotation for a in every if a.arg == name), None)
    return ast.Constant(None) if found is not None and _is_left_to_none(name, function) else found


def _is_left_to_none(name: str, function: FunctionNode) -> bool:
    """Whether a parameter is None where it is left out."""
    arguments = function.args
    positional = [*arguments.posonlyargs, *arguments.args]
    behind = positional[len(positional) - len(arguments.defaults) :]
    pairs = [
        *zip(behind, arguments.defaults, strict=True),
        *zip(arguments.kwonlyargs, arguments.kw_defaults, strict=True),
    ]
    return any(a.arg == name and isinstance(d, ast.Constant) and d.value is None for a, d in pairs)


def stays_the_same(name: str, function: FunctionNode, names: Names) -> bool | None:
    """Whether nothing but a function itself can give a name another value while it runs: it is its
    own; None where the module gives it its value once, and that is to be assumed.
    """
    if _is_given(name, function) or stores(name, function):
        return True
    return None if name in names.fixed and name not in names.enclosing else False


def _declared(attribute: str, names: Names) -> Iterator[ast.expr]:
    """The annotations of all fields of that name."""
    for node in (n for t in names.declared.trees for n in nodes_of(t)):
        if isinstance(node, ast.AnnAssign):
            target = node.target
            if getattr(target, "attr", getattr(target, "id", "")) == attribute:
                yield node.annotation


def _head(hint: ast.expr, names: Names) -> str:
    """The class that an annotation names, without what is in it; empty where that is not clear, or
    where the module means something else by the name.
    """
    if isinstance(hint, ast.Constant) and isinstance(hint.value, str):
        try:
            return _head(ast.parse(hint.value, mode="eval").body, names)
        except SyntaxError:
            return ""
    if isinstance(hint, ast.Subscript):
        hint = hint.value
    if isinstance(hint, ast.Attribute):
        return hint.attr if ast.unparse(hint.value) in _MODULES else ""
    name = getattr(hint, "id", "")
    if name in _FROM_LIBRARY:
        places = ((t, m) for t in names.declared.trees for m in _LIBRARY)
        return name if any(name in names_from(t, m, name) for t, m in places) else ""
    return name if not hasattr(builtins, name) or names.is_builtin(name) else ""


def _own_lists(names: Names) -> bool:
    """Whether a class of the module is a collection of its own kind."""
    for tree in names.declared.trees:
        if builtin_bases(tree) & {"list", "tuple", "dict", "set", "str"}:
            return True
        if any(getattr(n, "name", "") in _OWN for n in nodes_of(tree)):
            return True
    return False
