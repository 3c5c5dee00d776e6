"""A chain of isinstance tests becomes a method on each class, and a call.

Why it is safe: each class gets the arm that was for it, with the object as ``self``; the arm for
all other
objects stays where it was. That no class elsewhere has a method of that name is listed.
"""

from __future__ import annotations

import ast
import builtins
from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path

from ...logic.bindings import assigned_in, bound_in, parameters
from ...logic.flow import needed
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...outline import Function
from ...source.edits import Edit, edited
from ..alignment import is_value
from ..alike import visible_locals
from ..arm_results import Results, body_giving, results_of
from ..class_chains import (
    ClassArm,
    ClassChain,
    annotated,
    can_move,
    class_chain,
    has_heirs,
    moved_lines,
    taken,
)
from ..class_bodies import into_class
from ..imports import imports_of
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_LEAST_CLASSES = 2
# Lines of an arm that several classes may each get.
_MOST_REPEATED = 3


@move
class MethodsOnClasses(ModuleMove):
    """Put the arms of a switch on classes into the classes."""

    name = "methods-on-classes"
    summary = "A chain of isinstance tests becomes a method on each class, and a call."
    safe_because = "Each class gets its own arm; the arm for all other objects stays where it was."
    since = "0.1"
    EXAMPLES = (
        Example(
            "two classes, and others",
            """
            def fee(vessel, nights: int):
                if isinstance(vessel, Barge):
                    # by its cargo
                    pence = 3 * vessel.cargo
                    return 240 + pence * nights
                elif isinstance(vessel, Tug):
                    return 180 + vessel.power
                else:
                    return 60 * nights


            class Barge:
                pass


            class Tug:
                def __init__(self, power):
                    self.power = power
            """,
            """
            def fee(vessel, nights: int):
                if isinstance(vessel, (Barge, Tug)):
                    return vessel.fee(nights)
                return 60 * nights


            class Barge:
                def fee(self, nights: int):
                    # by its cargo
                    pence = 3 * self.cargo
                    return 240 + pence * nights


            class Tug:
                def __init__(self, power):
                    self.power = power

                def fee(self, nights: int):
                    return 180 + self.power
            """,
            "proved-under",
        ),
        Example(
            "arms that are constants",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    return 240
                if isinstance(vessel, Tug):
                    return 180  # by order of the office
                return 60


            class Barge:
                \"\"\"A boat for cargo.\"\"\"

                def load(self): ...


            class Tug:
                def tow(self): ...
            """,
            """
            def fee(vessel):
                if isinstance(vessel, (Barge, Tug)):
                    return vessel.fee
                return 60


            class Barge:
                \"\"\"A boat for cargo.\"\"\"

                fee = 240

                def load(self): ...


            class Tug:
                fee = 180  # by order of the office

                def tow(self): ...
            """,
            "proved-under",
        ),
        Example(
            "arms that set a name",
            """
            def bill(vessel, nights: int):
                if isinstance(vessel, Barge):
                    base = 3 * vessel.cargo
                    pence = base + nights
                elif isinstance(vessel, Tug):
                    pence = 180
                else:
                    pence = 60
                return pence * nights


            class Barge:
                pass


            class Tug:
                pass
            """,
            """
            def bill(vessel, nights: int):
                if isinstance(vessel, (Barge, Tug)):
                    pence = vessel.pence(nights)
                else:
                    pence = 60
                return pence * nights


            class Barge:
                def pence(self, nights: int):
                    base = 3 * self.cargo
                    return base + nights


            class Tug:
                def pence(self, nights: int):
                    return 180
            """,
            "proved-under",
        ),
        Example(
            "a class that has no such attribute gets the neutral one",
            """
            def crew(vessel):
                if isinstance(vessel, Barge):
                    return vessel.hands
                elif isinstance(vessel, Tug):
                    return vessel.hands
                elif isinstance(vessel, Raft):
                    return 0
                raise LookupError(vessel)


            class Barge:
                def __init__(self, hands):
                    self.hands = hands


            class Tug:
                hands = 3


            class Raft:
                pass
            """,
            """
            def crew(vessel):
                if isinstance(vessel, (Barge, Tug, Raft)):
                    return vessel.hands
                raise LookupError(vessel)


            class Barge:
                def __init__(self, hands):
                    self.hands = hands


            class Tug:
                hands = 3


            class Raft:
                hands = 0
            """,
            "proved-under",
        ),
        Example(
            "what is annotated as their base class needs no test",
            """
            def fee(vessel: "Vessel", nights: int):
                if isinstance(vessel, Barge):
                    return 240 * nights
                elif isinstance(vessel, Tug):
                    return 180
                raise LookupError(vessel.name)


            class Vessel:
                def __init__(self, name):
                    self.name = name


            class Barge(Vessel): ...


            class Tug(Vessel):
                pass
            """,
            """
            def fee(vessel: "Vessel", nights: int):
                return vessel.fee(nights)


            class Vessel:
                def __init__(self, name):
                    self.name = name

                def fee(self, nights: int):
                    raise LookupError(self.name)


            class Barge(Vessel):
                def fee(self, nights: int):
                    return 240 * nights


            class Tug(Vessel):
                def fee(self, nights: int):
                    return 180
            """,
            "proved-under",
        ),
        Example(
            "arms that set several names, one of which was set before",
            """
            def due(vessel: "Vessel | None", day: int):
                if vessel is None:
                    return 0
                extra = 0
                if isinstance(vessel, Barge):
                    base = 10
                    extra = day
                elif isinstance(vessel, Tug):
                    base = 20
                else:
                    raise LookupError(vessel)
                return base + 2 * extra


            class Vessel: ...


            class Barge(Vessel): ...


            class Tug(Vessel): ...
            """,
            """
            def due(vessel: "Vessel | None", day: int):
                if vessel is None:
                    return 0
                base, extra = vessel.base_and_extra(day)
                return base + 2 * extra


            class Vessel:
                def base_and_extra(self, day: int):
                    raise LookupError(self)


            class Barge(Vessel):
                def base_and_extra(self, day: int):
                    return 10, day


            class Tug(Vessel):
                def base_and_extra(self, day: int):
                    return 20, 0
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "never-reached": Refusal(
            "a class is asked for behind one that it is derived from, so its arm is never reached; that may be a mistake",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    return 240
                if isinstance(vessel, Icebreaker):
                    return 0
                return 60


            class Barge: ...
            class Icebreaker(Barge): ...
            """,
        ),
        "name-taken": Refusal(
            "something of these classes is called like the method already; --name LINE=NAME gives another name",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    return 240
                if isinstance(vessel, Tug):
                    return vessel.fee + 20
                return 60


            class Barge: ...
            class Tug: ...
            """,
        ),
        "cannot-move": Refusal(
            "an arm awaits, yields, defines something, sets the subject anew, or needs names that its class's file lacks",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    vessel = vessel.tow
                    return vessel
                if isinstance(vessel, Tug):
                    return 180
                return 60


            class Barge: ...
            class Tug: ...
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for a chain over classes of this module at the start of a function or behind other
        work.
        """
        body = function.node.body
        if function.around or id(function.node) in view.owners:
            return
        for index, first in enumerate(body):
            found = _own_chain(view, class_chain(body, index, leaving=False))
            if found is None or wishes.line not in (None, first.lineno):
                continue
            chain, homes = found
            bodies = [
                *(a.body for a in chain.arms),
                *([chain.otherwise] if chain.otherwise else []),
            ]
            results = results_of(function, body, index, bodies)
            reason = _why_not(view, function, chain, homes, results)
            if reason is not None or results is None:
                yield self.leave(reason or "cannot-move", first.lineno)
                return
            attribute = _neutral_attribute(view, chain, homes) if results.leaves else None
            if attribute is not None:
                yield _site(view, function, chain, homes, attribute, results)
            proposed = results.word or function.node.name
            name = wishes.wanted(first.lineno, [proposed]) or proposed
            if any(name in _asked(v) for v in (view, *homes.values())):
                yield self.leave("name-taken", first.lineno)
                return
            based = _with_base(view, function, chain, homes, body, index)
            if based is not None and name not in _asked(based[1][based[2]]):
                bodies = [a.body for a in based[0].arms]
                whole = results_of(function, body, index, bodies)
                if whole is not None:
                    yield _site(view, function, based[0], based[1], name, whole, based[2])
            yield _site(view, function, chain, homes, name, results)
            return


def _own_chain(
    view: ModuleView, found: ClassChain | None
) -> tuple[ClassChain, dict[str, ModuleView]] | None:
    """A chain over different classes of the project, with an arm for each, and the files that
    define them.
    """
    if found is None or has_heirs(view.tree, found):
        return None
    if any(len(a.owners) > 1 and _size(a.body) > _MOST_REPEATED for a in found.arms):
        return None
    found = replace(
        found, arms=[ClassArm((o,), a.body, a.line) for a in found.arms for o in a.owners]
    )
    owners = [o for a in found.arms for o in a.owners]
    if (
        len(set(owners)) != len(owners)
        or len(owners) < _LEAST_CLASSES
        or len({id(a.body) for a in found.arms}) < 2
    ):
        return None
    homes: dict[str, ModuleView] = {}
    for owner in owners:
        views = [view, *view.views_beside(owner)] if owner not in _classes(view) else [view]
        home = next(
            (
                v
                for v in views
                if owner in _classes(v) and (v is view or imports_of(view, v, owner))
            ),
            None,
        )
        if home is None:
            return None
        homes[owner] = next((v for v in homes.values() if v.path == home.path), home)
    return found, homes


def _size(body: list[ast.stmt]) -> int:
    """The lines that some statements take."""
    return (body[-1].end_lineno or body[-1].lineno) - body[0].lineno + 1


def _with_base(
    view: ModuleView,
    function: Function,
    chain: ClassChain,
    homes: dict[str, ModuleView],
    block: list[ast.stmt],
    index: int,
) -> tuple[ClassChain, dict[str, ModuleView], str] | None:
    """The chain with an arm for the base class of all its classes, where the subject is annotated
    as one of those.
    """
    hints = {a.arg: a.annotation for a in parameters(function.node)}
    base = _hinted(hints.get(chain.subject), chain.subject, block[:index])
    # Where arms leave, what is behind the chain is the arm for all others.
    rest = [*chain.otherwise, *(chain.rest if chain.leaves else [])]
    leaves = not rest or isinstance(rest[-1], ast.Return | ast.Raise)
    if (
        not base
        or chain.subject in assigned_in(function.node)
        or (chain.leaves and not leaves)
        or (chain.leaves and chain.otherwise and chain.rest)
        or not can_move(chain, rest)
    ):
        return None
    known = [view, *{v.path: v for v in homes.values() if v is not view}.values()]
    home = next(
        (v for v in known if base in _classes(v) and (v is view or imports_of(view, v, base))), None
    )
    bases = {n: [ast.unparse(b) for b in c.bases] for v in known for n, c in _classes(v).items()}
    if home is None or any(base not in _above(a.owners[0], bases) for a in chain.arms):
        return None
    local = visible_locals(function)
    if home is not view and any(n not in local and not hasattr(builtins, n) for n in taken(rest)):
        return None
    last = chain.rest[-1] if chain.rest and chain.leaves else chain.last
    arms = [*chain.arms, ClassArm((base,), rest, chain.last.lineno)]
    return ClassChain(chain.subject, arms, [], chain.first, last, []), {**homes, base: home}, base


def _hinted(hint: ast.expr | None, subject: str, before: list[ast.stmt]) -> str:
    """The class that a parameter is annotated as; as this or None, where None has left before."""
    if isinstance(hint, ast.Constant) and isinstance(hint.value, str):
        try:
            hint = ast.parse(hint.value, mode="eval").body
        except SyntaxError:
            return ""
    if isinstance(hint, ast.BinOp) and isinstance(hint.op, ast.BitOr):
        sides = [hint.left, hint.right]
        named = [s for s in sides if not (isinstance(s, ast.Constant) and s.value is None)]
        hint = (
            named[0]
            if len(named) == 1 and any(_leaves_if_none(s, subject) for s in before)
            else None
        )
    elif isinstance(hint, ast.Subscript) and ast.unparse(hint.value).endswith("Optional"):
        hint = hint.slice if any(_leaves_if_none(s, subject) for s in before) else None
    return hint.id if isinstance(hint, ast.Name) else ""


def _leaves_if_none(node: ast.stmt, subject: str) -> bool:
    """Whether a statement is a guard against None."""
    return (
        isinstance(node, ast.If)
        and ast.unparse(node.test) in (f"{subject} is None", f"not {subject}")
        and isinstance(node.body[-1], ast.Return | ast.Raise)
    )


def _classes(view: ModuleView) -> dict[str, ast.ClassDef]:
    return {s.name: s for s in view.tree.body if isinstance(s, ast.ClassDef)}


def _why_not(
    view: ModuleView,
    function: Function,
    chain: ClassChain,
    homes: dict[str, ModuleView],
    results: Results | None,
) -> str | None:
    bases = {
        n: [ast.unparse(b) for b in c.bases] for v in homes.values() for n, c in _classes(v).items()
    }
    for position, arm in enumerate(chain.arms):
        above = _above(arm.owners[0], bases)
        if not chain.exact and any(e.owners[0] in above for e in chain.arms[:position]):
            return "never-reached"
    if results is None:
        return "cannot-move"
    local = visible_locals(function)
    for arm in chain.arms:
        away = homes[arm.owners[0]] is not view
        if away and any(n not in local and not hasattr(builtins, n) for n in taken(arm.body)):
            return "cannot-move"  # its names mean nothing there
    return None if can_move(chain) and chain.subject in bound_in(function.node) else "cannot-move"


def _above(name: str, bases: dict[str, list[str]]) -> set[str]:
    found: set[str] = set()
    pending = list(bases.get(name, []))
    while pending:
        base = pending.pop()
        if base not in found:
            found.add(base)
            pending += bases.get(base, [])
    return found


def _asked(view: ModuleView) -> set[str]:
    """Words that objects of the module are asked for, or that classes have."""
    found = {n.attr for n in ast.walk(view.tree) if isinstance(n, ast.Attribute)}
    found |= {
        n.value
        for n in ast.walk(view.tree)
        if isinstance(n, ast.Constant) and isinstance(n.value, str)
    }
    classes = [n for n in ast.walk(view.tree) if isinstance(n, ast.ClassDef)]
    found |= {getattr(s, "name", "") for c in classes for s in c.body}
    return found | {
        n.id
        for c in classes
        for s in c.body
        for n in ast.walk(s)
        if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }


def _neutral_attribute(
    view: ModuleView, chain: ClassChain, homes: dict[str, ModuleView]
) -> str | None:
    """The attribute that some arms return, where the others return a constant that can stand in for
    it in their classes.
    """
    read = [a for a in chain.arms if _constant(a.body) is None]
    found = {_returned_attribute(a.body, chain.subject) for a in read}
    attribute = next(iter(found)) if len(found) == 1 and 0 < len(read) < len(chain.arms) else None
    if attribute is None or any(h is not view for h in homes.values()):
        return None
    lacking = [_classes(view)[a.owners[0]] for a in chain.arms if a not in read]
    words = {
        getattr(n, "attr", None) or getattr(n, "id", None) or getattr(n, "name", None)
        for c in lacking
        for n in ast.walk(c)
    }
    return None if attribute in words else attribute


def _returned_attribute(body: list[ast.stmt], subject: str) -> str | None:
    """The attribute of the subject that an arm returns, if that is all it does."""
    only = body[0].value if len(body) == 1 and isinstance(body[0], ast.Return) else None
    return (
        only.attr
        if isinstance(only, ast.Attribute)
        and isinstance(only.value, ast.Name)
        and only.value.id == subject
        else None
    )


def _handed_in(function: Function, chain: ClassChain, results: Results) -> list[str]:
    """The names that the methods need from around the chain, in the order of the text."""
    local = visible_locals(function) - {chain.subject, *results.presets}
    wanted = {n for a in chain.arms for n in needed(a.body)}
    every = (n for a in chain.arms for n in taken(a.body))
    return list(dict.fromkeys(n for n in every if n in local and n in wanted))


def _site(
    view: ModuleView,
    function: Function,
    chain: ClassChain,
    homes: dict[str, ModuleView],
    name: str,
    results: Results,
    base: str = "",
) -> ModuleSite:
    subject = chain.subject
    bodies = [a.body for a in chain.arms]
    used = _handed_in(function, chain, results)
    single = results.leaves or len(results.names) == 1
    constants = [_constant(b, results) if single else None for b in bodies]
    kept = [
        _returned_attribute(a.body, subject) == name for a in chain.arms
    ]  # classes whose objects have it already
    is_data = all(c is not None or k for c, k in zip(constants, kept, strict=True))
    signature = ", ".join(["self", *(annotated(function, n) for n in used)])
    edits: dict[Path, list[Edit]] = {view.path: []}
    for arm, constant in zip(chain.arms, constants, strict=True):
        home = homes[arm.owners[0]]
        owner = _classes(home)[arm.owners[0]]
        inside = edits.setdefault(home.path, [])
        if is_data and constant is None:
            continue
        if is_data and constant is not None:
            inside.append(
                into_class(
                    home,
                    owner,
                    [f"{name} = {view.offsets.source(constant)}{_comment_of(view, constant)}"],
                    first=True,
                )
            )
        else:
            moved = moved_lines(view, arm.body, home.indent, subject)
            body = body_giving(view, moved, arm.body, results, home.indent) or [
                f"{home.indent}pass"
            ]
            inside.append(into_class(home, owner, [f"def {name}({signature}):", *body]))
    classes = ", ".join(a.owners[0] for a in chain.arms)
    indent = view.indentation(chain.first.lineno)
    asked = f"{subject}.{name}" if is_data else f"{subject}.{name}({', '.join(used)})"
    word = (
        "return " if results.leaves else f"{', '.join(results.names)} = " if results.names else ""
    )
    stays = [f"{indent}else:"] if chain.otherwise and not results.leaves else []
    otherwise = moved_lines(view, chain.otherwise, indent + (view.indent if stays else ""))
    lines = [
        f"{indent}if isinstance({subject}, ({classes})):",
        f"{indent}{view.indent}{word}{asked}",
        *stays,
        *otherwise,
    ]
    if base:
        lines = [f"{indent}{word}{asked}"]
        edits[view.path] += _without_presets(view, function, chain, results)
    start = view.offsets.line_start(chain.first.lineno)
    end = view.offsets.line_start((chain.last.end_lineno or chain.last.lineno) + 1)
    edits[view.path].append(Edit(start, end, view.newline.join(lines) + view.newline))
    added = (
        ()
        if is_data
        else tuple(f"{a.owners[0]}.{name}" for a in chain.arms if homes[a.owners[0]] is view)
    )
    given = [a.owners[0] for a, k in zip(chain.arms, kept, strict=True) if not k]
    what = (
        f"{', '.join(given)} {'has' if len(given) == 1 else 'have'} a neutral `{name}`, like the others"
        if is_data and any(kept)
        else (
            f"Each class has its own `{name}`"
            if is_data
            else f"Each class answers for itself by `{name}`"
        )
    )
    forgets = (
        f"knows none of {len(chain.arms) - 1} classes any more, as {subject} is always of class {base}"
        if base
        else ""
    )
    forgets = forgets or f"no longer knows what {len(chain.arms)} classes do, only their names"
    why = f"{what}; {function.name} {forgets}.{_who_else(view, function, chain)}"
    names = (Proposal(name, f"that is what {function.name} asks", Rank.MEANING),)
    views = {v.path: v for v in homes.values() if v is not view}
    others = {p: edited(v.text, edits[p]) for p, v in views.items()}
    return ModuleSite(
        chain.first.lineno,
        why,
        edited(view.text, edits[view.path]),
        (function.name,),
        added,
        names,
        others,
    )


def _without_presets(
    view: ModuleView, function: Function, chain: ClassChain, results: Results
) -> Iterator[Edit]:
    """The edits that take away what names were given before the chain, where nobody reads it."""
    inside = {id(n) for s in (chain.first,) for n in ast.walk(s)}
    reads = [
        n
        for n in ast.walk(function.node)
        if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Load) and id(n) not in inside
    ]
    for name, preset in results.presets.items():
        between = range(preset.lineno, chain.first.lineno)
        if any(n.id == name and n.lineno in between for n in reads):
            continue
        lines = range(preset.lineno, (preset.end_lineno or preset.lineno) + 1)
        if not any(n in view.comments for n in lines):
            last = view.offsets.line_start((preset.end_lineno or preset.lineno) + 1)
            yield Edit(view.offsets.line_start(preset.lineno), last, "")


def _constant(body: list[ast.stmt], results: Results | None = None) -> ast.expr | None:
    """The constant that an arm returns, or sets the result to, if that is all it does."""
    only = body[0] if len(body) == 1 else None
    gives = results is not None and bool(results.names)
    value = (
        only.value
        if isinstance(only, ast.Return) or (isinstance(only, ast.Assign) and gives)
        else None
    )
    if results is not None and not body and len(results.names) == 1:
        value = results.presets[results.names[0]].value
    return value if value is not None and is_value(value) else None


def _comment_of(view: ModuleView, node: ast.expr) -> str:
    found = view.comments.get(node.lineno)
    return f"  {found[0]}" if found is not None and not found[1] else ""


def _who_else(view: ModuleView, function: Function, chain: ClassChain) -> str:
    """Other functions of the file that tell these classes apart, and would forget a new one."""
    owners = {a.owners[0] for a in chain.arms}
    found = []
    others = [
        (name, f)
        for v in (view, *view.views_beside(min(owners, key=len)))
        for name, f in v.functions.items()
    ]
    for name, other in others:
        tests = [
            n
            for n in ast.walk(other.node)
            if isinstance(n, ast.Call)
            and isinstance(n.func, ast.Name)
            and n.func.id == "isinstance"
        ]
        known = {
            n.id for t in tests for a in t.args[1:] for n in ast.walk(a) if isinstance(n, ast.Name)
        } & owners
        if other.node is not function.node and known:
            found.append(f"{name} ({', '.join(sorted(known))})")
    return f" A new class would still be forgotten by {', '.join(found)}." if found else ""
