"""Lessons of proving an instrument (section 6 of the rules): two positions, and two pegs."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from simulation.ground import Place
from simulation.practice.between import EDGE
from simulation.practice.draw import METERS, drawing, gear_of, ground_of
from simulation.practice.faults import Fault
from simulation.practice.lesson import Expected, Lesson, Task, TaskKind
from simulation.practice.lessons.parts import truly, with_targets
from simulation.practice.on_site import height_of
from simulation.practice.receiver import Tells
from simulation.practice.record import Read, Record
from simulation.practice.scene import Scene, Target
from simulation.practice.slips import Slip, Slipped, drawn

#: What the instrument's data sheet promises, rise per run.
PROMISED = 0.0002
A, B = "A", "B"
#: Stood nearer than this part of the longer sight to half-way, a check proves nothing.
HALF = 0.5


def _pegs_site(seed: int, lesson: str) -> Scene:
    """Draw two pegs, and an optical level whose line may rise or fall all around."""
    draw = drawing(seed, lesson, ("ft-in/16", "in/16", *METERS))
    rng = draw.rng
    is_out = rng.random() < 0.75
    always = (Slip.OUT_OF_TRUE,) if is_out else ()
    slipped = drawn(rng, always, (), walks=6, has_cone=True)
    if not is_out:
        slipped = Slipped(cone=rng.uniform(-0.2, 0.2) * PROMISED)
    apart = rng.uniform(17, 24)
    size = (apart + 8, rng.uniform(6, 9))
    gear = gear_of(draw, slipped, bands=(0.2, 0.5))
    gear = replace(gear, receiver=replace(gear.receiver, tells=rng.choice(tuple(Tells))))
    surface = ground_of(draw, size, fall=0.004)
    middle = size[1] / 2
    targets = [
        Target(name, at, surface.elevation(at))
        for name, at in ((A, Place(4.0, middle)), (B, Place(4.0 + apart, middle)))
    ]
    scene = Scene(seed, size, surface, 0.0, (), (), gear, slipped, draw.datum())
    return with_targets(scene, seed, targets, apart=draw.round(apart))


def from_ends(scene: Scene, record: Record, stand: int) -> tuple[float, float] | None:
    """Return how far the instrument stood from A and from B, metres; None where it did not."""
    stood = [one.state.stand for one in record.stood() if one.state.stands == stand]
    if not stood or stood[-1] is None:
        return None
    place = stood[-1].place
    return place.distance(scene.target(A).place), place.distance(scene.target(B).place)


def is_half_way(away: tuple[float, float]) -> bool:
    """Whether two sights are so alike that what the instrument is off by cancels."""
    return abs(away[0] - away[1]) < HALF * max(away)


def _differences(record: Record, stands: tuple[int, int]) -> tuple[float, float] | None:
    """Return how much more was read at A than at B from two stands, metres."""
    reads = [record.from_stand(stand, spot) for stand in stands for spot in (A, B)]
    if any(read is None for read in reads):
        return None
    values = [read.typed for read in reads if read is not None]
    return values[0] - values[1], values[2] - values[3]


def _stands(record: Record) -> tuple[int, int] | None:
    """Return the last two stands that something was read from."""
    numbers = sorted({stand.state.stands for stand in record.stood()})
    used = [
        number
        for number in numbers
        if record.from_stand(number, A) and record.from_stand(number, B)
    ]
    return (used[0], used[-1]) if len(used) > 1 else None


def _stood(_: Scene, record: Record) -> Expected | None:
    return Expected("stood") if record.stood() else None


def _read_from(stand: int, spot: str) -> Callable[[Scene, Record], Read | None]:
    """Find what was read at a spot from the first of the two stands, or from the last."""

    def finds(_: Scene, record: Record) -> Read | None:
        used = _stands(record)
        return None if used is None else record.from_stand(used[stand], spot)

    return finds


def _is_from_both_ends(scene: Scene, record: Record, stands: tuple[int, int]) -> bool:
    """Whether the two stands lie near one end each, so that the gap shows what is off."""
    first, last = (from_ends(scene, record, stand) for stand in stands)
    if first is None or last is None or is_half_way(first) or is_half_way(last):
        return False
    return (first[0] < first[1]) is not (last[0] < last[1])


def _gap(scene: Scene, record: Record) -> Expected | None:
    stands = _stands(record)
    if stands is None or not _is_from_both_ends(scene, record, stands):
        return None
    found = _differences(record, stands)
    return None if found is None else Expected(abs(found[0] - found[1]), {}, 0.0004)


def _error(scene: Scene, record: Record) -> Expected | None:
    gap = _gap(scene, record)
    if gap is None or isinstance(gap.right, str):
        return None
    return Expected(gap.right / 2, {Fault.TAKES_GAP_FOR_ERROR: gap.right}, scene.gear.rod.step / 2)


def _verdict(scene: Scene, _: Record) -> Expected:
    is_out = abs(scene.gear.instrument.cone) > PROMISED
    right, wrong = ("send", "keep") if is_out else ("keep", "send")
    return Expected(right, {Fault.WRONG_VERDICT: wrong})


def _both_read(where: str, stand: int) -> tuple[Task, ...]:
    return tuple(
        Task(f"{where}-{spot}", TaskKind.READ, f"Read the rod on {spot}.",
             truly(_read_from(stand, spot)), spot, finds=_read_from(stand, spot))
        for spot in (A, B)
    )  # fmt: skip


def _promised(scene: Scene) -> Task:
    return Task(
        "verdict", TaskKind.CHOICE,
        "Its data sheet promises {} over that distance. What becomes of it?", _verdict,
        lengths=(PROMISED * scene.amount("apart"),),
        choices=(("keep", "We work with it"), ("send", "It goes in for repair")),
    )  # fmt: skip


# Two positions: the gap, and the error.


def _two_positions_scene(seed: int) -> Scene:
    return _pegs_site(seed, "two-positions")


def _two_positions_tasks(scene: Scene) -> tuple[Task, ...]:
    return (
        Task("near-a", TaskKind.STAND, "Stand the instrument up close to A.", _stood, A),
        *_both_read("near-a", 0),
        Task("near-b", TaskKind.STAND, "Now stand it up close to B.", _stood, B),
        *_both_read("near-b", 1),
        Task("gap", TaskKind.LENGTH,
             "From A, the rod at A read so much more than at B; from B, another amount. "
             "How far are the two amounts apart?", _gap,
             hint="Take the second difference from the first."),
        Task("error", TaskKind.LENGTH,
             "How far is the beam off from A to B, {} apart?", _error,
             lengths=(scene.amount("apart"),),
             hint="It went into both positions, once each way."),
        _promised(scene),
    )  # fmt: skip


TWO_POSITIONS = Lesson(
    "two-positions", "Two positions, a gap, an error",
    "Prove an instrument from both ends, and halve the gap.",
    "The gap shows the error twice: who takes it whole sends a sound instrument away.",
    6, (Fault.TAKES_GAP_FOR_ERROR, Fault.WRONG_VERDICT),
    _two_positions_scene, _two_positions_tasks,
)  # fmt: skip


# Two pegs, and why half-way proves nothing.


def _two_pegs_scene(seed: int) -> Scene:
    scene = _pegs_site(seed, "two-pegs")
    level = replace(scene.gear.instrument, is_optical=True)
    return replace(scene, gear=replace(scene.gear, instrument=level))


def checked_half_way(scene: Scene, record: Record) -> bool:
    """Whether the second stand was about half-way as well, so that nothing was proved."""
    stands = _stands(record)
    away = None if stands is None else from_ends(scene, record, stands[1])
    return away is not None and is_half_way(away)


def _off_between(scene: Scene, record: Record) -> Expected | None:
    stands = _stands(record)
    found = None if stands is None else _differences(record, stands)
    if stands is None or found is None or checked_half_way(scene, record):
        return None
    away = from_ends(scene, record, stands[0])
    if away is None or not is_half_way(away):  # what it says of the pegs is not true then
        return None
    return Expected(abs(found[1] - found[0]), {}, 0.0004)


def _proved(scene: Scene, record: Record) -> Expected | None:
    return None if checked_half_way(scene, record) else _verdict(scene, record)


def _by_water(scene: Scene, _: Record) -> Expected:
    """What the two pegs differ by, as water in a hose shows it, whatever the instrument does."""
    higher, lower = (height_of(scene, spot, 0) for spot in (A, B))
    return Expected(abs(higher - lower), {}, 2 * EDGE + scene.gear.rod.step)


def _two_pegs_tasks(scene: Scene) -> tuple[Task, ...]:
    return (
        Task("middle", TaskKind.STAND, "Stand the instrument up half-way between A and B.", _stood),
        *_both_read("middle", 0),
        Task("water", TaskKind.LENGTH,
             "Hold the water level at A and at B. How far apart are the two heights of its water?",
             _by_water,
             hint="Read the rod beside each end where the water stands; take one from the other."),
        Task("near", TaskKind.STAND,
             "Now stand it up where its error would show, and read both again.", _stood, A,
             hint="Half-way, both sights are off alike; close to one peg they are not."),
        *_both_read("near", 1),
        Task("off", TaskKind.LENGTH,
             "How far apart are what the two stands say of A and B?", _off_between),
        replace(_promised(scene), expects=_proved),
    )  # fmt: skip


TWO_PEGS = Lesson(
    "two-pegs", "Two pegs and a water level",
    "Read two pegs from half-way and by water, then from close to one of them.",
    "From half-way an instrument that is out reads the true difference, and proves nothing.",
    6, (Fault.CHECKS_HALF_WAY, Fault.WRONG_VERDICT), _two_pegs_scene, _two_pegs_tasks,
    {Fault.CHECKS_HALF_WAY: checked_half_way},
)  # fmt: skip
