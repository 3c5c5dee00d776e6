"""guard-clause: the traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import look, only

WORK = "        lock.fill()\n        lock.wait()\n        lock.rest()\n        lock.level()\n        lock.open()\n"


def wrapped(condition: str) -> str:
    """A function whose work stands under a condition."""
    return f"def f(lock, a, b, c, n: int):\n    if {condition}:\n{WORK}"


@pytest.mark.parametrize(
    ("condition", "turned"),
    [
        ("a", "not a"),
        ("not a", "a"),
        ("not (a or b)", "a or b"),
        ("not (a\n            or b)", "(a\n            or b)"),
        ("a and b", "not (a and b)"),
        ("a and not b", "not a or b"),
        ("not a and not b", "a or b"),
        ("a is None or b is not None", "a is not None and b is None"),
        ("a in b and c not in b", "a not in b or c in b"),
        ("n < 3", "n >= 3"),
        ("a < b", "not a < b"),  # there are things that only know `<`
        ("a < b and 0 < a < c", "a >= b or not (0 < a < c)"),  # but nobody puts those in between
        ("a.b <= c and a.b < 7", "a.b > c or a.b >= 7"),
        ("a < b and b in c < a", "not (a < b and b in c < a)"),
        ("a + b > c", "a + b <= c"),
        ("a | b > c", "not a | b > c"),  # sets have such, and are not in line
        ("a.b <= c - 1", "a.b > c - 1"),
        ("a == 1 and (b or c)", "a != 1 or not (b or c)"),
        ("a == 1 or b == 2 and c == 3", "a != 1 and (b != 2 or c != 3)"),
        ("(a == 1 or b == 2) and c == 3", "(a != 1 and b != 2) or c != 3"),
        ("1 < n < 5", "not (1 < n < 5)"),
        ("(x := a.get()) is None", "(x := a.get()) is not None"),
        ("a if b else c", "not (a if b else c)"),
        ("(a)and(not b)", "not (a) or (b)"),
        ("(a)", "not (a)"),
        ("lambda: a", "not (lambda: a)"),
        ("a.b(c)[0]", "not a.b(c)[0]"),
        ("-a", "not -a"),
        ("a == 1 and  # why\n", None),
    ],
)
def test_negation(condition: str, turned: str | None) -> None:
    """Conditions are turned round right, with as few signs as possible."""
    if turned is None:
        condition, turned = (
            "(a == 1 and  # why\n            b != 2)",
            "(a != 1 or  # why\n            b == 2)",
        )
    first = only("guard-clause", wrapped(condition)).partition("if ")[2]
    assert first.partition(":\n        return\n")[0] == turned


@pytest.mark.parametrize(
    ("condition", "turned"),
    [
        ("a < b", "not a < b"),
        ("n < 3", "n >= 3"),
        ("a == 1", "not a == 1"),
        ("len(a) > n", "len(a) <= n"),
        ("len(a) > 0", "len(a) == 0"),
        ("len(a) >= 1 and b", "len(a) == 0 or not b"),
        ("len(a) == 0", "len(a) > 0"),
        ("len(a) < 1 or n < 3", "len(a) > 0 and n >= 3"),
        ("len(a) > 1", "len(a) <= 1"),
    ],
)
def test_strict_negation(condition: str, turned: str) -> None:
    """Strictly, an order is only turned round where it is known to be total."""
    assert f"if {turned}:" in only("guard-clause", wrapped(condition), strict=True)


@pytest.mark.parametrize(
    "keyword",
    ["if(a):", "if (a):", "if  a:", "if a  :"],
)
def test_odd_spacing(keyword: str) -> None:
    """Whatever blanks the author used, the result is valid and means the same."""
    text = only("guard-clause", wrapped("a").replace("if a:", keyword))
    compile(text, "f.py", "exec")
    assert "return\n" in text


@pytest.mark.parametrize(
    ("where", "head", "tail"),
    [
        (
            "a try with else",
            "    try:\n",
            "    except E:\n        pass\n    else:\n        lock.log()\n",
        ),
        ("a finally", "    try:\n        lock.log()\n    finally:\n", ""),
        ("something follows", "    with lock:\n", "    lock.log()\n"),
        ("a value is expected", "    if a:\n", "    return 1\n"),
    ],
)
def test_where_leaving_would_skip_something(where: str, head: str, tail: str) -> None:
    """No guard where falling off the end is not leaving."""
    work = "".join(f"    {line}\n" for line in WORK.splitlines() * 3)
    found = look("guard-clause", f"def f(lock, a):\n{head}        if a:\n{work}{tail}")
    assert not [s for s in found.sites if s.line > 3], where


def test_loop_else_is_kept() -> None:
    """The else of a loop stays where it is."""
    text = f"def f(lock, boats):\n    for a in boats:\n        if a:\n{WORK.replace('        ', '            ')}    else:\n        lock.log()\n"
    assert only("guard-clause", text).endswith(
        "        lock.open()\n    else:\n        lock.log()\n"
    )


def test_explicit_none_beside_values() -> None:
    """Where other returns hand out values, the new one says None."""
    assert "return None\n" in only("guard-clause", wrapped("a") + "        return lock\n")


@pytest.mark.parametrize("blank", [True, False])
def test_blank_line_as_elsewhere_in_the_file(blank: bool) -> None:
    """A guard is set off with a blank line where the file does so."""
    text = only("guard-clause", wrapped("a"), blank_after_guard=blank)
    assert ("        return\n\n    lock.fill()" in text) is blank


def test_the_work_of_a_positive_check() -> None:
    """When the short arm comes first it stays first and gets the exit."""
    work = "".join(f"        lock.step({i})\n" for i in range(7))
    text = only(
        "guard-clause", f"def f(lock, a):\n    if a:\n        lock.log()\n    else:\n{work}"
    )
    assert text.startswith(
        "def f(lock, a):\n    if a:\n        lock.log()\n        return\n    lock.step(0)\n"
    )


@pytest.mark.parametrize(
    ("comment", "goes"),
    [
        ("the boat is sound", True),
        ("may be moored: it is ours", True),
        ("needs a pilot", True),
        ("no berth", True),
        ("if all of them came ...", True),
        ("2. only when it rains", True),
        # what is done, what it is about, why, and more than one line
        ("late boats are fined", False),
        ("skip the others", False),
        ("the tide decides", False),
        ("the boat is sound,\n    # or was yesterday", False),
    ],
)
@pytest.mark.parametrize("handler", ["", "    else:\n        lock.sleep()\n        return\n"])
def test_a_comment_that_says_the_condition(comment: str, goes: bool, handler: str) -> None:
    """It would be false above the opposite, and goes along with what it is true of."""
    text = f"def f(lock, a):\n    # {comment}\n    if a == 1:\n{WORK}{handler}"
    found = only("guard-clause", text)
    said = f"    # {comment}\n"
    behind = f"return\n{said}    lock.fill()" in found
    assert behind is goes and (f"{said}    if a != 1:" in found) is not goes


@pytest.mark.parametrize(
    ("comment", "goes"),
    [
        ("fill the lock", True),
        ("then open the gates", True),
        ("check the berth", False),
        ("skip the others", False),
        ("ensure that it fits", False),
        ("late boats are fined", False),
        ("fill the lock,\n    # which takes its time", False),
    ],
)
def test_a_comment_that_orders_what_the_arm_does(comment: str, goes: bool) -> None:
    """It goes along with what it orders; above the guard it would order that."""
    said = f"    # {comment}\n"
    text = f"def f(lock, a):\n{said}    if a == 1:\n{WORK}"
    found = only("guard-clause", text)
    assert (f"return\n{said}    lock.fill()" in found) is goes
    assert (f"{said}    if a != 1:" in found) is not goes
    # where both arms work it may be about either
    both = only("guard-clause", f"{text}    else:\n        lock.sleep()\n        return\n")
    assert f"{said}    if a != 1:" in both


def test_a_comment_behind_the_colon_that_says_the_condition() -> None:
    """It goes along too."""
    for said in ("the boat is sound", "if all of them came"):
        text = f"def f(lock, a):\n    if a == 1:  # {said}\n{WORK}"
        assert f"return\n    # {said}\n    lock.fill()" in only("guard-clause", text)


TRIED = "    try:\n        x.go()\n    except E:\n        x.stop()\n"


@pytest.mark.parametrize(
    ("behind", "leave"),
    [
        ("", "return"),
        ("    return x\n", "return x"),
        ("    x.end()\n", None),  # has to run either way
    ],
)
@pytest.mark.parametrize("last", ["x.wait()", "return 1"])
def test_handlers_that_leave(behind: str, leave: str | None, last: str) -> None:
    """A handler leaves as the code behind the try does; what stands in the else comes next."""
    text = f"def f(x):\n{TRIED}    else:\n        x.rest()\n        {last}\n{behind}"
    if leave is None:
        assert not look("guard-clause", text).sites
        return
    leave = leave if behind or last == "x.wait()" else "return None"
    rest = "" if last == "return 1" else behind
    expected = f"def f(x):\n{TRIED}        {leave}\n    x.rest()\n    {last}\n{rest}"
    assert only("guard-clause", text) == expected


@pytest.mark.parametrize(
    "text",
    [
        f"def f(x):\n{TRIED}    else:\n        x.rest()\n    finally:\n        x.end()\n",
        f"def f(x):\n{TRIED}",
        "def f(x):\n    try:\n        x.go()\n    except E:\n        return 1\n    else:\n        x.rest()\n",
    ],
)
def test_handlers_that_stay_as_they_are(text: str) -> None:
    """What is behind a finally, has no else, or leaves anyway."""
    assert not look("guard-clause", text).sites


@pytest.mark.parametrize(
    ("long", "rest", "swapped"),
    [
        (4, "    lock.shut()\n    raise a\n", True),
        (4, "    lock.shut()\n    lock.log()\n    raise a\n", True),
        (1, "    lock.shut()\n    lock.log()\n    raise a\n", False),  # more work than the arm
        (
            4,
            "    lock.shut(\n        1,\n        2,\n        3,\n        4,\n    )\n    raise a\n",
            True,
        ),
        (4, "    lock.shut()\n    lock.log()\n    return 0\n", False),  # as much work
        (
            4,
            "    lock.shut(\n        1,\n        2,\n        3,\n        4,\n    )\n    return 0\n",
            False,
        ),
        (4, "    lock.shut()\n    lock.log()\n", False),  # it does not leave
        (4, "    lock.shut()\n    return 0\n", True),
        (4, "    lock.shut()\n    return lock.fee(a)\n", False),  # it may be the answer itself
        (9, "    if b:\n        raise b\n    raise a\n", False),  # more than a guard
    ],
)
def test_a_short_rest(long: int, rest: str, swapped: bool) -> None:
    """What leaves behind a long arm that leaves becomes its guard, if it is much shorter; what
    raises, if it is no more work.
    """
    work = "".join(f"        lock.fill({n})\n" for n in range(long)) + "        return c\n"
    text = f"def f(lock, a, b, c):\n    if a is b:\n{work}{rest}"
    assert ("a is not b" in only("guard-clause", text)) is swapped


def test_an_arm_that_does_nothing() -> None:
    """What is passed by leaves before the others are asked; a lone other arm is turned round."""
    chain = "if a:\n            pass  # sunk\n        elif b:\n            lock.fill()\n"
    found = only("guard-clause", f"def f(lock, boats, b):\n    for a in boats:\n        {chain}")
    assert "            continue  # sunk\n        if b:\n            lock.fill()\n" in found
    twice = chain.replace("pass", "pass\n            pass")
    assert not look(
        "guard-clause", f"def f(lock, boats, b):\n    for a in boats:\n        {twice}"
    ).sites
    lone = "def f(lock, a):\n    if a:\n        pass\n    else:\n        lock.fill()\n"
    assert not look("guard-clause", lone).sites
