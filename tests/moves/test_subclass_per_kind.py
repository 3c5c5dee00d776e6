"""subclass-per-kind: what the example cannot say."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

import pytest

import dreck
from dreck import Verdict
from dreck.demo import copy_project

from .harness import look
from .test_all_moves import verdict

CLASS = """
class Lock:
    def __init__(self, kind, *, chambers=1):
        self.chambers = chambers
        self.kind = kind

    def minutes(self):
        if self.kind == "single":
            return 12
        if self.kind in ("stair-case", "flight"):
            return 9 * self.chambers
        if self.kind == "single":
            return 99

    def is_wet(self):
        return self.kind != "dry"

    def water(self) -> int:
        match self.kind:
            case "single":
                litres = 1
            case "flight":
                litres = 2
            case _:
                litres = 3
        return litres * self.chambers


def build(day, kinds):
    ask = lambda k: Lock(k)
    return [Lock(k, chambers=day) for k in kinds], ask
"""


def test_all_shapes_of_chains() -> None:
    """Several keys, a match, work around the chain, a missing default, sites in lambdas and
    comprehensions.
    """
    site = look("subclass-per-kind", CLASS).sites[0].whole
    assert (
        "class StairCaseLock(Lock):" in site
        and "[make_lock(k, chambers=day) for k in kinds]" in site
    )
    quays = look("subclass-per-kind", CLASS.replace("Lock", "Anchorage")).sites[0].whole
    assert '"""An anchorage whose kind is "flight"."""' in quays
    assert (
        "    def minutes(self):\n        pass\n" in site
        and site.count("return 9 * self.chambers") == 2
    )
    assert "LOCKS_BY_KIND.get(kind, Lock)(kind, chambers=chambers)" in site
    assert verdict(CLASS, site) is Verdict.PROVED_UNDER, site


USES = [
    "class Sea(Lock):\n    pass\n",
    "def all_minutes(locks):\n    return map(Lock.minutes, locks)\n",
    "def kind(lock):\n    return lock.__class__ is Lock\n",
    "def spare(cls=Lock):\n    return cls('single')\n",
    "def turn(lock):\n    setattr(lock, 'kind', 'flight')\n",
    "from copy import copy\n\n\ndef turned(lock):\n    other = copy(lock)\n    other.kind = 'flight'\n    return other\n",
]


@pytest.mark.parametrize("use", USES)
def test_other_uses_of_the_class(use: str) -> None:
    """Where the class is used in a way that its subclasses would change, there is no site or no
    proof.
    """
    text = f"{CLASS}\n\n{use}"
    assert not any(verdict(text, s.whole).same for s in look("subclass-per-kind", text).sites)


GAUGE = """
from enum import Enum, auto


class Site(Enum):
    WEIR = auto()
    BASIN = auto()


class Gauge:
    def __init__(self, site: Site, level: int):
        self.site: Site = site
        self.level = level

    @classmethod
    def read(cls, line: str):
        gauge = cls(Site.WEIR, len(line))
        gauge.level += 1
        return gauge

    @property
    def is_high(self):
        return self.level > 40 if self.site is Site.WEIR else self.level > 90

    def text(self):
        if self.level < 0:
            return "dry"
        lines = ["gauge"]
        if self.site == Site.BASIN:
            # seen from the bridge
            lines.append("basin")
        else:
            if self.site is Site.WEIR and self.level > 40:
                lines.append("over the weir")
        lines.append(str(self.level))
        return ", ".join(lines)

    def passes(self):
        for level in range(self.level):
            match self.site:
                case Site.WEIR | Site.BASIN if level:
                    return level
        return 0


class Sluice:
    def __init__(self, site):
        self.site = site
"""
SAID = [
    "gauge = make_gauge(Site.WEIR, len(line))",
    "class WeirGauge(Gauge):",
    '"""A gauge whose site is Site.WEIR."""',
    "    @property\n    def is_high(self):\n        return self.level > 40\n",
    '        lines = ["gauge"]\n        if self.level > 40:\n',
    '        # seen from the bridge\n        lines.append("basin")\n',
    "    Site.WEIR: WeirGauge,",
    "def make_gauge(site: Site, level: int) -> Gauge:",
]


def test_every_shape_of_question() -> None:
    """Members of an enum, a property, a class method, questions inside of expressions; where each
    kind would say much again, what depends on the kind is a method of its own.
    """
    text = GAUGE.replace(" if level", "")
    plain, apart = (s.whole for s in look("subclass-per-kind", text).sites)
    for said in SAID:
        assert said in plain, said
    assert "self._text_by_site(lines)" in apart and apart.count('lines = ["gauge"]') == 1
    for whole in (plain, apart):
        assert verdict(text, whole) is Verdict.PROVED_UNDER, whole
    assert not look("subclass-per-kind", GAUGE).sites


SIGNAL = """
class Signal:
    def __init__(self, kind, lock):
        self.kind = kind
        self.lock = lock

    def lamp(self, night):
        colour = ""
        if self.kind == "stop":
            colour = "red"
        elif self.kind == "wait":
            colour = "amber"
        if night:
            colour = colour + " bright"
        return colour

    def text(self):
        if self.kind == "stop":
            return "stop at " + self.lock
        return "go on"
"""


def test_what_a_choice_begins_with_goes_with_it() -> None:
    """A constant that the kinds overrule is what the base class answers."""
    *_, apart = (s.whole for s in look("subclass-per-kind", SIGNAL).sites)
    assert (
        "colour = self._choose_colour()" in apart and 'colour = ""' in apart.partition("_choose")[2]
    )
    assert verdict(SIGNAL, apart).same, apart


def test_what_only_the_kinds_have_in_common() -> None:
    """It stands once, though all others are refused; what is left of a kind is handed back."""
    text = SIGNAL.replace(
        "        if night",
        "        else:\n            raise ValueError(self.kind)\n        if night",
    )
    text = text.replace('"amber"', "self.lock.amber")
    *_, apart = (s.whole for s in look("subclass-per-kind", text).sites)
    assert apart.count("if night:") == 1 and "return self.lock.amber\n" in apart, apart
    assert verdict(text, apart) is Verdict.PROVED_UNDER, apart


USES_ELSEWHERE = {
    "import gauges\n\n\ndef ask(it):\n    return isinstance(it, gauges.Gauge)\n": True,
    "from gauges import Gauge\n\nFIRST = Gauge.read('2')\n": True,
    "import gauges\n\nFIRST = gauges.Gauge(1, 2)\n": False,
    "from gauges import Gauge\n\nASK = Gauge.text\n": False,
}


@pytest.mark.parametrize(("use", "fits"), USES_ELSEWHERE.items())
def test_what_other_files_do(
    use: str, fits: bool, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Asking for the class, or for what it has itself, is no hindrance."""
    (tmp_path / "gauges.py").write_text(GAUGE.replace(" if level", ""), encoding="utf-8")
    (tmp_path / "office.py").write_text(use, encoding="utf-8")
    monkeypatch.chdir(tmp_path)
    found = dreck.untangle("gauges.py", only=["subclass-per-kind"])
    assert any(f.steps for f in found.functions) is fits
    assert Path("office.py").read_text(encoding="utf-8") == use


def test_objects_made_at_the_top_level(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """They come from the factory too, here and in other files, if their kind is written there."""
    (tmp_path / "locks.py").write_text(f"{CLASS}\n\nSPARE = Lock('single')\n", encoding="utf-8")
    (tmp_path / "office.py").write_text(
        "from locks import Lock\n\nLOCKS = {'top': Lock(chambers=2, kind='flight')}\n",
        encoding="utf-8",
    )
    monkeypatch.chdir(tmp_path)
    found = dreck.untangle("locks.py", only=["subclass-per-kind"])
    assert found.verdict is Verdict.PROVED_UNDER and len(found.write()) == 2
    assert "SPARE = make_lock('single')" in Path("locks.py").read_text(encoding="utf-8")
    office = Path("office.py").read_text(encoding="utf-8")
    assert (
        "import Lock, make_lock" in office
        and "{'top': make_lock(chambers=2, kind='flight')}" in office
    )
    assert not look("subclass-per-kind", f"{CLASS}\n\nKIND = 'single'\nSPARE = Lock(KIND)\n").sites


def test_a_whole_project(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """The demo's locks: its tests make them by the factory afterwards, and still pass."""
    copy_project(tmp_path / "office")
    monkeypatch.chdir(tmp_path / "office")
    found = dreck.untangle("canal/locks.py", only=["chain-branches", "subclass-per-kind"])
    assert found.verdict is Verdict.PROVED_UNDER
    assert [p.as_posix() for p in found.write()] == ["canal/locks.py", "tests/test_canal.py"]
    done = subprocess.run(
        [sys.executable, "-m", "pytest", "-q", "tests"], capture_output=True, text=True, check=False
    )
    assert done.returncode == 0, done.stdout
    assert 'make_lock("Ellerbeck Top", "single", 200)' in Path("tests/test_canal.py").read_text(
        encoding="utf-8"
    )
