"""A write-up as Markdown, for a pull request."""

from __future__ import annotations

from .markup import cell, code, said
from .write_up import Story, WriteUp


def write_up_markdown(found: WriteUp) -> str:
    """The page as Markdown (GitHub Flavored): a table of all functions, then each with its steps.

    Args:
        found: what it tells.
    """
    before, after = found.cost
    kinds = ", ".join(f"{n} {name}" for name, n in found.verdicts.items())
    lines = [f"## {cell(found.title)}", ""]
    if found.steps:
        changed = sum(f.changed for f in found.untangling.functions)
        lines.append(
            f"{found.steps} steps in {changed} of {len(found.untangling.functions)} functions"
            f" ({kinds}); what changed cost {before:.0f} to read and costs {after:.0f} now."
        )
    else:
        lines.append(f"Nothing was changed in {len(found.untangling.functions)} functions.")
    if found.untangling.tests is not None:
        lines.append(f"All {found.untangling.tests.count} tests are green at the end.")
    if found.stories:
        lines += ["", "| function | cost | steps | verdict |", "| --- | --- | ---: | --- |"]
    for story in found.stories:
        f = story.result
        cost = f"{f.cost_before.total:.0f} to {f.cost_after.total:.0f}"
        verdict = f.verdict.verdict.value if f.changed else "unchanged"
        lines.append(f"| {code(f.target)} | {cost} | {len(f.steps)} | {verdict} |")
    for story in found.stories:
        lines += ["", *_story(story)]
    return "\n".join(lines) + "\n"


def _story(story: Story) -> list[str]:
    f = story.result
    lines = [f"### {code(f.target)}", ""]
    if f.changed:
        lines += [
            f"Before against after: **{f.verdict.verdict.value}**, {said(f.verdict.why)}.",
            "",
        ]
    for number, step in enumerate(f.steps, 1):
        lines += [
            f"<details><summary>{number}. {step.move}, line {step.line}:"
            f" {step.verdict.verdict.value}. {said(step.why)}</summary>",
            "",
            *_fenced(step.diff, "diff"),
            "",
            "</details>",
        ]
    if story.assumptions:
        lines += ["", "| assumption | about | not so for |", "| --- | --- | --- |"]
        lines += [
            f"| {a.kind.value} | {code(a.about)} | {code(a.breaks)} |" for a in story.assumptions
        ]
    if f.diff and f.changed:
        lines += ["", "<details><summary>The whole change</summary>", ""]
        lines += [*_fenced(f.diff, "diff"), "", "</details>"]
    if f.changed:
        lines += ["", "| term of the cost | before | after |", "| --- | ---: | ---: |"]
        changed = [t for t in story.terms if abs(t.after - t.before) >= 0.05]
        lines += [f"| {t.name} | {t.before:.1f} | {t.after:.1f} |" for t in changed]
        lines.append(f"| all | {f.cost_before.total:.1f} | {f.cost_after.total:.1f} |")
    notes = [
        f"- on offer: {o.move}, line {o.line}: {said(o.why)} ({o.held_back})" for o in f.offers
    ]
    notes += [f"- left alone: line {p.line}, {said(p.why)}" for p in f.left_alone]
    notes += [f"- taken back: {s.move}, line {s.line}, {said(s.verdict.why)}" for s in f.taken_back]
    return [*lines, "", *notes] if notes else lines


def _fenced(text: str, language: str) -> list[str]:
    """A block of code whose fence is longer than any in it."""
    fence = "```"
    while fence in text:
        fence += "`"
    return [f"{fence}{language}", *text.rstrip("\n").split("\n"), fence]
