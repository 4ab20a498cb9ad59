"""Adds a picture to something of a job."""

from __future__ import annotations

import base64
import binascii
from dataclasses import dataclass
from datetime import datetime
from importlib import import_module
from uuid import UUID

from django.conf import settings
from django.db import transaction
from django.db.models import Model, Q

from server.common.records import record_once
from server.common.refusals import Conflict, Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability, missing
from server.fieldbook.models import (
    BacksightStrike,
    HoleFinding,
    Knock,
    RereadStrike,
    SetUp,
    Strike,
    TurningPointStrike,
)
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job, Point
from server.pictures.jpeg import NoPicture
from server.pictures.models import About, Picture, PictureContent
from server.pours.models import Pour, PourAnswer

#: Of a picture as it is sent, bytes; a phone scales it well below.
LARGEST = 700_000
MOST_OF_A_JOB = 1000
ON_A_POINT: tuple[tuple[type[Model], tuple[str, ...]], ...] = (
    (Point, ("floor__job", "element__job")),
)
#: What a picture may be of, and the ways from that to its job.
OF: dict[About, tuple[tuple[type[Model], tuple[str, ...]], ...]] = {
    About.BENCHMARK: ((Benchmark, ("job",)),),
    About.SET_UP: ((SetUp, ("job",)),),
    About.POINT: ON_A_POINT,
    About.HOLE: ON_A_POINT,
    About.OVER_DIG: ON_A_POINT,
    About.FINDING: ((HoleFinding, ("point__element__job",)),),
    About.INSPECTION: ((PourAnswer, ("pour__job",)), (Pour, ("job",))),
    About.STRIKE: (
        (Strike, ("shot__set_up__job",)),
        (RereadStrike, ("reread__set_up__job",)),
        (BacksightStrike, ("first_of__job", "extra__set_up__job")),
        (TurningPointStrike, ("turning_point__set_up__job",)),
    ),
    About.POUR: ((Pour, ("job",)),),
    About.KNOCK: ((Knock, ("set_up__job",)),),
}


@dataclass(frozen=True, slots=True)
class PictureForm:
    """A picture as it is sent: what it is of, and itself in base 64."""

    id: UUID
    kind: str
    about: UUID
    picture: str
    taken_at: datetime
    note: str = ""


def add_picture(user: User, job_id: UUID, form: PictureForm) -> tuple[Picture, bool]:
    """Record a picture; the same one sent twice is kept once."""
    job, _ = job_for(user, job_id, Ability.RECORD)
    require_of_job(job, form.kind, form.about)
    known = Picture.objects.filter(pk=form.id).exists()
    if not known and Picture.objects.filter(job=job).count() >= MOST_OF_A_JOB:
        why = f"This job has {MOST_OF_A_JOB} pictures, and that is the most."
        raise Conflict(job.name, why, "Note it in words.")
    large, small = _written_anew(_decoded(form.picture))
    with transaction.atomic():
        picture, created = record_once(
            Picture(
                id=form.id, job=job, kind=form.kind, about=form.about, note=form.note.strip(),
                taken_at=form.taken_at, taken_by=user,
            )
        )  # fmt: skip
        if created:
            PictureContent.objects.create(picture=picture, large=large, small=small)
    return picture, created


def require_of_job(job: Job, kind: str, about: UUID) -> None:
    """Raise :class:`Missing` unless what a picture is of is the job's own."""
    for model, paths in OF[About(kind)]:
        of_job = Q()
        for path in paths:
            of_job |= Q(**{path: job})
        if model._default_manager.filter(of_job, pk=about).exists():
            return
    raise missing(About(kind).label, about)


def _decoded(text: str) -> bytes:
    try:
        content = base64.b64decode(text, validate=True)
    except (binascii.Error, ValueError):
        content = b""
    if not content:
        raise _no_picture("That is no picture.", "Take one, or choose a file.")
    if len(content) > LARGEST:
        said = f"It has {len(content) // 1000} kB."
        raise _no_picture(said, f"Send one of at most {LARGEST // 1000} kB.")
    return content


def _written_anew(content: bytes) -> tuple[bytes, bytes]:
    how = import_module(settings.PICTURES)
    try:
        written: tuple[bytes, bytes] = how.written_anew(content)
    except NoPicture as none:
        raise _no_picture(none.why, none.accepts) from none
    return written


def _no_picture(why: str, accepts: str) -> Invalid:
    return Invalid(Problem("picture", "no-picture", "", why, accepts))
