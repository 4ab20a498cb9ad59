"""Records where the instrument stands and the backsights that tell its line."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID, uuid5

from django.db import transaction
from django.db.models import Max

from core.floors import PlanPoint
from server.common.records import record_once
from server.common.refusals import Entries
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.models import ExtraBacksight, SetUp
from server.fieldbook.services.backsights import BacksightForm, Read, Sighted, read_backsights
from server.gear import models as gear
from server.jobs.access import job_for
from server.jobs.models import Benchmark, Job
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class SetUpForm:
    """A set-up as it is typed."""

    id: UUID
    instrument: UUID
    x: str
    y: str
    taken_at: datetime
    sight: BacksightForm
    receiver: UUID | None = None


def entries_of(job: Job, form: SetUpForm) -> Entries:
    """Return the typed fields of a set-up, to be read."""
    typed = {"x": form.x, "y": form.y, "distance": form.sight.distance}
    return Entries(typed, style_of(job))


def set_up(user: User, job_id: UUID, form: SetUpForm) -> tuple[SetUp, bool]:
    """Record a set-up with its backsights; the same form twice records one."""
    job, _ = job_for(user, job_id, Ability.SET_UP)
    entries = entries_of(job, form)
    place = read_place(entries)
    check_gear(job, form, entries)
    sighted = read_backsights(job, form.sight, entries)
    entries.finish()
    assert sighted is not None
    first = sighted.first
    record = SetUp(
        id=form.id,
        job=job,
        instrument_id=form.instrument,
        receiver_id=form.receiver,
        rod_id=form.sight.rod,
        **_on(first),
        backsight=first.seen.value,
        backsight_typed=first.typed,
        backsight_sight=first.seen.kind,
        backsight_distance=sighted.distance,
        x=place.x if place else None,
        y=place.y if place else None,
        taken_at=form.taken_at,
        taken_by=user,
    )
    return _record_numbered(job, record, sighted)


def check_gear(job: Job, form: SetUpForm, entries: Entries) -> None:
    """Refuse an instrument or a receiver of another crew."""
    if not gear.Instrument.objects.filter(crew_id=job.crew_id, pk=form.instrument).exists():
        entries.refuse(
            "instrument", "", "There is no such instrument in your crew.", "Choose one of them."
        )
    if form.receiver is not None and receiver_of(job, form) is None:
        entries.refuse(
            "receiver", "", "There is no such receiver in your crew.", "Choose one of them."
        )


def receiver_of(job: Job, form: SetUpForm) -> gear.Receiver | None:
    """Return the receiver that was chosen, None where none was, or it is another crew's."""
    if form.receiver is None:
        return None
    return gear.Receiver.objects.filter(crew_id=job.crew_id, pk=form.receiver).first()


def read_place(entries: Entries) -> PlanPoint | None:
    """Read where the instrument stands; that may be left out, or come from the plan."""
    if not (entries.text("x").strip() or entries.text("y").strip()):
        return None
    x, y = entries.length("x"), entries.length("y")
    if x is None or y is None:
        return None
    return entries.check("x", lambda: PlanPoint(x, y))


def _record_numbered(job: Job, record: SetUp, sighted: Sighted) -> tuple[SetUp, bool]:
    """Give the set-up the job's next number; the job's row keeps two from taking the same."""
    with transaction.atomic():
        Job.objects.select_for_update().get(pk=job.pk)
        last = SetUp.objects.filter(job=job).aggregate(last=Max("number"))["last"]
        record.number = (last or 0) + 1
        stored, created = record_once(record)
        for extra in sighted.read[1:]:
            record_once(
                ExtraBacksight(
                    id=uuid5(stored.pk, f"{extra.point.pk} {extra.seen.kind}"),
                    set_up=stored,
                    **_on(extra),
                    reading=extra.seen.value,
                    typed=extra.typed,
                    sight=extra.seen.kind,
                )
            )
        return stored, created


def _on(read: Read) -> dict[str, UUID | None]:
    """Return the columns that say what a backsight was read on."""
    is_benchmark = isinstance(read.point, Benchmark)
    return {
        "benchmark_id": read.point.pk if is_benchmark else None,
        "turning_point_id": None if is_benchmark else read.point.pk,
    }
