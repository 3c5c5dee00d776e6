"""Python code in colours, for pages."""

from __future__ import annotations

from functools import lru_cache

from markupsafe import Markup
from pygments import highlight
from pygments.formatters import HtmlFormatter
from pygments.lexers import PythonLexer

# Names of pygments' classes, and the variables of our style that give them a colour.
_COLOURS = {
    "k": "--code-word",
    "kc": "--code-word",
    "kn": "--code-word",
    "ow": "--code-word",
    "s": "--code-text",
    "sd": "--code-text",
    "sa": "--code-text",
    "s1": "--code-text",
    "s2": "--code-text",
    "se": "--code-text",
    "si": "--code-text",
    "mi": "--code-number",
    "mf": "--code-number",
    "c1": "--code-quiet",
    "nf": "--code-name",
    "nc": "--code-name",
    "nd": "--code-name",
}


@lru_cache(4096)
def highlighted(code: str) -> Markup:
    """Some code as HTML, one line or several; what it holds is escaped."""
    lexer = PythonLexer(stripnl=False, ensurenl=False)
    return Markup(highlight(code, lexer, HtmlFormatter(nowrap=True)))


def style_of_code() -> Markup:
    """The style sheet for :func:`highlighted`."""
    return Markup("\n".join(f".code .{n} {{ color: var({v}); }}" for n, v in _COLOURS.items()))
