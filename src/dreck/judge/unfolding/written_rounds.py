"""Loops over a few rows that are written down, as one round after the other.

``for name, gauge in (("upper", upper), ("lower", lower))`` says the round of one of them twice, and
``[text for text, breaks in RULES if breaks(boat)]`` asks the functions of a table of the module one
after the other. So do ``any``, ``all`` and ``next``. What stands in the rows is worked out before
the first round, as a display does it; that nobody puts another table in the place of one that was
there before is assumed (``unpatched``).
"""

from __future__ import annotations

import ast
from collections.abc import Mapping, Sequence
from typing import TypeVar

from ...outline import all_nodes, copied
from ..face.verdict import Assumption, AssumptionKind
from ..world.around import Names
from ..world.scope import FunctionNode
from .form_work import FormWork, names_bound
from .stand_ins import note_stand_in
from .tables_read import change_blocks, is_only_read, values_given
from .what_is_gone_through import (
    is_awkward,
    is_builtin,
    is_called,
    is_read_later,
    reads,
    stores,
)

# Rows, and statements of one round, at most.
_MOST_ROWS = 8
_MOST_STATEMENTS = 14
_Code = TypeVar("_Code", ast.expr, ast.stmt)
_LOOPS = (ast.For, ast.AsyncFor, ast.While)
_INNER = (ast.Lambda, ast.ListComp, ast.SetComp, ast.DictComp, ast.GeneratorExp)


def written_rounds(
    function: FunctionNode, names: Names
) -> tuple[FunctionNode, tuple[Assumption, ...]] | None:
    """A function that says such rounds one by one, and what that rests on; None if there are none."""
    if is_awkward(function):
        return None
    if not any(isinstance(n, ast.For | ast.comprehension) for n in all_nodes(function)):
        return None
    made = copied(function)
    work = _Work(made, names)
    made.body = work.block(made.body)
    return work.result(made)


class _Work(FormWork):
    def __init__(self, function: FunctionNode, names: Names) -> None:
        super().__init__(function, names)
        self.locals = names_bound(function)

    def block(self, body: list[ast.stmt]) -> list[ast.stmt]:
        """A block whose loops over written rows are written out."""
        return [n for s in body for n in self._statement(s)]

    def _statement(self, statement: ast.stmt) -> list[ast.stmt]:
        change_blocks(statement, self.block)
        if isinstance(statement, ast.For):
            return self._loop(statement) or [statement]
        built = self._built(statement)
        if built is not None:
            return built
        _Questions(self).visit_own(statement)
        return [statement]

    # -- loops

    def _loop(self, loop: ast.For) -> list[ast.stmt] | None:
        """The rounds of a loop, one after the other."""
        rows = self._rows(loop.iter)
        if rows is None or self._is_read_elsewhere(loop):
            return None
        inside = [n for s in loop.body for n in all_nodes(s)]
        if sum(isinstance(n, ast.stmt) for n in inside) > _MOST_STATEMENTS:
            return None
        breaks = _jumps(loop.body, ast.Break)
        if breaks and _jumps(loop.body, ast.Continue):
            return None
        first, held = self._held(rows, loop)
        rounds = [self._round(loop.target, row, loop.body) for row in held]
        if any(r is None for r in rounds):
            return None
        found: list[ast.stmt] = []
        if breaks:
            found = list(loop.orelse)
            for each in reversed(rounds):
                found = _until_left(each or [], found)
        else:
            for each in rounds:
                found += _without_continue(each or [])
            found += loop.orelse
        self.changed = True
        return [*first, *(found or [ast.copy_location(ast.Pass(), loop)])]

    def _is_read_elsewhere(self, loop: ast.For) -> bool:
        """Whether what a loop gives names is read behind it."""
        given = {n.id for n in all_nodes(loop.target) if isinstance(n, ast.Name)}
        return any(reads(n, self.function) > reads(n, loop) for n in given)

    def _round(
        self, target: ast.expr, row: ast.expr, body: Sequence[ast.stmt]
    ) -> list[ast.stmt] | None:
        """The statements of one round, which speak of what stands in the row."""
        values = _paired(target, row)
        if values is None or any(stores(n, s) for n in values for s in body):
            return None
        if any(self._is_late(n, s) for n in values for s in body):
            return None  # of all rounds it would see the last one
        return [_put(values, copied(s), self.names) for s in body]

    def _is_late(self, name: str, code: ast.AST) -> bool:
        """Whether a generator that is made in some code, and need not be used up there, reads a
        name.
        """
        return is_read_later(name, code, self.function, self.names)

    # -- lists

    def _built(self, statement: ast.stmt) -> list[ast.stmt] | None:
        """A list that is chosen from rows, filled row by row."""
        value = statement.value if isinstance(statement, ast.Return | ast.Assign) else None
        if not isinstance(value, ast.ListComp) or len(value.generators) != 1:
            return None
        if isinstance(statement, ast.Assign):
            target = statement.targets[0]
            if len(statement.targets) > 1 or not isinstance(target, ast.Name):
                return None
            if reads(target.id, value):
                return None
        generator = value.generators[0]
        rows = None if generator.is_async else self._rows(generator.iter)
        if rows is None:
            return None
        first, held = self._held(rows, statement)
        name = self.numbered("rows")
        method = ast.Attribute(ast.Name(name, ast.Load()), "append", ast.Load())
        body: list[ast.stmt] = [ast.Expr(ast.Call(method, [value.elt], []))]
        for test in reversed(generator.ifs):
            body = [ast.If(test, body, [])]
        rounds = [self._round(generator.target, row, body) for row in held]
        if any(r is None for r in rounds):
            return None
        start = ast.Assign([ast.Name(name, ast.Store())], ast.List([], ast.Load()))
        assert isinstance(statement, ast.Return | ast.Assign)
        statement.value = ast.Name(name, ast.Load())
        self.changed = True
        made = [*first, start, *(s for r in rounds for s in r or ())]
        return [*(ast.copy_location(s, statement) for s in made), statement]

    # -- questions

    def asked(self, call: ast.Call) -> ast.expr | None:
        """What ``any``, ``all`` or ``next`` asks of the rows, one after the other."""
        name = call.func.id if isinstance(call.func, ast.Name) else ""
        generator = call.args[0] if call.args else None
        if not isinstance(generator, ast.GeneratorExp) or len(generator.generators) != 1:
            return None
        if call.keywords or not is_builtin(name, self.function, self.names):
            return None
        one = generator.generators[0]
        rows = None if one.is_async else self._rows(one.iter)
        if rows is None or not all(map(self._stays, rows)):
            return None
        pairs = [_paired(one.target, row) for row in rows]
        parts: list[tuple[ast.expr, ast.expr]] = []
        for values in pairs:
            asked = [generator.elt, *one.ifs]
            if values is None or any(self._is_late(n, a) for n in values for a in asked):
                return None
            tests = [_put(values, copied(t), self.names) for t in one.ifs]
            test = tests[0] if len(tests) == 1 else ast.BoolOp(ast.And(), tests)
            parts.append((test, _put(values, copied(generator.elt), self.names)))
        about = ast.unparse(
            generator.elt if name in ("any", "all") else one.ifs[0] if one.ifs else one.iter
        )
        breaks = f"a row for which `{about}` raises StopIteration"
        rests_on = Assumption(AssumptionKind.NO_EFFECT, about, breaks)
        if name in ("any", "all") and not one.ifs and len(call.args) == 1:
            which = ast.Or() if name == "any" else ast.And()
            self.rests_on.append(rests_on)
            every = ast.BoolOp(which, [e for _, e in parts])
            return ast.IfExp(every, ast.Constant(True), ast.Constant(False))
        if name == "next" and len(call.args) == 2 and one.ifs and _is_there(call.args[1]):
            self.rests_on.append(rests_on)
            found = call.args[1]
            for test, element in reversed(parts):
                found = ast.IfExp(test, element, found)
            return found
        return None

    def _stays(self, row: ast.expr) -> bool:
        """Whether what stands in a row is there, and may be worked out where it is asked for."""
        parts = row.elts if isinstance(row, ast.Tuple | ast.List) else [row]
        return all(isinstance(p, ast.Constant | ast.Name | ast.Lambda) for p in parts)

    # -- rows

    def _rows(self, through: ast.expr) -> list[ast.expr] | None:
        """The rows that are gone through; None if they are not written down, or too many."""
        if isinstance(through, ast.Tuple | ast.List):
            found = list(through.elts)
        else:
            found = self._of_module(through)
        fits = 0 < len(found) <= _MOST_ROWS
        return found if fits and not any(isinstance(e, ast.Starred) for e in found) else None

    def _of_module(self, through: ast.expr) -> list[ast.expr]:
        """The rows of a table of the module; none for anything else."""
        pairs = _is_called_method(through, "items")
        named = through.func.value if pairs else through  # type: ignore[attr-defined]
        if not isinstance(named, ast.Name) or named.id in self.locals:
            return []
        trees = self.names.declared.trees
        name = named.id
        if name not in self.names.fixed | self.names.new or name in self.names.enclosing:
            return []
        every = [v for t in trees for s in t.body for v in values_given(name, s)]
        if not every or len({ast.dump(v) for v in every}) > 1:
            return []
        value = every[0]
        if not isinstance(value, ast.Tuple) and not all(is_only_read(name, t) for t in trees):
            return []
        if pairs and isinstance(value, ast.Dict) and None not in value.keys:
            items = zip(value.keys, value.values, strict=True)
            rows: list[ast.expr] = [ast.Tuple([k, v], ast.Load()) for k, v in items if k]
            written = [ast.unparse(k) for k in value.keys if k]
            if len(set(written)) < len(written):
                return []
        elif not pairs and isinstance(value, ast.Tuple | ast.List):
            rows = list(value.elts)
        else:
            return []
        if not all(map(self._means_the_same, rows)):
            return []
        if name not in self.names.new:
            breaks = f"{name} set or changed from outside the module"
            self.rest_on(AssumptionKind.UNPATCHED, name, breaks)
        return copied(rows)

    def _means_the_same(self, row: ast.expr) -> bool:
        """Whether what stands in a row of the module means the same in the function: constants, and
        functions, which speak of none of its names.
        """
        parts = row.elts if isinstance(row, ast.Tuple) else [row]
        for part in parts:
            if isinstance(part, ast.Name):
                if part.id in self.locals or part.id not in self.names.fixed | self.names.new:
                    return False
                if not self._is_function(part.id):
                    return False
            elif isinstance(part, ast.Lambda):
                given = {n.arg for n in all_nodes(part.args) if isinstance(n, ast.arg)}
                asked = {n.id for n in all_nodes(part.body) if isinstance(n, ast.Name)}
                if part.args.defaults or part.args.kw_defaults:
                    return False
                if (asked - given) & self.locals or any(
                    isinstance(n, _INNER) for n in all_nodes(part.body)
                ):
                    return False
            elif not isinstance(part, ast.Constant):
                return False
        return True

    def _is_function(self, name: str) -> bool:
        defined = [
            s
            for t in self.names.declared.trees
            for s in t.body
            if isinstance(s, ast.FunctionDef) and s.name == name
        ]
        return bool(defined)

    def _held(
        self, rows: Sequence[ast.expr], at: ast.stmt
    ) -> tuple[list[ast.stmt], list[ast.expr]]:
        """Statements that work out what stands in the rows, and the rows with names for it."""
        first: list[ast.stmt] = []

        def hold(part: ast.expr) -> ast.expr:
            if isinstance(part, ast.Constant | ast.Lambda):
                return part
            if isinstance(part, ast.Name) and not stores(part.id, at):
                return part
            name = self.numbered("row")
            note_stand_in(self.function, name, ast.unparse(part))
            given = ast.Assign([ast.Name(name, ast.Store())], part)
            first.append(ast.copy_location(given, at))
            return ast.Name(name, ast.Load())

        held: list[ast.expr] = []
        for row in rows:
            if isinstance(row, ast.Tuple | ast.List):
                held.append(ast.Tuple([hold(p) for p in row.elts], ast.Load()))
            else:
                held.append(hold(row))
        return first, held


class _Questions(ast.NodeTransformer):
    """Asks rows one by one in the questions of one statement."""

    def __init__(self, work: _Work) -> None:
        self.work = work

    def visit_own(self, statement: ast.stmt) -> None:
        """Change what a statement asks itself, and not what stands in its blocks."""
        for field, value in ast.iter_fields(statement):
            if isinstance(value, ast.expr):
                setattr(statement, field, self.visit(value))

    def visit_Call(self, node: ast.Call) -> ast.AST:
        self.generic_visit(node)
        found = self.work.asked(node)
        if found is None:
            return node
        self.work.changed = True
        return ast.copy_location(found, node)


class _Put(ast.NodeTransformer):
    """Puts values in the place of names."""

    def __init__(self, values: Mapping[str, ast.expr], names: Names) -> None:
        self.values, self.names = values, names

    def visit_Name(self, node: ast.Name) -> ast.AST:
        value = self.values.get(node.id)
        return node if value is None else ast.copy_location(copied(value), node)

    def visit_Call(self, node: ast.Call) -> ast.AST:
        self.generic_visit(node)
        if isinstance(node.func, ast.Lambda) and _is_given_names(node, node.func):
            names = [a.arg for a in node.func.args.args]
            values = dict(zip(names, node.args, strict=True))
            return ast.copy_location(_put(values, copied(node.func.body), self.names), node)
        if is_called(node, "getattr") and len(node.args) == 2 and self.names.is_builtin("getattr"):
            name = node.args[1]
            written = name.value if isinstance(name, ast.Constant) else None
            if isinstance(written, str) and written.isidentifier():
                return ast.copy_location(ast.Attribute(node.args[0], written, ast.Load()), node)
        return node


def _put(values: Mapping[str, ast.expr], code: _Code, names: Names) -> _Code:
    found: _Code = _Put(values, names).visit(code)
    return found


def _is_given_names(call: ast.Call, called: ast.Lambda) -> bool:
    """Whether a function without a name is given what stays the same while it works."""
    given = called.args
    others = (given.posonlyargs, given.kwonlyargs, given.defaults, given.vararg, given.kwarg)
    plain = not any(others) and len(given.args) == len(call.args) and not call.keywords
    simple = all(isinstance(a, ast.Name | ast.Constant) for a in call.args)
    return plain and simple and not any(isinstance(n, _INNER) for n in all_nodes(called.body))


def _paired(target: ast.expr, row: ast.expr) -> dict[str, ast.expr] | None:
    """The names that a row gives values."""
    if isinstance(target, ast.Name):
        return {target.id: row}
    if not isinstance(target, ast.Tuple) or not isinstance(row, ast.Tuple | ast.List):
        return None
    if len(target.elts) != len(row.elts) or not all(isinstance(t, ast.Name) for t in target.elts):
        return None
    names = [t.id for t in target.elts if isinstance(t, ast.Name)]
    return dict(zip(names, row.elts, strict=True)) if len(set(names)) == len(names) else None


def _is_called_method(node: ast.expr, method: str) -> bool:
    """Whether an expression calls a method without giving it anything."""
    called = isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute)
    return called and node.func.attr == method and not node.args and not node.keywords  # type: ignore[attr-defined]


def _is_there(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant | ast.Name)


def _jumps(body: Sequence[ast.stmt], kind: type[ast.stmt]) -> bool:
    """Whether some statements leave a round, not that of a loop among them."""
    pending: list[ast.AST] = list(body)
    while pending:
        node = pending.pop()
        if isinstance(node, kind):
            return True
        if isinstance(node, _LOOPS):
            pending += node.orelse
        elif isinstance(node, ast.stmt | ast.ExceptHandler | ast.match_case):
            pending += ast.iter_child_nodes(node)
    return False


def _without_continue(body: list[ast.stmt]) -> list[ast.stmt]:
    """A round whose rest stands in the arm that does not go on to the next."""
    for at, statement in enumerate(body):
        if isinstance(statement, ast.Continue):
            return body[:at]
        if not _jumps([statement], ast.Continue):
            continue
        assert isinstance(statement, ast.If), "the loop was asked for this"
        rest = body[at + 1 :]
        arms = [_without_continue([*arm, *copied(rest)]) for arm in _arms(statement)]
        made = ast.If(statement.test, arms[0] or [ast.Pass()], arms[1])
        return [*body[:at], ast.copy_location(made, statement)]
    return body


def _until_left(body: list[ast.stmt], behind: list[ast.stmt]) -> list[ast.stmt]:
    """A round, and what comes behind unless the loop is left in it."""
    for at, statement in enumerate(body):
        if isinstance(statement, ast.Break):
            return body[:at]
        if not _jumps([statement], ast.Break):
            continue
        assert isinstance(statement, ast.If), "the loop was asked for this"
        rest = body[at + 1 :]
        arms = [_until_left([*arm, *copied(rest)], behind) for arm in _arms(statement)]
        made = ast.If(statement.test, arms[0] or [ast.Pass()], arms[1])
        return [*body[:at], ast.copy_location(made, statement)]
    return [*body, *copied(behind)]


def _arms(statement: ast.If) -> tuple[list[ast.stmt], list[ast.stmt]]:
    return statement.body, statement.orelse
