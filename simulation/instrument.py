"""An instrument that is not quite level, and a receiver that is not quite sharp; metres."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import atan2, cos, degrees, hypot, radians, sin

from simulation.ground import Place

CURVATURE_AND_REFRACTION = 0.0675e-6


@dataclass(frozen=True, slots=True)
class Tilt:
    """A slope error (rise per run), rising most toward an azimuth from the x axis, degrees."""

    slope: float = 0.0
    toward: float = 0.0

    def rise(self, here: Place, there: Place) -> float:
        """How much the beam has risen at a place."""
        along = cos(radians(self.toward)) * (there.x - here.x)
        return self.slope * (along + sin(radians(self.toward)) * (there.y - here.y))


LEVEL = Tilt()


def tilt_of_axes(one: float, other: float) -> Tilt:
    """Return the tilt of a plane whose axes, along x and y, are off by so much each."""
    return Tilt(hypot(one, other), degrees(atan2(other, one)))


@dataclass(frozen=True, slots=True)
class Laser:
    """Where the instrument stands, how high its beam leaves it, and its tilt.

    ``cone`` is the rise per run of an optical level's line, the same all around.
    """

    at: Place
    beam: float
    tilt: Tilt = LEVEL
    cone: float = 0.0

    def beam_at(self, place: Place) -> float:
        """The beam's true elevation at a place, the earth's curve and the air's bend included."""
        away = self.at.distance(place)
        curve = CURVATURE_AND_REFRACTION * away**2
        return self.beam + self.tilt.rise(self.at, place) + self.cone * away + curve


class Beep(StrEnum):
    """What a receiver sounds."""

    FAST = "fast"
    SLOW = "slow"
    STEADY = "steady"


@dataclass(frozen=True, slots=True)
class ReceiverTruth:
    """A receiver's real half-band, and whether its fast beep means it is too high."""

    half_band: float
    fast_means_high: bool = True

    def beep(self, above_beam: float) -> Beep:
        """What it sounds that far above the beam (negative: below)."""
        if abs(above_beam) <= self.half_band:
            return Beep.STEADY
        return Beep.FAST if (above_beam > 0) is self.fast_means_high else Beep.SLOW
