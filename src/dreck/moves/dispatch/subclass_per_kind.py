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
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path

from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import words_of
from ...outline import Function, functions_of
from ...source.edits import Edit, edited
from ..chains import Chain, chains_of
from ..class_chains import CANNOT_MOVE, is_private, moved_lines
from ..imports import also_importing, imports_of
from ..module_view import ModuleView
from ..reach import Reach
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_LEAST_KINDS = 2


@dataclass
class _Plan:
    """One class on its way to subclasses.

    Attributes:
        view: its file.
        owner: the class.
        attribute: what holds its kind.
        start: its ``__init__``.
        chains: the switch of each method, with the method.
        kinds: the keys in their order, as texts and as they are written.
    """

    view: ModuleView
    owner: ast.ClassDef
    attribute: str
    start: ast.FunctionDef
    chains: list[tuple[ast.FunctionDef, Chain]]
    kinds: dict[str, str] = field(default_factory=dict)


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


            def make_lock(name, kind: str, chambers=1):
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
        switching = _switching(owner)
        first = next(s for s in owner.body if isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef))
        speaker = (
            first
            if wishes.may_change(f"{owner.name}.{first.name}") or not switching
            else switching[0][0]
        )
        if not switching or speaker is not function.node:
            return
        line = switching[0][1].statements[0].lineno
        if wishes.line not in (None, line):
            return
        found = _plan(view, owner, switching)
        if isinstance(found, str):
            yield self.leave(found, line)
            return
        site = _site(found, line, wishes)
        yield self.leave(site, line) if isinstance(site, str) else site


def _switching(owner: ast.ClassDef) -> list[tuple[ast.FunctionDef, Chain]]:
    """The methods with a chain over one attribute of the object at the level of their body, and
    that chain.
    """
    found = []
    about = ""
    for method in owner.body:
        if (
            not isinstance(method, ast.FunctionDef)
            or method.name.startswith("__")
            or method.decorator_list
            or not method.args.args
        ):
            continue
        this = method.args.args[0].arg
        for chain in chains_of(method):
            subject = chain.subject
            own = (
                isinstance(subject, ast.Attribute)
                and isinstance(subject.value, ast.Name)
                and subject.value.id == this
            )
            texts = all(
                isinstance(k, ast.Constant) and isinstance(k.value, str)
                for a in chain.arms
                for k in a.keys
            )
            if (
                own
                and texts
                and chain.block is method.body
                and isinstance(subject, ast.Attribute)
                and about in ("", subject.attr)
            ):
                about = subject.attr
                found.append((method, chain))
                break
    return found


def _plan(
    view: ModuleView, owner: ast.ClassDef, switching: list[tuple[ast.FunctionDef, Chain]]
) -> _Plan | str:
    attribute = switching[0][1].subject.attr  # type: ignore[attr-defined]
    start = next(
        (s for s in owner.body if isinstance(s, ast.FunctionDef) and s.name == "__init__"), None
    )
    stores = [
        n
        for n in ast.walk(view.tree)
        if isinstance(n, ast.Attribute) and n.attr == attribute and not isinstance(n.ctx, ast.Load)
    ]
    if (
        start is None
        or len(stores) != 1
        or start.args.vararg
        or start.args.kwarg
        or _kind_parameter(start, attribute) is None
    ):
        return "kind-changes"
    for method, _ in switching:
        inside = [n for s in method.body for n in ast.walk(s)]
        if any(
            isinstance(n, CANNOT_MOVE)
            or (isinstance(n, ast.Name) and n.id == "super")
            or is_private(n)
            for n in inside
        ):
            return "cannot-move"
    plan = _Plan(view, owner, attribute, start, switching)
    for _, chain in switching:
        for key in (k for a in chain.arms for k in a.keys):
            assert isinstance(key, ast.Constant) and isinstance(key.value, str)
            plan.kinds.setdefault(key.value, view.offsets.source(key))
    if len(plan.kinds) < _LEAST_KINDS:
        return "few-kinds"
    return (
        plan
        if owner.name in view.top_names and not owner.decorator_list and not owner.keywords
        else "class-used"
    )


def _kind_parameter(start: ast.FunctionDef, attribute: str) -> str | None:
    """The parameter of ``__init__`` that is kept as the kind."""
    for statement in start.body:
        if (
            isinstance(statement, ast.Assign)
            and isinstance(statement.targets[0], ast.Attribute)
            and statement.targets[0].attr == attribute
        ):
            value = statement.value
            return (
                value.id
                if isinstance(value, ast.Name)
                and value.id in [a.arg for a in (*start.args.args, *start.args.kwonlyargs)]
                else None
            )
    return None


def _site(plan: _Plan, line: int, wishes: Wishes) -> ModuleSite | str:
    view, owner = plan.view, plan.owner
    words = words_of(owner.name)
    proposed = f"make_{'_'.join(words)}"
    factory = wishes.wanted(line, [proposed]) or proposed
    table = f"{'_'.join(words)}s_by_{plan.attribute}".upper()
    classes = {
        kind: "".join(w.capitalize() for w in words_of(kind.replace(" ", "_").replace("-", "_")))
        + owner.name
        for kind in plan.kinds
    }
    new = [factory, table, *classes.values()]
    if len(set(new)) < len(new) or set(new) & view.words or not all(n.isidentifier() for n in new):
        return "name-taken"
    made = _creations(view, plan, factory)
    others: dict[Path, str] = {}
    for other in view.views_beside(owner.name):
        aliases = imports_of(other, view, owner.name)
        inside = _creations(other, plan, factory)
        asked = any(
            isinstance(n, ast.Attribute) and n.attr == owner.name for n in ast.walk(other.tree)
        )
        imported = any(
            a.name == owner.name
            for n in ast.walk(other.tree)
            if isinstance(n, ast.ImportFrom)
            for a in n.names
        )
        if asked or (imported and (not aliases or inside is None or factory in other.words)):
            return "class-used"
        if aliases and inside:
            others[other.path] = edited(
                other.text, [*(e for _, e in inside), also_importing(other, aliases[0], [factory])]
            )
    if made is None:
        return "class-used"
    edits = [e for _, e in made]
    for method, chain in plan.chains:
        edits.append(_base(view, method, chain))
    lines = [
        line for kind, name in classes.items() for line in ["", "", *_subclass(plan, kind, name)]
    ]
    lines += [
        "",
        "",
        f"{table} = {{",
        *(f"{view.indent}{plan.kinds[k]}: {n}," for k, n in classes.items()),
        "}",
    ]
    lines += ["", "", *_factory(plan, factory, table)]
    end = view.end_of(owner)
    edits.append(Edit(end, end, view.newline.join([*lines, ""])))
    touched = dict.fromkeys(
        [*(f"{owner.name}.{m.name}" for m, _ in plan.chains), *(name for name, _ in made if name)]
    )
    added = [
        f"{n}.{m.name}"
        for k, n in classes.items()
        for m, c in plan.chains
        if _arm(c, k) is not None
    ]
    moved = (
        f" Objects are made by it in {', '.join(p.as_posix() for p in others)} too."
        if others
        else ""
    )
    why = (
        f"Each kind of {owner.name} is a class of its own now, and `{factory}` picks it: what {len(plan.chains)} methods knew of "
        f"{len(plan.kinds)} kinds, each kind knows; another kind is a class and a row of `{table}`.{moved}"
    )
    names = (Proposal(factory, f"it makes a {' '.join(words)}", Rank.MEANING),)
    return ModuleSite(
        line, why, edited(view.text, edits), tuple(touched), (factory, *added), names, others
    )


def _creations(view: ModuleView, plan: _Plan, factory: str) -> list[tuple[str, Edit]] | None:
    """The calls that make objects, with the function each stands in; None if the class is used in
    another way too.

    Outside functions and classes only those that say the kind, and that stand behind the class.
    """
    name = plan.owner.name
    calls = {
        id(n.func): n
        for n in ast.walk(view.tree)
        if isinstance(n, ast.Call) and isinstance(n.func, ast.Name) and n.func.id == name
    }
    asked = {
        id(a)
        for n in ast.walk(view.tree)
        if isinstance(n, ast.Call)
        and isinstance(n.func, ast.Name)
        and n.func.id in ("isinstance", "issubclass")
        for arg in n.args
        for a in ast.walk(arg)
    }
    hints = {id(n) for f in ast.walk(view.tree) for n in _hints_in(f)}
    inside = {
        id(n): f.name for f in functions_of(view.tree) for s in f.node.body for n in ast.walk(s)
    }
    definitions = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef)
    loose = {id(n) for s in view.tree.body if not isinstance(s, definitions) for n in ast.walk(s)}
    found = []
    for node in ast.walk(view.tree):
        if isinstance(node, ast.Name) and node.id == name and id(node) not in asked | hints:
            behind = view.path != plan.view.path or node.lineno > plan.owner.lineno
            fits = id(node) in inside or (
                id(node) in loose
                and behind
                and id(node) in calls
                and _says_kind(calls[id(node)], plan)
            )
            if id(node) not in calls or not fits:
                return None
            found.append((inside.get(id(node), ""), Edit(*view.offsets.span(node), factory)))
    return found


def _says_kind(call: ast.Call, plan: _Plan) -> bool:
    """Whether a call that makes an object has a text as its kind."""
    parameter = _kind_parameter(plan.start, plan.attribute)
    names = [a.arg for a in plan.start.args.args[1:]]
    given: dict[str | None, ast.expr] = {
        **dict(zip(names, call.args, strict=False)),
        **{k.arg: k.value for k in call.keywords},
    }
    kind = given.get(parameter)
    plain = not any(isinstance(a, ast.Starred) for a in call.args) and all(
        k.arg for k in call.keywords
    )
    return plain and isinstance(kind, ast.Constant) and isinstance(kind.value, str)


def _hints_in(node: ast.AST) -> Iterator[ast.AST]:
    hints = [getattr(node, "annotation", None), getattr(node, "returns", None)]
    for hint in hints:
        if isinstance(hint, ast.AST):
            yield from ast.walk(hint)


def _arm(chain: Chain, kind: str) -> list[ast.stmt] | None:
    """The arm of a kind; the first one counts."""
    return next(
        (
            a.body
            for a in chain.arms
            for k in a.keys
            if isinstance(k, ast.Constant) and k.value == kind
        ),
        None,
    )


def _base(view: ModuleView, method: ast.FunctionDef, chain: Chain) -> Edit:
    """The edit that leaves what is done for all other kinds in place of a chain."""
    first, last = chain.statements[0], chain.statements[-1]
    indent = view.indentation(first.lineno)
    number = first.lineno
    lines = moved_lines(view, chain.otherwise or [], indent)
    alone = len(method.body) == len(chain.statements)
    if not lines and alone:
        lines = [f"{indent}pass"]
    start = view.offsets.line_start(number)
    end = view.offsets.line_start((last.end_lineno or last.lineno) + 1)
    return Edit(start, end, view.newline.join([*lines, ""]) if lines else "")


def _subclass(plan: _Plan, kind: str, name: str) -> list[str]:
    view, one = plan.view, plan.view.indent
    about = " ".join(words_of(plan.owner.name))
    text = plan.kinds[kind].replace("\\", "\\\\")
    lines = [
        f"class {name}({plan.owner.name}):",
        f'{one}"""A {about} whose {plan.attribute} is {text}."""',
    ]
    for method, chain in plan.chains:
        arm = _arm(chain, kind)
        if arm is None:
            continue
        returns = f" -> {ast.unparse(method.returns)}" if method.returns is not None else ""
        body = without_doc(method.body)
        at = body.index(chain.statements[0])
        leaves = isinstance(arm[-1], ast.Return | ast.Raise)
        behind = [] if leaves else body[at + len(chain.statements) :]
        parts = [moved_lines(view, part, one * 2) for part in (body[:at], arm, behind)]
        lines += [
            "",
            f"{one}def {method.name}({ast.unparse(method.args)}){returns}:",
            *(line for part in parts for line in part),
        ]
    return lines


def without_doc(body: list[ast.stmt]) -> list[ast.stmt]:
    """The statements of a body behind its docstring."""
    first = body[0]
    is_doc = (
        isinstance(first, ast.Expr)
        and isinstance(first.value, ast.Constant)
        and isinstance(first.value.value, str)
    )
    return body[1:] if is_doc else body


def _factory(plan: _Plan, factory: str, table: str) -> list[str]:
    arguments = ast.arguments(
        [],
        plan.start.args.args[1:],
        None,
        plan.start.args.kwonlyargs,
        plan.start.args.kw_defaults,
        None,
        plan.start.args.defaults,
    )
    kind = _kind_parameter(plan.start, plan.attribute)
    passed = [*(a.arg for a in arguments.args), *(f"{a.arg}={a.arg}" for a in arguments.kwonlyargs)]
    about = " ".join(words_of(plan.owner.name))
    one = plan.view.indent
    return [
        f"def {factory}({ast.unparse(arguments)}):",
        f'{one}"""A {about} of the class for its {plan.attribute}."""',
        f"{one}return {table}.get({kind}, {plan.owner.name})({', '.join(passed)})",
    ]
