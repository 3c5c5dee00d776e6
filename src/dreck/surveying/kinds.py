"""The kinds of tangles: what each is, and which moves help."""

from __future__ import annotations

from dataclasses import dataclass
from types import MappingProxyType


@dataclass(frozen=True, slots=True)
class Kind:
    """One kind of tangle.

    Attributes:
        what: what it is, in words.
        moves: what helps, the likeliest first.
        reach: how far the nearest of these moves goes: inside, beside or across.
    """

    what: str
    moves: tuple[str, ...]
    reach: str = "inside"


KINDS: MappingProxyType[str, Kind] = MappingProxyType(
    {
        "wrapped-rest": Kind(
            "a condition around all the rest of a function or of a round of a loop",
            ("guard-clause",),
        ),
        "far-handler": Kind(
            "what happens if a check fails stands far below the check", ("guard-clause",)
        ),
        "deep-nesting": Kind(
            "four levels or more inside one another", ("guard-clause", "extract-function")
        ),
        "nested-ifs": Kind("an if that holds another if and nothing else", ("join-conditions",)),
        "needless-else": Kind("an else behind an arm that always leaves", ("drop-else",)),
        "if-in-else": Kind("an else that holds an if and nothing else", ("chain-branches",)),
        "idle-arm": Kind("an arm that does nothing", ("drop-noop",)),
        "truth-by-arms": Kind("arms that say no more than True and False", ("use-condition",)),
        "equal-arms": Kind("neighbouring arms that do the same", ("merge-arms",)),
        "common-ends": Kind("arms that begin or end alike", ("hoist-common",)),
        "long-condition": Kind(
            "a condition of three operands or more, or with both `and` and `or`",
            ("extract-predicate", "name-condition"),
            "beside",
        ),
        "flag": Kind(
            "a local name that is only ever True or False, and asked later",
            ("return-early", "finish-at-once"),
        ),
        "carried-result": Kind(
            "a result that is set in several arms and returned at the end", ("return-early",)
        ),
        "value-switch": Kind(
            "three or more tests of one subject for a value",
            ("lookup-table", "rule-rows"),
            "beside",
        ),
        "range-ladder": Kind(
            "three or more limits tested on one subject", ("band-table",), "beside"
        ),
        "class-switch": Kind(
            "two or more tests of one subject for its class",
            ("methods-on-classes", "single-dispatch"),
            "beside",
        ),
        "own-kind-switch": Kind(
            "an object that asks for its own kind", ("subclass-per-kind", "enum-data"), "beside"
        ),
        "scattered-tests": Kind(
            "one subject tested for its kind in several places", ("one-chain-per-kind",)
        ),
        "flag-parameter": Kind(
            "a parameter that only chooses between two ways", ("split-flag",), "beside"
        ),
        "collecting-loop": Kind(
            "a loop that only collects, counts or looks for something", ("filter-pipeline",)
        ),
        "hand-counter": Kind(
            "a loop that counts its rounds by hand", ("number-rounds", "loop-over-elements")
        ),
        "long-function": Kind(
            "more than thirty statements with decisions among them",
            ("extract-function",),
            "beside",
        ),
    }
)
