#: an order by what a helper is given -> proved
def deepest(depths, need):
    found = []
    for lock in sorted(depths, key=lambda name: -depths[name]):
        if depths[lock] > need: found.append(lock)
    return found
#: becomes
def deepest(depths, need):
    return _deeper_than(depths, need)
def _deeper_than(levels, least):
    found = []
    for lock in sorted(levels, key=lambda name: -levels[name]):
        if levels[lock] > least: found.append(lock)
    return found

#: a name that the body sets once, above all that shares it -> proved
def waits(rows):
    waiting = {}
    for boat, minutes in rows: waiting[boat] = minutes
    longest = sorted(waiting, key=lambda boat: -waiting[boat])
    return longest[:3]
#: becomes
def waits(rows):
    waiting = {}
    for boat, minutes in rows: waiting[boat] = minutes
    return _longest(waiting)
def _longest(waiting):
    longest = sorted(waiting, key=lambda boat: -waiting[boat])
    return longest[:3]

#: values that somebody else goes through, made of what a helper is given -> proved
def notices(board, office):
    board.pin(f"{office}: {lock} is shut" for lock in board.shut())
#: becomes
def notices(board, office):
    _pin(office, board)
def _pin(desk, where):
    where.pin(f"{desk}: {lock} is shut" for lock in where.shut())

#: what is kept speaks of another name of the same kind -> differs
def later(first: int, second: int):
    return sorted([1, 2, 3], key=lambda n: abs(n - first))
#: becomes
def later(first: int, second: int):
    return _sorted(second, first)
def _sorted(first, second):
    return sorted([1, 2, 3], key=lambda n: abs(n - first))

#: the name of a loop is another one by the time it is read -> differs
def doors(boats: list[int]):
    later = []
    for boat in boats: later.append(lambda: boat)
    return [told() for told in later]
#: becomes
def doors(boats: list[int]):
    later = []
    for boat in boats: later.append(_told(boat))
    return [told() for told in later]
def _told(boat): return lambda: boat

#: a name that is set again below -> differs
def toll(pence: int):
    told = lambda: pence
    pence = pence + 3
    return told()
#: becomes
def toll(pence: int):
    return _told(pence)()
def _told(pence): return lambda: pence

#: a name that is raised below -> differs
def toll(pence: int):
    shown = pence
    told = lambda: shown
    shown += 3
    return told()
#: becomes
def toll(pence: int):
    shown = pence
    told = _told(shown)
    shown += 3
    return told()
def _told(shown): return lambda: shown

#: what shares a name sets it -> differs
def rounds(start: int):
    number = start
    def another():
        nonlocal number
        number += 1
        return number
    another()
    return (lambda: number)()
#: becomes
def rounds(start: int):
    number = start
    def another():
        nonlocal number
        number += 1
        return number
    told = _told(number)
    another()
    return told()
def _told(number): return lambda: number

#: a function of that name takes its place -> differs
def gate(open: int):
    told = lambda: callable(open)
    async def open(): return 1
    return told()
#: becomes
def gate(open: int):
    told = _told(open)
    async def open(): return 1
    return told()
def _told(open): return lambda: callable(open)

#: an import takes its place -> differs
def path(os: str):
    told = lambda: isinstance(os, str)
    import os.path
    return told()
#: becomes
def path(os: str):
    told = _told(os)
    import os.path
    return told()
def _told(os): return lambda: isinstance(os, str)

#: a name that may never be set -> differs
def level(gauge: int):
    def told(): return mark
    if gauge > 3: mark = gauge
    try: return told()
    except NameError: return None
#: becomes
def level(gauge: int):
    if gauge > 3: mark = gauge
    def told(): return mark
    try: return told() + 0
    except NameError: return 0

#: a name that is only declared -> differs
def level(gauge: int):
    mark: int
    told = lambda: mark
    try: told()
    except NameError: return gauge
    return 0
#: becomes
def level(gauge: int):
    mark: int
    try: told = _told(mark)
    except NameError: return gauge + 1
    return 0
def _told(mark): return lambda: mark

#: it is set below what shares it -> differs
def level(gauge: int):
    told = lambda: mark
    mark = gauge
    return told()
#: becomes
def level(gauge: int):
    told = lambda: mark
    try: told()
    except NameError: return -1
    mark = gauge
    return told()

#: what shares a list fills it, which sets no name -> differs
def seen(boats: list[int]):
    found = []
    list(map(lambda boat: found.append(boat), boats))
    return len(found)
#: becomes
def seen(boats: list[int]):
    found = []
    list(map(lambda boat: found.append(boat), boats))
    return 0

#: what shares a table of numbers puts texts in it -> differs
def counted(boats: list[str]):
    counts = {}
    list(map(lambda boat: counts.setdefault(boat, ""), boats[:1]))
    for boat in boats: counts[boat] = counts.get(boat, 0) * 2
    return [count + count for count in counts.values()]
#: becomes
def counted(boats: list[str]):
    counts = {}
    list(map(lambda boat: counts.setdefault(boat, ""), boats[:1]))
    for boat in boats: counts[boat] = counts.get(boat, 0) * 2
    return [2 * count + 0 for count in counts.values()]
