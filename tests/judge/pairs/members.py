#: a name is looked for in a list -> proved-under plain-equality+no-effect
def missing(needed: list[str], given: list[str]) -> list[str]:
    found = []
    for name in needed:
        is_there = False
        for each in given:
            if each == name:
                is_there = True
                break
        if not is_there:
            found.append(name)
    return found
#: becomes
def missing(needed: list[str], given: list[str]) -> list[str]:
    return [name for name in needed if name not in given]

#: nothing says what is gone through -> proved-under as-used+plain-equality+no-effect
def is_known(name, given):
    for each in given:
        if each == name:
            return True
    return False
#: becomes
def is_known(name, given):
    return name in given

#: a text is asked for a part of it -> differs
def is_known(name: str, given: str) -> bool:
    for each in given:
        if each == name:
            return True
    return False
#: becomes
def is_known(name: str, given: str) -> bool:
    return name in given

#: nothing says that it is no text, and nobody went through it -> unproved-this-way
def is_known(name, given):
    return name in given
#: becomes
def is_known(name, given):
    for each in given:
        if each == name:
            return True
    return False

#: a class says itself what is in it -> differs
class Register:
    def __init__(self, names: list[str]):
        self.names = names
    def __iter__(self):
        return iter(self.names)
    def __contains__(self, name):
        return name.lower() in self.names
def is_known(name: str, given: Register) -> bool:
    for each in given:
        if each == name:
            return True
    return False
#: becomes
class Register:
    def __init__(self, names: list[str]):
        self.names = names
    def __iter__(self):
        return iter(self.names)
    def __contains__(self, name):
        return name.lower() in self.names
def is_known(name: str, given: Register) -> bool:
    return name in given

#: the last one does not count -> differs
def is_known(name: str, given: list[str]) -> bool:
    for each in given[:-1]:
        if each == name:
            return True
    return False
#: becomes
def is_known(name: str, given: list[str]) -> bool:
    return name in given
