"""band-table: what examples cannot say."""

from __future__ import annotations

import pytest

from dreck.moves.wishes import Wishes

from .harness import look, named
from .test_all_moves import verdict

LADDER = "def f(n: int, m: int):\n    if n < 1:\n        return 'a'\n    if n < 5:\n        return 'b'\n    if n < 9:\n        return 'c'\n    return 'd'\n"


def test_ifs_that_return_in_a_bare_module() -> None:
    """The import goes to the top, with the tables before the function."""
    named(
        "band-table",
        LADDER.replace("f(", "grade(")
        .replace("n", "depth")
        .replace("retur" + "depth", "return")
        .replace("idepth" + "t", "int"),
        "from bisect import bisect_right\n\n\nDEPTH_LIMITS = (1, 5, 9)\nGRADES = ('a', 'b', 'c', 'd')\n\n\n"
        "def grade(depth: int, m: int):\n    return GRADES[bisect_right(DEPTH_LIMITS, depth)]\n",
    )


@pytest.mark.parametrize(
    ("old", "new"),
    [
        ("n < 9", "m < 9"),  # another subject
        ("return 'c'", "return m"),  # no constant
        ("return 'd'\n", "print(n)\n"),
        ("return 'd'\n", "print(n)\n    return 'd'\n"),
        ("    if n < 9:", "    n += 1\n    if n < 9:"),
        ("n: int", "n: float | None"),
        ("    if n < 1", "    n = int(m)\n    if n < 1"),  # a parameter that is set anew
    ],
)
def test_left_alone(old: str, new: str) -> None:
    """What is no ladder, or not known to be one of numbers."""
    text = LADDER.replace(old, new)
    assert text != LADDER and not look("band-table", text).sites


def test_a_parameter_without_annotation() -> None:
    """It is a number if numbers are compared with it, and nothing else is set to it."""
    plain = LADDER.replace("n: int", "n")
    (site,) = look("band-table", plain).sites
    assert verdict(plain, site.whole).value == "proved-under"
    for line in ("n = str(m)", "n = m", "for n in m:\n        pass", "n = None"):
        changed = plain.replace("    if n < 1", f"    {line}\n    if n < 1")
        assert not look("band-table", changed).sites, line
    for line in ("n = 3", "n = MOST"):
        changed = plain.replace("    if n < 1", f"    if m:\n        {line}\n    if n < 1")
        assert look("band-table", changed).sites, line


def test_the_file_keeps_its_heading() -> None:
    """The import goes below what the file says of itself; limits of another table get another name."""
    head = "# The office.\nimport sys\n\nLIMITS = (1, 2)\n\n\n"
    (site,) = look("band-table", head + LADDER).sites
    assert site.whole.startswith("# The office.\nfrom bisect import bisect_right\nimport sys\n")
    assert "LIMITS = (1, 2)\n" in site.whole and "F_LIMITS = (1, 5, 9)\n" in site.whole


HEAD = "def colour(level: {hint}, board):\n"
ARMS = "    {word} {test}:\n        board.show({value!r})\n"


def ladder(*tests: str, otherwise: str = "board.show('none')", hint: str = "int") -> str:
    """A ladder with these tests, and something for the rest."""
    arms = [
        ARMS.format(word="elif" if i else "if", test=t, value="abcdef"[i])
        for i, t in enumerate(tests)
    ]
    rest = f"    else:\n        {otherwise}\n" if otherwise else ""
    return HEAD.format(hint=hint) + "".join(arms) + rest


@pytest.mark.parametrize(
    ("text", "has", "says"),
    [
        # in any order, with both bounds, by any spelling
        (
            ladder("level >= 30", "10 <= level < 20", "level >= 20 and level < 30"),
            "(10, 20, 30)\nCOLOURS = (\"none\", 'b', 'c', 'a')",
            "",
        ),
        (
            ladder("level < 10", "level > 30", "10 <= level <= 20"),
            "LEVEL_LIMITS = (10, 21, 31)",
            "30 itself belongs to the band below",
        ),
        # what stands in the middle for the rest is no gap
        (ladder("level < 10", "level < 20", "level >= 30"), "('a', 'b', 'none', 'c')", ""),
        (
            ladder("level < 10", "10 < level < 20", "level >= 20"),
            "(10, 11, 20)",
            "No arm asks for level 10; that may be a mistake.",
        ),
        (
            ladder("0 <= level < 10", "12 <= level < 20", "20 <= level < 30"),
            "(0, 10, 12, 20, 30)",
            "No arm asks for level from 10 below 12;",
        ),
        (
            ladder("level < 10", "8 <= level < 20", "level < 30"),
            "(10, 20, 30)",
            "Two arms ask for level from 8 below 10, and the first decides;",
        ),
        # of whole numbers, 9 and below is the same as below 10
        (
            ladder("level <= 9", "10 <= level <= 19", "20 <= level < 30"),
            "(10, 20, 30)\nCOLOURS = ('a', 'b', 'c', \"none\")",
            "",
        ),
        (
            ladder("1 <= level <= 9", "10 <= level <= 19", "20 <= level <= 29"),
            "(1, 10, 20, 30)",
            "another band is two entries, not an arm. `level_band`",
        ),
        (ladder("level <= 9", "level < 10", "level < 20", "level < 30"), "", ""),
        (
            ladder("level < 10", "level < 20", "level < 30", "level >= 30"),
            "('a', 'b', 'c', 'd')",
            "What stood in the else was never reached.",
        ),
        # beyond the ends something else is done, or nothing
        (
            ladder(
                "0 < level <= 10",
                "10 < level <= 20",
                "20 < level <= 30",
                "30 < level <= 40",
                otherwise="board.beep()",
            ),
            "    if 0 < level <= 40:\n        board.show(COLOURS[level_band(level)])\n    else:\n        board.beep()\n",
            "",
        ),
        (
            ladder(
                "level < 10",
                "level < 20",
                "level < 30",
                "level < 40",
                otherwise="raise ValueError(level)",
            ),
            "    if level >= 40:\n        raise ValueError(level)\n    board.show(COLOURS[level_band(level)])\n",
            "",
        ),
        (
            ladder("10 > level", "level < 20", "level < 30", "level < 40", otherwise=""),
            "    if level < 40:\n        board.show(",
            "",
        ),
        # numbers that may be none
        (ladder("level < 10", "level < 20", "level < 30", hint="float"), "bisect_right(", ""),
        (ladder("level > 30", "level > 20", "level > 10", hint="float"), "bisect_left(", ""),
        (
            ladder(
                "level < 10",
                "level < 20",
                "level < 30",
                "level < 40",
                otherwise="raise ValueError",
                hint="float",
            ),
            "    if level < 40:\n",
            "",
        ),
        (ladder("level <= 10", "level <= 20", "level <= 30", hint="float"), "", ""),
        (ladder("level < 10", "level < 20", "level <= 30", hint="float"), "", ""),
        (ladder("level >= 30", "level >= 20", "level >= 10", hint="float"), "", ""),
        (ladder("level < 10", "level < 20", "level < 30", "level >= 30", hint="float"), "", ""),
    ],
)
def test_bands(text: str, has: str, says: str) -> None:
    """Bounds, gaps, overlaps and ends are kept, said, and proved by the judge; NaN is not moved to
    another band.
    """
    found = look("band-table", text, wishes=Wishes(asked=True)).sites
    assert bool(found) is bool(has)
    for site in found:
        assert has.replace('"none"', "'none'") in site.whole and says in site.why
        named("band-table", text, site.whole, asked=True)


def test_tables_and_bands_are_used_again() -> None:
    """A second ladder with the same limits uses those of the first, and what says which band it
    is.
    """
    text = ladder("level < 10", "level < 20", "level < 30")
    first = look("band-table", text).sites[0].whole
    second = first + "\n\n" + text.replace("colour", "sound").replace("'a'", "'hoot'")
    found = look("band-table", second, subject="sound").sites[0]
    assert found.whole.count("def level_band") == found.whole.count("LEVEL_LIMITS =") == 1
    assert "    board.show(SOUNDS[level_band(level)])\n" in found.whole
    (other,) = look(
        "band-table", second.replace("(10, 20, 30)", "(10, 20, 31)"), subject="sound"
    ).sites
    assert "SOUND_LIMITS = (10, 20, 30)" in other.whole


@pytest.mark.parametrize(
    ("answers", "table"),
    [
        ("0123", ""),
        ("1234", "GRADES = (1, 2, 3, 4)"),
        ("0132", "GRADES = (0, 1, 3, 2)"),
        (("False", "True", "2", "3"), "GRADES = (False, True, 2, 3)"),
        (("0.0", "1.0", "2.0", "3.0"), "GRADES = (0.0, 1.0, 2.0, 3.0)"),
    ],
)
def test_which_band_it_is_may_be_the_answer(answers: str, table: str) -> None:
    """No table of the numbers from 0 on; of others there is one."""
    text = LADDER.replace("def f", "def grade")
    for old, new in zip("abcd", answers, strict=True):
        text = text.replace(repr(old), new)
    (site,) = look("band-table", text).sites
    assert ("GRADES" in site.whole) is bool(table) and table in site.whole
    assert ("    return bisect_right(LIMITS, n)\n" in site.whole) is (not table)
    assert verdict(text, site.whole).value == "proved"


def test_equal_rows_are_one_table() -> None:
    """A second ladder with the same answers uses the table that the first one made, whatever its
    limits are.
    """
    head, _, body = LADDER.replace("def f", "def grade").partition("\n")
    deeper = "".join(f"    {line}\n" for line in body.replace("n < 5", "n < 6").splitlines())
    text = f"{head}\n    if m:\n{deeper}{body}"
    first = look("band-table", text).sites[0].whole
    (site,) = look("band-table", first).sites
    assert site.whole.count("GRADES = ") == 1 and site.whole.count("GRADES[bisect") == 2
    assert verdict(text, site.whole).value == "proved"
