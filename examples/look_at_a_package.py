"""Look at a package before touching it: ranked, mapped, and its worst function opened up.

python examples/look_at_a_package.py [FOLDER]

Without FOLDER it looks at the demo project. Nothing is imported or run. Writes the map and a page
about the package into a scratch folder, and says how large they are.
"""

import os
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import dreck
from dreck.demo import copy_project
from dreck.report.figures.package import package_map


def look(folder: str, out: Path) -> None:
    """Print what a person would want to know first, and draw the map."""
    survey = dreck.survey(folder)
    print(survey)
    print(f"half of them cost less than {survey.distribution['half']:.0f}")
    for kind, number in list(survey.kinds.items())[:3]:
        print(f"{number:3} {kind}")

    # Only deep ones, and only those with a condition that nobody can read.
    for function in survey.where(least={"nesting": 4})[:3]:
        print(f"deep: {function.name}, nesting {function.measures.nesting}")
    for function in survey.where(["long-condition"])[:3]:
        print(f"hard to read: {function.name}, line {function.tangles[0].line}")

    # Any executor can read the files: threads here; distributed.Client().get_executor() of a
    # cluster would do as well, if the files are found there under the same paths.
    with ThreadPoolExecutor(2) as executor:
        again = dreck.survey(folder, executor=executor, cached=False)
    assert again.to_dict() == survey.to_dict()

    (out / "map.svg").write_bytes(package_map(survey, "svg"))
    print(f"a map of {(out / 'map.svg').stat().st_size // 1000} kB")

    worst = dreck.anatomy(survey[0].target)
    print(worst)
    first, last = worst.happy_lines
    print(
        f"its happy path ends in lines {first} to {last}, under {len(worst.happy_path)} conditions"
    )
    far = max(worst.arms, key=lambda arm: arm.distance)
    print(f"line {far.line} {far.leads_to}, {far.distance} lines below its check")


def main() -> None:
    """Look at the folder that was given, or at the demo project."""
    with tempfile.TemporaryDirectory() as scratch:
        if len(sys.argv) > 1:
            look(sys.argv[1], Path(scratch))
            return
        copy_project(Path(scratch, "office"))
        os.chdir(Path(scratch, "office"))
        look("canal", Path(scratch))
        os.chdir(Path(scratch).parent)


if __name__ == "__main__":
    main()
