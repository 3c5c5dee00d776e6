#: a wrapping if becomes a guard -> proved
def toll(boat):
    if boat.pays:
        boat.weigh()
        boat.stamp()
#: becomes
def toll(boat):
    if not boat.pays:
        return
    boat.weigh()
    boat.stamp()

#: the return after a guard is lost -> differs
def toll(boat):
    if not boat.pays:
        return 0
    return boat.length
#: becomes
def toll(boat):
    if not boat.pays:
        boat.note()
    return boat.length

#: a guard returns 0 where falling off the end gave None -> differs
def toll(boat):
    if boat.pays:
        return boat.length
#: becomes
def toll(boat):
    if not boat.pays:
        return 0
    return boat.length

#: an explicit None is what falling off the end gives -> proved
def toll(boat):
    if boat.pays:
        return boat.length
#: becomes
def toll(boat):
    if not boat.pays:
        return None
    return boat.length

#: a pyramid of three checks -> proved
def admit(boat, lock, book):
    if boat is not None:
        if lock.open:
            if book.has(boat):
                lock.enter(boat)
                return True
            else:
                raise KeyError(boat)
        else:
            raise ValueError(lock)
    else:
        raise TypeError("no boat")
#: becomes
def admit(boat, lock, book):
    if boat is None:
        raise TypeError("no boat")
    if not lock.open:
        raise ValueError(lock)
    if not book.has(boat):
        raise KeyError(boat)
    lock.enter(boat)
    return True

#: two checks of a pyramid change places -> differs
def admit(boat, lock):
    if boat.known:
        if lock.open:
            return 1
        else:
            raise ValueError("closed")
    else:
        raise KeyError("unknown")
#: becomes
def admit(boat, lock):
    if not lock.open:
        raise ValueError("closed")
    if not boat.known:
        raise KeyError("unknown")
    return 1

#: a check moves above the one that protects it -> differs
def depth(lock):
    if lock is None:
        return 0
    if lock.depth > 3:
        return 3
    return 1
#: becomes
def depth(lock):
    if lock.depth > 3:
        return 3
    if lock is None:
        return 0
    return 1

#: two handlers of a pyramid change places -> differs
def admit(boat, lock):
    if boat:
        if lock:
            return 1
        else:
            return 2
    else:
        return 3
#: becomes
def admit(boat, lock):
    if not boat:
        return 2
    if not lock:
        return 3
    return 1

#: a look-up between two checks stays between them -> proved
def admit(boat, permits):
    if boat:
        permit = permits.get(boat)
        if permit:
            return permit.day
        else:
            return -1
    else:
        return -2
#: becomes
def admit(boat, permits):
    if not boat:
        return -2
    permit = permits.get(boat)
    if not permit:
        return -1
    return permit.day

#: a look-up moves above the first check -> unproved
def admit(boat, permits):
    if boat:
        permit = permits.get(boat)
        if permit:
            return permit.day
    return -2
#: becomes
def admit(boat, permits):
    permit = permits.get(boat)
    if not boat:
        return -2
    if permit:
        return permit.day
    return -2

#: what stood after the if still runs for both -> proved
def close(desk, force):
    if desk.balanced:
        desk.sign()
    else:
        if not force:
            raise ValueError("count again")
        desk.note()
    desk.lock()
#: becomes
def close(desk, force):
    if desk.balanced:
        desk.sign()
    elif not force:
        raise ValueError("count again")
    else:
        desk.note()
    desk.lock()

#: what stood after the if is skipped by the new guard -> differs
def close(desk):
    if desk.balanced:
        desk.sign()
        desk.stamp()
    desk.lock()
#: becomes
def close(desk):
    if not desk.balanced:
        return
    desk.sign()
    desk.stamp()
    desk.lock()

#: an else after a return -> proved
def side(boat):
    if boat.upstream:
        return "left"
    else:
        return "right"
#: becomes
def side(boat):
    if boat.upstream:
        return "left"
    return "right"

#: an else is dropped though its arm goes on -> differs
def side(boat):
    if boat.upstream:
        mark = "left"
    else:
        mark = "right"
    return mark
#: becomes
def side(boat):
    if boat.upstream:
        mark = "left"
    mark = "right"
    return mark

#: a coroutine awaits in the same places -> proved
async def pass_lock(boat, lock):
    if await lock.is_open():
        await lock.enter(boat)
        await lock.leave(boat)
    else:
        raise ValueError("closed")
#: becomes
async def pass_lock(boat, lock):
    if not await lock.is_open():
        raise ValueError("closed")
    await lock.enter(boat)
    await lock.leave(boat)

#: an await is lost -> differs
async def pass_lock(boat, lock):
    if await lock.is_open():
        await lock.enter(boat)
    return 1
#: becomes
async def pass_lock(boat, lock):
    if lock.is_open():
        await lock.enter(boat)
    return 1

#: a generator leaves early -> proved
def names(boats, wanted):
    if wanted:
        for boat in boats:
            yield boat.name
        yield "end"
#: becomes
def names(boats, wanted):
    if not wanted:
        return
    for boat in boats:
        yield boat.name
    yield "end"

#: a generator that no longer yields is no generator -> differs
def names(boats, wanted):
    if wanted:
        yield "one"
#: becomes
def names(boats, wanted):
    if not wanted:
        return None
    return iter(["one"])

#: the exit of a nested if goes to the wrong level -> differs
def rate(boat):
    if boat.big:
        if boat.late:
            return 9
    return 1
#: becomes
def rate(boat):
    if not boat.big:
        return 9
    if not boat.late:
        return 1
    return 9

#: a result variable becomes returns -> proved
def rate(boat):
    result = 1
    if boat.big:
        if boat.late:
            result = 9
        else:
            result = 5
    return result
#: becomes
def rate(boat):
    if not boat.big:
        return 1
    if boat.late:
        return 9
    return 5

#: a result variable loses its default -> differs
def rate(boat):
    result = 1
    if boat.big:
        result = 9
    return result
#: becomes
def rate(boat):
    if boat.big:
        result = 9
    return result

#: a counter is updated before the guard instead of after it -> differs
def count(boat, desk):
    if not boat:
        return desk
    desk.seen = desk.seen + 1
    return desk.seen
#: becomes
def count(boat, desk):
    desk.seen = desk.seen + 1
    if not boat:
        return desk
    return desk.seen

#: a write is done only on one way -> differs
def close(desk, counted: int):
    desk.open = False
    if counted < 0:
        raise ValueError(counted)
    return counted
#: becomes
def close(desk, counted: int):
    if counted < 0:
        raise ValueError(counted)
    desk.open = False
    return counted

#: guards with the same exit become one -> proved
def toll(a: bool, b: bool):
    if a:
        return 0
    if b:
        return 0
    return 1
#: becomes
def toll(a: bool, b: bool):
    if a or b:
        return 0
    return 1

#: guards with different exits become one -> differs
def toll(a: bool, b: bool):
    if a:
        return None
    if b:
        return 0
    return 1
#: becomes
def toll(a: bool, b: bool):
    if a or b:
        return 0
    return 1
