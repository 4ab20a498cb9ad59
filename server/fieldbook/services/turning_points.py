"""Shoots a turning point, to stand the next set-up on."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from core.floors import PlanPoint
from core.rods import SightKind
from server.common.naming import given_name
from server.common.records import record_once
from server.common.refusals import Entries
from server.crews.models import User
from server.crews.permissions import Ability
from server.fieldbook.access import set_up_for
from server.fieldbook.lines import JobLines
from server.fieldbook.models import SetUp, TurningPoint
from server.fieldbook.services.record_shot import sight_from
from server.jobs.models import Benchmark
from server.jobs.rules import style_of


@dataclass(frozen=True, slots=True)
class TurningPointForm:
    """A turning point as it is typed."""

    id: UUID
    name: str
    reading: str
    x: str
    y: str
    taken_at: datetime
    sight: str = SightKind.STANDING


def shoot_turning_point(
    user: User, set_up_id: UUID, form: TurningPointForm
) -> tuple[TurningPoint, bool]:
    """Record a turning point; its name is new to the job's benchmarks and turning points."""
    set_up = set_up_for(user, set_up_id, Ability.RECORD)
    entries = Entries({"x": form.x, "y": form.y}, style_of(set_up.job))
    x, y = entries.length("x"), entries.length("y")
    if x is not None and y is not None:
        entries.check("x", lambda: PlanPoint(x, y))
    sighting = JobLines(set_up.job_id).sighting(set_up.pk)
    seen = entries.check("reading", lambda: sight_from(sighting, form.reading, form.sight))
    name = _name(set_up, form, entries)
    entries.finish()
    assert seen is not None
    assert x is not None
    assert y is not None
    return record_once(
        TurningPoint(
            id=form.id,
            set_up=set_up,
            name=name,
            reading=seen.value,
            sight=seen.kind,
            typed=form.reading.strip(),
            x=x,
            y=y,
            taken_at=form.taken_at,
            taken_by=user,
        )
    )


def _name(set_up: SetUp, form: TurningPointForm, entries: Entries) -> str:
    all_of = TurningPoint.objects.filter(set_up__job=set_up.job)
    name = given_name(form.name, "TP", form.id, all_of)
    points = all_of.filter(strike=None, name=name)
    benchmarks = Benchmark.objects.filter(job=set_up.job, name=name)
    if points.exclude(pk=form.id).exists() or benchmarks.exists():
        entries.refuse(
            "name", name, "The job has a point of that name.", "Give it a name of its own."
        )
    return name
