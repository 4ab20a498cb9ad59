"""What is done to a job as a whole: named anew, archived and brought back, deleted, copied."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from django.db import transaction
from django.db.models import ProtectedError

from server.common.refusals import Conflict
from server.crews.models import User
from server.crews.permissions import Ability, require
from server.jobs.access import job_for
from server.jobs.models import Archived, Job
from server.jobs.services.note_change import note, note_difference


@dataclass(frozen=True, slots=True)
class NameForm:
    """A job's name and place as they are typed."""

    name: str
    place: str


@transaction.atomic
def rename_job(user: User, job_id: UUID, form: NameForm) -> None:
    """Give a job another name or place; without a name it keeps its own."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    before = {"name": job.name, "place": job.place}
    job.name, job.place = form.name.strip() or job.name, form.place.strip()
    after = {"name": job.name, "place": job.place}
    job.save(update_fields=["name", "place"])
    note_difference(user, job, "Name and place", before, after)


@transaction.atomic
def archive_job(user: User, job_id: UUID, *, is_archived: bool) -> None:
    """Take a job out of the lists, or bring it back; the same twice is once."""
    job, role = job_for(user, job_id, Ability.READ)
    require(role, Ability.PLAN)
    Job.objects.select_for_update().get(pk=job.pk)
    if is_archived == Archived.objects.filter(job=job).exists():
        return
    if is_archived:
        Archived.objects.create(job=job, archived_by=user)
    else:
        Archived.objects.filter(job=job).delete()
    note(user, job, "Archived" if is_archived else "Brought back", {}, {})


@transaction.atomic
def delete_job(user: User, job_id: UUID) -> None:
    """Delete a job in which nothing was recorded or planned; its name stays on record."""
    job, role = job_for(user, job_id, Ability.READ)
    require(role, Ability.PLAN)
    try:
        note(user, job, "Deleted", {"name": job.name, "place": job.place}, {})
        job.delete()
    except ProtectedError as rests:
        kinds = sorted({str(one._meta.verbose_name_plural) for one in rests.protected_objects})
        raise Conflict(
            job.name,
            f"Something is recorded in this job: {', '.join(kinds)}.",
            "Archive it instead; nothing in it is lost.",
        ) from rests
