"""Records that sheeting was laid over the stone, or taken up again."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID, uuid5

from django.db import transaction

from server.common.records import record_once
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.models import Sheeting
from server.jobs.access import floor_for
from server.jobs.models import Point


@dataclass(frozen=True, slots=True)
class SheetingForm:
    """Which points of a floor's stone were covered, or uncovered, and when."""

    id: UUID
    points: Sequence[UUID]
    is_down: bool
    taken_at: datetime


@transaction.atomic
def lay_sheeting(user: User, floor_id: UUID, form: SheetingForm) -> tuple[UUID, bool]:
    """Record it at each point; the same one twice is recorded once.

    Raises :class:`Invalid` for no point, or one that is not of this floor's stone.
    """
    floor, _ = floor_for(user, floor_id, Ability.RECORD)
    wanted = set(form.points)
    points = list(Point.objects.filter(pk__in=wanted, floor=floor, retired_at=None))
    if not points or len(points) != len(wanted):
        typed = f"{len(wanted)} points"
        why = "These are not all points of this floor's stone."
        raise Invalid(Problem("points", "not-there", typed, why, "Open the floor again."))
    created = [
        record_once(
            Sheeting(
                id=uuid5(form.id, str(point.pk)),
                point=point,
                is_down=form.is_down,
                taken_at=form.taken_at,
                taken_by=user,
            )
        )[1]
        for point in points
    ]
    return form.id, any(created)
