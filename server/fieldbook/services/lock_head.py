"""Ticks the head of a pier or pile as locked, or takes the tick back."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.elements import PierRow
from core.instruments import Setting
from core.piers import Do
from core.tasks import Task
from server.common.records import record_once
from server.common.refusals import Conflict, Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import point_for
from server.fieldbook.models import HeadLock
from server.fieldbook.pegs import OwnPegs, pegs_of
from server.fieldbook.trust import JobTrust
from server.jobs.models import Point
from server.jobs.plan.job_plan import JobPlan


@dataclass(frozen=True, slots=True)
class LockForm:
    """Whether a head is locked, and why it is though its top is not on."""

    id: UUID
    is_locked: bool
    taken_at: datetime
    word: str = ""


def lock_head(user: User, point_id: UUID, form: LockForm) -> tuple[HeadLock, bool]:
    """Record that a head is locked, or is not; the last one counts, the earlier ones stay.

    One whose top is not on, or was not shot, is locked only with a word of its own.
    """
    point = point_for(user, point_id, Ability.RECORD)
    plan = JobPlan(point.owner.job)
    made = plan.element(point.owner_id) if point.task == Task.PIER_TOP else None
    if not isinstance(made, PierRow) or made.head is None:
        raise Conflict(
            point.where,
            "No adjustable head stands there.",
            "Give the row of piers its head first, under the plan.",
        )
    if form.is_locked and not form.word.strip():
        _require_on(plan, point)
    return record_once(
        HeadLock(
            id=form.id,
            point=point,
            is_locked=form.is_locked,
            word=form.word.strip(),
            taken_at=form.taken_at,
            taken_by=user,
        )
    )


def _require_on(plan: JobPlan, point: Point) -> None:
    """Refuse to lock a head on a top that is not on, as far as anybody shot it."""
    pegs, aims = pegs_of({"pk": point.pk}, plan, JobTrust(plan.job), shown=())
    found = next(iter(pegs.get(point.owner_id, OwnPegs()).found), None)
    accepts = "Do that first, or say why it is locked all the same."
    if found is None or found.target is None:
        why, accepts = "Its top was not shot.", "Shoot it first, or say why it is locked."
        raise Invalid(Problem("word", "not-on", point.where, why, accepts))
    order = aims.judged(point, Setting.FINE).order(found.elevation)
    if order.do is not Do.LEAVE:
        why = f"It is not on: {order.in_words(plan.style, found.sighting.step)}."
        raise Invalid(Problem("word", "not-on", point.where, why, accepts))
