#: a class that has no such attribute gets the neutral one -> proved-under no-effect+not-overridden+unpatched
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    pass


def crew(boat):
    if isinstance(boat, Barge):
        return boat.hands
    elif isinstance(boat, Raft):
        return 0
    return None
#: becomes
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    hands = 0


def crew(boat):
    if isinstance(boat, (Barge, Raft)):
        return boat.hands
    return None

#: the neutral one is another -> differs
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    pass


def crew(boat):
    if isinstance(boat, Barge):
        return boat.hands
    elif isinstance(boat, Raft):
        return 0
    return None
#: becomes
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    hands = 1


def crew(boat):
    if isinstance(boat, (Barge, Raft)):
        return boat.hands
    return None

#: some of its objects have one of their own -> differs
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    def __init__(self):
        self.hands = 3


def crew(boat):
    if isinstance(boat, Barge):
        return boat.hands
    elif isinstance(boat, Raft):
        return 0
    return None
#: becomes
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    hands = 0

    def __init__(self):
        self.hands = 3


def crew(boat):
    if isinstance(boat, (Barge, Raft)):
        return boat.hands
    return None

#: a class derived from it has one of its own -> differs
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    pass


class Ferry(Raft):
    hands = 2


def crew(boat):
    if isinstance(boat, Barge):
        return boat.hands
    elif isinstance(boat, Raft):
        return 0
    return None
#: becomes
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    hands = 0


class Ferry(Raft):
    hands = 2


def crew(boat):
    if isinstance(boat, (Barge, Raft)):
        return boat.hands
    return None

#: the module gives it to whatever comes in -> undecided
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    pass


def man(boat):
    boat.hands = 4
    return boat


def crew(boat):
    if isinstance(boat, Barge):
        return boat.hands
    elif isinstance(boat, Raft):
        return 0
    return None
#: becomes
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    hands = 0


def man(boat):
    boat.hands = 4
    return boat


def crew(boat):
    if isinstance(boat, (Barge, Raft)):
        return boat.hands
    return None

#: the module asks whether objects have one -> undecided
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    pass


def is_manned(boat):
    return hasattr(boat, "hands")


def crew(boat):
    if isinstance(boat, Barge):
        return boat.hands
    elif isinstance(boat, Raft):
        return 0
    return None
#: becomes
class Barge:
    def __init__(self, hands):
        self.hands = hands


class Raft:
    hands = 0


def is_manned(boat):
    return hasattr(boat, "hands")


def crew(boat):
    if isinstance(boat, (Barge, Raft)):
        return boat.hands
    return None

#: the module handles that there is none -> differs
class A:
    def __init__(self):
        self.p = 3
class B: ...
def g(v):
    try:
        return v.p
    except AttributeError:
        return 9
def f(v):
    if isinstance(v, A):
        return v.p
    elif isinstance(v, B):
        return 0
    return 1
#: becomes
class A:
    def __init__(self):
        self.p = 3
class B:
    p = 0
def g(v):
    try:
        return v.p
    except AttributeError:
        return 9
def f(v):
    if isinstance(v, (A, B)):
        return v.p
    return 1

#: the module asks for attributes whose names are not written there -> undecided
class A:
    def __init__(self):
        self.p = 3
class B: ...
def g(v, name):
    return getattr(v, name, 9)
def f(v):
    if isinstance(v, A):
        return v.p
    elif isinstance(v, B):
        return 0
    return 1
#: becomes
class A:
    def __init__(self):
        self.p = 3
class B:
    p = 0
def g(v, name):
    return getattr(v, name, 9)
def f(v):
    if isinstance(v, (A, B)):
        return v.p
    return 1

#: attributes that classes have now, some of them taken from others -> tested plain-value
class Notice:
    def __init__(self, reach):
        self.reach = reach


class Closure(Notice):
    pass


class Works(Closure):
    pass


class Advice(Notice):
    pass


def label(notice: Notice) -> str:
    sign, colour = "", "white"
    if type(notice) == Closure:
        sign, colour = "X", "red"
    elif type(notice) == Advice:
        colour = "blue"
    return f"{sign}{notice.reach} on {colour}"
#: becomes
class Notice:
    style = ("", "white")

    def __init__(self, reach):
        self.reach = reach


class Closure(Notice):
    style = ("X", "red")


class Works(Closure):
    style = Notice.style


class Advice(Notice):
    style = ("", "blue")


def label(notice: Notice) -> str:
    sign, colour = notice.style
    return f"{sign}{notice.reach} on {colour}"

#: a class that is derived gets the attribute of its base -> differs
class Notice:
    def __init__(self, reach):
        self.reach = reach


class Closure(Notice):
    pass


class Works(Closure):
    pass


def label(notice: Notice) -> str:
    sign, colour = "", "white"
    if type(notice) == Closure:
        sign, colour = "X", "red"
    return f"{sign}{notice.reach} on {colour}"
#: becomes
class Notice:
    style = ("", "white")

    def __init__(self, reach):
        self.reach = reach


class Closure(Notice):
    style = ("X", "red")


class Works(Closure):
    pass


def label(notice: Notice) -> str:
    sign, colour = notice.style
    return f"{sign}{notice.reach} on {colour}"

#: an attribute that hides a method of the base -> undecided
class Notice:
    def style(self):
        return "white"


class Closure(Notice):
    pass


def label(notice: Notice) -> str:
    if type(notice) == Closure:
        return "red"
    return "none"
#: becomes
class Notice:
    def style(self):
        return "white"


class Closure(Notice):
    style = ("red", "X")


def label(notice: Notice) -> str:
    if type(notice) == Closure:
        return "red"
    return "none"

#: an attribute that is asked for by a name made up -> undecided
class Notice:
    def __init__(self, reach):
        self.reach = reach

    def words(self, kind):
        return getattr(self, "says_" + kind, None) or self.reach


class Closure(Notice):
    pass


def label(notice: Notice) -> str:
    if type(notice) == Closure:
        return "red"
    return "none"
#: becomes
class Notice:
    def __init__(self, reach):
        self.reach = reach

    def words(self, kind):
        return getattr(self, "says_" + kind, None) or self.reach


class Closure(Notice):
    says_loudly = "closed"


def label(notice: Notice) -> str:
    if type(notice) == Closure:
        return "red"
    return "none"

#: a member more of an enum is no attribute -> undecided
import enum


class State(enum.Enum):
    OPEN = 1
    SHUT = 2


def label(state: State) -> str:
    if state is State.OPEN:
        return "open"
    return "shut"
#: becomes
import enum


class State(enum.Enum):
    OPEN = 1
    SHUT = 2
    BROKEN = ("no", "way")


def label(state: State) -> str:
    if state is State.OPEN:
        return "open"
    return "shut"

#: attributes of a class whose module lists what classes have -> undecided
class Notice:
    pass


class Closure(Notice):
    pass


def label(notice: Notice) -> str:
    if type(notice) == Closure:
        return "red"
    return "none"


def known():
    return sorted(vars(Closure))
#: becomes
class Notice:
    pass


class Closure(Notice):
    style = ("red", "X")


def label(notice: Notice) -> str:
    if type(notice) == Closure:
        return "red"
    return "none"


def known():
    return sorted(vars(Closure))
