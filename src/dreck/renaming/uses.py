"""All uses of a function, class, constant, method or local variable in the files of a project."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path

from ..judge.versions.version import module_name
from ..logic.bindings import assigned_in, bound_in, parameters
from ..outline import Function, all_nodes, functions_of
from ..source.edits import Offsets
from .scopes import Span, defined_span, function_name_spans, module_name_spans


@dataclass(frozen=True)
class ProjectFile:
    """One file of a project."""

    path: Path
    text: str

    @cached_property
    def tree(self) -> ast.Module:
        """The parsed text."""
        return ast.parse(self.text)

    @cached_property
    def offsets(self) -> Offsets:
        """Where nodes stand."""
        return Offsets(self.text)

    @cached_property
    def module(self) -> str:
        """The name it is imported by."""
        return module_name(self.path)[0]

    @property
    def package(self) -> str:
        """The package that relative imports in it start from."""
        return self.module if self.path.name == "__init__.py" else self.module.rpartition(".")[0]

    def line_of(self, offset: int) -> int:
        """The line of an offset, counted from 1."""
        return self.text.count("\n", 0, offset) + 1


@dataclass
class Uses:
    """What was found.

    Attributes:
        spans: the places to change, by file.
        undecided: places that may mean it too: file, line and why.
    """

    spans: dict[Path, set[Span]] = field(default_factory=dict)
    undecided: list[tuple[Path, int, str]] = field(default_factory=list)

    def add(self, file: ProjectFile, spans: Iterator[Span]) -> None:
        """Note places in a file."""
        self.spans.setdefault(file.path, set()).update(spans)


def uses_of_module_name(files: Mapping[Path, ProjectFile], home: ProjectFile, name: str) -> Uses:
    """The uses of what a module binds to a name, through imports too."""
    found = Uses()
    sources = [home]
    seen = {home.path}
    found.add(home, _own_uses(home, name))
    while sources:
        source = sources.pop()
        for file in files.values():
            if file.path == source.path:
                continue
            hands_on = _imported_uses(file, source.module, name, found)
            if hands_on and file.path not in seen:
                seen.add(file.path)
                sources.append(file)
    return found


def _own_uses(file: ProjectFile, name: str) -> Iterator[Span]:
    yield from module_name_spans(file.tree, file.offsets, name)
    for statement in file.tree.body:
        targets = statement.targets if isinstance(statement, ast.Assign) else []
        if any(isinstance(t, ast.Name) and t.id == "__all__" for t in targets):
            for node in all_nodes(statement):
                if isinstance(node, ast.Constant) and node.value == name:
                    start, end = file.offsets.span(node)
                    quote = (end - start - len(name)) // 2
                    yield start + quote, end - quote


def _imported_uses(file: ProjectFile, module: str, name: str, found: Uses) -> bool:
    """Note the uses in a file that imports the name or its module; whether it hands the name on."""
    hands_on = False
    for node in all_nodes(file.tree):
        if isinstance(node, ast.ImportFrom):
            base = _base(node, file)
            for alias in node.names:
                if base == module and alias.name == name:
                    start = file.offsets.of(alias.lineno, alias.col_offset)
                    found.add(file, iter([(start, start + len(name))]))
                    if alias.asname in (None, name):
                        found.add(file, module_name_spans(file.tree, file.offsets, name))
                        hands_on = True
                elif base == module and alias.name == "*":
                    found.undecided.append(
                        (file.path, node.lineno, f"imports everything from {module}")
                    )
                else:
                    found.add(
                        file,
                        _through(
                            file,
                            f"{base}.{alias.name}".lstrip("."),
                            alias.asname or alias.name,
                            module,
                            name,
                        ),
                    )
        elif isinstance(node, ast.Import):
            for alias in node.names:
                found.add(
                    file, _through(file, alias.name, alias.asname or alias.name, module, name)
                )
                if not alias.asname and "." in alias.name:  # `import a.b` binds a, and so also a.c
                    top = alias.name.partition(".")[0]
                    found.add(file, _through(file, top, top, module, name))
    return hands_on


def _through(
    file: ProjectFile, imported: str, bound: str, module: str, name: str
) -> Iterator[Span]:
    """The uses of ``module.name`` by way of an imported module or a package around it."""
    if module == imported or module.startswith(f"{imported}."):
        yield from _attributes(file, bound + module[len(imported) :], name)


def _base(node: ast.ImportFrom, file: ProjectFile) -> str:
    """The module that names are imported from, written out."""
    if not node.level:
        return node.module or ""
    parts = file.package.split(".") if file.package else []
    kept = parts[: len(parts) - node.level + 1]
    return ".".join([*kept, *([node.module] if node.module else [])])


def _attributes(file: ProjectFile, owner: str, name: str) -> Iterator[Span]:
    for node in all_nodes(file.tree):
        if (
            isinstance(node, ast.Attribute)
            and node.attr == name
            and ast.unparse(node.value) == owner
        ):
            end = file.offsets.span(node)[1]
            yield end - len(name), end


def uses_of_local(home: ProjectFile, function: Function, name: str) -> Uses:
    """The uses of a local variable."""
    found = Uses()
    found.add(home, function_name_spans(function.node, home.offsets, name))
    return found


def uses_of_method(
    files: Mapping[Path, ProjectFile], owner: str, name: str, *, everywhere: bool
) -> Uses:
    """The uses of a method or class attribute where the receiver is known; the others are
    undecided.

    With ``everywhere`` they are taken to be of that class too.
    """
    found = Uses()
    family = _family(files, owner.rpartition(".")[2])
    if everywhere:
        family |= {
            n.name
            for f in files.values()
            for n in all_nodes(f.tree)
            if isinstance(n, ast.ClassDef) and _has(n, name)
        }
    for file in files.values():
        known: set[int] = set()
        for node in all_nodes(file.tree):
            if isinstance(node, ast.ClassDef) and node.name in family:
                known |= _in_class(file, node, name, found)
        for function in functions_of(file.tree):
            known |= _on_known_objects(file, function, family, name, found)
        for node in all_nodes(file.tree):
            if isinstance(node, ast.Attribute) and node.attr == name and id(node) not in known:
                if everywhere or (isinstance(node.value, ast.Name) and node.value.id in family):
                    found.add(file, iter([_attribute_span(file, node)]))
                else:
                    found.undecided.append(
                        (
                            file.path,
                            node.lineno,
                            f"{ast.unparse(node)}: what {ast.unparse(node.value)} is cannot be told",
                        )
                    )
            elif isinstance(node, ast.Constant) and node.value == name:
                found.undecided.append((file.path, node.lineno, f"the text {name!r} may mean it"))
    return found


def _has(owner: ast.ClassDef, name: str) -> bool:
    return any(getattr(s, "name", "") == name for s in owner.body)


def _family(files: Mapping[Path, ProjectFile], owner: str) -> set[str]:
    """A class with all classes of the project derived from it, and those it is derived from."""
    bases = {
        n.name: {ast.unparse(b).rpartition(".")[2] for b in n.bases}
        for f in files.values()
        for n in all_nodes(f.tree)
        if isinstance(n, ast.ClassDef)
    }
    family = {owner}
    while True:
        derived = {n for n, b in bases.items() if b & family}
        above = {b for n in family for b in bases.get(n, ()) if b in bases}
        if derived | above <= family:
            return family
        family |= derived | above


def _in_class(file: ProjectFile, owner: ast.ClassDef, name: str, found: Uses) -> set[int]:
    """Note the definition and the uses on the object inside a class; the nodes that are decided."""
    known: set[int] = set()
    for statement in owner.body:
        if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef):
            if statement.name == name:
                found.add(file, iter([defined_span(statement, file.offsets)]))
            # `@level.setter` names the property in the class body.
            around = [
                *statement.decorator_list,
                *statement.args.defaults,
                *(d for d in statement.args.kw_defaults if d is not None),
            ]
            named = (
                n
                for part in around
                for n in all_nodes(part)
                if isinstance(n, ast.Name) and n.id == name
            )
            found.add(file, (file.offsets.span(n) for n in named))
            first = [a.arg for a in parameters(statement)[:1]]
            steady = set(first) - assigned_in(statement)
            for node in all_nodes(statement):
                if (
                    isinstance(node, ast.Attribute)
                    and node.attr == name
                    and _is_receiver(node.value, steady)
                ):
                    found.add(file, iter([_attribute_span(file, node)]))
                    known.add(id(node))
        else:
            names = (n for n in all_nodes(statement) if isinstance(n, ast.Name) and n.id == name)
            found.add(file, (file.offsets.span(n) for n in names))
    return known


def _is_receiver(node: ast.expr, steady: set[str]) -> bool:
    if isinstance(node, ast.Call):
        return isinstance(node.func, ast.Name) and node.func.id == "super"
    return isinstance(node, ast.Name) and node.id in steady


def _on_known_objects(
    file: ProjectFile, function: Function, family: set[str], name: str, found: Uses
) -> set[int]:
    """Note uses on parameters and variables of which the function says that they are of the
    family.
    """
    node = function.node
    objects = {
        a.arg
        for a in parameters(node)
        if a.annotation is not None and _plain_hint(a.annotation) in family
    }
    objects -= assigned_in(node)
    made: dict[str, list[bool]] = {}
    for inside in all_nodes(node):
        if (
            isinstance(inside, ast.Assign)
            and len(inside.targets) == 1
            and isinstance(inside.targets[0], ast.Name)
        ):
            value = inside.value
            fits = (
                isinstance(value, ast.Call) and ast.unparse(value.func).rpartition(".")[2] in family
            )
            made.setdefault(inside.targets[0].id, []).append(fits)
    objects |= {
        n
        for n, fits in made.items()
        if fits == [True] and n in bound_in(node) and _stores(node, n) == 1
    }
    known: set[int] = set()
    for inside in all_nodes(node):
        if (
            isinstance(inside, ast.Attribute)
            and inside.attr == name
            and isinstance(inside.value, ast.Name)
            and inside.value.id in objects
        ):
            found.add(file, iter([_attribute_span(file, inside)]))
            known.add(id(inside))
    return known


def _plain_hint(node: ast.expr) -> str:
    text = (
        node.value
        if isinstance(node, ast.Constant) and isinstance(node.value, str)
        else ast.unparse(node)
    )
    return text.replace("| None", "").strip().rpartition(".")[2]


def _stores(node: ast.AST, name: str) -> int:
    return sum(
        isinstance(n, ast.Name) and n.id == name and not isinstance(n.ctx, ast.Load)
        for n in all_nodes(node)
    )


def _attribute_span(file: ProjectFile, node: ast.Attribute) -> Span:
    end = file.offsets.span(node)[1]
    return end - len(node.attr), end
