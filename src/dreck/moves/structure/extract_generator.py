"""The half of a loop that puts together what the other half works on becomes a generator.

Why it is safe: a generator runs up to its ``yield``, then the round that goes through it runs, then
the generator goes on, so that everything happens in the same order. What the first half keeps from
round to round is nobody else's, and the second half changes nothing that the first one asks for.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...logic.bindings import assigned_in
from ...logic.flow import blocks_in, flow_of, needed
from ...naming.english import lemmas
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import plural, words_of
from ...outline import Function
from ...source.edits import Edit, edited
from ..alike import visible_locals
from ..blocks_out import BlockOut, Ending, Run, has_lines, in_order, top_of
from ..halves import Halves, halves_of
from ..home import Home
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

# Shorter words are letters.
_SHORTEST = 3
# What says nothing of what is put together.
_VAGUE = frozenset(
    "found result value item data part thing out text line entry current buffer pending".split()
)


@move
class ExtractGenerator(ModuleMove):
    """Tell what a loop puts together from what is done with it."""

    name = "extract-generator"
    summary = (
        "The half of a loop that puts together what the other half works on becomes a generator."
    )
    safe_because = (
        "A generator runs up to its yield, then the round runs, then the generator goes on: nothing"
        " changes its place, and neither half asks for what the other one sets."
    )
    since = "0.2"
    unnamed = "no-name"
    EXAMPLES = (
        Example(
            "what is left behind the loop is one more round",
            """
            def post_notices(lines, board):
                notice = []
                for line in lines:
                    if line.strip():
                        notice.append(line)
                        continue
                    if not notice:
                        continue
                    text = " ".join(notice)
                    board.post(text)
                    board.show(text)
                    notice = []
                if notice:
                    text = " ".join(notice)
                    board.post(text)
                    board.show(text)
            """,
            """
            def post_notices(lines, board):
                for notice in notices(lines):
                    text = " ".join(notice)
                    board.post(text)
                    board.show(text)


            def notices(lines):
                notice = []
                for line in lines:
                    if line.strip():
                        notice.append(line)
                        continue
                    if not notice:
                        continue
                    yield notice
                    notice = []
                if notice:
                    yield notice
            """,
            "proved-under",
        ),
        Example(
            "lines that make up a notice",
            """
            def post_notices(lines, board):
                notice = []
                for line in [*lines, ""]:
                    if line.startswith("#"):
                        continue
                    if line.strip():
                        notice.append(line.strip())
                        continue
                    if not notice:
                        continue
                    message = " ".join(notice)
                    notice = []

                    if message.startswith("closed"):
                        board.warn(message)
                    else:
                        board.post(message)
                    board.show()
            """,
            """
            def post_notices(lines, board):
                for message in messages(lines):
                    if message.startswith("closed"):
                        board.warn(message)
                    else:
                        board.post(message)
                    board.show()


            def messages(lines):
                notice = []
                for line in [*lines, ""]:
                    if line.startswith("#"):
                        continue
                    if line.strip():
                        notice.append(line.strip())
                        continue
                    if not notice:
                        continue
                    message = " ".join(notice)
                    notice = []
                    yield message
            """,
            "proved-under",
        ),
        Example(
            "what was put together is handed over, and started again",
            """
            class Reader:
                def read(self, lines):
                    passage = {}
                    for line in lines:
                        key, colon, value = line.partition(":")
                        if colon:
                            passage[key] = value.strip()
                            continue
                        if not passage:
                            continue
                        found = passage
                        passage = {}
                        if "boat" not in found:
                            self.odd += 1
                            continue
                        self.boats.append(found["boat"])
                        self.log.write(found["boat"])
            """,
            """
            class Reader:
                def read(self, lines):
                    for found in passages(lines):
                        if "boat" not in found:
                            self.odd += 1
                            continue
                        self.boats.append(found["boat"])
                        self.log.write(found["boat"])


            def passages(lines):
                passage = {}
                for line in lines:
                    key, colon, value = line.partition(":")
                    if colon:
                        passage[key] = value.strip()
                        continue
                    if not passage:
                        continue
                    yield passage
                    passage = {}
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "no-name": Refusal(
            "nothing says what is handed over; --name LINE=NAME gives it a name",
            """
            def f(x, y):
                a = []
                for b in x:
                    if b.c:
                        a.append(b.c)
                        continue
                    if not a:
                        continue
                    i, j = a, b
                    a = []
                    y(i)
                    y(j)
                    y(i, j)
            """,
        ),
        "sets-what-is-asked": Refusal(
            "what is put together asks for what is done with it",
            """
            def post_notices(lines, board):
                notice = []
                for line in lines:
                    if line.strip():
                        notice.append(line)
                        continue
                    if not notice:
                        continue
                    board.post(notice)
                    board.show()
                    notice = board.rest()
            """,
        ),
        "asked-behind": Refusal(
            "what the loop puts together is asked for behind it",
            """
            def post_notices(lines, board):
                notice = []
                for line in lines:
                    if line.strip():
                        notice.append(line)
                        continue
                    if not notice:
                        continue
                    text = " ".join(notice)
                    notice = []
                    board.post(text)
                    board.count(text)
                    board.show()
                return notice
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for loops of two halves, of which the first keeps something from round to round."""
        if isinstance(function.node, ast.AsyncFunctionDef):
            return
        flow = flow_of(function.node)
        for suite in blocks_in(function.node.body):
            for at, loop in enumerate(suite):
                if isinstance(loop, ast.For) and not loop.orelse and _stands_apart(view, loop):
                    if wishes.line in (None, loop.lineno):
                        yield from self._loop(
                            view, function, halves_of(function.node, flow, suite, at), loop, wishes
                        )

    def _loop(
        self,
        view: ModuleView,
        function: Function,
        halves: Halves | str,
        loop: ast.For,
        wishes: Wishes,
    ) -> Iterator[ModuleSite | ModuleRefused]:
        if isinstance(halves, str):
            if halves in self.REFUSALS:
                yield self.leave(halves, loop.lineno)
            return
        home, given = _home(view, function, halves)
        taken = home.taken()
        found = [p for p in _names(halves) if not {p.name, home.private(p.name)} & taken]
        wish = wishes.wanted(loop.lineno, [p.name for p in found])
        if wish is not None:
            found = [Proposal(wish, "asked for", Rank.ASKED), *found]
        if not found:
            yield self.leave("no-name", loop.lineno)
            return
        best = found[0]
        name = best.name if best.rank is Rank.ASKED else home.private(best.name)
        text = edited(view.text, _edits(home, given, halves, name))
        why = f"`{name}` puts together what each round works on: {best.reason}."
        yield ModuleSite(
            loop.lineno,
            why,
            text,
            (function.name,),
            (home.qualified(name),),
            tuple(found),
            until=loop.end_lineno or loop.lineno,
        )


def _stands_apart(view: ModuleView, loop: ast.For) -> bool:
    """Whether a loop, and each statement of it, has lines of its own."""
    return has_lines(view, loop) and all(has_lines(view, s) for s in loop.body)


def _home(view: ModuleView, function: Function, halves: Halves) -> tuple[Home, tuple[str, ...]]:
    """Where the generator goes, and what it is given."""
    asked = needed(halves.putting_together) & frozenset(visible_locals(function))
    instance = view.instance_of(function)
    if instance not in asked or instance in assigned_in(function.node):
        instance = None
    home = Home(view, function, instance)
    return home, in_order(halves.putting_together, asked - {instance})


def _names(halves: Halves) -> list[Proposal]:
    """What a generator may be called for what it yields, several times over."""
    found = []
    if len(halves.values) == 2:
        first, second = halves.values
        if _says_something(first) or _says_something(second):
            reason = f"it yields `{first}` and `{second}`"
            name = f"{plural(first)}_with_{plural(second)}"
            found.append(Proposal(name, reason, Rank.CONSEQUENCE))
        return found
    handed = halves.loop.body[halves.handed] if halves.handed >= 0 else None
    kept = getattr(getattr(handed, "value", None), "id", "")
    for word in filter(_says_something, (*halves.values, kept)):
        several = plural(word)
        of_several = f"groups_of_{word}" if several == word else several
        reason = f"it yields one `{word}` after the other"
        found += [Proposal(n, reason, Rank.CONSEQUENCE) for n in (of_several, f"gather_{several}")]
    return list({p.name: p for p in found}.values())


def _says_something(name: str) -> bool:
    words = words_of(name)
    if not words or len(words[-1]) < _SHORTEST:
        return False
    return words[-1] not in _VAGUE and bool(lemmas(words[-1], "NOUN"))


def _edits(home: Home, given: tuple[str, ...], halves: Halves, name: str) -> list[Edit]:
    view, loop = home.view, halves.loop
    run = Run(halves.suite, min((*halves.starts, halves.at)), halves.stop)
    top = top_of(view, run)
    out = BlockOut(home, run, given, (), Ending({}, "", ()), top)
    # What starts something else stays with the caller.
    others = [
        Edit(
            view.offsets.line_start(s.lineno), view.offsets.line_start((s.end_lineno or 0) + 1), ""
        )
        for i, s in enumerate(halves.suite[run.start : halves.at], run.start)
        if i not in halves.starts
    ]
    stays = "".join(view.text[e.start : e.end] for e in others)
    values = ", ".join(halves.values)
    below = loop.body[halves.cut : halves.end]
    behind = (loop.body[halves.cut - 1].end_lineno or 0) + 1
    line, last = behind, below[-1].end_lineno or 0
    while not view.offsets.line(line).strip():
        line += 1
    start, end = view.offsets.line_start(line), view.offsets.line_start(last + 1)
    inner = view.indentation(below[0].lineno)
    yielded = f"{inner}yield {values}{view.newline}" if halves.handed < 0 else ""
    more = [*others, Edit(view.offsets.line_start(behind), end, yielded)]
    if halves.handed >= 0:
        kept = loop.body[halves.handed]
        assert isinstance(kept, ast.Assign)
        more.append(Edit(*view.offsets.span(kept), f"yield {ast.unparse(kept.value)}"))
    call = f"{home.called(name)}({', '.join(given)})"
    head = f"{view.indentation(loop.lineno)}for {values} in {call}:{view.newline}"
    stop = view.offsets.line_start(run.last_line + 1)
    edits = [Edit(view.offsets.line_start(top), start, stays + head)]
    if halves.rest is not None:
        body = halves.rest.body
        within = view.offsets.line_start(body[0].lineno)
        indent = view.indentation(body[0].lineno)
        more.append(Edit(within, stop, f"{indent}yield {values}{view.newline}"))
    if end < stop:
        edits.append(Edit(end, stop, ""))
    definition, kept_lines = out.definition(name, more=more)
    return [*edits, home.insertion(definition, line=loop.lineno, kept=kept_lines)]
