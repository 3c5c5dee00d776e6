"""A loop that counts values in a dict becomes a ``Counter``.

Why it is safe: a Counter made of values has each of them once, where it came first, with the number
of times that it came; a dict made of it is the dict that the loop filled.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator

import libcst as cst

from ...logic.conditions import constant, core, same, text_of
from ...logic.knowledge import knowledge_of
from ...logic.liveness import live_after
from ...logic.negate import Negation
from ...logic.walk import has_comments, names_in, walk
from ...outline import Function, all_nodes
from ...source.edits import Edit, edited
from ...source.regions import region_of
from ..blocks import lead_of
from ..imports import is_free, with_import
from ..layout import laid_out
from ..module_view import ModuleView
from ..places import Place, function_in, places
from ..reach import Reach
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..rounds import Loop, Way, as_element, loop_of, suite_of
from ..wishes import Wishes
from ..worked_out import assigned, item_set, start_of


@move
class CountValues(ModuleMove):
    """Let ``Counter`` count what a loop counts by hand."""

    name = "count-values"
    summary = "A loop that counts values in a dict becomes a Counter."
    safe_because = "A Counter has each value once, where it came first, and how often it came."
    since = "0.3"
    reach = Reach.INSIDE
    EXAMPLES = (
        Example(
            "how many boats of each kind",
            """
            def by_kind(boats):
                found = {}
                for boat in boats:
                    if not boat.moored:
                        if boat.kind in found:
                            found[boat.kind] += 1
                        else:
                            found[boat.kind] = 1
                return found
            """,
            """
            from collections import Counter


            def by_kind(boats):
                found = dict(Counter(boat.kind for boat in boats if not boat.moored))
                return found
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "name-taken": Refusal(
            "the file has a Counter of its own",
            """
            Counter = 3


            def by_kind(boats):
                found = {}
                for boat in boats:
                    found[boat.kind] = found.get(boat.kind, 0) + 1
                return found, Counter
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for loops that count."""
        if not any(word in view.text for word in ("+= 1", "+ 1")):
            return
        region = region_of(view.text, function, view.indent)
        module = region.parse()
        whole = function_in(module)
        live, lines = live_after(whole), _lines_of(function, whole)
        negation = Negation(knowledge_of(whole), strict=False)
        for place in places(module):
            for index, node in enumerate(place.statements):
                if not isinstance(node, cst.For) or node.orelse or node.asynchronous:
                    continue
                block = _counted(place, index, node, live.get(id(node)), negation, view)
                if block is None:
                    continue
                line = lines[id(node)]
                if wishes.line not in (None, line):
                    continue
                if not is_free(view, "collections", "Counter"):
                    yield self.leave("name-taken", line)
                    continue
                text = region.with_text(place.replaced(block).code).whole
                changed = ModuleView(view.path, text, view.width)
                end = Edit(len(text), len(text), "")
                text = edited(text, with_import(changed, "collections", "Counter", end))
                why = "The loop only counts how often each value comes."
                yield ModuleSite(line, why, text, (function.name,))


def _lines_of(function: Function, whole: cst.FunctionDef) -> dict[int, int]:
    """The lines of the loops of a function in their file, by the ids of the loops."""
    loops = [n for n in all_nodes(function.node) if isinstance(n, ast.For | ast.AsyncFor)]
    lines = sorted(n.lineno for n in loops)
    nodes = [n for n in walk(whole) if isinstance(n, cst.For)]
    return {id(n): line for n, line in zip(nodes, lines, strict=True)}


def _counted(
    place: Place,
    index: int,
    node: cst.For,
    live: frozenset[str] | None,
    negation: Negation,
    view: ModuleView,
) -> cst.IndentedBlock | None:
    """The block with a Counter in place of a loop that counts; None if it does anything else."""
    loop = loop_of(node, negation, Way.NAMED)
    if loop is None or live is None or (loop.targets | loop.made) & live or has_comments(node):
        return None
    if any(isinstance(n, cst.Await | cst.Yield | cst.NamedExpr) for n in walk(node)):
        return None
    found = _key_of(loop)
    if found is None or loop.mentions(found[0]) or found[0] in names_in(found[1]):
        return None
    name, key = found
    start = next((i for i in range(index) if start_of(place.statements[i])[0] == name), None)
    if start is None or text_of(start_of(place.statements[start])[1] or node) != "{}":
        return None
    if any(name in names_in(s) for s in place.statements[start + 1 : index]):
        return None
    values = cst.GeneratorExp(as_element(key), loop.comprehension(), lpar=[], rpar=[])
    counter = cst.Call(cst.Name("Counter"), [cst.Arg(values)])
    made = assigned(name, cst.Call(cst.Name("dict"), [cst.Arg(counter)]))
    columns = view.width - len(view.indent.expandtabs(4)) * place.level
    line = laid_out(made, columns, view.indent)
    if line is None:
        return None
    line = line.with_changes(leading_lines=lead_of(place.statements[start]))
    kept = [s for i, s in enumerate(place.statements[:index]) if i != start]
    return place.block.with_changes(body=[*kept, line, *place.statements[index + 1 :]])


def _key_of(loop: Loop) -> tuple[str, cst.BaseExpression] | None:
    """The dict in which a loop counts, and what it counts."""
    heart = loop.heart
    if len(heart) == 1 and isinstance(heart[0], cst.If):
        return _by_choice(heart[0])
    smalls = loop.smalls()
    if len(smalls) == 1:
        return _by_default(smalls[0])
    if len(heart) == 2 and isinstance(heart[0], cst.If) and heart[0].orelse is None:
        asked = _membership(heart[0].test)
        name, key = _one_more(heart[1])
        if asked is None or asked[2] or key is None or asked[0] != name:
            return None
        begun = _set_to(heart[0].body, name, 0)
        fits = begun is not None and same(begun, key) and same(asked[1], key)
        return (name, key) if fits else None
    return None


def _by_choice(node: cst.If) -> tuple[str, cst.BaseExpression] | None:
    """``if k in d: d[k] += 1`` and ``else: d[k] = 1``, in either order."""
    asked = _membership(node.test)
    if asked is None or not isinstance(node.orelse, cst.Else):
        return None
    arms = (node.body, node.orelse.body)
    more, first = arms if asked[2] else arms[::-1]
    lines = suite_of(more)
    name, key = _one_more(lines[0]) if len(lines) == 1 else ("", None)
    begun = _set_to(first, name, 1)
    if key is None or begun is None or name != asked[0]:
        return None
    return (name, key) if same(key, begun) and same(key, asked[1]) else None


def _by_default(small: cst.BaseSmallStatement) -> tuple[str, cst.BaseExpression] | None:
    """``d[k] = d.get(k, 0) + 1``."""
    if not isinstance(small, cst.Assign) or not isinstance(small.value, cst.BinaryOperation):
        return None
    target = small.targets[0].target
    if not isinstance(target, cst.Subscript) or not isinstance(target.value, cst.Name):
        return None
    name = target.value.value
    key, value = item_set(small, name)
    if key is None or not isinstance(value, cst.BinaryOperation):
        return None
    got = value.left
    added = isinstance(value.operator, cst.Add) and constant(value.right) == (1,)
    if not added or not isinstance(got, cst.Call) or text_of(got.func) != f"{name}.get":
        return None
    plain = len(got.args) == 2 and all(not a.star and a.keyword is None for a in got.args)
    fits = plain and same(got.args[0].value, key) and constant(got.args[1].value) == (0,)
    return (name, key) if fits else None


def _membership(test: cst.BaseExpression) -> tuple[str, cst.BaseExpression, bool] | None:
    """The dict, the key, and whether it is asked for being there, of ``k in d`` or ``k not in d``."""
    test = core(test)
    if not isinstance(test, cst.Comparison) or len(test.comparisons) != 1:
        return None
    target = test.comparisons[0]
    if not isinstance(target.operator, cst.In | cst.NotIn):
        return None
    if not isinstance(target.comparator, cst.Name):
        return None
    return target.comparator.value, test.left, isinstance(target.operator, cst.In)


def _one_more(statement: cst.BaseStatement) -> tuple[str, cst.BaseExpression | None]:
    """The dict and the key of ``d[k] += 1`` and ``d[k] = d[k] + 1``."""
    line = statement if isinstance(statement, cst.SimpleStatementLine) else None
    small = line.body[0] if line is not None and len(line.body) == 1 else None
    if isinstance(small, cst.AugAssign):
        target: cst.BaseExpression = small.target
        one = small.value if isinstance(small.operator, cst.AddAssign) else None
    elif isinstance(small, cst.Assign) and isinstance(small.value, cst.BinaryOperation):
        target = small.targets[0].target
        again = isinstance(small.value.operator, cst.Add) and same(small.value.left, target)
        one = small.value.right if again and len(small.targets) == 1 else None
    else:
        return "", None
    if one is None or constant(one) != (1,) or not isinstance(target, cst.Subscript):
        return "", None
    if not isinstance(target.value, cst.Name) or len(target.slice) != 1:
        return "", None
    index = target.slice[0].slice
    return (target.value.value, index.value) if isinstance(index, cst.Index) else ("", None)


def _set_to(suite: cst.BaseSuite, name: str, number: int) -> cst.BaseExpression | None:
    """The key of ``d[k] = 1``, if that is all there is."""
    lines = suite_of(suite)
    line = lines[0] if len(lines) == 1 and isinstance(lines[0], cst.SimpleStatementLine) else None
    if line is None or len(line.body) != 1:
        return None
    key, value = item_set(line.body[0], name)
    return key if value is not None and constant(value) == (number,) else None
