"""Boats and other things that float past."""

from dataclasses import dataclass


@dataclass
class Vessel:
    """A vessel in the register; lengths in decimetres, draught in centimetres."""

    name: str
    kind: str
    length: int
    draught: int
    cargo: int = 0
    crew: int = 1
    exempt: bool = False


def describe(vessel):
    """One line for the day book."""
    if vessel.kind == "barge":
        return vessel.name + ", barge with " + str(vessel.cargo) + " t"
    elif vessel.kind == "narrowboat":
        return vessel.name + ", narrowboat of " + str(vessel.length) + " dm"
    elif vessel.kind == "rowing boat":
        return vessel.name + ", rowing boat"
    else:
        return vessel.name + ", " + vessel.kind


def wash_class(vessel):
    """How much wash a vessel makes: 0 (none) to 3 (breaks the banks)."""
    result = 0
    if vessel.kind == "barge":
        if vessel.cargo > 40:
            result = 3
        else:
            result = 2
    else:
        if vessel.kind == "narrowboat":
            result = 1
        else:
            if vessel.kind == "tug":
                result = 3
            else:
                result = 0
    return result


def needs_pilot(vessel, night: bool):
    """Whether a pilot has to come aboard."""
    if vessel.kind == "barge":
        if vessel.length > 300:
            needed = True
        else:
            if night:
                needed = True
            else:
                needed = False
    else:
        needed = False
    return needed


def check_papers(vessel):
    """The first thing that is wrong with a vessel's entry, or an empty text."""
    if vessel.name:
        if vessel.length > 0:
            if vessel.draught > 0:
                if vessel.crew < 1 and vessel.kind != "butty":
                    return "nobody is aboard"
                else:
                    return ""
            else:
                return "the draught is missing"
        else:
            return "the length is missing"
    else:
        return "the name is missing"
