"""Inputs as a person would write them: what does not matter left out, what has a usual value given
that, and still the same way taken.
"""

from __future__ import annotations

import ast
import importlib
import inspect
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, TypeAlias

from ...outline import all_nodes
from . import records
from .answers import Answers
from .clock import spent
from .cases import Case
from .loading import Subject
from .observe import HELD
from .plan import hints_of
from .homes import library_names
from .recipes import OMITTED, Recipe, Side

# Longer names are no values, and values from elsewhere that are tried in one place.
_LONGEST_NAME = 16
_MOST_USUAL = 6
# Texts that are not plain Python, since they stand for what only this run has.
_ODD = ("Probe(", "recorded[", "inputs[")
_DOUBLES = {n: getattr(records, n) for n in ("Record", "Recorder", "Manager", "given")}


@dataclass(slots=True)
class Plainer:
    """Makes inputs plainer.

    Attributes:
        side: the version that they are for.
        subject: the function.
        usual: for names of parameters, attributes and keys the values that are given to them in the
            project, as Python text, those of its tests first.
        spoken: texts that the code itself speaks of; they say enough.
        until: when to stop, as ``spent`` counts.
    """

    side: Side
    subject: Subject
    usual: Mapping[str, Sequence[str]]
    spoken: frozenset[str]
    until: float

    def of(self, case: Case, keeps: Callable[[Case], bool]) -> Case:
        """A plainer input of which what matters still holds.

        Args:
            case: the input.
            keeps: tells of another one whether it still does what matters.
        """
        made = _Making(self, case, keeps)
        made.fewer_calls()
        made.fewer_arguments()
        if made.is_written_out():
            made.fewer_parts()
            made.plain_values()
        return made.case


# What is written out of an input: the number of the call, the position, the parameter's name.
_Trees: TypeAlias = list[tuple[int, int, str, ast.expr]]


@dataclass(frozen=True, slots=True)
class _Place:
    """A constant in an input: what it is called there, whether it is all of an argument, and
    whether its name is one that the function declares.
    """

    constant: ast.Constant
    name: str
    is_whole: bool
    is_declared: bool


class _Making:
    def __init__(self, plainer: Plainer, case: Case, keeps: Callable[[Case], bool]) -> None:
        self.plainer, self.case = plainer, case
        self._keeps = keeps

    def keeps(self, case: Case) -> bool:
        """Whether an input still does what matters; then it is taken."""
        if spent() > self.plainer.until:
            return False
        try:
            is_kept = self._keeps(case)
        except Exception:
            return False
        if is_kept:
            self.case = case
        return is_kept

    def fewer_calls(self) -> None:
        """Leave calls out: the last one where the one before is of the same function, and those
        before the last.
        """
        while len(self.case.calls) > 1 and self.case.calls[-2][0] is self.case.calls[-1][0]:
            if not self.keeps(Case(self.case.calls[:-1])):
                break
        for number in reversed(range(len(self.case.calls) - 1)):
            calls = self.case.calls
            if number:
                self.keeps(Case((*calls[:number], *calls[number + 1 :])))
                continue
            (_, first), (callee, row), *rest = calls
            if len(row) <= len(first) or all(r is not HELD for r in row[len(first) :]):
                taken = tuple([first[i] if r is HELD else r for i, r in enumerate(row)])
                self.keeps(Case(((callee, taken), *rest)))

    def fewer_arguments(self) -> None:
        """Leave arguments out that have a default."""
        callee, row = self.case.calls[-1]
        for position in reversed(range(len(row))):
            row = self.case.calls[-1][1]
            is_optional = OMITTED in callee.parameters.recipes[position]
            if is_optional and row[position] is not OMITTED and row[position] is not HELD:
                self._put(len(self.case.calls) - 1, position, OMITTED)

    def is_written_out(self) -> bool:
        """Whether the input does the same when its text is read again."""
        return self.keeps(self._read_again(self.case))

    def _read_again(self, case: Case) -> Case:
        return Case(tuple([(c, tuple([self._read(r) for r in row])) for c, row in case.calls]))

    @staticmethod
    def _read(recipe: Recipe) -> Recipe:
        if _is_odd(recipe):
            return recipe
        return written(recipe.text)

    def _put(self, number: int, position: int, recipe: Recipe) -> bool:
        calls = list(self.case.calls)
        callee, row = calls[number]
        calls[number] = (callee, (*row[:position], recipe, *row[position + 1 :]))
        return self.keeps(Case(tuple(calls)))

    def _trees(self) -> _Trees:
        """What is written out of the input at hand."""
        found = []
        for number, (callee, row) in enumerate(self.case.calls):
            for position, recipe in enumerate(row):
                if _is_odd(recipe):
                    continue
                name = callee.parameters.names[position]
                found.append((number, position, name, _tree(recipe.text)))
        return found

    def fewer_parts(self) -> None:
        """Leave items of containers out, and fields of records; what is given to a constructor and
        not looked at is None.
        """
        for number, position, _, tree in self._trees():
            for node in [n for n in all_nodes(tree) if isinstance(n, ast.expr)]:
                for undo in self._with_less(node):
                    if not self._put(number, position, written(ast.unparse(tree))):
                        undo()

    def _with_less(self, node: ast.expr) -> Iterator[Callable[[], None]]:
        """Take a part away, and give what puts it back; one after the other."""
        if isinstance(node, ast.List | ast.Set):
            for item in list(node.elts) if len(node.elts) > isinstance(node, ast.Set) else []:
                before = list(node.elts)
                node.elts.remove(item)
                yield lambda: node.elts.__setitem__(slice(None), before)
        elif isinstance(node, ast.Dict):
            for key in list(node.keys):
                keys, values = list(node.keys), list(node.values)
                at = node.keys.index(key)
                del node.keys[at], node.values[at]
                yield lambda: _put_back(node, keys, values)
        elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
            for keyword in list(node.keywords):
                parts, value = list(node.keywords), keyword.value
                if node.func.id == "Record":
                    node.keywords.remove(keyword)
                    yield lambda: node.keywords.__setitem__(slice(None), parts)
                elif self._is_open(node.func.id, keyword.arg) and ast.unparse(value) != "None":
                    keyword.value = ast.Constant(None)
                    yield lambda: setattr(keyword, "value", value)

    def _is_open(self, name: str, parameter: str | None) -> bool:
        """Whether a constructor declares nothing of a parameter."""
        cls = vars(self.plainer.side.module).get(name)
        found = _parameters(cls).get(parameter or "")
        return found is not None and found.annotation is inspect.Parameter.empty

    def plain_values(self) -> None:
        """Give texts and numbers the values that they usually have."""
        trees = self._trees()
        hints = hints_of(self.plainer.subject.function)
        places = [
            _Place(constant, name, constant is tree, name in hints)
            for _, _, parameter, tree in trees
            for constant, name in self._named(tree, parameter)
        ]
        for place in places:
            default = self._default(place.name)
            for value in _of_its_type(place.constant.value, hints.get(place.name), default):
                self._change([place.constant], value, trees)
        self._texts(places, trees)
        for place in places:
            self._as_usual(place, trees)

    def _texts(self, places: Sequence[_Place], trees: _Trees) -> None:
        """Equal texts stay equal; an empty one that is given by itself stays one."""
        texts: dict[str, list[_Place]] = {}
        for place in places:
            if type(place.constant.value) is str:
                texts.setdefault(place.constant.value, []).append(place)
        taken = set(texts) | self.plainer.spoken
        for text, alike in texts.items():
            names = list(dict.fromkeys(place.name for place in alike))
            known = [t for n in names for t in self._usual(n)]
            if repr(text) in known or not (text or (known and any(not p.is_whole for p in alike))):
                continue
            for value in self._better(names, taken, is_spoken=text in self.plainer.spoken):
                if self._change([place.constant for place in alike], value, trees):
                    taken.add(value)
                    break

    def _as_usual(self, place: _Place, trees: _Trees) -> None:
        """Give a number a usual value, and what is of another kind than usual, where nothing is
        declared, one of that kind.
        """
        value = place.constant.value
        if value is None:
            return  # it says that it does not matter
        usual = [ast.literal_eval(t) for t in self._usual(place.name)]
        alike = [u for u in usual if type(u) in (int, float)]
        is_open = not place.is_whole or not place.is_declared
        if is_open and usual and not any(type(value) is type(u) for u in usual):
            is_flag = all(type(u) is bool for u in usual)
            alike = [bool(value)] if is_flag else usual
        elif type(value) not in (int, float):
            return
        if not any(type(value) is type(u) and value == u for u in alike):
            tried = alike[:_MOST_USUAL]
            next((u for u in tried if self._change([place.constant], u, trees)), None)

    def _default(self, name: str) -> Any:
        found = _parameters(self.plainer.subject.function).get(name)
        return None if found is None else found.default

    def _usual(self, name: str) -> Sequence[str]:
        return self.plainer.usual.get(name, ())

    def _better(self, names: Sequence[str], taken: set[str], *, is_spoken: bool) -> Iterator[str]:
        """Texts that say what they are, for what is called so."""
        for name in names:
            usual = [ast.literal_eval(t) for t in self._usual(name)]
            alike = [u for u in usual if type(u) is str and u and u not in taken]
            yield from alike[:_MOST_USUAL]
        for name in names if not is_spoken else ():
            if name and name.strip("_") == name and len(name) <= _LONGEST_NAME:
                yield from (n for n in (name, f"other {name}") if n not in taken)

    def _change(
        self,
        constants: Sequence[ast.Constant],
        value: object,
        trees: _Trees,
    ) -> bool:
        """Give some constants another value, if that keeps what matters."""
        before = [c.value for c in constants]
        for constant in constants:
            constant.value = value  # type: ignore[assignment]
        calls = [(callee, list(row)) for callee, row in self.case.calls]
        for number, position, _, tree in trees:
            text = ast.unparse(tree)
            if text != calls[number][1][position].text:
                calls[number][1][position] = written(text)
        if self.keeps(Case(tuple([(callee, tuple(row)) for callee, row in calls]))):
            return True
        for constant, old in zip(constants, before, strict=True):
            constant.value = old
        return False

    def _named(self, tree: ast.expr, name: str) -> Iterator[tuple[ast.Constant, str]]:
        """The constants of a value, each with the name that it has there."""
        if isinstance(tree, ast.Constant):
            yield tree, name
        elif isinstance(tree, ast.List | ast.Tuple | ast.Set):
            for item in tree.elts:
                yield from self._named(item, name.removesuffix("s"))
        elif isinstance(tree, ast.Dict):
            for key, value in zip(tree.keys, tree.values, strict=True):
                is_field = isinstance(key, ast.Constant) and isinstance(key.value, str)
                field = str(key.value) if is_field and isinstance(key, ast.Constant) else name
                if key is not None:
                    yield from self._named(key, name.removesuffix("s"))
                yield from self._named(value, field if field.isidentifier() else name)
        elif isinstance(tree, ast.Call):
            called = tree.func.id if isinstance(tree.func, ast.Name) else ""
            known = list(_parameters(vars(self.plainer.side.module).get(called)))
            if called == "Recorder":  # its name is the attribute's, not a value
                tree_args: list[ast.expr] = tree.args[1:]
            else:
                tree_args = tree.args
            for number, argument in enumerate(tree_args):
                yield from self._named(argument, known[number] if number < len(known) else name)
            for keyword in tree.keywords:
                yield from self._named(keyword.value, keyword.arg or name)


def _tree(text: str) -> ast.expr:
    """A value as a tree, with numbers below zero as constants."""
    found = _Signs().visit(ast.parse(text, mode="eval").body)
    assert isinstance(found, ast.expr)
    return found


class _Signs(ast.NodeTransformer):
    def visit_UnaryOp(self, node: ast.UnaryOp) -> ast.expr:
        number = node.operand.value if isinstance(node.operand, ast.Constant) else None
        if isinstance(node.op, ast.USub) and type(number) in (int, float):
            return ast.Constant(-number)  # type: ignore[operator]
        self.generic_visit(node)
        return node


def _is_odd(recipe: Recipe) -> bool:
    """Whether it has no text that can be read again."""
    if recipe is OMITTED or recipe is HELD or any(word in recipe.text for word in _ODD):
        return True
    try:
        compile(recipe.text, "<input>", "eval")
    except (SyntaxError, ValueError, RecursionError, MemoryError):
        return True
    return False


def _put_back(node: ast.Dict, keys: list[ast.expr | None], values: list[ast.expr]) -> None:
    node.keys[:], node.values[:] = keys, values


def _of_its_type(value: object, hint: object, default: object) -> Iterator[object]:
    """The same value, of the type that is declared or that the default has."""
    if type(value) is bool and hint in (int, float):
        yield int(value)
    elif type(default) is bool and hint in (None, bool) and type(value) in (int, str):
        yield bool(value)


def _parameters(function: Any) -> Mapping[str, inspect.Parameter]:
    try:
        return inspect.signature(function).parameters if callable(function) else {}
    except (ValueError, TypeError):
        return {}


def written(text: str) -> Recipe:
    """A value that is built by reading its text."""
    code = compile(text, "<input>", "eval")
    names: dict[str, Any] = dict(_DOUBLES)
    for name, module in library_names(text).items():
        home = importlib.import_module(module or name)
        names[name] = getattr(home, name) if module else home

    def build(side: Side, answers: Answers) -> Any:
        return eval(code, {**names, **vars(side.module)})

    try:
        value = ast.literal_eval(text)
    except (ValueError, TypeError, SyntaxError, MemoryError, RecursionError):
        return Recipe(text, build)
    is_plain = type(value) in (int, bool, float, str, bytes, type(None))
    return replace(Recipe(text, build), is_plain=is_plain, value=value if is_plain else None)
