#: the class is picked where an object is made, and kinds have constants -> proved-under closed-kinds+hashable+not-overridden+stable-read+unpatched
class Vessel:
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self) -> int:
        if self.kind == "barge":
            return self.length * 3
        elif self.kind == "tug":
            return 20
        return self.length
    def crew(self) -> int:
        return 4 if self.kind == "barge" else 1
def fleet(records: list[dict]) -> list[Vessel]:
    return [Vessel(r["kind"], r["length"]) for r in records]
#: becomes
class Vessel:
    hands = 1
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self) -> int:
        return self.length
    def crew(self) -> int:
        return self.hands
class Barge(Vessel):
    hands = 4
    def toll(self) -> int:
        return self.length * 3
class Tug(Vessel):
    def toll(self) -> int:
        return 20
KINDS = {"barge": Barge, "tug": Tug}
def fleet(records: list[dict]) -> list[Vessel]:
    return [KINDS.get(r["kind"], Vessel)(r["kind"], r["length"]) for r in records]

#: one kind after the other is asked for -> proved-under closed-kinds
class Vessel:
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self) -> int:
        if self.kind == "barge":
            return self.length * 3
        elif self.kind == "tug":
            return 20
        else:
            raise ValueError(self.kind)
def made(kind: str, length: int) -> Vessel:
    return Vessel(kind, length)
#: becomes
class Vessel:
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self) -> int:
        raise ValueError(self.kind)
class Barge(Vessel):
    def toll(self) -> int:
        return self.length * 3
class Tug(Vessel):
    def toll(self) -> int:
        return 20
def made(kind: str, length: int) -> Vessel:
    if kind == "barge":
        return Barge(kind, length)
    if kind == "tug":
        return Tug(kind, length)
    return Vessel(kind, length)

#: two kinds have each other's class -> differs
class Vessel:
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self) -> int:
        if self.kind == "barge":
            return self.length * 3
        elif self.kind == "tug":
            return 20
        return self.length
def toll_of(kind: str, length: int) -> int:
    return Vessel(kind, length).toll()
#: becomes
class Vessel:
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self) -> int:
        return self.length
class Barge(Vessel):
    def toll(self) -> int:
        return self.length * 3
class Tug(Vessel):
    def toll(self) -> int:
        return 20
KINDS = {"barge": Tug, "tug": Barge}
def toll_of(kind: str, length: int) -> int:
    return KINDS.get(kind, Vessel)(kind, length).toll()

#: a kind has another number -> differs
class Vessel:
    def __init__(self, kind: str):
        self.kind = kind
    def crew(self) -> int:
        return 4 if self.kind == "barge" else 1
def crew_of(kind: str) -> int:
    return Vessel(kind).crew()
#: becomes
class Vessel:
    hands = 1
    def __init__(self, kind: str):
        self.kind = kind
    def crew(self) -> int:
        return self.hands
class Barge(Vessel):
    hands = 3
KINDS = {"barge": Barge}
def crew_of(kind: str) -> int:
    return KINDS.get(kind, Vessel)(kind).crew()

#: something else is looked up than is handed on -> differs
class Vessel:
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self) -> int:
        if self.kind == "barge":
            return self.length * 3
        return self.length
def toll_of(kind: str, other: str, length: int) -> int:
    return Vessel(kind, length).toll()
#: becomes
class Vessel:
    def __init__(self, kind: str, length: int):
        self.kind = kind
        self.length = length
    def toll(self) -> int:
        return self.length
class Barge(Vessel):
    def toll(self) -> int:
        return self.length * 3
KINDS = {"barge": Barge}
def toll_of(kind: str, other: str, length: int) -> int:
    return KINDS.get(other, Vessel)(kind, length).toll()
