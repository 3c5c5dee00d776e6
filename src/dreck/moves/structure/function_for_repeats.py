"""Statements that stand in several places, alike but for a few values, become one function.

Why it is safe: each place calls the function with what it said itself; there the same statements
run at the same moment with these values.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping, Sequence, Set
from dataclasses import replace

from ...logic.bindings import parameters
from ...logic.flow import flow_of
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.repeated import names_of_repeats, names_of_rounds, neutral_names
from ...outline import Function, all_nodes, in_other_words
from ...source.edits import Edit, edited
from ..blocks_out import BlockOut, block_out
from ..handed_in import HandedIn, handed_in, is_text, outside
from ..module_view import ModuleView
from ..other_names import in_words
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..repeats import Repeat, repeats_in
from ..wishes import Wishes

# More results than this are no answer to one question.
_MOST_OUTPUTS = 2


@move
class FunctionForRepeats(ModuleMove):
    """Make one function of statements that stand in several places."""

    name = "function-for-repeats"
    summary = "Statements that stand in several places, but for a few values, become one function."
    safe_because = "Each place calls it with its own values, and there the same statements run."
    since = "0.3"
    EXAMPLES = (
        Example(
            "what is told of each obstacle",
            """
            class Office:
                def admit(self, boat, hour: int):
                    if boat.permit is None:
                        self.refusals.append((boat.name, "no permit"))
                        self.count += 1
                        return False
                    if hour < 6:
                        self.refusals.append((boat.name, "too early"))
                        self.count += 1
                        return False
                    if boat.draught > self.level:
                        reason = f"draws {boat.draught}"
                        self.refusals.append((boat.name, reason))
                        self.count += 1
                        return False
                    self.admitted.append(boat)
                    return True
            """,
            """
            class Office:
                def admit(self, boat, hour: int):
                    if boat.permit is None:
                        return self._note_refusal(boat, "no permit")
                    if hour < 6:
                        return self._note_refusal(boat, "too early")
                    if boat.draught > self.level:
                        reason = f"draws {boat.draught}"
                        return self._note_refusal(boat, reason)
                    self.admitted.append(boat)
                    return True

                def _note_refusal(self, boat, reason):
                    self.refusals.append((boat.name, reason))
                    self.count += 1
                    return False
            """,
            "proved-under",
        ),
    )
    unnamed = "no-name"
    weighed = True
    REFUSALS = {
        "hands-back-a-constant": Refusal(
            "what it would hand back is the same each time, and is better said where it is used",
            """
            def count(boats, errors):
                ok = True
                for boat in boats:
                    if boat.toll is None:
                        errors.append("toll: " + boat.name)
                        errors.sort()
                        ok = False
                    if boat.late:
                        errors.append("late: " + boat.name)
                        errors.sort()
                        ok = False
                return ok
            """,
        ),
        "no-name": Refusal(
            "nothing says what the statements do, or what the values are that differ",
            """
            def f(x, y):
                if y.a:
                    x(y[0], y.a, 1)
                    y(x)
                    x(x)
                else:
                    x(y[1], y.a, 2)
                    y(x)
                    x(x)
            """,
        ),
        "comment-inside": Refusal(
            "a comment inside says something of one of the places",
            """
            def close(gates, log):
                if gates.upper:
                    log.write("closing")
                    gates.close("upper")
                    log.write("closed")
                else:
                    log.write("closing")
                    # the lower one is slow
                    gates.close("lower")
                    log.write("closed")
            """,
        ),
        "stays-in-place": Refusal(
            "it yields, or uses or sets what only this function may",
            """
            def call_out(boats, log):
                if log.open:
                    yield "first"
                    log.write("open")
                    log.flush()
                else:
                    yield "first"
                    log.write("shut")
                    log.flush()
            """,
        ),
        "left-in-several-ways": Refusal(
            "the places go on in different ways behind it, or with too much that it sets",
            """
            def total(boats, lock, log):
                toll = 0
                for boat in boats:
                    toll += boat.toll
                    log.append(boat.name)
                lock.tell(toll)
                toll = 0
                for boat in boats:
                    toll += boat.toll
                    log.append(boat.name)
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for statements that stand there again."""
        flow = flow_of(function.node)
        taken: set[int] = set()
        refused: list[ModuleRefused] = []
        for repeat in repeats_in(view, function.node.body):
            line = repeat.runs[0].line
            nodes = {id(n) for r in repeat.runs for s in r.statements for n in all_nodes(s)}
            if nodes & taken or wishes.line not in (None, line):
                continue
            found = self._found(
                view, repeat, [block_out(view, function, flow, r) for r in repeat.runs], wishes
            )
            if isinstance(found, ModuleSite):
                taken |= nodes
                yield found
            else:
                refused.append(found)
        if not taken:
            yield from refused[:1]

    def _found(
        self, view: ModuleView, repeat: Repeat, made: Sequence[BlockOut | str], wishes: Wishes
    ) -> ModuleSite | ModuleRefused:
        line = repeat.runs[0].line
        plain = [m for m in made if not isinstance(m, str) and not m.yields]
        if len(plain) < len(made):
            return self.leave("stays-in-place", line)
        hard = len(plain[0].ending.caller) > 1 or len(plain[0].outputs) > _MOST_OUTPUTS
        back = [{w: n for n, w in words.items()} for words in repeat.words or [{}] * len(plain)]
        if hard or len({_way_out(m, b) for m, b in zip(plain, back, strict=True)}) > 1:
            return self.leave("left-in-several-ways", line)
        if any(_is_told(plain[0].run.statements, name) for name in plain[0].outputs):
            return self.leave("hands-back-a-constant", line)
        if any(n in view.comments for r in repeat.runs[1:] for n in _lines(r.statements)):
            return self.leave("comment-inside", line)
        return self._site(repeat, plain, wishes)

    def _site(
        self, repeat: Repeat, made: Sequence[BlockOut], wishes: Wishes
    ) -> ModuleSite | ModuleRefused:
        first = made[0]
        home, run = first.home, first.run
        given = handed_in(repeat, home.view)
        taken = home.taken()
        parameters = [*first.inputs, *(given.parameters if given else ())]
        differing = {n for h in repeat.holes for n in all_nodes(h.values[0])}
        others = _neutral_names(repeat, first, {*taken, *(given.parameters if given else ())})
        if others is None:
            return self.leave("no-name", run.line)
        outputs = tuple(others.get(n, n) for n in first.outputs)
        statements = in_other_words(run.statements, others) if others else run.statements
        found = names_of_repeats(
            statements, outputs, parameters, home.function.name, differing=differing
        )
        found += names_of_rounds(statements, outputs) if others else []
        found = [p for p in found if p.name not in taken and home.private(p.name) not in taken]
        wish = wishes.wanted(run.line, [p.name for p in found])
        if wish is not None:
            found = [Proposal(wish, "asked for", Rank.ASKED), *found]
        if given is None or not found:
            return self.leave("no-name", run.line)
        best = found[0]
        name = best.name if best.rank is Rank.ASKED else home.private(best.name)
        edits = _edits(repeat, made, given, name, others)
        places = f"{len(made)} places" if len(made) > 2 else "two places"
        why = f"The same is done in {places}; `{name}` does it for all: {best.reason}."
        return ModuleSite(
            run.line,
            why,
            edited(home.view.text, edits),
            (home.function.name,),
            (home.qualified(name),),
            tuple(found),
            until=run.last_line,
        )


def _lines(statements: Sequence[ast.stmt]) -> range:
    last = statements[-1]
    return range(statements[0].lineno, (last.end_lineno or last.lineno) + 1)


def _way_out(made: BlockOut, back: Mapping[str, str]) -> tuple[object, ...]:
    """How a block is left, to tell whether others are left in the same way.

    Args:
        made: the block.
        back: what the first of them calls the names that it sets.
    """
    ending = made.ending
    outputs = tuple(back.get(n, n) for n in made.outputs)
    told = tuple(in_words(t, back) for t in (*ending.caller, ending.last, *ending.jumps.values()))
    return (made.home.instance, outputs, told, len(ending.caller), ending.hands_last)


def _neutral_names(repeat: Repeat, first: BlockOut, taken: Set[str]) -> dict[str, str] | None:
    """Names that hold for all places, for what each of them calls otherwise; None if there is none.

    Args:
        repeat: the statements.
        first: the first of the blocks.
        taken: names that mean something else in the function.
    """
    used = {n.id for s in first.run.statements for n in all_nodes(s) if isinstance(n, ast.Name)}
    used |= taken
    found: dict[str, str] = {}
    differ = dict.fromkeys(n for words in repeat.words for n in words)
    for name in differ:
        said = [words.get(name, name) for words in repeat.words]
        free = (
            w
            for w in neutral_names(said, is_result=name in first.outputs)
            if w not in used - {name} and w not in found.values()
        )
        neutral = next(free, None)
        if neutral is None:
            return None
        found[name] = neutral
    return {n: w for n, w in found.items() if n != w}


# -- how it is written


def _is_told(statements: Sequence[ast.stmt], name: str) -> bool:
    """Whether statements do nothing with a name but to give it a constant."""
    values = [
        s.value if isinstance(s, ast.Assign) else None
        for s in statements
        if any(isinstance(n, ast.Name) and n.id == name for n in all_nodes(s))
    ]
    return all(isinstance(v, ast.Constant) for v in values)


def _edits(
    repeat: Repeat, made: Sequence[BlockOut], given: HandedIn, name: str, others: Mapping[str, str]
) -> list[Edit]:
    """The edits that make the function and call it in all places.

    Args:
        repeat: the statements, and where they differ.
        made: the blocks.
        given: what the function is given.
        name: what it is called.
        others: what it calls names that only the first of the blocks calls so.
    """
    first = made[0]
    home, view = first.home, first.home.view
    holes = {id(h.values[0]) for h in repeat.holes}
    read = {
        n.id for s in first.run.statements for n in outside(s, holes) if isinstance(n, ast.Name)
    }
    inputs = tuple(n for n in first.inputs if n in read)
    inside = [
        Edit(*view.offsets.span(h.values[0]), text)
        for h, text in zip(repeat.holes, given.texts, strict=True)
    ]
    more = [_declared(n, values, first) for n, values in given.parameters.items()]
    ending = first.ending
    if others:
        jumps = {k: in_words(t, others) for k, t in ending.jumps.items()}
        ending = replace(ending, last=in_words(ending.last, others), jumps=jumps)
        inside += _called_otherwise(first, others)
    alone = replace(first, top=first.run.line, ending=ending)
    signature = [in_words(p, others) for p in home.signature(inputs)]
    definition, kept = alone.definition(name, parameters=[*signature, *more], more=inside)
    edits = [home.insertion(definition, line=first.run.line, kept=kept)]
    for number, block in enumerate(made):
        values = [v[number] for v in given.parameters.values()]
        words = repeat.words[number] if repeat.words else {}
        own = [words.get(n, n) for n in inputs]
        edits.append(_call(block, name, [*own, *(_written(view, v) for v in values)]))
    return edits


def _called_otherwise(made: BlockOut, others: Mapping[str, str]) -> list[Edit]:
    """The edits of a block that call names otherwise; what is handed back at once has no name."""
    gone = made.run.statements[-1] if made.ending.hands_last else None
    targets = {id(t) for t in getattr(gone, "targets", [getattr(gone, "target", None)])}
    return [
        Edit(*made.home.view.offsets.span(n), others[n.id])
        for s in made.run.statements
        for n in all_nodes(s)
        if isinstance(n, ast.Name) and n.id in others and id(n) not in targets
    ]


def _written(view: ModuleView, value: ast.expr) -> str:
    """A value as it is written, a tuple in parentheses."""
    text = view.offsets.source(value)
    return f"({text})" if isinstance(value, ast.Tuple) and not text.startswith("(") else text


def _declared(name: str, values: Sequence[ast.expr], made: BlockOut) -> str:
    """A parameter with what it is declared to be, where its function declares such."""
    declares = any(a.annotation is not None for a in parameters(made.home.function.node))
    return f"{name}: str" if declares and all(map(is_text, values)) else name


def _call(made: BlockOut, name: str, arguments: Sequence[str]) -> Edit:
    """The call in place of one block."""
    view, run = made.home.view, made.run
    start = view.offsets.line_start(run.line)
    end = view.offsets.line_start(run.last_line + 1)
    indent = view.indentation(run.line)
    wait = "await " if made.awaits else ""
    head = f"{wait}{made.home.called(name)}("
    lines = []
    for line in made.ending.caller:
        whole = indent + line.replace("{call}", f"{head}{', '.join(arguments)})")
        if len(whole) <= view.width or "{call}" not in line:
            lines.append(whole)
            continue
        before, after = line.split("{call}")
        lines += [
            f"{indent}{before}{head}",
            f"{indent}{view.indent}{', '.join(arguments)}",
            f"{indent}){after}",
        ]
    ends = view.text[:end].endswith(("\n", "\r"))
    return Edit(start, end, view.newline.join(lines) + (view.newline if ends else ""))
