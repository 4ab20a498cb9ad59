"""What happened on a job, the last first, filtered by person, time and kind."""

from __future__ import annotations

import heapq
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any, TypedDict
from uuid import UUID

from django.db.models import Q

from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Happening, Job
from server.overview.happened.kinds import KINDS, TOLD, Kind, Told

#: Rows of a page, and the last page there is.
PAGE, PAGES = 100, 500
#: What came in that much later than it was done is said to have.
LATE = timedelta(minutes=2)


@dataclass(frozen=True, slots=True)
class Wanted:
    """Which of what happened is wanted: all of it where a filter is None.

    ``about`` is the key of a floor, an element or a point.
    """

    person: int | None = None
    kind: Kind | None = None
    since: datetime | None = None
    until: datetime | None = None
    about: UUID | None = None


class ChangedField(TypedDict):
    """Something that was one thing and became another; empty where it was nothing."""

    name: str
    before: str
    after: str


class HappeningSheet(TypedDict):
    """One thing that happened, and who did it, when and from which phone.

    ``at`` is when it was done; ``came_in`` is when the server had it, empty where that was then.
    ``pictured`` is what pictures of it are of, and that thing's key; empty where none are taken.
    """

    id: str
    kind: Kind
    what: str
    by: str
    at: str
    came_in: str
    phone: str
    changed: list[ChangedField]
    pictured: str
    pictured_key: str


class PersonNamed(TypedDict):
    """Somebody who did something on the job."""

    id: int
    name: str


class HappenedSheet(TypedDict):
    """A page of what happened, the last first, and by what it can be filtered."""

    happened: list[HappeningSheet]
    is_more: bool
    people: list[PersonNamed]
    kinds: list[Kind]


def happened_sheet(user: User, job_id: UUID, wanted: Wanted, page: int) -> HappenedSheet:
    """Return a page of what happened on a job, for the members of its crew; from 1 on."""
    job, _ = job_for(user, job_id, Ability.READ)
    most = PAGE * page + 1
    rows = list(happened(job, wanted, most))
    people = User.objects.filter(pk__in=_people(job))
    named: list[PersonNamed] = [{"id": person.pk, "name": person.shown_name} for person in people]
    return {
        "happened": rows[PAGE * (page - 1) : PAGE * page],
        "is_more": len(rows) == most and page < PAGES,
        "people": sorted(named, key=lambda one: one["name"]),
        "kinds": list(KINDS),
    }


def happened(job: Job, wanted: Wanted, most: int | None = None) -> Iterator[HappeningSheet]:
    """Yield what happened on a job, the last first, at most so many; a query for each table."""
    found = heapq.merge(
        *(_of_table(told, job, wanted, most) for told in TOLD),
        key=lambda one: one[0],
        reverse=True,
    )
    for number, (_, told, row) in enumerate(found):
        if number == most:
            return
        yield _sheet(told, row)


def _of_table(
    told: Told, job: Job, wanted: Wanted, most: int | None
) -> Iterator[tuple[datetime, Told, Any]]:
    if wanted.kind not in (None, told.kind) or (wanted.about and not told.about):
        return
    rows = told.model._default_manager.filter(_is_of(told, job))
    if wanted.about is not None:
        rows = rows.filter(_either(told.about, wanted.about))
    if wanted.person is not None:
        rows = rows.filter(**{f"{told.by}_id": wanted.person})
    if wanted.since is not None:
        rows = rows.filter(**{f"{told.at}__gte": wanted.since})
    if wanted.until is not None:
        rows = rows.filter(**{f"{told.at}__lt": wanted.until})
    ordered = rows.select_related(told.by, *told.with_it).order_by(f"-{told.at}", "-pk")
    for row in ordered[:most]:
        yield getattr(row, told.at), told, row


def _is_of(told: Told, job: Job) -> Q:
    """Return the condition of a job's own rows; of changes, also those of its crew's gear."""
    if told.model is Happening:
        return Q(job_key__in=(job.pk, job.crew_id), crew=job.crew_id)
    return _either(told.jobs, job.pk)


def _either(paths: Iterable[str], key: UUID) -> Q:
    """Return the condition that one of some paths leads to a key."""
    own = Q()
    for path in paths:
        own |= Q(**{path: key})
    return own


def _people(job: Job) -> set[int]:
    found: set[int] = set()
    for told in TOLD:
        rows = told.model._default_manager.filter(_is_of(told, job)).order_by()
        found.update(rows.values_list(f"{told.by}_id", flat=True).distinct())
    return found


def _sheet(told: Told, row: Any) -> HappeningSheet:
    came_in: datetime = getattr(row, told.at)
    taken: datetime = getattr(row, told.taken) if told.taken else came_in
    phone: UUID | None = getattr(row, "phone", None)
    pictured, key = told.pictured(row) or ("", "")
    return {
        "id": str(row.pk),
        "kind": told.kind,
        "what": told.says(row),
        "by": getattr(row, told.by).shown_name,
        "at": taken.isoformat(),
        "came_in": came_in.isoformat() if came_in - taken > LATE else "",
        "phone": "" if phone is None or phone == row.pk else phone.hex[-4:],
        "changed": _changed(row) if isinstance(row, Happening) else [],
        "pictured": pictured,
        "pictured_key": str(key),
    }


def _changed(one: Happening) -> list[ChangedField]:
    names = dict.fromkeys([*one.before, *one.after])
    return [
        {"name": name, "before": str(was), "after": str(became)}
        for name in names
        if (was := one.before.get(name, "")) != (became := one.after.get(name, ""))
    ]
