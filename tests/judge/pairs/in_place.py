#: a coroutine function that is awaited at once is its body -> proved
async def report(gauge, board):
    level = await gauge.read(1)
    if level < 3: board.write("low")
    else: board.write("high")
    await board.show()
#: becomes
async def report(gauge, board):
    word = await _word(gauge)
    board.write(word)
    await board.show()
async def _word(gauge):
    level = await gauge.read(1)
    return "low" if level < 3 else "high"

#: so are the methods that take the place of a question for the class -> proved-under as-declared+no-effect+not-overridden+unpatched
class Task: ...
class Fill(Task):
    def __init__(self, level: int): self.level = level
async def work(lock, tasks: list[Task]):
    for task in tasks:
        if isinstance(task, Fill):
            await lock.fill(task.level)
        lock.note(task)
#: becomes
class Task:
    async def apply(self, lock): pass
class Fill(Task):
    def __init__(self, level: int): self.level = level
    async def apply(self, lock): await lock.fill(self.level)
async def work(lock, tasks: list[Task]):
    for task in tasks:
        await task.apply(lock)
        lock.note(task)

#: a method of the own object -> proved-under not-overridden
class Lock:
    async def open(self, gate):
        if await gate.is_free(): await gate.swing()
        gate.lamp("green")
#: becomes
class Lock:
    async def open(self, gate):
        await self._swing(gate)
        gate.lamp("green")
    async def _swing(self, gate):
        if await gate.is_free(): await gate.swing()

#: what is not awaited does nothing -> differs
async def report(board: list):
    board.append("low")
    return len(board)
#: becomes
async def report(board: list):
    _note(board)
    return len(board)
async def _note(board):
    board.append("low")

#: what is awaited later comes later -> differs
async def report(board: list):
    board.append("low")
    board.append("end")
#: becomes
async def report(board: list):
    noted = _note(board)
    board.append("end")
    await noted
async def _note(board):
    board.append("low")

#: an asynchronous generator cannot be asked by any -> differs
async def report(levels: list[int]):
    return any([level < 3 for level in levels])
#: becomes
async def report(levels: list[int]):
    return any(await _is_low(level) for level in levels)
async def _is_low(level):
    return level < 3

#: a plain function cannot be awaited -> differs
async def report(level: int):
    return "low" if level < 3 else "high"
#: becomes
async def report(level: int):
    return await _word(level)
def _word(level):
    return "low" if level < 3 else "high"

#: one of two is no coroutine function -> differs
class Task: ...
class Fill(Task): ...
async def work(task: Task, board: list):
    if isinstance(task, Fill): board.append(1)
    return 3
#: becomes
class Task:
    def apply(self, board): pass
class Fill(Task):
    async def apply(self, board): board.append(1)
async def work(task: Task, board: list):
    await task.apply(board)
    return 3

#: a coroutine function that yields is no coroutine function -> differs
async def report(board: list):
    board.append(1)
    return 3
#: becomes
async def report(board: list):
    await _note(board)
    return 3
async def _note(board):
    board.append(1)
    yield

#: a generator function that is delegated to is its body -> proved
def notices(levels):
    yield "levels"
    for level in levels:
        if level is None:
            yield "dry"
            continue
        yield level
        yield "end"
#: becomes
def notices(levels):
    yield "levels"
    for level in levels:
        yield from _noticed(level)
def _noticed(level):
    if level is None:
        yield "dry"
        return
    yield level
    yield "end"

#: what is handed back comes back, also from inside of a try -> proved
def notices(level):
    try:
        answer = yield level
        if answer is None: total = 0
        else: total = answer
    except ValueError:
        total = 3
    yield total
#: becomes
def notices(level):
    try:
        total = yield from _asked(level)
    except ValueError:
        total = 3
    yield total
def _asked(level):
    answer = yield level
    if answer is None: return 0
    return answer

#: a generator that is only made yields nothing -> differs
def notices(level: int):
    yield level
    yield 3
#: becomes
def notices(level: int):
    _noticed(level)
    yield 3
def _noticed(level):
    yield level

#: a list of what is yielded is yielded at once -> differs
def notices(levels: list[int]):
    for level in levels:
        yield level
    levels.append(3)
#: becomes
def notices(levels: list[int]):
    yield from list(_noticed(levels))
    levels.append(3)
def _noticed(levels):
    for level in levels:
        yield level
    levels.clear()

#: a round that is over is not the loop that is over -> differs
def notices(levels: list[int]):
    for level in levels:
        if level < 3: return
        yield level
#: becomes
def notices(levels: list[int]):
    for level in levels:
        yield from _noticed(level)
def _noticed(level):
    if level < 3: return
    yield level

#: what is no generator function is gone through -> differs
def notices(level: int):
    yield level
#: becomes
def notices(level: int):
    yield from _noticed(level)
def _noticed(level):
    return [level, level]

#: what only delegates is a generator function still -> differs
def note(board: list):
    board.append(1)
#: becomes
def note(board: list):
    yield from _noted(board)
def _noted(board):
    board.append(1)
    return
    yield

#: one that yields alone and one that delegates are both generator functions -> proved
def note(board):
    board.append(1)
    yield 3
#: becomes
def note(board):
    yield from _noted(board)
def _noted(board):
    board.append(1)
    yield 3

#: what has no next ends a coroutine function in another way -> differs
async def first(levels: list[int], board: list):
    found = iter(levels)
    try:
        level = next(found)
    except StopIteration:
        level = 0
    board.append(level)
    return level
#: becomes
async def first(levels: list[int], board: list):
    found = iter(levels)
    try:
        level = await _next(found)
    except StopIteration:
        level = 0
    board.append(level)
    return level
async def _next(found):
    return next(found)

#: and a generator function -> differs
def first(levels: list[int]):
    found = iter(levels)
    try:
        yield next(found)
    except StopIteration:
        yield 0
#: becomes
def first(levels: list[int]):
    found = iter(levels)
    try:
        yield from _next(found)
    except StopIteration:
        yield 0
def _next(found):
    yield next(found)

#: whatever is caught under another name too -> differs
Anything = Exception
def first(levels: list[int]):
    found = iter(levels)
    try:
        yield next(found)
    except Anything as error:
        yield type(error).__name__
#: becomes
Anything = Exception
def first(levels: list[int]):
    found = iter(levels)
    try:
        yield from _next(found)
    except Anything as error:
        yield type(error).__name__
def _next(found):
    yield next(found)

#: a local name is no method of that name -> proved-under no-effect+not-overridden+unpatched
class Lift:
    def __init__(self, tonnes): self.tonnes = tonnes
class Paint: ...
async def work(order, crane):
    if isinstance(order, Lift):
        await crane.lift(order.tonnes)
        said = "lifted"
    elif isinstance(order, Paint): said = "painted"
    else: raise LookupError(order)
    return said
#: becomes
class Lift:
    def __init__(self, tonnes): self.tonnes = tonnes
    async def said(self, crane):
        await crane.lift(self.tonnes)
        return "lifted"
class Paint:
    async def said(self, crane): return "painted"
async def work(order, crane):
    if isinstance(order, (Lift, Paint)): said = await order.said(crane)
    else: raise LookupError(order)
    return said

#: a name in a class is one -> differs
class Lift:
    def __init__(self, tonnes): self.tonnes = tonnes
class Paint: ...
async def work(order, crane):
    if isinstance(order, Lift):
        await crane.lift(order.tonnes)
        said = "lifted"
    elif isinstance(order, Paint): said = "painted"
    else: raise LookupError(order)
    return said
#: becomes
class Lift:
    def __init__(self, tonnes): self.tonnes = tonnes
    async def said(self, crane):
        await crane.lift(self.tonnes)
        return "lifted"
class Paint:
    async def said(self, crane): return "painted"
    said = Lift.said
async def work(order, crane):
    if isinstance(order, (Lift, Paint)): said = await order.said(crane)
    else: raise LookupError(order)
    return said

#: a number taken away in place -> proved-under as-used
def fee(boat):
    fee = boat.nights * 10
    if boat.member:
        fee = fee - 5
    return fee
#: becomes
def fee(boat):
    fee = boat.nights * 10
    if boat.member:
        fee -= 5
    return fee

#: counted in place -> proved-under as-used
class Desk:
    def enter(self, boat):
        self.count = self.count + 1
#: becomes
class Desk:
    def enter(self, boat):
        self.count += 1

#: a list is made longer in place -> differs
def lines(first: list, more: list):
    first = first + more
    return first
#: becomes
def lines(first: list, more: list):
    first += more
    return first

#: nothing says that it is a number -> differs
def lines(first, more):
    first = first + more
    return first
#: becomes
def lines(first, more):
    first += more
    return first

#: what is taken twice may be a list -> unproved
def twice(first):
    first = first * 2
    return first
#: becomes
def twice(first):
    first *= 2
    return first

#: another number -> differs
def fee(nights: int):
    fee = nights * 10
    fee = fee - 5
    return fee
#: becomes
def fee(nights: int):
    fee = nights * 10
    fee -= 6
    return fee

#: lists are put there elsewhere -> unproved
def lines(desk):
    desk.total = desk.total + 1
def clear(desk):
    desk.total = []
#: becomes
def lines(desk):
    desk.total += 1
def clear(desk):
    desk.total = []

#: under a manager, which could tell how the new one ends -> proved-under no-effect
async def fill(lock, boats, log):
    done = 0
    async with lock.guard:
        for boat in boats:
            if boat.heavy:
                await lock.pump(boat)
                log(boat)
            done += 1
    return done
#: becomes
async def fill(lock, boats, log):
    done = 0
    async with lock.guard:
        for boat in boats:
            await _serve(lock, boat, log)
            done += 1
    return done
async def _serve(lock, boat, log):
    if boat.heavy:
        await lock.pump(boat)
        log(boat)

#: under a manager of the module, which does tell -> unproved
class Guard:
    async def __aenter__(self):
        return self
    async def __aexit__(self, kind, error, trace):
        return kind is RuntimeError
async def fill(lock, notes):
    async with Guard():
        await lock.pump()
        next(notes)
    return 1
#: becomes
class Guard:
    async def __aenter__(self):
        return self
    async def __aexit__(self, kind, error, trace):
        return kind is RuntimeError
async def fill(lock, notes):
    async with Guard():
        await _serve(lock, notes)
    return 1
async def _serve(lock, notes):
    await lock.pump()
    next(notes)
