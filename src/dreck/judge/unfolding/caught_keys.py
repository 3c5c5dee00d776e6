"""A key that is looked up, and waited for not to be there, asked for first.

``try: return rates[kind]`` with ``except KeyError: return 0`` asks of a dict what ``if kind in
rates`` asks: a dict has a key or raises just that. So it is only where something is a dict: by its
declaration (``as-declared``), evidently (``as-used``), or as a table of the module that nobody
changes.
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied, nodes_of
from ..face.verdict import Assumption, AssumptionKind
from ..walk.evident_mappings import is_evident_mapping
from ..world.around import Names
from ..world.classes import looks_into_objects
from ..world.scope import FunctionNode
from .form_work import FormWork
from .tables_read import is_only_read, values_given
from .what_is_gone_through import heads_of, is_awkward, is_builtin, stores

_DICTS = frozenset({"dict", "Dict"})
_MAKING = frozenset({"defaultdict", "Counter", "ChainMap", "__missing__"})
_PLAIN = (ast.Name, ast.Constant)


def caught_keys(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that asks whether a key is there before it looks it up, and what that rests on;
    None if it waits for no key.
    """
    if not any(isinstance(n, ast.Try) for n in all_nodes(function)):
        return None
    if is_awkward(function) or not is_builtin("KeyError", function, names):
        return None
    work = _Asked(function, names)
    made = work.visit(copied(function))
    return work.result(made)


class _Asked(FormWork, ast.NodeTransformer):
    def visit_Try(self, node: ast.Try) -> ast.AST:
        self.generic_visit(node)
        looked_up = _looked_up(node)
        if looked_up is None or not _waits_for_a_key(node):
            return node
        if not self._is_table(looked_up.value):
            why = self._is_dict(looked_up.value)
            if why is None:
                return node
            about = ast.unparse(looked_up.value)
            breaks = f"{about} that is no dict, or of a class derived from it"
            self.rest_on(why, about, breaks)
        self.changed = True
        asked = ast.Compare(looked_up.slice, [ast.In()], [copied(looked_up.value)])
        missing = [_without_cause(s) for s in node.handlers[0].body]
        made = ast.If(asked, [*node.body, *node.orelse], missing)
        return ast.copy_location(made, node)

    def _is_table(self, asked: ast.expr) -> bool:
        """Whether something is a dict that the module writes down, and nobody changes."""
        if not isinstance(asked, ast.Name) or stores(asked.id, self.function):
            return False
        given = {n.arg for n in all_nodes(self.function.args) if isinstance(n, ast.arg)}
        if asked.id in given or asked.id not in self.names.fixed | self.names.new:
            return False
        trees = self.names.declared.trees
        values = [v for t in trees for s in t.body for v in values_given(asked.id, s)]
        written = bool(values) and all(isinstance(v, ast.Dict) for v in values)
        return written and all(is_only_read(asked.id, t) for t in trees)

    def _is_dict(self, asked: ast.expr) -> AssumptionKind | None:
        """What says that something is a dict; None if nothing does."""
        trees = self.names.declared.trees
        if any(looks_into_objects(t) or _makes_what_lacks(t) for t in trees):
            return None
        if isinstance(asked, ast.Name):
            heads = heads_of(asked.id, self.function, self.names)
            if heads:
                fits = set(heads) <= _DICTS and not stores(asked.id, self.function)
                return AssumptionKind.AS_DECLARED if fits else None
        elif not isinstance(asked, ast.Attribute):
            return None
        evident = is_evident_mapping(asked, self.function.name, trees[:1], is_there=False)
        return AssumptionKind.AS_USED if evident else None


def _makes_what_lacks(tree: ast.Module) -> bool:
    """Whether a module speaks of dicts that have a value for keys that they lack."""
    return any(
        getattr(n, field, None) in _MAKING
        for n in nodes_of(tree)
        for field in ("id", "attr", "name")
    )


def _is_made_of_texts(call: ast.Call) -> bool:
    """Whether an exception is made of what only names and texts say."""
    plain = (ast.Name, ast.Constant, ast.JoinedStr, ast.FormattedValue, ast.Load, ast.Attribute)
    parts = [n for a in call.args for n in all_nodes(a)]
    named = isinstance(call.func, ast.Name) and not call.keywords
    return named and all(isinstance(n, (*plain, ast.BinOp, ast.Add, ast.Mod)) for n in parts)


def _looked_up(node: ast.Try) -> ast.Subscript | None:
    """The look-up that is all that a block does."""
    only = node.body[0]
    value = only.value if isinstance(only, ast.Return | ast.Assign) else None
    named = isinstance(only, ast.Return) or (
        isinstance(only, ast.Assign)
        and len(only.targets) == 1
        and isinstance(only.targets[0], ast.Name)
    )
    if len(node.body) > 1 or not named or not isinstance(value, ast.Subscript):
        return None
    return value if isinstance(value.slice, _PLAIN) else None


def _waits_for_a_key(node: ast.Try) -> bool:
    """Whether a try has one handler, for a key that is not there, which does nothing that could
    tell that it is one.
    """
    if len(node.handlers) != 1 or node.finalbody:
        return False
    handler = node.handlers[0]
    caught = handler.type
    plain = isinstance(caught, ast.Name) and caught.id == "KeyError" and handler.name is None
    return plain and all(map(_is_quiet, handler.body))


def _without_cause(statement: ast.stmt) -> ast.stmt:
    """What is raised without saying that a key was missing, as it is raised elsewhere."""
    if isinstance(statement, ast.Raise):
        return ast.copy_location(ast.Raise(statement.exc), statement)
    return statement


def _is_quiet(statement: ast.stmt) -> bool:
    if isinstance(statement, ast.Raise):
        hidden = isinstance(statement.cause, ast.Constant) and statement.cause.value is None
        return hidden and isinstance(statement.exc, ast.Call) and _is_made_of_texts(statement.exc)
    if isinstance(statement, ast.Return):
        return statement.value is None or isinstance(statement.value, _PLAIN)
    if isinstance(statement, ast.Assign):
        named = all(isinstance(t, ast.Name) for t in statement.targets)
        return named and isinstance(statement.value, _PLAIN)
    return isinstance(statement, ast.Pass | ast.Continue | ast.Break)
