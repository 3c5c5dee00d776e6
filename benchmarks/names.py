"""Hide a predicate that a person named, have names proposed for its condition, and compare.

    python benchmarks/names.py [--show N] FOLDER...

In every file, each function, method or property that only returns a condition of several operands
is taken out, and its condition put where it is first asked in an `if`; then names are
proposed for it, as `extract-predicate` does. Told is how often the person's own name comes first,
how often one of the same words (at least half of all words that are in either, without verbs such
as "is"), and how often one of these is among the first five. Same words are no proof that a name
is as good, nor are other words one that it is worse: --show prints the first N for reading aloud.
Nothing is changed.
"""

from __future__ import annotations

import ast
import collections
import sys
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from dreck.errors import DreckError
from dreck.moves.alike import decisions_in
from dreck.moves.module_view import ModuleView
from dreck.naming.proposals import Named, proposals
from dreck.naming.spelling import spelt
from dreck.naming.words import words_of
from dreck.source.files import SourceFile
from dreck.source.targets import python_files

_FIRST = 5
_VERBS = frozenset("is are was has have can may must should does do needs in not".split())
_KNOWN = {"property", "staticmethod", "functools.cached_property", "cached_property"}


@dataclass(frozen=True, slots=True)
class Hidden:
    """A module without one of its predicates.

    Attributes:
        name: what the person called it.
        condition: what it asks, at the place where it was asked.
        path, text: the module, with the condition there.
        line: that place.
    """

    name: str
    condition: str
    path: Path
    text: str
    line: int


def main() -> int:
    """Run the benchmark."""
    given = sys.argv[1:]
    show = int(given[1]) if given[:1] == ["--show"] else 0
    folders = given[2:] if show else given
    if not folders:
        print(__doc__)
        return 2
    counts: collections.Counter[str] = collections.Counter()
    for path in (p for f in folders for p in python_files(Path(f))):
        for hidden in _hidden_in(path):
            names = _proposed(hidden)[:_FIRST]
            alike = [n for n in names if _says_the_same(n, hidden.name)]
            counts["hidden"] += 1
            counts["proposed"] += bool(names)
            counts["own name first"] += _plain(names[:1]) == [hidden.name.strip("_")]
            counts["same words first"] += alike[:1] == names[:1] and bool(names)
            counts["same words among five"] += bool(alike)
            if counts["hidden"] <= show:
                shown = ", ".join(names) or "nothing"
                print(f"{path.name}: {hidden.name}: {hidden.condition}\n    {shown}")
    print(", ".join(f"{what} {count}" for what, count in counts.items()) or "no predicates")
    return 0


def _hidden_in(path: Path) -> Iterator[Hidden]:
    try:
        text = SourceFile.read(path).text
        tree = ast.parse(text)
    except (DreckError, SyntaxError, ValueError):
        return
    owners = [n for n in tree.body if isinstance(n, ast.ClassDef)]
    for owner, body in [(None, tree.body), *((o, o.body) for o in owners)]:
        for function in body:
            if isinstance(function, ast.FunctionDef):
                found = _without(text, tree, function, is_method=owner is not None)
                if found is not None:
                    yield Hidden(function.name, found[1], path, found[0], found[2])


def _without(
    text: str, tree: ast.Module, function: ast.FunctionDef, *, is_method: bool
) -> tuple[str, str, int] | None:
    """The text without a predicate, its condition where it was asked, and the line of that."""
    body = [s for s in function.body if not _is_docstring(s)]
    asked = body[0].value if len(body) == 1 and isinstance(body[0], ast.Return) else None
    if not isinstance(asked, ast.BoolOp) or function.args.vararg or function.args.kwarg:
        return None
    decorators = {ast.unparse(d) for d in function.decorator_list}
    if decorators - _KNOWN:
        return None
    parameters = [a.arg for a in (*function.args.posonlyargs, *function.args.args)]
    is_asked_plainly = bool(decorators - {"staticmethod"})
    for node in ast.walk(tree):
        tests = [node.test] if isinstance(node, ast.If | ast.While) else []
        for call in (c for t in tests for c in ast.walk(t)):
            if function.lineno <= getattr(call, "lineno", 0) <= (function.end_lineno or 0):
                continue
            given = _given(call, function.name, is_method, is_asked_plainly)
            if given is not None and len(given) == len(parameters):
                put = _Put(dict(zip(parameters, given, strict=True)))
                condition = ast.unparse(put.visit(ast.parse(ast.unparse(asked), mode="eval").body))
                assert isinstance(call, ast.expr)
                return _edited(text, function, call, condition), condition, call.lineno
    return None


def _given(node: ast.AST, name: str, is_method: bool, is_plain: bool) -> list[ast.expr] | None:
    """What a predicate is asked of in an expression, if that asks it."""
    asked = node if is_plain else getattr(node, "func", None)
    given = [] if is_plain or not isinstance(node, ast.Call) else [*node.args]
    if isinstance(node, ast.Call) and node.keywords:
        return None
    if is_method and isinstance(asked, ast.Attribute) and asked.attr == name:
        return [asked.value, *given]
    if not is_method and isinstance(asked, ast.Name) and asked.id == name:
        return given
    return None


class _Put(ast.NodeTransformer):
    """Puts what was given in the place of parameters."""

    def __init__(self, given: dict[str, ast.expr]) -> None:
        self.given = given

    def visit_Name(self, node: ast.Name) -> ast.expr:
        return self.given.get(node.id, node)


def _edited(text: str, function: ast.FunctionDef, call: ast.expr, condition: str) -> str:
    """The text with the condition in place of the call, and nothing in that of the predicate; no
    line moves.
    """
    lines = text.encode().split(b"\n")
    first, last = call.lineno - 1, (call.end_lineno or call.lineno) - 1
    before, after = lines[first][: call.col_offset], lines[last][call.end_col_offset :]
    lines[first : last + 1] = [
        before + b"(" + condition.encode() + b")" + after,
        *[b""] * (last - first),
    ]
    start = min([function.lineno, *(d.lineno for d in function.decorator_list)]) - 1
    end = function.end_lineno or function.lineno
    lines[start:end] = [b" " * function.col_offset + b"pass", *[b""] * (end - start - 1)]
    return b"\n".join(lines).decode()


def _is_docstring(statement: ast.stmt) -> bool:
    return isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant)


def _proposed(hidden: Hidden) -> list[str]:
    """The names for the condition, the best first: of what stands around it, where it is asked
    alone.
    """
    try:
        view = ModuleView(hidden.path, hidden.text)
    except (DreckError, SyntaxError):
        return []
    asked = ast.parse(hidden.condition, mode="eval").body
    named = Named(asked)
    for name, decisions in decisions_in(view).items():
        for found in (d for d in decisions if d.line == hidden.line):
            turned = isinstance(found.condition, ast.UnaryOp)
            inside = found.condition.operand if turned else found.condition  # type: ignore[attr-defined]
            if ast.dump(inside) == ast.dump(asked):
                arms = (found.otherwise, found.arm) if turned else (found.arm, found.otherwise)
                within = view.functions[name].node.name
                said = () if turned else found.comments
                named = Named(inside, *arms, said, found.loop_target, found.behind, within)
    names = [p.name for p in proposals(named)]
    literal = spelt(asked)
    return [*names, literal] if literal and literal not in names else names


def _plain(names: list[str]) -> list[str]:
    return [n.strip("_") for n in names]


def _says_the_same(one: str, other: str) -> bool:
    """Whether at least half of all words of two names are in both; a `not` turns a name round."""
    first, second = words_of(one), words_of(other)
    if ("not" in first) != ("not" in second):
        return False
    ours, theirs = {*first} - _VERBS, {*second} - _VERBS
    return bool(ours and theirs) and 2 * len(ours & theirs) >= len(ours | theirs)


if __name__ == "__main__":
    sys.exit(main())
