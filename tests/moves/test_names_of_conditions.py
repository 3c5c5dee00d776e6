"""What follows from a condition says what it is called."""

from __future__ import annotations

import ast

import pytest

from dreck.naming.consequences import phrases_of
from dreck.naming.deciding import phrase_of
from dreck.naming.phrases import Rank
from dreck.naming.proposals import Named, proposals

TEST = ast.parse("boat.papers is None or boat.length > 70 or boat.draught > 2", mode="eval").body
WANTED = [
    # the arm, the target of the loop around, the name and whether it is true where the condition is
    ('raise Refused("too large for the lock")', "", ("is_too_large_for_lock", True)),
    ('raise Refused(f"{boat.name} is not fit to sail")', "boat", ("is_fit_to_sail", False)),
    # said of something else than the one at hand
    ('raise ValueError(f"{lock.name} is not fit to sail")', "boat", None),
    ('raise ValueError(f"{boat.name}: papers")', "boat", None),
    ('speak("no berth for %s" % boat)\nreturn False', "", ("has_berth", False)),
    ('log.write("done", boat)\nreturn False', "", None),
    # told and then gone on: it may be true of what follows too
    ('speak("no berth")\nboat.wait()', "", None),
    ('boat.place = "dock"\nboat.log.append("held")\nreturn boat', "", ("is_for_dock", True)),
    ('boat.state = "closed"\nreturn boat', "", ("is_closed", True)),
    ('boat.state = "something else"\nreturn boat', "", None),
    ("boat.state = next_state\nreturn boat", "", None),
    ('chores.append("clean the chain")', "", ("should_clean_chain", True)),
    ('chores.append("the chain")', "", None),
    ("chores.append(boat)", "", None),
    # what is noted of somebody, and how something is then
    ('lines.append("needs a pilot")', "", ("needs_pilot", True)),
    ('lines.append("cannot pass")', "", ("can_pass", False)),
    ('lines.append("pilot on board")', "", None),
    ('lines.append("%d: is overdue" % number)', "", ("is_overdue", True)),
    ('lines.append(f"{boat.name} can go")', "", ("can_go", True)),
    ('lines.append(f"{boat.name} can go {day}")', "", None),
    ('boat.state = "ready"\nlines.append(boat)', "", ("is_ready", True)),
    ("boat.status = Status.READY", "", ("is_ready", True)),
    ("boat.status = Status.FIRM", "", ("is_firm", True)),
    ("boat.colour = Colour.FIRM", "", None),  # of what it would say how it is
    ("boat.status = READY", "", ("is_ready", True)),
    ("boat.status = ready", "", None),
    ("boat.status = Status.MOORED", "", None),
    # what becomes of something may be done where it holds, and is not so yet
    ("gate.open = True\ngate.log.append('opened')", "", ("may_open", True)),
    ("self.moored = True\nself.log.append(boat)", "", ("may_moor", True)),
    ("gate.open = False\ngate.log.append('shut')", "", ("should_close", True)),
    ("gate.wet = True\ngate.log.append('wet')", "", None),
    ('fees.append(("late", 35))', "", ("is_late", True)),
    ('fees.append(("heating", 35))', "", None),
    # where something is wrong is not what is wrong
    ('raise ValueError("line %d: outside the lock" % n)', "", ("is_outside_lock", True)),
    ('raise ValueError(f"line {n}: no berth")', "", ("has_berth", False)),
    ('raise ValueError("line %d" % n)', "", None),
    ('raise ValueError(f"{n}: no berth")', "", None),
    ('boat.state = "moored"\nlines.append(boat)', "", None),  # what is done to it
    ('boat.colour = "red paint"\nlines.append(boat)', "", None),
    # what something is told to do by a word, with nothing to do it to
    ("lock.ballast()", "", ("should_ballast", True)),
    ("lock.ballast(boat)", "", None),
    ("lock.levels()", "", None),
]
FOUND = [
    # the function, what its loop goes through and hands back, the name
    ("find_relief_keeper", "boat", "is_relief_keeper"),
    ("find_free_berth", "berth", "is_free"),
    ("first_free_berth", "berth", "is_free"),
    ("find_boat", "boat", None),
    ("find_next", "boat", None),
    ("find_boat_by_name", "boat", None),
    ("find_relief", "self.boat", None),
    ("report_relief", "boat", None),
]


@pytest.mark.parametrize(("within", "given", "wanted"), FOUND)
def test_what_is_looked_for(within: str, given: str, wanted: str | None) -> None:
    """What a function is called that hands back the one it looks for says what that one is."""
    target = ast.parse(given.rpartition(".")[2], mode="eval").body
    arm = [ast.Return(ast.parse(given, mode="eval").body)]
    found = [p for p in phrases_of(arm, [], target, within) if p.form == "is"]
    assert [p.name for p in found] == ([wanted] if wanted else [])


@pytest.mark.parametrize(("arm", "target", "wanted"), WANTED, ids=[w[0] for w in WANTED])
def test_what_follows(arm: str, target: str, wanted: tuple[str, bool] | None) -> None:
    """The best name is what the arm says, if it says something."""
    loop = ast.parse(target, mode="eval").body if target else None
    named = Named(TEST, ast.parse(arm).body, loop_target=loop)
    found = [p for p in proposals(named) if p.rank is Rank.CONSEQUENCE]
    assert [(p.name, p.positive) for p in found[:1]] == ([wanted] if wanted else [])


DECIDED = [
    # the function, with the check in place of ...; the name of the check
    ("send_bill", "    ...\n    post(boat)", "should_send_bill"),
    (
        "moor",
        "    if boat is None:\n        raise ValueError\n    ...\n    post(boat)",
        "should_moor",
    ),
    ("moor", "    if boat.late:\n        return\n    ...\n    post(boat)", ""),  # two decide
    ("moor", "    ...", ""),  # it decides nothing
    ("is_moored", "    ...\n    return True", ""),
    ("find_berth", "    ...\n    return boat.berth", ""),
    ("run", "    ...\n    post(boat)", ""),
    ("fees", "    ...\n    post(boat)", ""),
    ("send_bill", "    for b in boat:\n        ...\n    post(boat)", ""),
]


@pytest.mark.parametrize(("name", "body", "wanted"), DECIDED)
def test_a_check_that_decides_all(name: str, body: str, wanted: str) -> None:
    """The only check that leaves with nothing asks whether the function does what it is for."""
    check = "if boat.paid or not boat.owner: return"
    function = ast.parse(f"def {name}(boat):\n{body.replace('...', check)}").body[0]
    assert isinstance(function, ast.FunctionDef)
    tests = [n.test for n in ast.walk(function) if isinstance(n, ast.If)]
    found = phrase_of(function, tests[-1])
    assert (found.name if found else "") == wanted
    assert found is None or not found.positive


BEFORE_TRYING = [
    ("try_mooring", "    ...\n    boat.moored = True", "may_moor"),
    ("check_alarm", "    ...\n    if boat.seen: return\n    horn.sound()", "may_alarm"),
    ("try_mooring", "    boat.seen = True\n    ...\n    boat.moored = True", ""),  # not the first
    ("try_mooring", "    ...\n    return boat.berth", ""),  # nothing is done
    ("try_mooring", "    ...\n    if boat.a or boat.b or boat.c: return\n    boat.go()", ""),
    ("check_level", "    ...\n    boat.level = 3", "may_level"),
    ("check_harbour_dues", "    ...\n    boat.go()", ""),  # what is no deed
    ("check", "    ...\n    boat.go()", ""),
]


@pytest.mark.parametrize(("name", "body", "wanted"), BEFORE_TRYING)
def test_a_check_before_a_try(name: str, body: str, wanted: str) -> None:
    """The first and longest check of a try asks whether somebody may do it."""
    check = "if boat.late or boat.sunk or not boat.paid: horn.tell(); return False"
    function = ast.parse(f"def {name}(boat, horn):\n{body.replace('...', check)}").body[0]
    assert isinstance(function, ast.FunctionDef)
    tests = [n.test for n in ast.walk(function) if isinstance(n, ast.If)]
    found = [p for p in (phrase_of(function, t) for t in tests) if p is not None]
    assert [p.name for p in found] == [wanted] * bool(wanted)
    assert not any(p.positive for p in found)


OF_OPERANDS = [
    # the condition, the name and whether it is true where the condition is
    ("b.length <= lock.length and b.draught < lock.depth - 1", ("fits_lock", True)),
    ("lock.length >= b.length and lock.width >= b.width", ("fits_lock", True)),
    ("b.length > lock.length or b.draught > lock.depth", ("fits_lock", False)),
    ("b['length'] <= lock['length'] and b['width'] < lock['width']", ("fits_lock", True)),
    ("b.length <= self.length and b.width <= self.width", ("fits", True)),
    ("b.owner in permits and permits[b.owner].expires < now", ("is_permit_expired", True)),
    ("permit.expires < today", ("is_permit_expired", True)),
]
NOT_OF_OPERANDS = [
    # one size, sizes of one thing, two ways round, no sizes, another sign, another thing
    ("b.length <= lock.length", "fits"),
    ("b.length <= b.width and b.draught <= b.depth", "fits"),
    ("b.length <= lock.length and lock.depth <= b.draught", "fits"),
    ("b.start <= lock.start and b.end <= lock.end", "fits"),
    ("b.length <= lock.length and b.width == lock.width", "fits"),
    ("b.length <= lock.length and c.width <= lock.width", "fits"),
    ("b.length <= lock.length or b.width <= lock.width", "fits_lock"),
    ("b.owner in permits and others[b.owner].expires < now", "is_permit"),
]


@pytest.mark.parametrize(("condition", "wanted"), OF_OPERANDS, ids=[w[0] for w in OF_OPERANDS])
def test_what_operands_say(condition: str, wanted: tuple[str, bool]) -> None:
    """Sizes of one thing against those of another, and what is only asked where it is there."""
    named = Named(ast.parse(condition, mode="eval").body)
    found = [p for p in proposals(named) if p.rank is Rank.MEANING]
    assert [(p.name, p.positive) for p in found[:1]] == [wanted]


@pytest.mark.parametrize(("condition", "word"), NOT_OF_OPERANDS)
def test_what_operands_do_not_say(condition: str, word: str) -> None:
    """What only looks like it gets no such name."""
    named = Named(ast.parse(condition, mode="eval").body)
    assert not any(p.name.startswith(word) for p in proposals(named))


LISTED = [
    # the function, what the arm does, the name and whether it is true where the condition is
    ("problems", 'found.append("papers")', ("are_papers_wrong", True)),
    ("problems", 'found.append("draught")', ("is_draught_wrong", True)),
    ("problems", 'found.append("years of survey")', ("are_years_of_survey_wrong", True)),
    ("errors_of", 'found.append("no owner")', ("has_owner", False)),
    ("problem_of", 'return "draught"', ("is_draught_wrong", True)),
    ("kinds", 'found.append("barge")', None),
    ("problems", 'found.append("barge " + boat.name)', None),
    ("problems", "found.append(boat)", None),
    ("problems", 'found.append("ask at the desk")', ("should_ask_at_desk", True)),
    ("problems", 'found.append("barge full of coal")', None),
    ("advice", 'return "send it to office"', ("should_send_it_to_office", True)),
]


@pytest.mark.parametrize(
    ("within", "arm", "wanted"), LISTED, ids=[f"{w[0]}: {w[1]}" for w in LISTED]
)
def test_what_is_listed_as_wrong(within: str, arm: str, wanted: tuple[str, bool] | None) -> None:
    """In a function that is called for what is wrong, a noun is one thing that is."""
    named = Named(TEST, ast.parse(arm).body, within=within)
    found = [p for p in proposals(named) if p.rank is Rank.CONSEQUENCE]
    assert [(p.name, p.positive) for p in found[:1]] == ([wanted] if wanted else [])


NOTHING = [
    # the condition, the name of what asks whether there is nothing, and whether it holds then
    ("mark is None or mark.strip() == ''", ("is_blank", True)),
    ("mark == None or mark.strip() in ('', '-')", ("is_blank", True)),
    ("mark is not None and mark.strip().lower() != 'n/a'", ("is_blank", False)),
    ("not (mark and mark.strip())", ("is_blank", False)),
    ("mark is None or mark == ''", ("is_missing", True)),
    ("not boat.papers or boat.papers.strip() == ''", ("is_papers_blank", True)),
    # of something else, or for something else
    ("mark is None or text == ''", None),
    ("mark is None or mark == 'late'", None),
    ("mark is None or mark != ''", None),
    ("mark is None and mark == ''", None),
    ("mark is not None or mark != ''", None),
]


@pytest.mark.parametrize(("test", "wanted"), NOTHING, ids=[n[0] for n in NOTHING])
def test_asked_whether_there_is_anything(test: str, wanted: tuple[str, bool] | None) -> None:
    """Several ways of asking one thing for being nothing are one question."""
    condition = ast.parse(test, mode="eval").body
    turned = isinstance(condition, ast.UnaryOp)
    found = [(p.name, p.positive is not turned) for p in proposals(Named(condition))]
    words = ("is_blank", "is_missing", "is_papers_blank")
    assert [f for f in found if f[0] in words] == ([wanted] if wanted else [])


COMMENTS = [
    ("may be moored: it is ours", ("may_be_moored", True)),
    ("must not pass", ("may_pass", False)),
    ("can not pass", ("can_pass", False)),
    ("needs a pilot", ("needs_pilot", True)),
    # what something may be is not what it is, and what may happen is no question
    ("may be empty", None),
    ("can be None", None),
    ("may be slow", None),
    ("must be open", None),
    ("may happen at night", None),
    ("may meet: not twice, and not both from here", ("may_meet", True)),
    ("cannot float", ("can_float", False)),
    ("may be sunk", ("may_be_sunk", True)),
    ("may the boat pass", None),
]


@pytest.mark.parametrize(("comment", "wanted"), COMMENTS, ids=[c[0] for c in COMMENTS])
def test_what_a_comment_allows(comment: str, wanted: tuple[str, bool] | None) -> None:
    """What somebody may or has to do is a condition."""
    found = proposals(Named(TEST, comments=(f"# {comment}",)))
    said = [(p.name, p.positive) for p in found if p.rank is Rank.COMMENT]
    assert said == ([wanted] if wanted else [])


@pytest.mark.parametrize(
    ("behind", "wanted"), [("# may be moored", [("may_be_moored", False)]), ("# moor it", [])]
)
def test_a_comment_behind_a_guard(behind: str, wanted: list[tuple[str, bool]]) -> None:
    """It says what holds where the guard's condition does not."""
    found = proposals(Named(TEST, behind=(behind,)))
    assert [(p.name, p.positive) for p in found if p.rank is Rank.COMMENT] == wanted


def test_a_word_that_only_holds_others_together_is_no_name() -> None:
    """What is compared with may be one: `waiting` and the last of them `FOR` are not `is_for`."""
    for word, expected in (("FOR", []), ("DRY", ["is_waiting_dry"]), ("TUG", ["is_tug"])):
        test = ast.parse(f"self.waiting and self.waiting[-1] == {word!r}", mode="eval").body
        assert [p.name for p in proposals(Named(test))] == expected


ABOUT_ASKED = [
    ("boats in good order", "is_in_good_order"),
    ("boats with a pilot", "has_pilot"),
    ("locks in good order", "has_locks_in_good_order"),
]


@pytest.mark.parametrize(("comment", "name"), ABOUT_ASKED)
def test_a_comment_that_begins_with_what_is_asked(comment: str, name: str) -> None:
    """It says how that is; of anything else, that there is some."""
    named = Named(
        ast.parse("boat.crew > 1 and boat.papers", mode="eval").body, comments=(f"# {comment}",)
    )
    assert proposals(named)[0].name == name
