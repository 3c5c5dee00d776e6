#: a gate is shut that may be shut -> proved-under as-declared
from dataclasses import dataclass
@dataclass
class Gate:
    open: bool = True
def shut(gate: Gate):
    if gate.open:
        gate.open = False
    return "shut"
#: becomes
from dataclasses import dataclass
@dataclass
class Gate:
    open: bool = True
def shut(gate: Gate):
    gate.open = False
    return "shut"

#: setting tells somebody -> differs
class Gate:
    def __init__(self):
        self.told = []
        self.open: bool = True
    def __setattr__(self, name, value):
        if name != "told":
            self.told.append(name)
        super().__setattr__(name, value)
    def shut(self):
        if self.open:
            self.open = False
        return self.told
#: becomes
class Gate:
    def __init__(self):
        self.told = []
        self.open: bool = True
    def __setattr__(self, name, value):
        if name != "told":
            self.told.append(name)
        super().__setattr__(name, value)
    def shut(self):
        self.open = False
        return self.told

#: a gate that cannot be changed -> differs
from dataclasses import dataclass
@dataclass(frozen=True)
class Gate:
    open: bool = True
def shut(gate: Gate):
    if gate.open:
        gate.open = False
    return "shut"
#: becomes
from dataclasses import dataclass
@dataclass(frozen=True)
class Gate:
    open: bool = True
def shut(gate: Gate):
    gate.open = False
    return "shut"

#: opened between -> differs
from dataclasses import dataclass
@dataclass
class Gate:
    open: bool = True
    def drain(self):
        self.open = True
def shut(gate: Gate):
    if gate.open:
        return gate
    gate.drain()
    return gate
#: becomes
from dataclasses import dataclass
@dataclass
class Gate:
    open: bool = True
    def drain(self):
        self.open = True
def shut(gate: Gate):
    if gate.open:
        return gate
    gate.drain()
    gate.open = False
    return gate
