"""What the documents say is true: examples run, generated pages are current, doctests pass."""

from __future__ import annotations

import doctest
import importlib
import importlib.util
import json
import os
import pkgutil
import re
import subprocess
import sys
from pathlib import Path
from types import ModuleType

import jsonschema
import pytest

import dreck
from dreck.demo import copy_project
from dreck.report.catalogue import catalogue
from dreck.report.schemas import schemas
from dreck.report.weights import weights_table, with_weights

ROOT = Path(__file__).parents[1]
README = (ROOT / "README.md").read_text(encoding="utf-8")
MODULES = [
    m.name
    for m in pkgutil.walk_packages(dreck.__path__, "dreck.")
    if ".demo.project" not in m.name and m.name != "dreck.__main__"
]


@pytest.mark.parametrize("name", MODULES)
def test_doctests(name: str) -> None:
    """The examples in docstrings give what they say."""
    assert doctest.testmod(importlib.import_module(name)).failed == 0


def readme_block(mark: str) -> str:
    """The code block behind a marker in the README."""
    found = re.search(rf"<!-- {re.escape(mark)} -->\n```\w*\n(.*?)```", README, re.S)
    assert found, mark
    return found[1]


def test_the_readme_example(tmp_path: Path) -> None:
    """The first example is what Dreck really does."""
    path = tmp_path / "passage.py"
    path.write_text(readme_block("example: before"))
    found = dreck.untangle(path)
    assert [s.verdict.verdict.value for f in found.functions for s in f.steps] == ["proved"] * 3
    found.write()
    assert path.read_text() == readme_block("example: after")


def test_the_weights_are_current() -> None:
    """Run docs/regenerate.py when this fails."""
    page = (ROOT / "docs" / "measures.md").read_text(encoding="utf-8")
    assert page == with_weights(page) and weights_table() in page


def test_the_catalogue_is_current() -> None:
    """Run docs/regenerate.py when this fails."""
    assert (ROOT / "docs" / "moves.md").read_text(encoding="utf-8") == catalogue()


def of_docs(name: str) -> ModuleType:
    """A script beside the pages, as a module."""
    spec = importlib.util.spec_from_file_location(name, ROOT / "docs" / f"{name}.py")
    assert spec is not None and spec.loader is not None
    module = importlib.util.module_from_spec(spec)
    spec.loader.exec_module(module)
    return module


def test_the_tour_shows_what_is_printed() -> None:
    """Every command of the tour is run; run docs/regenerate.py when this fails."""
    page = (ROOT / "docs" / "tour.md").read_text(encoding="utf-8")
    assert of_docs("console").with_output(page) == page


def test_the_tour_in_python(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """Its Python runs, on the demo project."""
    copy_project(tmp_path / "office")
    os.chdir(tmp_path / "office")
    (block,) = re.findall(
        r"```python\n(.*?)```", (ROOT / "docs" / "tour.md").read_text(encoding="utf-8"), re.S
    )
    exec(compile(block, "tour.md", "exec"), {})
    assert capsys.readouterr().out.startswith("<canal/office.py::Office.admit: cost ")


def test_the_schemas_are_current() -> None:
    """Run docs/regenerate.py when this fails."""
    kept = {p.stem: json.loads(p.read_text()) for p in (ROOT / "docs" / "schemas").glob("*.json")}
    assert kept == schemas()


def test_real_output_fits_the_schemas(tmp_path: Path, dreck_in_process) -> None:
    """What commands really print is what the schemas say."""
    copy_project(tmp_path / "office")
    os.chdir(tmp_path / "office")
    (tmp_path / "office" / "slip.py").write_text(
        Path("canal/tolls.py").read_text().replace("result = 0", "result = 1")
    )
    for command in ("git init -q .", "git add .", "git commit -qm x"):
        who = ["-c", "user.name=a", "-c", "user.email=a@b.c"]
        subprocess.run(["git", *who, *command.split()[1:]], check=True)
    for name, arguments in (
        ("survey", "survey canal"),
        ("anatomy", "anatomy canal/office.py::Office.admit"),
        ("untangling", "untangle canal/levels.py --write"),
        ("journal", "journal"),
        ("since", "vouch --since HEAD"),
        ("journal", "undo 2"),
        ("vouching", "vouch canal/tolls.py slip.py --subject rebate"),
        ("alignments", "align canal"),
        ("renaming", "rename canal/tolls.py::base_toll first_toll"),
        ("net", "net canal/tolls.py::surcharge --no-faults"),
        ("pins", "pin canal/yard.py::shed"),
    ):
        printed = json.loads(dreck_in_process(*arguments.split(), "--json").out)
        jsonschema.validate(printed, schemas()[name])
    dreck_in_process("survey", "canal", "--set-baseline", "known.json")
    jsonschema.validate(json.loads(Path("known.json").read_text()), schemas()["baseline"])


def test_the_site_is_built_without_a_warning(tmp_path: Path) -> None:
    """Every page is in the site, every link in it leads somewhere."""
    command = [sys.executable, "-m", "mkdocs", "build", "--strict", "--site-dir", str(tmp_path)]
    done = subprocess.run(command, cwd=ROOT, capture_output=True, text=True, check=False)
    assert done.returncode == 0 and "WARNING" not in done.stderr, done.stderr
    assert (tmp_path / "tour" / "index.html").exists()


def test_the_picture_has_every_part() -> None:
    """No part of the package is missing in the picture, nor one too many."""
    found = of_docs("picture")
    parts = {p.stem for p in found.SOURCE.iterdir() if (p / "__init__.py").exists()}
    assert set(found.WORDS) == (parts | {"api"}) - {"demo"}
    assert found.layers(found.uses())["judge"] == 0


def test_links_lead_somewhere() -> None:
    """Every relative link of every page has a target; every screenshot is linked."""
    linked = set()
    for page in [*ROOT.glob("*.md"), *ROOT.glob("docs/*.md")]:
        text = re.sub(r"```.*?```", "", page.read_text(encoding="utf-8"), flags=re.DOTALL)
        for link in re.findall(r"\]\((?!http)([^)#]+)\)", text):
            assert (page.parent / link).exists(), f"{page.name}: {link}"
            linked.add((page.parent / link).resolve())
    assert {p.resolve() for p in (ROOT / "docs/screenshots").glob("*.png")} <= linked


@pytest.mark.parametrize(
    ("name", "words"),
    [
        ("guard_the_lock", "nesting 3 -> 1, proved"),
        ("vouch_for_a_rewrite", "Queue.leave(self)\n  before returns ''"),
        ("one_place_at_a_time", "regroup at line 6: proved"),
        ("name_the_closure_rule", "A policy of its own: proved"),
        ("blocks_to_functions", "read_head(page, board)\n    passages, questions = read_passages"),
        ("with_a_net", "4 pins take 6 of 6 branches and catch 7 of 7 faults"),
        ("switches_to_tables", "the project's own tests: 72 passed"),
        ("look_at_a_package", "30 lines below its check"),
        ("kinds_to_classes", "Staircase is a class now"),
        ("a_gate", "passed 0, tangled 1, slipped 1"),
        ("on_a_cluster", ""),
    ],
)
def test_examples_run(name: str, words: str) -> None:
    """Each example runs and prints what it is there to show."""
    done = subprocess.run(
        [sys.executable, str(ROOT / "examples" / f"{name}.py")],
        capture_output=True,
        text=True,
        timeout=120,
        check=True,
    )
    assert words in done.stdout and done.stdout


RULES = re.compile(r"\[(?P<module>[\w/]+\.py)(?: · (?P<pairs>[\w, ]+))?\]")


def test_every_rule_of_the_contract_stands_somewhere() -> None:
    """Each rule names the module that has it and the pairs that hold it, and both are there."""
    judge, pairs = ROOT / "src/dreck/judge", ROOT / "tests/judge/pairs"
    found = list(RULES.finditer(" ".join((ROOT / "docs/contract.md").read_text().split())))
    assert len(found) >= 30
    for rule in found:
        assert (judge / rule["module"]).is_file(), rule[0]
        for name in filter(None, (rule["pairs"] or "").split(", ")):
            assert (pairs / f"{name}.py").is_file(), rule[0]
    named = {n for rule in found for n in (rule["pairs"] or "").split(", ")}
    assert {p.stem for p in pairs.glob("*.py")} <= named
