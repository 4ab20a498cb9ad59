"""Finds set-ups and shots, for the members of the job's crew alone."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db.models import F, Model

from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.fieldbook.models import Reread, SetUp, Shot, TurningPoint
from server.fieldbook.sheeting import covered
from server.jobs.access import check_open, element_for, floor_for
from server.jobs.models import Element, Floor, Point


def set_up_for(user: User, set_up_id: UUID, ability: Ability) -> SetUp:
    """Return a set-up with its job, gear and the point it stands on, in one query."""
    found = (
        SetUp.objects.filter(pk=set_up_id, job__crew__memberships__user=user)
        .select_related(
            "job__crew",
            "job__archived",
            "rod",
            "instrument",
            "benchmark",
            "turning_point",
            "taken_by",
        )
        .annotate(role=F("job__crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("set-up", set_up_id)
    require(found.role, ability)
    check_open(found.job, ability)
    return found  # type: ignore[no-any-return]


def floor_seen_from(user: User, set_up: SetUp, floor_id: UUID) -> Floor:
    """Return a floor of the set-up's own job, in one query."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    if floor.job_id != set_up.job_id:
        raise missing("floor", floor_id)
    return floor


def element_seen_from(user: User, set_up: SetUp, element_id: UUID) -> Element:
    """Return an element of the set-up's own job, in one query."""
    element, _ = element_for(user, element_id, Ability.READ)
    if element.job_id != set_up.job_id:
        raise missing("element", element_id)
    return element


def point_seen_from(user: User, set_up: SetUp, point_id: UUID) -> Point:
    """Return a point of the set-up's own job."""
    point = point_for(user, point_id, Ability.READ)
    if point.owner.job_id != set_up.job_id:
        raise missing("point", point_id)
    return point


def point_for(user: User, point_id: UUID, ability: Ability) -> Point:
    """Return a point with the floor or the element it lies on, in one query."""
    points = Point.objects.filter(pk=point_id).select_related(
        "floor__job__archived", "element__job__archived"
    )
    for owner in ("floor", "element"):
        membership = f"{owner}__job__crew__memberships"
        found = (
            points.filter(**{f"{membership}__user": user})
            .annotate(role=F(f"{membership}__role"), lies_covered=covered())
            .first()
        )
        if found is not None:
            require(found.role, ability)
            check_open(found.owner.job, ability)
            return found
    raise missing("point", point_id)


def shot_for(user: User, shot_id: UUID, ability: Ability) -> Shot:
    """Return a shot, in one query."""
    shot: Shot = _read_from_a_set_up(user, Shot, shot_id, ability)
    return shot


def reread_for(user: User, reread_id: UUID, ability: Ability) -> Reread:
    """Return a re-read, in one query."""
    reread: Reread = _read_from_a_set_up(user, Reread, reread_id, ability)
    return reread


def turning_point_for(user: User, point_id: UUID, ability: Ability) -> TurningPoint:
    """Return a turning point, in one query."""
    point: TurningPoint = _read_from_a_set_up(user, TurningPoint, point_id, ability)
    return point


def _read_from_a_set_up(user: User, model: type[Model], key: UUID, ability: Ability) -> Any:
    """Return what was read from a set-up of one of the person's crews."""
    found = (
        model._default_manager.filter(pk=key, set_up__job__crew__memberships__user=user)
        .select_related("set_up__job__archived")
        .annotate(role=F("set_up__job__crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing(str(model._meta.verbose_name), key)
    require(found.role, ability)
    check_open(found.set_up.job, ability)
    return found
