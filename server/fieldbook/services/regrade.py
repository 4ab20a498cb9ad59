"""Records that stone was graded anew, so that its points are shot again and the rest stands."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from django.db import transaction

from server.common.records import record_once
from server.crews.models import User
from server.fieldbook.models import Regrade, RegradedPoint
from server.jobs.models import Floor


@dataclass(frozen=True, slots=True)
class Graded:
    """Stone that was graded: at which points, when, and in words how."""

    id: UUID
    points: Sequence[UUID]
    note: str
    graded_at: datetime


def record_regrade(user: User, floor: Floor, graded: Graded) -> tuple[Regrade, bool]:
    """Record a regrading with its points; the same one twice is recorded once."""
    with transaction.atomic():
        regrade, created = record_once(
            Regrade(
                id=graded.id,
                floor=floor,
                note=graded.note,
                graded_at=graded.graded_at,
                taken_by=user,
            )
        )
        if created:
            RegradedPoint.objects.bulk_create(
                RegradedPoint(regrade=regrade, point_id=point) for point in graded.points
            )
    return regrade, created
