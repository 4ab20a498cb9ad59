"""Long work and kept papers as screens read them."""

from __future__ import annotations

from typing import TypedDict
from uuid import UUID

from server.background.models import LongWork, WorkKind, WorkState
from server.background.services.ask_work import jobs_in, work_for, works_of_job
from server.crews.models import User
from server.crews.permissions import Ability, role_in_crew
from server.exports.models import KeptPaper
from server.jobs.access import job_for
from server.pictures.models import Picture
from server.pictures.zipped import parts_of
from server.platform.api.errors import ErrorBody


class WorkSheet(TypedDict):
    """A long work: how far it is, and what it came to."""

    id: str
    kind: WorkKind
    kind_text: str
    state: WorkState
    file_name: str
    done: int
    of: int
    says: str
    problems: list[ErrorBody]
    job: str
    asked_by: str
    asked_at: str


class PaperSheet(TypedDict):
    """A record that was made."""

    id: str
    file_name: str
    digest: str
    pages: int
    made_at: str
    made_by: str


class RecordsSheet(TypedDict):
    """The records made of a job, the works it waits for, and in how many zips its pictures go out.

    ``pictures_missing`` counts those whose record came in with a file, and that are not here yet.
    """

    papers: list[PaperSheet]
    works: list[WorkSheet]
    picture_parts: int
    pictures_missing: int


class WorksSheet(TypedDict):
    """Jobs brought in, or on their way."""

    works: list[WorkSheet]


def work_sheet(user: User, work_id: UUID) -> WorkSheet:
    """Return a work."""
    return _sheet(work_for(user, work_id))


def jobs_on_their_way(user: User, crew_id: UUID) -> WorksSheet:
    """Return the works that bring jobs into a crew."""
    role_in_crew(user, crew_id, Ability.READ)
    return {"works": [_sheet(work) for work in jobs_in(crew_id)]}


def records_sheet(user: User, job_id: UUID) -> RecordsSheet:
    """Return what was made of a job, and what is at work."""
    job, _ = job_for(user, job_id, Ability.READ)
    papers = KeptPaper.objects.filter(job=job).select_related("taken_by").defer("content")
    return {
        "papers": [
            {
                "id": str(paper.pk),
                "file_name": paper.file_name,
                "digest": paper.digest,
                "pages": paper.pages,
                "made_at": paper.made_at.isoformat(),
                "made_by": paper.taken_by.shown_name,
            }
            for paper in papers.order_by("-made_at")
        ],
        "works": [_sheet(work) for work in works_of_job(job_id)],
        "picture_parts": len(parts_of(job)),
        "pictures_missing": Picture.objects.filter(job=job, content__isnull=True).count(),
    }


def _sheet(work: LongWork) -> WorkSheet:
    return {
        "id": str(work.pk),
        "kind": WorkKind(work.kind),
        "kind_text": WorkKind(work.kind).label,
        "state": WorkState(work.state),
        "file_name": work.file_name,
        "done": work.done,
        "of": work.of,
        "says": work.says,
        "problems": work.problems,
        "job": str(work.job_id or ""),
        "asked_by": work.asked_by.shown_name,
        "asked_at": work.asked_at.isoformat(),
    }
