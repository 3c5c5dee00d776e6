"""Verdicts as JUnit XML, which build servers read.

The format has no standard; this keeps to what its readers agree on: ``testsuites`` with a
``testsuite`` for each file, a ``testcase`` for each function, and in it a ``failure`` where it
differs, an ``error`` where nothing could be decided.
"""

from __future__ import annotations

import re
from itertools import groupby
from xml.etree import ElementTree

from ..comparing.since import Compared, Since
from ..judge.face.verdict import Verdict

# Characters that XML 1.0 has no way to write.
_NO_XML = re.compile(r"[^\t\n\r\x20-\ud7ff\ue000-\ufffd\U00010000-\U0010ffff]")


def junit_of(found: Since) -> str:
    """The verdicts as one document."""
    root = ElementTree.Element("testsuites", _counts(found.functions), name="dreck vouch")
    for file, group in groupby(found.functions, key=lambda f: f.file):
        functions = list(group)
        suite = ElementTree.SubElement(root, "testsuite", _counts(functions), name=_plain(file))
        for function in functions:
            _case(suite, function)
    ElementTree.indent(root)
    text = ElementTree.tostring(root, encoding="unicode")
    return f'<?xml version="1.0" encoding="UTF-8"?>\n{text}\n'


def _case(suite: ElementTree.Element, function: Compared) -> None:
    verdict = function.verdict
    module = function.file.removesuffix(".py").replace("/", ".")
    case = ElementTree.SubElement(
        suite,
        "testcase",
        classname=_plain(module),
        name=_plain(verdict.subject),
        file=_plain(function.file),
        line=str(function.line),
        time="0",
    )
    kinds = {Verdict.DIFFERS: "failure", Verdict.UNDECIDED: "error"}
    if verdict.verdict in kinds:
        bad = ElementTree.SubElement(
            case, kinds[verdict.verdict], type=verdict.verdict.value, message=_plain(verdict.why)
        )
        bad.text = _plain(evidence_of(function))
    else:
        said = ElementTree.SubElement(case, "system-out")
        said.text = _plain(
            f"{verdict.verdict.value}: {verdict.why}\n{evidence_of(function)}".strip()
        )


def evidence_of(function: Compared) -> str:
    """What a verdict rests on, or the input that shows a difference, as lines of text."""
    verdict = function.verdict
    lines = [
        f"assumes {a.kind.value}: {a.about}; not so for {a.breaks}" for a in verdict.assumptions
    ]
    shown = verdict.counterexample
    if shown is not None:
        lines += [f"call: {shown.call}", *(f"where {w}" for w in shown.where)]
        lines += [f"before: {shown.before}", f"after: {shown.after}"]
    if verdict.helps:
        lines.append(f"would help: {verdict.helps}")
    return "\n".join(lines)


def _counts(functions: tuple[Compared, ...] | list[Compared]) -> dict[str, str]:
    kinds = [f.verdict.verdict for f in functions]
    return {
        "tests": str(len(kinds)),
        "failures": str(kinds.count(Verdict.DIFFERS)),
        "errors": str(kinds.count(Verdict.UNDECIDED)),
        "time": "0",
    }


def _plain(text: str) -> str:
    return _NO_XML.sub("?", text)
