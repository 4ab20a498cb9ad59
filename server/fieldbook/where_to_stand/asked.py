"""What is asked: which points, from which benchmark, with which gear."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.utils import timezone

from core.floors import Block, PlanPoint
from core.instruments import Setting
from core.lengths import Elevation
from core.placing import Reach, ToShoot
from core.tasks import Stage, Task, stage_of
from core.uncertainty import Kit
from server.common.refusals import Invalid, Problem
from server.fieldbook.models import SetUp
from server.fieldbook.pegs import pegs_of, scopes_of
from server.fieldbook.rules import Gear, kit_of
from server.fieldbook.trust import JobTrust
from server.gear.models import Instrument, Receiver, Rod
from server.gear.trust import checks_of, slope_error
from server.gear.versions import put_right
from server.jobs.models import Benchmark, Job
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.obstacles import blocks_of

#: How far a laser or a level is trusted where nobody said.
FARTHEST = 300.0
#: No rod is read nearer than this.
NEAREST = 1.5


@dataclass(frozen=True, slots=True)
class StandForm:
    """Which stage's points (all where none is named), from which benchmark, with which gear.

    Gear that is not named is that of the last set-up, or the crew's first.
    """

    stage: str = ""
    benchmark: UUID | None = None
    instrument: UUID | None = None
    receiver: UUID | None = None
    rod: UUID | None = None


@dataclass(frozen=True, slots=True)
class Left:
    """A point that is still to be shot: its name, its place, and how high it is to be."""

    name: str
    place: PlanPoint
    height: Elevation | None


@dataclass(frozen=True, slots=True)
class Asked:
    """What where to stand is worked out from; ``ground`` is taken for where one stands, and
    ``ground_by`` says what it is taken from.

    ``floors`` are the outlines of slabs, metres: one rather stands beside them.
    """

    left: tuple[Left, ...]
    known: Benchmark
    carried: Gear
    kit: Kit
    reach: Reach
    ground: Elevation
    ground_by: str
    floors: tuple[tuple[tuple[float, float], ...], ...]

    def heights(self) -> list[tuple[str, Elevation]]:
        """The heights that the beam is to be over, the benchmark's among them."""
        known: Elevation = self.known.elevation
        planned = [(one.name, one.height) for one in self.left if one.height is not None]
        return [*planned, (self.known.name, known)]

    def to_shoot(self, beam: Elevation) -> tuple[list[ToShoot], ToShoot]:
        """The points and the benchmark as they are read under a beam."""
        place, known = self.known.place, self.known.elevation
        assert place is not None
        points = [_read(one.name, one.place, one.height, beam) for one in self.left]
        own = float(self.known.half_width or 0.0)
        return points, _read(self.known.name, place, known, beam, own)


def _read(
    name: str, place: PlanPoint, height: Elevation | None, beam: Elevation, own: float = 0.0
) -> ToShoot:
    on_rod = abs(float(beam - height)) if height is not None else 1.5
    return ToShoot(name, (float(place.x), float(place.y)), on_rod, own)


def what_is_asked(job: Job, form: StandForm) -> Asked:
    """Gather what is asked; raises :class:`Invalid` with the field where something is missing."""
    left, found = _left(job, form.stage)
    if not left:
        raise _missing("stage", "Nothing with a place is left to shoot.", "Choose another stage.")
    known, carried = _benchmark(job, form.benchmark), _gear(job, form)
    now = timezone.now()
    put_right([(carried.instrument, now), (carried.rod, now), (carried.receiver, now)])
    checks = checks_of([carried.instrument.pk])[carried.instrument.pk]
    slope = slope_error(carried.instrument, checks, now)
    planned = [one.height for one in left if one.height is not None]
    ground, ground_by = known.elevation, f"as high as {known.name}"
    if found or planned:
        ground = _mean(found or planned)
        ground_by = "the mean of what was found" if found else "the mean of what is planned"
    reach = _reach(carried, blocks_of(job))
    kit = kit_of(carried, slope, Setting.FINE)
    return Asked(left, known, carried, kit, reach, ground, ground_by, _floors(job))


def _floors(job: Job) -> tuple[tuple[tuple[float, float], ...], ...]:
    outlines = JobPlan(job, parts=[]).outlines.values()
    return tuple(
        tuple((float(corner.x), float(corner.y)) for corner in outline.corners)
        for outline in outlines
    )


def _left(job: Job, stage: str) -> tuple[tuple[Left, ...], list[Elevation]]:
    """Return the points nobody shot, each place once, and the heights that were found."""
    plan, job_trust = JobPlan(job), JobTrust(job)
    left: dict[PlanPoint, Left] = {}
    found: list[Elevation] = []
    for scope in scopes_of(plan):
        pegs, aims = pegs_of(scope, plan, job_trust, shown=())
        for own in pegs.values():
            shot = {one.point.pk: one.elevation for one in own.found}
            found += shot.values()
            for point in own.points:
                is_asked = not stage or stage_of(Task(point.task)) is Stage(stage)
                if point.pk in shot or point.spot is None or not is_asked:
                    continue
                height = aims.judged(point, Setting.FINE).target
                name = f"{point.where}, {point.name}"
                left.setdefault(point.spot, Left(name, point.spot, height))
    return tuple(left.values()), found


def _benchmark(job: Job, key: UUID | None) -> Benchmark:
    marks = Benchmark.objects.filter(job=job, retired_at=None).order_by("recorded_at")
    chosen = marks.filter(pk=key) if key else marks.exclude(x=None)
    found = chosen.first()
    if found is None or found.place is None:
        why = "There is no benchmark with a place on the plan."
        raise _missing("benchmark", why, "Say where one is, under Control.")
    return found


def _gear(job: Job, form: StandForm) -> Gear:
    last = SetUp.objects.filter(job=job).order_by("-taken_at").first()
    usual = last or SetUp()
    instrument = _piece(Instrument, job, form.instrument or usual.instrument_id)
    rod = _piece(Rod, job, form.rod or usual.rod_id)
    receiver = form.receiver or usual.receiver_id
    if instrument is None:
        raise _missing("instrument", "The crew has no instrument.", "Add one under Gear.")
    if rod is None:
        raise _missing("rod", "The crew has no rod.", "Add one under Gear.")
    return Gear(instrument, _piece(Receiver, job, receiver) if receiver else None, rod)


def _piece(model, job: Job, key: UUID | None):  # type: ignore[no-untyped-def]
    own = model.objects.filter(crew_id=job.crew_id, retired_at=None).select_related("crew")
    return (own.filter(pk=key).first() if key else None) or own.order_by("name").first()


def _reach(carried: Gear, blocks: tuple[Block, ...]) -> Reach:
    farthest, least = carried.instrument.range, carried.instrument.least_distance
    return Reach(
        float(least) if least is not None else NEAREST,
        float(farthest) if farthest is not None else FARTHEST,
        blocks,
    )


def _mean(heights: list[Elevation]) -> Elevation:
    whole = sum((height.nanometres for height in heights), 0)
    return Elevation(round(whole / len(heights)))


def _missing(field: str, why: str, accepts: str) -> Invalid:
    return Invalid(Problem(field, "missing", "", why, accepts))
