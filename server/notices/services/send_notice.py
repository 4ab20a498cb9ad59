"""Sends a customer a notice, and takes it back."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from decimal import Decimal
from uuid import UUID

from django.db.models import F
from django.utils import timezone

from server.common.records import record_once
from server.common.refusals import Conflict, Entries
from server.concrete.services.prices import HIGHEST, currency_of, prices_for
from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.jobs.access import check_open, floor_for
from server.jobs.rules import style_of
from server.notices.models import Notice, NoticeWithdrawal
from server.notices.services.notice_numbers import Rate, notice_content
from server.notices.services.notices import stone_under

LONGEST_DAYS = 90
RATE_ACCEPTS = "Give the price of a unit of concrete, such as 165 or 165.50."


@dataclass(frozen=True, slots=True)
class NoticeForm:
    """A notice as it is typed: the rate of the extra, and for how many days its link works."""

    id: UUID
    rate: str
    days: int
    taken_at: datetime


def send_notice(user: User, floor_id: UUID, form: NoticeForm) -> tuple[Notice, bool]:
    """Keep a floor's numbers as they are now, for its customer to acknowledge."""
    floor, _ = floor_for(user, floor_id, Ability.PLAN)
    before = Notice.objects.filter(pk=form.id, floor=floor).first()
    if before is not None:
        return before, False
    rate = _rate(form, Entries({"rate": form.rate}, style_of(floor.job)))
    plan, own, taken = stone_under(floor.job, floor_id)
    currency = currency_of(prices_for(floor.job))
    content = notice_content(plan, floor, own, Rate(float(rate), currency), taken)
    if content is None:
        why = "The stone is not shot yet, so nobody knows the extra."
        raise Conflict(floor.name, why, "Shoot the stone first.")
    return record_once(
        Notice(
            id=form.id,
            floor=floor,
            numbers=content.numbers,
            figures=content.figures,
            rate=rate,
            currency=currency,
            expires_at=timezone.now() + timedelta(days=form.days),
            taken_at=form.taken_at,
            taken_by=user,
        )
    )


def _rate(form: NoticeForm, entries: Entries) -> Decimal:
    rate = entries.decimal("rate", RATE_ACCEPTS)
    if rate is not None and not 0 <= rate < HIGHEST:
        entries.refuse("rate", form.rate, "This is no price.", RATE_ACCEPTS)
    entries.finish()
    assert rate is not None
    return rate.quantize(Decimal("0.01"))


def notice_for(user: User, notice_id: UUID, ability: Ability) -> Notice:
    """Return a notice, for the members of its crew."""
    found = (
        Notice.objects.filter(pk=notice_id, floor__job__crew__memberships__user=user)
        .select_related(
            "floor__job__crew", "floor__job__archived", "taken_by", "withdrawal", "acknowledgment"
        )
        .annotate(role=F("floor__job__crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("notice", notice_id)
    require(found.role, ability)
    check_open(found.floor.job, ability)
    return found  # type: ignore[no-any-return]


def withdraw_notice(user: User, notice_id: UUID, key: UUID) -> tuple[NoticeWithdrawal, bool]:
    """Take a notice back: its link shows nothing more; the notice stays in the book."""
    notice = notice_for(user, notice_id, Ability.PLAN)
    before = getattr(notice, "withdrawal", None)
    if before is not None and before.pk != key:
        raise Conflict(str(notice), "It was taken back already.", "Send a new one.")
    return record_once(NoticeWithdrawal(id=key, notice=notice, taken_by=user))
