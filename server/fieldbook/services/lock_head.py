"""Ticks the head of a pier or pile as locked, or takes the tick back."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.tasks import Task
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import point_for
from server.fieldbook.models import HeadLock
from server.jobs.plan.job_plan import JobPlan
from server.records import record_once
from server.refusals import Conflict


@dataclass(frozen=True, slots=True)
class LockForm:
    """Whether a head is locked."""

    id: UUID
    is_locked: bool
    taken_at: datetime


def lock_head(user: User, point_id: UUID, form: LockForm) -> tuple[HeadLock, bool]:
    """Record that a head is locked, or is not; the last one counts, the earlier ones stay."""
    point = point_for(user, point_id, Ability.RECORD)
    is_top = point.task == Task.PIER_TOP
    if not is_top or JobPlan(point.owner.job).pier_work(point.owner_id).head is None:
        raise Conflict(
            point.where,
            "No adjustable head stands there.",
            "Give the row of piers its head first, under the plan.",
        )
    return record_once(
        HeadLock(
            id=form.id,
            point=point,
            is_locked=form.is_locked,
            taken_at=form.taken_at,
            taken_by=user,
        )
    )
