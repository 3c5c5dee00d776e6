"""Proofs as decision tables, and inputs from the user."""

from __future__ import annotations

import csv
import io
from pathlib import Path
from typing import Any

import pytest

import dreck

BEFORE = "def admit(boat, n: int):\n    if boat:\n        if n < 3:\n            return 1\n        else:\n            raise ValueError(n)\n    return 0\n"
AFTER = "def admit(boat, n: int):\n    if not boat:\n        return 0\n    if n >= 3:\n        raise ValueError(n)\n    return 1\n"


@pytest.fixture
def pair(tmp_path: Path) -> tuple[Path, Path]:
    """Two versions of a function."""
    for name, text in (("before", BEFORE), ("after", AFTER)):
        (tmp_path / f"{name}.py").write_text(text)
    return tmp_path / "before.py", tmp_path / "after.py"


def test_the_table(pair: tuple[Path, Path]) -> None:
    """Conditions in rows, in the words of both versions; paths in columns."""
    (table,) = dreck.explain(*pair)
    assert isinstance(table, dreck.DecisionTable)
    assert table.rows == (
        ("boat", "boat", ("yes", "yes", "no")),
        ("n < 3", "not (n >= 3)", ("yes", "no", "-")),
    )
    assert table.before == table.after == ("return 1", "raise ValueError(n)", "return 0")
    assert table.complete and all(table.matched)


def test_the_forms(pair: tuple[Path, Path], dreck_in_process: Any) -> None:
    """For the terminal, as Markdown and as CSV; the same cells everywhere."""
    run = lambda *options: dreck_in_process(
        "vouch", "before.py", "after.py", *options
    ).out  # noqa: E731
    assert "n < 3  |  not (n >= 3)  yes  no   ." in run("--explain")
    assert "| boat | boat | yes | yes | no |" in run("--explain=markdown")
    rows = list(csv.reader(io.StringIO(run("--explain=csv"))))
    assert rows[0] == ["before", "after", "1", "2", "3"] and rows[-1] == [
        "the same",
        "",
        "yes",
        "yes",
        "yes",
    ]


@pytest.mark.parametrize(
    ("after", "says"),
    [
        (AFTER.replace(">=", ">"), "NO"),
        (
            AFTER.replace("n: int", "n: int, *, m=1"),
            "There is no decision table, because the signatures differ",
        ),
        (
            AFTER.replace(
                "if n >= 3", "try:\n        pass\n    except* E:\n        pass\n    if n >= 3"
            ),
            "because the judge does not follow TryStar",
        ),
    ],
)
def test_where_the_versions_part(
    after: str, says: str, pair: tuple[Path, Path], dreck_in_process: Any
) -> None:
    """A path on which they part is marked; where there is no table the reason is said."""
    pair[1].write_text(after)
    assert says in dreck_in_process("vouch", "before.py", "after.py", "--no-run", "--explain").out


def test_many_paths_are_cut(pair: tuple[Path, Path], dreck_in_process: Any) -> None:
    """Nobody reads a thousand columns."""
    body = "".join(f"    if a{i}:\n        log({i})\n" for i in range(10))
    for path, first in zip(pair, ("    pass\n", "    x = 1\n"), strict=True):
        path.write_text(f"def f({', '.join(f'a{i}' for i in range(10))}):\n{first}{body}")
    (table,) = dreck.explain(*pair)
    assert isinstance(table, dreck.DecisionTable) and len(table.before) == 64 and not table.complete
    assert (
        "or more paths; --explain=csv has them all"
        in dreck_in_process("vouch", "before.py", "after.py", "--explain").out
    )


HARD = "import hashlib\ndef f(key: str):\n    if hashlib.sha256(key.encode()).hexdigest()[:8] == '{0}':\n        return {1}\n    return 2\n"


def test_inputs_of_the_user_come_first(
    pair: tuple[Path, Path], tmp_path: Path, dreck_in_process: Any
) -> None:
    """What no guess would find is found with a generator of one's own."""
    pair[0].write_text(HARD.format("8aed642b", 1))
    pair[1].write_text(HARD.format("8aed642b", 7))
    assert dreck_in_process("vouch", "before.py", "after.py").status != 1
    (tmp_path / "own.py").write_text(
        "def inputs(module, subject):\n    assert subject == 'f' and module.hashlib\n    yield ('x',)\n    yield ('abc',)\n    yield ('blue',)\n"
    )
    pair[0].write_text(HARD.format("16477688", 1))
    pair[1].write_text(HARD.format("16477688", 7))
    done = dreck_in_process("vouch", "before.py", "after.py", "--inputs", "own.py")
    assert done.status == 1 and "returns 1" in done.out and "returns 7" in done.out


def test_a_failing_generator_is_one_line(
    pair: tuple[Path, Path], tmp_path: Path, dreck_in_process: Any
) -> None:
    """The reason is said, and no verdict is made up."""
    pair[1].write_text(AFTER.replace(">=", ">"))
    (tmp_path / "own.py").write_text(
        "def inputs(module, subject):\n    raise KeyError('no boats')\n"
    )
    done = dreck_in_process("vouch", "before.py", "after.py", "--inputs", "own.py")
    assert (done.status, done.err) == (
        2,
        "dreck: the file with inputs fails: KeyError: 'no boats'\n",
    )
