#: a number in braces before what is called behind it -> proved-under no-effect
def entry(cover, mark, year: int) -> str:
    drawn = mark(cover)
    return f"{year} {drawn}"
#: becomes
def entry(cover, mark, year: int) -> str:
    return f"{year} {mark(cover)}"

#: a value that nothing is known of is written out before its turn -> unproved
def entry(cover, mark, year) -> str:
    drawn = mark(cover)
    return f"{year} {drawn}"
#: becomes
def entry(cover, mark, year) -> str:
    return f"{year} {mark(cover)}"

#: a number is laid out before what is called behind it -> proved-under no-effect
def entry(cover, mark, level: float) -> str:
    drawn = mark(cover)
    return f"{level:.2f} {drawn}"
#: becomes
def entry(cover, mark, level: float) -> str:
    return f"{level:.2f} {mark(cover)}"

#: laid out to other places -> differs
def entry(cover, mark, level: float) -> str:
    drawn = mark(cover)
    return f"{level:.2f} {drawn}"
#: becomes
def entry(cover, mark, level: float) -> str:
    return f"{level:.1f} {mark(cover)}"

#: laid out in a way that floats have none of -> differs
def entry(log: list, level: float) -> str:
    log.append(level)
    return f"{level:d}"
#: becomes
def entry(log: list, level: float) -> str:
    text = f"{level:d}"
    log.append(level)
    return text

#: somebody waits for the layout to fail -> differs
def entry(cover: list, level: int) -> str:
    try:
        cover.append(1)
        return f"{level:s}"
    except ValueError:
        return str(len(cover))
#: becomes
def entry(cover: list, level: int) -> str:
    try:
        text = f"{level:s}"
        cover.append(1)
        return text
    except ValueError:
        return str(len(cover))

#: nothing is added to a toll -> proved-under no-effect
def toll(kind: str, tons: int) -> float:
    rate = 0.01
    extra = 0
    if kind == "barge":
        rate = 0.03
        extra = 2.5
    return tons * rate + extra
#: becomes
def toll(kind: str, tons: int) -> float:
    if kind == "barge":
        return tons * 0.03 + 2.5
    return tons * 0.01

#: nothing is added to a float, which may be minus zero -> differs
def rise(level: float, tide: bool) -> float:
    extra = 0
    if tide:
        extra = 0.5
    return level * 1.0 + extra
#: becomes
def rise(level: float, tide: bool) -> float:
    if tide:
        return level * 1.0 + 0.5
    return level * 1.0

#: nothing is added to a number times a negative one -> differs
def fall(boats: int, deep: bool) -> float:
    extra = 0
    if deep:
        extra = 0.5
    return boats * -0.25 + extra
#: becomes
def fall(boats: int, deep: bool) -> float:
    if deep:
        return boats * -0.25 + 0.5
    return boats * -0.25

#: nothing is taken off a float -> proved-under no-effect
def rise(level: float, tide: bool) -> float:
    less = 0.5 if tide else 0
    return level * 2.5 - less
#: becomes
def rise(level: float, tide: bool) -> float:
    return level * 2.5 - 0.5 if tide else level * 2.5

#: minus zero is added -> proved-under no-effect
def rise(level: float, tide: bool) -> float:
    more = 0.5 if tide else -0.0
    return level * 2.5 + more
#: becomes
def rise(level: float, tide: bool) -> float:
    return level * 2.5 + 0.5 if tide else level * 2.5

#: times one, where it may be a whole number -> differs
def rise(level: float, tide: bool) -> float:
    factor = 2.5 if tide else 1.0
    return level * factor
#: becomes
def rise(level: float, tide: bool) -> float:
    return level * 2.5 if tide else level

#: times one, where it is a float -> proved-under no-effect
def rise(boats: int, tide: bool) -> float:
    factor = 2.5 if tide else 1
    return (boats * 0.25) * factor
#: becomes
def rise(boats: int, tide: bool) -> float:
    return (boats * 0.25) * 2.5 if tide else boats * 0.25

#: the factors of a product in another order -> proved-under no-effect
def rise(level: float, boats: int) -> float:
    return level * boats + 0.5
#: becomes
def rise(level: float, boats: int) -> float:
    return 0.5 + boats * level

#: three floats are added up in another order -> differs
def rise(first: float, second: float, third: float) -> float:
    return first + second + third
#: becomes
def rise(first: float, second: float, third: float) -> float:
    return first + (second + third)

#: a product that is multiplied out -> differs
def rise(first: float, second: float) -> float:
    return 0.1 * (first + second)
#: becomes
def rise(first: float, second: float) -> float:
    return 0.1 * first + 0.1 * second

#: divided by what may be nothing, before its turn -> differs
def share(log: list, water: float, boats: int) -> float:
    log.append(boats)
    return water / boats
#: becomes
def share(log: list, water: float, boats: int) -> float:
    part = water / boats
    log.append(boats)
    return part

#: divided by a number that is written, before its turn -> proved-under as-declared+no-effect
def share(log: list, water: float) -> float:
    log.append(1)
    return water / 2
#: becomes
def share(log: list, water: float) -> float:
    part = water / 2
    log.append(1)
    return part

#: somebody waits for a number that is too large -> unproved
def share(log: list, water: int) -> float:
    try:
        log.append(1)
        return water / 2
    except OverflowError:
        return len(log)
#: becomes
def share(log: list, water: int) -> float:
    try:
        part = water / 2
        log.append(1)
        return part
    except OverflowError:
        return len(log)

#: formulas whose numbers stand in rows -> proved-under as-declared+no-effect
class Lock:
    def __init__(self, width: int, profile: str, steps: int = 0):
        self.width = width
        self.profile = profile
        self.steps = steps

def sizes(lock: Lock) -> tuple[float, float]:
    w = lock.width
    if lock.profile == "round":
        wall = w * 0.077
        height = w * 0.8
    elif lock.profile == "flat":
        wall = w * 0.074 + 2
        height = w * 0.78
    else:
        wall = w * 0.075 + 6
        height = w * 0.79
    return wall, height + 3 * lock.steps
#: becomes
from typing import NamedTuple

class Profile(NamedTuple):
    wall: float
    height: float
    more: int = 0

PROFILES = {"round": Profile(0.077, 0.8), "flat": Profile(0.074, 0.78, 2)}
OTHERS = Profile(0.075, 0.79, 6)

class Lock:
    def __init__(self, width: int, profile: str, steps: int = 0):
        self.width = width
        self.profile = profile
        self.steps = steps

def sizes(lock: Lock) -> tuple[float, float]:
    w = lock.width
    profile = PROFILES.get(lock.profile, OTHERS)
    return w * profile.wall + profile.more, w * profile.height + 3 * lock.steps
