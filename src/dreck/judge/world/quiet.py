"""What runs none of the module's code when it is evaluated while the module is loaded."""

from __future__ import annotations

import ast
import builtins
import re
from collections import Counter
from collections.abc import Mapping
from functools import lru_cache

from ...outline import all_nodes, nodes_of
from .constants import is_constant
from .scope import hints_of
from .names import (
    CACHED,
    bound_once,
    definition_counts,
    imported,
    names_from,
    single_target,
)

# Decorators that keep what they are given, or wrap it, and call nothing.
_DECORATORS = (
    (
        "functools",
        ("lru_cache", "cache", "cached_property", "wraps", "singledispatch", "total_ordering"),
    ),
    ("contextlib", ("contextmanager", "asynccontextmanager")),
    ("abc", ("abstractmethod",)),
    ("typing", ("overload", "final", "runtime_checkable", "no_type_check")),
    ("enum", ("unique",)),
    ("dataclasses", ("dataclass",)),
)
_PLAIN_DECORATORS = frozenset({"property", "staticmethod", "classmethod"})
_ACCESSORS = frozenset({"setter", "getter", "deleter"})
# Classes that may be derived from without anybody's code running.
_BASES = (
    ("abc", ("ABC",)),
    ("enum", ("Enum", "IntEnum", "StrEnum", "Flag", "IntFlag")),
    ("typing", ("NamedTuple", "TypedDict", "Protocol", "Generic")),
    ("collections", ("OrderedDict", "UserDict", "UserList", "Counter", "defaultdict")),
)
_METACLASSES = (("abc", ("ABCMeta",)), ("enum", ("EnumMeta", "EnumType")))
# Built-in functions that make a plain value or only wrap what they are given.
_CALLS = frozenset(
    {"property", "staticmethod", "classmethod", "frozenset", "object", "range", "slice", "bytes"}
    | {"bool", "len", "int", "float", "str", "tuple", "list", "dict", "set"}
)
_LIBRARY_CALLS = (
    ("dataclasses", ("field",)),
    ("enum", ("auto",)),
    ("typing", ("TypeVar", "NewType")),
)
# Methods by which a class takes part when another one is derived from it or an attribute is made.
CLASS_HOOKS = frozenset({"__init_subclass__", "__set_name__", "__prepare__", "__class_getitem__"})


@lru_cache(CACHED)
def _known(tree: ast.Module, groups: tuple[tuple[str, tuple[str, ...]], ...]) -> frozenset[str]:
    """How a module writes names of the standard library."""
    return frozenset().union(*(names_from(tree, m, n) for m, names in groups for n in names))


def _builtin(name: str, tree: ast.Module) -> bool:
    once = name not in definition_counts(tree) and name not in imported(tree)
    return hasattr(builtins, name) and once and bound_once(name, tree)


def known_metaclasses(tree: ast.Module) -> frozenset[str]:
    """How a module writes metaclasses that run none of its code."""
    return _known(tree, _METACLASSES)


def is_quiet_decorator(node: ast.expr, tree: ast.Module) -> bool:
    """Whether a decorator calls nothing of the module and tells nobody of what it decorates."""
    if isinstance(node, ast.Call):
        given = [*node.args, *(k.value for k in node.keywords)]
        return is_quiet_decorator(node.func, tree) and all(is_quiet(g, tree) for g in given)
    if isinstance(node, ast.Name) and node.id in _PLAIN_DECORATORS and _builtin(node.id, tree):
        return True
    if isinstance(node, ast.Attribute) and node.attr in _ACCESSORS:
        return isinstance(node.value, ast.Name) and node.value.id in _functions_of_classes(tree)
    return ast.unparse(node) in _known(tree, _DECORATORS)


@lru_cache(CACHED)
def _functions_of_classes(tree: ast.Module) -> frozenset[str]:
    owners = (n for n in nodes_of(tree) if isinstance(n, ast.ClassDef))
    return frozenset(s.name for c in owners for s in c.body if isinstance(s, ast.FunctionDef))


def is_quiet_hint(hint: ast.expr) -> bool:
    """Whether evaluating an annotation calls nothing that is written there."""
    calls = (ast.Call, ast.Await, ast.NamedExpr, ast.Lambda, ast.ListComp, ast.GeneratorExp)
    return not any(isinstance(n, calls) for n in all_nodes(hint))


def is_quiet(node: ast.expr, tree: ast.Module) -> bool:
    """Whether evaluating an expression runs no code of anybody's."""
    if isinstance(node, ast.Constant | ast.Name | ast.Lambda) or is_constant(node):
        return not isinstance(node, ast.Lambda) or not _has_defaults(node)
    if isinstance(node, ast.Tuple | ast.List):
        return all(is_quiet(e, tree) for e in node.elts)
    if isinstance(node, ast.Set):
        return all(is_constant(e) for e in node.elts)
    if isinstance(node, ast.Dict):
        keys = all(k is not None and is_constant(k) for k in node.keys)
        return keys and all(is_quiet(v, tree) for v in node.values)
    if isinstance(node, ast.Attribute):
        # A member of a class of the module, or something of a module that is imported whole.
        return isinstance(node.value, ast.Name) and node.value.id in _quiet_owners(tree)
    if isinstance(node, ast.Call):
        return _is_quiet_call(node, tree)
    return False


def _has_defaults(node: ast.Lambda) -> bool:
    return bool(node.args.defaults or any(node.args.kw_defaults))


@lru_cache(CACHED)
def _quiet_owners(tree: ast.Module) -> frozenset[str]:
    """Names of classes and modules of which reading an attribute runs nothing."""
    classes = [n for n in nodes_of(tree) if isinstance(n, ast.ClassDef)]
    functions = {n.name for n in nodes_of(tree) if isinstance(n, ast.FunctionDef)}
    described = bool(functions & {"__get__", "__getattribute__", "__getattr__"})
    # A metaclass may answer for its classes; without one, and without descriptors, nobody does.
    plain = {c.name for c in classes if not c.keywords} if not described else set()
    owners = {c.name for c in classes if c in tree.body and c.name in plain}
    aliases = [a for s in tree.body if isinstance(s, ast.Import) for a in s.names]
    modules = {a.asname or a.name.partition(".")[0] for a in aliases}
    return frozenset(
        n for n in owners | modules if n in owners or bound_once(n, tree) or n in modules
    )


def _is_quiet_call(node: ast.Call, tree: ast.Module) -> bool:
    given = [*node.args, *(k.value for k in node.keywords)]
    if any(isinstance(a, ast.Starred) for a in given) or not all(is_quiet(g, tree) for g in given):
        return False
    if isinstance(node.func, ast.Name) and node.func.id in _CALLS and _builtin(node.func.id, tree):
        wraps = node.func.id in ("property", "staticmethod", "classmethod")
        return wraps or all(
            is_constant(g) or isinstance(g, ast.List | ast.Tuple | ast.Set) for g in given
        )
    return ast.unparse(node.func) in _known(tree, _LIBRARY_CALLS)


@lru_cache(256)
def is_quiet_class(node: ast.ClassDef, tree: ast.Module) -> bool:
    """Whether making a class runs none of the module's code, and tells nobody of it.

    Every class that it is derived from counts, as far as the module shows them.
    """
    if not all(is_quiet_decorator(d, tree) for d in node.decorator_list):
        return False
    known_meta = _known(tree, _METACLASSES)
    if any(k.arg != "metaclass" or ast.unparse(k.value) not in known_meta for k in node.keywords):
        return False
    owners = {s.name: s for s in tree.body if isinstance(s, ast.ClassDef)}
    return all(_is_quiet_base(b, owners, tree) for b in node.bases) and _is_quiet_body(node, tree)


def _is_quiet_base(base: ast.expr, owners: Mapping[str, ast.ClassDef], tree: ast.Module) -> bool:
    name = base.value if isinstance(base, ast.Subscript) else base
    if isinstance(name, ast.Name) and name.id in owners:
        owner = owners[name.id]
        hooks = {s.name for s in owner.body if isinstance(s, ast.FunctionDef)} & CLASS_HOOKS
        return definition_counts(tree)[name.id] == 1 and not hooks and is_quiet_class(owner, tree)
    if isinstance(name, ast.Name) and _builtin(name.id, tree):
        return isinstance(getattr(builtins, name.id), type) and name.id != "type"
    return ast.unparse(name) in _known(tree, _BASES)


def _is_quiet_body(node: ast.ClassDef, tree: ast.Module) -> bool:
    for statement in node.body:
        if isinstance(statement, ast.FunctionDef | ast.AsyncFunctionDef):
            decorators = statement.decorator_list
            if not all(is_quiet_decorator(d, tree) for d in decorators):
                return False
            if not all(map(is_quiet_hint, hints_of(statement))):
                return False
        elif isinstance(statement, ast.ClassDef):
            if not is_quiet_class(statement, tree):
                return False
        elif isinstance(statement, ast.Assign | ast.AnnAssign):
            if statement.value is not None and not is_quiet(statement.value, tree):
                return False
            if isinstance(statement, ast.AnnAssign) and not is_quiet_hint(statement.annotation):
                return False
        elif not isinstance(statement, ast.Pass) and not (
            isinstance(statement, ast.Expr) and isinstance(statement.value, ast.Constant)
        ):
            return False
    return True


@lru_cache(CACHED)
def looks_at_itself(tree: ast.Module) -> str:
    """How a module may look at its own names or at who calls whom; empty if it does not.

    Frames, the dict of the module and the module as an object show names that are added, and
    how deep calls are nested.
    """
    for node in nodes_of(tree):
        word = node.id if isinstance(node, ast.Name) else getattr(node, "attr", None)
        if word in _MIRRORS:
            return str(word)
        if isinstance(node, ast.Subscript | ast.Call) and _is_own_module(node):
            return ast.unparse(node)
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
            if node.func.id in ("vars", "dir", "locals") and not node.args and _at_top(node, tree):
                return node.func.id
    return ""


def _is_own_module(node: ast.Subscript | ast.Call) -> bool:
    """Whether code asks for the module itself: ``sys.modules[__name__]`` and the like."""
    parts = [node.slice] if isinstance(node, ast.Subscript) else node.args
    asked = node.value if isinstance(node, ast.Subscript) else node.func
    word = asked.attr if isinstance(asked, ast.Attribute) else getattr(asked, "id", "")
    named = any(isinstance(p, ast.Name) and p.id == "__name__" for p in parts)
    return named and word in ("modules", "import_module", "__import__")


_LISTING = frozenset(
    {"__dict__", "__dir__", "__subclasses__"}
    | {"getmembers", "getmembers_static", "classify_class_attrs"}
)


@lru_cache(CACHED)
def looks_at_classes(tree: ast.Module) -> str:
    """How a module may list the attributes of an object or class; empty if it does not."""
    for node in nodes_of(tree):
        word = node.id if isinstance(node, ast.Name) else getattr(node, "attr", None)
        if word in _LISTING:
            return str(word)
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.args:
            if node.func.id in ("dir", "vars"):
                return ast.unparse(node)
    return ""


@lru_cache(CACHED)
def made_up_names(tree: ast.Module) -> frozenset[str]:
    """How the names begin by which a module asks objects for something that is not written there:
    ``getattr(self, "do_" + word)`` asks for what begins with ``do_``; an empty text is any name.
    Code that is read from a text may ask for any, and so may a format that comes from elsewhere.
    """
    found = set()
    texts = {t for s in tree.body if (t := _name_of_text(s))} - _bound_again(tree)
    for node in nodes_of(tree):
        if not isinstance(node, ast.Call) or not isinstance(node.func, ast.Name | ast.Attribute):
            continue
        called = node.func.id if isinstance(node.func, ast.Name) else node.func.attr
        if called in ("getattr", "hasattr", "getattr_static") and len(node.args) > 1:
            found |= _beginnings(node.args[1])
        elif called in ("attrgetter", "methodcaller") and node.args:
            found |= {b for argument in node.args for b in _beginnings(argument)}
        elif called in ("__getattribute__", "__getattr__") and node.args:
            found |= _beginnings(node.args[-1])
        elif called in ("eval", "exec"):
            found.add("")
        elif called in ("format", "format_map") and isinstance(node.func, ast.Attribute):
            known = isinstance(node.func.value, ast.Constant)
            if not known and getattr(node.func.value, "id", None) not in texts:
                found.add("")
    return frozenset(found)


@lru_cache(CACHED)
def names_asked_of_modules(tree: ast.Module) -> frozenset[str]:
    """How the names begin that a module may ask itself for by a text: code that is read, what is
    asked of modules by a name, and names of which the beginning is written there.
    """
    found: set[str] = set()
    for node in nodes_of(tree):
        if not isinstance(node, ast.Call) or not isinstance(node.func, ast.Name) or not node.args:
            continue
        if node.func.id in ("eval", "exec"):
            code = node.args[0]
            is_text = isinstance(code, ast.Constant) and isinstance(code.value, str)
            words = re.findall(r"[^\W\d]\w*", str(code.value)) if is_text else []  # type: ignore[attr-defined]
            found |= set(words) | _beginnings(code)
        elif node.func.id in ("getattr", "hasattr") and len(node.args) > 1:
            of_module = bool(_MODULES & _words_of(node.args[0]))
            found |= {b for b in _beginnings(node.args[1]) if b or of_module}
    return frozenset(found)


_MODULES = frozenset({"modules", "import_module", "__import__"})


def _words_of(node: ast.expr) -> set[str]:
    words = (getattr(n, "id", None) or getattr(n, "attr", None) for n in all_nodes(node))
    return {w for w in words if isinstance(w, str)}


def _bound_again(tree: ast.Module) -> set[str]:
    """Names that are parameters too, or are given more than one value."""
    nodes = list(nodes_of(tree))
    stored = Counter(
        n.id for n in nodes if isinstance(n, ast.Name) and isinstance(n.ctx, ast.Store)
    )
    twice = {name for name, count in stored.items() if count > 1}
    return twice | {n.arg for n in nodes if isinstance(n, ast.arg)}


def _name_of_text(statement: ast.stmt) -> str:
    """The name that a statement gives a text that is written there; empty if it gives none."""
    value = statement.value if isinstance(statement, ast.Assign) else None
    is_text = isinstance(value, ast.Constant) and isinstance(value.value, str)
    return (single_target(statement) or "") if is_text else ""


def _beginnings(text: ast.expr) -> set[str]:
    """What a made-up text begins with; nothing where it is written out."""
    if isinstance(text, ast.Constant):
        return set()
    first = text.left if isinstance(text, ast.BinOp) else None
    if isinstance(text, ast.JoinedStr) and text.values:
        first = text.values[0]
    known = isinstance(first, ast.Constant) and isinstance(first.value, str)
    said = str(first.value) if known else ""  # type: ignore[union-attr]
    return {said.partition("%")[0] if isinstance(text, ast.BinOp) else said}


def _at_top(node: ast.AST, tree: ast.Module) -> bool:
    """Whether code stands outside all functions, where the local names are those of the module."""
    inside = {
        id(n)
        for f in nodes_of(tree)
        if isinstance(f, ast.FunctionDef | ast.AsyncFunctionDef | ast.Lambda)
        for n in all_nodes(f)
    }
    return id(node) not in inside


_MIRRORS = frozenset(
    {"globals", "_getframe", "currentframe", "f_back", "f_globals", "f_code", "__globals__"}
    | {"getmembers", "stack", "extract_stack", "getouterframes", "findCaller"}
)


# By these, a text may come to mean a name of the module.
_BY_TEXT = frozenset(
    {"getattr", "hasattr", "vars", "locals", "dir", "eval", "exec", "compile", "attrgetter"}
    | {"methodcaller", "modules", "import_module", "__import__", "__dict__", "__getattribute__"}
    | {"run_module", "runpy", "__getattr__", "__all__", "reload", "resolve_name", "find_class"}
)


@lru_cache(CACHED)
def looks_up_by_text(tree: ast.Module) -> bool:
    """Whether a module may look its own names up by texts."""
    words = {getattr(n, "id", None) or getattr(n, "attr", None) for n in nodes_of(tree)}
    names = {
        a.asname or a.name for n in nodes_of(tree) for a in getattr(n, "names", ()) if _is_alias(a)
    }
    parts = {p for n in names for p in n.split(".")} | {"*"} & names
    defined = {getattr(n, "name", None) for n in nodes_of(tree)}
    return bool((words | parts | defined) & (_BY_TEXT | _MIRRORS | {"*"}))


def _is_alias(node: object) -> bool:
    return isinstance(node, ast.alias)


@lru_cache(CACHED)
def reads_docstrings(tree: ast.Module) -> bool:
    """Whether a module asks for docstrings, so that they are part of what it does."""
    words = {getattr(n, "id", None) or getattr(n, "attr", None) for n in nodes_of(tree)}
    return bool(words & {"__doc__", "getdoc", "help", "cleandoc"})
