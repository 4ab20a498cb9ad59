"""The soil of a dig: in the ground, and loose on the heap or the truck (section 9)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import OutOfRange
from core.lengths import Elevation

LOOSEST = 2.0


@dataclass(frozen=True, slots=True)
class Soil:
    """What is dug, cubic meters: as it lies in the ground, and loose."""

    in_ground: float
    loose: float


def mean_depth(ground: Sequence[Elevation], formation: Sequence[Elevation]) -> float:
    """Return how far a formation lies below the ground on the mean, meters; negative above it.

    Raises :class:`OutOfRange` where nothing is known of one of them.

    >>> at = Elevation.from_metres
    >>> round(mean_depth([at("20.4"), at("20.6")], [at("19.9"), at("20.1"), at("20.0")]), 9)
    0.5
    """
    if not ground or not formation:
        raise OutOfRange("0 heights", "A depth has two ends.", "Shoot the ground first.")
    return _mean(ground) - _mean(formation)


def _mean(heights: Sequence[Elevation]) -> float:
    return sum(float(height) for height in heights) / len(heights)


def soil_of(area: float, deep: float, factor: float) -> Soil:
    """Return the soil over an area so deep on the mean; square meters, meters.

    ``factor`` is how much room one part of it takes once it is loose: 1.25 is usual for loam, 1.1
    for sand, 1.4 for clay. What lies below its formation already is dug by nobody: 0. Raises
    :class:`OutOfRange` for a factor that is below 1 or above 2.

    >>> soil_of(40.0, 0.5, 1.25)
    Soil(in_ground=20.0, loose=25.0)
    """
    if not 1 <= factor <= LOOSEST:
        raise OutOfRange(
            f"{factor:g}",
            "Soil takes more room loose than in the ground, and never twice as much.",
            "Give a factor from 1 to 2; 1.25 is usual.",
        )
    dug = area * max(0.0, deep)
    return Soil(dug, dug * factor)
