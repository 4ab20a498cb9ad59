"""How often U holds the truth: by geometry, by set-up, and along runs with unequal legs."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import cos, radians, sin
from random import Random

from bench.judgement.reading import KITS, sight_of
from core.runs import carried_half_widths
from core.uncertainty import Beam, Kit, uncertainty
from simulation import Ground, Laser, Place, ReceiverTruth, RodTruth, SimulatedSite, tilt_of_axes

SHOTS = 24
FEW_INSIDE = 0.8
GEOMETRIES = {"behind": 180.0, "beside": 0.0, "ahead": 40.0, "across": 90.0}
REACHES = ((5.0, 15.0), (15.0, 30.0), (30.0, 60.0))


@dataclass(frozen=True, slots=True)
class Covered:
    """How many heights U holds, and how many set-ups hold fewer than four in five."""

    what: str
    shots: int
    inside: int
    set_ups: int
    poor: int

    @property
    def share(self) -> float:
        """The share of heights whose error U holds."""
        return self.inside / self.shots

    @property
    def poor_share(self) -> float:
        """The share of set-ups that hold fewer than four in five."""
        return self.poor / self.set_ups


def covered_by_geometry(set_ups: int, seed: int) -> Iterator[Covered]:
    """Yield the coverage of each geometry and reach, of a laser and of an optical level.

    The benchmark lies behind, beside, ahead or across from the points; of a laser each axis is
    tilted on its own.
    """
    for beam in Beam:
        for name, degrees in GEOMETRIES.items():
            for near, far in REACHES:
                what = f"{beam}, benchmark {name}, {near:.0f} to {far:.0f} m"
                yield _covered(what, (seed, set_ups), beam, degrees, (near, far))


def _covered(
    what: str, drawn: tuple[int, int], beam: Beam, degrees: float, reach: tuple[float, float]
) -> Covered:
    inside = poor = 0
    first, set_ups = drawn
    for seed in range(first, first + set_ups):
        rng = Random(f"{seed}{what}")  # noqa: S311 - no secret hangs on it
        kit = replace(rng.choice(KITS), beam=beam)
        held = _inside(rng, kit, degrees, reach)
        inside += held
        poor += held < FEW_INSIDE * SHOTS
    return Covered(what, set_ups * SHOTS, inside, set_ups, poor)


def _inside(rng: Random, kit: Kit, degrees: float, reach: tuple[float, float]) -> int:
    """Shoot points about one way from a set-up, and count the heights that U holds."""
    at = Place(0.0, 0.0)
    toward = rng.uniform(0, 360)
    benchmark = _away(rng.uniform(*reach), toward + degrees + rng.uniform(-15, 15))
    site = SimulatedSite(
        rng.randrange(10**9), Ground(0.0), {"BM": (benchmark, rng.uniform(-0.4, 0.4))},
        ReceiverTruth(kit.receiver_half_band), RodTruth(kit.lean_degrees, kit.least_count),
    )  # fmt: skip
    e = kit.slope_error
    axes, beam = (rng.uniform(-e, e), rng.uniform(-e, e)), rng.uniform(1.0, 1.9)
    is_plane = kit.beam is Beam.PLANE
    tilt = tilt_of_axes(*axes) if is_plane else tilt_of_axes(0.0, 0.0)
    site.stand_up(Laser(at, beam, tilt, 0.0 if is_plane else axes[0]))
    back = site.sight("BM")
    line, known = site.benchmarks["BM"][1] + back, [sight_of(at, benchmark, back)]
    held = 0
    for _ in range(SHOTS):
        place = _away(rng.uniform(*reach), toward + rng.uniform(-20, 20))
        read = site.shoot(place)
        width = uncertainty(kit, sight_of(at, place, read), known).half_width
        held += abs(line - read - site.ground.elevation(place)) <= width
    return held


def covered_by_runs(runs: int, first: int) -> Covered:
    """Return how often U of turning points holds after spreading, legs and sights unequal."""
    inside = points = poor = 0
    for seed in range(first, first + runs):
        rng = Random(f"run {seed}")  # noqa: S311
        held, count = _run(rng)
        inside, points, poor = inside + held, points + count, poor + (held < FEW_INSIDE * count)
    return Covered("points of a spread run, unequal legs", points, inside, runs, poor)


def _run(rng: Random) -> tuple[int, int]:
    """Run over two to six set-ups from one known point to another; the ends are off alike."""
    legs, ends = rng.randint(2, 6), rng.choice((0.0, 0.002, 0.004))
    shift = rng.gauss(0, ends / 2)
    carried, widths = [shift], []
    for _ in range(legs):
        kit = rng.choice(KITS)
        e, at = kit.slope_error, Place(0.0, 0.0)
        back, fore = (_away(rng.uniform(5, 50), rng.uniform(0, 360)) for _ in range(2))
        heights = rng.uniform(0.3, 2.5), rng.uniform(0.3, 2.5)
        site = SimulatedSite(
            rng.randrange(10**9), Ground(0.0), {"back": (back, 2.5 - heights[0]),
            "fore": (fore, 2.5 - heights[1])}, ReceiverTruth(kit.receiver_half_band),
            RodTruth(kit.lean_degrees, kit.least_count),
        )  # fmt: skip
        site.stand_up(Laser(at, 2.5, tilt_of_axes(rng.uniform(-e, e), rng.uniform(-e, e))))
        one, other = site.sight("back"), site.sight("fore")
        rise = one - other - (site.benchmarks["fore"][1] - site.benchmarks["back"][1])
        carried.append(carried[-1] + rise)
        sights = sight_of(at, fore, other), [sight_of(at, back, one)]
        widths.append(uncertainty(kit, *sights).half_width)
    misclosure = carried[-1] - shift
    spread = carried_half_widths(widths, is_closed=True, ends=(ends, ends))
    held = sum(abs(carried[i] - misclosure * i / legs) <= spread[i - 1] for i in range(1, legs))
    return held, legs - 1


def _away(distance: float, degrees: float) -> Place:
    return Place(distance * cos(radians(degrees)), distance * sin(radians(degrees)))
