"""Private functions that are another thing now, judged by what those do that call them."""

#: nothing found is None now, and whoever asks knows -> same
class Lock:
    def __init__(self, berths: list[int]):
        self.berths = berths
    def _place(self, boat: int) -> int:
        found = -1
        for place, length in enumerate(self.berths):
            if found == -1 and boat <= length:
                found = place
        return found
    def admit(self, boat: int) -> str:
        place = self._place(boat)
        if place == -1:
            return "wait"
        return f"berth {place}"
#: becomes
class Lock:
    def __init__(self, berths: list[int]):
        self.berths = berths
    def _place(self, boat: int) -> int | None:
        for place, length in enumerate(self.berths):
            if boat <= length:
                return place
        return None
    def admit(self, boat: int) -> str:
        place = self._place(boat)
        if place is None:
            return "wait"
        return f"berth {place}"

#: one who asks does not know yet -> differs
class Lock:
    def __init__(self, berths: list[int]):
        self.berths = berths
    def _place(self, boat: int) -> int:
        found = -1
        for place, length in enumerate(self.berths):
            if found == -1 and boat <= length:
                found = place
        return found
    def admit(self, boat: int) -> str:
        place = self._place(boat)
        return "wait" if place == -1 else f"berth {place}"
    def has_room(self, boat: int) -> bool:
        return self._place(boat) != -1
#: becomes
class Lock:
    def __init__(self, berths: list[int]):
        self.berths = berths
    def _place(self, boat: int) -> int | None:
        for place, length in enumerate(self.berths):
            if boat <= length:
                return place
        return None
    def admit(self, boat: int) -> str:
        place = self._place(boat)
        return "wait" if place is None else f"berth {place}"
    def has_room(self, boat: int) -> bool:
        return self._place(boat) != -1

#: nobody asks it here -> differs
def _toll(length: int) -> int:
    return length * 2
def sign(length: int) -> str:
    return "long" if length > 20 else "short"
#: becomes
def _toll(length: int) -> int:
    return length * 3
def sign(length: int) -> str:
    return "short" if length <= 20 else "long"

#: it is no private one -> differs
def toll(length: int) -> int:
    return length * 2
def sign(length: int) -> str:
    return f"{toll(length)}"
#: becomes
def toll(length: int) -> int:
    return length * 3
def sign(length: int) -> str:
    return f"{toll(length) // 3 * 2}"

#: a text means it too -> differs
def _toll(length: int) -> int:
    return length * 2
def sign(length: int) -> int:
    return _toll(length)
def any_of(name: str) -> int:
    return globals()[name](1) if name == "_toll" else 0
#: becomes
def _toll(length: int) -> int:
    return length * 3
def sign(length: int) -> int:
    return _toll(length) // 3 * 2
def any_of(name: str) -> int:
    return globals()[name](1) if name == "_toll" else 0

#: it calls itself, and so do others -> same
def _steps(level: int) -> int:
    if level <= 0 or level > 40:
        return 0
    return 1 + _steps(level - 3)
def sign(level: int) -> str:
    return f"{_steps(level)} steps"
#: becomes
def _steps(level: int) -> int:
    if level <= 0 or level > 40:
        return 1
    return 1 + _steps(level - 3)
def sign(level: int) -> str:
    return f"{_steps(level) - 1} steps"

#: another class has one of that name -> differs
class Lock:
    def _fee(self, boat: int) -> int:
        return boat * 2
    def toll(self, boat: int) -> int:
        return self._fee(boat)
class SeaLock(Lock):
    def _fee(self, boat: int) -> int:
        return boat * 5
#: becomes
class Lock:
    def _fee(self, boat: int) -> int:
        return boat * 3
    def toll(self, boat: int) -> int:
        return self._fee(boat) // 3 * 2
class SeaLock(Lock):
    def _fee(self, boat: int) -> int:
        return boat * 5

#: the callers agree for most of what may come -> differs
def _days(hours: int) -> int:
    return hours // 24
def sign(hours: int) -> str:
    return f"{_days(hours)} days" if hours > 0 else "none"
#: becomes
def _days(hours: int) -> int:
    return (hours + 1) // 24
def sign(hours: int) -> str:
    return f"{_days(hours - 1)} days" if hours >= 0 else "none"
