"""What comments and statements say that a block does."""

from __future__ import annotations

import ast

import pytest

from dreck.naming.block_comments import said_by
from dreck.naming.blocks import Block, proposals
from dreck.naming.phrases import Rank
from dreck.naming.words import is_state, plural, singular

SAID = [
    # orders, up to where they say with what, why, or how
    ("# open the upper gates", "open_upper_gates"),
    ("# Limit the berths (no barges, no tugs)", "limit_berths"),
    ("# Construct a map of the quays from the log", "construct_map_of_quays"),
    ("# check for late boats before they pass", "check_for_late_boats"),
    ("# clean up tolls for boats who left long ago", "clean_up_tolls_for_boats"),
    ("# Try to read the level as a number.", "read_level"),
    ("# we need to tally the day first", "tally_day"),
    ("# Building the name of the lock", "build_name_of_lock"),
    ("# if a boat is late, warn its owner", "warn_owner"),
    ("# For barges, weigh cargo & crew", "weigh_cargo"),
    ("# collect the fees and add them to the day", "collect_fees"),
    ("# ignore holds marked in the book", "ignore_holds"),
    ("# save boats waiting below", "save_boats"),
    ("# Write the end-of-day report", "write_end_of_day_report"),
    ("# list the old berths, if any:", "list_old_berths"),
    # a few words on what it is about
    ("# --- tolls of the day ---", "tolls of day"),
    ("# short name; nothing else fits the board", "short name"),
    ("# header: name, tonnes", "header"),
    ("# header: name;tonnes;draught in dm", "header"),
    ("# notice lines for the board of the lock", "notice lines"),
    # said, asked, or explained: nothing is done
    ("# The gates are opened by the keeper", None),
    ("# There are two kinds of gate", None),
    ("# normal gate?", None),
    ("# the keeper has to be there", None),
    ("# old mode: use what lies around", None),
    ("# the current day takes precedence", None),
    ("# in all cases below, the gate is shut", None),
    ("# because of the rain", None),
    ("# all gates", "gates"),
    ("# TODO open the gates", None),
    ("# type: ignore", None),
    # no name says what control does, or what a pronoun stands for
    ("# raise an error if the boat is late", None),
    ("# skip it", None),
    ("# use lock.level", None),
    ("# check if one of the gates is open", None),
    ("# strip leading / from names", None),
    ("# make sure the gate is shut", None),
    ("# found the lock", None),
    ("# return the boat", None),
    ("# wrap point is inside", None),
]


@pytest.mark.parametrize(("comment", "wanted"), SAID, ids=[c for c, _ in SAID])
def test_what_a_comment_says(comment: str, wanted: str | None) -> None:
    """An order is a verb with its object, a few words are what a block is about."""
    found = [("_" if s.is_order else " ").join(s.words) for s in said_by([comment])]
    assert found[:1] == ([wanted] if wanted else [])


def test_lines_of_one_sentence_belong_together() -> None:
    """The second line of a sentence says nothing by itself, and what is marked says nothing."""
    lines = ["# Gather the late boats", "# that wait for a berth. They", "# pay the fees"]
    assert [s.words for s in said_by(lines)] == [("gather", "late", "boats")]
    lines = ["# Gather the late boats", "# NOTE: pay the fees"]
    assert [s.words for s in said_by(lines)] == [("gather", "late", "boats")]


@pytest.mark.parametrize(
    ("word", "one", "several", "state"),
    [
        ("children", "child", None, False),
        ("quay", "quay", "quays", False),
        ("status", "status", "statuses", False),
        ("chambers", "chamber", None, False),
        ("cable", "cable", "cables", False),
        ("sunk", "sunk", None, True),
        ("moored", "moored", None, True),
        ("found", "found", None, False),
        ("zinfos", "zinfo", None, False),
        ("steps", "step", "steps", False),
        ("glass", "glass", "glasses", False),
    ],
)
def test_words_are_looked_up(word: str, one: str, several: str | None, state: bool) -> None:
    """Endings alone tell little: what a dictionary has is what it says there."""
    assert (singular(word), is_state(word)) == (one, state)
    assert several is None or plural(word) == several


@pytest.mark.parametrize(
    ("block", "name"),
    [
        ("for gate in lock.gates:\n    if gate.open:\n        gate.close()", "close_gates"),
        ("for gate in lock.water:\n    gate.close()", "close_gates"),
        ("for gate in lock.gates:\n    lock.close(gate)", "close_gates"),
        (
            "for name in names:\n    gate = at(name)\n    if gate:\n        close(gate)",
            "close_gates",
        ),
        ("for name in names:\n    gate.close(name)", "close_names"),
        ("for name in names:\n    gate.close()", "close_gate"),  # it is one and the same
        ("for gate in gates:\n    gate.close()\nlog.write(gates)", None),
        ("mailer.send('late')", None),  # who sends is not what is sent
        ("mailer.send(notice)", "send_notice"),
    ],
)
def test_what_is_done_with_each_is_done_with_all(block: str, name: str | None) -> None:
    """A loop that asks each of several closes all of them."""
    found = [p.name for p in proposals(Block(ast.parse(block).body, (), (), "tick"))]
    unwanted = {"close_gates", "send_mailer"}
    assert (found[0] == name) if name else not unwanted & {*found}


COINS = "for box in coins:\n    found += box.sum\nif found < 3:\n    warnings.append(found)\ntotals['sum'] = found"


@pytest.mark.parametrize(
    ("comment", "block", "name"),
    [
        ("# coins: what is in the boxes", COINS, "check_coins"),
        ("# --- coins: what is in the boxes", COINS, "check_coins"),
        ("# coins: what is in the boxes", COINS.replace("warnings", "rows"), None),  # no verb
        ("# tolls: what is in the boxes", COINS, None),  # the block does not speak of them
        ("# note: coins are heavy", COINS, None),
        (
            "# losses are refunded if small",
            "for loss in losses:\n    refunds += loss\nrow['x'] = refunds",
            "refund_losses",
        ),
        (
            "# losses are forgotten if small",
            "for loss in losses:\n    refunds += loss\nrow['x'] = refunds",
            None,
        ),
        (
            "# the keepers are refunded",
            "for loss in losses:\n    refunds += loss\nrow['x'] = refunds",
            None,
        ),
        (
            "# notice lines for the board of the lock",
            "for boat in boats:\n    lines.append(boat)",
            "add_notice_lines",
        ),
        (
            "# notice lines for the board of the lock",
            "for boat in boats:\n    lines.append(boat)\nrow['x'] = lines",
            None,
        ),
        (
            "# the sheet for the office",
            "out.open()\nout.write(1)\nout.write(2)",
            "write_sheet_for_office",
        ),
    ],
)
def test_headings(comment: str, block: str, name: str | None) -> None:
    """A heading says what a block is about where the block speaks of the same."""
    found = [p.name for p in proposals(Block(ast.parse(block).body, (), (comment,), "close"))]
    assert found[:1] == ([name] if name else []), found


def test_comments_that_only_say_that_something_is_done() -> None:
    """What is handled, or considered, needs a name that says what becomes of it."""
    for verb, rank in (
        ("Handle", Rank.LITERAL),
        ("Consider", Rank.LITERAL),
        ("Open", Rank.COMMENT),
    ):
        block = Block(ast.parse("gate.lift(boat)").body, (), (f"# {verb} the gates",), "close")
        assert {p.rank for p in proposals(block) if "gates" in p.name} == {rank}


ARM = "out.write(lock.name)\nfor gate in lock.gates:\n    out.write(gate.name)"
CHECKS = "if lock.level < 3:\n    log.append('low')\n    return False\nif lock.level > 9:\n    return True"


@pytest.mark.parametrize(
    ("block", "outputs", "case", "name", "certain"),
    [
        ("board = Board('late')\nboard.add(1)\nboard.add(2)", ("board",), "", "build_board", True),
        ("board = read('late')\nboard.add(1)\nboard.add(2)", ("board",), "", "read_board", True),
        (ARM, (), "form == 'berths'", "write_berths", True),
        (ARM.replace("out.write", "keep"), (), "form == 'berths'", "handle_berths", True),
        (ARM.replace("out.write", "keep"), (), "lock.berths", "handle_berths", False),
        ("gate_up = n\ngate_down = n + 1", ("gate_up", "gate_down"), "", "work_out_gate", True),
        ("up_toll = n\nway_toll = n + 1", ("up_toll", "way_toll"), "", "work_out_tolls", True),
        ("up_toll = n\nfee = n + 1", ("up_toll", "fee"), "", "work_out_fee", True),
        ("gate = boats[n]\nif not gate:\n    raise E(n)", ("gate",), "", "work_out_gate", False),
        ("p = lock.fees[n]\nif late:\n    p = 0", ("p",), "", "choose_fee", True),
        ("p = lock.level\nif late:\n    p = 0", ("p",), "", "choose_level", True),
        ("p = lock.level()\nif late:\n    p = 0", ("p",), "", None, True),
        ("if n:\n    n = ask()\nsum += n", ("sum",), "", "add_to_sum", True),
        (ARM, (), "boat == lock.berth", None, True),
        (ARM, (), "boat == Kind.BERTH", "write_berth", True),
        (CHECKS, (), "", "check_level", True),
        ("f = open(a)\nf.send(1)\nf.send(2)\nf.quit()", (), "", None, True),
        ("a = read(n)\nb = a + n\nc = b + n", ("a", "b", "c"), "", None, True),
        (
            "toll = read(n)\nday = toll + n\nsum = day + n",
            ("toll", "day", "sum"),
            "",
            "read_toll_and_day",
            False,
        ),
        (CHECKS.replace("log.append('low')", "for x in y:\n        pass"), (), "", None, True),
    ],
)
def test_what_says_what_is_done(
    block: str, outputs: tuple[str, ...], case: str, name: str | None, certain: bool
) -> None:
    """An object is built, an arm does what its calls do; where it is only handled, that says
    little.
    """
    test = ast.parse(case, mode="eval").body if case else None
    found = proposals(Block(ast.parse(block).body, outputs, (), "tick", None, test))
    assert [p.name for p in found[:1]] == [name] * (name is not None)
    assert not name or (found[0].rank is not Rank.LITERAL) is certain


@pytest.mark.parametrize(
    ("block", "outputs", "name"),
    [
        (
            "refused = 0\nentries = []\nfor row in rows:\n    entries.append(row)",
            ("refused", "entries"),
            "collect_entries",
        ),
        (
            "lent = {}\nfor row in rows:\n    lent.setdefault(row.tool, []).append(row)\n"
            "    lent[row.old].pop(0)\n    problems.append(row)",
            ("lent",),
            "collect_lent",
        ),
        (
            "lent = {}\nfor row in rows:\n    lent.setdefault(row.tool, []).append(row)\n"
            "    row.close()",
            ("lent",),
            None,
        ),
        (
            "lent = {}\nfor row in rows:\n    lent[row.tool] = row\n    remove(row)",
            ("lent",),
            "remove_rows",
        ),
    ],
)
def test_results(block: str, outputs: tuple[str, ...], name: str | None) -> None:
    """What is worked out gives a name if it is a thing, and if nothing else is done."""
    found = [p.name for p in proposals(Block(ast.parse(block).body, outputs))]
    assert found[:1] == ([name] if name else []), found
