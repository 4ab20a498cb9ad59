"""Lessons of reading a rod and setting a height (section 3 of the rules)."""

from __future__ import annotations

from simulation.practice.draw import METERS, drawing
from simulation.practice.faults import Fault
from simulation.practice.lesson import Expected, Lesson, Task, TaskKind
from simulation.practice.lessons.parts import (
    ANY,
    BENCH,
    STAKES,
    bench,
    from_reading,
    mark_at,
    reading,
    stakes_site,
    tenths_as_inches,
    was_coarse,
    with_targets,
)
from simulation.practice.record import Record
from simulation.practice.rod import FOOT, INCH, Zero
from simulation.practice.scene import Scene, Target
from simulation.practice.slips import Slip, drawn

# Match a height.


def _match_scene(seed: int) -> Scene:
    draw = drawing(seed, "match")
    scene, at = stakes_site(draw, drawn(draw.rng, (), (Slip.COARSE,), walks=6), (0.15, 0.4))
    level = scene.mark(BENCH).elevation
    return with_targets(
        scene, seed, [Target(name, there, level) for name, there in zip(STAKES, at, strict=True)]
    )


def _match_tasks(scene: Scene) -> tuple[Task, ...]:
    level = bench(scene).elevation
    return (
        Task("read", TaskKind.READ, f"Stand the instrument up, and read the rod on {BENCH}.",
             reading(BENCH), BENCH, hint="Slide the receiver until its tone is steady, then read."),
        *(
            Task(name, TaskKind.MARK, f"Mark the height of {BENCH} on stake {name}.",
                 mark_at(level), name,
                 hint="Leave the receiver clamped; slide the rod on the stake until it is steady.")
            for name in STAKES
        ),
    )  # fmt: skip


MATCH = Lesson(
    "match", "Match a height",
    "Carry a height that stands to three stakes with a receiver that stays clamped.",
    "What a clamp carries needs no arithmetic, so that nothing can be added wrong.",
    4, (Fault.LEFT_ON_COARSE,), _match_scene, _match_tasks, {Fault.LEFT_ON_COARSE: was_coarse},
)  # fmt: skip


# Lower and raise a height.


def _move_scene(seed: int) -> Scene:
    draw = drawing(seed, "move")
    scene, at = stakes_site(draw, drawn(draw.rng, (), (Slip.COARSE,), walks=6), (0.4, 0.45))
    lower, higher = draw.between(0.12, 0.3), draw.between(0.08, 0.2)
    level = scene.mark(BENCH).elevation
    low, high = Target("S1", at[0], level - lower), Target("S2", at[1], level + higher)
    return with_targets(scene, seed, [low, high], lower=lower, higher=higher)


def _move_tasks(scene: Scene) -> tuple[Task, ...]:
    lower, higher = scene.amount("lower"), scene.amount("higher")
    level = bench(scene).elevation
    return (
        Task("read", TaskKind.READ, f"Read the rod on {BENCH}.", reading(BENCH), BENCH),
        Task("clamp-low", TaskKind.LENGTH,
             f"The footing is {{}} lower than {BENCH}. At what reading do you clamp?",
             from_reading(BENCH, lower, **{Fault.MIXES_THE_SIGN: -lower}), lengths=(lower,),
             hint="A lower foot needs a longer rod up to the beam."),
        Task("S1", TaskKind.MARK, "Mark it on stake S1.",
             mark_at(level - lower, **{Fault.MIXES_THE_SIGN: level + lower}), "S1"),
        Task("clamp-high", TaskKind.LENGTH,
             f"The form is {{}} higher than {BENCH}. At what reading do you clamp?",
             from_reading(BENCH, -higher, **{Fault.MIXES_THE_SIGN: higher}), lengths=(higher,),
             hint="A higher foot leaves less rod below the beam."),
        Task("S2", TaskKind.MARK, "Mark it on stake S2.",
             mark_at(level + higher, **{Fault.MIXES_THE_SIGN: level - higher}), "S2"),
    )  # fmt: skip


MOVE = Lesson(
    "move", "Lower and raise a height",
    "Say which way the receiver goes before it is moved: up the rod for a lower height.",
    "A sign turned round sets a footing off by twice what was asked, and nobody sees it.",
    5, (Fault.MIXES_THE_SIGN,), _move_scene, _move_tasks,
)  # fmt: skip


# Tenths, hundredths and inches.


def _units_scene(seed: int) -> Scene:
    draw = drawing(seed, "units", ("ft/100",))
    scene, at = stakes_site(draw, drawn(draw.rng, (), (), walks=6), (0.15, 0.3))
    surface = scene.surface
    targets = [
        Target(name, there, surface.elevation(there))
        for name, there in zip(STAKES, at, strict=True)
    ]
    return with_targets(scene, seed, targets)


def _difference(scene: Scene, record: Record) -> Expected | None:
    known, stake = record.last(BENCH, *ANY), record.last("S1", *ANY)
    if known is None or stake is None:
        return None
    lower = stake.typed - known.typed
    wrong = lower / FOOT * 10 * INCH
    return Expected(lower, {Fault.TENTHS_AS_INCHES: wrong}, scene.gear.rod.step)


def _units_tasks(scene: Scene) -> tuple[Task, ...]:
    tenths = {Fault.TENTHS_AS_INCHES: tenths_as_inches}
    return (
        *(
            Task(f"read-{spot}", TaskKind.READ, f"Read the rod on {spot}.",
                 reading(spot, **tenths), spot,
                 hint="Red is whole feet, black is tenths, each line a hundredth.")
            for spot in (BENCH, *STAKES[:2])
        ),
        Task("lower", TaskKind.LENGTH,
             f"How much lower than {BENCH} is the ground at S1, in feet and inches?", _difference,
             hint="0.52 ft is not 5.2 in: times twelve, it is 6 1/4 in."),
    )  # fmt: skip


UNITS = Lesson(
    "units", "Tenths, hundredths and inches",
    "Read a rod in tenths, and say it in inches.",
    "Tenths taken for inches are off by a sixth, which looks like a floor that is just a bit out.",
    4, (Fault.TENTHS_AS_INCHES,), _units_scene, _units_tasks,
)  # fmt: skip


# Numbers that run another way.


def _other_way_scene(seed: int) -> Scene:
    draw = drawing(seed, "other-way", ("in/8", "in/16", *METERS))
    zero = draw.rng.choice((Zero.TOP, Zero.CENTER))
    scene, at = stakes_site(draw, drawn(draw.rng, (), (), walks=6), (0.4, 0.45), zero)
    lower = draw.between(0.1, 0.25)
    level = scene.mark(BENCH).elevation
    return with_targets(scene, seed, [Target("S1", at[0], level - lower)], lower=lower)


def _other_way_tasks(scene: Scene) -> tuple[Task, ...]:
    lower = scene.amount("lower")
    way = -1 if scene.gear.rod.zero is Zero.TOP else 1
    level = bench(scene).elevation
    wrong = Fault.NUMBERS_WRONG_WAY
    return (
        Task("read", TaskKind.READ, f"Read the rod on {BENCH}.", reading(BENCH), BENCH,
             hint="Look which way the numbers grow before you read between two of them."),
        Task("clamp", TaskKind.LENGTH,
             f"The pad is {{}} lower than {BENCH}. What does the rod read at the clamp?",
             from_reading(BENCH, way * lower, **{wrong: -way * lower}), lengths=(lower,),
             hint="The receiver goes up the rod for a lower height, however the numbers run."),
        Task("S1", TaskKind.MARK, "Mark it on stake S1.",
             mark_at(level - lower, **{wrong: level + lower}), "S1"),
    )  # fmt: skip


OTHER_WAY = Lesson(
    "other-way", "Zero on top, zero in the middle",
    "Set a height with a rod whose numbers run down, or count both ways from its middle.",
    "The receiver moves the same way on every rod; only the numbers beside it change.",
    4, (Fault.NUMBERS_WRONG_WAY,), _other_way_scene, _other_way_tasks,
)  # fmt: skip


# A datum above the beam.


def _above_scene(seed: int) -> Scene:
    draw = drawing(seed, "above")
    scene, at = stakes_site(draw, drawn(draw.rng, (), (), walks=6), (2.25, 2.45))
    known = bench(scene)
    drop = draw.round(known.elevation - scene.surface.elevation(at[0]) - draw.rng.uniform(0.2, 0.5))
    return with_targets(scene, seed, [Target("S1", at[0], known.elevation - drop)], drop=drop)


def _beam_above(scene: Scene, record: Record) -> Expected | None:
    read = record.last(BENCH, *ANY)
    if read is None:
        return None
    told = bench(scene).told
    wrong = {Fault.ADDS_UPSIDE_DOWN: told + read.typed}
    return Expected(told - read.typed, wrong, scene.gear.rod.step)


def _above_tasks(scene: Scene) -> tuple[Task, ...]:
    level = scene.target("S1").level
    return (
        Task("read", TaskKind.READ,
             f"{BENCH} is above the beam. Hold the rod upside down against it, and read.",
             reading(BENCH), BENCH, hint="Its foot goes up against the mark, the rod hangs down."),
        Task("beam", TaskKind.LENGTH, f"{BENCH} is at {{}}. How high is the beam?", _beam_above,
             lengths=(bench(scene).told,), hint="The beam is below the mark: take off, not add."),
        Task("S1", TaskKind.MARK, f"Mark {{}} below {BENCH} on stake S1.", mark_at(level), "S1",
             lengths=(scene.amount("drop"),)),
    )  # fmt: skip


ABOVE = Lesson(
    "above", "A datum above the beam",
    "Begin from a height over the instrument with the rod upside down.",
    "A soffit or a sill overhead is as good a benchmark, and its reading is taken off.",
    5, (Fault.ADDS_UPSIDE_DOWN,), _above_scene, _above_tasks,
)  # fmt: skip

HEIGHTS = (MATCH, MOVE, UNITS, OTHER_WAY, ABOVE)
