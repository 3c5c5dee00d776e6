"""The desk that sells tickets."""

from canal.dues import ticket


def sell(day: int, days: int):
    """The price of a ticket that is sold on a day of the year."""
    if day > 300:
        return ticket(days, True)
    return ticket(days)
