"""The JSON that commands print, as JSON Schema (draft 2020-12, json-schema.org)."""

from __future__ import annotations

from typing import Any

from ..judge.face.verdict import AssumptionKind, Verdict
from ..moves.reach import Reach
from ..surveying.kinds import KINDS
from ..surveying.measures import MEASURES
from ..taste.weights import WEIGHTS

Schema = dict[str, Any]

_DRAFT = "https://json-schema.org/draft/2020-12/schema"
TEXT: Schema = {"type": "string"}
WHOLE: Schema = {"type": "integer"}
NUMBER: Schema = {"type": "number"}
TRUTH: Schema = {"type": "boolean"}
LINE: Schema = {"type": "integer", "minimum": 0}


def _object(required: dict[str, Schema], optional: dict[str, Schema] | None = None) -> Schema:
    return {
        "type": "object",
        "properties": {**required, **(optional or {})},
        "required": list(required),
        "additionalProperties": False,
    }


def _list(items: Schema) -> Schema:
    return {"type": "array", "items": items}


def _by_name(values: Schema, names: list[str] | None = None) -> Schema:
    keys = {} if names is None else {"propertyNames": {"enum": names}}
    return {"type": "object", "additionalProperties": values, **keys}


def _or_null(schema: Schema) -> Schema:
    return {"anyOf": [schema, {"type": "null"}]}


def _one_of(*values: str) -> Schema:
    return {"enum": list(values)}


_TEXTS = _list(TEXT)
_VERDICT = _one_of(*(v.value for v in Verdict))
_REACH = _one_of(*(r.value for r in Reach))
_MEASURES = _object({name: WHOLE for name in MEASURES})
_COST = _object({"total": NUMBER, "terms": _by_name(NUMBER, list(WEIGHTS))})
_TANGLE = _object(
    {
        "kind": _one_of(*KINDS),
        "line": LINE,
        "size": WHOLE,
        "words": TEXT,
        "moves": _TEXTS,
        "reach": _REACH,
    }
)
_BRANCHES = _object({"reached": WHOLE, "total": WHOLE, "missed": _TEXTS})
_TRIALS = _object(
    {
        "count": WHOLE,
        "branches_before": _BRANCHES,
        "branches_after": _BRANCHES,
        "faults_planted": WHOLE,
        "faults_caught": WHOLE,
        "faults_missed": _TEXTS,
        "recorded": WHOLE,
    }
)
_SHOWN = _object({"call": TEXT, "where": _TEXTS, "before": TEXT, "after": TEXT, "script": TEXT})
_INTENDED = _object(
    {
        "function": TEXT,
        "when": TEXT,
        "occurs": _or_null(TRUTH),
        "how": TEXT,
        "shown": _or_null(_SHOWN),
    },
    {"raises": TEXT, "returns": TEXT, "why": TEXT, "file": TEXT},
)
_SUBJECT_PARTS = {
    "subject": TEXT,
    "verdict": _VERDICT,
    "assumptions": _list(
        _object(
            {"kind": _one_of(*(k.value for k in AssumptionKind)), "about": TEXT, "breaks": TEXT}
        )
    ),
    "trials": _or_null(_TRIALS),
    "counterexample": _or_null(_SHOWN),
    "why": TEXT,
    "helps": TEXT,
}
_SUBJECT = _object(_SUBJECT_PARTS, {"intended": _list(_INTENDED)})
_CHECKED = {"type": "object"}
_NAME = _object({"name": TEXT, "reason": TEXT, "source": TEXT, "positive": TRUTH})
_STEP = _object(
    {"move": TEXT, "line": LINE, "why": TEXT, "diff": TEXT, "verdict": _SUBJECT},
    {"names": _list(_NAME), "tests": _CHECKED},
)
_OFFER = _object(
    {
        "number": WHOLE,
        "target": TEXT,
        "move": TEXT,
        "line": LINE,
        "why": TEXT,
        "gain": NUMBER,
        "reach": _REACH,
        "held_back": TEXT,
        "verdict": _SUBJECT,
    }
)
_UNTANGLED = _object(
    {
        "target": TEXT,
        "steps": _list(_STEP),
        "taken_back": _list(_STEP),
        "verdict": _SUBJECT,
        "measures": _object({"before": _MEASURES, "after": _MEASURES}),
        "cost": _object({"before": _COST, "after": _COST}),
        "left_alone": _list(_object({"line": LINE, "move": TEXT, "why": TEXT})),
        "offers": _list(_OFFER),
    },
    {"net": _object({"reached_by": WHOLE, "untaken": _TEXTS})},
)
_HELD = _object(
    {
        "target": TEXT,
        "tests": _TEXTS,
        "untaken": _list(_object({"line": LINE, "what": TEXT})),
        "faults": _object(
            {
                "planted": _or_null(WHOLE),
                "caught": _or_null(WHOLE),
                "missed": _TEXTS,
            }
        ),
    }
)
_ENTRY = _object(
    {
        "number": WHOLE,
        "work": WHOLE,
        "when": TEXT,
        "target": TEXT,
        "move": TEXT,
        "line": LINE,
        "why": TEXT,
        "verdict": TEXT,
        "assumptions": _TEXTS,
        "files": _by_name(_list(_or_null(TEXT))),
        "undone": TRUTH,
        "commit": TEXT,
    }
)
_TABLE = {
    "oneOf": [
        _object({"none_because": TEXT}),
        _object(
            {
                "conditions": _TEXTS,
                "answers": _list(_list(_one_of("yes", "no", "-"))),
                "leads_to": _TEXTS,
                "complete": TRUTH,
            }
        ),
    ]
}
_ANATOMY = {
    "target": TEXT,
    "line": LINE,
    "last": LINE,
    "outline": _list(
        _object(
            {
                "line": LINE,
                "last": LINE,
                "level": WHOLE,
                "conditions": WHOLE,
                "words": TEXT,
                "happy": TRUTH,
                "asks": TRUTH,
            }
        )
    ),
    "happy_path": _object({"conditions": _TEXTS, "lines": _list(LINE)}),
    "arms": _list(
        _object(
            {
                "line": LINE,
                "check": LINE,
                "distance": WHOLE,
                "condition": _TEXTS,
                "leads_to": TEXT,
                "size": WHOLE,
                "else": TRUTH,
            }
        )
    ),
    "oddities": _list(_object({"line": LINE, "what": TEXT})),
    "decision_table": _TABLE,
    "graph": _object(
        {
            "nodes": _list(
                _object(
                    {
                        "number": WHOLE,
                        "kind": _one_of("asks", "does", "leaves"),
                        "line": LINE,
                        "level": WHOLE,
                        "words": TEXT,
                    }
                )
            ),
            "edges": _list(_object({"from": WHOLE, "to": WHOLE, "answer": TEXT})),
        }
    ),
    "cost": _COST,
    "measures": _MEASURES,
    "tangles": _list(_TANGLE),
    "net": _or_null(_HELD),
    "untangling": _or_null(_UNTANGLED),
}
_ALIGNMENT = _object(
    {
        "target": TEXT,
        "line": LINE,
        "subject": TEXT,
        "pattern": _TEXTS,
        "columns": _TEXTS,
        "rows": _list(
            _object(
                {
                    "keys": TEXT,
                    "is_default": TRUTH,
                    "line": LINE,
                    "values": _or_null(_TEXTS),
                    "neutral": _list(TRUTH),
                    "text": TEXT,
                }
            )
        ),
        "changes": _TEXTS,
        "of_expressions": TRUTH,
        "notes": _TEXTS,
        "moves": _TEXTS,
        "moves_line": LINE,
    }
)
_MOVED = _object({"file": TEXT, "name": TEXT, "to_file": TEXT, "to_name": TEXT})


def _document(name: str, what: str, parts: dict[str, Schema], more: dict[str, Schema]) -> Schema:
    """A whole document, which says by its own name what it is."""
    schema = _object({"schema": {"const": name}, **parts}, more)
    return {"$schema": _DRAFT, "title": name, "description": what, **schema}


def schemas() -> dict[str, Schema]:
    """The schema of each document, by its name without the ``dreck/`` before it."""
    documents: tuple[tuple[str, str, dict[str, Schema], dict[str, Schema]], ...] = (
        (
            "survey/2",
            "dreck survey --json",
            {
                "files": WHOLE,
                "totals": _by_name(NUMBER),
                "distribution": _by_name(NUMBER),
                "kinds": _by_name(WHOLE, list(KINDS)),
                "functions": _list(
                    _object(
                        {
                            "target": TEXT,
                            "line": LINE,
                            "cost": NUMBER,
                            "measures": _MEASURES,
                            "tangles": _list(_TANGLE),
                        }
                    )
                ),
                "problems": _TEXTS,
            },
            {},
        ),
        (
            "baseline/1",
            "dreck survey --set-baseline FILE",
            {"tangles": _by_name(_by_name(WHOLE, list(KINDS)))},
            {},
        ),
        ("anatomy/1", "dreck anatomy TARGET --json", _ANATOMY, {}),
        (
            "untangling/1",
            "dreck untangle TARGET --json",
            {"targets": _list(_UNTANGLED), "problems": _TEXTS},
            {"tests": _CHECKED},
        ),
        (
            "vouching/1",
            "dreck vouch BEFORE.py AFTER.py --json",
            {
                "verdict": _VERDICT,
                "subjects": _list(_SUBJECT),
                "notes": _TEXTS,
                "problems": _TEXTS,
            },
            {"intended": _list(_INTENDED)},
        ),
        (
            "since/1",
            "dreck vouch --since REV --json",
            {
                "before": TEXT,
                "after": TEXT,
                "verdict": _VERDICT,
                "functions": _list(
                    _object(
                        {"file": TEXT, "line": LINE, **_SUBJECT_PARTS},
                        {"intended": _list(_INTENDED)},
                    )
                ),
                "added": _TEXTS,
                "removed": _TEXTS,
                "moved": _list(_MOVED),
                "tests": _TEXTS,
                "others": _TEXTS,
                "problems": _TEXTS,
            },
            {"intended": _list(_INTENDED)},
        ),
        (
            "alignments/1",
            "dreck align TARGET --json",
            {"alignments": _list(_ALIGNMENT), "problems": _TEXTS},
            {},
        ),
        (
            "net/1",
            "dreck net TARGET --json",
            {"command": TEXT, "tests": WHOLE, "functions": _list(_HELD)},
            {},
        ),
        (
            "pins/1",
            "dreck pin TARGET --json",
            {
                "functions": _list(
                    _object(
                        {
                            "target": TEXT,
                            "cases": WHOLE,
                            "branches": WHOLE,
                            "reached": WHOLE,
                            "missed": _TEXTS,
                            "planted": WHOLE,
                            "caught": WHOLE,
                            "why_none": TEXT,
                        }
                    )
                ),
                "left_out": WHOLE,
                "orders": WHOLE,
                "text": TEXT,
                "approved": _by_name(TEXT),
            },
            {},
        ),
        (
            "renaming/1",
            "dreck rename TARGET NEW --json",
            {
                "target": TEXT,
                "new": TEXT,
                "verdict": _SUBJECT,
                "changes": _list(_object({"path": TEXT, "diff": TEXT})),
                "undecided": _TEXTS,
                "problems": _TEXTS,
            },
            {},
        ),
        (
            "journal/1",
            "dreck journal --json, dreck undo --json",
            {},
            {"steps": _list(_ENTRY), "undone": _list(_ENTRY)},
        ),
    )
    return {
        name.partition("/")[0]: _document(f"dreck/{name}", what, parts, more)
        for name, what, parts, more in documents
    }
