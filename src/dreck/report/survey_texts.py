"""A survey as CSV and as Markdown."""

from __future__ import annotations

import csv
import io
from collections import Counter

from ..surveying.kinds import KINDS
from ..surveying.measures import MEASURES
from ..surveying.tree import Survey
from .markup import cell, code

# Functions in the Markdown table.
_WORST = 20


def survey_csv(survey: Survey) -> str:
    """The functions as comma-separated values (RFC 4180), a row each, with how many tangles of each
    kind they have.
    """
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(["file", "function", "line", "cost", *MEASURES, *KINDS])
    for each in survey:
        counts = Counter(t.kind for t in each.tangles)
        values = [each.measures.to_dict()[m] for m in MEASURES]
        writer.writerow(
            [each.file, each.name, each.line, each.cost, *values, *(counts[k] for k in KINDS)]
        )
    return out.getvalue()


def survey_markdown(survey: Survey) -> str:
    """The dearest functions as a table, with their tangles and what helps."""
    totals = survey.totals
    lines = [
        "### How tangled is it?",
        "",
        f"{totals['functions']:,.0f} functions in {survey.files:,} files,"
        f" {totals['decisions']:,.0f} decisions, cost {totals['cost']:,.0f}.",
        "",
        "| cost | nesting | decisions | lines | function | tangles |",
        "| ---: | ---: | ---: | ---: | --- | --- |",
    ]
    for each in survey[:_WORST]:
        m = each.measures
        kinds = Counter(t.kind for t in each.tangles)
        words = ", ".join(f"{kind} ({n})" if n > 1 else kind for kind, n in kinds.items())
        place = f"{code(each.name)} ({cell(each.file)}:{each.line})"
        numbers = f"{each.cost:.0f} | {m.nesting} | {m.decisions} | {m.lines}"
        lines.append(f"| {numbers} | {place} | {words} |")
    if len(survey) > _WORST:
        lines += ["", f"{_WORST} of {len(survey):,} functions, the dearest first."]
    if survey.kinds:
        lines += ["", "| tangles | kind | what it is | what helps |", "| ---: | --- | --- | --- |"]
        for name, number in survey.kinds.items():
            kind = KINDS[name]
            lines.append(f"| {number} | {name} | {kind.what} | {' or '.join(kind.moves)} |")
    return "\n".join(lines) + "\n"
