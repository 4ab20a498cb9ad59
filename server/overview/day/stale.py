"""What is said of a job at a glance goes stale with every record and change of the job."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db import models
from django.db.models import Q
from django.db.models.signals import post_save

from server.crews.models import Crew
from server.fieldbook.models import ExtraBacksight
from server.gear.models import Instrument, InstrumentCheck, InstrumentKnock
from server.jobs.models import Glance, Happening
from server.notices.models import NoticeAcknowledgment
from server.overview.happened.kinds import TOLD

#: What a job rests on besides what is told of it, and the way to the job.
ALSO: tuple[tuple[type[models.Model], tuple[str, ...]], ...] = (
    (ExtraBacksight, ("set_up__job",)),
    (NoticeAcknowledgment, ("notice__floor__job",)),
)
#: What all jobs of a crew rest on, and the way to the crew.
OF_THE_CREW: tuple[tuple[type[models.Model], str], ...] = (
    (Crew, "pk"),
    (Instrument, "crew"),
    (InstrumentCheck, "instrument__crew"),
    (InstrumentKnock, "instrument__crew"),
)


def listen() -> None:
    """Mark a job's glance stale with whatever is saved of it."""
    for model, paths in [*((told.model, told.jobs) for told in TOLD), *ALSO]:
        post_save.connect(_of_jobs(paths), sender=model, weak=False, dispatch_uid=f"glance {model}")
    for owned, path in OF_THE_CREW:
        post_save.connect(_of_crew(path), sender=owned, weak=False, dispatch_uid=f"day {owned}")


def _of_jobs(paths: tuple[str, ...]) -> Any:
    def mark(sender: type[models.Model], instance: models.Model, **_: object) -> None:
        keys = [key for path in paths if (key := _key_at(instance, path)) is not None]
        of_all = Q(job__crew__in=keys) if sender is Happening else Q()
        _mark(Q(job__in=keys) | of_all)

    return mark


def _of_crew(path: str) -> Any:
    def mark(sender: type[models.Model], instance: models.Model, **_: object) -> None:
        _mark(Q(job__crew=_key_at(instance, path)))

    return mark


def _mark(own: Q) -> None:
    """Mark glances stale; the rows stay locked until what was saved can be read."""
    Glance.objects.filter(own).update(is_stale=True)


def _key_at(row: Any, path: str) -> UUID | None:
    """Return the key at the end of a path, None where it leads nowhere."""
    *way, last = path.split("__")
    for name in way:
        row = getattr(row, name)
        if row is None:
            return None
    key: UUID | None = getattr(row, last if last in ("pk", "job_key") else f"{last}_id")
    return key
