"""A condition that speaks of one parameter becomes a method of that parameter's class."""

from __future__ import annotations

import ast
from collections.abc import Sequence

from ..outline import Function, all_nodes
from ..logic.bindings import parameters
from ..naming.proposals import Proposal
from ..source.edits import Edit, Offsets, edited
from .on_classes.bodies import into_class
from .on_classes.declared import declared_class, gives
from .alike import Occurrence
from .decisions import Decision
from .module_view import ModuleView
from .predicates import Predicate
from .registry import ModuleSite
from .writing import replacing

# A condition speaks of an object if it asks for so much of it.
_LEAST_ASKED = 2


def predicate_on_its_class(
    made: Predicate,
    decision: Decision,
    best: Proposal,
    elsewhere: Sequence[Occurrence],
    *,
    strict: bool,
) -> ModuleSite | None:
    """The site where the condition becomes a method of the class of the parameter that it speaks
    of; None if there is no such class in the module, or it speaks of several.

    Args:
        made: the condition as a predicate.
        decision: where it is asked.
        best: how it is called.
        elsewhere: where it is asked too; of objects of the class, the method is asked there as
            well.
        strict: whether nothing may be assumed.
    """
    view = made.view
    guest = _guest(made)
    if guest is None or best.name in view.words:
        return None
    parameter, owner = guest
    others = tuple(p for p in made.parameters if p != parameter)
    lines = made.definition(best.name, positive=best.positive, strict=strict)
    text = _spoken_by_itself(view.newline.join(lines), parameter)
    if text is None:
        return None
    edits: list[Edit] = [into_class(view, owner, text.split(view.newline))]
    also = [o for o in elsewhere if _is_guest(made, o, parameter, owner)]
    itself = {p: p for p in made.parameters}
    asking = [(decision, itself, False), *((o.decision, o.names, o.negated) for o in also)]
    for there, names, negated in asking:
        call = f"{names[parameter]}.{best.name}({', '.join(names[p] for p in others)})"
        plain = best.positive is not negated
        edits.append(
            replacing(view, there.condition, there.statement, call if plain else f"not {call}")
        )
    places = ", ".join(f"line {o.decision.line}" for o in also)
    why = f"`{owner.name}.{best.name}` says what the condition means: {best.reason}." + (
        f" The same is asked in {places}." if also else ""
    )
    return ModuleSite(
        decision.line,
        why,
        edited(view.text, edits),
        tuple(dict.fromkeys([made.function.name, *(o.function.name for o in also)])),
        (f"{owner.name}.{best.name}",),
        (best,),
    )


def _guest(made: Predicate) -> tuple[str, ast.ClassDef] | None:
    """The one parameter of a class of the module that a condition speaks of, and the class."""
    view, function = made.view, made.function
    if made.instance is not None or function.around:
        return None
    classes = {
        s.name: s
        for s in view.tree.body
        if isinstance(s, ast.ClassDef) and not any(_is_no_home(b) for b in s.bases)
    }
    found = [
        (name, owner)
        for name in made.parameters
        for owner in [_class_of(view, function, name, _asked(made, name), classes)]
        if owner is not None
    ]
    if len(found) != 1:
        return None
    parameter, owner = found[0]
    return (parameter, owner) if len(_asked(made, parameter)) >= _LEAST_ASKED else None


def _asked(made: Predicate, name: str) -> set[str]:
    """The attributes that a condition asks a name for."""
    return {
        n.attr
        for n in all_nodes(made.condition)
        if isinstance(n, ast.Attribute) and isinstance(n.value, ast.Name) and n.value.id == name
    }


def _is_guest(made: Predicate, other: Occurrence, parameter: str, owner: ast.ClassDef) -> bool:
    """Whether a condition is asked of an object of the same class somewhere else."""
    if other.function.around:
        return False
    asked, classes = _asked(made, parameter), {owner.name: owner}
    found = _class_of(made.view, other.function, other.names[parameter], asked, classes)
    return found is owner


def _class_of(
    view: ModuleView,
    function: Function,
    name: str,
    asked: set[str],
    classes: dict[str, ast.ClassDef],
) -> ast.ClassDef | None:
    """The class that a name is declared to be of, or that alone has all that it is asked for."""
    hints = {a.arg: a.annotation for a in parameters(function.node)}
    stores = [
        n
        for n in all_nodes(function.node)
        if isinstance(n, ast.Name) and n.id == name and not isinstance(n.ctx, ast.Load)
    ]
    loops = [n.target for n in all_nodes(function.node) if isinstance(n, ast.For | ast.AsyncFor)]
    if stores and (name in hints or len(stores) > 1 or stores[0] not in loops):
        return None
    hint = hints.get(name)
    if isinstance(hint, ast.Name):
        return classes.get(hint.id)
    if hint is not None or name in _with_defaults(function.node.args):
        return None
    known = declared_class(view, function, name, [])
    if known:
        return classes.get(known)
    every = [s for s in view.tree.body if isinstance(s, ast.ClassDef)]
    having = [c for c in every if asked & gives(c)]
    only = having[0] if len(having) == 1 else None
    return only if only is not None and asked <= gives(only) and only.name in classes else None


def _with_defaults(given: ast.arguments) -> set[str]:
    """The parameters that may be left out."""
    positional = [*given.posonlyargs, *given.args]
    behind = positional[len(positional) - len(given.defaults) :]
    named = zip(given.kwonlyargs, given.kw_defaults, strict=True)
    return {a.arg for a in behind} | {a.arg for a, d in named if d is not None}


def _is_no_home(base: ast.expr) -> bool:
    """Whether what is derived from it only describes others, or is a dict."""
    name = ast.unparse(base).partition("[")[0].rpartition(".")[2]
    return name in ("Protocol", "TypedDict", "ABC", "Exception")


def _spoken_by_itself(definition: str, parameter: str) -> str | None:
    """A definition with ``self``, first, in place of a parameter."""
    tree = ast.parse(definition)
    made = tree.body[0]
    if not isinstance(made, ast.FunctionDef) or any(
        isinstance(n, ast.Name) and n.id == "self" for n in all_nodes(made)
    ):
        return None
    names = [a.arg for a in made.args.args]
    if names[:1] != [parameter]:
        return None  # the others stand in the order in which they are asked for
    offsets = Offsets(definition)
    edits = [Edit(*offsets.span(made.args.args[0]), "self")]
    edits += [
        Edit(*offsets.span(n), "self")
        for n in all_nodes(made)
        if isinstance(n, ast.Name) and n.id == parameter
    ]
    return edited(definition, edits)
