"""Trials: what they may do, what they see, and what they try."""

from __future__ import annotations

import ast
import json
import os
import signal
import subprocess
import sys
import time
from pathlib import Path
from typing import Any

import pytest

import dreck
from dreck import Verdict
from dreck.judge.faults.planted import planted_slips
from dreck.judge.trials.answers import ELSE, Answers, Probe
from dreck.judge.trials.picture import picture
from dreck.judge.trials.runner import ProcessRunner, Request

HOLD = "    if n.x < n.y:\n        return {0}\n    return {1}\n"


def tried(before: str, after: str, subject: str = "f", **settings: Any) -> dict[str, Any]:
    """The outcome of trials on two texts."""
    request = Request(
        ("before.py", "after.py"), (before, after), "trial_module", (os.getcwd(),), subject
    )
    return ProcessRunner(**settings).run(request)


HARM = {
    "write a file": "open('{0}/made', 'w').write('x')",
    "append to a file": "open('{0}/kept', 'a').write('x')",
    "low-level write": "os.open('{0}/made', os.O_CREAT | os.O_WRONLY)",
    "remove a file": "os.remove('{0}/kept')",
    "rename a file": "os.rename('{0}/kept', '{0}/made')",
    "make a folder": "os.mkdir('{0}/made')",
    "delete a tree": "__import__('shutil').rmtree('{0}')",
    "a shell command": "os.system('touch {0}/made')",
    "a process": "__import__('subprocess').run(['touch', '{0}/made'])",
    "a fork": "os.fork() or open('{0}/made', 'w')",
    "a socket": "__import__('socket').socket()",
    "a signal to the parent": "os.kill(os.getppid(), 9)",
    "foreign functions": "__import__('ctypes').CDLL(None).unlink(b'{0}/kept')",
    "our own descriptors": "[__import__('os').close(d) for d in range(5)]",
    "a variable of the environment": "os.environ.update(CANAL='shut')",
    "raise the limits": "__import__('resource').setrlimit(4, (0, 0))",
}


@pytest.mark.parametrize("harm", HARM)
def test_the_fence(harm: str, tmp_path: Path) -> None:
    """Nothing outside the scratch folder is touched, and the attempt is an outcome like any
    other.
    """
    (tmp_path / "kept").write_text("kept")
    code = f"import os\ndef f(n: int):\n    {HARM[harm].format(tmp_path)}\n    return 'done'\n"
    assert tried(code, code)["outcome"] == "same"
    assert [(p.name, p.read_text()) for p in tmp_path.iterdir()] == [("kept", "kept")]
    assert tried(code, code.replace(HARM[harm].format(tmp_path), "pass"))["outcome"] == "differs"


def test_scratch_files_are_allowed_and_gone_afterwards() -> None:
    """Code that writes relative files can be tried."""
    code = "def f(n: int):\n    with open('x.txt', 'w') as s:\n        s.write(str(n))\n    return open('x.txt').read()\n"
    assert tried(code, code)["outcome"] == "same"
    assert tried(code, code.replace("str(n)", "str(n) + '!'"))["outcome"] == "differs"


@pytest.mark.parametrize(
    ("body", "outcome"),
    [
        ("raise SystemExit(3)", "raises SystemExit(3)"),
        ("x = [0] * 10**10", "raises MemoryError()"),
        ("return input()", "raises EOFError"),
        ("print('hello')", "returns None and prints 'hello\\n'"),
        ("yield n\n    yield 2", "yields 0, 2"),
        ("yield n\n    raise KeyError(2)", "yields 0, then raises KeyError(2)"),
        ("return 3\n    yield", "yields nothing, then returns 3"),
    ],
)
def test_outcomes(body: str, outcome: str) -> None:
    """Crashing and leaving are outcomes that can differ."""
    found = tried(f"def f(n: int):\n    {body}\n", "def f(n: int):\n    return 'other'\n")
    assert found["outcome"] == "differs" and found["before"].startswith(outcome)


@pytest.mark.parametrize("body", ["while n: pass", "return f(abs(n) + 1) if n else 0"])
def test_time_and_depth_do_not_count(body: str) -> None:
    """What took the old version too long is no difference and no evidence; a new version that hangs
    is.
    """
    slow, quick = f"def f(n: int):\n    {body}\n    return 0\n", "def f(n: int):\n    return 0\n"
    found = tried(slow, quick)
    assert found["outcome"] == "same" and found["count"] < 6
    hangs = tried(quick, slow)
    assert (hangs["outcome"] == "differs") is ("while" in body), hangs


@pytest.mark.parametrize(
    ("code", "why"),
    [
        ("import nothing_like_this\n", "importing before.py raises ModuleNotFoundError"),
        ("1 / 0\n", "importing before.py raises ZeroDivisionError"),
        ("while True: pass\n", "importing before.py did not end within 5 s"),
        ("import ctypes; ctypes.CDLL(None)\n", "trials may not do ctypes.dlopen"),
        ("import os; os._exit(3)\n", "the trial process ended with status 3"),
        ("import os, signal; signal.raise_signal(9)\n", "the trial process was ended by signal 9"),
    ],
)
def test_a_module_that_cannot_be_loaded(code: str, why: str) -> None:
    """The reason is said in words; the run goes on."""
    found = tried(code + "def f(n): pass\n", code + "def f(n): return 1\n")
    assert found["outcome"] in ("cannot load", "nothing tried") and why in found["why"]


@pytest.mark.parametrize(
    "code",
    [
        "import ctypes",
        "import socket; HOME = socket.gethostname()",
        "import os; os.environ.setdefault('CANAL', 'shut'); del os.environ['CANAL']",
    ],
)
def test_what_modules_do_for_themselves_when_they_are_imported(code: str) -> None:
    """It reaches nothing outside the process."""
    body = "\ndef f(n: int):\n    return n > 3\n"
    assert tried(code + body, code + body.replace(">", ">="))["outcome"] == "differs"


def test_the_whole_process_has_a_time_limit() -> None:
    """Even code that ignores signals is ended with its process group."""
    code = "import signal, time\nsignal.pthread_sigmask(signal.SIG_BLOCK, [signal.SIGALRM])\nwhile True: time.sleep(1)\n"
    started = time.monotonic()
    assert "did not end within 1 s" in tried(code + "def f(): pass\n", code, seconds=1.0)["why"]
    assert time.monotonic() - started < 10
    assert signal.getsignal(signal.SIGALRM) is signal.SIG_DFL


def test_a_failing_import_is_one_line_and_status_2(tmp_path: Path, dreck_in_process: Any) -> None:
    """When trials need a module that cannot be imported, vouch says so."""
    for name, bound in (("before", "<"), ("after", ">")):
        (tmp_path / f"{name}.py").write_text(f"import nowhere\ndef f(n):\n    return n {bound} 3\n")
    done = dreck_in_process("vouch", "before.py", "after.py")
    assert (done.status, done.err) == (
        2,
        "dreck: importing before.py raises ModuleNotFoundError: No module named 'nowhere'\n",
    )
    assert done.out.startswith("undecided  f\n")


HINTS = {
    "int": "n == 7",
    "float": "n != n",
    "str": "n == 'moored'",
    "bytes": "n == b''",
    "bool": "n",
    "int | None": "n is None",
    "Optional[str]": "n == ''",
    "Union[int, str]": "n == 'x'",
    "Literal['a', 'b']": "n == 'b'",
    "list[int]": "n == []",
    "dict[str, int]": "not n",
    "tuple[int, str]": "n[0] == 1",
    "tuple[int, ...]": "len(n) == 2",
    "set[str]": "not n",
    "Sequence[float]": "len(n) > 1",
    "Mapping[str, bool]": "len(n) == 1",
    "Kind": "n is Kind.BARGE",
    "Boat": "n.draught > 4",
    "date": "n.day == 29",
    "Decimal": "n == 0",
    "Path": "n.name == 'b.txt'",
    "Callable[[int], int]": "n(3) == 4",
    "Any": "n == 9",
    "Named": "n.width == 12",
    "Entry": "n['berth'] == 4",
    "Late": "'since' in n",
    "Gauge": "n.read() > 3",
    "'Boat'": "n.name == 'Heron'",
    "SupportsInt": "int(n) == 41 and n + 1 == 42",
    "Hashable": "n == 'sluice'",
    "Sized": "len(n) == 3",
    "Deep": "n > Deepest(4).depth",
    "Deepest": "n.depth == 17",
}
HEAD = """
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from decimal import Decimal
from enum import Enum
from pathlib import Path
from collections.abc import Hashable, Sized
from typing import Any, Literal, NamedTuple, Optional, Protocol, SupportsInt, TypedDict, Union
class Deep(Protocol):
    def __gt__(self, other: Any) -> bool: ...
class Deepest:
    def __init__(self, depth: SupportsInt) -> None: self.depth = int(depth)
class Kind(Enum):
    TUG = 1
    BARGE = 2
@dataclass
class Boat:
    name: str
    draught: int = 3
class Named(NamedTuple):
    width: int
class Entry(TypedDict):
    berth: int
class Late(TypedDict, total=False):
    since: str
class Gauge(Protocol):
    def read(self) -> int: ...
"""


@pytest.mark.parametrize("hint", HINTS)
def test_inputs_from_hints_and_conditions(hint: str) -> None:
    """Every kind of hint gives inputs that take both ways, and notice when they are exchanged."""
    code = f"{HEAD}def f(n: {hint}):\n    if {HINTS[hint]}:\n        return 1\n    return 2\n"
    same = tried(code, code)
    assert (
        same["outcome"] == "same"
        and same["after"]["reached"] == 2
        and same["caught"] == same["planted"] > 0
    )
    assert tried(code, code.replace("return 2", "return 3"))["outcome"] == "differs"


def test_inputs_reach_what_callees_check(tmp_path: Path) -> None:
    """Constants in the conditions of callees count as well."""
    code = "def ok(level): return 95 <= level < 97\ndef f(level: int):\n    if ok(level):\n        return 1\n    return 2\n"
    (tmp_path / "before.py").write_text(code)
    assert tried(code, code)["after"]["reached"] >= 1


def test_methods_are_tried_on_built_objects_and_shells() -> None:
    """self comes from the constructor where that works, else from a shell of the class."""
    code = "class Lock:\n    def __init__(self, level: int):\n        self.level = level\n    def f(self):\n        if self.level > 300:\n            return self.gate.close()\n        return 1\n"
    found = tried(code, code.replace("> 300", ">= 300"), "Lock.f")
    assert found["lines"] == ["Lock.f(Lock(level=300))"] and found["after"].startswith(
        "raises AttributeError"
    )
    hard = code.replace("self.level = level", "raise OSError")
    # Only a shell shows the difference, which nobody can make: that is no difference but told.
    shown = tried(hard, hard.replace("> 300", ">= 300"), "Lock.f")
    assert shown["outcome"] == "same" and shown["assumed"]["lines"] == [
        "Lock.f(Probe(class_=Lock))"
    ]


def test_unstable_code_is_no_evidence() -> None:
    """A function that differs from itself is not said to differ from another."""
    code = "import random\ndef f(n: int):\n    return random.SystemRandom().random()\n"
    assert tried(code, code)["outcome"] == "nothing tried"


def test_answers_go_through_the_alternatives() -> None:
    """The same question gets the same answer; each alternative changes one."""
    answers = Answers({"kind": ["barge", None]})
    boat = Probe(answers, "boat")
    assert (
        boat.kind == "barge"
        and bool(boat)
        and len(boat) == 1
        and [*boat] == [boat[0]]
        and (boat < 3) == (boat <= 3)
    )
    seen = {json.dumps(a, sort_keys=True) for a in answers.alternatives()}
    assert len(seen) == 2 + 1 + 2 + 2
    other = Probe(Answers(answers.suggestions, {"boat.kind": 2}), "boat")
    assert repr(other.kind) == "<boat.kind>" and other._answers_.said() == {"boat.kind": ELSE}


@pytest.mark.parametrize(
    ("left", "right", "equal"),
    [
        (1, True, False),
        (1, 1.0, False),
        (float("nan"), float("nan"), True),
        (0.0, -0.0, False),
        ([1, [2]], [1, [2]], True),
        ({"a": 1, "b": 2}, {"b": 2, "a": 1}, False),
        ({1, 2}, {2, 1}, True),
        ("a", b"a", False),
        (ValueError("x"), ValueError("x"), True),
        (ValueError("x"), KeyError("x"), False),
        (Path("a"), Path("a"), True),
        (Verdict.PROVED, Verdict.TESTED, False),
        (len, len, True),
    ],
)
def test_pictures(left: object, right: object, equal: bool) -> None:
    """Values are compared by type and deep equality."""
    assert (picture(left) == picture(right)) is equal


def test_pictures_of_cycles_end() -> None:
    """A list in itself, and objects that point at each other."""
    loop: list[object] = [1]
    loop.append(loop)
    other: list[object] = [1]
    other.append(other)
    assert picture(loop) == picture(other) != picture([1, [1]])


def test_weak_trials_do_not_count(tmp_path: Path) -> None:
    """Trials that reach few branches are no evidence, and the verdict says so."""
    code = (
        "import hashlib\ndef f(n: int):\n    x = n\n    if hashlib.sha256(str(x).encode()).hexdigest() == 'never':\n"
        "        if x > 1:\n            return 1\n        if x > 2:\n            return 2\n        return 3\n    return 4\n"
    )
    (tmp_path / "before.py").write_text(code)
    (tmp_path / "after.py").write_text(code.replace("x = n", "x = [n][0]"))
    (found,) = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py").subjects
    assert found.verdict is Verdict.UNDECIDED and "reached only 1 of 6 branches" in found.why
    assert found.trials and len(found.trials.branches_after.missed) == 5


def test_nothing_to_measure_by_does_not_count(tmp_path: Path) -> None:
    """A version without a decision has no fault to plant; the old one's branches must be reached."""
    head = "import hashlib\ndef f(n: int):\n"
    never = "hashlib.sha256(str(n).encode()).hexdigest() == 'never'"
    (tmp_path / "before.py").write_text(f"{head}    if {never}:\n        return 1\n    return n\n")
    (tmp_path / "after.py").write_text(f"{head}    return n\n")
    (found,) = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py").subjects
    assert found.verdict is Verdict.UNDECIDED and "no fault could be planted" in found.why


def test_where_the_new_version_decides_nothing_the_old_one_is_damaged(tmp_path: Path) -> None:
    """Else nothing would say how much the inputs notice."""
    head = "def f(berths: list[int], mark: int):\n"
    loop = "    for berth in berths:\n        if berth > mark:\n            return berth\n    return None\n"
    short = "    return next(filter(mark.__lt__, berths), None)\n"
    (tmp_path / "before.py").write_text(head + loop)
    (tmp_path / "after.py").write_text(head + short)
    (found,) = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py").subjects
    assert found.verdict is Verdict.TESTED and found.trials is not None
    assert found.trials.faults_planted >= 2 and found.trials.faults_caught >= 2


KINDS = {
    "@classmethod\n    def f(cls, n: int):": "Lock.f(3)",
    "@staticmethod\n    def f(n: int):": "Lock.f(3)",
    "def f(self, n: int):": "Lock.f(Lock(), 3)",
    "@property\n    def f(self):": "Lock.f.fget(Lock())",
}


@pytest.mark.parametrize("head", KINDS)
def test_every_kind_of_method_is_called_as_it_must_be(head: str, tmp_path: Path) -> None:
    """The call that is shown is one that works, for each kind of method."""
    code = f"class Lock:\n    {head}\n        n = {'3' if 'n:' not in head else 'n'}\n        if n < 3:\n            return 1\n        return 2\n"
    (tmp_path / "before.py").write_text(code)
    (tmp_path / "after.py").write_text(code.replace("<", "<="))
    (found,) = dreck.vouch("before.py", "after.py").subjects
    assert found.counterexample and found.counterexample.call == KINDS[head]
    assert "returns" in found.counterexample.before and eval(KINDS[head], _run(code)) == 2


def _run(code: str) -> dict[str, Any]:
    names: dict[str, Any] = {}
    exec(code, names)
    return names


_FILL = (
    "def fill(self, a: int):\n        if a > 1:\n            return 'high'\n        return 'low'\n"
)
_ENTERED = """
    if made.__name__ in {0}:
        raise KeyError(f"{{made.__name__}} is there already")
    {0}[made.__name__] = made
    return made
"""
_GATE = f"from canal import desk\n\n\n@desk.entered\nclass Gate:\n    {_FILL}"
# Modules that do not load on their own, or not twice; the last of the files is the module.
TOGETHER = {
    "a package that imports its module": {
        "canal/__init__.py": "from canal.gates import Gate\n",
        "canal/gates/__init__.py": "from canal.gates.gate import Gate\n",
        "canal/gates/gate.py": f"from canal import gates\n\n\nclass Gate:\n    HOME = gates.__name__\n    {_FILL}",
    },
    "a package that uses what its imports set": {
        "canal/__init__.py": "from .sluice import FULL\nfrom .gate import Gate\nLOW = sluice.FULL\n",
        "canal/sluice.py": "FULL = 3\n",
        "canal/marks.py": "LOW = 1\n",
        "canal/gate.py": f"from canal.marks import LOW\n\n\nclass Gate:\n    {_FILL}",
    },
    "a register that takes a name once": {
        "canal/__init__.py": "",
        "canal/desk.py": f"KNOWN = {{}}\n\n\ndef entered(made):{_ENTERED.format('KNOWN')}",
        "canal/gate.py": _GATE,
    },
    "a register in an object, filled by the package": {
        "canal/__init__.py": "from . import gate\n",
        "canal/desk.py": "class Desk:\n    def __init__(self):\n        self.known = {}\n\n\nDESK = Desk()\n"
        f"\n\ndef entered(made):{_ENTERED.format('DESK.known')}",
        "canal/gate.py": _GATE,
    },
}


@pytest.mark.parametrize("what", TOGETHER)
def test_modules_that_need_their_package(what: str, tmp_path: Path) -> None:
    """They are loaded as they are for everybody else, in both versions."""
    files = TOGETHER[what]
    for name, text in files.items():
        (tmp_path / name).parent.mkdir(parents=True, exist_ok=True)
        (tmp_path / name).write_text(text)
    (tmp_path / "new.py").write_text(list(files.values())[-1].replace("a > 1", "a >= 1"))
    found = dreck.vouch(tmp_path / list(files)[-1], tmp_path / "new.py")
    assert found.verdict is Verdict.DIFFERS, found.subjects


def test_a_module_that_no_register_takes_is_said_so(tmp_path: Path) -> None:
    """What is refused for another reason stays refused, and nothing is taken out elsewhere."""
    refused = "def entered(made):\n    raise KeyError('closed')\n"
    (tmp_path / "desk.py").write_text(refused)
    for name, bound in (("old", ">"), ("new", ">=")):
        code = _GATE.replace("from canal ", "").replace("a > 1", f"a {bound} 1")
        (tmp_path / f"{name}.py").write_text(code)
    (found,) = dreck.vouch(tmp_path / "old.py", tmp_path / "new.py").subjects
    assert found.verdict is Verdict.UNDECIDED and "'closed'" in found.problem


# What a module asks of its own import, and the file it is.
OF_ITSELF = {
    "its spec": ("gate", "NEAR = {f'{__spec__.parent}.sluice'}"),
    "its loader": ("gate", "TEXT = __loader__.get_source(__name__)"),
    "its package": ("gate", "from .sluice import FULL"),
    "a package its parts": (
        "__init__",
        "from .sluice import FULL; SPEC = __spec__.parent + __path__[0]",
    ),
}


@pytest.mark.parametrize("what", OF_ITSELF)
def test_what_a_module_asks_of_its_own_import(what: str, tmp_path: Path) -> None:
    """It is told the same as everywhere, also where the new version is a file elsewhere."""
    name, head = OF_ITSELF[what]
    code = f"{head}\ndef fill(level: int):\n    return level > 3\n"
    (tmp_path / "canal").mkdir()
    for path, text in (("__init__", ""), ("sluice", "FULL = 3\n"), (name, code)):
        (tmp_path / "canal" / f"{path}.py").write_text(text)
    (tmp_path / "new.py").write_text(code.replace("> 3", ">= 3"))
    found = dreck.vouch(tmp_path / "canal" / f"{name}.py", tmp_path / "new.py")
    assert found.verdict is Verdict.DIFFERS, found.subjects
    shown = found.subjects[0].counterexample
    program = subprocess.run([sys.executable, "-c", shown.script], capture_output=True, text=True)
    assert "before returns False\nafter returns True\n" in program.stdout, program.stderr


STEPS = """
LIMITS = {"low": 3}
def f(rows, kind, log):
    total = 0
    for row in rows:
        total += row["level"]
        log.append(row)
    first = rows[0]["level"] - 2
    return max(total, LIMITS.get(kind, 7)) // first
"""


def test_slips_are_planted_in_steps() -> None:
    """Each is another function, that says what is wrong; none stands in a condition."""
    slips = list(planted_slips(STEPS, "f"))
    kinds = ("left out", "another key", "another place", "another number", "another sign")
    others = ("exchanged", "default", "gives nothing")
    for kind in (*kinds, *others):
        assert any(kind in s.what for s in slips), kind
    texts = [ast.unparse(s.tree) for s in slips]
    assert len({*texts, ast.unparse(ast.parse(STEPS))}) == len(slips) + 1


# Steps that no condition stands before, and whether what they do comes out.
STRAIGHT = [
    ("    return level - 95\n", "    return 0 - 95 + level\n", Verdict.TESTED),
    (
        "    abs(level)\n    return None\n",
        "    abs(9 - level)\n    return None\n",
        Verdict.UNDECIDED,
    ),
]


@pytest.mark.parametrize(("before", "after", "verdict"), STRAIGHT)
def test_what_is_done_is_measured(
    tmp_path: Path, before: str, after: str, verdict: Verdict
) -> None:
    """Without a condition: by slips, which come out, or by none that does."""
    for name, body in (("before", before), ("after", after)):
        text = f"def f(level: float) -> float | None:\n    level = level * 1.5\n{body}"
        (tmp_path / f"{name}.py").write_text(text)
    (subject,) = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py").subjects
    assert subject.verdict is verdict, subject
    assert subject.trials is not None and subject.trials.faults_planted > 1


REFUSED = """class Refused(Exception):
    def __init__(self, why: str, *, line: int) -> None:
        super().__init__(why)
        self.line, self._seen = line, why
def f(line: int, other: int) -> None:
    raise Refused("too deep", line={})
"""


@pytest.mark.parametrize("private", [False, True])
def test_what_an_exception_tells_is_compared(private: bool) -> None:
    """Beside its arguments, what an exception of the project says of itself; nothing private."""
    before, after = (REFUSED.format(n) for n in ("line", "other"))
    if private:
        before, after = (t.replace("self.line,", "self._line,") for t in (before, after))
    found = tried(before, after)
    assert found["outcome"] == ("same" if private else "differs"), found
    assert private or "with line=" in found["before"]


KEPT = """from contextvars import ContextVar
_KEPT: ContextVar[dict[str, int]] = ContextVar("kept", default={})
def f(lock: str, level: int) -> None:
    levels = dict(_KEPT.get())
    levels[lock] = level
    _KEPT.set(levels)
"""


def test_nothing_is_tested_where_nothing_measures(tmp_path: Path) -> None:
    """Without a branch, or a fault that could be planted, trials tell nothing: here of a step that
    is left out, which leaves the others without an effect.
    """
    (tmp_path / "before.py").write_text(KEPT)
    (tmp_path / "after.py").write_text(KEPT.replace("    _KEPT.set(levels)\n", ""))
    (found,) = dreck.vouch(tmp_path / "before.py", tmp_path / "after.py").subjects
    assert found.verdict is Verdict.UNDECIDED and "nothing to measure" in found.why, found


def test_effects_are_shown_with_what_is_given_by_name() -> None:
    """Two calls that differ in a keyword are not shown alike."""
    text = "def f(store, kind: str):\n    store.add(kind, origin=kind)\n    return 1\n"
    found = tried(text, text.replace("origin=", "place="))
    assert "origin=" in found["before"] and "place=" in found["after"], found
