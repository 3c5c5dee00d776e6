"""Blocks that become functions: names handed in and back, ways out handed to the caller."""

#: a loop inside of a loop needs what the outer one does not change -> proved
def plan(lock, boats, log):
    for boat in boats:
        best = None
        for berth in boat.berths:
            start = berth.free()
            if boat.late:
                start += lock.gap
            best = start
        log.write(best)
#: becomes
def plan(lock, boats, log):
    for boat in boats:
        best = last_start(boat, lock)
        log.write(best)
def last_start(boat, lock):
    best = None
    for berth in boat.berths:
        start = berth.free()
        if boat.late:
            start += lock.gap
        best = start
    return best

#: the inner loop changes what it was given, and the outer one goes on with it -> differs
def plan(lock, boats: list[list[int]]) -> int:
    best = 0
    for boat in boats:
        for berth in boat:
            if lock:
                lock = berth > 3
            best += 1 if lock else 2
    return best
#: becomes
def plan(lock, boats: list[list[int]]) -> int:
    best = 0
    for boat in boats:
        best = starts(boat, lock, best)
    return best
def starts(boat, lock, best):
    for berth in boat:
        if lock:
            lock = berth > 3
        best += 1 if lock else 2
    return best

#: several results, one of them set before -> proved
def admit(boats, log, level: int):
    first, depth = None, 0
    for boat in boats:
        if boat.draught > level:
            first = boat
            depth += 1
    log.write(depth)
    return first
#: becomes
def admit(boats, log, level: int):
    first, depth = find_first(boats, level)
    log.write(depth)
    return first
def find_first(boats, level: int):
    first, depth = None, 0
    for boat in boats:
        if boat.draught > level:
            first = boat
            depth += 1
    return first, depth

#: the results come back in the wrong order -> differs
def admit(levels: list[int]) -> int:
    high, low = 0, 0
    for level in levels:
        high = max(high, level)
        low = min(low, level)
    return high - 2 * low
#: becomes
def admit(levels: list[int]) -> int:
    high, low = ends(levels)
    return high - 2 * low
def ends(levels):
    high, low = 0, 0
    for level in levels:
        high = max(high, level)
        low = min(low, level)
    return low, high

#: a round that goes on early becomes a function that returns -> proved
def pass_all(boats, log, count: int):
    for boat in boats:
        if boat.draught > 95:
            log.write(boat.name)
            continue
        boat.enter()
        count += 1
    return count
#: becomes
def pass_all(boats, log, count: int):
    for boat in boats:
        count = pass_boat(boat, log, count)
    return count
def pass_boat(boat, log, count):
    if boat.draught > 95:
        log.write(boat.name)
        return count
    boat.enter()
    count += 1
    return count

#: the continue goes into the function, and the caller goes on with the round -> differs
def pass_all(levels: list[int]) -> int:
    count = 0
    for level in levels:
        if level > 95:
            count += 10
            continue
        count += 1
    return count
#: becomes
def pass_all(levels: list[int]) -> int:
    count = 0
    for level in levels:
        count = too_high(level, count)
        count += 1
    return count
def too_high(level, count):
    if level > 95:
        count += 10
        return count
    return count

#: a round that ends the loop: the caller is told -> proved
def first_free(berths, log):
    for berth in berths:
        log.write(berth.name)
        if berth.boat is None:
            log.write("free")
            break
        log.write("taken")
    return log
#: becomes
def first_free(berths, log):
    for berth in berths:
        if not is_taken(berth, log):
            break
    return log
def is_taken(berth, log):
    log.write(berth.name)
    if berth.boat is None:
        log.write("free")
        return False
    log.write("taken")
    return True

#: a round that ends the loop, and the caller only goes on -> differs
def first_free(levels: list[int]) -> int:
    seen = 0
    for level in levels:
        seen += 1
        if level > 95:
            break
    return seen
#: becomes
def first_free(levels: list[int]) -> int:
    seen = 0
    for level in levels:
        seen = look(level, seen)
    return seen
def look(level, seen):
    seen += 1
    if level > 95:
        return seen
    return seen

#: nothing is found, and something is handed back that is never None -> proved
def toll(rows, log):
    for row in rows:
        if not row:
            log.write("empty")
            continue
        name, tonnes = row[0], len(row)
        if tonnes > 7:
            log.write(name)
            continue
        log.write(tonnes)
#: becomes
def toll(rows, log):
    for row in rows:
        found = read(row, log)
        if found is None:
            continue
        name, tonnes = found
        log.write(tonnes)
def read(row, log):
    if not row:
        log.write("empty")
        return None
    name, tonnes = row[0], len(row)
    if tonnes > 7:
        log.write(name)
        return None
    return name, tonnes

#: what is handed back may be None by itself -> differs
def toll(rows: list[list[int | None]]) -> list:
    kept = []
    for row in rows:
        if not row:
            continue
        first = row[0]
        kept.append(first)
    return kept
#: becomes
def toll(rows: list[list[int | None]]) -> list:
    kept = []
    for row in rows:
        first = read(row)
        if first is None:
            continue
        kept.append(first)
    return kept
def read(row):
    if not row:
        return None
    first = row[0]
    return first

#: a name that is only sometimes set is handed in -> differs
def close_up(levels: list[int]) -> str:
    for level in levels:
        last = level
    if len(levels) > 2:
        text = f"last {last}"
    else:
        text = "few"
    return text
#: becomes
def close_up(levels: list[int]) -> str:
    for level in levels:
        last = level
    text = told(levels, last)
    return text
def told(levels, last):
    if len(levels) > 2:
        text = f"last {last}"
    else:
        text = "few"
    return text

#: a function that reads the name later sees another value -> differs
def ask(level: int) -> int:
    later = lambda: level
    level = level + 1
    level = level * 2
    return later()
#: becomes
def ask(level: int) -> int:
    later = lambda: level
    doubled(level)
    return later()
def doubled(level):
    level = level + 1
    level = level * 2
    return level

#: a finally runs behind the block, and a function in the try does the same -> proved
def lift(gate, log):
    try:
        log.write(gate.name)
        if gate.stuck:
            raise ValueError(gate.name)
        gate.lift()
    finally:
        log.write("done")
#: becomes
def lift(gate, log):
    try:
        lift_gate(gate, log)
    finally:
        log.write("done")
def lift_gate(gate, log):
    log.write(gate.name)
    if gate.stuck:
        raise ValueError(gate.name)
    gate.lift()

#: what was outside of the try comes into it -> differs
def lift(level: int, log) -> int:
    if level > 95:
        raise ValueError(level)
    try:
        return 10 // level
    except (ValueError, ZeroDivisionError):
        return 0
#: becomes
def lift(level: int, log) -> int:
    try:
        return share(level)
    except (ValueError, ZeroDivisionError):
        return 0
def share(level):
    if level > 95:
        raise ValueError(level)
    return 10 // level

#: a generator that is used up in the block -> proved
def clear(boats, log, low: int):
    for boat in boats:
        if boat.cargo and all(crate.due <= low for crate in boat.cargo):
            log.write(boat.name)
            boat.unload()
#: becomes
def clear(boats, log, low: int):
    for boat in boats:
        clear_boat(boat, log, low)
def clear_boat(boat, log, low: int):
    if boat.cargo and all(crate.due <= low for crate in boat.cargo):
        log.write(boat.name)
        boat.unload()

#: the generator asks of another value -> differs
def clear(boats: list[list[int]], low: int, high: int) -> int:
    count = 0
    for boat in boats:
        if boat and all(due <= low for due in boat):
            count += high
    return count
#: becomes
def clear(boats: list[list[int]], low: int, high: int) -> int:
    count = 0
    for boat in boats:
        count = clear_boat(boat, high, count)
    return count
def clear_boat(boat, high, count):
    if boat and all(due <= high for due in boat):
        count += high
    return count

#: what looks like any is a function of the module, and keeps what it is given -> unproved
def any(cargo):
    return cargo
def clear(boats, log):
    for boat in boats:
        log.write(any(crate.due for crate in boat.cargo if crate.due <= boat.low))
#: becomes
def any(cargo):
    return cargo
def clear(boats, log):
    for boat in boats:
        clear_boat(boat, log)
def clear_boat(boat, log):
    log.write(any(crate.due for crate in boat.cargo if crate.due <= boat.low))

#: a generator that reads nothing of the function's own may live on in it -> proved
def clear(boats, log):
    for boat in boats:
        log.write(crate.due for crate in boat.cargo)
#: becomes
def clear(boats, log):
    for boat in boats:
        clear_boat(boat, log)
def clear_boat(boat, log):
    log.write(crate.due for crate in boat.cargo)

#: a generator that lives on in the function sees other values -> unproved
def clear(boats, log):
    for boat in boats:
        log.write(crate.due for crate in boat.cargo if crate.due <= boat.low)
#: becomes
def clear(boats, log):
    for boat in boats:
        clear_boat(boat, log)
def clear_boat(boat, log):
    log.write(crate.due for crate in boat.cargo if crate.due <= boat.low)

#: a text put together is never None -> proved
def refuse(boats, log):
    if not boats:
        return "nobody"
    if log.shut:
        return f"{len(boats)} wait"
    log.write(boats)
    return "open"
#: becomes
def refuse(boats, log):
    answer = why_not(boats, log)
    if answer is not None:
        return answer
    log.write(boats)
    return "open"
def why_not(boats, log):
    if not boats:
        return "nobody"
    if log.shut:
        return f"{len(boats)} wait"
    return None

#: an empty answer is an answer -> differs
def refuse(boats: list[int], name: str) -> str:
    if not boats:
        return f"{name}{name}"
    if len(boats) > 2:
        return f"{len(boats)} wait"
    return "open"
#: becomes
def refuse(boats: list[int], name: str) -> str:
    answer = why_not(boats, name)
    if answer:
        return answer
    return "open"
def why_not(boats, name):
    if not boats:
        return f"{name}{name}"
    if len(boats) > 2:
        return f"{len(boats)} wait"
    return None

#: a name of the block that may be read too early -> proved
def tell(low, high, log):
    if low:
        depth = low
    elif high:
        depth = high
    log.write(depth)
    log.write("done")
#: becomes
def tell(low, high, log):
    tell_depth(low, high, log)
    log.write("done")
def tell_depth(low, high, log):
    if low:
        depth = low
    elif high:
        depth = high
    log.write(depth)

#: the error tells of another name -> differs
def tell(low: int, high: int) -> int:
    if low:
        depth = low
    elif high:
        depth = high
    return depth
#: becomes
def tell(low: int, high: int) -> int:
    return depth_of(low, high)
def depth_of(low, high):
    if low:
        found = low
    elif high:
        found = high
    return found
