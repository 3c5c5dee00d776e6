"""Whether two versions of a project differ only in one name.

If all that changed is one word, if the new word meant nothing before, and if no old word is left
that may
mean the same thing, then every name still leads where it led (alpha-equivalence: A. Church, "A Set
of
Postulates for the Foundation of Logic", Annals of Mathematics 33, 1932).
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterable, Iterator

from ...outline import all_nodes
from ..world.scope import scope_of
from ..face.verdict import Assumption, AssumptionKind, SubjectVerdict, Verdict
from .version import Version

# Built-in functions that find names by their text.
_BY_TEXT = frozenset({"eval", "exec", "globals", "locals", "vars"})


def only_renamed(
    versions: Iterable[tuple[Version, Version]],
    old: str,
    new: str,
    subject: str,
    *,
    is_local: bool = False,
) -> SubjectVerdict:
    """Compare the files of a project before and after one thing got another name.

    Args:
        versions: each file of the project that mentions either word, or finds names by their text,
            before and
            after.
        old, new: the two words.
        subject: what was renamed, for the verdict.
        is_local: whether it is a local variable, which no object is asked for.
    """
    pairs = list(versions)
    for before, after in pairs:
        place = _other_difference(before.tree, after.tree, old, new)
        if place is not None:
            return SubjectVerdict(
                subject, Verdict.UNDECIDED, f"{before.path}:{place}: more than the name differs"
            )
        for line in _mentions(before.tree, new):
            return SubjectVerdict(
                subject,
                Verdict.UNDECIDED,
                f"{before.path}:{line}: {new!r} means something there already",
            )
    for _, after in pairs:
        for line in [] if is_local else _named_in_texts(after.tree, old):
            why = f"{after.path}:{line}: a text there names {old!r}, and finds nothing of that name"
            return SubjectVerdict(subject, Verdict.UNDECIDED, why)
    left = [
        (after, line) for _, after in pairs for line in _left(after.tree, old, is_local=is_local)
    ]
    if not left:
        return SubjectVerdict(
            subject, Verdict.PROVED, f"{old} is {new} everywhere, and nothing else differs"
        )
    places = [f"{after.path.as_posix()}:{line}" for after, line in left]
    assumptions = tuple(
        Assumption(
            AssumptionKind.NOT_OVERRIDDEN, f"{old} ({p})", f"{old} there if it is that of {subject}"
        )
        for p in dict.fromkeys(places)
    )
    count = (
        "one other place may mean"
        if len(assumptions) == 1
        else f"{len(assumptions)} other places may mean"
    )
    return SubjectVerdict(
        subject,
        Verdict.PROVED_UNDER,
        f"nothing but the name differs, but {count} {old}",
        assumptions,
    )


def _other_difference(a: object, b: object, old: str, new: str) -> int | None:
    """The line of the first difference that is not the one word for the other."""
    if isinstance(a, ast.AST):
        if type(a) is not type(b):
            return getattr(a, "lineno", 0)
        for name in a._fields:
            found = _other_difference(getattr(a, name, None), getattr(b, name, None), old, new)
            if found is not None:
                return found or getattr(a, "lineno", 0)
        return None
    if isinstance(a, list):
        if not isinstance(b, list) or len(a) != len(b):
            return 0
        lines = (_other_difference(x, y, old, new) for x, y in zip(a, b, strict=True))
        return next((line for line in lines if line is not None), None)
    same = type(a) is type(b) and a == b
    return None if same or (a == old and b == new) else 0


def _words(tree: ast.AST) -> Iterator[tuple[str, ast.AST]]:
    """Every word of a tree that names something, and every text that is a word."""
    for node in all_nodes(tree):
        for name in node._fields:
            value = getattr(node, name, None)
            values = value if isinstance(value, list) else [value]
            yield from ((v, node) for v in values if isinstance(v, str))


def _mentions(tree: ast.Module, word: str) -> list[int]:
    parts = (w for w in _words(tree) if w[0] == word or w[0].split(".")[-1] == word)
    return [getattr(node, "lineno", 0) for _, node in parts]


def _asks_by_text(node: ast.AST) -> bool:
    """Whether an object is asked for something whose name is put together as a text."""
    if not isinstance(node, ast.Call) or not isinstance(node.func, ast.Name | ast.Attribute):
        return False
    name = node.func.id if isinstance(node.func, ast.Name) else node.func.attr
    if name in ("attrgetter", "methodcaller"):
        return not all(isinstance(a, ast.Constant) for a in node.args[:1])
    return (
        name in ("getattr", "setattr", "hasattr", "delattr")
        and len(node.args) > 1
        and not isinstance(node.args[1], ast.Constant)
    )


# Functions that find or make fields by names in a text.
_FIELDS_IN_TEXTS = frozenset({"namedtuple", "attrgetter", "methodcaller", "make_dataclass"})


def _named_in_texts(tree: ast.Module, word: str) -> list[int]:
    """Lines of texts that name fields, among them this word: ``"width depth"`` for a named tuple,
    ``"{0.width}"``, ``attrgetter("gate.width")``.
    """
    said = rf"\b{re.escape(word)}\b"
    in_field = re.compile(rf"\{{[^{{}}]*\.{re.escape(word)}\b[^{{}}]*\}}")
    found = []
    for node in all_nodes(tree):
        if isinstance(node, ast.Constant) and isinstance(node.value, str):
            found += [node.lineno] if in_field.search(node.value) else []
        elif isinstance(node, ast.Call):
            called = ast.unparse(node.func).rpartition(".")[2]
            if called in _FIELDS_IN_TEXTS:
                found += [n.lineno for a in node.args for n in _texts_with(a, said)]
    return found


def _texts_with(node: ast.AST, said: str) -> Iterator[ast.Constant]:
    """The texts in a piece of code in which a word stands on its own."""
    for each in all_nodes(node):
        if isinstance(each, ast.Constant) and isinstance(each.value, str):
            if re.search(said, each.value):
                yield each


def _docstrings(tree: ast.AST) -> set[int]:
    """The ids of texts that stand alone."""
    alone = (n.value for n in all_nodes(tree) if isinstance(n, ast.Expr))
    return {id(v) for v in alone if isinstance(v, ast.Constant)}


def _left(tree: ast.Module, old: str, *, is_local: bool) -> list[int]:
    """Lines where the old word still stands and may mean what was renamed; a function's own names
    do not.
    """
    hidden: set[int] = set()
    for node in all_nodes(tree):
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef) and old in scope_of(node).own:
            hidden |= {id(n) for s in node.body for n in all_nodes(s) if isinstance(n, ast.Name)}
            hidden |= {id(n) for n in all_nodes(node.args) if isinstance(n, ast.arg)}
    found = [
        getattr(n, "lineno", 0)
        for word, n in _words(tree)
        if word in _BY_TEXT or (word == old and id(n) not in hidden)
    ]
    if not is_local:
        alone = _docstrings(tree)
        texts = _texts_with(tree, rf"\b{re.escape(old)}\b")
        found += [t.lineno for t in texts if t.value != old and id(t) not in alone]
    return (
        found
        if is_local
        else [
            *found,
            *(n.lineno for n in all_nodes(tree) if isinstance(n, ast.Call) and _asks_by_text(n)),
        ]
    )
