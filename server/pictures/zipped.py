"""A job's pictures as a zip beside its file, and back in."""

from __future__ import annotations

import hashlib
import io
import json
import zipfile
from datetime import UTC
from uuid import UUID

from django.db import transaction
from django.db.models.functions import Length

from server.common.files import plain_name
from server.common.refusals import Invalid, Missing, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Job
from server.pictures.jpeg import NoPicture, is_bare
from server.pictures.models import Picture, PictureContent
from server.pictures.written_anew import written_anew

LISTING, FORMAT = "pictures.json", "yellow-peg-pictures"
#: Of a zip that comes in: what it may hold, unpacked, and each picture in it.
MOST_FILES, LARGEST = 1001, 2_000_000
#: Of the pictures in one zip, bytes: it comes in again in one request.
LARGEST_PART = 24_000_000
#: The one moment all files of a zip bear, so that the same pictures make the same zip.
ALWAYS = (1980, 1, 1, 0, 0, 0)


def parts_of(job: Job) -> list[list[UUID]]:
    """Return the keys of a job's pictures, part by part; each part makes a zip that comes in."""
    parts: list[list[UUID]] = []
    size = LARGEST_PART
    rows = PictureContent.objects.filter(picture__job=job).annotate(size=Length("large"))
    for key, length in rows.order_by("picture_id").values_list("picture_id", "size"):
        if size + length > LARGEST_PART:
            parts.append([])
            size = 0
        parts[-1].append(key)
        size += length
    return parts


def pictures_zip(user: User, job_id: UUID, part: int) -> tuple[str, bytes]:
    """Return the file's name and a zip of a part of a job's pictures, each with its digest.

    Raises :class:`Missing` where there is no such part; they count from 1.
    """
    job, _ = job_for(user, job_id, Ability.READ)
    parts = parts_of(job)
    if not 1 <= part <= len(parts):
        raise Missing(str(part), "There are no such pictures of this job.", "Take part 1.")
    found = PictureContent.objects.filter(picture__in=parts[part - 1])
    out, listed = io.BytesIO(), []
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as packed:
        for one in found.select_related("picture__taken_by").order_by("picture_id"):
            content = bytes(one.large)
            packed.writestr(zipfile.ZipInfo(f"{one.picture_id}.jpg", ALWAYS), content)
            listed.append(_listed(one.picture, content))
        body = {"format": FORMAT, "version": 1, "job": str(job.pk), "pictures": listed}
        text = json.dumps(body, ensure_ascii=False, indent=1)
        packed.writestr(zipfile.ZipInfo(LISTING, ALWAYS), text)
    number = "" if len(parts) == 1 else f"-{part}"
    return f"{plain_name(job.name)}-pictures{number}.zip", out.getvalue()


def _listed(one: Picture, content: bytes) -> dict[str, str]:
    return {
        "file": f"{one.pk}.jpg",
        "of": one.kind,
        "about": str(one.about),
        "note": one.note,
        "taken_at": one.taken_at.astimezone(UTC).isoformat(),
        "taken_by": one.taken_by.shown_name,
        "sha256": hashlib.sha256(content).hexdigest(),
    }


def bring_pictures_in(user: User, job_id: UUID, content: bytes) -> int:
    """Bring a job's pictures in from a zip; return how many came that were not there.

    Only pictures whose record came in with the job's file are taken. Raises :class:`Invalid` for
    what is no such zip; nothing of it is kept then.
    """
    job, _ = job_for(user, job_id, Ability.PLAN)
    waiting = {
        f"{one.pk}.jpg": one for one in Picture.objects.filter(job=job, content__isnull=True)
    }
    with transaction.atomic():
        brought = 0
        for name, picture in _unpacked(content).items():
            if name in waiting:
                large, small = _sound(name, picture)
                PictureContent.objects.create(picture=waiting[name], large=large, small=small)
                brought += 1
    return brought


def _unpacked(content: bytes) -> dict[str, bytes]:
    """Return the pictures of a zip by their names; sizes are looked at before anything else."""
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as packed:
            files = packed.infolist()
            if len(files) > MOST_FILES:
                raise _none(f"It holds {len(files)} files.")
            for file in files:
                if file.file_size > LARGEST or file.compress_type != zipfile.ZIP_STORED:
                    raise _none(f"{file.filename[:60]} is none of a job's pictures.")
            return {file.filename: packed.read(file) for file in files if file.filename != LISTING}
    except (zipfile.BadZipFile, zipfile.LargeZipFile, OSError, RuntimeError, EOFError) as broken:
        raise _none("That is no zip, or a broken one.") from broken
    except (NotImplementedError, UnicodeDecodeError, ValueError) as odd:
        raise _none("That zip can't be read.") from odd


def _sound(name: str, content: bytes) -> tuple[bytes, bytes]:
    """Return a picture as it is where it is bare, else written anew; refuse what is none."""
    try:
        large, small = written_anew(content)
    except NoPicture as none:
        raise _none(f"{name}: {none.why}") from none
    return (content if is_bare(content) else large), small


def _none(why: str) -> Invalid:
    accepts = "Bring in the zip as it was taken out beside the job's file."
    return Invalid(Problem("file", "bad-zip", "", why, accepts))
