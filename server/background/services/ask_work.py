"""Asks for long work: it is carried out beside the pages, and can be left."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any
from uuid import UUID

from django.db.models import F, QuerySet

from server.background.models import LongWork, WorkKind, WorkState
from server.common.records import record_once
from server.common.refusals import Conflict
from server.crews.models import User
from server.crews.permissions import Ability, missing, require, role_in_crew
from server.jobs.access import job_for

MOST_WAITING = 10
LARGEST_FILE = 32 * 1024 * 1024


@dataclass(frozen=True, slots=True)
class TakenIn:
    """A file that was handed in, by its name."""

    name: str
    content: bytes


@dataclass(frozen=True, slots=True)
class WorkForm:
    """A work that is asked for, under the key its maker gave it."""

    id: UUID
    kind: WorkKind
    asked: dict[str, Any] = field(default_factory=dict)
    file: TakenIn | None = None


def ask_for_job(user: User, crew_id: UUID, form: WorkForm) -> tuple[LongWork, bool]:
    """Ask for a job to be brought into a crew."""
    role_in_crew(user, crew_id, Ability.PLAN)
    return _ask(user, form, crew_id, None)


def ask_of_job(user: User, job_id: UUID, form: WorkForm, ability: Ability) -> tuple[LongWork, bool]:
    """Ask for something of a job."""
    job, _ = job_for(user, job_id, ability)
    return _ask(user, form, job.crew_id, job_id)


def _ask(user: User, form: WorkForm, crew: UUID, job: UUID | None) -> tuple[LongWork, bool]:
    before = LongWork.objects.filter(pk=form.id, asked_by=user).first()
    if before is not None:
        return before, False
    file = form.file
    if file is not None and len(file.content) > LARGEST_FILE:
        why = f"The file has {len(file.content)} bytes."
        raise Conflict(file.name, why, f"Up to {LARGEST_FILE} bytes are taken.")
    waiting = LongWork.objects.filter(crew=crew, state__in=(WorkState.WAITING, WorkState.RUNNING))
    if waiting.count() >= MOST_WAITING:
        why = f"{MOST_WAITING} works wait in your crew already."
        raise Conflict(WorkKind(form.kind).label, why, "Ask again when some are done.")
    return record_once(
        LongWork(
            id=form.id,
            kind=form.kind,
            crew_id=crew,
            job_id=job,
            asked_by=user,
            asked=form.asked,
            file_name=file.name[:200] if file else "",
            taken_in=file.content if file else None,
        )
    )


def work_for(user: User, work_id: UUID) -> LongWork:
    """Return a work, for the members of its crew."""
    found = (
        LongWork.objects.filter(pk=work_id, crew__memberships__user=user)
        .select_related("job", "asked_by")
        .defer("taken_in")
        .annotate(role=F("crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("work", work_id)
    require(found.role, Ability.READ)
    return found


def works_of_job(job_id: UUID) -> list[LongWork]:
    """Return the last works of a job."""
    return _last(LongWork.objects.filter(job=job_id).exclude(kind=WorkKind.JOB_IN))


def jobs_in(crew_id: UUID) -> list[LongWork]:
    """Return the last works that brought jobs into a crew."""
    return _last(LongWork.objects.filter(crew=crew_id, kind=WorkKind.JOB_IN))


def _last(works: QuerySet[LongWork]) -> list[LongWork]:
    found = works.select_related("job", "asked_by").defer("taken_in")
    return list(found.order_by("-asked_at")[:MOST_WAITING])
