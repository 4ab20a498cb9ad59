"""From what a simulated crew reads to the core's values."""

from __future__ import annotations

from core.lengths import Elevation, Length, Reading
from core.uncertainty import Kit, Sight
from simulation import Place


def reading_of(metres: float) -> Reading:
    """Return a reading of so many metres."""
    return Reading(Length.from_float(metres).nanometres)


def elevation_of(metres: float) -> Elevation:
    """Return an elevation of so many metres."""
    return Elevation(Length.from_float(metres).nanometres)


def sight_of(at: Place, place: Place, height: float, own: float = 0.0) -> Sight:
    """Return a sight from a station on a place."""
    return Sight(at.distance(place), height, (place.x, place.y), own)


#: Kits a crew may carry: half-band, step and lean; the slope is its own.
KITS = tuple(
    Kit(slope, band, step, lean)
    for slope, band, step, lean in (
        (0.00005, 0.0005, 0.001, 0.5),
        (0.0001, 0.001, 0.0015875, 0.5),
        (0.0001, 0.0015, 0.003175, 0.5),
        (0.0003, 0.0025, 0.003048, 2.0),
    )
)
