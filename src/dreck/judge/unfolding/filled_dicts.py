"""A dict of the function's own that is filled step by step, as the dict that is made at once.

``report = {}``, ``report["lock"] = lock.name``, ``report["state"] = state`` and ``return report``
is ``return {"lock": lock.name, "state": state}``: nobody sees the dict before it has what is
written there, and its keys are constants, which do nothing when they are put into a dict. What is
put there is worked out where it was and has a name until then. Nothing is assumed.
"""

from __future__ import annotations

import ast
from collections.abc import Mapping
from typing import TypeAlias, TypeVar

from ...outline import all_nodes, copied
from ..world.scope import FunctionNode
from .stand_ins import note_stand_in
from .what_is_gone_through import is_awkward, reads, stores

# What leaves a block.
_LEAVING = (ast.Return, ast.Raise, ast.Break, ast.Continue)
# The keys that a dict has so far, in their order.
_Keys: TypeAlias = tuple[str | int, ...]
_Code = TypeVar("_Code", ast.expr, ast.stmt)


def filled_dicts(function: FunctionNode) -> FunctionNode | None:
    """A function that makes its dicts when all is known that they hold; None if it does so
    already.
    """
    if is_awkward(function):
        return None
    started = {n for s in all_nodes(function) if (n := started_dict(s))}
    chosen = {n for n in started if _is_filled(n, function)}
    if not chosen:
        return None
    made = copied(function)
    for name in sorted(chosen):
        made.body = _Work(name, made).block(made.body, None)[0]
    ast.fix_missing_locations(made)
    return made


def started_dict(statement: ast.AST) -> str:
    """The name that a statement gives a dict that is written down with constants for keys."""
    if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
        target, value = statement.targets[0], statement.value
    elif isinstance(statement, ast.AnnAssign) and statement.value is not None:
        target, value = statement.target, statement.value
    else:
        return ""
    if not isinstance(target, ast.Name) or not isinstance(value, ast.Dict):
        return ""
    keys = [key_of(k) for k in value.keys]
    return target.id if None not in keys and len(set(keys)) == len(keys) else ""


def key_of(node: ast.expr | None) -> str | int | None:
    """A constant that is a text or a whole number; None for anything else."""
    if isinstance(node, ast.Constant) and type(node.value) in (str, int):
        return node.value  # type: ignore[return-value]
    return None


def _is_filled(name: str, function: FunctionNode) -> bool:
    """Whether something is put into a dict under constant keys, and the name only stands for such
    dicts.
    """
    arguments = {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    given = sum(started_dict(n) == name for n in all_nodes(function))
    puts = any(_put(n, name) is not None for n in all_nodes(function))
    seen = any(_mentions(s, name) for n in all_nodes(function) for s in _seen_later(n))
    return puts and not seen and name not in arguments and given == stores(name, function)


def _seen_later(node: ast.AST) -> list[ast.AST]:
    """What is left in the middle and gone on with behind it, or asks for names later."""
    if isinstance(node, ast.Try | ast.TryStar | ast.With | ast.AsyncWith):
        return [*node.body]
    return [node] if isinstance(node, ast.GeneratorExp | ast.Lambda) else []


def _mentions(node: ast.AST, name: str) -> bool:
    return _count(node, name) > 0


def _count(node: ast.AST, name: str) -> int:
    """How often some code speaks of a name."""
    return sum(isinstance(n, ast.Name) and n.id == name for n in all_nodes(node))


def _put(statement: ast.AST, name: str) -> str | int | None:
    """The key under which a statement puts something into a dict, and does nothing else."""
    if not isinstance(statement, ast.Assign) or len(statement.targets) != 1:
        return None
    place = statement.targets[0]
    if not isinstance(place, ast.Subscript) or not isinstance(place.value, ast.Name):
        return None
    return key_of(place.slice) if place.value.id == name else None


class _Work:
    """Goes through blocks with the keys that one dict has so far, as long as it is not made; None
    where it is there, or never was.
    """

    def __init__(self, name: str, function: FunctionNode) -> None:
        self.name, self.function = name, function
        self._mentions = _count(function, name)
        self._forgotten = False

    def block(
        self, body: list[ast.stmt], keys: _Keys | None
    ) -> tuple[list[ast.stmt], _Keys | None]:
        """A block, and the keys of a dict that is still not made behind it."""
        found: list[ast.stmt] = []
        for statement in body:
            new, keys = self._statement(statement, keys)
            found += new
        return found, keys

    def closed(self, body: list[ast.stmt], keys: _Keys | None) -> list[ast.stmt]:
        """A block behind which a dict is there for sure, unless nobody asks for it any more."""
        found, keys = self.block(body, keys)
        leaves = self._forgotten or (bool(body) and isinstance(body[-1], _LEAVING))
        return found if keys is None or leaves else [*found, self._made(keys, body[-1])]

    def _statement(
        self, statement: ast.stmt, keys: _Keys | None
    ) -> tuple[list[ast.stmt], _Keys | None]:
        if started_dict(statement) == self.name and not reads(self.name, statement):
            assert isinstance(statement, ast.Assign | ast.AnnAssign)
            assert isinstance(statement.value, ast.Dict)
            return self._begun(statement.value)
        if isinstance(statement, ast.If):
            return self._choice(statement, keys)
        if isinstance(statement, ast.For | ast.While | ast.With | ast.Try | ast.Match):
            asked = [] if keys is None else self._unless_unseen(statement, keys)
            outer = self._forgotten
            self._forgotten = isinstance(statement, ast.For | ast.While) and self._is_new(statement)
            for field in ("body", "orelse", "finalbody"):
                block = getattr(statement, field, None)
                if block:
                    setattr(statement, field, self.closed(block, None))
            for inner in [*getattr(statement, "handlers", ()), *getattr(statement, "cases", ())]:
                inner.body = self.closed(inner.body, None)
            self._forgotten = outer
            return [*asked, statement], None if asked else keys
        if keys is None:
            return [statement], None
        key = _put(statement, self.name)
        if key is not None and isinstance(statement, ast.Assign):
            statement.value = self._read(statement.value, keys)
            if not reads(self.name, statement.value):
                note_stand_in(self.function, self._held(key), f"{self.name}[{key!r}]")
                set_to = ast.Assign([ast.Name(self._held(key), ast.Store())], statement.value)
                more = keys if key in keys else (*keys, key)
                return [ast.copy_location(set_to, statement)], more
        return self._simple(statement, keys)

    def _simple(self, statement: ast.stmt, keys: _Keys) -> tuple[list[ast.stmt], _Keys | None]:
        """A statement that holds no other ones, and puts nothing into the dict."""
        if isinstance(statement, ast.Return) and _is_name(statement.value, self.name):
            statement.value = self._display(keys)
            return [statement], None
        jumps = isinstance(statement, ast.Break | ast.Continue)
        if not _mentions(statement, self.name) and not jumps:
            return [statement], keys
        changed = self._read(statement, keys)
        place = changed.target if isinstance(changed, ast.AugAssign) else None
        if isinstance(place, ast.Subscript) and _is_name(place.value, self.name):
            key = key_of(place.slice)
            if isinstance(changed, ast.AugAssign) and key is not None and key in keys:
                changed.target = ast.Name(self._held(key), ast.Store())
        if not _mentions(changed, self.name) and (self._forgotten or not jumps):
            return [changed], keys
        return [self._made(keys, statement), statement], None

    def _choice(self, statement: ast.If, keys: _Keys | None) -> tuple[list[ast.stmt], _Keys | None]:
        """A condition with its arms: the dict stays unmade behind it where all arms that come to an
        end have put the same keys into it, in the same order.
        """
        before: list[ast.stmt] = []
        if keys is not None:
            statement.test = self._read(statement.test, keys)
            if reads(self.name, statement.test):
                before, keys = [self._made(keys, statement)], None
        first, ahead = self.block(copied(statement.body), keys)
        second, other = self.block(copied(statement.orelse), keys)
        ends = [_leaves(statement.body), _leaves(statement.orelse)]
        if ahead == other or any(ends):
            statement.body, statement.orelse = first, second
            return [*before, statement], other if ends[0] else ahead
        if keys is not None and None not in (ahead, other):
            before, keys = [*before, self._made(keys, statement)], None
        body, orelse = statement.body, statement.orelse
        statement.body = self.closed(body, keys)
        statement.orelse = self.closed(orelse, keys) if orelse else []
        if keys is not None and not orelse:
            statement.orelse = [self._made(keys, statement)]
        return [*before, statement], None

    def _begun(self, value: ast.Dict) -> tuple[list[ast.stmt], _Keys]:
        found: list[ast.stmt] = []
        keys: list[str | int] = []
        for key, held in zip(value.keys, value.values, strict=True):
            known = key_of(key)
            assert known is not None
            keys.append(known)
            note_stand_in(self.function, self._held(known), f"{self.name}[{known!r}]")
            set_to = ast.Assign([ast.Name(self._held(known), ast.Store())], held)
            found.append(ast.copy_location(set_to, held))
        return found, tuple(keys)

    def _is_new(self, loop: ast.For | ast.While) -> bool:
        """Whether each round of a loop has a dict of its own, of which nobody else speaks."""
        first = next((s for s in loop.body if _mentions(s, self.name)), None)
        begins = first is not None and started_dict(first) == self.name
        if any(_mentions(s, self.name) for s in loop.orelse):
            return False  # that of the last round is seen behind it
        return begins and _count(loop, self.name) == self._mentions

    def _unless_unseen(self, statement: ast.stmt, keys: _Keys) -> list[ast.stmt]:
        """The dict, made in front of what speaks of it somewhere within."""
        return [self._made(keys, statement)] if _mentions(statement, self.name) else []

    def _read(self, node: _Code, keys: _Keys) -> _Code:
        """Some code that asks for what the dict holds under a key by its name."""
        held = {k: self._held(k) for k in keys}
        found: _Code = _Held(self.name, held).visit(copied(node))
        return found

    def _held(self, key: str | int) -> str:
        return f"{self.name}.{key!r}"

    def _display(self, keys: _Keys) -> ast.expr:
        names = [ast.Name(self._held(k), ast.Load()) for k in keys]
        return ast.Dict([ast.Constant(k) for k in keys], [*names])

    def _made(self, keys: _Keys, at: ast.stmt) -> ast.stmt:
        made = ast.Assign([ast.Name(self.name, ast.Store())], self._display(keys))
        return ast.copy_location(made, at)


class _Held(ast.NodeTransformer):
    """Reads names in the place of items of a dict."""

    def __init__(self, name: str, held: Mapping[str | int, str]) -> None:
        self.name, self.held = name, held

    def visit_Subscript(self, node: ast.Subscript) -> ast.AST:
        self.generic_visit(node)
        key = key_of(node.slice)
        known = _is_name(node.value, self.name) and key is not None and key in self.held
        if not known or not isinstance(node.ctx, ast.Load):
            return node
        assert key is not None
        return ast.copy_location(ast.Name(self.held[key], ast.Load()), node)


def _is_name(node: ast.expr | None, name: str) -> bool:
    return isinstance(node, ast.Name) and node.id == name


def _leaves(body: list[ast.stmt]) -> bool:
    """Whether a block never comes to its end."""
    if not body:
        return False
    last = body[-1]
    if isinstance(last, ast.If):
        return _leaves(last.body) and _leaves(last.orelse)
    return isinstance(last, _LEAVING)
