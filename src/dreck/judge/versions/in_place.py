"""New coroutine functions that are only ever awaited where they are called, and new generator
functions that are only ever delegated to, or gone through by loops.

``await f(x)`` runs the body of ``f`` at once, in the task that awaits: nothing comes between the
call and its first statement, and what the body awaits is awaited by that task (PEP 492, "Await
Expression"). ``yield from f(x)`` hands on all that the body yields, and hands back all that is
sent, thrown and returned (PEP 380, "Formal Semantics"). So both are read without the words: a plain
call of a plain function, whose body awaits and yields where it is called.

``for x in f(y)`` runs the body of ``f`` up to a ``yield``, then a round with what that yields, then
goes on behind it (PEP 255, "Specification: Yield"): nothing else comes between, and nobody sends
anything. So the round is read in place of the ``yield``, wherever that stands under no ``try`` and
no ``with``, which would see that the loop is left.
"""

from __future__ import annotations

import ast
import builtins
from collections.abc import Callable, Collection, Iterator, Mapping
from dataclasses import dataclass, replace
from typing import TypeAlias

from ...outline import all_nodes, child_nodes, copied, nodes_of
from ..world.constants import DELEGATES, GONE_THROUGH, HANDS_OVER, NO_STOP, READ_IN_PLACE
from ..world.names import bound_once
from ..world.stopping import stops_itself
from .version import Version

# What marks a call of such a function under a manager.
_MANAGED = "managed"
# Stands among the names of exceptions for managers that may tell them apart.
_ANY_MANAGER = "with"
# Handlers for these see whether a StopIteration, or what it has become, comes by.
_TELLING = frozenset({"StopIteration", "RuntimeError", "Exception", "BaseException"})
# The round of a loop is read in place of so many.
_MOST_YIELDS = 3
_COMPREHENSIONS = (ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)
_SCOPES = (ast.Lambda, *_COMPREHENSIONS, ast.ClassDef, ast.FunctionDef)


def read_in_place(before: Version, after: Version) -> tuple[Version, Version]:
    """Two versions, each with its new functions of these kinds as plain ones."""
    return _read(before, after), _read(after, before)


def _read(version: Version, other: Version) -> Version:
    functions = [
        n for n in nodes_of(version.tree) if isinstance(n, ast.FunctionDef | ast.AsyncFunctionDef)
    ]
    made = [n for n in functions if _word(n)]
    if not made:
        return version
    mine, theirs = _mentions(version.tree), _mentions(other.tree)
    told = _told_by_name(version)
    words = {id(n): word for f in functions for n, word in _handed_to(f, told)}
    found: dict[_Key, str] = {}
    for key in {_key(n, mine.methods) for n in made}:
        definitions = [n for n in mine.by_key[key] if not isinstance(n, ast.expr)]
        called = [n for n in mine.by_key[key] if isinstance(n, ast.expr)]
        defined, used = {_word(n) for n in definitions}, {words.get(id(n), "") for n in called}
        if used == {"for"} and len(definitions) == 1 and _hands_over(definitions[0]):
            defined = used
        known = key in theirs.by_key or key[1] in mine.texts | theirs.texts
        if not known and len(defined | used) == 1 and "" not in defined:
            found[key] = defined.pop()
    if not found:
        return version
    tree = copied(version.tree)
    _Plain(found).visit(tree)
    return replace(version, meant=tree)


# Whether it is a method, and its name.
_Key: TypeAlias = tuple[bool, str]


@dataclass(frozen=True)
class _Mentions:
    """Where a module speaks of functions and methods, and what its texts say."""

    by_key: Mapping[_Key, list[ast.AST]]
    methods: frozenset[int]
    texts: frozenset[str]


def _mentions(tree: ast.Module) -> _Mentions:
    classes = [n for n in nodes_of(tree) if isinstance(n, ast.ClassDef)]
    methods = frozenset(id(s) for c in classes for s in c.body)
    functions = (n for n in nodes_of(tree) if isinstance(n, ast.FunctionDef | ast.AsyncFunctionDef))
    local = {id(n) for f in functions for n in _own(f) if isinstance(n, ast.Name)}
    found: dict[_Key, list[ast.AST]] = {}
    texts = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.Constant) and isinstance(node.value, str):
            texts.add(node.value)
        for key in _keys(node, methods):
            if key[0] and id(node) in local:
                continue  # a name that a function sets is nothing of a class
            found.setdefault(key, []).append(node)
    return _Mentions(found, methods, frozenset(texts))


def _keys(node: ast.AST, methods: frozenset[int]) -> Iterator[_Key]:
    """What a piece of code may mean, or defines."""
    if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
        yield _key(node, methods)
    elif isinstance(node, ast.Name):
        yield False, node.id
        yield from [(True, node.id)] * (not isinstance(node.ctx, ast.Load))  # in a class, perhaps
    elif isinstance(node, ast.Attribute):
        yield True, node.attr
    elif isinstance(node, ast.alias):
        yield False, node.asname or node.name
    elif isinstance(node, ast.arg | ast.keyword) and node.arg:
        yield from ((False, node.arg), (True, node.arg))


def _key(
    node: ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef, methods: frozenset[int]
) -> _Key:
    return id(node) in methods, node.name


def _word(node: ast.AST) -> str:
    """How a function is called that runs its body at once: *await* for a coroutine function, *yield
    from* for a generator function; empty for any other, and where something is done to it.
    """
    if not isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef) or node.decorator_list:
        return ""
    yields = any(isinstance(n, ast.Yield | ast.YieldFrom) for n in _own(node))
    if isinstance(node, ast.AsyncFunctionDef):
        return "" if yields else "await"
    return "yield from" if yields else ""


def _hands_over(node: ast.AST) -> bool:
    """Whether a function yields wherever nobody around sees that it is left there, and nothing in
    it says that it raises StopIteration, which would become a RuntimeError.
    """
    if not isinstance(node, ast.FunctionDef) or _word(node) != "yield from":
        return False
    own = list(_own(node))
    if any(isinstance(n, ast.YieldFrom) for n in own) or stops_itself(node):
        return False
    if sum(isinstance(n, ast.Yield) for n in own) > _MOST_YIELDS:
        return False
    seeing = (n for n in own if isinstance(n, ast.Try | ast.TryStar | ast.With))
    return not any(isinstance(n, ast.Yield) for s in seeing for n in all_nodes(s))


def _handed_to(
    function: ast.FunctionDef | ast.AsyncFunctionDef, told: Collection[str]
) -> Iterator[tuple[ast.AST, str]]:
    """What a function itself calls and awaits, or delegates to, where nothing around tells a
    StopIteration from the RuntimeError that it becomes when it leaves the called one (PEP 479).

    A manager around it may, which is assumed not to happen where the call is lowered. What loops go
    through is told from that everywhere but in such a place of a generator function.
    """
    for block in (n for n in _own(function) if isinstance(n, ast.With | ast.AsyncWith)):
        for node in (n for s in block.body for n in all_nodes(s)):
            if isinstance(node, ast.Await | ast.YieldFrom) and isinstance(node.value, ast.Call):
                setattr(node.value, _MANAGED, True)
    for node in _own(function, lambda n: _may_tell_apart(n, told)):
        if isinstance(node, ast.Await | ast.YieldFrom) and isinstance(node.value, ast.Call):
            yield node.value.func, "await" if isinstance(node, ast.Await) else "yield from"
    yields = _word(function) == "yield from"
    alike = {id(n) for n in _own(function, lambda n: _may_tell_apart(n, told))} if yields else set()
    for loop in _own(function):
        over = _gone_through_by(loop)
        if isinstance(over, ast.Call):
            yield over.func, "for"
            setattr(over, _MANAGED, getattr(over, _MANAGED, False) or id(loop) not in alike)


def _gone_through_by(node: ast.AST) -> ast.expr | None:
    """What a loop goes through first of all, also one in an expression."""
    if isinstance(node, ast.For):
        return _numbered(node.iter)
    first = node.generators[0] if isinstance(node, _COMPREHENSIONS) else None
    return first.iter if first is not None and not first.is_async else None


def _numbered(over: ast.expr) -> ast.expr:
    """What is numbered by ``enumerate``, or all of it: if that means something else, its lowering
    finds a call that it cannot read.
    """
    is_enumerate = isinstance(over, ast.Call) and ast.unparse(over.func) == "enumerate"
    return over.args[0] if is_enumerate and over.args else over  # type: ignore[attr-defined]


def _may_tell_apart(node: ast.AST, told: Collection[str]) -> bool:
    """Whether a statement may see what is raised in it, and more than some exceptions by name."""
    if isinstance(node, ast.Try):
        caught = [h.type for h in node.handlers]
        types = [t for c in caught for t in (c.elts if isinstance(c, ast.Tuple) else [c])]
        return any(not isinstance(t, ast.Name) or t.id not in told for t in types)
    managed = isinstance(node, ast.With | ast.AsyncWith) and _ANY_MANAGER in told
    return managed or isinstance(node, ast.TryStar)


def _told_by_name(version: Version) -> frozenset[str]:
    """The names of exceptions that are neither a StopIteration nor a RuntimeError: built-in ones,
    and classes of the module.
    """
    own = {n.name for n in version.tree.body if isinstance(n, ast.ClassDef)}
    own = {n for n in own if bound_once(n, version.tree)}
    built_in = {n for n, v in vars(builtins).items() if _is_exception(v)}
    built_in = {n for n in built_in - _TELLING if version.names.is_builtin(n)}
    # A module that has managers of its own, or hides exceptions, may tell by any of them.
    telling = version.names.swallowing or version.names.star
    return frozenset(own | built_in | ({_ANY_MANAGER} if telling else set()))


def _is_exception(value: object) -> bool:
    return isinstance(value, type) and issubclass(value, BaseException)


def _own(
    function: ast.FunctionDef | ast.AsyncFunctionDef,
    leave_out: Callable[[ast.AST], bool] = lambda node: False,
) -> Iterator[ast.AST]:
    """The nodes of a function without those of functions, classes and comprehensions inside."""
    pending: list[ast.AST] = list(function.body)
    while pending:
        node = pending.pop()
        yield node
        if not isinstance(node, (*_SCOPES, ast.AsyncFunctionDef)) and not leave_out(node):
            pending += child_nodes(node)


class _Plain(ast.NodeTransformer):
    """Takes the word away from some functions and methods, and from their calls."""

    def __init__(self, found: Mapping[_Key, str]) -> None:
        self.found = found
        self.methods: set[int] = set()
        self.hands_over = False

    def visit_ClassDef(self, node: ast.ClassDef) -> ast.AST:
        """What stands in a class is a method."""
        self.methods |= {id(s) for s in node.body}
        return self.generic_visit(node)

    def visit_AsyncFunctionDef(self, node: ast.AsyncFunctionDef) -> ast.AST:
        """A coroutine function as a plain one, if it is one of them."""
        self.generic_visit(node)
        if (id(node) in self.methods, node.name) not in self.found:
            return node
        parts = {f: getattr(node, f) for f in node._fields if hasattr(node, f)}
        return _marked(ast.copy_location(ast.FunctionDef(**parts), node))

    def visit_FunctionDef(self, node: ast.FunctionDef) -> ast.AST:
        """A generator function that may yield where it is called, if it is one of them; any other
        one stays one although it only delegates.
        """
        delegates = any(isinstance(n, ast.YieldFrom) for n in _own(node))
        around = self.hands_over
        self.hands_over = self.found.get((id(node) in self.methods, node.name)) == "for"
        self.generic_visit(node)
        self.hands_over = around
        if (id(node) in self.methods, node.name) in self.found:
            return _marked(node)
        if delegates:
            setattr(node, DELEGATES, True)
        return node

    def visit_Lambda(self, node: ast.Lambda) -> ast.AST:
        """What a lambda yields is its own."""
        around, self.hands_over = self.hands_over, False
        self.generic_visit(node)
        self.hands_over = around
        return node

    def visit_Yield(self, node: ast.Yield) -> ast.AST:
        """What is handed over to the round of a loop: a call that nothing else in Python can be."""
        self.generic_visit(node)
        if not self.hands_over:
            return node
        given = node.value or ast.Constant(None)
        made = ast.Call(ast.Name(HANDS_OVER, ast.Load()), [given], [])
        return ast.fix_missing_locations(ast.copy_location(made, node))

    def visit_For(self, node: ast.For) -> ast.AST:
        """A loop that goes through what one of them hands over."""
        return self._through(node)

    def visit_comprehension(self, node: ast.comprehension) -> ast.AST:
        """A loop in an expression that does."""
        return self._through(node)

    def _through(self, node: ast.For | ast.comprehension) -> ast.AST:
        self.generic_visit(node)
        over = _numbered(node.iter) if isinstance(node, ast.For) else node.iter
        called = over.func if isinstance(over, ast.Call) else None
        keys = [k for k in _keys(called, frozenset())] if called is not None else []
        if keys and self.found.get(keys[0]) == "for":
            setattr(over, GONE_THROUGH, True)
            setattr(over, NO_STOP, getattr(over, _MANAGED, False))
        return node

    def visit_Await(self, node: ast.Await) -> ast.AST:
        """A call that is awaited as a plain one, if it is of one of them."""
        return self._called(node)

    def visit_YieldFrom(self, node: ast.YieldFrom) -> ast.AST:
        """A call that is delegated to as a plain one, if it is of one of them."""
        return self._called(node)

    def _called(self, node: ast.Await | ast.YieldFrom) -> ast.AST:
        self.generic_visit(node)
        called = node.value.func if isinstance(node.value, ast.Call) else None
        keys = [k for k in _keys(called, frozenset())] if called is not None else []
        if not keys or keys[0] not in self.found:
            return node
        if getattr(node.value, _MANAGED, False):
            setattr(node.value, NO_STOP, True)
        return node.value


def _marked(node: ast.FunctionDef) -> ast.FunctionDef:
    setattr(node, READ_IN_PLACE, True)
    return node
