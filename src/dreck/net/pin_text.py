"""Samples as a file of tests that a person would keep."""

from __future__ import annotations

import ast
import json
import re
import sys
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from pathlib import Path

import black

from ..outline import all_nodes
from ..judge.face.samples import Sample, Samples
from .doubles import DOUBLES, READYING, source_of

# Columns of a line (the file is laid out by black), and characters of a value that stands in the test itself.
_WIDTH = 99
_LONGEST_VALUE = 600
# The first words of a file that Dreck wrote, and may write again.
HEAD = '"""Pins: what'


@dataclass(slots=True)
class PinFile:
    """A file of pins.

    Attributes:
        text: the tests.
        approved: files beside it with large results, by name.
        names: for each test, as pytest calls it in its file, the case that it pins.
    """

    text: str = ""
    approved: dict[str, str] = field(default_factory=dict)
    names: dict[str, Sample] = field(default_factory=dict)


def pin_file(found: Sequence[Samples], stem: str) -> PinFile:
    """The tests for some functions of one module.

    Args:
        found: the samples of each.
        stem: the name of the file without its ending; large results are put beside it in a
            folder called so.
    """
    made = PinFile()
    bodies = [_function(each, made, stem) for each in found if each.cases]
    body = "\n\n\n".join(b for b in bodies if b)
    parts = [_docstring(found), _imports(found, body), _fixtures(found, body, made, stem), body]
    text = "\n\n\n".join(p.strip("\n") for p in parts if p.strip()) + "\n"
    made.text = black.format_str(text, mode=black.Mode(line_length=_WIDTH))
    return made


def _docstring(found: Sequence[Samples]) -> str:
    module = found[0].module
    lines = [f"{HEAD} {module} does now, whether that is right or not.", ""]
    for each in found:
        lines += _covers(each)
    lines += ["", "Written by dreck pin; where behaviour is meant to change, write it again."]
    return "\n".join(lines) + '\n"""'


def _covers(each: Samples) -> Iterator[str]:
    name = each.function
    if not each.cases:
        yield f"{name}: not pinned, since {each.why_none}."
        return
    reached = each.branches - len(each.missed)
    count = f"{len(each.cases)} case{'' if len(each.cases) == 1 else 's'}"
    text = f"{name}: {count}, {reached} of {each.branches} branches"
    yield f"{text}, <faults of {name}>."
    for missed in each.missed[:6]:
        yield f"    not reached: {missed}"
    if len(each.missed) > 6:
        yield f"    not reached: {len(each.missed) - 6} more"


def _imports(found: Sequence[Samples], body: str) -> str:
    words = set(re.findall(r"(?<![\w.])[A-Za-z_]\w*", body))
    module = found[0].module
    names = {n for each in found for n in each.used} | {e.function.partition(".")[0] for e in found}
    own = _bound(found, words)
    library: dict[str, set[str]] = {}
    for sample in (s for each in found for s in each.cases):
        for name, home in sample.library.items():
            library.setdefault(home or name, set()).update([name] if home else [])
    plain = {m for each in found for m in each.modules} | {m for m, n in library.items() if not n}
    plain |= {"random"} if any("dice" in e.unsteady for e in found) else set()
    plain |= {"datetime"} if any("today" in e.unsteady for e in found) else set()
    plain |= {"asyncio"} if "asyncio.run(" in body else set()
    lines = [
        f"import {m}"
        for m in sorted(plain)
        if m.partition(".")[0] in words or m in ("random", "datetime")
    ]
    named = {m: ", ".join(sorted(kept)) for m, n in library.items() if (kept := n & words - own)}
    is_theirs = {m: m.partition(".")[0] in sys.stdlib_module_names for m in named}
    lines += [f"from {m} import {n}" for m, n in named.items() if is_theirs[m]]
    lines += ["import json", "from pathlib import Path"] if "approved(" in body else []
    lines += ["from unittest.mock import ANY"] if "ANY" in words else []
    if "Record(" in body:
        lines.append("from types import SimpleNamespace")
    lines = sorted(set(lines), key=lambda line: (line.startswith("from"), line))
    third = (
        ["import pytest"]
        if "pytest" in words
        or any(e.unsteady for e in found)
        or "approved(" in body
        or _doubled(body)
        else []
    )
    wanted = sorted((names | own) & words)
    ours = [f"from {module} import {', '.join(wanted)}"] if wanted else []
    ours += [f"from {m} import {n}" for m, n in named.items() if not is_theirs[m]]
    ours += [f"import {module}"] if any("today" in e.unsteady for e in found) else []
    ours.sort(key=lambda line: (line.startswith("from"), line))
    return "\n\n".join("\n".join(group) for group in (lines, third, ours) if group)


def _bound(found: Sequence[Samples], words: set[str]) -> set[str]:
    """Names of the module that the texts of cases use: classes that they make."""
    texts = [
        t
        for e in found
        for s in e.cases
        for t in ("\n".join(s.setup), s.call, s.value, *s.after.values(), *s.parts.values())
    ]
    called = {name for text in texts for name in _asked_of(text)}
    library = {n for e in found for s in e.cases for n in s.library}
    modules = {m.partition(".")[0] for e in found for m in e.modules}
    builtin = set(dir(__builtins__)) if not isinstance(__builtins__, dict) else set(__builtins__)
    parameters = {n for e in found for s in e.cases for n in (s.arguments or ())}
    made = {
        n
        for n in called
        if n not in builtin and n not in (*DOUBLES, *READYING, "float", "result", "pytest")
    }
    return (made - library - modules - parameters) & words


def _asked_of(text: str) -> Iterator[str]:
    """The names in a text that are called, or asked for an attribute."""
    try:
        tree = ast.parse(text)
    except SyntaxError:
        return
    for node in all_nodes(tree):
        asked = node.func if isinstance(node, ast.Call) else getattr(node, "value", None)
        is_asked = isinstance(node, ast.Call | ast.Attribute)
        if is_asked and isinstance(asked, ast.Name):
            yield asked.id


def _doubled(body: str) -> bool:
    return any(f"{name}(" in body for name in (*DOUBLES, *READYING))


def _fixtures(found: Sequence[Samples], body: str, made: PinFile, stem: str) -> str:
    parts = []
    unsteady = {u for each in found for u in each.unsteady}
    if unsteady:
        parts.append(_still(unsteady, found[0].module))
    if _doubled(body):
        parts.append(source_of(body))
    if "approved(" in body:
        parts.append(_APPROVED.format(stem=stem))
    return "\n\n\n".join(parts)


_APPROVED = '''def approved(name, text, request):
    """A large result, beside this file; pytest --accept-pins takes what comes now as right."""
    path = Path(__file__).with_name("{stem}") / name
    if request.config.getoption("--accept-pins", default=False):
        path.write_text(text, encoding="utf-8")
    return path.read_text(encoding="utf-8")
'''


def _still(unsteady: set[str], module: str) -> str:
    lines = ["@pytest.fixture(autouse=True)", "def still(monkeypatch):"]
    lines.append('    """The clock stands still, and dice fall alike."""')
    if "clock" in unsteady:
        lines.append('    for name in ("time", "monotonic", "perf_counter", "process_time"):')
        lines.append('        monkeypatch.setattr(f"time.{name}", lambda: 1939204800.0)')
        lines.append('        monkeypatch.setattr(f"time.{name}_ns", lambda: 1939204800 * 10**9)')
    if "today" in unsteady:
        lines.append('    for name, still in (("date", StillDate), ("datetime", StillDatetime)):')
        lines.append("        real = getattr(datetime, name)")
        lines.append(f'        for place in ({module}, getattr({module}, "datetime", None)):')
        lines.append("            if getattr(place, name, None) is real:")
        lines.append("                monkeypatch.setattr(place, name, still)")
    if "dice" in unsteady:
        lines.append("    random.seed(0)")
    text = "\n".join(lines)
    return f"{_STILL_CLASSES}\n\n\n{text}" if "today" in unsteady else text


_STILL_CLASSES = '''class StillDate(datetime.date):
    """Its today is always the same."""

    @classmethod
    def today(cls):
        return cls(2031, 6, 14)


class StillDatetime(datetime.datetime):
    """Its now is always the same."""

    @classmethod
    def now(cls, tz=None):
        noon = cls(2031, 6, 14, 12, tzinfo=datetime.timezone.utc)
        return noon.astimezone(tz) if tz is not None else noon.replace(tzinfo=None)

    @classmethod
    def utcnow(cls):
        return cls(2031, 6, 14, 12)

    @classmethod
    def today(cls):
        return cls(2031, 6, 14, 12)'''


def _function(each: Samples, made: PinFile, stem: str) -> str:
    """The tests of one function: tables of what it returns and raises, and tests of their own for
    all that does more.
    """
    name = re.sub(r"\W+", "_", each.function).strip("_").lower()
    ids = _Ids()
    plain = [s for s in each.cases if _is_plain(s)]
    groups: dict[tuple[str, ...], list[Sample]] = {}
    for sample in plain:
        groups.setdefault((sample.end, *sample.arguments), []).append(sample)  # type: ignore[misc]
    parts = []
    alone = [s for s in each.cases if not _is_plain(s)]
    for number, ((end, *_), samples) in enumerate(groups.items()):
        same_kind = sum(e == end for e, *_ in list(groups)[:number])
        label = f"test_{name}" if end == "returned" else f"test_{name}_raises"
        label += f"_{same_kind + 1}" if same_kind else ""
        parts.append(_table(label, each, samples, ids, made))
    for number, sample in enumerate(alone, 1):
        label = f"test_{name}_{_slug(sample.path)}_{number}"
        made.names[label] = sample
        parts.append(_single(label, each, sample, made, stem))
    return "\n\n\n".join(parts)


def _is_plain(sample: Sample) -> bool:
    """Whether a case fits into a row of a table."""
    told = sample.value or sample.error
    more = sample.after or sample.log or sample.output or sample.setup or sample.same
    is_short = len(sample.value) <= _LONGEST_VALUE and len(sample.call) <= _LONGEST_VALUE
    # pytest keeps this name for itself
    free = sample.arguments is not None and "request" not in sample.arguments
    return bool(told and not more and free and is_short)


class _Ids:
    """Names of cases, each of them once."""

    def __init__(self) -> None:
        self._seen: dict[str, int] = {}

    def of(self, text: str) -> str:
        """A name for a case that goes this way."""
        text = re.sub(r"\[['\"](\w+)['\"]\]", r" \1", text)  # what stands under a key
        plain = " ".join(re.sub(r"[^\x20-\x7e]|[\[\]]", "", text).split())[:60] or "plain"
        count = self._seen[plain] = self._seen.get(plain, 0) + 1
        return plain if count == 1 else f"{plain} ({count})"


def _call(each: Samples, sample: Sample) -> str:
    """The call with names for its arguments; a method is called on its object."""
    shape = sample.shape
    method = each.function.rpartition(".")[2]
    if (
        sample.arguments
        and next(iter(sample.arguments), "") == "self"
        and shape.startswith(f"{each.function}(self")
    ):
        rest = shape[len(f"{each.function}(self") :].removeprefix(", ")
        shape = f"{_owner(each)}.{method}({rest}"
    if each.function.partition(".")[0] and shape.startswith("self."):
        shape = _owner(each) + shape.removeprefix("self")
    return shape


def _owner(each: Samples) -> str:
    """What an object of a class is called: the class's name in lower case."""
    name = each.function.rpartition(".")[0].rpartition(".")[2]
    made = re.sub(r"(?<=[a-z0-9])(?=[A-Z])", "_", name).lower().strip("_")
    return f"{made}_" if made in ("", "self", "result") or not made.isidentifier() else made


def _columns(each: Samples, sample: Sample) -> dict[str, str]:
    owner = _owner(each) if "." in each.function else "self"
    return {owner if n == "self" else n: t for n, t in (sample.arguments or {}).items()}


def _table(label: str, each: Samples, samples: Sequence[Sample], ids: _Ids, made: PinFile) -> str:
    first = samples[0]
    raises = first.end == "raised"
    given = list(_columns(each, first))
    error, args, expected, caught = (
        _unlike(given, n) for n in ("error", "args", "expected", "raised")
    )
    names = [*given, *((error, args) if raises else (expected,))]
    rows = []
    for sample in samples:
        told = [sample.error, sample.args or "ANY"] if raises else [sample.value]
        cells = [*_columns(each, sample).values(), *told]
        name = ids.of(sample.path)
        made.names[f"{label}[{name}]"] = sample
        rows.append(_row(cells, name))
    head = ", ".join(json.dumps(n) for n in names)
    lines = ["@pytest.mark.parametrize(", f"    ({head}{',' if len(names) == 1 else ''}),", "    ["]
    lines += rows
    lines += ["    ],", ")", f"def {label}({', '.join(names)}):"]
    call = _call(each, first)
    if raises:
        lines += [
            f"    with pytest.raises({error}) as {caught}:",
            f"        {_all_of(first, call)}",
        ]
        lines.append(
            f"    assert type({caught}.value) is {error} and {caught}.value.args == {args}"
        )
    elif any('float("nan")' in s.value for s in samples):
        lines.append(f"    assert repr({_all_of(first, call)}) == repr({expected})")
    else:
        lines += [f"    result = {_all_of(first, call)}"]
        lines.append(f"    assert result == {expected} and type(result) is type({expected})")
    return "\n".join(lines)


def _unlike(given: Sequence[str], name: str) -> str:
    """A name for a column that is none of the function's own."""
    return name if name not in given else _unlike(given, f"{name}_")


def _all_of(sample: Sample, call: str) -> str:
    if sample.awaited:
        return f"asyncio.run({call})"
    return f"list({call})" if sample.yields else call


def _row(cells: Sequence[str], name: str) -> str:
    return f"        pytest.param({', '.join(cells)}, id={json.dumps(name)}),"


def _single(label: str, each: Samples, sample: Sample, made: PinFile, stem: str) -> str:
    """A test of its own: set up, call, and look at all that came of it."""
    owner = _owner(each) if "." in each.function else "self"
    columns = _columns(each, sample)
    if sample.arguments is not None:
        lines = [f"{n} = {t}" for n, t in columns.items()]
        call = _call(each, sample)
    else:
        if "." in each.function and _takes_itself(each, sample):
            sample = _on_object(each, sample, owner)
        lines, call = list(sample.setup), sample.call
        if sample.call.startswith("result"):
            call = sample.call.partition(" = ")[2]
    call = _all_of(sample, call)
    needs: list[str] = []
    if sample.end == "raised":
        lines += [f"with pytest.raises({sample.error}) as raised:", f"    {call}"]
        if sample.args:
            lines.append(f"assert raised.value.args == {sample.args}")
    elif sample.value == "None" or not (sample.value or sample.parts or sample.same):
        lines.append(call if sample.value != "None" else f"assert {call} is None")
    else:
        lines.append(f"result = {call}")
        lines += _looked_at(sample, label, made, stem, owner, needs)
    if sample.output:
        needs.append("capsys")
        lines.append(f"assert capsys.readouterr().out == {sample.output!r}")
    if sample.log:
        lines += _equal("CALLS", f"[{', '.join(sample.log)}]")
    for where, text in sample.after.items():
        where = re.sub(r"^self\b", owner, where) if sample.arguments is not None else where
        lines += _equal(where, text)
    head = f"def {label}({', '.join(dict.fromkeys(needs))}):"
    return "\n".join([head, *(f"    {line}" for line in lines)])


def _takes_itself(each: Samples, sample: Sample) -> bool:
    return any(line.startswith("self = ") for line in sample.setup)


def _on_object(each: Samples, sample: Sample, owner: str) -> Sample:
    """Calls in a row, written as calls on the object."""
    cls = re.escape(each.function.rpartition(".")[0])

    def changed(text: str) -> str:
        text = re.sub(rf"\b{cls}\.(\w+)\(self(?:, )?", r"self.\1(", text)
        return re.sub(r"(?<![\w.\"'])self\b", owner, text)

    setup = [changed(line) for line in sample.setup]
    after = {changed(where): text for where, text in sample.after.items()}
    same = changed(sample.same) if sample.same else ""
    return replace(sample, setup=setup, call=changed(sample.call), after=after, same=same)


def _looked_at(
    sample: Sample, label: str, made: PinFile, stem: str, owner: str, needs: list[str]
) -> Iterable[str]:
    """What is asserted of a result."""
    if sample.same:
        where = re.sub(r"^self\b", owner, sample.same)
        return [f"assert result is {where}"]
    if sample.parts:
        return [line for where, text in sample.parts.items() for line in _equal(where, text)]
    if len(sample.value) <= _LONGEST_VALUE:
        if 'float("nan")' in sample.value:
            return [f"assert repr(result) == repr({sample.value})"]
        return [*_equal("result", sample.value)]
    needs.append("request")
    is_text = sample.value[0] in "'\""
    name = f"{label.removeprefix('test_')}.txt"
    value = ast.literal_eval(sample.value) if is_text else f"{sample.value}\n"
    made.approved[name] = value
    shown = "result" if is_text else 'f"{result!r}\\n"'
    return [f"assert {shown} == approved({json.dumps(name)}, {shown}, request)"]


def _equal(where: str, text: str) -> list[str]:
    if text in ("None", "True", "False"):
        return [f"assert {where} is {text}"]
    return [f"assert {where} == {text}"]


def _slug(text: str) -> str:
    words = re.findall(r"[A-Za-z]+", text)[:6]
    return "_".join(w.lower() for w in words) or "plain"


def is_pin_file(path: Path) -> bool:
    """Whether a file is one that Dreck wrote, and may write again."""
    try:
        return path.read_text(encoding="utf-8").startswith(HEAD)
    except OSError:
        return False
