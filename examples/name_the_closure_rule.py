"""The closure rule of the canal: first literal names, then names that say what is meant, then a
class.

python examples/name_the_closure_rule.py
"""

import tempfile
from pathlib import Path

import dreck

RULE = '''def is_closed(day: int, hour: int, level: int, ice: bool, strike: bool):
    """The closure rule."""
    return (ice and hour < 10) or strike or level >= 220 or level < 95 or (day % 28 == 0 and 12 <= hour < 16)
'''

# What the office says to each of the operands, by the name that spells it.
MEANINGS = {
    "is_ice_and_hour_below_10": "is_icy_morning",
    "is_day_mod_28_is_0_and_hour_from_12_to_16": "is_works_time",
    "is_day_multiple_of_28": "is_works_day",
}


def show(title: str, path: Path, verdict: dreck.Verdict) -> None:
    """What stands in the file now, and what the judge says of the way there."""
    print(f"{title}: {verdict.value}\n\n{path.read_text(encoding='utf-8')}")


def main() -> None:
    """Name the operands by hand, step by step; then do it at once; then make a class of it."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "closure.py"

        path.write_text(RULE, encoding="utf-8")
        found = dreck.untangle(path, only=["extract-predicate"])
        found.write()
        show("The literal stage, an operand for a function", path, found.verdict)
        for literal, meant in list(MEANINGS.items())[:2]:
            renamed = dreck.rename(f"{path}::{literal}", meant, folder)
            renamed.write()
        show("Two of them renamed after what they mean", path, renamed.verdict.verdict)

        path.write_text(RULE, encoding="utf-8")
        found = dreck.untangle(path, only=["extract-predicate"], names=MEANINGS)
        found.write()
        show("The same at once", path, found.verdict)

        path.write_text(RULE, encoding="utf-8")
        found = dreck.untangle(path, only=["policy-object"], names=MEANINGS)
        found.write()
        show("A policy of its own", path, found.verdict)


if __name__ == "__main__":
    main()
