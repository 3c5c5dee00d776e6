"""Functions by which another one is reached: what calls a function makes its arguments as a program
does, with texts that were read before and objects that were filled.

A difference that shows in one of them is one of the function in question only where nothing else
that it comes to was changed.
"""

from __future__ import annotations

import ast
from collections.abc import Collection, Iterable, Iterator, Sequence

from ...outline import FunctionNode, all_nodes, functions_of

# Methods with names of this kind that are called like others.
_CALLED = frozenset({"__call__", "__iter__", "__len__", "__str__", "__contains__", "__getitem__"})
# So many calls away is what is not known to come there.
_FAR = 100
_PLAIN = frozenset({"str", "int", "bool", "float", "bytes"})
_HOLDING_THEM = frozenset(
    {
        *("list", "dict", "set", "tuple", "frozenset", "iterable", "iterator", "collection"),
        *("sequence", "mapping", "mutablesequence", "mutablemapping", "optional", "any"),
    }
)


def entrances(modules: Sequence[ast.Module], subject: str) -> list[str]:
    """Functions that come to another one, and to nothing else that was changed: the nearest, then
    the one whose parameters are the plainest, then the others, those first that are near.

    Args:
        modules: both versions.
        subject: the qualified name of the function in question.
    """
    calls = [Calls(m) for m in modules]
    old, new = (c.functions for c in calls)
    # What was pulled out of it, or put into it, belongs to it; any other change may be what differs.
    inside = (calls[0].reached(subject) - new.keys()) | (calls[1].reached(subject) - old.keys())
    inside.add(subject)
    changed = {
        n
        for n in (old.keys() | new.keys()) - inside
        if n not in old or n not in new or ast.dump(old[n]) != ast.dump(new[n])
    }
    bound = _bound_differently(*modules)
    if bound is None:
        return []
    words = bound | {n.rpartition(".")[2] for n in changed}
    found: dict[str, tuple[int, int]] = {}
    for name in old.keys() & new.keys():
        last = name.rpartition(".")[2]
        if name in changed or name == subject:
            continue
        if last.startswith("__") and last not in _CALLED:
            continue
        ways = [c.way(name, subject) for c in calls]
        if None in ways and (words or not all(c.may_choose(name, subject) for c in calls)):
            continue
        outside = [c.reached(name) - inside for c in calls]
        if not changed.isdisjoint(outside[0] | outside[1]):
            continue
        if words and any(calls[1].speaks_of(n, words) for n in outside[1]):
            continue
        found[name] = (ways[0] or _FAR, _strange(old[name]))
    nearest = sorted(found, key=lambda n: (found[n], n))
    plainest = sorted(nearest, key=lambda n: found[n][1])
    return list(dict.fromkeys([*nearest[:1], *plainest[:1], *nearest[1:]]))


def alike(modules: Sequence[ast.Module], name: str) -> bool:
    """Whether a function is the same in both versions, with all that it comes to."""
    calls = [Calls(m) for m in modules]
    old, new = (c.functions for c in calls)
    bound = _bound_differently(*modules)
    if bound is None or name not in old or name not in new:
        return False
    reached = calls[0].reached(name) | calls[1].reached(name)
    return all(
        n in old and n in new and ast.dump(old[n]) == ast.dump(new[n]) for n in reached
    ) and not any(bound and calls[1].speaks_of(n, bound) for n in reached)


class Calls:
    """Which functions of a module name which: by their last names, whatever they are asked of."""

    def __init__(self, module: ast.Module) -> None:
        self.functions: dict[str, FunctionNode] = {f.name: f.node for f in functions_of(module)}
        self._by_word: dict[str, list[str]] = {}
        for name in self.functions:
            self._by_word.setdefault(name.partition("#")[0].rpartition(".")[2], []).append(name)
        self._words = {n: frozenset(_words(f)) for n, f in self.functions.items()}
        self._chooses = {n for n, f in self.functions.items() if _chooses(f)}
        classes = {s.name: s for s in module.body if isinstance(s, ast.ClassDef)}
        self._strangers = {
            n for n, c in classes.items() if any(ast.unparse(b) not in classes for b in c.bases)
        }

    def named(self, name: str) -> Iterator[str]:
        """The functions that one names; all methods of its class where it makes names up."""
        for word in self._words[name]:
            yield from self._by_word.get(word, ())
        owner = name.rpartition(".")[0]
        if owner and any(n.startswith(f"{owner}.") for n in self._chooses):
            yield from (n for n in self.functions if n.startswith(f"{owner}."))

    def reached(self, name: str) -> set[str]:
        """A function and all that it comes to."""
        found: set[str] = set()
        pending = [name] if name in self.functions else []
        while pending:
            each = pending.pop()
            if each not in found:
                found.add(each)
                pending += self.named(each)
        return found

    def way(self, name: str, subject: str) -> int | None:
        """How many calls it takes to come from one function to another; None if it does not."""
        steps, known = [name], {name}
        for count in range(1, len(self.functions)):
            steps = [n for s in steps for n in dict.fromkeys(self.named(s)) if n not in known]
            known.update(steps)
            if subject in steps:
                return count
        return None

    def may_choose(self, name: str, subject: str) -> bool:
        """Whether a method may come to another of its class by a name that a class of another
        module makes up.
        """
        owner = subject.rpartition(".")[0]
        return bool(owner) and name.rpartition(".")[0] == owner and owner in self._strangers

    def speaks_of(self, name: str, words: Collection[str]) -> bool:
        """Whether a function has one of these words, or makes names up."""
        return name in self._chooses or not self._words[name].isdisjoint(words)


def _words(function: FunctionNode) -> Iterator[str]:
    for node in all_nodes(function):
        if isinstance(node, ast.Name):
            yield node.id
        elif isinstance(node, ast.Attribute):
            yield node.attr


def _chooses(function: FunctionNode) -> bool:
    """Whether it asks an object for what it makes up the name of."""
    return any(
        isinstance(n, ast.Call)
        and isinstance(n.func, ast.Name)
        and n.func.id == "getattr"
        and len(n.args) > 1
        and not isinstance(n.args[1], ast.Constant)
        for n in all_nodes(function)
    )


def _bound_differently(*modules: ast.Module) -> set[str] | None:
    """The names that modules and their classes bind otherwise, but for functions; None where they
    do something else that is not the same.
    """
    before, after = ({ast.dump(s): s for s in _statements(m.body)} for m in modules)
    found: set[str] = set()
    for text in before.keys() ^ after.keys():
        names = set(_names((before.get(text) or after[text])))
        if not names:
            return None
        found |= names
    return found


def _statements(body: Iterable[ast.stmt]) -> Iterator[ast.stmt]:
    for statement in body:
        if isinstance(statement, ast.ClassDef):
            yield from _statements(statement.body)
        elif not isinstance(statement, FunctionNode):
            yield statement


def _names(statement: ast.stmt) -> Iterator[str]:
    if isinstance(statement, ast.Import | ast.ImportFrom):
        yield from (a.asname or a.name.partition(".")[0] for a in statement.names)
    elif isinstance(statement, ast.Assign | ast.AnnAssign):
        targets = statement.targets if isinstance(statement, ast.Assign) else [statement.target]
        yield from (t.id for t in targets if isinstance(t, ast.Name))


def _strange(function: FunctionNode) -> int:
    """How much must be given that is not declared to be plain."""
    given = [*function.args.posonlyargs, *function.args.args]
    needed = given[: len(given) - len(function.args.defaults)]
    return sum(_strangeness(a.annotation) for a in needed if a.arg not in ("self", "cls"))


def _strangeness(hint: ast.expr | None) -> int:
    if hint is None:
        return 4
    words = {n.id.lower() for n in all_nodes(hint) if isinstance(n, ast.Name)}
    return 0 if words <= _PLAIN else 1 if words <= _PLAIN | _HOLDING_THEM else 3
