"""What functions are brought to before they are compared behaves as they do, run side by side.

``python -m tests.judge.test_forms`` does so with all functions of all pairs.
"""

from __future__ import annotations

import ast
import copy
import random
import sys
import tempfile
from collections.abc import Iterator
from pathlib import Path

import pytest

import dreck
from dreck import Verdict
from dreck.judge.unfolding.forms import FORMS, TOGETHER, Brought, brought_to
from dreck.judge.world.loading import names_around
from dreck.judge.world.quiet import looks_at_itself
from dreck.outline import FunctionNode

from .pairs_reader import read_pairs

# These always say what they rest on; where texts are cut, the comparison sees to it that they are.
RESTING = (
    "arguments",
    "dispatched",
    "keys",
    "entries",
    "types",
    "members",
    "joins",
    "cuts",
    "texts",
)
PLAIN = [form for form in FORMS if form not in RESTING]
ALL = (*PLAIN, TOGETHER.join(PLAIN))
NOBODY = ast.parse("def nobody(): pass").body[0]


class _Spelled(ast.NodeTransformer):
    """Names that no source can have, as some that it can."""

    def visit_Name(self, node: ast.Name) -> ast.Name:
        if not node.id.isidentifier():
            node.id = "f_" + "".join(c if c.isalnum() else f"_{ord(c)}_" for c in node.id)
        return node


def brought(form: str, text: str) -> Iterator[tuple[str, str]]:
    """Each function that a form changes without resting on anything: the module with it changed."""
    tree = ast.parse(text)
    names = names_around(tree)
    owners: list[tuple[str, list[ast.stmt]]] = [("", tree.body)]
    owners += [(f"{c.name}.", c.body) for c in tree.body if isinstance(c, ast.ClassDef)]
    for owner, body in owners if not looks_at_itself(tree) else ():
        for at, function in enumerate(body):
            if not isinstance(function, ast.FunctionDef):
                continue
            assert isinstance(NOBODY, ast.FunctionDef)
            found, rests_on = brought_to(form, Brought(function, NOBODY, names, True))
            if found is not function and not rests_on:
                yield f"{owner}{function.name}", _with(tree, body, at, found)


def _with(tree: ast.Module, body: list[ast.stmt], at: int, found: FunctionNode) -> str:
    kept, body[at] = body[at], found
    made = ast.fix_missing_locations(_Spelled().visit(copy.deepcopy(tree)))
    body[at] = kept
    return ast.unparse(made)


def parted(form: str, texts: list[str], folder: Path, most: int) -> tuple[int, list[str]]:
    """How many functions were tried in a form, and those for which an input shows a difference."""
    tried, found = 0, []
    for text in texts:
        for name, new in brought(form, text):
            (folder / "before.py").write_text(text, encoding="utf-8")
            (folder / "after.py").write_text(new, encoding="utf-8")
            told = dreck.vouch(folder / "before.py", folder / "after.py", name, strict=True)
            tried += 1
            if told.verdict is Verdict.DIFFERS:
                found.append(f"{form}: {name}\n{new}")
            if tried == most:
                return tried, found
    return tried, found


def texts_of_pairs() -> list[str]:
    """All versions of all pairs, each once."""
    return list(dict.fromkeys(t for p in read_pairs() for t in (p.before, p.after)))


@pytest.mark.parametrize("form", ALL, ids=lambda f: "together" if TOGETHER in f else f)
def test_forms_keep_behaviour(form: str, tmp_path: Path) -> None:
    """Nothing parts a function from itself in a form that rests on nothing."""
    texts = texts_of_pairs()
    random.Random(form).shuffle(texts)
    tried, found = parted(form, texts, tmp_path, most=3)
    assert tried == 3 and not found, found


if __name__ == "__main__":
    with tempfile.TemporaryDirectory() as folder:
        for each in ALL:
            count, shown = parted(each, texts_of_pairs(), Path(folder), sys.maxsize)
            print(each if TOGETHER not in each else "together", count, *shown, sep="\n")
