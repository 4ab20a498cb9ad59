"""Pictures as screens read them."""

from __future__ import annotations

import base64
from typing import Literal, TypedDict
from uuid import UUID

from server.crews.models import User
from server.crews.permissions import ABILITIES, Ability, missing
from server.jobs.access import job_for
from server.notices.services.notices import notice_by
from server.notices.services.send_notice import notice_for
from server.pictures.models import Picture, PictureContent

Size = Literal["small", "large"]


class PictureRow(TypedDict):
    """A picture: what it is of, who took it and when."""

    id: str
    kind: str
    about: str
    note: str
    by: str
    at: str


class PicturesSheet(TypedDict):
    """The pictures of a job, in the order they were taken."""

    pictures: list[PictureRow]
    can_record: bool


class PictureShown(TypedDict):
    """A picture itself: JPEG in base 64."""

    jpeg: str


def pictures_sheet(user: User, job_id: UUID) -> PicturesSheet:
    """Return a job's pictures, without themselves."""
    job, role = job_for(user, job_id, Ability.READ)
    from_role = Ability.RECORD in ABILITIES[role]
    rows = Picture.objects.filter(job=job).select_related("taken_by").order_by("taken_at", "pk")
    return {"pictures": [_row(row) for row in rows], "can_record": from_role}


def _row(one: Picture) -> PictureRow:
    return {
        "id": str(one.pk),
        "kind": one.kind,
        "about": str(one.about),
        "note": one.note,
        "by": one.taken_by.shown_name,
        "at": one.taken_at.isoformat(),
    }


def picture_shown(user: User, key: UUID, size: Size) -> PictureShown:
    """Return a picture of one of a person's crews; missing where it lies on another device."""
    own = PictureContent.objects.filter(picture=key, picture__job__crew__memberships__user=user)
    found = own.values_list(size, flat=True).first()
    if found is None:
        raise missing("picture", key)
    return {"jpeg": base64.b64encode(bytes(found)).decode()}


class NoticePicturesSheet(TypedDict):
    """The keys of the pictures that a notice shows."""

    pictures: list[str]


class CaptionedPicture(TypedDict):
    """A picture, and what is said of it."""

    note: str
    at: str
    jpeg: str


class ShownInNotice(TypedDict):
    """The pictures that a notice shows its customer: JPEG in base 64, with what is said of them."""

    pictures: list[CaptionedPicture]


def pictures_of_notice(user: User, notice_id: UUID) -> NoticePicturesSheet:
    """Return which pictures a notice shows, for its crew."""
    notice = notice_for(user, notice_id, Ability.READ)
    keys = notice.pictures.order_by("pk").values_list("picture", flat=True)
    return {"pictures": [str(key) for key in keys]}


def pictures_by_link(token: str) -> ShownInNotice:
    """Return the pictures of a notice, for the customer who has its link."""
    rows = notice_by(token).pictures.order_by("pk").select_related("picture__content")
    return {
        "pictures": [
            {
                "note": row.picture.note,
                "at": row.picture.taken_at.isoformat(),
                "jpeg": base64.b64encode(bytes(row.picture.content.large)).decode(),
            }
            for row in rows
        ]
    }
