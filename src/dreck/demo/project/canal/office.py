"""The office: what happens when a boat calls at a lock."""

from .levels import SILL
from .permits import find, is_closed
from .tolls import base_toll, surcharge
from .vessels import check_papers


class Refusal(Exception):
    """A boat is not let through; the text says why."""


class Office:
    """The desk at one lock."""

    def __init__(self, lock, register, permits):
        self.lock = lock
        self.register = register
        self.permits = permits
        self.takings = 0
        self.log = []

    def admit(self, name: str, day: int, hour: int, level: int):
        """Let a boat through the lock and take its toll.

        The boat has to be in the register, with its papers in order, and the canal open.
        """
        vessel = self.register.get(name)
        if vessel is not None:
            wrong = check_papers(vessel)
            if not wrong:
                if not is_closed(day, hour, level, False, False):
                    permit = find(self.permits, name, day)
                    if permit is not None or vessel.exempt:
                        if hour < 20 or (permit is not None and permit.night):
                            # the sill is what boats touch first
                            if vessel.draught <= level - SILL:
                                if self.lock.book(vessel, hour):
                                    toll = base_toll(vessel)
                                    toll += surcharge(level, vessel.length)
                                    self.takings += toll
                                    self.log.append((day, hour, name, toll))
                                    return toll
                                else:
                                    self.log.append((day, hour, name, None))
                                    raise Refusal("no place at this hour")
                            else:
                                raise Refusal("too deep: " + name)
                        else:
                            # night permits are sold at the desk
                            raise Refusal("no passage at night")
                    else:
                        raise Refusal("no permit for day " + str(day))
                else:
                    raise Refusal("the canal is closed")
            else:
                raise Refusal(wrong)
        else:
            raise Refusal("not in the register: " + name)

    def night_count(self, day: int):
        """Passages after eight in the evening, refused ones left out."""
        count = 0
        for entry in self.log:
            if entry[0] == day:
                if entry[1] >= 20:
                    if entry[3] is not None:
                        count += 1
        return count

    def close_up(self, keeper, counted: int, force=False):
        """Close the desk for the day; tells what the keeper has to write down."""
        difference = counted - self.takings
        if keeper:
            if difference != 0:
                if force:
                    note = "off by " + str(difference) + ", signed " + keeper
                else:
                    raise Refusal("count again, " + keeper)
            else:
                note = "right, signed " + keeper
            self.takings = 0
            self.log.append((0, 0, keeper, counted))
            return note
        else:
            raise Refusal("somebody has to sign")
