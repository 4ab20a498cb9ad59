"""A site without tasks: its ground, structure and rod drawn or chosen, for as long as one likes."""

from __future__ import annotations

from dataclasses import dataclass, replace
from random import Random

from simulation.ground import Place
from simulation.practice.cost import has_heights_off
from simulation.practice.draw import BENCHES, FEET, METERS, Drawing, bench_of, gear_of, ground_of
from simulation.practice.faults import Fault
from simulation.practice.lesson import Lesson
from simulation.practice.lessons.parts import BENCH, with_targets
from simulation.practice.lessons.stone import ON_A_ROW, POINTS, was_on_a_clod
from simulation.practice.lessons.trust import END, ignored_the_knock, skipped_the_reread
from simulation.practice.scene import Gear, Mark, Scene, Target
from simulation.practice.slips import MOST, Slip, Slipped, drawn
from simulation.practice.stand import Wall

ANY = "any"
#: How much the ground falls and how rough it is, by what one calls it: slope, and metres.
GROUNDS: dict[str, tuple[float, float]] = {
    "even": (0.0004, 0.008), "sloping": (0.03, 0.012), "rough": (0.006, 0.035),
}  # fmt: skip
STRUCTURES = ("slab", "slab-beside-a-wall")
RODS = (*FEET, *METERS)
INSTRUMENTS = ("laser", "optical-level")
AROUND = 5.0
#: What may go wrong here; that a number was misread is found on the second benchmark.
MAY = tuple(Slip)
OF_A_RECEIVER = (Slip.COARSE, Slip.UPSIDE_DOWN)


@dataclass(frozen=True, slots=True)
class Chosen:
    """What was chosen of an open site; what is :data:`ANY` is drawn."""

    ground: str = ANY
    structure: str = ANY
    rod: str = ANY
    instrument: str = ANY


def open_scene(seed: int, chosen: Chosen = Chosen()) -> Scene:
    """Draw an open site: the same seed and choices are the same site."""
    rng = Random(f"open {seed}")
    marking = _one(rng, RODS, chosen.rod)
    ground = _one(rng, tuple(GROUNDS), chosen.ground)
    structure = _one(rng, STRUCTURES, chosen.structure)
    is_optical = _one(rng, INSTRUMENTS, chosen.instrument) == INSTRUMENTS[1]
    draw = Drawing(rng, marking)
    slipped = _what_slipped(rng, is_optical=is_optical)
    length, width = draw.whole(rng.uniform(6, 14)), draw.whole(rng.uniform(4, 5.9))
    around = draw.whole(AROUND)
    size = length + 2 * around, width + 2 * around
    fall, rough = GROUNDS[ground]
    surface = ground_of(draw, size, fall=fall)
    surface = replace(surface, bumps=tuple(
        replace(bump, height=bump.height / 0.02 * rough) for bump in surface.bumps))  # fmt: skip
    at = [
        Place(
            around + length * (number % ON_A_ROW) / (ON_A_ROW - 1),
            around + width * (number // ON_A_ROW),
        )
        for number in range(len(POINTS))
    ]
    told_by = draw.datum()
    mean = sum(surface.elevation(one) for one in at) / len(at)
    design = draw.round(mean + told_by + rng.uniform(-0.01, 0.01)) - told_by
    scene = Scene(
        seed, size, surface, design, _benches(draw, size, mean, told_by, slipped), (),
        _gear(draw, slipped, is_optical=is_optical), slipped, told_by,
        walls=_walls(structure, size, around),
        clods=frozenset(rng.sample(POINTS, rng.choice((0, 1, 2)))),
    )  # fmt: skip
    targets = [Target(name, one, design) for name, one in zip(POINTS, at, strict=True)]
    thick = draw.between(0.1, 0.13)
    return with_targets(
        scene, seed, targets, length=length, width=width, around=around, thick=thick, fall=fall
    )


def _one(rng: Random, of: tuple[str, ...], chosen: str) -> str:
    drawn_one = rng.choice(of)
    return chosen if chosen in of else drawn_one


def _what_slipped(rng: Random, *, is_optical: bool) -> Slipped:
    may = [slip for slip in MAY if not (is_optical and slip in OF_A_RECEIVER)]
    kinds = tuple(rng.sample(may, rng.choice((0, 1, MOST))))
    return drawn(rng, kinds, (), walks=10, has_cone=is_optical or rng.random() < 0.3)


def _gear(draw: Drawing, slipped: Slipped, *, is_optical: bool) -> Gear:
    gear = gear_of(draw, slipped)
    return replace(gear, instrument=replace(gear.instrument, is_optical=is_optical))


def _benches(
    draw: Drawing, size: tuple[float, float], mean: float, told_by: float, slipped: Slipped
) -> tuple[Mark, ...]:
    """Two known heights, at opposite corners of the site; what slipped is of the first."""
    rng = draw.rng
    first = bench_of(draw, BENCH, Place(1.2, 1.5), mean + rng.uniform(0.1, 0.5), told_by, slipped)
    there = Place(size[0] - 1.4, size[1] - 1.2)
    second = bench_of(draw, END, there, mean + rng.uniform(0.1, 0.5), told_by, Slipped())
    others = [what for what in BENCHES if what != first.what]
    return first, replace(second, what=rng.choice(others))


def _walls(structure: str, size: tuple[float, float], around: float) -> tuple[Wall, ...]:
    """A wall along one long side of the slab, close to it."""
    if structure == "slab":
        return ()
    y = around - 1.0
    return (Wall(Place(around + 1.0, y), Place(size[0] - around - 1.0, y)),)


OPEN_SITE = Lesson(
    "open", "An open site",
    "Work as long as you like: no tasks, anything may go wrong.",
    "What nobody announces is found by habit alone.",
    8, (), open_scene, lambda _: (),
    {
        Fault.ON_A_CLOD: was_on_a_clod,
        Fault.IGNORES_THE_KNOCK: ignored_the_knock,
        Fault.SKIPS_THE_REREAD: skipped_the_reread,
        Fault.HEIGHTS_OFF: has_heights_off,
    },
    is_on_the_job=True,
)  # fmt: skip
