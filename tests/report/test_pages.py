"""Pages: whole, escaped, readable in a browser; figures; notebooks."""

from __future__ import annotations

import html.parser
import os
import re
import shutil
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import nbclient
import nbformat
import pytest

import dreck
from dreck.report.figures.cost_steps import cost_steps
from dreck.report.figures.distribution import distribution
from dreck.report.figures.left_edge import left_edge
from dreck.report.figures.package import Box, package_map, squarified
from dreck.report.notebook import html_of
from dreck.report.side_by_side import side_by_side

PYRAMID = """def admit(boat, lock):
    if boat is not None:
        if lock.level >= boat.draught:
            lock.book(boat)
            return "<b>in & through</b>"
        else:
            raise KeyError("</script><script>alert(1)</script>")
    else:
        raise ValueError("no `boat`")


def fee(kind):
    if kind == "barge":
        return 10
    elif kind == "skiff":
        return 20
    elif kind == "raft":
        return 30
    else:
        return 40


def plain(a):
    return a
"""
# Elements that have no end.
_EMPTY = {"meta", "link", "img", "br", "wbr", "hr"}


class Balanced(html.parser.HTMLParser):
    """Reads a page and notes what does not close, and what would be fetched."""

    def __init__(self) -> None:
        super().__init__()
        self.open: list[str] = []
        self.scripts = 0
        self.fetched: list[str] = []
        self.text: list[str] = []

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        if tag not in _EMPTY:
            self.open.append(tag)
        self.scripts += tag == "script"
        for name, value in attrs:
            if name in ("src", "href") and not (value or "").startswith(("data:", "#")):
                self.fetched.append(value or "")

    def handle_endtag(self, tag: str) -> None:
        assert self.open and self.open[-1] == tag, (tag, self.open[-3:])
        self.open.pop()

    def handle_data(self, data: str) -> None:
        self.text.append(data)


@pytest.fixture
def canal(tmp_path: Path) -> Path:
    """A folder whose code tries to break out of a page."""
    (tmp_path / "canal").mkdir()
    (tmp_path / "canal" / "locks.py").write_text(PYRAMID)
    return tmp_path / "canal"


def read(page: str) -> Balanced:
    """A page, read to its end."""
    reader = Balanced()
    reader.feed(page)
    reader.close()
    assert not reader.open
    return reader


def test_page(canal: Path, dreck_in_process) -> None:
    """Everything is told, nothing is fetched, and nothing that the code holds becomes markup."""
    done = dreck_in_process("report", "canal", "--no-run", "--title", "<i>Locks</i>")
    assert done.status == 0 and re.match(r"dreck.html: \d+ steps in 2 functions, cost ", done.out)
    reader = read(Path("dreck.html").read_text(encoding="utf-8"))
    text = "".join(reader.text)
    assert reader.scripts == 1 and not reader.fetched
    for words in (
        "<i>Locks</i>",
        "</script><script>alert(1)</script>",
        "Before and after",
        "Cost term by term",
        "Decision table: conditions in rows, 3 ways",
        "Arms side by side, as they were: kind",
        "What the proofs rest on",
        "hashable",
        "The package as it was",
    ):
        assert words in text, words
    assert (canal / "locks.py").read_text() == PYRAMID


def test_markdown(canal: Path, dreck_in_process) -> None:
    """The same for a pull request: no markup from the code outside of fences."""
    (canal / "locks.py").write_text(PYRAMID.replace("in & through", "``` in"))
    assert dreck_in_process("report", "canal", "--no-run", "--out", "a.md").status == 0
    text = Path("a.md").read_text()
    assert (
        text.startswith("## Untangling canal\n")
        and "| <code>canal/locks.py::admit</code> |" in text
    )
    assert "````diff" in text and text.count("<details>") == text.count("</details>")
    outside = re.sub(r"(?ms)^(`{3,})diff$.*?^\1$", "", text)
    assert "<script>" not in outside and "| hashable |" in outside


@pytest.mark.parametrize(
    "arguments, words",
    [
        (("canal", "--out", "a.pdf"), "a.pdf: a page is written as .html or .md"),
        (("nowhere",), "nowhere: no such file or folder"),
        (("canal", "--out", "no/where.html"), "no/where.html: cannot be written"),
    ],
)
def test_errors(arguments: tuple[str, ...], words: str, canal: Path, dreck_in_process) -> None:
    """One line."""
    done = dreck_in_process("report", *arguments, "--no-run")
    assert done.status == 2 and words in done.err


def test_nothing_to_do(canal: Path) -> None:
    """A page about code that is good says so; pins and a net are told where asked for."""
    page = dreck.write_up("canal/locks.py::plain", run=False)
    assert "Nothing was changed in 1 function." in "".join(read(page.html()).text)
    assert "Nothing was changed" in page.markdown()
    (canal.parent / "pyproject.toml").write_text("")
    (canal / "__init__.py").write_text("")
    (canal.parent / "test_locks.py").write_text(
        "from canal.locks import fee\n\n\ndef test_fee():\n    assert fee('barge') == 10\n"
    )
    page = dreck.write_up("canal/locks.py::fee", tests="python -m pytest", pins=True)
    text = "".join(read(page.html()).text)
    assert "1 tests run it" in text and "No test takes line" in text
    assert "Pins: tests that say what it did" in text and "def test_fee" in text


def test_side_by_side() -> None:
    """What only moved is joined; lines are numbered as in the files."""
    diff = (
        "--- a/l.py\n+++ b/l.py\n@@ -3,4 +3,3 @@\n if a:\n-    if b:\n-        go()\n-    rest()\n"
        "+    go()\n+    stay()\n@@ -20 +19 @@\n-x\n+y\n"
    )
    rows = [(p.old_line, p.new_line, p.mark) for p in side_by_side(diff)]
    assert rows == [
        (3, 3, "same"),
        (4, 0, "went"),
        (5, 4, "moved"),
        (6, 0, "went"),
        (0, 5, "came"),
        (20, 19, "place"),
        (20, 0, "went"),
        (0, 19, "came"),
    ]


def test_figures(canal: Path) -> None:
    """Both forms, the same bytes each time; a map whose fields fill it exactly."""
    survey = dreck.survey("canal")
    steps = [("as found", 30.0), ("guard-clause, line 2", 12.5)]
    for form, start in (("png", b"\x89PNG"), ("svg", b"<?xml")):
        made = [
            (left_edge(PYRAMID, "def f():\n    pass\n", form), cost_steps(steps, form))
            + (distribution(survey, form), package_map(survey, form))
            for _ in range(2)
        ]
        assert made[0] == made[1] and all(image.startswith(start) for image in made[0])
    assert b"deepest 2" in left_edge(PYRAMID, "x = 1\n", "svg")
    boxes = list(squarified([6, 6, 4, 3, 2, 2, 1], Box(0, 0, 6, 4)))
    areas = [b.width * b.height for b in boxes]
    assert areas == pytest.approx([6, 6, 4, 3, 2, 2, 1])
    assert all(b.x >= 0 and b.y >= -1e-9 and b.x + b.width <= 6 + 1e-9 for b in boxes)
    assert all(max(b.width, b.height) / min(b.width, b.height) < 4 for b in boxes)


def test_notebook(canal: Path) -> None:
    """Results show themselves in a notebook that is really run; what they hold is escaped."""
    cells = [
        "import dreck",
        "dreck.survey('canal')",
        "dreck.untangle('canal', run=False)",
        "dreck.anatomy('canal/locks.py::admit', offers=False)",
        "dreck.vouch('canal/locks.py', 'canal/locks.py', run=False)",
    ]
    book = nbformat.v4.new_notebook(cells=[nbformat.v4.new_code_cell(c) for c in cells])
    nbclient.NotebookClient(book, timeout=120, kernel_name="python3").execute()
    for cell in book.cells[1:]:
        data = cell.outputs[0].data
        assert "text/html" in data and data["text/plain"].startswith(("<", "Vouching"))
        assert not read(data["text/html"]).scripts
    assert "&lt;/script&gt;" in book.cells[2].outputs[0].data["text/html"]
    with pytest.raises(TypeError):
        html_of(3)


def browser_path() -> str | None:
    """Where a browser is, if there is one."""
    names = ("chromium", "chromium-browser", "google-chrome")
    return next((p for p in map(shutil.which, names) if p), None)


@pytest.fixture
def tab() -> Iterator[Any]:
    """A tab of a real browser without a screen."""
    path = browser_path()
    if path is None:
        pytest.skip("no browser is installed")
    playwright = pytest.importorskip("playwright.sync_api")
    with playwright.sync_playwright() as running:
        browser = running.chromium.launch(executable_path=path, args=["--no-sandbox"])
        yield browser.new_page(viewport={"width": 1280, "height": 800})
        browser.close()


def test_in_a_browser(canal: Path, tab: Any, dreck_in_process) -> None:
    """No word on the console, nothing fetched, steps open by keyboard, two widths, and paper."""
    dreck_in_process("report", "canal", "--no-run")
    heard: list[str] = []
    tab.on("console", lambda message: heard.append(message.text))
    tab.on("pageerror", lambda error: heard.append(str(error)))
    tab.on(
        "request",
        lambda r: None if r.url.startswith(("file:", "data:")) else heard.append(r.url),
    )
    tab.goto(f"file://{os.getcwd()}/dreck.html")
    opened = "document.querySelectorAll('details.step[open]').length"
    steps = tab.evaluate("document.querySelectorAll('details.step').length")
    assert steps > 2 and tab.evaluate(opened) == 0
    tab.focus("details.step summary")
    tab.keyboard.press("Enter")
    assert tab.evaluate(opened) == 1
    tab.keyboard.press("Space")
    assert tab.evaluate(opened) == 0
    tab.focus("#open-all")
    tab.keyboard.press("Enter")
    assert tab.evaluate(opened) == steps
    for width in (1280, 390):
        tab.set_viewport_size({"width": width, "height": 800})
        assert tab.evaluate("document.documentElement.scrollWidth") <= width
    tab.click("#close-all")
    assert tab.evaluate(opened) == 0
    tab.evaluate("window.dispatchEvent(new Event('beforeprint'))")
    assert tab.evaluate(opened) == steps
    tab.evaluate("window.dispatchEvent(new Event('afterprint'))")
    assert tab.evaluate(opened) == 0 and len(tab.pdf()) > 10_000
    colour = "getComputedStyle(document.documentElement).backgroundColor"
    tab.emulate_media(color_scheme="light")
    light = tab.evaluate(colour)
    tab.emulate_media(color_scheme="dark")
    assert tab.evaluate(colour) != light and not heard
