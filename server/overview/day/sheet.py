"""The crew's day as the first page reads it, in as many queries for a job as for hundreds."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, datetime, timedelta
from time import monotonic
from typing import NamedTuple, TypedDict
from uuid import UUID

from django.db.models import F
from django.utils import timezone

from server.crews.models import Membership, User
from server.crews.permissions import ABILITIES, Ability
from server.fieldbook.services.level_again import due_before
from server.gear.sheets import trusted
from server.jobs.models import DayOnJob, Job
from server.overview.day.glance import GlancePour, GlanceSheet, Kept, is_fresh, work_out

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


class DueLeveling(TypedDict):
    """Points that are to be leveled again: an element, its job, and the day, as in 2026-05-04."""

    element: str
    name: str
    job: str
    job_name: str
    due_on: str


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
    levelings: list[DueLeveling]
    crews: list[DayCrew]
    days: list[OnJob]
    is_whole: bool


class _Row(NamedTuple):
    """A job as the day reads it; what stands of it is empty where nothing was worked out yet."""

    key: UUID
    name: str
    place: str
    crew: UUID
    created_at: datetime
    archived_at: datetime | None
    sheet: GlanceSheet | None
    is_stale: bool | None
    made_at: datetime | None

    @property
    def kept(self) -> Kept | None:
        """What was worked out of it before."""
        if self.sheet is None or self.is_stale is None or self.made_at is None:
            return None
        return Kept(self.sheet, self.is_stale, self.made_at)


#: The columns of a row, in its order: nothing else is read of so many jobs.
COLUMNS = (
    "pk", "name", "place", "crew_id", "created_at", "archived__archived_at", "glance__sheet",
    "glance__is_stale", "glance__made_at",
)  # fmt: skip


def day_sheet(user: User) -> DaySheet:
    """Return the day of a person's crews."""
    places = list(Membership.objects.filter(user=user).select_related("crew"))
    places.sort(key=lambda one: (one.crew.name, one.crew_id))
    crews = {place.crew_id: place.crew.name for place in places}
    found = Job.objects.filter(crew__in=list(crews)).order_by("-created_at", "name")
    jobs = [_Row(*one) for one in found.values_list(*COLUMNS)]
    standing = _standing(jobs)
    rows = [_job(job, crews[job.crew], standing.get(job.key)) for job in jobs]
    return {
        "jobs": rows,
        "pours": sorted(_pours(rows), key=lambda pour: pour["pours_at"]),
        "due": list(_due(list(crews))),
        "levelings": _levelings(list(crews)),
        "crews": _crews(places),
        "days": _days(list(crews)),
        "is_whole": all(row["stands"] or row["is_archived"] for row in rows),
    }


def _standing(jobs: list[_Row]) -> dict[UUID, GlanceSheet]:
    """Return where jobs stand; those that changed are worked out while there is time."""
    now, until = timezone.now(), monotonic() + PATIENCE
    found: dict[UUID, GlanceSheet] = {}
    for job in jobs:
        kept = job.kept
        if job.archived_at is not None:
            continue
        if kept is not None and is_fresh(kept, now):
            found[job.key] = kept.sheet
        elif monotonic() < until:
            found[job.key] = work_out(Job.objects.select_related("crew").get(pk=job.key))
    return found


def _job(job: _Row, crew: str, stands: GlanceSheet | None) -> DayJob:
    return {
        "id": str(job.key),
        "name": job.name,
        "place": job.place,
        "crew": crew,
        "crew_id": str(job.crew),
        "created_at": job.created_at.isoformat(),
        "is_archived": job.archived_at is not None,
        "stands": stands,
    }


def _pours(jobs: list[DayJob]) -> Iterator[DayPour]:
    """Yield what is poured from today on, for two weeks; what is overdue is said too."""
    until = timezone.now() + AHEAD
    for job in jobs:
        for pour in job["stands"]["pours"] if job["stands"] else ():
            if datetime.fromisoformat(pour["pours_at"]) < until:
                yield {**pour, "job": job["id"], "job_name": job["name"]}


def _due(crews: list[UUID]) -> Iterator[DueInstrument]:
    """Yield the instruments that are not to be trusted now, crew by crew."""
    for one, trust in sorted(trusted(crews), key=lambda known: crews.index(known[0].crew_id)):
        if not trust.state.is_trusted:
            yield {
                "id": str(one.pk),
                "crew_id": str(one.crew_id),
                "name": one.name,
                "text": trust.in_words,
            }


def _levelings(crews: list[UUID]) -> list[DueLeveling]:
    """Return what is leveled again within two weeks, and what is overdue."""
    return [
        {
            "element": str(row.element_id),
            "name": row.element.name,
            "job": str(row.element.job_id),
            "job_name": row.element.job.name,
            "due_on": row.due_on.isoformat() if row.due_on else "",
        }
        for row in due_before(crews, timezone.localdate() + AHEAD)
    ]


def _crews(places: list[Membership]) -> list[DayCrew]:
    members = Membership.objects.filter(crew__in=[place.crew_id for place in places])
    people: dict[UUID, list[CrewPerson]] = {}
    for member in members.select_related("user").order_by(F("user__first_name"), "pk"):
        person: CrewPerson = {"id": member.user_id, "name": member.user.shown_name}
        people.setdefault(member.crew_id, []).append(person)
    return [
        {
            "id": str(place.crew_id),
            "name": place.crew.name,
            "can_plan": Ability.PLAN in ABILITIES[place.role],
            "people": people.get(place.crew_id, []),
        }
        for place in places
    ]


def _days(crews: list[UUID]) -> list[OnJob]:
    today: date = timezone.localdate() - timedelta(days=1)
    rows = DayOnJob.objects.filter(job__crew__in=crews, day__gte=today, day__lte=today + AHEAD)
    return [
        {"job": str(job), "day": day.isoformat(), "person": person}
        for job, day, person in rows.order_by("day", "pk").values_list("job", "day", "person")
    ]
