"""A customer acknowledges a notice by its link: once, by name."""

from __future__ import annotations

import json
from dataclasses import dataclass
from hashlib import sha256
from uuid import UUID

from django.db import transaction

from server.common.records import record_once
from server.common.refusals import Conflict, Denied, Gone
from server.crews.models import User
from server.crews.permissions import Ability
from server.notices.models import Notice, NoticeAcknowledgment
from server.notices.services.notices import (
    NoticeState,
    content_now,
    link_of,
    notice_by,
    standing_of,
    stone_under,
)
from server.notices.services.send_notice import notice_for

ASK_ANEW = "Ask your contractor to send a new notice."


@dataclass(frozen=True, slots=True)
class AcknowledgeForm:
    """A customer's name, under the price that was shown, and where the word comes from."""

    id: UUID
    name: str
    address: str = ""
    browser: str = ""


def acknowledge_notice(
    token: str, form: AcknowledgeForm, visitor: User | None = None
) -> tuple[NoticeAcknowledgment, bool]:
    """Record a customer's word; a notice that is void, past its time or answered takes none.

    A member of the crew who opens the link is no customer.
    """
    notice = notice_by(token)
    crew = notice.floor.job.crew_id
    if visitor is not None and visitor.memberships.filter(crew=crew).exists():
        raise Denied(
            visitor.shown_name,
            "You are in the crew: this is the customer's to say.",
            "Send the customer the link, or record beside the notice what was said by phone.",
        )
    return _take_down(token, form)


def acknowledge_by_phone(
    user: User, notice_id: UUID, form: AcknowledgeForm
) -> tuple[NoticeAcknowledgment, bool]:
    """Record that a customer agreed by phone, as the word of the member who says so."""
    notice = notice_for(user, notice_id, Ability.PLAN)
    return _take_down(link_of(notice), form, user.shown_name)


@transaction.atomic
def _take_down(
    token: str, form: AcknowledgeForm, witness: str = ""
) -> tuple[NoticeAcknowledgment, bool]:
    """Record a word on a notice, that is looked up again once it is held."""
    Notice.objects.select_for_update().get(pk=notice_by(token).pk)
    notice = notice_by(token)
    before = getattr(notice, "acknowledgment", None)
    if before is not None:
        if before.pk == form.id:
            return before, False
        day = before.recorded_at.date().isoformat()
        why = f"It was answered on {day}. {before.in_words}"
        raise Conflict(form.name, why, "Once is enough; nothing more is needed.")
    if notice.taken_by.is_by_a_file:
        why = "This notice came in with a file; nobody here sent it."
        raise Conflict(form.name, why, ASK_ANEW)
    plan, own, taken = stone_under(notice.floor.job, notice.floor_id)
    state, why = standing_of(notice, content_now(notice, plan, own, taken))
    if state is not NoticeState.OPEN:
        raise Gone(form.name, why, ASK_ANEW)
    acknowledgment = NoticeAcknowledgment(
        id=form.id,
        notice=notice,
        name=form.name.strip(),
        witness=witness,
        address=form.address[:64],
        browser=form.browser[:200],
        digest=digest_of_numbers(notice),
    )
    return record_once(acknowledgment)


def digest_of_numbers(notice: Notice) -> str:
    """Return the SHA-256 of the figures a notice stands for, their rate among them."""
    shown = [notice.figures, str(notice.rate), notice.currency]
    plain = json.dumps(shown, sort_keys=True, separators=(",", ":"), ensure_ascii=False)
    return sha256(plain.encode()).hexdigest()
