"""Finds jobs and floors, for the members of their crew alone."""

from __future__ import annotations

from uuid import UUID

from django.db.models import F

from server.common.refusals import Conflict
from server.crews.models import User
from server.crews.permissions import Ability, missing, require
from server.jobs.models import Element, Floor, Job


def job_for(user: User, job_id: UUID, ability: Ability) -> tuple[Job, str]:
    """Return a job and the person's role in its crew, in one query.

    Raises :class:`Missing` outside the crew and :class:`Denied` without the ability.
    """
    found = (
        Job.objects.filter(pk=job_id, crew__memberships__user=user)
        .select_related("crew", "archived")
        .annotate(role=F("crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("job", job_id)
    require(found.role, ability, helpers_set_up=found.crew.helpers_set_up)
    check_open(found, ability)
    return found, found.role


def check_open(job: Job, ability: Ability) -> None:
    """Raise :class:`Conflict` where something is to be done in a job that is archived."""
    if ability is not Ability.READ and hasattr(job, "archived"):
        raise Conflict(
            job.name,
            "This job is archived: nothing more is recorded in it.",
            "Bring it back first, in its settings.",
        )


def floor_for(user: User, floor_id: UUID, ability: Ability) -> tuple[Floor, str]:
    """Return a floor with its job and reference, and the person's role, in one query."""
    found = (
        Floor.objects.filter(pk=floor_id, job__crew__memberships__user=user)
        .select_related("job__crew", "job__archived", "reference_floor")
        .annotate(role=F("job__crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("floor", floor_id)
    require(found.role, ability)
    check_open(found.job, ability)
    return found, found.role


def element_for(user: User, element_id: UUID, ability: Ability) -> tuple[Element, str]:
    """Return an element with its job, and the person's role, in one query."""
    found = (
        Element.objects.filter(pk=element_id, job__crew__memberships__user=user)
        .select_related("job__crew", "job__archived")
        .annotate(role=F("job__crew__memberships__role"))
        .first()
    )
    if found is None:
        raise missing("element", element_id)
    require(found.role, ability)
    check_open(found.job, ability)
    return found, found.role
