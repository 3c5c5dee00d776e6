"""Helpers that stand above those who call them move below the first of them.

Why it is safe: a definition by itself does nothing but bind its name, and nothing between the old
and the new place asks for it; the judge compares the module as an ordered program.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence

from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ..module_view import ModuleView
from ..reach import Reach
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_FUNCTIONS = (ast.FunctionDef, ast.AsyncFunctionDef)


@move
class OrderFunctions(ModuleMove):
    """Put functions in order from the general to the detailed."""

    name = "order-functions"
    summary = "Helpers move below the function that calls them: from the general to the detailed."
    safe_because = (
        "A definition does nothing but bind its name, and nothing on the way asks for it."
    )
    since = "0.3"
    reach = Reach.BESIDE
    on_request = True
    EXAMPLES = (
        Example(
            "two helpers, one of which calls the other",
            """
            # how deep
            def _depth(lock):
                return lock.water - lock.sill


            def _is_deep(lock):
                return _depth(lock) > 180


            def admit(boat, lock):
                return boat.draught < 150 and _is_deep(lock)
            """,
            """
            def admit(boat, lock):
                return boat.draught < 150 and _is_deep(lock)


            def _is_deep(lock):
                return _depth(lock) > 180


            # how deep
            def _depth(lock):
                return lock.water - lock.sill
            """,
        ),
    )
    REFUSALS = {
        "between": Refusal(
            "something between the helper and its caller is no function, or text that belongs to neither",
            """
            def _depth(lock):
                return lock.water - lock.sill


            DEEPEST = 3


            def admit(lock):
                return _depth(lock) > DEEPEST
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """The helpers that stand above a function that is the first to need them; found from the
        first of them, or from the function.
        """
        if function.around or wishes.line not in (None, function.node.lineno):
            return
        owner = view.owners.get(id(function.node))
        body = owner.body if owner is not None else view.tree.body
        here: ast.stmt | None = function.node
        if here not in body:
            return
        if _is_helper(function.node):
            here = _first_user(body, function.node) or here
        at = body.index(here)
        above = [s for s in body[:at] if _is_helper(s) and _first_user(body, s) is here]
        if not above or function.node not in (here, above[0]):
            return
        first = at
        while first and _joined(view, body[first - 1], body[first]):
            first -= 1
        run = body[first : at + 1]
        if any(s not in run for s in above):
            yield self.leave("between", function.node.lineno)
            return
        # What a helper that moves is the first to call moves along, below it.
        moving = _with_theirs(run, body, above)
        kept = [s for s in run if s not in moving]
        order = [*kept, *moving]
        names = ", ".join(f"`{s.name}`" for s in moving if isinstance(s, _FUNCTIONS))
        stands = "stands" if len(moving) == 1 else "stand"
        why = f"{names} {stands} below what calls {'it' if len(moving) == 1 else 'them'}: the general comes before the detailed."
        yield ModuleSite(function.node.lineno, why, _reordered(view, run, order), (function.name,))


def _joined(view: ModuleView, one: ast.stmt, following: ast.stmt) -> bool:
    """Whether two functions stand one after the other with nothing but blank lines between."""
    if not isinstance(one, _FUNCTIONS) or not isinstance(following, _FUNCTIONS):
        return False
    return not view.text[view.end_of(one) : view.start_of(following)].strip()


def _is_helper(statement: ast.stmt) -> bool:
    """Whether a function is for its file or class only."""
    return (
        isinstance(statement, _FUNCTIONS)
        and statement.name.startswith("_")
        and not statement.name.endswith("__")
        and not statement.decorator_list
    )


def _first_user(body: Sequence[ast.stmt], helper: ast.stmt) -> ast.stmt | None:
    """The first other statement that names a helper, if all that do stand below it."""
    assert isinstance(helper, _FUNCTIONS)
    users = [s for s in body if s is not helper and _names(s, helper.name)]
    below = body[body.index(helper) + 1 :]
    if not users or any(u not in below for u in users):
        return None
    if any(_is_helper(u) and _calls(helper, u) for u in users):
        return None  # each needs the other
    # Other helpers that are on their way down do not hold it back.
    plain = [u for u in users if not _is_helper(u) or _first_user(body, u) is None]
    return plain[0] if plain else _first_user(body, users[-1])


def _names(statement: ast.stmt, name: str) -> bool:
    return any(
        isinstance(n, ast.Name) and n.id == name or isinstance(n, ast.Attribute) and n.attr == name
        for n in all_nodes(statement)
    )


def _with_theirs(
    run: Sequence[ast.stmt], body: Sequence[ast.stmt], above: Sequence[ast.stmt]
) -> list[ast.stmt]:
    """Helpers in the order in which they are first called, callers before what they call."""
    caller = run[-1]
    found: list[ast.stmt] = []
    pending = [caller]
    while pending:
        here = pending.pop(0)
        called = [s for s in _in_order(here, above) if s not in found and s is not here]
        found += called
        pending = [*called, *pending]
    # A helper stands below all of those that move and call it.
    done: list[ast.stmt] = []
    while len(done) < len(found):
        ready = [
            s
            for s in found
            if s not in done
            and not any(u not in done and u is not s and _calls(u, s) for u in found)
        ]
        done.append((ready or [s for s in found if s not in done])[0])
    return done


def _calls(statement: ast.stmt, helper: ast.stmt) -> bool:
    assert isinstance(helper, _FUNCTIONS)
    return _names(statement, helper.name)


def _in_order(statement: ast.stmt, helpers: Sequence[ast.stmt]) -> list[ast.stmt]:
    """Helpers in the order in which a function first names them."""
    places: dict[str, tuple[int, int]] = {}
    for node in all_nodes(statement):
        word = node.id if isinstance(node, ast.Name) else getattr(node, "attr", None)
        if word is not None and isinstance(node, ast.expr):
            here = (node.lineno, node.col_offset)
            places[word] = min(places.get(word, here), here)
    named = [s for s in helpers if isinstance(s, _FUNCTIONS) and s.name in places]
    return sorted(named, key=lambda s: places[getattr(s, "name")])


def _reordered(view: ModuleView, run: Sequence[ast.stmt], order: Sequence[ast.stmt]) -> str:
    """The text with the functions of a run in another order, the blank lines where they were."""
    spans = [(view.start_of(s), view.end_of(s)) for s in run]
    texts = {id(s): view.text[a:b] for s, (a, b) in zip(run, spans, strict=True)}
    edits = []
    for (start, end), statement in zip(spans, order, strict=True):
        text = texts[id(statement)]
        if not text.endswith(("\n", "\r")):
            text += view.newline
        edits.append(Edit(start, end, text))
    return edited(view.text, edits)
