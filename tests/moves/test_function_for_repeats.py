"""function-for-repeats: what examples cannot say."""

from __future__ import annotations

import ast
import textwrap
from pathlib import Path

import pytest

from dreck.judge.versions.version import Version
from dreck.moves.wishes import Wishes
from dreck.naming.repeated import names_of_repeats

from .harness import PROVER, look

# What stands twice or more, and what becomes of it (nothing where it is empty).
CASES = [
    pytest.param(
        """
        def report(readings, out):
            total = 0
            for level in readings["upper"]:
                if level < 0:
                    out.append("upper: bad reading")
                    continue
                total += level
            out.append("upper %d" % total)
            total = 0
            for level in readings["lower"]:
                if level < 0:
                    out.append("lower: bad reading")
                    continue
                total += level
            out.append("lower %d" % total)
            return out
        """,
        """
        def report(readings, out):
            add_up_total(readings, out, "upper")
            add_up_total(readings, out, "lower")
            return out


        def add_up_total(readings, out, name):
            total = 0
            for level in readings[name]:
                if level < 0:
                    out.append(f"{name}: bad reading")
                    continue
                total += level
            out.append(f"{name} %d" % total)
        """,
        id="texts that are made of another one are made of it there",
    ),
    pytest.param(
        """
        def read(rows: list, log) -> int:
            bad = 0
            for row in rows:
                if not row:
                    log.write("an empty row")
                    bad += 1
                elif len(row) < 3:
                    log.write("a short row")
                    bad += 1
                elif row[0] == "x":
                    log.write("struck out")
                    bad += 1
            return bad
        """,
        """
        def read(rows: list, log) -> int:
            bad = 0
            for row in rows:
                if not row:
                    bad = count_bad(log, bad, "an empty row")
                elif len(row) < 3:
                    bad = count_bad(log, bad, "a short row")
                elif row[0] == "x":
                    bad = count_bad(log, bad, "struck out")
            return bad


        def count_bad(log, bad, reason: str):
            log.write(reason)
            bad += 1
            return bad
        """,
        id="what is counted goes in and comes back; a parameter is declared where others are",
    ),
    pytest.param(
        """
        def read(rows: list, strict: bool) -> list:
            problems = []
            for n, row in enumerate(rows):
                if not row:
                    if strict:
                        raise ValueError("row %d: empty" % n)
                    problems.append("row %d: empty" % n)
                elif len(row) < 3:
                    if strict:
                        raise ValueError("row %d: too short" % n)
                    problems.append("row %d: too short" % n)
                elif len(row) > 9:
                    if strict:
                        raise ValueError("row %d: too long, %d" % (n, len(row)))
                    problems.append("row %d: too long, %d" % (n, len(row)))
            return problems
        """,
        """
        def read(rows: list, strict: bool) -> list:
            problems = []
            for n, row in enumerate(rows):
                if not row:
                    note_problem(strict, problems, "row %d: empty" % n)
                elif len(row) < 3:
                    note_problem(strict, problems, "row %d: too short" % n)
                elif len(row) > 9:
                    note_problem(strict, problems, "row %d: too long, %d" % (n, len(row)))
            return problems


        def note_problem(strict: bool, problems, text: str) -> None:
            if strict:
                raise ValueError(text)
            problems.append(text)
        """,
        id="texts that are filled in are handed in as they come out",
    ),
    pytest.param(
        """
        def settle(boat, log):
            if boat.late:
                log.write(f"late: {boat.name}")
                boat.fines.append(1)
                return None
            if boat.wide:
                log.write(f"wide: {boat.name}")
                boat.fines.append(2)
                return None
            return boat
        """,
        "",
        id="two numbers say nothing",
    ),
    pytest.param(
        """
        def call(boats, log):
            if boats:
                name = boats[0]
                log.errors.append(name + " waits")
                log.flush()
            else:
                name = boats[0]
                log.errors.append(name)
                log.flush()
        """,
        "",
        id="what differs is made of what is set there",
    ),
    pytest.param(
        """
        def tell(boats, log, late: bool):
            if late:
                log.errors.append("late")
                log.write(sum(b.toll for b in boats))
                log.flush()
            else:
                log.errors.append("late")
                log.write(sum(b.due for b in boats))
                log.flush()
        """,
        "",
        id="what a generator yields is no value",
    ),
    pytest.param(
        """
        def turn(gate, up, log):
            if up:
                log.errors.append("turn")
                gate.up()
                log.flush()
            else:
                log.errors.append("turn")
                gate.down()
                log.flush()
        """,
        "",
        id="another function is called",
    ),
    pytest.param(
        """
        def drill(frost, crew, orders):
            if frost:
                if crew > 1:
                    orders.append("thaw the chain")
                orders.append("wind up the blade")
            else:
                if crew < 3:
                    orders.append("send for a keeper")
                orders.append("fill the chamber")
        """,
        "",
        id="another thing is asked",
    ),
    pytest.param(
        """
        def unlock(stack, word):
            if word == "gate":
                stack.pop()
                return -1
            if word == "paddle":
                stack.pop()
                return -1
            if word == "chain":
                stack.pop()
                return -1
            return 0
        """,
        "",
        id="a turn of phrase",
    ),
    pytest.param(
        """
        def find(boats, name, late, log):
            if late:
                log.errors.append("late")
                log.flush()
                return {"late": name}
            if name in boats:
                log.errors.append("twice")
                log.flush()
                return {"late": name}
            return None
        """,
        "",
        id="what is handed back is what it is for",
    ),
    pytest.param(
        """
        def close(boats, log):
            for boat in boats:
                if boat.late:
                    log.errors.append("late")
                    log.flush()
                    break
                log.errors.append("in time")
                log.flush()
                continue
        """,
        "",
        id="one place goes on, the other does not",
    ),
    pytest.param(
        """
        def add_up(old, new, paid, due):
            for boat in old:
                paid += boat.toll
                paid += boat.fine
            for tug in new:
                due += tug.toll
                due += tug.fine
            return paid, due
        """,
        "",
        id="the one that is gone through has no name for both",
    ),
    pytest.param(
        """
        def read_both(book, log):
            upper_levels = {}
            for row in book["upper"]:
                if row.gate in upper_levels:
                    log.append(row)
                    continue
                upper_levels[row.gate] = row.level
            lower_levels = {}
            for row in book["lower"]:
                if row.gate in lower_levels:
                    log.append(row)
                    continue
                lower_levels[row.gate] = row.level
            return upper_levels, lower_levels
        """,
        """
        def read_both(book, log):
            upper_levels = collect_levels(book, log, "upper")
            lower_levels = collect_levels(book, log, "lower")
            return upper_levels, lower_levels


        def collect_levels(book, log, name):
            levels = {}
            for row in book[name]:
                if row.gate in levels:
                    log.append(row)
                    continue
                levels[row.gate] = row.level
            return levels
        """,
        id="what each place calls otherwise has a name that holds for both",
    ),
    pytest.param(
        """
        def add_up(old, new, old_boats, new_boats):
            for boat in old:
                old_boats += boat.toll
                if boat.late:
                    old_boats += 1
            for boat in new:
                new_boats += boat.toll
                if boat.late:
                    new_boats += 1
            return old_boats, new_boats
        """,
        """
        def add_up(old, new, old_boats, new_boats):
            old_boats = add_up_boats(old_boats, old)
            new_boats = add_up_boats(new_boats, new)
            return old_boats, new_boats


        def add_up_boats(result, boats):
            for boat in boats:
                result += boat.toll
                if boat.late:
                    result += 1
            return result
        """,
        id="each place goes on with its own sum",
    ),
    pytest.param(
        """
        def add_up(old, new, paid, due):
            for boat in old:
                paid += boat.toll
                if boat.late:
                    paid += due
            for boat in new:
                due += boat.toll
                if boat.late:
                    due += due
            return paid, due
        """,
        "",
        id="one of the names is read in the other place",
    ),
    pytest.param(
        """
        def turn(upper, lower, log):
            upper = lower.level
            log.append(upper)
            log.append(lower)
            lower = upper.level
            log.append(lower)
            log.append(upper)
            return upper, lower
        """,
        "",
        id="two names that change places",
    ),
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_function_for_repeats(before: str, after: str) -> None:
    """What comes out is exact, and the same function to the judge."""
    text = textwrap.dedent(before).lstrip("\n")
    sites = look("function-for-repeats", text).sites
    assert [s.whole for s in sites] == ([textwrap.dedent(after).lstrip("\n")] if after else [])
    if after:
        versions = (Version(Path("a.py"), text), Version(Path("b.py"), sites[0].whole))
        name = text.partition("(")[0].split()[-1]
        assert PROVER.function(*versions, name).verdict.same


# What would be worked out earlier than it was: the move makes it, the judge does not let it pass.
TOO_EARLY = [
    """
    def call(boats, later, log):
        if boats:
            log.errors.append("next")
            log.errors.append(next(later))
            log.flush()
        else:
            log.errors.append("next")
            log.errors.append(boats)
            log.flush()
    """,
    """
    def call(boats, log):
        if boats:
            log.errors.clear()
            log.errors.append(log.count)
            log.flush()
        else:
            log.errors.clear()
            log.errors.append(boats)
            log.flush()
    """,
    """
    def call(boats, hour, log):
        if boats:
            log.errors.append("closed")
            log.errors.append(f"at {hour}")
            log.flush()
        else:
            log.errors.append("closed")
            log.errors.append("never")
            log.flush()
    """,
]


@pytest.mark.parametrize("before", TOO_EARLY)
def test_a_value_that_others_may_change_is_no_proof(before: str) -> None:
    """What a place says may be something else before the statements above it have run."""
    text = textwrap.dedent(before).lstrip("\n")
    sites = look("function-for-repeats", text, wishes=Wishes(asked=True)).sites
    assert len(sites) == 1
    versions = (Version(Path("a.py"), text), Version(Path("b.py"), sites[0].whole))
    assert not PROVER.function(*versions, "call").verdict.same


@pytest.mark.parametrize(
    ("statements", "parameters", "names"),
    [
        ("problems.append((line, text))\nreturn None", ["line"], ["note_problem", "refuse_line"]),
        ("log.notes.append(why)\nreturn False", ["why"], ["add_note", "refuse_why"]),
        ("log.warning('toll: %s', why)\nreturn False", ["log"], ["refuse_toll", "refuse_log"]),
        ("log.warning(why)\nreturn True", ["log"], []),
        ("bad += 1\nlog.write(why)", ["bad"], ["count_bad", "work_out_bad"]),
    ],
)
def test_names(statements: str, parameters: list[str], names: list[str]) -> None:
    """What is put down, what is refused, what is counted; nothing where nothing says it."""
    body = ast.parse(f"def f():\n{textwrap.indent(statements, ' ')}").body[0]
    assert isinstance(body, ast.FunctionDef)
    outputs = ("bad",) if "bad" in statements else ()
    found = names_of_repeats(body.body, outputs, parameters, "f")
    assert [p.name for p in found] == names
