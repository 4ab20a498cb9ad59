"""Who is on which job on which day, as the foreman sets it."""

from __future__ import annotations

from datetime import date, timedelta
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from server.common.refusals import Invalid, Problem
from server.crews.models import Membership, User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import DayOnJob, Job
from server.jobs.services.note_change import note_difference

#: How far ahead people are put on jobs.
FARTHEST = timedelta(days=366)


@transaction.atomic
def put_on_job(user: User, job_id: UUID, day: date, people: list[int]) -> None:
    """Say who is on a job on a day: these people and nobody else, all of the job's crew."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    Job.objects.select_for_update().get(pk=job.pk)
    if not timezone.localdate() - timedelta(days=1) <= day <= timezone.localdate() + FARTHEST:
        why, accepts = "That day is not ahead.", "Choose a day from today on, within a year."
        raise Invalid(Problem("day", "far", day.isoformat(), why, accepts))
    members = Membership.objects.filter(crew=job.crew_id, user__in=people).select_related("user")
    by_key = {member.user_id: member.user for member in members}
    strangers = [key for key in people if key not in by_key]
    if strangers:
        why, accepts = "They are not in this crew.", "Choose people of the crew."
        raise Invalid(Problem("people", "stranger", str(strangers[0]), why, accepts))
    there = DayOnJob.objects.filter(job=job, day=day).select_related("person")
    before = _named([one.person for one in there])
    there.exclude(person__in=by_key).delete()
    known = set(there.values_list("person", flat=True))
    DayOnJob.objects.bulk_create(
        DayOnJob(job=job, day=day, person_id=key) for key in by_key if key not in known
    )
    after = _named(list(by_key.values()))
    note_difference(user, job, f"On the job on {day:%A, %B} {day.day}, {day.year}", before, after)


def _named(people: list[User]) -> dict[str, object]:
    return {"people": ", ".join(sorted(person.shown_name for person in people))}
