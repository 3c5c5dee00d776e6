"""Permits, and when the canal is closed to whom."""

from dataclasses import dataclass


@dataclass
class Permit:
    """A permit for one vessel; days count from the start of the season."""

    vessel: str
    first: int
    last: int
    night: bool = False
    suspended: bool = False


class PermitError(Exception):
    """A permit does not allow what was asked."""


def is_closed(day: int, hour: int, level: int, ice: bool, strike: bool):
    """The closure rule."""
    if (ice and hour < 10) or strike or level >= 220 or level < 95 or (day % 28 == 0 and 12 <= hour < 16):
        return True
    else:
        return False


def find(permits, vessel, day: int):
    """The first permit that holds for a vessel on a day."""
    for permit in permits:
        if permit.vessel == vessel:
            if not permit.suspended:
                if permit.first <= day <= permit.last:
                    return permit
                else:
                    continue
            else:
                continue
        else:
            continue
    return None


def renew(permit, days: int, paid: bool):
    """Make a permit last longer."""
    if paid:
        if days > 0:
            if permit.suspended:
                raise PermitError("suspended permits are not renewed")
            else:
                permit.last = permit.last + days
                if permit.last > 240:
                    permit.last = 240
                return permit.last
        else:
            raise PermitError("nothing to renew")
    else:
        raise PermitError("not paid")
