"""How far U and the slips can be trusted, on simulated sites whose truth is known."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from random import Random

from core.lengths import Elevation, Length, Reading
from core.rods import GRADUATIONS, Numbering, Rod, SightLine
from core.slips import Expected, Near, expected_at, is_likely
from core.uncertainty import Kit, Sight, uncertainty
from simulation import (
    Blunder,
    Laser,
    Place,
    ReceiverTruth,
    RodTruth,
    SimulatedSite,
    Tilt,
    rough_ground,
    spoil,
)

DESIGN = 20.0
SPACING = 2.4
ROUGHNESS = 0.012
ALLOWANCE = 2 * 0.009525
LARGE = 5
SPECIFIED = 0.0001
HALF_BAND = 0.0015
LEAN = 0.5
RODS = (("ft-in/8", 0.0254 / 16), ("mm", 0.001))


@dataclass(slots=True)
class Counted:
    """What was counted over all shots of all sites."""

    shots: int = 0
    within: int = 0
    alarms: int = 0
    large: int = 0
    caught: int = 0

    @property
    def covered(self) -> float:
        """The share of shots whose error U holds."""
        return self.within / self.shots

    @property
    def false_alarms(self) -> float:
        """The share of clean readings that were held unlikely."""
        return self.alarms / self.shots

    @property
    def caught_slips(self) -> float:
        """The share of slips larger than 5 U that were held unlikely."""
        return self.caught / self.large


def trust_on_simulated_sites(sites: int) -> Counted:
    """Shoot so many seeded sites, clean and spoiled, and count."""
    counted = Counted()
    for seed in range(sites):
        _Crew(seed).shoot(counted)
    return counted


class _Crew:
    """Shoots one site point by point, as the product sees it."""

    def __init__(self, seed: int) -> None:
        self.rng = rng = Random(seed)  # noqa: S311 - no secret hangs on it
        graduation, self.step = RODS[seed % len(RODS)]
        self.rod = Rod(Numbering.UP, GRADUATIONS[graduation], Length.from_feet(13))
        self.size = (rng.uniform(6, 14), rng.uniform(5, 10))
        self.ground = rough_ground(seed, DESIGN, self.size, ROUGHNESS)
        benchmark = Place(rng.uniform(-15, -2), rng.uniform(-10, 15))
        known = DESIGN + rng.uniform(-0.5, 0.5)
        truth = {"BM": (benchmark, known)}
        receiver, rod = ReceiverTruth(HALF_BAND), RodTruth(LEAN, self.step)
        self.site = SimulatedSite(seed, self.ground, truth, receiver, rod)
        self.at = Place(rng.uniform(-8, -1), rng.uniform(-5, 15))
        tilt = Tilt(rng.uniform(0, SPECIFIED), rng.uniform(0, 360))
        self.site.stand_up(Laser(self.at, DESIGN + rng.uniform(1.0, 1.9), tilt))
        read = self.site.sight("BM")
        self.backsight = Sight(self.at.distance(benchmark), read)
        self.line = SightLine.from_backsight(_elevation(known), _reading(read), Numbering.UP)
        self.kit = Kit(SPECIFIED, HALF_BAND, self.step, LEAN)

    def shoot(self, counted: Counted) -> None:
        """Walk the grid to and fro, reading each point clean and once more with a slip."""
        shot: list[tuple[Place, float]] = []
        for place in self._walk():
            read = self.site.shoot(place)
            elevation = self.line.elevation(_reading(read))
            sight = Sight(self.at.distance(place), read)
            width = uncertainty(self.kit, sight, [self.backsight]).half_width
            near = [Near(at.x - place.x, at.y - place.y, off) for at, off in shot]
            expected = expected_at(near, DESIGN, ALLOWANCE, width)
            counted.shots += 1
            counted.within += abs(float(elevation) - self.ground.elevation(place)) <= width
            counted.alarms += self._asks(read, expected)
            slipped = spoil(self.rng.choice(list(Blunder)), read, float(self.rod.length), self.rng)
            if abs(slipped - read) > LARGE * width and self.rod.has(_reading(slipped)):
                counted.large += 1
                counted.caught += self._asks(slipped, expected)
            shot.append((place, float(elevation) - DESIGN))

    def _asks(self, read: float, expected: Expected) -> bool:
        """Whether the product would ask about a reading."""
        return not is_likely(self.line.elevation(_reading(read)), expected)

    def _walk(self) -> Iterator[Place]:
        xs, ys = (_spread(length) for length in self.size)
        for row, y in enumerate(ys):
            for x in xs if row % 2 == 0 else reversed(xs):
                yield Place(x, y)


def _spread(length: float) -> list[float]:
    bays = max(2, round(length / SPACING))
    return [i * length / bays for i in range(bays + 1)]


def _reading(metres: float) -> Reading:
    return Reading(Length.from_float(metres).nanometres)


def _elevation(metres: float) -> Elevation:
    return Elevation(Length.from_float(metres).nanometres)
