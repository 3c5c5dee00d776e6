"""A chain of isinstance tests on classes that are not ours becomes a function with a body for each
class.

``functools.singledispatch`` (PEP 443) picks the body. Why it is safe: a class is told before those
it is
derived from, as long as the chain did so too; the function itself stays and only asks the new one,
so that
it can be called as before, also by name.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...logic.bindings import bound_in
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import words_of
from ...outline import Function
from ...source.edits import Edit, edited
from ..alike import visible_locals
from ..on_classes.chains import (
    ClassChain,
    annotated,
    can_move,
    class_chain,
    has_heirs,
    moved_lines,
    taken,
)
from ..imports import is_free, with_import
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_LEAST_ARMS = 3
# Classes that a class is derived from, of those that a chain may name.
_ABOVE = {"bool": ("int",), "datetime": ("date",)}


@move
class SingleDispatch(ModuleMove):
    """Give each class a body of its own, where the classes cannot be changed."""

    name = "single-dispatch"
    summary = "A chain of isinstance tests on foreign classes becomes a function with a body for each class."
    safe_because = "The class of an object picks the arm that the chain picked; all other objects get the rest."
    since = "0.1"
    EXAMPLES = (
        Example(
            "built-in classes",
            """
            def shown(value: object, width: int):
                \"\"\"A value of a form, as text.\"\"\"
                if isinstance(value, bool):
                    return "yes" if value else "no"
                elif isinstance(value, (int, float)):
                    # numbers stand on the right
                    digits = str(value)
                    return digits.rjust(width)
                elif isinstance(value, list):
                    return ", ".join(value)
                return str(value)
            """,
            """
            from functools import singledispatch


            @singledispatch
            def _shown_by_type(value, width: int):
                return str(value)


            @_shown_by_type.register(bool)
            def _shown_bool(value, width: int):
                return "yes" if value else "no"


            @_shown_by_type.register(int)
            @_shown_by_type.register(float)
            def _shown_int(value, width: int):
                # numbers stand on the right
                digits = str(value)
                return digits.rjust(width)


            @_shown_by_type.register(list)
            def _shown_list(value, width: int):
                return ", ".join(value)


            def shown(value: object, width: int):
                \"\"\"A value of a form, as text.\"\"\"
                return _shown_by_type(value, width)
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "never-reached": Refusal(
            "an arm comes behind one for a class that its own is derived from; it is never reached",
            """
            def shown(value):
                if isinstance(value, int):
                    return 1
                if isinstance(value, bool):
                    return 2
                if isinstance(value, str):
                    return 3
                return 4
            """,
        ),
        "few-arms": Refusal(
            "two classes make no function of their own; the chain is easier to read",
            """
            def shown(value):
                if isinstance(value, int):
                    return 1
                if isinstance(value, str):
                    return 3
                return 4
            """,
        ),
        "own-classes": Refusal(
            "the classes are of this file: methods-on-classes lets them answer for themselves",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    return 240
                if isinstance(vessel, Tug):
                    return 180
                if isinstance(vessel, Butty):
                    return 60
                return 20


            class Barge: ...
            class Tug: ...
            class Butty: ...
            """,
        ),
        "cannot-move": Refusal(
            "an arm awaits, yields, defines something, or sets the subject anew",
            """
            def shown(value):
                if isinstance(value, int):
                    value = value + 1
                    return value
                if isinstance(value, list):
                    return 2
                if isinstance(value, str):
                    return 3
                return 4
            """,
        ),
        "name-taken": Refusal(
            "the name that a new function would get is taken; --name LINE=NAME gives another",
            """
            def shown(value):
                if isinstance(value, int):
                    return 1
                if isinstance(value, list):
                    return 2
                if isinstance(value, str):
                    return 3
                return 4


            def _shown_by_type(value): ...
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for a chain that ends a function."""
        body = function.node.body
        if (
            function.around
            or id(function.node) in view.owners
            or isinstance(function.node, ast.AsyncFunctionDef)
        ):
            return
        for index, first in enumerate(body):
            found = class_chain(body, index)
            if found is not None and has_heirs(view.tree, found):
                continue
            if found is None or len(found.arms) < 2 or wishes.line not in (None, first.lineno):
                continue
            reason = _why_not(view, function, found)
            if reason is not None:
                yield self.leave(reason, first.lineno)
                return
            site = _site(view, function, found, wishes)
            yield site or self.leave("name-taken", first.lineno)
            return


def _why_not(view: ModuleView, function: Function, chain: ClassChain) -> str | None:
    owners = [o for a in chain.arms for o in a.owners]
    classes = {s.name for s in view.tree.body if isinstance(s, ast.ClassDef)}
    if set(owners) <= classes:
        return "own-classes"
    if len(chain.arms) < _LEAST_ARMS:
        return "few-arms"
    for position, owner in enumerate(owners):
        if owner in owners[:position] or any(
            above in owners[:position] for above in _ABOVE.get(owner, ())
        ):
            return "never-reached"
    rest = [*chain.otherwise, *chain.rest]
    leaves = not rest or isinstance(rest[-1], ast.Return | ast.Raise)
    fits = (
        can_move(chain, rest)
        and chain.subject in bound_in(function.node)
        and not (chain.otherwise and chain.rest)
    )
    return None if fits and leaves else "cannot-move"


def _site(
    view: ModuleView, function: Function, chain: ClassChain, wishes: Wishes
) -> ModuleSite | None:
    subject, one = chain.subject, view.indent
    rest = [*chain.otherwise, *chain.rest]
    local = visible_locals(function)
    bodies = [*(a.body for a in chain.arms), rest]
    used = list(dict.fromkeys(n for b in bodies for n in taken(b) if n in local and n != subject))
    plain = "_".join(words_of(function.node.name))
    line = chain.first.lineno
    proposed = f"_{plain}_by_type"
    name = wishes.wanted(line, [proposed]) or proposed
    names = [f"_{plain}_{'_'.join(words_of(a.owners[0]))}" for a in chain.arms]
    if (
        {name, *names} & view.words
        or len({name, *names}) <= len(names)
        or not is_free(view, "functools", "singledispatch")
    ):
        return None
    head = f"({', '.join([subject, *(annotated(function, n) for n in used)])}):"
    lines = [
        "@singledispatch",
        f"def {name}{head}",
        *(moved_lines(view, rest, one) or [f"{one}return None"]),
    ]
    for arm, own in zip(chain.arms, names, strict=True):
        marks = [f"@{name}.register({owner})" for owner in arm.owners]
        lines += ["", "", *marks, f"def {own}{head}", *moved_lines(view, arm.body, one)]
    start = view.start_of(view.top_statement(function.node))
    made = Edit(start, start, view.newline.join([*lines, "", "", ""]))
    indent = view.indentation(chain.first.lineno)
    low = view.offsets.line_start(chain.first.lineno)
    last = rest[-1] if rest else chain.last
    high = view.offsets.line_start((last.end_lineno or last.lineno) + 1)
    call = Edit(low, high, f"{indent}return {name}({', '.join([subject, *used])}){view.newline}")
    edits = [*with_import(view, "functools", "singledispatch", made), call]
    proposals = (
        Proposal(name, f"what {function.name} does, by the type of its {subject}", Rank.MEANING),
    )
    why = f"`{name}` has a body for each of {sum(len(a.owners) for a in chain.arms)} classes; another class is a function, not an arm."
    return ModuleSite(
        line, why, edited(view.text, edits), (function.name,), (name, *names), proposals
    )
