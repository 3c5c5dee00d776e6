"""Steps that start from one function and may change the rest of its module."""

from __future__ import annotations

import ast
from collections import Counter, defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from functools import lru_cache
from pathlib import Path

from ..errors import DreckError
from ..judge.face.intending import vouch_intended
from ..judge.face.verdict import SubjectVerdict, Verdict
from ..judge.versions.version import Version
from ..judge.face.judge import Judge
from ..moves.module_view import ModuleView
from ..moves.reach import Reach
from ..moves.registry import ModuleMove, ModuleRefused, ModuleSite
from ..moves.wishes import Wishes
from ..naming.phrases import Rank
from ..outline import all_nodes
from ..source.diffs import unified
from ..surveying.measures import measure
from .asking import Answer, Question
from .candidates import Broken, LeftAlone
from .function_work import MOST_REDS
from .order import CHOICES, ONLY_OFFERED, SHARING
from .project import Project
from .results import HARDLY, Offer, Step, Untangled, told
from .settings import Settings
from ..taste.blocks import says_a_constant
from ..taste.cost import (
    Cost,
    cost_of,
    cost_of_module,
    cost_of_together,
    cost_of_what_is_beside,
)
from ..taste.weights import LEAST_OF_BLOCKS, LINE_PRICE, REACH_PRICES, STEP_PRICE, WEIGHTS

# What decides between kinds or by a flag is offered even where it costs so much more than what is
# there; and so many offers of one function.
_CHOOSING = (CHOICES | {"split-flag"}) - {"parameterize-table"}
_A_CHOICE = -6.0
_OFFERS = 4
_LOOPS = (ast.For, ast.AsyncFor, ast.While)
# So many steps of a move that is possible nearly everywhere which the judge did not let pass; then
# the function is one that it does not follow.
_TRIED = 3
# Ways of an offer that are judged.
_WAYS = 2


class ModuleWork:
    """One file while steps are taken that reach beyond single functions."""

    def __init__(
        self,
        path: Path,
        project: Project,
        width: int,
        settings: Settings,
        functions: frozenset[str] | None,
    ) -> None:
        self.path, self.project, self.width, self.settings, self.functions = (
            path,
            project,
            width,
            settings,
            functions,
        )
        self.version = Version(path, project.text(path))
        self.view = self._view(self.version.text)
        self._known = self.version.names.shadowing
        self.moves: Mapping[str, ModuleMove] = {
            n: m for n, m in settings.moves.items() if isinstance(m, ModuleMove)
        }
        self.broken: list[Broken] = []
        self.added: set[str] = set()
        self._root = ""
        # What became of a function, and how many functions each of these is shared by.
        self._became: defaultdict[str, dict[str, int]] = defaultdict(dict)
        self._refused: set[str] = set()
        self._in_vain: defaultdict[tuple[str, str], set[str]] = defaultdict(set)
        self._wished: dict[str, str] = {}

    def _state(self, text: str) -> Version:
        """The file with a text, and the names in it that only this work has made."""
        made = Version(self.path, text)
        return replace(made, fresh=made.names.shadowing - self._known)

    def _view(self, text: str) -> ModuleView:
        return ModuleView(
            self.path, text, self.width, lambda word: self.project.around(self.path, word)
        )

    @property
    def text(self) -> str:
        """The file as it is now."""
        return self.version.text

    def function(
        self,
        done: Untangled,
        name: str,
        baseline: str,
        line: int | None = None,
        until: int | None = None,
    ) -> Untangled:
        """Take the steps that start from one function, after those inside it.

        Args:
            done: what became of the function so far.
            name: its qualified name.
            baseline: the file before any step in this function.
            line: only this line is meant, if given.
            until: with it, the last of the lines that are meant.
        """
        self._root = name
        self._steps: list[Step] = []
        self._taken_back: list[Step] = []
        self._left: list[LeftAlone] = []
        self._reds = 0
        self._offered: list[tuple[float, Reach, str, list[ModuleSite]]] = []
        offers: tuple[Offer, ...] = ()
        wishes = self._wishes(line, until)
        pending = [name]
        while (
            pending
            and not self._stopped
            and self._reds < MOST_REDS
            and len(done.steps) + len(self._steps) < self.settings.most_steps
        ):
            if self.settings.is_enough(measure(self.version.functions[name].node)):
                break
            names = {**self.settings.names, **self._wished}
            asked = replace(wishes, names=names, fresh=frozenset(self.added))
            added = self._one_step(pending[0], asked)
            if added is None:
                offers += self._offers(pending.pop(0))
            elif line is not None:
                break  # one place was asked for
            else:
                pending += added
        return replace(self._result(done, name, baseline), offers=offers)

    def promise(self, text: str, name: str) -> float:
        """What the best step that makes a choice a table or a matter of classes would bring to a
        function, the file having this text; 0 if there is none that is proved.
        """
        here = self.version, self.view
        self.version, self.view = self._state(text), self._view(text)
        self._left = []
        try:
            found = [
                (self._gain(move, ways[0]), ways[0])
                for move_name, move in self.moves.items()
                if move_name in CHOICES
                for ways in self._sites(move_name, move, name, self._wishes())
                if self.settings.reach.covers(self._reach(move, ways[0]))
            ]
            judge = self.settings.judge.without_trials()
            order = sorted(found, key=lambda f: -f[0])[:_WAYS]
            held = (g for g, way in order if g > 0 and self._verdict(name, way, judge).holds)
            return next(held, 0.0)
        finally:
            self.version, self.view = here

    def with_steps(
        self, done: Untangled, steps: Sequence[Step], name: str, baseline: str
    ) -> Untangled:
        """A function with steps that were taken inside of it and of what became of it."""
        self._steps, self._taken_back, self._left = list(steps), [], []
        return self._result(done, name, baseline)

    def enter(self, text: str) -> None:
        """Go on with another text of the file."""
        self.version = self._state(text)
        self.project.texts[self.path] = text
        self.view = self._view(text)

    def _wishes(self, line: int | None = None, until: int | None = None) -> Wishes:
        return Wishes(
            {**self.settings.names, **self._wished},
            line,
            until,
            bool(self.settings.only),
            self.functions,
            self.settings.namer,
            self.settings.judge.strict,
            self.settings.raising,
        )

    def _result(self, done: Untangled, name: str, baseline: str) -> Untangled:
        changed = {s.line for s in self._steps}
        every = [p for p in [*done.left_alone, *self._left] if p.line not in changed]
        if self._steps:
            # What a step replaced was not left alone.
            was = (done.steps[-1].texts.get(self.path) if done.steps else None) or baseline
            every = [p for p in every if self._still_there(was, p.line)]
        left = told(every, asked=bool(self.settings.only))
        done = replace(done, left_alone=left, taken_back=(*done.taken_back, *self._taken_back))
        if not self._steps:
            return done
        steps = (*done.steps, *self._steps)
        return replace(
            done,
            steps=steps,
            verdict=self._verdict_of_all(steps, name, baseline),
            after=measure(self.version.functions[name].node),
            cost_after=self._cost_with_new(name, baseline),
            diff=unified(baseline, self.text, self.path.as_posix()),
        )

    def _still_there(self, was: str, line: int) -> bool:
        """Whether a line of an earlier text is a line of the text at hand."""
        lines = was.splitlines()
        if not 0 < line <= len(lines):
            return True
        return lines[line - 1].strip() in {each.strip() for each in self.text.splitlines()}

    def _cost_with_new(self, name: str, baseline: str) -> Cost:
        """What a function costs with the new functions that became of it, its share of those that
        others call too, and what else is new beside it.

        Args:
            name: the function.
            baseline: the text of the file before anything was done for it.
        """
        found = self.version.functions
        parts = [(name, 1), *(p for p in sorted(self._became[name].items()) if p[0] in found)]
        counts: defaultdict[str, float] = defaultdict(float)
        for part, sharing in parts:
            for term, number in cost_of(found[part].node).counts.items():
                counts[term] += number / sharing
        for text, sign in ((self.text, 1), (baseline, -1)):
            for term, number in cost_of_what_is_beside(text).counts.items():
                counts[term] += sign * number
        return Cost({t: n for t, n in counts.items() if n > 0})

    def _one_step(self, name: str, wishes: Wishes) -> list[str] | None:
        """Take the step that brings most and passes the judge: the names of its new functions; None
        if there is none. What is not taken is kept as an offer.
        """
        self._offered = []
        found: list[tuple[float, int, str, list[ModuleSite]]] = []
        for move_name, move in self.moves.items():
            for ways in self._sites(move_name, move, name, wishes):
                gain = self._gain(move, ways[0])
                if gain <= 0 and move.opens:
                    gain = max(gain, self._gain_beyond(gain, move, ways[0], name, wishes))
                found.append((gain, len(found), move_name, ways))
        # What is possible nearly everywhere comes last, so that it takes nothing from the others; of
        # that first what several places share, before one of them goes elsewhere.
        order = sorted(
            found,
            key=lambda f: (
                self.moves[f[2]].weighed,
                f[2] not in SHARING,
                self._depth(name, f[3][0]) if self.moves[f[2]].weighed and f[0] > 0 else 99,
                -f[0],
                f[1],
            ),
        )
        for gain, _, move_name, ways in order:
            move = self.moves[move_name]
            reach = self._reach(move, ways[0])
            pays = gain > 0 and self.settings.reach.covers(reach)
            pays = pays and move_name not in ONLY_OFFERED and not _names_little(move, ways[0])
            if self._stopped:
                return None
            asked = self.settings.only and (wishes.line is not None or not move.weighed)
            tried = self._in_vain[name, move_name]
            in_vain = (
                move.weighed and not asked and (_site_of(ways[0]) in tried or len(tried) >= _TRIED)
            )
            if (asked or pays or (self.settings.asking and gain > HARDLY)) and not in_vain:
                added = self._first_way(move_name, name, ways)
                if added is not None:
                    return added
                tried.add(_site_of(ways[0]))
            elif gain > _least_offered(move) and not in_vain:
                self._offered.append((gain, reach, move_name, ways))
            elif self.settings.only and gain <= 0:
                lines = f"{ways[0].line}-{ways[0].until}" if ways[0].until else str(ways[0].line)
                why = f"it hardly pays there; {self.path.name}:{lines} asks for it all the same"
                self._left.append(LeftAlone(ways[0].line, move_name, why))
        return None

    def _depth(self, name: str, way: ModuleSite) -> int:
        """In how many loops of a function a step begins."""
        loops = (n for n in all_nodes(self.view.functions[name].node) if isinstance(n, _LOOPS))
        return sum(n.lineno < way.line <= (n.end_lineno or 0) for n in loops)

    def _sites(
        self, move_name: str, move: ModuleMove, name: str, wishes: Wishes
    ) -> Iterator[list[ModuleSite]]:
        """The places of one move that start from a function, each with its ways."""
        view = self.view
        sites: dict[tuple[int, int | None], list[ModuleSite]] = {}
        try:
            for site in move.look(view, view.functions[name], wishes):
                if isinstance(site, ModuleRefused):
                    because = move.REFUSALS[site.reason].because
                    because = because.replace("--name LINE=", f"--name {site.line}=")
                    wants_name = site.reason == move.unnamed
                    self._left.append(LeftAlone(site.line, move_name, because, wants_name))
                else:
                    sites.setdefault((site.line, site.until), []).append(site)
        except DreckError:
            raise
        except Exception as error:  # whatever a move does, the run goes on
            self.broken.append(Broken(move_name, view.functions[name].node.lineno, repr(error)))
        for ways in sites.values():
            kept = [w for w in ways if w.text not in self._refused and not self._loses_comment(w)]
            if kept:
                yield kept
            elif not any(w.text in self._refused for w in ways):
                self._left.append(LeftAlone(ways[0].line, move_name, "a comment would be lost"))

    @staticmethod
    def _reach(move: ModuleMove, way: ModuleSite) -> Reach:
        return Reach.ACROSS if way.others else move.reach

    def _gain(self, move: ModuleMove, way: ModuleSite) -> float:
        """What a step brings, less what it costs by itself; text that does not parse brings all, so
        that the judge reports it.
        """
        pairs = [(self.text, way.text), *((self.project.text(p), t) for p, t in way.others.items())]
        try:
            if move.weighed:
                less = self._less_together(way)
            else:
                less = sum(_total_cost(a) - cost_of_module(b).total for a, b in pairs)
        except SyntaxError:
            return 100.0
        lines = sum(
            sum((Counter(b.splitlines()) - Counter(a.splitlines())).values()) for a, b in pairs
        )
        if _names_little(move, way):  # it is only taken with another name
            less += WEIGHTS["vague helpers"].points
        price = LEAST_OF_BLOCKS if move.weighed else 0.0
        price += STEP_PRICE + LINE_PRICE * lines + REACH_PRICES[self._reach(move, way).value]
        return less - price

    def _gain_beyond(
        self, gain: float, move: ModuleMove, way: ModuleSite, name: str, wishes: Wishes
    ) -> float:
        """What a step brings together with the best of those that only it makes possible; nothing
        where a constant would become a function for the sake of the others.
        """
        here = self.version, self.view
        best = -100.0
        self.version = self._state(way.text)
        self.view = self._view(way.text)
        if any(says_a_constant(self.view.functions[n].node) for n in way.added):
            self.version, self.view = here
            return best
        try:
            for opened in (m for m in move.opens if m in self.moves and not way.others):
                next_move = self.moves[opened]
                for site in next_move.look(self.view, self.view.functions[name], wishes):
                    if isinstance(site, ModuleSite) and self._gain(next_move, site) + gain > best:
                        verdict = self._verdict(name, site, self.settings.judge.without_trials())
                        if verdict.holds:
                            best = self._gain(next_move, site) + gain
        finally:
            self.version, self.view = here
        return best

    def _less_together(self, way: ModuleSite) -> float:
        """What a step brings to functions that are read with each other after it."""
        after = self._view(way.text).functions
        names = [*way.touched, *way.added]
        before = cost_of_together(self.view.functions[n].node for n in way.touched)
        return before.total - cost_of_together(after[n].node for n in names).total

    def _offers(self, name: str) -> tuple[Offer, ...]:
        """What was not taken from a function, the best first, with the verdict it would get."""
        found: list[Offer] = []
        taken: set[str] = set()
        for gain, reach, move_name, ways in self._offered:
            if ways[0].text in taken or len(found) == _OFFERS:
                continue
            taken.add(ways[0].text)
            way, verdict = self._best(name, ways)
            label = f"{self.path.as_posix()}::{name}"
            little = _names_little(self.moves[move_name], way)
            found.append(
                Offer(0, label, move_name, way.line, way.why, gain, reach, verdict, little)
            )
        return tuple(found)

    def _best(self, name: str, ways: list[ModuleSite]) -> tuple[ModuleSite, SubjectVerdict]:
        """The first of several ways that is proved, else the first."""
        judge = self.settings.judge.without_trials()
        verdicts = []
        for way in ways[:_WAYS]:
            verdicts.append(self._verdict(name, way, judge))
            if verdicts[-1].holds:
                return way, verdicts[-1]
        return ways[0], verdicts[0]

    def take(self, done: Untangled, name: str, offer: Offer) -> Untangled | None:
        """Take an offer after all: the function with one step more; None if it is not there any
        more.
        """
        self._root = name
        self._steps, self._taken_back, self._left = [], [], []
        self._reds = 0
        wishes = self._wishes()
        before = self.text
        for ways in self._sites(offer.move, self.moves[offer.move], name, wishes):
            if not any(w.why == offer.why for w in ways):
                continue
            if self._first_way(offer.move, name, ways, asked=True) is None:
                return replace(done, taken_back=(*done.taken_back, *self._taken_back))
            after = self.version.functions.get(name)
            return replace(
                done,
                steps=(*done.steps, *self._steps),
                verdict=done.verdict if done.steps else self._steps[0].verdict,
                after=measure(after.node) if after is not None else done.after,
                diff=done.diff + unified(before, self.text, self.path.as_posix()),
            )
        return None

    def _loses_comment(self, way: ModuleSite) -> bool:
        """Whether a comment of some file is not there any more."""
        pairs = [(self.text, way.text), *((self.project.text(p), t) for p, t in way.others.items())]
        if not any(_marked_lines(a) - _marked_lines(b) for a, b in pairs):
            return False
        counts = [[_comments_in(t) for t in pair] for pair in pairs]
        return bool(
            sum((before for before, _ in counts), Counter())
            - sum((after for _, after in counts), Counter())
            - Counter(way.said)
        )

    def _first_way(
        self, move: str, name: str, ways: list[ModuleSite], *, asked: bool = False
    ) -> list[str] | None:
        """Take the first of several ways at one place that is proved.

        Where none is, and a person asked for the move, the first goes to the trials.
        """
        judge = self.settings.judge
        verdicts = [self._verdict(name, way, judge.without_trials()) for way in ways[:1]]
        while verdicts and not verdicts[-1].holds and len(verdicts) < len(ways):
            verdicts.append(self._verdict(name, ways[len(verdicts)], judge.without_trials()))
        if not verdicts:
            return None
        way, verdict = ways[len(verdicts) - 1], verdicts[-1]
        if not verdict.holds:
            self._refused |= {w.text for w in ways}
            if not self.settings.only and not asked:
                return None  # a name is not worth the doubt that trials leave
            way, verdict = ways[0], self._verdict(name, ways[0], judge)
            if not verdict.holds and self.moves[move].instead:
                verdict = replace(verdict, why=f"{verdict.why}; {self.moves[move].instead}")
        texts = {**way.others, self.path: way.text}
        step = Step(move, way.line, way.why, self._diff(way), verdict, way.names, texts)
        if not verdict.holds:
            self._taken_back.append(step)
            return None
        if not asked and not self._is_wanted(step, way, name):
            # A name that is wanted is looked for again; what is left is not proposed again.
            self._refused.add(way.text)
            return [] if self._wished.get(str(way.line)) else None
        if self.settings.net is not None:
            step = replace(step, tests=self.settings.net.check(texts))
            if step.tests is not None and not step.tests.green:
                self._refused |= {w.text for w in ways}
                self._reds += 1
                self._taken_back.append(step)
                return None
            self._reds = 0
        self._steps.append(step)
        self.added |= set(way.added)
        self._became[self._root] |= dict.fromkeys(way.added, max(1, len(way.touched)))
        self.project.texts.update(texts)
        self.enter(way.text)
        return list(way.added)

    @property
    def _stopped(self) -> bool:
        return self.settings.asking is not None and self.settings.asking.stopped

    def _is_wanted(self, step: Step, way: ModuleSite, name: str) -> bool:
        """Whether a step is to be taken; where somebody wants to be asked, they are."""
        if self.settings.asking is None:
            return True
        move = self.moves[step.move]
        gain, reach = self._gain(move, way), self._reach(move, way)
        far = "" if self.settings.reach.covers(reach) else f"reaches {reach.value}"
        question = Question(
            f"{self.path.as_posix()}::{name}",
            step,
            cost_of_module(self.text),
            cost_of_module(way.text),
            tuple(f"{p.name}: {p.reason}" for p in way.names[1:]),
            far or ("hardly pays" if gain <= 0 else ""),
        )
        reply = self.settings.asking(question)
        self._wished.pop(str(way.line), None)
        if reply.name:
            self._wished[str(way.line)] = reply.name
        return reply.answer is Answer.TAKE

    def _diff(self, way: ModuleSite) -> str:
        """The diff of a step, over all files that it changes."""
        parts = [unified(self.text, way.text, self.path.as_posix())]
        parts += [
            unified(self.project.text(p), text, p.as_posix()) for p, text in way.others.items()
        ]
        return "".join(p if p.endswith("\n") else f"{p}\n" for p in parts if p)

    def _verdict(self, name: str, way: ModuleSite, judge: Judge) -> SubjectVerdict:
        try:
            if way.others:
                other = [
                    (Version(p, self.project.text(p)), Version(p, text))
                    for p, text in way.others.items()
                ]
                found = judge.without_trials().vouch_files(
                    [(self.version, self._state(way.text)), *other]
                )
            elif way.intended:
                found = vouch_intended(judge, self.version, self._state(way.text), way.intended)
            else:
                found = judge.vouch(self.version, self._state(way.text))
        except SyntaxError as error:
            return SubjectVerdict(
                name, Verdict.UNDECIDED, f"the move left text that does not parse ({error.msg})"
            )
        return found.together(name)

    def _verdict_of_all(self, steps: tuple[Step, ...], name: str, baseline: str) -> SubjectVerdict:
        if len(steps) == 1:
            return steps[0].verdict
        found = self.settings.judge.at_a_glance().function(
            Version(self.path, baseline), self.version, name
        )
        if found.verdict.same:
            return found
        weakest = Verdict.weakest(s.verdict.verdict for s in steps)
        worst = next(s.verdict for s in steps if s.verdict.verdict is weakest)
        assumptions = tuple(dict.fromkeys(a for s in steps for a in s.verdict.assumptions))
        return replace(
            worst,
            why=f"the weakest of its {len(steps)} steps: {worst.why}",
            assumptions=assumptions,
        )


def _least_offered(move: ModuleMove) -> float:
    """What a step must bring for it to be offered."""
    if move.weighed:
        return 0.0
    return _A_CHOICE if move.name in _CHOOSING else HARDLY


def _site_of(way: ModuleSite) -> str:
    """What tells a site from others once the lines have moved: how long it is, and why."""
    return f"{way.until - way.line if way.until else 0} {way.why}"


def _names_little(move: ModuleMove, way: ModuleSite) -> bool:
    """Whether what is new gets a name that only a person could better: a block of statements needs
    one that says what it does, and rows say what stands in them.
    """
    matters = move.weighed or move.names_matter
    return matters and bool(way.names) and way.names[0].rank is Rank.LITERAL


@lru_cache(4)
def _total_cost(text: str) -> float:
    return cost_of_module(text).total


@lru_cache(4)
def _marked_lines(text: str) -> Counter[str]:
    """The lines that may hold a comment, wherever they stand."""
    return Counter(line.strip() for line in text.splitlines() if "#" in line)


def _comments_in(text: str) -> Counter[str]:
    """How often each comment stands in a text."""
    return Counter(c for c, _ in ModuleView(Path(), text).comments.values())
