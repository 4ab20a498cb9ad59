"""What people record on site: keys made by the client, written once, never changed."""

from __future__ import annotations

from typing import Any, NoReturn, TypeVar
from uuid import UUID

from django.db import IntegrityError, connection, models, transaction
from django.db.models import ManyToOneRel

from server.common.refusals import Conflict


class Unchangeable(Exception):
    """A programming mistake: a site record was about to be changed or deleted."""


class AppendOnlyQuerySet(models.QuerySet[Any]):
    """A query set that reads and adds, and does nothing else."""

    def update(self, **kwargs: Any) -> NoReturn:
        raise Unchangeable(f"{self.model.__name__} records are never changed")

    def delete(self) -> NoReturn:
        raise Unchangeable(f"{self.model.__name__} records are never deleted")


class SiteRecord(models.Model):
    """A record a person made on site: a UUID made by the client, append-only."""

    id = models.UUIDField(primary_key=True)
    recorded_at = models.DateTimeField(auto_now_add=True)

    objects = AppendOnlyQuerySet.as_manager()

    class Meta:
        abstract = True

    def save(self, *args: Any, **kwargs: Any) -> None:
        if not self._state.adding:
            raise Unchangeable(f"{type(self).__name__} records are never changed")
        kwargs["force_insert"] = True
        super().save(*args, **kwargs)

    def delete(self, *args: Any, **kwargs: Any) -> NoReturn:
        raise Unchangeable(f"{type(self).__name__} records are never deleted")


def as_stored(key: UUID) -> UUID | str:
    """Return a key as the database at hand holds it, for a statement that is written out."""
    stored: UUID | str = models.UUIDField().get_db_prep_value(key, connection)
    return stored


ASSIGNED_HERE = (
    "recorded_at", "created_at", "begun_at", "number", "position", "phone", "phone_number",
    "clock_off", "clock_give", "expires_at",
)  # fmt: skip

Record = TypeVar("Record", bound=models.Model)


def record_once(record: Record) -> tuple[Record, bool]:
    """Insert a record; sending the same one twice gives the first, and False.

    Raises :class:`Conflict` where its key already stands with other content.
    """
    try:
        _insert(record)
    except IntegrityError:
        stored = type(record)._default_manager.filter(pk=record.pk).first()
        if stored is None:
            raise
        if not _same_content(stored, record):
            raise Conflict(
                str(record.pk),
                "This id already stands in the book with other content.",
                "Send what you have under a new id; nothing was changed.",
            ) from None
        return stored, False
    return record, True


def _insert(record: models.Model) -> None:
    """Insert in one statement; inside a transaction, so that a refusal does not spoil it."""
    if transaction.get_connection().in_atomic_block:
        with transaction.atomic():
            record.save(force_insert=True)
    else:
        record.save(force_insert=True)


def _same_content(stored: models.Model, sent: models.Model) -> bool:
    return all(
        getattr(stored, field.attname) == getattr(sent, field.attname)
        for field in stored._meta.concrete_fields
        if field.attname not in (*ASSIGNED_HERE, getattr(stored, "TIME", ""))
    )


def rests_on(record: models.Model) -> list[str]:
    """Name what refers to a record, each once, in the order it was made."""
    named: list[str] = []
    for field in record._meta.get_fields(include_hidden=True):
        if isinstance(field, ManyToOneRel):
            rows = field.related_model._default_manager.filter(**{field.field.name: record})
            named += [str(row) for row in rows]
    return list(dict.fromkeys(named))
