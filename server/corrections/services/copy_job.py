"""A job copied as a new one: its plan, its limits and its prices, and nothing that was recorded."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import TypeVar
from uuid import UUID, uuid5

from django.db import models, transaction

from server.common.naming import given_name
from server.concrete.models import PriceList
from server.crews.models import User
from server.crews.permissions import Ability, require
from server.crews.timed import counted_now
from server.fieldbook.models import SetUp
from server.jobs.access import job_for
from server.jobs.models import Element, Floor, FloorCorner, Job, Point
from server.jobs.plan.job_plan import JobPlan
from server.jobs.planned import ElementKind
from server.jobs.services.note_change import note

Row = TypeVar("Row", bound=models.Model)
#: What a new job takes over of another's trust.
LIMITS = ("reread_minutes", "fresh_hours", "reread_tolerance", "rough_tolerance", "run_allowance")


@dataclass(frozen=True, slots=True)
class CopyForm:
    """What the new job is called, and its key."""

    id: UUID
    name: str
    place: str = ""


@transaction.atomic
def copy_job(user: User, job_id: UUID, form: CopyForm) -> tuple[Job, bool]:
    """Begin a job with the plan of another; sent twice, it is begun once.

    No benchmark goes along, as none stands on the new site: a level that was given from one
    stands in the copy at the elevation it had. What is retired stays behind.
    """
    source, role = job_for(user, job_id, Ability.READ)
    require(role, Ability.PLAN)
    stored = Job.objects.filter(pk=form.id, crew=source.crew_id).first()
    if stored is not None:
        return stored, False
    name = given_name(form.name, "Job ", form.id, Job.objects.filter(crew=source.crew))
    job = Job(
        id=form.id, crew=source.crew, name=name, place=form.place.strip(),
        style=source.style, datum=source.datum, begun_at=counted_now(), created_by=user,
        kit=_kit(source),
        **{name: getattr(source, name) for name in LIMITS},
    )  # fmt: skip
    job.save(force_insert=True)
    _copy_plan(user, source, job)
    for prices in PriceList.objects.filter(job=source):
        _copy_of(prices, job=job, changed_by=user).save(force_insert=True)
    note(user, job, "Copied from another job", {}, {"from": source.name})
    return job, True


def _kit(source: Job) -> dict[str, str]:
    """Return the gear a job was set up with last, or was to be set up with."""
    last = SetUp.objects.filter(job=source).order_by("-taken_at").first()
    if last is None:
        return dict(source.kit)
    chosen = {"instrument": last.instrument_id, "receiver": last.receiver_id, "rod": last.rod_id}
    return {name: str(key) for name, key in chosen.items() if key}


def _copy_plan(user: User, source: Job, job: Job) -> None:
    plan = JobPlan(source)
    parts = [element for element in plan.elements.values() if element.kind != ElementKind.FREE]
    keys = {key: uuid5(job.pk, str(key)) for key in (*plan.floors, *(part.pk for part in parts))}
    for leveled in _in_order(plan.floors.values()) + parts:
        own = {"id": keys[leveled.pk], "job": job, "created_by": user}
        _copy_of(leveled, **own, **_level(leveled, plan, keys), **_geometry(leveled, keys)).save(
            force_insert=True
        )
    corners = FloorCorner.objects.filter(floor__in=list(plan.floors))
    FloorCorner.objects.bulk_create(
        _copy_of(corner, floor_id=keys[corner.floor_id], pk=None) for corner in corners
    )
    of_parts = models.Q(floor__in=list(plan.floors)) | models.Q(element__in=parts)
    Point.objects.bulk_create(
        _copy_of(
            point,
            id=uuid5(job.pk, str(point.pk)),
            **{f"{_owner(point)}_id": keys[point.owner_id]},
        )
        for point in Point.objects.filter(of_parts, is_extra=False, retired_at=None)
    )


def _owner(point: Point) -> str:
    return "floor" if point.floor_id else "element"


def _in_order(floors: Iterable[Floor]) -> list[Floor | Element]:
    """Return floors so that each stands behind the one it takes its level from."""
    left, placed = {floor.pk: floor for floor in floors}, list[Floor | Element]()
    while left:
        ready = [one for one in left.values() if one.reference_floor_id not in left]
        placed += ready or list(left.values())
        for one in ready or list(left.values()):
            del left[one.pk]
    return placed


def _level(leveled: Floor | Element, plan: JobPlan, keys: Mapping[UUID, UUID]) -> dict[str, object]:
    """Return the level of a copy: from the copy of its floor, else the elevation it had."""
    from_floor = leveled.reference_floor_id
    if from_floor is not None and from_floor in keys:
        return {"reference_floor_id": keys[from_floor]}
    return {
        "level_elevation": plan.finished(leveled),
        "level_offset": None,
        "reference_benchmark_id": None,
        "reference_floor_id": None,
    }


def _geometry(leveled: Floor | Element, keys: Mapping[UUID, UUID]) -> dict[str, object]:
    if isinstance(leveled, Floor):
        return {}
    followed = leveled.typed.get("outline_of")
    return {"typed": leveled.typed | {"outline_of": str(keys[UUID(followed)])}} if followed else {}


def _copy_of(row: Row, **changed: object) -> Row:
    """Return a row as another, with what differs; not stored yet."""
    fields = row._meta.concrete_fields
    kept = {
        field.attname: getattr(row, field.attname)
        for field in fields
        if not isinstance(field, models.AutoField)
    }
    for name, value in changed.items():
        field = row._meta.get_field(name.removesuffix("_id")) if name != "pk" else None
        kept.pop(getattr(field, "attname", name), None)
        kept[name] = value
    return type(row)(**kept)
