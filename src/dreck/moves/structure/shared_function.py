"""The same statements in several functions become one function that all of them call.

Why it is safe: each function calls it where the statements stood; there the same statements run at
the same moment with the same names. What the block hands back, and where it leaves its function,
is told by the result, as with any block that becomes a function.
"""

from __future__ import annotations

import ast
import textwrap
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ...logic.flow import blocks_in, flow_of
from ...naming.blocks import Block, proposals
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...outline import Function
from ...source.edits import edited
from ..block_runs import size
from ..blocks_out import BlockOut, Run, block_out
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

# Fewer statements, those inside of others counted, are a turn of phrase.
_LEAST = 4


@move
class SharedFunction(ModuleMove):
    """Make one function of statements that several functions have in common."""

    name = "shared-function"
    summary = "The same statements in several functions become one function that all of them call."
    safe_because = "Each function calls it where the statements stood, with the same names."
    since = "0.3"
    EXAMPLES = (
        Example(
            "the checks that come first",
            """
            def open_gate(lock, number):
                gate = lock.gates.get(number)
                if gate is None:
                    lock.log("no gate %d" % number)
                    return False
                if gate.stuck:
                    lock.log("gate %d is stuck" % number)
                    return False
                gate.open()
                return True


            def shut_gate(lock, number):
                gate = lock.gates.get(number)
                if gate is None:
                    lock.log("no gate %d" % number)
                    return False
                if gate.stuck:
                    lock.log("gate %d is stuck" % number)
                    return False
                gate.shut()
                return True
            """,
            """
            def open_gate(lock, number):
                gate = get_gate(lock, number)
                if gate is None:
                    return False
                gate.open()
                return True


            def get_gate(lock, number):
                gate = lock.gates.get(number)
                if gate is None:
                    lock.log("no gate %d" % number)
                    return None
                if gate.stuck:
                    lock.log("gate %d is stuck" % number)
                    return None
                return gate


            def shut_gate(lock, number):
                gate = get_gate(lock, number)
                if gate is None:
                    return False
                gate.shut()
                return True
            """,
            "proved",
        ),
    )
    unnamed = "no-name"
    weighed = True
    REFUSALS = {
        "no-name": Refusal(
            "the same stands in several functions, but nothing says what it does; --name LINE=NAME"
            " gives it a name",
            """
            def f(x, y):
                if y.a:
                    y(x)
                    x(x)
                    x(y)
                y.b = 1


            def g(x, y):
                if y.a:
                    y(x)
                    x(x)
                    x(y)
                y.c = 1
            """,
        ),
        "left-in-several-ways": Refusal(
            "the same stands in several functions, but they go on behind it in different ways, or"
            " need too much of it",
            """
            def open_gate(lock, number):
                gate = lock.gates.get(number)
                if gate is None:
                    lock.log("no gate %d" % number)
                    return False
                if gate.stuck:
                    lock.log("gate %d is stuck" % number)
                    return False
                return gate


            def count_gate(lock, number):
                gate = lock.gates.get(number)
                if gate is None:
                    lock.log("no gate %d" % number)
                    return False
                if gate.stuck:
                    lock.log("gate %d is stuck" % number)
                    return False
                number += 1
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for statements that functions further down have too, the longest runs first."""
        others = _functions_behind(view, function, wishes)
        if not others or function.around:
            return
        taken: set[int] = set()
        for place in _shared(view, function, others):
            statements = {id(s) for s in place[0].run.statements}
            line = place[0].run.line
            if statements & taken or wishes.line not in (None, line):
                continue
            taken |= statements
            yield self._found(view, place, wishes)

    def _found(
        self, view: ModuleView, places: Sequence[_Place], wishes: Wishes
    ) -> ModuleSite | ModuleRefused:
        made = [block_out(view, p.function, flow_of(p.function.node), p.run) for p in places]
        first = made[0]
        line = places[0].run.line
        if isinstance(first, str) or first.yields:
            return self.leave("left-in-several-ways", line)
        fitting = [m for m in made if not isinstance(m, str) and _is_alike(m, first)]
        if len(fitting) < 2:
            return self.leave("left-in-several-ways", line)
        home = first.home
        taken = frozenset[str]().union(*(m.home.taken() for m in fitting))
        found = _names(first, taken)
        wish = wishes.wanted(line, [p.name for p in found])
        if wish is not None:
            found = [Proposal(wish, "asked for", Rank.ASKED), *found]
        if not found:
            return self.leave("no-name", line)
        best = found[0]
        name = best.name if best.rank is Rank.ASKED else home.private(best.name)
        edits = [e for m in fitting for e in m.edits(name, spoken=False)[: 2 if m is first else 1]]
        *some, last = (m.home.function.name for m in fitting)
        who = f"{', '.join(some)} and {last}"
        why = f"{who} do the same there; `{name}` does it for all: {best.reason}."
        return ModuleSite(
            line,
            why,
            edited(view.text, edits),
            tuple(m.home.function.name for m in fitting),
            (home.qualified(name),),
            tuple(found),
            until=places[0].run.last_line,
        )


def _names(made: BlockOut, taken: frozenset[str]) -> list[Proposal]:
    function = made.home.function.node
    named = Block(made.run.statements, made.outputs, (), function.name)
    return [
        p
        for p in proposals(named, taken)
        if p.rank is not Rank.LITERAL and made.home.private(p.name) not in taken
    ]


@dataclass(frozen=True, slots=True)
class _Place:
    """A run of statements in a function."""

    function: Function
    run: Run


def _functions_behind(view: ModuleView, function: Function, wishes: Wishes) -> list[Function]:
    """The functions further down that may be changed, of the same class if it is a method."""
    owner = view.owners.get(id(function.node))
    return [
        f
        for f in view.functions.values()
        if f.node.lineno > function.node.lineno
        and not f.around
        and view.owners.get(id(f.node)) is owner
        and wishes.may_change(f.name)
    ]


def _shared(
    view: ModuleView, function: Function, others: Sequence[Function]
) -> Iterator[tuple[_Place, ...]]:
    """The runs of a function that others have too, the longest first, with where they stand."""
    known: dict[str, list[tuple[Function, list[ast.stmt], int]]] = {}
    for other in others:
        for suite in blocks_in(other.node.body):
            for index, statement in enumerate(suite):
                known.setdefault(ast.dump(statement), []).append((other, suite, index))
    found = []
    for suite in blocks_in(function.node.body):
        said = [ast.dump(s) for s in suite]
        for start, first in enumerate(said):
            for length in _lengths(suite, said, start, known.get(first, ())):
                run = Run(suite, start, start + length)
                if size(run.statements) < _LEAST or _is_whole(function, run):
                    continue
                places = [_Place(function, run)]
                for other, theirs, index in known[first]:
                    if index + length > len(theirs):
                        continue
                    there = Run(theirs, index, index + length)
                    if _text(view, there) == _text(view, run) and not _is_whole(other, there):
                        places.append(_Place(other, there))
                if len(places) > 1:
                    found.append(tuple(places))
    yield from sorted(found, key=lambda p: -size(p[0].run.statements) * len(p))


def _lengths(
    suite: Sequence[ast.stmt],
    said: Sequence[str],
    start: int,
    places: Sequence[tuple[Function, list[ast.stmt], int]],
) -> set[int]:
    """How far the statements from one on are the same elsewhere."""
    found = set()
    for _, theirs, index in places:
        length = 0
        while (
            start + length < len(suite)
            and index + length < len(theirs)
            and said[start + length] == ast.dump(theirs[index + length])
        ):
            length += 1
        found.add(length)
    return found


def _is_whole(function: Function, run: Run) -> bool:
    """Whether a run is all that a function does."""
    return run.suite is function.node.body and len(run.statements) == len(run.suite)


def _text(view: ModuleView, run: Run) -> str:
    """The text of a run, comments included, without what it is indented by."""
    start = view.offsets.line_start(run.line)
    end = view.offsets.line_start(run.last_line + 1)
    return textwrap.dedent(view.text[start:end]).rstrip()


def _is_alike(made: BlockOut, first: BlockOut) -> bool:
    """Whether a block needs, hands back and is left like another one."""
    return (
        not made.yields
        and made.inputs == first.inputs
        and made.outputs == first.outputs
        and made.home.instance == first.home.instance
        and made.ending.caller == first.ending.caller
        and made.ending.last == first.ending.last
        and list(made.ending.jumps.values()) == list(first.ending.jumps.values())
        and made.ending.hands_last == first.ending.hands_last
        and made.ending.result == first.ending.result
        and [made.home.annotated(n) for n in made.inputs]
        == [first.home.annotated(n) for n in first.inputs]
    )
