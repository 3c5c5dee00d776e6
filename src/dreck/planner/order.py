"""The order in which a person takes steps: what is in the way goes first, names come last."""

from __future__ import annotations

# Moves in turns; within a turn the step that brings most is taken first.
_TURNS: tuple[tuple[str, ...], ...] = (
    ("drop-noop", "drop-unreachable", "drop-unused", "simplify-condition", "merge-arms")
    + ("clamp", "say-once", "default-entry"),
    (
        "use-condition",
        "leave-unset",
        "return-found",
        "return-at-break",
        "finish-at-once",
        "return-early",
        "one-chain-per-kind",
    ),
    ("guard-clause", "drop-else", "chain-branches", "hoist-common", "regroup", "one-expression"),
)
# Moves that come behind all others: what a loop works out is said when its conditions are in order.
_LAST = frozenset({"filter-pipeline"})
# Moves that decide on the shape of the whole.
OPENINGS = frozenset(
    {"return-early", "finish-at-once", "one-chain-per-kind", "flip-branches", "split-loop"}
)

# Moves that change next to nothing by themselves.
TRIFLES = frozenset(
    {"drop-noop", "drop-unused", "inline-once", "simplify-condition", "one-expression", "drop-else"}
)

# Moves that are a matter of what is to come, which only a person knows: they are offered at most.
ONLY_OFFERED = frozenset({"policy-object", "rule-list"})

# Moves that make a choice between kinds or ranges a table, or a matter of classes. What they bring is
# more than the steps inside a function that would stand in their way.
CHOICES = frozenset(
    {
        "lookup-table",
        "formula-table",
        "band-table",
        "first-row",
        "arm-functions",
        "methods-on-classes",
    }
    | {"subclass-per-kind", "parameterize-table"}
)

# Moves that say once what several places do.
SHARING = frozenset({"function-for-repeats", "shared-function"})

# Moves that a reader does not expect at a place: why they do not apply is only said where they were
# asked for.
UNEXPECTED = frozenset(
    {"policy-object", "rule-list", "join-tables", "parameterize-table", "common-base", "rule-rows"}
    | {"first-row", "arm-functions", "align-arms", "name-value", "name-condition", "inline-once"}
    | {
        "finish-at-once",
        "leave-unset",
        "push-down",
        "swap-nesting",
        "hoist-common",
        "function-for-repeats",
        "shared-function",
        "extract-generator",
    }
)


def turn_of(move: str) -> int:
    """The turn of a move: 0 comes first."""
    last = len(_TURNS) + (move in _LAST)
    return next((n for n, moves in enumerate(_TURNS) if move in moves), last)
