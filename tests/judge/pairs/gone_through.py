#: what a generator function makes of lines, in place of the first half of a loop -> proved-under no-effect
def notices(lines, board):
    fields = {}
    for line in [*lines, ""]:
        if line.strip():
            key, colon, value = line.partition(":")
            if not colon: continue
            fields[key] = value.strip()
            continue
        if not fields: continue
        block = fields
        fields = {}
        if "lock" not in block:
            board.append("no lock")
            continue
        board.append(block["lock"])
#: becomes
def notices(lines, board):
    for block in blocks(lines):
        if "lock" not in block:
            board.append("no lock")
            continue
        board.append(block["lock"])
def blocks(lines):
    fields = {}
    for line in [*lines, ""]:
        if line.strip():
            key, colon, value = line.partition(":")
            if not colon: continue
            fields[key] = value.strip()
            continue
        if not fields: continue
        yield fields
        fields = {}

#: where nobody tells a StopIteration from the RuntimeError that it becomes anyway -> proved
def tolls(boats):
    for boat in boats:
        if boat.moored: continue
        yield boat.toll() * 2
#: becomes
def tolls(boats):
    for boat in under_way(boats): yield boat.toll() * 2
def under_way(boats):
    for boat in boats:
        if not boat.moored: yield boat

#: a round that leaves the loop, breaks it off, or comes to its end -> proved-under no-effect+not-overridden
class Office:
    def first(self, boats, log):
        for boat in boats:
            log.see(boat)
            if not self.may_pass(boat): continue
            if boat.lost: break
            if boat.late: return boat
        else:
            log.note("none")
        return None
    def may_pass(self, boat): return boat.permit > 3
#: becomes
class Office:
    def first(self, boats, log):
        for boat in self._passing(boats, log):
            if boat.lost: break
            if boat.late: return boat
        else:
            log.note("none")
        return None
    def may_pass(self, boat): return boat.permit > 3
    def _passing(self, boats, log):
        for boat in boats:
            log.see(boat)
            if self.may_pass(boat): yield boat

#: two places to yield from, and a comprehension over them -> proved-under no-effect
def marks(levels: list[int], board):
    found = []
    for level in levels:
        board.see(level)
        if level < 3:
            found.append(str(level))
        elif level > 9:
            found.append(str(level - 9))
    return found
#: becomes
def marks(levels: list[int], board):
    return [str(n) for n in outside(levels, board)]
def outside(levels, board):
    for level in levels:
        board.see(level)
        if level < 3: yield level
        elif level > 9: yield level - 9

#: numbered rounds -> proved-under no-effect
def report(boats: list, board):
    number = 3
    for boat in boats:
        if not boat.late: continue
        board.show(number, boat.name)
        if boat.lost: break
        number += 1
#: becomes
def report(boats: list, board):
    for number, boat in enumerate(late(boats), 3):
        board.show(number, boat.name)
        if boat.lost: break
def late(boats):
    for boat in boats:
        if boat.late: yield boat

#: which are not those of what was gone through -> differs
def report(levels: list[int], board: list):
    for number, level in enumerate(levels):
        if level > 3: board.append((number, level))
#: becomes
def report(levels: list[int], board: list):
    for number, level in enumerate(high(levels)): board.append((number, level))
def high(levels):
    for level in levels:
        if level > 3: yield level

#: nor numbered by something else of that name -> differs
def report(levels: list[int], board: list):
    for number, level in enumerate(levels): board.append((number, level))
#: becomes
def enumerate(each): return zip("abc", each)
def report(levels: list[int], board: list):
    for number, level in enumerate(low(levels)): board.append((number, level))
def low(levels):
    for level in levels: yield level

#: one generator goes through another -> proved
def tolls(boats, log):
    for boat in boats:
        log.see(boat)
        if not boat.moored and boat.tons > 3: yield boat.toll()
#: becomes
def tolls(boats, log):
    for boat in heavy(boats, log): yield boat.toll()
def heavy(boats, log):
    for boat in under_way(boats, log):
        if boat.tons > 3: yield boat
def under_way(boats, log):
    for boat in boats:
        log.see(boat)
        if not boat.moored: yield boat

#: a generator sees nothing of what its rounds raise -> differs
def report(levels: list[str], board: list):
    for level in levels:
        try:
            board.append(int(level))
        except ValueError:
            board.append(0)
#: becomes
def report(levels: list[str], board: list):
    for level in each(levels, board): board.append(int(level))
def each(levels, board):
    for level in levels:
        try:
            yield level
        except ValueError:
            board.append(0)

#: but runs what it has to when it is left -> differs
def report(levels: list[int], board: list):
    for level in levels:
        if level > 3: break
        board.append(level)
        board.append("end")
#: becomes
def report(levels: list[int], board: list):
    for level in each(levels, board):
        if level > 3: break
        board.append(level)
def each(levels, board):
    for level in levels:
        try:
            yield level
        finally:
            board.append("end")

#: nothing runs before it is gone through -> differs
def report(levels: list[int], board: list):
    board.append("start")
    seen = len(board)
    for level in levels: board.append(level)
    return seen
#: becomes
def report(levels: list[int], board: list):
    found = each(levels, board)
    seen = len(board)
    for level in found: board.append(level)
    return seen
def each(levels, board):
    board.append("start")
    yield from levels

#: nor where nobody goes through it -> differs
def report(levels: list[int], board: list):
    board.append("start")
    return len(board)
#: becomes
def report(levels: list[int], board: list):
    each(levels, board)
    return len(board)
def each(levels, board):
    board.append("start")
    yield 1

#: all of it before the first round is another order -> differs
def report(levels: list[int], board: list):
    for level in levels:
        board.append("seen")
        board.append(level)
#: becomes
def report(levels: list[int], board: list):
    for level in list(each(levels, board)): board.append(level)
def each(levels, board):
    for level in levels:
        board.append("seen")
        yield level

#: what it is given is asked for once -> differs
def report(levels: list[int], board: list, start: int):
    for level in levels:
        if level > start: board.append(level)
        start += 1
#: becomes
def report(levels: list[int], board: list, start: int):
    for level in above(levels, start):
        board.append(level)
        start += 1
def above(levels, start):
    for level in levels:
        if level > start: yield level

#: its names are its own -> differs
def last(lines: list[str]):
    line = ""
    for line in lines:
        if line == "end": break
    return line
#: becomes
def last(lines: list[str]):
    line = ""
    for word in words(lines):
        if word == "end": break
    return line
def words(lines):
    for line in lines: yield line

#: a StopIteration of its own is another error outside -> differs
def report(levels: list[int], board: list):
    for level in levels:
        if level < 0: raise StopIteration
        board.append(level)
#: becomes
def report(levels: list[int], board: list):
    for level in each(levels): board.append(level)
def each(levels):
    for level in levels:
        if level < 0: raise StopIteration
        yield level

#: so is that of a next one that is not there -> differs
def report(levels: list[int], board: list):
    rest = iter(levels)
    for level in rest: board.append(level + next(rest))
#: becomes
def report(levels: list[int], board: list):
    for level in pairs(levels): board.append(level)
def pairs(levels):
    rest = iter(levels)
    for level in rest: yield level + next(rest)

#: one that is left goes no further -> differs
def report(levels: list[int], board: list):
    for level in levels:
        if level > 3: break
    board.append("end")
#: becomes
def report(levels: list[int], board: list):
    for level in each(levels, board):
        if level > 3: break
def each(levels, board):
    for level in levels: yield level
    board.append("end")

#: a round that is read twice is not run twice -> differs
def report(levels: list[int], board: list):
    for level in levels:
        board.append(level)
        if level > 3: board.append(level)
#: becomes
def report(levels: list[int], board: list):
    for level in each(levels): board.append(level)
def each(levels):
    for level in levels:
        if level > 3: yield level
        else: yield 0

#: what yields is nothing to wait for -> differs
async def report(levels: list[int]):
    return [level + 1 for level in levels]
#: becomes
async def report(levels: list[int]):
    return [level async for level in each(levels)]
def each(levels):
    for level in levels: yield level + 1

#: what the module itself says raises StopIteration is no such thing -> differs
def level(line):
    if not line: raise StopIteration
    return line
def report(lines, board):
    for line in lines: board.append(level(line))
#: becomes
def level(line):
    if not line: raise StopIteration
    return line
def report(lines, board):
    for height in levels(lines): board.append(height)
def levels(lines):
    for line in lines: yield level(line)

#: nor is what it asks for by another name, or in a method for an operator -> unproved
class Lock:
    def __gt__(self, other): return next(self.rest)
def first(rest): return next(rest)
ask = first
def any_full(locks: list[Lock], rests):
    for rest in rests:
        if ask(rest): return True
    return False
def any_high(locks: list[Lock]):
    for lock in locks:
        if lock > 3: return True
    return False
#: becomes
class Lock:
    def __gt__(self, other): return next(self.rest)
def first(rest): return next(rest)
ask = first
def any_full(locks: list[Lock], rests):
    return any(ask(rest) for rest in rests)
def any_high(locks: list[Lock]):
    return any(lock > 3 for lock in locks)
