"""A customer acknowledges a notice by its link: once, by name."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.db import transaction

from server.pour.models import Notice, NoticeAcknowledgment
from server.pour.services.notices import (
    NoticeState,
    notice_by,
    numbers_now,
    standing_of,
    stone_under,
)
from server.records import record_once
from server.refusals import Conflict, Gone

ASK_ANEW = "Ask your contractor to send a new notice."


@dataclass(frozen=True, slots=True)
class AcknowledgeForm:
    """A customer's name, under the price that was shown."""

    id: UUID
    name: str


@transaction.atomic
def acknowledge_notice(token: str, form: AcknowledgeForm) -> tuple[NoticeAcknowledgment, bool]:
    """Record a customer's word; a notice that is void, past its time or answered takes none."""
    notice = notice_by(token)
    Notice.objects.select_for_update().get(pk=notice.pk)
    notice = notice_by(token)
    before = getattr(notice, "acknowledgment", None)
    if before is not None:
        if before.pk == form.id:
            return before, False
        day = before.recorded_at.date().isoformat()
        why = f"It was acknowledged by {before.name} on {day}."
        raise Conflict(form.name, why, "Once is enough; nothing more is needed.")
    plan, own, taken = stone_under(notice.floor.job, notice.floor_id)
    state, why = standing_of(notice, numbers_now(notice, plan, own, taken))
    if state is not NoticeState.OPEN:
        raise Gone(form.name, why, ASK_ANEW)
    acknowledgment = NoticeAcknowledgment(id=form.id, notice=notice, name=form.name.strip())
    return record_once(acknowledgment)
