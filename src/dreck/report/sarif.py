"""Verdicts as SARIF 2.1.0 (OASIS standard, 2020), which code hosts show beside the lines."""

from __future__ import annotations

import json
from typing import Any
from urllib.parse import quote

from ..comparing.since import Compared, Since
from ..judge.face.verdict import Verdict
from .junit import evidence_of

_SCHEMA = (
    "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json"
)
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
    driver = {
        "name": "dreck",
        "version": version,
        "rules": [
            {"id": v.value, "shortDescription": {"text": text}} for v, text in _RULES.items()
        ],
    }
    run = {
        "tool": {"driver": driver},
        "originalUriBaseIds": {"SRCROOT": {"description": {"text": "the repository's folder"}}},
        "results": [_result(f) for f in found.functions],
        "columnKind": "unicodeCodePoints",
    }
    log = {"$schema": _SCHEMA, "version": "2.1.0", "runs": [run]}
    return json.dumps(log, indent=2, ensure_ascii=False) + "\n"


def _result(function: Compared) -> dict[str, Any]:
    verdict = function.verdict
    evidence = evidence_of(function)
    text = f"{verdict.subject} {verdict.verdict.value}: {verdict.why}"
    level = _LEVELS[verdict.verdict]
    place = {"uri": quote(function.file), "uriBaseId": "SRCROOT"}
    return {
        "ruleId": verdict.verdict.value,
        "ruleIndex": list(_RULES).index(verdict.verdict),
        "level": level,
        # A finding of level none is one of the kind pass: SARIF 2.1.0, 3.27.9.
        "kind": "pass" if level == "none" else "fail",
        "message": {"text": f"{text}\n{evidence}".strip()},
        "locations": [
            {
                "physicalLocation": {
                    "artifactLocation": place,
                    "region": {"startLine": function.line},
                },
                "logicalLocations": [{"fullyQualifiedName": verdict.subject, "kind": "function"}],
            }
        ],
        "partialFingerprints": {"target/v1": function.target},
    }
