"""Finds pours, for the members of their crew alone."""

from __future__ import annotations

from uuid import UUID

from django.db.models import F

from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.jobs.access import check_open
from server.pours.models import Pour


def pour_for(user: User, pour_id: UUID, ability: Ability) -> Pour:
    """Return a pour with its job, for the members of its crew."""
    found = (
        Pour.objects.filter(pk=pour_id, job__crew__memberships__user=user)
        .select_related("job__crew", "job__archived", "closing__taken_by")
        .prefetch_related("parts__floor", "parts__element")
        .annotate(role=F("job__crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("pour", pour_id)
    require(found.role, ability)
    check_open(found.job, ability)
    return found
