"""Puts an extra point on a floor."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass
from uuid import UUID

from django.db import transaction
from django.db.models import Max

from core.errors import OutOfRange
from core.floors import PlanPoint
from core.lengths import format_length
from server.common.records import record_once
from server.common.refusals import Entries
from server.crews.models import User
from server.crews.permissions import Ability
from server.jobs.access import floor_for
from server.jobs.models import Floor, Point
from server.jobs.rules import outline_of, style_of
from server.jobs.services.note_change import note


@dataclass(frozen=True, slots=True)
class PointForm:
    """An extra point as it is typed, from the floor's first corner's origin."""

    id: UUID
    x: str
    y: str


def add_point(user: User, floor_id: UUID, form: PointForm) -> tuple[Point, bool]:
    """Add a point inside the floor, named X1, X2, …; the same form twice adds one."""
    floor, _ = floor_for(user, floor_id, Ability.RECORD)
    place = _read_place(floor, form)
    with transaction.atomic():
        Floor.objects.select_for_update().get(pk=floor.pk)
        stored = Point.objects.filter(pk=form.id).first()
        extras = floor.points.filter(is_extra=True)
        last = floor.points.aggregate(last=Max("position"))["last"] or 0
        point, created = record_once(
            Point(
                id=form.id,
                floor=floor,
                name=stored.name if stored else _next_name(extras),
                position=last + 1,
                x=place.x,
                y=place.y,
                is_extra=True,
            )
        )
        if created:
            note(user, floor.job, f"Point {point.name} added to {floor.name}", {}, {})
        return point, created


def _next_name(extras: Iterable[Point]) -> str:
    """Return a name that no point has or had: one behind the last of them."""
    numbers = [re.match(r"X(\d+)", point.name) for point in extras]
    return f"X{max((int(number[1]) for number in numbers if number), default=0) + 1}"


def _read_place(floor: Floor, form: PointForm) -> PlanPoint:
    entries = Entries({"x": form.x, "y": form.y}, style_of(floor.job))
    x, y = entries.length("x"), entries.length("y")
    entries.finish()
    assert x is not None
    assert y is not None
    place = entries.check("x", lambda: _inside(floor, PlanPoint(x, y), form.id))
    entries.finish()
    assert place is not None
    return place


def _inside(floor: Floor, place: PlanPoint, own: UUID) -> PlanPoint:
    style = style_of(floor.job)
    typed = f"{format_length(place.x, style)}, {format_length(place.y, style)}"
    if not outline_of(floor.corners.all()).contains(place):
        raise OutOfRange(
            typed,
            "That place is outside the floor.",
            "Put the point inside its outline or on an edge.",
        )
    there = floor.points.filter(x=place.x, y=place.y).exclude(pk=own).first()
    if there is not None:
        raise OutOfRange(
            typed, f"Point {there.name} is at that place.", f"Shoot {there.name}, or move it."
        )
    return place
