"""A job opened: where it stands, what comes next, and its plan of pegs."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from server.common.shown import volume_unit_text
from server.concrete.services.floor_sheet import FloorPlan, floor_plan
from server.crews.models import User
from server.crews.permissions import ABILITIES, Ability, may
from server.crews.usual import Usual, usual_of
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.proof import tightest_of
from server.fieldbook.run_sheets import TurningPointSheet, turning_point_sheets
from server.fieldbook.sheets import SetUpSheet, set_up_sheet
from server.fieldbook.trust import JobTrust, SetUpTrust
from server.gear.check_sheets import Site
from server.gear.sheets import InstrumentSheet, instrument_sheets
from server.jobs.access import job_for
from server.jobs.benchmark_sheets import BenchmarkSheet, RetiredBenchmark, benchmark_sheets
from server.jobs.models import Job, came_in
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.sheets import ElementSheet, element_sheet
from server.jobs.planned import ElementKind
from server.jobs.rules import style_of
from server.jobs.services.tie_datum import TieSheet, tie_sheets
from server.jobs.sheets import TrustLimits, trust_limits
from server.overview.steps import Progress, Step, steps_of
from server.pours.sheets import PourRow, rows_of
from server.stages.progress import StageProgress, stage_progress


class JobSheet(TypedDict):
    """A job, whole enough for every screen's frame."""

    id: str
    name: str
    place: str
    crew: str
    crew_id: str
    came_in: str
    is_archived: bool
    kit: dict[str, str]
    style: str
    style_kind: str
    volume_unit: str
    longest_sight: float | None
    limits: TrustLimits
    strict_calls: bool
    usual: Usual
    can_plan: bool
    can_set_up: bool
    can_record: bool
    benchmarks: list[BenchmarkSheet]
    retired_benchmarks: list[RetiredBenchmark]
    ties: list[TieSheet]
    floors: list[FloorPlan]
    instruments: list[InstrumentSheet]
    set_ups: list[SetUpSheet]
    turning_points: list[TurningPointSheet]
    stages: list[StageProgress]
    elements: list[ElementSheet]
    pours: list[PourRow]
    steps: list[Step]


def job_sheet(user: User, job_id: UUID) -> JobSheet:
    """Return a job's sheet, in a fixed number of queries however many points and shots."""
    job, role = job_for(user, job_id, Ability.READ)
    return sheet_of(job, role)


def sheet_of(job: Job, role: str) -> JobSheet:
    """Return a job's sheet for somebody of a role."""
    style = style_of(job)
    plan, job_trust = JobPlan(job), JobTrust(job)
    pegs, _ = pegs_of(stone_of(plan.floors), plan, job_trust)
    plans = [floor_plan(plan, floor, pegs.get(floor, OwnPegs())) for floor in plan.floors]
    stages = stage_progress(plan, job_trust) if plan.elements else []
    benchmarks, retired_benchmarks = benchmark_sheets(job, style)
    stations = list(reversed(job_trust.by_id.values()))
    tightest = tightest_of(plan)
    set_ups = [set_up_sheet(job_trust, station, style, tightest) for station in stations]
    pours = rows_of(job, plan, job_trust)
    instruments = instrument_sheets(job.crew_id, Site(style, None))
    return {
        "id": str(job.pk),
        "name": job.name,
        "place": job.place,
        "crew": job.crew.name,
        "crew_id": str(job.crew_id),
        "came_in": came_in(job),
        "is_archived": hasattr(job, "archived"),
        "kit": job.kit,
        "style": style.code,
        "style_kind": str(style.kind),
        "volume_unit": volume_unit_text(style),
        "longest_sight": _longest_sight(stations, plan),
        "limits": trust_limits(job),
        "strict_calls": job.crew.strict_calls,
        "usual": usual_of(job.crew),
        "can_plan": Ability.PLAN in ABILITIES[role],
        "can_set_up": may(role, Ability.SET_UP, helpers_set_up=job.crew.helpers_set_up),
        "can_record": Ability.RECORD in ABILITIES[role],
        "benchmarks": benchmarks,
        "retired_benchmarks": retired_benchmarks,
        "ties": tie_sheets(job),
        "floors": plans,
        "instruments": instruments,
        "set_ups": set_ups,
        "turning_points": turning_point_sheets(job_trust, style),
        "stages": stages,
        "elements": [
            element_sheet(plan, element)
            for element in plan.elements.values()
            if element.kind != ElementKind.FREE
        ],
        "pours": pours,
        "steps": steps_of(Progress(instruments, benchmarks, plans, set_ups, stages, pours)),
    }


def _longest_sight(stations: list[SetUpTrust], plan: JobPlan) -> float | None:
    """Return the longest sight from where an instrument stood to a floor's corner, metres."""
    corners = [corner for outline in plan.outlines.values() for corner in outline.corners]
    places = [station.sighting.place for station in stations if station.sighting.place is not None]
    sights = [float(place.distance(corner)) for place in places for corner in corners]
    return max(sights, default=None)
