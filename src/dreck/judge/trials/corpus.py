"""The search for inputs: grown anew, or changed from those that went where none went before."""

from __future__ import annotations

import datetime
import inspect
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from .cases import Callee, Case
from .evident import Drawer
from .growing import Grower, filled_in, is_bare, kinds_of_defaults
from .kinds import ProjectKinds
from .loading import Subject, derived_of
from .mutating import LONGEST_WORD, Mutator, Trees, first_that
from .observe import HELD
from .plan import Shapes, hints_of
from .recipes import OMITTED
from .texts import WORDS
from .trees import ANYTHING, Path, Tree, places, replaced

# Inputs kept to be changed.
_MOST_KEPT = 200
# Results of a method kept to be given to others.
_MOST_RESULTS = 12
_PLAIN = (int, str, datetime.date, datetime.datetime)
# How often an input that went nowhere new is mended, and how often at most.
_MENDED = 0.2
_MOST_MENDED = 300
_MOST_TIMES = 4
# How often a value without declaration is drawn from what is known of it in other ways.
_OTHERWISE = 0.3
# How often calls in a row do not speak of the same things.
_UNLINKED = 0.5
# How much more often what is called before is something that changes the object.
_MORE_OF_ACTING = 6


@dataclass(frozen=True, slots=True)
class Growing:
    """How the parameters of one function are grown.

    Attributes:
        grower: draws the values.
        subject: the function.
        callee: how it is called; its recipes stand in where nothing is declared.
        shapes: what the code does with values that nothing is declared of.
        kinds: the project's classes.
        is_through: whether another function is tried by it.
    """

    grower: Grower
    subject: Subject
    callee: Callee
    shapes: Shapes
    kinds: ProjectKinds
    hints: Mapping[str, Any] = field(default_factory=dict)
    defaults: Mapping[str, type] = field(default_factory=dict)
    is_through: bool = False

    @classmethod
    def of(
        cls,
        grower: Grower,
        subject: Subject,
        callee: Callee,
        shapes: Shapes,
        kinds: ProjectKinds,
        *,
        is_through: bool = False,
    ) -> Growing:
        """How a function's parameters are grown."""
        function = subject.function
        hints, defaults = hints_of(function), kinds_of_defaults(function)
        return cls(grower, subject, callee, shapes, kinds, hints, defaults, is_through)

    def row(self) -> Trees:
        """New values for all parameters."""
        return tuple([self.parameter(i) for i in range(len(self.callee.parameters.names))])

    def parameter(self, position: int) -> Tree:
        """A new value for one parameter."""
        is_optional = OMITTED in self.callee.parameters.recipes[position]
        if is_optional and self.grower.chance.random() < 0.3:
            return Tree(OMITTED, f"omitted {position}", lambda: self.parameter(position))
        return replace(self._given(position), is_optional=is_optional)

    def _given(self, position: int) -> Tree:
        parameters, chance = self.callee.parameters, self.grower.chance
        column, name = parameters.recipes[position], parameters.names[position]
        many = (inspect.Parameter.VAR_POSITIONAL, inspect.Parameter.VAR_KEYWORD)
        if position == 0 and self.subject.takes:
            return self._object() or self.grower.one_of(column, name)
        if name in self.hints and parameters.kinds[position] not in many:
            return self._filled_in(name) or self.grower.value(self.hints[name], name)
        if name in self.defaults and chance.random() < _OTHERWISE:
            return self.grower.value(self.defaults[name], name)
        shape = self.shapes.parameters.get(name)
        if shape is not None and shape.is_told() and chance.random() > _OTHERWISE:
            others = list(self.shapes.parameters.values())
            return Drawer(self.grower, others, self.kinds).value(shape, name)
        return self.grower.one_of([r for r in column if r is not OMITTED], name)

    def _filled_in(self, name: str) -> Tree | None:
        """A value of a container that is declared without its elements, or a text of which the code
        shows what it says: these are evident.
        """
        shape, hint = self.shapes.parameters.get(name), self.hints[name]
        if shape is None or not shape.is_told():
            return None
        if not is_bare(hint) and (hint is not str or shape.read is None):
            return None
        others = list(self.shapes.parameters.values())
        made = Drawer(self.grower, others, self.kinds).value(shape, name)
        return made if hint is str else filled_in(hint, made)

    def _object(self) -> Tree | None:
        """The object whose method it is."""
        owner = self.subject.owner
        if owner is None or self.subject.takes != "self":
            return None
        made = [c for c in (owner, *derived_of(owner)) if not inspect.isabstract(c)]
        drawer = Drawer(self.grower, (), self.kinds)
        told = self.shapes.constructor

        def drawn(name: str) -> Callable[[], Tree]:
            return lambda: drawer.value(told[name], name)

        known = {n: drawn(n) for n in told}
        # Of the function in question other methods are called before it, one by one.
        return self.grower.object_of(made, known, is_driven=self.is_through) if made else None


@dataclass(frozen=True, slots=True)
class Grown:
    """Calls in a row whose arguments were grown."""

    calls: tuple[tuple[Growing, Trees], ...]

    def case(self) -> Case:
        """What is tried."""
        return Case(tuple((g.callee, tuple([t.recipe for t in row])) for g, row in self.calls))

    def without(self, number: int) -> Grown:
        """The same with one call less."""
        first, *rest = self.calls
        if number:
            return Grown((*self.calls[:number], *self.calls[number + 1 :]))
        (growing, row), *others = rest
        taken = tuple([first[1][i] if t.recipe is HELD else t for i, t in enumerate(row)])
        return Grown(((growing, taken), *others))

    def simplify(self, shows: Callable[[Case], bool], budget: int) -> None:
        """Try simpler calls, as far as they still show something."""
        best: Grown = self
        for number in reversed(range(len(best.calls) - 1)):
            fewer = best.without(number)
            if shows(fewer.case()):
                best = fewer
        for number in range(len(best.calls)):
            growing, row = best.calls[number]

            def with_row(trial: Trees, which: int = number) -> Grown:
                calls = best.calls
                return Grown((*calls[:which], (calls[which][0], trial), *calls[which + 1 :]))

            best = with_row(first_that(row, lambda t: shows(with_row(t).case()), budget))


class _Mending:
    """Inputs that come through a check at which others failed."""

    def __init__(self, mutator: Mutator) -> None:
        self._mutator, self._left = mutator, _MOST_MENDED
        self._made: list[Grown] = []
        self._last: Grown | None = None  # the one that was given last
        self._times = 0  # how often that was mended

    def next(self) -> Grown | None:
        """The next one that was mended, if any."""
        self._last = self._made.pop() if self._made else None
        self._times = self._times if self._last is not None else 0
        return self._last

    def failed(self, grown: Grown, gates: Sequence[tuple[Any, Any]]) -> None:
        """Mend an input, now and then, that may have failed where two values were not the same.

        What was mended may fail for that at another check, and is mended once more.
        """
        again = grown is self._last and self._times < _MOST_TIMES
        chance = self._mutator.chance
        if not gates or not self._left or not (again or chance.random() < _MENDED):
            return
        *before, (growing, row) = grown.calls
        mended = self._mutator.through(row, gates[-1] if again else chance.choice(gates))
        if mended is not None:
            self._left -= 1
            self._times = self._times + 1 if again else 1
            self._made.append(Grown((*before, (growing, mended))))


class Corpus:
    """Inputs worth changing."""

    def __init__(self, growing: Growing) -> None:
        self.growing = growing
        self.mutator = Mutator(growing.grower)
        self.kept: list[Trees] = []
        self.results: list[Any] = []
        self._mending = _Mending(self.mutator)

    def failed(self, grown: Grown, gates: Sequence[tuple[Any, Any]]) -> None:
        """An input went nowhere new; pairs of values that were not the same in it may have kept it
        from that.
        """
        self._mending.failed(grown, gates)

    def gave(self, result: Any) -> None:
        """A call gave this back; another method may be asked for it, as for a number or a name."""
        if type(result) in _PLAIN and result not in self.results:
            self.results = [*self.results, result][:_MOST_RESULTS]

    def next(self) -> Grown:
        """The next input to try."""
        chance = self.growing.grower.chance
        mended = self._mending.next()
        if mended is not None:
            return mended
        if self.kept and chance.random() < 0.6:
            recent = self.kept[-8:] if chance.random() < 0.5 else self.kept
            return Grown(((self.growing, self.mutator.changed(chance.choice(recent))),))
        return Grown(((self.growing, self.growing.row()),))

    def keep(self, grown: Grown) -> None:
        """An input went where none went before."""
        self.kept = [*self.kept[-_MOST_KEPT:], grown.calls[-1][1]]


class Sequences:
    """Calls in a row: two or three, the last one of the function, mostly on the same objects.

    Args:
        corpus: inputs of the function that are known.
        others: those of other methods of the object.
        changing: the methods that leave the object in another state.
    """

    def __init__(
        self, corpus: Corpus, others: Sequence[Corpus], changing: Collection[str] = ()
    ) -> None:
        self._corpus, self._others = corpus, others
        every = [corpus, *others]
        acting = [c for c in every if c.growing.callee.name in changing]
        self._before = [*every, *acting * _MORE_OF_ACTING]
        self._results = [r for c in others for r in c.results]
        self._kept: list[Grown] = []
        self._mending = _Mending(corpus.mutator)

    def failed(self, grown: Grown, gates: Sequence[tuple[Any, Any]]) -> None:
        """These calls went nowhere new; see there."""
        self._mending.failed(grown, gates)

    def keep(self, grown: Grown) -> None:
        """These calls went where none went before."""
        self._kept = [*self._kept[-_MOST_KEPT:], grown]

    def next(self) -> Grown:
        """The next calls to try: new ones, or some that were kept with other arguments."""
        chance = self._corpus.growing.grower.chance
        mended = self._mending.next()
        if mended is not None:
            return mended
        if self._kept and chance.random() < 0.4:
            calls = list(chance.choice(self._kept[-16:]).calls)
            number = chance.randrange(len(calls))
            growing, row = calls[number]
            calls[number] = (
                growing,
                self._alike(self._corpus.mutator.changed(row), growing, calls),
            )
            return Grown(tuple(calls))
        return self._new(chance.choice((1, 1, 2)))

    def _new(self, count: int) -> Grown:
        growing = self._corpus.growing
        chance, takes_itself = growing.grower.chance, growing.subject.takes == "self"
        calls: list[tuple[Growing, Trees]] = []
        for corpus in (*[chance.choice(self._before) for _ in range(count)], self._corpus):
            # What came deepest was kept last.
            known = corpus.kept[-8 if chance.random() < 0.5 else 0 :]
            each = corpus.growing
            row = chance.choice(known) if known and chance.random() < 0.5 else each.row()
            if calls and takes_itself:
                row = (_held(row[0]), *row[1:])
            if calls and each is growing and calls[0][0] is growing and chance.random() < 0.4:
                again = chance.random() < 0.5  # the very objects, or others like them
                row = tuple([_held(t) for t in row]) if again else (*row[:1], *calls[0][1][1:])
                if not again and not takes_itself:
                    row = calls[0][1]
            calls.append((each, self._linked(self._alike(row, each, calls), calls)))
        last, row = calls[-1]
        return Grown((*calls[:-1], (last, self._with_result(row))))

    def _with_result(self, row: Trees) -> Trees:
        """Arguments of which one is, now and then, what another method gave back."""
        chance, takes_itself = (
            self._corpus.growing.grower.chance,
            self._corpus.growing.subject.takes,
        )
        places = [
            i
            for i, t in enumerate(row)
            if i >= bool(takes_itself) and t.recipe is not HELD and t.recipe is not OMITTED
        ]
        if not self._results or not places or chance.random() < 0.6:
            return row
        place, value = chance.choice(places), chance.choice(self._results)
        is_declared = self._corpus.growing.callee.parameters.declared[place]
        known = row[place]
        if is_declared and not (known.is_free and type(value) is type(known.recipe.value)):
            return row
        return (*row[:place], row[place].with_value(value), *row[place + 1 :])

    def _linked(self, row: Trees, others: Sequence[tuple[Growing, Trees]]) -> Trees:
        """Arguments in which, now and then, a number or text is one of another call, as who asks
        for something speaks of it as who put it there.
        """
        chance = self._corpus.growing.grower.chance
        if not others or chance.random() < _UNLINKED:
            return row
        known = [t.recipe.value for _, given in others for _, _, t in _words(given)]
        found = [
            (number, path, tree.with_value(value))
            for number, path, tree in _words(row)
            for value in known
            if type(value) is type(tree.recipe.value) or tree.kind.startswith(ANYTHING)
        ]
        inside = [
            (number, path, tree.with_value(text))
            for number, path, tree in _words(row)
            for text in _with_one_of(tree.recipe.value, known)
        ]
        if inside and (not found or chance.random() < 0.5):
            found = inside
        if not found:
            return row
        number, path, new = chance.choice(found)
        return (*row[:number], replaced(row[number], path, new), *row[number + 1 :])

    def _alike(
        self, row: Trees, growing: Growing, others: Sequence[tuple[Growing, Trees]]
    ) -> Trees:
        """Arguments of which some are what another call is given under the same name."""
        chance = self._corpus.growing.grower.chance
        if not others or chance.random() < 0.5:
            return row
        names = growing.callee.parameters.names
        other, given = chance.choice(others)
        known = dict(zip(other.callee.parameters.names, given, strict=True))
        pairs = [(known.get(n, tree), tree) for n, tree in zip(names, row, strict=True)]
        return tuple(
            [t if HELD in (k.recipe, t.recipe) or OMITTED is k.recipe else k for k, t in pairs]
        )


def _words(row: Trees) -> Iterator[tuple[int, Path, Tree]]:
    """The numbers and texts of arguments that any other may take the place of, each with the way to
    it.
    """
    for number, whole in enumerate(row):
        for path, tree in places(whole):
            plain = type(tree.recipe.value) in (int, str) and not tree.parts and tree.is_free
            if plain and tree.recipe is not OMITTED:
                yield number, path, tree


def _with_one_of(text: Any, known: Sequence[Any]) -> Iterator[str]:
    """Texts of several words in which one is a number or text that is known."""
    words = list(WORDS.finditer(text)) if type(text) is str else []
    if len(words) > 1:
        for value in known:
            if str(value) and len(str(value)) <= LONGEST_WORD:
                yield from (f"{text[:w.start()]}{value}{text[w.end():]}" for w in words)


def _held(tree: Tree) -> Tree:
    return Tree(HELD, "held", lambda: _held(tree)) if tree.recipe is not OMITTED else tree
