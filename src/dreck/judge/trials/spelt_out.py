"""Calls that show a difference, line by line as a person would write them down."""

from __future__ import annotations

import ast
import re
from collections.abc import Collection, Sequence

from ...outline import all_nodes


def spelt_out(lines: Sequence[str], own: Collection[str] = ()) -> list[str]:
    """Lines in which objects are made ready before they are handed on, each step on its own line.

    Args:
        lines: the calls.
        own: names of the module, which may be those of the helpers, too; then they stay.

    >>> spelt_out(["advice(having_called(Board(), 'moor', 'A', 400), 'B')"])
    ['board = Board()', "board.moor('A', 400)", "advice(board, 'B')"]
    """
    if "given" in own or "having_called" in own:
        return list(lines)
    found: list[str] = []
    used = {w for line in lines for w in re.findall(r"\w+", line)}
    for line in lines:
        try:
            tree = ast.parse(line)
        except SyntaxError:  # it says where something stands, and is not to be run
            found.append(line)
            continue
        if any(_readied(n) for n in all_nodes(tree)):
            steps = _Steps(used)
            last = steps.visit(tree)
            found += steps.lines
            # what was made ready under the name that it has to have is there already
            found += [t for s in last.body if (t := ast.unparse(s)) not in steps.named]
        else:
            found.append(line)
    return found


def _readied(node: ast.AST) -> str:
    """What makes an object ready; empty if it is something else."""
    called = node.func if isinstance(node, ast.Call) else None
    name = called.id if isinstance(called, ast.Name) else ""
    return (
        name
        if name in ("having_called", "given") and isinstance(node, ast.Call) and node.args
        else ""
    )


class _Steps(ast.NodeTransformer):
    """Takes the steps out of a line."""

    def __init__(self, used: set[str]) -> None:
        self.used = used
        self.lines: list[str] = []
        self.named: set[str] = set()
        self._made: set[str] = set()
        self._target = ""

    def visit_Assign(self, node: ast.Assign) -> ast.AST:
        """An object that gets a name anyway is made ready under that."""
        target = node.targets[0]
        if _readied(node.value) and isinstance(target, ast.Name):
            self._target = target.id
            self.named.add(f"{target.id} = {target.id}")
        return self.generic_visit(node)

    def visit_Call(self, node: ast.Call) -> ast.AST:
        """The object that is made ready here."""
        which, target = _readied(node), self._target
        if not which:
            self._target = ""
            return self.generic_visit(node)
        owner = self.visit(node.args[0])
        self._target = ""
        arguments = [ast.unparse(self.visit(a)) for a in node.args[1:]]
        keywords = {str(k.arg): ast.unparse(self.visit(k.value)) for k in node.keywords}
        name = owner.id if isinstance(owner, ast.Name) and owner.id in self._made else ""
        if not name:
            name = target or self._name_of(owner)
            self._made.add(name)
            self.lines.append(f"{name} = {ast.unparse(owner)}")
        if which == "given":
            self.lines += [f"{name}.{attribute} = {text}" for attribute, text in keywords.items()]
        else:
            method = ast.literal_eval(arguments[0])
            self.lines.append(f"{name}.{method}({', '.join(arguments[1:])})")
        return ast.Name(name, ast.Load())

    def _name_of(self, owner: ast.expr) -> str:
        made = owner.func if isinstance(owner, ast.Call) else owner
        last = made.attr if isinstance(made, ast.Attribute) else getattr(made, "id", "made")
        word = re.sub(r"(?<=[a-z0-9])(?=[A-Z])", "_", last).lower()
        name, number = word, 2
        while name in self.used:
            name, number = f"{word}{number}", number + 1
        self.used.add(name)
        return name
