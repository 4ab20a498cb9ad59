"""Drawing a practice site: ground, benchmarks and gear that differ from seed to seed. Metres."""

from __future__ import annotations

from dataclasses import dataclass, replace
from random import Random

from simulation.ground import Ground, Place, rough_ground
from simulation.practice.receiver import PracticeReceiver, Tells
from simulation.practice.rod import FOOT, INCH, PracticeRod, Zero
from simulation.practice.scene import Gear, Mark
from simulation.practice.slips import Slip, Slipped
from simulation.practice.stand import InstrumentTruth

BENCHES = (
    "bolt in the curb", "nail in the fence post", "hub with its stake", "corner of the sill",
    "cross cut in the slab",
)  # fmt: skip
FEET = ("ft-in/8", "ft-in/16", "ft/100")
METERS = ("m/cm", "mm")


@dataclass(frozen=True, slots=True)
class Drawing:
    """What a site is drawn with: chance, and how its rod is printed."""

    rng: Random
    marking: str

    @property
    def step(self) -> float:
        """The step that figures stand on papers here: 5 mm, a hundredth of a foot, 1/8 in."""
        if self.marking in METERS:
            return 0.005
        return FOOT / 100 if self.marking == "ft/100" else INCH / 8

    def round(self, length: float) -> float:
        """Return a length as it stands on papers here."""
        return round(length / self.step) * self.step

    def whole(self, length: float) -> float:
        """Return a side of something built as a plan gives it: 100 mm, 0.2 ft or 2 1/2 in."""
        return round(length / (20 * self.step)) * 20 * self.step

    def between(self, least: float, most: float) -> float:
        """Draw a length as it stands on papers here."""
        return self.round(self.rng.uniform(least, most))

    def datum(self) -> float:
        """Draw what the papers' heights are above the true ones."""
        return self.round(self.rng.uniform(61, 388))


def drawing(seed: int, lesson: str, markings: tuple[str, ...] = (*FEET, *METERS)) -> Drawing:
    """Begin a site of a lesson: the same seed draws the same."""
    rng = Random(f"{lesson} {seed}")
    return Drawing(rng, rng.choice(markings))


def gear_of(
    draw: Drawing,
    slipped: Slipped,
    *,
    zero: Zero = Zero.FOOT,
    bands: tuple[float, float] = (0.3, 1),
) -> Gear:
    """Draw a laser, a receiver and a rod; the receiver's fine half-band is between millimetres."""
    rng = draw.rng
    fine = rng.uniform(*bands) / 1000
    in_feet = draw.marking in FEET
    sections: tuple[float, ...] = (5 * FOOT, 4 * FOOT, 4 * FOOT) if in_feet else (1.5, 1.3, 1.2)
    if zero is not Zero.FOOT:
        sections = (5 * FOOT,) if in_feet else (1.6,)
    truth = InstrumentTruth(
        nearest=rng.uniform(0.5, 1.2),
        farthest=rng.uniform(60, 180),
        tilt=slipped.tilt,
        cone=slipped.cone,
        posts=tuple(90.0 * number for number in range(rng.choice((2, 4)))),
        sinks=slipped.sinks,
        sinks_by=slipped.sinks_by,
    )
    return Gear(
        truth,
        PracticeReceiver(rng.choice(tuple(Tells)), fine, 4 * fine),
        PracticeRod(sections, draw.marking, zero, center=sum(sections) / 2),
        has_bubble=rng.random() < 0.7,
    )


def ground_of(draw: Drawing, size: tuple[float, float], *, fall: float = 0.01) -> Ground:
    """Draw ground that falls somewhere, with bumps and hollows."""
    rng = draw.rng
    rough = rough_ground(rng.randrange(10**6), rng.uniform(0.0, 0.4), size, rng.uniform(0.01, 0.03))
    slopes = rng.uniform(-fall, fall), rng.uniform(-fall, fall)
    return replace(rough, rise_x=slopes[0], rise_y=slopes[1])


def bench_of(
    draw: Drawing, name: str, at: Place, elevation: float, told_by: float, slipped: Slipped
) -> Mark:
    """Draw a benchmark near an elevation; its tag says what it was when it was put there."""
    told = draw.round(elevation + told_by)
    moved = slipped.benchmark_moved if slipped.has(Slip.BENCHMARK_MOVED) else 0.0
    return Mark(name, draw.rng.choice(BENCHES), at, told - told_by + moved, told)
