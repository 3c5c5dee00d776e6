"""Work by hand: one move at one place, with the judge's word on each.

python examples/one_place_at_a_time.py
"""

import tempfile
from pathlib import Path

import dreck

ORDERS = '''def orders(kind: str, frost: bool, keeper):
    """What the keeper has to do at the gates."""
    if frost:
        if kind == "guillotine":
            keeper.thaw()
    if kind == "guillotine":
        keeper.wind()
'''

# Bring the kind outside, beside the other test of the kind (line 3); then put the two together
# (line 6).
PLAN = (("swap-nesting", 3), ("regroup", 6))


def main() -> None:
    """Take the steps of the plan one after the other."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "orders.py"
        path.write_text(ORDERS, encoding="utf-8")
        for move, line in PLAN:
            found = dreck.untangle(f"{path}:{line}", only=[move])
            (step,) = found.functions[0].steps
            found.write()
            print(f"{move} at line {line}: {step.verdict.verdict.value}")
            print(path.read_text(encoding="utf-8"))


if __name__ == "__main__":
    main()
