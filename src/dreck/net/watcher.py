"""A plugin of pytest that says how each test went, and which lines each one ran.

It runs in the project's own interpreter, which need not have Dreck: it is copied beside the tests
under another name, imports nothing of ours, and is told by the environment what is wanted.
"""

from __future__ import annotations

import gc
import json
import os
import random
import signal
import sys
import threading
import time
from typing import Any

# The environment variable with the name of a file that says what is wanted, as JSON:
#   out        the file that the answer is written to
#   tests      only these tests, by their node ids; all if null
#   original   the project's folder: modules imported from there are told
#   only       null, or a file whose tests are the only ones that run
#   stop       end after the first failure
#   versions   null, or for each run another {"path", "text", "tests", "seed", "seconds"}: a file,
#              what it holds then, what is run, a seed if in an order drawn at random, and seconds
#              after which it is taken to be red; each in a process forked for it. Only which were
#              red is told
#   coverage   null, or {"data": file, "at": folder with the package coverage, "files": for each
#              file the functions in it, as [name, first line, last line]}
WISHES = "DRECK_WATCH"
# Characters of one failure's text that are kept.
_MOST_TEXT = 6_000


class _Watcher:
    def __init__(self, wishes: dict[str, Any]) -> None:
        self.wishes = wishes
        self.outcomes: dict[str, str] = {}
        self.texts: dict[str, str] = {}
        self.seconds: dict[str, float] = {}
        self.cover: Any = None
        asked = wishes["coverage"]
        if asked:
            try:
                import coverage
            except ImportError:
                sys.path.append(asked["at"])
                import coverage
            self.cover = coverage.Coverage(
                data_file=asked["data"],
                branch=True,
                include=list(asked["files"]),
                config_file=False,
                messages=False,
            )
            self.cover.start()

    def pytest_collection_modifyitems(self, config: Any, items: list[Any]) -> None:
        """Leave out what is not wanted."""
        wanted = self.wishes["tests"]
        if self.wishes.get("seed"):
            random.Random(self.wishes["seed"]).shuffle(items)
        if wanted is None:
            return
        names = set(wanted)
        left_out = [i for i in items if i.nodeid not in names]
        items[:] = [i for i in items if i.nodeid in names]
        if left_out:
            config.hook.pytest_deselected(items=left_out)

    def pytest_runtest_logstart(self, nodeid: str, location: Any) -> None:
        """A test begins."""
        if self.cover is not None:
            self.cover.switch_context(nodeid)

    def pytest_runtest_logfinish(self, nodeid: str, location: Any) -> None:
        """A test ended."""
        if self.cover is not None:
            self.cover.switch_context("")

    def pytest_runtest_logreport(self, report: Any) -> None:
        """One phase of a test ended."""
        known = self.outcomes.get(report.nodeid)
        self.seconds[report.nodeid] = self.seconds.get(report.nodeid, 0.0) + report.duration
        if report.failed:
            self.outcomes[report.nodeid] = "failed" if report.when == "call" else "error"
            self.texts.setdefault(report.nodeid, str(report.longrepr)[-_MOST_TEXT:])
        elif report.skipped and known is None:
            self.outcomes[report.nodeid] = "skipped"
        elif report.when == "call" and known is None:
            self.outcomes[report.nodeid] = "passed"

    def pytest_collectreport(self, report: Any) -> None:
        """A file was looked at for tests."""
        if report.failed:
            self.outcomes[report.nodeid] = "error"
            self.texts[report.nodeid] = str(report.longrepr)[-_MOST_TEXT:]

    def pytest_sessionfinish(self, session: Any, exitstatus: Any) -> None:
        """Write what was seen."""
        answer: dict[str, Any] = {"outcomes": self.outcomes, "texts": self.texts}
        answer["seconds"] = self.seconds
        answer["strays"] = self._strays()
        if self.cover is not None:
            self.cover.stop()
            self.cover.save()
            answer["reached"], answer["missed"] = self._covered()
        with open(self.wishes["out"], "w", encoding="utf-8") as stream:
            json.dump(answer, stream)
        if self.wishes.get("forked"):
            os._exit(0)  # nobody reads what pytest would say

    def _strays(self) -> list[str]:
        """Files of modules that came from the project's own folder and not from the copy."""
        original = self.wishes["original"] + os.sep
        found = [getattr(m, "__file__", None) for m in list(sys.modules.values())]
        real = [os.path.realpath(f) for f in found if isinstance(f, str)]
        return sorted(f for f in real if f.startswith(original) and "site-packages" not in f)

    def _covered(self) -> tuple[dict[str, Any], dict[str, Any]]:
        """For each file and function the tests that ran it, and the branches that none took."""
        data = self.cover.get_data()
        reached: dict[str, Any] = {}
        missed: dict[str, Any] = {}
        for name, functions in self.wishes["coverage"]["files"].items():
            by_line = data.contexts_by_lineno(name)
            found = reached[name] = {}
            for function, first, last in functions:
                tests = {t for n in range(first, last + 1) for t in by_line.get(n, ()) if t}
                found[function] = sorted(tests)
        if data.measured_files():
            out = self.wishes["out"] + ".coverage"
            self.cover.json_report(outfile=out, ignore_errors=True)
            with open(out, encoding="utf-8") as stream:
                files = json.load(stream)["files"]
            for name, told in files.items():
                missed[os.path.realpath(name)] = told.get("missing_branches", [])
        return reached, missed


def _asked() -> dict[str, Any]:
    """What is wanted; nothing where nobody asks. Runs that tests start are not asked."""
    path = os.environ.pop(WISHES, "")
    if not path:
        return {}
    with open(path, encoding="utf-8") as stream:
        found: dict[str, Any] = json.load(stream)
        return found


_wishes = _asked()


def _end_with_parent() -> None:
    """End this process and all that it started when the one that started it is gone: killed, it
    cannot say so.
    """
    parent = os.getppid()

    def watch() -> None:
        while os.getppid() == parent:
            time.sleep(0.5)
        os.killpg(os.getpgid(0), signal.SIGKILL)

    threading.Thread(target=watch, daemon=True).start()


def pytest_cmdline_main(config: Any) -> int | None:
    """Tests run in this process, so that they can be watched; or in forks of it."""
    for name, value in (("numprocesses", None), ("dist", "no"), ("tx", [])):
        if hasattr(config.option, name):
            setattr(config.option, name, value)
    if _wishes:
        _end_with_parent()
    return _in_forks(config) if _wishes.get("versions") is not None else None


pytest_cmdline_main.pytest_impl = {"tryfirst": True}  # type: ignore[attr-defined]


def _in_forks(config: Any) -> int | None:
    """Run the tests with each version of a file; a fork goes on as pytest does."""
    _warm(config)
    gc.freeze()  # so that no fork goes through all that there is already
    reds = []
    for path, text, group in _groups(_wishes["versions"]):
        with open(path, "rb") as stream:
            kept = stream.read()
        with open(path, "w", encoding="utf-8", newline="") as stream:
            stream.write(text)
        children = []
        for number, version in group:
            child = os.fork()
            if not child:
                os.setpgid(0, 0)
                _wishes["out"] += f".{number}"
                _wishes["tests"] = version["tests"]
                _wishes["seed"] = version.get("seed", 0)
                _wishes["forked"] = True
                _end_with_parent()
                return None
            children.append((child, f'{_wishes["out"]}.{number}'))
        end = time.monotonic() + max(version["seconds"] for _, version in group)
        reds += [_is_red(child, out, end) for child, out in children]
        with open(path, "wb") as stream:
            stream.write(kept)
    with open(_wishes["out"], "w", encoding="utf-8") as stream:
        json.dump({"outcomes": {}, "texts": {}, "strays": [], "reds": reds}, stream)
    return 0


def _groups(versions: list[dict[str, Any]]) -> list[tuple[str, str, list[tuple[int, Any]]]]:
    """Runs in a row with the same text, as many together as there are processors."""
    found: list[tuple[str, str, list[tuple[int, Any]]]] = []
    for number, version in enumerate(versions):
        key = (version["path"], version["text"])
        if found and found[-1][:2] == key and len(found[-1][2]) < (os.cpu_count() or 1):
            found[-1][2].append((number, version))
        else:
            found.append((*key, [(number, version)]))
    return found


def _warm(config: Any) -> None:
    """Import before the forks what each would import: a plugin's large package, loaded late."""
    if config.pluginmanager.hasplugin("hypothesispytest"):
        try:
            import hypothesis.internal.observability
        except ImportError:
            pass


def _is_red(child: int, out: str, end: float) -> bool:
    """Wait for a fork until some time; whether a test failed in it, or it did not end."""
    while time.monotonic() < end:
        done, _ = os.waitpid(child, os.WNOHANG)
        if done:
            break
        time.sleep(0.005)
    else:
        os.killpg(child, signal.SIGKILL)
        os.waitpid(child, 0)
        return True
    try:
        with open(out, encoding="utf-8") as stream:
            outcomes = json.load(stream)["outcomes"]
    except (OSError, ValueError):
        return True
    return not outcomes or any(o in ("failed", "error") for o in outcomes.values())


def pytest_configure(config: Any) -> None:
    """Begin to watch."""
    wishes = _wishes
    if not wishes:
        return
    if wishes["stop"]:
        config.option.maxfail = 1
    if wishes["tests"] is not None:
        files = dict.fromkeys(t.partition("::")[0] for t in wishes["tests"])
        config.args = [os.path.join(str(config.rootpath), f) for f in files]
    if wishes["only"] is not None:
        config.args = [wishes["only"]]
    config.pluginmanager.register(_Watcher(wishes), "dreck-watcher")
