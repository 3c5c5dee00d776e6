#: all that is asked for its kind is of the class that the kinds have in common -> proved-under closed-kinds+no-effect+not-overridden+unpatched
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel, nights: int):
    if isinstance(vessel, Barge): return 240 * nights
    elif isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
#: becomes
class Vessel:
    def fee(self, nights: int): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self, nights: int): return 240 * nights
class Tug(Vessel):
    def fee(self, nights: int): return 180
def fee(vessel, nights: int):
    return vessel.fee(nights)

#: so are elements -> proved-under as-declared+closed-kinds+no-effect+not-overridden+stable-read+unpatched
class HarbourVessel:
    pass
class Barge(HarbourVessel): ...
class Tug(HarbourVessel): ...
def fees(vessels, board: list):
    for vessel in vessels:
        if isinstance(vessel, Barge): due = 240
        elif isinstance(vessel, Tug): due = 180
        else: raise LookupError("no vessel")
        board.append(due)
#: becomes
class HarbourVessel:
    def due(self): raise LookupError("no vessel")
class Barge(HarbourVessel):
    def due(self): return 240
class Tug(HarbourVessel):
    def due(self): return 180
def fees(vessels, board: list):
    for vessel in vessels:
        board.append(vessel.due())

#: what is none of them got an answer -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    elif isinstance(vessel, Tug): return 180
    return 0
#: becomes
class Vessel:
    def fee(self): return 0
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()

#: somebody waits for that very failure -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    elif isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
def due(vessel):
    try:
        return fee(vessel)
    except LookupError:
        return 0
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()
def due(vessel):
    try:
        return fee(vessel)
    except LookupError:
        return 0

#: somebody waits for it further out -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    elif isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
def due(vessel):
    return fee(vessel)
def all(vessels):
    try:
        return [due(v) for v in vessels]
    except (KeyError, LookupError):
        return []
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()
def due(vessel):
    return fee(vessel)
def all(vessels):
    try:
        return [due(v) for v in vessels]
    except (KeyError, LookupError):
        return []

#: a manager may let it go -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    elif isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
from contextlib import suppress
def due(vessel, log):
    with suppress(LookupError):
        log.append(fee(vessel))
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()
from contextlib import suppress
def due(vessel, log):
    with suppress(LookupError):
        log.append(fee(vessel))

#: somebody waits for what fails instead -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    elif isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
def due(vessel):
    try:
        return fee(vessel)
    except AttributeError:
        return 0
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()
def due(vessel):
    try:
        return fee(vessel)
    except AttributeError:
        return 0

#: what somebody waits for is another error -> proved-under closed-kinds+no-effect+not-overridden+unpatched
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    elif isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
def due(path):
    try:
        return open(path).read()
    except OSError:
        return ''
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()
def due(path):
    try:
        return open(path).read()
    except OSError:
        return ''

#: others get something else -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    elif isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
#: becomes
class Vessel:
    def fee(self): return 1
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()

#: one of the kinds is forgotten -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
class Raft(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    if isinstance(vessel, (Tug, Raft)): return 180
    raise LookupError("no vessel")
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
class Raft(Vessel): ...
def fee(vessel):
    return vessel.fee()

#: the name says nothing of the class -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def text_of(thing):
    if isinstance(thing, Barge): return "barge"
    if isinstance(thing, Tug): return "tug"
    raise LookupError("nothing of ours")
#: becomes
class Vessel:
    def says(self): raise LookupError("nothing of ours")
class Barge(Vessel):
    def says(self): return "barge"
class Tug(Vessel):
    def says(self): return "tug"
def text_of(thing):
    return thing.says()

#: it may be none at all -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if vessel is not None and isinstance(vessel, Barge): return 240
    if isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()

#: or nothing is given -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel=None):
    if isinstance(vessel, Barge): return 240
    if isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel=None):
    return vessel.fee()

#: a text is handed over beside it -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    if isinstance(vessel, Tug): return 180
    return 0
def usual():
    return fee("a skiff")
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()
def usual():
    return fee("a skiff")

#: a text is a kind, too -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    if isinstance(vessel, Tug): return 180
    if isinstance(vessel, str): return 60
    raise LookupError("no vessel")
#: becomes
class Vessel:
    def fee(self): return 60 if isinstance(self, str) else 0
class Barge(Vessel):
    def fee(self): return 240
class Tug(Vessel):
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()

#: the kinds have no class of ours in common -> differs
class Vessel:
    pass
class Barge(Vessel): ...
class Tug: ...
def fee(vessel):
    if isinstance(vessel, Barge): return 240
    if isinstance(vessel, Tug): return 180
    raise LookupError("no vessel")
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
class Tug:
    def fee(self): return 180
def fee(vessel):
    return vessel.fee()

#: one alone is no row of kinds -> differs
class Vessel:
    pass
class Barge(Vessel): ...
def fee(vessel):
    return 240 if isinstance(vessel, Barge) else 0
#: becomes
class Vessel:
    def fee(self): raise LookupError("no vessel")
class Barge(Vessel):
    def fee(self): return 240
def fee(vessel):
    return vessel.fee()
