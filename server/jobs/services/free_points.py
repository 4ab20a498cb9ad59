"""Adds points that no plan asks for, in groups, and sets what they are wanted at."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID, uuid5

from django.db import transaction
from django.db.models import Max

from core.floors import PlanPoint
from core.lengths import Elevation, Length, format_elevation
from core.tasks import Task
from server.common.naming import given_name
from server.common.records import record_once
from server.common.refusals import Entries, Invalid, Problem
from server.crews.models import User
from server.crews.permissions import Ability, missing
from server.jobs.access import job_for
from server.jobs.models import Element, Job, Point
from server.jobs.plan.element_form import Typed
from server.jobs.planned import ElementKind, as_typed_in
from server.jobs.rules import kind_of, style_of
from server.jobs.services.note_change import note, note_difference

USUAL_GROUP = "Points"
#: How far off a free point is still on, where nobody said: an eighth of an inch or 3 mm.
TOLERANCES = {True: Length.from_metres("0.003"), False: Length.from_inches("0.125")}
NO_GEOMETRY: Typed = {
    "shape": "line",
    "outline_of": "",
    "corners": [],
    "measures": {},
    "steps": [],
    "layers": [],
}


@dataclass(frozen=True, slots=True)
class FreePointForm:
    """A free point as it is typed; its target, place and group may be left empty."""

    id: UUID
    name: str
    target: str = ""
    x: str = ""
    y: str = ""
    group: UUID | None = None


@dataclass(frozen=True, slots=True)
class GroupForm:
    """A group of free points, such as a ceiling, as it is typed."""

    id: UUID
    name: str


def add_group(user: User, job_id: UUID, form: GroupForm) -> tuple[Element, bool]:
    """Add a group of free points to a job; its name is new to the job's elements."""
    job, _ = job_for(user, job_id, Ability.RECORD)
    return _group(user, job, form)


def add_free_point(
    user: User, job_id: UUID, form: FreePointForm, known: Elevation | None = None
) -> tuple[Point, bool]:
    """Add a free point to a group, the job's usual one where none is named.

    ``known`` is the elevation of what one stands on, from which "lower 7 3/4" is meant.
    """
    job, _ = job_for(user, job_id, Ability.RECORD)
    entries = Entries({"target": form.target, "x": form.x, "y": form.y}, style_of(job))
    target, place = read_target(entries, known), _read_place(entries, form)
    entries.finish()
    with transaction.atomic():
        group = _group_of(user, job, form)
        Element.objects.select_for_update().get(pk=group.pk)
        name = _name(job, group, form)
        last = group.points.aggregate(last=Max("position"))["last"] or 0
        point, created = record_once(
            Point(
                id=form.id,
                element=group,
                task=Task.FREE,
                name=name,
                position=last + 1,
                x=place.x if place else None,
                y=place.y if place else None,
                target=target,
                is_extra=True,
            )
        )
        if created:
            note(user, job, f"Point {point.name} added to {group.name}", {}, {})
        return point, created


def aim_at(user: User, point_id: UUID, target: str) -> Point:
    """Set what a free point is wanted at; empty takes the target away."""
    points = Point.objects.filter(pk=point_id, task=Task.FREE).select_related("element__job")
    point = points.filter(element__job__crew__memberships__user=user).first()
    if point is None or point.element is None:
        raise missing("free point", point_id)
    job, _ = job_for(user, point.element.job_id, Ability.RECORD)
    entries = Entries({"target": target}, style_of(job))
    was, style = point.target, style_of(job)
    point.target = read_target(entries)
    entries.finish()
    with transaction.atomic():
        point.save(update_fields=["target"])
        before, after = (
            {"wanted at": format_elevation(one, style) if one is not None else ""}
            for one in (was, point.target)
        )
        note_difference(user, job, f"Point {point.name}", before, after)
    return point


def read_target(entries: Entries, known: Elevation | None = None) -> Elevation | None:
    """Read a target that may be left empty; from a ``known`` elevation where it says a side."""
    return entries.elevation("target", known) if entries.text("target").strip() else None


def _read_place(entries: Entries, form: FreePointForm) -> PlanPoint | None:
    if not (form.x.strip() or form.y.strip()):
        return None
    x, y = entries.length("x"), entries.length("y")
    if x is None or y is None:
        return None
    return entries.check("x", lambda: PlanPoint(x, y))


def _group_of(user: User, job: Job, form: FreePointForm) -> Element:
    groups = job.elements.filter(kind=ElementKind.FREE)
    if form.group is None:
        usual = groups.filter(retired_at=None, name=USUAL_GROUP).first()
        retired = groups.exclude(retired_at=None).count()
        key = uuid5(job.pk, f"free points {retired}" if retired else "free points")
        return usual or _group(user, job, GroupForm(key, USUAL_GROUP))[0]
    found: Element | None = groups.filter(pk=form.group, retired_at=None).first()
    if found is None:
        raise missing("group of points", form.group)
    return found


def _group(user: User, job: Job, form: GroupForm) -> tuple[Element, bool]:
    elements = Element.objects.filter(job=job)
    name = given_name(form.name, "Points ", form.id, elements)
    stored = elements.filter(pk=form.id).first()
    if stored is not None and stored.name == name:
        return stored, False
    if elements.filter(name=name).exists():
        raise Invalid(
            Problem(
                "name",
                "taken",
                name,
                "This job has an element of that name.",
                "Give another name.",
            )
        )
    return record_once(
        Element(
            id=form.id,
            job=job,
            kind=ElementKind.FREE,
            name=name,
            tolerance=TOLERANCES[kind_of(job).is_metric],
            typed=NO_GEOMETRY,
            **as_typed_in(style_of(job)),
            created_by=user,
        )
    )


def _name(job: Job, group: Element, form: FreePointForm) -> str:
    points = Point.objects.filter(element__job=job, task=Task.FREE)
    name = given_name(form.name, "P", form.id, points)
    if group.points.filter(name=name).exclude(pk=form.id).exists():
        raise Invalid(
            Problem(
                "name",
                "taken",
                name,
                f"{group.name} has a point of that name.",
                "Give it a name of its own, or shoot the one that is there.",
            )
        )
    return name
