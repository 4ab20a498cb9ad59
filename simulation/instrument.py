"""An instrument that is not quite level, and a receiver that is not quite sharp; metres."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import cos, radians, sin

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


@dataclass(frozen=True, slots=True)
class Laser:
    """Where the instrument stands, how high its beam leaves it, and its tilt."""

    at: Place
    beam: float
    tilt: Tilt = LEVEL

    def beam_at(self, place: Place) -> float:
        """The beam's true elevation at a place, the earth's curve and the air's bend included."""
        curve = CURVATURE_AND_REFRACTION * self.at.distance(place) ** 2
        return self.beam + self.tilt.rise(self.at, place) + curve


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
