"""Brings a job in from its file: whole, or not at all."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Any
from uuid import UUID, uuid4

from django.db import DatabaseError, models, transaction

from server.background.services.ask_work import TakenIn
from server.common.refusals import Conflict
from server.crews.models import Crew, User
from server.crews.permissions import Ability, role_in_crew
from server.exports.job_file.people import key_of, person_of
from server.exports.job_file.seal import is_sealed
from server.exports.job_file.tables import is_person, is_to, written
from server.imports.job_file.check import check_job
from server.imports.job_file.parse import ParsedFile, Row, parsed, refuse
from server.jobs.models import BroughtIn, Job
from server.platform.api.errors import DOUBLE, fault_of

GEAR = (
    "instruments", "receivers", "rods", "instrument_checks", "instrument_knocks",
    "instrument_versions", "receiver_versions", "rod_versions",
)  # fmt: skip
Progress = Callable[[int, int], None]


def bring_in_job(user: User, crew_id: UUID, taken_in: TakenIn, progress: Progress) -> Job:
    """Store a file's job in a crew, every record under the key and the time it was made with.

    Raises :class:`Invalid` or :class:`Conflict` for a file that can't be, or a job that is here
    already; nothing of it is stored then.
    """
    role_in_crew(user, crew_id, Ability.PLAN)
    crew = Crew.objects.get(pk=crew_id)
    file = parsed(taken_in.content)
    key, name = next(
        (row.values["id"], row.values["name"]) for row in file.rows if row.table.model is Job
    )
    if Job.objects.filter(pk=key).exists():
        raise Conflict(name, "This job is here already.", "Open it from your list of jobs.")
    try:
        with transaction.atomic():
            _Storing(crew, file, progress).store()
            job = Job.objects.select_related("crew").get(pk=key)
            check_job(job)
            BroughtIn.objects.create(
                id=uuid4(),
                job=job,
                file_name=taken_in.name,
                is_sealed=is_sealed(file.seal, crew.pk, file.digest),
                taken_by=user,
            )
    except DatabaseError as failed:
        if fault_of(failed) not in (None, DOUBLE):
            raise
        raise Conflict(
            name,
            "Records in it contradict each other, or stand in another book here already.",
            "Ask for a fresh file from where the job is kept.",
        ) from failed
    return job


class _Storing:
    """Stores rows, each after what it refers to."""

    def __init__(self, crew: Crew, file: ParsedFile, progress: Progress) -> None:
        self.crew, self.progress = crew, progress
        self.waiting, self.total, self.done = file.rows, len(file.rows), 0
        self.stored: set[tuple[type[models.Model], UUID]] = set()
        self.people: dict[str, User] = {}
        sealed = is_sealed(file.seal, crew.pk, file.digest)
        for row in file.people:
            try:
                person = person_of(crew, row, is_sealed=sealed)
            except ValueError as refused:
                refuse(f"people: {refused}.", str(row)[:60])
            self.people[key_of(person)] = person

    def store(self) -> None:
        """Store all; rows that only refer to each other in a ring are refused."""
        while self.waiting:
            later = [row for row in self.waiting if not self._is_stored_now(row)]
            if len(later) == len(self.waiting):
                later[0].refuse("row", "", "it refers to itself in a ring")
            self.waiting = later

    def _is_stored_now(self, row: Row) -> bool:
        if any((field.related_model, key) not in self.stored for field, key in row.references()):
            return False
        model = row.table.model
        made = model(**self._values(row))
        if not (row.table.name in GEAR and self._is_the_crews_own(row, made)):
            made.save_base(raw=True, force_insert=True)
        if row.table.has_key:
            self.stored.add((model, made.pk))
        self.done += 1
        self.progress(self.done, self.total)
        return True

    def _values(self, row: Row) -> dict[str, Any]:
        values: dict[str, Any] = {}
        for field in row.table.fields:
            value = row.values[field.name]
            if is_person(field):
                if value is None and field.null:
                    values[field.attname] = None
                    continue
                if not isinstance(value, str) or value not in self.people:
                    row.refuse(field.name, value, "no such person stands in the file")
                values[field.attname] = self.people[value].pk
            else:
                values[field.attname] = value
        crew = (field for field in row.table.model._meta.concrete_fields if is_to(field, Crew))
        return values | {field.attname: self.crew.pk for field in crew if not field.null}

    def _is_the_crews_own(self, row: Row, made: models.Model) -> bool:
        """Tell whether the crew has this gear already; other gear under its key is refused."""
        there = type(made)._default_manager.filter(pk=made.pk).first()
        if there is None:
            return False
        fields = [*row.table.fields, *_crew_fields(made)]
        if any(_differs(field, there, made) for field in fields):
            row.refuse("id", made.pk, "it stands here already with other content")
        return True


def _crew_fields(made: models.Model) -> Iterable[models.Field[Any, Any]]:
    return (field for field in made._meta.concrete_fields if is_to(field, Crew))


def _differs(field: models.Field[Any, Any], one: models.Model, other: models.Model) -> bool:
    if is_person(field):
        return bool(getattr(one, field.attname) != getattr(other, field.attname))
    return bool(
        written(field, getattr(one, field.attname)) != written(field, getattr(other, field.attname))
    )
