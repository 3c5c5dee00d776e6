"""The methods that take the place of a switch on classes, and the call."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

from ...logic.flow import is_asynchronous, needed
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ..alike import visible_locals
from ..arm_results import Results, body_giving
from ..module_view import ModuleView
from ..registry import ModuleSite
from . import hints
from .bodies import into_class
from .chains import ClassChain, moved_lines, taken
from .yields import ALWAYS, SOMETIMES, name_of_yielded, yields_at_last
from .switches import classes_of, constant_of, handed_over, returned_attribute


def methods_site(
    view: ModuleView,
    function: Function,
    chain: ClassChain,
    homes: dict[str, ModuleView],
    name: str,
    results: Results,
    base: str = "",
) -> ModuleSite:
    """The place where a switch on classes becomes a method of each, or an attribute.

    Args:
        view: the module.
        function: the function around the switch.
        chain: the switch, with an arm for each class.
        homes: the files of the classes.
        name: the name of the methods.
        results: what the arms leave behind.
        base: the class that all of them are derived from and that has an arm too; then no question
            is left.
    """
    subject = chain.subject
    used = _handed_in(function, chain, results)
    single = results.leaves or len(results.names) == 1
    constants = [constant_of(a.body, results) if single else None for a in chain.arms]
    # classes whose objects have it already
    kept = [returned_attribute(a.body, subject) == name for a in chain.arms]
    is_data = all(c is not None or k for c, k in zip(constants, kept, strict=True))
    inside = (n for a in chain.arms for s in a.body for n in all_nodes(s))
    waits = not is_data and any(map(is_asynchronous, inside))
    words = {subject: "self", "continue": "return", **handed_over(view, function, chain)}
    edits: dict[Path, list[Edit]] = {view.path: []}
    for arm, constant in zip(chain.arms, constants, strict=True):
        home = homes[arm.owners[0]]
        put = edits.setdefault(home.path, [])
        if is_data and constant is None:
            continue
        owner = classes_of(home)[arm.owners[0]]
        seen_from = owner if home is view else None
        given = [hints.parameter(view, function, seen_from, n, words.get(n, n)) for n in used]
        back = hints.result(view, function, seen_from, results)
        made = (
            [f"{name} = {_written(view, constant)}"]
            if is_data and constant is not None
            else [
                f"{'async ' * waits}def {name}({', '.join(['self', *given])}){back}:",
                *_method_body(view, home, arm.body, results, words),
            ]
        )
        put.append(into_class(home, owner, made, first=is_data))
    asked = f"{subject}.{name}" if is_data else f"{subject}.{name}({', '.join(used)})"
    asked = f"await {asked}" if waits else asked
    if base:
        edits[view.path] += _without_presets(view, function, chain, results)
    start = view.offsets.line_start(chain.first.lineno)
    lines = _asking_lines(view, function, chain, asked, results, without_question=bool(base))
    behind = _handed_back(view, chain, results) if base else None
    if behind is not None:  # what is only carried to the return needs no name
        lines = [f"{view.indentation(chain.first.lineno)}return {asked}"]
    last = behind or chain.last
    end = view.offsets.line_start((last.end_lineno or last.lineno) + 1)
    edits[view.path].append(Edit(start, end, view.newline.join(lines) + view.newline))
    here = [a.owners[0] for a in chain.arms if homes[a.owners[0]] is view]
    others = {v.path: v for v in homes.values() if v is not view}
    lacking = [a.owners[0] for a, k in zip(chain.arms, kept, strict=True) if not k]
    return ModuleSite(
        chain.first.lineno,
        f"{_what_is_new(name, lacking, is_data=is_data, neutral=any(kept))}; {function.name} "
        f"{_forgotten(chain, base)}.{_who_else(view, function, chain)}",
        edited(view.text, edits[view.path]),
        (function.name,),
        () if is_data else tuple(f"{owner}.{name}" for owner in here),
        (Proposal(name, f"that is what {function.name} asks", Rank.MEANING),),
        {p: edited(v.text, edits[p]) for p, v in others.items()},
    )


def _method_body(
    view: ModuleView,
    home: ModuleView,
    body: list[ast.stmt],
    results: Results,
    words: dict[str, str],
) -> list[str]:
    """The lines of an arm as the body of a method."""
    done = body[:-1] if _only_goes_on(body) else body
    if results.yields:
        words = {**words, "continue": "return None", "yield": "return"}
        ends = [] if yields_at_last(done) else [f"{home.indent}return None"]
        return [*moved_lines(view, done, home.indent, words), *ends]
    moved = moved_lines(view, done, home.indent, words)
    return body_giving(view, moved, done, results, home.indent) or [f"{home.indent}pass"]


def _asking_lines(
    view: ModuleView,
    function: Function,
    chain: ClassChain,
    asked: str,
    results: Results,
    *,
    without_question: bool,
) -> list[str]:
    """What stands in the place of the switch."""
    indent = view.indentation(chain.first.lineno)
    given = ", ".join(results.names)
    word = f"{given} {'+' if results.adds else ''}= " if given else ""
    word = "return " if results.leaves else "yield " if results.yields == ALWAYS else word
    behind: list[str] = []
    if results.yields == SOMETIMES:
        given = name_of_yielded(function)
        word, behind = (
            f"{given} = ",
            [f"if {given} is not None:", f"{view.indent}yield {given}"],
        )
    if without_question:
        return [f"{indent}{line}" for line in (word + asked, *behind)]
    classes = ", ".join(a.owners[0] for a in chain.arms)
    stays = [f"{indent}else:"] if chain.otherwise and not results.leaves else []
    return [
        f"{indent}if isinstance({chain.subject}, ({classes})):",
        *(f"{indent}{view.indent}{line}" for line in (word + asked, *behind)),
        *stays,
        *moved_lines(view, chain.otherwise, indent + (view.indent if stays else "")),
    ]


def _handed_back(view: ModuleView, chain: ClassChain, results: Results) -> ast.Return | None:
    """The return right behind the switch, if that hands back the one result and nothing else."""
    behind = chain.rest[0] if chain.rest else None
    if not isinstance(behind, ast.Return) or len(results.names) != 1 or results.adds:
        return None
    is_result = isinstance(behind.value, ast.Name) and behind.value.id == results.names[0]
    between = range(chain.last.end_lineno or 0, (behind.end_lineno or 0) + 1)
    return behind if is_result and not any(n in view.comments for n in between) else None


def _what_is_new(name: str, lacking: list[str], *, is_data: bool, neutral: bool) -> str:
    """What the classes have now, in words."""
    if is_data and neutral:
        has = "has" if len(lacking) == 1 else "have"
        return f"{', '.join(lacking)} {has} a neutral `{name}`, like the others"
    return (
        f"Each class has its own `{name}`"
        if is_data
        else f"Each class answers for itself by `{name}`"
    )


def _forgotten(chain: ClassChain, base: str) -> str:
    """What the function around no longer knows, in words."""
    if base:
        return (
            f"knows none of {len(chain.arms) - 1} classes any more, as {chain.subject} is taken for "
            f"an object of {base}"
        )
    return f"no longer knows what {len(chain.arms)} classes do, only their names"


def _handed_in(function: Function, chain: ClassChain, results: Results) -> list[str]:
    """The names that the methods need from around the chain, in the order of the text."""
    given = results.names if results.adds else results.presets
    local = visible_locals(function) - {chain.subject, *given}
    wanted = {n for a in chain.arms for n in needed(a.body)}
    every = (n for a in chain.arms for n in taken(a.body))
    return list(dict.fromkeys(n for n in every if n in local and n in wanted))


def _only_goes_on(body: list[ast.stmt]) -> bool:
    """Whether an arm ends by going on with the next round, as it would anyway."""
    return bool(body) and isinstance(body[-1], ast.Continue)


def _without_presets(
    view: ModuleView, function: Function, chain: ClassChain, results: Results
) -> Iterator[Edit]:
    """The edits that take away what names were given before the chain, where nobody reads it."""
    inside = {id(n) for s in (chain.first,) for n in all_nodes(s)}
    reads = [
        n
        for n in all_nodes(function.node)
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


def _written(view: ModuleView, node: ast.expr) -> str:
    """A constant as it stands in the module, with its comment."""
    if not hasattr(node, "lineno"):
        return ast.unparse(node)
    found = view.comments.get(node.lineno)
    behind = f"  {found[0]}" if found is not None and not found[1] else ""
    return f"{view.offsets.source(node)}{behind}"


def _class_names(view: ModuleView) -> frozenset[str]:
    return frozenset(n.name for n in view.tree.body if isinstance(n, ast.ClassDef))


def _who_else(view: ModuleView, function: Function, chain: ClassChain) -> str:
    """Other functions of the file that tell these classes apart, and would forget a new one."""
    owners = {a.owners[0] for a in chain.arms}
    found = []
    others = [(n, f, frozenset[str]()) for n, f in view.functions.items()]
    for beside in view.views_beside(min(owners, key=len)):
        # Where both files have a class of that name, each means its own.
        own = _class_names(view) & _class_names(beside)
        others += [(n, f, own) for n, f in beside.functions.items()]
    for name, other, own in others:
        tests = [
            n
            for n in all_nodes(other.node)
            if isinstance(n, ast.Call)
            and isinstance(n.func, ast.Name)
            and n.func.id == "isinstance"
        ]
        known = {
            n.id for t in tests for a in t.args[1:] for n in all_nodes(a) if isinstance(n, ast.Name)
        } & owners - own
        if other.node is not function.node and known:
            found.append(f"{name} ({', '.join(sorted(known))})")
    return f" A new class would still be forgotten by {', '.join(found)}." if found else ""
