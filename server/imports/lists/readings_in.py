"""Brings readings into a set-up, each on a named point, as if they were typed one by one."""

from __future__ import annotations

import hashlib
from collections.abc import Callable
from datetime import datetime
from uuid import UUID, uuid5

from django.db import transaction
from django.utils.dateparse import parse_datetime

from core.errors import RuleError
from core.tables import TypedReading, read_readings
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import set_up_for
from server.fieldbook.models import SetUp
from server.fieldbook.services.record_shot import ShotForm, record_shot
from server.imports.lists.rows import each_row
from server.jobs.models import Point

LONGEST = 60


def bring_in_readings(
    user: User,
    set_up_id: UUID,
    table: bytes,
    taken_at: datetime,
    progress: Callable[[int, int], None],
) -> str:
    """Record a table's readings from a set-up, whole or not at all, and say what they tell.

    A surface is a floor, or an element and its surface as the book names them; a row without
    a time was taken at ``taken_at``. The same table sent twice is recorded once.
    """
    set_up = set_up_for(user, set_up_id, Ability.RECORD)
    try:
        readings = read_readings(table)
    except RuleError as refused:
        raise Invalid(Problem.of("file", refused)) from refused
    bring = _Bringing(user, set_up, taken_at, hashlib.sha256(table).hexdigest())
    with transaction.atomic():
        each_row([(reading.point.row, reading) for reading in readings], bring.record, progress)
    off = f" {bring.off} are off their design." if bring.off else ""
    return f"{len(readings)} readings are in the book of set-up {set_up.number}.{off}"


class _Bringing:
    """Records one table's readings, counting those off their design."""

    def __init__(self, user: User, set_up: SetUp, taken_at: datetime, digest: str) -> None:
        self.user, self.set_up, self.taken_at, self.digest = user, set_up, taken_at, digest
        self.off = 0
        job = set_up.job_id
        points = [
            *Point.objects.filter(floor__job=job).select_related("floor"),
            *Point.objects.filter(element__job=job).select_related("element"),
        ]
        self.points = {(_plain(point.where), _plain(point.name)): point for point in points}
        self.surfaces = sorted({point.where for point in points})

    def record(self, row: TypedReading) -> None:
        point = self.points.get((_plain(row.surface.text), _plain(row.point.text)))
        if point is None:
            typed = f"{row.surface.text}, {row.point.text}"
            known = ", ".join(self.surfaces[:8]) or "no surface"
            raise _refused(typed, "There is no such point.", f"This job has {known}.")
        if len(row.reading.text) > LONGEST:
            raise _refused(row.reading.text, "That is no reading.", "Give what the rod showed.")
        form = ShotForm(
            id=uuid5(self.set_up.pk, f"{self.digest} {row.point.row}"),
            set_up=self.set_up.pk,
            point=point.pk,
            reading=row.reading.text,
            taken_at=self._moment(row.time.text),
            setting=str(row.setting),
        )
        _, said, _ = record_shot(self.user, form)
        self.off += said["verdict"] in ("high", "low")

    def _moment(self, text: str) -> datetime:
        if not text:
            return self.taken_at
        try:
            moment = parse_datetime(text)
        except ValueError:
            moment = None
        if moment is None or moment.tzinfo is None:
            raise _refused(text, "That is no moment.", "Write 2026-05-04T09:30:00Z.")
        return moment


def _plain(name: str) -> str:
    return " ".join(name.split()).casefold()


def _refused(typed: str, why: str, accepts: str) -> Invalid:
    return Invalid(Problem("file", "bad-row", typed, why, accepts))
