"""Parameters without a declaration that are compared with numbers, and so are numbers."""

#: a ladder becomes a table of limits -> proved-under as-used
def fan(speed, fine=False):
    if speed > 14:
        rpm = 5200
    elif speed > 10:
        rpm = 4700
    elif speed > 0:
        rpm = 3600
    else:
        rpm = 0
    return rpm - 1 if fine else rpm
#: becomes
from bisect import bisect_left
SPEEDS = (0, 10, 14)
RPMS = (0, 3600, 4700, 5200)
def fan(speed, fine=False):
    rpm = RPMS[bisect_left(SPEEDS, speed)]
    return rpm - 1 if fine else rpm

#: the limits belong to the other side -> differs
def fan(speed):
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_right
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_right(SPEEDS, speed)]

#: what is no number comes to the last band, and would come to the first -> unproved
def fan(speed):
    if speed <= 10:
        return 0
    elif speed <= 14:
        return 4700
    return 5200
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_left(SPEEDS, speed)]

#: None is asked for, so it comes in -> differs
def fan(speed):
    if speed is None or speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_left(SPEEDS, speed)]

#: texts are asked for, so they come in -> differs
def fan(speed):
    if isinstance(speed, str):
        return 0
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_left(SPEEDS, speed)]

#: other kinds are expected, and caught -> unproved
def fan(speed):
    try:
        if speed > 14:
            return 5200
        elif speed > 10:
            return 4700
    except TypeError:
        return -1
    return 0
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_left(SPEEDS, speed)]

#: compared with a text too -> differs
def fan(speed):
    if speed == "full":
        return 5200
    elif speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_left(SPEEDS, speed)]

#: a limit with a name, which the parameter is set to -> proved-under as-used+unpatched
FASTEST = 18
def fan(speed):
    if speed > FASTEST:
        speed = FASTEST
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_left
FASTEST = 18
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    if speed > FASTEST:
        speed = FASTEST
    return RPMS[bisect_left(SPEEDS, speed)]

#: a limit that is set again -> unproved
FASTEST = 18
def slow(to):
    global FASTEST
    FASTEST = to
def fan(speed):
    if speed > FASTEST:
        speed = FASTEST
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_left
FASTEST = 18
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def slow(to):
    global FASTEST
    FASTEST = to
def fan(speed):
    if speed > FASTEST:
        speed = FASTEST
    return RPMS[bisect_left(SPEEDS, speed)]

#: None for default is no number -> differs
def fan(speed=None):
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed=None):
    return RPMS[bisect_left(SPEEDS, speed)]

#: a number for default -> proved-under as-used
def fan(speed=-1):
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed=-1):
    return RPMS[bisect_left(SPEEDS, speed)]

#: what is left is a tuple -> differs
def fan(*speed):
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(*speed):
    return RPMS[bisect_left(SPEEDS, speed)]

#: a text is made a number first -> differs
def fan(speed):
    speed = int(speed)
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_left(SPEEDS, speed)]

#: a caller hands it a text -> unproved
def fan(speed):
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
def start():
    return fan("full")
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_left(SPEEDS, speed)]
def start():
    return fan("full")

#: a caller hands it what is declared a text -> unproved
def fan(speed):
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
def start(how: str):
    return fan(how)
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_left(SPEEDS, speed)]
def start(how: str):
    return fan(how)

#: callers hand it numbers -> proved-under as-used
def fan(speed):
    if speed > 14:
        return 5200
    elif speed > 10:
        return 4700
    return 0
def start(how: int):
    return fan(how) + fan(speed=2.5)
#: becomes
from bisect import bisect_left
SPEEDS = (10, 14)
RPMS = (0, 4700, 5200)
def fan(speed):
    return RPMS[bisect_left(SPEEDS, speed)]
def start(how: int):
    return fan(how) + fan(speed=2.5)

#: what is below one bound and not below another lies between them -> proved-under no-effect+total-order
def colour(level):
    if level >= 30:
        return "red"
    if level >= 22 and level < 30:
        return "orange"
    if level < 22:
        return "green"
    return "unknown"
#: becomes
def colour(level):
    if level >= 30:
        return "red"
    if level >= 22:
        return "orange"
    if level < 22:
        return "green"
    return "unknown"

#: what is not below a bound need not be above it -> unproved
def colour(level):
    if level < 22:
        return "green"
    if level >= 22 and level < 30:
        return "orange"
    return "red"
#: becomes
def colour(level):
    if level < 22:
        return "green"
    if level < 30 or level != level:
        return "orange"
    return "red"

#: a text is compared, too -> proved-under no-effect+total-order
def colour(level):
    if level == "high":
        return "red"
    if level >= 22 and level < 30:
        return "orange"
    return "green" if level < 22 else "red"
#: becomes
def colour(level):
    if level == "high":
        return "red"
    if level >= 22:
        return "orange" if not level >= 30 else "red"
    return "green"

#: the bounds overlap -> differs
def colour(level):
    if level >= 30:
        return "red"
    if level >= 22 and level < 28:
        return "orange"
    return "green"
#: becomes
def colour(level):
    if level >= 30:
        return "red"
    if level >= 22:
        return "orange"
    return "green"
