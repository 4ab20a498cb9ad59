"""How far every stage of a job is, without judging a single reading."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from core.tasks import Stage, Task, stage_of
from server.fieldbook.pegs import IN_THE_PLAN, parts_of, shot_fine
from server.fieldbook.trust import JobTrust
from server.jobs.models import Point
from server.jobs.plan.job_plan import JobPlan


class StageProgress(TypedDict):
    """How many points of a stage there are, were shot fine, and are in doubt."""

    stage: Stage
    points: int
    shot: int
    in_doubt: int


def stage_progress(plan: JobPlan, job_trust: JobTrust) -> list[StageProgress]:
    """Return how far the stages of a job's elements are, in two queries; in order of work."""
    scope = parts_of(plan.elements)
    counted = shot_fine(scope, job_trust)
    found: dict[Stage, StageProgress] = {
        stage: {"stage": stage, "points": 0, "shot": 0, "in_doubt": 0} for stage in Stage
    }
    tasks: list[tuple[UUID, str]] = list(
        Point.objects.filter(**scope, **IN_THE_PLAN).values_list("pk", "task").order_by()
    )
    for key, task in tasks:
        progress = found[stage_of(Task(task))]
        progress["points"] += 1
        if key in counted:
            progress["in_doubt" if counted[key] else "shot"] += 1
    return [progress for progress in found.values() if progress["points"]]
