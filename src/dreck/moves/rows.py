"""What arms differ in, as the rows of a table, and the code that uses such a row."""

from __future__ import annotations

import ast
import keyword
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from ..naming.words import EMPTY_WORDS, words_of
from ..outline import Function, all_nodes
from ..source.edits import Edit, edited
from .alignment import Hole, is_value
from .alike import visible_locals
from .fields import field_name
from .imports import is_free
from .module_view import ModuleView

# So many values in a row that their names should stay with them.
_LEAST_FIELDS = 3
# Words behind which the name of a function says what it is given.
_LINKS = frozenset({"of", "for", "by"})
# Words with which functions say that they give something, or when they are called.
_GETTING = frozenset(
    {"get", "find", "make", "compute", "calculate", "fetch", "build", "create", "determine", "on"}
)


def _of_pair(node: ast.AST) -> list[str]:
    """What two names are called together that are set at once; nothing where one is only an
    alternative of the other.
    """
    target = node.targets[0] if isinstance(node, ast.Assign) else None
    parts = target.elts if isinstance(target, ast.Tuple) else []
    names = [n.attr if isinstance(n, ast.Attribute) else getattr(n, "id", "") for n in parts]
    if len(names) != 2 or not all(names) or "otherwise" in names:
        return []
    return [*words_of(names[0]), "and", *words_of(names[1])]


def _is_set_to(hole: Hole) -> bool:
    """Whether a name is set to what stands in a hole."""
    around = hole.around
    return len(around) == 1 and isinstance(around[0], ast.Assign) and len(around[0].targets) == 1


def _is_called(hole: Hole) -> bool:
    """Whether a hole holds what is called."""
    owner = hole.around[-1] if hole.around else None
    return isinstance(owner, ast.Call) and owner.func is hole.values[0]


def _is_made(hole: Hole) -> bool:
    """Whether what stands in a hole is made of what stands in the row, a new one each time."""
    return hole.makes_lists or hole.templates is not None


def _made_of(hole: Hole, text: str) -> str:
    """What stands in a hole, made of what the row has for it."""
    filling = "" if hole.templates is None else hole.templates.filling
    return f"list({text})" if hole.makes_lists else f"{text}{filling}"


def _hint(hole: Hole) -> str:
    """The type of the values of a field."""
    if hole.makes_lists:
        return "tuple"
    if hole.templates is not None:
        return "str"
    values = map(ast.literal_eval, hole.values)
    return " | ".join(sorted({"None" if v is None else type(v).__name__ for v in values}))


@dataclass(frozen=True)
class Rows:
    """The rows of one table: a value each, or several with names.

    Attributes:
        view: the module.
        function: the function that the arms are in.
        body: one of the arms.
        holes: what the arms differ in.
        about: what the rows depend on, in words.
    """

    view: ModuleView
    function: Function
    body: list[ast.stmt]
    holes: list[Hole]
    about: str

    @cached_property
    def what(self) -> list[str] | None:
        """What the rows give, in words: the names that are set, or what the function returns; None
        if that is not known.
        """
        if len(self.holes) == 1:
            part = self._part()
            if part:
                return part
            set_ = self.holes[0].around[0] if _is_set_to(self.holes[0]) else None
            last = set_ or self.body[-1]
            target = last.targets[0] if isinstance(last, ast.Assign) else None
            target = last.target if isinstance(last, ast.AugAssign) else target
            if isinstance(target, ast.Name | ast.Attribute):
                found = words_of(target.id if isinstance(target, ast.Name) else target.attr)
                says_little = len("".join(found)) == 1 or set(found) <= EMPTY_WORDS
                return (says_little and self._does()) or found
            return _of_pair(last) or self._does() or None
        if self.sets_names:
            return [
                w
                for i, s in enumerate(self.body)
                if isinstance(s, ast.Assign)
                for w in [*(["and"] if i else []), *words_of(ast.unparse(s.targets[0]))]
            ]
        return None if self._fields is None else self._does()

    def _part(self) -> list[str]:
        """What a value is called that is passed on, or that says plus or minus, rather than what
        comes of it.
        """
        hole = self.holes[0]
        name = field_name(hole, self.view) if hole.around else None
        passed = bool(hole.around) and isinstance(hole.around[-1], ast.Call | ast.keyword)
        return words_of(name) if name is not None and (passed or name == "sign") else []

    def _does(self) -> list[str]:
        """What the function gives, in words: its name without a verb."""
        words = words_of(self.function.node.name)
        words = words[1:] if len(words) > 1 and words[0] in _GETTING else words
        return words[:-1] if len(words) > 1 and words[-1] in _LINKS else words

    @cached_property
    def sets_names(self) -> bool:
        """Whether the arms do nothing but give some names different values."""
        plain = all(
            isinstance(s, ast.Assign)
            and len(s.targets) == 1
            and isinstance(s.targets[0], ast.Name)
            and is_value(s.value)
            for s in self.body
        )
        return plain and len(self.holes) == len(self.body)

    @property
    def are_made(self) -> bool:
        """Whether a name that rows need to be made into lists is what it always is."""
        makes = any(h.makes_lists for h in self.holes)
        known = visible_locals(self.function) | self.view.top_names
        return not makes or "list" not in known

    @cached_property
    def _fields(self) -> list[str] | None:
        """A name for each hole, from how it is used; None if one has none."""
        found = [field_name(h, self.view) for h in self.holes]
        apart = len(self.holes) < _LEAST_FIELDS  # else they are fields of a row, not names
        taken = visible_locals(self.function) | self.view.top_names if apart else {"count", "index"}
        named = []
        for name, hole in zip(found, self.holes, strict=True):
            fits = name is not None and name.isidentifier() and not name.startswith("_")
            if name is None or not fits or keyword.iskeyword(name):
                return None
            if name in taken and not (apart and _is_set_to(hole)):
                name = f"{name}_of"
                if not apart or not _is_called(hole) or name in taken:
                    return None
            named.append(name)
        return named if len(set(named)) == len(found) else None

    @cached_property
    def row_class(self) -> str | None:
        """The name of the class of rows, where there are so many holes that their names should stay
        with them.
        """
        if (
            len(self.holes) < _LEAST_FIELDS
            or self.sets_names
            or not all(is_value(v) for h in self.holes for v in h.values if not _is_made(h))
        ):
            return None
        proposed = "".join(w.capitalize() for w in self.what or ())
        free = [
            n for n in (proposed, f"{proposed}Row") if n not in self.view.words and n.isidentifier()
        ]
        return free[0] if free else None

    @property
    def is_free(self) -> bool:
        """Whether the class of rows can be made in this module."""
        return self.row_class is None or is_free(self.view, "typing", "NamedTuple")

    def class_lines(self) -> list[str]:
        """The class of rows with the types of its fields, and two empty lines; nothing if there is
        none.
        """
        if self.row_class is None:
            return []
        fields = [
            f"{self.view.indent}{f}: {_hint(h)}"
            for f, h in zip(self._fields or [], self.holes, strict=True)
        ]
        return [
            f"class {self.row_class}(NamedTuple):",
            f'{self.view.indent}"""What depends on the {self.about}."""',
            "",
            *fields,
            "",
            "",
        ]

    def row(self, values: list[ast.expr]) -> str:
        """The text of one row."""
        return self._put_together([self._written(v) for v in values])

    def row_of(self, holes: list[Hole], arm: int) -> str:
        """The text of the row of one arm, by what stands in its holes."""
        return self._put_together(
            [
                self._written(h.values[arm]) if h.templates is None else h.templates.texts[arm]
                for h in holes
            ]
        )

    def _put_together(self, texts: list[str]) -> str:
        return texts[0] if len(texts) == 1 else f"{self.row_class or ''}({', '.join(texts)})"

    def _written(self, value: ast.expr) -> str:
        """A value as it is written, a tuple in parentheses."""
        text = self.view.offsets.source(value)
        if isinstance(value, ast.List):  # a row never changes; each who asks gets a list of it
            inside = text[1:-1].rstrip()
            lacks = len(value.elts) == 1 and not inside.endswith(",")
            return f"({inside}{',' * lacks})"
        return f"({text})" if isinstance(value, ast.Tuple) and not text.startswith("(") else text

    def using(self, looked_up: str) -> list[str]:
        """The lines of the arm with what is looked up in its holes, without their indentation."""
        if self.sets_names and len(self.holes) > 1:
            names = ", ".join(
                ast.unparse(s.targets[0]) for s in self.body if isinstance(s, ast.Assign)
            )
            return [f"{names} = {looked_up}"]
        fields, row = self._fields or [], self._local
        texts = (
            [looked_up]
            if len(self.holes) == 1
            else [f"{row}.{f}" for f in fields] if self.row_class is not None else fields
        )
        holes = [
            (self.view.offsets.span(h.values[0]), _made_of(h, text))
            for h, text in zip(self.holes, texts, strict=True)
        ]
        found = (
            [f"{row if self.row_class is not None else ', '.join(fields)} = {looked_up}"]
            if len(self.holes) > 1
            else []
        )
        for statement in self.body:
            start, end = self.view.offsets.span(statement)
            inside = [
                Edit(a - start, b - start, text) for (a, b), text in holes if start <= a < end
            ]
            line = edited(self.view.text[start:end], inside)
            if line not in {f"{f} = {f}" for f in fields}:  # it has its name already
                found.append(line)
        return found

    @cached_property
    def _local(self) -> str:
        """The local name of a row."""
        words = words_of(self.row_class or "row")
        name = words[-2] if len(words) > 1 and words[-1] == "row" else words[-1]
        return (
            name
            if name and name not in visible_locals(self.function) | self.view.top_names
            else "row"
        )

    def insertion(self, lines: list[str], default: list[ast.stmt]) -> Edit:
        """The edit that puts a table above its function, or behind the last of the functions in it
        or in its default.
        """
        top = self.view.top_statement(self.function.node)
        inside = {v.id for h in self.holes for v in h.values if isinstance(v, ast.Name)}
        inside |= {
            n.id
            for s in default
            for n in all_nodes(s)
            if isinstance(n, ast.Name) and inside and n.id in self.view.plain_functions
        }
        last = max(
            [s for s in self.view.tree.body if getattr(s, "name", "") in inside],
            key=lambda s: s.lineno,
            default=top,
        )
        newline = self.view.newline
        if last.lineno <= top.lineno:
            start = self.view.start_of(top)
            return Edit(start, start, newline.join([*lines, "", "", ""]))
        end = self.view.end_of(last)
        return Edit(end, end, newline.join(["", "", *lines, ""]))


def row_comments(
    view: ModuleView, arms: Sequence[tuple[int, list[ast.stmt]]], statements: Sequence[ast.stmt]
) -> tuple[list[str], int] | None:
    """The comment of each arm, and the line that the first of them stands on.

    Args:
        view: the module.
        arms: the line of each test, and what is done.
        statements: the statements that make the whole.

    Returns:
        None where an arm has more to say than a row can hold.
    """
    above = [list(range(first_commented(view, line), line)) for line, _ in arms]
    of_arms = any(above[1:])  # else the comment above the first is about the whole
    found = []
    for (line, body), lines in zip(arms, above, strict=True):
        inside = [
            *(lines if of_arms else ()),
            *(n for n in range(line, (body[-1].end_lineno or line) + 1) if n in view.comments),
        ]
        if len(inside) > 1:
            return None
        found.append(view.comments[inside[0]][0] if inside else "")
    start = statements[0].lineno
    return found, above[0][0] if above[0] and of_arms else start


def first_commented(view: ModuleView, line: int) -> int:
    """The first of the comment lines right above a line; the line itself if there is none."""
    while view.comments.get(line - 1, ("", False))[1]:
        line -= 1
    return line
