"""Opens a job, with its first benchmark where it has one."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.db import transaction

from core.lengths import Style
from server.common.naming import given_name
from server.common.records import record_once
from server.common.refusals import Entries
from server.crews.models import User
from server.crews.permissions import Ability, role_in_crew
from server.crews.timed import counted_now
from server.jobs.models import Job
from server.jobs.services.add_benchmark import (
    BenchmarkForm,
    Known,
    read_known,
    store_benchmark,
    typed_in,
)


@dataclass(frozen=True, slots=True)
class JobForm:
    """A new job as it is typed."""

    id: UUID
    crew: UUID
    name: str
    style: str
    place: str = ""
    benchmark: BenchmarkForm | None = None


def create_job(user: User, form: JobForm, needs: Ability = Ability.PLAN) -> tuple[Job, bool]:
    """Create a job, and its first benchmark where one is given; the same form twice makes one."""
    role_in_crew(user, form.crew, needs)
    style = Style.from_code(form.style)
    known = _known(form.benchmark, style)
    jobs = Job.objects.filter(crew=form.crew)
    with transaction.atomic():
        job, created = record_once(
            Job(
                id=form.id,
                crew_id=form.crew,
                name=given_name(form.name, "Job ", form.id, jobs),
                place=form.place,
                style=style.code,
                begun_at=counted_now(),
                created_by=user,
            )
        )
        if form.benchmark is not None and known is not None:
            store_benchmark(user, job, form.benchmark, known)
    return job, created


def _known(benchmark: BenchmarkForm | None, style: Style) -> Known | None:
    if benchmark is None:
        return None
    entries = Entries(typed_in(benchmark, "benchmark."), style)
    known = read_known(benchmark, entries, "benchmark.")
    entries.finish()
    return known
