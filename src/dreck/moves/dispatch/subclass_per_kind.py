"""A class that switches on its own kind gets a subclass for each kind, and a factory that picks
one.

Why it is safe, if every object comes from the factory: the kind of an object is set once, when it
is made,
so that its class can say it; each subclass has the arms for its kind, the base class what is done
for all
others. The judge lists the condition (``closed-kinds``); all places of the project that make such
objects
move over to the factory.
"""

from __future__ import annotations

import ast
from collections.abc import Hashable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache

import libcst as cst

from ...logic.conditions import text_of
from ...naming.english import with_article
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import plural, words_of
from ...outline import Function, all_nodes
from ...source.edits import edited
from ..on_classes.chains import CANNOT_MOVE, is_private
from ..kind_objects import Objects, kind_parameter, stores_of
from ..module_view import ModuleView, first_line
from ..one_kind import Asked, CannotTell, asks, for_kind, key_of, kinds_in
from ..reach import Reach
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..structure.extract_function import ExtractFunction
from ..wishes import Wishes

_LEAST_KINDS = 2
# Of a method, more lines than this that each kind would say again are kept in the class, and what
# depends on the kind becomes a method of its own.
_MOST_SAID_AGAIN = 2


@dataclass
class _Plan:
    """One class on its way to subclasses.

    Attributes:
        view: its file.
        owner: the class.
        attribute: what holds its kind.
        start: its ``__init__``.
        kinds: the kinds in their order, as they are written.
        line: the line of the first choice.
    """

    view: ModuleView
    owner: ast.ClassDef
    attribute: str
    start: ast.FunctionDef
    kinds: dict[Hashable, str] = field(default_factory=dict)
    line: int = 0

    @property
    def words(self) -> list[str]:
        """The words of the class's name."""
        return words_of(self.owner.name)

    @property
    def factory(self) -> str:
        """The name that the factory would get."""
        return f"make_{'_'.join(self.words)}"

    @property
    def table(self) -> str:
        """The name of the table of classes."""
        *first, last = self.words
        return f"{'_'.join([*first, plural(last)])}_by_{self.attribute}".upper()

    def class_of(self, kind: Hashable) -> str:
        """The name of the class for a kind."""
        last = self.kinds[kind].rpartition(".")[2] if _is_member(kind) else str(kind[1])  # type: ignore[index]
        words = words_of(last.replace(" ", "_").replace("-", "_"))
        if last.isdigit():
            words = [self.attribute, last]
        if len(words) > 1 and words[-1:] == self.words[-1:]:
            words = words[:-1]
        return "".join(w.capitalize() for w in words) + self.owner.name


@move
class SubclassPerKind(ModuleMove):
    """Turn the kinds of a class into classes."""

    reach = Reach.ACROSS
    name = "subclass-per-kind"
    summary = "A class that switches on its own kind gets a subclass for each kind, and a factory that picks."
    safe_because = "The kind is set once; each subclass has the arms of its kind, and the factory makes all objects."
    since = "0.1"
    EXAMPLES = (
        Example(
            "two methods that switch on the kind",
            """
            class Lock:
                \"\"\"One lock.\"\"\"

                def __init__(self, name, kind: str, chambers=1):
                    self.name = name
                    self.kind = kind
                    self.chambers = chambers

                def minutes(self):
                    \"\"\"How long one passage takes.\"\"\"
                    if self.kind == "single":
                        return 12
                    elif self.kind == "staircase":
                        # nine for each chamber
                        return 9 * self.chambers + 3
                    raise LookupError("unknown kind: " + self.kind)

                def water(self, boats: int):
                    level = 110
                    if self.kind == "staircase":
                        level = level * self.chambers
                    return level * boats


            def spare(name):
                return Lock(name, "single")
            """,
            """
            class Lock:
                \"\"\"One lock.\"\"\"

                def __init__(self, name, kind: str, chambers=1):
                    self.name = name
                    self.kind = kind
                    self.chambers = chambers

                def minutes(self):
                    \"\"\"How long one passage takes.\"\"\"
                    raise LookupError("unknown kind: " + self.kind)

                def water(self, boats: int):
                    level = 110
                    return level * boats


            class SingleLock(Lock):
                \"\"\"A lock whose kind is "single".\"\"\"

                def minutes(self):
                    return 12


            class StaircaseLock(Lock):
                \"\"\"A lock whose kind is "staircase".\"\"\"

                def minutes(self):
                    # nine for each chamber
                    return 9 * self.chambers + 3

                def water(self, boats: int):
                    level = 110
                    level = level * self.chambers
                    return level * boats


            LOCKS_BY_KIND = {
                "single": SingleLock,
                "staircase": StaircaseLock,
            }


            def make_lock(name, kind: str, chambers=1) -> Lock:
                \"\"\"A lock of the class for its kind.\"\"\"
                return LOCKS_BY_KIND.get(kind, Lock)(name, kind, chambers)


            def spare(name):
                return make_lock(name, "single")
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "few-kinds": Refusal(
            "only one kind is told from the others; a subclass for it would say no more than the condition",
            """
            class Lock:
                def __init__(self, kind):
                    self.kind = kind

                def minutes(self):
                    if self.kind == "single":
                        return 12
                    return 15
            """,
        ),
        "kind-changes": Refusal(
            "the kind is not simply kept when an object is made, or it is set again later",
            """
            class Lock:
                def __init__(self, kind):
                    self.kind = kind

                def rebuild(self):
                    self.kind = "staircase"

                def minutes(self):
                    if self.kind == "single":
                        return 12
                    elif self.kind == "staircase":
                        return 20
                    return 15
            """,
        ),
        "class-used": Refusal(
            "the class is derived from, asked for its methods or handed on, or objects are made outside functions by a kind that is not written there",
            """
            class Lock:
                def __init__(self, kind):
                    self.kind = kind

                def minutes(self):
                    if self.kind == "single":
                        return 12
                    elif self.kind == "staircase":
                        return 20
                    return 15


            KIND = "single"
            SPARE = Lock(KIND)
            """,
        ),
        "cannot-move": Refusal(
            "a method that switches yields, awaits, defines something, or asks its base class",
            """
            class Lock:
                def __init__(self, kind):
                    self.kind = kind

                def steps(self):
                    if self.kind == "single":
                        yield 12
                    elif self.kind == "staircase":
                        yield 20
            """,
        ),
        "name-taken": Refusal(
            "a name that the new classes, their table or the factory would get is taken",
            """
            class Lock:
                def __init__(self, kind):
                    self.kind = kind

                def minutes(self):
                    if self.kind == "single":
                        return 12
                    elif self.kind == "staircase":
                        return 20
                    return 15


            def make_lock(): ...
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for a class whose methods switch on one of its attributes; its first method speaks
        for all.
        """
        owner = view.owners.get(id(function.node))
        if owner is None or owner not in view.tree.body or function.around:
            return
        plan = _plan(view, owner)
        if plan is None:
            return
        first = next(s for s in owner.body if isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef))
        switching = [s for s in owner.body if isinstance(s, ast.FunctionDef) and _switches(s, plan)]
        speaker = first if wishes.may_change(f"{owner.name}.{first.name}") else switching[0]
        if speaker is not function.node or wishes.line not in (None, plan.line):
            return
        why_not = _hindrance(plan, switching)
        if why_not:
            # That a class asks once whether it is of some kind is not worth a word.
            if why_not != "few-kinds" or wishes.asked:
                yield self.leave(why_not, plan.line)
            return
        try:
            site, repeated = _site(plan, wishes)
        except _NotSo as no:
            yield self.leave(str(no), plan.line)
            return
        yield site
        apart = _apart(plan, repeated, wishes)
        if apart is not None:
            yield apart


class _NotSo(Exception):
    """The name of the reason why a class stays as it is."""


def _is_member(kind: Hashable) -> bool:
    return isinstance(kind, tuple) and kind[0] == "member"


@lru_cache(64)
def _plan(view: ModuleView, owner: ast.ClassDef) -> _Plan | None:
    """A class with an attribute by which its methods choose; the one that most choices ask for."""
    start = next(
        (s for s in owner.body if isinstance(s, ast.FunctionDef) and s.name == "__init__"), None
    )
    if start is None or not start.args.args:
        return None
    found: dict[str, list[tuple[ast.FunctionDef, int]]] = {}
    for method in (s for s in owner.body if isinstance(s, ast.FunctionDef) and _is_plain(s)):
        for attribute, line in _choices(method):
            found.setdefault(attribute, []).append((method, line))
    for attribute in sorted(found, key=lambda a: (-len(found[a]), found[a][0][1])):
        plan = _Plan(view, owner, attribute, start, line=found[attribute][0][1])
        for method in (s for s in owner.body if isinstance(s, ast.FunctionDef)):
            if _is_plain(method):
                asked = Asked(method.args.args[0].arg, attribute)
                for key in kinds_in(_parsed(view, method), asked):
                    plan.kinds.setdefault(key_of(key), text_of(key))
        if plan.kinds:
            return plan
    return None


def _is_plain(method: ast.FunctionDef) -> bool:
    """Whether a method is one of an object, and may differ from class to class."""
    decorators = [ast.unparse(d) for d in method.decorator_list]
    own = bool(method.args.args) and decorators in ([], ["property"])
    return own and not method.name.startswith("__")


def _choices(method: ast.FunctionDef) -> Iterator[tuple[str, int]]:
    """The attributes of its object that a method may choose by, with the lines."""
    this = method.args.args[0].arg
    for node in all_nodes(method):
        asked = node.test if isinstance(node, ast.If | ast.IfExp) else None
        asked = node.subject if isinstance(node, ast.Match) else asked
        for part in all_nodes(asked) if asked is not None else ():
            if isinstance(part, ast.Attribute) and isinstance(part.value, ast.Name):
                if part.value.id == this:
                    yield part.attr, node.lineno  # type: ignore[attr-defined]


def _parsed(view: ModuleView, method: ast.FunctionDef) -> cst.FunctionDef:
    """A method as a tree that keeps its layout."""
    return _method_of(_class_of(view.layout, view.owners[id(method)].name), method.name)


def _class_of(module: cst.Module, name: str) -> cst.ClassDef:
    return next(s for s in module.body if isinstance(s, cst.ClassDef) and s.name.value == name)


def _method_of(owner: cst.ClassDef, name: str) -> cst.FunctionDef:
    return next(
        s for s in owner.body.body if isinstance(s, cst.FunctionDef) and s.name.value == name
    )


def _switches(method: ast.FunctionDef, plan: _Plan) -> bool:
    """Whether a method chooses by the kind."""
    if not _is_plain(method):
        return False
    asked = Asked(method.args.args[0].arg, plan.attribute)
    return any(True for _ in kinds_in(_parsed(plan.view, method), asked))


def _hindrance(plan: _Plan, switching: Sequence[ast.FunctionDef]) -> str:
    """Why a class cannot be split; empty if it can."""
    owner, start = plan.owner, plan.start
    if len(plan.kinds) < _LEAST_KINDS:
        return "few-kinds"
    once = len(stores_of(plan.view.tree, owner, plan.attribute)) == 1
    named = any(isinstance(s, ast.FunctionDef) and s.name == plan.attribute for s in owner.body)
    kept = kind_parameter(start, plan.attribute) is not None
    if not once or named or not kept or start.args.vararg or start.args.kwarg:
        return "kind-changes"
    for method in switching:
        inside = [n for s in method.body for n in all_nodes(s)]
        if any(
            isinstance(n, CANNOT_MOVE)
            or (isinstance(n, ast.Name) and n.id == "super")
            or is_private(n)
            for n in inside
        ):
            return "cannot-move"
    alone = owner.name in plan.view.top_names and not owner.decorator_list and not owner.keywords
    return "" if alone else "class-used"


def _site(plan: _Plan, wishes: Wishes) -> tuple[ModuleSite, dict[str, int]]:
    """The class with its subclasses; of each method how many lines the kinds say again.

    Raises:
        _NotSo: it cannot be done, for the reason given.
    """
    view, owner = plan.view, plan.owner
    factory = wishes.wanted(plan.line, [plan.factory]) or plan.factory
    classes = {kind: plan.class_of(kind) for kind in plan.kinds}
    parameter = kind_parameter(plan.start, plan.attribute)
    assert parameter is not None
    objects = Objects(view, owner, plan.start, parameter, factory)
    made, others = objects.here(), objects.elsewhere()
    if made is None or others is None:
        raise _NotSo("class-used")
    module = cst.parse_module(edited(view.text, [e for _, e in made]))
    old = _class_of(module, owner.name)
    methods, repeated = _for_kinds(plan, old)
    bodies: dict[Hashable, list[cst.FunctionDef]] = {
        k: [of[k] for _, of in methods.values() if k in of] for k in plan.kinds
    }
    classes = {k: n for k, n in classes.items() if bodies[k]}
    if len(classes) < _LEAST_KINDS:
        raise _NotSo("few-kinds")
    new = [factory, plan.table, *classes.values()]
    if len(set(new)) < len(new) or set(new) & view.words or not all(n.isidentifier() for n in new):
        raise _NotSo("name-taken")
    base = old.with_changes(
        body=old.body.with_changes(
            body=[
                (
                    methods[s.name.value][0]
                    if isinstance(s, cst.FunctionDef) and s.name.value in methods
                    else s
                )
                for s in old.body.body
            ]
        )
    )
    added: list[cst.BaseStatement] = [_subclass(plan, k, n, bodies[k]) for k, n in classes.items()]
    added += _picked(plan, classes, factory, module)
    at = module.body.index(old)
    text = module.with_changes(body=[*module.body[:at], base, *added, *module.body[at + 1 :]]).code
    why = (
        f"Each kind of {owner.name} is a class of its own now, and `{factory}` picks it: what"
        f" {len(methods)} methods knew of {len(classes)} kinds, each kind knows; another kind is a"
        f" class and a row of `{plan.table}`."
    )
    if others:
        files = ", ".join(p.as_posix() for p in others)
        why += f" Objects are made by it in {files} too."
    touched = dict.fromkeys(
        [*(f"{owner.name}.{m}" for m in methods), *(name for name, _ in made if name)]
    )
    names = (Proposal(factory, f"it makes {with_article(' '.join(plan.words))}", Rank.MEANING),)
    more = [f"{n}.{m.name.value}" for k, n in classes.items() for m in bodies[k]]
    site = ModuleSite(plan.line, why, text, tuple(touched), (factory, *more), names, others)
    return site, repeated


def _for_kinds(
    plan: _Plan, owner: cst.ClassDef
) -> tuple[dict[str, tuple[cst.FunctionDef, dict[Hashable, cst.FunctionDef]]], dict[str, int]]:
    """The methods that ask for the kind: each as it is for all other kinds, and for those for which
    it is another; and how many lines of it these say again.
    """
    found, repeated = {}, {}
    for method in plan.owner.body:
        if not isinstance(method, ast.FunctionDef) or not _is_plain(method):
            continue
        old = _method_of(owner, method.name)
        asked = Asked(method.args.args[0].arg, plan.attribute)
        if not asks(old, asked):
            continue
        try:
            base = for_kind(old, asked, None, plan.kinds)
            own = {k: for_kind(old, asked, k, plan.kinds) for k in plan.kinds}
        except CannotTell as cannot:
            raise _NotSo("cannot-move") from cannot
        if any(True for _ in kinds_in(base, asked)):
            continue  # something of it cannot be told
        own = {k: f for k, f in own.items() if text_of(f.body) != text_of(base.body)}
        if own:
            found[method.name] = base, own
            # Where there is nothing for all others, the kinds may still say the same.
            differ = len({text_of(f.body) for f in own.values()}) > 1
            together = _said_again(*own.values()) * (len(own) - 1) if differ else 0
            repeated[method.name] = max(together, *(_said_again(base, f) for f in own.values()))
    return found, repeated


def _said_again(*bodies: cst.FunctionDef) -> int:
    """How many lines some bodies all begin and end with alike, plain returns apart."""
    texts = [[text_of(s).strip() for s in _without_doc(f).body.body] for f in bodies]
    first = texts[0]
    while all(texts) and first[-1].startswith("return ") and first[-1][7:].isidentifier():
        for each in texts:
            each.pop()
    number = 0
    for end in (0, -1):
        while all(texts) and len({each[end] for each in texts}) == 1:
            number += len(first[end].splitlines())
            for each in texts:
                each.pop(end)
    return number


def _without_doc(function: cst.FunctionDef) -> cst.FunctionDef:
    if function.get_docstring() is None or not isinstance(function.body, cst.IndentedBlock):
        return function
    first, *rest = function.body.body
    return function.with_changes(body=function.body.with_changes(body=rest))


_BLANK = cst.EmptyLine(indent=False)


def _of_one(plan: _Plan) -> str:
    """How a sentence about one object of the class begins."""
    found = with_article(" ".join(plan.words))
    return found[0].upper() + found[1:]


def _subclass(
    plan: _Plan, kind: Hashable, name: str, methods: Sequence[cst.FunctionDef]
) -> cst.ClassDef:
    about, text = _of_one(plan), plan.kinds[kind].replace("\\", "\\\\")
    doc = cst.parse_statement(f'"""{about} whose {plan.attribute} is {text}."""')
    own = [_without_doc(m).with_changes(leading_lines=[_BLANK]) for m in methods]
    return cst.ClassDef(
        cst.Name(name),
        cst.IndentedBlock([doc, *own]),
        bases=[cst.Arg(cst.Name(plan.owner.name))],
        lpar=cst.MaybeSentinel.DEFAULT,
        leading_lines=[_BLANK, _BLANK],
    )


def _picked(
    plan: _Plan, classes: dict[Hashable, str], factory: str, module: cst.Module
) -> list[cst.BaseStatement]:
    """The table of the classes, and the function that picks one and makes an object of it."""
    start, one = plan.start.args, module.default_indent
    parameter = kind_parameter(plan.start, plan.attribute)
    named = [f"{a.arg}={a.arg}" for a in start.kwonlyargs]
    passed = ", ".join([*(a.arg for a in start.args[1:]), *named])
    hint = f" -> {plan.owner.name}" if any(a.annotation for a in start.args) else ""
    taken = _method_of(_class_of(module, plan.owner.name), "__init__").params
    own = text_of(taken.with_changes(params=taken.params[1:]))
    rows = [f"{one}{plan.kinds[k]}: {n}," for k, n in classes.items()]
    parts = [
        "\n".join([f"{plan.table} = {{", *rows, "}"]),
        f"def {factory}({own}){hint}:\n"
        f'{one}"""{_of_one(plan)} of the class for its {plan.attribute}."""\n'
        f"{one}return {plan.table}.get({parameter}, {plan.owner.name})({passed})\n",
    ]
    made = [cst.parse_statement(p, module.config_for_parsing) for p in parts]
    return [m.with_changes(leading_lines=[_BLANK, _BLANK]) for m in made]


def _apart(plan: _Plan, repeated: dict[str, int], wishes: Wishes) -> ModuleSite | None:
    """The same with what depends on the kind pulled out first, where the kinds would say much again
    of what does not.
    """
    view, name, last = plan.view, plan.owner.name, 0
    added: list[str] = []
    for method in [m for m, lines in repeated.items() if lines > _MOST_SAID_AGAIN]:
        function = view.functions[f"{name}.{method}"]
        assert isinstance(function.node, ast.FunctionDef)
        first, until = _lines_of_choices(function.node, plan.attribute)
        pulled = _pulled_out(view, function, first, until, wishes)
        if pulled is None:
            pulled = _pulled_out(
                view, function, first, until, wishes, f"_{method.lstrip('_')}_by_{plan.attribute}"
            )
        if pulled is None:
            return None
        last = max(last, until)
        added += pulled.added
        view = replace(view, text=pulled.text)
    if not added:
        return None
    again = _plan(view, next(c for c in view.tree.body if getattr(c, "name", "") == name))
    if again is None or again.attribute != plan.attribute:
        return None
    try:
        site, _ = _site(again, wishes)
    except _NotSo:
        return None
    own = tuple(f"{name}.{m}" for m in repeated)
    touched = tuple(dict.fromkeys([*own, *(t for t in site.touched if t not in added)]))
    kept = tuple(t for t in touched if t in plan.view.functions)
    return replace(site, line=plan.line, touched=kept, added=(*added, *site.added), until=last)


def _pulled_out(
    view: ModuleView, function: Function, first: int, until: int, wishes: Wishes, name: str = ""
) -> ModuleSite | None:
    """Some lines of a method as a method of its own, under a name if one is given."""
    names = {**wishes.names, str(first): name} if name else wishes.names
    asked = replace(wishes, line=first, until=until, asked=True, names=names)
    found = ExtractFunction().look(view, function, asked)
    return next((s for s in found if isinstance(s, ModuleSite)), None)


def _lines_of_choices(method: ast.FunctionDef, attribute: str) -> tuple[int, int]:
    """The first and the last line of what depends on the kind: whole statements of the innermost
    block that has all of it.
    """
    block: list[ast.stmt] = method.body
    while True:
        inside = [s for s in block if any(a == attribute for a, _ in _choices_in(s, method))]
        only = inside[0]
        if len(inside) > 1 or isinstance(only, ast.If | ast.Match):
            return _with_defaults(block, inside), inside[-1].end_lineno or inside[-1].lineno
        inner = [b for f in ("body", "orelse", "finalbody") if (b := getattr(only, f, None))]
        asking = [
            b for b in inner if any(a == attribute for s in b for a, _ in _choices_in(s, method))
        ]
        if len(asking) != 1:
            return first_line(only), only.end_lineno or only.lineno
        block = asking[0]


def _with_defaults(block: Sequence[ast.stmt], inside: Sequence[ast.stmt]) -> int:
    """The first line of some statements of a block, with the constants right above them that they
    give other values: those are what a kind has that has nothing else.
    """
    given = {
        n.id
        for s in inside
        for n in all_nodes(s)
        if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Store)
    }
    at = block.index(inside[0])
    while at and _is_constant_for(block[at - 1], given):
        at -= 1
    return first_line(block[at])


def _is_constant_for(statement: ast.stmt, names: set[str]) -> bool:
    if not isinstance(statement, ast.Assign) or not isinstance(statement.value, ast.Constant):
        return False
    return all(isinstance(t, ast.Name) and t.id in names for t in statement.targets)


def _choices_in(statement: ast.stmt, method: ast.FunctionDef) -> Iterator[tuple[str, int]]:
    """The choices of one statement of a method."""
    part = ast.FunctionDef("", method.args, [statement], [])
    yield from _choices(part)
