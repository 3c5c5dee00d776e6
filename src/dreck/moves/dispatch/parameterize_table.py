"""A table that a function reads can be passed in: a keyword argument with the table as its default.

Why it is safe: nobody can have passed the argument before, and its default is the table itself.
That nobody
sets the name of the table anew from outside is listed where others may know it.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

from ...logic.bindings import parameters
from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import words_of
from ...outline import Function, FunctionNode, all_nodes
from ...source.edits import Edit, edited
from ..alike import visible_locals
from ..module_view import ModuleView, own_nodes
from ..reach import Reach
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_PLAIN = frozenset({"staticmethod", "classmethod"})


@move
class ParameterizeTable(ModuleMove):
    """Let callers pass another table."""

    reach = Reach.ACROSS
    name = "parameterize-table"
    summary = "A table that a function reads becomes a keyword argument, the table its default."
    safe_because = "Nobody can have passed the argument before, and its default is the table."
    since = "0.1"
    EXAMPLES = (
        Example(
            "rows that a loop goes through",
            """
            SURCHARGE_ROWS = (
                (200, 50),
                (250, 70),
            )


            def surcharge(length: int, night) -> int:
                pence = 0
                for limit, added in SURCHARGE_ROWS:
                    if length > limit:
                        pence += added
                return pence
            """,
            """
            SURCHARGE_ROWS = (
                (200, 50),
                (250, 70),
            )


            def surcharge(length: int, night, *, rows=SURCHARGE_ROWS) -> int:
                pence = 0
                for limit, added in rows:
                    if length > limit:
                        pence += added
                return pence
            """,
            "proved-under",
        ),
        Example(
            "a dict in a function with annotations",
            """
            FARE_BY_KIND = {"barge": 240, "tug": 180}


            def fare(kind: str = "barge") -> int:
                return FARE_BY_KIND.get(kind, 60)
            """,
            """
            FARE_BY_KIND = {"barge": 240, "tug": 180}


            def fare(kind: str = "barge", *, fare_by_kind: dict[str, int] = FARE_BY_KIND) -> int:
                return fare_by_kind.get(kind, 60)
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "any-keyword": Refusal(
            "the function takes any keyword, or is decorated, so that another argument may be noticed",
            """
            FARES = {"barge": 240, "tug": 180}


            def fare(kind, **notes):
                return FARES.get(kind, 60)
            """,
        ),
        "defined-later": Refusal(
            "the table is made behind the function, or set several times, so that it is no default",
            """
            def fare(kind):
                return FARES.get(kind, 60)


            FARES = {"barge": 240, "tug": 180}
            """,
        ),
        "name-taken": Refusal(
            "the name of the argument means something in the function already; --name LINE=NAME gives another",
            """
            FARES = {"barge": 240, "tug": 180}


            def pay(fares, kind):
                return fares + FARES[kind]
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for names of tables that a function reads."""
        node = function.node
        if function.around:
            return
        for table in dict.fromkeys(
            n.id for n in own_nodes(node) if isinstance(n, ast.Name) and n.id.isupper()
        ):
            stores = [s for s in view.tree.body if table in _targets(s)]
            value = getattr(stores[0], "value", None) if stores else None
            if not isinstance(value, ast.Dict | ast.Tuple | ast.List) or wishes.line not in (
                None,
                node.lineno,
            ):
                continue
            found = (
                _site(view, function, table, value, wishes)
                if len(stores) == 1 and stores[0].lineno < node.lineno
                else "defined-later"
            )
            yield self.leave(found, node.lineno) if isinstance(found, str) else found


def _targets(statement: ast.stmt) -> set[str]:
    targets = (
        statement.targets
        if isinstance(statement, ast.Assign)
        else [statement.target] if isinstance(statement, ast.AnnAssign) else []
    )
    return {t.id for t in targets if isinstance(t, ast.Name)}


def _site(
    view: ModuleView, function: Function, table: str, value: ast.expr, wishes: Wishes
) -> ModuleSite | str:
    node = function.node
    plain = all(isinstance(d, ast.Name) and d.id in _PLAIN for d in node.decorator_list)
    if node.args.kwarg is not None or not plain:
        return "any-keyword"
    proposed = "_".join(_without(words_of(table), words_of(node.name)))
    wish = wishes.wanted(node.lineno, [proposed])
    name = wish or proposed
    if not name.isidentifier() or name in visible_locals(function) | view.top_names | {
        a.arg for a in parameters(node)
    }:
        return "name-taken"
    reads = [
        n for s in node.body for n in all_nodes(s) if isinstance(n, ast.Name) and n.id == table
    ]
    hint = _hint(value) if _is_annotated(node, method=id(node) in view.owners) else ""
    new = f"{name}: {hint} = {table}" if hint else f"{name}={table}"
    edits = [Edit(*view.offsets.span(n), name) for n in reads]
    edits.append(_in_signature(view, node, new))
    text = edited(view.text, edits)
    try:
        ast.parse(text)
    except SyntaxError:  # a default in parentheses of its own, or the like
        return "name-taken"
    why = f"Callers can give `{node.name}` another `{name}` now; without it `{table}` is taken as before."
    return ModuleSite(
        node.lineno,
        why,
        text,
        (function.name,),
        names=(Proposal(name, f"it is {table}", Rank.MEANING if wish is None else Rank.ASKED),),
    )


def _without(words: list[str], known: list[str]) -> list[str]:
    """The words of a table, less those that its function has in front."""
    rest = words[len(known) :] if words[: len(known)] == known else words
    return rest if rest and rest[0] != "by" else words


def _in_signature(view: ModuleView, node: FunctionNode, new: str) -> Edit:
    """The edit that adds a keyword-only parameter behind all others."""
    arguments = node.args
    every = [
        *arguments.posonlyargs,
        *arguments.args,
        *([arguments.vararg] if arguments.vararg else []),
        *arguments.kwonlyargs,
    ]
    parts: list[ast.expr | ast.arg] = [
        *every,
        *arguments.defaults,
        *(d for d in arguments.kw_defaults if d is not None),
    ]
    star = "" if arguments.kwonlyargs or arguments.vararg else "*, "
    if not parts:
        at = (
            view.text.index(
                "(", view.text.index(node.name, view.offsets.of(node.lineno, node.col_offset) + 3)
            )
            + 1
        )
        return Edit(at, at, f"{star}{new}")
    end = max(view.offsets.of(p.end_lineno or p.lineno, p.end_col_offset or 0) for p in parts)
    if (
        arguments.posonlyargs
        and not arguments.args
        and not arguments.vararg
        and not arguments.kwonlyargs
    ):
        end = view.text.index("/", end) + 1
    return Edit(end, end, f", {star}{new}")


def _is_annotated(node: FunctionNode, *, method: bool) -> bool:
    every = parameters(node)[1 if method else 0 :]
    return node.returns is not None and all(a.annotation is not None for a in every)


def _hint(value: ast.expr) -> str:
    """The annotation of a table; empty where one of its parts is no constant."""
    if isinstance(value, ast.Dict):
        inside = [_union([k for k in value.keys if k is not None]), _union(value.values)]
        return f"dict[{', '.join(inside)}]" if all(inside) else ""
    if isinstance(value, ast.List | ast.Tuple):
        inside = [_union(value.elts)]
        return (
            ""
            if not inside[0]
            else f"list[{inside[0]}]" if isinstance(value, ast.List) else f"tuple[{inside[0]}, ...]"
        )
    return ""


def _union(values: list[ast.expr]) -> str:
    found = sorted({_of_entry(v) for v in values})
    return "" if "" in found else " | ".join(found)


def _of_entry(value: ast.expr) -> str:
    if isinstance(value, ast.Tuple):
        parts = [_of_entry(e) for e in value.elts]
        return f"tuple[{', '.join(parts)}]" if parts and all(parts) else ""
    if isinstance(value, ast.UnaryOp):
        value = value.operand
    if not isinstance(value, ast.Constant):
        return ""
    return "None" if value.value is None else type(value.value).__name__
