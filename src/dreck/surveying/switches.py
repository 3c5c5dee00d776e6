"""Chains that ask one subject again and again: for a value, a class, a limit, its own kind."""

from __future__ import annotations

import ast
from collections import Counter
from collections.abc import Iterator, Sequence

from ..outline import all_nodes
from ..taste.blocks import arms_of, size_of
from ..taste.subjects import key_of, subject_of, subjects_of

FunctionNode = ast.FunctionDef | ast.AsyncFunctionDef

_VALUES = 3
_CLASSES = 2
_LIMITS = 3
_ORDER = (ast.Lt, ast.LtE, ast.Gt, ast.GtE)
# A parameter that chooses between ways of at least so many statements in all.
_WAYS = 4


def switch(node: ast.If | ast.Match) -> str | None:
    """The kind of switch that a chain or match is, if it is one.

    >>> switch(ast.parse("if a < 1: b()\\nelif a < 2: c()\\nelif a < 3: d()").body[0])
    'range-ladder'
    """
    if isinstance(node, ast.Match):
        return _kind_of_match(node)
    tests = [t for t, _ in arms_of(node) if t is not None]
    if len(tests) < _CLASSES:
        return None
    if len(tests) >= _LIMITS and _limits(tests) >= _LIMITS:
        return "range-ladder"
    classes = Counter(s for s in map(_asked_for_class, tests) if s)
    if classes and max(classes.values()) >= _CLASSES:
        return "class-switch"
    if len(tests) < _VALUES:
        return None
    values = Counter(s for s in map(subject_of, tests) if s)
    subject, number = values.most_common(1)[0] if values else ("", 0)
    if number < _VALUES:
        return None
    return "own-kind-switch" if _is_own(subject) else "value-switch"


def _kind_of_match(node: ast.Match) -> str | None:
    patterns = [case.pattern for case in node.cases]
    if sum(isinstance(p, ast.MatchClass) for p in patterns) >= _CLASSES:
        return "class-switch"
    values = [p for p in patterns if isinstance(p, ast.MatchValue | ast.MatchOr)]
    if len(values) < _VALUES:
        return None
    return "own-kind-switch" if _is_own(key_of(node.subject)) else "value-switch"


def _is_own(subject: str) -> bool:
    """Whether a subject, by its key, is an attribute of the object itself."""
    return subject.startswith("self.")


def _asked_for_class(test: ast.expr) -> str | None:
    """What ``isinstance(x, K)`` or ``type(x) is K`` asks about."""
    if isinstance(test, ast.BoolOp) and test.values:
        return _asked_for_class(test.values[0])
    if isinstance(test, ast.Call):
        return subject_of(test)
    if isinstance(test, ast.Compare) and isinstance(test.left, ast.Call):
        call = test.left
        if isinstance(call.func, ast.Name) and call.func.id == "type" and len(call.args) == 1:
            return key_of(call.args[0])
    return None


def _limits(tests: Sequence[ast.expr]) -> int:
    """How many tests compare the subject asked most for its size."""
    subjects: Counter[str] = Counter()
    for test in tests:
        parts = test.values if isinstance(test, ast.BoolOp) else [test]
        for part in parts[:1]:
            if isinstance(part, ast.Compare) and isinstance(part.ops[0], _ORDER):
                middle = part.comparators[0] if len(part.ops) == 2 else part.left
                subjects[key_of(middle)] += 1
    return max(subjects.values(), default=0)


def flag_parameters(
    function: FunctionNode, chains: Sequence[ast.If]
) -> Iterator[tuple[str, int, int, str]]:
    """Parameters with a truth for default or annotation that only choose between two ways."""
    given = _truths(function.args)
    if not given:
        return
    for node in chains:
        test = node.test
        if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
            test = test.operand
        if isinstance(test, ast.Name) and test.id in given and node.orelse:
            size = size_of(node.body) + size_of(node.orelse)
            if size >= _WAYS:
                yield "flag-parameter", node.lineno, size, f"`{test.id}` chooses the way"


def _truths(arguments: ast.arguments) -> set[str]:
    positional = [*arguments.posonlyargs, *arguments.args]
    defaults = dict(zip([a.arg for a in positional[::-1]], arguments.defaults[::-1], strict=False))
    defaults |= {
        a.arg: d
        for a, d in zip(arguments.kwonlyargs, arguments.kw_defaults, strict=True)
        if d is not None
    }
    found = {
        a.arg
        for a in [*positional, *arguments.kwonlyargs]
        if isinstance(a.annotation, ast.Name) and a.annotation.id == "bool"
    }
    return found | {
        name
        for name, default in defaults.items()
        if isinstance(default, ast.Constant) and isinstance(default.value, bool)
    }


def scattered(chains: Sequence[ast.If]) -> Iterator[tuple[str, int, int, str]]:
    """Subjects that more than two chains ask for a kind."""
    if len(chains) < 3:
        return
    asked: Counter[str] = Counter()
    where: dict[str, tuple[int, ast.expr]] = {}
    for node in chains:
        tests = [t for t, _ in arms_of(node) if t is not None]
        subjects = {s: t for t in reversed(tests) for s in subjects_of(t)}
        for subject, test in subjects.items():
            where.setdefault(subject, (node.lineno, test))
        asked.update(subjects.keys())
    for subject, number in asked.items():
        if number > 2:
            line, test = where[subject]
            words = f"`{_text_of(test, subject)}` is asked in {number} places"
            yield "scattered-tests", line, number, words


def _text_of(test: ast.expr, subject: str) -> str:
    """The code of a subject, which is given by its key."""
    expressions = (n for n in all_nodes(test) if isinstance(n, ast.expr))
    return next((ast.unparse(n) for n in expressions if key_of(n) == subject), ast.unparse(test))
