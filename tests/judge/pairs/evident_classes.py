#: whatever is asked for what only one class has is of that class -> proved-under as-used+no-effect+not-overridden+unpatched
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def sign(vessel, board):
    mark = ""
    if isinstance(vessel, Barge): mark = "B"
    board.append(vessel.name + mark)
#: becomes
class Vessel:
    mark = ""
    def __init__(self, name): self.name = name
class Barge(Vessel):
    mark = "B"
def sign(vessel, board):
    mark = vessel.mark
    board.append(vessel.name + mark)

#: so is each element of what is gone through -> proved-under as-used+no-effect+not-overridden+unpatched
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def signs(vessels, board):
    for vessel in vessels:
        if isinstance(vessel, Barge): mark = "B"
        else: mark = ""
        board.write(vessel.name, mark)
#: becomes
class Vessel:
    def __init__(self, name): self.name = name
    def mark(self): return ""
class Barge(Vessel):
    def mark(self): return "B"
def signs(vessels, board):
    for vessel in vessels:
        mark = vessel.mark()
        board.write(vessel.name, mark)

#: what is for all others may be for something else altogether -> unproved
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def sign(vessel, board: list):
    if isinstance(vessel, Barge): board.append(vessel.name)
    else: board.append("?")
#: becomes
class Vessel:
    def __init__(self, name): self.name = name
    def write(self, board): board.append("?")
class Barge(Vessel):
    def write(self, board): board.append(self.name)
def sign(vessel, board: list):
    vessel.write(board)

#: the read may not be reached -> unproved
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def sign(vessel, short: bool):
    mark = ""
    if isinstance(vessel, Barge): mark = "B"
    if short: return mark
    return vessel.name + mark
#: becomes
class Vessel:
    mark = ""
    def __init__(self, name): self.name = name
class Barge(Vessel):
    mark = "B"
def sign(vessel, short: bool):
    if short: return vessel.mark
    return vessel.name + vessel.mark

#: others leave before the read -> unproved
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def sign(vessel):
    if isinstance(vessel, Barge): mark = "B"
    else: return None
    return vessel.name + mark
#: becomes
class Vessel:
    def __init__(self, name): self.name = name
    def mark(self): return None
class Barge(Vessel):
    def mark(self): return "B"
def sign(vessel):
    mark = vessel.mark()
    if mark is None: return None
    return vessel.name + mark

#: another class of the module has it too -> unproved
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
class Lock:
    def __init__(self, name): self.name = name
def sign(vessel):
    mark = ""
    if isinstance(vessel, Barge): mark = "B"
    return vessel.name + mark
#: becomes
class Vessel:
    mark = ""
    def __init__(self, name): self.name = name
class Barge(Vessel):
    mark = "B"
class Lock:
    def __init__(self, name): self.name = name
def sign(vessel):
    return vessel.name + vessel.mark

#: the name gets another value in between -> differs
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def sign(vessel, first: Vessel):
    mark = ""
    if isinstance(vessel, Barge): mark = "B"
    vessel = first
    return vessel.name + mark
#: becomes
class Vessel:
    mark = ""
    def __init__(self, name): self.name = name
class Barge(Vessel):
    mark = "B"
def sign(vessel, first: Vessel):
    mark = vessel.mark
    vessel = first
    return vessel.name + mark

#: an object is of one of two classes that have nothing to do with each other -> proved-under closed-kinds+no-effect+unpatched
class Vessel: ...
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel: Vessel):
    if isinstance(vessel, Barge): return 3
    if isinstance(vessel, Tug): return 5
    return 1
#: becomes
class Vessel: ...
class Barge(Vessel): ...
class Tug(Vessel): ...
def fee(vessel: Vessel):
    if isinstance(vessel, Tug): return 5
    if isinstance(vessel, Barge): return 3
    return 1

#: unless a class is derived from both -> differs
class Vessel: ...
class Barge(Vessel): ...
class Tug(Vessel): ...
class PushBarge(Barge, Tug): ...
def fee(vessel: Vessel):
    if isinstance(vessel, Barge): return 3
    if isinstance(vessel, Tug): return 5
    return 1
#: becomes
class Vessel: ...
class Barge(Vessel): ...
class Tug(Vessel): ...
class PushBarge(Barge, Tug): ...
def fee(vessel: Vessel):
    if isinstance(vessel, Tug): return 5
    if isinstance(vessel, Barge): return 3
    return 1

#: nor where one is derived from the other -> differs
class Vessel: ...
class Barge(Vessel): ...
class Lighter(Barge): ...
def fee(vessel: Vessel):
    if isinstance(vessel, Lighter): return 3
    if isinstance(vessel, Barge): return 5
    return 1
#: becomes
class Vessel: ...
class Barge(Vessel): ...
class Lighter(Barge): ...
def fee(vessel: Vessel):
    if isinstance(vessel, Barge): return 5
    if isinstance(vessel, Lighter): return 3
    return 1

#: very classes leave out what is derived from them -> differs
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
class Lighter(Barge): ...
def sign(vessel):
    mark = ""
    if type(vessel) is Barge: mark = "B"
    return vessel.name + mark
#: becomes
class Vessel:
    mark = ""
    def __init__(self, name): self.name = name
class Barge(Vessel):
    mark = "B"
class Lighter(Barge): ...
def sign(vessel):
    return vessel.name + vessel.mark

#: what is derived has its own answer -> proved-under as-used+closed-kinds+no-effect+not-overridden+unpatched
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
class Lighter(Barge): ...
class Tug(Vessel): ...
def sign(vessel):
    mark = ""
    if type(vessel) is Barge: mark = "B"
    elif type(vessel) is Tug: mark = "T"
    return vessel.name + mark
#: becomes
class Vessel:
    def __init__(self, name): self.name = name
    def mark(self): return ""
class Barge(Vessel):
    def mark(self): return "B"
class Lighter(Barge):
    def mark(self): return ""
class Tug(Vessel):
    def mark(self): return "T"
def sign(vessel):
    mark = vessel.mark()
    return vessel.name + mark

#: an import gives the name another value -> differs
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def sign(vessel):
    import os as vessel
    mark = ""
    if isinstance(vessel, Barge): mark = "B"
    return vessel.name + mark
#: becomes
class Vessel:
    mark = ""
    def __init__(self, name): self.name = name
class Barge(Vessel):
    mark = "B"
def sign(vessel):
    import os as vessel
    mark = vessel.mark
    return vessel.name + mark

#: what was read on the way to a question is known there -> proved-under as-used+no-effect+not-overridden+unpatched
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
class Tug(Vessel): ...
def signs(vessels, board):
    for vessel in vessels:
        board.write(vessel.name)
        try:
            if isinstance(vessel, Barge): board.write("B")
            elif isinstance(vessel, Tug): board.write("T")
            else: raise LookupError("no sign")
        except LookupError:
            board.wipe()
#: becomes
class Vessel:
    def __init__(self, name): self.name = name
    def sign(self, board): raise LookupError("no sign")
class Barge(Vessel):
    def sign(self, board): board.write("B")
class Tug(Vessel):
    def sign(self, board): board.write("T")
def signs(vessels, board):
    for vessel in vessels:
        board.write(vessel.name)
        try:
            vessel.sign(board)
        except LookupError:
            board.wipe()

#: unless it is read only on some ways -> unproved
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def signs(vessels, board, loud: bool):
    for vessel in vessels:
        if loud: board.write(vessel.name)
        if isinstance(vessel, Barge): board.write("B")
        else: board.wipe()
#: becomes
class Vessel:
    def __init__(self, name): self.name = name
    def sign(self, board): board.wipe()
class Barge(Vessel):
    def sign(self, board): board.write("B")
def signs(vessels, board, loud: bool):
    for vessel in vessels:
        if loud: board.write(vessel.name)
        vessel.sign(board)

#: or only behind a question further out -> unproved
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def signs(vessels, board):
    for vessel in vessels:
        try:
            if isinstance(vessel, Barge): board.write("B")
            else: board.wipe()
        except LookupError: pass
        board.write(vessel.name)
#: becomes
class Vessel:
    def __init__(self, name): self.name = name
    def sign(self, board): board.wipe()
class Barge(Vessel):
    def sign(self, board): board.write("B")
def signs(vessels, board):
    for vessel in vessels:
        try:
            vessel.sign(board)
        except LookupError: pass
        board.write(vessel.name)

#: nor of what was another object then -> unproved
class Vessel:
    def __init__(self, name): self.name = name
class Barge(Vessel): ...
def signs(vessels, board):
    board.write(vessels.name)
    for vessel in vessels:
        if isinstance(vessel, Barge): board.write("B")
        else: board.wipe()
#: becomes
class Vessel:
    def __init__(self, name): self.name = name
    def sign(self, board): board.wipe()
class Barge(Vessel):
    def sign(self, board): board.write("B")
def signs(vessels, board):
    board.write(vessels.name)
    for vessel in vessels:
        vessel.sign(board)

#: questions about an object become a method of its class -> proved-under as-used+no-effect+not-overridden+unpatched
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
def pass_through(lock, boat):
    if lock.level != boat.level or lock.gate is None:
        boat.wait(lock)
    return boat.name
#: becomes
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
    def holds_up(self, boat):
        return self.level != boat.level or self.gate is None
def pass_through(lock, boat):
    if lock.holds_up(boat):
        boat.wait(lock)
    return boat.name

#: another object is asked -> differs
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
def pass_through(lock, boat):
    if lock.level != boat.level or lock.gate is None:
        boat.wait(lock)
    return boat.name
#: becomes
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
    def holds_up(self, boat):
        return self.level != boat.level or self.gate is None
def pass_through(lock, boat):
    if boat.holds_up(lock):
        boat.wait(lock)
    return boat.name

#: another class has such attributes too -> unproved
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
class Weir:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
def pass_through(lock, boat):
    if lock.level != boat.level or lock.gate is None:
        boat.wait(lock)
    return boat.name
#: becomes
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
    def holds_up(self, boat):
        return self.level != boat.level or self.gate is None
class Weir:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
def pass_through(lock, boat):
    if lock.holds_up(boat):
        boat.wait(lock)
    return boat.name

#: others than those of the class come in, as the code itself says -> unproved
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
def pass_through(lock, boat):
    if isinstance(lock, tuple):
        return lock[0]
    if lock.level != boat.level or lock.gate is None:
        boat.wait(lock)
    return boat.name
#: becomes
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
    def holds_up(self, boat):
        return self.level != boat.level or self.gate is None
def pass_through(lock, boat):
    if isinstance(lock, tuple):
        return lock[0]
    if lock.holds_up(boat):
        boat.wait(lock)
    return boat.name

#: the method asks something else -> differs
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
def pass_through(lock, boat):
    if lock.level != boat.level or lock.gate is None:
        return 1
    return boat.name
#: becomes
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
    def holds_up(self, boat):
        return self.level != boat.level and self.gate is None
def pass_through(lock, boat):
    if lock.holds_up(boat):
        return 1
    return boat.name

#: the elements of a comprehension are asked by a method -> proved-under as-used+no-effect+not-overridden+unpatched
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
def open_ones(locks, mark):
    return [lock for lock in locks if lock.level > mark and lock.gate is not None]
#: becomes
class Lock:
    def __init__(self, level, gate):
        self.level = level
        self.gate = gate
    def is_open(self, mark):
        return self.level > mark and self.gate is not None
def open_ones(locks, mark):
    return [lock for lock in locks if lock.is_open(mark)]

#: a comprehension asks a helper instead -> proved-under no-effect
def open_ones(locks, mark):
    return [lock.name for lock in locks if lock.level > mark and lock.gate is not None]
#: becomes
def open_ones(locks, mark):
    return [lock.name for lock in locks if is_open(lock, mark)]
def is_open(lock, mark):
    return lock.level > mark and lock.gate is not None

#: a comprehension asks a helper that says less -> differs
def open_ones(locks, mark):
    return [lock.name for lock in locks if lock.level > mark and lock.gate is not None]
#: becomes
def open_ones(locks, mark):
    return [lock.name for lock in locks if is_open(lock, mark)]
def is_open(lock, mark):
    return lock.level > mark
