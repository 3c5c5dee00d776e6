"""The rules of the house, so that nobody has to remember them."""

from __future__ import annotations

import ast
import subprocess
import sys
from pathlib import Path

import pytest

import dreck

SOURCE = Path(dreck.__file__).parent
MODULES = [p for p in SOURCE.rglob("*.py") if "project" not in p.parts]
# What each part may import of the others, beside errors, outline, intended and showing, which all may use.
MAY_USE = {
    "source": set(),
    "surveying": {"source", "taste"},
    "logic": set(),
    "taste": set(),
    "naming": set(),
    "moves": {"logic", "naming", "source"},
    "judge": set(),
    "aligning": {"source", "moves", "planner"},
    "opening": {
        "source",
        "surveying",
        "taste",
        "logic",
        "moves",
        "aligning",
        "judge",
        "planner",
        "net",
    },
    "journal": {"source"},
    "planner": {
        "taste",
        "source",
        "surveying",
        "logic",
        "moves",
        "judge",
        "naming",
        "journal",
        "net",
    },
    "net": {"source", "judge"},
    "comparing": {"source", "judge", "journal"},
    "report": {
        "opening",
        "source",
        "net",
        "aligning",
        "judge",
        "planner",
        "surveying",
        "moves",
        "comparing",
        "taste",
    },
    "demo": set(),
    "cli": {
        "opening",
        "taste",
        "source",
        "surveying",
        "judge",
        "planner",
        "moves",
        "demo",
        "report",
        "renaming",
        "aligning",
        "journal",
        "net",
        "comparing",
        "api",
        "__init__",
    },
    "renaming": {"journal", "source", "judge", "planner", "naming", "logic"},
    "api": {
        "opening",
        "report",
        "comparing",
        "journal",
        "net",
        "source",
        "surveying",
        "judge",
        "planner",
        "moves",
        "naming",
        "renaming",
        "aligning",
    },
    "__init__": {
        "report",
        "opening",
        "comparing",
        "journal",
        "net",
        "api",
        "judge",
        "planner",
        "surveying",
        "moves",
        "naming",
        "renaming",
        "aligning",
    },
    "__main__": {"cli"},
    "pytest_plugin": {"api", "comparing", "judge", "journal", "report"},
    "errors": set(),
    "outline": set(),
    "intended": set(),
    "showing": set(),
}
ONLY_IN = {
    "libcst": {"source", "logic", "moves", "planner"},
    "click": {"cli"},
    "rich": {"cli"},
    "matplotlib": {"report"},
    "pandas": {"surveying"},
    "jinja2": {"report"},
    "markupsafe": {"report"},
    "pygments": {"report"},
}


def part_of(path: Path) -> str:
    """The part of the package that a file belongs to."""
    return path.relative_to(SOURCE).parts[0].removesuffix(".py")


def imports_of(path: Path) -> set[str]:
    """Dotted names of all that a file imports, its own package written out."""
    package = ["dreck", *path.relative_to(SOURCE).parts[:-1]]
    found = set()
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            found |= {a.name for a in node.names}
        elif isinstance(node, ast.ImportFrom):
            base = package[: len(package) - node.level + 1] if node.level else []
            name = ".".join([*base, *([node.module] if node.module else [])])
            found |= {name} if node.module else {f"{name}.{a.name}" for a in node.names}
    return found


@pytest.mark.parametrize("path", MODULES, ids=lambda p: str(p.relative_to(SOURCE)))
def test_layers(path: Path) -> None:
    """Imports point one way, and heavy packages stay in their place."""
    part = part_of(path)
    for name in imports_of(path):
        top, _, rest = name.partition(".")
        assert part in ONLY_IN.get(top, {part}), f"{part} imports {name}"
        if top == "dreck":
            other = rest.partition(".")[0] or "__init__"
            other = other if other in MAY_USE else "__init__"
            assert (
                other in {part, "errors", "outline", "intended", "showing"} | MAY_USE[part]
            ), f"{part} imports {name}"


def test_judge_reads_for_itself() -> None:
    """The judge shares nothing with the rewriter."""
    for path in (SOURCE / "judge").rglob("*.py"):
        assert not [
            n
            for n in imports_of(path)
            if "libcst" in n or n.startswith(("dreck.moves", "dreck.logic", "dreck.source"))
        ]


@pytest.mark.parametrize(
    "path", [p for p in MODULES if part_of(p) != "judge"], ids=lambda p: str(p.relative_to(SOURCE))
)
def test_the_judge_hands_out_nothing_but_verdicts(path: Path) -> None:
    """What the judge knows of a module is no business of those who rewrite it: they ask its face,
    or compare two versions, and find out for themselves what else they need.
    """
    rooms = {"face", "versions"} | ({"trials"} if part_of(path) == "api" else set())
    # Planted faults measure tests as they measure trials.
    rooms |= {"faults"} if part_of(path) == "net" else set()
    inside = [n for n in imports_of(path) if n.startswith("dreck.judge.")]
    assert not [n for n in inside if n.split(".")[2] not in rooms], inside


@pytest.mark.parametrize(
    "path", [p for p in MODULES if part_of(p) != "cli"], ids=lambda p: str(p.relative_to(SOURCE))
)
def test_no_interface_in_the_core(path: Path) -> None:
    """Nothing below the command line prints or ends the process (the trial child excepted)."""
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Call):
            called = ast.unparse(node.func)
            assert called not in ("print", "sys.exit", "exit", "input"), f"{path}:{node.lineno}"


@pytest.mark.parametrize("path", MODULES, ids=lambda p: str(p.relative_to(SOURCE)))
def test_everything_public_is_documented(path: Path) -> None:
    """Modules, classes and public functions say what they are; functions stay short."""
    tree = ast.parse(path.read_text(encoding="utf-8"))
    assert ast.get_docstring(tree) or path.name == "__init__.py"
    for node in ast.walk(tree):
        if isinstance(node, ast.FunctionDef | ast.ClassDef) and not node.name.startswith(
            ("_", "visit_")
        ):
            nested = any(
                isinstance(f, ast.FunctionDef) and node in ast.walk(f) and f is not node
                for f in ast.walk(tree)
            )
            owner_is_private = any(
                isinstance(c, ast.ClassDef) and c.name.startswith("_") and node in c.body
                for c in ast.walk(tree)
            )
            assert nested or owner_is_private or ast.get_docstring(node), f"{path}: {node.name}"
        if isinstance(node, ast.FunctionDef):
            inside = sum(isinstance(n, ast.stmt) for n in ast.walk(node))
            assert inside <= 45, f"{path}: {node.name} has {inside} statements"


def loaded_by(code: str) -> set[str]:
    """Top-level packages that a fresh process has loaded after some code."""
    program = f"import sys\n{code}\nprint(*sorted({{m.partition('.')[0] for m in sys.modules}}), file=sys.stderr)"
    done = subprocess.run(
        [sys.executable, "-c", program], capture_output=True, text=True, timeout=60, check=True
    )
    return set(done.stderr.split())


@pytest.mark.parametrize(
    ("code", "never"),
    [
        (
            "import dreck",
            {"libcst", "click", "rich", "matplotlib", "jinja2", "hypothesis", "pytest"},
        ),
        ("import dreck; dreck.survey(__import__('os').__file__)", {"libcst", "click", "rich"}),
        (
            "sys.argv = ['dreck', '--help']\ntry:\n from dreck.cli import main; main()\nexcept SystemExit: pass",
            {"libcst", "matplotlib", "rich"},
        ),
        (
            "sys.argv = ['dreck', '--version']\ntry:\n from dreck.cli import main; main()\nexcept SystemExit: pass",
            {"libcst", "matplotlib"},
        ),
    ],
)
def test_start_up_stays_cheap(code: str, never: set[str]) -> None:
    """What a call does not need is not loaded."""
    assert not loaded_by(code) & never


def test_exports() -> None:
    """The public names are sorted, and each is there."""
    assert dreck.__all__ == sorted(dreck.__all__, key=lambda n: (n[0].islower(), n))
    assert all(getattr(dreck, name) is not None for name in dreck.__all__)
    with pytest.raises(AttributeError, match="no attribute 'nothing'"):
        _ = dreck.nothing
