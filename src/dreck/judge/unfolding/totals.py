"""Totals under the keys of a dict of the function's own, in one form.

``if k in d: d[k] += x``, ``else: d[k] = x``; ``d.setdefault(k, 0)`` and ``d[k] += x``;
``d[k] += x`` of a ``defaultdict(int)`` or ``Counter()`` that is handed back as ``dict(d)``: all of
these are ``d[k] = d.get(k, 0) + x`` where numbers are added. Nobody sees the dict meanwhile. A key
that is read several times is taken for the same (``stable-read``), and a number that is put there
as it is for one that adding to 0 leaves as it is (``as-declared``).
"""

from __future__ import annotations

import ast

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..face.wording import shortened
from ..world.around import Names
from ..world.names import is_from
from ..world.operators import may_act
from ..world.scope import FunctionNode
from .form_work import FormWork, names_bound
from .stand_ins import note_stand_in
from .sunk_stores import is_its_own, is_seen_from_elsewhere
from .tables_read import change_blocks
from .what_is_gone_through import (
    heads_declared,
    heads_of,
    is_awkward,
    is_builtin,
    is_list,
    is_named,
    reads,
    stores,
)

# How often a key is read where something is added to what is there, and is put there again.
_ADDED_TO = 3
# What a dict of its own kind may be asked without making what is missing.
_READING = frozenset({"items", "keys", "values", "get"})


def totals(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that adds its totals up in one form, and what that rests on; None if it adds none
    up in any other.
    """
    if not any(map(_may_be_total, all_nodes(function))):
        return None
    if is_awkward(function) or is_seen_from_elsewhere(function):
        return None
    made = copied(function)
    counted = _counted(made, names)
    work = _Work(made, names)
    work.changed = counted
    if not work.own and not work.lists:
        return None
    change_blocks(made, work.block)
    return work.result(made)


def _may_be_total(node: ast.AST) -> bool:
    """Whether a node makes an empty dict, or one that makes what it lacks."""
    if isinstance(node, ast.Dict):
        return not node.keys
    word = getattr(node, "id", getattr(node, "attr", ""))
    return word in ("Counter", "defaultdict")


class _Work(FormWork):
    def __init__(self, function: FunctionNode, names: Names) -> None:
        super().__init__(function, names)
        self.locals = names_bound(function)
        started = {n: v for s in function.body for n, v in [_given(s)] if n and v is not None}
        once = {n: v for n, v in started.items() if stores(n, function) == 1}
        plain = {n for n, v in once.items() if isinstance(v, ast.Dict) and not v.keys}
        self.special = {
            n
            for n, v in once.items()
            if self._makes_what_is_missing(v, "int") and self._is_only_added_to(n)
        }
        self.lists = {
            n
            for n, v in once.items()
            if self._makes_what_is_missing(v, "list") and self._is_only_added_to(n)
        }
        self.own = {n for n in plain if is_its_own(n, _without_copies(n, function))}
        self.own |= self.special

    def _makes_what_is_missing(self, value: ast.expr, kind: str) -> bool:
        """Whether a value is a new dict that gives 0, or an empty list, for what it does not have."""
        if not isinstance(value, ast.Call) or value.keywords:
            return False
        written, trees = ast.unparse(value.func), self.names.declared.trees
        if stores(written.partition(".")[0], self.function):
            return False
        if is_from(written, "collections", "Counter", trees):
            return not value.args and kind == "int"
        of_kind = len(value.args) == 1 and is_named(value.args[0], kind)
        known = of_kind and is_builtin(kind, self.function, self.names)
        return known and is_from(written, "collections", "defaultdict", trees)

    def _is_only_added_to(self, name: str) -> bool:
        """Whether a dict of its own kind is only added to, read without making anything, and handed
        back as a plain one.
        """
        others = _without_copies(name, self.function)
        if not is_its_own(name, others) or not is_builtin("dict", self.function, self.names):
            return False
        for node in all_nodes(others):
            if isinstance(node, ast.Attribute) and is_named(node.value, name):
                if node.attr not in _READING:
                    return False
        in_results = [n for n in all_nodes(others) if isinstance(n, ast.Return)]
        if sum(reads(name, n) for n in in_results) > sum(
            isinstance(a, ast.Attribute) and is_named(a.value, name)
            for n in in_results
            for a in all_nodes(n)
        ):
            return False
        entries = [
            n for n in all_nodes(others) if isinstance(n, ast.Subscript) and is_named(n.value, name)
        ]
        added: list[ast.expr] = [
            n.target
            for n in all_nodes(others)
            if isinstance(n, ast.AugAssign) and isinstance(n.op, ast.Add)
        ]
        added += [a.value for n in all_nodes(others) if (a := _appending(n)) is not None]
        return bool(entries) and all(any(e is a for a in added) for e in entries)

    def block(self, block: list[ast.stmt]) -> list[ast.stmt]:
        """A block whose totals are in that form."""
        found: list[ast.stmt] = []
        for statement in block:
            name, value = _given(statement)
            if name in self.special | self.lists and value is not None:
                assert isinstance(statement, ast.Assign | ast.AnnAssign)
                statement.value = ast.copy_location(ast.Dict([], []), value)
                self.changed = True
            if isinstance(statement, ast.Return) and statement.value is not None:
                statement.value = self._as_it_is(statement.value)
            new = self._of_two(found[-1], statement) if found else None
            if new is not None:
                found.pop()
            new = new or self._of_one(statement)
            if new is None:
                change_blocks(statement, self.block)
                new = [statement]
            found += new
        return found

    def _as_it_is(self, value: ast.expr) -> ast.expr:
        """What is handed back, where a copy is made of a dict that nobody else has."""
        name = _copied(value)
        if name not in self.own | self.lists or not is_builtin("dict", self.function, self.names):
            return value
        self.changed = True
        return ast.copy_location(ast.Name(name, ast.Load()), value)

    def _of_one(self, statement: ast.stmt) -> list[ast.stmt] | None:
        """A total in one form; None for any other statement."""
        appending = _appending(statement)
        entry = appending.value if appending is not None else None
        if isinstance(entry, ast.Subscript) and isinstance(entry.value, ast.Name):
            if appending is not None and entry.value.id in self.lists:
                method = ast.Attribute(entry.value, "setdefault", ast.Load())
                empty = ast.List([], ast.Load())
                appending.value = ast.copy_location(
                    ast.Call(method, [entry.slice, empty], []), entry
                )
                return [statement]
        added = self._added(statement)
        if added is not None:
            name, key, value, often = added
            makes = isinstance(statement, ast.AugAssign) and name in self.special
            if often in (1, _ADDED_TO) and not makes:
                return None  # what is missing raises
            return self._total(statement, name, key, value, often)
        if not isinstance(statement, ast.If) or len(statement.body) != 1:
            return None
        asked = self._asked(statement.test)
        if asked is None or len(statement.orelse) != 1:
            return None
        name, key, is_there = asked
        there, missing = statement.body[0], statement.orelse[0]
        if not is_there:
            there, missing = missing, there
        more, first = self._added(there), self._put(missing)
        if more is None or first is None or more[3] not in (1, _ADDED_TO):
            return None
        same = _same(more[1], key) and _same(first[1], key) and _same(more[2], first[2])
        if not same or (more[0], first[0]) != (name, name) or not self._is_number(name, first[2]):
            return None
        return self._total(statement, name, key, more[2], 3)

    def _of_two(self, first: ast.stmt, second: ast.stmt) -> list[ast.stmt] | None:
        """A total whose entry is made by the statement before, where it is missing."""
        more = self._added(second)
        if more is None or more[3] not in (1, _ADDED_TO):
            return None
        name, key, value, _ = more
        put: tuple[str, ast.expr, ast.expr] | None = None
        if isinstance(first, ast.If) and len(first.body) == 1 and not first.orelse:
            asked = self._asked(first.test)
            if asked is None or asked[0] != name or asked[2] or not _same(asked[1], key):
                return None
            put = self._put(first.body[0])
        elif isinstance(first, ast.Expr) and isinstance(first.value, ast.Call):
            call = first.value
            of = call.func.value if isinstance(call.func, ast.Attribute) else None
            makes = of is not None and call.func.attr == "setdefault"  # type: ignore[attr-defined]
            if makes and isinstance(of, ast.Name) and len(call.args) == 2 and not call.keywords:
                put = of.id, call.args[0], call.args[1]
        if put is None or put[0] != name or not _same(put[1], key) or not _is_zero(put[2]):
            return None
        return self._total(second, name, key, value, 3)

    def _added(self, statement: ast.stmt) -> tuple[str, ast.expr, ast.expr, int] | None:
        """The dict, the key and what is added under it, and how often the key is read more than
        once.
        """
        if isinstance(statement, ast.AugAssign) and isinstance(statement.op, ast.Add):
            entry = self._entry(statement.target)
            return None if entry is None else (*entry, statement.value, 1)
        if not isinstance(statement, ast.Assign) or len(statement.targets) > 1:
            return None
        entry, value = self._entry(statement.targets[0]), statement.value
        if entry is None or not isinstance(value, ast.BinOp) or not isinstance(value.op, ast.Add):
            return None
        old = value.left
        if isinstance(old, ast.Call) and isinstance(old.func, ast.Attribute):
            got = is_named(old.func.value, entry[0]) and old.func.attr == "get"
            fits = got and len(old.args) == 2 and not old.keywords and _is_zero(old.args[1])
            return (*entry, value.right, 2) if fits and _same(old.args[0], entry[1]) else None
        again = self._entry(old)
        same = again is not None and again[0] == entry[0] and _same(again[1], entry[1])
        return (*entry, value.right, _ADDED_TO) if same else None

    def _entry(self, place: ast.expr) -> tuple[str, ast.expr] | None:
        owner = place.value if isinstance(place, ast.Subscript) else None
        if not isinstance(owner, ast.Name) or owner.id not in self.own:
            return None
        assert isinstance(place, ast.Subscript)
        return owner.id, place.slice

    def _put(self, statement: ast.stmt) -> tuple[str, ast.expr, ast.expr] | None:
        if not isinstance(statement, ast.Assign) or len(statement.targets) > 1:
            return None
        entry = self._entry(statement.targets[0])
        return None if entry is None else (*entry, statement.value)

    def _asked(self, test: ast.expr) -> tuple[str, ast.expr, bool] | None:
        """The dict and the key that a condition asks for, and whether it must be there."""
        if not isinstance(test, ast.Compare) or len(test.ops) != 1:
            return None
        owner = test.comparators[0]
        if not isinstance(test.ops[0], ast.In | ast.NotIn) or not isinstance(owner, ast.Name):
            return None
        if owner.id not in self.own:
            return None
        return owner.id, test.left, isinstance(test.ops[0], ast.In)

    def _total(
        self, at: ast.stmt, name: str, key: ast.expr, value: ast.expr, often: int
    ) -> list[ast.stmt] | None:
        """The statements that add a value up under a key."""
        first: list[ast.stmt] = []
        if reads(name, key) or reads(name, value):
            return None  # whether an entry is there may be seen meanwhile
        if isinstance(key, ast.Name) and key.id in self.locals:
            held: ast.expr = key
        elif isinstance(key, ast.Constant):
            held = key
        else:
            if often > 1 and not self._may_be_read_once(key):
                return None
            if often > 2 and may_act("hash", self.names.declared.trees):
                return None
            held = ast.Name(self.numbered(f"{name}.key"), ast.Load())
            note_stand_in(self.function, held.id, ast.unparse(key))
            first = [ast.Assign([ast.Name(held.id, ast.Store())], key)]
        got = ast.Attribute(ast.Name(name, ast.Load()), "get", ast.Load())
        old = ast.Call(got, [copied(held), ast.Constant(0)], [])
        entry = ast.Subscript(ast.Name(name, ast.Load()), held, ast.Store())
        made = ast.Assign([entry], ast.BinOp(old, ast.Add(), value))
        self.changed = True
        if often > 2 and not isinstance(key, ast.Constant):
            about = shortened(key)
            breaks = f"{about} that does something when it is looked up"
            self.rest_on(AssumptionKind.NO_EFFECT, about, breaks)
        self._takes_for_number(value)
        return [ast.copy_location(s, at) for s in (*first, made)]

    def _may_be_read_once(self, key: ast.expr) -> bool:
        """Whether a key that is read several times may be read once."""
        if not all(isinstance(n, _READS) for n in all_nodes(key)):
            return False
        attributes = [n.attr for n in all_nodes(key) if isinstance(n, ast.Attribute)]
        if not all(map(self.names.is_steady, attributes)):
            return False
        about = shortened(key)
        breaks = f"a value of `{about}` that is another one when it is read again"
        self.rest_on(AssumptionKind.STABLE_READ, about, breaks)
        return True

    def _is_number(self, name: str, value: ast.expr) -> bool:
        """Whether adding a value, which is put into a dict, to 0 gives that value."""
        if isinstance(value, ast.Constant):
            return type(value.value) is int
        if isinstance(value, ast.Call) and is_named(value.func, "len"):
            return is_builtin("len", self.function, self.names)
        heads = []
        if isinstance(value, ast.Name) and not stores(value.id, self.function):
            heads = heads_of(value.id, self.function, self.names)
        elif isinstance(value, ast.Attribute):
            heads = heads_declared(value.attr, self.names)
        value_heads, heads = heads, heads or self._heads_of_totals(name)
        if not heads or not set(heads) <= _NUMBERS or not all(map(self.names.is_builtin, heads)):
            return False
        about = shortened(value)
        odd = "-0.0" if "float" in heads else "a bool"
        odd = odd if value_heads else f"no number, or {odd}"
        breaks = f"{about} that is {odd}"
        self.rest_on(AssumptionKind.AS_DECLARED, about, breaks)
        return True

    def _heads_of_totals(self, name: str) -> list[str]:
        """What the values of a dict are declared to be: where it is made, or handed back."""
        hints = [
            n.annotation
            for n in all_nodes(self.function)
            if isinstance(n, ast.AnnAssign) and is_named(n.target, name)
        ]
        results = [n.value for n in all_nodes(self.function) if isinstance(n, ast.Return)]
        if any(v is not None and is_named(v, name) for v in results) and self.function.returns:
            hints.append(self.function.returns)
        inner = [h.slice for h in hints if isinstance(h, ast.Subscript)]
        pairs = [s.elts for s in inner if isinstance(s, ast.Tuple) and len(s.elts) == 2]
        return [getattr(p[1], "id", "") for p in pairs]

    def _takes_for_number(self, value: ast.expr) -> None:
        """What is added to 0 is a number, which adding in place leaves alone."""
        if isinstance(value, ast.Constant):
            return
        heads = []
        if isinstance(value, ast.Name):
            heads = heads_of(value.id, self.function, self.names)
        elif isinstance(value, ast.Attribute):
            heads = heads_declared(value.attr, self.names)
        if not heads or not set(heads) <= _NUMBERS:
            about = shortened(value)
            breaks = f"{about} that is no number, and is changed where something is added to it"
            self.rest_on(AssumptionKind.AS_USED, about, breaks)


_NUMBERS = frozenset({"int", "float"})
_READS = (ast.Name, ast.Attribute, ast.Subscript, ast.Constant, ast.Load, ast.Tuple)


def _given(statement: ast.stmt) -> tuple[str, ast.expr | None]:
    """The name that a statement gives a value, and that."""
    target: ast.expr | None = None
    value: ast.expr | None = None
    if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
        target, value = statement.targets[0], statement.value
    elif isinstance(statement, ast.AnnAssign):
        target, value = statement.target, statement.value
    return (target.id, value) if isinstance(target, ast.Name) else ("", None)


def _appending(statement: ast.AST) -> ast.Attribute | None:
    """What appends to what is under a key, where a statement does nothing else."""
    call = statement.value if isinstance(statement, ast.Expr) else None
    method = call.func if isinstance(call, ast.Call) else None
    if not isinstance(method, ast.Attribute) or method.attr != "append":
        return None
    return method if isinstance(method.value, ast.Subscript) else None


def _copied(value: ast.expr) -> str:
    """The name of which a plain dict is made: ``dict(counts)``."""
    is_call = isinstance(value, ast.Call) and is_named(value.func, "dict")
    if not is_call or not isinstance(value, ast.Call) or value.keywords or len(value.args) != 1:
        return ""
    return value.args[0].id if isinstance(value.args[0], ast.Name) else ""


def _without_copies(name: str, function: FunctionNode) -> FunctionNode:
    """A function that hands a name back where it hands back a copy of what it stands for."""
    found = _Copies(name).visit(copied(function))
    assert isinstance(found, ast.FunctionDef | ast.AsyncFunctionDef)
    return found


class _Copies(ast.NodeTransformer):
    def __init__(self, name: str) -> None:
        self.name = name

    def visit_Return(self, node: ast.Return) -> ast.AST:
        if node.value is not None and _copied(node.value) == self.name:
            return ast.copy_location(ast.Return(ast.Constant(None)), node)
        return node


def _is_zero(value: ast.expr) -> bool:
    return isinstance(value, ast.Constant) and type(value.value) is int and value.value == 0


def _same(one: ast.expr, other: ast.expr) -> bool:
    return ast.unparse(one) == ast.unparse(other)


def _counted(function: FunctionNode, names: Names) -> bool:
    """Count in loops what ``Counter(...)`` counts at once; whether there is such a thing."""
    found: list[ast.stmt] = []
    for statement in function.body:
        value = statement.value if isinstance(statement, ast.Return | ast.Assign) else None
        copied = isinstance(statement, ast.Return)
        if copied and isinstance(value, ast.Call) and is_named(value.func, "dict"):
            plain = is_builtin("dict", function, names) and not value.keywords
            value = value.args[0] if plain and len(value.args) == 1 else None
        elif copied:
            value = None
        name = _given(statement)[0] if isinstance(statement, ast.Assign) else _COUNTS
        rounds = None if not name else _rounds(value, name, function, names)
        if rounds is None or not isinstance(value, ast.Call):
            found.append(statement)
            continue
        start = ast.Assign([ast.Name(name, ast.Store())], ast.Call(value.func, [], []))
        found += [ast.copy_location(s, statement) for s in (start, rounds)]
        if isinstance(statement, ast.Return) and isinstance(statement.value, ast.Call):
            statement.value.args = [ast.Name(name, ast.Load())]
            found.append(statement)
    changed = len(found) > len(function.body)
    function.body = found
    ast.fix_missing_locations(function)
    return changed


# What counts, and what is counted.
_COUNTS, _COUNTED = "counts.new", "counted.each"


def _rounds(
    value: ast.expr | None, name: str, function: FunctionNode, names: Names
) -> ast.stmt | None:
    """The loop that counts what a ``Counter`` is given; None for anything else, and if that may be
    a dict.
    """
    if not isinstance(value, ast.Call) or value.keywords or len(value.args) != 1:
        return None
    written, through = ast.unparse(value.func), value.args[0]
    known = is_from(written, "collections", "Counter", names.declared.trees)
    if not known or stores(written.partition(".")[0], function):
        return None
    note_stand_in(function, _COUNTED, "each")
    entry = ast.Subscript(ast.Name(name, ast.Load()), ast.Name(_COUNTED, ast.Load()), ast.Store())
    more = ast.AugAssign(entry, ast.Add(), ast.Constant(1))
    place = ast.Name(_COUNTED, ast.Store())
    if isinstance(through, ast.GeneratorExp) and len(through.generators) == 1:
        generator = through.generators[0]
        body: list[ast.stmt] = [ast.Assign([place], through.elt), more]
        for test in reversed(generator.ifs):
            body = [ast.If(test, body, [])]
        if generator.is_async or any(_is_seen(n, through, function) for n in _given_by(generator)):
            return None
        return ast.For(generator.target, generator.iter, body, [])
    if not is_list(through, function, names):
        return None
    return ast.For(place, through, [more], [])


def _is_seen(name: str, generator: ast.expr, function: FunctionNode) -> bool:
    """Whether a name of a generator means something outside of it."""
    given = any(isinstance(n, ast.arg) and n.arg == name for n in all_nodes(function))
    inside = stores(name, generator) + reads(name, generator)
    return given or stores(name, function) + reads(name, function) > inside


def _given_by(generator: ast.comprehension) -> list[str]:
    return [n.id for n in all_nodes(generator.target) if isinstance(n, ast.Name)]
