"""methods-on-classes: what examples cannot say."""

from __future__ import annotations

import textwrap
from pathlib import Path

import pytest

import dreck

from .harness import look
from .test_all_moves import verdict


def test_work_before_the_chain() -> None:
    """Locals that the arms use are handed in; what stands around the chain stays; empty classes
    open up.
    """
    text = "def fee(v):\n    x = 1\n    if isinstance(v, A):\n        return x\n    if isinstance(v, B):\n        return v.b\n    return 0\n\n\nclass A: ...\n\n\nclass B:\n    b = 3\n"
    (site,) = look("methods-on-classes", text).sites
    assert site.whole == (
        "def fee(v):\n    x = 1\n    if isinstance(v, (A, B)):\n        return v.fee(x)\n    return 0\n\n\n"
        "class A:\n    def fee(self, x):\n        return x\n\n\nclass B:\n    b = 3\n\n    def fee(self, x):\n        return self.b\n"
    )


def test_arms_that_give_nothing_back() -> None:
    """They become methods that are just called; an else stays one."""
    text = "def stop(v, n):\n    if isinstance(v, A):\n        v.wait(n)\n        v.rest()\n    elif isinstance(v, B):\n        v.wait(2)\n    else:\n        n.log(v)\n    n.end()\n\n\nclass A: ...\n\n\nclass B: ...\n"
    (site,) = look("methods-on-classes", text).sites
    assert (
        "    if isinstance(v, (A, B)):\n        v.stop(n)\n    else:\n        n.log(v)\n    n.end()\n"
        in site.whole
    )
    assert (
        "class B:\n    def stop(self, n):\n        self.wait(2)\n" in site.whole
        and verdict(text, site.whole).value == "proved-under"
    )


@pytest.mark.parametrize(
    "chain",
    [
        "if isinstance(v, A):\n        x = y = 1\n    elif isinstance(v, B):\n        x = 2\n    return x, y",  # two names
        "for w in v:\n        if isinstance(w, A):\n            break\n        elif isinstance(w, B):\n            v.b()",
        "if isinstance(v, A):\n        return 1\n    if isinstance(w, B):\n        return 2",  # two subjects
        "if isinstance(v, A):\n        return 1\n    if isinstance(v, int):\n        return 2",  # a class of others
        "if isinstance(v, A):\n        return 1\n    if isinstance(v, A):\n        return 2",
    ],
)
def test_left_alone(chain: str) -> None:
    """What is no chain over classes of the module."""
    assert not look(
        "methods-on-classes", f"def fee(v, w):\n    {chain}\n\n\nclass A: ...\n\n\nclass B: ...\n"
    ).sites


@pytest.mark.parametrize(
    ("body", "fits"),
    [
        ("return 3 * v.a", True),
        ("return 3", True),
        ("v.a()\n        v.b()\n        v.c()\n        return 3", False),
    ],
)
def test_an_arm_for_several_classes(body: str, fits: bool) -> None:
    """Each of them gets it, if it is short."""
    text = f"def fee(v):\n    if isinstance(v, (A, B)):\n        {body}\n    elif isinstance(v, C):\n        return 7\n    return 0\n\n\nclass A: ...\n\n\nclass B: ...\n\n\nclass C: ...\n"
    sites = look("methods-on-classes", text).sites
    assert bool(sites) is fits
    for site in sites:
        assert (
            "    if isinstance(v, (A, B, C)):\n        return v.fee" in site.whole
            and verdict(text, site.whole).value == "proved-under"
        ), site.whole


CLASSES = "\n\n\nclass V:\n    n = 0\n\n\nclass A(V): ...\n\n\nclass B(V): ...\n"
# The body of due(v: V, n: int), then what must stand in the result and what must not.
RESULTS = {
    "set by choices inside of an arm": (
        "if isinstance(v, A):\n    if n:\n        x = 1\n    else:\n        x = 2\nelif isinstance(v, B):\n    x = 3\n    if n:\n        x += 1\nelse:\n    x = n\nreturn x",
        [
            "return v.due(n)",
            "class V:\n    n = 0\n\n    def due(self, n: int):\n        return n\n",
        ],
        ["isinstance", "def due(self, x"],
    ),
    "two names, one of them set before": (
        "x = 1\ny = 'a'\nif isinstance(v, A):\n    x = n\nelif isinstance(v, B):\n    y = 'b'\nreturn x, y",
        ["x, y = v.x_and_y(n)", "return 1, 'a'", "return n, 'a'", "return 1, 'b'"],
        ["x = 1\n", "y = 'a'\n"],
    ),
    "a name that is built on": (
        "x = 1\nif isinstance(v, A):\n    x = x + n\nelif isinstance(v, B):\n    x = 2\nreturn x",
        ["    def due(self, n: int):\n        x = 1\n        x = x + n\n        return x\n"],
        ["def due(self, x"],
    ),
    "what was set before is read before": (
        "x = 1\nn += x\nif isinstance(v, A):\n    x = n\nelif isinstance(v, B):\n    x = 2\nreturn x, n",
        ["    x = 1\n    n += x\n    x = v.due(n)"],
        [],
    ),
    "None has left, and the others raise": (
        "if isinstance(v, A):\n    x, y = n, 1\nelif isinstance(v, B):\n    x = y = 2\nelse:\n    raise LookupError(n)\nreturn x - y",
        ["x, y = v.x_and_y(n)", "raise LookupError(n)"],
        ["isinstance"],
    ),
}


@pytest.mark.parametrize(("body", "wanted", "gone"), RESULTS.values(), ids=RESULTS)
def test_arms_that_set_names(body: str, wanted: list[str], gone: list[str]) -> None:
    """What they set for others is given back; the base class has the arm for all others."""
    text = f"def due(v: V, n: int):\n{textwrap.indent(body, '    ')}{CLASSES}"
    site = look("methods-on-classes", text).sites[0]
    assert all(w in site.whole for w in wanted), site.whole
    assert not any(g in site.whole.partition("class A")[0].partition("class V")[0] for g in gone)
    assert verdict(text, site.whole).value == "proved-under", site.whole


@pytest.mark.parametrize(
    "body",
    [
        "x = n()\nif isinstance(v, A):\n    pass\nelif isinstance(v, B):\n    x = 2\nreturn x",
        "x = 1\nx += n\nif isinstance(v, A):\n    n = 2\nelif isinstance(v, B):\n    x = 2\nreturn x, n",
        "if isinstance(v, A):\n    x = 1\nelif isinstance(v, B):\n    if n:\n        x = 2\nreturn x",
        "for w in n:\n    x = 1\n    if isinstance(v, A):\n        break\n    elif isinstance(v, B):\n        x = 2\nreturn x",
        "x = []\nif isinstance(v, A):\n    x = [1]\nelif isinstance(v, B):\n    n.b()\nreturn x",
    ],
)
def test_results_left_alone(body: str) -> None:
    """What only some arms set, and was not a constant before."""
    text = f"def due(v: V, n):\n{textwrap.indent(body, '    ')}{CLASSES}"
    for site in look("methods-on-classes", text).sites:
        raise AssertionError(site.whole)


def test_none_is_one_of_the_others() -> None:
    """Where nothing has left for None before, the test of the class stays."""
    chain = "if isinstance(v, A):\n        x = 1\n    elif isinstance(v, B):\n        x = 2\n    else:\n        x = 3\n    return x"
    for hint, before, stays in (
        ("V | None", "", True),
        ("V | None", "if n is None:\n        return 0\n    ", True),
        ("V | None", "if v is None:\n        return 0\n    ", False),
        ("'V | None'", "if not v:\n        return 0\n    ", False),
        ("Optional[V]", "if v is None:\n        raise KeyError\n    ", False),
        ("V | A", "if v is None:\n        return 0\n    ", True),
    ):
        text = (
            f"from typing import Optional\n\n\ndef due(v: {hint}, n):\n    {before}{chain}{CLASSES}"
        )
        site = look("methods-on-classes", text).sites[0]
        assert ("isinstance" in site.whole) is stays, site.whole


@pytest.mark.parametrize(
    ("tests", "more", "fits"),
    [
        (("type(v) == A", "type(v) is B"), "", True),
        (("type(v) is A", "isinstance(v, B)"), "", True),
        (("A == type(v)", "type(v) in (B,)"), "", True),
        # one of them lets in what is derived from it, which is no such object
        (("type(v) == A", "type(v) == B"), "\n\n\nclass C(A): ...\n", False),
        # no question for one of some classes
        (("type(v) != A", "type(v) is B"), "", False),
        (("type(v) == A", "type(v.w) is B"), "", False),
    ],
)
def test_the_very_type(tests: tuple[str, str], more: str, fits: bool) -> None:
    """It is asked like a class, where nothing is derived from it."""
    chain = f"    if {tests[0]}:\n        return 1\n    elif {tests[1]}:\n        return 2\n    return 3\n"
    text = f"def due(v: V, n):\n{chain}{CLASSES}{more}"
    sites = look("methods-on-classes", text).sites
    assert bool(sites) is fits
    for site in sites[:1]:
        assert "type(" not in site.whole.partition("class V")[0]
        assert verdict(text, site.whole).value == "proved-under", site.whole


ORDERS = """

class Order:
    def __init__(self, number: int):
        self.number = number


class Lift(Order):
    def __init__(self, number: int, tonnes: int):
        super().__init__(number)
        self.tonnes = tonnes


class Paint(Order): ...


class Gloss(Paint): ...
"""
# Code of a foreman's, then what must stand in the result and what must not; none if it is refused.
WHERE = {
    "in a loop over declared elements, the object handed over": (
        "class Yard:\n    def work(self, orders: list[Order]):\n        for order in orders:\n"
        "            if isinstance(order, Lift):\n                if not self.crane:\n"
        "                    continue\n                self.hours += order.tonnes\n"
        "            elif isinstance(order, Paint):\n                self.hours += 2\n",
        [
            "            order.apply_to(self)\n",
            'def apply_to(self, yard: "Yard"):\n        if not yard.crane:\n            return\n',
        ],
        ["isinstance"],
    ),
    "a loop inside goes on with its own rounds": (
        "def work(orders: list[Order], crane):\n    for order in orders:\n        if isinstance(order, Lift):\n"
        "            for load in crane.loads:\n                if not load:\n                    continue\n"
        "                crane.lift(load)\n            if not crane:\n                continue\n"
        "            crane.rest()\n        elif isinstance(order, Paint):\n            crane.rest()\n",
        [
            "            if not load:\n                continue\n",
            "        if not crane:\n            return\n        crane.rest()\n",
        ],
        ["isinstance"],
    ),
    "what receives is not what is received": (
        "class Yard:\n    def receive(self, order: Order):\n        if isinstance(order, Lift):\n"
        "            self.cranes += 1\n        elif isinstance(order, Paint):\n            self.brushes += 1\n",
        ["order.apply_to(self)", 'def apply_to(self, yard: "Yard"):\n        yard.cranes += 1\n'],
        ["isinstance"],
    ),
    "what is added up": (
        "def hours(orders: list[Order]) -> int:\n    total = 0\n    for order in orders:\n"
        "        if isinstance(order, Lift):\n            slow = order.tonnes * 2\n            total += slow\n"
        "        elif isinstance(order, Paint):\n            total += 3\n    return total\n",
        [
            "        total += order.hours()\n",
            "slow = self.tonnes * 2\n        return slow\n",
            "return 0\n",
        ],
        ["isinstance"],
    ),
    "what is only carried to the return needs no name": (
        "def hours(order: Order) -> int:\n    if isinstance(order, Lift):\n        n = order.tonnes\n"
        "    elif isinstance(order, Paint):\n        n = order.number * 2\n    else:\n        n = 1\n    return n\n",
        ["def hours(order: Order) -> int:\n    return order.hours()\n"],
        ["isinstance", "n = order"],
    ),
    "a number for each class is data": (
        "def hours(orders: list[Order]) -> int:\n    total = 0\n    for order in orders:\n"
        "        if isinstance(order, Lift):\n            total += 5\n"
        "        elif isinstance(order, Paint):\n            total += 3\n    return total\n",
        ["        total += order.hours\n", "    hours = 0\n", "    hours = 5\n"],
        ["isinstance"],
    ),
    "very classes leave what is derived to the others": (
        "def note(order):\n    word = 'plain'\n    if type(order) is Lift:\n        word = 'lift'\n"
        "    elif type(order) is Paint:\n        word = 'paint'\n    return f'{order.number} {word}'\n",
        ["word = order.word\n", "class Gloss(Paint):\n    word = 'plain'\n", "    word = 'lift'\n"],
        ["type(order)"],
    ),
    "a guard that lets only some classes through": (
        "def crew(order: Order, day: int) -> int:\n    if not isinstance(order, (Lift, Paint)):\n        return 0\n"
        "    if isinstance(order, Lift):\n        return day\n    # by hand\n    return day + 2\n",
        [
            "    return order.crew(day)\n",
            "def crew(self, day: int) -> int:\n        # by hand\n        return day + 2\n",
        ],
        ["isinstance"],
    ),
    "an arm for two classes that asks again": (
        "def crew(order: Order, day: int):\n    if isinstance(order, (Lift, Paint)):\n"
        "        if isinstance(order, Lift):\n            return day\n        return day + 2\n    return 0\n",
        ["    return order.crew(day)\n", "def crew(self, day: int):\n        return day + 2\n"],
        ["isinstance"],
    ),
    "a text that is no annotation stays where it is": (
        "def crew(order: 'Order', day: 'the day') -> int:\n    if isinstance(order, Lift):\n        return day\n"
        "    if isinstance(order, Paint):\n        return day + 2\n    return 0\n",
        ["    return order.crew(day)\n", "def crew(self, day) -> int:\n        return day + 2\n"],
        ["isinstance"],
    ),
    "arms that await": (
        "async def work(orders: list[Order], crane):\n    for order in orders:\n"
        "        if isinstance(order, Lift):\n            await crane.lift(order.tonnes)\n"
        "        elif isinstance(order, Paint):\n            crane.rest()\n        crane.next()\n",
        [
            "        await order.work(crane)\n",
            "async def work(self, crane):\n        crane.rest()\n",
        ],
        ["isinstance"],
    ),
    "arms that yield": (
        'def work(orders: list[Order], crane) -> Iterator[str]:\n    """Yields the lines of the log."""\n'
        "    for order in orders:\n        if isinstance(order, Lift):\n            if not crane:\n"
        "                continue\n            yield f'{order.tonnes} lifted'\n"
        "        elif isinstance(order, Paint):\n            crane.rest()\n",
        [
            "        line = order.work(crane)\n        if line is not None:\n            yield line\n",
            "            return None\n        return f'{self.tonnes} lifted'\n",
            "def work(self, crane) -> str | None:\n        crane.rest()\n        return None\n",
        ],
        ["isinstance"],
    ),
    "arms that always yield": (
        "def work(orders: list[Order], crane):\n    for order in orders:\n"
        "        if isinstance(order, Lift):\n            yield crane\n"
        "        elif isinstance(order, Paint):\n            if crane:\n                yield order.number\n"
        "            else:\n                yield None\n"
        "        else:\n            raise LookupError(order.number)\n        crane += 1\n",
        ["        yield order.work(crane)\n        crane += 1\n", "        return crane\n"],
        ["isinstance"],
    ),
    "each gives one of what the function yields": (
        'def hours(orders: list[Order]):\n    """Yield one number for each."""\n    for order in orders:\n'
        "        if isinstance(order, Lift):\n            yield order.tonnes * 2\n"
        "        elif isinstance(order, Paint):\n            yield 3\n"
        "        else:\n            raise LookupError(order.number)\n",
        ["        yield order.hour()\n", "def hour(self):\n        return self.tonnes * 2\n"],
        ["isinstance"],
    ),
    "what is yielded may be None": (
        "def work(orders: list[Order], crane):\n    for order in orders:\n        if isinstance(order, Lift):\n"
        "            yield order.tonnes\n        elif isinstance(order, Paint):\n            crane.rest()\n",
        [],
        [],
    ),
    "more is done after what is yielded": (
        "def work(orders: list[Order], crane):\n    for order in orders:\n        if isinstance(order, Lift):\n"
        "            yield 'lift'\n            crane.rest()\n"
        "        elif isinstance(order, Paint):\n            yield 'paint'\n",
        [],
        [],
    ),
    "what is sent in is used": (
        "def work(orders: list[Order], crane):\n    for order in orders:\n        if isinstance(order, Lift):\n"
        "            crane = yield 'lift'\n        elif isinstance(order, Paint):\n            yield 'paint'\n",
        [],
        [],
    ),
    "the last question is turned round": (
        "def work(order: Order, crane):\n    word = 'rest'\n    if isinstance(order, Lift):\n        word = 'lift'\n"
        "    elif not isinstance(order, Paint):\n        raise LookupError(order.number)\n    crane.note(word)\n",
        [
            "    word = order.word()\n    crane.note(word)\n",
            "class Paint(Order):\n    def word(self):\n        return 'rest'\n",
            "raise LookupError(self.number)\n",
        ],
        ["isinstance"],
    ),
    "what is evident further out": (
        "def work(orders, crane):\n    for order in orders:\n        crane.note(order.number)\n        try:\n            if isinstance(order, Lift):\n"
        "                crane.lift(order.tonnes)\n            elif isinstance(order, Paint):\n"
        "                crane.rest()\n        except LookupError:\n            pass\n",
        ["            order.work(crane)\n        except LookupError"],
        ["isinstance"],
    ),
    "nothing is declared, and nothing evident: the question stays": (
        "class Yard:\n    def receive(self, thing):\n        if isinstance(thing, Lift):\n"
        "            self.cranes += 1\n        elif isinstance(thing, Paint):\n            self.brushes += 1\n",
        ["if isinstance(thing, (Lift, Paint)):\n            thing.apply_to(self)\n"],
        [
            "class Order:\n    def __init__(self, number: int):\n        self.number = number\n\n    def apply_to"
        ],
    ),
    "nothing is declared, but it is called like their base, and all others failed": (
        "class Yard:\n    def receive(self, orders):\n        for order in orders:\n"
        "            if isinstance(order, Lift):\n                self.cranes += 1\n"
        "            elif isinstance(order, Paint):\n                self.brushes += 1\n"
        "            else:\n                raise LookupError(7)\n",
        ["        for order in orders:\n            order.apply_to(self)\n"],
        ["isinstance"],
    ),
    "who calls hands it in, and is promised an error: the question stays": (
        "class Yard:\n    def receive(self, order):\n        if isinstance(order, Lift):\n"
        "            self.cranes += 1\n        elif isinstance(order, Paint):\n            self.brushes += 1\n"
        "        else:\n            raise LookupError(7)\n",
        [
            "if isinstance(order, (Lift, Paint)):\n            order.apply_to(self)\n",
            "raise LookupError(7)",
        ],
        [],
    ),
    "nothing is declared, and others do nothing: the question stays": (
        "class Yard:\n    def receive(self, order):\n        if isinstance(order, Lift):\n"
        "            self.cranes += 1\n        elif isinstance(order, Paint):\n            self.brushes += 1\n",
        ["if isinstance(order, (Lift, Paint)):\n            order.apply_to(self)\n"],
        [],
    ),
    "one leaves the loop": (
        "def first(orders: list[Order], seen: list):\n    for order in orders:\n        if isinstance(order, Lift):\n"
        "            seen.append(1)\n            break\n        elif isinstance(order, Paint):\n            seen.append(2)\n",
        [],
        [],
    ),
    "one goes on before there is more to do": (
        "def first(orders: list[Order], seen: list):\n    for order in orders:\n        if isinstance(order, Lift):\n"
        "            seen.append(1)\n            continue\n        elif isinstance(order, Paint):\n            seen.append(2)\n"
        "        seen.append(3)\n",
        [],
        [],
    ),
    "what is for the object alone": (
        "class Yard:\n    def receive(self, order: Order):\n        if isinstance(order, Lift):\n"
        "            self._cranes += 1\n        elif isinstance(order, Paint):\n            self.brushes += 1\n",
        [],
        [],
    ),
    "a sum that is read on the way": (
        "def hours(orders: list[Order]) -> int:\n    total = 0\n    for order in orders:\n"
        "        if isinstance(order, Lift):\n            total += total + 1\n"
        "        elif isinstance(order, Paint):\n            total += 3\n    return total\n",
        [],
        [],
    ),
    "what is added up is no number": (
        "def hours(orders: list[Order], found):\n    total = found\n    for order in orders:\n"
        "        if isinstance(order, Lift):\n            total += [1]\n"
        "        elif isinstance(order, Paint):\n            total += [3]\n    return total\n",
        [],
        [],
    ),
}


@pytest.mark.parametrize(("code", "there", "gone"), WHERE.values(), ids=WHERE)
def test_where_the_chain_stands(code: str, there: list[str], gone: list[str]) -> None:
    """In loops, in methods, behind guards; what is made is proved, what cannot be is left alone."""
    text = ORDERS.lstrip() + "\n\n" + code
    names = ("Yard.work", "Yard.receive", "work", "hours", "note", "crew", "first")
    subject = next(
        n
        for n in names
        if f"def {n.rpartition('.')[2]}(" in code and ("." in n) is ("class" in code)
    )
    sites = look("methods-on-classes", text, subject=subject).sites
    assert bool(sites) is bool(there)
    for site in sites[:1]:
        assert all(t in site.whole for t in there), site.whole
        assert not any(g in site.whole for g in gone), site.whole
        assert verdict(text, site.whole).value == "proved-under"


BARGES = (
    "class Tug: ...\n\n\nclass Raft: ...\n\n\ndef fee(boat):\n    if isinstance(boat, Tug):\n        return 3\n"
    "    if isinstance(boat, Raft):\n        return boat.tons\n    return 0\n"
)


@pytest.mark.parametrize(
    ("head", "told"), [("from barges import Tug\n", True), ("class Tug: ...\n", False)]
)
def test_who_would_forget_a_new_class(head: str, told: bool, tmp_path: Path) -> None:
    """A function of another file that asks for the class, and not for its own of that name."""
    (tmp_path / "barges.py").write_text(BARGES, encoding="utf-8")
    (tmp_path / "bells.py").write_text(
        f"{head}\n\ndef rings(boat):\n    return isinstance(boat, Tug)\n", encoding="utf-8"
    )
    found = dreck.untangle(tmp_path / "barges.py", only=["methods-on-classes"], run=False)
    (step,) = [s for f in found.functions for s in f.steps]
    assert ("forgotten by rings (Tug)" in step.why) is told


# Arms that add to a text t: what becomes of the first, of the second, and of the call.
WRITTEN = {
    "once each": (
        "if isinstance(v, A):\n        t += 'a' + v.a\n    elif isinstance(v, B):\n        t += 'b'",
        ("return 'a' + self.a", "return 'b'"),
    ),
    "more than once": (
        "if isinstance(v, A):\n        t += 'a'\n        if v.a:\n            t += v.a\n    elif isinstance(v, B):\n        t += 'b'",
        ("t = 'a'\n        if self.a:\n            t += self.a\n        return t", "return 'b'"),
    ),
    "not always": (
        "if isinstance(v, A):\n        if v.a:\n            t += v.a\n    elif isinstance(v, B):\n        v.b()",
        (
            't = ""\n        if self.a:\n            t += self.a\n        return t',
            'self.b()\n        return ""',
        ),
    ),
    "for one of two classes": (
        "if isinstance(v, A) or isinstance(v, C):\n        t += 'a' + v.a\n    elif isinstance(v, B):\n        t += 'b'",
        ("return 'a' + self.a", "return 'b'"),
    ),
}


@pytest.mark.parametrize(("chain", "there"), WRITTEN.values(), ids=WRITTEN)
def test_arms_that_add_to_a_text(chain: str, there: tuple[str, ...]) -> None:
    """They give back what they add, and the caller adds it; the judge agrees."""
    text = (
        f"def show(v):\n    t = 'show '\n    {chain}\n    return t + '.'\n\n\n"
        "class A: ...\n\n\nclass B: ...\n\n\nclass C: ...\n"
    )
    (site,) = look("methods-on-classes", text).sites
    assert all(f"def show(self):\n        {t}\n" in site.whole for t in there), site.whole
    assert "        t += v.show()\n" in site.whole
    assert verdict(text, site.whole).value == "proved-under"


@pytest.mark.parametrize("start", ["t = v.name", "t = []", "t = 'x' * v.n"])
def test_what_is_added_to_may_be_no_text(start: str) -> None:
    """A list would be changed in place; of what comes from elsewhere nobody knows."""
    arms = "if isinstance(v, A):\n        t += 'a'\n        t += v.a\n    elif isinstance(v, B):\n        t += 'b'"
    text = (
        f"def show(v):\n    {start}\n    {arms}\n    return t\n\n\nclass A: ...\n\n\nclass B: ...\n"
    )
    sites = look("methods-on-classes", text).sites
    assert not [s for s in sites if "t += v.show()" in s.whole]


STOPS = "\n\nclass A: ...\n\n\nclass B: ...\n"


@pytest.mark.parametrize(
    ("body", "there"),
    [
        ("k = type(v)\n    if k is A:\n        return 1\n    if k is B:\n        return 2", True),
        (
            "k = type(v)\n    if k is A:\n        return 1\n    if k in (B,):\n        return 2",
            True,
        ),
        ("k = type(v)\n    if k is A:\n        return 1\n    if k is B:\n        return k", False),
        (
            "k = type(w)\n    if k is A:\n        return 1\n    if type(v) is B:\n        return 2",
            False,
        ),
    ],
)
def test_a_type_that_has_a_name(body: str, there: bool) -> None:
    """It goes, where nothing but the chain asks for it."""
    text = f"def f(v, w):\n    {body}\n    raise TypeError(v)\n{STOPS}"
    sites = look("methods-on-classes", text).sites
    assert bool(sites) is there
    for site in sites:
        assert "k = type" not in site.whole and verdict(text, site.whole).value == "proved-under"


@pytest.mark.parametrize(
    ("function", "name"),
    [
        ("def play(v, device)", "play_on"),
        ("def send(v, device)", "send_to"),
        ("def fetch(v, device)", "fetch_from"),
        ("def play(v, device, loud)", ""),
    ],
)
def test_what_somebody_else_does_too(function: str, name: str) -> None:
    """A method that is called like one of what is handed in says on what it is done."""
    verb = function.split("(")[0].removeprefix("def ")
    text = (
        f"{function}:\n    if isinstance(v, A):\n        device.speak(v.text)\n"
        f"    elif isinstance(v, B):\n        device.{verb}(v.path)\n{STOPS}"
    )
    sites = look("methods-on-classes", text).sites
    assert [f"def {name}(self, device):" in s.whole for s in sites] == ([True] if name else [])


def test_arms_that_await() -> None:
    """They become coroutine methods, in a `try` under a manager of somebody else's, too."""
    text = (
        "async def serve(lock, orders, tell):\n    async with lock.guard:\n        for order in orders:\n"
        "            try:\n                if isinstance(order, Fill):\n                    await lock.pump(order.level)\n"
        "                elif isinstance(order, Drain):\n                    got = await lock.drain()\n"
        "                    if got < 1:\n                        raise Stuck(lock.name)\n"
        "                else:\n                    raise Stuck('?')\n            except Stuck as stuck:\n"
        "                tell(str(stuck))\n                break\n\n\n"
        "class Stuck(Exception): ...\n\n\nclass Fill:\n    level = 3\n\n\nclass Drain: ...\n"
    )
    (site,) = look("methods-on-classes", text).sites
    assert "    async def serve(self, lock):\n        await lock.pump(self.level)\n" in site.whole
    assert verdict(text, site.whole).value == "proved-under"
