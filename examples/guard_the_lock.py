"""From a pyramid to guards, step by step, with the Python API.

python examples/guard_the_lock.py
"""

import tempfile
from pathlib import Path

import dreck

PYRAMID = '''def passage(boat, lock, hour: int):
    """The minutes a passage takes."""
    if boat is not None:
        if lock.is_manned(hour):
            if 6 <= hour < 20:
                minutes = lock.minutes
                minutes += 2 * boat.length // 100
                return minutes
            else:
                raise ValueError("closed at night")
        else:
            # the keeper may be at the next lock
            raise LookupError("no keeper")
    else:
        raise ValueError("no boat")
'''


def main() -> None:
    """Untangle the function and print each step with its verdict."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "passage.py"
        path.write_text(PYRAMID, encoding="utf-8")
        found = dreck.untangle(path)
        (function,) = found.functions
        for step in function.steps:
            print(f"{step.move}: {step.why} [{step.verdict.verdict.value}]")
        print(
            f"nesting {function.before.nesting} -> {function.after.nesting}, {function.verdict.verdict.value}"
        )
        found.write()
        print(path.read_text(encoding="utf-8"))


if __name__ == "__main__":
    main()
