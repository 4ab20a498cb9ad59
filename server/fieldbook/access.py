"""Finds set-ups and shots, for the members of the job's crew alone."""

from __future__ import annotations

from uuid import UUID

from django.db.models import F

from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.fieldbook.models import SetUp, Shot
from server.jobs.access import floor_for
from server.jobs.models import Floor


def set_up_for(user: User, set_up_id: UUID, ability: Ability) -> SetUp:
    """Return a set-up with its job, rod, instrument and benchmark, in one query."""
    found = (
        SetUp.objects.filter(pk=set_up_id, job__crew__memberships__user=user)
        .select_related("job", "rod", "instrument", "benchmark", "taken_by")
        .annotate(role=F("job__crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("set-up", set_up_id)
    require(found.role, ability)
    return found  # type: ignore[no-any-return]


def floor_seen_from(user: User, set_up: SetUp, floor_id: UUID) -> Floor:
    """Return a floor of the set-up's own job, in one query."""
    floor, _ = floor_for(user, floor_id, Ability.READ)
    if floor.job_id != set_up.job_id:
        raise missing("floor", floor_id)
    return floor


def shot_for(user: User, shot_id: UUID, ability: Ability) -> Shot:
    """Return a shot, in one query."""
    found = (
        Shot.objects.filter(pk=shot_id, set_up__job__crew__memberships__user=user)
        .annotate(role=F("set_up__job__crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("shot", shot_id)
    require(found.role, ability)
    return found  # type: ignore[no-any-return]
