"""A surface checked with the beam as its line: how far out of level, and where (section 3)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from core.errors import NotEnoughMeasures
from core.floors import PlanPoint
from core.lengths import Elevation, Length
from core.lengths.quantity import NANOMETRES_PER_METRE, round_half_away

TEN_FEET = Length.from_feet(10)
THREE_METRES = Length(3 * NANOMETRES_PER_METRE)


@dataclass(frozen=True, slots=True)
class Measured:
    """A point of a surface as it was measured; its place in plan where somebody said."""

    name: str
    elevation: Elevation
    place: PlanPoint | None = None


@dataclass(frozen=True, slots=True)
class Below:
    """A point, and how far it lies below the highest; zero for the highest itself."""

    name: str
    below: Length


@dataclass(frozen=True, slots=True)
class OutOfLevel:
    """How far a surface is out of level, the highest point first and the lowest last.

    ``run`` is the distance between those two and ``slope`` the drop per run, None where their
    places are not known, or are one.
    """

    points: tuple[Below, ...]
    run: Length | None
    slope: Fraction | None

    @property
    def highest(self) -> str:
        """The name of the highest point, from which everything else is measured."""
        return self.points[0].name

    @property
    def lowest(self) -> str:
        """The name of the lowest point."""
        return self.points[-1].name

    @property
    def apart(self) -> Length:
        """How far the lowest is below the highest."""
        return self.points[-1].below


def out_of_level(measured: Sequence[Measured]) -> OutOfLevel:
    """Return how far the measures of one surface are apart; equal ones in the order taken.

    Raises :class:`NotEnoughMeasures` for fewer than two.
    """
    if len(measured) < 2:
        raise NotEnoughMeasures(
            f"{len(measured)} measured",
            "One measure says nothing of level.",
            "Measure two points or more from the same beam.",
        )
    ordered = sorted(measured, key=lambda one: one.elevation, reverse=True)
    highest, lowest = ordered[0], ordered[-1]
    points = tuple(Below(one.name, highest.elevation - one.elevation) for one in ordered)
    run = None
    if highest.place is not None and lowest.place is not None:
        run = Length.from_float(float(highest.place.distance(lowest.place)))
    if run is None or run.nanometres == 0:
        return OutOfLevel(points, None, None)
    return OutOfLevel(points, run, Fraction(points[-1].below.nanometres, run.nanometres))


def per(slope: Fraction, run: Length) -> Length:
    """Return the drop of a slope over a run, such as 10 ft or 3 m."""
    return Length(round_half_away(slope * run.nanometres))
