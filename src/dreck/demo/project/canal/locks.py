"""Locks, and what their keepers do with them."""


class LockError(Exception):
    """A lock cannot do what was asked."""


class Lock:
    """One lock. Its kind is 'single', 'staircase' or 'guillotine'."""

    def __init__(self, name, kind, depth, chambers=1):
        self.name = name
        self.kind = kind
        self.depth = depth
        self.chambers = chambers
        self.open = True
        self.booked = []

    def minutes(self):
        """How long one passage takes."""
        if self.kind == "single":
            return 12
        elif self.kind == "staircase":
            return 9 * self.chambers + 3
        elif self.kind == "guillotine":
            return 15
        else:
            raise LockError("unknown kind of lock: " + self.kind)

    def water(self):
        """Cubic metres of water that one passage takes."""
        if self.kind == "single":
            return 110
        elif self.kind == "staircase":
            return 110 * self.chambers
        else:
            return 140

    def crew(self):
        """Keepers needed at the gates."""
        if self.kind == "guillotine":
            return 1
        else:
            if self.kind == "staircase":
                if self.chambers > 2:
                    return 3
                else:
                    return 2
            else:
                return 2

    def book(self, vessel, hour: int):
        """Put a vessel on the list for an hour; tell whether it got a place."""
        if self.open:
            if 6 <= hour and hour < 20:
                taken = 0
                for other, at in self.booked:
                    if at == hour:
                        taken += 1
                if taken < self.chambers:
                    self.booked.append((vessel, hour))
                    done = True
                else:
                    done = False
            else:
                done = False
        else:
            done = False
        return done

    def sweep(self, seen):
        """Drop bookings of vessels that were not seen; count the ones that stay."""
        kept = 0
        for entry in list(self.booked):
            vessel, hour = entry
            if vessel.name in seen:
                if hour >= 6:
                    if hour < 20:
                        kept += 1
                        continue
                    else:
                        self.booked.remove(entry)
                else:
                    self.booked.remove(entry)
            else:
                self.booked.remove(entry)
        return kept
