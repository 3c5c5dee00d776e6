"""Tangles as SARIF 2.1.0 (OASIS standard, 2020)."""

from __future__ import annotations

from collections import Counter
from typing import Any

from ..surveying.kinds import KINDS
from ..surveying.tangles import Tangle
from ..surveying.tree import Survey, Surveyed
from .sarif_log import place, sarif_log


def survey_sarif(survey: Survey, version: str) -> str:
    """All tangles of a survey as one log, each a note at its line.

    Args:
        survey: the functions.
        version: the version of Dreck.
    """
    rules = {name: f"{kind.what[0].upper()}{kind.what[1:]}." for name, kind in KINDS.items()}
    results = [
        _result(function, tangle, number)
        for function in survey
        for tangle, number in _numbered(function.tangles)
    ]
    return sarif_log(rules, results, version)


def _numbered(tangles: tuple[Tangle, ...]) -> list[tuple[Tangle, int]]:
    """Tangles with their number among those of the same kind in one function."""
    counts: Counter[str] = Counter()
    found = []
    for tangle in tangles:
        counts[tangle.kind] += 1
        found.append((tangle, counts[tangle.kind]))
    return found


def _result(function: Surveyed, tangle: Tangle, number: int) -> dict[str, Any]:
    kind = KINDS[tangle.kind]
    text = f"{function.name}: {kind.what} ({tangle.words}); {' or '.join(kind.moves)} may help."
    return {
        "ruleId": tangle.kind,
        "ruleIndex": list(KINDS).index(tangle.kind),
        "level": "note",
        "kind": "fail",
        "message": {"text": text},
        "locations": [
            {
                "physicalLocation": place(function.file, tangle.line),
                "logicalLocations": [{"fullyQualifiedName": function.name, "kind": "function"}],
            }
        ],
        # Lines may move: a tangle is known by its function, its kind and its number there.
        "partialFingerprints": {"tangle/v1": f"{function.target}:{tangle.kind}:{number}"},
    }
