"""Whether a drawing's heights are above the job's own zero (section 3)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot

from core.floors import PlanPoint
from core.lengths import Elevation, Length

#: Two heights of one point may differ by what they were rounded by, and no more.
ROUNDED_BY = Length.from_metres("0.01")
#: A point drawn no farther from a benchmark is taken for it, metres.
AT_ONE_PLACE = 0.1


@dataclass(frozen=True, slots=True)
class KnownTwice:
    """A point whose elevation stands in the job and in a drawing."""

    name: str
    stands: Elevation
    drawn: Elevation

    @property
    def apart(self) -> Length:
        """How far the drawing has it above where the job has it."""
        return self.drawn - self.stands


def is_at(drawn: tuple[float, float], known: PlanPoint) -> bool:
    """Whether a point of a drawing, its place in metres, lies where a known point does."""
    return hypot(drawn[0] - float(known.x), drawn[1] - float(known.y)) <= AT_ONE_PLACE


def above_another_zero(known: Sequence[KnownTwice]) -> KnownTwice | None:
    """Return the known point a drawing is farthest off from; None where all agree, or none is.

    >>> bolt = KnownTwice("BM1", Elevation(0), Elevation(152_400_000_000))
    >>> above_another_zero([bolt]).apart.metres
    Decimal('152.400000000')
    """
    worst = max(known, key=lambda one: abs(one.apart), default=None)
    return None if worst is None or abs(worst.apart) <= ROUNDED_BY else worst
