"""Rewritings by hand: one that is right, and three with a slip that is easily overlooked.

python examples/vouch_for_a_rewrite.py
"""

import tempfile
from pathlib import Path

import dreck

TOLL = """def toll(length: int, exempt: bool) -> int:
    result = 0
    if not exempt:
        if length < 120:
            result = 60
        else:
            result = 150
    return result
"""
SHORTER_TOLL = """def toll(length: int, exempt: bool) -> int:
    if exempt:
        return 0
    return 150 if length >= 120 else 60
"""
PERMIT = """def permit_number(text: str) -> str | None:
    name, _, number = text.partition("#")
    return number.strip() if name.startswith("permit ") else None
"""
QUEUE = """class Queue:
    def __init__(self) -> None:
        self.boats: list[str] = []

    def enter(self, boat: str) -> None:
        self.boats.append(boat)

    def leave(self) -> str | None:
        if not self.boats:
            return None
        return self.boats.pop(0)
"""
# What it is, the old version, and the new one.
REWRITINGS = (
    ("a shorter toll rule", TOLL, SHORTER_TOLL),
    ("one with another boundary", TOLL, SHORTER_TOLL.replace(">= 120", "> 120")),
    ("the last separator for the first", PERMIT, PERMIT.replace("partition", "rpartition")),
    ("who leaves first", QUEUE, QUEUE.replace("pop(0)", "pop()")),
)


def main() -> None:
    """Print the verdict of each rewriting, and the input that shows the slip."""
    with tempfile.TemporaryDirectory() as folder:
        before, after = Path(folder) / "before.py", Path(folder) / "after.py"
        for what, old, new in REWRITINGS:
            before.write_text(old, encoding="utf-8")
            after.write_text(new, encoding="utf-8")
            (found,) = dreck.vouch(before, after).subjects
            print(f"{what}: {found.verdict.value}")
            if found.counterexample:
                shown = found.counterexample
                print(f"  {shown.call}")
                print(f"  before {shown.before}, after {shown.after}")


if __name__ == "__main__":
    main()
