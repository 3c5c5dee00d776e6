"""Verdicts as Markdown, to be put under a pull request (GitHub Flavored Markdown tables)."""

from __future__ import annotations

from collections import Counter

from ..comparing.since import Compared, Since
from ..judge.face.verdict import Occurrence, Verdict
from .junit import evidence_of
from .markup import cell, code

_MEANS = {
    Verdict.PROVED: "Every function that changed is **proved** to behave as before.",
    Verdict.PROVED_UNDER: "Every function that changed is proved to behave as before, under the assumptions listed.",
    Verdict.TESTED: "No difference was found; not everything is proved.",
    Verdict.UNDECIDED: "Some of what changed **could not be decided**.",
    Verdict.DIFFERS: "Some functions **behave differently**.",
}


def markdown_of(found: Since) -> str:
    """The verdicts as one document: a sentence, a table, the evidence, and what else changed."""
    lines = [f"### Does it still behave the same? {cell(found.revisions)}", ""]
    if not found.functions:
        lines += ["No function changed that both revisions have.", ""]
    else:
        kinds = Counter(f.verdict.verdict for f in found.functions)
        counts = ", ".join(f"{kinds[v]} {v.value}" for v in Verdict if kinds[v])
        lines += [f"{_MEANS[found.verdict]} ({counts})", "", "| verdict | function | why |"]
        lines += ["| --- | --- | --- |"]
        lines += [_row(f) for f in found.functions]
        lines.append("")
        for function in found.functions:
            lines += _evidence(function)
    for label, names in (
        ("Changed on purpose", [_occurrence(o) for o in found.occurrences]),
        ("Moved or renamed", [f"{m.file}::{m.name}: {m.words}" for m in found.moved]),
        ("Added", list(found.added)),
        ("Removed", list(found.removed)),
        ("Tests that changed, not compared", list(found.tests)),
        ("No Python, not compared", list(found.others)),
        ("Not readable", list(found.problems)),
    ):
        if names:
            lines += [f"{label}:", "", *(f"- {code(n)}" for n in names), ""]
    return "\n".join(lines)


def _occurrence(found: Occurrence) -> str:
    words = found.intended.words
    if found.shown is None:
        return f"{words}: {'not seen' if found.occurs is None else 'DOES NOT OCCUR'}, {found.why}"
    shown = found.shown
    return f"{words}: {shown.call} was {shown.before}, is {shown.after}"


def _row(function: Compared) -> str:
    verdict = function.verdict
    bad = verdict.verdict in (Verdict.DIFFERS, Verdict.UNDECIDED)
    word = f"**{verdict.verdict.value}**" if bad else verdict.verdict.value
    place = f"{code(function.verdict.subject)} ({cell(function.file)}:{function.line})"
    return f"| {word} | {place} | {cell(verdict.why)} |"


def _evidence(function: Compared) -> list[str]:
    text = evidence_of(function)
    if not text:
        return []
    fence = "```" if "```" not in text else "~~~~"
    head = f"<details><summary>{cell(function.target)}: {function.verdict.verdict.value}</summary>"
    return [head, "", f"{fence}text", text, fence, "", "</details>", ""]
