"""Chooses the pictures that a customer's notice shows."""

from __future__ import annotations

from uuid import UUID

from django.db import transaction

from server.common.refusals import Conflict, Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.notices.models import Notice
from server.notices.services.send_notice import notice_for
from server.pictures.models import NoticePicture, Picture

MOST = 12


@transaction.atomic
def show_in_notice(user: User, notice_id: UUID, pictures: list[UUID]) -> None:
    """Show these pictures of the job in a notice, and no others; only while nobody answered it."""
    notice = notice_for(user, notice_id, Ability.PLAN)
    Notice.objects.select_for_update().get(pk=notice.pk)
    if hasattr(notice, "acknowledgment") or hasattr(notice, "withdrawal"):
        why = "It was answered or taken back: what it showed then stays."
        raise Conflict(str(notice), why, "Send a new one.")
    wanted = list(dict.fromkeys(pictures))
    own = set(
        Picture.objects.filter(pk__in=wanted, job=notice.floor.job_id, content__isnull=False)
        .values_list("pk", flat=True)
    )  # fmt: skip
    if len(wanted) > MOST or own != set(wanted):
        why = f"A notice shows up to {MOST} pictures of its own job."
        raise Invalid(Problem("pictures", "not-own", "", why, "Choose others."))
    notice.pictures.all().delete()
    NoticePicture.objects.bulk_create(
        NoticePicture(notice=notice, picture_id=one) for one in wanted
    )
