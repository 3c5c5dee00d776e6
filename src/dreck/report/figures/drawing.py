"""What all figures share: a quiet style, one scale of tones that is readable in grey, and the
bytes of the image.
"""

from __future__ import annotations

import io
import logging
from typing import TYPE_CHECKING, Any, Literal

from ...errors import SettingError

if TYPE_CHECKING:
    from matplotlib.axes import Axes
    from matplotlib.figure import Figure

Form = Literal["png", "svg"]

INK = "#20242b"
QUIET = "#6d7480"
PALE = "#d9dde3"
BEFORE = "#8f2f1f"
AFTER = "#1f5c8f"
# Light to dark, so that more is darker in grey too.
_TONES = ("#f4f1ea", "#f0d9a8", "#e0a458", "#b8552f", "#6e1f1a")
_PIXELS = 110
_STYLE: Any = {  # matplotlib has a type of its own for its keys
    "font.family": "DejaVu Sans",
    "font.size": 9,
    "text.color": INK,
    "axes.edgecolor": PALE,
    "axes.labelcolor": QUIET,
    "axes.spines.top": False,
    "axes.spines.right": False,
    "xtick.color": QUIET,
    "ytick.color": QUIET,
    "svg.hashsalt": "dreck",
    "svg.fonttype": "none",
}


def form_of(path: str) -> Form:
    """The form of an image by the end of its name.

    Raises:
        SettingError: it ends neither in .png nor in .svg.
    """
    end = path.lower().rpartition(".")[2]
    if end == "png":
        return "png"
    if end == "svg":
        return "svg"
    raise SettingError(f"{path}: a figure is written as .png or .svg; name it so")


def canvas(width: float, height: float, columns: int = 1) -> tuple[Figure, list[Axes]]:
    """An empty figure, in inches, with some axes side by side that share their scales."""
    # On its first use it tells that it gathers its fonts, which is no part of what we print.
    logging.getLogger("matplotlib.font_manager").setLevel(logging.ERROR)
    import matplotlib as mpl
    from matplotlib.figure import Figure

    with mpl.rc_context(_STYLE):
        figure = Figure(figsize=(width, height), dpi=_PIXELS, layout="constrained")
        axes = figure.subplots(1, columns, sharex=True, sharey=True, squeeze=False)
    return figure, list(axes[0])


def image(figure: Figure, form: Form) -> bytes:
    """The bytes of a figure; the same figure gives the same bytes."""
    import matplotlib as mpl

    out = io.BytesIO()
    metadata: dict[str, Any] = {"Date": None} if form == "svg" else {"Software": None}
    with mpl.rc_context(_STYLE):
        figure.savefig(out, format=form, metadata=metadata, facecolor="white")
    return out.getvalue()


def tone(share: float) -> str:
    """A colour for a share from 0 (light) to 1 (dark)."""
    from matplotlib.colors import LinearSegmentedColormap, to_hex

    scale = LinearSegmentedColormap.from_list("tones", _TONES)
    return to_hex(scale(min(1.0, max(0.0, share))))


def ink_on(share: float) -> str:
    """The colour of text on such a tone."""
    return "white" if share > 0.55 else INK
