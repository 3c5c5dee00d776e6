#: the gate is as it should be -> proved
def move(opening: bool, is_open: bool) -> str:
    if opening:
        if not is_open:
            return "opened"
    else:
        if is_open:
            return "closed"
    return ""
#: becomes
def move(opening: bool, is_open: bool) -> str:
    if opening == is_open:
        return ""
    return "opened" if opening else "closed"

#: one of two, and not both -> proved
def is_half_open(upper: bool, lower: bool) -> bool:
    return (upper and not lower) or (not upper and lower)
#: becomes
def is_half_open(upper: bool, lower: bool) -> bool:
    return upper != lower

#: the same by the sign for it -> proved
def is_half_open(upper: bool, lower: bool) -> bool:
    if upper and not lower:
        return True
    return lower and not upper
#: becomes
def is_half_open(upper: bool, lower: bool) -> bool:
    return upper ^ lower

#: the same object, of which there is one -> proved
def is_even(upper: bool, lower: bool) -> bool:
    return (upper and lower) or (not upper and not lower)
#: becomes
def is_even(upper: bool, lower: bool) -> bool:
    return upper is lower

#: a comparison agrees with a flag -> proved
def fits(level: int, limit: int, turned: bool) -> bool:
    if turned:
        return level > limit
    return level <= limit
#: becomes
def fits(level: int, limit: int, turned: bool) -> bool:
    return (level > limit) == turned

#: of NaN both comparisons are false -> differs
def fits(level: float, limit: float, turned: bool) -> bool:
    if turned:
        return level > limit
    return level <= limit
#: becomes
def fits(level: float, limit: float, turned: bool) -> bool:
    return (level > limit) == turned

#: what is none of the two agrees with neither -> differs
def is_half_open(upper: bool | None, lower: bool) -> bool:
    if upper and not lower:
        return True
    return bool(lower and not upper)
#: becomes
def is_half_open(upper: bool | None, lower: bool) -> bool:
    return upper != lower

#: two that are only true are no two that are equal -> differs
def is_half_open(upper: int, lower: int) -> bool:
    return bool((upper and not lower) or (not upper and lower))
#: becomes
def is_half_open(upper: int, lower: int) -> bool:
    return upper != lower

#: the wrong way round -> differs
def move(opening: bool, is_open: bool) -> str:
    if opening != is_open:
        return "moved"
    return ""
#: becomes
def move(opening: bool, is_open: bool) -> str:
    if opening == is_open:
        return "moved"
    return ""
