#: a neutral element made explicit -> proved
def toll(tons: int, chambers: int):
    return tons * chambers
#: becomes
def toll(tons: int, chambers: int):
    return chambers * tons * 1 + 0

#: zero added to a bool makes it an int -> differs
def toll(paid: bool):
    return paid
#: becomes
def toll(paid: bool):
    return paid + 0

#: zero added to what may be a bool -> differs
def toll(paid: int):
    return paid
#: becomes
def toll(paid: int):
    return paid * 1

#: minus is plus the negative -> proved
def move(level: int, inches: int, up: bool):
    if up:
        return level + inches
    return level - inches
#: becomes
def move(level: int, inches: int, up: bool):
    sign = 1 if up else -1
    return level + sign * inches

#: the sign mistaken -> differs
def move(level: int, inches: int, up: bool):
    if up:
        return level + inches
    return level - inches
#: becomes
def move(level: int, inches: int, up: bool):
    sign = -1 if up else 1
    return level + sign * inches

#: zero added to a negative zero -> differs
def depth(level: float):
    return level
#: becomes
def depth(level: float):
    return level + 0.0

#: texts in a row -> proved
def label(boat: str, kind: str):
    if kind == "tug":
        return "tug " + boat
    return boat
#: becomes
def label(boat: str, kind: str):
    before = "tug " if kind == "tug" else ""
    return before + boat + ""

#: texts in another order -> differs
def label(boat: str, kind: str):
    return boat + kind
#: becomes
def label(boat: str, kind: str):
    return kind + boat

#: floats added in another order -> differs
def depth(a: float, b: float, c: float):
    return a + b + c
#: becomes
def depth(a: float, b: float, c: float):
    return a + (b + c)

#: a difference multiplied out -> proved
def water(a: int, b: int):
    return (a + b) * (a - b)
#: becomes
def water(a: int, b: int):
    return a * a - b * b

#: operands swapped where the kinds are not known -> differs
def both(a, b):
    return a + b
#: becomes
def both(a, b):
    return b + a

#: whole numbers have a next one -> proved
def board(level: int, gates: int):
    if level <= 220 and gates > 2:
        return 1
    return 2
#: becomes
def board(level: int, gates: int):
    if level < 221 and not gates < 3:
        return 1
    return 2

#: between two whole numbers there is one -> proved
def board(level: int):
    if level > 4.5 and level < 5.5:
        return 1
    return 2
#: becomes
def board(level: int):
    if level == 5:
        return 1
    return 2

#: the next whole number is not the next number -> differs
def board(level: float):
    if level <= 220:
        return 1
    return 2
#: becomes
def board(level: float):
    if level < 221:
        return 1
    return 2

#: the next whole number but one -> differs
def board(level: int):
    if level <= 220:
        return 1
    return 2
#: becomes
def board(level: int):
    if level <= 221.5:
        return 1
    return 2

#: what is neither below nor above is no number -> proved
def board(level: float, tons: int):
    if level < 0:
        r = 0 * tons
    elif level >= 0 and level < 1:
        r = 1 * tons
    else:
        r = 0 * tons
    return r
#: becomes
from bisect import bisect_right

LIMITS = (0, 1)
RATES = (0, 1, 0)


def board(level: float, tons: int):
    r = RATES[bisect_right(LIMITS, level)] * tons
    return r

#: what is no number comes to the first band -> differs
def board(level: float, tons: int):
    if level < 0:
        r = 0 * tons
    elif level >= 0 and level < 1:
        r = 1 * tons
    else:
        r = 2 * tons
    return r
#: becomes
from bisect import bisect_left

LIMITS = (-5e-324, 0.9999999999999999)
RATES = (0, 1, 2)


def board(level: float, tons: int):
    r = RATES[bisect_left(LIMITS, level)] * tons
    return r

#: half of a whole number need not be one -> differs
def f(n: int):
    x = n / 2
    if x <= 9:
        return 1
    return 2
#: becomes
def f(n: int):
    x = n / 2
    if x < 10:
        return 1
    return 2

#: a number that may be a float by its default -> differs
def f(x: int = 9.5):
    if x <= 9:
        return 1
    return 2
#: becomes
def f(x: int = 9.5):
    if x < 10:
        return 1
    return 2

#: what int makes is a whole number, and never None -> proved
def read(hours, log):
    for hour in hours:
        if ":" in hour:
            h, m = hour.split(":")
            if not h.isdigit():
                log.append(hour)
                continue
            minutes = int(h) * 60 + int(m)
        else:
            minutes = int(hour) * 60
        log.write(minutes)
#: becomes
def read(hours, log):
    for hour in hours:
        minutes = minutes_of(hour, log)
        if minutes is None:
            continue
        log.write(minutes)


def minutes_of(hour, log):
    if ":" in hour:
        h, m = hour.split(":")
        if not h.isdigit():
            log.append(hour)
            return None
        minutes = int(h) * 60 + int(m)
    else:
        minutes = int(hour) * 60
    return minutes

#: an int that is handed in may make anything -> differs
def level(text, log, int):
    found = int(text)
    if found is None:
        return 0
    return log.index(found)
#: becomes
def level(text, log, int):
    found = int(text)
    return log.index(found)

#: what float makes may be no number that stands in order -> unproved
def level(text: str) -> float:
    found = float(text)
    if not found < 3:
        return 0.0
    return found
#: becomes
def level(text: str) -> float:
    found = float(text)
    if found >= 3:
        return 0.0
    return found

#: whole numbers are divided by what is written alike -> proved
def share(cargo: int, boats: int) -> int:
    if boats > 3: return cargo // 2
    return cargo % 4
#: becomes
def share(cargo: int, boats: int) -> int:
    rest, half = cargo % 4, cargo // 2
    return half if boats > 3 else rest

#: what is divided is a number, to which nothing may be added -> proved
def share(levels: list[int], low: int) -> int:
    half = low // 2
    total = 0
    if low > 3:
        total += half
    return total
#: becomes
def share(levels: list[int], low: int) -> int:
    total = 0
    total += low // 2 if low > 3 else 0
    return total

#: division by zero is told -> differs
def share(cargo: int, boats: int) -> int:
    each = cargo // boats
    if boats == 0: return 0
    return each
#: becomes
def share(cargo: int, boats: int) -> int:
    if boats == 0: return 0
    return cargo // boats

#: division by a written zero is told -> differs
def share(cargo: int, boats: int) -> int:
    each = cargo % 0
    return boats
#: becomes
def share(cargo: int, boats: int) -> int:
    return boats

#: the half of a sum is not the sum of the halves -> differs
def share(cargo: int, more: int) -> int:
    return (cargo + more) // 2
#: becomes
def share(cargo: int, more: int) -> int:
    return cargo // 2 + more // 2

#: the rest of a number below nothing is none below -> differs
def share(cargo: int) -> int:
    return cargo % 4
#: becomes
def share(cargo: int) -> int:
    return cargo - 4 * int(cargo / 4)

#: a float divided is a float -> differs
def share(cargo: float) -> float:
    total = 0
    if cargo > 3: total += cargo // 2
    return total
#: becomes
def share(cargo: float) -> float:
    total = 0
    total += cargo // 2 if cargo > 3 else 0.0
    return total

#: a text with a rest is filled in -> differs
def share(cargo: str) -> str:
    cargo % 2
    return "x"
#: becomes
def share(cargo: str) -> str:
    return "x"

#: a number is kept between two others, the constants first -> proved
def kept(level: int) -> int:
    if level < 5:
        return 5
    if level > 100:
        return 100
    return level
#: becomes
def kept(level: int) -> int:
    return max(5, min(100, level))

#: of two that are equal the first one is handed on, and one may be a truth -> differs
def kept(level: int) -> int:
    if level < 0:
        return 0
    return level
#: becomes
def kept(level: int) -> int:
    return max(0, level)

#: of a float that equals 5 the constant is another number -> differs
def kept(level: float) -> float:
    if level < 5:
        return 5
    return level
#: becomes
def kept(level: float) -> float:
    return max(5, level)

#: whether a whole number is odd -> proved
def paint(number: int, board: list):
    if number % 2 == 1: board.append("red")
    return number % 8, number // 4
#: becomes
def paint(number: int, board: list):
    if number & 1: board.append("red")
    return number & 7, number >> 2

#: of a float there may be left something else -> differs
def is_odd(number: float) -> bool:
    return number % 2 == 1
#: becomes
def is_odd(number: float) -> bool:
    return number % 2 != 0

#: of three there may be left two -> differs
def is_left(number: int) -> bool:
    return number % 3 == 1
#: becomes
def is_left(number: int) -> bool:
    return number % 3 != 0

#: what is divided by less than nothing leaves less than nothing -> differs
def is_odd(number: int) -> bool:
    return number % -2 == 1
#: becomes
def is_odd(number: int) -> bool:
    return number % -2 != 0

#: not every number picks the lowest bits -> differs
def low(number: int) -> int:
    return number % 7
#: becomes
def low(number: int) -> int:
    return number & 6
