"""Loops over the keys of a dict that ask it for what is under them, as loops over its entries.

``for kind in tolls:`` with ``tolls[kind]`` in it is ``for kind, toll in tolls.items():``, as long
as nothing in a round changes the dict (``stable-read``). What nobody asks for is left out: entries
whose value is not asked for are keys, entries whose key is not are values. That it is a dict is
declared (``as-declared``), or evident (``as-used``).
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..face.wording import shortened
from ..world.around import Names
from ..world.doubts import of_many_kinds_in, spoken_of
from ..world.scope import FunctionNode
from .form_work import FormWork
from .stand_ins import note_stand_in
from .what_is_gone_through import heads_declared, heads_of, is_awkward, is_named, reads, stores

_DICTS = frozenset(
    {"dict", "Dict", "Mapping", "MutableMapping", "defaultdict", "OrderedDict", "Counter"}
)
_HELD = "entry"
_BUILT = (ast.ListComp, ast.SetComp, ast.GeneratorExp)


def entries(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that goes through entries, and what that rests on; None if it does so already."""
    loops = [n for n in all_nodes(function) if isinstance(n, ast.For | ast.comprehension)]
    if not loops or is_awkward(function):
        return None
    made = copied(function)
    work = _Work(made, names)
    for node in list(all_nodes(made)):
        if isinstance(node, ast.For):
            work.loop(node)
        elif isinstance(node, (*_BUILT, ast.DictComp)) and len(node.generators) == 1:
            work.built(node)
    return work.result(made)


class _Work(FormWork):
    def loop(self, loop: ast.For) -> None:
        """Bring one loop to that form."""
        outside = {
            n.id
            for n in all_nodes(loop.target)
            if isinstance(n, ast.Name) and reads(n.id, self.function) > reads(n.id, loop)
        }
        found = self._through(loop.target, loop.iter, [*loop.body], outside)
        if found is not None:
            loop.target, loop.iter = found

    def built(self, node: ast.ListComp | ast.SetComp | ast.GeneratorExp | ast.DictComp) -> None:
        """Bring what is chosen from a dict to that form."""
        one = node.generators[0]
        if one.is_async:
            return
        parts: list[ast.AST] = [*one.ifs]
        parts += [node.key, node.value] if isinstance(node, ast.DictComp) else [node.elt]
        found = self._through(one.target, one.iter, parts, set())
        if found is not None:
            one.target, one.iter = found

    def _through(
        self, target: ast.expr, through: ast.expr, parts: list[ast.AST], outside: set[str]
    ) -> tuple[ast.expr, ast.expr] | None:
        """What a loop goes through, and what it gives names, in that form; None where it stays.

        Args:
            target: what the loop gives names.
            through: what it goes through.
            parts: what it does with them; changed in place.
            outside: names that are read behind it.
        """
        view, named = _viewed(through)
        if view == "items" and isinstance(target, ast.Tuple) and len(target.elts) == 2:
            return self._of_items(target, through, named, parts, outside)
        if view not in ("", "keys") or not isinstance(target, ast.Name) or not _is_read(named):
            return None
        text, key = ast.unparse(named), target.id
        asked = [n for p in parts for n in all_nodes(p) if _is_entry(n, text, key)]
        mentions = sum(ast.unparse(n) == text for p in parts for n in all_nodes(p) if _is_read(n))
        if not asked or mentions > len(asked) or any(stores(key, p) for p in parts):
            return self._of_keys(target, named) if view == "keys" else None
        roots = {n.id for n in all_nodes(named) if isinstance(n, ast.Name)}
        if any(stores(r, p) for r in roots for p in parts) or not self._is_dict(named):
            return None
        name = self.numbered(_HELD)
        note_stand_in(self.function, name, f"{text}[{key}]")
        for part in parts:
            _Entries(text, key, name).visit(part)
        if any(
            isinstance(n, ast.Call | ast.Await | ast.Yield) for p in parts for n in all_nodes(p)
        ):
            breaks = f"a dict `{text}` that is changed while it is gone through"
            self.rest_on(AssumptionKind.STABLE_READ, text, breaks)
        self.changed = True
        is_asked = key in outside or any(reads(key, p) for p in parts)
        held = ast.Name(name, ast.Store())
        if not is_asked:
            return held, _view(named, "values")
        return ast.Tuple([target, held], ast.Store()), _view(named, "items")

    def _of_items(
        self,
        target: ast.Tuple,
        through: ast.expr,
        named: ast.expr,
        parts: list[ast.AST],
        outside: set[str],
    ) -> tuple[ast.expr, ast.expr] | None:
        """Entries of which only the keys, or only the values, are asked for."""
        key, value = target.elts
        asked = [
            isinstance(n, ast.Name) and (n.id in outside or any(reads(n.id, p) for p in parts))
            for n in (key, value)
        ]
        if not isinstance(key, ast.Name) or all(asked) or not self._is_dict(named):
            return None
        if not isinstance(value, ast.Name):
            if asked[0]:
                return None
            self.changed = True
            return value, _view(named, "values")
        self.changed = True
        return (key, named) if asked[0] else (value, _view(named, "values"))

    def _of_keys(self, target: ast.Name, named: ast.expr) -> tuple[ast.expr, ast.expr] | None:
        """What goes through the keys goes through the dict."""
        if not self._is_dict(named):
            return None
        self.changed = True
        return target, named

    def _is_dict(self, named: ast.expr) -> bool:
        """Whether what is gone through is a dict by its declaration, or evidently."""
        if isinstance(named, ast.Name):
            made = [
                n.value
                for n in all_nodes(self.function)
                if isinstance(n, ast.Assign) and any(is_named(t, named.id) for t in n.targets)
            ]
            if made and stores(named.id, self.function) == len(made):
                return all(isinstance(v, ast.Dict | ast.DictComp) for v in made)
            if stores(named.id, self.function):
                return False
            heads = heads_of(named.id, self.function, self.names)
        elif isinstance(named, ast.Attribute):
            if not self.names.is_steady(named.attr):
                return False
            heads = heads_declared(named.attr, self.names)
        else:
            return False
        if not set(heads) <= _DICTS:
            return False
        trees = self.names.declared.trees
        if any(spoken_of(named) in of_many_kinds_in(t) - {""} for t in trees):
            return False
        about = shortened(named)
        kind = AssumptionKind.AS_DECLARED if heads else AssumptionKind.AS_USED
        breaks = f"{about} that is no dict, or of a class with entries of its own"
        self.rest_on(kind, about, breaks)
        return True


def _viewed(through: ast.expr) -> tuple[str, ast.expr]:
    """How something is gone through: by its ``items``, ``keys`` or ``values``; and what that is."""
    if isinstance(through, ast.Call) and isinstance(through.func, ast.Attribute):
        if through.func.attr in ("items", "keys", "values") and not through.args:
            if not through.keywords:
                return through.func.attr, through.func.value
    return "", through


def _view(named: ast.expr, which: str) -> ast.expr:
    method = ast.Attribute(copied(named), which, ast.Load())
    return ast.copy_location(ast.Call(method, [], []), named)


def _is_read(node: ast.AST) -> bool:
    return isinstance(node, ast.Name | ast.Attribute) and isinstance(node.ctx, ast.Load)


def _is_entry(node: ast.AST, named: str, key: str) -> bool:
    """Whether some code reads what a dict has under the key that a loop has come to."""
    if not isinstance(node, ast.Subscript) or not isinstance(node.ctx, ast.Load):
        return False
    return is_named(node.slice, key) and ast.unparse(node.value) == named


class _Entries(ast.NodeTransformer):
    def __init__(self, named: str, key: str, held: str) -> None:
        self.named, self.key, self.held = named, key, held

    def visit_Subscript(self, node: ast.Subscript) -> ast.AST:
        if _is_entry(node, self.named, self.key):
            return ast.copy_location(ast.Name(self.held, ast.Load()), node)
        return self.generic_visit(node)
