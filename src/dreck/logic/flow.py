"""What a block of a function takes from before it, gives to what is behind it, and how it is left.

Live variables (A. V. Aho, M. S. Lam, R. Sethi, J. D. Ullman, "Compilers: Principles, Techniques,
and Tools", 2nd edition 2006, section 9.2.5) and definite assignment (as of the Java Language
Specification, chapter 16), both over structured code on the standard syntax tree. What is not
followed exactly makes more names live and fewer names set, never the other way round.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace

from ..outline import FunctionNode, all_nodes
from .bindings import free_names, parameters

_Names = frozenset[str]
_NONE: _Names = frozenset()
_SCOPES = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef)
_LOOPS = (ast.For, ast.AsyncFor, ast.While)
_JUMPS = (ast.Return, ast.Break, ast.Continue)
Jump = ast.Return | ast.Break | ast.Continue


@dataclass(frozen=True, slots=True)
class Ends:
    """What is live where control leaves a block other than by its end."""

    broken: _Names = _NONE
    continued: _Names = _NONE
    returned: _Names = _NONE
    raised: _Names = _NONE


@dataclass(slots=True)
class Flow:
    """The names of one function along its statements, by the ids of the statements.

    Attributes:
        live: the names that may be read right behind a statement.
        jumped: those that may be read where a ``break`` or ``continue`` goes on.
        bound: the names that certainly have a value right before a statement.
    """

    live: dict[int, _Names] = field(default_factory=dict)
    jumped: dict[int, _Names] = field(default_factory=dict)
    bound: dict[int, _Names] = field(default_factory=dict)


def flow_of(function: FunctionNode) -> Flow:
    """The flow of names through a function.

    >>> tree = ast.parse("def f(a):\\n b = a\\n a = 2\\n return b").body[0]
    >>> sorted(flow_of(tree).live[id(tree.body[0])])
    ['b']
    """
    found = Flow()
    _Live(found).block(function.body, _NONE, Ends())
    _Bound(found).block(function.body, frozenset(a.arg for a in parameters(function)))
    return found


def needed(block: Sequence[ast.stmt]) -> _Names:
    """The names whose values from before a block may be read in it."""
    return _Live(Flow()).block(block, _NONE, Ends())


def set_at_end(block: Sequence[ast.stmt], before: _Names) -> _Names | None:
    """The names that certainly have a value at the end of a block; None if it never gets there."""
    return _Bound(Flow()).block(block, before)


def set_at_jumps(block: Sequence[ast.stmt], before: _Names) -> dict[int, _Names]:
    """The names that certainly have a value at each jump in a block, by the id of the jump."""
    found = Flow()
    _Bound(found).block(block, before)
    return {id(jump): found.bound.get(id(jump), before) for jump in jumps_in(block)}


def jumps_in(block: Sequence[ast.stmt]) -> list[Jump]:
    """The returns of a block, and the jumps out of it to a loop around it, as in the text."""
    return list(_jumps(block, looped=False))


def _jumps(block: Sequence[ast.stmt], *, looped: bool) -> Iterator[Jump]:
    for node in block:
        if isinstance(node, ast.Return) or (isinstance(node, _JUMPS) and not looped):
            yield node
        for name, inner in _blocks(node):
            inside = looped or (isinstance(node, _LOOPS) and name == "body")
            yield from _jumps(inner, looped=inside)


def _blocks(node: ast.stmt) -> Iterator[tuple[str, list[ast.stmt]]]:
    if isinstance(node, _SCOPES):
        return
    for name in ("body", "orelse", "finalbody"):
        inner = getattr(node, name, None)
        if inner:
            yield name, inner
    for each in (*getattr(node, "handlers", ()), *getattr(node, "cases", ())):
        yield "arm", each.body


def blocks_in(body: list[ast.stmt]) -> Iterator[list[ast.stmt]]:
    """A block and all blocks inside of it, those of nested functions apart."""
    yield body
    for node in body:
        for _, inner in _blocks(node):
            yield from blocks_in(inner)


def _used(*nodes: ast.AST | None) -> _Names:
    """The names that some code may read from around it."""
    return frozenset(
        n for node in nodes if node is not None for n in set(free_names(node)) & _read_in(node)
    )


def _read_in(node: ast.AST) -> set[str]:
    every = list(all_nodes(node))
    read = {n.id for n in every if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Store)}
    changed = (n.target for n in every if isinstance(n, ast.AugAssign))
    return read | {t.id for t in changed if isinstance(t, ast.Name)}


def _bound_names(target: ast.AST) -> _Names:
    """The plain names that a target, a pattern or an expression sets."""
    return frozenset(
        n.id for n in all_nodes(target) if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Store)
    ) | frozenset(
        name
        for n in all_nodes(target)
        for name in (getattr(n, "name", None), getattr(n, "rest", None))
        if isinstance(n, ast.MatchAs | ast.MatchStar | ast.MatchMapping) and name
    )


def _certain(target: ast.expr) -> _Names:
    """The names that a target of an assignment sets, however its value looks."""
    if isinstance(target, ast.Name):
        return frozenset({target.id})
    if isinstance(target, ast.Tuple | ast.List):
        return frozenset().union(*map(_certain, target.elts))
    return _certain(target.value) if isinstance(target, ast.Starred) else _NONE


@dataclass(slots=True)
class _Live:
    flow: Flow

    def block(self, body: Sequence[ast.stmt], after: _Names, ends: Ends) -> _Names:
        """What is live before a block."""
        live = after
        for node in reversed(body):
            self.flow.live[id(node)] = self.flow.live.get(id(node), _NONE) | live
            live = self._before(node, live, ends)
        return live

    def _before(self, node: ast.stmt, live: _Names, ends: Ends) -> _Names:
        if isinstance(node, ast.If):
            arms = self.block(node.body, live, ends) | self.block(node.orelse, live, ends)
            return (arms - _always_set(node.test)) | _used(node.test) | ends.raised
        if isinstance(node, _LOOPS):
            return self._loop(node, live, ends)
        if isinstance(node, ast.Try | ast.TryStar):
            return self._try(node, live, ends)
        if isinstance(node, ast.With | ast.AsyncWith):
            # What the block raises may be swallowed, and control go on behind it.
            inside = replace(ends, raised=ends.raised | live)
            given = [i.optional_vars for i in node.items if i.optional_vars is not None]
            bound = frozenset().union(*map(_certain, given))
            return (self.block(node.body, live, inside) - bound) | _used(*node.items) | live
        if isinstance(node, ast.Match):
            found = live | _used(node.subject) | ends.raised
            for case in node.cases:
                found |= self.block(case.body, live, ends) | _used(case.pattern, case.guard)
            return found
        if isinstance(node, _JUMPS):
            return self._jump(node, ends)
        if isinstance(node, ast.Raise):
            return ends.raised | _used(node)
        if isinstance(node, ast.Assign):
            set_now = frozenset().union(*map(_certain, node.targets))
            places = [t for t in node.targets if not isinstance(t, ast.Name)]
            stored = _used(*places) - set_now
            return (live - set_now) | _used(node.value) | stored | ends.raised
        if isinstance(node, ast.AnnAssign) and isinstance(node.target, ast.Name):
            gone = {node.target.id} if node.value is not None else set()
            return (live - gone) | _used(node.value) | ends.raised
        if isinstance(node, _SCOPES):
            return live | frozenset(
                n.id for n in all_nodes(node) if isinstance(n, ast.Name)
            )  # whatever may be read in there some day
        return live | _used(node) | ends.raised

    def _jump(self, node: Jump, ends: Ends) -> _Names:
        if isinstance(node, ast.Return):
            return ends.returned | ends.raised | _used(node.value)
        target = ends.broken if isinstance(node, ast.Break) else ends.continued
        self.flow.jumped[id(node)] = self.flow.jumped.get(id(node), _NONE) | target
        return target

    def _loop(self, node: ast.For | ast.AsyncFor | ast.While, live: _Names, ends: Ends) -> _Names:
        over = self.block(node.orelse, live, ends)
        bound: _Names = _NONE
        if isinstance(node, ast.While):
            used = _used(node.test)
        else:
            bound = _certain(node.target)
            used = _used(node.iter) | (_used(node.target) - bound)
        entry = over | used | ends.raised
        while True:
            inside = replace(ends, broken=live, continued=entry)
            new = entry | (self.block(node.body, entry, inside) - bound)
            if new == entry:
                return entry
            entry = new

    def _try(self, node: ast.Try | ast.TryStar, live: _Names, ends: Ends) -> _Names:
        if node.finalbody:
            # However the block is left, the finally runs first.
            used = _used(*node.finalbody)
            outside = ends.broken | ends.continued | ends.returned | ends.raised
            live = self.block(node.finalbody, live | outside, ends) | used
            ends = Ends(
                *(e | used for e in (ends.broken, ends.continued)),
                *[e | used for e in (ends.returned, ends.raised)],
            )
        handled = ends.raised
        for handler in node.handlers:
            handled |= self.block(handler.body, live, ends) | _used(handler.type)
        last = self.block(node.orelse, live, ends)
        return self.block(node.body, last, replace(ends, raised=ends.raised | handled)) | handled


@dataclass(slots=True)
class _Bound:
    """Forward: what certainly has a value. None stands for a place that is never reached."""

    flow: Flow
    # For each loop around, what is bound at each break.
    _breaks: list[list[_Names]] = field(default_factory=list)

    def block(self, body: Sequence[ast.stmt], before: _Names | None) -> _Names | None:
        """What is bound behind a block."""
        now = before
        for node in body:
            if now is None:
                return None
            self.flow.bound[id(node)] = now
            now = self._after(node, now)
        return now

    def _after(self, node: ast.stmt, now: _Names) -> _Names | None:
        if isinstance(node, ast.If):
            now |= _always_set(node.test)
            return _both(self.block(node.body, now), self.block(node.orelse, now))
        if isinstance(node, _LOOPS):
            return self._loop(node, now)
        if isinstance(node, ast.Try | ast.TryStar):
            return self._try(node, now)
        if isinstance(node, ast.With | ast.AsyncWith):
            for item in node.items:
                if item.optional_vars is not None:
                    now |= _certain(item.optional_vars)
            # An exception may be swallowed anywhere in the block.
            inner = self.block(node.body, now)
            return inner if inner is not None and not _may_swallow(node) else now
        if isinstance(node, ast.Match):
            return self._match(node, now)
        if isinstance(node, ast.Break):
            if self._breaks:
                self._breaks[-1].append(now)
            return None
        if isinstance(node, ast.Return | ast.Continue | ast.Raise):
            return None
        return self._plain(node, now)

    @staticmethod
    def _plain(node: ast.stmt, now: _Names) -> _Names:
        if isinstance(node, ast.Assign):
            return now.union(*map(_certain, node.targets)) | _always_set(node.value)
        if isinstance(node, ast.AnnAssign):
            return now | (_certain(node.target) if node.value is not None else _NONE)
        if isinstance(node, _SCOPES):
            return now | {node.name}
        if isinstance(node, ast.Import | ast.ImportFrom):
            return now | {a.asname or a.name.partition(".")[0] for a in node.names}
        if isinstance(node, ast.Delete):
            return now - _deleted(node)
        return now | (_always_set(node.value) if isinstance(node, ast.Expr) else _NONE)

    def _loop(self, node: ast.For | ast.AsyncFor | ast.While, now: _Names) -> _Names | None:
        endless = isinstance(node, ast.While) and bool(getattr(node.test, "value", False))
        kept = now - frozenset(
            n
            for s in node.body
            for d in all_nodes(s)
            if isinstance(d, ast.Delete)
            for n in _deleted(d)
        )
        inside = kept if isinstance(node, ast.While) else kept | _certain(node.target)
        self._breaks.append([])
        self.block(node.body, inside)
        broken = self._breaks.pop()
        ends: list[_Names | None] = [*broken]
        if not endless:
            ends.append(self.block(node.orelse, kept))
        result: _Names | None = None
        for end in ends:
            result = _both(result, end)
        return result

    def _try(self, node: ast.Try | ast.TryStar, now: _Names) -> _Names | None:
        body = self.block(node.body, now)
        result = self.block(node.orelse, body) if body is not None else None
        lost = frozenset(
            n
            for s in node.body
            for d in all_nodes(s)
            if isinstance(d, ast.Delete)
            for n in _deleted(d)
        )
        for handler in node.handlers:
            start = (now - lost) | ({handler.name} if handler.name else set())
            end = self.block(handler.body, start)
            # The name of the exception is gone behind the handler.
            result = _both(result, None if end is None else end - {handler.name or ""})
        if not node.finalbody:
            return result
        last = self.block(node.finalbody, now - lost)
        return None if last is None or result is None else result | last

    def _match(self, node: ast.Match, now: _Names) -> _Names | None:
        result: _Names | None = None
        whole = False
        for case in node.cases:
            start = now | _bound_names(case.pattern)
            result = _both(result, self.block(case.body, start))
            catches_all = isinstance(case.pattern, ast.MatchAs) and case.pattern.pattern is None
            whole = whole or (catches_all and case.guard is None)
        return result if whole else _both(result, now)


def _both(one: _Names | None, other: _Names | None) -> _Names | None:
    if one is None or other is None:
        return one if other is None else other
    return one & other


def _deleted(node: ast.Delete) -> _Names:
    return frozenset(t.id for t in node.targets if isinstance(t, ast.Name))


def _always_set(node: ast.expr) -> _Names:
    """The names that an expression sets for certain."""
    if isinstance(node, ast.NamedExpr):
        return frozenset({node.target.id})
    if isinstance(node, ast.BoolOp):
        return _always_set(node.values[0])
    if isinstance(node, ast.UnaryOp):
        return _always_set(node.operand)
    if isinstance(node, ast.Compare):
        return _always_set(node.left)
    return _NONE


def _may_swallow(node: ast.With | ast.AsyncWith) -> bool:
    """Whether leaving the block may end an exception; an open file does not."""
    return not all(
        isinstance(i.context_expr, ast.Call)
        and isinstance(i.context_expr.func, ast.Name)
        and i.context_expr.func.id == "open"
        for i in node.items
    )


def is_asynchronous(node: ast.AST) -> bool:
    """Whether a piece of code can stand in a coroutine function only."""
    asynchronous = isinstance(node, ast.Await | ast.AsyncFor | ast.AsyncWith)
    return asynchronous or (isinstance(node, ast.comprehension) and bool(node.is_async))
