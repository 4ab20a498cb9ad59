"""A job opened: where it stands, what comes next, and its plan of pegs."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.floors import FloorLevels
from core.lengths import Style
from server.crews.models import User
from server.crews.permissions import ABILITIES, Ability
from server.fieldbook.figures import BothTexts, both_texts
from server.fieldbook.pegs import pegs_of
from server.fieldbook.run_sheets import TurningPointSheet, turning_point_sheets
from server.fieldbook.sheets import SetUpSheet, set_up_sheet
from server.fieldbook.standing import JobStandings, Standing
from server.gear.check_sheets import Site
from server.gear.sheets import InstrumentSheet, instrument_sheets
from server.jobs.access import job_for
from server.jobs.models import Floor
from server.jobs.rules import outline_of, style_of
from server.jobs.sheets import BenchmarkSheet, TrustLimits, benchmark_sheet, trust_limits
from server.overview.steps import Progress, Step, steps_of
from server.pour.services.floor_sheet import FloorPlan, floor_plan


class StoneTarget(TypedDict):
    """What the rod reads on a floor's stone when it is right, from one set-up."""

    set_up: str
    floor: str
    reading: BothTexts
    scale_value: float


class JobSheet(TypedDict):
    """A job, whole enough for every screen's frame."""

    id: str
    name: str
    place: str
    crew: str
    crew_id: str
    style: str
    style_kind: str
    volume_unit: str
    longest_sight: float | None
    limits: TrustLimits
    strict_calls: bool
    can_plan: bool
    can_record: bool
    benchmarks: list[BenchmarkSheet]
    floors: list[FloorPlan]
    instruments: list[InstrumentSheet]
    set_ups: list[SetUpSheet]
    turning_points: list[TurningPointSheet]
    stone_targets: list[StoneTarget]
    steps: list[Step]


def job_sheet(user: User, job_id: UUID) -> JobSheet:
    """Return a job's sheet, in a fixed number of queries however many points and shots."""
    job, role = job_for(user, job_id, Ability.READ)
    style = style_of(job)
    floors = list(
        Floor.objects.filter(job=job)
        .select_related("reference_floor")
        .prefetch_related("corners")
        .order_by("created_at")
    )
    for floor in floors:
        floor.job = job
    standings = JobStandings(job)
    pegs = pegs_of(floors, standings, style)
    plans = [
        floor_plan(floor, outline_of(floor.corners.all()), pegs[str(floor.pk)], style)
        for floor in floors
    ]
    benchmarks = [benchmark_sheet(b, style) for b in job.benchmarks.order_by("recorded_at")]
    stations = list(reversed(standings.by_id.values()))
    tightest = min((floor.tolerance for floor in floors), default=None)
    set_ups = [set_up_sheet(standings, one, style, tightest) for one in stations]
    instruments = instrument_sheets(job.crew_id, Site(style, None))
    return {
        "id": str(job.pk),
        "name": job.name,
        "place": job.place,
        "crew": job.crew.name,
        "crew_id": str(job.crew_id),
        "style": style.code,
        "style_kind": str(style.kind),
        "volume_unit": "m³" if style.kind.is_metric else "yd³",
        "longest_sight": _longest_sight(stations, floors),
        "limits": trust_limits(job),
        "strict_calls": job.crew.strict_calls,
        "can_plan": Ability.PLAN in ABILITIES[role],
        "can_record": Ability.RECORD in ABILITIES[role],
        "benchmarks": benchmarks,
        "floors": plans,
        "instruments": instruments,
        "set_ups": set_ups,
        "turning_points": turning_point_sheets(standings, style),
        "stone_targets": [
            _stone_target(one, floor_id, floor_pegs.levels, style)
            for one in stations
            for floor_id, floor_pegs in pegs.items()
        ],
        "steps": steps_of(Progress(instruments, benchmarks, plans, set_ups)),
    }


def _longest_sight(stations: list[Standing], floors: list[Floor]) -> float | None:
    """Return the longest sight from where an instrument stood to a floor's corner, metres."""
    corners = [corner.place for floor in floors for corner in floor.corners.all()]
    sights = [float(one.sighting.place.distance(c)) for one in stations for c in corners]
    return max(sights, default=None)


def _stone_target(standing: Standing, floor: str, levels: FloorLevels, style: Style) -> StoneTarget:
    sighting = standing.sighting
    reading = sighting.line.clamp(levels.sub_base)
    return {
        "set_up": str(sighting.set_up),
        "floor": floor,
        "reading": both_texts(reading, sighting.rod, style),
        "scale_value": float(reading),
    }
