"""lookup-table: what examples cannot say."""

from __future__ import annotations

import ast

import pytest

from dreck.judge.face.verdict import Verdict

from .harness import look, named
from .test_all_moves import verdict

CASES = [
    pytest.param(
        """
        def lamp_of(state: str):
            if state == "open":
                return "green", False
            if state == "closed":
                return ("red", False)
            if state == "closing":
                return "red", True
            return "white", False
        """,
        """
        LAMP_BY_STATE = {
            "open": ("green", False),
            "closed": ("red", False),
            "closing": ("red", True),
        }


        def lamp_of(state: str):
            return LAMP_BY_STATE.get(state, ("white", False))
        """,
        id="a tuple without parentheses gets some",
    ),
    pytest.param(
        """
        def describe(kind: str, name: str):
            text = name + ": "
            if kind == "day":
                text += "day permit"
            elif kind == "week":
                text += "weekly permit"
            elif kind == "season":
                text += "season ticket"
            else:
                text += "?"
            return text
        """,
        """
        TEXT_BY_KIND = {
            "day": "day permit",
            "week": "weekly permit",
            "season": "season ticket",
        }


        def describe(kind: str, name: str):
            text = name + ": "
            text += TEXT_BY_KIND.get(kind, "?")
            return text
        """,
        id="called after what it is added to",
    ),
    pytest.param(
        """
        def show(state: str, lamp):
            if state == "open":
                colour, blink = "green", False
            elif state == "closed":
                colour, blink = "red", False
            elif state == "closing":
                colour, blink = "red", True
            else:
                raise LookupError(state)
            lamp.set(colour, blink)
        """,
        """
        COLOUR_AND_BLINK_BY_STATE = {
            "open": ("green", False),
            "closed": ("red", False),
            "closing": ("red", True),
        }


        def show(state: str, lamp):
            if state not in COLOUR_AND_BLINK_BY_STATE:
                raise LookupError(state)
            colour, blink = COLOUR_AND_BLINK_BY_STATE[state]
            lamp.set(colour, blink)
        """,
        id="two names that are set at once",
    ),
    pytest.param(
        """
        class Lock:
            def minutes(self):
                \"\"\"How long.\"\"\"
                if self.kind == "single":
                    return 12
                elif self.kind == "guillotine":
                    return 15
                elif self.kind == "single":
                    return 99
                elif self.kind in ("lift", 'flight'):
                    return -1
                else:
                    # nobody knows
                    raise LockError("unknown kind: "
                                    + self.kind)

            def other(self): pass
        """,
        """
        MINUTES_BY_KIND = {
            "single": 12,
            "guillotine": 15,
            "lift": -1,
            'flight': -1,
        }


        class Lock:
            def minutes(self):
                \"\"\"How long.\"\"\"
                if self.kind not in MINUTES_BY_KIND:
                    # nobody knows
                    raise LockError("unknown kind: "
                                    + self.kind)
                return MINUTES_BY_KIND[self.kind]

            def other(self): pass
        """,
        id="a method; the first of equal keys; a default with a comment",
    ),
    pytest.param(
        """
        def ends(state, marker: str):
            state.start()

            # rule 2
            if marker == "<":
                return state.end(">")

            # rule 3
            if marker == "(":
                return state.end(")")

            if marker == "[":
                return state.end("]")  # the last
            # no rule
            return None
        """,
        """
        ENDS_BY_MARKER = {
            "<": ">",  # rule 2
            "(": ")",  # rule 3
            "[": "]",  # the last
        }


        def ends(state, marker: str):
            state.start()

            if marker in ENDS_BY_MARKER:
                return state.end(ENDS_BY_MARKER[marker])
            # no rule
            return None
        """,
        id="comments above the arms",
    ),
    pytest.param(
        """
        def tell(kind: str, desk):
            match kind:
                case "barge":
                    desk.say("wide", end="")
                case "tug" | "skiff":
                    desk.say("narrow", end="")
                case "butty":
                    desk.say("towed", end="")
                case _:
                    desk.ask(kind)
                    kind = ""
            return kind
        """,
        """
        TELL_BY_KIND = {
            "barge": "wide",
            "tug": "narrow",
            "skiff": "narrow",
            "butty": "towed",
        }


        def tell(kind: str, desk):
            if kind in TELL_BY_KIND:
                desk.say(TELL_BY_KIND[kind], end="")
            else:
                desk.ask(kind)
                kind = ""
            return kind
        """,
        id="a match; a default that goes on",
    ),
    pytest.param(
        """
        def code(n: int, log):
            log(n)
            if n == 1:
                return "a"
            if n == 2:
                return "b"
            if 3 == n:
                return "c"
            log("none")
            # and that is that
            return log(n)
        """,
        """
        CODE_BY_KEY = {
            1: "a",
            2: "b",
            3: "c",
        }


        def code(n: int, log):
            log(n)
            if n in CODE_BY_KEY:
                return CODE_BY_KEY[n]
            log("none")
            # and that is that
            return log(n)
        """,
        id="work before and behind the chain",
    ),
    pytest.param(
        "def f(k: str):\n    if k == 'a':\n        return [1]\n    if k == 'b':\n        return [2]\n    if k == 'c':\n        return [3]\n",
        "F_BY_KEY = {\n    'a': 1,\n    'b': 2,\n    'c': 3,\n}\n\n\ndef f(k: str):\n    if k in F_BY_KEY:\n        return [F_BY_KEY[k]]\n",
        id="values that are new each time stay new",
    ),
    pytest.param(
        "def f(k: str):\n    if k == 'a':\n        return g()\n    if k == 'b':\n        return h()\n    if k == 'c':\n        return i()\n",
        "",
        id="behaviour",
    ),
    pytest.param(
        "def f(k):\n    if k == 'a':\n        return 1\n    if k == 'b' and k:\n        return 2\n    if k == 'c':\n        return 3\n",
        "",
        id="a test of something else",
    ),
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_cases(before: str, after: str) -> None:
    """What becomes of a chain, exactly."""
    named("lookup-table", before, after, subject="Lock.minutes" if "Lock" in before else "")


@pytest.mark.parametrize(
    ("body", "expected"),
    [
        (
            "if k == 'a':\n        return 1\n    if k == 'b':\n        return 2\n    if k == 'c':\n        return 3\n    return 4",
            Verdict.PROVED_UNDER,
        ),
        (
            "if k.x == 'a':\n        k.x = 1\n    elif k.x == 'b':\n        k.x = 2\n    elif k.x == 'c':\n        k.x = 3",
            Verdict.PROVED_UNDER,
        ),
        (
            "if k == 1:\n        return 0\n    if k == 2:\n        return False\n    if k == 3:\n        return 0.0\n    return None",
            Verdict.PROVED_UNDER,
        ),
    ],
)
def test_what_a_table_takes_for_granted(body: str, expected: Verdict) -> None:
    """Without a hint, that the subject has a hash, and what its equality means, is listed."""
    text = f"def f(k):\n    {body}\n"
    site = look("lookup-table", text).sites[0]
    assert verdict(text, site.whole) is expected


ROWS = "def lining(load):\n{}    return {}\n"


@pytest.mark.parametrize(
    ("head", "value", "names"),
    [
        ("", "{{'paper': {!r}, 'damp': {}}}", "paper, damp"),
        ("", "{{'a b': {!r}, 'damp': {}}}", None),  # no name
        ("", "{{'class': {!r}, 'damp': {}}}", None),
        ("", "{{'damp': {!r}, 'damp': {}}}", None),  # two of one name
        (
            "class Row(NamedTuple):\n    paper: str\n    damp: int\n\n\n",
            "Row({!r}, {})",
            "paper, damp",
        ),
        (
            "@dataclass\nclass Row:\n    paper: str\n    damp: int\n\n\n",
            "Row({!r}, {})",
            "paper, damp",
        ),
        ("class Row:\n    paper: str\n    damp: int\n\n\n", "Row({!r}, {})", None),  # who knows
        (
            "@dataclass\nclass Row:\n    paper: str\n    damp: int\n\n    def __init__(self, b, a): ...\n\n\n",
            "Row({!r}, {})",
            None,
        ),
    ],
)
def test_what_the_parts_of_a_row_are_called(head: str, value: str, names: str | None) -> None:
    """The keys of a display, and the declared fields of a class of the module."""
    arms = [("coal", "thin", 3), ("hay", "thick", 2), ("salt", "none", 1)]
    chain = "".join(
        f"    if load == {key!r}:\n        return {value.format(a, b)}\n" for key, a, b in arms
    )
    text = head + ROWS.format(chain, value.format("plain", 0))
    sites = look("lookup-table", text, subject="lining").sites
    assert bool(sites) is (names is not None), [s.whole for s in sites]
    for site in sites:
        assert f"    {names} = LINING_BY_LOAD.get(load, ('plain', 0))\n" in site.whole


@pytest.mark.parametrize(
    ("target", "table"),
    [("s", "LINING"), ("result", "LINING"), ("rest", "REST"), ("it.x", "LINING")],
)
def test_what_a_table_is_called(target: str, table: str) -> None:
    """By what is set, if that says something, else by the function."""
    arms = "".join(
        f"    {'el' * bool(i)}if load == {key!r}:\n        {target} = {i}\n"
        for i, key in enumerate(("coal", "hay", "salt"))
    )
    text = f"def lining(load, it):\n{arms}    else:\n        {target} = 9\n    return {target}\n"
    (site,) = look("lookup-table", text, subject="lining").sites
    assert f"{table}_BY_LOAD = {{" in site.whole


CHAIN = "    if load == 'coal':\n        rest = 3\n    elif load == 'hay':\n        rest = 6\n    elif load == 'salt':\n        rest = 9\n"


@pytest.mark.parametrize(
    ("before", "fits"),
    [
        ("rest = 12", True),
        ("rest = -1", True),
        ("rest = day", False),  # nobody knows what it is
        ("rest = []", False),
        ("rest = 12  # as a rule", False),
        ("rest = 12\n    day += 1", False),
        ("rest: int = 12", False),
        ("other = 12", False),
        ("rest = other = 12", False),
    ],
)
def test_what_was_set_before_is_the_default(before: str, fits: bool) -> None:
    """A constant right before the chain is what all other values get."""
    text = f"def wait(load: str, day):\n    {before}\n{CHAIN}    return rest + day\n"
    whole = look("lookup-table", text).sites[0].whole
    assert ("    rest = RESTS.get(load, " in whole or ".get(load, " in whole) is fits, whole
    assert ("if load in" in whole) is not fits
    if fits:
        assert "    rest = 12\n" not in whole and verdict(text, whole).value.startswith("proved")


PARTS = """
def coal_due(boat):
    return boat.tons * 3


def hay_due(boat):
    return boat.length


def salt_toll(boat):
    return 40


def bill(load, boat):
    if load == "coal":
        berth = "north"
        due = {0}(boat)
    elif load == "hay":
        berth = "south"
        due = {1}(boat)
    elif load == "salt":
        berth = "dock"
        due = {2}(boat)
    else:
        return None
    return berth, due
"""


@pytest.mark.parametrize(
    ("functions", "said"),
    [
        # what all of them say; there is a `due` already
        (
            ("coal_due", "hay_due", "coal_due"),
            "berth, due_of = BILL_BY_LOAD[load]\n    due = due_of",
        ),
        # what their result is called
        (("coal_due", "salt_toll", "hay_due"), "berth, due_of = BILL_BY_LOAD[load]"),
        (
            ("coal_due", "coal_due", "coal_due"),
            "berth = BERTH_BY_LOAD[load]\n    due = coal_due(boat)",
        ),
    ],
)
def test_a_column_of_functions(functions: tuple[str, ...], said: str) -> None:
    """It is called as they are, or as what they give; what has its name already is not set again."""
    text = PARTS.format(*functions)
    whole = look("lookup-table", text, subject="bill").sites[0].whole
    assert said in whole and "berth = berth" not in whole, whole
    assert verdict(text, whole) is Verdict.PROVED_UNDER


@pytest.mark.parametrize(("number", "fits"), [(4, False), (5, True)])
def test_methods_of_the_object(number: int, fits: bool) -> None:
    """A table that is made anew in each call is worth it where the chain is long."""
    names = [f"turn_{i}" for i in range(number)]
    chain = "".join(
        f"        {'el' * (i > 0)}if word == '{n}':\n            self.{n}(lock)\n"
        for i, n in enumerate(names)
    )
    methods = "".join(f"    def {n}(self, lock):\n        lock.do()\n\n" for n in names)
    text = f"class Desk:\n    def run(self, word: str, lock):\n{chain}\n{methods}"
    assert bool(look("lookup-table", text, subject="Desk.run").sites) is fits


FOUR = """    if load == 'coal':
        rest = {}
    elif load == 'hay':
        rest = {}
    elif load == 'salt':
        rest = {}
    else:
        rest = {}
"""


@pytest.mark.parametrize(
    ("head", "values", "there"),
    [
        ("", ("['a']", "['b', 'c',]", "[]", "['d']"), "rest = list(RESTS.get(load, ('d',)))"),
        ("", ("[1, (2, 3)]", "[4, 5]", "[6, 7]", "[]"), "'coal': (1, (2, 3)),"),
        ("", ("day + ['a']", "day + ['b', 'c']", "day + []", "0"), "day + list(RESTS[load])"),
        ("", ("['a']", "['b']", "None", "['d']"), ""),  # None is no list
        ("", ("['a']", "[day]", "['c']", "['d']"), ""),  # what is worked out is no row
        ("", ("['a']", "[*'ab']", "['c']", "['d']"), ""),
        ("", ("{'a'}", "{'b', 'c'}", "{'d'}", "{'e'}"), ""),
        ("def list(row): ...\n\n\n", ("['a']", "['b', 'c']", "['d']", "['e']"), ""),
    ],
)
def test_lists(head: str, values: tuple[str, ...], there: str) -> None:
    """Rows never change, and each who asks gets a list of its own."""
    text = f"{head}def wait(load: str, day):\n{FOUR.format(*values)}    return rest\n"
    sites = look("lookup-table", text, subject="wait").sites
    assert bool(sites) is bool(there), [s.whole for s in sites]
    for site in sites:
        whole = site.whole.replace("REST_BY_LOAD", "RESTS").replace("DAY_BY_LOAD", "RESTS")
        assert there in whole and verdict(text, site.whole).value.startswith("proved"), whole


@pytest.mark.parametrize(
    ("values", "rows"),
    [
        (("f'no. {day}'", "f'{day} left'", "f'{day}'", "'?'"), '"no. {}", "{} left", "{}", "?"'),
        # used twice in one of them
        (("f'{day}'", "f'{day}/{day}'", "'none'", "0"), '"{0}", "{0}/{0}", "none"'),
        # several values are filled in by their names, in any order
        (
            ("f'{day} {load}'", "f'{load}: {day}'", "f'{load}'", "0"),
            '"{day} {load}", "{load}: {day}", "{load}"',
        ),
        # a brace is a brace, and a quote a quote
        (("f'{{{day}}}'", "f'{day}{{'", """f'"{day}"'""", "0"), '"{{{}}}", "{}{{", \'"{}"\''),
        # the default fills in something else, and stays where it is
        (("f'no. {day}'", "f'{day} left'", "f'{day}'", "f'{load}'"), '"no. {}", "{} left", "{}"'),
        # what says the same of different things is no text of a table
        (("f'no. {3 * day}'", "f'no. {4 * day}'", "f'no. {5 * day}'", "0"), "3, 4, 5"),
        # not as it is
        (("f'{day:03}'", "f'no. {day:03}'", "f'{day:03}!'", "0"), ""),
        (("f'{day!r}'", "f'no. {day!r}'", "f'{day!r}!'", "0"), ""),
        # worked out each time
        (("f'{day + 1}'", "f'no. {day + 1}'", "f'{day + 1}!'", "0"), ""),
        (("f'{load.lower()}'", "f'no. {load.lower()}'", "f'{load.lower()}!'", "0"), ""),
        # two of one name
        (("f'{day.no}'", "f'no. {load.no}'", "f'{day.no}!'", "0"), ""),
        (("f'{day}'", "day", "f'{day}!'", "0"), ""),
    ],
)
def test_texts_of_the_same_values(values: tuple[str, ...], rows: str) -> None:
    """F-strings become texts with braces where they fill in the same names as they are."""
    text = f"def wait(load: str, day: int):\n{FOUR.format(*values)}    return rest\n"
    sites = look("lookup-table", text, subject="wait").sites
    assert bool(sites) is bool(rows), [s.whole for s in sites]
    for site in sites:
        table = ast.parse(site.whole).body[0]
        kept = table.value.values if isinstance(getattr(table, "value", None), ast.Dict) else []
        kept += [n.args[1] for n in ast.walk(ast.parse(site.whole)) if _is_asked_for(n)]
        expected = ast.parse(f"({rows})", mode="eval").body.elts
        assert [*map(ast.dump, kept)] == [*map(ast.dump, expected)], site.whole
        assert verdict(text, site.whole).value.startswith("proved"), site.whole


def _is_asked_for(node: ast.AST) -> bool:
    return isinstance(node, ast.Call) and ast.unparse(node.func).endswith(".get")


def test_what_methods_call_the_parts_of_a_row() -> None:
    """As the parameters of all methods of the module are called that have this name."""
    desk = "class Desk:\n    def note(self, {0}, text):\n        self.last = {0}, text\n\n\n"
    chain = "".join(
        f"    {'el' * (k != 'low')}if kind == '{k}':\n        desk.note({n}, f'{k} in {{lock}}')\n"
        for n, k in enumerate(("low", "stuck", "flood"))
    )
    told = f"def on_fault(desk: Desk, kind: str, lock: int):\n{chain}"
    whole = look("lookup-table", desk.format("rank") + told, subject="on_fault").sites[0].whole
    assert "rank, text = FAULT_BY_KIND[kind]\n        desk.note(rank, text.format(lock))" in whole
    other = desk.format("colour").replace("Desk", "Board")
    for second in (other, desk.format("rank").replace("    def", "    @wrapped\n    def")):
        text = desk.format("rank") + second + told
        assert not look("lookup-table", text, subject="on_fault").sites
