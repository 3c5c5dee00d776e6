"""Damages modules of the standard library at one place outside their functions, or in a head.

    python -m tests.judge.real_modules [MODULE ...] [--count N] [--seed S]

Every damaged module is loaded beside the old one, in a process of its own, and what can be seen of
both is compared: names, their kinds, the order of what classes hold (of private methods only that
they are there), annotations, defaults. Where
that differs, or the new one cannot be loaded, the judge must not call the two the same. Prints what
was damaged, and at the end how many pairs were compared.
"""

from __future__ import annotations

import argparse
import ast
import copy
import importlib.util
import random
import subprocess
import sys
from collections.abc import Callable, Iterator
from pathlib import Path

from dreck.judge.face.judge import Judge
from dreck.judge.versions.version import Version

MODULES = ("textwrap", "string", "copy", "shlex", "fractions", "csv", "queue", "calendar", "heapq")
# What can be seen of a module once it is loaded.
_SEEN = """
import importlib.util, sys, types
spec = importlib.util.spec_from_file_location("seen", sys.argv[1])
module = importlib.util.module_from_spec(spec); sys.modules["seen"] = module
spec.loader.exec_module(module)
def show(value, depth=0):
    if isinstance(value, type) and value.__module__ == "seen":
        held = [(k, show(v, depth + 1)) for k, v in vars(value).items() if not k.startswith("__") or k == "__init__"]
        own = [h for h in held if h[0][0] == "_" != h[0][1] and h[1][0] == "function"]
        held = [h for h in held if h not in own] + sorted(own)
        return ("class", value.__name__, [b.__name__ for b in value.__mro__], held if depth < 2 else [])
    if isinstance(value, types.FunctionType):
        return ("function", value.__qualname__, repr(value.__defaults__)[:80].split(" at ")[0], sorted(map(str, value.__annotations__)))
    if isinstance(value, (staticmethod, classmethod, property)):
        return type(value).__name__
    return type(value).__name__ if " at 0x" in repr(value) else repr(value)[:200]
for name in sorted(vars(module)):
    if not name.startswith("__"):
        print(name, show(vars(module)[name]))
"""


def damages(tree: ast.Module, chance: random.Random) -> Iterator[tuple[str, ast.Module]]:
    """Copies of a module with one mistake each, the same ones for the same seed."""
    kinds: list[Callable[[ast.Module, random.Random], str]] = [_swapped, _dropped, _head, _in_class]
    for kind in kinds:
        made = copy.deepcopy(tree)
        what = kind(made, chance)
        if what:
            yield what, ast.fix_missing_locations(made)


def _swapped(tree: ast.Module, chance: random.Random) -> str:
    i = chance.randrange(1, len(tree.body) - 1)
    tree.body[i], tree.body[i + 1] = tree.body[i + 1], tree.body[i]
    return f"line {tree.body[i].lineno}: two statements changed places"


def _dropped(tree: ast.Module, chance: random.Random) -> str:
    i = chance.randrange(1, len(tree.body))
    return f"line {tree.body.pop(i).lineno}: a statement dropped"


def _head(tree: ast.Module, chance: random.Random) -> str:
    """A decorator, a base or a default less."""
    found: list[tuple[str, list[ast.expr]]] = []
    for node in ast.walk(tree):
        if isinstance(node, ast.ClassDef | ast.FunctionDef):
            found += [(f"line {node.lineno}: a decorator", node.decorator_list)]
            found += (
                [(f"line {node.lineno}: a base", node.bases)]
                if isinstance(node, ast.ClassDef)
                else []
            )
        if isinstance(node, ast.FunctionDef):
            found += [(f"line {node.lineno}: a default", node.args.defaults)]
    chosen = [(what, parts) for what, parts in found if parts]
    if not chosen:
        return ""
    what, parts = chance.choice(chosen)
    parts.pop(0)
    return f"{what} dropped"


def _in_class(tree: ast.Module, chance: random.Random) -> str:
    owners = [n for n in ast.walk(tree) if isinstance(n, ast.ClassDef) and len(n.body) > 2]
    if not owners:
        return ""
    owner = chance.choice(owners)
    i = chance.randrange(1, len(owner.body) - 1)
    owner.body[i], owner.body[i + 1] = owner.body[i + 1], owner.body[i]
    return f"line {owner.lineno}: two statements of a class changed places"


def seen(text: str, folder: Path) -> str:
    """What can be seen of a module, or how loading it fails."""
    path = folder / "seen_module.py"
    path.write_text(text, encoding="utf-8")
    done = subprocess.run(
        [sys.executable, "-c", _SEEN, str(path)],
        capture_output=True,
        text=True,
        timeout=60,
        check=False,
    )
    return done.stdout if done.returncode == 0 else "fails: " + done.stderr.strip()[-200:]


def compare(name: str, seed: int, folder: Path) -> tuple[int, list[str]]:
    """Damage one module in each way; how many pairs were compared, and which were wrongly the same."""
    spec = importlib.util.find_spec(name)
    assert spec is not None and spec.origin is not None
    tree = ast.parse(Path(spec.origin).read_text(encoding="utf-8"))
    before = ast.unparse(tree)
    wrong: list[str] = []
    count = 0
    for what, made in damages(tree, random.Random(f"{name} {seed}")):
        after = ast.unparse(made)
        found = Judge(runner=None).vouch(
            Version(Path("a.py"), before), Version(Path("a.py"), after)
        )
        assert "the judge failed" not in str(found.subjects), (name, what, found.subjects)
        count += 1
        if found.verdict.same and seen(before, folder) != seen(after, folder):
            wrong.append(f"{name}, seed {seed}, {what}")
    return count, wrong


def main() -> None:
    """As in the module's docstring."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("modules", nargs="*", default=MODULES)
    parser.add_argument("--count", type=int, default=5)
    parser.add_argument("--seed", type=int, default=0)
    given = parser.parse_args()
    compared = 0
    every: list[str] = []
    for name in given.modules:
        for seed in range(given.seed, given.seed + given.count):
            count, wrong = compare(name, seed, Path("."))
            compared, every = compared + count, every + wrong
            print(name, seed, count, *wrong, flush=True)
    print(f"{compared} pairs compared, {len(every)} wrongly the same")
    raise SystemExit(bool(every))


if __name__ == "__main__":
    main()
