"""One function before and after: prove it, and try it where the proof does not reach."""

from __future__ import annotations

import ast
from collections.abc import Callable, Collection
from dataclasses import dataclass, replace
from typing import TypeAlias

from .broken import broken
from .protection import may_let_through, passed_through
from ..world.context import ENDS, Context
from ...outline import Function, all_nodes
from ..world.answering import asks_for_the_very_one
from ..world.around import Names
from ..world.classes import acting_attributes
from ..world.loading import names_around, names_for
from ..ir.graph import Graph
from ..lowering.functions import lower
from ..lowering.expressions import CannotLower
from ..unfolding.forms import FORMS, TOGETHER, Brought, Formed, brought_to
from ..unfolding.lists_from_helpers import lists_from_helpers
from ..unfolding.loops_apart import loops_apart
from ..unfolding.stand_ins import in_source_words
from ..unfolding.quiet_questions import goes_through_plain
from ..walk.patience import MOST_TOGETHER, Patience
from ..walk.prove import Proved, Unproved, prove
from ..world.literals import literals_of
from ..world.quiet import looks_at_itself
from ..world.scope import FunctionNode
from ..world.stopping import is_contradicted

__all__ = [
    "Known",
    "Proved",
    "Surroundings",
    "Unproved",
    "compare",
    "compare_with",
    "lowered",
    "surroundings_of",
]

# What is known of the names around a function, for those who only hand it on.
Known: TypeAlias = Names


@dataclass(frozen=True, slots=True)
class Surroundings:
    """What is known of the names around the functions of one module.

    Attributes:
        names: those around a function that stands in no other.
    """

    names: Names

    def of(self, function: Function) -> Known:
        """What is known around one function."""
        return names_for(function, self.names)


def surroundings_of(tree: ast.Module) -> Surroundings:
    """What can be told of a module for comparing its functions with versions of themselves."""
    return Surroundings(replace(names_around(tree), acting=acting_attributes(tree)))


def lowered(
    before: FunctionNode, after: FunctionNode, contexts: tuple[Context, Context]
) -> tuple[Graph, Graph] | Unproved:
    """The decision graphs of two functions, or what the judge cannot follow in them."""
    form = contexts[0].loop_form
    if form:
        before, after = (f for f, _ in _both_brought_to(form, before, after, contexts[0].names))
    if contexts[0].loops_apart:
        parts = [loops_apart(f, c) for f, c in zip((before, after), contexts, strict=True)]
        before, after = (
            f if p is None else p[0] for f, p in zip((before, after), parts, strict=True)
        )
    try:
        return lower(before, contexts[0]), lower(after, contexts[1])
    except CannotLower as error:
        return Unproved(
            f"the judge does not follow {error.what} (line {error.line})", error.line, error.line
        )


def with_literals(contexts: tuple[Context, Context], names: Names) -> Names:
    """What is known of the names around two functions where they are lowered in one way."""
    if not contexts[0].literals:
        return names
    return replace(names, literals=literals_of(names.declared.trees, names.fixed))


def compare(
    before: FunctionNode,
    after: FunctionNode,
    names: Names,
    *,
    strict: bool = False,
    contexts: tuple[Context, Context] | None = None,
    plainly: bool = False,
    most: int = MOST_TOGETHER,
) -> Proved | Unproved:
    """Try to prove that two functions behave the same; runs nothing.

    Args:
        before, after: the two versions.
        names: what is known of the names around both.
        strict: allow no assumption.
        contexts: what each version may be looked up in; nothing if None.
        plainly: try it as they stand only, and in no other form.
        most: how many steps all walks may take together.
    """
    around = contexts or (Context(names), Context(names))
    return compare_with(before, after, names, around, strict=strict, plainly=plainly, most=most)[0]


def compare_with(
    before: FunctionNode,
    after: FunctionNode,
    names: Names,
    contexts: tuple[Context, Context],
    *,
    strict: bool = False,
    plainly: bool = False,
    most: int = MOST_TOGETHER,
) -> tuple[Proved | Unproved, tuple[Context, Context]]:
    """The same, with the contexts that the proof used: where the plain way fails, others may
    succeed. What can be proved without any assumption rests on none.
    """
    asked = _Asked(before, after, names, contexts, strict, Patience(most))
    try:
        found, used = (_attempt(asked), contexts) if plainly else _compared(asked)
    except Exception as error:  # a failure of the judge is no proof, and must not end the run
        return Unproved(broken(error), before.lineno, after.lineno), contexts
    if isinstance(found, Proved) and found.assumptions:
        # What these rest on stands nowhere else.
        adds = used[0].lets_through or used[0].loops_apart or bool(used[0].loop_form)
        other_way = used is not contexts and not adds
        for ways in (contexts, used) if other_way else (contexts,):
            sure = _attempt(replace(asked, contexts=ways, strict=True))
            if isinstance(sure, Proved):
                return sure, ways
        if used[0].loop_form and not strict:
            surely = _early(replace(asked, strict=True))
            return surely or (found, used)
    return found, used


@dataclass(frozen=True, slots=True)
class _Asked:
    """Two functions, and how they are to be compared.

    Attributes:
        before, after: the functions.
        names: what is known of the names around both.
        contexts: what each may be looked up in.
        strict: whether no assumption is allowed.
        patience: how far all walks may go yet.
    """

    before: FunctionNode
    after: FunctionNode
    names: Names
    contexts: tuple[Context, Context]
    strict: bool
    patience: Patience


def _compared(asked: _Asked) -> tuple[Proved | Unproved, tuple[Context, Context]]:
    before, after, names, contexts = asked.before, asked.after, asked.names, asked.contexts
    found = _attempt(asked)
    if isinstance(found, Proved):
        return found, contexts
    plain = goes_through_plain(before, names) and goes_through_plain(after, names)
    whole = _with_helpers(before, contexts[0]), _with_helpers(after, contexts[1])
    for fits, change in _WAYS:
        if fits is _asks_differently and not plain:
            continue
        if fits is _calls_more_often and any(map(asks_for_the_very_one, names.declared.trees)):
            continue  # what is worked out anew is equal, and another object
        other = change(contexts[0]), change(contexts[1])
        if other != contexts and (fits(before, after) or fits(*whole)):
            second = _attempt(replace(asked, contexts=other))
            if isinstance(second, Proved):
                return second, other
    if not asked.strict and may_let_through(before, after, names):
        for literals in sorted({False, _speaks_of_constants(before, after)}):
            changed = (replace(c, lets_through=True, literals=literals) for c in contexts)
            through = next(changed), next(changed)
            third = _attempt(replace(asked, contexts=through))
            if isinstance(third, Proved):
                rests_on = (*passed_through(before), *third.assumptions)
                return replace(third, assumptions=rests_on), through
    both = zip((before, after), contexts, strict=True)
    chosen = [lists_from_helpers(f, c)[0] for f, c in both] if not (asked.strict or plain) else []
    may_part = plain or (bool(chosen) and all(goes_through_plain(f, names) for f in chosen))
    apart = None if asked.strict or not may_part else _loops_apart(asked)
    early = None if apart is not None else _early(asked)
    return apart or early or (found, contexts)


def _with_helpers(function: FunctionNode, context: Context) -> ast.AST:
    """A function and the helpers that it may call, which are read in the place of calls."""
    found: dict[str, FunctionNode] = {}
    pending: list[ast.AST] = [function]
    while pending:
        for node in all_nodes(pending.pop()):
            word = getattr(node, "attr", None) or getattr(node, "id", None)
            helper = context.helpers.get(word) if isinstance(word, str) else None
            if helper is not None and word not in found and helper is not function:
                found[str(word)] = helper
                pending.append(helper)
    return ast.Module([function, *found.values()], []) if found else function


def _early(asked: _Asked) -> tuple[Proved, tuple[Context, Context]] | None:
    """A proof of two functions whose loops end where nothing is left to do."""
    before, after, names, contexts = asked.before, asked.after, asked.names, asked.contexts
    if ast.dump(before.args) != ast.dump(after.args):
        return None  # what is declared is what the old version declares
    if any(map(looks_at_itself, names.declared.trees)):
        return None  # who looks into frames sees what a function has half done
    changing: list[str] = []
    for form in () if contexts[0].loop_form else (*FORMS, TOGETHER):
        if form is TOGETHER:
            if len(changing) < 2:
                break
            form = TOGETHER.join(changing)
        first, second = _both_brought_to(form, before, after, names)
        brought = first[0], second[0]
        if brought[0] is before and brought[1] is after:
            continue
        changing.append(form)
        if asked.strict and (first[1] or second[1]):
            continue
        ways = replace(contexts[0], loop_form=form), replace(contexts[1], loop_form=form)
        found, used = _compared(replace(asked, before=first[0], after=second[0], contexts=ways))
        if isinstance(found, Proved):
            every = (*first[1], *second[1], *found.assumptions)
            if any(is_contradicted(a, names.declared.trees) for a in every):
                continue
            said = (a.in_other_words(lambda t: in_source_words(t, brought)) for a in every)
            return replace(found, assumptions=tuple(dict.fromkeys(said))), used
    return None


def _both_brought_to(
    form: str, before: FunctionNode, after: FunctionNode, names: Names
) -> tuple[Formed, Formed]:
    """Both versions in a form, and what each of these rests on."""
    old, new = Brought(before, after, names, False), Brought(after, before, names, True)
    return brought_to(form, old), brought_to(form, new)


def _loops_apart(asked: _Asked) -> tuple[Proved, tuple[Context, Context]] | None:
    """A proof of two functions with a loop for each thing that their loops work out."""
    before, after, contexts = asked.before, asked.after, asked.contexts
    parts = [loops_apart(f, c) for f, c in zip((before, after), contexts, strict=True)]
    if contexts[0].loops_apart or parts == [None, None]:
        return None
    rests_on = [a for p in parts if p is not None for a in p[1]]
    first, second = (f if p is None else p[0] for f, p in zip((before, after), parts, strict=True))
    ways = replace(contexts[0], loops_apart=True), replace(contexts[1], loops_apart=True)
    found, used = _compared(replace(asked, before=first, after=second, contexts=ways, strict=False))
    if not isinstance(found, Proved):
        return None
    every = tuple(dict.fromkeys((*rests_on, *found.assumptions)))
    if any(is_contradicted(a, asked.names.declared.trees) for a in every):
        return None
    return replace(found, assumptions=every), used


def _calls_differently(before: ast.AST, after: ast.AST) -> bool:
    """Whether arguments are passed by position here and by name there, or left to their
    defaults.
    """
    calls = [
        [n for n in all_nodes(f) if isinstance(n, ast.Call) and isinstance(n.func, ast.Name)]
        for f in (before, after)
    ]
    shapes = [
        sorted(
            (ast.unparse(c.func), len(c.args), *sorted(k.arg or "" for k in c.keywords))
            for c in found
        )
        for found in calls
    ]
    return shapes[0] != shapes[1] and [s[0] for s in shapes[0]] == [s[0] for s in shapes[1]]


def _goes_through_rows(before: ast.AST, after: ast.AST) -> bool:
    """Whether a loop over rows may stand against statements one by one."""
    counts = [sum(isinstance(n, ast.For) for n in all_nodes(f)) for f in (before, after)]
    return counts[0] != counts[1]


def _matches_differently(before: ast.AST, after: ast.AST) -> bool:
    """Whether a mapping or sequence pattern may stand against questions."""
    counts = [
        sum(isinstance(n, ast.MatchMapping | ast.MatchSequence) for n in all_nodes(f))
        for f in (before, after)
    ]
    return counts[0] != counts[1]


def _builds_differently(before: ast.AST, after: ast.AST) -> bool:
    """Whether a comprehension or a sum may stand against a loop that fills a container or adds
    up.
    """
    comprehensions = (ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)
    counts = [
        sum(isinstance(n, comprehensions) or _calls(n, _OF_ALL) or _joins(n) for n in all_nodes(f))
        for f in (before, after)
    ]
    inside = [
        n
        for f in (before, after)
        for c in all_nodes(f)
        if isinstance(c, comprehensions)
        for n in all_nodes(c)
    ]
    return counts[0] != counts[1] or any(isinstance(n, ast.NamedExpr) for n in inside)


def _joins(node: ast.AST) -> bool:
    """Whether something joins what is given to it by a written text."""
    if not isinstance(node, ast.Call) or not isinstance(node.func, ast.Attribute):
        return False
    return node.func.attr == "join" and isinstance(node.func.value, ast.Constant)


def _chooses_differently(before: ast.AST, after: ast.AST) -> bool:
    """Whether a comprehension may stand against one that asks or says the same in other words."""
    comprehensions = (ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)
    said = [
        sorted(ast.dump(n) for n in all_nodes(f) if isinstance(n, comprehensions))
        for f in (before, after)
    ]
    return said[0] != said[1]


# What works something out of all elements, and what asks some of them.
_OF_ALL = ("max", "min", "fromkeys", "sorted")
_OF_SOME = ("any", "all", "next", "reversed")


def _calls(node: ast.AST, names: Collection[str]) -> bool:
    if not isinstance(node, ast.Call):
        return False
    named = node.func
    name = named.id if isinstance(named, ast.Name) else getattr(named, "attr", "")
    return name in names


def _calls_more_often(before: ast.AST, after: ast.AST) -> bool:
    """Whether one side may ask again what the other one asks once."""
    counts = [sum(isinstance(n, ast.Call) for n in all_nodes(f)) for f in (before, after)]
    return counts[0] != counts[1]


def _measures_differently(before: ast.AST, after: ast.AST) -> bool:
    """Whether the length of a list may stand against a loop that counts."""
    counts = [sum(_calls(n, ("len",)) for n in all_nodes(f)) for f in (before, after)]
    return counts[0] != counts[1]


def _writes_differently(before: ast.AST, after: ast.AST) -> bool:
    """Whether texts are made of values in other ways."""
    counts = [
        (
            sum(isinstance(n, ast.JoinedStr) for n in all_nodes(f)),
            sum(isinstance(n, ast.BinOp) and isinstance(n.op, ast.Mod) for n in all_nodes(f)),
            sum(_calls(n, ("format", "str")) for n in all_nodes(f)),
        )
        for f in (before, after)
    ]
    return counts[0] != counts[1]


def _fills_differently(before: ast.AST, after: ast.AST) -> bool:
    """Whether a list that is written with what it holds may stand against one that is filled."""
    counts = [
        sum(
            isinstance(n, ast.List) and bool(n.elts) and isinstance(n.ctx, ast.Load)
            for n in all_nodes(f)
        )
        for f in (before, after)
    ]
    return counts[0] != counts[1]


def _asks_differently(before: ast.AST, after: ast.AST) -> bool:
    """Whether `any`, `all` or the last of what fits on one side may stand against a loop that goes
    on to its end.
    """
    counts = [sum(_calls(n, _OF_SOME) for n in all_nodes(f)) for f in (before, after)]
    return counts[0] != counts[1]


def _asks_for_ends(before: ast.AST, after: ast.AST) -> bool:
    """Whether one side asks a text for several beginnings or ends at once, the other one by one."""
    counts = [
        sum(isinstance(n, ast.Attribute) and n.attr in ENDS for n in all_nodes(f))
        for f in (before, after)
    ]
    return counts[0] != counts[1]


def _asks_for_types(before: ast.AST, after: ast.AST) -> bool:
    """Whether the very type of an object on one side may stand against its class on the other."""
    counts = [
        sum(isinstance(n, ast.Name) and n.id == "type" for n in all_nodes(f))
        for f in (before, after)
    ]
    return counts[0] != counts[1]


def _speaks_of_constants(before: ast.AST, after: ast.AST) -> bool:
    """Whether both versions speak of names that look like constants of the module."""
    return all(
        any(isinstance(n, ast.Name) and n.id.isupper() for n in all_nodes(f))
        for f in (before, after)
    )


def _attempt(asked: _Asked) -> Proved | Unproved:
    before, after = asked.before, asked.after
    try:
        graphs = lowered(before, after, asked.contexts)
        if isinstance(graphs, Unproved):
            return graphs
        names = with_literals(asked.contexts, asked.names)
        found = prove(*graphs, names, strict=asked.strict, patience=asked.patience)
        return _unless_contradicted(found, asked)
    except RecursionError:
        return Unproved("the function is too deep to compare", before.lineno, after.lineno)
    except Exception as error:  # a failure of the judge is no proof, and must not end the run
        return Unproved(broken(error), before.lineno, after.lineno)


def _unless_contradicted(found: Proved | Unproved, asked: _Asked) -> Proved | Unproved:
    """A proof, if it rests on nothing that the module itself says is not so."""
    if not isinstance(found, Proved):
        return found
    trees = asked.names.declared.trees
    wrong = next((a for a in found.assumptions if is_contradicted(a, trees)), None)
    if wrong is None:
        return found
    why = f"`{wrong.about}` may raise StopIteration, which is another error in a generator"
    return Unproved(why, asked.before.lineno, asked.after.lineno)


# Other ways to lower both functions, and when they are worth a try.
_WAYS: tuple[tuple[Callable[[ast.AST, ast.AST], bool], Callable[[Context], Context]], ...] = (
    (lambda before, after: True, lambda context: context.with_shared()),
    (_matches_differently, lambda context: replace(context, patterns_apart=True)),
    (_builds_differently, lambda context: replace(context, apart=True)),
    (_calls_differently, lambda context: replace(context, bound=True)),
    (_asks_differently, lambda context: replace(context, to_the_end=True)),
    (_asks_for_ends, lambda context: context.with_ends_apart()),
    (_asks_for_types, lambda context: context.with_exact_types()),
    (_goes_through_rows, lambda context: replace(context, rows_apart=True)),
    (_fills_differently, lambda context: replace(context, lists_in_steps=True)),
    (_writes_differently, lambda context: replace(context, texts_alike=True)),
    (
        _writes_differently,
        lambda context: replace(context, texts_alike=True, apart=True, lists_in_steps=True),
    ),
    (_builds_differently, lambda context: replace(context, apart=True, rows_apart=True)),
    (_calls_more_often, lambda context: replace(context, asking=True)),
    (_measures_differently, lambda context: replace(context, apart=True, lengths_apart=True)),
    (_chooses_differently, lambda context: replace(context, apart=True)),
    (_speaks_of_constants, lambda context: replace(context, literals=True)),
)
