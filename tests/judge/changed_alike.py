"""Both versions of a proved pair changed alike around their functions: names bound nearer, classes
and imports that mean something else. What is still proved must not differ when it is tried.

``python -m tests.judge.changed_alike 600`` changes so many pairs.
"""

from __future__ import annotations

import ast
import builtins
import random
import sys
from collections.abc import Callable, Iterator
from pathlib import Path
from unittest.mock import patch

from dreck.judge.face.judge import Judge
from dreck.judge.trials.runner import ProcessRunner
from dreck.judge.versions.version import Version
from dreck.judge.face.verdict import Verdict
from dreck.judge.walk.prove import Unproved

from .pairs_reader import Pair, read_pairs

Change = Callable[[ast.Module], None]
_STRICT = Judge(strict=True, runner=None)
_TRYING = Judge(runner=ProcessRunner(search=0.5))
_UNPROVED = Unproved("it is to be tried", 1, 1)
# What takes the place of a built-in name: at the top, in a function, in a class.
_AT_THE_TOP = (
    "def {}(*given, **more):\n    return given[0] if given else 0",
    "class {}:\n    pass",
    "{} = print",
)
_INSIDE = ("{} = print", "for {} in (max, min):\n    pass", "def {}(*given):\n    return given")
# What a module may do to a name of its own when all is defined.
_BEHIND = (
    "def {0}(*given, **more):\n    return 7",
    "class {0}:\n    pass",
    "for {0} in ({{}},):\n    pass",
    "globals()['{0}'] = {{}}",
    "def later(value):\n    global {0}\n    {0} = value",
)


def changes(pair: Pair, chance: random.Random) -> Iterator[tuple[str, Change]]:
    """Changes of both versions, each in words."""
    trees = [ast.parse(text) for text in (pair.before, pair.after)]
    nodes = [n for t in trees for n in ast.walk(t)]
    used = {n.id for n in nodes if isinstance(n, ast.Name)}
    built_in = sorted(n for n in used if hasattr(builtins, n))
    taken = (a.name for n in nodes if isinstance(n, ast.ImportFrom) for a in n.names)
    imported = sorted(n for n in taken if n.isidentifier())
    own = sorted({n for t in trees for s in t.body for n in _bound(s)})
    if built_in:
        name = chance.choice(built_in)
        yield f"{name} at the top", _put(chance.choice(_AT_THE_TOP).format(name), ast.Module)
        yield f"{name} in functions", _put(chance.choice(_INSIDE).format(name), ast.FunctionDef)
        yield f"{name} in classes", _put(f"{name} = print", ast.ClassDef)
    if imported:
        name = chance.choice(imported)
        yield f"{name} behind its import", _put(_AT_THE_TOP[chance.randrange(2)].format(name), None)
    if own:
        name = chance.choice(own)
        yield f"{name} further down", _put(chance.choice(_BEHIND).format(name), None, name)


def _bound(statement: ast.stmt) -> list[str]:
    targets = statement.targets if isinstance(statement, ast.Assign) else []
    named = getattr(statement, "name", None)
    return [*([named] if named else []), *(t.id for t in targets if isinstance(t, ast.Name))]


def _put(code: str, where: type[ast.AST] | None, name: str = "") -> Change:
    """Puts code before all else: behind the imports, or in all functions or classes; or, for a name
    that a module binds, behind all else.
    """

    def change(tree: ast.Module) -> None:
        if where in (None, ast.Module):
            if name and name not in {n for s in tree.body for n in _bound(s)}:
                return
            kinds = (ast.Import, ast.ImportFrom)
            last = max((i + 1 for i, s in enumerate(tree.body) if isinstance(s, kinds)), default=0)
            at = len(tree.body) if name else last
            tree.body[at:at] = ast.parse(code).body
        for node in [n for n in ast.walk(tree) if where is not None and type(n) is where]:
            if node is not tree:
                node.body[:0] = ast.parse(code).body  # type: ignore[attr-defined]

    return change


def found_wrong(seed: int, most: int, folder: Path) -> tuple[list[str], int]:
    """The changed pairs, of so many, that are proved and differ, and how many were proved and tried."""
    chance = random.Random(seed)
    pairs = [p for p in read_pairs() if p.verdict == "proved"]
    chance.shuffle(pairs)
    wrong, tried = [], 0
    for pair in pairs[:most]:
        for said, change in changes(pair, chance):
            versions = []
            for name, text in (("before", pair.before), ("after", pair.after)):
                tree = ast.parse(text)
                change(tree)
                path = folder / f"{name}.py"
                path.write_text(ast.unparse(ast.fix_missing_locations(tree)), encoding="utf-8")
                versions.append(Version(path, path.read_text(encoding="utf-8")))
            if _STRICT.vouch(*versions).verdict is Verdict.PROVED:
                tried += 1
                with patch("dreck.judge.face.judge.compare", return_value=_UNPROVED):
                    shown = _TRYING.vouch(*versions)
                if shown.verdict is Verdict.DIFFERS:
                    wrong.append(f"{pair.name}: {said}\n{versions[0].text}\n{versions[1].text}")
    return wrong, tried


if __name__ == "__main__":
    here = Path("changed-alike")
    here.mkdir(exist_ok=True)
    for each in found_wrong(random.randrange(10**6), int(sys.argv[1]), here)[0]:
        print(each, end="\n\n")
