"""Which points of forms are shot again on the day, before anything is poured (section 12)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from core.floors import PlanPoint
from core.lengths import Elevation, Length

SHOT_AGAIN = 3
#: A bay shorter than this bends too little to be looked at in its middle.
SHORT_BAY = Length.from_feet(6)


class Why(StrEnum):
    """Why a point is among those shot again."""

    FARTHEST_OFF = "farthest off its target"
    FAR_END = "farthest from the others, where a long board ends"


@dataclass(frozen=True, slots=True)
class SetPoint:
    """A point as it was set: where it is, how high it was found, how high it is to be."""

    name: str
    place: PlanPoint
    found: Elevation
    target: Elevation

    @property
    def off(self) -> Length:
        """How far it is off its target, whichever way."""
        return abs(self.found - self.target)


@dataclass(frozen=True, slots=True)
class HalfWay:
    """The middle of the longest bay: between which two points, and how high it is to be there."""

    before: str
    after: str
    target: Elevation


def spot_check(points: Sequence[SetPoint]) -> tuple[tuple[str, Why], ...]:
    """Return the points to shoot again, three or as many as there are.

    First the one farthest off its target, which moves out of tolerance first; then each time the
    one farthest from all that are chosen, so that both ends of a long run are among them.
    """
    if not points:
        return ()
    first = max(points, key=lambda point: point.off)
    chosen, left = [first], [point for point in points if point is not first]
    while left and len(chosen) < SHOT_AGAIN:
        far = max(left, key=lambda point: min(_apart(point, one) for one in chosen))
        chosen.append(far)
        left.remove(far)
    return ((first.name, Why.FARTHEST_OFF), *((point.name, Why.FAR_END) for point in chosen[1:]))


def half_way(points: Sequence[SetPoint]) -> HalfWay | None:
    """Return the middle of the longest bay between points in their order along the boards.

    There a board sags or crowns most. None where no bay is 6 ft long.
    """
    bays = [(_apart(a, b), a, b) for a, b in pairwise(points)]
    if not bays:
        return None
    longest, before, after = max(bays, key=lambda bay: bay[0])
    if longest < float(SHORT_BAY) ** 2:
        return None
    down = (before.target - after.target).nanometres // 2
    return HalfWay(before.name, after.name, before.target - Length(down))


def _apart(one: SetPoint, other: SetPoint) -> float:
    """Return how far two points are apart in plan, squared, in square meters."""
    dx, dy = float(one.place.x - other.place.x), float(one.place.y - other.place.y)
    return dx * dx + dy * dy
