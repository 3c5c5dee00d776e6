"""formula-table: what examples cannot say."""

from __future__ import annotations

import pytest

from dreck.judge.face.verdict import Verdict

from .harness import look, named
from .test_all_moves import verdict


def chain(arms: list[str], *, head: str = "", rest: str = "return None") -> str:
    """A function that does something else for each of some kinds."""
    tests = "".join(
        f"    {'elif' if n else 'if'} kind == {'abcdef'[n]!r}:\n        {arm}\n"
        for n, arm in enumerate(arms)
    )
    return f"def water(kind: str, level: int, gates: int):\n{head}{tests}    {rest}\n"


def table(name: str, given: str, rows: list[str]) -> str:
    """The table of some formulas."""
    lines = [
        f"    {'abcdef'[n]!r}: lambda {given}: {row},\n".replace("lambda :", "lambda:")
        for n, row in enumerate(rows)
    ]
    return f"{name} = {{\n{''.join(lines)}}}\n\n\ndef water(kind: str, level: int, gates: int):\n"


FOUR = ["level + 1", "level * 2", "level", "3"]
CASES = [
    pytest.param(
        chain([f"pence += {f}" for f in FOUR], head="    pence = 9\n", rest="return pence"),
        table("WATER", "level", FOUR)
        + "    pence = 9\n    if kind in WATER:\n        pence += WATER[kind](level)\n    return pence\n",
        id="what is added is called after the function",
    ),
    pytest.param(
        chain([f"return {f}, gates" for f in FOUR]),
        table("WATER", "level, gates", [f"({f}, gates)" for f in FOUR])
        + "    if kind in WATER:\n        return WATER[kind](level, gates)\n    return None\n",
        id="a tuple without parentheses gets some",
    ),
    pytest.param(
        chain([f"return {f}" for f in ("[g for g in gates]", "sum(gates) * 2", "gates", "None")]),
        table("WATER", "gates", ["[g for g in gates]", "sum(gates) * 2", "gates", "None"])
        + "    if kind in WATER:\n        return WATER[kind](gates)\n    return None\n",
        id="names of comprehensions are their own",
    ),
    pytest.param(
        chain([f"self.deep = {f}" for f in FOUR]).replace("gates: int", "self"),
        (
            table("DEEPS", "level", FOUR)
            + "    if kind in DEEPS:\n        self.deep = DEEPS[kind](level)\n    return None\n"
        ).replace("gates: int", "self"),
        id="attributes can be set",
    ),
    pytest.param(chain(["return 2", "return 3", "return level", "return 4"]), "", id="one formula"),
    pytest.param(chain([f"return level + {n}" for n in range(4)]), "", id="constants differ"),
    pytest.param(chain([f"return {c}(level)" for c in "pqrs"]), "", id="calls"),
    pytest.param(
        chain(["a = level", "b = level + 1", "a = level * 2", "a = level"]), "", id="other targets"
    ),
    pytest.param(
        chain(["return level", "return level + 1", "level *= 2", "return 7"]),
        "",
        id="something else in an arm",
    ),
    pytest.param(
        chain([f"return {f}" for f in ("(yield level)", "level + 1", "level", "3")]),
        "",
        id="what yields",
    ),
    pytest.param(
        chain([f"return {f}" for f in ("(gates := level)", "level + 1", "level", "3")]),
        "",
        id="what sets a name",
    ),
    pytest.param(chain([f"return {f}" for f in FOUR]).replace("'b'", "2"), "", id="mixed keys"),
    pytest.param(chain([f"return {f}" for f in FOUR[:3]]), "", id="three are easier as they stand"),
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_cases(before: str, after: str) -> None:
    """What becomes of a chain, exactly."""
    named("formula-table", before, after)


def test_all_arms_give_what_all_arms_read() -> None:
    """A name that only one arm reads has to have a value in all of them."""
    text = chain([f"return {f}" for f in ("level + 1", "level * deep", "level", "3")])
    text = text.replace("    if kind", "    if gates:\n        deep = 2\n    if kind", 1)
    (site,) = look("formula-table", text).sites
    assert verdict(text, site.whole) not in (Verdict.PROVED, Verdict.PROVED_UNDER)


def test_what_a_table_takes_for_granted() -> None:
    """Without a hint, that the subject has a hash, and what its equality means, is listed."""
    text = chain([f"return {f}" for f in FOUR])
    (site,) = look("formula-table", text).sites
    assert verdict(text, site.whole) is Verdict.PROVED
    text = text.replace("kind: str", "kind")
    (site,) = look("formula-table", text).sites
    assert verdict(text, site.whole) is Verdict.PROVED_UNDER
