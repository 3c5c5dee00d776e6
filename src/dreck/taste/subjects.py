"""What conditions ask for a kind: ``x == K``, ``x in (K, L)``, ``isinstance(x, K)``."""

from __future__ import annotations

import ast
from collections.abc import Iterator


def subjects_of(test: ast.expr) -> Iterator[str]:
    """What the parts of a condition ask for a kind, or for its opposite."""
    if isinstance(test, ast.BoolOp):
        for value in test.values:
            yield from subjects_of(value)
    elif isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        yield from subjects_of(test.operand)
    else:
        found = subject_of(test, opposite=True)
        if found is not None:
            yield found


def subject_of(test: ast.expr, *, opposite: bool = False) -> str | None:
    """What a test for a kind asks about: ``x == K``, ``x in (K, L)``, ``isinstance(x, K)``."""
    if isinstance(test, ast.Compare) and len(test.ops) == 1:
        other = test.comparators[0]
        signs = (ast.Eq, ast.Is, ast.In, *((ast.NotEq, ast.IsNot, ast.NotIn) if opposite else ()))
        if isinstance(test.ops[0], signs) and _is_kind(other):
            return key_of(_whose_type(test.left))
    if isinstance(test, ast.Call) and isinstance(test.func, ast.Name) and test.args:
        return key_of(test.args[0]) if test.func.id == "isinstance" else None
    return None


def kinds_of(test: ast.expr) -> Iterator[tuple[str, str]]:
    """The kinds that the parts of a condition ask for by name, each with the last word of what is
    asked.

    >>> list(kinds_of(ast.parse("type(boat) is Tug").body[0].value))
    [('boat', 'Tug')]
    >>> sorted(kinds_of(ast.parse("lock.kind in ('dry', 'wet') and lock.kind != 'old'").body[0].value))
    [('kind', "'dry'"), ('kind', "'old'"), ('kind', "'wet'")]
    """
    if isinstance(test, ast.BoolOp):
        for value in test.values:
            yield from kinds_of(value)
    elif isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        yield from kinds_of(test.operand)
    elif isinstance(test, ast.Compare) and subject_of(test, opposite=True) is not None:
        for key in _parts(test.comparators[0]):
            yield _last_word(_whose_type(test.left)), ast.unparse(key)
    elif isinstance(test, ast.Call) and subject_of(test) is not None and len(test.args) == 2:
        for key in _parts(test.args[1]):
            yield _last_word(test.args[0]), ast.unparse(key)


def kinds_of_pattern(subject: ast.expr, pattern: ast.pattern) -> Iterator[tuple[str, str]]:
    """The kinds that a pattern lets in, each with the last word of what is matched."""
    if isinstance(pattern, ast.MatchOr):
        for part in pattern.patterns:
            yield from kinds_of_pattern(subject, part)
    elif isinstance(pattern, ast.MatchValue):
        yield _last_word(subject), ast.unparse(pattern.value)
    elif isinstance(pattern, ast.MatchClass):
        yield _last_word(subject), ast.unparse(pattern.cls)


def _whose_type(node: ast.expr) -> ast.expr:
    """The object whose very type is asked for, or what is asked itself."""
    is_type = isinstance(node, ast.Call) and ast.unparse(node.func) == "type"
    return node.args[0] if is_type and len(node.args) == 1 else node  # type: ignore[attr-defined]


def _parts(node: ast.expr) -> list[ast.expr]:
    return node.elts if isinstance(node, ast.Tuple | ast.List | ast.Set) else [node]


def _last_word(node: ast.expr) -> str:
    return node.attr if isinstance(node, ast.Attribute) else ast.unparse(node)


def _is_kind(node: ast.expr) -> bool:
    if isinstance(node, ast.Tuple | ast.List | ast.Set):
        return all(map(_is_kind, node.elts))
    if isinstance(node, ast.Constant):
        return node.value is not None
    return (
        isinstance(node, ast.Name | ast.Attribute)
        and (node.attr if isinstance(node, ast.Attribute) else node.id)[:1].isupper()
    )


def key_of(node: ast.expr) -> str:
    """A text that only expressions of the same shape have: names and attributes as they are
    written, which is quick, others as a dump of their tree.
    """
    if isinstance(node, ast.Name):
        return node.id
    if isinstance(node, ast.Attribute):
        return f"{key_of(node.value)}.{node.attr}"
    return ast.dump(node)
