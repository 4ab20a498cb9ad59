"""Writes what a phone takes along of a job, as the database of a phone holds it."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta
from decimal import Decimal
from functools import cache
from typing import Any, TypeAlias
from uuid import UUID

from django.db import models
from django.db.backends.sqlite3.base import DatabaseWrapper
from django.db.models import Count, Q
from django.utils import timezone

from server.common.senders import sender_now
from server.crews.models import User
from server.crews.permissions import Ability, role_in_crew
from server.jobs.access import job_for
from server.sync.concrete import concrete_of
from server.sync.sheets import CarriedJob, TableRows
from server.sync.tables import CARRIED, PEOPLE, Asked, Carried, shape

#: What a record may lie back that comes in later: nodes' clocks differ, and writing takes a while.
OVERLAP = timedelta(seconds=60)


@dataclass(frozen=True, slots=True)
class Held:
    """What a phone holds of a job already: since when, and its tables' digests."""

    since: datetime | None = None
    digests: frozenset[str] = frozenset()

    def has(self, table: Carried, digest: str) -> bool:
        """Whether a table is there as a digest says."""
        return f"{table.name}:{digest}" in self.digests

    def counts(self, table: Carried) -> tuple[int, int]:
        """Return how many rows of a table that only grows are there, and how many old ones."""
        for digest in self.digests:
            name, _, counts = digest.partition(":")
            total, _, old = counts.partition(".")
            if name == table.name and total.isdigit() and old.isdigit():
                return int(total), int(old)
        return 0, 0


def carried_job(user: User, job_id: UUID, held: Held) -> CarriedJob:
    """Return a job with its crew's gear, for one member's phone; what it holds is left out."""
    job, _ = job_for(user, job_id, Ability.READ)
    carried = _carried(Asked(job.pk, job.crew_id, user.pk, _phone_asking()), held)
    carried["concrete"] = concrete_of(job) if carried["tables"] else []
    return carried


def carried_crew(user: User, crew_id: UUID, held: Held) -> CarriedJob:
    """Return a crew's gear without a job; a phone can begin one then."""
    role_in_crew(user, crew_id, Ability.READ)
    return _carried(Asked(None, crew_id, user.pk, _phone_asking()), held)


def _phone_asking() -> UUID | None:
    sender = sender_now()
    return sender.phone if sender else None


def _carried(asked: Asked, held: Held) -> CarriedJob:
    at = timezone.now()
    people: set[int] = {asked.person}
    tables: dict[str, TableRows] = {}
    digests: dict[str, str] = {}
    for table in CARRIED:
        if table.is_the_jobs and asked.job is None:
            continue
        found = table.model._default_manager.filter(table.rows(asked)).order_by("pk")
        changed = _grown if table.is_append_only else _changed
        rows, digests[table.name], is_whole = changed(table, found, held, at)
        if rows is not None:
            people.update(_named(table, rows))
            tables[table.name] = {"is_whole": is_whole, "rows": _as_stored(table, rows)}
    if tables:
        known = PEOPLE.model._default_manager.filter(pk__in=people)
        tables[PEOPLE.name] = {"is_whole": True, "rows": _as_stored(PEOPLE, known)}
    return {
        "job": str(asked.job or ""),
        "shape": shape(),
        "at": at.isoformat(),
        "digests": digests,
        "tables": tables,
        "concrete": [],
    }


#: The rows to send (None where the phone has them all), what to send back, whether they are all.
Found: TypeAlias = tuple[list[models.Model] | None, str, bool]


def _changed(table: Carried, found: models.QuerySet[Any], held: Held, _: datetime) -> Found:
    """Return the rows of a table that may change, all of them or none."""
    rows = list(found)
    digest = hashlib.sha256(json.dumps(_as_stored(table, rows)).encode()).hexdigest()[:16]
    return (None if held.has(table, digest) else rows), digest, True


def _grown(table: Carried, found: models.QuerySet[Any], held: Held, at: datetime) -> Found:
    """Return what was recorded since, of a table that only grows.

    Its digest is how many rows there are, and how many of them are too old for one to come in
    beside them. Where one did, after all, everything is sent anew.
    """
    since = held.since or at
    counted = found.aggregate(
        all=Count("pk"),
        old=Count("pk", filter=Q(recorded_at__lt=at - OVERLAP)),
        old_then=Count("pk", filter=Q(recorded_at__lt=since - OVERLAP)),
    )
    digest = f"{counted['all']}.{counted['old']}"
    held_all, held_old = held.counts(table)
    if counted["all"] == held_all:
        return None, digest, False
    if held.since is not None and counted["old_then"] == held_old:
        return list(found.filter(recorded_at__gte=since - OVERLAP)), digest, False
    return list(found), digest, True


def _named(table: Carried, rows: Iterable[models.Model]) -> Iterator[int]:
    """Yield the people that rows name."""
    persons = [field.attname for field in table.columns if _is_to_a_person(field)]
    return (getattr(row, name) for row in rows for name in persons)


def _is_to_a_person(field: models.Field[Any, Any]) -> bool:
    return isinstance(field, models.ForeignKey) and field.related_model is User


@cache
def _phone() -> DatabaseWrapper:
    """Return the kind of database a phone has, to ask how it holds a value; nothing is opened."""
    return DatabaseWrapper({"NAME": ":memory:", "OPTIONS": {}, "TIME_ZONE": None}, "phone")


def _as_stored(table: Carried, rows: Iterable[models.Model]) -> list[list[Any]]:
    columns, phone = table.columns, _phone()
    return [
        [_plain(field.get_db_prep_save(getattr(row, field.attname), phone)) for field in columns]
        for row in rows
    ]


def _plain(value: Any) -> Any:
    return f"{value:f}" if isinstance(value, Decimal) else value
