"""What a module does with its names: who binds them, how often, and where they are mentioned."""

from __future__ import annotations

import ast
import builtins
import re
from collections import Counter
from collections.abc import Iterable, Mapping
from functools import lru_cache

from ...outline import all_nodes, child_nodes, nodes_of
from .scope import meant_otherwise_in_classes

DEFINITIONS = (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef)
# Trees whose facts are kept: two versions, and some to spare.
CACHED = 8
_READS_OF_TABLES = frozenset({"get", "items", "keys", "values"})
# Methods by which a class takes attribute access into its own hands.
OWN_ACCESS = frozenset(
    {"__getattr__", "__getattribute__", "__setattr__", "__delattr__", "__get__", "__set__"}
)


_WORD = re.compile(r"[^\W\d]\w*")
_DOTTED = re.compile(r"\.([^\W\d]\w*)")


@lru_cache(CACHED)
def attributes_asked(tree: ast.Module) -> frozenset[str]:
    """Every word by which a module may ask an object for something: attributes, keywords, texts and
    what stands behind a dot in them (``"{0.level}"``), patterns of classes, names in classes.
    """
    found: set[str] = set()
    for node in nodes_of(tree):
        if isinstance(node, ast.Attribute):
            found.add(node.attr)
        elif isinstance(node, ast.Constant) and isinstance(node.value, str):
            found.add(node.value)
            found.update(_DOTTED.findall(node.value))
        elif isinstance(node, ast.keyword) and node.arg:
            found.add(node.arg)
        elif isinstance(node, ast.MatchClass):
            found.update(node.kwd_attrs)
        elif isinstance(node, ast.ClassDef):
            found |= {s.name for s in node.body if isinstance(s, DEFINITIONS)}
            found |= {
                n.id
                for s in node.body
                if not isinstance(s, DEFINITIONS)
                for n in all_nodes(s)
                if isinstance(n, ast.Name)
            }
    return frozenset(found)


@lru_cache(CACHED)
def sets_names_by_text(tree: ast.Module) -> bool:
    """Whether a module may give its own names values by their text.

    What a method does with its own object by ``setattr`` and ``vars`` reaches no names of the
    module, unless this can be had as an object.
    """
    asked = [n for n in nodes_of(tree) if isinstance(n, ast.Name) and n.id in _SETTING]
    if not asked:
        return False
    on_objects = set() if _may_be_an_object(tree) else _about_own_objects(tree)
    return any(id(n) not in on_objects for n in asked)


_SETTING = frozenset({"globals", "vars", "exec", "setattr"})
# Words by which a module is had as an object, or a class of such objects made.
_AS_OBJECT = frozenset({"modules", "import_module", "__import__", "ModuleType", "__globals__"})


def _may_be_an_object(tree: ast.Module) -> bool:
    words = {getattr(n, "attr", None) or getattr(n, "id", None) for n in nodes_of(tree)}
    aliases = (a for n in nodes_of(tree) if isinstance(n, ast.ImportFrom) for a in n.names)
    return not _AS_OBJECT.isdisjoint(words | {a.name for a in aliases})


def _about_own_objects(tree: ast.Module) -> set[int]:
    """The ids of ``setattr`` and ``vars`` where these are called with the object of a method."""
    found = set()
    # `Board.show(x)` gives a method any object that there is.
    handed = {
        (n.value.id, n.attr)
        for n in nodes_of(tree)
        if isinstance(n, ast.Attribute) and isinstance(n.value, ast.Name)
    }
    methods = [
        s
        for c in nodes_of(tree)
        if isinstance(c, ast.ClassDef) and not c.keywords
        for s in c.body
        if isinstance(s, ast.FunctionDef) and not s.decorator_list
        if (c.name, s.name) not in handed
    ]
    for method in methods:
        given = [*method.args.posonlyargs, *method.args.args]
        inside = list(all_nodes(method))
        names = [n for n in inside if isinstance(n, ast.Name) and given and n.id == given[0].arg]
        inner = any(isinstance(n, (*DEFINITIONS, ast.Lambda)) for n in inside if n is not method)
        if inner or not given or any(not isinstance(n.ctx, ast.Load) for n in names):
            continue
        own = {id(n) for n in names}
        for call in (n for n in inside if isinstance(n, ast.Call) and n.args):
            if isinstance(call.func, ast.Name) and call.func.id in ("setattr", "vars"):
                found |= {id(call.func)} if id(call.args[0]) in own else set()
    return found


@lru_cache(CACHED)
def asked_for_identity(tree: ast.Module) -> frozenset[str]:
    """Names that some ``is`` compares: two equal constants need not be one object."""
    compares = [
        n
        for n in nodes_of(tree)
        if isinstance(n, ast.Compare) and any(isinstance(op, ast.Is | ast.IsNot) for op in n.ops)
    ]
    return frozenset(
        o.id for n in compares for o in (n.left, *n.comparators) if isinstance(o, ast.Name)
    )


def is_never_rebound(name: str, tree: ast.Module) -> bool:
    """Whether nothing but one statement at module level gives a name a value (other scopes have
    names of their own).
    """
    stores = [
        n
        for n in _module_nodes(tree)
        if isinstance(n, ast.Name) and n.id == name and not isinstance(n.ctx, ast.Load)
    ]
    others = (
        name in definition_counts(tree) or name in imported(tree) or name in declared_global(tree)
    )
    return len(stores) == 1 and not others


@lru_cache(CACHED)
def _module_nodes(tree: ast.Module) -> tuple[ast.AST, ...]:
    """The nodes that run as part of the module itself."""
    found, pending = [], list(child_nodes(tree))
    while pending:
        node = pending.pop()
        found.append(node)
        if not isinstance(node, (*DEFINITIONS, ast.Lambda)):
            pending.extend(child_nodes(node))
    return tuple(found)


@lru_cache(CACHED)
def imported(tree: ast.Module) -> frozenset[str]:
    """Names that an import, an exception handler or a pattern binds, anywhere."""
    aliases = [
        a for n in nodes_of(tree) if isinstance(n, ast.Import | ast.ImportFrom) for a in n.names
    ]
    caught = {
        n.name
        for n in nodes_of(tree)
        if isinstance(n, ast.ExceptHandler | ast.MatchAs | ast.MatchStar) and n.name
    }
    return frozenset({a.asname or a.name.partition(".")[0] for a in aliases} | caught)


@lru_cache(CACHED)
def names_from(tree: ast.Module, module: str, name: str) -> frozenset[str]:
    """How a module writes a name of another module that it imports, if nothing else has that
    name.
    """
    found = set()
    aliases = [
        a for n in nodes_of(tree) if isinstance(n, ast.Import | ast.ImportFrom) for a in n.names
    ]
    times = Counter(a.asname or a.name.partition(".")[0] for a in aliases)
    for node in tree.body:
        if isinstance(node, ast.ImportFrom) and node.module == module and not node.level:
            found |= {a.asname or a.name for a in node.names if a.name == name}
        elif isinstance(node, ast.Import):
            found |= {f"{a.asname or a.name}.{name}" for a in node.names if a.name == module}
    taken = definition_counts(tree).keys() | stored_at_module_level(tree) | declared_global(tree)
    return frozenset(
        n for n in found if n.partition(".")[0] not in taken and times[n.partition(".")[0]] == 1
    )


def is_from(written: str, module: str, name: str, trees: Iterable[ast.Module]) -> bool:
    """Whether something written like that is a name of another module, in each version that
    mentions it.
    """
    root = written.partition(".")[0]
    found = False
    for tree in trees:
        if written in names_from(tree, module, name):
            found = True
        elif any(getattr(n, "id", getattr(n, "name", "")) == root for n in nodes_of(tree)):
            return False
        elif root in imported(tree):
            return False
    return found


@lru_cache(CACHED)
def meant_otherwise(tree: ast.Module) -> frozenset[str]:
    """Names that need not mean what they do at the top of a module: in classes that give them a
    meaning of their own; and built-in ones that a star import may bring, that are set by their
    text, or in the module of the built-in names itself.
    """
    every = frozenset(dir(builtins))
    found = meant_otherwise_in_classes(tree) | (_set_by_text(tree) & every)
    imports = [n for n in nodes_of(tree) if isinstance(n, ast.Import | ast.ImportFrom)]
    if any(a.name == "*" for n in imports for a in n.names):
        return found | every
    homes = {"__builtins__"} | {
        a.asname or a.name for n in imports for a in n.names if a.name == "builtins"
    }
    mentions = {id(n) for n in nodes_of(tree) if isinstance(n, ast.Name) and n.id in homes}
    for node in nodes_of(tree) if mentions else ():
        if isinstance(node, ast.Attribute) and id(node.value) in mentions:
            mentions.discard(id(node.value))
            if not isinstance(node.ctx, ast.Load):
                found |= {node.attr}
            elif node.attr == "__dict__":
                return found | every
    return found | every if mentions else found


def bound_inside(function: ast.AST) -> set[str]:
    """All names that a function, or anything nested in it, gives a value."""
    stores = {
        n.id
        for n in all_nodes(function)
        if isinstance(n, ast.Name) and not isinstance(n.ctx, ast.Load)
    }
    words = {getattr(n, "name", None) for n in all_nodes(function)}
    aliases = [n for n in all_nodes(function) if isinstance(n, ast.alias)]
    stores |= {a.asname or a.name.partition(".")[0] for a in aliases}
    stores |= {n.arg for n in all_nodes(function) if isinstance(n, ast.arg)}
    return stores | {w for w in words if isinstance(w, str)}


@lru_cache(CACHED)
def bound_anywhere(tree: ast.Module) -> frozenset[str]:
    """The names that anything in a module binds, and the built-in ones that it may change."""
    found = bound_inside(tree) | set(definition_counts(tree)) | imported(tree)
    return frozenset(found | declared_global(tree) | meant_otherwise(tree))


def _set_by_text(tree: ast.Module) -> frozenset[str]:
    """The words of texts by which a module may set its own names."""
    found: set[str] = set()
    for node in nodes_of(tree) if sets_names_by_text(tree) else ():
        if isinstance(node, ast.Subscript | ast.Call):
            inside = list(all_nodes(node))
            if any(isinstance(n, ast.Name) and n.id in _SETTING for n in inside):
                texts = (n.value for n in inside if isinstance(n, ast.Constant))
                found |= {w for t in texts if isinstance(t, str) for w in _WORD.findall(t)}
    return frozenset(found)


def is_mangled(name: str) -> bool:
    """Whether a class around would give a name another meaning (private name mangling)."""
    return name.startswith("__") and not name.endswith("__")


def single_target(statement: ast.stmt) -> str | None:
    """The name that an assignment binds, if it binds just one."""
    if isinstance(statement, ast.Assign) and len(statement.targets) == 1:
        target: ast.expr = statement.targets[0]
    elif isinstance(statement, ast.AnnAssign) and statement.value is not None:
        target = statement.target
    else:
        return None
    return target.id if isinstance(target, ast.Name) else None


def only_read(name: str, tree: ast.Module, callees: Mapping[str, str] | None = None) -> bool:
    """Whether a name is bound once and only ever looked up in, asked for members or measured."""
    if name in declared_global(tree) or name in imported(tree) or sets_names_by_text(tree):
        return False
    stores = 0
    for node, parent in mentions(tree).get(name, ()):
        if isinstance(node.ctx, ast.Store):
            stores += 1
        elif not _is_harmless(node, parent, callees or {}):
            return False
    return stores == 1


@lru_cache(CACHED)
def mentions(tree: ast.Module) -> Mapping[str, list[tuple[ast.Name, ast.AST]]]:
    """Every name node of a module with its parent, by name."""
    found: dict[str, list[tuple[ast.Name, ast.AST]]] = {}
    for parent in nodes_of(tree):
        for child in child_nodes(parent):
            if isinstance(child, ast.Name):
                found.setdefault(child.id, []).append((child, parent))
    return found


@lru_cache(CACHED)
def declared_global(tree: ast.Module) -> frozenset[str]:
    """Names that some function declares global."""
    return frozenset(name for n in nodes_of(tree) if isinstance(n, ast.Global) for name in n.names)


@lru_cache(CACHED)
def definition_counts(tree: ast.Module) -> Counter[str]:
    """How often each name is defined as a function or class, anywhere."""
    return Counter(n.name for n in nodes_of(tree) if isinstance(n, DEFINITIONS))


def _is_harmless(node: ast.Name, parent: ast.AST, callees: Mapping[str, str]) -> bool:
    if isinstance(parent, ast.Call) and node in parent.args:
        return ast.unparse(parent.func) in callees
    if isinstance(parent, ast.Subscript):
        return parent.value is node and isinstance(parent.ctx, ast.Load)
    if isinstance(parent, ast.Attribute):
        return parent.attr in _READS_OF_TABLES
    if isinstance(parent, ast.For | ast.comprehension):
        return parent.iter is node
    return isinstance(parent, ast.Compare) and node in parent.comparators


@lru_cache(CACHED)
def stored_attributes(tree: ast.Module) -> frozenset[str]:
    """Attributes and names that some statement gives a value, and that could hide a method."""
    nodes = [
        n
        for n in nodes_of(tree)
        if isinstance(n, ast.Attribute | ast.Name) and not isinstance(n.ctx, ast.Load)
    ]
    return frozenset(n.attr if isinstance(n, ast.Attribute) else n.id for n in nodes)


def bound_once(name: str, tree: ast.Module) -> bool:
    """Whether nothing but a definition binds a name at module level or declares it global."""
    return name not in imported(tree) and is_never_set(name, tree)


def is_never_set(name: str, tree: ast.Module) -> bool:
    """Whether no statement but definitions and imports gives a name a value at module level."""
    return name not in declared_global(tree) and name not in stored_at_module_level(tree)


@lru_cache(CACHED)
def stored_at_module_level(tree: ast.Module) -> frozenset[str]:
    """Names that a statement other than a definition or import gives a value at module level, or
    that mean something else in a class.
    """
    return meant_otherwise(tree) | frozenset(
        n.id
        for s in tree.body
        if not isinstance(s, DEFINITIONS)
        for n in all_nodes(s)
        if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Store | ast.Del)
    )
