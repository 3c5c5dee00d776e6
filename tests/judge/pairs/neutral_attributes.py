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
