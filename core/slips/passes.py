"""Which readings belong to one pass over a surface (section 13)."""

from __future__ import annotations

from collections.abc import Hashable, Sequence
from typing import TypeVar

Point = TypeVar("Point", bound=Hashable)


def same_pass(shot: Sequence[Point], point: Point) -> tuple[int, ...]:
    """Return which shots belong to the pass that a reading on a point would belong to.

    ``shot`` are the points in the order they were shot. A pass begins anew where a point is shot
    that was shot in it already: ground that was dug or raked since tells nothing of it now.

    >>> same_pass(["A1", "A2", "A3"], "A4"), same_pass(["A1", "A2", "A3"], "A1")
    ((0, 1, 2), ())
    >>> same_pass(["A1", "A2", "A1", "A2"], "A3")
    (2, 3)
    """
    own: dict[Point, int] = {}
    for at, one in enumerate([*shot, point]):
        if one in own:
            own = {}
        own[one] = at
    own.pop(point)
    return tuple(own.values())
