"""The yard: what lifts loads, who mans it, and what is charged for it."""


class Crane:
    """Stands on the quay."""

    def __init__(self, name, hands):
        self.name = name
        self.hands = hands

    def cost(self, hours: int):
        return 30 * hours * self.hands


class Trolley:
    """Runs on rails."""

    def __init__(self, name, hands, wheels=4):
        self.name = name
        self.hands = hands
        self.wheels = wheels

    def cost(self, hours: int):
        return 8 * hours + self.wheels


class Slipway:
    """Needs nobody but the boat's own crew."""

    def __init__(self, name):
        self.name = name

    def cost(self, hours: int):
        return 15


def hands(gear):
    """How many people of the office a piece of gear needs."""
    if isinstance(gear, Crane):
        return gear.hands
    elif isinstance(gear, Trolley):
        return gear.hands
    elif isinstance(gear, Slipway):
        return 0
    raise LookupError("not ours: " + gear.name)


def bill(gear, hours: int):
    """Pence for the use of gear; what is hired has one price."""
    if isinstance(gear, (Crane, Trolley, Slipway)):
        return gear.cost(hours)
    return 90 * hours


def lift_price(tons: int, lifts: int):
    """Pence for so many lifts of a load."""
    if tons < 5:
        pence = 12 * lifts
    elif tons < 20:
        pence = 18 * lifts
    elif tons < 40:
        pence = 25 * lifts
    elif tons < 60:
        pence = 30 * lifts
    else:
        raise ValueError("too heavy for the crane")
    return pence


def stamps(tons: int):
    """Stamps on the papers of a load."""
    count = 0
    if tons > 20:
        count += 1
    if tons > 50:
        count += 2
    if tons > 90:
        count += 4
    return count


def storage(good: str, days: int):
    """Pence for a load that stays."""
    if good == "coal":
        return 2 * days
    elif good == "grain":
        return 5 * days
    elif good == "timber":
        return 3 * days
    return 4 * days


def shed(good: str):
    """Where a load stays."""
    if good == "coal":
        return "open yard"
    elif good == "grain":
        return "dry shed"
    elif good == "timber":
        return "long shed"
    return "any shed"


class Yard:
    """Carries out orders."""

    def __init__(self, book):
        self.book = book

    def take(self, order: str, load):
        """Do what an order says."""
        if order == "lift":
            return self.lift(load)
        elif order == "stow":
            return self.stow(load)
        elif order == "weigh":
            return self.weigh(load)
        raise ValueError("no such order: " + order)

    def lift(self, load):
        self.book.append(("lifted", load))
        return True

    def stow(self, load):
        self.book.append(("stowed", load))
        return True

    def weigh(self, load):
        return len(self.book)
