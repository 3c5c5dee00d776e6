"""Classes that are asked for together get an abstract base class, which stands for them.

Why it is safe: the base class only says what all of them can do already, and nobody else can be
derived from
it; asking for it is asking for them. That no class elsewhere minds the new base is listed.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import words_of
from ...outline import Function, all_nodes, functions_of
from ...source.edits import Edit, edited
from ..imports import is_free, is_imported, with_import
from ..module_view import ModuleView, own_nodes
from ..reach import Reach
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_LEAST_CLASSES = 2


@move
class CommonBase(ModuleMove):
    """Give classes an abstract base class."""

    reach = Reach.ACROSS
    name = "common-base"
    summary = (
        "Classes that are asked for together get an abstract base class, which stands for them."
    )
    safe_because = "The base class only says what all of them can do already, and asking for it is asking for them."
    since = "0.1"
    EXAMPLES = (
        Example(
            "after each class has got its method",
            """
            def fee(vessel, nights: int):
                if isinstance(vessel, (Barge, Tug)):
                    return vessel.fee(nights)
                return 60 * nights


            class Barge:
                \"\"\"A boat for cargo.\"\"\"

                def fee(self, nights: int) -> int:
                    return 240 * nights


            # with a licence to tow
            class Tug:
                def fee(self, nights: int) -> int:
                    return 180

                def tow(self, other):
                    return other
            """,
            """
            from abc import ABC, abstractmethod


            def fee(vessel, nights: int):
                if isinstance(vessel, Vessel):
                    return vessel.fee(nights)
                return 60 * nights


            class Vessel(ABC):
                \"\"\"What Barge and Tug have in common.\"\"\"

                @abstractmethod
                def fee(self, nights: int) -> int: ...


            class Barge(Vessel):
                \"\"\"A boat for cargo.\"\"\"

                def fee(self, nights: int) -> int:
                    return 240 * nights


            # with a licence to tow
            class Tug(Vessel):
                def fee(self, nights: int) -> int:
                    return 180

                def tow(self, other):
                    return other
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "nothing-common": Refusal(
            "the classes have no method in common, so that a base class would promise nothing",
            """
            def fee(vessel):
                if isinstance(vessel, (Barge, Tug)):
                    return 240
                return 60


            class Barge: ...
            class Tug: ...
            """,
        ),
        "has-bases": Refusal(
            "one of the classes has a base class, slots or a metaclass already, or some class has several bases",
            """
            def fee(vessel):
                if isinstance(vessel, (Barge, Tug)):
                    return vessel.fee()
                return 60


            class Barge(dict):
                def fee(self): ...


            class Tug:
                def fee(self): ...
            """,
        ),
        "name-taken": Refusal(
            "the name that the base class would get is taken; --name LINE=NAME gives another",
            """
            def fee(barge):
                if isinstance(barge, (Barge, Tug)):
                    return barge.fee()
                return 60


            class Barge:
                def fee(self): ...


            class Tug:
                def fee(self): ...
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for questions whether an object is of one of several classes of this module."""
        owners = {s.name: s for s in view.tree.body if isinstance(s, ast.ClassDef)}
        for node in own_nodes(function.node):
            asked = _asked(node)
            if (
                asked is None
                or not asked[0]
                or not set(asked[1]) <= set(owners)
                or wishes.line not in (None, asked[2])
            ):
                continue
            kinds = sorted((owners[n] for n in asked[1]), key=lambda c: c.lineno)
            found = _site(view, function, asked[0], kinds, asked[2], wishes)
            yield self.leave(found, asked[2]) if isinstance(found, str) else found
            return


def _asked(node: ast.AST) -> tuple[str, tuple[str, ...], int] | None:
    """The subject of a question for several classes, the classes, and the line."""
    if (
        not isinstance(node, ast.Call)
        or not isinstance(node.func, ast.Name)
        or node.func.id != "isinstance"
        or len(node.args) != 2
    ):
        return None
    subject, kinds = node.args
    if not isinstance(kinds, ast.Tuple) or not all(isinstance(e, ast.Name) for e in kinds.elts):
        return None
    names = tuple(e.id for e in kinds.elts if isinstance(e, ast.Name))
    word = (
        subject.id
        if isinstance(subject, ast.Name)
        else subject.attr if isinstance(subject, ast.Attribute) else ""
    )
    return (word, names, node.lineno) if len(set(names)) >= _LEAST_CLASSES else None


def _site(
    view: ModuleView,
    function: Function,
    subject: str,
    kinds: list[ast.ClassDef],
    line: int,
    wishes: Wishes,
) -> ModuleSite | str:
    several = any(isinstance(n, ast.ClassDef) and len(n.bases) > 1 for n in all_nodes(view.tree))
    slots = any(
        isinstance(n, ast.Name) and n.id == "__slots__" for c in kinds for n in all_nodes(c)
    )
    if several or slots or any(c.bases or c.keywords or c.decorator_list for c in kinds):
        return "has-bases"
    methods = _in_common(kinds)
    if not methods:
        return "nothing-common"
    proposed = "".join(w.capitalize() for w in words_of(subject))
    wish = wishes.wanted(line, [proposed])
    name = wish or proposed
    if (
        name in view.words
        or not name.isidentifier()
        or not is_free(view, "abc", "ABC")
        or not is_free(view, "abc", "abstractmethod")
    ):
        return "name-taken"
    names = [c.name for c in kinds]
    one = view.indent
    stubs = [
        line for m in methods for line in ("", f"{one}@abstractmethod", f"{one}{_head(m)} ...")
    ]
    known = f"{', '.join(names[:-1])} and {names[-1]}"
    lines = [f"class {name}(ABC):", f'{one}"""What {known} have in common."""', *stubs, "", "", ""]
    at = view.start_of(kinds[0])
    new = Edit(at, at, view.newline.join(lines))
    missing = [n for n in ("ABC", "abstractmethod") if not is_imported(view, "abc", n)]
    edits = with_import(view, "abc", ", ".join(missing), new) if missing else [new]
    for kind in kinds:
        end = view.text.index(kind.name, view.offsets.of(kind.lineno, kind.col_offset)) + len(
            kind.name
        )
        close = view.text.index(")", end) + 1 if view.text[end : end + 1] == "(" else end
        edits.append(Edit(end, close, f"({name})"))
    touched: dict[str, None] = {}
    for each in functions_of(view.tree):
        for node in own_nodes(each.node):
            asked = _asked(node)
            if asked is not None and set(asked[1]) == set(names) and isinstance(node, ast.Call):
                touched[each.name] = None
                edits.append(Edit(*view.offsets.span(node.args[1]), name))
    said = f"{', '.join(touched)} {'asks' if len(touched) == 1 else 'ask'}"
    why = (
        f"`{name}` says what {known} have in common, and stands for them: {said} for it and for none of them. "
        f"Another kind is a class derived from it, which has to have {', '.join(m.name for m in methods)}."
    )
    names_given = (
        Proposal(
            name,
            f"that is what {function.name} calls them",
            Rank.MEANING if wish is None else Rank.ASKED,
        ),
    )
    return ModuleSite(line, why, edited(view.text, edits), tuple(touched), names=names_given)


def _in_common(kinds: list[ast.ClassDef]) -> list[ast.FunctionDef]:
    """The public methods that all classes have with the same parameters, none of which has a
    default.
    """
    found = []
    for method in kinds[0].body:
        if (
            not isinstance(method, ast.FunctionDef)
            or method.name.startswith("_")
            or method.decorator_list
            or method.args.defaults
        ):
            continue
        same = [
            s
            for c in kinds[1:]
            for s in c.body
            if isinstance(s, ast.FunctionDef) and _head(s) == _head(method) and not s.decorator_list
        ]
        if len(same) == len(kinds) - 1:
            found.append(method)
    return found


def _head(method: ast.FunctionDef) -> str:
    returns = f" -> {ast.unparse(method.returns)}" if method.returns is not None else ""
    return f"def {method.name}({ast.unparse(method.args)}){returns}:"
