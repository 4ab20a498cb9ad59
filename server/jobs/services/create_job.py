"""Opens a job with its first benchmark."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.db import transaction

from core.lengths import Style
from server.crews.models import User
from server.crews.permissions import Ability, role_in_crew
from server.jobs.models import Job
from server.jobs.services.add_benchmark import (
    BenchmarkForm,
    read_known,
    store_benchmark,
    typed_in,
)
from server.records import record_once
from server.refusals import Entries


@dataclass(frozen=True, slots=True)
class JobForm:
    """A new job as it is typed."""

    id: UUID
    crew: UUID
    name: str
    place: str
    style: str
    benchmark: BenchmarkForm


def create_job(user: User, form: JobForm) -> tuple[Job, bool]:
    """Create a job and its first benchmark; the same form twice makes one job."""
    role_in_crew(user, form.crew, Ability.PLAN)
    style = Style.from_code(form.style)
    entries = Entries(typed_in(form.benchmark, "benchmark."), style.kind)
    known = read_known(form.benchmark, entries, "benchmark.")
    entries.finish()
    assert known is not None
    with transaction.atomic():
        job, created = record_once(
            Job(
                id=form.id,
                crew_id=form.crew,
                name=form.name,
                place=form.place,
                style=style.code,
                created_by=user,
            )
        )
        store_benchmark(user, job, form.benchmark, known)
    return job, created
