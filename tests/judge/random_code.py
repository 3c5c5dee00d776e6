"""Random functions, and random small changes of them, for properties that must always hold."""

from __future__ import annotations

import ast
import copy
import itertools
import random
from collections.abc import Callable, Iterable
from typing import Any

from dreck.judge.faults.planted import planted_faults

PARAMETERS = "a: int, b: int, flag: bool, xs, u, log, gate"
NAMES = ("a", "b", "c", "d")
INPUTS = tuple(
    itertools.product((0, 1, 4), (-1, 1, 3), (True, False), ((), (2,), (0, 5, 3)), (0, "x", None))
)


class Writer:
    """Writes one random function; the same chance writes the same function."""

    def __init__(self, chance: random.Random) -> None:
        self.chance = chance

    def function(self) -> str:
        """The text of a function ``f``."""
        lines = self.block(3, False)
        return f"def f({PARAMETERS}):\n" + "".join(f"    {line}\n" for line in lines)

    def block(self, depth: int, in_loop: bool) -> list[str]:
        """Some statements, as lines."""
        return [
            line
            for _ in range(self.chance.randint(1, 3))
            for line in self.statement(depth, in_loop)
        ]

    def statement(self, depth: int, in_loop: bool) -> list[str]:
        """One statement; deeper ones only while depth lasts."""
        simple = [self.assignment, self.effect, self.effect, self.assignment]
        roll = self.chance.random()
        if roll < 0.12:
            return [self.exit(in_loop)]
        if depth == 0 or roll < 0.5:
            return [self.chance.choice(simple)()]
        kinds = [
            self.choice,
            self.choice,
            self.choice,
            self.loop,
            self.protection,
            self.manager,
            self.match,
        ]
        return self.chance.choice(kinds)(depth - 1, in_loop)

    def manager(self, depth: int, in_loop: bool) -> list[str]:
        return [
            self.chance.choice(["with gate:", "with gate as c:", "with gate, gate:"]),
            *_inside(self.block(depth, in_loop)),
        ]

    def match(self, depth: int, in_loop: bool) -> list[str]:
        lines = [f"match {self.chance.choice('abcu')}:"]
        for pattern in self.chance.sample(
            ["0", "1 | 4", "None", "'x'", "int()", "-1 if flag", "str() | None"], 2
        ):
            lines += [f"    case {pattern}:", *_inside(_inside(self.block(depth, in_loop)))]
        last = self.chance.choice(["_", "d", ""])
        return lines + (
            [f"    case {last}:", *_inside(_inside(self.block(0, in_loop)))] if last else []
        )

    def assignment(self) -> str:
        operator = self.chance.choice(["=", "=", "="])
        return f"{self.chance.choice(NAMES)} {operator} {self.expression()}"

    def effect(self) -> str:
        return f"log({self.expression()})"

    def exit(self, in_loop: bool) -> str:
        ways = ["return", f"return {self.expression()}", f"raise ValueError({self.expression()})"]
        return self.chance.choice([*ways, "break", "continue"] if in_loop else ways)

    def choice(self, depth: int, in_loop: bool) -> list[str]:
        lines = [f"if {self.condition()}:", *_inside(self.block(depth, in_loop))]
        if self.chance.random() < 0.3:
            lines += [f"elif {self.condition()}:", *_inside(self.block(depth, in_loop))]
        if self.chance.random() < 0.6:
            lines += ["else:", *_inside(self.block(depth, in_loop))]
        return lines

    def loop(self, depth: int, in_loop: bool) -> list[str]:
        head = self.chance.choice(["for c in xs:", "for d in xs:", "for c in range(3):"])
        lines = [head, *_inside(self.block(depth, True))]
        return lines + (
            ["else:", *_inside(self.block(depth, in_loop))] if self.chance.random() < 0.3 else []
        )

    def protection(self, depth: int, in_loop: bool) -> list[str]:
        lines = ["try:", *_inside(self.block(depth, in_loop))]
        if self.chance.random() < 0.7:
            error = self.chance.choice(
                ["except ValueError:", "except (ValueError, NameError):", "except TypeError as c:"]
            )
            lines += [error, *_inside(self.block(depth, in_loop))]
            lines += (
                ["else:", *_inside(self.block(depth, in_loop))]
                if self.chance.random() < 0.3
                else []
            )
        if (
            lines[-1].startswith("try")
            or self.chance.random() < 0.4
            or not any(x.startswith("except") for x in lines)
        ):
            lines += ["finally:", *_inside(self.block(0, False))]
        return lines

    def condition(self) -> str:
        kinds: list[Callable[[], str]] = [
            lambda: f"{self.operand()} {self.chance.choice(['<', '<=', '>', '>=', '==', '!='])} {self.operand()}",
            lambda: f"{self.chance.choice(NAMES)} {self.chance.choice(['<', '>=', '=='])} {self.chance.randint(0, 3)}",
            lambda: self.chance.choice(
                ["flag", "not flag", "u", "u is None", "u is not None", "xs", "not u"]
            ),
            lambda: f"({self.condition()}) {self.chance.choice(['and', 'or'])} ({self.condition()})",
            lambda: f"not ({self.condition()})",
            lambda: f"{self.chance.randint(0, 2)} < {self.operand()} <= {self.operand()}",
        ]
        return self.chance.choices(kinds, weights=(4, 4, 4, 2, 1, 1))[0]()

    def operand(self) -> str:
        return self.chance.choice([*NAMES, "a", "b", str(self.chance.randint(-1, 4))])

    def expression(self) -> str:
        kinds: list[Callable[[], str]] = [
            self.operand,
            lambda: f"{self.operand()} {self.chance.choice('+-*')} {self.operand()}",
            self.condition,
            lambda: f"({self.operand()} if {self.condition()} else {self.operand()})",
            lambda: f"[c for c in xs if c < {self.operand()}]",
            lambda: self.chance.choice(["None", "True", "1", "'x'", "u", "(a, b)"]),
        ]
        return self.chance.choices(kinds, weights=(5, 3, 2, 1, 1, 2))[0]()


class KindWriter(Writer):
    """Writes functions that ask an object for its kind and change it; no question of theirs can
    raise.
    """

    def effect(self) -> str:
        return self.chance.choice(
            [
                "gate.depth = gate.depth + 1",
                "gate.depth = gate.depth - a",
                "gate.worn = True",
                "gate.kind = 'pond'",
                "gate.worn = gate.depth > 1",
                "log(gate.kind)",
                f"log({self.condition()})",
                "gate.depth = 0",
            ]
        )

    def assignment(self) -> str:
        return self.chance.choice(
            [f"a = {self.operand()}", "b = a + 1", "flag = not flag", self.effect(), self.effect()]
        )

    def statement(self, depth: int, in_loop: bool) -> list[str]:
        if depth == 0 or self.chance.random() < 0.45:
            return [
                self.chance.choice(
                    [self.effect, self.effect, self.assignment, lambda: self.exit(in_loop)]
                )()
            ]
        return self.chance.choice([self.choice] * 5 + [self.loop])(depth - 1, in_loop)

    def condition(self) -> str:
        kind = self.chance.choice(["'weir'", "'basin'", "'pond'"])
        plain = [
            f"gate.kind == {kind}",
            f"gate.kind != {kind}",
            "gate.kind not in ('weir', 'pond')",
            "gate.depth > 1",
            "gate.depth < a",
            "flag",
            "not gate.worn",
            "a < b",
        ]
        roll = self.chance.random()
        if roll < 0.25:
            return f"({self.condition()}) {self.chance.choice(['and', 'or'])} ({self.condition()})"
        return (
            f"not ({self.condition()})"
            if roll < 0.3
            else self.chance.choice([plain[0], plain[1], *plain])
        )

    def operand(self) -> str:
        return self.chance.choice(["a", "b", "gate.depth", str(self.chance.randint(0, 3))])

    def expression(self) -> str:
        return self.chance.choice([self.operand, self.condition, lambda: "gate.kind"])()


def _inside(lines: list[str]) -> list[str]:
    return [f"    {line}" for line in lines]


def damaged(text: str, chance: random.Random) -> str:
    """The function with one small change, which may or may not matter."""
    faults = planted_faults(text, "f")
    if faults and chance.random() < 0.6:
        return ast.unparse(chance.choice(faults).tree)
    tree = ast.parse(text)
    blocks = [
        getattr(n, f)
        for n in ast.walk(tree)
        for f in ("body", "orelse", "finalbody")
        if getattr(n, f, None)
    ]
    block = chance.choice([b for b in blocks if isinstance(b, list) and b is not tree.body])
    position = chance.randrange(len(block))
    if len(block) > 1 and chance.random() < 0.5:
        other = chance.randrange(len(block))
        block[position], block[other] = block[other], block[position]
    elif chance.random() < 0.5:
        block.insert(chance.randrange(len(block) + 1), copy.deepcopy(block[position]))
    else:
        block[position] = ast.Pass()
    return ast.unparse(ast.fix_missing_locations(tree))


def outcomes(text: str) -> list[Any] | None:
    """What the function does on all inputs; None if it does not compile."""
    names: dict[str, Any] = {}
    try:
        exec(compile(text, "f.py", "exec"), names)
    except SyntaxError:
        return None
    return [_outcome(names["f"], row) for row in INPUTS]


def outcomes_of(
    function: Callable[..., Any], rows: Iterable[tuple[Any, ...]] = INPUTS
) -> list[Any]:
    """What any callable with these parameters does on inputs."""
    return [_outcome(function, row) for row in rows]


def _outcome(function: Callable[..., Any], row: tuple[Any, ...]) -> Any:
    log: list[str] = []

    def note(value: object) -> None:
        log.append(repr(value))
        if len(log) > 30:
            raise MemoryError
        if len(log) == 3 and row[0] == 4:
            raise ValueError("logged enough")

    class Gate:
        kind = ("weir", "basin", "pond", "sluice")[(row[1] + row[0]) % 4]
        depth = row[0]
        worn = row[2]

        def __enter__(self) -> int:
            note("enter")
            return 7

        def __exit__(self, *error: object) -> bool:
            note(error[0])
            return isinstance(error[1], ValueError) and bool(row[2])

    gate = Gate()
    try:
        return "returned", repr(function(*row, note, gate)), log, vars(gate)
    except Exception as error:
        return type(error).__name__, repr(error.args), log, vars(gate)


def with_helper(text: str, chance: random.Random) -> str | None:
    """The function with one of its conditions moved to a helper, usually right; None if there is
    none.
    """
    tree = ast.parse(text)
    function = tree.body[0]
    assert isinstance(function, ast.FunctionDef)
    tests = [n for n in ast.walk(function) if isinstance(n, ast.If | ast.IfExp)]
    if not tests:
        return None
    where = chance.choice(tests)
    names = list(dict.fromkeys(n.id for n in ast.walk(where.test) if isinstance(n, ast.Name)))
    arguments = list(names)
    if chance.random() < 0.2:
        chance.shuffle(arguments)
    form = chance.choice(
        [
            "    return {0}\n",
            "    if not ({0}):\n        return False\n    return {0}\n",
            "    if {0}:\n        return 1\n    return []\n",
        ]
    )
    if chance.random() < 0.4:
        inner = ast.parse(
            f"def helper({', '.join(names[1:])}):\n{form.format(ast.unparse(where.test))}"
        ).body[0]
        function.body.insert(0, inner)
        where.test = ast.parse(f"helper({', '.join(arguments[1:])})", mode="eval").body
        return ast.unparse(ast.fix_missing_locations(tree))
    helper = f"def helper({', '.join(names)}):\n{form.format(ast.unparse(where.test))}"
    where.test = ast.parse(f"helper({', '.join(arguments)})", mode="eval").body
    return f"{ast.unparse(ast.fix_missing_locations(tree))}\n{helper}"


def collecting(chance: random.Random) -> tuple[str, str]:
    """A function that collects in a loop, and one with a comprehension in its place, often
    wrong.
    """
    writer = Writer(chance)
    condition, element, before, after = (
        writer.condition(),
        writer.expression(),
        writer.block(1, False),
        writer.block(1, False),
    )
    loop = ["for d in xs:", f"    if {condition}:", f"        found.append({element})"]
    wrong = chance.random()
    if wrong < 0.15:
        condition = writer.condition()
    elif wrong < 0.3:
        element = writer.expression()
    comprehension = [f"found = [{element} for d in xs if {condition}]"]
    ends = [
        f"log({writer.operand()})",
        chance.choice(["log(found)", "return found", "return (found, a)"]),
    ]
    first = (
        ["found = []", *before, *loop]
        if wrong < 0.9
        else ["found = []", *before, "log(found)", *loop]
    )
    texts = ([*first, *after, *ends], [*before, *comprehension, *after, *ends])
    return tuple(f"def f({PARAMETERS}):\n" + "".join(f"    {x}\n" for x in lines) for lines in texts)  # type: ignore[return-value]
