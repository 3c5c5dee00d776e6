"""The catalogue of moves as Markdown, generated from the moves themselves."""

from __future__ import annotations

from ..moves.registry import AnyMove, Example, all_moves, family_of

_HEAD = """# The moves

Generated from the moves themselves by `python docs/regenerate.py`; the examples below are
tests. Each step is judged, whichever move made it: the move's own argument why it is safe is
for people, not for the judge.
"""


def catalogue() -> str:
    """The page with every move: what it does, why it is safe, examples, and when it refuses."""
    parts = [_HEAD]
    family = ""
    for move in all_moves().values():
        if family_of(move) != family:
            family = family_of(move)
            parts.append(f"## {family.replace('_', ' ').capitalize()}\n")
        parts.append(_page(move))
    return "\n".join(parts)


def _page(move: AnyMove) -> str:
    lines = [
        f"### {move.name}\n",
        f"{move.summary} *(since {move.since})*\n",
        f"**Why it is safe.** {move.safe_because}\n",
    ]
    lines += [_example(e) for e in move.EXAMPLES]
    if move.REFUSALS:
        lines.append("**Left alone**, with the reason shown, when\n")
        lines += [f"- {r.because} (`{key}`)" for key, r in move.REFUSALS.items()]
        lines.append("")
    return "\n".join(lines)


def _example(example: Example) -> str:
    title = example.title[0].upper() + example.title[1:]
    asked = "".join(f", {key}: `{value}`" for key, value in example.asked.items())
    beside = " but for what is meant" if example.asked else ""
    return f"*{title}{asked}* ({example.verdict}{beside}):\n\n```python\n{example.before}```\n\nbecomes\n\n```python\n{example.after}```\n"
