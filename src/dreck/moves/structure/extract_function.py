"""A block of statements becomes a function, or a method, with a name that says what it does.

Why it is safe: the same statements run at the same moment with the same values: the function
is given every name that the block needs, hands back every name that is read behind it, and where
the block jumped, it returns something on which its caller jumps.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from dataclasses import replace

from ...errors import TargetError
from ...logic.flow import flow_of
from ...naming.block_comments import said_by
from ...naming.blocks import Block, proposals, says
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import words_of
from ...outline import Function, all_nodes
from ...source.edits import edited
from ..block_runs import is_part, run_at, runs_in
from ..blocks_out import BlockOut, Run, block_out
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes


@move
class ExtractFunction(ModuleMove):
    """Pull a block out into a function of its own."""

    name = "extract-function"
    summary = "A block of statements becomes a function or method that says what it does."
    safe_because = (
        "The same statements run at the same moment, with the same values, and where they jumped,"
        " the caller jumps."
    )
    since = "0.2"
    EXAMPLES = (
        Example(
            "a part under a comment, with what it works out",
            """
            def close_up(boats, log):
                # the tolls of the day
                total = 0
                for boat in boats:
                    if boat.exempt:
                        continue
                    total += boat.toll

                log.write("closed")
                if total > 400:
                    log.write("a good day")
                return total
            """,
            """
            def close_up(boats, log):
                total = add_up_tolls_of_day(boats)

                log.write("closed")
                if total > 400:
                    log.write("a good day")
                return total


            def add_up_tolls_of_day(boats):
                total = 0
                for boat in boats:
                    if boat.exempt:
                        continue
                    total += boat.toll
                return total
            """,
        ),
        Example(
            "rounds of a loop that go on early: the method returns",
            """
            class Lock:
                def pass_all(self, boats, log):
                    count = 0
                    for boat in boats:
                        if boat.draught > self.level:
                            log.write(boat.name)
                            continue
                        if boat.permit is None:
                            log.write("no permit")
                            continue
                        self.open_for(boat)
                        count += 1
                    return count
            """,
            """
            class Lock:
                def pass_all(self, boats, log):
                    count = 0
                    for boat in boats:
                        count = self._pass_boat(boat, log, count)
                    return count

                def _pass_boat(self, boat, log, count):
                    if boat.draught > self.level:
                        log.write(boat.name)
                        return count
                    if boat.permit is None:
                        log.write("no permit")
                        return count
                    self.open_for(boat)
                    count += 1
                    return count
            """,
            "proved-under",
        ),
        Example(
            "what is left in the middle of a loop tells its caller",
            """
            def read_board(lines, log):
                for line in lines:
                    # one entry
                    name, _, hour = line.partition(" ")
                    if not hour:
                        continue
                    if name in log:
                        continue

                    log.add(name)
                    log.write(hour)
            """,
            """
            def read_board(lines, log):
                for line in lines:
                    found = read_one_entry(line, log)
                    if found is None:
                        continue
                    name, hour = found

                    log.add(name)
                    log.write(hour)


            def read_one_entry(line, log):
                name, _, hour = line.partition(" ")
                if not hour:
                    return None
                if name in log:
                    return None
                return name, hour
            """,
        ),
    )
    unnamed = "no-name"
    weighed = True
    REFUSALS = {
        "no-name": Refusal(
            "nothing says what the block does; --name LINE=NAME gives it a name",
            """
            def f(x, y):
                x.go()
                for a in y:
                    x(a)
                    a(x)
            """,
        ),
        "yields": Refusal(
            "it yields in an asynchronous generator, which cannot delegate",
            """
            async def call_out(boats, log):
                log.write("start")
                for boat in boats:
                    yield boat.name
                    yield boat.toll
            """,
        ),
        "needs-its-function": Refusal(
            "it uses what only this function or class may",
            """
            class Lock(Gate):
                def fill(self, boats):
                    self.open = False
                    for boat in boats:
                        super().admit(boat)
                        boat.leave()
            """,
        ),
        "may-be-unset": Refusal(
            "a name that it needs may have no value when it starts",
            """
            def tell_last(boats, log):
                for boat in boats:
                    toll = boat.toll
                if log.open:
                    log.write(toll)
                    log.write(boats)
            """,
        ),
        "sets-names-of-others": Refusal(
            "it deletes a name, or sets one that belongs to the module or to a function around",
            """
            def count(boats, log):
                global passed
                for boat in boats:
                    passed += 1
                    boat.leave()
            """,
        ),
        "captured": Refusal(
            "a function that runs later shares a name with it",
            """
            def rise(level, log):
                later = lambda: level
                if log.open:
                    level += 1
                    log.write(level)
                return later(), level
            """,
        ),
        "shares-a-line": Refusal(
            "it shares a line with other code",
            """
            def add_up(boats, log):
                log.write("start"); total = 0
                for boat in boats:
                    total += boat.toll
                return total
            """,
        ),
        "never-ends": Refusal(
            "it always raises, and its call would not show that",
            """
            def turn(boat, log):
                log.write("start")

                log.write(boat.name)
                boat.turn()
                raise Refused(boat)
            """,
        ),
        "several-ways-out": Refusal(
            "it is left in several ways, which one result cannot tell apart",
            """
            def first_late(boats, log):
                for boat in boats:
                    if boat.late:
                        return boat
                log.write("none")
                return None
            """,
        ),
        "may-be-none": Refusal(
            "what it hands back may be None, as it is where the block is left early",
            """
            def first_of(boats, log):
                if not boats:
                    return None
                first = boats[0]

                log.write(first)
                return first
            """,
        ),
        "never-reached": Refusal(
            "nothing ever gets there",
            """
            def rest(boats, log):
                return boats

                log.write(1)
                log.write(2)
                log.write(3)
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for blocks that stand apart."""
        flow = flow_of(function.node)
        for run in self._runs(view, function, wishes):
            made = block_out(view, function, flow, run)
            if not isinstance(made, str):
                yield from self._site(made, wishes)
            elif wishes.asked:
                yield self.leave(made, run.line)

    @staticmethod
    def _runs(view: ModuleView, function: Function, wishes: Wishes) -> Iterator[Run]:
        if wishes.line is not None and wishes.until is not None:
            run = run_at(function, wishes.line, wishes.until)
            if run is None:
                raise TargetError(
                    f"{view.path}:{wishes.line}-{wishes.until}: no whole statements of one block;"
                    " name the first and the last line of such"
                )
            yield run
            return
        yield from (r for r in runs_in(view, function) if wishes.line in (None, r.line))

    def _site(self, made: BlockOut, wishes: Wishes) -> Iterator[ModuleSite | ModuleRefused]:
        home, run = made.home, made.run
        comments = tuple(home.view.comments[line][0] for line in range(made.top, run.line))
        orders = [s.words[0] for s in said_by(comments) if s.is_order]
        if orders and is_part(home.view, run) and not _does(run, orders):
            # What is to be done is only done with the rest, and is told where that stands.
            comments, made = (), replace(made, top=run.line)
        named = _block(made, comments)
        taken = home.taken()
        found = [p for p in proposals(named, taken) if home.private(p.name) not in taken]
        wish = wishes.wanted(run.line, [p.name for p in found])
        if wish is not None:
            found = [Proposal(wish, "asked for", Rank.ASKED), *found]
        if not found:
            if wishes.asked:
                yield self.leave("no-name", run.line)
            return
        best = found[0]
        name = best.name if best.rank is Rank.ASKED else home.private(best.name)
        spoken = bool(comments) and all(says(name, c) for c in comments)
        text = edited(home.view.text, made.edits(name, spoken=spoken))
        why = f"`{name}` says what the block does: {best.reason}."
        yield ModuleSite(
            run.line,
            why,
            text,
            (home.function.name,),
            (home.qualified(name),),
            tuple(found),
            until=run.last_line,
            said=comments if spoken else (),
        )


def _does(run: Run, orders: Sequence[str]) -> bool:
    """Whether some statements call what a comment says is to be done."""
    calls = [n.func for s in run.statements for n in all_nodes(s) if isinstance(n, ast.Call)]
    names = [getattr(f, "attr", getattr(f, "id", "")) for f in calls]
    return any(word in words_of(name) for name in names for word in orders)


def _block(made: BlockOut, comments: tuple[str, ...]) -> Block:
    function, run = made.home.function.node, made.run
    target = case = None
    last = run.suite[-1]
    stop = len(run.suite) - isinstance(last, ast.Continue | ast.Break | ast.Return)
    for node in all_nodes(function):
        if getattr(node, "body", None) is run.suite and not run.start and run.stop >= stop:
            if isinstance(node, ast.For | ast.AsyncFor):
                target = node.target
            elif isinstance(node, ast.If):
                case = node.test
                comments = comments or _comments_above(made, node.lineno)
    return Block(run.statements, made.outputs, comments, function.name, target, case)


def _comments_above(made: BlockOut, line: int) -> tuple[str, ...]:
    comments = made.home.view.comments
    found: list[str] = []
    while comments.get(line - 1, ("", False))[1]:
        line -= 1
        found.insert(0, comments[line][0])
    return tuple(found)
