"""What stands between two places in plan: whether one is seen from the other (section 5)."""

from __future__ import annotations

from collections.abc import Iterable

Spot = tuple[float, float]
#: A wall or one side of a stack or a machine, from end to end in plan, meters.
Block = tuple[Spot, Spot]
#: A line of sight that ends on a wall within this share of its length reads the wall itself.
AT_ITS_END = 1e-9


def is_hidden(spot: Spot, place: Spot, blocks: Iterable[Block]) -> bool:
    """Say whether a block stands between a spot and the place it is looked at from, meters.

    A spot on a wall is seen from either side of it; a line of sight along a wall passes.

    >>> is_hidden((4.0, 0.0), (0.0, 0.0), [((2.0, -1.0), (2.0, 1.0))])
    True
    """
    return any(_crosses(place, spot, block) for block in blocks)


def _crosses(place: Spot, spot: Spot, block: Block) -> bool:
    (ax, ay), (bx, by) = block
    sx, sy = spot[0] - place[0], spot[1] - place[1]
    wx, wy = bx - ax, by - ay
    across = sx * wy - sy * wx
    if across == 0:
        return False
    along_sight = ((ax - place[0]) * wy - (ay - place[1]) * wx) / across
    along_wall = ((ax - place[0]) * sy - (ay - place[1]) * sx) / across
    return AT_ITS_END < along_sight < 1 - AT_ITS_END and 0 <= along_wall <= 1
