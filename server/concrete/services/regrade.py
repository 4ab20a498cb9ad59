"""Regrades a floor's stone over a trigger: what it touched is shot again, the rest stands."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.errors import NotEnoughShots
from server.common.refusals import Conflict, Entries
from server.concrete.services.options import touched_by
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.models import Regrade
from server.fieldbook.services.regrade import Graded, record_regrade
from server.jobs.access import floor_for
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class RegradeForm:
    """A regrading as it is typed."""

    id: UUID
    trigger: str
    graded_at: datetime


def regrade(user: User, floor_id: UUID, form: RegradeForm) -> tuple[Regrade, bool]:
    """Record a regrading of the stone that is over a trigger now."""
    floor, _ = floor_for(user, floor_id, Ability.PLAN)
    before = Regrade.objects.filter(pk=form.id, floor=floor).first()
    if before is not None:
        return before, False
    entries = Entries({"trigger": form.trigger}, style_of(floor.job))
    trigger = entries.length("trigger")
    entries.finish()
    assert trigger is not None
    try:
        points = touched_by(floor, trigger)
    except NotEnoughShots:
        points = []
    if not points:
        raise Conflict(form.trigger, "No stone is that far off.", "Give a smaller trigger.")
    note = f"regraded over {form.trigger.strip()}"
    return record_regrade(user, floor, Graded(form.id, points, note, form.graded_at))
