"""Which names may still be read behind a statement: backward analysis over structured code.

The method is the classic one of live variables: A. V. Aho, M. S. Lam, R. Sethi, J. D. Ullman,
"Compilers: Principles, Techniques, and Tools", 2nd edition 2006, section 9.2.5. Whatever is not
followed exactly makes more names live, never fewer.
"""

from __future__ import annotations

import functools
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

import libcst as cst

from .flow import Ends
from .walk import names_in, walk

_Names = frozenset[str]
_NONE: _Names = frozenset()
# Calls by which code can read its names without naming them.
_READ_ALL = frozenset({"locals", "vars", "eval", "exec", "dir"})


def _where_it_goes(statement: cst.CSTNode, live: _Names, ends: Ends) -> _Names:
    """What may be read behind a statement: where it leaves, that is not what is written below it."""
    last = statement.body[-1] if isinstance(statement, cst.SimpleStatementLine) else None
    if isinstance(last, cst.Return):
        return ends.returned | ends.raised
    if isinstance(last, cst.Raise):
        return ends.raised
    if isinstance(last, cst.Break):
        return ends.broken
    return ends.continued if isinstance(last, cst.Continue) else live


@functools.lru_cache(maxsize=16)
def live_after(function: cst.FunctionDef) -> Mapping[int, frozenset[str]]:
    """The names that may be read behind each statement of a function, by the ids of the statements.

    A function that can read its names without naming them has no answer: the result is empty then.
    """
    calls = [n.func for n in walk(function.body) if isinstance(n, cst.Call)]
    if any(isinstance(f, cst.Name) and f.value in _READ_ALL for f in calls):
        return {}
    work = _Liveness()
    work.suite(function.body, _NONE, Ends())
    return work.found


@dataclass(slots=True)
class _Liveness:
    found: dict[int, _Names] = field(default_factory=dict)

    def suite(self, suite: cst.CSTNode, after: _Names, ends: Ends) -> _Names:
        """What is live before a suite."""
        body: Sequence[cst.CSTNode] = suite.body  # type: ignore[attr-defined]
        return self.block(body, after, ends)

    def block(self, body: Sequence[cst.CSTNode], after: _Names, ends: Ends) -> _Names:
        live = after
        for statement in reversed(body):
            behind = _where_it_goes(statement, live, ends)
            self.found[id(statement)] = self.found.get(id(statement), _NONE) | behind
            live = self._before(statement, live, ends)
        return live

    def _before(self, node: cst.CSTNode, live: _Names, ends: Ends) -> _Names:
        if isinstance(node, cst.SimpleStatementLine):
            for small in reversed(node.body):
                live = self._small(small, live, ends)
            return live
        if isinstance(node, cst.If):
            return self._if(node, live, ends)
        if isinstance(node, cst.For | cst.While):
            return self._loop(node, live, ends)
        if isinstance(node, cst.Try):
            return self._try(node, live, ends)
        if isinstance(node, cst.With):
            # What the block raises may be swallowed, and control go on behind it.
            inside = replace(ends, raised=ends.raised | live)
            inner = self.suite(node.body, live, inside)
            bound = [i.asname for i in node.items if i.asname is not None]
            used = frozenset().union(*(free_names(i) for i in node.items), *map(free_names, bound))
            return inner | used | live
        if isinstance(node, cst.Match):
            found = live | free_names(node.subject)
            for case in node.cases:
                guard = free_names(case.guard) if case.guard is not None else _NONE
                found |= self.suite(case.body, live, ends) | free_names(case.pattern) | guard
            return found
        if isinstance(node, cst.BaseSmallStatement):
            return self._small(node, live, ends)
        return live | free_names(node)

    def _small(self, node: cst.CSTNode, live: _Names, ends: Ends) -> _Names:
        if isinstance(node, cst.Return):
            return ends.returned | ends.raised | free_names(node)
        if isinstance(node, cst.Raise):
            return ends.raised | free_names(node)
        if isinstance(node, cst.Break):
            return ends.broken
        if isinstance(node, cst.Continue):
            return ends.continued
        if isinstance(node, cst.Assign):
            plain = [t.target for t in node.targets]
            set_now = {t.value for t in plain if isinstance(t, cst.Name)}
            others = [t for t in plain if not isinstance(t, cst.Name)]
            used = free_names(node.value).union(*map(free_names, others))
            return (live - set_now) | used | ends.raised
        return live | free_names(node) | ends.raised

    def _if(self, node: cst.If, live: _Names, ends: Ends) -> _Names:
        found = self.suite(node.body, live, ends) | free_names(node.test)
        if node.orelse is None:
            return found | live
        if isinstance(node.orelse, cst.If):
            self.found[id(node.orelse)] = self.found.get(id(node.orelse), _NONE) | live
            return found | self._if(node.orelse, live, ends)
        return found | self.suite(node.orelse.body, live, ends)

    def _loop(self, node: cst.For | cst.While, live: _Names, ends: Ends) -> _Names:
        over = live if node.orelse is None else self.suite(node.orelse.body, live, ends)
        head = node.iter if isinstance(node, cst.For) else node.test
        bound = _bound(node.target) if isinstance(node, cst.For) else _NONE
        used = free_names(head)
        if isinstance(node, cst.For):
            used |= free_names(node.target) - bound
        entry = over | used
        while True:
            inside = replace(ends, broken=live, continued=entry)
            new = entry | (self.suite(node.body, entry, inside) - bound)
            if new == entry:
                return entry
            entry = new

    def _try(self, node: cst.Try, live: _Names, ends: Ends) -> _Names:
        if node.finalbody is not None:
            # However the block is left, the finally runs first.
            used = free_names(node.finalbody)
            outside = ends.broken | ends.continued | ends.returned | ends.raised
            live = self.suite(node.finalbody.body, live | outside, ends) | used
            ends = Ends(
                ends.broken | used, ends.continued | used, ends.returned | used, ends.raised | used
            )
        handled = ends.raised
        for handler in node.handlers:
            kind = free_names(handler.type) if handler.type is not None else _NONE
            handled |= self.suite(handler.body, live, ends) | kind
        last = live if node.orelse is None else self.suite(node.orelse.body, live, ends)
        return self.suite(node.body, last, replace(ends, raised=ends.raised | handled)) | handled


def free_names(node: cst.CSTNode) -> _Names:
    """The names that code may read, those apart that its comprehensions bind for themselves."""
    if isinstance(node, cst.BaseComp):
        return _free_in(node)
    inner = [c for c in node.children if _has_comprehension(c)]
    if not inner:
        return frozenset(names_in(node))
    found: set[str] = set(names_in(node)) if not node.children else set()
    for child in node.children:
        found |= free_names(child)
    return frozenset(found)


def _has_comprehension(node: cst.CSTNode) -> bool:
    return any(isinstance(n, cst.BaseComp) for n in walk(node))


def _free_in(node: cst.BaseComp) -> _Names:
    """The first iterable is evaluated outside; everything else sees the targets."""
    parts = [node.key, node.value] if isinstance(node, cst.DictComp) else [node.elt]  # type: ignore[attr-defined]
    inside = frozenset().union(*(free_names(p) for p in parts))
    bound = _NONE
    clause: cst.CompFor | None = node.for_in
    first = free_names(node.for_in.iter)
    while clause is not None:
        bound |= _bound(clause.target)
        inside |= free_names(clause.target) - _bound(clause.target)
        inside |= frozenset().union(*(free_names(i.test) for i in clause.ifs), _NONE)
        if clause is not node.for_in:
            inside |= free_names(clause.iter)
        clause = clause.inner_for_in
    return (inside - bound) | first


def _bound(target: cst.BaseExpression) -> _Names:
    """The plain names that the target of a loop sets."""
    if isinstance(target, cst.Name):
        return frozenset({target.value})
    if isinstance(target, cst.Tuple | cst.List):
        return frozenset().union(*(_bound(e.value) for e in target.elements))
    return _NONE


def is_dead(function: cst.FunctionDef, statement: cst.CSTNode, name: str) -> bool:
    """Whether nobody reads what a statement gives a name."""
    found = live_after(function)
    return id(statement) in found and name not in found[id(statement)]
