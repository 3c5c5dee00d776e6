"""say-once: the forms and traps that its examples do not show."""

from __future__ import annotations

import pytest

from .harness import check, look

ARM = "    log.a()\n    log.b({0})\n    log.c()\n"
CASES = [
    # what an else would do stands behind
    (
        "if n < 3:\n    log.a()\n    log.b(k=1)\n    return n\nif n < 9:\n    log.a()\n"
        "    log.b(k=2)\n    return n\nreturn 0\n",
        "",
    ),
    (
        "if n < 3:\n    log.a()\n    log.b(k=1)\n    return n\nelif n < 9:\n    log.a()\n"
        "    log.b(k=2)\n    return n\nlog.c()\nreturn 0\n",
        "if n < 3:\n    k = 1\nelif n < 9:\n    k = 2\nelse:\n    log.c()\n    return 0\n"
        "log.a()\nlog.b(k=k)\nreturn n\n",
    ),
    # what is handed back if something holds, and otherwise
    (
        "if n < 3:\n    if flag:\n        return 40\n    else:\n        return 25\nelif n < 5:\n"
        "    if flag:\n        return 5\n    else:\n        return 3\nelse:\n    raise KeyError(n)\n",
        "if n < 3:\n    when_flag, otherwise = 40, 25\nelif n < 5:\n    when_flag, otherwise = 5, 3\n"
        "else:\n    raise KeyError(n)\nif flag:\n    return when_flag\nelse:\n    return otherwise\n",
    ),
    # one of two arms is an else; the same values share a name
    (
        "if n < 3:\n    log.a(k=1)\n    log.b(k=1)\n    log.c()\nelse:\n    log.a(k=2)\n"
        "    log.b(k=2)\n    log.c()\nreturn n\n",
        "if n < 3:\n    k = 1\nelse:\n    k = 2\nlog.a(k=k)\nlog.b(k=k)\nlog.c()\nreturn n\n",
    ),
    # a comment goes with the value that it speaks of
    (
        "if n < 3:\n    log.a()\n    # by night\n    log.b('x')\n    log.c()\nelse:\n    log.a()\n"
        "    # by day\n    log.b('y')\n    log.c()\n",
        "if n < 3:\n    to_b = 'x'\nelse:\n    # by day\n    to_b = 'y'\nlog.a()\n# by night\n"
        "log.b(to_b)\nlog.c()\n",
    ),
    (
        "if n < 3:\n    log.a()\n    b -= 1\n    log.c()\nelif n < 5:\n    raise ValueError\nelse:\n"
        "    log.a()\n    b -= 2\n    log.c()\n",
        "if n < 3:\n    b_step = 1\nelif n < 5:\n    raise ValueError\nelse:\n    b_step = 2\n"
        "log.a()\nb -= b_step\nlog.c()\n",
    ),
    # what is worked on: what the names have in common, or the target where it is changed
    (
        "b_sums, a_sums = b, a\nif n < 3:\n    b_sums.x += 1\n    b_sums.y += n\n    log.c()\nelse:\n    a_sums.x += 1\n"
        "    a_sums.y += n\n    log.c()\n",
        "b_sums, a_sums = b, a\nif n < 3:\n    sums = b_sums\nelse:\n    sums = a_sums\nsums.x += 1\nsums.y += n\nlog.c()\n",
    ),
    (
        "if n < 3:\n    b.x += 1\n    b.y += n\n    log.c()\nelse:\n    a.x += 1\n    a.y += n\n    log.c()\n",
        "if n < 3:\n    target = b\nelse:\n    target = a\ntarget.x += 1\ntarget.y += n\nlog.c()\n",
    ),
]
STAYS = [
    # an arm is left out, or goes on
    "if n < 3:\n" + ARM.format(1) + "elif n < 5:\n" + ARM.format(2) + "log.d()\n",
    "if n < 3:\n" + ARM.format(1) + "elif n < 5:\n" + ARM.format(2) + "else:\n    log.d()\n",
    # too little, or the same
    "if n < 3:\n    log.a()\n    log.b(1)\nelse:\n    log.a()\n    log.b(2)\n",
    # what differs is called, or made of what was set before
    "if n < 3:\n" + ARM.format("a()") + "else:\n" + ARM.format("b()"),
    "if n < 3:\n    c = a()\n    log.b(c.x)\n    log.c()\nelse:\n    c = a()\n    log.b(c.y)\n    log.c()\n",
    # inside of a text, of a comprehension
    "if n < 3:\n" + ARM.format("f'{n} x'") + "else:\n" + ARM.format("f'{n} y'"),
    "if n < 3:\n" + ARM.format("[x + 1 for x in a]") + "else:\n" + ARM.format("[x + 2 for x in a]"),
    # a text over several lines would be moved
    'if n < 3:\n    log.a("""x\n    y""")\n    log.b(1)\n    log.c()\nelse:\n    log.a("""x\n'
    '    y""")\n    log.b(2)\n    log.c()\n',
    # more than a reader holds
    "if n < 3:\n    log.a(1, 2)\n    log.b(3, 4)\n    log.c(5)\nelse:\n    log.a(6, 7)\n    log.b(8, 9)\n    log.c(0)\n",
    # what is only asked is no target, and has no name
    "if n < 3:\n    log.a(b.x)\n    log.b(b.y)\n    log.c()\nelse:\n    log.a(a.x)\n    log.b(a.y)\n    log.c()\n",
    # the name is taken
    "k = 0\nif n < 3:\n    log.a()\n    log.b(k=1)\n    log.c()\nelse:\n    log.a()\n    log.b(k=2)\n    log.c(k)\n",
]


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """What arms do is said once, and the judge agrees."""
    check("say-once", before, after)


@pytest.mark.parametrize("body", STAYS)
def test_what_stays(body: str) -> None:
    """Arms that are not alike, or whose values are not there yet, stay."""
    check("say-once", body, "")


def test_what_is_given_names_what_is_worked_on() -> None:
    """One of several sums that a function hands back."""
    arms = "\n".join(
        f"        {head}\n            {name}['n'] += 1\n            {name}['tons'] += boat.tons\n            log(boat)"
        for head, name in (("if boat.hour < 6:", "night"), ("else:", "day"))
    )
    body = "    day, night = {'n': 0, 'tons': 0}, {'n': 0, 'tons': 0}\n    for boat in boats:\n"
    for name, word in (("tonnage_sums", "sum"), ("count_tons", "ton"), ("measure", "target")):
        text = f"def {name}(boats, log):\n{body}{arms}\n    return day, night\n"
        whole = look("say-once", text).sites[0].whole
        assert f"            {word} = night\n" in whole and f"        {word}['n'] += 1\n" in whole
