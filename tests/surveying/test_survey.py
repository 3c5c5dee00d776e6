"""The survey of a tree: order, cache, executors, what is changed, gates and baselines."""

from __future__ import annotations

import argparse
import ast
import csv
import inspect
import io
import json
import shlex
import sqlite3
import subprocess
import textwrap
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from dataclasses import replace
from pathlib import Path
from types import ModuleType
from typing import Any

import jsonschema
import pytest

import dreck
from dreck.errors import SettingError
from dreck.outline import functions_of
from dreck.surveying.cache import Cache, edition_of
from dreck.surveying.measures import Measures, measure
from dreck.surveying.tree import survey_targets
from dreck.source.targets import targets_of
from dreck.taste.cost import TEXT_TERMS, cost_of, layout_cost_of
from dreck.taste.glance import glance

PYRAMID = """def admit(boat, lock):
    if boat is not None:
        if lock.open and lock.free and not lock.dry:
            return boat
        else:
            raise KeyError("closed")
    else:
        raise ValueError("no boat")


class Lock:
    def free(self):
        return self.berths > 0 and not self.closed
"""


@pytest.fixture
def canal(tmp_path: Path) -> Path:
    """A folder with two files, one of them broken."""
    (tmp_path / "canal").mkdir()
    (tmp_path / "canal" / "locks.py").write_text(PYRAMID)
    (tmp_path / "canal" / "broken.py").write_text("def f(:\n")
    return tmp_path / "canal"


def git(*arguments: str) -> None:
    """Run git for a fresh repository."""
    who = ["-c", "user.name=a", "-c", "user.email=a@b.c"]
    subprocess.run(["git", *who, *arguments], check=True, capture_output=True)


@pytest.mark.parametrize(
    "module", [argparse, shlex, textwrap, inspect, ast], ids=lambda m: m.__name__
)
def test_quick_readings_are_exact(module: ModuleType) -> None:
    """What is passed over for quickness changes nothing: on code nobody here wrote."""
    text = inspect.getsource(module)
    for function in functions_of(ast.parse(text)):
        seen = glance(function.node.body)
        quick = layout_cost_of(function.node, seen).counts
        whole = cost_of(function.node).counts
        for term in {*quick, *whole} - TEXT_TERMS:
            assert quick.get(term, 0) == pytest.approx(whole.get(term, 0)), (function.name, term)
        assert not {term for term, n in quick.items() if n} & TEXT_TERMS
        assert measure(function.node, seen) == measure(function.node) == counted(function.node)


def counted(function: ast.FunctionDef | ast.AsyncFunctionDef) -> Measures:
    """The measures of a function with its decisions and signs counted node by node."""
    decisions = signs = 0
    pending: list[ast.AST] = list(function.body)
    while pending:
        node = pending.pop()
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef | ast.Lambda):
            continue
        more = len(node.values) - 1 if isinstance(node, ast.BoolOp) else 0
        chooses = (ast.If, ast.For, ast.AsyncFor, ast.While, ast.ExceptHandler, ast.match_case)
        decisions += isinstance(node, (*chooses, ast.IfExp, ast.comprehension)) + more
        decisions += len(node.ifs) if isinstance(node, ast.comprehension) else 0
        signs += more + (len(node.ops) if isinstance(node, ast.Compare) else 0)
        signs += isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not)
        pending += ast.iter_child_nodes(node)
    return replace(measure(function), decisions=decisions, signs=signs)


def test_rows(canal: Path) -> None:
    """A sequence, dearest first, with what could not be read beside it."""
    found = dreck.survey("canal")
    assert [f.name for f in found] == ["admit", "Lock.free"] and len(found) == 2
    assert found[0].target == "canal/locks.py::admit" and found[0].file == "canal/locks.py"
    assert found[0].cost > found[1].cost > 0 and found[-1] == found[1:][0]
    kinds = [t.kind for t in found[0].tangles]
    assert kinds == ["long-condition", "needless-else"]
    assert found.files == 1 and "broken.py:1: not valid Python here" in found.problems[0]
    assert "admit" in repr(found) and found.totals["functions"] == 2
    assert found.distribution["highest"] == found[0].cost
    assert [f.name for f in dreck.survey("canal/locks.py::Lock")] == ["Lock.free"]
    assert [f.name for f in dreck.survey("canal/locks.py:3")] == ["admit"]
    assert [f.name for f in found.where(["long-condition"])] == ["admit"]
    assert [f.name for f in found.where(least={"nesting": 2})] == ["admit"]
    frame = found.to_frame()
    assert list(frame["function"]) == ["admit", "Lock.free"] and frame["long-condition"].sum() == 1


def test_cache(tmp_path: Path, canal: Path) -> None:
    """By content; deleted or broken it is done without."""
    targets = list(targets_of("canal"))
    cache = Cache(tmp_path / "cache")
    ticks: list[tuple[int, int]] = []
    first = survey_targets(targets, cache=cache, tick=lambda *t: ticks.append(t))
    again = survey_targets(targets, cache=cache, tick=lambda *t: ticks.append(t))
    assert first.to_dict() == again.to_dict() == survey_targets(targets).to_dict()
    assert ticks == [(0, 2), (2, 2), (1, 2), (2, 2)]
    (canal / "locks.py").write_text("def g():\n    pass\n")
    assert [f.name for f in survey_targets(targets, cache=cache)] == ["g"]
    base = tmp_path / "cache" / "survey.sqlite"
    base.write_bytes(b"no data base at all, but as long as the head of one would have to be " * 3)
    assert [f.name for f in survey_targets(targets, cache=cache)] == ["g"]
    base.unlink()
    assert [f.name for f in survey_targets(targets, cache=cache)] == ["g"]
    with sqlite3.connect(base) as kept:
        assert kept.execute("SELECT count(*) FROM files").fetchone() == (1,)
    blocked = Cache(canal / "locks.py")
    assert [f.name for f in survey_targets(targets, cache=blocked)] == ["g"]


def test_executors(canal: Path) -> None:
    """Any executor gives what this process gives."""
    for number in range(30):
        (canal / f"more{number}.py").write_text(PYRAMID.replace("admit", f"admit{number}") * 40)
    with ThreadPoolExecutor(2) as executor:
        threads = dreck.survey("canal", executor=executor, cached=False)
    assert threads.to_dict() == dreck.survey("canal", cached=False).to_dict()
    assert len(threads) == 30 * 80 + 2


def test_a_broken_pool(canal: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """What processes cannot read this one reads: a script that cannot be their main module."""

    class Broken(ThreadPoolExecutor):
        def map(self, function: Any, *rest: Any, **options: Any) -> Iterator[Any]:
            yield function(rest[0][0])
            raise BrokenProcessPool("no main module")

    for number in range(20):
        (canal / f"more{number}.py").write_text(PYRAMID * 200)
    whole = dreck.survey("canal", cached=False).to_dict()
    monkeypatch.setattr("dreck.surveying.tree.ProcessPoolExecutor", Broken)
    assert dreck.survey("canal", cached=False).to_dict() == whole


def test_since(canal: Path, dreck_in_process) -> None:
    """Only what changed; a line that moved or a comment is no change."""
    (canal / "broken.py").unlink()
    git("init", "-q", ".")
    git("add", ".")
    git("commit", "-qm", "first")
    (canal / "locks.py").write_text("# moved\n" + PYRAMID.replace("> 0", "> 1"))
    (canal / "new.py").write_text("def new():\n    return 1\n")
    assert {f.name for f in dreck.survey("canal", since="HEAD")} == {"Lock.free", "new"}
    assert len(dreck.survey("canal/new.py", since="HEAD")) == 1
    done = dreck_in_process("survey", "--since", "nowhere")
    assert done.status == 2 and "git knows no such revision" in done.err
    with pytest.raises(SettingError):
        dreck.survey(since="nowhere")


@pytest.mark.parametrize(
    "options, status, words",
    [
        (("--gate", "cost=1000"), 0, "gate: nothing is above cost 1000"),
        (("--gate", "nesting=1"), 1, "canal/locks.py::admit: nesting 2 is above 1"),
        (("--gate", "happy_path_depth=0"), 1, "happy path depth 1 is above 0"),
        (("--min", "nesting=5"), 0, "No such functions in 1 file."),
        (("--kind", "long-condition"), 0, "1 of 1 function in"),
        (("--kinds",), 0, "wrapped-rest"),
        (("--gate", "size=3"), 2, "there is no measure 'size': give cost, open_conditions"),
        (("--min", "nesting"), 2, "--min nesting: give MEASURE=N"),
        (("--kind", "long-conditions"), 2, "did you mean long-condition?"),
        (("--baseline", "none.json"), 2, "none.json: no such baseline; --set-baseline writes one"),
        (("--figure", "map.pdf"), 2, "map.pdf: a figure is written as .png or .svg"),
    ],
)
def test_options(
    options: tuple[str, ...], status: int, words: str, canal: Path, dreck_in_process
) -> None:
    """What a person, or a check on every change, may ask for."""
    (canal / "broken.py").unlink()
    done = dreck_in_process("survey", "canal", *options)
    assert done.status == status and words in done.out + done.err


def test_baseline(canal: Path, dreck_in_process) -> None:
    """Known tangles pass, wherever they moved to; a new one fails, and says where it is."""
    (canal / "broken.py").unlink()
    assert dreck_in_process("survey", "canal", "--set-baseline", "known.json").status == 0
    text = "import math\n\n" + PYRAMID
    (canal / "locks.py").write_text(text)
    done = dreck_in_process("survey", "canal", "--baseline", "known.json")
    assert done.status == 0 and "baseline: no new tangles" in done.out
    (canal / "locks.py").write_text(
        text + "        if a and b and c:\n            return 1\n        return 2\n"
    )
    done = dreck_in_process("survey", "canal", "--baseline", "known.json", "--json")
    assert done.status == 1 and "long-condition  canal/locks.py:16  Lock.free" in done.err
    json.loads(done.out)
    Path("known.json").write_text("[]")
    assert dreck_in_process("survey", "canal", "--baseline", "known.json").status == 2


def test_settings(
    canal: Path, tmp_path: Path, dreck_in_process, monkeypatch: pytest.MonkeyPatch
) -> None:
    """A project's gate and baseline hold wherever in it the survey is run."""
    (canal / "broken.py").unlink()
    (tmp_path / "pyproject.toml").write_text(
        '[tool.dreck]\nbaseline = "known.json"\n[tool.dreck.gate]\nnesting = 1\n'
    )
    (tmp_path / "known.json").write_text('{"schema": "dreck/baseline/1", "tangles": {}}')
    monkeypatch.chdir(canal)
    done = dreck_in_process("survey")
    assert done.status == 1 and "nesting 2 is above 1" in done.out and "new  long" in done.out
    (tmp_path / "pyproject.toml").write_text("[tool.dreck]\nbaseline = 3\n")
    done = dreck_in_process("survey")
    assert done.status == 2 and "baseline is 3; give the name of a file" in done.err


def test_formats(canal: Path, dreck_in_process) -> None:
    """CSV, SARIF, Markdown and figures, each as its standard has it."""
    (canal / "broken.py").unlink()
    (canal / "locks.py").write_text(PYRAMID.replace("admit", "ad_mit"))
    rows = list(csv.DictReader(io.StringIO(dreck_in_process("survey", "--csv", "-").out)))
    assert [r["function"] for r in rows] == ["ad_mit", "Lock.free"]
    assert rows[0]["long-condition"] == "1" and rows[0]["nesting"] == "2"
    log = json.loads(dreck_in_process("survey", "--sarif", "-").out)
    schema = Path(__file__).parent.parent / "comparing" / "sarif.json"
    jsonschema.validate(log, json.loads(schema.read_text()))
    result = log["runs"][0]["results"][0]
    rules = log["runs"][0]["tool"]["driver"]["rules"]
    assert rules[result["ruleIndex"]]["id"] == result["ruleId"] == "long-condition"
    assert result["partialFingerprints"] == {"tangle/v1": "canal/locks.py::ad_mit:long-condition:1"}
    text = dreck_in_process("survey", "--markdown", "-").out
    assert "<code>ad&#95;mit</code> (canal/locks.py:1)" in text
    for name, start in (("map.png", b"\x89PNG"), ("map.svg", b"<?xml")):
        assert dreck_in_process("survey", "--figure", name).status == 0
        assert Path(name).read_bytes().startswith(start)
    again = Path("map.svg").read_bytes()
    dreck_in_process("survey", "--figure", "map.svg")
    assert Path("map.svg").read_bytes() == again and b"ad_mit" in again


def test_what_other_code_made_is_not_found(tmp_path: Path) -> None:
    """Rows are kept for the code that made them: another weight makes them anew."""
    weights = tmp_path / "weights.py"
    weights.write_text("ELSE = 1\n")
    first = edition_of([tmp_path])
    (tmp_path / "notes.txt").write_text("no code")
    assert edition_of([tmp_path]) == first
    weights.write_text("ELSE = 2\n")
    assert edition_of([tmp_path]) != first
