"""Hold the cost against exercises: tangled code must cost more than what a person made of it.

    python benchmarks/taste.py FOLDER [NAME...]

Each exercise is a folder with ``tangled.py``, ``human.py`` and a ``goal.json`` whose
``subjects`` name the functions; ``"unchanged": ["*"]`` marks good code. Compared are the
subjects with all functions that either version alone has, or that differ.
"""

from __future__ import annotations

import ast
import json
import sys
from pathlib import Path

from dreck.outline import functions_of
from dreck.taste.cost import Cost, cost_of


def costs(path: Path) -> dict[str, tuple[str, Cost]]:
    """Each function's text and cost."""
    tree = ast.parse(path.read_text())
    return {f.name: (ast.dump(f.node), cost_of(f.node)) for f in functions_of(tree)}


def total(found: dict[str, tuple[str, Cost]], same: set[str]) -> tuple[float, dict[str, float]]:
    """The cost of all functions that are not the same in both versions."""
    terms: dict[str, float] = {}
    for name, (_, cost) in found.items():
        if name not in same:
            for term, points in cost.terms.items():
                terms[term] = terms.get(term, 0) + points
    return sum(terms.values()), terms


def main() -> None:
    """Print one line for each exercise."""
    book, names = Path(sys.argv[1]), sys.argv[2:]
    wrong = 0
    for folder in sorted(p.parent for p in book.glob("*/goal.json")):
        if names and not any(n in folder.name for n in names):
            continue
        goal = json.loads((folder / "goal.json").read_text())
        if goal.get("unchanged") == ["*"]:
            continue
        before, after = costs(folder / "tangled.py"), costs(folder / "human.py")
        same = {n for n in before if n in after and before[n][0] == after[n][0]}
        (old, old_terms), (new, new_terms) = total(before, same), total(after, same)
        wrong += new >= old
        print("ok  " if new < old else "MORE", f"{old:7.1f} {new:7.1f}  {folder.name}")
        if names:
            for term in sorted({*old_terms, *new_terms}):
                print(
                    f"      {term:18} {old_terms.get(term, 0):7.2f} {new_terms.get(term, 0):7.2f}"
                )
    print(f"{wrong} cost more than the tangle")


if __name__ == "__main__":
    main()
