"""Functions by which another one is reached: what calls a function makes its arguments as a program
does, with texts that were read before and objects that were filled.

A difference that shows in one of them is one of the function in question only where nothing else
that it comes to was changed.
"""

from __future__ import annotations

import ast
import builtins
from collections.abc import Collection, Iterable, Iterator, Sequence
from dataclasses import dataclass

from ...outline import FunctionNode, all_nodes, functions_of

# Methods with names of this kind that are called like others.
_CALLED = frozenset({"__call__", "__iter__", "__len__", "__str__", "__contains__", "__getitem__"})
# So many calls away is what is not known to come there.
_FAR = 100
# What looks names up that nobody may have written down.
_LOOKING_ROUND = frozenset(
    "globals locals vars eval exec methodcaller attrgetter __dict__ __import__ import_module".split()
)
# Bases of other modules that call nothing of what is derived from them, and decorators that leave a
# function what it is.
_HARMLESS = frozenset(
    {"ABC", "abc.ABC", "Protocol", "NamedTuple", "TypedDict", "Enum", "enum.Enum"}
)
_PLAINLY_DECORATED = frozenset({"property", "staticmethod", "classmethod", "abstractmethod"})
_PLAIN = frozenset({"str", "int", "bool", "float", "bytes"})
_HOLDING_THEM = frozenset(
    {
        *("list", "dict", "set", "tuple", "frozenset", "iterable", "iterator", "collection"),
        *("sequence", "mapping", "mutablesequence", "mutablemapping", "optional", "any"),
    }
)


class Ways:
    """The ways by which a function is come to, and what else was changed beside it.

    Args:
        modules: both versions.
        subject: the qualified name of the function in question.
    """

    def __init__(self, modules: Sequence[ast.Module], subject: str) -> None:
        self._subject = subject
        self._calls = [Calls(m) for m in modules]
        old, new = (c.functions for c in self._calls)
        # What was pulled out of it, or put into it, belongs to it; any other change may be what
        # differs.
        mine = [c.reached(subject) for c in self._calls]
        self._inside = (mine[0] - new.keys()) | (mine[1] - old.keys()) | {subject}
        self._changed = {
            n
            for n in (old.keys() | new.keys()) - self._inside
            if n not in old or n not in new or ast.dump(old[n]) != ast.dump(new[n])
        }
        words = changed_words(modules, {_last(n) for n in self._changed})
        hidden = any(c.is_hidden(n) for c in self._calls for n in self._changed)
        self._words = words or frozenset()
        # Something that was changed may be come to from anywhere.
        self._is_anywhere = words is None or hidden

    def entrances(self) -> list[str]:
        """Functions that come to the one in question, and to nothing else that was changed: the
        nearest, then the one whose parameters are the plainest, then the others, those first that
        are near.
        """
        old, new = (c.functions for c in self._calls)
        found: dict[str, tuple[int, int]] = {}
        for name in old.keys() & new.keys():
            last = _last(name)
            if name == self._subject or (last.startswith("__") and last not in _CALLED):
                continue
            way = self._way(name)
            if way is not None and not self._comes_to_a_change(name):
                found[name] = (way, _strange(old[name]))
        nearest = sorted(found, key=lambda n: (found[n], n))
        plainest = sorted(nearest, key=lambda n: found[n][1])
        return list(dict.fromkeys([*nearest[:1], *plainest[:1], *nearest[1:]]))

    def is_alike(self, name: str) -> bool:
        """Whether a function is the same in both versions, with all that it comes to."""
        known = all(name in c.functions for c in self._calls)
        reached = {n for c in self._calls for n in c.reached(name)}
        return known and reached.isdisjoint(self._inside) and not self._comes_to_a_change(name)

    def _way(self, name: str) -> int | None:
        """How many calls away the function in question is; None if it is not come to."""
        ways = [c.way(name, self._subject) for c in self._calls]
        if None not in ways:
            return ways[0]
        chosen = all(c.may_choose(name, self._subject) for c in self._calls)
        return _FAR if chosen and not self._changed and not self._words else None

    def _comes_to_a_change(self, name: str) -> bool:
        if self._is_anywhere:
            return True
        for calls in self._calls:
            outside = calls.reached(name) - self._inside
            if not outside.isdisjoint(self._changed):
                return True
            if self._words and any(calls.speaks_of(n, self._words) for n in outside):
                return True
        return False


def changed_words(
    modules: Sequence[ast.Module], functions: Collection[str]
) -> frozenset[str] | None:
    """The names that stand for something else in the other version: functions that were changed, what
    modules and their classes bind otherwise, and what is made of these; None where that is done by
    a statement that binds no name.

    Args:
        modules: both versions.
        functions: the last names of functions that were changed.
    """
    before, after = ({s.text: s for s in _statements(m.body)} for m in modules)
    found = set(functions)
    for text in before.keys() ^ after.keys():
        names = (before.get(text) or after[text]).names
        if not names:
            return None
        found |= names
    every = [*before.values(), *after.values()]
    while True:
        more = [s for s in every if not s.words.isdisjoint(found) and not s.names <= found]
        if not more:
            break
        found |= {n for s in more for n in s.names}
    unnamed = any(not s.names and not s.words.isdisjoint(found) for s in every)
    return None if unnamed else frozenset(found)


class Calls:
    """Which functions of a module name which: by their last names, whatever they are asked of."""

    def __init__(self, module: ast.Module) -> None:
        self.functions: dict[str, FunctionNode] = {f.name: f.node for f in functions_of(module)}
        self._by_word: dict[str, list[str]] = {}
        for name in self.functions:
            self._by_word.setdefault(_last(name), []).append(name)
        self._words = {n: frozenset(_words(f)) for n, f in self.functions.items()}
        self._chooses = {n for n, f in self.functions.items() if _chooses(f)}
        classes = {s.name: s for s in module.body if isinstance(s, ast.ClassDef)}
        known = {*classes, *dir(builtins), *_HARMLESS}
        self._strangers = {
            n for n, c in classes.items() if any(ast.unparse(b) not in known for b in c.bases)
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

    def is_hidden(self, name: str) -> bool:
        """Whether a function may be called without being named: by an operator or the like, by what
        decorates it, or by a class of another module.
        """
        function = self.functions.get(name)
        if function is None:
            return False
        last, owner = _last(name), name.rpartition(".")[0]
        decorated = {ast.unparse(d) for d in function.decorator_list} - _PLAINLY_DECORATED
        decorated = {d for d in decorated if not d.endswith((".setter", ".deleter"))}
        return last.startswith("__") or bool(decorated) or owner in self._strangers

    def speaks_of(self, name: str, words: Collection[str]) -> bool:
        """Whether a function has one of these words, or makes names up."""
        return name in self._chooses or not self._words[name].isdisjoint(words)


def _last(name: str) -> str:
    return name.partition("#")[0].rpartition(".")[2]


def _words(*nodes: ast.AST) -> Iterator[str]:
    for node in (n for root in nodes for n in all_nodes(root)):
        if isinstance(node, ast.Name):
            yield node.id
        elif isinstance(node, ast.Attribute):
            yield node.attr


def _chooses(function: FunctionNode) -> bool:
    """Whether it may ask for what it makes up the name of."""
    for node in all_nodes(function):
        called = node.func if isinstance(node, ast.Call) else None
        if isinstance(called, ast.Name) and called.id == "getattr" and isinstance(node, ast.Call):
            if len(node.args) > 1 and not isinstance(node.args[1], ast.Constant):
                return True
    return not _LOOKING_ROUND.isdisjoint(_words(function))


@dataclass(frozen=True, slots=True)
class _Statement:
    """What a module, or a class of it, does beside its functions; the head of a class is one, too."""

    text: str
    names: frozenset[str]
    words: frozenset[str]


def _statements(body: Iterable[ast.stmt]) -> Iterator[_Statement]:
    for statement in body:
        if isinstance(statement, ast.ClassDef):
            head = [*statement.bases, *(k.value for k in statement.keywords)]
            head += statement.decorator_list
            text = f"{statement.name}({', '.join(map(ast.dump, head))})"
            yield _Statement(text, frozenset({statement.name}), frozenset(_words(*head)))
            yield from _statements(statement.body)
        elif not isinstance(statement, FunctionNode):
            names = frozenset(_names(statement))
            words = frozenset(_words(statement))
            yield _Statement(ast.dump(statement), names, words)


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
