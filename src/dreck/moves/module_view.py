"""A whole module as moves on names and dispatch see it: its text, its tree, and what its style
is.
"""

from __future__ import annotations

import ast
import io
import re
import tokenize
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path

import libcst as cst

from ..outline import Function, FunctionNode, all_nodes, child_nodes, functions_of
from ..source.edits import Offsets
from ..source.lines import newline_of, split_lines
from ..source.regions import indent_of

_SCOPES = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef, ast.Lambda)
_INSTANCE_HOOKS = frozenset({"__new__", "__init_subclass__", "__class_getitem__"})


@dataclass(frozen=True, eq=False)
class ModuleView:
    """One file. Two views are never equal: what is kept for one speaks of the nodes of its own
    tree.

    Attributes:
        path: where it stands.
        text: what it holds.
        width: characters that a line of new code may have.
        beside: gives the other files of the project with a word in them, by path with their texts.
    """

    path: Path
    text: str
    width: int = 88
    beside: Callable[[str], Iterable[tuple[Path, str]]] = field(default=lambda word: ())

    @cached_property
    def tree(self) -> ast.Module:
        """The parsed text."""
        return ast.parse(self.text)

    @cached_property
    def layout(self) -> cst.Module:
        """The parsed text with its layout and comments."""
        return cst.parse_module(self.text)

    @cached_property
    def offsets(self) -> Offsets:
        """Where nodes stand in the text."""
        return Offsets(self.text)

    def views_beside(self, word: str) -> Iterator[ModuleView]:
        """The other files of the project with a word in them."""
        for path, text in self.beside(word):
            yield ModuleView(path, text, self.width)

    @cached_property
    def functions(self) -> Mapping[str, Function]:
        """All functions by qualified name."""
        return {f.name: f for f in functions_of(self.tree)}

    @cached_property
    def indent(self) -> str:
        """One level of indentation in this file."""
        return indent_of(self.tree, self.text)

    @cached_property
    def newline(self) -> str:
        """The line end that new lines get."""
        return newline_of(self.text)

    @cached_property
    def comments(self) -> Mapping[int, tuple[str, bool]]:
        """The comments by line, and whether each has the line to itself."""
        found = {}
        for token in tokenize.generate_tokens(io.StringIO(self.text, newline="").readline):
            if token.type == tokenize.COMMENT:
                found[token.start[0]] = (token.string, not token.line[: token.start[1]].strip())
        return found

    @cached_property
    def words(self) -> frozenset[str]:
        """Every name, attribute, keyword and string of the module that reads like an identifier."""
        return frozenset(re.findall(r"[^\W\d]\w*", self.text))

    @cached_property
    def top_names(self) -> frozenset[str]:
        """Names bound at the top level, or declared global anywhere."""
        found = {n for s in self.tree.body for n in _bound_at_top(s)}
        return frozenset(
            found
            | {
                n
                for node in all_nodes(self.tree)
                if isinstance(node, ast.Global)
                for n in node.names
            }
        )

    @cached_property
    def plain_functions(self) -> frozenset[str]:
        """Functions at the top level without decorators, whose names nothing else binds."""
        defined = [
            s.name
            for s in self.tree.body
            if isinstance(s, ast.FunctionDef) and not s.decorator_list
        ]
        every = [n for s in self.tree.body for n in _bound_at_top(s)]
        declared = {
            n for node in all_nodes(self.tree) if isinstance(node, ast.Global) for n in node.names
        }
        return frozenset(n for n in defined if every.count(n) == 1 and n not in declared)

    @cached_property
    def owners(self) -> Mapping[int, ast.ClassDef]:
        """The class around each method, by the id of the method's node."""
        return {
            id(node): owner
            for owner in all_nodes(self.tree)
            if isinstance(owner, ast.ClassDef)
            for node in owner.body
            if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef)
        }

    @property
    def has_private_functions(self) -> bool:
        """Whether the file marks functions of its own use by an underscore, or lists those for
        others.
        """
        defined = [
            s.name for s in self.tree.body if isinstance(s, ast.FunctionDef | ast.AsyncFunctionDef)
        ]
        return "__all__" in self.top_names or any(
            n.startswith("_") and not n.startswith("__") for n in defined
        )

    def indentation(self, number: int) -> str:
        """The blanks that a line starts with, counted from 1."""
        line = self.offsets.line(number)
        return line[: len(line) - len(line.lstrip(" \t"))]

    def instance_of(self, function: Function) -> str | None:
        """The parameter of a method that holds the object; None for anything else than a plain
        method.
        """
        node = function.node
        decorators = [ast.unparse(d) for d in node.decorator_list]
        plain = decorators in ([], ["property"]) and node.name not in _INSTANCE_HOOKS
        first = [*node.args.posonlyargs, *node.args.args][:1]
        return (
            first[0].arg
            if id(node) in self.owners and plain and first and not function.around
            else None
        )

    def own_methods(self, function: Function) -> frozenset[str]:
        """The plain methods of the class that a method is in, as ``self.name``; none where
        something may hide them.
        """
        this = self.instance_of(function)
        if this is None or any(
            getattr(s, "name", "") == "__getattribute__"
            for s in self.owners[id(function.node)].body
        ):
            return frozenset()
        methods = [
            s
            for s in self.owners[id(function.node)].body
            if isinstance(s, ast.FunctionDef) and not s.decorator_list
        ]
        hidden = {
            n.attr
            for n in all_nodes(self.tree)
            if isinstance(n, ast.Attribute) and not isinstance(n.ctx, ast.Load)
        }
        return frozenset(
            f"{this}.{m.name}"
            for m in methods
            if m.name not in hidden and not m.name.startswith("__")
        )

    def is_plain_class(self, key: ast.expr) -> bool:
        """Whether what looks like a member of an enum is an attribute of another class of the
        module.
        """
        owners = {s.name: s for s in self.tree.body if isinstance(s, ast.ClassDef)}
        owner = (
            owners.get(key.value.id)
            if isinstance(key, ast.Attribute) and isinstance(key.value, ast.Name)
            else None
        )
        return owner is not None and all(ast.unparse(b) == "object" for b in owner.bases)

    def top_statement(self, node: ast.AST) -> ast.stmt:
        """The statement at the top level that a node stands in."""
        line = getattr(node, "lineno", 0)
        return next(
            s for s in self.tree.body if first_line(s) <= line <= (s.end_lineno or s.lineno)
        )

    def start_of(self, statement: ast.stmt) -> int:
        """The offset at which a statement starts, its decorators and the comments right above it
        included.
        """
        line = first_line(statement)
        while self.comments.get(line - 1, ("", False))[1]:
            line -= 1
        return self.offsets.line_start(line)

    def end_of(self, statement: ast.stmt) -> int:
        """The offset right behind a statement's last line, its own comments below included."""
        lines = split_lines(self.text)
        last = statement.end_lineno or statement.lineno
        for number in range(last, len(lines)):
            line = lines[number]
            stripped = line.strip()
            indented = len(line) - len(line.lstrip(" \t")) > statement.col_offset
            if stripped and not (stripped.startswith("#") and indented):
                break
            last = number + 1 if stripped else last
        return self.offsets.line_start(last + 1)


def first_line(statement: ast.stmt) -> int:
    """The line a statement starts on, its decorators included."""
    decorators: list[ast.expr] = getattr(statement, "decorator_list", [])
    return min([statement.lineno, *(d.lineno for d in decorators)])


def _bound_at_top(statement: ast.stmt) -> Iterator[str]:
    pending: list[ast.AST] = [statement]
    while pending:
        node = pending.pop()
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef):
            yield node.name
        elif isinstance(node, ast.Import | ast.ImportFrom):
            yield from (a.asname or a.name.partition(".")[0] for a in node.names)
        elif isinstance(node, ast.Name) and not isinstance(node.ctx, ast.Load):
            yield node.id
        elif isinstance(node, ast.ExceptHandler | ast.MatchAs | ast.MatchStar) and node.name:
            yield node.name
        if not isinstance(node, _SCOPES):
            pending.extend(child_nodes(node))


def own_nodes(function: FunctionNode) -> Iterator[ast.AST]:
    """The nodes of a function itself, in the order of the text; nested functions and classes are
    left out.
    """
    pending: list[ast.AST] = list(reversed(function.body))
    while pending:
        node = pending.pop()
        yield node
        if not isinstance(node, _SCOPES):
            pending.extend(reversed(list(child_nodes(node))))
