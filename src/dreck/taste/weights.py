"""The weights of the cost: one table, each term with its reason and, where there is one, its
source.

The terms are told in ``docs/measures.md``, whose table is written from this one.
"""

from __future__ import annotations

from dataclasses import dataclass
from types import MappingProxyType


@dataclass(frozen=True, slots=True)
class Weight:
    """What one occurrence of something costs, and why.

    Attributes:
        points: the cost of one; a plain statement at the left edge is 1.
        what: what is counted.
        why: the reason, with its source where there is one.
    """

    points: float
    what: str
    why: str


_MEMORY = (
    "a reader holds about four things at once (N. Cowan, The magical number 4 in short-term"
    " memory, Behavioral and Brain Sciences 24, 2001)"
)
_PATHS = (
    "every decision is one more path to follow and to test (T. J. McCabe, A Complexity Measure,"
    " IEEE Transactions on Software Engineering SE-2, 1976)"
)

WEIGHTS: MappingProxyType[str, Weight] = MappingProxyType(
    {
        "statements": Weight(1.0, "statements", "each has to be read"),
        "page": Weight(
            0.6,
            "statements of a function beyond the fifteenth",
            "what is out of sight has to be remembered; less of a function that hardly ever branches",
        ),
        "text": Weight(0.04, "names, operators and values", "long lines take longer to read"),
        "tall": Weight(
            0.7,
            "lines of a call beyond the third that takes a generator and something else, and of a"
            " comprehension beyond the eighth, five of them at most",
            "what fits on no line is read from the inside out, and a loop is read from above",
        ),
        "open": Weight(
            0.5, "conditions open around a statement, added up over all statements", _MEMORY
        ),
        "deep": Weight(
            0.25,
            "conditions open around a statement beyond the second, the further the more",
            _MEMORY,
        ),
        "guarded": Weight(
            0.15,
            "statements of a guard clause, in place of *open*",
            "a check that leaves at once can be forgotten when it is read",
        ),
        "distance": Weight(
            0.12,
            "statements between a condition and what happens if it does not hold",
            "the condition has to be remembered, or looked up again",
        ),
        "decisions": Weight(0.8, "ifs, elifs, cases, loops on a condition", _PATHS),
        "crowded paths": Weight(
            0.8,
            "decisions of a function beyond the seventh",
            "nobody can keep so many ways apart, nor test all of them together (G. A. Miller, The"
            " magical number seven, plus or minus two, Psychological Review 63, 1956)",
        ),
        "choices": Weight(1.3, "conditional expressions", _PATHS),
        "nested choices": Weight(
            3.0, "conditional expressions inside others", "nothing shows which else is whose"
        ),
        "inner loops": Weight(
            2.0,
            "comprehensions that go through another one",
            "what is done first stands in the middle",
        ),
        "operands": Weight(0.65, "operands of a condition beyond the first", _MEMORY),
        "crowds": Weight(0.7, "operands of a condition beyond the second", _MEMORY),
        "mixtures": Weight(
            0.7, "changes between `and` and `or` in a condition", "precedence has to be known"
        ),
        "negations": Weight(
            0.45,
            "`not`",
            "a negated sentence takes longer to verify (P. C. Wason, Response to affirmative and"
            " negative binary statements, British Journal of Psychology 52, 1961)",
        ),
        "negative signs": Weight(0.1, "`!=`, `is not`, `not in`", "as for negations, but one sign"),
        "negated groups": Weight(
            0.4,
            "`not` around an `and` or an `or`",
            "each part has to be turned round by the reader",
        ),
        "negated orders": Weight(
            0.6, "`not` around `<`, `>` or the like", "the reader turns the sign round in the head"
        ),
        "said truths": Weight(
            0.9, "comparisons with True or False, and choices between the two", "it says nothing"
        ),
        "equal to None": Weight(
            0.5,
            "comparisons of None with == and !=",
            "whether something is None is no question of what it says it equals (PEP 8)",
        ),
        "else": Weight(0.35, "plain elses", "their condition is the opposite of all above"),
        "needless else": Weight(
            1.3,
            "else and elif behind an arm that leaves",
            "they look like alternatives where there is only a rest",
        ),
        "broken rows": Weight(
            1.5,
            "choices of two right behind a guard clause, and checks for any other kind behind those"
            " for one",
            "a row of checks ends in something that looks like one and is none",
        ),
        "torn chains": Weight(
            2.0,
            "chains that ask for a kind right behind a guard clause that asks for another",
            "what is one choice looks like a check and another choice",
        ),
        "empty arms": Weight(1.0, "arms that do nothing", "there is nothing to read there"),
        "stories": Weight(
            4.0,
            "sections of seven statements and more that branch, rows of checks apart, beyond the first;"
            " that one too where three sections tell the story of a block",
            "what a function does is read at one level, and how it is done at another (K. Beck,"
            " Smalltalk Best Practice Patterns, 1996, on composed methods)",
        ),
        "repeats": Weight(
            0.8, "statements that stand there once more", "whoever changes one must find the others"
        ),
        "repeated tests": Weight(
            0.5, "conditions asked once more", "whoever changes one must find the others"
        ),
        "names": Weight(0.2, "local names", _MEMORY),
        "crowded names": Weight(
            0.4,
            "local names and parameters of a function beyond the seventh",
            f"nothing tells which of them still matter; {_MEMORY}",
        ),
        "carried": Weight(
            0.5,
            "assignments of a local name beyond its first, outside of loops that count with it",
            "which value it holds depends on the way taken",
        ),
        "flags": Weight(
            1.6,
            "local names that only hold constants, and are asked for",
            "a flag tells later what was known before",
        ),
        "places": Weight(
            0.6,
            "loops over places in a list (`range(len(boats))`, `i < len(boats)`)",
            "a reader has to see that every place is come to once, and which element is meant",
        ),
        "jumps": Weight(
            0.7,
            "`continue` and `break`",
            "the reader has to look for where control goes on",
        ),
        "bare returns": Weight(
            0.8, "`return` without a value", "as for jumps, and it hands out None without saying so"
        ),
        "copied ends": Weight(
            0.9,
            "exits behind work that say what the end of the function or loop says anyway",
            "it looks like a case of its own, and is the common end",
        ),
        "hidden arms": Weight(
            0.6,
            "statements before such an exit, from the third on; two more inside an arm of a choice",
            "the work of one arm and the work of the next are alternatives, and do not look it",
        ),
        "late checks": Weight(
            1.3,
            "checks that only leave, behind more work than they guard",
            "what follows is an optional last step, and looks like the main work",
        ),
        "broken runs": Weight(
            0.5, "`break` from a loop inside of a loop", "which one is left has to be worked out"
        ),
        "scattered": Weight(
            0.5,
            "chains that ask for a kind which another chain asks for too",
            "what is done for one kind has to be put together from several places",
        ),
        "helpers": Weight(
            0.2,
            "functions beside the one at hand",
            "a helper is visited, cheaply if its name tells",
        ),
        "vague helpers": Weight(
            2.5,
            "functions whose names begin with handle, update, process, do or work",
            "such a name does not say what is done, so that the helper has to be read",
        ),
        "parameters": Weight(0.12, "parameters", _MEMORY),
        "crowded signatures": Weight(
            2.0,
            "parameters of a function beyond the fourth",
            f"a call with more of them cannot be read without looking them up; {_MEMORY}",
        ),
        "threaded": Weight(
            1.2,
            "names that a call takes and sets anew",
            "the caller has to know that the function goes on with it",
        ),
        "results": Weight(
            0.5,
            "names beyond the first that a call sets",
            "their order has to be known",
        ),
        "changed parameters": Weight(
            2.0,
            "parameters that a function fills or changes, its own object apart",
            "a call does not show that something becomes of what it is given",
        ),
        "classes": Weight(1.5, "classes", "one more thing to know"),
        "rows": Weight(0.2, "rows and values of tables and constants", "each has to be read"),
        "formulas": Weight(
            1.5,
            "functions without a name in tables and constants",
            "each has to be read for what it does, which a name would say, and what it is given",
        ),
        "formula names": Weight(
            0.3,
            "names that such functions take beyond the first",
            "the eye has to get past them, row by row",
        ),
        "known again": Weight(
            3.0,
            "kinds that more than one choice in a file asks for, for each choice beyond the first",
            "the next kind changes all of these, and one of them is forgotten",
        ),
        "kinds": Weight(
            0.4,
            "tests of one subject for a kind, from the third on",
            "the function must know all kinds by name, and the next kind changes it",
        ),
    }
)
PAGE = 15
# From so many decisions and loops on, the length of a function counts in full; a plain list of
# statements can be read from top to bottom, however long it is.
WINDING = 5
# A function of more decisions has too many ways.
MOST_DECISIONS = 7
# A function of more names, its parameters among them, is crowded.
MOST_NAMES = 7
# A signature of more parameters is crowded.
MOST_PARAMETERS = 4
# A guard clause holds this many statements at most.
GUARD = 4
# What a step costs by itself, and each line that it writes: nothing is changed for next to nothing.
STEP_PRICE = 0.2
LINE_PRICE = 0.02
# A function that would only be better by this much is left as it is; more where only trifles change.
LEAST_GAIN = 0.4
LEAST_OF_TRIFLES = 1.5
# A block becomes a function only if that brings so much: its reader has to go elsewhere.
LEAST_OF_BLOCKS = 0.8
# What it costs to go beyond the function: more places change, and more people notice.
REACH_PRICES = {"inside": 0.0, "beside": 0.1, "across": 2.0}
