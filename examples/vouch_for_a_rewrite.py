"""Two rewritings of a toll rule by hand: one right, one with a slip at the boundary.

python examples/vouch_for_a_rewrite.py
"""

import tempfile
from pathlib import Path

import dreck

BEFORE = """def toll(length: int, exempt: bool) -> int:
    result = 0
    if not exempt:
        if length < 120:
            result = 60
        else:
            result = 150
    return result
"""
RIGHT = """def toll(length: int, exempt: bool) -> int:
    if exempt:
        return 0
    return 150 if length >= 120 else 60
"""
SLIP = RIGHT.replace(">= 120", "> 120")


def main() -> None:
    """Print the verdict of each rewriting, and the input that shows the slip."""
    with tempfile.TemporaryDirectory() as folder:
        paths = {}
        for name, text in (("before", BEFORE), ("right", RIGHT), ("slip", SLIP)):
            paths[name] = Path(folder) / f"{name}.py"
            paths[name].write_text(text, encoding="utf-8")
        for name in ("right", "slip"):
            (found,) = dreck.vouch(paths["before"], paths[name]).subjects
            print(f"{name}: {found.verdict.value}, {found.why}")
            if found.counterexample:
                shown = found.counterexample
                print(f"  {shown.call}: before {shown.before}, after {shown.after}")


if __name__ == "__main__":
    main()
