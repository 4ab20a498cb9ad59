"""The crew's day as the first page reads it, in as many queries for a job as for hundreds."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, datetime, timedelta
from time import monotonic
from typing import TypedDict
from uuid import UUID

from django.db.models import F
from django.utils import timezone

from server.crews.models import Crew, Membership, User
from server.crews.permissions import ABILITIES, Ability
from server.gear.check_sheets import Site
from server.gear.sheets import SHORT_STYLE, instrument_sheets
from server.jobs.models import DayOnJob, Job
from server.overview.day.glance import GlancePour, GlanceSheet, is_fresh, work_out

#: How far ahead the pours and the days are shown.
AHEAD = timedelta(days=14)
#: How long a request works out jobs that changed, seconds; the others follow at the next look.
PATIENCE = 0.8


class DayJob(TypedDict):
    """A job of the day; ``stands`` is None while it has to be worked out again."""

    id: str
    name: str
    place: str
    crew: str
    crew_id: str
    created_at: str
    is_archived: bool
    stands: GlanceSheet | None


class DayPour(GlancePour):
    """A pour of the coming two weeks, and its job."""

    job: str
    job_name: str


class DueInstrument(TypedDict):
    """An instrument that is to be checked."""

    id: str
    crew_id: str
    name: str
    text: str


class CrewPerson(TypedDict):
    """Somebody of a crew who can be on a job."""

    id: int
    name: str


class DayCrew(TypedDict):
    """A crew of the person's, and who is in it."""

    id: str
    name: str
    can_plan: bool
    people: list[CrewPerson]


class OnJob(TypedDict):
    """That somebody is on a job on a day."""

    job: str
    day: str
    person: int


class DaySheet(TypedDict):
    """The day: jobs with where they stand, newest first; pours, what is due, and who is where.

    ``is_whole`` is whether every job's standing is told; what is left out comes when it is asked
    for again.
    """

    jobs: list[DayJob]
    pours: list[DayPour]
    due: list[DueInstrument]
    crews: list[DayCrew]
    days: list[OnJob]
    is_whole: bool


def day_sheet(user: User) -> DaySheet:
    """Return the day of a person's crews."""
    places = list(Membership.objects.filter(user=user).select_related("crew"))
    places.sort(key=lambda one: (one.crew.name, one.crew_id))
    jobs = list(
        Job.objects.filter(crew__in=[one.crew_id for one in places])
        .select_related("crew", "archived", "glance")
        .order_by("-created_at", "name")
    )
    standing = _standing(jobs)
    rows = [_job(job, standing.get(job.pk)) for job in jobs]
    return {
        "jobs": rows,
        "pours": sorted(_pours(rows), key=lambda one: one["pours_at"]),
        "due": [one for place in places for one in _due(place.crew)],
        "crews": _crews(places),
        "days": _days(jobs),
        "is_whole": all(one["stands"] or one["is_archived"] for one in rows),
    }


def _standing(jobs: list[Job]) -> dict[UUID, GlanceSheet]:
    """Return where jobs stand; those that changed are worked out while there is time."""
    now, until = timezone.now(), monotonic() + PATIENCE
    found: dict[UUID, GlanceSheet] = {}
    for job in jobs:
        glance = getattr(job, "glance", None)
        if hasattr(job, "archived"):
            continue
        if glance is not None and is_fresh(glance, now):
            found[job.pk] = glance.sheet
        elif monotonic() < until:
            found[job.pk] = work_out(job)
    return found


def _job(job: Job, stands: GlanceSheet | None) -> DayJob:
    return {
        "id": str(job.pk),
        "name": job.name,
        "place": job.place,
        "crew": job.crew.name,
        "crew_id": str(job.crew_id),
        "created_at": job.created_at.isoformat(),
        "is_archived": hasattr(job, "archived"),
        "stands": stands,
    }


def _pours(jobs: list[DayJob]) -> Iterator[DayPour]:
    """Yield what is poured from today on, for two weeks; what is overdue is said too."""
    until = timezone.now() + AHEAD
    for job in jobs:
        for pour in job["stands"]["pours"] if job["stands"] else ():
            if datetime.fromisoformat(pour["pours_at"]) < until:
                yield {**pour, "job": job["id"], "job_name": job["name"]}


def _due(crew: Crew) -> Iterator[DueInstrument]:
    for one in instrument_sheets(crew.pk, Site(SHORT_STYLE, None)):
        if not one["trust"]["state"].is_trusted:
            yield {
                "id": one["id"],
                "crew_id": str(crew.pk),
                "name": one["name"],
                "text": one["trust"]["text"],
            }


def _crews(places: list[Membership]) -> list[DayCrew]:
    members = Membership.objects.filter(crew__in=[one.crew_id for one in places])
    people: dict[UUID, list[CrewPerson]] = {}
    for one in members.select_related("user").order_by(F("user__first_name"), "pk"):
        person: CrewPerson = {"id": one.user_id, "name": one.user.shown_name}
        people.setdefault(one.crew_id, []).append(person)
    return [
        {
            "id": str(one.crew_id),
            "name": one.crew.name,
            "can_plan": Ability.PLAN in ABILITIES[one.role],
            "people": people.get(one.crew_id, []),
        }
        for one in places
    ]


def _days(jobs: list[Job]) -> list[OnJob]:
    today: date = timezone.localdate() - timedelta(days=1)
    rows = DayOnJob.objects.filter(job__in=jobs, day__gte=today, day__lte=today + AHEAD)
    return [
        {"job": str(job), "day": day.isoformat(), "person": person}
        for job, day, person in rows.order_by("day", "pk").values_list("job", "day", "person")
    ]
