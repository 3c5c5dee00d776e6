"""Verdicts as SARIF 2.1.0 (OASIS standard, 2020), which code hosts show beside the lines."""

from __future__ import annotations

from typing import Any

from ..comparing.since import Compared, Since
from ..judge.face.verdict import Verdict
from .junit import evidence_of
from .sarif_log import place, sarif_log

_LEVELS = {
    Verdict.DIFFERS: "error",
    Verdict.UNDECIDED: "warning",
    Verdict.TESTED: "note",
    Verdict.PROVED_UNDER: "note",
    Verdict.PROVED: "none",
}
_RULES = {
    Verdict.DIFFERS: "An input shows that the function behaves differently.",
    Verdict.UNDECIDED: "Nothing could be decided about the function.",
    Verdict.TESTED: "Trials showed no difference; there is no proof.",
    Verdict.PROVED_UNDER: "The function is proved to behave the same under assumptions.",
    Verdict.PROVED: "The function is proved to behave the same.",
}


def sarif_of(found: Since, version: str) -> str:
    """The verdicts as one log.

    Args:
        found: the verdicts.
        version: the version of Dreck.
    """
    rules = {v.value: text for v, text in _RULES.items()}
    return sarif_log(rules, [_result(f) for f in found.functions], version)


def _result(function: Compared) -> dict[str, Any]:
    verdict = function.verdict
    evidence = evidence_of(function)
    text = f"{verdict.subject} {verdict.verdict.value}: {verdict.why}"
    level = _LEVELS[verdict.verdict]
    return {
        "ruleId": verdict.verdict.value,
        "ruleIndex": list(_RULES).index(verdict.verdict),
        "level": level,
        # A finding of level none is one of the kind pass: SARIF 2.1.0, 3.27.9.
        "kind": "pass" if level == "none" else "fail",
        "message": {"text": f"{text}\n{evidence}".strip()},
        "locations": [
            {
                "physicalLocation": place(function.file, function.line),
                "logicalLocations": [{"fullyQualifiedName": verdict.subject, "kind": "function"}],
            }
        ],
        "partialFingerprints": {"target/v1": function.target},
    }
