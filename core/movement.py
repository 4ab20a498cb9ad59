"""The same points leveled again after weeks or years: how far each has moved (section 4)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot

from core.errors import NotEnoughMeasures
from core.lengths import Elevation, Length


@dataclass(frozen=True, slots=True)
class Leveled:
    """A point as it was found once: when, in seconds; how high; U of that, meters at 95 %."""

    at: float
    elevation: Elevation
    half_width: float


@dataclass(frozen=True, slots=True)
class Moved:
    """How far a point has moved between two times, plus is up, and what can't be told apart."""

    rise: Length
    untold: float

    @property
    def is_told(self) -> bool:
        """Whether it moved by more than the two readings could differ by themselves."""
        return abs(float(self.rise)) > self.untold


@dataclass(frozen=True, slots=True)
class Movement:
    """A point over time: from the first leveling to the last, and since the one before that."""

    levelings: tuple[Leveled, ...]
    in_all: Moved
    lately: Moved


def movement(found: Sequence[Leveled]) -> Movement:
    """Return how a point moved, from its levelings in any order.

    Each was carried over from the benchmark on its own day, so that their U add up as two
    heights' do: as the root of the sum of squares. Raises :class:`NotEnoughMeasures` for one.

    >>> first = Leveled(0.0, Elevation.from_metres("10.000"), 0.0015)
    >>> later = Leveled(9e6, Elevation.from_metres("9.996"), 0.002)
    >>> moved = movement([later, first]).in_all
    >>> (float(moved.rise), round(moved.untold, 4), moved.is_told)
    (-0.004, 0.0025, True)
    """
    if len(found) < 2:
        raise NotEnoughMeasures(
            f"{len(found)} leveling",
            "One leveling says nothing of how it moves.",
            "Level the same point again on another day.",
        )
    ordered = tuple(sorted(found, key=lambda one: one.at))
    return Movement(ordered, _between(ordered[0], ordered[-1]), _between(*ordered[-2:]))


def _between(one: Leveled, other: Leveled) -> Moved:
    untold = hypot(one.half_width, other.half_width)
    return Moved(other.elevation - one.elevation, untold)
