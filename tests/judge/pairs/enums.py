#: members of an enum know their data -> proved
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2
    ENTER = 3


def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    elif signal == Signal.WAIT:
        return 2
    else:
        return 0
#: becomes
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2
    ENTER = 3

    @property
    def lit(self) -> int:
        return _LIT[self]


_LIT = {Signal.STOP: 1, Signal.WAIT: 2, Signal.ENTER: 0}


def lamps(signal: Signal):
    return signal.lit


#: a member without its data -> differs
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2
    ENTER = 3


def lamps(signal: Signal):
    if signal == Signal.STOP:
        return 1
    elif signal == Signal.WAIT:
        return 2
    else:
        return 0
#: becomes
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2
    ENTER = 3

    @property
    def lit(self) -> int:
        return _LIT[self]


_LIT = {Signal.STOP: 1, Signal.WAIT: 2}


def lamps(signal: Signal):
    return signal.lit


#: something that is no member had the default -> differs
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2


def lamps(signal):
    if signal == Signal.STOP:
        return 1
    return 2
#: becomes
from enum import Enum


class Signal(Enum):
    STOP = 1
    WAIT = 2

    @property
    def lit(self) -> int:
        return 1 if self is Signal.STOP else 2


def lamps(signal):
    return signal.lit


#: constants of classes -> proved-under no-effect+not-overridden+unpatched
class Vessel:
    pass


class Barge(Vessel):
    pass


class Tug(Vessel):
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
class Vessel:
    pass


class Barge(Vessel):
    harbour_fee = 240


class Tug(Vessel):
    harbour_fee = 180


def fee(vessel):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee
    return 60


#: an object that sets such a constant for itself -> differs
class Barge:
    def __init__(self):
        self.harbour_fee = 12


class Tug:
    pass


def fee(vessel):
    if isinstance(vessel, Barge):
        return 240
    if isinstance(vessel, Tug):
        return 180
    return 60
#: becomes
class Barge:
    harbour_fee = 240

    def __init__(self):
        self.harbour_fee = 12


class Tug:
    harbour_fee = 180


def fee(vessel):
    if isinstance(vessel, (Barge, Tug)):
        return vessel.harbour_fee
    return 60
