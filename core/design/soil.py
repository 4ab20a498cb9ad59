"""The soil of a dig: in the ground, and loose on the heap or the truck (section 9)."""

from __future__ import annotations

from dataclasses import dataclass

from core.errors import OutOfRange

LOOSEST = 2.0


@dataclass(frozen=True, slots=True)
class Soil:
    """What is dug, cubic meters: as it lies in the ground, and loose."""

    in_ground: float
    loose: float


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
