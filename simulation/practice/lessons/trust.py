"""Lessons of what is still true: a knock, a run that closes, go or hold (sections 4 and 12)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from simulation.ground import Place
from simulation.practice.draw import bench_of, drawing, gear_of, ground_of
from simulation.practice.faults import Fault
from simulation.practice.lesson import Expected, Lesson, Task, TaskKind, near_enough
from simulation.practice.lessons.parts import BENCH, reading, truly, with_targets
from simulation.practice.lessons.stone import POINTS, floor_site
from simulation.practice.on_site import height_of
from simulation.practice.record import Purpose, Read, Record, heights_of
from simulation.practice.scene import Scene, Target
from simulation.practice.slips import Slip, drawn

#: How far a benchmark's second reading may be off its first, metres.
ALLOWED = 0.003


def skipped_the_reread(_: Scene, record: Record) -> bool:
    """Whether the benchmark was not read again after the last point."""
    entries = record.reads(Purpose.SHOT, Purpose.REREAD)
    return not entries or entries[-1].purpose is not Purpose.REREAD


def true_height(spot: str) -> Callable[[Scene, Record], Expected | None]:
    """Expect a point's height as it really is, in the papers' heights."""

    def expects(scene: Scene, record: Record) -> Expected | None:
        found = [read for read in record.reads(Purpose.SHOT) if read.spot == spot]
        if not found:
            return None
        walks = found[-1].state.walks
        right = height_of(scene, spot, walks) + scene.told_by
        return Expected(right, {}, near_enough(scene) + 0.0015)

    return expects


def ignored_the_knock(scene: Scene, record: Record) -> bool:
    """Whether points still stand on a set-up whose benchmark read otherwise afterward."""
    for again in record.reads(Purpose.REREAD):
        first = record.from_stand(again.state.stands, again.spot)
        backs = [
            read
            for read in record.reads(Purpose.BACKSIGHT)
            if (read.spot, read.state.stands) == (again.spot, again.state.stands)
        ]
        if first is None or not backs or abs(again.typed - backs[-1].typed) <= tells(scene):
            continue
        last = {read.spot: read.state.stands for read in record.reads(Purpose.SHOT)}
        if any(stand == again.state.stands for stand in last.values()):
            return True
    return False


def tells(scene: Scene) -> float:
    """How far two readings of a benchmark may differ before the beam has moved, metres."""
    return max(ALLOWED, near_enough(scene))


def _reread() -> Task:
    return Task(
        "again",
        TaskKind.READ,
        f"Read {BENCH} again before anybody relies on this.",
        truly(_last_again),
        BENCH,
        is_again=True,
        hint="If it reads otherwise, what was read since can't be told from a good one.",
    )


def _last_again(_: Scene, record: Record) -> Read | None:
    return record.last(BENCH, Purpose.REREAD)


# The knock.


def _knock_scene(seed: int) -> Scene:
    draw = drawing(seed, "knock")
    scene, at = floor_site(draw, drawn(draw.rng, (Slip.KNOCKED,), (), walks=8), off=(-0.01, 0.01))
    targets = [Target(name, one, scene.design) for name, one in zip(POINTS, at, strict=True)]
    return with_targets(scene, seed, targets, **dict(scene.amounts))


def _knock_tasks(scene: Scene) -> tuple[Task, ...]:
    return (
        Task("read", TaskKind.READ, f"Read the rod on {BENCH}.", reading(BENCH), BENCH),
        *(
            Task(name, TaskKind.HEIGHT, f"Shoot {name}.", true_height(name), name)
            for name in POINTS
        ),
        _reread(),
    )


KNOCK = Lesson(
    "knock", "Somebody brushed the legs",
    "Find out in the middle of a floor that the beam has moved, and put it right.",
    "A bumped laser looks level: only the benchmark read again says otherwise.",
    8, (Fault.IGNORES_THE_KNOCK, Fault.SKIPS_THE_REREAD), _knock_scene, _knock_tasks,
    {Fault.IGNORES_THE_KNOCK: ignored_the_knock, Fault.SKIPS_THE_REREAD: skipped_the_reread},
    is_on_the_job=True,
)  # fmt: skip


# A run over two turning points.

END, TURNS = "BM2", ("T1", "T2")
LEGS = ((BENCH, "T1"), ("T1", "T2"), ("T2", END))


def _run_scene(seed: int) -> Scene:
    draw = drawing(seed, "run")
    rng = draw.rng
    size = (64.0, 12.0)
    surface = ground_of(draw, size, fall=0.012)
    is_bad = rng.random() < 0.5
    slipped = drawn(rng, (Slip.BENCHMARK_MOVED,) if is_bad else (), (), walks=8)
    gear = gear_of(draw, slipped)
    gear = replace(gear, instrument=replace(gear.instrument, farthest=14.0))
    told_by, middle = draw.datum(), size[1] / 2
    at = [Place(2.0 + 20 * number, middle + rng.uniform(-1, 1)) for number in range(4)]
    level = [surface.elevation(one) for one in at]
    first = bench_of(
        draw, BENCH, at[0], level[0] + rng.uniform(0.1, 0.3), told_by, drawn(rng, (), (), walks=1)
    )
    last = bench_of(draw, END, at[3], level[3] + rng.uniform(0.1, 0.3), told_by, slipped)
    turns = [
        Target(name, there, height)
        for name, there, height in zip(TURNS, at[1:3], level[1:3], strict=True)
    ]
    scene = Scene(seed, size, surface, 0.0, (first, last), (), gear, slipped, told_by)
    return with_targets(scene, seed, turns)


def _sums(record: Record) -> tuple[float, float] | None:
    """Return what was read behind and ahead over the legs, metres."""
    stands = [one.state.stands for one in record.stood()]
    behind = ahead = 0.0
    for back, fore in LEGS:
        found = [
            (record.from_stand(stand, back), record.from_stand(stand, fore)) for stand in stands
        ]
        whole = [(one, other) for one, other in found if one is not None and other is not None]
        if not whole:
            return None
        behind += whole[-1][0].typed
        ahead += whole[-1][1].typed
    return behind, ahead


def _end_height(scene: Scene, record: Record) -> Expected | None:
    sums = _sums(record)
    if sums is None:
        return None
    known, rise = scene.mark(BENCH).told, sums[0] - sums[1]
    return Expected(known + rise, {Fault.SWAPS_THE_SIGHTS: known - rise}, scene.gear.rod.step)


def _run_verdict(scene: Scene, record: Record) -> Expected | None:
    if _sums(record) is None:
        return None
    is_bad = scene.slipped.has(Slip.BENCHMARK_MOVED)
    right, wrong = ("again", "take") if is_bad else ("take", "again")
    return Expected(
        right, {Fault.ACCEPTS_A_BAD_RUN: wrong} if is_bad else {Fault.HOLDS_WHERE_GO: wrong}
    )


def never_closed(_: Scene, record: Record) -> bool:
    """Whether the run ends in the air: nothing known was read at its end."""
    return not any(read.spot == END for read in record.reads(*Purpose))


def _leg_tasks(number: int, back: str, fore: str) -> tuple[Task, ...]:
    def finds(spot: str) -> Callable[[Scene, Record], Read | None]:
        """Find the reading at one end of the leg from where both its ends were read, or tried."""

        def found(_: Scene, record: Record) -> Read | None:
            stands = [one.state.stands for one in record.stood()]
            behind = [stand for stand in stands if record.from_stand(stand, back) is not None]
            leg = [one for one in behind if record.from_stand(one, fore) is not None] or behind
            return record.from_stand(leg[-1], spot) if leg else None

        return found

    return (
        Task(
            f"leg-{number}",
            TaskKind.STAND,
            f"Stand the instrument up between {back} and {fore}.",
            lambda _, record: Expected("stood") if record.stood() else None,
            f"{back} {fore}",
        ),
        Task(
            f"back-{number}",
            TaskKind.READ,
            f"Read back to {back}.",
            truly(finds(back)),
            back,
            finds=finds(back),
        ),
        Task(
            f"fore-{number}",
            TaskKind.READ,
            f"Read ahead to {fore}.",
            truly(finds(fore)),
            fore,
            finds=finds(fore),
        ),
    )


def _run_tasks(scene: Scene) -> tuple[Task, ...]:
    told = scene.mark(END).told
    legs = [task for number, leg in enumerate(LEGS, 1) for task in _leg_tasks(number, *leg)]
    return (
        *legs,
        Task(
            "end",
            TaskKind.LENGTH,
            f"{BENCH} is at {{}}. How high is {END} by your run?",
            _end_height,
            lengths=(scene.mark(BENCH).told,),
            hint="All that was read back, less all that was read ahead, is the rise.",
        ),
        Task(
            "close",
            TaskKind.CHOICE,
            f"{END}'s tag says {{}}; {{}} may be lost over three set-ups. Do you take the run?",
            _run_verdict,
            lengths=(told, _may_be_lost(scene)),
            choices=(("take", "Take it"), ("again", "Run it again, and ask about the tag")),
        ),
    )


def _may_be_lost(scene: Scene) -> float:
    return max(0.0052, 3 * near_enough(scene) / 2)


RUN = Lesson(
    "run", "A run that closes",
    "Carry a height over two turning points to a mark that is known.",
    "A run that ends in the air is believed; one that closes is known.",
    8, (Fault.SWAPS_THE_SIGHTS, Fault.NEVER_CLOSES, Fault.ACCEPTS_A_BAD_RUN),
    _run_scene, _run_tasks, {Fault.NEVER_CLOSES: never_closed},
    is_on_the_job=True,
)  # fmt: skip


# Go or hold.

REASONS = ("none", "none", "thin", "short", "overdue")
ASKED = POINTS[:4]
#: How much higher the stone lies than it should where the slab comes out too thin, metres.
TOO_HIGH = 0.02


def _go_scene(seed: int) -> Scene:
    draw = drawing(seed, "go")
    rng = draw.rng
    reason = rng.choice(REASONS)
    scene, at = floor_site(draw, drawn(rng, (), (), walks=7), off=(-0.004, -0.001))
    thick = draw.between(0.1, 0.12)
    if reason == "thin":
        scene = replace(scene, design=scene.design - draw.round(TOO_HIGH))
    targets = [Target(name, one, scene.design) for name, one in zip(ASKED, at, strict=False)]
    scene = with_targets(scene, seed, targets, **dict(scene.amounts))
    highest = max(height_of(scene, name, 0) for name in ASKED) - scene.design
    room = 0.03 if reason != "thin" else -0.012
    least = thick - highest - room
    needed = round(rng.uniform(3, 9), 1)
    ordered = needed + (rng.choice((0.0, 0.5)) if reason != "short" else -rng.choice((0.5, 1.0)))
    return replace(
        scene,
        amounts=(
            *scene.amounts,
            ("thick", thick),
            ("least", least),
            ("needed", needed),
            ("ordered", ordered),
            ("days", 9.0 if reason == "overdue" else 3.0),
        ),
    )


def _go(scene: Scene, record: Record) -> Expected | None:
    if set(heights_of(scene, record)) != set(ASKED):
        return None
    highest = max(height_of(scene, name, 0) for name in ASKED) - scene.design
    is_thin = scene.amount("thick") - highest < scene.amount("least")
    is_short = scene.amount("ordered") < scene.amount("needed")
    if is_thin or is_short or scene.amount("days") > 7:
        return Expected("hold", {Fault.GOES_WHERE_HOLD: "go"})
    return Expected("go", {Fault.HOLDS_WHERE_GO: "hold"})


def _go_tasks(scene: Scene) -> tuple[Task, ...]:
    top = scene.design + scene.told_by + scene.amount("thick")
    days = round(scene.amount("days"))
    ordered, needed = scene.amount("ordered"), scene.amount("needed")
    return (
        Task("read", TaskKind.READ, f"Read the rod on {BENCH}.", reading(BENCH), BENCH),
        *(
            Task(name, TaskKind.HEIGHT, f"Shoot the stone at {name}.", true_height(name), name)
            for name in ASKED
        ),
        _reread(),
        Task(
            "go",
            TaskKind.CHOICE,
            f"The slab's top is at {{}}, at least {{}} thick everywhere. The laser was checked "
            f"{days} days ago, a check holds 7. Ordered are {ordered:.1f}, needed {needed:.1f}. "
            "Go or hold?",
            _go,
            lengths=(top, scene.amount("least")),
            choices=(("go", "GO"), ("hold", "HOLD")),
            hint="Each of the four can hold it alone.",
        ),
    )


GO_OR_HOLD = Lesson(
    "go-or-hold", "Go or hold",
    "Decide from what was read and what is on paper whether the truck may come.",
    "Concrete can't be called back: one thing that is not so holds it.",
    7, (Fault.GOES_WHERE_HOLD, Fault.HOLDS_WHERE_GO, Fault.SKIPS_THE_REREAD),
    _go_scene, _go_tasks, {Fault.SKIPS_THE_REREAD: skipped_the_reread},
    is_on_the_job=True,
)  # fmt: skip
