"""A chain of isinstance tests becomes a method on each class, and a call.

Why it is safe: each class gets the arm that was for it, with the object as ``self``; the arm for
all other objects stays where it was, or goes to the class that all of them are derived from. That
no class elsewhere has a method of that name is listed, and that nothing else comes in.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from dataclasses import replace

from ...outline import Function
from ..arm_results import Results, results_of
from ..module_view import ModuleView
from ..on_classes.chains import ClassChain, class_chain
from ..on_classes.methods import methods_site
from ..on_classes.switches import (
    Place,
    names_for,
    neutral_attribute,
    own_chain,
    places,
    why_not,
    with_base,
    words_taken,
)
from ..on_classes.yields import yielded
from ..registry import Example, ModuleMove, ModuleRefused, ModuleSite, Refusal, move
from ..wishes import Wishes


@move
class MethodsOnClasses(ModuleMove):
    """Put the arms of a switch on classes into the classes."""

    name = "methods-on-classes"
    summary = "A chain of isinstance tests becomes a method on each class, and a call."
    safe_because = "Each class gets its own arm; the arm for all other objects stays where it was."
    since = "0.1"
    EXAMPLES = (
        Example(
            "two classes, and others",
            """
            def fee(vessel, nights: int):
                if isinstance(vessel, Barge):
                    # by its cargo
                    pence = 3 * vessel.cargo
                    return 240 + pence * nights
                elif isinstance(vessel, Tug):
                    return 180 + vessel.power
                else:
                    return 60 * nights


            class Barge:
                pass


            class Tug:
                def __init__(self, power):
                    self.power = power
            """,
            """
            def fee(vessel, nights: int):
                if isinstance(vessel, (Barge, Tug)):
                    return vessel.fee(nights)
                return 60 * nights


            class Barge:
                def fee(self, nights: int):
                    # by its cargo
                    pence = 3 * self.cargo
                    return 240 + pence * nights


            class Tug:
                def __init__(self, power):
                    self.power = power

                def fee(self, nights: int):
                    return 180 + self.power
            """,
            "proved-under",
        ),
        Example(
            "arms that are constants",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    return 240
                if isinstance(vessel, Tug):
                    return 180  # by order of the office
                return 60


            class Barge:
                \"\"\"A boat for cargo.\"\"\"

                def load(self): ...


            class Tug:
                def tow(self): ...
            """,
            """
            def fee(vessel):
                if isinstance(vessel, (Barge, Tug)):
                    return vessel.fee
                return 60


            class Barge:
                \"\"\"A boat for cargo.\"\"\"

                fee = 240

                def load(self): ...


            class Tug:
                fee = 180  # by order of the office

                def tow(self): ...
            """,
            "proved-under",
        ),
        Example(
            "arms that set a name",
            """
            def bill(vessel, nights: int):
                if isinstance(vessel, Barge):
                    base = 3 * vessel.cargo
                    pence = base + nights
                elif isinstance(vessel, Tug):
                    pence = 180
                else:
                    pence = 60
                return pence * nights


            class Barge:
                pass


            class Tug:
                pass
            """,
            """
            def bill(vessel, nights: int):
                if isinstance(vessel, (Barge, Tug)):
                    pence = vessel.pence(nights)
                else:
                    pence = 60
                return pence * nights


            class Barge:
                def pence(self, nights: int):
                    base = 3 * self.cargo
                    return base + nights


            class Tug:
                def pence(self, nights: int):
                    return 180
            """,
            "proved-under",
        ),
        Example(
            "a class that has no such attribute gets the neutral one",
            """
            def crew(vessel):
                if isinstance(vessel, Barge):
                    return vessel.hands
                elif isinstance(vessel, Tug):
                    return vessel.hands
                elif isinstance(vessel, Raft):
                    return 0
                raise LookupError(vessel)


            class Barge:
                def __init__(self, hands):
                    self.hands = hands


            class Tug:
                hands = 3


            class Raft:
                pass
            """,
            """
            def crew(vessel):
                if isinstance(vessel, (Barge, Tug, Raft)):
                    return vessel.hands
                raise LookupError(vessel)


            class Barge:
                def __init__(self, hands):
                    self.hands = hands


            class Tug:
                hands = 3


            class Raft:
                hands = 0
            """,
            "proved-under",
        ),
        Example(
            "what is annotated as their base class needs no test",
            """
            def fee(vessel: "Vessel", nights: int):
                if isinstance(vessel, Barge):
                    return 240 * nights
                elif isinstance(vessel, Tug):
                    return 180
                raise LookupError(vessel.name)


            class Vessel:
                def __init__(self, name):
                    self.name = name


            class Barge(Vessel): ...


            class Tug(Vessel):
                pass
            """,
            """
            def fee(vessel: "Vessel", nights: int):
                return vessel.fee(nights)


            class Vessel:
                def __init__(self, name):
                    self.name = name

                def fee(self, nights: int):
                    raise LookupError(self.name)


            class Barge(Vessel):
                def fee(self, nights: int):
                    return 240 * nights


            class Tug(Vessel):
                def fee(self, nights: int):
                    return 180
            """,
            "proved-under",
        ),
        Example(
            "what failed as none of them, and is called like their base class, is taken for one",
            """
            def fees(fleet, nights: int):
                found = []
                for vessel in fleet:
                    if isinstance(vessel, Barge):
                        fee = 240 * nights
                    elif isinstance(vessel, Tug):
                        fee = 180
                    else:
                        raise LookupError("no such vessel")
                    found.append(fee)
                return found


            class Vessel:
                pass


            class Barge(Vessel):
                pass


            class Tug(Vessel):
                pass
            """,
            """
            def fees(fleet, nights: int):
                found = []
                for vessel in fleet:
                    fee = vessel.fee(nights)
                    found.append(fee)
                return found


            class Vessel:
                def fee(self, nights: int):
                    raise LookupError("no such vessel")


            class Barge(Vessel):
                def fee(self, nights: int):
                    return 240 * nights


            class Tug(Vessel):
                def fee(self, nights: int):
                    return 180
            """,
            "proved-under",
        ),
        Example(
            "arms that set several names, one of which was set before",
            """
            def due(vessel: "Vessel | None", day: int):
                if vessel is None:
                    return 0
                extra = 0
                if isinstance(vessel, Barge):
                    base = 10
                    extra = day
                elif isinstance(vessel, Tug):
                    base = 20
                else:
                    raise LookupError(vessel)
                return base + 2 * extra


            class Vessel: ...


            class Barge(Vessel): ...


            class Tug(Vessel): ...
            """,
            """
            def due(vessel: "Vessel | None", day: int):
                if vessel is None:
                    return 0
                base, extra = vessel.base_and_extra(day)
                return base + 2 * extra


            class Vessel:
                def base_and_extra(self, day: int):
                    raise LookupError(self)


            class Barge(Vessel):
                def base_and_extra(self, day: int):
                    return 10, day


            class Tug(Vessel):
                def base_and_extra(self, day: int):
                    return 20, 0
            """,
            "proved-under",
        ),
        Example(
            "arms that yield",
            """
            def log(vessels: list["Vessel"], lock):
                \"\"\"Yield the lines of the log.\"\"\"
                for vessel in vessels:
                    if isinstance(vessel, Barge):
                        if lock.is_shut:
                            continue
                        yield f"{vessel.cargo} t locked"
                    elif isinstance(vessel, Tug):
                        lock.rest()


            class Vessel: ...


            class Barge(Vessel):
                def __init__(self, cargo: int):
                    self.cargo = cargo


            class Tug(Vessel): ...
            """,
            """
            def log(vessels: list["Vessel"], lock):
                \"\"\"Yield the lines of the log.\"\"\"
                for vessel in vessels:
                    line = vessel.log(lock)
                    if line is not None:
                        yield line


            class Vessel:
                def log(self, lock):
                    return None


            class Barge(Vessel):
                def __init__(self, cargo: int):
                    self.cargo = cargo

                def log(self, lock):
                    if lock.is_shut:
                        return None
                    return f"{self.cargo} t locked"


            class Tug(Vessel):
                def log(self, lock):
                    lock.rest()
                    return None
            """,
            "proved-under",
        ),
    )
    REFUSALS = {
        "never-reached": Refusal(
            "a class is asked for behind one that it is derived from, so its arm is never reached; that may be a mistake",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    return 240
                if isinstance(vessel, Icebreaker):
                    return 0
                return 60


            class Barge: ...
            class Icebreaker(Barge): ...
            """,
        ),
        "name-taken": Refusal(
            "something of these classes is called like the method already; --name LINE=NAME gives another name",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    return 240
                if isinstance(vessel, Tug):
                    return vessel.fee + 20
                return 60


            class Barge: ...
            class Tug: ...
            """,
        ),
        "keeps-to-itself": Refusal(
            "an arm uses what is only for the object of the method itself, such as `self._x`",
            """
            class Office:
                def fee(self, vessel):
                    if isinstance(vessel, Barge):
                        return 240
                    if isinstance(vessel, Tug):
                        return self._fee
                    return 60


            class Barge: ...
            class Tug: ...
            """,
        ),
        "cannot-move": Refusal(
            "an arm yields before its end or what may be None, defines something, sets the subject anew, or needs names that its class's file lacks",
            """
            def fee(vessel):
                if isinstance(vessel, Barge):
                    vessel = vessel.tow
                    return vessel
                if isinstance(vessel, Tug):
                    return 180
                return 60


            class Barge: ...
            class Tug: ...
            """,
        ),
    }

    def look(
        self, view: ModuleView, function: Function, wishes: Wishes
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """Look for a chain over classes of this module at the start of a function or behind other
        work.
        """
        if function.around:
            return
        this = view.instance_of(function)
        if (this is None) is (id(function.node) in view.owners):
            return  # a method that has no object, or another one than it seems
        for place in places(function.node):
            first = place.block[place.index]
            found = own_chain(view, class_chain(place.block, place.index, leaving=False))
            if found is None or wishes.line not in (None, first.lineno):
                continue
            yield from self._looked_at(view, function, place, found, wishes)
            return

    def _looked_at(
        self,
        view: ModuleView,
        function: Function,
        place: Place,
        found: tuple[ClassChain, dict[str, ModuleView]],
        wishes: Wishes,
    ) -> Iterator[ModuleSite | ModuleRefused]:
        """What can be done with a chain over classes of the project."""
        (chain, homes), first = found, place.block[place.index]
        bodies = [
            *(a.body for a in chain.arms),
            *([chain.otherwise] if chain.otherwise else []),
        ]
        results = _left_behind(function, place, bodies)
        reason = why_not(view, function, chain, homes, results)
        if reason is not None or results is None:
            yield self.leave(reason or "cannot-move", first.lineno)
            return
        attribute = neutral_attribute(view, chain, homes) if results.leaves else None
        if attribute is not None:
            yield methods_site(view, function, chain, homes, attribute, results)
        taken_words = frozenset[str]().union(*map(words_taken, {view, *homes.values()}))
        proposed = names_for(view, function, chain, results)
        free = [n for n in proposed if n not in taken_words]
        name = wishes.wanted(first.lineno, [*free, *proposed]) or (free or proposed)[0]
        if name in taken_words:
            yield self.leave("name-taken", first.lineno)
            return
        before = place.block[: place.index]
        based = with_base(view, function, chain, homes, before, results)
        if based is not None and name not in words_taken(based[1][based[2]]):
            whole = _left_behind(function, place, [a.body for a in based[0].arms])
            if whole is not None:
                yield methods_site(view, function, based[0], based[1], name, whole, based[2])
        yield methods_site(view, function, chain, homes, name, results)


def _left_behind(function: Function, place: Place, bodies: list[list[ast.stmt]]) -> Results | None:
    """What arms leave behind, what they yield among it; None if methods cannot."""
    found = results_of(function, place.block, place.index, bodies, ends_round=place.ends_round)
    yields = yielded(bodies)
    if found is None or yields is None or (yields and (found.leaves or found.names)):
        return None
    return replace(found, yields=yields)
