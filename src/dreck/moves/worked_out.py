"""What a loop works out, as one expression: whether one fits, the first, the last, the largest, a
collection of what fits, a sum.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

import libcst as cst

from ..logic.conditions import bare, chained, constant, core, same, text_of
from ..logic.walk import has_comments, name_counts, names_in
from .arms import single
from .places import Place
from .registry import Around
from .rounds import Loop, as_element, put_in, set_by


@dataclass(frozen=True, slots=True)
class WorkedOut:
    """A line in place of a loop and of some statements beside it.

    Attributes:
        line: the line.
        why: one sentence for people.
        starts: the numbers of the statements that gave the results their first values; they go.
        stop: the number of the first statement behind that stays.
        bold: whether it is right only for some values, so that it needs a proof or trials.
    """

    line: cst.SimpleStatementLine
    why: str
    starts: tuple[int, ...]
    stop: int
    bold: bool = False


@dataclass(frozen=True, slots=True)
class Work:
    """A loop in its place.

    Attributes:
        place: the block.
        index: the number of the loop in it.
        loop: the loop taken apart, as it is to be written; None where that cannot be done.
        whole: the same, with all that is worked out on the way put wherever it is used.
        around: what a move may know.
        dead: whether a name is not read any more behind the loop.
    """

    place: Place
    index: int
    loop: Loop | None
    whole: Loop
    around: Around
    dead: Callable[[str], bool]

    def first_value(self, name: str) -> tuple[int, cst.BaseExpression] | None:
        """The statement before the loop that gives a name its first value, and the value, if
        nothing between them mentions it.
        """
        for number in range(self.index - 1, -1, -1):
            statement = self.place.statements[number]
            if name not in names_in(statement):
                continue
            set_name, value = start_of(statement)
            return (number, value) if set_name == name and value is not None else None
        return None


def worked_out(work: Work) -> Iterator[WorkedOut]:
    """The lines that say what a loop works out, the best one first."""
    found = _largest(work)
    if found is not None:
        yield found
    if work.loop is None:
        return
    for read in (
        _answered,
        _searched,
        _first_without_end,
        _gathered,
        _without_repeats,
        _last,
        _extended,
    ):
        found = read(work, work.loop)
        if found is not None:
            yield found


# -- whether one fits


def _answered(work: Work, loop: Loop) -> WorkedOut | None:
    """A loop that looks for one that fits: True or False."""
    place, index, heart = work.place, work.index, loop.smalls()
    if not loop.conditions or not heart:
        return None
    why = "The loop only asks whether one fits."
    small = heart[0]
    if len(heart) == 1 and isinstance(small, cst.Return) and small.value is not None:
        following = place.statements[index + 1 : index + 2]
        last = single(following[0]) if following else None
        if not isinstance(last, cst.Return) or last.value is None or has_comments(following[0]):
            return None
        answers = truth(small.value), truth(last.value)
        if None in answers or answers[0] is answers[1]:
            return None
        line = cst.SimpleStatementLine([cst.Return(_asking(loop, bool(answers[0]), work.around))])
        return WorkedOut(line, why, (), index + 2)
    name, value = start_of(loop.heart[0])
    answer = None if value is None else truth(value)
    ends = len(heart) == 1 or (
        len(heart) == 2 and len(loop.clauses) == 1 and isinstance(heart[1], cst.Break)
    )
    first = work.first_value(name) if answer is not None and ends else None
    if first is None or truth(first[1]) is not (not answer) or loop.mentions(name):
        return None
    assert answer is not None
    return WorkedOut(
        assigned(name, _asking(loop, answer, work.around)), why, (first[0],), index + 1
    )


def _asking(loop: Loop, found: bool, around: Around) -> cst.BaseExpression:
    """``any`` of the conditions, or ``all`` of their opposites."""
    test = chained(list(loop.conditions), cst.And)
    if found:
        return called("any", test, loop.comprehension(()))
    return called("all", around.negation.of(test), loop.comprehension(()))


# -- the first, the last


def _searched(work: Work, loop: Loop) -> WorkedOut | None:
    """A loop that looks for the first one that fits, and what stands for none."""
    place, index, heart = work.place, work.index, loop.smalls()
    if not loop.conditions or not heart:
        return None
    why = "The loop only looks for the first one that fits."
    small = heart[0]
    if len(heart) == 1 and isinstance(small, cst.Return) and small.value is not None:
        following = place.statements[index + 1 : index + 2]
        last = single(following[0]) if following else None
        if not isinstance(last, cst.Return) or has_comments(following[0]):
            return None
        none = last.value if last.value is not None else cst.Name("None")
        if constant(none) is None or truth(small.value) is not None:
            return None
        value = _first(small.value, loop, none)
        return WorkedOut(cst.SimpleStatementLine([cst.Return(value)]), why, (), index + 2)
    if len(heart) != 2 or len(loop.clauses) != 1 or not isinstance(heart[1], cst.Break):
        return None
    return _found_one(work, loop, why)


def _first_without_end(work: Work, loop: Loop) -> WorkedOut | None:
    """A loop that goes on when it has found the first one, and only asks whether it has."""
    asked = [t for t in loop.conditions if (name := _is_none(t)) and loop.mentions(name)]
    if len(asked) != 1 or len(loop.smalls()) != 1:
        return None
    name = _is_none(asked[0])
    if start_of(loop.heart[0])[0] != name:
        return None
    others = loop.asking([t for t in loop.conditions if t is not asked[0]])
    if not others.conditions:
        return None
    return _found_one(work, others, "The loop only looks for the first one that fits.", bold=True)


def _last(work: Work, loop: Loop) -> WorkedOut | None:
    """A loop that keeps the last one that fits."""
    if not loop.conditions or len(loop.smalls()) != 1:
        return None
    if not all(_has_a_last(f.iter) for f, _ in loop.clauses):
        return None
    return _found_one(
        work,
        loop.backwards(),
        "The loop only looks for the last one that fits.",
        bold=True,
    )


def _has_a_last(among: cst.BaseExpression) -> bool:
    """Whether what is gone through may be such that it can be gone through from its end."""
    if not isinstance(among, cst.Call):
        return not isinstance(among, cst.GeneratorExp)
    func = among.func
    of_dict = isinstance(func, cst.Attribute) and func.attr.value in ("items", "keys", "values")
    return of_dict or (isinstance(func, cst.Name) and func.value == "range")


def _found_one(work: Work, loop: Loop, why: str, *, bold: bool = False) -> WorkedOut | None:
    name, value = start_of(loop.heart[0])
    first = None if value is None else work.first_value(name)
    if value is None or first is None or constant(first[1]) is None or truth(value) is not None:
        return None
    if loop.mentions(name) or name in names_in(value):
        return None
    line = assigned(name, _first(value, loop, first[1]))
    return WorkedOut(line, why, (first[0],), work.index + 1, bold)


def _first(value: cst.BaseExpression, loop: Loop, none: cst.BaseExpression) -> cst.BaseExpression:
    """``next`` of what fits, with what stands for none."""
    generator = cst.GeneratorExp(as_element(value), loop.comprehension())
    return cst.Call(cst.Name("next"), [cst.Arg(generator), cst.Arg(none)])


def _is_none(test: cst.BaseExpression) -> str:
    """The name that a condition asks for being None; empty for any other condition."""
    test = core(test)
    if isinstance(test, cst.Comparison) and len(test.comparisons) == 1:
        target = test.comparisons[0]
        is_none = isinstance(target.operator, cst.Is) and text_of(target.comparator) == "None"
        if is_none and isinstance(test.left, cst.Name):
            return test.left.value
    return ""


# -- the largest


def _largest(work: Work) -> WorkedOut | None:
    """A loop that keeps the largest or the smallest one."""
    loop = work.whole
    if not loop.conditions or len(loop.heart) == 1 and _chosen_of_two(loop.heart[0]) is not None:
        return _largest_of_two(work)
    kept = [
        start_of(s) if isinstance(s, cst.SimpleStatementLine) else ("", None) for s in loop.heart
    ]
    values = {n: v for n, v in kept if v is not None}
    if len(values) != len(loop.heart) or not 1 <= len(values) <= 2:
        return None
    *tests, last = loop.conditions
    found = _compared(core(last), values)
    if found is None:
        return None
    before = loop.asking(tests)
    if any(before.mentions(n) or n in names_in(v) for n in values for v in values.values()):
        return None
    name = next((n for n in values if n != found.measured), found.measured)
    firsts = {n: work.first_value(n) for n in values}
    starts = [f for f in firsts.values() if f is not None]
    if len(starts) != len(values) or (name != found.measured and not work.dead(found.measured)):
        return None
    if found.none_first and any(text_of(value) != "None" for _, value in starts):
        return None
    start = None if found.none_first else starts[0][1]
    result = _most(found, name, values, before, start)
    if result is None:
        return None
    size = "largest" if found.word == "max" else "smallest"
    why = f"The loop only keeps the {size} one."
    numbers = tuple(number for number, _ in starts)
    return WorkedOut(assigned(name, result), why, numbers, work.index + 1)


def _largest_of_two(work: Work) -> WorkedOut | None:
    """A loop that keeps the larger or the smaller of the best so far and the one at hand."""
    loop = work.whole
    chosen = _chosen_of_two(loop.heart[0]) if len(loop.heart) == 1 else None
    if chosen is None:
        return None
    found, value = chosen
    name, first = found.measured, work.first_value(found.measured)
    before = loop.asking(list(loop.conditions))
    if first is None or before.mentions(name) or name in names_in(value):
        return None
    if found.none_first and text_of(first[1]) != "None":
        return None
    result = _most(found, name, {name: value}, before, None if found.none_first else first[1])
    if result is None:
        return None
    why = f"The loop only keeps the {'largest' if found.word == 'max' else 'smallest'} one."
    return WorkedOut(assigned(name, result), why, (first[0],), work.index + 1)


def _chosen_of_two(
    statement: cst.BaseStatement,
) -> tuple[_Compared, cst.BaseExpression] | None:
    """``best = max(best, x)``, or ``best = x if best is None else max(best, x)``, with what is
    taken.
    """
    name, value = (
        start_of(statement) if isinstance(statement, cst.SimpleStatementLine) else ("", None)
    )
    if value is None:
        return None
    none_first, taken = False, None
    if isinstance(value, cst.IfExp):
        none_first, taken = _is_none(core(value.test)) == name, value.body
        if not none_first:
            return None
        value = core(value.orelse)
    if not isinstance(value, cst.Call) or text_of(value.func) not in ("max", "min"):
        return None
    given = [a.value for a in value.args if a.keyword is None and not a.star]
    if len(given) != 2 or len(value.args) != 2:
        return None
    kept, other = given if text_of(given[0]) == name else given[::-1]
    if text_of(kept) != name or (taken is not None and not same(taken, other)):
        return None
    return _Compared(text_of(value.func), name, cst.Name(name), none_first), other


@dataclass(frozen=True, slots=True)
class _Compared:
    """A condition that compares an element with the best so far.

    ``word`` is ``max`` or ``min``, ``measured`` the name that is compared, ``by`` what of it (in
    terms of the name), ``none_first`` whether there is none at first.
    """

    word: str
    measured: str
    by: cst.BaseExpression
    none_first: bool


def _compared(test: cst.BaseExpression, values: dict[str, cst.BaseExpression]) -> _Compared | None:
    none_first = isinstance(test, cst.BooleanOperation)
    if isinstance(test, cst.BooleanOperation):
        if not isinstance(test.operator, cst.Or) or _is_none(test.left) not in values:
            return None
        test = core(test.right)
    if not isinstance(test, cst.Comparison) or len(test.comparisons) != 1:
        return None
    sign, right = test.comparisons[0].operator, test.comparisons[0].comparator
    if not isinstance(sign, cst.GreaterThan | cst.LessThan):
        return None
    more = isinstance(sign, cst.GreaterThan)
    mine, best = test.left, right
    if names_in(mine) & values.keys():
        mine, best, more = best, mine, not more
    asked = names_in(best) & values.keys()
    if names_in(mine) & values.keys() or len(asked) != 1:
        return None
    (measured,) = asked
    if name_counts(best)[measured] != 1:
        return None
    if not same(put_in(best, measured, values[measured]), mine):
        return None
    return _Compared("max" if more else "min", measured, best, none_first)


def _most(
    found: _Compared,
    name: str,
    values: dict[str, cst.BaseExpression],
    loop: Loop,
    start: cst.BaseExpression | None,
) -> cst.BaseExpression | None:
    """``max`` or ``min`` of what fits."""
    value, key = values[name], core(found.by)
    node = loop.clauses[0][0]
    is_all = len(loop.clauses) == 1 and not loop.conditions and same(node.target, value)
    among: cst.BaseExpression = (
        node.iter if is_all else cst.GeneratorExp(as_element(value), loop.comprehension())
    )
    if start is not None:
        number = constant(start)
        plain = len(values) == 1 and isinstance(key, cst.Name) and number is not None
        if not plain or number is None or type(number[0]) not in (int, float):
            return None
        both = cst.List([cst.Element(start), cst.StarredElement(among)])
        return cst.Call(cst.Name(found.word), [cst.Arg(both)])
    args = [cst.Arg(among)]
    if name != found.measured:
        if not isinstance(key, cst.Name):
            return None
        key = values[found.measured]
    else:
        key = put_in(key, name, value)
    if name != found.measured or not same(key, value):
        others = loop.targets - {value.value} if isinstance(value, cst.Name) else None
        if others is None or others & names_in(key) or not isinstance(value, cst.Name):
            return None
        args.append(_keyword("key", _asked_alone(key, value) or _lambda(value, key)))
    args.append(_keyword("default", cst.Name("None")))
    return cst.Call(cst.Name(found.word), args)


def _lambda(name: cst.Name, body: cst.BaseExpression) -> cst.Lambda:
    return cst.Lambda(cst.Parameters([cst.Param(name)]), body)


def _asked_alone(key: cst.BaseExpression, name: cst.Name) -> cst.Name | None:
    """The function that a key is asked of with nothing but the element."""
    if not isinstance(key, cst.Call) or not isinstance(key.func, cst.Name) or len(key.args) != 1:
        return None
    (arg,) = key.args
    plain = arg.keyword is None and not arg.star and same(arg.value, name)
    return key.func if plain and key.func.value != name.value else None


def _keyword(name: str, value: cst.BaseExpression) -> cst.Arg:
    tight = cst.AssignEqual(cst.SimpleWhitespace(""), cst.SimpleWhitespace(""))
    return cst.Arg(value, keyword=cst.Name(name), equal=tight)


# -- collections and sums


def _gathered(work: Work, loop: Loop) -> WorkedOut | None:
    """A loop that fills a list, set or dict, or adds up."""
    heart = loop.smalls()
    if len(heart) != 1:
        return None
    small = heart[0]
    name = _filled_by(small)
    first = work.first_value(name)
    value = None if first is None else _filled(name, first[1], small, loop)
    if first is None or value is None or _is_asked(loop, small, name):
        return None
    return WorkedOut(
        assigned(name, value), f"The loop only makes `{name}`.", (first[0],), work.index + 1
    )


def _filled_by(small: cst.BaseSmallStatement) -> str:
    """The name that a statement works on."""
    target: cst.BaseExpression | None = None
    if isinstance(small, cst.Expr) and isinstance(small.value, cst.Call):
        func = small.value.func
        target = func.value if isinstance(func, cst.Attribute) else None
    elif isinstance(small, cst.AugAssign):
        target = small.target
    elif isinstance(small, cst.Assign) and len(small.targets) == 1:
        target = small.targets[0].target
        target = target.value if isinstance(target, cst.Subscript) else target
    return target.value if isinstance(target, cst.Name) else ""


def _filled(
    name: str, start: cst.BaseExpression, small: cst.BaseSmallStatement, loop: Loop
) -> cst.BaseExpression | None:
    clauses = loop.comprehension()
    if isinstance(start, cst.List) and not start.elements:
        element = argument(small, name, "append")
        if element is not None:
            return cst.ListComp(as_element(element), clauses)
        element = _put_first(small, name)
        if element is not None:
            return _turned(cst.ListComp(as_element(element), clauses))
        return None
    if text_of(start) == "set()":
        element = argument(small, name, "add")
        return None if element is None else cst.SetComp(as_element(element), clauses)
    if isinstance(start, cst.Dict) and not start.elements:
        key, value = item_set(small, name)
        if key is None or value is None:
            return None
        return cst.DictComp(key, as_element(value), clauses)
    first = constant(start)
    added = None if first is None else added_to(small, name)
    if first is None or added is None:
        return None
    if type(first[0]) is int and first[0] == 0:
        many = loop.clauses[0][0].iter
        if len(loop.clauses) == 1 and not loop.conditions and text_of(added) == "1":
            if isinstance(many, cst.Name):
                return cst.Call(cst.Name("len"), [cst.Arg(many)])
        return called("sum", added, clauses)
    text = core(start)
    if not isinstance(first[0], str) or not isinstance(text, cst.SimpleString):
        return None
    nothing = cst.SimpleString(text.quote[:1] * 2)
    joined = called("join", added, clauses)
    joined = joined.with_changes(
        func=cst.Attribute(nothing if first[0] else text, cst.Name("join"))
    )
    return cst.BinaryOperation(text, cst.Add(), joined) if first[0] else joined


def _put_first(small: cst.BaseSmallStatement, name: str) -> cst.BaseExpression | None:
    """``e`` of ``name.insert(0, e)``."""
    call = small.value if isinstance(small, cst.Expr) else None
    if (
        not isinstance(call, cst.Call)
        or text_of(call.func) != f"{name}.insert"
        or len(call.args) != 2
    ):
        return None
    plain = all(not a.star and a.keyword is None for a in call.args)
    return call.args[1].value if plain and text_of(call.args[0].value) == "0" else None


def _turned(value: cst.BaseExpression) -> cst.BaseExpression:
    """``value[::-1]``."""
    back = cst.UnaryOperation(cst.Minus(), cst.Integer("1"))
    step = cst.Slice(lower=None, upper=None, step=back, second_colon=cst.Colon())
    return cst.Subscript(value, [cst.SubscriptElement(step)])


def _is_asked(loop: Loop, small: cst.BaseSmallStatement, name: str) -> bool:
    """Whether what is filled is read in the rounds."""
    fills = 1
    if isinstance(small, cst.Assign) and isinstance(small.value, cst.BinaryOperation):
        fills = 2 if added_to(small, name) is not None else 1
    return loop.mentions(name) or name_counts(small)[name] > fills


def _without_repeats(work: Work, loop: Loop) -> WorkedOut | None:
    """A loop that takes each value once, in the order in which they come."""
    heart = loop.smalls()
    if not loop.conditions or not 1 <= len(heart) <= 2:
        return None
    *tests, last = loop.conditions
    element, seen = _not_in(core(last))
    if element is None or not seen:
        return None
    taken = {n: _taken(s, n) for s in heart if (n := _filled_by(s))}
    if len(taken) != len(heart) or seen not in taken:
        return None
    if any(t is None or not same(t, element) for t in taken.values()):
        return None
    name = next((n for n in taken if n != seen), seen)
    firsts = [work.first_value(n) for n in taken]
    before = loop.asking(tests)
    if any(before.mentions(n) or n in names_in(element) for n in taken):
        return None
    starts = {n: f for n, f in zip(taken, firsts, strict=True) if f is not None}
    if len(starts) != len(taken) or text_of(starts[name][1]) != "[]":
        return None
    if name != seen and not (work.dead(seen) and text_of(starts[seen][1]) in ("set()", "[]")):
        return None
    node = before.clauses[0][0]
    is_all = len(before.clauses) == 1 and not tests and same(node.target, element)
    clauses = before.comprehension()
    among = (
        node.iter if is_all else cst.GeneratorExp(as_element(element), clauses, lpar=[], rpar=[])
    )
    keys = cst.Call(cst.Attribute(cst.Name("dict"), cst.Name("fromkeys")), [cst.Arg(among)])
    line = assigned(name, cst.Call(cst.Name("list"), [cst.Arg(keys)]))
    why = f"The loop only makes `{name}`, with each value once."
    return WorkedOut(line, why, tuple(n for n, _ in starts.values()), work.index + 1)


def _not_in(test: cst.BaseExpression) -> tuple[cst.BaseExpression | None, str]:
    """``e`` and the name of ``e not in name``."""
    if isinstance(test, cst.Comparison) and len(test.comparisons) == 1:
        target = test.comparisons[0]
        if isinstance(target.operator, cst.NotIn) and isinstance(target.comparator, cst.Name):
            return test.left, target.comparator.value
    return None, ""


def _taken(small: cst.BaseSmallStatement, name: str) -> cst.BaseExpression | None:
    found = argument(small, name, "append")
    return found if found is not None else argument(small, name, "add")


def _extended(work: Work, loop: Loop) -> WorkedOut | None:
    """A loop that adds to a list that has something in it already."""
    heart = loop.smalls()
    name = _filled_by(heart[0]) if len(heart) == 1 else ""
    element = argument(heart[0], name, "append") if name else None
    if element is None or _is_asked(loop, heart[0], name):
        return None
    made = any(
        set_name == name and isinstance(value, cst.List | cst.ListComp)
        for set_name, value in map(set_by, work.place.statements[: work.index])
    )
    if not made:
        return None
    more = cst.GeneratorExp(as_element(element), loop.comprehension(), lpar=[], rpar=[])
    call = cst.Call(cst.Attribute(cst.Name(name), cst.Name("extend")), [cst.Arg(more)])
    line = cst.SimpleStatementLine([cst.Expr(call)])
    return WorkedOut(line, f"The loop only adds to `{name}`.", (), work.index + 1)


def argument(small: cst.CSTNode | None, name: str, method: str) -> cst.BaseExpression | None:
    """``e`` of ``name.method(e)``."""
    call = small.value if isinstance(small, cst.Expr) else None
    if not isinstance(call, cst.Call) or text_of(call.func) != f"{name}.{method}":
        return None
    if len(call.args) != 1 or call.args[0].star or call.args[0].keyword is not None:
        return None
    return call.args[0].value


def item_set(
    small: cst.CSTNode | None, name: str
) -> tuple[cst.BaseExpression | None, cst.BaseExpression | None]:
    """``k`` and ``v`` of ``name[k] = v``."""
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return None, None
    target = small.targets[0].target
    if not isinstance(target, cst.Subscript) or text_of(target.value) != name:
        return None, None
    parts = [p.slice for p in target.slice]
    if len(parts) != 1 or not isinstance(parts[0], cst.Index):
        return None, None
    return parts[0].value, small.value


def added_to(small: cst.CSTNode | None, name: str) -> cst.BaseExpression | None:
    """``e`` of ``name += e`` or ``name = name + e``."""
    if isinstance(small, cst.Assign) and len(small.targets) == 1:
        value = small.value
        if not isinstance(value, cst.BinaryOperation) or not isinstance(value.operator, cst.Add):
            return None
        same_name = text_of(small.targets[0].target) == name == text_of(value.left)
        return value.right if same_name else None
    if not isinstance(small, cst.AugAssign) or not isinstance(small.operator, cst.AddAssign):
        return None
    return small.value if text_of(small.target) == name else None


# -- parts of lines


def start_of(statement: cst.BaseStatement) -> tuple[str, cst.BaseExpression | None]:
    """The name that a plain line gives a value, and the value."""
    small = single(statement)
    if not isinstance(small, cst.Assign) or len(small.targets) != 1:
        return "", None
    if statement.trailing_whitespace.comment is not None:  # type: ignore[attr-defined]
        return "", None
    target = small.targets[0].target
    return (target.value, small.value) if isinstance(target, cst.Name) else ("", None)


def truth(value: cst.BaseExpression) -> bool | None:
    """True or False where an expression is just that."""
    found = constant(value)
    return found[0] if found is not None and isinstance(found[0], bool) else None


def assigned(name: str, value: cst.BaseExpression) -> cst.SimpleStatementLine:
    """A line that gives a name a value."""
    return cst.SimpleStatementLine([cst.Assign([cst.AssignTarget(cst.Name(name))], value)])


def called(name: str, value: cst.BaseExpression, clauses: cst.CompFor) -> cst.Call:
    """A call of a function for a generator."""
    generator = cst.GeneratorExp(as_element(bare(value)), clauses, lpar=[], rpar=[])
    return cst.Call(cst.Name(name), [cst.Arg(generator)])
