"""Untangle copies of standard library modules, and run CPython's own tests before and after.

    python benchmarks/stdlib.py [MODULE ...] [--no-tests] [--diffs FILE] [--only MOVE[,MOVE]]

The modules are copied to a scratch folder that stands first on the path of the test
processes; the installed library is only read. A row is printed for each module, then one
closing line.
"""

from __future__ import annotations

import argparse
import collections
import io
import json
import os
import shutil
import statistics
import subprocess
import sys
import tempfile
import time
import tokenize
from dataclasses import dataclass, field
from pathlib import Path

import dreck

LIBRARY = Path(os.__file__).parent
TEST_SECONDS = 600
# module (as a path) -> the test modules of CPython that exercise it
MODULES = {
    "argparse": "test_argparse",
    "calendar": "test_calendar",
    "configparser": "test_configparser",
    "copy": "test_copy",
    "csv": "test_csv",
    "difflib": "test_difflib",
    "fnmatch": "test_fnmatch",
    "fractions": "test_fractions",
    "gettext": "test_gettext",
    "glob": "test_glob",
    "html/parser": "test_htmlparser",
    "http/cookies": "test_http_cookies",
    "ipaddress": "test_ipaddress",
    "json/decoder": "test_json",
    "json/encoder": "test_json",
    "mimetypes": "test_mimetypes",
    "optparse": "test_optparse",
    "plistlib": "test_plistlib",
    "posixpath": "test_posixpath",
    "pprint": "test_pprint",
    "shlex": "test_shlex",
    "statistics": "test_statistics",
    "string": "test_string",
    "tarfile": "test_tarfile",
    "textwrap": "test_textwrap",
    "tokenize": "test_tokenize",
    "traceback": "test_traceback",
    "urllib/parse": "test_urlparse",
    "zipfile": "test_zipfile",
    "cmd": "test_cmd",
    "quopri": "test_quopri",
    "locale": "test_locale",
    "ast": "test_ast",
    "base64": "test_base64",
    "bdb": "test_bdb",
    "bisect": "test_bisect",
    "cgi": "test_cgi",
    "code": "test_code",
    "codeop": "test_codeop",
    "colorsys": "test_colorsys",
    "dataclasses": "test_dataclasses",
    "_pydecimal": "test_decimal",
    "dis": "test_dis",
    "enum": "test_enum",
    "filecmp": "test_filecmp",
    "fileinput": "test_fileinput",
    "ftplib": "test_ftplib",
    "functools": "test_functools",
    "getopt": "test_getopt",
    "graphlib": "test_graphlib",
    "heapq": "test_heapq",
    "hmac": "test_hmac",
    "http/cookiejar": "test_http_cookiejar",
    "imaplib": "test_imaplib",
    "inspect": "test_inspect",
    "keyword": "test_keyword",
    "linecache": "test_linecache",
    "mailbox": "test_mailbox",
    "mailcap": "test_mailcap",
    "netrc": "test_netrc",
    "nturl2path": "test_urllib",
    "ntpath": "test_ntpath",
    "numbers": "test_abstract_numbers",
    "pdb": "test_pdb",
    "pickletools": "test_pickletools",
    "pkgutil": "test_pkgutil",
    "pyclbr": "test_pyclbr",
    "random": "test_random",
    "reprlib": "test_reprlib",
    "rlcompleter": "test_rlcompleter",
    "sched": "test_sched",
    "selectors": "test_selectors",
    "shutil": "test_shutil",
    "smtplib": "test_smtplib",
    "sndhdr": "test_sndhdr",
    "symtable": "test_symtable",
    "tabnanny": "test_tabnanny",
    "telnetlib": "test_telnetlib",
    "tempfile": "test_tempfile",
    "timeit": "test_timeit",
    "trace": "test_trace",
    "uuid": "test_uuid",
    "wave": "test_wave",
    "weakref": "test_weakref",
    "xdrlib": "test_xdrlib",
    "zipapp": "test_zipapp",
    "xml/dom/minidom": "test_minidom",
    "wsgiref/util": "test_wsgiref",
    "email/_header_value_parser": "test_email",
}

# Runs in the test process: every test's outcome by its name, as JSON.
_OUTCOMES = """
import json, sys, unittest, warnings
warnings.simplefilter("ignore")
out = sys.stdout; sys.stdout = sys.stderr
class Outcomes(unittest.TestResult):
    found = {}
    def addSuccess(self, test): self.found.setdefault(test.id(), "ok")
    def addError(self, test, err): self.found[test.id()] = "error"
    def addFailure(self, test, err): self.found[test.id()] = "failure"
    def addSkip(self, test, reason): self.found[test.id()] = "skipped"
    def addExpectedFailure(self, test, err): self.found[test.id()] = "expected failure"
    def addUnexpectedSuccess(self, test): self.found[test.id()] = "unexpected success"
    def addSubTest(self, test, subtest, err):
        if err is not None: self.found[test.id()] = "failure"
unittest.defaultTestLoader.loadTestsFromName("test." + sys.argv[1]).run(Outcomes())
json.dump(Outcomes.found, out)
"""


@dataclass
class Row:
    """What was measured of one module."""

    module: str
    functions: int = 0
    changed: int = 0
    steps: int = 0
    verdicts: collections.Counter[str] = field(default_factory=collections.Counter)
    moves: collections.Counter[str] = field(default_factory=collections.Counter)
    reasons: collections.Counter[str] = field(default_factory=collections.Counter)
    seconds: float = 0.0
    step_seconds: list[float] = field(default_factory=list)
    unproved: list[str] = field(default_factory=list)
    comments_lost: int = 0
    unparsable: int = 0
    nesting: list[tuple[int, int]] = field(default_factory=list)
    tests: str = "not run"
    outcome_changes: list[str] = field(default_factory=list)


def main() -> int:
    """Run the benchmark; the status is 1 if anything went wrong."""
    options = _options()
    rows = []
    with tempfile.TemporaryDirectory(prefix="dreck-stdlib-") as scratch:
        library = _copied(Path(scratch) / "lib", options.modules)
        print(
            f"{'module':<14} {'functions':>9} {'changed':>7} {'steps':>5} {'proved':>6} {'under':>5} {'tested':>6} {'back':>4} {'s':>6}  tests"
        )
        before = {name: _tests(library, name) for name in _test_names(options)}
        for module in options.modules:
            rows.append(
                _untangled(
                    library, module, options.diffs, [m for m in options.only.split(",") if m]
                )
            )
            print(f"{module} ...", file=sys.stderr)
        after = {name: _tests(library, name) for name in _test_names(options)}
        for row in rows:
            _compare_tests(row, before, after)
            _print(row)
    return _closing(rows)


def _options() -> argparse.Namespace:
    parser = argparse.ArgumentParser(
        description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter
    )
    parser.add_argument("modules", nargs="*", default=list(MODULES), metavar="MODULE")
    parser.add_argument("--no-tests", action="store_true", help="do not run CPython's tests")
    parser.add_argument("--only", default="", metavar="MOVE[,MOVE]", help="take just these moves")
    parser.add_argument("--diffs", type=Path, help="append the diff of every file to this file")
    return parser.parse_args()


def _test_names(options: argparse.Namespace) -> list[str]:
    names = dict.fromkeys(MODULES[m] for m in options.modules if m in MODULES)
    return [] if options.no_tests else list(names)


def _copied(library: Path, modules: list[str]) -> Path:
    for module in modules:
        package, _, name = module.rpartition("/")
        if package and not (library / package).exists():
            shutil.copytree(
                LIBRARY / package, library / package, ignore=shutil.ignore_patterns("__pycache__")
            )
        elif not package:
            library.mkdir(exist_ok=True)
            shutil.copy(LIBRARY / f"{name}.py", library)
    return library


def _tests(library: Path, name: str) -> dict[str, str] | None:
    """Each test's outcome, or None if the tests could not be run to their end."""
    environment = {**os.environ, "PYTHONPATH": str(library), "PYTHONDONTWRITEBYTECODE": "1"}
    command = [sys.executable, "-X", "frozen_modules=off", "-c", _OUTCOMES, name]
    with tempfile.TemporaryDirectory() as folder:
        try:
            done = subprocess.run(
                command,
                cwd=folder,
                env=environment,
                capture_output=True,
                stdin=subprocess.DEVNULL,
                timeout=TEST_SECONDS,
                check=False,
            )
            found: dict[str, str] = json.loads(done.stdout)
            return found
        except (subprocess.TimeoutExpired, ValueError):
            return None


def _untangled(library: Path, module: str, diffs: Path | None, only: list[str]) -> Row:
    path = library / f"{module}.py"
    row = Row(module)
    comments = _comments(path)
    started = time.perf_counter()
    marks = [started]

    def tick(function: dreck.Untangled) -> None:
        marks.append(time.perf_counter())
        spent = marks[-1] - marks[-2]
        row.step_seconds += [spent / max(len(function.steps), 1)] * len(function.steps)

    found = dreck.untangle(path, only=only, tick=tick)
    row.seconds = marks[-1] - started
    row.functions = len(found.functions)
    for function in found.functions:
        row.changed += function.changed
        row.steps += len(function.steps)
        row.moves.update(s.move for s in function.steps)
        row.verdicts.update(s.verdict.verdict.value for s in function.steps)
        row.verdicts["back"] += len(function.taken_back)
        row.unproved += [
            f"tested: {function.target} {s.move}"
            for s in function.steps
            if s.verdict.verdict is dreck.Verdict.TESTED
        ]
        row.unproved += [
            f"taken back: {function.target} {s.move}, {s.verdict.verdict.value}: {s.verdict.why}"
            for s in function.taken_back
        ]
        row.reasons.update(p.why for p in function.left_alone)
        if function.before.nesting >= 3:
            row.nesting.append((function.before.nesting, function.after.nesting))
    for change in found.changes:
        if diffs:
            with diffs.open("a") as stream:
                stream.write(change.diff)
    found.write()
    lost = comments - _comments(path)
    row.comments_lost = sum(lost.values())
    row.unproved += [f"comment lost in {module}: {text}" for text in lost]
    try:
        compile(path.read_bytes(), str(path), "exec")
    except SyntaxError:
        row.unparsable += 1
    return row


def _comments(path: Path) -> collections.Counter[str]:
    tokens = tokenize.tokenize(io.BytesIO(path.read_bytes()).readline)
    return collections.Counter(t.string for t in tokens if t.type == tokenize.COMMENT)


def _compare_tests(
    row: Row, before: dict[str, dict[str, str] | None], after: dict[str, dict[str, str] | None]
) -> None:
    name = MODULES.get(row.module, "")
    if name not in before:
        return
    old, new = before[name], after[name]
    if old is None or new is None:
        row.tests = f"{name} could not be run" if old is None else f"{name} no longer runs"
        row.outcome_changes += [row.tests] if old is not None else []
        return
    row.outcome_changes = [t for t in old.keys() | new.keys() if old.get(t) != new.get(t)]
    passed = [sum(v == "ok" for v in outcomes.values()) for outcomes in (old, new)]
    row.tests = f"{passed[0]} of {len(old)} ok, then {passed[1]} of {len(new)}"


def _print(row: Row) -> None:
    v = row.verdicts
    print(
        f"{row.module:<14} {row.functions:>9} {row.changed:>7} {row.steps:>5} {v['proved']:>6} {v['proved-under']:>5} "
        f"{v['tested']:>6} {v['back']:>4} {row.seconds:>6.2f}  {row.tests}"
    )


def _closing(rows: list[Row]) -> int:
    verdicts: collections.Counter[str] = sum((r.verdicts for r in rows), collections.Counter())
    steps = sum(r.steps for r in rows)
    moves: collections.Counter[str] = sum((r.moves for r in rows), collections.Counter())
    reasons: collections.Counter[str] = sum((r.reasons for r in rows), collections.Counter())
    nesting = [pair for r in rows for pair in r.nesting]
    changes = [c for r in rows for c in r.outcome_changes]
    times = [t for r in rows for t in r.step_seconds] or [0.0]
    print("moves:", ", ".join(f"{name} {count}" for name, count in moves.most_common()))
    for reason, count in reasons.most_common(8):
        print(f"left alone {count} times: {reason}")
    print(
        f"seconds for a step, with all that was looked at: median {statistics.median(times):.3f}, "
        f"9 of 10 within {statistics.quantiles(times, n=10)[-1] if len(times) > 1 else times[0]:.3f}, worst {max(times):.2f}"
    )
    lower = [a - b for a, b in nesting if b < a]
    print(
        f"{len(lower)} of {len(nesting)} functions of nesting 3 or more came down, by {statistics.mean(lower or [0]):.1f} levels on average"
    )
    shares = (verdicts["proved"] + verdicts["proved-under"]) / max(steps, 1)
    bad = len(changes) + sum(r.comments_lost + r.unparsable for r in rows)
    print(
        f"{len(rows)} modules, {sum(r.functions for r in rows)} functions, {sum(r.changed for r in rows)} changed in {steps} steps "
        f"({sum(r.seconds for r in rows) / max(steps, 1) * 1000:.0f} ms a step): {verdicts['proved']} proved, "
        f"{verdicts['proved-under']} proved-under ({shares:.1%} together), {verdicts['tested']} tested, {verdicts['back']} taken back; "
        f"{len(changes)} tests changed outcome, {sum(r.comments_lost for r in rows)} comments lost, "
        f"{sum(r.unparsable for r in rows)} files broken"
    )
    for place in [p for r in rows for p in r.unproved]:
        print(place)
    for change in changes[:20]:
        print("changed:", change)
    return 1 if bad else 0


if __name__ == "__main__":
    sys.exit(main())
