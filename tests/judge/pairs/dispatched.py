#: methods of its own in a table, and the table is asked first -> proved-under hashable+not-overridden+plain-equality
class Panel:
    def __init__(self, gate):
        self.gate = gate
        self.stops = 0
    def press(self, key: str):
        if key == "u":
            self.gate.up()
        elif key == "s":
            self.gate.stop()
            self.stops += 1
        else:
            return False
        return True
#: becomes
class Panel:
    def __init__(self, gate):
        self.gate = gate
        self.stops = 0
    def press(self, key: str):
        actions = {"u": self._up, "s": self._stop}
        if key not in actions:
            return False
        actions[key]()
        return True
    def _up(self):
        self.gate.up()
    def _stop(self):
        self.gate.stop()
        self.stops += 1

#: the table stands where it is asked -> proved-under hashable+not-overridden+plain-equality
class Panel:
    def __init__(self, gate):
        self.gate = gate
    def press(self, key: str):
        if key == "u":
            return self.gate.up()
        elif key == "d":
            return self.gate.down()
        return None
#: becomes
class Panel:
    def __init__(self, gate):
        self.gate = gate
    def press(self, key: str):
        action = {"u": self._up, "d": self._down}.get(key)
        return action() if action else None
    def _up(self):
        return self.gate.up()
    def _down(self):
        return self.gate.down()

#: the table stands in the class, and its functions are handed the object -> proved-under hashable+not-overridden+plain-equality
class Panel:
    def __init__(self, gate):
        self.gate = gate
    def press(self, key: str):
        if key == "u":
            self.gate.up()
        elif key == "d":
            self.gate.down()
        else:
            return False
        return True
#: becomes
class Panel:
    def __init__(self, gate):
        self.gate = gate
    def _up(self):
        self.gate.up()
    def _down(self):
        self.gate.down()
    _ACTIONS = {"u": _up, "d": _down}
    def press(self, key: str):
        action = self._ACTIONS.get(key)
        if action is None:
            return False
        action(self)
        return True

#: two rows are exchanged -> differs
class Panel:
    def __init__(self, level: int):
        self.level = level
    def press(self, key: str) -> int:
        if key == "u":
            self.level += 1
        elif key == "d":
            self.level -= 1
        return self.level
#: becomes
class Panel:
    def __init__(self, level: int):
        self.level = level
    def press(self, key: str) -> int:
        actions = {"u": self._down, "d": self._up}
        if key in actions:
            actions[key]()
        return self.level
    def _up(self):
        self.level += 1
    def _down(self):
        self.level -= 1

#: a key that is missing raises now -> differs
class Panel:
    def __init__(self, level: int):
        self.level = level
    def press(self, key: str) -> int:
        if key == "u":
            self.level += 1
        return self.level
#: becomes
class Panel:
    def __init__(self, level: int):
        self.level = level
    def press(self, key: str) -> int:
        {"u": self._up}[key]()
        return self.level
    def _up(self):
        self.level += 1

#: the table of the class is filled by somebody -> differs
class Panel:
    def __init__(self, level: int):
        self.level = level
    def press(self, key: str) -> int:
        self.turn()
        if key == "u":
            self.level += 1
        return self.level
    def turn(self):
        pass
#: becomes
class Panel:
    def __init__(self, level: int):
        self.level = level
    def _up(self):
        self.level += 1
    _ACTIONS = {"u": _up}
    def press(self, key: str) -> int:
        self.turn()
        action = self._ACTIONS.get(key)
        if action is not None:
            action(self)
        return self.level
    def turn(self):
        self._ACTIONS["d"] = Panel._up
