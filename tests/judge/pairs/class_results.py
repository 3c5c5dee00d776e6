"""What the arms of a chain over classes set, given back by methods of the classes instead."""

#: two results, and None that has left before -> proved-under no-effect+not-overridden+unpatched
class Boat:
    pass
class Barge(Boat):
    pass
class Tug(Boat):
    pass
def due(boat: Boat | None, day: int):
    if boat is None:
        return 0
    if isinstance(boat, Barge):
        base = 10
        extra = day
    elif isinstance(boat, Tug):
        base, extra = 20, 1
    else:
        raise LookupError(day)
    return base + 2 * extra
#: becomes
class Boat:
    def base_and_extra(self, day: int):
        raise LookupError(day)
class Barge(Boat):
    def base_and_extra(self, day: int):
        return 10, day
class Tug(Boat):
    def base_and_extra(self, day: int):
        base, extra = 20, 1
        return base, extra
def due(boat: Boat | None, day: int):
    if boat is None:
        return 0
    base, extra = boat.base_and_extra(day)
    return base + 2 * extra

#: None was one of the others, and has no method -> differs
class Boat:
    pass
class Barge(Boat):
    pass
class Tug(Boat):
    pass
def due(boat: Boat | None):
    if isinstance(boat, Barge):
        base = 10
    elif isinstance(boat, Tug):
        base = 20
    else:
        base = 5
    return 2 * base
#: becomes
class Boat:
    def base(self):
        return 5
class Barge(Boat):
    def base(self):
        return 10
class Tug(Boat):
    def base(self):
        return 20
def due(boat: Boat | None):
    base = boat.base()
    return 2 * base

#: the guard asks for another one -> differs
class Boat:
    pass
class Barge(Boat):
    pass
def due(boat: Boat | None, other: Boat | None):
    if other is None:
        return 0
    if isinstance(boat, Barge):
        return 10
    return 5
#: becomes
class Boat:
    def due(self):
        return 5
class Barge(Boat):
    def due(self):
        return 10
def due(boat: Boat | None, other: Boat | None):
    if other is None:
        return 0
    return boat.due()

#: a guard against what is false, and a declaration in quotes -> same
class Boat:
    pass
class Barge(Boat):
    pass
def due(boat: "Boat | None"):
    if not boat:
        return 0
    if isinstance(boat, Barge):
        return 10
    return 5
#: becomes
class Boat:
    def due(self):
        return 5
class Barge(Boat):
    def due(self):
        return 10
def due(boat: "Boat | None"):
    if not boat:
        return 0
    return boat.due()

#: one of two classes is not one of the base -> differs
class Boat:
    pass
class Barge(Boat):
    pass
class Raft:
    pass
def due(boat: Boat | Raft):
    if isinstance(boat, Barge):
        return 10
    return 5
#: becomes
class Boat:
    def due(self):
        return 5
class Barge(Boat):
    def due(self):
        return 10
class Raft:
    pass
def due(boat: Boat | Raft):
    return boat.due()

#: what an arm did not set was set before -> proved-under no-effect+not-overridden+unpatched
class Boat:
    pass
class Barge(Boat):
    pass
class Tug(Boat):
    pass
def due(boat: Boat):
    base = 5
    extra = 0
    if isinstance(boat, Barge):
        base = 10
    elif isinstance(boat, Tug):
        base = 7
        extra = 2
    return (base, extra)
#: becomes
class Boat:
    def base_and_extra(self):
        return 5, 0
class Barge(Boat):
    def base_and_extra(self):
        return 10, 0
class Tug(Boat):
    def base_and_extra(self):
        return 7, 2
def due(boat: Boat):
    base, extra = boat.base_and_extra()
    return (base, extra)

#: two results in the other order -> differs
class Boat:
    pass
class Barge(Boat):
    pass
def due(boat: Boat):
    base = 5
    extra = 0
    if isinstance(boat, Barge):
        base = 10
    return (base, extra)
#: becomes
class Boat:
    def terms(self):
        return 5, 0
class Barge(Boat):
    def terms(self):
        return 0, 10
def due(boat: Boat):
    base, extra = boat.terms()
    return (base, extra)
