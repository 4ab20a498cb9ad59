"""Keeps when the points of an element are to be leveled again."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID

from django.utils import timezone

from server.common.records import record_once
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.models import LevelingDue
from server.jobs.access import element_for

#: Nobody plans a visit farther ahead.
FARTHEST = timedelta(days=3660)


@dataclass(frozen=True, slots=True)
class LevelAgainForm:
    """A day, or none where it is leveled no more."""

    id: UUID
    due_on: date | None


def level_again(user: User, element_id: UUID, form: LevelAgainForm) -> tuple[LevelingDue, bool]:
    """Record the day; raises :class:`Invalid` for one that lies behind or very far ahead."""
    element, _ = element_for(user, element_id, Ability.RECORD)
    if not LevelingDue.objects.filter(pk=form.id).exists():
        _require_ahead(form.due_on, due_of(element_id))
    return record_once(LevelingDue(id=form.id, element=element, due_on=form.due_on, taken_by=user))


def _require_ahead(due_on: date | None, before: date | None) -> None:
    """Refuse a day that lies behind or far ahead, and none where none was set."""
    if due_on is None:
        if before is None:
            problem = Problem("due_on", "empty", "", "Nothing was typed.", "Choose a day ahead.")
            raise Invalid(problem)
        return
    today = timezone.localdate()
    if not today <= due_on <= today + FARTHEST:
        why = "A next time lies ahead, and not more than ten years."
        raise Invalid(Problem("due_on", "not-ahead", str(due_on), why, "Choose a day ahead."))


def due_of(element_id: UUID) -> date | None:
    """Return when an element is leveled again; None where it is not."""
    last = LevelingDue.objects.filter(element=element_id).order_by("-recorded_at").first()
    return last.due_on if last else None


def due_before(crews: Iterable[UUID], day: date) -> list[LevelingDue]:
    """Return what is due before a day in crews' open jobs, the earliest first."""
    rows = LevelingDue.objects.filter(
        element__job__crew__in=list(crews),
        element__job__archived=None,
        element__retired_at=None,
    )
    last = {
        row.element_id: row for row in rows.select_related("element__job").order_by("recorded_at")
    }
    due = [row for row in last.values() if row.due_on is not None and row.due_on < day]
    return sorted(due, key=lambda row: (row.due_on, row.element.name))
