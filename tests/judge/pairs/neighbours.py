#: each is more than the one before -> proved-under no-effect+total-order
def rising(levels: list[float]) -> bool:
    for i in range(1, len(levels)):
        if levels[i] <= levels[i - 1]:
            return False
    return True
#: becomes
def rising(levels: list[float]) -> bool:
    return all(a < b for a, b in zip(levels, levels[1:]))

#: by how much it rises, where it does -> proved
from itertools import pairwise
def steps(levels: list[int]) -> list[int]:
    out = []
    for i in range(len(levels) - 1):
        if levels[i + 1] > levels[i]:
            out.append(levels[i + 1] - levels[i])
    return out
#: becomes
from itertools import pairwise
def steps(levels: list[int]) -> list[int]:
    return [b - a for a, b in pairwise(levels) if b > a]

#: the pair is the other way round -> differs
def steps(levels: list[int]) -> list[int]:
    out = []
    for i in range(len(levels) - 1):
        out.append(levels[i + 1] - levels[i])
    return out
#: becomes
def steps(levels: list[int]) -> list[int]:
    return [a - b for a, b in zip(levels, levels[1:])]

#: the first one has the last one before it -> differs
def steps(levels: list[int]) -> list[int]:
    out = []
    for i in range(len(levels)):
        out.append(levels[i] - levels[i - 1])
    return out
#: becomes
def steps(levels: list[int]) -> list[int]:
    return [b - a for a, b in zip(levels, levels[1:])]

#: the list is changed on the way -> differs
def smooth(levels: list[int]) -> int:
    total = 0
    for i in range(1, len(levels)):
        levels[i] = (levels[i] + levels[i - 1]) // 2
        total += levels[i]
    return total
#: becomes
def smooth(levels: list[int]) -> int:
    total = 0
    for a, b in zip(levels, levels[1:]):
        total += (a + b) // 2
    return total
