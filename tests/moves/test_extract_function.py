"""extract-function: what examples cannot say."""

from __future__ import annotations

import ast
import textwrap
from pathlib import Path

import pytest

from dreck.errors import TargetError
from dreck.judge.versions.version import Version
from dreck.logic.flow import flow_of, jumps_in, needed, set_at_end
from dreck.moves.wishes import Wishes
from dreck.naming.blocks import Block, proposals

from .harness import PROVER, look, named

# A body with lines that are asked for, and what its helper and its place become.
BODIES = [
    pytest.param(
        "    total = 0\n"
        "    for boat in boats:\n"
        "        total += boat.toll  # in shillings\n"
        "    # a good day\n"
        "    log.write(total)\n",
        (3, 4),
        "    total = 0\n"
        "    total = part(boats, total)\n"
        "    # a good day\n"
        "    log.write(total)\n"
        "\n\n"
        "def part(boats, total):\n"
        "    for boat in boats:\n"
        "        total += boat.toll  # in shillings\n"
        "    return total\n",
        id="an accumulator goes in and comes back; a comment of a line stays with it",
    ),
    pytest.param(
        "    for boat in boats:\n"
        "        if boat.late:\n"
        "            log.write(boat.name)\n"
        "            break\n"
        "        boat.enter()\n"
        "    return boats\n",
        (3, 6),
        "    for boat in boats:\n"
        "        if not part(boat, log):\n"
        "            break\n"
        "    return boats\n"
        "\n\n"
        "def part(boat, log):\n"
        "    if boat.late:\n"
        "        log.write(boat.name)\n"
        "        return False\n"
        "    boat.enter()\n"
        "    return True\n",
        id="a break is told to the caller",
    ),
    pytest.param(
        "    if boats:\n"
        "        boat = boats[0]\n"
        "        if boat.late:\n"
        "            log.write(boat)\n"
        "            return\n"
        "        boat.enter()\n"
        "        return\n"
        "    log.close()\n",
        (3, 7),
        "    if boats:\n"
        "        part(boats, log)\n"
        "        return\n"
        "    log.close()\n"
        "\n\n"
        "def part(boats, log):\n"
        "    boat = boats[0]\n"
        "    if boat.late:\n"
        "        log.write(boat)\n"
        "        return\n"
        "    boat.enter()\n",
        id="nobody is told how it was left where all goes on alike",
    ),
    pytest.param(
        "    for boat in boats:\n"
        "        if boat.late:\n"
        "            if boat.empty:\n"
        "                continue\n"
        "            log.write(boat)\n"
        "            break\n"
        "        boat.enter()\n"
        "    return boats\n",
        (4, 6),
        "    for boat in boats:\n"
        "        if boat.late:\n"
        "            if not part(boat, log):\n"
        "                continue\n"
        "            break\n"
        "        boat.enter()\n"
        "    return boats\n"
        "\n\n"
        "def part(boat, log):\n"
        "    if boat.empty:\n"
        "        return False\n"
        "    log.write(boat)\n"
        "    return True\n",
        id="another jump stands behind it",
    ),
    pytest.param(
        "    for boat in boats:\n"
        "        yield boat.name\n"
        "        if boat.late:\n"
        "            continue\n"
        "        yield boat.toll\n"
        "    yield log\n",
        (3, 6),
        "    for boat in boats:\n"
        "        yield from part(boat)\n"
        "    yield log\n"
        "\n\n"
        "def part(boat):\n"
        "    yield boat.name\n"
        "    if boat.late:\n"
        "        return\n"
        "    yield boat.toll\n",
        id="what yields is delegated to",
    ),
    pytest.param(
        "    for boat in boats:\n"
        "        answer = yield boat.name\n"
        "        if answer is None:\n"
        "            break\n"
        "        yield answer\n"
        "    yield log\n",
        (3, 6),
        "    for boat in boats:\n"
        "        if not (yield from part(boat)):\n"
        "            break\n"
        "    yield log\n"
        "\n\n"
        "def part(boat):\n"
        "    answer = yield boat.name\n"
        "    if answer is None:\n"
        "        return False\n"
        "    yield answer\n"
        "    return True\n",
        id="what a generator function hands back",
    ),
    pytest.param(
        "    for boat in boats:\n"
        "        for crate in boat.cargo:\n"
        "            if crate.lost:\n"
        "                continue\n"
        "            log.write(crate)\n"
        "        log.write(boat)\n",
        (3, 6),
        "    for boat in boats:\n"
        "        part(boat, log)\n"
        "        log.write(boat)\n"
        "\n\n"
        "def part(boat, log):\n"
        "    for crate in boat.cargo:\n"
        "        if crate.lost:\n"
        "            continue\n"
        "        log.write(crate)\n",
        id="a continue of a loop inside stays one",
    ),
    pytest.param(
        "    if boats:\n"
        "        log.write(boats)\n"
        "        return log\n"
        "    else:\n"
        "        log.clear()\n"
        "        return None\n",
        (2, 7),
        "    return part(boats, log)\n"
        "\n\n"
        "def part(boats, log):\n"
        "    if boats:\n"
        "        log.write(boats)\n"
        "        return log\n"
        "    else:\n"
        "        log.clear()\n"
        "        return None\n",
        id="all ways return: so does the caller",
    ),
    pytest.param(
        "    if not boats:\n"
        "        return 'none'\n"
        "    if log.shut:\n"
        "        return f'{len(boats)} wait'\n"
        "    log.write(boats)\n"
        "    return 'open'\n",
        (2, 5),
        "    answer = part(boats, log)\n"
        "    if answer is not None:\n"
        "        return answer\n"
        "    log.write(boats)\n"
        "    return 'open'\n"
        "\n\n"
        "def part(boats, log):\n"
        "    if not boats:\n"
        "        return 'none'\n"
        "    if log.shut:\n"
        "        return f'{len(boats)} wait'\n"
        "    return None\n",
        id="a chain of guards hands its answer back",
    ),
    pytest.param(
        "    text = ''\n"
        "    if boats:\n"
        "        text = '''\n"
        "  boats\n"
        "'''\n"
        "        log.write(text)\n"
        "    return text\n",
        (3, 7),
        "    text = ''\n"
        "    text = part(boats, text, log)\n"
        "    return text\n"
        "\n\n"
        "def part(boats, text, log):\n"
        "    if boats:\n"
        "        text = '''\n"
        "  boats\n"
        "'''\n"
        "        log.write(text)\n"
        "    return text\n",
        id="the lines of a long text stay as they are",
    ),
    pytest.param(
        "    try:\n"
        "        hour = int(log)\n"
        "    except ValueError:\n"
        "        hour = 0\n"
        "    return boats[hour]\n",
        (2, 5),
        "    hour = part(log)\n"
        "    return boats[hour]\n"
        "\n\n"
        "def part(log):\n"
        "    try:\n"
        "        hour = int(log)\n"
        "    except ValueError:\n"
        "        hour = 0\n"
        "    return hour\n",
        id="a try with its handlers",
    ),
]
# A body with lines that are asked for, and what stands in their place.
PLACES = [
    pytest.param(
        "    boats = ask(log)\n\n    for boat in boats:\n        log(boat)\n\n    rest(log)\n",
        (4, 5),
        "    boats = ask(log)\n    part(boats, log)\n    rest(log)\n",
        id="steps of a line each stand together",
    ),
    pytest.param(
        "    if log:\n        log(1)\n\n    for boat in boats:\n        log(boat)\n\n    rest(\n        log)\n",
        (5, 6),
        "    if log:\n        log(1)\n\n    part(boats, log)\n\n    rest(\n        log)\n",
        id="what is longer stays apart",
    ),
    pytest.param(
        "    # first\n    ask(log)\n\n    for boat in boats:\n        log(boat)\n\n    # then\n    rest(log)\n",
        (5, 6),
        "    # first\n    ask(log)\n\n    part(boats, log)\n\n    # then\n    rest(log)\n",
        id="so does what a comment stands above",
    ),
    pytest.param(
        '    """Tell."""\n\n    for boat in boats:\n        log(boat)\n    return log\n',
        (4, 5),
        '    """Tell."""\n\n    part(boats, log)\n    return log\n',
        id="the text of a function is no step",
    ),
    pytest.param(
        "    # open the gates\n    level = 0\n    for boat in boats:\n        level += boat\n    if level:\n        log.open()\n",
        (3, 5),
        "    # open the gates\n    level = part(boats)\n    if level:\n        log.open()\n",
        id="what is to be done stays above what does it",
    ),
    pytest.param(
        "    # add the levels\n    level = 0\n    for boat in boats:\n        level += log.add(boat)\n    if level:\n        log.open()\n",
        (3, 5),
        "    level = part(boats, log)\n    if level:\n        log.open()\n",
        id="what does it takes the comment along",
    ),
    pytest.param(
        "    # sum of levels\n    level = 0\n    for boat in boats:\n        level += boat\n    if level:\n        log.open()\n",
        (3, 5),
        "    level = part(boats)\n    if level:\n        log.open()\n",
        id="what is worked out goes with it",
    ),
]
HEAD = "def call_out(boats, log):\n"


@pytest.mark.parametrize(("body", "lines", "wanted"), BODIES)
def test_lines_that_are_asked_for(body: str, lines: tuple[int, int], wanted: str) -> None:
    """The lines become a function, and the judge agrees."""
    first, last = lines
    asked = {"line": first, "until": last, "asked": True, "names": {str(first): "part"}}
    named("extract-function", HEAD + body, HEAD + wanted, **asked)


@pytest.mark.parametrize(("body", "lines", "wanted"), PLACES)
def test_what_stands_in_their_place(body: str, lines: tuple[int, int], wanted: str) -> None:
    """Blank lines and comments are set as a person would set them."""
    wishes = Wishes(line=lines[0], until=lines[1], asked=True, names={str(lines[0]): "part"})
    (made,) = look("extract-function", HEAD + body, wishes=wishes).sites
    assert made.whole.partition("\n\n\n")[0] + "\n" == HEAD + wanted


def test_what_is_handed_back_may_be_what_was_there_before() -> None:
    """None would then not say that the block was left early."""
    body = "    if log:\n        if not boats:\n            return None\n        log = 7\n    return log\n"
    found = look("extract-function", HEAD + body, wishes=Wishes(line=2, until=5, asked=True))
    assert not found.sites
    assert "may be None" in found.refused[0].why


def test_decorators_go_with_their_function() -> None:
    """A definition starts at its first decorator."""
    body = "    log(1)\n    @log\n    def tell(boat):\n        return boat\n    log(tell)\n"
    wishes = Wishes(line=3, until=6, asked=True, names={"3": "part"})
    (made,) = look("extract-function", HEAD + body, wishes=wishes).sites
    moved = "def part(log):\n    @log\n    def tell(boat):\n        return boat\n    log(tell)\n"
    assert made.whole == f"{HEAD}    log(1)\n    part(log)\n\n\n{moved}"


@pytest.mark.parametrize(
    ("lines", "what"),
    [
        pytest.param((2, 3), "no whole statements", id="half a loop"),
        pytest.param((4, 5), "no whole statements", id="from one block into another"),
        pytest.param((9, 12), "no whole statements", id="nothing there"),
    ],
)
def test_lines_that_are_no_block(lines: tuple[int, int], what: str) -> None:
    """One clear line says so."""
    text = (
        HEAD
        + "    for boat in boats:\n        boat.enter()\n        boat.leave()\n    log.write(1)\n"
    )
    with pytest.raises(TargetError, match=what):
        look("extract-function", text, wishes=Wishes(line=lines[0], until=lines[1], asked=True))


@pytest.mark.parametrize(
    ("before", "after"),
    [
        pytest.param(
            """
            async def call_out(boats, log):
                # admit the boats in the lock
                for boat in boats:
                    await boat.enter()
                    log.write(boat)

                log.write("done")
            """,
            """
            async def call_out(boats, log):
                await admit_boats_in_lock(boats, log)
                log.write("done")


            async def admit_boats_in_lock(boats, log):
                for boat in boats:
                    await boat.enter()
                    log.write(boat)
            """,
            id="what is awaited",
        ),
        pytest.param(
            """
            def close_up(boats, log, day):
                for boat in boats:
                    if boat.late:
                        log.write(boat.name)
                        continue
                    fee = boat.fee
                    if boat.wide:
                        fee *= 2
                    for hold in day.holds:
                        if hold.boat is boat:
                            fee += hold.fee
                    log.write(boat.name, fee)
                    boat.pay(fee)
            """,
            """
            def close_up(boats, log, day):
                for boat in boats:
                    if boat.late:
                        log.write(boat.name)
                        continue
                    fee = add_up_fee(boat, day)
                    log.write(boat.name, fee)
                    boat.pay(fee)


            def add_up_fee(boat, day):
                fee = boat.fee
                if boat.wide:
                    fee *= 2
                for hold in day.holds:
                    if hold.boat is boat:
                        fee += hold.fee
                return fee
            """,
            id="what works out one value step by step",
        ),
        pytest.param(
            """
            class Lock:
                def close_up(self, boats, log):
                    for boat in boats:
                        if boat.late:
                            self.holds.append(boat.name)
                            if log:
                                log.write(boat.name)
                            continue
                        boat.pay()
            """,
            """
            class Lock:
                def close_up(self, boats, log):
                    for boat in boats:
                        if boat.late:
                            self._add_hold(boat, log)
                            continue
                        boat.pay()

                def _add_hold(self, boat, log):
                    self.holds.append(boat.name)
                    if log:
                        log.write(boat.name)
            """,
            id="an arm that goes on with the next round",
        ),
        pytest.param(
            """
            class Lock:
                def _shut(self):
                    self.open = False

                def close_up(self, log: list, hour: int) -> bool:
                    if hour > 20:
                        # lower the gates
                        for gate in self.gates:
                            gate.lower()
                            log.append(gate)
                        self._shut()
                    return self.open
            """,
            """
            class Lock:
                def _shut(self):
                    self.open = False

                def close_up(self, log: list, hour: int) -> bool:
                    if hour > 20:
                        self._lower_gates(log)
                    return self.open

                def _lower_gates(self, log: list) -> None:
                    for gate in self.gates:
                        gate.lower()
                        log.append(gate)
                    self._shut()
            """,
            id="a method, with the annotations of its caller",
        ),
        pytest.param(
            '''
            class Lock:
                def close_up(self, log):
                    if self.open:
                        # lower the gates
                        self.open = False
                        log.write("""shut
              for the night
            """)
                        log.write(self)
                    return log
            ''',
            '''
            class Lock:
                def close_up(self, log):
                    if self.open:
                        self._lower_gates(log)
                    return log

                def _lower_gates(self, log):
                    self.open = False
                    log.write("""shut
              for the night
            """)
                    log.write(self)
            ''',
            id="a long text inside a method keeps its blanks",
        ),
        pytest.param(
            """
            async def admit(boats, log):
                for boat in boats:
                    yield boat
                    # tell the last one
                    if boat.late:
                        log.write("late")
                        return
                    else:
                        log.write("done")
                        return
            """,
            """
            async def admit(boats, log):
                for boat in boats:
                    yield boat
                    tell_last_one(boat, log)
                    return


            def tell_last_one(boat, log):
                if boat.late:
                    log.write("late")
                    return
                else:
                    log.write("done")
                    return
            """,
            id="an asynchronous generator returns nothing",
        ),
        pytest.param(
            """
            def admit(boats, log):
                if log.open:
                    log.write("open")
                elif boats:
                    log.write("shut")
                    log.write("wait")
                else:
                    log.write("none")
                return boats
            """,
            "",
            id="an elif is no block of its own, and nothing has a name",
        ),
    ],
)
def test_blocks_that_stand_apart(before: str, after: str) -> None:
    """Blocks are found by themselves; what has no name stays."""
    text = textwrap.dedent(before).lstrip("\n")
    wanted = textwrap.dedent(after).lstrip("\n")
    subject = "Lock.close_up" if "class Lock" in text else ""
    sites = [s.whole for s in look("extract-function", text, subject=subject).sites]
    assert (wanted in sites) if wanted else not sites
    for site in sites if "async" not in text else []:
        assert PROVER.vouch(Version(Path("a.py"), text), Version(Path("b.py"), site)).verdict.same


FLOWS = [
    # body, needed from before, certainly set at its end (None: never reached), jumps
    ("x = a\ny = x", {"a"}, {"a", "x", "y"}, 0),
    ("if a:\n    x = 1\nlog(x)", {"a", "log", "x"}, {"a"}, 0),
    ("if a:\n    x = 1\nelse:\n    x = 2", {"a"}, {"a", "x"}, 0),
    ("for b in a:\n    x = b", {"a"}, {"a"}, 0),
    ("while True:\n    x = a\n    if x:\n        break", {"a"}, {"a", "x"}, 0),
    ("try:\n    x = a\nexcept E:\n    pass", {"a", "E"}, {"a"}, 0),
    ("try:\n    x = a\nexcept E:\n    raise", {"a", "E"}, {"a", "x"}, 0),
    ("try:\n    x = a\nfinally:\n    y = 1", {"a"}, {"a", "x", "y"}, 0),
    ("with a:\n    x = 1", {"a"}, {"a"}, 0),
    ("with open(a) as s:\n    x = s", {"a", "open"}, {"a", "s", "x"}, 0),
    ("if a:\n    return 1\nx = 2", {"a"}, {"a", "x"}, 1),
    ("if a:\n    return 1\nelse:\n    raise E", {"a", "E"}, None, 1),
    ("for b in a:\n    break\ncontinue", {"a"}, None, 1),
    ("match a:\n    case [x]:\n        pass\n    case _:\n        x = 1", {"a"}, {"a", "x"}, 0),
    ("x = [b for b in a if b > c]", {"a", "c"}, {"a", "x"}, 0),
    ("x += a", {"x", "a"}, {"a"}, 0),
    ("if (x := a):\n    y = x", {"a"}, {"a", "x"}, 0),
    ("del a", {"a"}, set(), 0),
    ("import os.path\ndef g(): return a", {"a"}, {"a", "os", "g"}, 0),
]


@pytest.mark.parametrize(("body", "before", "end", "jumps"), FLOWS, ids=[f[0] for f in FLOWS])
def test_the_flow_of_names(body: str, before: set[str], end: set[str] | None, jumps: int) -> None:
    """What a block needs, what it sets for certain, and how it is left."""
    block = ast.parse(body).body
    assert needed(block) == before
    assert set_at_end(block, frozenset({"a"})) == end
    assert len(jumps_in(block)) == jumps


def test_names_live_as_long_as_they_may_be_read() -> None:
    """A round of a loop may read what the round before it set."""
    text = "def f(a):\n last = None\n for b in a:\n  g(last)\n  last = b\n  x = b\n return a"
    function = ast.parse(text).body[0]
    assert isinstance(function, ast.FunctionDef)
    loop = function.body[1]
    assert isinstance(loop, ast.For)
    flow = flow_of(function)
    assert flow.live[id(loop.body[1])] >= {"last", "b"}
    assert "x" not in flow.live[id(loop.body[-1])]


@pytest.mark.parametrize(
    ("body", "outputs", "comment", "wanted"),
    [
        ("n = int(row)\nm = n", ("n",), "# --- header: name, tonnes ---", "read_header"),
        ("toll = 1", ("toll",), "# type: ignore", "work_out_toll"),
        ("gate.lower()", (), "# lower the gates", "lower_gates"),
        ("if level < 1:\n    raise E\nif level > 3:\n    raise E", (), "", "check_level"),
        (
            "for b in boats:\n    if b.late:\n        first = b\n        break",
            ("first",),
            "",
            "find_first",
        ),
        ("for b in boats:\n    late.append(b)", ("late",), "", "collect_late"),
        ("for b in boats:\n    open += 1", ("open",), "", "count_open"),
        ("if a:\n    toll = 1\nelse:\n    toll = 2", ("toll",), "", "choose_toll"),
        ("for b in a:\n    n += 1\n    late.append(n)", ("late",), "", "collect_late"),
        ("for boat in a:\n    late.append(boat)", ("late",), "# rank them", "rank_boats"),
        ("log.write(1)\nboat.enter()", (), "", "enter_boat"),
        ("log.write(1)\nawait boat.enter()", (), "", "enter_boat"),
        (
            "got = await pump.drain(basin)\nif got < 3:\n    raise E(got)",
            ("got",),
            "",
            "drain_basin",
        ),
        ("self.holds.append(1)\nif x:\n    x(1)", (), "", "add_hold"),
        ("boat.cargo.append(1)\nif x:\n    x(1)", (), "", "add_to_cargo"),
        ("self.by_day.setdefault(d, []).append(1)\nx(1)", (), "", "add_to_by_day"),
        ("late.append(1)\nif x:\n    x(1)", (), "", None),
        ("for s in a:\n    stuff = s", ("stuff",), "", None),
        ("log.write(1)\nsys.exit(2)", (), "", None),
        ("for b in a:\n    self.holds.append(b)\n    x(1)", (), "", None),
        ("self.holds.append(1)\nself.fees.append(1)", (), "", None),
        ("m = 1\nif m:\n    lock.level = m", (), "", "set_level"),
        ("m = 1\nif m:\n    lock['level'] = m", (), "", "set_level"),
        ("m = 1\nif m:\n    lock.level = m\n    lock.day = 2", (), "", None),
        ("log.write(1)\nx(2)", (), "# because of the rain", None),
        ("boats[0] = 1\nlog[1] = 2", (), "# the last boat", None),
    ],
)
def test_what_a_block_is_called(
    body: str, outputs: tuple[str, ...], comment: str, wanted: str | None
) -> None:
    """A comment says it best; then what comes out; then what is called."""
    block = Block(ast.parse(body).body, outputs, (comment,) if comment else ())
    found = [p.name for p in proposals(block)]
    assert found[:1] == ([wanted] if wanted else [])


@pytest.mark.parametrize(
    ("caller", "case", "wanted"),
    [
        ("_write_order", "isinstance(order, Closure)", "write_closure"),
        ("orders", "isinstance(order, Closure)", "handle_closure"),
        ("work", "isinstance(task, ChangeWater)", "change_water"),
        ("write_order", "order == 'lock shut'", "write_lock_shut"),
    ],
)
def test_what_an_arm_is_called(caller: str, case: str, wanted: str) -> None:
    """What the function does, for that one; a class that says what is done says it."""
    test = ast.parse(case, mode="eval").body
    block = Block(ast.parse("x = a.b(c)\nd[0] = x\ne[1] = x").body, (), (), caller, None, test)
    assert proposals(block)[0].name == wanted


def test_a_paragraph_with_a_heading_takes_nothing_from_above() -> None:
    """What is made above a heading is made for more than what stands under it."""
    rounds = "    for boat in late:\n        if boat in berths:\n            log.write(boat)\n"
    text = (
        "def merge(old, new, log):\n    berths = read(old)\n    late = read(new)\n\n"
        f"{{heading}}{rounds}            continue\n        berths.append(boat)\n    return berths\n"
    )
    for heading in ("    # what is late goes first\n", ""):
        sites = look("extract-function", text.format(heading=heading)).sites
        assert any(s.line < 5 for s in sites) is not bool(heading)
