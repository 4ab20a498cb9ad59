"""What to take along to a job, worked out from its plan and the crew's gear."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import TypedDict
from uuid import UUID

from core.elements import (
    BoardsAround,
    CoveredOutline,
    Element,
    Embeds,
    FollowingLine,
    PierRow,
    StripFooting,
)
from core.floors import Line
from core.lengths import Elevation, Length, Style, format_length
from core.take_along import (
    boards_along,
    chair_height,
    chairs_under,
    rod_needed,
    stakes_along,
    with_spare,
)
from core.tasks import Task
from server.crews.models import User
from server.crews.permissions import Ability
from server.gear.models import InstrumentKind, Receiver, Rod
from server.gear.sheets import trusted
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job
from server.jobs.plan.job_plan import JobPlan


class TakenItem(TypedDict):
    """A thing to take: what, how much, what for; and why it is short, empty where it is not."""

    key: str
    name: str
    amount: str
    why: str
    short: str


class TakeAlongSheet(TypedDict):
    """The list for a job, what is short first."""

    items: list[TakenItem]


@dataclass(frozen=True, slots=True)
class _Thing:
    key: str
    name: str
    amount: str = ""
    why: str = ""
    short: str = ""

    def sheet(self) -> TakenItem:
        return {
            "key": self.key,
            "name": self.name,
            "amount": self.amount,
            "why": self.why,
            "short": self.short,
        }


def take_along_sheet(user: User, job_id: UUID) -> TakeAlongSheet:
    """Return what to take along to a job."""
    job, _ = job_for(user, job_id, Ability.READ)
    return {"items": [thing.sheet() for thing in _things(job)]}


def short_of(job: Job) -> list[str]:
    """Return what is short for a job, a line each: what it is, and why."""
    return [f"{thing.name}: {thing.short}" for thing in _things(job) if thing.short]


def _things(job: Job) -> list[_Thing]:
    """Return all that is to be taken to a job, what is short first."""
    plan = JobPlan(job)
    made = [(element.name, plan.element(key)) for key, element in plan.elements.items()]
    things = [*_instruments(job), *_rods(job, plan, made), *_for_parts(plan, made)]
    things.sort(key=lambda thing: not thing.short)
    return things


def _instruments(job: Job) -> Iterator[_Thing]:
    own = trusted([job.crew_id])
    if not own:
        yield _Thing("laser", "Laser or level", "1", "", "the crew has none: add one under Gear")
        return
    first, trust = next((pair for pair in own if pair[1].state.is_trusted), own[0])
    why = "" if trust.state.is_trusted else trust.in_words
    yield _Thing("laser", first.name, "1", "charged, and its charger", why)
    yield _Thing("tripod", "Tripod", "1", "see that its thread fits the instrument")
    is_laser = first.kind in (InstrumentKind.ROTARY_LASER, InstrumentKind.LINE_LASER)
    if is_laser:
        receiver = Receiver.objects.filter(crew=job.crew_id, retired_at=None).first()
        short = "" if receiver else "the crew has none: add one under Gear"
        name = receiver.name if receiver else "Receiver"
        yield _Thing("receiver", name, "1", "with its clamp", short)
        yield _Thing("batteries", "Batteries", "2 sets", "one for the laser, one for the receiver")


def _rods(job: Job, plan: JobPlan, made: list[tuple[str, Element]]) -> Iterator[_Thing]:
    style, known = plan.style, Benchmark.objects.filter(job=job, retired_at=None).first()
    longest = Rod.objects.filter(crew=job.crew_id, retired_at=None).order_by("-length").first()
    heights = [point.target for _, one in made for point in one.points() if point.target]
    heights += [surface.elevation(plan.outlines[pk].corners[0]) for pk in plan.floors
                for _, surface in plan.surfaces(pk).surfaces()]  # fmt: skip
    name = longest.name if longest else "Rod"
    if known is None or not heights:
        yield _Thing("rod", name, "1")
        return
    elevation: Elevation = known.elevation
    needed = rod_needed(elevation, heights)
    why = f"reads {format_length(needed, style)} from one set-up beside {known.name}"
    short = ""
    if longest is None:
        short = "the crew has none: add one under Gear"
    elif longest.length < needed:
        has = format_length(longest.length, style)
        short = f"it is {has} long: take a longer one, or plan a turning point"
    yield _Thing("rod", name, "1", why, short)


def _for_parts(plan: JobPlan, made: list[tuple[str, Element]]) -> Iterator[_Thing]:
    forms = [one for _, one in made if isinstance(one, FollowingLine) and one.task is Task.FORM]
    footings = [one for _, one in made if isinstance(one, StripFooting)]
    boards = [one for _, one in made if isinstance(one, BoardsAround)]
    lines = [*(form.line for form in forms), *(footing.line for footing in footings)]
    yield from _wood(lines, boards, plan.style)
    if any(isinstance(one, FollowingLine) and one.task is Task.MARK for _, one in made):
        yield _Thing("chalk", "Chalk line and nails", "", "for the wall marks")
    for pk, floor in plan.floors.items():
        run = Line.around(plan.outlines[pk]).length
        yield _Thing(
            f"strip {pk}", "Isolation strip", format_length(run, plan.style),
            f"at most, once around {floor.name}, where it meets a wall",
        )  # fmt: skip
    yield from _in_concrete(plan, made)
    yield _Thing("stakes", "Paint, marker, tape, level, plumb bob", "", "every day")


def _wood(lines: list[Line], boards: list[BoardsAround], style: Style) -> Iterator[_Thing]:
    run = sum((line.length for line in lines), Length(0))
    if run.nanometres:
        count = with_spare(sum(stakes_along(line.length) for line in lines))
        why = f"{format_length(run, style)} of forms, at most 4 ft apart, a tenth to spare"
        yield _Thing("form-stakes", "Stakes", str(count), why)
        long = str(boards_along(run))
        yield _Thing("form-boards", "Form boards, 12 ft", long, "one side; both sides twice that")
    corners = sum(len(board.outline.corners) for board in boards)
    if corners:
        yield _Thing("batter", "Batter boards", str(2 * corners), f"{corners} corners, two each")
        yield _Thing("batter-stakes", "Stakes for them", str(3 * corners), "three a corner")
    around = sum((Line.around(board.outline).length for board in boards), Length(0))
    if around.nanometres or run.nanometres:
        pulled = max(around, run)
        yield _Thing("string", "String", format_length(pulled + pulled, style), "and as much again")


def _so_high(plan: JobPlan, steel: CoveredOutline) -> str:
    """Say how high steel stands over the stone of the floor it lies in; nothing of any other."""
    at = steel.outline.corners[0]
    stones = [
        plan.surfaces(key).sub_base.elevation(at)
        for key, outline in plan.outlines.items()
        if outline.contains(at)
    ]
    high = chair_height(steel.surface.elevation(at), stones)
    if high is None:
        return ""
    return f", {format_length(high, plan.style)} from the stone to the top of the bars"


def _in_concrete(plan: JobPlan, made: list[tuple[str, Element]]) -> Iterator[_Thing]:
    for name, one in made:
        if isinstance(one, CoveredOutline) and one.task is Task.STEEL:
            chairs = str(chairs_under(one.outline.area))
            why = f"every 3 ft under {name}{_so_high(plan, one)}"
            yield _Thing(f"chairs {name}", "Chairs", chairs, why)
            yield _Thing(f"caps {name}", "Caps for bar ends", "", f"all that stand up in {name}")
        if isinstance(one, Embeds):
            count = len(one.places)
            yield _Thing(f"embeds {name}", name, str(count), "with what holds them in place")
        if isinstance(one, PierRow) and one.has_holes:
            count = len(one.grid.places())
            named, until = f"Tubes for {name}", "until a tube stands in it"
            yield _Thing(f"tubes {name}", named, str(count), "the cutting list is under Piers")
            yield _Thing(f"covers {name}", "Covers for open holes", str(count), until)
