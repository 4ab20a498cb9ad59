"""Plans a pour of a job's floors and elements."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from uuid import UUID

from django.db import transaction

from core.pours import minutes_between_trucks
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Element, Floor
from server.jobs.rules import kind_of
from server.pour.models import Pour, PourPart
from server.records import record_once
from server.refusals import Entries

RATE_ACCEPTS = "Give a number above 0, such as 10."


@dataclass(frozen=True, slots=True)
class PourForm:
    """A pour as it is typed."""

    id: UUID
    name: str
    pours_at: datetime
    truck: str
    rate: str
    floors: list[UUID]
    elements: list[UUID]


def plan_pour(user: User, job_id: UUID, form: PourForm) -> tuple[Pour, bool]:
    """Plan a pour of a job's floors and elements."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    entries = Entries({"truck": form.truck, "rate": form.rate}, kind_of(job))
    truck, rate = (entries.decimal(name, RATE_ACCEPTS) for name in ("truck", "rate"))
    if truck is not None and rate is not None:
        entries.check("truck", lambda: minutes_between_trucks(float(truck), float(rate)))
    floors = list(Floor.objects.filter(job=job, pk__in=form.floors))
    elements = list(Element.objects.filter(job=job, pk__in=form.elements))
    if not floors and not elements:
        entries.refuse("floors", "", "Nothing is poured.", "Choose a floor or an element.")
    taken = Pour.objects.filter(job=job, name=form.name).exclude(pk=form.id)
    if taken.exists():
        entries.refuse("name", form.name, "This job has a pour of that name.", "Give another.")
    entries.finish()
    assert truck is not None
    assert rate is not None
    with transaction.atomic():
        pour, created = record_once(
            Pour(
                id=form.id,
                job=job,
                name=form.name,
                pours_at=form.pours_at,
                truck=truck.quantize(Decimal("0.01")),
                rate=rate.quantize(Decimal("0.01")),
                created_by=user,
            )
        )
        if created:
            PourPart.objects.bulk_create(
                [PourPart(pour=pour, floor=floor) for floor in floors]
                + [PourPart(pour=pour, element=element) for element in elements]
            )
    return pour, created
