"""A site a crew reads: ground, an instrument that may be knocked, a rod; seeded."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import cos, radians
from random import Random

from simulation.ground import Place, Surface
from simulation.instrument import LEVEL, Laser, ReceiverTruth, Tilt


@dataclass(frozen=True, slots=True)
class RodTruth:
    """How far a rod may lean, degrees, and the step its reader sees; metres."""

    lean: float
    step: float


@dataclass(frozen=True, slots=True)
class Knock:
    """A bump: from this reading on, the beam leaves the instrument higher (negative: lower)."""

    before_reading: int
    lift: float
    tilt: Tilt = LEVEL


class SimulatedSite:
    """Reads a rod as a crew would; the n-th reading of a seed is always the same.

    ``benchmarks`` are structures of true elevation, by name; ``stand_up`` moves the instrument.
    """

    def __init__(
        self,
        seed: int,
        ground: Surface,
        benchmarks: dict[str, tuple[Place, float]],
        receiver: ReceiverTruth,
        rod: RodTruth,
    ) -> None:
        self._rng = Random(seed)
        self.ground, self.benchmarks, self.receiver, self.rod = ground, benchmarks, receiver, rod
        self._laser: Laser | None = None
        self._knocks: list[Knock] = []
        self.readings = 0

    def stand_up(self, laser: Laser, *knocks: Knock) -> None:
        """Stand the instrument somewhere; knocks count the readings taken from there."""
        self._laser, self._knocks, self.readings = laser, list(knocks), 0

    def knock(self, knock: Knock) -> None:
        """Have the instrument knocked before a reading that is still to come."""
        self._knocks.append(knock)

    def shoot(self, place: Place) -> float:
        """Read the rod on the ground at a place; metres above its foot."""
        return self._read(place, self.ground.elevation(place))

    def sight(self, benchmark: str) -> float:
        """Read the rod on a benchmark; metres above its foot."""
        place, elevation = self.benchmarks[benchmark]
        return self._read(place, elevation)

    def _read(self, place: Place, foot: float) -> float:
        assert self._laser is not None, "the instrument stands nowhere"
        for knock in self._knocks:
            if knock.before_reading == self.readings:
                lifted = self._laser.beam + knock.lift
                slope = knock.tilt if knock.tilt.slope else self._laser.tilt
                self._laser = replace(self._laser, beam=lifted, tilt=slope)
        self.readings += 1
        band = self.receiver.half_band
        height = self._laser.beam_at(place) - foot + self._rng.uniform(-band, band)
        along = height / cos(radians(self._rng.uniform(0, self.rod.lean)))
        return round(along / self.rod.step) * self.rod.step
