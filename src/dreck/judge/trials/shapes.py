"""What code does with its values: the *evident* kinds of parameters that nothing is declared of.

A value whose attributes are asked for is a record with these attributes, one that is gone through
a list, one that is compared with texts a text. Read off the function, what it calls in its own
module and in others of the project, and the methods of its class; locals, loops and what is given
back are followed.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from typing import Any

from ...outline import all_nodes, child_nodes
from .defaults import said_by_defaults
from .shape import KINDS, Shape

# Calls of functions of the module that are followed, one in the other.
_DEEPEST = 3
_OF_TEXTS = frozenset(
    "strip lstrip rstrip split rsplit splitlines lower upper title capitalize startswith endswith "
    "isdigit isalpha isspace join replace partition rpartition zfill ljust rjust encode format "
    "casefold isupper islower isalnum isnumeric removeprefix removesuffix rfind rindex swapcase "
    "expandtabs isdecimal isidentifier isprintable isascii".split()
)
# Hands back the very path, where it is text.
_PATH_ITSELF = re.compile(r"os\.fspath")
_OF_MAPPINGS = frozenset({"get", "items", "keys", "values", "setdefault"})
_OF_LISTS = frozenset(
    "append appendleft extend extendleft index insert pop popleft remove reverse rotate sort".split()
)
_TAKING_OUT = frozenset({"pop", "popleft"})
# Methods that are often handed on, as in ``key=beds.get``.
_HANDED_ON = {"get": "mapping", "setdefault": "mapping", "append": "list", "extend": "list"}
_OF_SETS = frozenset({"add", "discard", "union", "intersection", "difference"})
_ITERATING = frozenset({"list", "tuple", "set", "sorted", "sum", "any", "all", "iter", "enumerate"})
# What reads a text, last in its arguments or behind a pattern.
_MATCHING = frozenset({"match", "fullmatch", "search", "findall", "finditer"})
# What hands its argument on, as a list or the like.
_AS_LISTS = frozenset({"list", "tuple", "set", "frozenset", "sorted", "reversed", "iter"})
# What makes a date, or a date with a time.
_DAYS = frozenset({"date.today", "date.fromisoformat", "date.fromtimestamp"})
_MOMENTS = frozenset(
    {"datetime.now", "datetime.utcnow", "datetime.strptime", "datetime.fromisoformat"}
)
_TIMES = frozenset({"date", "moment"})
_NUMERIC = (ast.Sub, ast.Mult, ast.Div, ast.FloorDiv, ast.Pow, ast.Mod)


class Reader:
    """Reads what a function, and all that it calls, does with its parameters.

    Args:
        tree: its module.
        around: functions of other modules that it calls, each in a tree of its own.
        enums: names of enumerations.
    """

    def __init__(
        self, tree: ast.Module, around: Iterable[ast.AST] = (), enums: Collection[str] = ()
    ) -> None:
        self.enums = enums
        self.tables = dict(_tables_by_member(tree, enums))
        others = {f.name: f for t in around for f in _functions_of(t)}
        self.functions = others | {f.name: f for f in _functions_of(tree)}
        for node in (n for n in tree.body if isinstance(n, ast.ImportFrom)):
            renamed = {a.asname: others[a.name] for a in node.names if a.name in others}
            self.functions |= {n: f for n, f in renamed.items() if n is not None}
        self.returned: Shape | None = None  # by the function that was read last
        self.classes = {n.name: n for n in tree.body if isinstance(n, ast.ClassDef)}
        self.fields: dict[str, Shape] = {}  # of the object whose method is read
        self.owner: ast.ClassDef | None = None
        self.protected = 0  # statements around that handle what is raised
        self._inside: list[str] = []

    def method_of(self, owner: str) -> None:
        """Read a method of a class, and then how its objects are made: what the constructor keeps
        of its parameters is asked for elsewhere.
        """
        self.owner = self.classes.get(owner)

    def parameters(
        self, function: ast.AST, given: Mapping[str, Shape] | None = None
    ) -> dict[str, Shape]:
        """The shapes of a function's parameters."""
        assert isinstance(function, ast.FunctionDef | ast.AsyncFunctionDef)
        arguments = function.args
        names = [a.arg for a in (*arguments.posonlyargs, *arguments.args, *arguments.kwonlyargs)]
        shapes = {n: Shape() for n in names} | said_by_defaults(arguments) | dict(given or {})
        static = isinstance(function, ast.FunctionDef) and _is_static(function)
        if self.owner is not None and names and function in self.owner.body and not static:
            shapes[names[0]] = Shape(attributes=self.fields)
        body = _Body(self, dict(shapes), _set_to_none(function))
        body.block(function.body)
        self.returned = body.returned
        return shapes

    def constructor(self, owner: str) -> dict[str, Shape]:
        """The shapes of what makes an object of the class whose method was read."""
        node = self.classes.get(owner)
        made = (
            next((s for s in node.body if getattr(s, "name", "") == "__init__"), None)
            if node
            else None
        )
        if not isinstance(made, ast.FunctionDef):
            return dict(self.fields)
        shapes = self.parameters(made)
        this = made.args.args[0].arg if made.args.args else ""
        for target, value in _assigned(made):
            name, default = _kept_name(value)
            is_field = isinstance(target, ast.Attribute) and isinstance(target.value, ast.Name)
            if name and is_field and target.value.id == this and target.attr in self.fields:  # type: ignore[attr-defined]
                kept = self.fields[target.attr]  # type: ignore[attr-defined]
                kept.wants |= default
                kept.take(shapes.get(name, kept))
                shapes[name] = kept
        return shapes

    def called(
        self, node: ast.Call, given: list[Shape | None], names: Mapping[str, Shape | None]
    ) -> Shape | None:
        """Follow a call of a function of the project, or of a method of the own object, to what it
        gives back of what it was given.
        """
        target: ast.AST | None = None
        skipped = 0
        if isinstance(node.func, ast.Name):
            target = self.functions.get(node.func.id)
        elif isinstance(node.func, ast.Attribute) and self.owner is not None:
            if isinstance(node.func.value, ast.Name) and node.func.value.id == "self":
                found = (s for s in self.owner.body if getattr(s, "name", "") == node.func.attr)
                target, skipped = next(found, None), 1
                if isinstance(target, ast.FunctionDef) and _is_static(target):
                    skipped = 0
        if not isinstance(target, ast.FunctionDef) or target.name in self._inside:
            return None
        if len(self._inside) >= _DEEPEST:
            return None
        self._inside.append(target.name)
        positional = [a.arg for a in (*target.args.posonlyargs, *target.args.args)][skipped:]
        bound = {n: s for n, s in zip(positional, given, strict=False) if s is not None}
        bound |= {n: s for n, s in names.items() if s is not None}
        self.parameters(target, bound)
        self._inside.pop()
        return self.returned


def _is_static(method: ast.FunctionDef) -> bool:
    return any(isinstance(d, ast.Name) and d.id == "staticmethod" for d in method.decorator_list)


def _functions_of(tree: ast.AST) -> list[ast.FunctionDef | ast.AsyncFunctionDef]:
    body = tree.body if isinstance(tree, ast.Module) else []
    return [n for n in body if isinstance(n, ast.FunctionDef | ast.AsyncFunctionDef)]


class _Body:
    """One function's body, read from above to below."""

    def __init__(
        self, reader: Reader, names: dict[str, Shape], blank: frozenset[str] = frozenset()
    ) -> None:
        self.blank = blank  # names that stand for nothing yet: asking for None asks that
        self.counts: set[str] = set()
        self.returned: Shape | None = None
        self.reader, self.names = reader, names
        self.inner: dict[str, ast.arguments] = {}  # local functions

    def block(self, body: list[ast.stmt]) -> None:
        """All statements of a block."""
        for statement in body:
            self._statement(statement)

    def _statement(self, node: ast.stmt) -> None:
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            self._head(node)
            if not isinstance(node, ast.ClassDef):
                self.inner[node.name] = node.args
            return
        if isinstance(node, ast.Return):
            found = self.shape(node.value) if node.value is not None else None
            self.returned = self.returned or found
            return
        if isinstance(node, ast.For | ast.AsyncFor):
            self._loop(node.target, node.iter)
        elif isinstance(node, ast.Assign):
            found = self.shape(node.value)
            for target in node.targets:
                self._count(target, node.value)
                if isinstance(node.value, ast.Lambda) and isinstance(target, ast.Name):
                    self.inner[target.id] = node.value.args
                self._bind(target, found)
        elif isinstance(node, ast.AugAssign):
            self._arithmetic(node.op, node.target, node.value)
        elif isinstance(node, ast.If):
            self._either(node)
            return
        elif isinstance(node, ast.Match):
            self._match(node)
        elif isinstance(node, ast.With | ast.AsyncWith):
            self._with(node)
        protected = node.body if isinstance(node, ast.Try | ast.With | ast.AsyncWith) else []
        for child in child_nodes(node):
            if isinstance(child, ast.stmt):
                self.reader.protected += child in protected
                self._statement(child)
                self.reader.protected -= child in protected
            elif isinstance(child, ast.expr):
                self.shape(child)
            else:
                self._others(child)

    def _either(self, node: ast.If) -> None:
        """Both arms of a choice; what a name stood for before one of them it may stand for after."""
        self._filled_in(node)
        self.shape(node.test)
        before = dict(self.names)
        self.block(node.body)
        first, self.names = self.names, before
        self.block(node.orelse)
        self.names = {**first, **self.names}

    def _filled_in(self, node: ast.If) -> None:
        """``if x is None: x = {}`` says what x is otherwise."""
        only = node.body[0]
        if len(node.body) > 1 or not isinstance(only, ast.Assign) or len(only.targets) != 1:
            return
        found = self.shape(only.targets[0]) if _asks_for_nothing(node.test) else None
        kind = _kind_of_default(only.value)
        if found is not None and kind and ast.unparse(only.targets[0]) in ast.unparse(node.test):
            found.wants |= kind
            found.may_be_none = True

    def _head(self, node: ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef) -> None:
        """What decorates is called, and a base is a class."""
        for found in filter(None, map(self.shape, node.decorator_list)):
            found.result = found.result or Shape()
        for found in filter(None, map(self.shape, getattr(node, "bases", []))):
            found.wants.add("class")

    def _others(self, node: ast.AST) -> None:
        for child in child_nodes(node):
            if isinstance(child, ast.stmt):
                self._statement(child)
            elif isinstance(child, ast.expr):
                self.shape(child)
            else:
                self._others(child)

    def _with(self, node: ast.With | ast.AsyncWith) -> None:
        for item in node.items:
            found = self.shape(item.context_expr)
            if found is not None:
                found.wants.add("entered")
                if item.optional_vars is not None:
                    self._bind(item.optional_vars, found.one())

    def _match(self, node: ast.Match) -> None:
        subject = self.shape(node.subject)
        for pattern in (p for c in node.cases for p in all_nodes(c.pattern)):
            if isinstance(pattern, ast.MatchValue) and subject is not None:
                subject.compared += _constants(pattern.value)
                subject.enums |= set(_members(pattern.value, self._enums()))

    def _loop(self, target: ast.expr, source: ast.expr) -> None:
        found = self.shape(source)
        if isinstance(source, ast.Call):
            called = ast.unparse(source.func)
            if called == "range" and isinstance(target, ast.Name):
                self.counts.add(target.id)
            if called == "enumerate" and source.args:
                inner = self.shape(source.args[0])
                if inner is not None and isinstance(target, ast.Tuple) and len(target.elts) == 2:
                    self._bind(target.elts[1], inner.one())
                return
            if called == "zip" and isinstance(target, ast.Tuple):
                for element, argument in zip(target.elts, source.args, strict=False):
                    inner = self.shape(argument)
                    if inner is not None:
                        inner.wants.add("list")
                        self._bind(element, inner.one())
                return
            if isinstance(source.func, ast.Attribute) and source.func.attr in ("items", "values"):
                held = self.shape(source.func.value)
                if held is not None:
                    held.wants.add("mapping")
                    value = (
                        target.elts[-1] if isinstance(target, ast.Tuple) and target.elts else target
                    )
                    self._bind(value, held.under())
                    if isinstance(target, ast.Tuple) and len(target.elts) == 2:
                        self._bind(target.elts[0], held.one())
                return
        if found is not None:
            found.wants.add("list")
            self._bind(target, found.one())

    def _count(self, target: ast.expr, value: ast.expr) -> None:
        """Names that can only be whole numbers: places in a list."""
        if isinstance(target, ast.Tuple) and isinstance(value, ast.Tuple):
            for one, other in zip(target.elts, value.elts, strict=False):
                self._count(one, other)
        elif isinstance(target, ast.Name):
            if self._is_count(value):
                self.counts.add(target.id)
            else:
                self.counts.discard(target.id)

    def _is_count(self, value: ast.expr) -> bool:
        if isinstance(value, ast.BinOp):
            halves = isinstance(value.op, ast.FloorDiv | ast.RShift)
            moves = isinstance(value.op, ast.Add | ast.Sub) and self._is_count(value.left)
            return halves or moves
        if isinstance(value, ast.Name):
            return value.id in self.counts
        if isinstance(value, ast.Call):
            return ast.unparse(value.func) == "len"
        return isinstance(value, ast.Constant) and type(value.value) is int

    def _bind(self, target: ast.expr, found: Shape | None) -> None:
        if isinstance(target, ast.Name):
            if found is not None:
                self.names[target.id] = found
            else:
                self.names.pop(target.id, None)
        elif isinstance(target, ast.Tuple | ast.List) and found is not None:
            while len(found.parts) < len(target.elts):
                found.parts.append(Shape())
            for element, part in zip(target.elts, found.parts, strict=False):
                self._bind(element, part)

    def shape(self, node: ast.expr) -> Shape | None:
        """What is known of the value of an expression, after noting what the expression does."""
        method = getattr(self, "_" + type(node).__name__.lower(), None)
        if method is not None:
            found: Shape | None = method(node)
            return found
        for child in child_nodes(node):
            if isinstance(child, ast.expr):
                self.shape(child)
        return None

    def _name(self, node: ast.Name) -> Shape | None:
        return self.names.get(node.id)

    def _attribute(self, node: ast.Attribute) -> Shape | None:
        owner = self.shape(node.value)
        if owner is None:
            return None
        if node.attr in _HANDED_ON:
            owner.wants.add(_HANDED_ON[node.attr])
            return None
        return owner.attributes.setdefault(node.attr, Shape())

    def _subscript(self, node: ast.Subscript) -> Shape | None:
        owner = self.shape(node.value)
        self._looked_up(node.value, self.shape(node.slice), is_there=True)
        if owner is None:
            return None
        if isinstance(node.slice, ast.Slice):
            owner.wants.add("list")
            return owner
        if isinstance(node.slice, ast.Constant) and isinstance(node.slice.value, str):
            return owner.keys.setdefault(node.slice.value, Shape())
        is_number = isinstance(node.slice, ast.Constant | ast.UnaryOp | ast.BinOp)
        is_number |= isinstance(node.slice, ast.Name) and node.slice.id in self.counts
        owner.wants.add("list" if is_number else "keyed")
        return owner.one() if is_number else owner.under()

    def _enums(self) -> list[str]:
        """Enumerations that are called by their names here."""
        return [e for e in self.reader.enums if e not in self.names]

    def _looked_up(self, table: ast.expr, key: Shape | None, *, is_there: bool = False) -> None:
        """A key of a table whose keys are members of an enumeration is one of them."""
        if key is not None and isinstance(table, ast.Name) and table.id in self.reader.tables:
            key.enums |= self.reader.tables[table.id]
            key.wants |= {"member"} if is_there else set()

    def _list(self, node: ast.List | ast.Tuple) -> Shape | None:
        """Of a display with all elements of another list in it: what is done with these."""
        spread = [e.value for e in node.elts if isinstance(e, ast.Starred)]
        for element in node.elts:
            self.shape(element)
        found = self.shape(spread[0]) if len(spread) == 1 else None
        if found is not None:
            found.wants.add("list")
        return found

    _tuple = _list

    def _reads_text(self, arguments: Sequence[ast.expr]) -> None:
        """A text is what is handed in there."""
        for found in map(self.shape, arguments):
            if found is not None:
                found.wants.add("text")

    def _call(self, node: ast.Call) -> Shape | None:
        made = _time_made(node.func)
        if made:
            self._reads_text(node.args[:1])
            for argument in node.args[1:]:
                self.shape(argument)
            return Shape(wants={made})
        given = [self.shape(a) for a in node.args if not isinstance(a, ast.Starred)]
        names = {k.arg: self.shape(k.value) for k in node.keywords if k.arg}
        returned = self.reader.called(node, given, names)
        self._spread(node)
        if _is_of_paths(node.func):
            for each in given:
                if each is not None:
                    each.wants.add("text")
            return given[0] if given and _PATH_ITSELF.fullmatch(ast.unparse(node.func)) else None
        if isinstance(node.func, ast.Attribute):
            if node.func.attr == "get" and given:
                self._looked_up(node.func.value, given[0])
            owner = self.shape_without(node.func.value)
            if owner is None and node.func.attr in _MATCHING and given and given[-1] is not None:
                given[-1].wants.add("text")
            if owner is None and node.func.attr == "loads":
                self._reads_text(node.args[:1])
                if given and given[0] is not None and ast.unparse(node.func) == "json.loads":
                    given[0].read = given[0].read or Shape()
                    return given[0].read
            return None if owner is None else self._method(owner, node, given)
        if isinstance(node.func, ast.Name) and node.func.id in self.names:
            called = self.names[node.func.id]
            called.result = called.result or Shape()
            called.result.may_raise |= self.reader.protected > 0
            return called.result
        if given and given[0] is not None:
            self._by_key(node, given[0])
        if isinstance(node.func, ast.Name) and given and given[0] is not None:
            return self._builtin(node.func.id, given[0], node) or returned
        return returned

    def _by_key(self, node: ast.Call, first: Shape) -> None:
        """What a key asks of the elements that are put in order by it."""
        for keyword in node.keywords:
            key = keyword.value
            if keyword.arg == "key" and isinstance(key, ast.Lambda) and len(key.args.args) == 1:
                kept = dict(self.names)
                self.names[key.args.args[0].arg] = first.one()
                self.shape(key.body)
                self.names = kept

    def _spread(self, node: ast.Call) -> None:
        """What ``*`` and ``**`` hand over has as many parts as the function takes, or its names."""
        inner = self.inner.get(node.func.id) if isinstance(node.func, ast.Name) else None
        taken = [a.arg for a in (*inner.posonlyargs, *inner.args)] if inner is not None else []
        for argument in node.args:
            found = self.shape(argument.value) if isinstance(argument, ast.Starred) else None
            if found is not None:
                found.wants.add("list")
                while len(found.parts) < len(taken):
                    found.parts.append(Shape(wants={"number"}))
        for keyword in node.keywords:
            found = self.shape(keyword.value) if keyword.arg is None else None
            if found is not None:
                found.wants.add("mapping")
                for name in taken:
                    found.keys.setdefault(name, Shape(wants={"number"}))

    def shape_without(self, node: ast.expr) -> Shape | None:
        """The shape of what a method is called on."""
        return self.shape(node)

    def _method(self, owner: Shape, node: ast.Call, given: list[Shape | None]) -> Shape | None:
        assert isinstance(node.func, ast.Attribute)
        name = node.func.attr
        if isinstance(node.func.value, ast.Name) and node.func.value.id == "self":
            if self.reader.owner is not None and name in _names_in(self.reader.owner):
                return self.reader.returned
            if self.reader.owner is not None:  # what the object holds is a function
                held = owner.attributes.setdefault(name, Shape())
                held.result = held.result or Shape()
                held.result.may_raise |= self.reader.protected > 0
                return held.result
        constants = [a.value for a in node.args if isinstance(a, ast.Constant)]
        looks = name in ("find", "count") and isinstance((constants or [None])[0], str)
        if (name in _OF_TEXTS or looks) and not (name == "format" and owner.attributes):
            owner.wants.add("text")
            owner.compared += [c for c in constants if isinstance(c, str)]
            return None
        if name in ("values", "items") and not node.args:
            owner.wants.add("mapping")
            pair = Shape(parts=[owner.one(), owner.under()])
            return Shape(element=owner.under() if name == "values" else pair)
        if name in _OF_MAPPINGS:
            owner.wants.add("mapping")
            is_key = name == "get" and constants and isinstance(constants[0], str)
            if not is_key:
                return owner if name in ("keys", "items") else owner.under()
            owner.may_lack.add(constants[0])
            return owner.keys.setdefault(constants[0], Shape())
        if name in _OF_LISTS | _OF_SETS:
            owner.wants.add("list" if name in _OF_LISTS else "set")
            owner.changes.setdefault(name, Shape()).may_raise |= self.reader.protected > 0
            return owner.one() if name in _TAKING_OUT else None
        made = owner.methods.setdefault(name, Shape())
        made.may_raise |= self.reader.protected > 0
        return made

    @staticmethod
    def _builtin(name: str, first: Shape, node: ast.Call) -> Shape | None:
        """What a built-in function does with its first argument; what it hands back of it."""
        extreme = name in ("min", "max") and len(node.args) == 1
        if name in _ITERATING or name in _AS_LISTS or extreme:
            first.wants.add("list")
            if name == "sum":
                first.one().wants.add("number")
            if extreme:
                return first.one()
            return first if name in _AS_LISTS else None
        if name == "len":
            first.wants.add("sized")
        elif name == "isinstance" and len(node.args) == 2:
            asked = {n.id for n in all_nodes(node.args[1]) if isinstance(n, ast.Name)}
            first.kinds |= asked & KINDS.keys()
            first.classes |= asked - KINDS.keys()
        elif name in ("abs", "round", "range"):
            first.wants.add("number")
        elif name in ("int", "float"):
            first.wants.add("numeral")
        elif name in ("open", "Path"):
            first.wants.add("path")
        return None

    def _compare(self, node: ast.Compare) -> None:
        sides = [node.left, *node.comparators]
        shapes = [self.shape(s) for s in sides]
        for i, operator in enumerate(node.ops):
            self._one(operator, (sides[i], shapes[i]), (sides[i + 1], shapes[i + 1]))

    def _one(
        self,
        op: ast.cmpop,
        left: tuple[ast.expr, Shape | None],
        right: tuple[ast.expr, Shape | None],
    ) -> None:
        for (own, mine), (other, theirs) in ((left, right), (right, left)):
            if mine is None:
                continue
            constants = list(_constants(other))
            members = set(_members(other, self._enums()))
            if members and not (isinstance(op, ast.In | ast.NotIn) and other is left[0]):
                mine.enums |= members
            is_container = isinstance(op, ast.In | ast.NotIn) and other is left[0]
            if is_container:
                if isinstance(own, ast.Name) and theirs is not None:
                    theirs.enums |= self.reader.tables.get(own.id, set())
                mine.one().compared += constants
                mine.may_lack |= {c for c in constants if isinstance(c, str)}
                mine.wants |= {"text"} if mine.wants & {"text"} else {"holding"}
                if theirs is None and not constants:
                    continue
            elif None in constants:
                mine.may_be_none |= not (isinstance(own, ast.Name) and own.id in self.blank)
            mine.compared += [c for c in constants if c is not None and not is_container]
            ordered = isinstance(op, ast.Lt | ast.LtE | ast.Gt | ast.GtE)
            times = theirs.wants & _TIMES if theirs is not None else set()
            if times and (ordered or isinstance(op, ast.Eq | ast.NotEq)):
                mine.wants |= times
            elif ordered and not constants and (theirs is None or "text" not in theirs.wants):
                mine.wants.add("number")

    def _binop(self, node: ast.BinOp) -> Shape | None:
        self._arithmetic(node.op, node.left, node.right)
        moved = self.shape(node.left) if _moved_by(node.right) else None
        return Shape(wants=moved.wants & _TIMES) if moved is not None else None

    def _arithmetic(self, op: ast.operator, left: ast.expr, right: ast.expr) -> None:
        shapes = self.shape(left), self.shape(right)
        times = {t for f in shapes if f is not None for t in f.wants & _TIMES}
        moved = _moved_by(right)
        if moved and shapes[0] is not None and isinstance(op, ast.Add | ast.Sub):
            shapes[0].wants |= times or {moved}
            return
        if times and isinstance(op, ast.Sub):
            for found in shapes:
                if found is not None:
                    found.wants |= times
            return
        texts = [isinstance(n, ast.JoinedStr) or _is_text(n) for n in (left, right)]
        for i, found in enumerate(shapes):
            if found is None or (isinstance(op, ast.Mod) and texts[0]):
                continue
            if any(texts):
                found.wants.add("number" if isinstance(op, ast.Mult) else "text")
            elif isinstance(op, _NUMERIC) or (
                isinstance(op, ast.Add) and _is_number((right, left)[i])
            ):
                found.wants.add("number")
                if isinstance(op, ast.Div) or _is_fraction((right, left)[i]):
                    found.wants.add("fraction")

    def _comprehension_like(
        self, node: ast.ListComp | ast.SetComp | ast.GeneratorExp | ast.DictComp
    ) -> None:
        kept = dict(self.names)
        for loop in node.generators:
            self._loop(loop.target, loop.iter)
            for condition in loop.ifs:
                self.shape(condition)
        for part in [node.key, node.value] if isinstance(node, ast.DictComp) else [node.elt]:
            self.shape(part)
        self.names = kept

    _listcomp = _setcomp = _generatorexp = _dictcomp = _comprehension_like

    def _lambda(self, node: ast.Lambda) -> None:
        """What a lambda does with its own parameters is nobody's business here."""

    def _await(self, node: ast.Await) -> Shape | None:
        found = self.shape(node.value)
        if found is not None:
            found.wants.add("awaited")
        return found

    def _namedexpr(self, node: ast.NamedExpr) -> Shape | None:
        found = self.shape(node.value)
        self._bind(node.target, found)
        return found

    def _boolop(self, node: ast.BoolOp) -> Shape | None:
        found = [self.shape(v) for v in node.values]
        if isinstance(node.op, ast.Or) and found[0] is not None and len(found) == 2:
            kind = _kind_of_default(node.values[1])
            kind |= found[1].wants & _TIMES if found[1] is not None else set()
            found[0].wants |= kind
            found[0].may_be_none |= bool(kind)  # else nothing would have to take its place
        return next((f for f in reversed(found) if f is not None), None)

    def _ifexp(self, node: ast.IfExp) -> Shape | None:
        self.shape(node.test)
        first, second = self.shape(node.body), self.shape(node.orelse)
        if _asks_for_nothing(node.test):
            for found, other in ((first, node.orelse), (second, node.body)):
                if found is not None:
                    found.wants |= _kind_of_default(other)
        return first or second


def _time_made(function: ast.expr) -> str:
    """What a function of a class of dates or times makes; empty of all others."""
    if not isinstance(function, ast.Attribute):
        return ""
    written = ".".join(ast.unparse(function).split(".")[-2:])
    return "date" if written in _DAYS else "moment" if written in _MOMENTS else ""


def _moved_by(node: ast.expr) -> str:
    """What is moved by a ``timedelta``, if an expression makes one: dates by days and weeks, dates
    with a time by what is shorter.
    """
    if not isinstance(node, ast.Call) or ast.unparse(node.func).rpartition(".")[2] != "timedelta":
        return ""
    return "date" if {k.arg for k in node.keywords} <= {"days", "weeks"} else "moment"


def _set_to_none(function: ast.FunctionDef | ast.AsyncFunctionDef) -> frozenset[str]:
    """Names that a function sets to None itself."""
    return frozenset(
        t.id
        for n in all_nodes(function)
        if isinstance(n, ast.Assign) and isinstance(n.value, ast.Constant) and n.value.value is None
        for t in n.targets
        if isinstance(t, ast.Name)
    )


def _asks_for_nothing(test: ast.expr) -> bool:
    """Whether a test asks for None, or for an empty value: ``x is None``, ``x``, ``not x``."""
    if isinstance(test, ast.UnaryOp) and isinstance(test.op, ast.Not):
        test = test.operand
    if isinstance(test, ast.Compare):
        other = test.comparators[0]
        return isinstance(other, ast.Constant) and other.value is None and len(test.ops) == 1
    return isinstance(test, ast.Name | ast.Attribute)


# What a value is that is made where another one is missing, by the expression that makes it.
_DISPLAYS: dict[type[ast.expr], str] = {
    ast.Dict: "mapping",
    ast.DictComp: "mapping",
    ast.List: "list",
    ast.ListComp: "list",
    ast.Set: "set",
    ast.SetComp: "set",
}
_MAKERS = {
    "dict": "mapping",
    "OrderedDict": "mapping",
    "defaultdict": "mapping",
    "Counter": "mapping",
    "list": "list",
    "set": "set",
}


def _kind_of_default(node: ast.expr) -> set[str]:
    """What the value is that takes the place of a missing one: so is the value itself."""
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Name | ast.Attribute):
        made = _MAKERS.get(ast.unparse(node.func).rpartition(".")[2])
    else:
        made = _DISPLAYS.get(type(node))
    return {made} if made else set()


def _assigned(function: ast.FunctionDef) -> Iterator[tuple[ast.expr, ast.expr]]:
    """All that a function sets, each with its value; several at once one by one."""
    for node in (n for n in all_nodes(function) if isinstance(n, ast.Assign)):
        for target in node.targets:
            both = target, node.value
            if isinstance(both[0], ast.Tuple) and isinstance(both[1], ast.Tuple):
                yield from zip(both[0].elts, both[1].elts, strict=False)
            else:
                yield both


def _kept_name(value: ast.expr) -> tuple[str, set[str]]:
    """The parameter that a constructor keeps, with what takes its place where it is missing."""
    if isinstance(value, ast.Name):
        return value.id, set()
    if isinstance(value, ast.Call) and isinstance(value.func, ast.Name) and len(value.args) == 1:
        copied = {"list": "list", "tuple": "list", "set": "set", "dict": "mapping"}
        if value.func.id in copied and isinstance(value.args[0], ast.Name):
            return value.args[0].id, {copied[value.func.id]}
    sides: list[ast.expr] = []
    if isinstance(value, ast.IfExp) and _asks_for_nothing(value.test):
        sides = [value.body, value.orelse]
    elif isinstance(value, ast.BoolOp) and isinstance(value.op, ast.Or) and len(value.values) == 2:
        sides = value.values
    names = [s for s in sides if isinstance(s, ast.Name)]
    if len(names) != 1:
        return "", set()
    return names[0].id, {k for s in sides if s is not names[0] for k in _kind_of_default(s)}


def _is_of_paths(function: ast.expr) -> bool:
    """Whether a function takes paths, as text."""
    if not isinstance(function, ast.Attribute):
        return False
    text = ast.unparse(function)
    return text.startswith(("os.path.", "posixpath.", "ntpath.")) or bool(
        _PATH_ITSELF.fullmatch(text)
    )


def _names_in(owner: ast.ClassDef) -> set[str]:
    return {s.name for s in owner.body if isinstance(s, ast.FunctionDef)}


def _constants(node: ast.expr) -> Iterator[Any]:
    if isinstance(node, ast.Constant):
        yield node.value
    elif isinstance(node, ast.Tuple | ast.List | ast.Set):
        for element in node.elts:
            yield from _constants(element)
    elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub):
        yield from (-c for c in _constants(node.operand) if isinstance(c, int | float))


def _members(node: ast.expr, enums: Collection[str]) -> Iterator[str]:
    """The enumerations of which an expression is a member, or a display of members."""
    if isinstance(node, ast.Attribute) and isinstance(node.value, ast.Name):
        if node.value.id in enums:
            yield node.value.id
    elif isinstance(node, ast.Tuple | ast.List | ast.Set):
        for element in node.elts:
            yield from _members(element, enums)


def _tables_by_member(tree: ast.Module, enums: Collection[str]) -> Iterator[tuple[str, set[str]]]:
    """The tables of a module whose keys are members of enumerations, with these."""
    for statement in tree.body:
        value = getattr(statement, "value", None)
        if isinstance(statement, ast.Assign | ast.AnnAssign) and isinstance(value, ast.Dict):
            target = statement.targets[0] if isinstance(statement, ast.Assign) else statement.target
            found = {m for k in value.keys if k is not None for m in _members(k, enums)}
            if isinstance(target, ast.Name) and found:
                yield target.id, found


def _is_text(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and isinstance(node.value, str)


def _is_fraction(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and type(node.value) is float


def _is_number(node: ast.expr) -> bool:
    return isinstance(node, ast.Constant) and type(node.value) in (int, float)
