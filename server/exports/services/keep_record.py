"""Makes a job's record and keeps it; tells whether a copy is the one that was made."""

from __future__ import annotations

import hashlib
import re
from collections.abc import Callable
from typing import Literal, TypedDict
from uuid import UUID

from django.db.models import QuerySet

from server.common.files import plain_name
from server.common.records import record_once
from server.crews.models import User
from server.crews.permissions import Ability, missing
from server.exports.job_file.write import digest_now
from server.exports.models import KeptPaper
from server.exports.pdf.job_record import job_record
from server.jobs.access import job_for
from server.jobs.models import Job

Sameness = Literal["same", "same-job", "unknown"]


class Compared(TypedDict):
    """What a copy is: the very file, a record of ours by its printed digest, or neither."""

    sameness: Sameness
    says: str


def keep_record(
    user: User, job_id: UUID, key: UUID, progress: Callable[[int, int], None]
) -> KeptPaper:
    """Make a job's record and keep it with its digests; one under its key stands as it is."""
    before = KeptPaper.objects.filter(pk=key, job=job_id).first()
    if before is not None:
        return before  # type: ignore[no-any-return]
    made = job_record(user, job_id, progress)
    job, _ = job_for(user, job_id, Ability.READ)
    content = made.paper.content
    paper, _ = record_once(
        KeptPaper(
            id=key,
            job=job,
            file_name=f"{plain_name(job.name)}-record-{made.made_at:%Y-%m-%d-%H%M}.pdf",
            digest=made.digest,
            file_digest=hashlib.sha256(content).hexdigest(),
            pages=made.paper.pages,
            content=content,
            made_at=made.made_at,
            taken_by=user,
        )
    )
    return paper


def kept_paper(user: User, paper_id: UUID) -> KeptPaper:
    """Return a record as it was made, for the members of its crew."""
    found = KeptPaper.objects.filter(pk=paper_id, job__crew__memberships__user=user).first()
    if found is None:
        raise missing("record", paper_id)
    return found  # type: ignore[no-any-return]


def compared_file(user: User, job_id: UUID, content: bytes) -> Compared:
    """Tell whether a file is a record of a job as it was made, byte for byte."""
    job, _ = job_for(user, job_id, Ability.READ)
    digest = hashlib.sha256(content).hexdigest()
    paper = _papers(job).filter(file_digest=digest).first()
    if paper is None:
        return {
            "sameness": "unknown",
            "says": "This file is none of the records made here, or it was changed since.",
        }
    return {"sameness": "same", "says": f"This is the record {_made(paper)}. {_since(job, paper)}"}


def compared_digest(user: User, job_id: UUID, typed: str) -> Compared:
    """Tell which record of a job a printed digest belongs to."""
    job, _ = job_for(user, job_id, Ability.READ)
    paper = _papers(job).filter(digest=re.sub(r"\s", "", typed).lower()).first()
    if paper is None:
        return {"sameness": "unknown", "says": "No record of this job was made with that digest."}
    return {
        "sameness": "same-job",
        "says": f"It was printed on the record {_made(paper)}. {_since(job, paper)}",
    }


def _papers(job: Job) -> QuerySet[KeptPaper]:
    found = KeptPaper.objects.filter(job=job).select_related("taken_by").defer("content")
    return found.order_by("-made_at")


def _made(paper: KeptPaper) -> str:
    return f"made {paper.made_at:%Y-%m-%d %H:%M} UTC by {paper.taken_by.shown_name}"


def _since(job: Job, paper: KeptPaper) -> str:
    if digest_now(job) == paper.digest:
        return "The job has not changed since."
    return "The job has changed since."
