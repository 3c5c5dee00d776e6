"""A difference as a Python program that anyone can run."""

from __future__ import annotations

import ast
import inspect
import pprint
import re
from pathlib import Path
from typing import Any

from ...outline import all_nodes, functions_of
from .by_kind import maker
from .observe import MOST_ITEMS
from .records import source_of_doubles
from .runner import Request

_PLAIN = '''"""Shows where two versions of {subject} part."""
import importlib.util
import sys

sys.path[:0] = {roots!r}
{first}CALL = {call!r}


def load(path):
    spec = importlib.util.spec_from_file_location({module!r}, path{home})
    module = importlib.util.module_from_spec(spec)
    sys.modules[spec.name] = module
    spec.loader.exec_module(module)
    return module

{recorder}{texts}
for which, path in (("before", {before}), ("after", {after})):
    module = load(path)
{apart}    names = {{**vars(module), "nan": float("nan"), "inf": float("inf"){library}{recorded}}}
{given}{probes}{by_kind}{running}    try:
        print(which, "returns", repr(eval(CALL, names)))
    except BaseException as error:
        print(which, "raises", repr(error))
{left}'''
_FIRST = """    for line in FIRST:
        try:
            exec(line, names)
        except Exception as error:
            print(which, "raises", repr(error))
"""
# Where files are written: each version in a folder of its own.
_APART = """    os.chdir(tempfile.mkdtemp())
"""
_LEFT = """    for name in sorted(glob.glob("**", recursive=True)):
        print(which, "leaves", name, repr(open(name, "rb").read()) if os.path.isfile(name) else "")
"""
_NOTE = """

def note(name, what, *with_what):
    print("   ", name, what, *with_what)

"""
_PROBES = """    answers = Answers(SUGGESTIONS, ANSWERS)
    names["Probe"] = lambda name="self", class_=None: hollow(class_, answers) if class_ else Probe(answers, name)
"""
_STAND_INS = """
from dreck.judge.trials.answers import Answers, Probe
from dreck.judge.trials.recipes import hollow_object as hollow

# What the stand-ins say: for each question the number of its answer, counted from 0.
ANSWERS = {answers}
# Values that the code compares with, for attributes, methods and keys of these names.
SUGGESTIONS = {suggestions}
"""
_DRIVEN = '''

def driven(value):
    """What a call gives: a coroutine is run, and a generator gone through, up to {most} items."""
    if inspect.isgenerator(value):
        return list(itertools.islice(value, {most}))
    while inspect.iscoroutine(value):
        try:
            value.send(None)
        except StopIteration as end:
            return end.value
    if inspect.isasyncgen(value):
        return driven(gone_through(value))
    return value


async def gone_through(values):
    return [value async for value in values]

'''
_WIDTH = 100


_BY_KIND = """    if which == "after":
        # Where the old version makes the class itself, the new one makes the kind's own.
        names[{base!r}] = maker(module.{base}, module.{table}, {asked!r})
"""


def call_text(found: dict[str, Any]) -> str:
    """The calls that show the difference, as Python text; several lines in one."""
    return "; ".join(found["lines"])


def script_of(request: Request, found: dict[str, Any]) -> str:
    """The program; versions that are no files yet are written to temporary ones."""
    call = call_text(found)
    lines, is_driven = list(found["lines"]), _is_driven(request, found["lines"][-1])
    if is_driven:
        lines = [_driving(line, request.subject) for line in lines]
    with_probes = "Probe(" in call
    places, texts = [], []
    for which, path, text in zip(("BEFORE", "AFTER"), request.paths, request.texts, strict=True):
        on_disk = _holds(path, text)
        places.append(repr(path) if on_disk else which)
        if not on_disk:
            texts.append(_written_out(which, text))
    given, stored = _given(request, found, call)
    stored += "".join(
        f"import {m}\n" for m in dict.fromkeys(m or n for n, m in found["library"].items())
    )
    library = "".join(f", {n!r}: {m + '.' if m else ''}{n}" for n, m in found["library"].items())
    writes = any(" and leaves " in found[which] for which in ("before", "after"))
    if writes:
        stored += "import glob\nimport os\nimport tempfile\n"
        places = [f"os.path.abspath({p})" for p in places]
    home = request.home
    program = _PLAIN.format(
        apart=_APART if writes else "",
        left=_LEFT if writes else "",
        subject=request.subject,
        roots=list(request.roots),
        module=request.module,
        home=f", submodule_search_locations={home!r}" if home else "",
        texts="".join([stored, *texts]),
        given=given,
        library=library,
        recorded=(
            ', "Record": Record, "Recorder": Recorder, "Manager": Manager, "given": given, "having_called": having_called'
            if _doubles(call)
            else ""
        )
        + (', "driven": driven' if is_driven else ""),
        before=places[0],
        after=places[1],
        probes=_PROBES if with_probes else "",
        recorder=_doubles(call) + _made_by_kind(found, call) + _driver(is_driven),
        first=f"FIRST = {lines[:-1]!r}\n" if lines[:-1] else "",
        call=lines[-1],
        running=_FIRST if lines[:-1] else "",
        by_kind="".join(
            _BY_KIND.format(base=b, table=t[0], asked=t[1:])
            for b, t in found["by_kind"].items()
            if re.search(rf"\b{b}\(", call)
        ),
    )
    return (
        program.replace("import sys\n", f"import sys\n{_stand_ins(found)}", 1)
        if with_probes
        else program
    )


def _driver(is_driven: bool) -> str:
    """What runs coroutines and goes through generators, as Python text."""
    return (
        "\nimport inspect\nimport itertools\n" + _DRIVEN.format(most=MOST_ITEMS)
        if is_driven
        else ""
    )


def _is_driven(request: Request, call: str) -> bool:
    """Whether a call of the subject, or of what it is shown by, does nothing by itself, in either
    version.
    """
    words = set(re.findall(r"\w+", call))
    nodes = (
        f.node
        for t in request.texts
        for f in functions_of(ast.parse(t))
        if f.name == request.subject or f.name.rpartition(".")[2] in words
    )
    return any(
        isinstance(n, ast.AsyncFunctionDef | ast.Yield | ast.YieldFrom)
        for node in nodes
        for n in all_nodes(node)
    )


def _driving(line: str, subject: str) -> str:
    """A line whose call is run to its end."""
    statement = ast.parse(line).body[0]
    if isinstance(statement, ast.Expr):
        return f"driven({line})"
    value = statement.value if isinstance(statement, ast.Assign) else None
    called = ast.unparse(value.func) if isinstance(value, ast.Call) else ""
    if called.rpartition(".")[2] != subject.rpartition(".")[2]:
        return line
    name, _, call = line.partition(" = ")
    return f"{name} = driven({call})"


def _made_by_kind(found: dict[str, Any], call: str) -> str:
    """What makes objects by kind, without its annotations, if the call makes such."""
    if not any(re.search(rf"\b{b}\(", call) for b in found["by_kind"]):
        return ""
    tree = ast.parse(inspect.getsource(maker))
    for node in all_nodes(tree):
        if isinstance(node, ast.FunctionDef):
            node.returns = None
        elif isinstance(node, ast.arg):
            node.annotation = None
    return f"\n\n{ast.unparse(tree)}\n\n"


def _doubles(call: str) -> str:
    """The plain doubles that a call uses, as Python text."""
    if not re.search(r"\b(Record|Recorder|Manager|given|having_called)\(", call):
        return ""
    head = "\nimport inspect\nfrom types import SimpleNamespace\nfrom typing import Any\n"
    return f"{head}{_NOTE}\n{source_of_doubles()}\n"


def _given(request: Request, found: dict[str, Any], call: str) -> tuple[str, str]:
    """The lines that build arguments of the user's own inputs or of recorded calls, and what they
    need.
    """
    if "inputs[" in call:
        stored = f"\nINPUTS = {{}}\nexec({found['inputs']!r}, INPUTS)\n"
        return (
            f"    names['inputs'] = list(INPUTS['inputs'](module, {request.subject!r}))\n",
            stored,
        )
    numbers = sorted({int(n) for n in re.findall(r"recorded\[(\d+)\]", call)})
    if not numbers:
        return "", ""
    stored = (
        f"\nimport base64\nimport pickle\n\nCALLS = {({n: found['calls'][n] for n in numbers})!r}\n"
    )
    again = "".join(f"    sys.modules[{m!r}] = module\n" for m in found["call_modules"])
    return (
        again
        + "    names['recorded'] = {n: pickle.loads(base64.b64decode(c)) for n, c in CALLS.items()}\n",
        stored,
    )


def _stand_ins(found: dict[str, Any]) -> str:
    answers = pprint.pformat({q: n for q, n in found["answers"].items() if n}, width=_WIDTH)
    values = ", ".join(f"{k!r}: [{', '.join(vs)}]" for k, vs in found["suggestions"].items())
    return _STAND_INS.format(answers=answers, suggestions=f"{{{values}}}")


def _holds(path: str, text: str) -> bool:
    try:
        return Path(path).read_bytes().decode("utf-8-sig", errors="replace") == text
    except OSError:
        return False


def _written_out(which: str, text: str) -> str:
    return (
        f"\nimport tempfile\n{which} = tempfile.NamedTemporaryFile('w', suffix='.py', delete=False, newline='')\n"
        f"{which}.write({text!r})\n{which}.close()\n{which} = {which}.name\n"
    )
