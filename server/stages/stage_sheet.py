"""One stage of a job: each element's points, what is on hold, and what the stage works out."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.instruments import Setting
from core.tasks import SURFACES, Stage, Task, tasks_of
from core.verdicts import Verdict
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.aims import Aims
from server.fieldbook.counts import PegCounts, counts_of
from server.fieldbook.pegs import OwnPegs, Peg, pegs_of, stage_of_job
from server.fieldbook.standing import JobStandings
from server.jobs.access import job_for
from server.jobs.models import Element, ElementKind
from server.jobs.plan.job_plan import JobPlan
from server.jobs.plan.sheets import DrawnLine, drawn_lines
from server.shown import Shown, show
from server.stages.boards import BoardsSheet, boards_sheet
from server.stages.flatness import FlatnessSheet, flatness_sheet
from server.stages.piers import Findings, PierSchedule, findings_of, schedule_of

ASK = "Do not fill it with loose soil; ask the engineer or the inspector."


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


class StageSheet(TypedDict):
    """Everything a stage's screen shows."""

    stage: Stage
    works: list[Work]
    holds: list[Hold]
    boards: list[BoardsSheet]
    schedules: list[PierSchedule]
    flatness: list[FlatnessSheet]


def stage_sheet(user: User, job_id: UUID, stage: Stage) -> StageSheet:
    """Return a stage's sheet, in a fixed number of queries however many points and shots."""
    job, _ = job_for(user, job_id, Ability.READ)
    plan = JobPlan(job)
    shown = tasks_of(stage)
    found, aims = pegs_of(stage_of_job(plan, stage), plan, JobStandings(job), shown)
    with_piers = stage in (Stage.DIG, Stage.PIERS)
    findings = findings_of(job_id) if with_piers else {}
    works, holds = [], []
    boards: list[BoardsSheet] = []
    schedules: list[PierSchedule] = []
    flatness: list[FlatnessSheet] = []
    for element in plan.elements.values():
        own = found.get(element.pk, OwnPegs())
        pegs = own.of(tasks_of(stage))
        if pegs:
            works.append(_work(element, own, aims, stage))
        if stage is Stage.DIG:
            holds += over_dug(element, own)
        if stage is Stage.LAYOUT and element.kind == ElementKind.BOARDS:
            boards.append(boards_sheet(plan, element, own))
        if stage is Stage.AFTER and own.found:
            flatness.append(flatness_sheet(plan, element, own))
        if with_piers and element.kind == ElementKind.PIERS:
            schedules.append(schedule_of(aims, element, own, findings))
            holds += unanswered(element, aims, own, findings)
    return {
        "stage": stage,
        "works": works,
        "holds": holds,
        "boards": boards,
        "schedules": schedules,
        "flatness": flatness,
    }


def _work(element: Element, own: OwnPegs, aims: Aims, stage: Stage) -> Work:
    plan, pegs = aims.plan, own.of(tasks_of(stage))
    task = next(task for task in tasks_of(stage) if task in own.pegs)
    fine, rough = (aims.tolerance(element, task, one).plus for one in Setting)
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
    }


def over_dug(element: Element, own: OwnPegs) -> list[Hold]:
    """Return a hold for each footing bottom that was dug too deep (section 9)."""
    low = [
        (peg["name"], peg["shot"])
        for peg in own.of([Task.FOOTING_BOTTOM])
        if peg["shot"] and not peg["shot"]["in_doubt"] and peg["shot"]["verdict"] == Verdict.LOW
    ]
    return [
        {
            "element": element.name,
            "what": f"{element.name}, point {name}: {shot['action']}",
            "why": ASK,
        }
        for name, shot in low
    ]


def unanswered(element: Element, aims: Aims, own: OwnPegs, findings: Findings) -> list[Hold]:
    """Return a hold for each question about a row's holes nobody answered yet (section 11)."""
    depths = aims.pier_work(element.pk).depths
    holds: list[Hold] = [
        {
            "element": element.name,
            "what": f"{element.name}: no {missing} is entered",
            "why": "It is the local code's to say; ask the building department.",
        }
        for missing in depths.missing()
    ]
    for hole in (one.point for one in own.found if one.point.task == Task.HOLE):
        finding = findings.get(hole.pk)
        if finding is None:
            what = "nobody said what it bears on"
        elif not finding.is_cleaned:
            what = "the hole is not clean and flat"
        else:
            continue
        holds.append(
            {
                "element": element.name,
                "what": f"{element.name}, pier {hole.name}: {what}",
                "why": "Look into the hole, and record what is there.",
            }
        )
    return holds
