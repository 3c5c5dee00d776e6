"""The class that a name is declared to be of, or else evidently is."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence

from ...logic.bindings import parameters
from ...outline import Function, all_nodes
from ...naming.words import words_of
from ..module_view import ModuleView

# Classes that are gone through to get what they are declared to hold, and where that stands.
_OF_ELEMENTS = frozenset(
    "list List set Set frozenset FrozenSet deque Sequence MutableSequence Iterable Iterator "
    "Collection AbstractSet tuple Tuple".split()
)
_OF_VALUES = frozenset("dict Dict Mapping MutableMapping OrderedDict defaultdict".split())


def declared_class(
    view: ModuleView, function: Function, name: str, before: Sequence[ast.stmt]
) -> str:
    """The one class that a name of a function is declared to be of; empty if none is known.

    Args:
        view: the module.
        function: the function.
        name: a parameter, or a name that one loop or one assignment gives its value.
        before: what stands before in the block; where None leaves, ``C | None`` is C.
    """
    hint = _hint_of(view, function, name)
    return _one_class(hint, name, before) if hint is not None else ""


def _hint_of(view: ModuleView, function: Function, name: str) -> ast.expr | None:
    """What is declared of a name."""
    set_by = list(_givers(function.node, name))
    given = {a.arg: a.annotation for a in parameters(function.node)}
    if name in given:
        return given[name] if not set_by else None
    if len(set_by) != 1:
        return None
    target, value = set_by[0]
    if isinstance(target, ast.Name):
        return _of_expression(view, function, value)
    return None


class _Element(ast.expr):
    """Stands for an element, or for a value of a mapping, of what an expression gives."""

    def __init__(self, of: ast.expr, *, of_values: bool = False) -> None:
        super().__init__()
        self.of = of
        self.of_values = of_values


def _givers(node: ast.AST, name: str) -> Iterator[tuple[ast.expr, ast.expr]]:
    """Where a name gets a value: itself, with the expression whose value or element it gets."""
    for inner in all_nodes(node):
        if isinstance(inner, ast.For | ast.AsyncFor | ast.comprehension):
            if _names(inner.target, name):
                yield (
                    inner.target
                    if isinstance(inner.target, ast.Name)
                    else _part(inner.target, name)
                ), _element(inner.target, inner.iter, name)
        elif isinstance(inner, ast.Assign):
            for target in inner.targets:
                if _names(target, name):
                    yield target, inner.value
        elif isinstance(inner, ast.AnnAssign | ast.AugAssign | ast.NamedExpr):
            if _names(inner.target, name):
                yield inner.target, getattr(inner, "value", None) or inner.target
        elif isinstance(inner, ast.withitem) and inner.optional_vars is not None:
            if _names(inner.optional_vars, name):
                yield ast.Tuple([]), inner.context_expr
        elif isinstance(inner, ast.MatchAs | ast.MatchStar | ast.ExceptHandler):
            if inner.name == name:
                yield ast.Tuple([]), ast.Constant(None)


def _names(target: ast.expr, name: str) -> bool:
    return any(isinstance(n, ast.Name) and n.id == name for n in all_nodes(target)) and not (
        isinstance(target, ast.Attribute | ast.Subscript)
    )


def _part(target: ast.expr, name: str) -> ast.expr:
    """The name itself, in a target that is taken apart."""
    return next(n for n in all_nodes(target) if isinstance(n, ast.Name) and n.id == name)


def _element(target: ast.expr, over: ast.expr, name: str) -> ast.expr:
    """An expression for what a name gets in a loop: an element of what is gone through."""
    function = over.func if isinstance(over, ast.Call) else None
    pair = target.elts if isinstance(target, ast.Tuple) and len(target.elts) == 2 else None
    behind = pair is not None and isinstance(pair[1], ast.Name) and pair[1].id == name
    if isinstance(over, ast.Call) and isinstance(function, ast.Attribute) and not over.args:
        if function.attr == "values" and pair is None or function.attr == "items" and behind:
            return _Element(function.value, of_values=True)
    if isinstance(over, ast.Call) and isinstance(function, ast.Name) and over.args:
        straight = function.id in ("reversed", "sorted", "list", "tuple", "iter") and pair is None
        if straight or (function.id == "enumerate" and behind):
            over, pair = over.args[0], None
    return _Element(over) if pair is None else ast.Constant(None)


def _of_expression(view: ModuleView, function: Function, value: ast.expr) -> ast.expr | None:
    """What is declared of a parameter, an attribute of the object, or an element of either."""
    if isinstance(value, _Element):
        return _inside(_of_expression(view, function, value.of), of_values=value.of_values)
    if isinstance(value, ast.Name):
        given = {a.arg: a.annotation for a in parameters(function.node)}
        return given.get(value.id) if not list(_givers(function.node, value.id)) else None
    this = view.instance_of(function)
    if isinstance(value, ast.Attribute) and isinstance(value.value, ast.Name):
        owner = view.owners.get(id(function.node))
        if owner is not None and value.value.id == this:
            return _of_attribute(owner, value.attr)
    return None


def _of_attribute(owner: ast.ClassDef, name: str) -> ast.expr | None:
    """What a class declares of an attribute of its objects: in its body, or in ``__init__``."""
    for statement in owner.body:
        if isinstance(statement, ast.AnnAssign) and isinstance(statement.target, ast.Name):
            if statement.target.id == name:
                return statement.annotation
    makers = (s for s in owner.body if isinstance(s, ast.FunctionDef) and s.name == "__init__")
    for maker in makers:
        given = {a.arg: a.annotation for a in parameters(maker)}
        for inner in all_nodes(maker):
            if isinstance(inner, ast.AnnAssign) and _is_attribute(inner.target, name):
                return inner.annotation
            if isinstance(inner, ast.Assign) and any(_is_attribute(t, name) for t in inner.targets):
                return given.get(inner.value.id) if isinstance(inner.value, ast.Name) else None
    return None


def _is_attribute(target: ast.expr, name: str) -> bool:
    return isinstance(target, ast.Attribute) and target.attr == name


def _inside(hint: ast.expr | None, *, of_values: bool) -> ast.expr | None:
    """What an annotation says of the elements of a container, or of the values of a mapping."""
    hint = parsed(hint)
    if not isinstance(hint, ast.Subscript):
        return None
    head = ast.unparse(hint.value).rpartition(".")[2]
    parts = hint.slice.elts if isinstance(hint.slice, ast.Tuple) else [hint.slice]
    if head in _OF_VALUES:
        return parts[1] if of_values and len(parts) == 2 else None
    if of_values or head not in _OF_ELEMENTS:
        return None
    if head in ("tuple", "Tuple"):
        ends = parts[-1]
        is_open = len(parts) == 2 and isinstance(ends, ast.Constant) and ends.value is ...
        return parts[0] if is_open else None
    return parts[0] if len(parts) == 1 else None


def parsed(hint: ast.expr | None) -> ast.expr | None:
    """An annotation, also one in quotes; None for a text that is none."""
    if isinstance(hint, ast.Constant) and isinstance(hint.value, str):
        try:
            return ast.parse(hint.value, mode="eval").body
        except SyntaxError:
            return None
    return hint


def _one_class(hint: ast.expr, name: str, before: Sequence[ast.stmt]) -> str:
    """The class that an annotation says; of ``C | None`` it is C where None has left before."""
    read = parsed(hint)
    if isinstance(read, ast.BinOp) and isinstance(read.op, ast.BitOr):
        sides = [read.left, read.right]
        named = [s for s in sides if not (isinstance(s, ast.Constant) and s.value is None)]
        left = any(_leaves_if_none(s, name) for s in before)
        read = named[0] if len(named) == 1 and left else None
    elif isinstance(read, ast.Subscript) and ast.unparse(read.value).endswith("Optional"):
        read = parsed(read.slice) if any(_leaves_if_none(s, name) for s in before) else None
    return read.id if isinstance(read, ast.Name) else ""


def _leaves_if_none(node: ast.stmt, subject: str) -> bool:
    """Whether a statement is a guard against None."""
    return (
        isinstance(node, ast.If)
        and ast.unparse(node.test) in (f"{subject} is None", f"not {subject}")
        and isinstance(node.body[-1], ast.Return | ast.Raise | ast.Continue)
    )


def evident_class(
    view: ModuleView, function: Function, name: str, first: ast.stmt, last: ast.stmt
) -> str:
    """The one class of the module whose objects have what a name is asked for; empty if none is.

    Args:
        view: the module.
        function: the function that has the name.
        name: the name.
        first, last: the statements that ask for its class; what the name is asked for by the others
            tells what it is, in the loop that gives it its values if there is one.
    """
    inside = range(first.lineno, (last.end_lineno or last.lineno) + 1)
    loops = [
        n
        for n in all_nodes(function.node)
        if isinstance(n, ast.For | ast.AsyncFor)
        and ast.unparse(n.target) == name
        and n.lineno <= first.lineno <= (n.end_lineno or n.lineno)
    ]
    asked = {
        n.attr
        for n in all_nodes(loops[-1] if loops else function.node)
        if isinstance(n, ast.Attribute)
        and n.lineno not in inside
        and isinstance(n.value, ast.Name)
        and n.value.id == name
    }
    classes = [s for s in view.tree.body if isinstance(s, ast.ClassDef)]
    for owner in classes:
        derived = [c for c in classes if c is not owner and _is_derived(c, owner.name, classes)]
        having = [c for c in classes if asked & gives(c)]
        if owner in having and derived and all(c is owner or c in derived for c in having):
            return owner.name
    return ""


def named_class(view: ModuleView, name: str, owners: Sequence[str]) -> str:
    """The nearest class that some classes of a module are derived from, if a name speaks of it;
    empty if there is none.

    Args:
        view: the module.
        name: the name, which stands for objects of these classes.
        owners: the classes.
    """
    classes = [s for s in view.tree.body if isinstance(s, ast.ClassDef)]
    own = [c for c in classes if c.name in owners]
    common = [b.name for b in classes if all(_is_derived(c, b.name, classes) for c in own)]
    nearest = (b for b in common if not any(_is_heir(c, b, classes) for c in common))
    base = next(nearest, "") if len(own) == len(set(owners)) > 1 else ""
    return base if base and words_of(base)[-1] == words_of(name)[-1] else ""


def _is_heir(name: str, base: str, classes: Sequence[ast.ClassDef]) -> bool:
    return any(_is_derived(c, base, classes) for c in classes if c.name == name)


def _is_derived(node: ast.ClassDef, base: str, classes: Sequence[ast.ClassDef]) -> bool:
    """Whether a class is derived from another one of the module."""
    bases = {ast.unparse(b) for b in node.bases}
    return base in bases or any(
        _is_derived(c, base, classes) for c in classes if c.name in bases and c is not node
    )


def gives(owner: ast.ClassDef) -> set[str]:
    """The attributes that a class gives its objects, in its body or in its methods."""
    found = {getattr(s, "name", "") for s in owner.body}
    for statement in owner.body:
        targets = statement.targets if isinstance(statement, ast.Assign) else []
        target = statement.target if isinstance(statement, ast.AnnAssign) else None
        found |= {t.id for t in (*targets, target) if isinstance(t, ast.Name)}
        stored = (n for n in all_nodes(statement) if isinstance(n, ast.Attribute))
        found |= {n.attr for n in stored if isinstance(n.ctx, ast.Store)}
    return found
