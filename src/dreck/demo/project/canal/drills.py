"""Drills: what keepers do at the gates, and what their work costs."""


def drill(kind: str, crew: int, frost: bool):
    """The orders for letting a boat up, one after the other."""
    orders = []
    if kind != "guillotine":
        orders.append("close the lower gates")
        if kind == "staircase":
            if crew < 2:
                orders.append("send for a second keeper")
            orders.append("fill from the chamber above")
        else:
            orders.append("open the upper paddles")
    if frost:
        if kind == "guillotine":
            orders.append("thaw the chain")
        else:
            if kind != "staircase":
                orders.append("break the ice at the gates")
    if kind == "guillotine" and crew > 0:
        if not frost:
            orders.append("oil the chain")
        orders.append("wind up the blade")
    if not kind == "guillotine":
        orders.append("open the upper gates")
    return orders


def dredging(reach, men: int, frost: bool):
    """What a day's dredging of a reach costs, in pence; 0 where there is nothing to be done."""
    result = 0
    if reach is not None:
        if reach.silt > 0:
            if men > 0:
                if frost:
                    result = men * 90
                else:
                    result = men * 60
            else:
                result = 0
        else:
            result = 0
    else:
        result = 0
    return result
