"""Customer's notices: where each stands, found by the crew by its key and by a customer's link."""

from __future__ import annotations

from collections.abc import Iterable
from enum import StrEnum
from typing import TypedDict, cast
from uuid import UUID

from django.core import signing
from django.db.models import QuerySet
from django.utils import timezone

from server.common.refusals import Gone, Missing
from server.concrete.services.prices import currency_of, prices_for
from server.concrete.services.take_off import TakeOff, take_off
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.pegs import OwnPegs, pegs_of, stone_of
from server.fieldbook.trust import JobTrust
from server.jobs.access import floor_for
from server.jobs.models import Job
from server.jobs.plan.job_plan import JobPlan
from server.notices.models import Notice, NoticeAcknowledgment
from server.notices.services.notice_numbers import (
    Figures,
    NoticeContent,
    NoticeNumbers,
    Rate,
    changed_since,
    notice_content,
    notice_numbers,
)

_links = signing.Signer(salt="customer-notice")


class NoticeState(StrEnum):
    """Where a notice stands."""

    OPEN = "open"
    ACKNOWLEDGED = "acknowledged"
    VOID = "void"
    EXPIRED = "expired"
    WITHDRAWN = "withdrawn"


class NoticeSheet(TypedDict):
    """A notice as the crew sees it; ``link`` is the path its customer opens."""

    id: str
    link: str
    state: NoticeState
    why: str
    numbers: NoticeNumbers
    sent_by: str
    sent_at: str
    expires_at: str
    acknowledged_by: str
    acknowledged_at: str


class NoticesSheet(TypedDict):
    """A floor's notices, the last first; the rate a new one starts from."""

    notices: list[NoticeSheet]
    rate: str
    extra: str
    why_none: str


def link_of(notice: Notice) -> str:
    """Return the token of a notice's link; it can't be guessed without the server's secret."""
    return _links.sign(notice.pk.hex)


def notice_by(token: str) -> Notice:
    """Return the notice of a link; one tampered with, withdrawn or out of time shows nothing."""
    try:
        key = UUID(_links.unsign(token))
    except (signing.BadSignature, ValueError):
        key = None
    found = None if key is None else _notices().filter(pk=key).first()
    if found is None:
        raise Missing(
            token[:12], "This link leads nowhere.", "Ask your contractor to send it anew."
        )
    if hasattr(found, "withdrawal"):
        day = found.withdrawal.recorded_at.date().isoformat()
        raise Gone(day, "This notice was taken back.", "Ask your contractor for the new one.")
    if found.expires_at <= timezone.now():
        day = found.expires_at.date().isoformat()
        raise Gone(day, f"Its time ran out on {day}.", "Ask your contractor to send a new notice.")
    return found


def _notices() -> QuerySet[Notice]:
    return Notice.objects.select_related(
        "floor__job__crew", "taken_by", "withdrawal__taken_by", "acknowledgment"
    )


def notices_of(floor_id: UUID) -> QuerySet[Notice]:
    """Return a floor's notices, the last first."""
    return _notices().filter(floor=floor_id).order_by("-taken_at", "-recorded_at")


def told(notice: Notice) -> NoticeNumbers:
    """Return the numbers a customer was told."""
    return cast("NoticeNumbers", notice.numbers)


def latest_notices(floors: Iterable[UUID]) -> dict[UUID, Notice]:
    """Return the last notice of each floor that was not withdrawn, in one query."""
    trust = _notices().filter(floor__in=list(floors), withdrawal=None)
    return {one.floor_id: one for one in trust.order_by("taken_at", "recorded_at")}


def standing_of(notice: Notice, now: NoticeContent | None) -> tuple[NoticeState, str]:
    """Return where a notice stands against the figures as they are, and why in words."""
    if hasattr(notice, "withdrawal"):
        return NoticeState.WITHDRAWN, f"Taken back by {notice.withdrawal.taken_by.shown_name}."
    kept = NoticeContent(cast("Figures", notice.figures), told(notice))
    changed = changed_since(kept, now)
    if changed:
        return NoticeState.VOID, f"It no longer stands. {changed}"
    if hasattr(notice, "acknowledgment"):
        return NoticeState.ACKNOWLEDGED, notice.acknowledgment.in_words
    if notice.expires_at <= timezone.now():
        return NoticeState.EXPIRED, "Its time ran out before anybody acknowledged it."
    return NoticeState.OPEN, "Not acknowledged yet."


def content_now(
    notice: Notice, plan: JobPlan, own: OwnPegs, taken: TakeOff | None
) -> NoticeContent | None:
    """Return what a notice would say if it were sent now."""
    rate = Rate(float(notice.rate), notice.currency)
    return notice_content(plan, plan.floors[notice.floor_id], own, rate, taken)


def stone_under(job: Job, floor_id: UUID) -> tuple[JobPlan, OwnPegs, TakeOff | None]:
    """Return a job's plan, the stone of one of its floors, and its take-off where there is one."""
    plan = JobPlan(job)
    pegs, _ = pegs_of(stone_of([floor_id]), plan, JobTrust(job))
    own = pegs.get(floor_id, OwnPegs())
    taken, _ = take_off(plan.floors[floor_id], plan.surfaces(floor_id), own.found, plan.style)
    return plan, own, taken


def said_of(notice: Notice) -> NoticeAcknowledgment | None:
    return getattr(notice, "acknowledgment", None)


def notices_sheet(user: User, floor_id: UUID) -> NoticesSheet:
    """Return a floor's notices for its crew."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    plan, own, taken = stone_under(floor.job, floor_id)
    prices = prices_for(floor.job)
    rate = "" if prices is None or prices.concrete is None else str(prices.concrete)
    numbers = notice_numbers(plan, floor, own, Rate(float(rate or 0), currency_of(prices)), taken)
    return {
        "notices": [
            _sheet(notice, content_now(notice, plan, own, taken)) for notice in notices_of(floor_id)
        ],
        "rate": rate,
        "extra": numbers["extra"] if numbers else "",
        "why_none": "" if numbers else "The stone is not shot yet, so nobody knows the extra.",
    }


def _sheet(notice: Notice, now: NoticeContent | None) -> NoticeSheet:
    state, why = standing_of(notice, now)
    said = said_of(notice)
    return {
        "id": str(notice.pk),
        "link": f"/notice/{link_of(notice)}",
        "state": state,
        "why": why,
        "numbers": told(notice),
        "sent_by": notice.taken_by.shown_name,
        "sent_at": notice.taken_at.isoformat(),
        "expires_at": notice.expires_at.isoformat(),
        "acknowledged_by": said.name if said else "",
        "acknowledged_at": said.recorded_at.isoformat() if said else "",
    }
