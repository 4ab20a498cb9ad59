"""Lessons of the stone under a slab, its concrete, and a slab that falls (sections 7 and 10)."""

from __future__ import annotations

from dataclasses import replace
from math import ceil

from simulation.ground import Place
from simulation.practice.draw import METERS, Drawing, bench_of, drawing, gear_of, ground_of
from simulation.practice.faults import Fault
from simulation.practice.lesson import Expected, Lesson, Task, TaskKind
from simulation.practice.lessons.parts import ANY, BENCH, mark_at, reading, with_targets
from simulation.practice.record import Read, Record, heights_of
from simulation.practice.rod import FOOT
from simulation.practice.scene import Scene, Target
from simulation.practice.slips import Slip, Slipped, drawn

POINTS = ("A1", "A2", "A3", "B1", "B2", "B3")
ON_A_ROW = 3
WASTE = 0.1
#: How far a figure of concrete by another sound way may be off this one.
ANOTHER_WAY = 0.04
CUBIC_YARD = (3 * FOOT) ** 3


def floor_site(
    draw: Drawing, slipped: Slipped, *, off: tuple[float, float], fall: float = 0.0
) -> tuple[Scene, list[Place]]:
    """Draw a floor's stone with a point at each corner and half-way, and a benchmark beside it.

    The stone lies so far above what it is designed to be as ``off`` draws, before what slipped.
    """
    rng = draw.rng
    length = draw.whole(rng.uniform(6, 11))
    width = draw.whole(rng.uniform(4, min(7, length - 1)))
    around = draw.whole(4)
    size = length + 2 * around, width + 2 * around
    level = ground_of(draw, size, fall=0.0005)
    at = [
        Place(
            around + length * (number % ON_A_ROW) / (ON_A_ROW - 1),
            around + width * (number // ON_A_ROW),
        )
        for number in range(len(POINTS))
    ]
    told_by = draw.datum()
    mean = sum(level.elevation(one) for one in at) / len(at)
    design = draw.round(mean + told_by - rng.uniform(*off)) - told_by
    there = Place(rng.uniform(0.5, around - 1), rng.uniform(1, size[1] - 1))
    bench = bench_of(draw, BENCH, there, mean + rng.uniform(0.1, 0.45), told_by, slipped)
    scene = Scene(0, size, level, design, (bench,), (), gear_of(draw, slipped), slipped, told_by)
    sides = ("length", length), ("width", width), ("around", around), ("fall", fall)
    return replace(scene, amounts=sides), at


def was_on_a_clod(_: Scene, record: Record) -> bool:
    """Whether a rod stood on a clod while it was read."""
    return any(isinstance(entry, Read) and entry.state.is_on_a_clod for entry in record.entries)


def _shots(names: tuple[str, ...]) -> tuple[Task, ...]:
    return (
        Task("read", TaskKind.READ, f"Read the rod on {BENCH}.", reading(BENCH), BENCH),
        *(
            Task(
                name,
                TaskKind.READ,
                f"Shoot the stone at {name}.",
                reading(name),
                name,
                hint="Look what the rod's foot stands on before you read.",
            )
            for name in names
        ),
    )


# Shoot the stone, and say what to take off and add.


def _stone_scene(seed: int) -> Scene:
    draw = drawing(seed, "stone")
    scene, at = floor_site(
        draw, drawn(draw.rng, (), (Slip.STONE_LOW,), walks=8), off=(-0.008, 0.008)
    )
    clods = frozenset(draw.rng.sample(POINTS, 2))
    targets = [Target(name, one, scene.design) for name, one in zip(POINTS, at, strict=True)]
    return replace(with_targets(scene, seed, targets, **dict(scene.amounts)), clods=clods)


def _off(scene: Scene, record: Record) -> dict[str, float]:
    design = scene.design + scene.told_by
    return {name: height - design for name, height in heights_of(scene, record).items()}


def _worst(scene: Scene, record: Record) -> tuple[str, float] | None:
    off = _off(scene, record)
    if set(off) != set(POINTS):
        return None
    return max(off.items(), key=lambda item: abs(item[1]))


def _which(scene: Scene, record: Record) -> Expected | None:
    worst = _worst(scene, record)
    return None if worst is None else Expected(worst[0])


def _take_or_add(scene: Scene, record: Record) -> Expected | None:
    worst = _worst(scene, record)
    if worst is None:
        return None
    right, wrong = ("take", "add") if worst[1] > 0 else ("add", "take")
    return Expected(right, {Fault.TAKES_FOR_ADDS: wrong})


def _how_much(scene: Scene, record: Record) -> Expected | None:
    worst = _worst(scene, record)
    return None if worst is None else Expected(abs(worst[1]), {}, scene.gear.rod.step)


def _stone_tasks(scene: Scene) -> tuple[Task, ...]:
    return (
        *_shots(POINTS),
        Task(
            "which",
            TaskKind.CHOICE,
            "The stone is to be at {}. Which point is farthest off?",
            _which,
            lengths=(scene.design + scene.told_by,),
            choices=tuple((name, name) for name in POINTS),
        ),
        Task(
            "way",
            TaskKind.CHOICE,
            "Is stone taken off there, or added?",
            _take_or_add,
            choices=(("take", "Take off"), ("add", "Add")),
            hint="A smaller reading is a higher stone.",
        ),
        Task("how-much", TaskKind.LENGTH, "How much?", _how_much),
    )


STONE = Lesson(
    "stone", "Shoot the stone",
    "Shoot every point, and say where to take off and where to add.",
    "Stone that is left low is filled with concrete, at thirty times its price.",
    7, (Fault.TAKES_FOR_ADDS, Fault.ON_A_CLOD, Fault.WRITES_FOR_ANOTHER),
    _stone_scene, _stone_tasks,
    {Fault.ON_A_CLOD: was_on_a_clod}, is_on_the_job=True,
)  # fmt: skip


# Thickness, volume, and the talk with the customer.


def _volume_scene(seed: int) -> Scene:
    draw = drawing(seed, "volume")
    scene, at = floor_site(draw, drawn(draw.rng, (Slip.STONE_LOW,), (), walks=8), off=(-0.004, 0.0))
    thick = draw.between(0.09, 0.11)
    targets = [Target(name, one, scene.design) for name, one in zip(POINTS, at, strict=True)]
    amounts = dict(scene.amounts) | {"thick": thick}
    step = 0.1 if draw.marking in METERS else CUBIC_YARD / 4
    return with_targets(scene, seed, targets, **amounts, step=step)


def _thickness(scene: Scene, record: Record) -> float | None:
    """Return the mean thickness over the points as they were read, metres."""
    off = _off(scene, record)
    if set(off) != set(POINTS):
        return None
    return scene.amount("thick") - sum(off.values()) / len(off)


def _mean(scene: Scene, record: Record) -> Expected | None:
    mean = _thickness(scene, record)
    if mean is None:
        return None
    nominal = {Fault.ORDERS_NOMINAL: scene.amount("thick")}
    return Expected(mean, nominal, 0.004)


def _to_order(scene: Scene, record: Record) -> Expected | None:
    mean = _thickness(scene, record)
    if mean is None:
        return None
    area, step = scene.amount("length") * scene.amount("width"), scene.amount("step")

    def stepped(volume: float) -> float:
        return ceil(volume / step - 1e-9) * step

    right = stepped(area * mean * (1 + WASTE))
    wrong: dict[Fault, float | str] = {
        Fault.FORGETS_WASTE: stepped(area * mean),
        Fault.ORDERS_NOMINAL: stepped(area * scene.amount("thick") * (1 + WASTE)),
    }
    return Expected(right, wrong, ANOTHER_WAY * right)


def _who_pays(scene: Scene, record: Record) -> Expected | None:
    if _thickness(scene, record) is None:
        return None
    return Expected("before")


def _volume_tasks(scene: Scene) -> tuple[Task, ...]:
    size = scene.amount("length"), scene.amount("width")
    design = scene.design + scene.told_by + scene.amount("thick")
    return (
        *_shots(POINTS),
        Task(
            "mean",
            TaskKind.LENGTH,
            "The slab's top is at {}. How thick will it be, in the mean of the points?",
            _mean,
            lengths=(design,),
            hint="The top less each point's height, added up, over six.",
        ),
        Task(
            "order",
            TaskKind.VOLUME,
            "It is {} by {}. With 10 percent for waste, how much do you order?",
            _to_order,
            lengths=size,
            hint="Area times the mean thickness, a tenth more, up to the supplier's step.",
        ),
        Task(
            "talk",
            TaskKind.CHOICE,
            "The price covers {}. When do you speak of the rest with the customer?",
            _who_pays,
            lengths=(scene.amount("thick"),),
            choices=(("before", "Before the truck is ordered"), ("bill", "With the bill")),
        ),
    )


VOLUME = Lesson(
    "volume", "How much concrete",
    "Turn six shots into a thickness, an order, and a word with the customer.",
    "The extra yards are somebody's money: whose is settled before they are in the ground.",
    8, (Fault.FORGETS_WASTE, Fault.ORDERS_NOMINAL), _volume_scene, _volume_tasks,
)  # fmt: skip


# A slab that falls.


def _fall_scene(seed: int) -> Scene:
    draw = drawing(seed, "fall")
    scene, at = floor_site(draw, drawn(draw.rng, (), (), walks=5), off=(-0.01, 0.01))
    ratio = draw.rng.choice((50, 60, 80))
    run = draw.round(at[2].x - at[0].x)
    drop = run / ratio
    high = draw.round(scene.design + scene.told_by + 0.32) - scene.told_by
    targets = [Target("F1", at[0], high), Target("F2", at[2], high - drop)]
    return with_targets(scene, seed, targets, run=run, drop=drop, ratio=float(ratio))


def _lower_end(scene: Scene, _: Record) -> Expected:
    high, drop = scene.target("F1").level + scene.told_by, scene.amount("drop")
    wrong: dict[Fault, float | str] = {
        Fault.FALLS_UPHILL: high + drop,
        Fault.FORGETS_THE_FALL: high,
    }
    return Expected(high - drop, wrong, scene.gear.rod.step)


def _fall_clamp(scene: Scene, record: Record) -> Expected | None:
    read = record.last(BENCH, *ANY)
    if read is None:
        return None
    known, high = scene.mark(BENCH).told, scene.target("F1").level + scene.told_by
    drop = scene.amount("drop")
    clamp = known + read.typed - (high - drop)
    wrong: dict[Fault, float | str] = {
        Fault.FALLS_UPHILL: clamp - 2 * drop,
        Fault.FORGETS_THE_FALL: clamp - drop,
    }
    return Expected(clamp, wrong, 1.5 * scene.gear.rod.step)


def _fall_tasks(scene: Scene) -> tuple[Task, ...]:
    high, low = scene.target("F1").level, scene.target("F2").level
    ratio, drop = round(scene.amount("ratio")), scene.amount("drop")
    wrong = {Fault.FALLS_UPHILL: high + drop, Fault.FORGETS_THE_FALL: high}
    return (
        Task(
            "read",
            TaskKind.READ,
            f"{BENCH} is at {{}}. Read the rod on it.",
            reading(BENCH),
            BENCH,
            lengths=(scene.mark(BENCH).told,),
        ),
        Task(
            "low",
            TaskKind.LENGTH,
            f"The form at F1 is at {{}}. It falls 1:{ratio} toward F2, {{}} away. How high is F2?",
            _lower_end,
            lengths=(high + scene.told_by, scene.amount("run")),
            hint=f"The run over {ratio} is the drop; water runs toward F2.",
        ),
        Task("clamp", TaskKind.LENGTH, "At what reading do you clamp for it?", _fall_clamp),
        Task("F2", TaskKind.MARK, "Mark it on stake F2.", mark_at(low, **wrong), "F2"),
    )


FALL = Lesson(
    "fall", "A slab that falls",
    "Set the low end of a slab from its high end.",
    "Water runs where the slab sends it: a fall turned round sends it to the wall.",
    5, (Fault.FALLS_UPHILL, Fault.FORGETS_THE_FALL), _fall_scene, _fall_tasks,
)  # fmt: skip
