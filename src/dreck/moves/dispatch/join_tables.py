"""Tables with the same keys become one table of rows that serves all who look them up.

Why it is safe: the tables are only ever looked into, so that nobody can tell one with several
fields from
several with one; a default that look-ups give becomes a row of its own.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import dataclass

from ...naming.phrases import Rank
from ...naming.proposals import Proposal
from ...naming.words import plural, words_of
from ...outline import Function, all_nodes, child_nodes
from ...source.edits import Edit, edited
from ..alignment import is_value
from ..chains import is_key
from ..imports import is_free, with_import
from ..module_view import ModuleView
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes

_LEAST_TABLES = 2


@dataclass(frozen=True, slots=True)
class _Use:
    """A place where a table is looked into: in which function, what is replaced, and the default
    that is given.
    """

    function: str
    node: ast.expr
    kind: str
    default: ast.expr | None = None


@dataclass(frozen=True, slots=True)
class _Table:
    """A table: its name, the statement and the dict, and its uses."""

    name: str
    statement: ast.stmt
    value: ast.Dict
    uses: tuple[_Use, ...]


@move
class JoinTables(ModuleMove):
    """Bring what is known of a kind together."""

    name = "join-tables"
    summary = "Tables with the same keys become one table of rows with named fields."
    safe_because = (
        "The tables are only looked into; a default that look-ups give becomes a row of its own."
    )
    since = "0.1"
    EXAMPLES = (
        Example(
            "two tables and their defaults",
            """
            _FARE_BY_KIND = {
                "barge": 240,
                "tug": 180,
                "butty": 60,
            }


            def fare(kind: str, tons: int):
                return _FARE_BY_KIND.get(kind, 90) + tons


            _WASH_BY_KIND = {
                "barge": 3,
                "tug": 2,
                "butty": 0,
            }


            def wash(kind: str):
                return _WASH_BY_KIND.get(kind, 1)
            """,
            """
            from typing import NamedTuple


            class Kind(NamedTuple):
                \"\"\"What is known of a kind.\"\"\"

                fare: int
                wash: int


            KINDS = {
                "barge": Kind(fare=240, wash=3),
                "tug": Kind(fare=180, wash=2),
                "butty": Kind(fare=60, wash=0),
            }
            OTHER_KIND = Kind(fare=90, wash=1)


            def fare(kind: str, tons: int):
                return KINDS.get(kind, OTHER_KIND).fare + tons


            def wash(kind: str):
                return KINDS.get(kind, OTHER_KIND).wash
            """,
        ),
        Example(
            "tables without a default",
            """
            _HOURS_OF_GATE = {"upper": 3, "lower": 4}
            _CREW_OF_GATE = {"upper": "two", "lower": "three"}


            def shift(gate: str):
                if gate not in _HOURS_OF_GATE:
                    raise LookupError(gate)
                return _HOURS_OF_GATE[gate], _CREW_OF_GATE[gate]
            """,
            """
            from typing import NamedTuple


            class Gate(NamedTuple):
                \"\"\"What is known of a gate.\"\"\"

                hours: int
                crew: str


            GATES = {
                "upper": Gate(hours=3, crew="two"),
                "lower": Gate(hours=4, crew="three"),
            }


            def shift(gate: str):
                if gate not in GATES:
                    raise LookupError(gate)
                return GATES[gate].hours, GATES[gate].crew
            """,
        ),
    )
    REFUSALS = {
        "table-used": Refusal(
            "one of the tables is handed on, gone through or changed",
            """
            def fare(kind: str):
                return _FARE_BY_KIND[kind]


            _FARE_BY_KIND = {"barge": 240, "tug": 180}
            _WASH_BY_KIND = {"barge": 3, "tug": 2}
            ALL = list(_WASH_BY_KIND)
            """,
        ),
        "defaults": Refusal(
            "some of the tables are looked up with a default and others without, or with several",
            """
            def fare(kind: str):
                return _FARE_BY_KIND.get(kind, 90)


            def wash(kind: str):
                return _WASH_BY_KIND[kind]


            _FARE_BY_KIND = {"barge": 240, "tug": 180}
            _WASH_BY_KIND = {"barge": 3, "tug": 2}
            """,
        ),
        "comments": Refusal(
            "a row has a comment, which would have to find its field",
            """
            def fare(kind: str):
                return _FARE_BY_KIND[kind] + _WASH_BY_KIND[kind]


            _FARE_BY_KIND = {"barge": 240, "tug": 180}  # in pence
            _WASH_BY_KIND = {"barge": 3, "tug": 2}
            """,
        ),
        "name-taken": Refusal(
            "a name that the new table or its rows would get is taken; --name LINE=NAME gives the table another",
            """
            def fare(kind: str):
                return _FARE_BY_KIND[kind] + _WASH_BY_KIND[kind]


            _FARE_BY_KIND = {"barge": 240, "tug": 180}
            _WASH_BY_KIND = {"barge": 3, "tug": 2}
            KINDS = 2
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for tables with the keys of one that the function looks into."""
        mentioned = [n.id for n in all_nodes(function.node) if isinstance(n, ast.Name)]
        statements = {
            ast.unparse(s.targets[0]): s
            for s in view.tree.body
            if isinstance(s, ast.Assign) and len(s.targets) == 1
        }
        groups: dict[tuple[str, ...], list[str]] = {}
        for name, statement in statements.items():
            if isinstance(statement.value, ast.Dict) and _is_constant(statement.value):
                groups.setdefault(
                    tuple(ast.dump(k) for k in statement.value.keys if k is not None), []
                ).append(name)
        for names in groups.values():
            first = statements[names[0]]
            if (
                len(names) < _LEAST_TABLES
                or not set(names) & set(mentioned)
                or wishes.line not in (None, first.lineno)
            ):
                continue
            tables = [_table(view, n, statements[n]) for n in names]
            found = [t for t in tables if t is not None]
            if len(found) < len(tables):
                yield self.leave("table-used", first.lineno)
                continue
            site = _site(view, function, found, wishes)
            yield self.leave(site, first.lineno) if isinstance(site, str) else site


def _is_constant(table: ast.Dict) -> bool:
    keys = all(k is not None and is_key(k) for k in table.keys)
    return (
        keys
        and bool(table.keys)
        and all(map(is_value, table.values))
        and len({ast.dump(k) for k in table.keys if k}) == len(table.keys)
    )


def _table(view: ModuleView, name: str, statement: ast.Assign) -> _Table | None:
    """A table with its uses; None if it is used in another way than looked into by functions."""
    inside = {id(n): f for f, function in view.functions.items() for n in all_nodes(function.node)}
    parents = {id(c): n for n in all_nodes(view.tree) for c in child_nodes(n)}
    uses = []
    for node in all_nodes(view.tree):
        if not isinstance(node, ast.Name) or node.id != name or node is statement.targets[0]:
            continue
        use = _use(node, parents, inside.get(id(node), ""))
        if use is None or not use.function:
            return None
        uses.append(use)
    words = sum(text == name for text in view.words)
    assert isinstance(statement.value, ast.Dict)
    return _Table(name, statement, statement.value, tuple(uses)) if uses and words else None


def _use(node: ast.Name, parents: dict[int, ast.AST], function: str) -> _Use | None:
    parent = parents[id(node)]
    if (
        isinstance(parent, ast.Subscript)
        and parent.value is node
        and isinstance(parent.ctx, ast.Load)
        and not isinstance(parent.slice, ast.Slice)
    ):
        return _Use(function, parent, "item")
    if (
        isinstance(parent, ast.Compare)
        and parent.comparators[-1] is node
        and isinstance(parent.ops[-1], ast.In | ast.NotIn)
    ):
        return _Use(function, node, "in")
    call = parents.get(id(parent))
    if (
        isinstance(parent, ast.Attribute)
        and parent.attr == "get"
        and isinstance(call, ast.Call)
        and call.func is parent
        and not call.keywords
    ):
        default = call.args[1] if len(call.args) == 2 else ast.Constant(None)
        if len(call.args) in (1, 2) and is_value(default):
            return _Use(function, call, "get", default)
    return None


def _site(
    view: ModuleView, function: Function, tables: list[_Table], wishes: Wishes
) -> ModuleSite | str:
    defaults = [
        {ast.dump(u.default): u.default for u in t.uses if u.default is not None} for t in tables
    ]
    with_default = [bool(d) for d in defaults]
    if any(len(d) > 1 for d in defaults) or len(set(with_default)) > 1:
        return "defaults"
    lines = [
        n
        for t in tables
        for n in range(t.statement.lineno, (t.statement.end_lineno or t.statement.lineno) + 1)
    ]
    if any(n in view.comments for n in lines) or any(
        view.comments.get(t.statement.lineno - 1, ("", False))[1] for t in tables
    ):
        return "comments"
    touched = list(dict.fromkeys(u.function for t in tables for u in t.uses))
    if not all(wishes.may_change(f) for f in touched):
        return "table-used"
    fields = [_split(t.name)[0] for t in tables]
    about = _split(tables[0].name)[1] or ["row"]
    line = tables[0].statement.lineno
    proposed = "_".join([*about[:-1], plural(about[-1])]).upper()
    name = wishes.wanted(line, [proposed], constant=True) or proposed
    kind = "".join(w.capitalize() for w in about)
    other = f"OTHER_{'_'.join(about)}".upper()
    new = [name, kind, *([other] if with_default[0] else [])]
    if (
        len(set(fields)) < len(fields)
        or set(new) & view.words
        or len(set(new)) < len(new)
        or not all(f.isidentifier() for f in [*fields, *new])
    ):
        return "name-taken"
    if not is_free(view, "typing", "NamedTuple"):
        return "name-taken"
    made = _rows(
        view, tables, fields, (name, kind, other), [next(iter(d.values()), None) for d in defaults]
    )
    first = tables[0].statement
    start, end = view.offsets.line_start(first.lineno), view.end_of(first)
    edits = [
        *_replaced(view, tables, fields, name, other),
        *(_removed(view, t.statement) for t in tables[1:]),
    ]
    table = Edit(start, end, view.newline.join([*made, ""]))
    edits += with_import(view, "typing", "NamedTuple", table)
    names = (Proposal(name, "what the tables are looked up with", Rank.MEANING),)
    why = f"`{name}` holds all that {len(tables)} tables said of the same {len(tables[0].value.keys)} keys; another kind is one row, and {', '.join(touched)} find it there."
    return ModuleSite(
        first.lineno,
        why,
        edited(view.text, edits),
        tuple(dict.fromkeys([function.name, *touched])),
        names=names,
    )


def _split(table: str) -> tuple[str, list[str]]:
    """The name of the field and the words of what it is about, of ``_FARE_BY_KIND``."""
    words = [w for w in table.lower().split("_") if w]
    at = next(
        (i for i, w in enumerate(words) if w in ("by", "of", "per") and 0 < i < len(words) - 1),
        len(words),
    )
    return "_".join(words[:at]), words_of("_".join(words[at + 1 :]))


def _rows(
    view: ModuleView,
    tables: list[_Table],
    fields: list[str],
    names: tuple[str, str, str],
    defaults: list[ast.expr | None],
) -> list[str]:
    """The class of rows, the table, and the row for all other keys."""
    name, kind, other = names
    one = view.indent
    given = [
        [*t.value.values, *([d] if d is not None else [])]
        for t, d in zip(tables, defaults, strict=True)
    ]
    hints = [
        " | ".join(
            sorted(
                {"None" if v is None else type(v).__name__ for v in map(ast.literal_eval, values)}
            )
        )
        for values in given
    ]
    about = " ".join(_split(tables[0].name)[1]) or "key"
    article = "an" if about[:1] in "aeiou" else "a"
    lines = [f"class {kind}(NamedTuple):", f'{one}"""What is known of {article} {about}."""', ""]
    lines += [f"{one}{f}: {h}" for f, h in zip(fields, hints, strict=True)] + [
        "",
        "",
        f"{name} = {{",
    ]
    for position, key in enumerate(tables[0].value.keys):
        assert key is not None
        values = [view.offsets.source(t.value.values[position]) for t in tables]
        lines.append(f"{one}{view.offsets.source(key)}: {_row(kind, fields, values)},")
    lines.append("}")
    if all(d is not None for d in defaults):
        lines.append(
            f"{other} = {_row(kind, fields, [view.offsets.source(d) for d in defaults if d is not None])}"
        )
    return lines


def _row(kind: str, fields: list[str], values: list[str]) -> str:
    return f"{kind}({', '.join(f'{f}={v}' for f, v in zip(fields, values, strict=True))})"


def _replaced(
    view: ModuleView, tables: list[_Table], fields: list[str], name: str, other: str
) -> Iterator[Edit]:
    """The edits of all places where the tables are looked into."""
    for table, field in zip(tables, fields, strict=True):
        for use in table.uses:
            start, end = view.offsets.span(use.node)
            if isinstance(use.node, ast.Subscript):
                yield Edit(start, start + len(table.name), name)
                yield Edit(end, end, f".{field}")
            elif isinstance(use.node, ast.Call):
                key = view.offsets.source(use.node.args[0])
                yield Edit(start, end, f"{name}.get({key}, {other}).{field}")
            else:
                yield Edit(start, end, name)


def _removed(view: ModuleView, statement: ast.stmt) -> Edit:
    """The edit that takes a table out, with the blank lines before it."""
    start, end = view.start_of(statement), view.end_of(statement)
    number = statement.lineno
    while number > 1 and not view.offsets.line(number - 1).strip():
        number -= 1
    return Edit(min(start, view.offsets.line_start(number)), end, "")
