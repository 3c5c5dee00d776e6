"""The signals at the gates."""

from enum import Enum


class Signal(Enum):
    """What the mast shows."""

    STOP = "stop"
    WAIT = "wait"
    ENTER = "enter"
    OUT_OF_ORDER = "out of order"


def lamps(signal):
    """Red and green lamps that are lit."""
    if signal == Signal.STOP:
        red = 1
        green = 0
    elif signal == Signal.WAIT:
        red = 1
        green = 1
    elif signal == Signal.ENTER:
        red = 0
        green = 1
    else:
        red = 2
        green = 0
    return red, green


def next_signal(signal, waiting: int, ready: bool):
    """The signal after the current one."""
    if signal == Signal.OUT_OF_ORDER:
        return signal
    else:
        if waiting == 0:
            return Signal.STOP
        else:
            if ready:
                return Signal.ENTER
            else:
                return Signal.WAIT


def minutes_to_wait(signal: Signal):
    """How long a boat has to expect to wait."""
    if signal is Signal.STOP:
        return 20
    elif signal is Signal.WAIT:
        return 5
    elif signal is Signal.ENTER:
        return 0
    return 60
