"""Writes a whole job as one documented JSON file (docs/job-file.md)."""

from __future__ import annotations

import hashlib
import json
from typing import Any
from uuid import UUID

from django.db import models

from server.common.files import plain_name
from server.crews.models import User
from server.crews.permissions import Ability
from server.exports.job_file.people import key_of, person_row
from server.exports.job_file.seal import sealed
from server.exports.job_file.tables import FORMAT, TABLES, VERSION, Table, is_person, written
from server.fieldbook.models import SetUp
from server.jobs.access import job_for
from server.jobs.models import Job

GEAR = ("instrument", "receiver", "rod")


def job_file(user: User, job_id: UUID) -> tuple[str, bytes]:
    """Return the file's name and the job's file."""
    job, _ = job_for(user, job_id, Ability.READ)
    name = plain_name(job.name)
    return f"{name}.json", written_job(job)


def written_job(job: Job) -> bytes:
    """Return a job's file: the same job gives the same bytes wherever it is, but for the seal.

    What only a file says of somebody is not sealed: taken out and brought back it would be
    believed.
    """
    people: dict[int, User] = {}
    body = _body_of(job, people)
    digest = digest_of(body)
    is_ours = not any(person.is_by_a_file for person in people.values())
    seal = sealed(job.crew_id, digest) if is_ours else ""
    head = {"format": FORMAT, "version": VERSION, "digest": digest, "seal": seal}
    return json.dumps({**head, **body}, ensure_ascii=False, indent=1).encode()


def digest_now(job: Job) -> str:
    """Return the digest of a job's file as it is now."""
    return digest_of(_body_of(job, {}))


def _body_of(job: Job, people: dict[int, User]) -> dict[str, Any]:
    """Return what a job's file holds, and gather the people in it."""
    tables = {table.name: _rows(table, job, people) for table in TABLES}
    known = sorted((person_row(user) for user in people.values()), key=lambda row: row["key"])
    return {"people": known, **tables}


def digest_of(body: dict[str, Any]) -> str:
    """Return the digest of a file's body: SHA-256 over it, keys sorted, no spaces."""
    plain = json.dumps(body, ensure_ascii=False, sort_keys=True, separators=(",", ":"))
    return hashlib.sha256(plain.encode()).hexdigest()


def _rows(table: Table, job: Job, people: dict[int, User]) -> list[dict[str, Any]]:
    persons = [field.name for field in table.fields if is_person(field)]
    found = _of_job(table, job).select_related(*persons)
    rows = [_row(table, one, people) for one in found]
    return sorted(rows, key=lambda row: json.dumps(row, sort_keys=True)) if rows else []


def _of_job(table: Table, job: Job) -> models.QuerySet[Any]:
    rows = table.model._default_manager.all()
    if table.path not in GEAR:
        return rows.filter(**{table.path: job.pk})
    used = SetUp.objects.filter(job=job).values(f"{table.path}_id")
    way = "pk__in" if table.name == f"{table.path}s" else f"{table.path}__in"
    return rows.filter(**{way: used})


def _row(table: Table, one: Any, people: dict[int, User]) -> dict[str, Any]:
    row = {}
    for field in table.fields:
        if is_person(field):
            user = getattr(one, field.name)
            if user is not None:
                people[user.pk] = user
            row[field.name] = key_of(user) if user else None
        else:
            row[field.name] = written(field, getattr(one, field.attname))
    return row
