"""Takes in on a phone what the server wrote for it."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db import connection, models, transaction

from server.crews.models import User
from server.fieldbook.lines import remembered_sighting
from server.jobs.models import Glance
from server.sync.sheets import CarriedJob, TableRows
from server.sync.tables import ALL, CARRIED, Asked, Carried, shape

#: What stands for the columns of a person that a phone is not told.
UNTOLD: dict[str, Any] = {
    "password": "!", "is_superuser": False, "is_staff": False, "email": "",
    "date_joined": "1970-01-02 00:00:00",
}  # fmt: skip


class OtherShape(Exception):
    """It was written by another version: what the phone runs has to be renewed first."""


def check_shape(carried: CarriedJob) -> None:
    """Raise :class:`OtherShape` for what another version wrote."""
    if carried["shape"] != shape():
        raise OtherShape(carried["shape"])


def take_in(carried: CarriedJob) -> None:
    """Store what the server wrote of a job, whole or what changed since; all or nothing."""
    job, tables = carried["job"], carried["tables"]
    with transaction.atomic():
        for table in reversed(CARRIED):
            sent = tables.get(table.name)
            if table.is_the_jobs and sent is not None and sent["is_whole"]:
                _clear(table, UUID(job))
        for name, rows in tables.items():
            _store(ALL[name], rows)
    remembered_sighting.cache_clear()
    Glance.objects.all().delete()


def _clear(table: Carried, job: UUID) -> None:
    """Delete a job's rows of a table as they are stored; what refers to them comes in anew."""
    rows = table.model._default_manager.filter(table.rows(Asked(job, job, 0, None)))
    plain: Any = models.QuerySet(table.model).filter(pk__in=rows.values("pk"))
    plain._raw_delete("default")


def _store(table: Carried, rows: TableRows) -> None:
    names = [field.column for field in table.columns]
    untold: list[Any] = []
    if table.model is User:
        names, untold = [*names, *UNTOLD], list(UNTOLD.values())
    columns = ", ".join(connection.ops.quote_name(str(name)) for name in names)
    values = ", ".join(["%s"] * len(names))
    sql = f"INSERT OR REPLACE INTO {table.model._meta.db_table} ({columns}) VALUES ({values})"  # noqa: S608 - names of our own models
    with connection.cursor() as cursor:
        cursor.executemany(sql, [[*row, *untold] for row in rows["rows"]])
