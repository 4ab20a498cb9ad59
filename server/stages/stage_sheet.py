"""One stage of a job: each element's points, what is on hold, and what the stage works out."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.instruments import Setting
from core.pours import holes_of, missing_depths_of, over_dug_of
from core.tasks import SURFACES, Stage, tasks_of
from server.common.shown import Shown, show
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.aims import Aims
from server.fieldbook.counts import PegCounts, counts_of
from server.fieldbook.pegs import OwnPegs, Peg, pegs_of, stage_of_job
from server.fieldbook.trust import JobTrust
from server.jobs.access import job_for
from server.jobs.models import Element
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.sheets import DrawnLine, drawn_lines
from server.jobs.planned import ElementKind
from server.stages.beam_line import LevelSheet, level_sheet
from server.stages.boards import BoardsSheet, boards_sheet
from server.stages.facts import element_fact
from server.stages.flatness import FlatnessSheet, flatness_sheet
from server.stages.pier_tops import PierTops, driven_of, locks_of, pier_tops
from server.stages.piers import Findings, PierSchedule, findings_of, schedule_of
from server.stages.soil import SoilSheet, soil_sheet
from server.stages.spot import SpotCheck, spot_checks

#: Where what was set is shot again on the day.
SPOT_CHECKED = (Stage.FORMS, Stage.MARKS)
ASK = "Do not fill it with loose soil; ask the engineer or the inspector."
CODE = "It is the local code's to say; ask the building department."
LOOK = "Look into the hole, dig it or record what is there."


class Hold(TypedDict):
    """Something that must be answered before the work goes on."""

    element: str
    what: str
    why: str


class Work(TypedDict):
    """One element at a stage: what is shot there, and how far it is."""

    id: str
    name: str
    kind: ElementKind
    kind_text: str
    surface: str
    tolerance: Shown
    rough_tolerance: Shown
    drawn: list[DrawnLine]
    counts: PegCounts
    pegs: list[Peg]
    again: SpotCheck | None


class StageSheet(TypedDict):
    """Everything a stage's screen shows."""

    stage: Stage
    works: list[Work]
    holds: list[Hold]
    boards: list[BoardsSheet]
    schedules: list[PierSchedule]
    flatness: list[FlatnessSheet]
    levels: list[LevelSheet]
    pier_tops: list[PierTops]
    soils: list[SoilSheet]


def stage_sheet(user: User, job_id: UUID, stage: Stage) -> StageSheet:
    """Return a stage's sheet, in a fixed number of queries however many points and shots."""
    job, _ = job_for(user, job_id, Ability.READ)
    plan = JobPlan(job)
    shown = tasks_of(stage)
    found, aims = pegs_of(stage_of_job(plan, stage), plan, JobTrust(job), shown)
    with_piers = stage in (Stage.DIG, Stage.PIERS)
    findings = findings_of(job_id) if with_piers else {}
    works: list[Work] = []
    holds: list[Hold] = []
    boards: list[BoardsSheet] = []
    schedules: list[PierSchedule] = []
    flatness: list[FlatnessSheet] = []
    levels: list[LevelSheet] = []
    soils: list[SoilSheet] = []
    checks = spot_checks(found, plan.style) if stage in SPOT_CHECKED else {}
    for element in plan.elements.values():
        own = found.get(element.pk, OwnPegs())
        pegs = own.of(tasks_of(stage))
        if pegs:
            works.append(_work(element, own, aims, stage, checks.get(element.pk)))
        if stage in (Stage.DIG, Stage.PIERS) and own.points:
            holds += _holds(element, own, aims, findings, stage)
        if stage is Stage.DIG and element.kind == ElementKind.EXCAVATION:
            soil = soil_sheet(plan, element, found)
            soils += [soil] if soil else []
        if stage is Stage.LAYOUT and element.kind == ElementKind.BOARDS:
            boards.append(boards_sheet(plan, element, own))
        if stage is Stage.AFTER and own.found:
            flatness.append(flatness_sheet(plan, element, own))
        if stage is Stage.POINTS and (level := level_sheet(plan, element, own)):
            levels.append(level)
        if with_piers and element.kind == ElementKind.PIERS:
            schedules.append(schedule_of(aims, element, own, findings))
    return {
        "stage": stage,
        "works": works,
        "holds": holds,
        "boards": boards,
        "schedules": schedules,
        "flatness": flatness,
        "levels": levels,
        "soils": soils,
        "pier_tops": (
            pier_tops(aims, found, locks_of(job_id), driven_of(job_id))
            if stage is Stage.PIERS
            else []
        ),
    }


def _work(
    element: Element, own: OwnPegs, aims: Aims, stage: Stage, again: SpotCheck | None
) -> Work:
    plan, pegs = aims.plan, own.of(tasks_of(stage))
    task = next(task for task in tasks_of(stage) if task in own.pegs)
    fine, rough = (aims.tolerance(element, task, setting).plus for setting in Setting)
    return {
        "id": str(element.pk),
        "name": element.name,
        "kind": ElementKind(element.kind),
        "kind_text": ElementKind(element.kind).label,
        "surface": SURFACES[task],
        "tolerance": show(fine, plan.style),
        "rough_tolerance": show(rough, plan.style),
        "drawn": drawn_lines(plan.element(element.pk), plan.style),
        "counts": counts_of(pegs, strictly=plan.job.crew.strict_calls),
        "pegs": pegs,
        "again": again,
    }


def _holds(
    element: Element, own: OwnPegs, aims: Aims, findings: Findings, stage: Stage
) -> list[Hold]:
    """Return what the core holds an element's bottoms for, before anything is poured on them."""
    fact, job = element_fact(element, own, aims, findings), aims.plan.job
    style, strictly = aims.plan.style, job.crew.strict_calls
    found = [(fault, ASK) for fault in over_dug_of(fact, style)] if stage is Stage.DIG else []
    found += [(fault, CODE) for fault in missing_depths_of(fact)]
    found += [(fault, LOOK) for fault in holes_of(fact, style, strictly=strictly, only_shot=True)]
    return [
        {"element": element.name, "what": fault.says.rstrip("."), "why": why}
        for fault, why in found
    ]
