"""An anatomy as Markdown, and its decision graph in the DOT language."""

from __future__ import annotations

from ..opening.opened import Anatomy
from ..judge.face.explain import DecisionTable
from ..surveying.kinds import KINDS
from ..taste.weights import WEIGHTS
from .markup import cell, code, said


def anatomy_markdown(found: Anatomy) -> str:
    """All parts under headings of their own.

    Args:
        found: the function opened up.
    """
    m = found.measures
    lines = [
        f"### {code(found.target)}",
        "",
        f"Lines {found.line} to {found.last}, cost {found.cost.total:.0f}, nesting {m.nesting}, {m.decisions} decisions.",
        "",
        "#### Outline",
        "",
        "```text",
    ]
    lines += [
        f"{o.line:>5} {'>' if o.happy else ' '} {'| ' * o.level}{o.words}".rstrip()
        for o in found.outline
    ]
    lines += ["```", "", "`>` marks the happy path, a bar each block around.", ""]
    if found.happy_path:
        first, last = found.happy_lines
        lines += [f"The happy path ends in lines {first} to {last}. It is taken if", ""]
        lines += [f"- {code(c)}" for c in found.happy_path]
        lines.append("")
    if found.arms:
        lines += ["#### Arms", "", "| line | below its check | leads to | when |"]
        lines += ["| ---: | ---: | --- | --- |"]
        for arm in found.arms:
            when = " and ".join(code(c) for c in arm.condition)
            lines.append(f"| {arm.line} | {arm.distance} | {cell(arm.leads_to)} | {when} |")
        lines.append("")
    if found.oddities:
        lines += ["#### Look twice", ""]
        lines += [f"- line {o.line}: {said(o.what)}" for o in found.oddities]
        lines.append("")
    if found.tangles:
        lines += ["#### Tangles", "", "| line | tangle | what is there | what helps |"]
        lines += ["| ---: | --- | --- | --- |"]
        for tangle in found.tangles:
            helps = " or ".join(KINDS[tangle.kind].moves)
            lines.append(f"| {tangle.line} | {tangle.kind} | {said(tangle.words)} | {helps} |")
        lines.append("")
    lines += ["#### Decision table", "", *_table(found.table), ""]
    lines += ["#### Cost", "", "| points | term | for each of |", "| ---: | --- | --- |"]
    lines += [f"| {p:.1f} | {t} | {WEIGHTS[t].what} |" for t, p in found.cost.terms.items()]
    lines += [f"| {found.cost.total:.1f} | all | |", "", *_net(found), *_untangling(found)]
    return "\n".join(lines).rstrip() + "\n"


def _table(table: DecisionTable | str) -> list[str]:
    if isinstance(table, str):
        return [f"There is none, because {cell(table)}."]
    number = len(table.before)
    head = "| condition | " + " | ".join(str(i + 1) for i in range(number)) + " |"
    lines = [head, "| --- |" + " --- |" * number]
    for before, after, answers in table.rows:
        lines.append(f"| {code(before or after)} | " + " | ".join(answers) + " |")
    lines.append("| leads to | " + " | ".join(code(t) for t in table.before) + " |")
    return lines if table.complete else [*lines, "", "More ways were not walked."]


def _net(found: Anatomy) -> list[str]:
    held = found.held
    if held is None:
        return []
    caught = f", {held.caught} of {held.planted} planted faults caught" if held.planted else ""
    lines = ["#### Net", "", f"{len(held.tests)} tests run it{caught}.", ""]
    lines += [f"- no test takes line {m.line}: {said(m.what)}" for m in held.untaken]
    lines += [f"- no test notices {said(what)}" for what in held.missed]
    return [*lines, ""]


def _untangling(found: Anatomy) -> list[str]:
    done = found.untangled
    if done is None:
        return []
    lines = ["#### Untangling it", ""]
    if done.changed:
        before, after = done.cost_before.total, done.cost_after.total
        lines += [f"{len(done.steps)} steps, cost {before:.0f} to {after:.0f}:", ""]
        lines += [
            f"1. {s.move}, line {s.line} ({s.verdict.verdict.value}): {said(s.why)}"
            for s in done.steps
        ]
        lines.append("")
    for offer in done.offers:
        lines.append(
            f"- on offer: {offer.move}, line {offer.line}, {offer.worth}: {said(offer.why)}"
        )
    for place in done.left_alone:
        lines.append(f"- left alone: line {place.line}, {said(place.why)}")
    return lines


def decision_dot(found: Anatomy) -> str:
    """The decision graph as a digraph in the DOT language.

    Args:
        found: the function opened up.
    """
    shapes = {"asks": "diamond", "does": "box", "leaves": "oval"}
    lines = [
        f"digraph {_quoted(found.target)} {{",
        '  node [fontname="sans-serif", fontsize=10];',
        '  edge [fontname="sans-serif", fontsize=9];',
    ]
    for node in found.graph.nodes:
        where = f"{node.line}: " if node.line else ""
        lines.append(
            f"  n{node.number} [shape={shapes[node.kind]}, label={_quoted(where + node.words)}];"
        )
    for start, end, answer in found.graph.edges:
        label = f" [label={_quoted(answer)}]" if answer else ""
        lines.append(f"  n{start} -> n{end}{label};")
    return "\n".join([*lines, "}"]) + "\n"


def _quoted(text: str) -> str:
    escaped = text.replace("\\", "\\\\").replace('"', '\\"').replace("\n", "\\n")
    return f'"{escaped}"'
