"""Writes what a phone takes along of a job, as the database of a phone holds it."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from decimal import Decimal
from functools import cache
from typing import Any
from uuid import UUID

from django.db import models
from django.db.backends.sqlite3.base import DatabaseWrapper
from django.utils import timezone

from server.carry.concrete import concrete_of
from server.carry.sheets import CarriedJob, TableRows
from server.carry.tables import CARRIED, PEOPLE, Asked, Carried, shape
from server.crews.models import User
from server.crews.permissions import Ability, role_in_crew
from server.jobs.access import job_for
from server.senders import sender_now

#: What a record may lie back that comes in later: nodes' clocks differ, and writing takes a while.
OVERLAP = timedelta(seconds=60)


@dataclass(frozen=True, slots=True)
class Held:
    """What a phone holds of a job already: since when, and its tables' digests."""

    since: datetime | None = None
    digests: frozenset[str] = frozenset()


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
        _add(table, _rows(table, asked, held, people), held, tables, digests)
    known = PEOPLE.model._default_manager.filter(pk__in=people)
    _add(PEOPLE, _as_stored(PEOPLE, known), held, tables, digests)
    return {
        "job": str(asked.job or ""),
        "shape": shape(),
        "at": at.isoformat(),
        "digests": digests,
        "tables": tables,
        "concrete": [],
    }


def _add(
    table: Carried,
    rows: list[list[Any]],
    held: Held,
    tables: dict[str, TableRows],
    digests: dict[str, str],
) -> None:
    if table.is_append_only:
        if rows:
            tables[table.name] = {"is_whole": held.since is None, "rows": rows}
        return
    digests[table.name] = _digest(rows)
    if f"{table.name}:{digests[table.name]}" not in held.digests:
        tables[table.name] = {"is_whole": True, "rows": rows}


def _rows(table: Carried, asked: Asked, held: Held, people: set[int]) -> list[list[Any]]:
    found = table.model._default_manager.filter(table.rows(asked)).order_by("pk")
    if table.is_append_only and held.since is not None:
        found = found.filter(recorded_at__gte=held.since - OVERLAP)
    rows = list(found)
    persons = [field.attname for field in table.columns if _is_to_a_person(field)]
    people.update(getattr(row, name) for row in rows for name in persons)
    return _as_stored(table, rows)


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


def _digest(rows: list[list[Any]]) -> str:
    return hashlib.sha256(json.dumps(rows).encode()).hexdigest()[:16]
