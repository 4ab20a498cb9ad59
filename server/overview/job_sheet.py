"""A job opened: where it stands, what comes next, and its plan of pegs."""

from __future__ import annotations

from typing import Literal, TypedDict, get_args
from uuid import UUID

from core.floors import FloorLevels
from core.lengths import Style
from server.crews.models import User
from server.crews.permissions import ABILITIES, Ability
from server.fieldbook.figures import BothTexts, both_texts
from server.fieldbook.models import SetUp
from server.fieldbook.pegs import pegs_of
from server.fieldbook.rules import line_of, rod_of
from server.fieldbook.sheets import SetUpSheet, set_up_sheet
from server.jobs.access import job_for
from server.jobs.models import Floor, Job
from server.jobs.rules import outline_of, style_of
from server.jobs.sheets import BenchmarkSheet, benchmark_sheet
from server.pour.services.floor_sheet import FloorPlan, floor_plan

StepKey = Literal["control", "floors", "set-up", "marks", "stone", "concrete", "book"]
StepState = Literal["done", "next", "open", "later"]


class Step(TypedDict):
    """A step of the order of work, and where the job stands in it."""

    key: StepKey
    state: StepState
    note: str


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
    can_plan: bool
    can_record: bool
    benchmarks: list[BenchmarkSheet]
    floors: list[FloorPlan]
    set_ups: list[SetUpSheet]
    stone_targets: list[StoneTarget]
    steps: list[Step]


def job_sheet(user: User, job_id: UUID) -> JobSheet:
    """Return a job's sheet, in nine queries however many points and shots."""
    job, role = job_for(user, job_id, Ability.READ)
    style = style_of(job)
    floors = list(
        Floor.objects.filter(job=job)
        .select_related("reference_floor")
        .prefetch_related("corners")
        .order_by("created_at")
    )
    pegs = pegs_of(floors, style)
    plans = [
        floor_plan(floor, outline_of(floor.corners.all()), pegs[str(floor.pk)], style)
        for floor in floors
    ]
    benchmarks = [benchmark_sheet(b, style) for b in job.benchmarks.order_by("recorded_at")]
    stations = _set_ups(job)
    set_ups = [set_up_sheet(set_up, style) for set_up in stations]
    return {
        "id": str(job.pk),
        "name": job.name,
        "place": job.place,
        "crew": job.crew.name,
        "crew_id": str(job.crew_id),
        "style": style.code,
        "style_kind": str(style.kind),
        "volume_unit": "m³" if style.kind.is_metric else "yd³",
        "can_plan": Ability.PLAN in ABILITIES[role],
        "can_record": Ability.RECORD in ABILITIES[role],
        "benchmarks": benchmarks,
        "floors": plans,
        "set_ups": set_ups,
        "stone_targets": [
            _stone_target(set_up, floor_id, floor_pegs.levels, style)
            for set_up in stations
            for floor_id, floor_pegs in pegs.items()
        ],
        "steps": _steps(benchmarks, plans, set_ups),
    }


def _set_ups(job: Job) -> list[SetUp]:
    """Return the set-ups of a job, the latest first."""
    found = SetUp.objects.filter(job=job)
    with_all = found.select_related("rod", "instrument", "benchmark", "taken_by")
    return list(with_all.order_by("-number"))


def _stone_target(set_up: SetUp, floor: str, levels: FloorLevels, style: Style) -> StoneTarget:
    reading = line_of(set_up).clamp(levels.sub_base)
    return {
        "set_up": str(set_up.pk),
        "floor": floor,
        "reading": both_texts(reading, rod_of(set_up.rod), style),
        "scale_value": float(reading),
    }


def _steps(
    benchmarks: list[BenchmarkSheet], floors: list[FloorPlan], set_ups: list[SetUpSheet]
) -> list[Step]:
    """Return the steps in order; the first that is not done comes next."""
    points = sum(floor["counts"]["points"] for floor in floors)
    left = sum(floor["counts"]["not_shot"] for floor in floors)
    thin = sum(floor["counts"]["thin"] for floor in floors)
    ready = bool(floors and set_ups)
    all_shot = ready and left == 0
    proven: list[tuple[StepKey, bool, str]] = [
        ("control", bool(benchmarks), ", ".join(b["name"] for b in benchmarks)),
        ("floors", bool(floors), ", ".join(floor["name"] for floor in floors) or "no floor yet"),
        ("set-up", bool(set_ups), f"set-up {set_ups[0]['number']}" if set_ups else "not set up"),
        ("stone", all_shot, f"{points - left} of {points} shot" if points else "no points yet"),
        ("concrete", all_shot and not thin, f"{thin} thin" if thin else "volume and order"),
    ]
    following = next((key for key, done, _ in proven if not done), None)
    steps: dict[StepKey, Step] = {
        key: {"key": key, "state": _state(key, done, following), "note": note}
        for key, done, note in proven
    }
    open_or_later: StepState = "open" if ready else "later"
    steps["marks"] = {"key": "marks", "state": open_or_later, "note": "clamp, slide, tape"}
    steps["book"] = {"key": "book", "state": "open" if set_ups else "later", "note": "level notes"}
    return [steps[key] for key in get_args(StepKey)]


def _state(key: StepKey, done: bool, following: StepKey | None) -> StepState:
    if done:
        return "done"
    return "next" if key == following else "later"
