"""The frame of a log in SARIF 2.1.0 (OASIS standard, 2020), which code hosts show beside the lines."""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from typing import Any
from urllib.parse import quote

_SCHEMA = (
    "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json"
)


def sarif_log(rules: Mapping[str, str], results: Sequence[dict[str, Any]], version: str) -> str:
    """A log with one run.

    Args:
        rules: what can be found, each with a sentence.
        results: what was found, as SARIF has it.
        version: the version of Dreck.
    """
    driver = {
        "name": "dreck",
        "version": version,
        "rules": [{"id": name, "shortDescription": {"text": text}} for name, text in rules.items()],
    }
    run = {
        "tool": {"driver": driver},
        "originalUriBaseIds": {"SRCROOT": {"description": {"text": "the repository's folder"}}},
        "results": list(results),
        "columnKind": "unicodeCodePoints",
    }
    log = {"$schema": _SCHEMA, "version": "2.1.0", "runs": [run]}
    return json.dumps(log, indent=2, ensure_ascii=False) + "\n"


def place(file: str, line: int) -> dict[str, Any]:
    """A line of a file, as a physical location."""
    return {
        "artifactLocation": {"uri": quote(file), "uriBaseId": "SRCROOT"},
        "region": {"startLine": line},
    }
