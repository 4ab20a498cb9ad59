"""Reads a known point again, and notes a knock."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID, uuid5

from django.db import transaction

from core.rods import SightKind
from server.common.records import record_once
from server.common.refusals import Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability, missing
from server.fieldbook.access import set_up_for
from server.fieldbook.lines import JobLines
from server.fieldbook.models import (
    Knock,
    Occasion,
    Reread,
    SetUp,
    TurningPoint,
)
from server.fieldbook.services.record_shot import read_from
from server.gear.services.check_instrument import KnockForm, note_knock
from server.jobs.models import Benchmark


@dataclass(frozen=True, slots=True)
class RereadForm:
    """A re-read as it is typed; ``point`` is a benchmark or a turning point."""

    id: UUID
    point: UUID
    reading: str
    occasion: str
    taken_at: datetime
    sight: str = SightKind.STANDING


def read_again(user: User, set_up_id: UUID, form: RereadForm) -> tuple[Reread, bool]:
    """Record a re-read."""
    set_up = set_up_for(user, set_up_id, Ability.RECORD)
    return record_once(reread_of(user, set_up, form))


def reread_of(user: User, set_up: SetUp, form: RereadForm) -> Reread:
    """Return a re-read, not recorded; refuses a closing that no leg leads to."""
    benchmark = Benchmark.objects.filter(job=set_up.job, pk=form.point).first()
    points = TurningPoint.objects.filter(set_up__job=set_up.job, strike=None)
    point = None if benchmark else points.filter(pk=form.point).first()
    if benchmark is None and point is None:
        raise missing("benchmark", form.point)
    if form.occasion == Occasion.CLOSING:
        _require_legs(set_up, benchmark)
    seen = read_from(JobLines(set_up.job_id).sighting(set_up.pk), form.reading, form.sight)
    return Reread(
        id=form.id,
        set_up=set_up,
        benchmark=benchmark,
        turning_point=point,
        reading=seen.value,
        sight=seen.kind,
        typed=form.reading.strip(),
        occasion=form.occasion,
        taken_at=form.taken_at,
        taken_by=user,
    )


def _require_legs(set_up: SetUp, benchmark: Benchmark | None) -> None:
    if benchmark is None:
        why, accepts = "A run closes on a benchmark.", "Choose one of the job's."
        raise Invalid(Problem("point", "incomplete-run", "", why, accepts))
    if set_up.turning_point_id is None:
        raise Invalid(
            Problem(
                "occasion",
                "incomplete-run",
                f"set-up {set_up.number}",
                f"A leg is missing: set-up {set_up.number} stands on {set_up.stands_on} itself, "
                "no turning point leads to it.",
                "Shoot a turning point, set up again on it, and close from there; "
                "or record this as a check shot.",
            )
        )


def report_knock(
    user: User, set_up_id: UUID, key: UUID, happened_at: datetime
) -> tuple[Knock, bool]:
    """Note that the instrument was knocked where it stands; its own check is due as well."""
    set_up = set_up_for(user, set_up_id, Ability.RECORD)
    note = f"Knocked at set-up {set_up.number} of {set_up.job.name}"[:200]
    with transaction.atomic():
        note_knock(user, set_up.instrument, KnockForm(uuid5(key, "instrument"), note, happened_at))
        return record_once(Knock(id=key, set_up=set_up, happened_at=happened_at, taken_by=user))
