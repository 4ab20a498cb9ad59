"""How often the range of a volume holds the truth, on patchy stone shot in few or many places."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from math import sqrt
from random import Random
from statistics import fmean

import numpy as np

from bench.judgement.reading import KITS, sight_of
from core.errors import NotEnoughShots
from core.floors import Outline, PlanPoint
from core.lengths import Length
from core.surfaces import Plane, Region, SetUpErrors, ShotErrors, SlabModel, volume_range
from simulation import (
    Laser,
    Patchy,
    Place,
    ReceiverTruth,
    RodTruth,
    SimulatedSite,
    patchy_stone,
    tilt_of_axes,
)

SPREADS = (0.0, 0.005, 0.010, 0.015)
PATCHES = (0.5, 1.0, 2.0, 3.0)
SHOTS = (4, 6, 9, 16, 24, 40, 60)
THICK, DEEPER = 0.12, 0.18
FINELY = 60


@dataclass(frozen=True, slots=True)
class Held:
    """How often the range held the volume, on stone of one spread, patch and number of shots."""

    spread: float
    patch: float
    shots: int
    lie: str
    floors: int
    held: int

    @property
    def share(self) -> float:
        """The share of floors whose volume it held."""
        return self.held / self.floors


def volumes_held(floors: int, seed: int) -> Iterator[Held]:
    """Yield how often the range holds, over so many seeded floors a row, however shots lie."""
    for lie in LIES:
        for shots in SHOTS if lie == "grid" else SHOTS[1:]:
            for spread in SPREADS:
                for patch in PATCHES if spread else PATCHES[:1]:
                    held = [
                        _floor(f"{seed + n} {lie}", spread, patch, shots, lie)
                        for n in range(floors)
                    ]
                    found = [one for one in held if one is not None]
                    yield Held(spread, patch, shots, lie, len(found), sum(found))


def _floor(seed: str, spread: float, patch: float, shots: int, lie: str) -> bool | None:
    """Shoot a floor and tell whether its volume was held; None where its shots make none."""
    rng = Random(f"{seed} {spread} {patch} {shots}")  # noqa: S311 - no secret hangs on it
    length, width = rng.uniform(5, 12), rng.uniform(4, 9)
    stone = patchy_stone(rng, spread, patch)
    places = LIES[lie](rng, length, width, shots)
    corners = ((0.0, 0.0), (length, 0.0), (length, width), (0.0, width))
    outline = Outline(tuple(_planned(Place(*corner)) for corner in corners))
    region = Region(outline, Plane(THICK), Plane(THICK))
    true = length * width * (THICK - _mean(stone, length, width))
    return _is_held(rng, [region], places, stone, true)


def _is_held(
    rng: Random,
    regions: list[Region],
    places: list[Place],
    stone: Patchy | _WithTrench,
    true: float,
) -> bool | None:
    """Shoot the stone; tell whether the range held its `true` volume, None for too few shots."""
    try:
        model = SlabModel(regions, [_planned(place) for place in places])
    except NotEnoughShots:
        return None
    heights, readings, set_up = _shoot(rng, stone, places)
    off = model.off(model.places.mean(np.array(heights)))
    errors = [ShotErrors(0, read) for read in readings]
    sure = volume_range(model, off, errors, [set_up])
    return abs(model.volume(off) - true) <= sure.half_width


def _shoot(
    rng: Random, stone: Patchy | _WithTrench, places: list[Place]
) -> tuple[list[float], list[float], SetUpErrors]:
    kit, at = rng.choice(KITS[:3]), Place(rng.uniform(-15, 20), rng.uniform(-15, 20))
    benchmark = Place(rng.uniform(-25, 30), rng.uniform(-25, 30)), rng.uniform(-0.4, 0.4)
    site = SimulatedSite(
        rng.randrange(10**9), _Surface(stone), {"BM": benchmark},
        ReceiverTruth(kit.receiver_half_band), RodTruth(kit.lean_degrees, kit.least_count),
    )  # fmt: skip
    e = kit.slope_error
    site.stand_up(
        Laser(at, rng.uniform(1.0, 1.8), tilt_of_axes(rng.uniform(-e, e), rng.uniform(-e, e)))
    )
    back = site.sight("BM")
    readings = [site.shoot(place) for place in places]
    sights = (sight_of(at, benchmark[0], back),)
    heights = [benchmark[1] + back - read for read in readings]
    return heights, readings, SetUpErrors(kit, sights, (at.x, at.y))


#: How rough the floor and the trench under its edges are, meters.
TRENCHED = ((0.003, 0.020), (0.005, 0.030), (0.015, 0.005))


def trenched_held(floors: int, seed: int) -> Iterator[Held]:
    """Yield how often the range holds on floors with thickened edges, rougher or smoother there."""
    for lie in ("grid", "strewn"):
        for shots in SHOTS[2:]:
            for rough in TRENCHED:
                held = [_trenched(f"{seed + n} {lie}", rough, shots, lie) for n in range(floors)]
                found = [one for one in held if one is not None]
                yield Held(rough[1], 1.0, shots, f"{lie}, trench", len(found), sum(found))


@dataclass(frozen=True, slots=True)
class _WithTrench:
    """Stone on its design, in a floor and in a trench all round it of another roughness."""

    size: tuple[float, float]
    wide: float
    floor: Patchy
    trench: Patchy

    def above(self, place: Place) -> float:
        """How far it lies above the floor's stone."""
        length, width = self.size
        if min(place.x, place.y, length - place.x, width - place.y) < self.wide:
            return self.trench.above(place) - DEEPER
        return self.floor.above(place)


def _trenched(seed: str, rough: tuple[float, float], shots: int, lie: str) -> bool | None:
    """Shoot a floor with thickened edges and tell whether its volume was held."""
    rng = Random(f"{seed} {rough} {shots}")  # noqa: S311 - no secret hangs on it
    length, width, wide = rng.uniform(5, 12), rng.uniform(4, 9), rng.uniform(0.3, 0.7)
    patches = (patchy_stone(rng, one, rng.uniform(0.5, 2)) for one in rough)
    stone = _WithTrench((length, width), wide, *patches)
    inner = (wide, wide, length - wide, width - wide)
    around = (
        (0.0, 0.0, length, wide),
        (0.0, width - wide, length, width),
        (0.0, wide, wide, width - wide),
        (length - wide, wide, length, width - wide),
    )
    top = Plane(THICK)
    regions = [Region(_box(*inner), top, top)]
    regions += [Region(_box(*box), top, Plane(THICK + DEEPER)) for box in around]
    places = LIES[lie](rng, length, width, shots)
    return _is_held(rng, regions, places, stone, length * width * (THICK - _lattice_mean(stone)))


def _lattice_mean(stone: _WithTrench) -> float:
    length, width = stone.size
    steps = [(n + 0.5) / FINELY for n in range(FINELY)]
    return fmean(stone.above(Place(x * length, y * width)) for x in steps for y in steps)


def _box(left: float, near: float, right: float, far: float) -> Outline:
    corners = ((left, near), (right, near), (right, far), (left, far))
    return Outline(tuple(_planned(Place(*corner)) for corner in corners))


@dataclass(frozen=True, slots=True)
class _Surface:
    stone: Patchy | _WithTrench

    def elevation(self, place: Place) -> float:
        """The stone's true height at a place."""
        return self.stone.above(place)


def _mean(stone: Patchy, length: float, width: float) -> float:
    """The true mean of the stone, on a fine lattice."""
    if not stone.spread:
        return 0.0
    x, y = np.meshgrid(
        (np.arange(FINELY) + 0.5) / FINELY * length, (np.arange(FINELY) + 0.5) / FINELY * width
    )
    total = sum(np.cos(kx * x + ky * y + phase).mean() for kx, ky, phase in stone.waves)
    return float(stone.spread * sqrt(2 / len(stone.waves)) * total)


def _grid(_: Random, length: float, width: float, shots: int) -> list[Place]:
    rows = max(2, round(sqrt(shots * width / length)))
    columns = max(2, round(shots / rows))
    return [
        Place(length * i / (columns - 1), width * j / (rows - 1))
        for i in range(columns)
        for j in range(rows)
    ]


def _strewn(rng: Random, length: float, width: float, shots: int) -> list[Place]:
    return [
        Place(round(rng.uniform(0, length), 3), round(rng.uniform(0, width), 3))
        for _ in range(shots)
    ]


def _planned(place: Place) -> PlanPoint:
    return PlanPoint(Length.from_float(place.x), Length.from_float(place.y))


def _in_two_lines(_: Random, length: float, width: float, shots: int) -> list[Place]:
    along = max(2, shots // 2)
    return [
        Place(length * i / (along - 1), width * side) for i in range(along) for side in (0.0, 1.0)
    ]


#: How shots lie: all over, at random, or in two lines along the forms.
LIES: dict[str, Callable[[Random, float, float, int], list[Place]]] = {
    "grid": _grid,
    "strewn": _strewn,
    "lined": _in_two_lines,
}
