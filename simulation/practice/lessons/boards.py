"""The lesson of batter boards and piers on a slope (sections 8 and 11 of the rules)."""

from __future__ import annotations

from dataclasses import replace

from simulation.ground import Place
from simulation.practice.draw import bench_of, drawing, gear_of, ground_of
from simulation.practice.faults import Fault
from simulation.practice.lesson import Expected, Lesson, Task, TaskKind
from simulation.practice.lessons.parts import BENCH, reading, with_targets
from simulation.practice.record import Record, heights_of
from simulation.practice.scene import Scene, Target
from simulation.practice.slips import drawn

CORNERS, HOLE = ("C1", "C2", "C3", "C4"), "H1"


def _boards_scene(seed: int) -> Scene:
    draw = drawing(seed, "boards")
    rng = draw.rng
    slipped = drawn(rng, (), (), walks=8)
    length, width = rng.uniform(6, 9), rng.uniform(5, 7)
    size = length + 6, width + 6
    surface = replace(
        ground_of(draw, size, fall=0.001),
        rise_x=rng.uniform(0.02, 0.045), rise_y=rng.uniform(-0.03, 0.03),
    )  # fmt: skip
    at = [Place(3 + length * x, 3 + width * y) for x, y in ((0, 0), (1, 0), (1, 1), (0, 1))]
    told_by = draw.datum()
    corners = [
        Target(name, one, surface.elevation(one)) for name, one in zip(CORNERS, at, strict=True)
    ]
    deep = draw.between(0.6, 0.9)
    hole = Place(3 + length / 2, 3 + width / 2)
    targets = [*corners, Target(HOLE, hole, surface.elevation(hole))]
    bench = bench_of(
        draw,
        BENCH,
        Place(1.2, 1.2),
        surface.elevation(at[2]) + rng.uniform(0.05, 0.2),
        told_by,
        slipped,
    )
    scene = Scene(seed, size, surface, 0.0, (bench,), (), gear_of(draw, slipped), slipped, told_by)
    over = draw.between(0.15, 0.3)
    top = draw.round(surface.elevation(hole) + told_by + rng.uniform(0.2, 0.5))
    return with_targets(scene, seed, targets, over=over, deep=deep, top=top)


def _ground(scene: Scene, record: Record) -> dict[str, float] | None:
    found = {name: height for name, height in heights_of(scene, record).items() if name in CORNERS}
    return found if set(found) == set(CORNERS) else None


def _string(scene: Scene, record: Record) -> Expected | None:
    ground = _ground(scene, record)
    if ground is None:
        return None
    over = scene.amount("over")
    wrong = {Fault.FIRST_CORNER: ground["C1"] + over}
    return Expected(max(ground.values()) + over, wrong, scene.gear.rod.step)


def _tallest(scene: Scene, record: Record) -> Expected | None:
    ground = _ground(scene, record)
    if ground is None:
        return None
    over = scene.amount("over")
    right = max(ground.values()) + over - min(ground.values())
    wrong = {Fault.FIRST_CORNER: ground["C1"] + over - min(ground.values())}
    return Expected(right, wrong, scene.gear.rod.step)


def _tube(scene: Scene, record: Record) -> Expected | None:
    ground = heights_of(scene, record).get(HOLE)
    if ground is None:
        return None
    right = scene.amount("top") - (ground - scene.amount("deep"))
    wrong = {Fault.FORGETS_THE_DEPTH: scene.amount("top") - ground}
    return Expected(right, wrong, scene.gear.rod.step)


def _boards_tasks(scene: Scene) -> tuple[Task, ...]:
    return (
        Task(
            "read",
            TaskKind.READ,
            f"{BENCH} is at {{}}. Read the rod on it.",
            reading(BENCH),
            BENCH,
            lengths=(scene.mark(BENCH).told,),
        ),
        *(
            Task(name, TaskKind.READ, f"Shoot the ground at {name}.", reading(name), name)
            for name in (*CORNERS, HOLE)
        ),
        Task(
            "string",
            TaskKind.LENGTH,
            "The string clears the ground by {} everywhere. How high is it?",
            _string,
            lengths=(scene.amount("over"),),
            hint="Begin from the highest corner.",
        ),
        Task(
            "tallest",
            TaskKind.LENGTH,
            "How tall is the tallest board, from the ground to the string?",
            _tallest,
        ),
        Task(
            "tube",
            TaskKind.LENGTH,
            f"At {HOLE} the hole is {{}} deep, and the pier's top is at {{}}. "
            "How long is its tube?",
            _tube,
            lengths=(scene.amount("deep"), scene.amount("top")),
            hint="From the bottom of the hole, not from the ground.",
        ),
    )


BOARDS = Lesson(
    "boards", "Boards and a pier on a slope",
    "Set one level string over ground that falls, and cut a tube for a pier.",
    "A string set from the wrong corner runs into the hill at the other end.",
    7, (Fault.FIRST_CORNER, Fault.FORGETS_THE_DEPTH), _boards_scene, _boards_tasks,
)  # fmt: skip
