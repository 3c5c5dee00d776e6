"""An entry of a dict that is made, or stood in for, where it is missing becomes ``setdefault`` or
``get``.

Why it is safe: both ask whether the key is there, and put in or give back the same where it is not.
That it is a dict is the judge's to prove.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import libcst as cst

from ...logic.assigned import assignment_counts
from ...logic.conditions import bare, constant, core, same, text_of
from ...logic.walk import has_comments, names_in, walk
from ..arms import single
from ..blocks import lead_of
from ..layout import laid_out
from ..places import Place, function_of
from ..registry import NOT_MINE, Around, Example, Match, Move, Refusal, Site, move
from ..rounds import suite_of

# What a container that is made of one element would be without it, by the method that adds one.
# Built-in functions that give numbers.
_NUMBERS = frozenset({"int", "float", "len", "sum", "round", "abs"})
_ADDING = {"append": cst.List, "add": cst.Set}


_OPERATORS: dict[type[cst.BaseAugOp], type[cst.BaseBinaryOp]] = {
    cst.AddAssign: cst.Add,
    cst.SubtractAssign: cst.Subtract,
    cst.MultiplyAssign: cst.Multiply,
}


@move
class DefaultEntry(Move):
    """Ask a dict for what it has, or for what it has now."""

    name = "default-entry"
    summary = (
        "An entry that is made, or stood in for, where it is missing becomes setdefault or get."
    )
    safe_because = "Both ask whether the key is there, and do the same where it is not."
    since = "0.3"
    EXAMPLES = (
        Example(
            "a list for each lock",
            """
            def by_lock(boats):
                found = {}
                for boat in boats:
                    if boat.lock not in found:
                        found[boat.lock] = []
                    found[boat.lock].append(boat.name)
                return found
            """,
            """
            def by_lock(boats):
                found = {}
                for boat in boats:
                    found.setdefault(boat.lock, []).append(boat.name)
                return found
            """,
            "proved-under",
        ),
        Example(
            "the toll of a lock, or the usual one",
            """
            def toll(tolls: dict[str, int], lock: str) -> int:
                if lock in tolls:
                    return tolls[lock]
                return 30
            """,
            """
            def toll(tolls: dict[str, int], lock: str) -> int:
                return tolls.get(lock, 30)
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "worked-out": Refusal(
            "what is taken or put in where the key is missing is worked out, which would then be done in any case",
            """
            def toll(tolls: dict[str, int], lock: str, office) -> int:
                if lock in tolls:
                    return tolls[lock]
                return office.usual_toll(lock)
            """,
        ),
    }

    def match(self, place: Place, index: int, around: Around) -> Match:
        """The first way to do it."""
        return next(iter(self.ways(place, index, around)), NOT_MINE)

    def ways(self, place: Place, index: int, around: Around) -> Iterator[Match]:
        """Look for an if that asks whether a key is in a dict."""
        node = place.statements[index]
        if not isinstance(node, cst.If) or has_comments(node.with_changes(leading_lines=[])):
            return
        asked = _asked(node.test)
        if asked is None:
            return
        rest = place.statements[index + 1 :]
        there, missing, used = _arms(node, asked, rest)
        made_here = _is_made_here(asked.mapping, function_of(place))
        summed = None
        if made_here or isinstance(asked.mapping, cst.Attribute):  # its class may say what it holds
            summed = _summed_up(asked, there, missing, rest)
            summed = summed or _counted(asked, there, missing, function_of(place))
        for found in (summed, _taken(asked, there, missing) or _put(asked, there, missing, rest)):
            if found is None:
                continue
            if found.default is not None and not _is_free(found.default):
                yield self.refuse("worked-out", node)
                continue
            columns = around.width - len(around.indent.expandtabs(4)) * place.level
            shown = laid_out(found.line, columns, around.indent)
            until = index + 1 + max(used, found.used)
            if shown is None or any(map(has_comments, place.statements[index + 1 : until])):
                continue
            new = shown.with_changes(leading_lines=lead_of(node))
            block = place.exchanged(index, new, until=until)
            yield Site(node, found.why, block, tentative=not made_here)


@dataclass(frozen=True, slots=True)
class _Asked:
    """``key in mapping``; ``turned`` if it asks whether it is not."""

    key: cst.BaseExpression
    mapping: cst.BaseExpression
    turned: bool

    def is_entry(self, node: cst.BaseExpression) -> bool:
        """Whether an expression is the entry that is asked for."""
        if not isinstance(node, cst.Subscript) or len(node.slice) != 1:
            return False
        at = node.slice[0].slice
        return (
            isinstance(at, cst.Index)
            and same(at.value, self.key)
            and same(node.value, self.mapping)
        )

    def call(self, method: str, default: cst.BaseExpression | None) -> cst.Call:
        """A call that asks for the entry."""
        args = [cst.Arg(bare(self.key)), *([cst.Arg(bare(default))] if default is not None else [])]
        return cst.Call(cst.Attribute(self.mapping, cst.Name(method)), args)


@dataclass(frozen=True, slots=True)
class _Found:
    """The line that takes the place of an if.

    Attributes:
        line: the line.
        why: one sentence for the reader.
        default: what would be worked out in any case.
        used: statements behind the if that it stands for too.
    """

    line: cst.SimpleStatementLine
    why: str
    default: cst.BaseExpression | None = None
    used: int = 0


def _is_made_here(mapping: cst.BaseExpression, function: cst.FunctionDef) -> bool:
    """Whether a name is never given anything but dicts that the function makes: what else has keys
    may have no such methods, or others.
    """
    if not isinstance(mapping, cst.Name):
        return False
    given = [
        n.value
        for n in walk(function.body)
        if isinstance(n, cst.Assign | cst.AnnAssign)
        for t in (n.targets if isinstance(n, cst.Assign) else [n])
        if isinstance(t.target, cst.Name) and t.target.value == mapping.value
    ]
    plain = all(
        isinstance(v, cst.Dict) or (v is not None and text_of(v) == "dict()") for v in given
    )
    return bool(given) and plain and assignment_counts(function)[mapping.value] == len(given)


def _asked(test: cst.BaseExpression) -> _Asked | None:
    test = core(test)
    if not isinstance(test, cst.Comparison) or len(test.comparisons) != 1:
        return None
    sign, mapping = test.comparisons[0].operator, core(test.comparisons[0].comparator)
    if not isinstance(sign, cst.In | cst.NotIn) or not isinstance(
        mapping, cst.Name | cst.Attribute
    ):
        return None
    key = core(test.left)
    if not _is_plain(key) or not _is_plain(mapping):
        return None
    return _Asked(key, mapping, isinstance(sign, cst.NotIn))


def _is_plain(node: cst.BaseExpression) -> bool:
    """Whether an expression only reads."""
    acting = cst.Call | cst.Await | cst.NamedExpr | cst.Lambda | cst.Yield | cst.IfExp
    return not any(isinstance(n, acting) for n in walk(node))


def _is_free(node: cst.BaseExpression) -> bool:
    """Whether nobody notices that a value is worked out: names, literals, displays of those."""
    allowed = (
        cst.Name | cst.BaseNumber | cst.SimpleString | cst.List | cst.Set | cst.Dict | cst.Tuple
    )
    parts = cst.Element | cst.DictElement | cst.UnaryOperation | cst.Minus | cst.Attribute
    layout = cst.BaseParenthesizableWhitespace | cst.Comma | cst.LeftParen | cst.RightParen
    ends = cst.LeftSquareBracket | cst.RightSquareBracket | cst.LeftCurlyBrace | cst.RightCurlyBrace
    marks = cst.Dot | cst.Colon | cst.TrailingWhitespace | cst.Newline
    return all(isinstance(n, allowed | parts | layout | ends | marks) for n in walk(node))


def _arms(
    node: cst.If, asked: _Asked, rest: Sequence[cst.BaseStatement]
) -> tuple[list[cst.BaseStatement], list[cst.BaseStatement], int]:
    """What is done where the key is there, and where it is missing; and how many of the statements
    behind belong to that.
    """
    own, others = list(suite_of(node.body)), []
    used = 0
    if isinstance(node.orelse, cst.Else):
        others = list(suite_of(node.orelse.body))
    elif node.orelse is None and rest and isinstance(single(own[-1]), cst.Return):
        others, used = [rest[0]], 1
    elif node.orelse is not None:
        return [], [], 0
    return (others, own, used) if asked.turned else (own, others, used)


def _only(arm: Sequence[cst.BaseStatement]) -> cst.BaseSmallStatement | None:
    return single(arm[0]) if len(arm) == 1 else None


def _taken(
    asked: _Asked, there: Sequence[cst.BaseStatement], missing: Sequence[cst.BaseStatement]
) -> _Found | None:
    """The entry, or a value that stands in for it, is assigned or handed back."""
    yes, no = _only(there), _only(missing)
    if isinstance(yes, cst.Return) and isinstance(no, cst.Return):
        value, default = yes.value, no.value
    elif isinstance(yes, cst.Assign) and isinstance(no, cst.Assign):
        if [_text(t) for t in yes.targets] != [_text(t) for t in no.targets]:
            return None
        value, default = yes.value, no.value
    else:
        return None
    if value is None or not asked.is_entry(core(value)):
        return None
    if default is None or asked.is_entry(core(default)):
        return None
    is_none = isinstance(default, cst.Name) and default.value == "None"
    call = asked.call("get", None if is_none else default)
    line = cst.SimpleStatementLine([yes.with_changes(value=call)])
    return _Found(line, "A dict gives what it has for a key, or what stands in for it.", default)


def _text(target: cst.AssignTarget) -> str:
    return cst.Module([]).code_for_node(target.target)


def _put(
    asked: _Asked,
    there: Sequence[cst.BaseStatement],
    missing: Sequence[cst.BaseStatement],
    rest: Sequence[cst.BaseStatement],
) -> _Found | None:
    """An entry is put in where it is missing, and then used."""
    made = _only(missing)
    if not isinstance(made, cst.Assign) or len(made.targets) != 1:
        return None
    if not asked.is_entry(made.targets[0].target):
        return None
    why = "A dict puts the entry in where it is missing, and gives it back."
    if there:
        added = _only(there)
        line = _adding(asked, added, made.value) if added is not None else None
        return None if line is None else _Found(line, why)
    call = asked.call("setdefault", made.value)
    following = single(rest[0]) if rest else None
    line = _used(asked, following, call) if following is not None else None
    if line is not None and not has_comments(rest[0]):
        return _Found(line, why, made.value, 1)
    return _Found(cst.SimpleStatementLine([cst.Expr(call)]), why, made.value)


def _adding(
    asked: _Asked, added: cst.BaseSmallStatement, value: cst.BaseExpression
) -> cst.SimpleStatementLine | None:
    """``d[k].append(x)`` against ``d[k] = [x]``: what is there gets what the new one is made of."""
    called = added.value if isinstance(added, cst.Expr) else None
    if not isinstance(called, cst.Call) or len(called.args) != 1 or called.args[0].keyword:
        return None
    function = called.func
    if not isinstance(function, cst.Attribute) or not asked.is_entry(core(function.value)):
        return None
    display = _ADDING.get(function.attr.value)
    if display is None or not isinstance(value, display) or len(value.elements) != 1:
        return None
    element = value.elements[0]
    if isinstance(element, cst.StarredElement) or not same(element.value, called.args[0].value):
        return None
    empty: cst.BaseExpression = cst.List([]) if display is cst.List else cst.Call(cst.Name("set"))
    new = function.with_changes(value=asked.call("setdefault", empty))
    return cst.SimpleStatementLine([cst.Expr(called.with_changes(func=new))])


def _summed_up(
    asked: _Asked,
    there: Sequence[cst.BaseStatement],
    missing: Sequence[cst.BaseStatement],
    rest: Sequence[cst.BaseStatement],
) -> _Found | None:
    """An entry that starts as a number or text, and is added to at once."""
    made, following = _only(missing), single(rest[0]) if rest else None
    if there or not isinstance(made, cst.Assign) or following is None or has_comments(rest[0]):
        return None
    if len(made.targets) != 1 or not asked.is_entry(made.targets[0].target):
        return None
    line = _summed(asked, following, made.value)
    why = "A dict gives what it has for a key, or what the sum starts from."
    return None if line is None else _Found(line, why, None, 1)


def _counted(
    asked: _Asked,
    there: Sequence[cst.BaseStatement],
    missing: Sequence[cst.BaseStatement],
    function: cst.FunctionDef,
) -> _Found | None:
    """A number that is added to the entry where there is one, and is the first one elsewhere."""
    added, made = _only(there), _only(missing)
    if not isinstance(made, cst.Assign) or len(made.targets) != 1 or added is None:
        return None
    if not asked.is_entry(made.targets[0].target) or not _is_number(made.value, function):
        return None
    line = _summed(asked, added, cst.Integer("0"))
    if line is None or not same(_added_in(line), made.value):
        return None
    return _Found(line, "A dict gives what it has for a key, or what the sum starts from.")


def _added_in(line: cst.SimpleStatementLine) -> cst.BaseExpression:
    """What is added in ``d[k] = d.get(k, 0) + x``; the whole value for any other operator."""
    value = line.body[0].value  # type: ignore[attr-defined]
    assert isinstance(value, cst.BinaryOperation)
    return value.right if isinstance(value.operator, cst.Add) else value


def _is_number(node: cst.BaseExpression, function: cst.FunctionDef) -> bool:
    """Whether a value is a number for sure: written as one, or made one under this name."""
    found = constant(node)
    if found is not None:
        return type(found[0]) in (int, float)
    if not isinstance(node, cst.Name):
        return False
    given = [v for n, v in map(_set_by, walk(function.body)) if n == node.value]
    made = [v for v in given if isinstance(v, cst.Call) and text_of(v.func) in _NUMBERS]
    return bool(given) and len(made) == len(given) == assignment_counts(function)[node.value]


def _set_by(node: cst.CSTNode) -> tuple[str, cst.BaseExpression | None]:
    """The name that a plain assignment sets, and the value."""
    if isinstance(node, cst.Assign) and len(node.targets) == 1:
        target = node.targets[0].target
        return (target.value, node.value) if isinstance(target, cst.Name) else ("", None)
    return "", None


def _summed(
    asked: _Asked, following: cst.BaseSmallStatement, start: cst.BaseExpression
) -> cst.SimpleStatementLine | None:
    """``d[k] += x``, or the same at length, where d[k] begins with a number or text."""
    target: cst.BaseExpression | None = None
    if isinstance(following, cst.AugAssign):
        target, value = following.target, following.value
        operator = _OPERATORS.get(type(following.operator))
    elif isinstance(following, cst.Assign) and len(following.targets) == 1:
        target = following.targets[0].target
        whole = core(following.value)
        if not isinstance(whole, cst.BinaryOperation) or not asked.is_entry(core(whole.left)):
            return None
        operator, value = type(whole.operator), whole.right
    if target is None or operator is None or not asked.is_entry(target) or not constant(start):
        return None
    speaks_of = names_in(asked.mapping)
    if names_in(value) & speaks_of:
        return None
    simple = isinstance(core(value), cst.Name | cst.Attribute | cst.Subscript | cst.Call)
    tight = simple or constant(value) is not None or value.lpar
    right = value if tight else value.with_changes(lpar=[cst.LeftParen()], rpar=[cst.RightParen()])
    total = cst.BinaryOperation(asked.call("get", start), operator(), right)
    line = cst.Assign([cst.AssignTarget(target)], total)  # type: ignore[arg-type]
    return cst.SimpleStatementLine([line])


def _used(
    asked: _Asked, following: cst.BaseSmallStatement, call: cst.Call
) -> cst.SimpleStatementLine | None:
    """A statement that first of all uses the entry, with the call in its place."""
    if isinstance(following, cst.Expr) and isinstance(following.value, cst.Call):
        function = following.value.func
        if isinstance(function, cst.Attribute) and asked.is_entry(core(function.value)):
            new = following.value.with_changes(func=function.with_changes(value=call))
            if not any(asked.is_entry(n) for a in following.value.args for n in _parts(a)):
                return cst.SimpleStatementLine([following.with_changes(value=new)])
    if isinstance(following, cst.Assign) and len(following.targets) == 1:
        target = following.targets[0].target
        if isinstance(target, cst.Name) and asked.is_entry(core(following.value)):
            return cst.SimpleStatementLine([following.with_changes(value=call)])
        if isinstance(target, cst.Subscript) and asked.is_entry(core(target.value)):
            if not any(asked.is_entry(n) for n in _parts(following.value)):
                new_target = target.with_changes(value=call)
                targets = [following.targets[0].with_changes(target=new_target)]
                return cst.SimpleStatementLine([following.with_changes(targets=targets)])
    return None


def _parts(node: cst.CSTNode) -> list[cst.BaseExpression]:
    return [n for n in walk(node) if isinstance(n, cst.BaseExpression)]
