"""Plans a pour of a job's floors and elements."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from decimal import Decimal
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from core.pours import minutes_between_trucks
from server.common.naming import given_name
from server.common.records import record_once
from server.common.refusals import Entries
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import job_for
from server.jobs.models import Element, Floor
from server.jobs.plan.kinds import kind_of
from server.jobs.rules import style_of
from server.jobs.services.note_change import note_difference
from server.pours.access import pour_for
from server.pours.models import Pour, PourPart
from server.pours.services.close_pour import refuse_poured

CENT = Decimal("0.01")
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


@dataclass(frozen=True, slots=True)
class MoveForm:
    """A pour's other time, and its trucks, as they are typed."""

    pours_at: datetime
    truck: str
    rate: str


def move_pour(user: User, pour_id: UUID, form: MoveForm) -> Pour:
    """Put a pour to another time; holds that were lifted for the old one hold again."""
    pour = pour_for(user, pour_id, Ability.PLAN)
    refuse_poured(pour)
    entries = Entries({"truck": form.truck, "rate": form.rate}, style_of(pour.job))
    truck, rate = _trucks(entries)
    entries.finish()
    before = _planned(pour)
    if form.pours_at != pour.pours_at:
        pour.pours_at, pour.moved_at = form.pours_at, timezone.now()
    pour.truck, pour.rate = truck, rate
    with transaction.atomic():
        pour.save(update_fields=["pours_at", "moved_at", "truck", "rate"])
        note_difference(user, pour.job, f"Pour {pour.name}", before, _planned(pour))
    return pour


def _planned(pour: Pour) -> dict[str, object]:
    return {
        "pours at": pour.pours_at.isoformat(timespec="minutes"),
        "a truck holds": f"{pour.truck:f}",
        "placed an hour": f"{pour.rate:f}",
    }


def _trucks(entries: Entries) -> tuple[Decimal, Decimal]:
    """Read what a truck holds and what is placed an hour; nothing where one was refused."""
    truck, rate = (entries.decimal(name, RATE_ACCEPTS) for name in ("truck", "rate"))
    if truck is None or rate is None:
        return Decimal(0), Decimal(0)
    entries.check("truck", lambda: minutes_between_trucks(float(truck), float(rate)))
    return truck.quantize(CENT), rate.quantize(CENT)


def plan_pour(user: User, job_id: UUID, form: PourForm) -> tuple[Pour, bool]:
    """Plan a pour of a job's floors and elements."""
    job, _ = job_for(user, job_id, Ability.PLAN)
    entries = Entries({"truck": form.truck, "rate": form.rate}, style_of(job))
    truck, rate = _trucks(entries)
    floors = list(Floor.objects.filter(job=job, retired_at=None, pk__in=form.floors))
    poured = Element.objects.filter(job=job, retired_at=None, pk__in=form.elements)
    elements = [element for element in poured if kind_of(element.kind).is_poured]
    if not floors and not elements:
        entries.refuse("floors", "", "Nothing is poured.", "Choose a floor or an element.")
    pours = Pour.objects.filter(job=job)
    name = given_name(form.name, "Pour ", form.id, pours)
    if pours.filter(name=name).exclude(pk=form.id).exists():
        entries.refuse("name", name, "This job has a pour of that name.", "Give another.")
    entries.finish()
    with transaction.atomic():
        pour, created = record_once(
            Pour(
                id=form.id,
                job=job,
                name=name,
                pours_at=form.pours_at,
                truck=truck,
                rate=rate,
                created_by=user,
            )
        )
        if created:
            PourPart.objects.bulk_create(
                [PourPart(pour=pour, floor=floor) for floor in floors]
                + [PourPart(pour=pour, element=element) for element in elements]
            )
    return pour, created
