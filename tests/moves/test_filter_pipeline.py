"""filter-pipeline: the traps that its examples do not show."""

from __future__ import annotations

import textwrap

import pytest

from dreck import Verdict

from .harness import check, look
from .test_all_moves import verdict

CASES = [
    (
        "r = 0\nfor x in a:\n    if not x:\n        continue\n    r += 1\nreturn r\n",
        "r = sum(1 for x in a if x)\nreturn r\n",
    ),
    (
        "r = {}\nfor x in a:\n    r[n] = x, m\nreturn r\n",
        "r = {n: (x, m) for x in a}\nreturn r\n",
    ),
    (  # what heads a paragraph stays at its head
        "n.go()\n\n# those that fit\nr = []\nm = n.all()\nfor x in m:\n    r.append(x.b)\nreturn r\n",
        "n.go()\n\n# those that fit\nm = n.all()\nr = [x.b for x in m]\nreturn r\n",
    ),
    (
        "n.go()\n# what fits\nr = []\nm = n.all()\nfor x in m:\n    r.append(x.b)\nreturn r\n",
        "n.go()\nm = n.all()\n# what fits\nr = [x.b for x in m]\nreturn r\n",
    ),
    (
        "# those that fit\nr = set()\nfor x in a:\n    r.add(x)\nreturn r\n",
        "# those that fit\nr = {x for x in a}\nreturn r\n",
    ),
]
# What a round works out on the way goes into what it does with it.
FOLDED = [
    (
        "r = []\nfor x in a:\n    y = x.b\n    r.append(y)\nreturn r\n",
        "r = [x.b for x in a]\nreturn r\n",
    ),
    (
        "r = 0\nfor x in a:\n    if x.b:\n        y = x.c - n\n        r = r + y * 2\nreturn r\n",
        "r = sum((x.c - n) * 2 for x in a if x.b)\nreturn r\n",
    ),
    (
        "r = []\nfor x in a:\n    y = x.b\n    if x.c:\n        y = x.b + x.c\n    r.append(y)\nreturn r\n",
        "r = [x.b + x.c if x.c else x.b for x in a]\nreturn r\n",
    ),
    (
        "r = {}\nfor x in a:\n    y = x.b\n    r[x] = y\nreturn r\n",
        "r = {x: x.b for x in a}\nreturn r\n",
    ),
    (
        "r = []\nfor x in a:\n    if x.is_of_this_kind_or_that and (x.is_there or n.asks_for_those_that_are_not)"
        " and x.c:\n        r.append(x)\nreturn r\n",
        "r = [\n    x\n    for x in a\n    if x.is_of_this_kind_or_that\n"
        "    and (x.is_there or n.asks_for_those_that_are_not)\n    and x.c\n]\nreturn r\n",
    ),
]
# Rounds that work more out than one thing, and what is kept of them.
KEPT = [
    (
        "r = None\nfor x in a:\n    if r is None or n(x) > n(r):\n        r = x\nreturn r\n",
        "r = max(a, key=n, default=None)\nreturn r\n",
    ),
    (
        "r = None\nfor x in a:\n    if r is None or n(x, 1) > n(r, 1):\n        r = x\nreturn r\n",
        "r = max(a, key=lambda x: n(x, 1), default=None)\nreturn r\n",
    ),
    (
        "r = None\nfor x in a:\n    if r is None or x.b < r.b:\n        r = x\nreturn r\n",
        "r = min(a, key=lambda x: x.b, default=None)\nreturn r\n",
    ),
    (
        "r = m = None\nk = None\nr = None\nfor x in a:\n    y = x.b\n    if r is None or y > k:\n"
        "        k = y\n        r = x\nreturn r\n",
        "r = m = None\nr = max(a, key=lambda x: x.b, default=None)\nreturn r\n",
    ),
    (
        "r = 0\nfor x in a:\n    if x.c:\n        if r < x.b:\n            r = x.b\nreturn r\n",
        "r = max([0, *(x.b for x in a if x.c)])\nreturn r\n",
    ),
    (
        "r = None\nfor x in a:\n    if x.c:\n        r = x.b if r is None else min(r, x.b)\nreturn r\n",
        "r = min((x.b for x in a if x.c), default=None)\nreturn r\n",
    ),
    (
        "r = 0\nfor x in a:\n    r = max(x.b, r)\nreturn r\n",
        "r = max([0, *(x.b for x in a)])\nreturn r\n",
    ),
    (
        "r = []\nfor x in a:\n    if x not in r:\n        r.append(x)\nreturn r\n",
        "r = list(dict.fromkeys(a))\nreturn r\n",
    ),
    (
        "r = []\nb = set()\nfor x in a:\n    if x.c:\n        if x.d not in b:\n            b.add(x.d)\n"
        "            r.append(x.d)\nreturn r\n",
        "r = list(dict.fromkeys(x.d for x in a if x.c))\nreturn r\n",
    ),
    (
        "r = []\nfor x in a:\n    if x.b:\n        r.insert(0, x)\nreturn r\n",
        "r = [x for x in a if x.b][::-1]\nreturn r\n",
    ),
    (
        "r = [n]\nlog(n)\nfor x in a:\n    r.append(x)\nreturn r\n",
        "r = [n]\nlog(n)\nr.extend(x for x in a)\nreturn r\n",
    ),
    (
        "r = ''\nfor x in a:\n    r += f'{x};'\nreturn r\n",
        "r = ''.join(f'{x};' for x in a)\nreturn r\n",
    ),
    (
        "r = 'x'\nfor x in a:\n    r += f'{x};'\nreturn r\n",
        "r = 'x' + ''.join(f'{x};' for x in a)\nreturn r\n",
    ),
    (
        "r = []\nlog(n)\nfor x in a:\n    if x.b:\n        r.append(x)\nreturn r\n",
        "log(n)\nr = [x for x in a if x.b]\nreturn r\n",
    ),
    (
        "for x in a:\n    y = n(x)\n    if y is not None and y.b:\n        return True\nreturn False\n",
        "return any((y := n(x)) is not None and y.b for x in a)\n",
    ),
    (
        "r = {}\nfor x in a:\n    y = [z for z in b if z is x]\n    if len(y) > 0:\n        r[x] = y\nreturn r\n",
        "r = {x: y for x in a if (y := [z for z in b if z is x])}\nreturn r\n",
    ),
    (
        "r = []\nfor x in a:\n    if x.b:\n        if x.c:\n            continue\n    r.append(x)\nreturn r\n",
        "r = [x for x in a if not (x.b and x.c)]\nreturn r\n",
    ),
    (
        "r = True\nfor x in a:\n    if x.b:\n        r = False\n        break\n    if x.c:\n        if x.d:\n"
        "            r = False\n            break\nreturn r\n",
        "r = all(not (x.b or (x.c and x.d)) for x in a)\nreturn r\n",
    ),
    (
        "r = []\nfor x in a:\n    y = x.b + ' '\n    if x.c:\n        y = y + '!'\n    r.append(y)\nreturn r\n",
        "r = [x.b + ' ' + ('!' if x.c else \"\") for x in a]\nreturn r\n",
    ),
    (
        "r = []\nfor x in a:\n    # each of them\n    r.append(x)\nreturn r\n",
        "# each of them\nr = [x for x in a]\nreturn r\n",
    ),
    (
        "r = []\nfor x in a:\n    y = x.b\n    y = y + 1\n    r.append(y + y)\nreturn r\n",
        "r = [y + y for y in (x.b + 1 for x in a)]\nreturn r\n",
    ),
    (
        "r = []\nfor x in a:\n    line = n(x)\n    r.append(b(x.line, line=line))\nreturn r\n",
        "r = [b(x.line, line=n(x)) for x in a]\nreturn r\n",
    ),
]
# What is left out after the answer is found is for trials to decide.
SHAPES = [
    (
        "r = False\nfor x in a:\n    for y in x:\n        if y == n:\n            r = True\nreturn r\n",
        "r = any(y == n for x in a for y in x)\nreturn r\n",
    ),
    (
        "for x in a:\n    if x and x.name != s:\n        return False\nreturn True\n",
        "return all(not x or x.name == s for x in a)\n",
    ),
]
SEARCHES = [
    (
        "for x in a:\n    if x.b:\n        return x.c\nreturn None\n",
        "return next((x.c for x in a if x.b), None)\n",
    ),
    (
        "for x in a:\n    for y in x:\n        if y is n:\n            return y\nreturn -1\n",
        "return next((y for x in a for y in x if y is n), -1)\n",
    ),
    (
        "r = ''\nfor i, x in enumerate(a):\n    if x is n:\n        r = i\n        break\nreturn r\n",
        "r = next((i for i, x in enumerate(a) if x is n), '')\nreturn r\n",
    ),
    (
        "for x in a:\n    if x.has_a_name_that_is_too_long is n and x.is_another is s:\n"
        "        return x\nreturn None\n",
        "return next(\n    (x for x in a if x.has_a_name_that_is_too_long is n and x.is_another"
        " is s), None\n)\n",
    ),
]
NO_SEARCHES = [
    # the last one that fits
    "r = None\nfor x in a:\n    if x:\n        r = x\nreturn r\n",
    # none is not a constant: it would be worked out first
    "for x in a:\n    if x.b:\n        return x\nreturn n.c\n",
    # what is found is asked for in the condition
    "r = None\nfor x in a:\n    if x is not r:\n        r = x\n        break\nreturn r\n",
    # something else happens on the way
    "for x in a:\n    n.b()\n    if x:\n        return x\nreturn None\n",
    # only the inner loop is left
    "r = None\nfor x in a:\n    for y in x:\n        if y:\n            r = y\n            break\nreturn r\n",
    # the name of the round lives on
    "r = None\nfor x in a:\n    if x.b:\n        r = x.c\n        break\nreturn r, x\n",
]
STAYS = [
    # the best so far starts from anything, is something else at first, or is not what is kept
    "r = b\nfor x in a:\n    r = max(r, x.b)\nreturn r\n",
    "r = 0\nfor x in a:\n    r = x.b if r is None else max(r, x.b)\nreturn r\n",
    "r = None\nfor x in a:\n    r = x.c if r is None else max(r, x.b)\nreturn r\n",
    "r = None\nfor x in a:\n    r = x.b if n is None else max(r, x.b)\nreturn r\n",
    "r = 0\nfor x in a:\n    r = max(r, x.b, x.c)\nreturn r\n",
    "r = 0\nfor x in a:\n    r = max(r, x.b + r)\nreturn r\n",
    # the last value of the loop's name is used behind it
    "r = 0\nfor x in a:\n    r += 1\nreturn r, x\n",
    # something else is done too
    "r = []\nfor x in a:\n    log(x)\n    r.append(x)\nreturn r\n",
    # the last one counts, not the first
    "r = None\nfor x in a:\n    if x:\n        r = x\nreturn r\n",
    "r = 0.0\nfor x in a:\n    r += x\nreturn r\n",
    "for x in a:\n    if x:\n        return True\nelse:\n    log(1)\nreturn False\n",
    "r = []\nfor x in a:\n    r.append((yield x))\nreturn r\n",
    # it is no list that was made here
    "for x in a:\n    b.append(x)\nreturn b\n",
    # what is worked out on the way lives on, is asked for by its own choice, or is used twice where
    # nothing gives it a name
    "r = []\nfor x in a:\n    y = x.b\n    r.append(y)\nreturn r, y\n",
    "r = []\nfor x in a:\n    y = x.b\n    if y:\n        y = 0\n    r.append(y)\nreturn r\n",
    "r = []\nfor x in a:\n    y = n(x)\n    r.append((x, y, y))\nreturn r\n",
    # what is added to a list on the way is added to whatever else has it
    "r = []\nfor x in a:\n    y = x.b\n    y += n\n    r.append(y)\nreturn r\n",
    # the last of the largest; what is compared is not what is kept
    "r = None\nfor x in a:\n    if r is None or x.b >= r.b:\n        r = x\nreturn r\n",
    "r = None\nfor x in a:\n    if r is None or x.b > r.b:\n        r = x.c\nreturn r\n",
    "r = 0\nfor x in a:\n    if x.b > r:\n        r = x\nreturn r\n",
    # its size is asked for behind the loop
    "r = m = None\nfor x in a:\n    if r is None or x.b > m:\n        m = x.b\n        r = x\nreturn r, m\n",
    # what was seen is asked for behind the loop
    "r = []\ns = set()\nfor x in a:\n    if x not in s:\n        s.add(x)\n        r.append(x)\nreturn r, s\n",
    # what numbers its rounds has no last
    "r = None\nfor i, x in enumerate(a):\n    if x:\n        r = i\nreturn r\n",
    # an inner break leaves only the inner loop
    "r = False\nfor x in a:\n    for y in x:\n        if y:\n            r = True\n            break\nreturn r\n",
]


# Texts with something between them: each begins with `r = ""`, and what is left is the line.
JOINED = [
    (
        "f = True\nfor x in a:\n    if not f:\n        r += ', '\n    r += x\n    f = False\n",
        "', '.join(a)",
    ),
    (
        "f = True\nfor x in a:\n    if f:\n        f = False\n    else:\n        r = r + ', '\n    r += x.n\n",
        "', '.join(x.n for x in a)",
    ),
    (
        "f = True\nfor x in a:\n    if x != n:\n        if not f:\n            r += '-'\n        r += x\n        f = False\n",
        "'-'.join(x for x in a if x != n)",
    ),
    ("for i, x in enumerate(a):\n    if i > 0:\n        r += ', '\n    r += x\n", "', '.join(a)"),
    ("for i, x in enumerate(a):\n    if i:\n        r += ', '\n    r += x\n", "', '.join(a)"),
    ("for x in a:\n    r += x + ', '\nr = r[:-2]\n", "', '.join(a)"),
]
NOT_JOINED = [
    # the flag is asked for behind the loop, goes down too early, or never
    "f = True\nfor x in a:\n    if not f:\n        r += ', '\n    r += x\n    f = False\ns(f)\n",
    "f = True\nfor x in a:\n    f = False\n    if not f:\n        r += ', '\n    r += x\n",
    "f = True\nfor x in a:\n    if not f:\n        r += ', '\n    r += x\n",
    "f = False\nfor x in a:\n    if not f:\n        r += ', '\n    r += x\n    f = False\n",
    # it is added behind, or what is added asks for it
    "f = True\nfor x in a:\n    r += x\n    if not f:\n        r += ', '\n    f = False\n",
    "f = True\nfor x in a:\n    if not f:\n        r += ', '\n    r += r\n    f = False\n",
    # another place, or one that counts what is left out
    "for i, x in enumerate(a):\n    if i > 1:\n        r += ', '\n    r += x\n",
    "for i, x in enumerate(a, 1):\n    if i > 0:\n        r += ', '\n    r += x\n",
    "for i, x in enumerate(a):\n    if x:\n        if i > 0:\n            r += ', '\n        r += x\n",
    # an empty text does not say that it is the first
    "for x in a:\n    if r:\n        r += ', '\n    r += x\n",
]


def test_texts_with_something_between_them() -> None:
    """Are joined, also behind a heading; the judge agrees."""
    for body, line in JOINED:
        for start in ("''", "'Crew: '") if "[:-2]" not in body else ("''",):
            heading = "" if start == "''" else f"{start} + "
            check(
                "filter-pipeline",
                f"r = {start}\n{body}return r\n",
                f"r = {heading}{line}\nreturn r\n",
            )


@pytest.mark.parametrize("body", NOT_JOINED)
def test_texts_that_are_not_joined(body: str) -> None:
    """Where the first one is not what is told apart."""
    check("filter-pipeline", f"r = ''\n{body}return r\n", "")


@pytest.mark.parametrize(("before", "after"), CASES)
def test_what_changes(before: str, after: str) -> None:
    """A loop that only works something out is that expression."""
    check("filter-pipeline", before, after)


@pytest.mark.parametrize(("before", "after"), FOLDED)
def test_what_is_folded(before: str, after: str) -> None:
    """The judge agrees with what comes out."""
    check("filter-pipeline", before, after)
    texts = ["def f(a, n, s):\n" + textwrap.indent(body, "    ") for body in (before, after)]
    assert verdict(*texts) in (Verdict.PROVED, Verdict.PROVED_UNDER)


def test_what_is_worked_out_in_another_order() -> None:
    """Is seen by the judge."""
    text = "def f(a, n, s):\n    r = []\n    for x in a:\n        y = n(x)\n        r.append(s(x) - y)\n    return r\n"
    whole = look("filter-pipeline", text).sites[0].whole
    assert "[s(x) - (n(x)) for x in a]" in whole or "[s(x) - n(x) for x in a]" in whole
    assert not verdict(text, whole).same


@pytest.mark.parametrize(("before", "after"), KEPT)
def test_what_is_kept(before: str, after: str) -> None:
    """Whatever the judge says of it, it is written like that."""
    head = "def f(a, b, n):\n"
    text = head + textwrap.indent(before, "    ")
    whole = look("filter-pipeline", text).sites[0].whole
    assert textwrap.dedent(whole.removeprefix(head)) == after


@pytest.mark.parametrize(("before", "after"), SHAPES)
def test_shapes(before: str, after: str) -> None:
    """A question about all of them stops where it is answered."""
    head = "def f(a, n, s):\n"
    text = head + textwrap.indent(before, "    ")
    assert look("filter-pipeline", text).sites[0].whole == head + textwrap.indent(after, "    ")


@pytest.mark.parametrize(("before", "after"), SEARCHES)
def test_searches(before: str, after: str) -> None:
    """A loop that looks for the first one that fits is the next one that does."""
    check("filter-pipeline", before, after)


@pytest.mark.parametrize("body", [*STAYS, *NO_SEARCHES])
def test_what_stays(body: str) -> None:
    """Loops that do more, or whose names live on, stay."""
    check("filter-pipeline", body, "")
